using System.ComponentModel.DataAnnotations;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;

namespace Wrenlet.Server.Pages;

/// <summary>Words that were taken back before they left.</summary>
public sealed record TakenBack(string Body);

internal static class LeavingEndpoints
{
    public static void MapLeaving(this IEndpointRouteBuilder api)
    {
        api.MapPut("/entries/{id:guid}/leaving", SendNow).For(Access.Staff);
        api.MapDelete("/entries/{id:guid}/leaving", TakeBack).For(Access.Staff);
    }

    private static async Task<Results<Ok<TakenBack>, ProblemHttpResult>> TakeBack(
        Guid id,
        Viewer viewer,
        Undoing undoing,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (await undoing.TakeBack(new EntryId(id), viewer.Person, clock.Now) is { } body)
            return TypedResults.Ok(new TakenBack(body));
        return database.Read(s => TalkReading.Entry(s, new EntryId(id), viewer.Person, who.Current, clock.Now)) is null
            ? Refusals.NotFound("entry")
            : Refusals.Refused("It has been sent already, or is not yours. Send another message instead.");
    }

    private static async Task<Results<Ok<EntryView>, ProblemHttpResult>> SendNow(
        Guid id,
        Viewer viewer,
        Undoing undoing,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var sent = await undoing.SendNow(new EntryId(id), viewer.Person, clock.Now);
        var entry = database.Read(s => TalkReading.Entry(s, new EntryId(id), viewer.Person, who.Current, clock.Now));
        return entry is null ? Refusals.NotFound("entry")
            : sent || entry.Delivery is "sent" ? TypedResults.Ok(entry)
            : Refusals.Refused("There is nothing to send here.");
    }
}
