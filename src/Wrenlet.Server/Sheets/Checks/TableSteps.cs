using System.Collections.Concurrent;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets.Checks;

/// <summary>What became of the rows of tables from one revision to another; those that were looked at last are kept.</summary>
internal sealed class TableSteps
{
    private const int MostKept = 24;

    private readonly ConcurrentDictionary<(SheetId Sheet, int From, int To), CellRevisions> _kept = new();

    /// <summary>Two revisions of a table, compared.</summary>
    public CellRevisions Between(SheetId sheet, SheetRevision before, SheetRevision after)
    {
        if (_kept.Count > MostKept)
            _kept.Clear();
        return _kept.GetOrAdd(
            (sheet, before.Number, after.Number),
            _ => new CellRevisions(SheetReading.Rows(before), SheetReading.Rows(after))
        );
    }
}
