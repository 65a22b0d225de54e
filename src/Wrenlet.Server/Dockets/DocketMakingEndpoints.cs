using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Dockets;

/// <summary>A docket to be made.</summary>
/// <param name="Kind">What sort of docket.</param>
/// <param name="Owner">Who answers for it; null for nobody yet.</param>
/// <param name="Party">With whom it is done; null for nobody yet.</param>
/// <param name="Queue">Where what the party writes waits; null for none.</param>
public sealed record DocketToMake(
    [property: Required] Guid Id,
    [property: Required] Guid Kind,
    [property: Required, StringLength(DocketRules.LongestSubject)] string Subject,
    [property: Required(AllowEmptyStrings = true), StringLength(60)] string Site,
    Guid? Owner = null,
    Guid? Party = null,
    Guid? Queue = null
);

/// <summary>A docket that was made.</summary>
public sealed record DocketMade(string Ref);

/// <summary>A named moment of a docket.</summary>
/// <param name="PromisedTo">The party that it was promised to; null for nobody.</param>
public sealed record MilestoneSetting(
    [property: Required, StringLength(40, MinimumLength = 1)] string Name,
    [property: Required] DateTimeOffset At,
    Guid? PromisedTo = null
);

/// <summary>What can be changed of a docket.</summary>
/// <param name="Owner">Who answers for it; null for nobody.</param>
/// <param name="Limited">Whether only those listed see it.</param>
/// <param name="People">Listed people; of an open one they do not count.</param>
/// <param name="Crews">Listed crews; of an open one they do not count.</param>
/// <param name="Values">What stands in its fields, by field: text as it is, a number and a sum as a decimal, a date as
/// 2026-05-04, a choice and a person by their id, a checkbox as yes; null for nothing. Fields that are not named stay as
/// they are.</param>
public sealed record DocketFields(
    [property: Required, StringLength(DocketRules.LongestSubject)] string Subject,
    [property: Required(AllowEmptyStrings = true), StringLength(60)] string Site,
    Guid? Owner,
    [property: Required] string Priority,
    bool Limited,
    [property: Required, MaxLength(200)] IReadOnlyList<Guid> People,
    [property: Required, MaxLength(50)] IReadOnlyList<Guid> Crews,
    [property: Required, MaxLength(KindRules.MostMilestones)] IReadOnlyList<MilestoneSetting> Milestones,
    [property: MaxLength(KindRules.MostFields)] IReadOnlyDictionary<Guid, string?>? Values = null
);

/// <summary>What can be changed of a docket, as it stands.</summary>
/// <param name="Version">To be sent back as If-Match.</param>
public sealed record DocketSetting(DocketFields Fields, string Version);

internal static class DocketMakingEndpoints
{
    public static void MapDocketMaking(this IEndpointRouteBuilder api)
    {
        api.MapPost("/dockets", Make).For(Access.Staff);
        api.MapGet("/dockets/{reference}/setting", GetSetting).For(Access.Staff);
        api.MapPut("/dockets/{reference}/setting", PutSetting).For(Access.Staff);
    }

    private static async Task<Results<Ok<DocketMade>, ProblemHttpResult>> Make(
        DocketToMake given,
        Viewer viewer,
        DocketMaking making,
        Database database,
        WhoIsWho who,
        FirmKinds kinds,
        FirmClock clock
    )
    {
        if (Wrong(given, who.Current, kinds.Current, database) is { } problem)
            return problem;
        var outcome = await making.Make(
            new NewDocketTerms(
                new DocketId(given.Id),
                new KindId(given.Kind),
                given.Subject.Trim(),
                given.Site.Trim(),
                given.Owner is { } owner ? new PersonId(owner) : null
            ),
            given.Party is { } party ? new PartyId(party) : null,
            given.Queue,
            viewer.Person,
            clock.Now
        );
        return outcome.Docket is { } made
            ? TypedResults.Ok(new DocketMade(made.Ref.ToString()))
            : Refusals.NotFound("docket");
    }

    /// <summary>What is wrong with a docket that is to be made; null when it can be.</summary>
    internal static ProblemHttpResult? Wrong(DocketToMake given, Roster roster, Kinds kinds, Database database)
    {
        if (given.Id == Guid.Empty)
            return Refusals.Invalid("id", "A docket needs an id of its own (UUIDv7).");
        if (kinds.Find(new KindId(given.Kind)) is not { Retired: false })
            return Refusals.Invalid("kind", "There is no such kind of docket any more. Choose another.");
        if (DocketRules.WrongSubject(given.Subject) is { } wrong)
            return Refusals.Invalid("subject", wrong);
        if (given.Owner is { } owner && roster.Find(new PersonId(owner)) is not { IsStaff: true })
            return Refusals.Invalid("owner", "There is no such colleague. Choose another.");
        if (Wrong(given.Party, given.Queue, roster) is { } problem)
            return problem;
        return SiteRules.Refuses(given.Site.Trim(), null, database.Read(SiteStore.All)) is { } nowhere
            ? Refusals.Invalid("site", nowhere)
            : null;
    }

    internal static ProblemHttpResult? Wrong(Guid? party, Guid? queue, Roster roster) =>
        party is { } p && !roster.Parties.ContainsKey(new PartyId(p))
            ? Refusals.Invalid("party", "There is no such customer or partner. Add them to the contacts first.")
        : queue is { } q && !roster.IsLive(q)
            ? Refusals.Invalid("queue", "There is no such queue any more. Choose another.")
        : null;

    private static Results<Ok<DocketSetting>, ProblemHttpResult> GetSetting(
        string reference,
        Viewer viewer,
        FirmKinds kinds,
        Database database
    ) =>
        database.Read(s =>
            SeenDocket.Find(s, reference, viewer.Person) is { } docket ? Setting(s, docket, kinds.Current) : null
        )
            is { } setting
            ? TypedResults.Ok(setting)
            : Refusals.NotFound("docket");

