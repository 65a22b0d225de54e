using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Drawings;
using Wrenlet.Formats.Sheets;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets;

internal static class SheetEndpoints
{
    public static void MapSheets(this IEndpointRouteBuilder api)
    {
        api.MapGet("/dockets/{reference}/sheets", OfDocket).For(Access.Staff);
        api.MapGet("/sheets", Shared).For(Access.SignedIn);
        api.MapGet("/sheets/{id:guid}", Get).For(Access.SignedIn);
        api.MapGet("/sheets/{id:guid}/file", GetFile).For(Access.SignedIn);
        api.MapGet("/sheets/{id:guid}/drawing", GetDrawing).For(Access.SignedIn);
        api.MapGet("/sheets/{id:guid}/changes", GetChanges).For(Access.Staff);
        api.MapGet("/sheets/{id:guid}/pages", GetPages).For(Access.Staff);
        api.MapPut("/sheets/{id:guid}", Make).For(Access.Staff);
        api.MapPut("/sheets/{id:guid}/name", Name).For(Access.Staff);
        api.MapPut("/sheets/{id:guid}/revisions/{number:int}", Revise).For(Access.Staff);
        api.MapPut("/sheets/{id:guid}/shares/{party:guid}", Share).For(Right.SendOutside);
        api.MapDelete("/sheets/{id:guid}/shares/{party:guid}", TakeBack).For(Access.Staff);
    }

