using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Dockets;

/// <summary>
/// What came of doing something with a docket: the docket as it stands; why not; or that it was changed meanwhile.
/// Nothing of these where it is not seen.
/// </summary>
public sealed record DocketOutcome(Docket? Docket, string? Refusal = null, bool Changed = false);

/// <summary>A docket that is to be made.</summary>
/// <param name="Owner">Who answers for it; null for nobody yet.</param>
/// <param name="Milestones">Milestones that have a date already; null for none.</param>
public sealed record NewDocketTerms(
    DocketId Id,
    KindId Kind,
    string Subject,
    string Site,
    PersonId? Owner,
    IReadOnlyList<Milestone>? Milestones = null
)
{
    /// <summary>Who is to see it.</summary>
    public DocketSight Sight { get; init; } = DocketSight.Open;
}

/// <summary>
/// What a docket is to be. Its milestones are in the order of time; fields that are not among the values stay.
/// </summary>
public sealed record DocketTerms(
    string Subject,
    string Site,
    Person? Owner,
    Priority Priority,
    DocketSight Sight,
    IReadOnlyList<Milestone> Milestones,
    IReadOnlyDictionary<FieldId, FieldValue?> Values
);

/// <summary>
/// Makes dockets and changes what they are.
/// </summary>
public sealed class DocketMaking(WriteQueue writes, WhoIsWho who, FirmKinds kinds, Dispatcher happenings)
{
    /// <summary>
    /// Opens a docket for what was talked about without one, within a write that does more; whoever opens it owns it.
    /// </summary>
    /// <param name="w">The write.</param>
    /// <param name="subject">What it is about.</param>
    /// <param name="by">Who opens it.</param>
    /// <param name="at">When.</param>
    /// <param name="queue">Where the conversation waited: its site is the docket's where the kind has no usual one.</param>
    public Docket FromTalk(Writing w, string subject, Person by, Instant at, Guid? queue = null) =>
        Add(
            w,
            new NewDocketTerms(
                new DocketId(Guid.CreateVersion7()),
                kinds.Current.FromTalk!.Id,
                subject,
                kinds.Current.FromTalk.Usual.Site is { Length: > 0 } usual ? usual
                    : queue is { } q && who.Current.Queues.TryGetValue(q, out var waited) ? waited.Site
                    : "",
                by.Id
            ),
            party: null,
            queue: null,
            by,
            at
        );

    /// <summary>Makes a docket; one that is there already with this id is given back as it is.</summary>
    /// <param name="terms">What it is to be.</param>
    /// <param name="party">With whom it is done; null for nobody yet.</param>
    /// <param name="queue">Where what the party writes waits; null for none.</param>
    /// <param name="by">Who makes it.</param>
    /// <param name="at">When.</param>
    public Task<DocketOutcome> Make(NewDocketTerms terms, PartyId? party, Guid? queue, Person by, Instant at) =>
        writes.Run(w => Make(w, terms, party, queue, by, at).Outcome);

