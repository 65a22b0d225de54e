using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Tasks;

/// <summary>A draft that asks for nothing.</summary>
/// <param name="Title">Its title as it was read.</param>
public sealed record TurnedDownDraft([property: Required, StringLength(1000, MinimumLength = 1)] string Title);

/// <summary>What an entry is read to ask for, and what of that asks for nothing.</summary>
internal static class DraftEndpoints
{
    public static void MapDrafts(this IEndpointRouteBuilder api)
    {
        api.MapGet("/entries/{id:guid}/drafts", GetDrafts).For(Access.Staff).Costly();
        api.MapPost("/entries/{id:guid}/drafts/turned-down", TurnDown).For(Access.Staff);
    }

    private static Results<Ok<DraftsView>, ProblemHttpResult> GetDrafts(
        Guid id,
        Viewer viewer,
        Database database,
        FirmKinds kinds,
        ReaderLessons lessons,
        WhoIsWho who
    ) =>
        Seen(id, viewer.Person, database, kinds, who.Current) is var (entry, milestones)
            ? TypedResults.Ok(DraftReading.Drafts(entry, lessons.Reader(milestones), who.Current))
            : Refusals.NotFound("entry");

    private static async Task<Results<NoContent, ProblemHttpResult>> TurnDown(
        Guid id,
        TurnedDownDraft draft,
        Viewer viewer,
        Database database,
        FirmKinds kinds,
        ReaderLessons lessons,
        WhoIsWho who
    )
    {
        if (Seen(id, viewer.Person, database, kinds, who.Current) is not var (entry, milestones))
            return Refusals.NotFound("entry");
        return await lessons.TurnDown(entry, draft.Title, viewer.Person.Id, milestones)
            ? TypedResults.NoContent()
            : Refusals.Refused("These words are read otherwise by now. Close the drafts and press T again.");
    }

    /// <summary>An entry that somebody sees, with the moments that may be named there.</summary>
    public static (Entry Entry, ImmutableArray<Milestone> Milestones)? Seen(
        Guid id,
        Person viewer,
        Database database,
        FirmKinds kinds,
        Roster roster
    ) =>
        database.Read<(Entry, ImmutableArray<Milestone>)?>(s =>
            SeenTalk.Entry(s, new EntryId(id), viewer) is not var (entry, conversation)
                ? null
                : (
                    entry,
                    conversation.Docket is { } docket
                        ? NamedDates.Of(s, docket.Id, kinds.Current, roster.Firm!.Calendar)
                        : []
                )
        );
}
