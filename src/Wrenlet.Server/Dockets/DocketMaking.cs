using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Dockets;

/// <summary>
/// What came of doing something with a docket: the docket as it stands; why not; or that it was changed meanwhile.
/// Nothing of these where it is not seen.
/// </summary>
public sealed record DocketOutcome(Docket? Docket, string? Refusal = null, bool Changed = false);

/// <summary>What a docket is to be. Its milestones are in the order of time.</summary>
public sealed record DocketTerms(
    string Subject,
    string Site,
    Person? Owner,
    Priority Priority,
    DocketSight Sight,
    IReadOnlyList<Milestone> Milestones
);

/// <summary>
/// Makes dockets, changes what they are, moves them through their stages, and tells those whom it concerns.
/// </summary>
public sealed class DocketMaking(WriteQueue writes, WhoIsWho who)
{
    private const int MostCounted = 1000;

    /// <summary>Opens a ticket with its inside conversation, owned by whoever opens it.</summary>
    public Task<Docket> Ticket(string subject, Person by, Instant at) =>
        writes.Run(w => Add(w, new DocketId(Guid.CreateVersion7()), DocketKind.Ticket, subject, "", by.Id, by, at));

    /// <summary>
    /// Makes a docket with its inside conversation, and one with a party; one that is there already with this id is
    /// given back as it is.
    /// </summary>
    /// <param name="party">With whom it is done; null for nobody yet.</param>
    /// <param name="queue">Where what the party writes waits; null for none.</param>
    public Task<DocketOutcome> Make(
        DocketId id,
        DocketKind kind,
        string subject,
        string site,
        Person? owner,
        PartyId? party,
        Guid? queue,
        Person by,
        Instant at
    ) =>
        writes.Run(w =>
        {
            if (DocketStore.Find(w.Session, id) is { } there)
                return by.MaySee(there.Place) ? new(there) : new DocketOutcome(null);
            var docket = Add(w, id, kind, subject, site, owner?.Id, by, at);
            if (party is { } with)
                Begin(w, docket, new ConversationId(Guid.CreateVersion7()), with, queue, by, at);
            if (owner is not null)
                Tell(
                    w,
                    docket,
                    Inside(w, docket),
                    null,
                    [new Alert(owner.Id, AlertReason.HandedOver)],
                    by,
                    at,
                    $"{docket.Ref} {docket.Subject} is yours"
                );
            return new(docket);
        });

    /// <summary>Begins a conversation with a party in a docket; one that is there already is left as it is.</summary>
    public Task<DocketOutcome> AddParty(
        string reference,
        ConversationId id,
        PartyId party,
        Guid? queue,
        Person by,
        Instant at
    ) =>
        writes.Run(w =>
        {
            if (Seen.Docket(w.Session, reference, by) is not { } docket)
                return new DocketOutcome(null);
            if (ConversationStore.OfDocket(w.Session, docket.Id).All(c => c.Party != party))
                Begin(w, docket, id, party, queue, by, at);
            return new(docket);
        });

    /// <summary>Changes what a docket is.</summary>
    /// <param name="version">The version that the change was made on (<see cref="VersionOf"/>).</param>
    public Task<DocketOutcome> Change(string reference, string version, DocketTerms terms, Person by, Instant at) =>
        writes.Run(w =>
        {
            var s = w.Session;
            if (Seen.Docket(s, reference, by) is not { } before)
                return new DocketOutcome(null);
            if (VersionOf(s, before) != version)
                return new(before, Changed: true);
            var roster = who.Current;
            if (terms.Owner?.Id != before.Owner && DocketRules.RefusesOwner(terms.Owner, terms.Sight) is { } blind)
                return new(before, blind);
            if (
                !Same(before.Sight, terms.Sight)
                && DocketRules.RefusesSight(by, before.Sight, terms.Sight, terms.Owner) is { } not
            )
                return new(before, not);
            DocketStore.Set(s, before.Id, terms.Subject, terms.Site, terms.Owner?.Id, terms.Priority);
            if (!Same(before.Sight, terms.Sight))
                DocketStore.SetSight(s, before.Id, terms.Sight);
            DocketStore.SetMilestones(s, before.Id, terms.Milestones);
            var after = DocketStore.Find(s, before.Id)!;
            if (VersionOf(s, after) == version)
                return new(after);
            w.Log(
                new Change(ChangeKinds.DocketChanged, after.Id.Value, after.Place, Thing.Working, at, by.Id, after.Id)
            );
            var inside = Inside(w, after);
            if (before.Owner != after.Owner)
            {
                var entry = Posting.Happened(
                    w,
                    inside,
                    by.Id,
                    at,
                    after.Owner is { } o
                        ? o == by.Id
                            ? $"{by.FirstName} took this docket"
                            : $"{by.FirstName} gave this docket to {roster.Find(o)!.FirstName}"
                        : $"{by.FirstName} left this docket without an owner"
                );
                if (after.Owner is { } owner)
                    Tell(
                        w,
                        after,
                        inside,
                        entry,
                        [new Alert(owner, AlertReason.HandedOver)],
                        by,
                        at,
                        $"{after.Ref} {after.Subject} is yours"
                    );
            }

            if (!Same(before.Sight, after.Sight))
            {
                var words = after.Sight.Limited
                    ? $"{by.FirstName} limited this docket to {Listed(after.Sight, roster)}"
                    : $"{by.FirstName} opened this docket to all of us";
                Posting.Happened(w, inside, by.Id, at, words);
                SessionStore.Audit(
                    s,
                    at,
                    by.Id,
                    "said who sees a docket",
                    $"{after.Ref}: {(after.Sight.Limited ? Listed(after.Sight, roster) : "all staff")}"
                );
            }

            return new(after);
        });

