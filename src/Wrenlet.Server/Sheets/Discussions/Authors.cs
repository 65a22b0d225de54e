using System.Collections.Concurrent;
using System.Collections.Immutable;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Storage;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets.Discussions;

/// <summary>
/// Who wrote what stands on a sheet, over all of its revisions. What was asked last is kept: a revision never changes.
/// </summary>
internal sealed class Authors
{
    private const int MostKept = 64;

    private readonly ConcurrentDictionary<(SheetId Sheet, int Revision), ImmutableArray<WrittenRun>> _pages = new();

    /// <summary>Who wrote which words of a page's revision.</summary>
    public ImmutableArray<WrittenRun> OfPage(SqlSession session, KeptSheet sheet, int revision)
    {
        if (_pages.Count > MostKept)
            _pages.Clear();
        return _pages.GetOrAdd(
            (sheet.Sheet.Id, revision),
            _ =>
                Authorship.OfPage([
                    .. UpTo(session, sheet, revision).Select(r => (SheetReading.Blocks(r), r.By, r.Number)),
                ])
        );
    }

    /// <summary>
    /// Who wrote the words, last changed the cells, or placed the drawing at a place; of a sheet as a whole who made the
    /// revision.
    /// </summary>
    public IReadOnlyList<PersonId> Of(SqlSession session, KeptSheet sheet, int revision, Anchor anchor)
    {
        switch (anchor)
        {
            case Anchor.Words words:
                return [.. Authorship.Of(OfPage(session, sheet, revision), words.Start, words.End)];
            case Anchor.Cells cells:
                var last = Authorship.OfTable([
                    .. UpTo(session, sheet, revision).Select(r => (SheetReading.Rows(r), r.By)),
                ]);
                return
                [
                    .. Enumerable
                        .Range(cells.Row, cells.Rows)
                        .SelectMany(r => Enumerable.Range(cells.Column, cells.Columns).Select(c => last[r, c]))
                        .Distinct(),
                ];
            default:
                // A drawing that was saved again with the same file was not placed anew.
                var all = SheetStore.Revisions(session, sheet).Where(r => r.Number <= revision).ToList();
                var shown = all[0];
                return [all.TakeWhile(r => r.File == shown.File).Last().By];
        }
    }

    private static IEnumerable<SheetRevision> UpTo(SqlSession session, KeptSheet sheet, int revision) =>
        Enumerable.Range(1, revision).Select(n => SheetStore.Revision(session, sheet, n)!);
}
