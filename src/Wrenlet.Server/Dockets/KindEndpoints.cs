using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Dockets;

/// <summary>The firm's kinds of docket.</summary>
internal static class KindEndpoints
{
    public static void MapKinds(this IEndpointRouteBuilder api)
    {
        api.MapGet("/kinds", Get).For(Access.Staff);
        api.MapPut("/kinds/{id:guid}", Put).For(Right.SetUp);
    }

    private static IReadOnlyList<KindSetting> Get(FirmKinds kinds, Database database, WhoIsWho who, FirmClock clock)
    {
        var year = Year(who, clock);
        return database.Read(s =>
            kinds
                .Current.All.Select(k =>
                    KindSetting.Of(k) with
                    {
                        NextRef = DocketStore.NextRef(s, k, year).ToString(),
                    }
                )
                .ToList()
        );
    }

    private static int Year(WhoIsWho who, FirmClock clock) => clock.Now.InZone(who.Current.Firm!.Calendar.Zone).Year;

    private static async Task<Results<Ok<KindSetting>, ProblemHttpResult>> Put(
        Guid id,
        KindSetting given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        FirmKinds kinds,
        Database database,
        WriteQueue writes,
        Dispatcher happenings,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (given.Fields.FirstOrDefault(f => StoredWords.FieldTypes.Parse(f.Type) is null) is { } odd)
            return Refusals.Invalid(
                "fields",
                $"“{odd.Type}” is no type of field. Use {string.Join(", ", StoredWords.FieldTypes.All)}."
            );
        if (Unknown(given, who.Current) is { } unknown)
            return unknown;
        ProblemHttpResult? problem = null;
        var year = Year(who, clock);
        await writes.Run(w =>
        {
            var all = KindStore.Load(w.Session);
            var before = all.Find(new KindId(id));
            problem = Versions.Held("kind", ifMatch, before is null ? null : KindSetting.Of(before));
            if (problem is not null)
                return;
            var after = (given with { Id = id }).Read(before, year);
            problem = Refused(w.Session, given, before, after, all);
            if (problem is not null)
                return;
            Write(w, happenings, before, after, viewer.Person, given, clock.Now);
        });
        return problem is null ? TypedResults.Ok(Get(kinds, database, who, clock).First(k => k.Id == id)) : problem;
    }

    private static ProblemHttpResult? Unknown(KindSetting given, Roster roster) =>
        given.Queue is { } queue && !roster.Queues.ContainsKey(queue)
            ? Refusals.Invalid("queue", "There is no such queue any more. Choose another.")
        : given.Owner is { } owner && roster.Find(new PersonId(owner)) is not { IsStaff: true }
            ? Refusals.Invalid("owner", "There is no such colleague. Choose another.")
        : null;

    private static ProblemHttpResult? Refused(
        SqlSession session,
        KindSetting given,
        Kind? before,
        Kind after,
        Kinds all
    )
    {
        if (before is null && all.All.Length >= KindRules.MostKinds)
            return Refusals.Refused($"A firm can have {KindRules.MostKinds} kinds. Rename one that you no longer use.");
        if (KindRules.Wrong(after, [.. all.All.Where(k => k.Id != after.Id)]) is var (part, words))
            return Refusals.Invalid(part, words);
        if (Taken(after, all) is { } taken)
            return Refusals.Invalid(taken, "One of these has an id that is in use already. Add it again.");
        var (_, refusal) = KindRules.Retiring(before, after, Moves(given), stage => KindStore.Standing(session, stage));
        return refusal is null ? null : Refusals.Refused(refusal);
    }

    /// <summary>The part that has an identity twice, or one that another kind uses; null for none.</summary>
    private static string? Taken(Kind after, Kinds all)
    {
        var others = all.All.Where(k => k.Id != after.Id).ToList();
        bool Twice<T>(IEnumerable<T> own, IEnumerable<T> theirs) =>
            own.Count() != own.Distinct().Count() || own.Intersect(theirs).Any();
        return Twice(after.AllStages.Select(s => s.Id), others.SelectMany(k => k.AllStages).Select(s => s.Id))
                ? "stages"
            : Twice(after.Milestones.Select(m => m.Id), others.SelectMany(k => k.Milestones).Select(m => m.Id))
                ? "milestones"
            : Twice(after.Fields.Select(f => f.Id), others.SelectMany(k => k.Fields).Select(f => f.Id)) ? "fields"
            : after.Fields.Any(f => Twice(f.Choices.Select(c => c.Id), [])) ? "fields"
            : null;
    }

    private static Dictionary<StageId, StageId> Moves(KindSetting given) =>
        given
            .Stages.Where(s => s.Retired && s.MovesTo is not null)
            .DistinctBy(s => s.Id)
            .ToDictionary(s => new StageId(s.Id), s => new StageId(s.MovesTo!.Value));

    private static void Write(
        Writing w,
        Dispatcher happenings,
        Kind? before,
        Kind after,
        Person by,
        KindSetting given,
        Instant at
    )
    {
        var (moves, _) = KindRules.Retiring(before, after, Moves(given), stage => KindStore.Standing(w.Session, stage));
        KindStore.Put(w.Session, after);
        foreach (var (from, to) in moves)
        {
            KindStore.Empty(w.Session, from, to);
            happenings.Say(w, new StageEmptied(from, to));
        }

        var said = before is null
            ? $"new, numbered {after.Numbering.Letters}"
            : string.Join("; ", KindRules.Changes(before, after));
        if (said.Length > 0)
            LogStore.Add(
                w.Session,
                at,
                by.Id,
                LogKind.Settings,
                before is null ? "made a kind" : "changed a kind",
                $"{after.Name}: {said}"
            );
        w.Log(new Change(ChangeKinds.KindsChanged, after.Id.Value, new Place.Firm(), Thing.Working, at, by.Id));
    }
}
