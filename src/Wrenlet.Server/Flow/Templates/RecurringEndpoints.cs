using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Formats.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Flow.Templates;

/// <summary>A docket that is made again and again.</summary>
/// <param name="Template">What each begins with.</param>
/// <param name="Owner">Who owns each; null for whoever set it up.</param>
/// <param name="Party">With whom; null for nobody.</param>
/// <param name="Queue">Where what the party writes waits; null for none.</param>
/// <param name="Rule">When it recurs (RFC 5545), such as FREQ=YEARLY.</param>
/// <param name="Next">The next of its days as 2026-05-04; null once there is none any more.</param>
/// <param name="Hears">What the party hears: nothing, told or asked.</param>
/// <param name="Message">The stock reply that it hears; null where it hears nothing.</param>
/// <param name="By">Who set it up; not read from what is sent.</param>
/// <param name="Last">Reference of the docket that was made last, where the viewer sees it; not read from what is
/// sent.</param>
public sealed record RecurringSetting(
    Guid Id,
    [property: Required] Guid Template,
    [property: Required(AllowEmptyStrings = true), StringLength(200)] string Subject,
    [property: Required(AllowEmptyStrings = true), StringLength(60)] string Site,
    Guid? Owner,
    Guid? Party,
    Guid? Queue,
    [property: Required, StringLength(200)] string Rule,
    [property: RegularExpression(@"^\d{4}-\d\d-\d\d$")] string? Next,
    [property: Required, AllowedValues("nothing", "told", "asked")] string Hears,
    Guid? Message,
    bool Paused,
    string? By = null,
    string? Last = null,
    string? Version = null
) : IVersioned;

/// <summary>Dockets that recur.</summary>
internal static class RecurringEndpoints
{
    /// <summary>Most of a firm.</summary>
    private const int Most = 2_000;

    public static void MapRecurring(this IEndpointRouteBuilder api)
    {
        api.MapGet("/recurring-dockets", Get).For(Access.Staff);
        api.MapPut("/recurring-dockets/{id:guid}", Put).For(Right.KeepTemplates);
        api.MapDelete("/recurring-dockets/{id:guid}", Remove).For(Right.KeepTemplates);
    }

    private static IReadOnlyList<RecurringSetting> Get(Viewer viewer, Database database, WhoIsWho who) =>
        database.Read(s => RecurringStore.All(s).Select(r => View(s, r, viewer.Person, who.Current)).ToList());

    private static RecurringSetting View(SqlSession session, RecurringDocket recurring, Person viewer, Roster roster)
    {
        var shown = new RecurringSetting(
            recurring.Id.Value,
            recurring.Template.Value,
            recurring.Subject,
            recurring.Site,
            recurring.Owner?.Value,
            recurring.Party?.Value,
            recurring.Queue,
            recurring.Rule,
            recurring.Next is { } next ? LocalDatePattern.Iso.Format(next) : null,
            StoredWords.PartyHears.Of(recurring.Hears),
            recurring.Message,
            recurring.Paused
        );
        var last =
            RecurringStore.LastMade(session, recurring.Id) is { } made
            && DocketStore.Find(session, made) is { } docket
            && viewer.MaySee(docket.Place)
                ? docket.Ref.ToString()
                : null;
        return shown with { By = roster.NameOf(recurring.By), Last = last, Version = Versions.Of(shown) };
    }