    /// <summary>Makes a docket within a write that does more, and says whether it was not there yet.</summary>
    public (DocketOutcome Outcome, bool New) Make(
        Writing w,
        NewDocketTerms terms,
        PartyId? party,
        Guid? queue,
        Person by,
        Instant at
    )
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(terms);
        ArgumentNullException.ThrowIfNull(by);
        return DocketStore.Find(w.Session, terms.Id) is { } there
            ? (new(by.MaySee(there.Place) ? there : null), false)
            : (new(Add(w, terms, party, queue, by, at)), true);
    }

    /// <summary>Changes what a docket is.</summary>
    /// <param name="version">The version that the change was made on (<see cref="VersionOf"/>).</param>
    public Task<DocketOutcome> Change(string reference, string version, DocketTerms terms, Person by, Instant at) =>
        writes.Run(w =>
        {
            var s = w.Session;
            if (SeenDocket.Find(s, reference, by) is not { } before)
                return new DocketOutcome(null);
            return VersionOf(s, before) == version
                ? Change(w, before, terms, by, at)
                : new DocketOutcome(before, Changed: true);
        });

    /// <summary>Changes what a docket is within a write that does more.</summary>
    public DocketOutcome Change(Writing w, Docket before, DocketTerms terms, Person by, Instant at)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(terms);
        ArgumentNullException.ThrowIfNull(by);
        var s = w.Session;
        var version = VersionOf(s, before);
        if (terms.Owner?.Id != before.Owner && DocketRules.RefusesOwner(terms.Owner, terms.Sight) is { } blind)
            return new(before, blind);
        if (
            !before.Sight.SameAs(terms.Sight)
            && DocketRules.RefusesSight(by, before.Sight, terms.Sight, terms.Owner) is { } not
        )
            return new(before, not);
        DocketStore.Set(s, before.Id, terms.Subject, terms.Site, terms.Owner?.Id, terms.Priority);
        if (!before.Sight.SameAs(terms.Sight))
            DocketStore.SetSight(s, before.Id, terms.Sight);
        MilestoneStore.Set(s, before.Id, terms.Milestones, by.Id, at);
        foreach (var (field, value) in terms.Values)
            FieldStore.Set(s, before.Id, field, value);
        DocketStore.Index(s, before.Id);
        var after = DocketStore.Find(s, before.Id)!;
        if (VersionOf(s, after) == version)
            return new(after);
        Log(w, after, by, at);
        if (!before.Sight.SameAs(after.Sight))
            LogStore.Add(
                s,
                at,
                by.Id,
                LogKind.Accounts,
                "said who sees a docket",
                $"{after.Ref}: {(after.Sight.Limited ? SightWords.Of(after.Sight, who.Current) : "all staff")}"
            );
        happenings.Say(w, new DocketSet(before, after, by, at));
        return new(after);
    }

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
                MilestoneStore
                    .Of(session, docket.Id)
                    .Select(m => $"{m.Name} {m.At.ToUnixTimeMilliseconds()} {m.PromisedTo?.Value}")
            )
            .Concat(
                FieldStore
                    .Of(session, docket.Id)
                    .Select(v => $"{v.Key.Value} {v.Value.Stored}")
                    .Order(StringComparer.Ordinal)
            );
        return Convert.ToHexStringLower(
            System.Security.Cryptography.SHA256.HashData(
                System.Text.Encoding.UTF8.GetBytes(string.Join('\u001f', parts))
            )
        )[..16];
    }

    /// <summary>
    /// Makes a docket as another program had it, within a write that does more. Whoever does so says at the end that
    /// something has changed: nobody is told of each.
    /// </summary>
    /// <param name="w">The write.</param>
    /// <param name="docket">The docket as it is to be; its reference counts only where <paramref name="numbered"/>.</param>
    /// <param name="numbered">Whether it keeps the reference it has; else it gets the next free one.</param>
    /// <param name="values">What its fields hold.</param>
    /// <param name="party">With whom it is done; null for nobody.</param>
    /// <param name="queue">Where what the party writes waits; null for none.</param>
    /// <param name="by">Who brings it.</param>
    /// <param name="made">When it was made there.</param>
    /// <param name="at">The moment.</param>
    public Docket Bring(
        Writing w,
        Docket docket,
        bool numbered,
        IReadOnlyDictionary<FieldId, FieldValue> values,
        PartyId? party,
        Guid? queue,
        Person by,
        Instant made,
        Instant at
    )
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(docket);
        ArgumentNullException.ThrowIfNull(values);
        ArgumentNullException.ThrowIfNull(by);
        var s = w.Session;
        if (!numbered)
            docket = docket with
            {
                Ref = DocketStore.NextRef(s, kinds.Current.Of(docket), at.InZone(who.Current.Firm!.Calendar.Zone).Year),
            };
        DocketStore.Add(s, docket, made, by.Id);
        foreach (var (field, value) in values)
            FieldStore.Set(s, docket.Id, field, value);
        if (values.Count > 0)
            DocketStore.Index(s, docket.Id);
        happenings.Say(w, new DocketBrought(docket, party, queue));
        return docket;
    }

    private Docket Add(Writing w, NewDocketTerms terms, PartyId? party, Guid? queue, Person by, Instant at)
    {
        var kind = kinds.Current.Find(terms.Kind)!;
        var year = at.InZone(who.Current.Firm!.Calendar.Zone).Year;
        var reference = DocketStore.NextRef(w.Session, kind, year);
        DocketStore.Add(
            w.Session,
            new Docket(
                Key: 0,
                terms.Id,
                kind.Id,
                reference,
                terms.Subject,
                terms.Site,
                terms.Owner,
                kind.First.Id,
                Priority.Normal,
                Open: true,
                terms.Sight
            ),
            at,
            by.Id
        );
        var made = DocketStore.Find(w.Session, reference)!;
        if (terms.Milestones is { Count: > 0 } milestones)
            MilestoneStore.Set(w.Session, made.Id, milestones, by.Id, at);
        Log(w, made, by, at);
        happenings.Say(w, new DocketBegun(made, party, queue, by, at));
        return made;
    }

    /// <summary>Says that a docket has changed.</summary>
    internal static void Log(Writing w, Docket docket, Person by, Instant at) =>
        w.Log(
            new Change(ChangeKinds.DocketChanged, docket.Id.Value, docket.Place, Thing.Working, at, by.Id, docket.Id)
        );
}

/// <summary>Who sees a limited docket, in words.</summary>
internal static class SightWords
{
    public static string Of(DocketSight sight, Roster roster) =>
        Names.List(
            sight
                .People.Select(p => roster.Find(p)?.FirstName ?? "somebody")
                .Concat(sight.Crews.Select(c => $"the crew {roster.Crews[c].Name}"))
        );
}
