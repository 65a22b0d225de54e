using System.ComponentModel.DataAnnotations;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Whom a conversation is given to: a person, or a crew one of whom is to take it.</summary>
/// <param name="Note">A word to them; null for none.</param>
/// <param name="Expected">Id of whose it was when one decided, empty for nobody's: where somebody else has taken it since,
/// it stays theirs. Null to take it from whoever has it.</param>
public sealed record NewOwner(
    Guid? Person,
    Guid? Crew = null,
    [property: StringLength(2000)] string? Note = null,
    [property: StringLength(36)] string? Expected = null
);

/// <summary>The queue a conversation is moved to.</summary>
public sealed record NewQueue(Guid Queue);

/// <summary>What becomes of a conversation.</summary>
/// <param name="Step">close, reopen, nothing-due, aside or back.</param>
/// <param name="Until">Until when it is set aside; null for the others.</param>
public sealed record NewStanding([property: Required] string Step, DateTimeOffset? Until = null);

/// <summary>The docket a conversation is put into: one that is there, or a new ticket.</summary>
/// <param name="Reference">Reference of one that is there; null for a new one.</param>
/// <param name="Subject">Subject of the new one; null for one that is there.</param>
public sealed record NewDocket(string? Reference, [property: StringLength(200)] string? Subject);

internal static class HandlingEndpoints
{
    private static readonly Dictionary<string, TalkStep> Steps = new()
    {
        ["close"] = TalkStep.Close,
        ["reopen"] = TalkStep.Reopen,
        ["nothing-due"] = TalkStep.NothingDue,
        ["aside"] = TalkStep.Aside,
        ["back"] = TalkStep.Back,
    };

    public static void MapHandling(this IEndpointRouteBuilder api)
    {
        api.MapPut("/conversations/{id:guid}/queue", Move).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/standing", Stand).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/docket", PutInto).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/owner", HandOver).For(Access.Staff);
    }

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> Move(
        Guid id,
        NewQueue given,
        Viewer viewer,
        Handling handling,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        await Done(
            id,
            viewer,
            database,
            who,
            clock,
            () => handling.Move(new(id), viewer.Person, given.Queue, clock.Now)
        );

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> Stand(
        Guid id,
        NewStanding given,
        Viewer viewer,
        Handling handling,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        Instant? until = given.Until is { } moment ? Instant.FromDateTimeOffset(moment) : null;
        return await Done(
            id,
            viewer,
            database,
            who,
            clock,
            async () =>
                Steps.TryGetValue(given.Step, out var step)
                    ? await handling.Stand(new(id), viewer.Person, step, until, clock.Now)
                    : new Decision(false, $"There are {Names.List(Steps.Keys)}.")
        );
    }

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> PutInto(
        Guid id,
        NewDocket given,
        Viewer viewer,
        Handling handling,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (database.Read(s => SeenTalk.Conversation(s, id, viewer.Person, Thing.Working)) is null)
            return Refusals.NotFound("conversation");
        var subject = given.Subject?.Trim() ?? "";
        if (given.Reference is null && subject.Length == 0)
            return Refusals.Invalid("subject", "Name a docket, or give the new ticket a subject.");
        DocketRef? reference = null;
        if (given.Reference is { } text && (reference = DocketRef.Parse(text)) is null)
            return Refusals.Invalid("reference", $"“{text}” is not a docket. Write it like J-1042.");
        return await Done(
            id,
            viewer,
            database,
            who,
            clock,
            () => handling.PutInto(new(id), viewer.Person, reference, subject, clock.Now)
        );
    }

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> Done(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        Func<Task<Decision>> act
    )
    {
        if (
            database.Read(s => ConversationStore.Find(s, new ConversationId(id))) is not { } conversation
            || !viewer.Person.MaySee(conversation.Place, Thing.Working)
        )
            return Refusals.NotFound("conversation");
        var decision = await act();
        return decision.Allowed
            ? TypedResults.Ok(Now(new(id), database, who, clock))
            : Refusals.Refused(decision.Reason);
    }

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> HandOver(
        Guid id,
        NewOwner given,
        Viewer viewer,
        Handling handling,
        WhoIsWho who,
        Database database,
        FirmClock clock
    )
    {
        var place = new ConversationId(id);
        if (
            database.Read(s => ConversationStore.Find(s, place)) is not { } conversation
            || !viewer.Person.MaySee(conversation.Place)
        )
            return Refusals.NotFound("conversation");
        var next = given.Person is { } person ? who.Current.Find(new PersonId(person)) : null;
        var crew = given.Crew is { } c ? who.Current.Crews.GetValueOrDefault(new CrewId(c)) : null;
        if (next is null && crew is not { Retired: false })
            return Refusals.Invalid("person", "There is no such person or crew. Choose a colleague or a crew.");
        ExpectedOwner? expected =
            given.Expected is not { } was ? null
            : Guid.TryParse(was, out var had) ? new ExpectedOwner(new PersonId(had))
            : new ExpectedOwner(null);
        var note = given.Note?.Trim() ?? "";
        var decision = await handling.HandOver(place, viewer.Person, next, crew, note, clock.Now, expected);
        return decision.Allowed ? TypedResults.Ok(Now(place, database, who, clock)) : Refusals.Refused(decision.Reason);
    }

    /// <summary>A conversation as it is now.</summary>
    public static ConversationView Now(ConversationId id, Database database, WhoIsWho who, FirmClock clock) =>
        ConversationViews.Conversation(database.Read(s => ConversationStore.Find(s, id))!, who.Current, clock.Now);
}
