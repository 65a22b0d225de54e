using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>A contact's private link; shown once, kept only as a hash.</summary>
public sealed record PrivateLink(string Path);

internal static class LinkEndpoints
{
    public static void MapLinks(this IEndpointRouteBuilder api) =>
        api.MapPost("/conversations/{id:guid}/link", MakeLink).For(Access.Staff);

    /// <summary>Makes the private link of an outside conversation's contact.</summary>
    private static async Task<Results<Ok<PrivateLink>, ProblemHttpResult>> MakeLink(
        Guid id,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var conversation = database.Read(s => ConversationStore.Find(s, new ConversationId(id)));
        if (conversation is null || !viewer.Person.MaySee(conversation.Place))
            return Refusals.NotFound("conversation");
        if (conversation.Party is not { } party || who.Current.Parties[party].Contacts is not [var contact, ..])
            return Refusals.Refused("Only a customer or partner in Contacts has a page.");
        var token = Sessions.NewToken();
        await writes.Run(w =>
        {
            SessionStore.SetLink(w.Session, Sessions.Hash(token), contact, clock.Now);
            SessionStore.Audit(
                w.Session,
                clock.Now,
                viewer.Person.Id,
                "made a private link",
                who.Current.NameOf(contact)
            );
        });
        return TypedResults.Ok(new PrivateLink($"/with/{token}"));
    }
}