    private static Results<Ok<IReadOnlyList<SheetBrief>>, ProblemHttpResult> OfDocket(
        string reference,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read<Results<Ok<IReadOnlyList<SheetBrief>>, ProblemHttpResult>>(s =>
            SeenDocket.Find(s, reference, viewer.Person) is { } docket
                ? TypedResults.Ok<IReadOnlyList<SheetBrief>>([
                    .. SheetStore
                        .OfDocket(s, docket.Id)
                        .Select(k => SheetReading.Brief(s, k, viewer.Person, who.Current)),
                ])
                : Refusals.NotFound("docket")
        );

    /// <summary>
    /// The sheets that are shared with the viewer's party, those shared last first; none for staff, who find them in
    /// their dockets.
    /// </summary>
    private static IReadOnlyList<SheetBrief> Shared(Viewer viewer, Database database, WhoIsWho who) =>
        viewer.Person.Party is not { } party
            ? []
            : database.Read(s =>
                SheetStore
                    .OfParty(s, party)
                    .Where(k => k.Sheet.NewestFor(viewer.Person) is not null)
                    .Select(k => SheetReading.Brief(s, k, viewer.Person, who.Current))
                    .ToList()
            );

    /// <summary>A sheet with one of its revisions: the newest that the viewer sees, or the one asked for.</summary>
    private static Results<Ok<SheetView>, ProblemHttpResult> Get(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        DrawingReading drawings,
        int? revision = null
    ) =>
        database.Read(s =>
            SheetReading.Seen(s, id, viewer.Person) is { } kept
                ? SheetReading.View(s, kept, revision, viewer.Person, who.Current, drawings)
                : null
        )
            is { } view
            ? TypedResults.Ok(view)
            : Refusals.NotFound("sheet");

    /// <summary>
    /// A sheet to be taken along: a page as Markdown, a table as CSV, a drawing as the file that it is.
    /// </summary>
    private static Results<FileContentHttpResult, PhysicalFileHttpResult, ProblemHttpResult> GetFile(
        Guid id,
        Viewer viewer,
        Database database,
        FileKeeper keeper,
        int? revision = null
    )
    {
        var found = database.Read(s =>
        {
            if (SheetReading.Seen(s, id, viewer.Person) is not { } kept)
                return null;
            var number = revision ?? kept.Sheet.NewestFor(viewer.Person)!.Value;
            if (!kept.Sheet.Shows(viewer.Person, number) || SheetStore.Revision(s, kept, number) is not { } shown)
                return null;
            return new
            {
                kept.Sheet,
                Revision = shown,
                File = shown.File is { } f ? FileStore.Find(s, f) : null,
            };
        });
        if (found is null)
            return Refusals.NotFound("sheet");
        var name = FileNames.Safe(found.Sheet.Name);
        return found.Sheet.Kind switch
        {
            // Tags of a page are links that only we understand: a party gets their words.
            SheetKind.Page => TypedResults.File(
                Encoding.UTF8.GetBytes(
                    viewer.Person.IsStaff ? found.Revision.Body! : TagLink.WordsOnly(found.Revision.Body!)
                ),
                "text/markdown; charset=utf-8",
                name + ".md"
            ),
            SheetKind.Table => TypedResults.File(
                [
                    .. Encoding.UTF8.Preamble,
                    .. Encoding.UTF8.GetBytes(SheetTable.Write(SheetReading.Rows(found.Revision), safe: true)),
                ],
                "text/csv; charset=utf-8",
                name + ".csv"
            ),
            _ => TypedResults.PhysicalFile(keeper.PathOf(found.File!), "application/octet-stream", found.File!.Name),
        };
    }

    /// <summary>A drawing as it is shown: an SVG with nothing in it but what draws, without the layers that are hidden.</summary>
    /// <param name="hide">Keys of hidden layers, one a line; null for none.</param>
    private static Results<ContentHttpResult, ProblemHttpResult> GetDrawing(
        Guid id,
        Viewer viewer,
        Database database,
        DrawingReading drawings,
        HttpContext context,
        int? revision = null,
        string? hide = null
    )
    {
        var drawn = database.Read(s =>
        {
            if (SheetReading.Seen(s, id, viewer.Person) is not { } kept)
                return null;
            var number = revision ?? kept.Sheet.NewestFor(viewer.Person)!.Value;
            return
                kept.Sheet.Shows(viewer.Person, number)
                && SheetStore.Revision(s, kept, number)?.File is { } file
                && FileStore.Find(s, file) is { } stored
                ? drawings.Of(stored)
                : null;
        });
        if (drawn is null)
            return Refusals.NotFound("drawing");
        FileEndpoints.Guard(context);
        return TypedResults.Text(
            drawn.Write((hide ?? "").Split('\n', StringSplitOptions.RemoveEmptyEntries)),
            "image/svg+xml",
            Encoding.UTF8
        );
    }

    /// <summary>What changed from one revision to another.</summary>
    private static Results<Ok<SheetChangesView>, ProblemHttpResult> GetChanges(
        Guid id,
        int from,
        int to,
        Viewer viewer,
        Database database
    ) =>
        database.Read<Results<Ok<SheetChangesView>, ProblemHttpResult>>(s =>
        {
            if (SheetReading.Seen(s, id, viewer.Person) is not { } kept)
                return Refusals.NotFound("sheet");
            return SheetStore.Revision(s, kept, from) is { } before && SheetStore.Revision(s, kept, to) is { } after
                ? TypedResults.Ok(SheetReading.Changes(kept.Sheet.Kind, before, after))
                : Refusals.NotFound("revision");
        });

    /// <summary>Which pages of two revisions belong side by side; none where their words are not known.</summary>
    private static Results<Ok<IReadOnlyList<PagePair>>, ProblemHttpResult> GetPages(
        Guid id,
        int from,
        int to,
        Viewer viewer,
        Database database,
        DrawingReading drawings
    ) =>
        database.Read<Results<Ok<IReadOnlyList<PagePair>>, ProblemHttpResult>>(s =>
        {
            if (SheetReading.Seen(s, id, viewer.Person) is not { } kept)
                return Refusals.NotFound("sheet");
            if (
                SheetStore.Revision(s, kept, from) is not { } before
                || SheetStore.Revision(s, kept, to) is not { } after
            )
                return Refusals.NotFound("revision");
            return TypedResults.Ok(
                drawings.TextOf(s, before.File) is { } old && drawings.TextOf(s, after.File) is { } now
                    ? PagePairs.Between(old, now)
                    : []
            );
        });

    private static async Task<Results<Ok<SheetView>, ProblemHttpResult>> Make(
        Guid id,
        NewSheet given,
        Viewer viewer,
        SheetMaking making,
        Database database,
        WhoIsWho who,
        DrawingReading drawings,
        FirmClock clock
    )
    {
        if (id == Guid.Empty)
            return Refusals.Invalid("id", "A sheet needs an id of its own (UUIDv7).");
        if (Sheet.WrongName(given.Name) is { } wrong)
            return Refusals.Invalid("name", wrong);
        var kind = StoredWords.SheetKinds.Parse(given.Kind)!.Value;
        if (database.Read(s => SeenDocket.Find(s, given.Docket, viewer.Person)) is null)
            return Refusals.NotFound("docket");
        var (body, not) = making.Read(kind, given.Body, viewer.Person);
        if (body is null)
            return Refusals.Invalid("body", not!);
        return Answer(
            await making.Make(
                new SheetId(id),
                given.Docket,
                kind,
                given.Name.Trim(),
                body,
                given.Sources ?? [],
                viewer.Person,
                clock.Now
            ),
            viewer.Person,
            database,
            who,
            drawings
        );
    }

    private static async Task<Results<Ok<SheetView>, ProblemHttpResult>> Revise(
        Guid id,
        int number,
        NewRevision given,
        Viewer viewer,
        SheetMaking making,
        Database database,
        WhoIsWho who,
        DrawingReading drawings,
        FirmClock clock
    )
    {
        if (database.Read(s => SheetReading.Seen(s, id, viewer.Person)) is not { } kept)
            return Refusals.NotFound("sheet");
        var (body, not) = making.Read(kept.Sheet.Kind, given.Body, viewer.Person);
        if (body is null)
            return Refusals.Invalid("body", not!);
        return Answer(
            await making.Revise(kept.Sheet.Id, number, body, given.Note?.Trim() ?? "", viewer.Person, clock.Now),
            viewer.Person,
            database,
            who,
            drawings
        );
    }

    private static async Task<Results<Ok<SheetView>, ProblemHttpResult>> Name(
        Guid id,
        SheetNaming given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        SheetMaking making,
        Database database,
        WhoIsWho who,
        DrawingReading drawings,
        FirmClock clock
    )
    {
        if (database.Read(s => SheetReading.Seen(s, id, viewer.Person)) is null)
            return Refusals.NotFound("sheet");
        if (TaskEndpoints.Version(ifMatch) is not { } version)
            return Refusals.Invalid("If-Match", "A change names the version it was made on, such as \"3\".");
        if (Sheet.WrongName(given.Name) is { } wrong)
            return Refusals.Invalid("name", wrong);
        return Answer(
            await making.Set(new SheetId(id), version, given.Name.Trim(), given.Removed, viewer.Person, clock.Now),
            viewer.Person,
            database,
            who,
            drawings
        );
    }

    private static async Task<Results<Ok<SheetView>, ProblemHttpResult>> Share(
        Guid id,
        Guid party,
        NewShare given,
        Viewer viewer,
        SheetMaking making,
        Database database,
        WhoIsWho who,
        DrawingReading drawings,
        FirmClock clock
    ) =>
        Answer(
            await making.Share(
                new SheetId(id),
                new PartyId(party),
                given.Revision,
                given.Knowing,
                viewer.Person,
                clock.Now
            ),
            viewer.Person,
            database,
            who,
            drawings
        );

    private static async Task<Results<Ok<SheetView>, ProblemHttpResult>> TakeBack(
        Guid id,
        Guid party,
        Viewer viewer,
        SheetMaking making,
        Database database,
        WhoIsWho who,
        DrawingReading drawings,
        FirmClock clock
    ) =>
        Answer(
            await making.Share(new SheetId(id), new PartyId(party), null, false, viewer.Person, clock.Now),
            viewer.Person,
            database,
            who,
            drawings
        );

    private static Results<Ok<SheetView>, ProblemHttpResult> Answer(
        SheetOutcome outcome,
        Person viewer,
        Database database,
        WhoIsWho who,
        DrawingReading drawings
    )
    {
        if (outcome.Refusal is { } refusal)
            return Refusals.Refused(refusal);
        if (outcome.Sheet is not { } kept)
            return Refusals.NotFound("sheet");
        var now = database.Read(s =>
            SheetReading.View(s, SheetStore.Find(s, kept.Sheet.Id)!, null, viewer, who.Current, drawings)
        );
        return outcome.Changed ? Refusals.Changed("sheet", now!) : TypedResults.Ok(now);
    }
}
