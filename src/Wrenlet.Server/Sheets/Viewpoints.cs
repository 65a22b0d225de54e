using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets;

/// <summary>What a small picture shows: a sheet's revision, or a file that an entry carries.</summary>
/// <param name="Sheet">The sheet; null for a file of the talk.</param>
/// <param name="Revision">Its revision; null for a file of the talk.</param>
/// <param name="Entry">The entry that carries the file; null for a sheet.</param>
/// <param name="File">The file; null for a sheet.</param>
/// <param name="View">Place, nearness, page and hidden layers, as the address has them.</param>
public sealed record NewViewpoint(
    [property: Required, StringLength(4000, MinimumLength = 1)] string View,
    Guid? Sheet = null,
    [property: Range(1, int.MaxValue)] int? Revision = null,
    Guid? Entry = null,
    Guid? File = null
);

/// <summary>
/// Places of sheets and files as somebody looked at them, each with a small picture that goes with what they write. Such
/// a picture stands where what it shows does: who does not see that is not shown the way there, and before it goes to a
/// party that does not see it, it is held up.
/// </summary>
internal sealed class Viewpoints : IHoldsFiles
{
    public IEnumerable<FilePlace> Of(SqlSession session, Guid file)
    {
        if (ViewpointStore.Find(session, file) is not { } view)
            return [];
        if (view is { Sheet: { } id, Revision: { } revision })
            return SheetStore.Find(session, id) is { Sheet: var sheet }
                ? [new(sheet.PlaceOf(revision), Thing.Said, !sheet.IsShared(revision))]
                : [];
        return
            EntryStore.Find(session, view.Entry!.Value) is { } entry
            && ConversationStore.Find(session, entry.Conversation) is { } talk
            ? [FilePlace.OfEntry(talk.Place, entry.Kind, original: false)]
            : [];
    }

    /// <summary>Files with the places that they are small pictures of, as far as the viewer sees those.</summary>
    public static IReadOnlyList<FileView> Shown(SqlSession session, IReadOnlyList<FileView> files, Person viewer) =>
        files.Any(f => f.Shown == "picture")
            ? [.. files.Select(f => f.Shown == "picture" ? f with { Shows = Place(session, f.Id, viewer) } : f)]
            : files;

    private static ShownPlace? Place(SqlSession session, Guid picture, Person viewer)
    {
        if (ViewpointStore.Find(session, picture) is not { } view)
            return null;
        var at = Uri.EscapeDataString(view.View);
        if (view is { Sheet: { } id, Revision: { } revision })
            return SheetReading.Seen(session, id.Value, viewer) is { Sheet: var sheet } && sheet.Shows(viewer, revision)
                ? new(sheet.Name, $"/sheets/{id.Value}?revision={revision}&view={at}")
                : null;
        return SeenTalk.Entry(session, view.Entry!.Value, viewer) is not null
            ? new(
                FileStore.Find(session, view.File!.Value)!.Name,
                $"/entries/{view.Entry.Value.Value}?file={view.File}&view={at}"
            )
            : null;
    }

    /// <summary>Says what a small picture shows that the viewer brings, or is about to.</summary>
    public static async Task<Results<NoContent, ProblemHttpResult>> Put(
        Guid picture,
        NewViewpoint given,
        Viewer viewer,
        WriteQueue writes,
        FirmClock clock
    )
    {
        var of = (given.Sheet, given.Revision, given.Entry, given.File);
        if (of is not ((not null, not null, null, null) or (null, null, not null, not null)))
            return Refusals.Invalid("sheet", "Name a sheet with its revision, or an entry with its file.");
        var kept = await writes.Run(w =>
        {
            if (FileStore.Find(w.Session, picture) is { } there && there.By != viewer.Person.Id)
                return false;
            var seen = given.Sheet is { } id
                ? SheetReading.Seen(w.Session, id, viewer.Person) is { Sheet: var sheet }
                    && sheet.Shows(viewer.Person, given.Revision!.Value)
                : SeenTalk.Entry(w.Session, new(given.Entry!.Value), viewer.Person) is var (entry, _)
                    && FileStore.Of(w.Session, entry.Key).Any(f => f.Id == given.File);
            if (seen)
                ViewpointStore.Add(
                    w.Session,
                    new(
                        picture,
                        given.Sheet is { } on ? new SheetId(on) : null,
                        given.Revision,
                        given.Entry is { } said ? new EntryId(said) : null,
                        given.File,
                        given.View
                    ),
                    viewer.Person.Id,
                    clock.Now
                );
            return seen;
        });
        return kept ? TypedResults.NoContent() : Refusals.NotFound("place");
    }
}
