using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Asks;

/// <summary>An answer.</summary>
/// <param name="Version">Version of the words that are answered.</param>
/// <param name="Approves">Of a decision; null for other kinds.</param>
/// <param name="Chosen">Of a choice: what was chosen, counted from 0; null for other kinds.</param>
/// <param name="Words">The answer to a question, or a word beside another answer; null for none.</param>
/// <param name="For">Someone outside whose answer is taken down by staff; null for one's own.</param>
public sealed record NewAnswer(
    [property: Required] int Version,
    bool? Approves = null,
    [property: MaxLength(20)] IReadOnlyList<int>? Chosen = null,
    [property: StringLength(5000)] string? Words = null,
    Guid? For = null
);

/// <summary>To whom an ask is passed on, and why.</summary>
public sealed record AskPassing([property: Required] Guid To, [property: Required, StringLength(500)] string Reason);

/// <summary>Why something is not answered or not wanted any more; null for no reason given.</summary>
public sealed record AskReason([property: StringLength(500)] string? Reason);

/// <summary>Someone who can be asked.</summary>
/// <param name="Away">Until when they are on leave, in words; null when they are not.</param>
/// <param name="Cover">Who covers for them and can be asked instead; null when nobody does.</param>
public sealed record AskableView(OwnerView Who, string? Away, OwnerView? Cover);

internal static class AskEndpoints
{
    private const int MostOver = 100;

    public static void MapAsks(this IEndpointRouteBuilder api)
    {
        api.MapGet("/conversations/{id:guid}/askable", WhoCanBeAsked).For(Access.Staff);
        api.MapGet("/asks/on-me", OnMe).For(Access.Staff);
        api.MapGet("/asks/of-mine", OfMine).For(Access.Staff);
        api.MapGet("/dockets/{reference}/asks", OfDocket).For(Access.Staff);
        api.MapGet("/asks/{id:guid}", GetAsk).For(Access.SignedIn);
        api.MapPut("/asks/{id:guid}/answer", Answer).For(Access.SignedIn);
        api.MapPost("/asks/{id:guid}/passing", Pass).For(Access.SignedIn);
        api.MapPost("/asks/{id:guid}/not-mine", NotMine).For(Access.SignedIn);
        api.MapPost("/asks/{id:guid}/reminders", Remind).For(Access.Staff);
        api.MapPost("/asks/{id:guid}/withdrawal", Withdraw).For(Access.Staff);
        api.MapDelete("/asks/{id:guid}/withdrawal", Renew).For(Access.Staff);
    }