    /// <summary>What moving a docket to a stage means; null where it is not seen.</summary>
    public StageMove? Means(SqlSession session, string reference, int stage, Person by)
    {
        if (Seen.Docket(session, reference, by) is not { } docket)
            return null;
        var gates = TaskStore
            .OfDocket(session, docket.Id, MostCounted)
            .Where(t => t is { GateStage: not null, Progress.Over: false })
            .Select(t => new OpenGate(t.GateStage!.Value, t.Title));
        var told = Followers(session, docket)
            .Where(p => p != by.Id)
            .Select(p => who.Current.Find(p))
            .OfType<Person>()
            .Where(p => p.MaySee(docket.Place))
            .Select(p => p.FirstName)
            .ToList();
        return Moving.To(docket.Ref.Kind, docket.Stage, stage, docket.Open, gates, by, docket.Owner, told);
    }

    /// <summary>Moves a docket to another stage.</summary>
    /// <param name="knowing">Whether who moves it has seen what stands in the way, and goes on; that is written
    /// down.</param>
    public Task<DocketOutcome> Move(string reference, int stage, bool knowing, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (Means(w.Session, reference, stage, by) is not { } means)
                return new DocketOutcome(null);
            var docket = Seen.Docket(w.Session, reference, by)!;
            if (docket.Open && docket.Stage == stage)
                return new(docket);
            if (means.Refuses(knowing) is { } not)
                return new(docket, not);
            DocketStore.SetStage(w.Session, docket.Id, stage, docket.Open);
            var stages = Stages.Of(docket.Ref.Kind);
            var line =
                $"{by.FirstName} moved this from {stages[docket.Stage]} {(stage < docket.Stage ? "back " : "")}to {stages[stage]}";
            if (!means.InTheWay.IsEmpty)
            {
                var waits = Names.List(means.InTheWay.Select(g => $"“{g.Title}”"));
                line += $", though {waits} {(means.InTheWay.Length == 1 ? "was" : "were")} not done";
                SessionStore.Audit(
                    w.Session,
                    at,
                    by.Id,
                    "moved past open gates",
                    $"{docket.Ref} to {stages[stage]}: {waits}"
                );
            }

            Changed(w, docket, line, by, at);
            return new(DocketStore.Find(w.Session, docket.Id));
        });

    /// <summary>Closes a docket, or opens it again.</summary>
    /// <param name="knowing">Whether who closes it has seen what is still open in it, and goes on.</param>
    public Task<DocketOutcome> Open(string reference, bool open, bool knowing, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (Seen.Docket(w.Session, reference, by) is not { } docket)
                return new DocketOutcome(null);
            if (docket.Open == open)
                return new(docket);
            if (!open)
            {
                var tasks = TaskStore.OfDocket(w.Session, docket.Id, MostCounted).Count(t => !t.Progress.Over);
                var asks = ConversationStore
                    .OfDocket(w.Session, docket.Id)
                    .Sum(c => AskStore.OpenIn(w.Session, c.Key).Count);
                if (Moving.RefusesClosing(tasks, asks, knowing) is { } not)
                    return new(docket, not);
            }

            DocketStore.SetStage(w.Session, docket.Id, docket.Stage, open);
            Changed(
                w,
                docket,
                open ? $"{by.FirstName} opened this docket again" : $"{by.FirstName} closed this docket",
                by,
                at
            );
            return new(DocketStore.Find(w.Session, docket.Id));
        });

    /// <summary>A mark of all that can be changed of a docket: as long as it is the same, nothing has been.</summary>
    public static string VersionOf(SqlSession session, Docket docket)
    {
        ArgumentNullException.ThrowIfNull(docket);
        var parts = new[]
        {
            docket.Subject,
            docket.Site,
            docket.Owner?.Value.ToString(),
            StoredWords.Priorities.Of(docket.Priority),
            docket.Sight.Limited.ToString(),
        }
            .Concat(docket.Sight.People.Select(p => p.Value.ToString()).Order(StringComparer.Ordinal))
            .Concat(docket.Sight.Crews.Select(c => c.Value.ToString()).Order(StringComparer.Ordinal))
            .Concat(
                DocketStore.Milestones(session, docket.Id).Select(m => $"{m.Name} {m.At.ToUnixTimeMilliseconds()}")
            );
        return Convert.ToHexStringLower(
            System.Security.Cryptography.SHA256.HashData(
                System.Text.Encoding.UTF8.GetBytes(string.Join('\u001f', parts))
            )
        )[..16];
    }

    private static Docket Add(
        Writing w,
        DocketId id,
        DocketKind kind,
        string subject,
        string site,
        PersonId? owner,
        Person by,
        Instant at
    )
    {
        var docket = new Docket(
            0,
            id,
            DocketStore.NextRef(w.Session, kind),
            subject,
            site,
            owner,
            0,
            Priority.Normal,
            true,
            DocketSight.Open
        );
        DocketStore.Add(w.Session, docket, at);
        ConversationStore.Add(
            w.Session,
            new ConversationId(Guid.CreateVersion7()),
            Audience.Inside,
            docket.Id,
            null,
            null,
            null,
            null,
            subject
        );
        w.Log(
            new Change(ChangeKinds.DocketChanged, docket.Id.Value, docket.Place, Thing.Working, at, by.Id, docket.Id)
        );
        return DocketStore.Find(w.Session, docket.Ref)!;
    }

    private static void Begin(
        Writing w,
        Docket docket,
        ConversationId id,
        PartyId party,
        Guid? queue,
        Person by,
        Instant at
    )
    {
        ConversationStore.Add(
            w.Session,
            id,
            Audience.Outside,
            docket.Id,
            party,
            null,
            queue,
            docket.Owner,
            docket.Subject
        );
        var begun = ConversationStore.Find(w.Session, id)!;
        w.Log(new Change(ChangeKinds.ConversationMade, id.Value, begun.Place, Thing.Working, at, by.Id, docket.Id, id));
    }

    /// <summary>Says in the docket what became of it, and tells those who follow it.</summary>
    private void Changed(Writing w, Docket docket, string line, Person by, Instant at)
    {
        var inside = Inside(w, docket);
        w.Log(
            new Change(ChangeKinds.DocketChanged, docket.Id.Value, docket.Place, Thing.Working, at, by.Id, docket.Id)
        );
        Tell(
            w,
            docket,
            inside,
            Posting.Happened(w, inside, by.Id, at, line),
            Followers(w.Session, docket).Select(p => new Alert(p, AlertReason.Following)),
            by,
            at,
            line
        );
    }

    private void Tell(
        Writing w,
        Docket docket,
        Conversation inside,
        Entry? entry,
        IEnumerable<Alert> alerts,
        Person by,
        Instant at,
        string words
    )
    {
        foreach (var alert in Alerting.Whom(by.Id, docket.Place, Thing.Working, alerts, p => who.Current.Find(p)))
            Telling.Tell(w, alert, by.Id, at, inside.Id, entry?.Id, null, words);
    }

    private static IEnumerable<PersonId> Followers(SqlSession session, Docket docket) =>
        LevelStore.FollowersOf(session, docket.Id).Concat(docket.Owner is { } owner ? [owner] : []).Distinct();

    private static Conversation Inside(Writing w, Docket docket) =>
        ConversationStore.OfDocket(w.Session, docket.Id).Find(c => c.Audience is Audience.Inside)!;

    private static bool Same(DocketSight a, DocketSight b) =>
        a.Limited == b.Limited
        && (!a.Limited || (a.People.ToHashSet().SetEquals(b.People) && a.Crews.ToHashSet().SetEquals(b.Crews)));

    private static string Listed(DocketSight sight, Roster roster) =>
        Names.List(
            sight
                .People.Select(p => roster.Find(p)?.FirstName ?? "somebody")
                .Concat(sight.Crews.Select(c => $"the crew {roster.Crews[c].Name}"))
        );
}