    private static DocketSetting Setting(SqlSession session, Docket docket, Kinds kinds)
    {
        var values = FieldStore.Of(session, docket.Id);
        return new(
            new(
                docket.Subject,
                docket.Site,
                docket.Owner?.Value,
                StoredWords.Priorities.Of(docket.Priority),
                docket.Sight.Limited,
                [.. docket.Sight.People.Select(p => p.Value)],
                [.. docket.Sight.Crews.Select(c => c.Value)],
                [
                    .. MilestoneStore
                        .Of(session, docket.Id)
                        .Select(m => new MilestoneSetting(m.Name, m.At.ToDateTimeOffset(), m.PromisedTo?.Value)),
                ],
                kinds
                    .Of(docket)
                    .Fields.Where(f => !f.Retired)
                    .ToDictionary(f => f.Id.Value, f => values.TryGetValue(f.Id, out var v) ? v.Stored : null)
            ),
            DocketMaking.VersionOf(session, docket)
        );
    }

    private static async Task<Results<Ok<DocketSetting>, ProblemHttpResult>> PutSetting(
        string reference,
        DocketFields given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        DocketMaking making,
        Database database,
        WhoIsWho who,
        FirmKinds kinds,
        FirmClock clock
    )
    {
        var roster = who.Current;
        if (database.Read(s => SeenDocket.Find(s, reference, viewer.Person)) is not { } before)
            return Refusals.NotFound("docket");
        var kind = kinds.Current.Of(before);
        if (ifMatch is null)
            return Refusals.Invalid("If-Match", "A change names the version it was made on.");
        if (DocketRules.WrongSubject(given.Subject) is { } wrong)
            return Refusals.Invalid("subject", wrong);
        if (SiteRules.Refuses(given.Site.Trim(), before.Site, database.Read(SiteStore.All)) is { } nowhere)
            return Refusals.Invalid("site", nowhere);
        if (StoredWords.Priorities.Parse(given.Priority) is not { } priority)
            return Refusals.Invalid(
                "priority",
                $"“{given.Priority}” is not a priority. Use {string.Join(", ", StoredWords.Priorities.All)}."
            );
        if (given.Owner is { } o && roster.Find(new PersonId(o)) is not { IsStaff: true })
            return Refusals.Invalid("owner", "There is no such colleague. Choose another.");
        if (
            given.People.Any(p => roster.Find(new PersonId(p)) is not { IsStaff: true })
            || given.Crews.Any(c => !roster.Crews.ContainsKey(new CrewId(c)))
        )
            return Refusals.Invalid("people", "Somebody on the list is not staff. Remove them.");
        if (
            given
                .Milestones.Select(m => m.Name.Trim())
                .Where(n => n.Length > 0)
                .Distinct(StringComparer.OrdinalIgnoreCase)
                .Count() < given.Milestones.Count
        )
            return Refusals.Invalid("milestones", "Each milestone needs a different name.");
        if (given.Milestones.Any(m => m.PromisedTo is { } p && !roster.Parties.ContainsKey(new PartyId(p))))
            return Refusals.Invalid("milestones", "One is promised to somebody who is not a contact. Choose again.");
        var (values, unfit) = Values(given.Values, kind, roster);
        if (unfit is not null)
            return unfit;
        var outcome = await making.Change(
            reference,
            ifMatch.Trim('"'),
            new DocketTerms(
                given.Subject.Trim(),
                given.Site.Trim(),
                given.Owner is { } owner ? roster.Find(new PersonId(owner)) : null,
                priority,
                given.Limited
                    ? DocketSight.Only(
                        given.People.Select(p => new PersonId(p)),
                        given.Crews.Select(c => new CrewId(c))
                    )
                    : DocketSight.Open,
                [
                    .. given.Milestones.Select(m => new Milestone(
                        m.Name.Trim(),
                        Instant.FromDateTimeOffset(m.At),
                        kind.Milestones.FirstOrDefault(k =>
                            !k.Retired && k.Name.Equals(m.Name.Trim(), StringComparison.OrdinalIgnoreCase)
                        )?.Id,
                        m.PromisedTo is { } p ? new PartyId(p) : null
                    )),
                ],
                values
            ),
            viewer.Person,
            clock.Now
        );
        if (outcome.Docket is not { } docket)
            return Refusals.NotFound("docket");
        if (outcome.Refusal is { } refusal)
            return Refusals.Refused(refusal);
        var now = database.Read(s => Setting(s, docket, kinds.Current));
        return outcome.Changed ? Refusals.Changed("docket", now) : TypedResults.Ok(now);
    }

    /// <summary>What is to stand in some fields of a docket; or what is wrong with it.</summary>
    internal static (Dictionary<FieldId, FieldValue?> Values, ProblemHttpResult? Problem) Values(
        IReadOnlyDictionary<Guid, string?>? given,
        Kind kind,
        Roster roster
    )
    {
        var values = new Dictionary<FieldId, FieldValue?>();
        foreach (var (id, text) in given ?? new Dictionary<Guid, string?>())
        {
            if (kind.Fields.FirstOrDefault(f => f.Id.Value == id && !f.Retired) is not { } field)
                return (
                    values,
                    Refusals.Invalid("values", $"{kind.Many} have no such field any more. Load the page again.")
                );
            var (value, wrong) = FieldValues.Read(field, text, p => roster.Find(new PersonId(p)) is { IsStaff: true });
            if (wrong is not null)
                return (values, Refusals.Invalid(field.Name, wrong));
            values[field.Id] = value;
        }

        return (values, null);
    }
}
