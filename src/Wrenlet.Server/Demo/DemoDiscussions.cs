using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Sheets;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Demo;

internal sealed record DiscussedWords(string By, double Hours, string Text);

/// <summary>A discussion of the demo: on words, a cell (row and column), or a spot or area (x, y, width, height).</summary>
/// <param name="Due">Hours from now by which it is to be settled; null for none.</param>
/// <param name="Settled">Who settled it; null for nobody.</param>
internal sealed record DiscussionFile(
    string Docket,
    string Sheet,
    int Revision,
    DiscussedWords[] Says,
    string? Words = null,
    int[]? Cell = null,
    double[]? Spot = null,
    string? Party = null,
    string? Assigned = null,
    double? Due = null,
    string? Settled = null
);

/// <summary>What is said at places of the demo's sheets, and what is checked in its table.</summary>
internal static class DemoDiscussions
{
    public static void Put(Writing w, IEnumerable<DiscussionFile> files, Posting posting, Roster roster, Instant now)
    {
        foreach (var file in files)
        {
            var docket = DocketStore.Find(w.Session, Core.Dockets.DocketRef.Parse(file.Docket)!.Value)!;
            var sheet = SheetStore.OfDocket(w.Session, docket.Id).Find(s => s.Sheet.Name == file.Sheet)!;
            var revision = SheetStore.Revision(w.Session, sheet, file.Revision)!;
            var id = new DiscussionId(DemoWords.Id($"discussion {file.Sheet} {file.Says[0].Text}"));
            var talk = new ConversationId(DemoWords.Id($"talk {file.Sheet} {file.Says[0].Text}"));
            var first = Named(roster, file.Says[0].By);
            var at = now - Duration.FromHours(file.Says[0].Hours);
            DiscussionStore.AddOfSheet(w.Session, id, sheet.Sheet.Id, first.Id, at);
            PartyId? party = file.Party is { } name ? Named(roster, name).Party : null;
            ConversationStore.AddOfDiscussion(w.Session, talk, id.Value, docket.Id, party, sheet.Sheet.Name);
            DiscussionStore.Put(w.Session, id, new(file.Revision, AnchorOf(file, revision)), first.Id, at);
            DiscussionStore.SetAuthors(w.Session, id, [revision.By]);
            foreach (var said in file.Says)
            {
                var by = Named(roster, said.By);
                posting.Post(
                    w,
                    new EntryId(DemoWords.Id($"said {file.Sheet} {said.Text}")),
                    talk,
                    by,
                    new Saying(said.Text, AtOnce: true),
                    by.IsStaff ? EntryText.FromMarkdown(said.Text) : EntryText.FromPlain(said.Text),
                    now - Duration.FromHours(said.Hours)
                );
            }

            var kept = DiscussionStore.Find(w.Session, id)!.Discussion;
            DiscussionStore.Set(
                w.Session,
                kept with
                {
                    Assigned = file.Assigned is { } to ? Named(roster, to).Id : null,
                    Due = file.Due is { } hours ? now + Duration.FromHours(hours) : null,
                    SettledBy = file.Settled is { } who ? Named(roster, who).Id : null,
                    SettledAt = file.Settled is null ? null : now - Duration.FromHours(file.Says[^1].Hours - 1),
                }
            );
        }

        var checkedTable = SheetStore
            .OfDocket(w.Session, DocketStore.Find(w.Session, Core.Dockets.DocketRef.Parse("J-1042")!.Value)!.Id)
            .Find(s => s.Sheet.Kind is SheetKind.Table)!;
        CheckStore.Set(w.Session, checkedTable, [new("Reading in %", CheckKind.Above, 15)], null);
    }

    private static Anchor AnchorOf(DiscussionFile file, SheetRevision revision)
    {
        if (file.Words is { } words)
        {
            var start = revision.Words.IndexOf(words, StringComparison.Ordinal);
            return Anchor.Words.At(revision.Words, start, start + words.Length);
        }

        if (file.Cell is [var row, var column])
            return Anchor.Cells.At(SheetReading.Rows(revision), row, column, 1, 1)!;
        return file.Spot switch
        {
            [var x, var y] => new Anchor.Spot(1, x, y),
            [var x, var y, var width, var height] => new Anchor.Spot(1, x, y, width, height),
            _ => new Anchor.Whole(),
        };
    }

    private static Person Named(Roster roster, string name) =>
        roster.Find(new PersonId(DemoWords.Id(name)))
        ?? throw new InvalidDataException($"There is nobody called {name} in the demo.");
}
