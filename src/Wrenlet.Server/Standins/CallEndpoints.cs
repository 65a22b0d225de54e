using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Standins;

/// <summary>A call of the stand-in.</summary>
/// <param name="Title">Of the meeting.</param>
/// <param name="Said">What has been said, in its order.</param>
/// <param name="Over">Whether it has been ended.</param>
public sealed record CallView(string Title, string When, IReadOnlyList<SaidInCall> Said, bool Over);

/// <summary>What somebody says in a call.</summary>
public sealed record NewSpoken([property: Required, StringLength(500, MinimumLength = 1)] string Words);

/// <summary>The stand-in's room, for those who are invited and nobody else.</summary>
internal static class CallEndpoints
{
    private const int MostSaid = 2_000;

    public static void MapCalls(this IEndpointRouteBuilder api)
    {
        api.MapGet("/calls/{id:guid}", Get).For(Access.SignedIn);
        api.MapPost("/calls/{id:guid}/lines", Say).For(Access.SignedIn);
        api.MapPost("/calls/{id:guid}/end", End).For(Access.Staff);
    }

    private static Results<Ok<CallView>, ProblemHttpResult> Get(
        Guid id,
        Viewer viewer,
        Database database,
        StandinCallOffice office,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Invited(id, viewer, database) is { } kept
            ? TypedResults.Ok(View(kept, office, who, clock))
            : Refusals.NotFound("call");

    private static Results<Ok<CallView>, ProblemHttpResult> Say(
        Guid id,
        NewSpoken given,
        Viewer viewer,
        Database database,
        StandinCallOffice office,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (Invited(id, viewer, database) is not { } kept)
            return Refusals.NotFound("call");
        var words = string.Join(' ', given.Words.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
        if (words.Length == 0)
            return Refusals.Invalid("words", "It is empty. Write something first.");
        if (kept.Meeting.CalledOff)
            return Refusals.Refused("The meeting was cancelled.");
        if (IsOver(kept, office))
            return Refusals.Refused("The call is over. Write it in the conversation instead; your text is kept.");
        if (office.Said(kept.Id).Count >= MostSaid)
            return Refusals.Refused(
                $"The stand-in’s call holds {MostSaid} lines. End it, and go on in another meeting."
            );
        office.Say(kept.Id, new SaidInCall(viewer.Person.Name, words, clock.Now.ToDateTimeOffset()));
        return TypedResults.Ok(View(kept, office, who, clock));
    }

    private static Results<Ok<CallView>, ProblemHttpResult> End(
        Guid id,
        Viewer viewer,
        Database database,
        StandinCallOffice office,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (Invited(id, viewer, database) is not { } kept)
            return Refusals.NotFound("call");
        if (IsOver(kept, office))
            return Refusals.Refused("The call is over already.");
        if (!office.End(kept.Id))
            return Refusals.Refused("Nothing has been said yet. Leave the call, or say something first.");
        return TypedResults.Ok(View(kept, office, who, clock) with { Over = true });
    }

    /// <summary>The meeting, where it is by call and the viewer sees it and is invited.</summary>
    private static KeptMeeting? Invited(Guid id, Viewer viewer, Database database) =>
        database.Read(s =>
            MeetingStore.Find(s, new MeetingId(id)) is { Meeting.Call: true } kept
            && SeenTalk.Entry(s, kept.Entry, viewer.Person) is not null
            && kept.Meeting.Invitees.Any(i => i.Whom == viewer.Person.Id)
                ? kept
                : null
        );

    private static bool IsOver(KeptMeeting kept, StandinCallOffice office) =>
        kept.Transcribed is not null || office.Finished().Any(f => f.Meeting == kept.Id);

    private static CallView View(KeptMeeting kept, StandinCallOffice office, WhoIsWho who, FirmClock clock) =>
        new(
            kept.Meeting.Title,
            MeetingViews.When(kept.Meeting.From, kept.Meeting.Until, who.Current, clock.Now),
            office.Said(kept.Id),
            IsOver(kept, office)
        );
}