    private static async Task<Results<Ok<RecurringSetting>, ProblemHttpResult>> Put(
        Guid id,
        RecurringSetting given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var roster = who.Current;
        if (Unknown(given, roster) is { } unknown)
            return unknown;
        var today = roster.Firm!.Calendar.DateOf(clock.Now);
        return await writes.Run<Results<Ok<RecurringSetting>, ProblemHttpResult>>(w =>
        {
            var s = w.Session;
            var before = RecurringStore.Find(s, new RecurringId(id));
            if (
                Versions.Held(
                    "docket that recurs",
                    ifMatch,
                    before is null ? null : View(s, before, viewer.Person, roster)
                ) is
                { } held
            )
                return held;
            if (before is null && RecurringStore.All(s).Count >= Most)
                return Refusals.Refused($"A firm can have {Most:N0} dockets that recur. Remove one first.");
            if (SiteRules.Refuses(given.Site.Trim(), before?.Site, SiteStore.All(s)) is { } nowhere)
                return Refusals.Invalid("site", nowhere);
            var (wanted, wrong) = Read(given with { Id = id }, before, viewer.Person, today);
            if (wrong is not null)
                return wrong;
            if (wanted!.Wrong(TemplateStore.Find(s, wanted.Template)) is { } not)
                return Refusals.Refused(not);
            if (wanted.Message is { } message && StockStore.Find(s, message) is not { Person: null })
                return Refusals.Invalid("message", "Choose a stock reply that everybody has.");
            RecurringStore.Put(s, wanted);
            Log(
                w,
                id,
                viewer.Person,
                clock.Now,
                before is null ? "made a docket recur" : "changed a docket that recurs",
                wanted.Subject
            );
            return TypedResults.Ok(View(s, wanted, viewer.Person, roster));
        });
    }

    private static ProblemHttpResult? Unknown(RecurringSetting given, Roster roster) =>
        DocketMakingEndpoints.Wrong(given.Party, given.Queue, roster)
        ?? (
            given.Owner is { } owner && roster.Find(new PersonId(owner)) is not { IsStaff: true }
                ? Refusals.Invalid("owner", "There is no such colleague. Choose another.")
            : Repeating.Wrong(given.Rule) is { } rule ? Refusals.Invalid("rule", rule)
            : null
        );

    private static (RecurringDocket? Wanted, ProblemHttpResult? Problem) Read(
        RecurringSetting given,
        RecurringDocket? before,
        Person by,
        LocalDate today
    )
    {
        LocalDate? next = null;
        if (given.Next is { } day)
        {
            var read = LocalDatePattern.Iso.Parse(day);
            if (!read.Success)
                return (null, Refusals.Invalid("next", $"{day} is not a date. Write one such as 2026-05-04."));
            next = read.Value;
        }

        if (next is null && before is null)
            return (null, Refusals.Invalid("next", "Choose the day on which the first one is made."));
        if (next < today && next != before?.Next)
            return (null, Refusals.Invalid("next", "That day is past. Choose today or a later day."));
        var same = before is not null && before.Rule == given.Rule && before.Next == next;
        return (
            new RecurringDocket(
                new RecurringId(given.Id),
                new TemplateId(given.Template),
                given.Subject.Trim(),
                given.Site.Trim(),
                given.Owner is { } owner ? new PersonId(owner) : null,
                given.Party is { } party ? new PartyId(party) : null,
                given.Queue,
                given.Rule,
                same ? before!.First : next ?? before!.First,
                next ?? before!.Next,
                StoredWords.PartyHears.Parse(given.Hears) ?? PartyHears.Nothing,
                given.Message,
                by.Id,
                given.Paused
            ),
            null
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Remove(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        FirmClock clock
    ) =>
        await writes.Run<Results<NoContent, ProblemHttpResult>>(w =>
        {
            if (RecurringStore.Find(w.Session, new RecurringId(id)) is not { } recurring)
                return Refusals.NotFound("docket that recurs");
            RecurringStore.Remove(w.Session, recurring.Id);
            Log(w, id, viewer.Person, clock.Now, "ended a docket that recurs", recurring.Subject);
            return TypedResults.NoContent();
        });

    private static void Log(Writing w, Guid id, Person by, Instant at, string what, string subject)
    {
        LogStore.Add(w.Session, at, by.Id, LogKind.Settings, what, subject);
        w.Log(new Change(ChangeKinds.RecurringChanged, id, new Place.Firm(), Thing.Working, at, by.Id));
    }
}
