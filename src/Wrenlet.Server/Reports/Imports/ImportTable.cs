using Wrenlet.Core.Reports.Imports;
using Wrenlet.Core.Sheets;
using Wrenlet.Formats.Tables;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Reports.Imports;

/// <summary>A file as it is read: what each field holds in each row.</summary>
internal sealed class ImportTable
{
    private readonly FileTable _table;
    private readonly Dictionary<string, int> _columns = [];
    private readonly IReadOnlyDictionary<string, string> _forAll;
    private readonly Dictionary<string, DayOrder> _orders = [];
    private readonly Dictionary<string, char> _marks = [];
    private readonly bool _dayFirst;

    /// <param name="table">The file.</param>
    /// <param name="setting">What its columns fill.</param>
    /// <param name="dayFirst">Whether the firm writes the day before the month.</param>
    public ImportTable(FileTable table, ImportSetting setting, bool dayFirst)
    {
        (_table, _forAll, _dayFirst) = (table, setting.ForAll, dayFirst);
        foreach (var (column, field) in setting.Columns.Index())
            if (field is not null && column < table.Headings.Count)
                _columns[field] = column;
    }

    /// <summary>Its rows, in order.</summary>
    public IReadOnlyList<FileRow> Rows => _table.Rows;

    /// <summary>Whether anything fills a field.</summary>
    public bool Has(string field) => _columns.ContainsKey(field) || _forAll.ContainsKey(field);

    /// <summary>What a row holds in a field; null for nothing.</summary>
    public string? Of(FileRow row, string field) =>
        _columns.TryGetValue(field, out var column) && row.Cells[column].Trim() is { Length: > 0 } said ? said
        : _forAll.TryGetValue(field, out var all) && all.Length > 0 ? all
        : null;

    /// <summary>Which of day and month stands first in a field's column.</summary>
    public DayOrder OrderOf(string field)
    {
        if (!_orders.TryGetValue(field, out var order))
            _orders[field] = order = ImportValues.OrderOf(Column(field), _dayFirst);
        return order;
    }

    /// <summary>What stands before a fraction in a field's column.</summary>
    public char MarkOf(string field)
    {
        if (!_marks.TryGetValue(field, out var mark))
            _marks[field] = mark = Figures.MarkOf(Column(field));
        return mark;
    }

    /// <summary>Columns in which day and month cannot be told apart by what is in them, by field.</summary>
    public IEnumerable<string> Unsure(IEnumerable<string> days) =>
        days.Where(d =>
            _columns.ContainsKey(d)
            && !OrderOf(d).Sure
            && Column(d)
                .Any(v =>
                    ImportValues.ReadDay(v, new(true, false)) is { } one
                    && ImportValues.ReadDay(v, new(false, false)) is { } other
                    && one != other
                )
        );

    private IEnumerable<string> Column(string field) =>
        _columns.TryGetValue(field, out var column) ? _table.Rows.Select(r => r.Cells[column]) : [];
}
