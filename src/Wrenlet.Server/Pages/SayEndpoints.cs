using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Pages;

/// <summary>Something to be said.</summary>
/// <param name="Id">The client's id for it (UUIDv7): sent again, it is one entry.</param>
/// <param name="Body">Markdown from staff; plain text from a contact. Empty only with files.</param>
/// <param name="Close">Whether to close the conversation with it.</param>
/// <param name="Via">mail, text or page; null for the way by which the party wrote last.</param>
/// <param name="To">Addresses or numbers it goes to; null for the party's contacts.</param>
/// <param name="Files">Files that go with it, in their order.</param>
/// <param name="Seen">Order of the last entry that its writer had seen; null when not said, and then nothing is held
/// back for it.</param>
/// <param name="Knowing">Whether to go on in spite of the leak check.</param>
/// <param name="RepliesTo">The entry of this conversation that it answers; null when it answers none in
/// particular.</param>
/// <param name="Tasks">The tasks that its writer has agreed to while writing; null for none.</param>
/// <param name="Ask">What it asks for, beside its words; null when it asks for nothing.</param>
/// <param name="Meeting">The meeting that it invites to, whose agenda its words are; null for none.</param>
public sealed record NewEntry(
    [property: Required] Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(Posting.LongestBody)] string Body,
    bool Close = false,
    string? Via = null,
    [property: MaxLength(50)] IReadOnlyList<string>? To = null,
    [property: MaxLength(20)] IReadOnlyList<AttachedFile>? Files = null,
    long? Seen = null,
    bool Knowing = false,
    Guid? RepliesTo = null,
    [property: MaxLength(20)] IReadOnlyList<AgreedTask>? Tasks = null,
    NewAsk? Ask = null,
    NewMeeting? Meeting = null
);

/// <summary>A task agreed to before its words are sent: what was agreed to is made, whatever becomes of the words.</summary>
/// <param name="Id">The client's id for it (UUIDv7): sent again, it is one task.</param>
/// <param name="Task">The task as it was shown.</param>
public sealed record AgreedTask([property: Required] Guid Id, [property: Required] AskedTask Task);

internal static class SayEndpoints
{
    public static void MapSaying(this IEndpointRouteBuilder api) =>
        api.MapPost("/conversations/{id:guid}/entries", Post).For(Access.SignedIn);

    private static async Task<Results<Ok<EntryView>, ProblemHttpResult>> Post(
        Guid id,
        NewEntry entry,
        Viewer viewer,
        Speaking speaking,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (saying, wrong) = speaking.Read(id, entry, viewer.Person, viewer.Link);
        if (saying is null)
            return wrong!.Problem("conversation");
        var (posted, agreed) = await speaking.Say(id, entry, saying, viewer.Person, clock.Now);
        if (posted is { Entry: null, Refusal: null })
            return Refusals.NotFound("conversation");
        if (posted.Refusal is { } refusal)
            return HeldBack.Of(refusal, saying.Body, viewer.Person, who.Current);
        // What carries nothing needs no look at the database.
        return TypedResults.Ok(
            !agreed && posted.Entry is { Files: 0, RepliesTo: null, Asks: false, Meets: false } plain
                ? EntryViews.Of(plain, viewer.Person, who.Current, [])
                : database.Read(s => TalkReading.Entries(s, [posted.Entry!], viewer.Person, who.Current, clock.Now)[0])
        );
    }
}