    /// <summary>
    /// Who can be asked in a conversation: outside the party's contacts, inside whoever of ours sees it, and crews.
    /// </summary>
    private static Results<Ok<IReadOnlyList<AskableView>>, ProblemHttpResult> WhoCanBeAsked(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<IReadOnlyList<AskableView>>, ProblemHttpResult>>(s =>
        {
            if (SeenTalk.Conversation(s, id, viewer.Person) is not { } conversation)
                return Refusals.NotFound("conversation");
            var (roster, now) = (who.Current, clock.Now);
            if (conversation.Audience is Audience.Outside)
                return TypedResults.Ok<IReadOnlyList<AskableView>>([
                    .. (conversation.Party is { } party ? roster.Parties[party].Contacts : [])
                        .Select(c => roster.Find(c))
                        .OfType<Person>()
                        .Select(p => new AskableView(OwnerView.Of(p), null, null)),
                ]);
            var leaves = LeaveStore.From(s, roster.Firm!.Calendar.DateOf(now).PlusDays(-1)).ToLookup(l => l.Person);
            var people = roster
                .Staff.Where(p => p.Id != viewer.Person.Id && p.MaySee(conversation.Place))
                .Select(p => Askable(p, conversation, viewer.Person, leaves[p.Id], roster, now));
            var crews = roster
                .LiveCrews.Where(c =>
                    conversation.Audience is Audience.Inside && c.Members.Any(m => m != viewer.Person.Id)
                )
                .Select(c => new AskableView(OwnerView.Of(c), null, null));
            return TypedResults.Ok<IReadOnlyList<AskableView>>([.. people.Concat(crews)]);
        });

    private static AskableView Askable(
        Person person,
        Conversation conversation,
        Person viewer,
        IEnumerable<Leave> leaves,
        Roster roster,
        Instant now
    )
    {
        var hours = roster.HoursOf(person.Id);
        var standing = Standing.Of(false, now, hours, leaves);
        if (standing.Availability is not Availability.OnLeave)
            return new(OwnerView.Of(person), null, null);
        var until = standing.Until is { } back ? $" until {DateWords.Day(hours.DateOf(back), hours.DateOf(now))}" : "";
        var cover =
            roster.Find(standing.Cover) is { } covers && covers.Id != viewer.Id && covers.MaySee(conversation.Place)
                ? OwnerView.Of(covers)
                : null;
        return new(OwnerView.Of(person), $"on leave{until}", cover);
    }

    /// <summary>What waits for the viewer's answer, what is due first before the rest.</summary>
    private static IReadOnlyList<AskItem> OnMe(Viewer viewer, Database database, WhoIsWho who, FirmClock clock) =>
        database.Read(s =>
        {
            var now = clock.Now;
            var waiting = AskStore
                .OpenFor(s, viewer.Person.Id)
                .Where(a =>
                    a.Asking.At(now) is { State: AskState.Open } standing
                    && standing.WaitedFor.Contains(viewer.Person.Id)
                );
            return AskViews.Items(
                s,
                waiting.OrderBy(a => a.Asking.Terms.Due ?? Instant.MaxValue).ThenBy(a => a.Key),
                viewer.Person,
                who.Current,
                now
            );
        });

    /// <summary>What the viewer has asked: what is open before what is over.</summary>
    private static IReadOnlyList<AskItem> OfMine(Viewer viewer, Database database, WhoIsWho who, FirmClock clock) =>
        database.Read(s =>
        {
            var now = clock.Now;
            var asked = AskStore.By(s, viewer.Person.Id, MostOver);
            return AskViews.Items(
                s,
                asked
                    .OrderBy(a => a.Asking.At(now).State is not (AskState.Open or AskState.Returned))
                    .ThenBy(a => a.Asking.Terms.Due ?? Instant.MaxValue)
                    .ThenByDescending(a => a.Key),
                viewer.Person,
                who.Current,
                now
            );
        });

    /// <summary>Asks of a docket, the newest first.</summary>
    private static Results<Ok<IReadOnlyList<AskItem>>, ProblemHttpResult> OfDocket(
        string reference,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<IReadOnlyList<AskItem>>, ProblemHttpResult>>(s =>
            SeenDocket.Find(s, reference, viewer.Person) is { } docket
                ? TypedResults.Ok(
                    AskViews.Items(s, AskStore.OfDocket(s, docket.Id, MostOver), viewer.Person, who.Current, clock.Now)
                )
                : Refusals.NotFound("docket")
        );

    private static Results<Ok<AskView>, ProblemHttpResult> GetAsk(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        View(new AskId(id), viewer.Person, database, who, clock) is { } view
            ? TypedResults.Ok(view)
            : Refusals.NotFound("ask");

    private static Task<Results<Ok<AskView>, ProblemHttpResult>> Answer(
        Guid id,
        NewAnswer given,
        Viewer viewer,
        Answering answering,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Take(
            id,
            given.Version,
            new AskStep.Answered(
                viewer.Person.Id,
                clock.Now,
                given.For is { } whose ? new PersonId(whose) : viewer.Person.Id,
                new Reply(given.Approves, [.. given.Chosen ?? []], given.Words?.Trim() ?? "")
            ),
            viewer,
            answering,
            database,
            who,
            clock
        );

    private static Task<Results<Ok<AskView>, ProblemHttpResult>> Pass(
        Guid id,
        AskPassing given,
        Viewer viewer,
        Answering answering,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Take(
            id,
            null,
            new AskStep.PassedOn(viewer.Person.Id, clock.Now, new PersonId(given.To), given.Reason.Trim()),
            viewer,
            answering,
            database,
            who,
            clock
        );

    private static Task<Results<Ok<AskView>, ProblemHttpResult>> NotMine(
        Guid id,
        AskReason given,
        Viewer viewer,
        Answering answering,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Take(
            id,
            null,
            new AskStep.NotMine(viewer.Person.Id, clock.Now, given.Reason?.Trim() ?? ""),
            viewer,
            answering,
            database,
            who,
            clock
        );

    private static Task<Results<Ok<AskView>, ProblemHttpResult>> Remind(
        Guid id,
        Viewer viewer,
        Answering answering,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) => Take(id, null, new AskStep.Reminded(viewer.Person.Id, clock.Now), viewer, answering, database, who, clock);

    private static Task<Results<Ok<AskView>, ProblemHttpResult>> Withdraw(
        Guid id,
        AskReason given,
        Viewer viewer,
        Answering answering,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Take(
            id,
            null,
            new AskStep.Withdrawn(viewer.Person.Id, clock.Now, given.Reason?.Trim() ?? ""),
            viewer,
            answering,
            database,
            who,
            clock
        );

    private static Task<Results<Ok<AskView>, ProblemHttpResult>> Renew(
        Guid id,
        Viewer viewer,
        Answering answering,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) => Take(id, null, new AskStep.Renewed(viewer.Person.Id, clock.Now), viewer, answering, database, who, clock);

    private static async Task<Results<Ok<AskView>, ProblemHttpResult>> Take(
        Guid id,
        int? version,
        AskStep step,
        Viewer viewer,
        Answering answering,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var outcome = await answering.Take(new AskId(id), viewer.Person, version, step);
        if (outcome.Ask is null)
            return Refusals.NotFound("ask");
        return outcome.Refusal is { } refusal
            ? Refusals.Refused(refusal)
            : TypedResults.Ok(View(new AskId(id), viewer.Person, database, who, clock)!);
    }

    private static AskView? View(AskId id, Person viewer, Database database, WhoIsWho who, FirmClock clock) =>
        database.Read(s =>
            AskStore.Find(s, id) is { } ask && SeenTalk.Entry(s, ask.Entry, viewer) is var (entry, _)
                ? AskViews.Of(ask, entry.Version, viewer, who.Current, clock.Now)
                : null
        );
}
