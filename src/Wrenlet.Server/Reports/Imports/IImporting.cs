using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports.Imports;
using Wrenlet.Formats.Tables;
using Wrenlet.Storage;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Reports.Imports;

/// <summary>What comes of a row.</summary>
internal enum RowDoes
{
    /// <summary>It makes something.</summary>
    New,

    /// <summary>It changes something that is there.</summary>
    Changed,

    /// <summary>All of it is there already.</summary>
    Same,

    /// <summary>It cannot be taken.</summary>
    Left,
}

/// <summary>What is to come of a row.</summary>
/// <param name="Title">What it is about, for the list.</param>
/// <param name="Why">Why it cannot be taken; null when it can.</param>
/// <param name="Write">Does it; null where there is nothing to do.</param>
internal sealed record PlannedRow(
    FileRow Row,
    RowDoes Does,
    string Title,
    string? Why = null,
    Func<Writing, IReadOnlyList<ImportMade>>? Write = null
)
{
    public static PlannedRow No(FileRow row, string title, string why) => new(row, RowDoes.Left, title, why);
}

/// <summary>One import while its rows are planned, in their order: what an earlier row makes a later one finds.</summary>
internal interface IImportPlan
{
    /// <summary>What is to come of a row.</summary>
    PlannedRow Plan(FileRow row);
}

/// <summary>How things of one kind are brought along, and taken back.</summary>
internal interface IImporting
{
    /// <summary>What it brings.</summary>
    ImportKind Kind { get; }

    /// <summary>What columns can fill, as the firm is set up.</summary>
    IReadOnlyList<ImportField> Fields();

    /// <summary>Begins to plan rows.</summary>
    /// <param name="table">The file as it is read.</param>
    /// <param name="by">Who brings it.</param>
    /// <param name="now">The moment.</param>
    IImportPlan Begin(ImportTable table, Person by, Instant now);
}

/// <summary>Takes back what an import made.</summary>
internal interface ITakesBack
{
    /// <summary>The things that it takes back, as they are noted.</summary>
    string Thing { get; }

    /// <summary>Takes one back, unless somebody has worked with it since.</summary>
    /// <returns>Its name and why it stays; null when it was taken back.</returns>
    (string Name, string Why)? TakeBack(Writing w, ImportMade made, Instant at);
}
