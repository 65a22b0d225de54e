using System.ComponentModel.DataAnnotations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Sheets;
using Wrenlet.Formats.Sheets;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Sheets;

/// <summary>
/// What a revision is to hold: of a page its text, of a table its text as CSV or its rows, of a drawing its file.
/// </summary>
/// <param name="Text">A page's Markdown, or a table's CSV; null for others.</param>
/// <param name="Rows">A table's rows, the names of the columns first; null where its text is given.</param>
/// <param name="File">A drawing's file, which has been uploaded; null for others.</param>
public sealed record SheetBody(
    [property: StringLength(1_000_000)] string? Text = null,
    [property: MaxLength(SheetTable.MostRows)] IReadOnlyList<IReadOnlyList<string>>? Rows = null,
    Guid? File = null
);

/// <summary>A sheet to be made.</summary>
/// <param name="Docket">Reference of its docket.</param>
/// <param name="Kind">page, table or drawing.</param>
/// <param name="Sources">The entries that it was begun from; null for none.</param>
public sealed record NewSheet(
    [property: Required, StringLength(10)] string Docket,
    [property: Required, AllowedValues("page", "table", "drawing")] string Kind,
    [property: Required, StringLength(Sheet.LongestName)] string Name,
    [property: Required] SheetBody Body,
    [property: MaxLength(50)] IReadOnlyList<Guid>? Sources = null
);

/// <summary>A revision to be made.</summary>
/// <param name="Note">What is new in it; null for nothing said.</param>
public sealed record NewRevision(
    [property: Required] SheetBody Body,
    [property: StringLength(300)] string? Note = null
);

/// <summary>What a sheet is called, and whether it is there.</summary>
public sealed record SheetNaming(
    [property: Required, StringLength(Sheet.LongestName)] string Name,
    bool Removed = false
);

/// <summary>Which revision a party is to see.</summary>
/// <param name="Knowing">Whether it names things that the party cannot see, and is shared all the same.</param>
public sealed record NewShare([property: Required, Range(1, int.MaxValue)] int Revision, bool Knowing = false);

/// <summary>A sheet in a list.</summary>
/// <param name="By">Who made the newest revision; null towards a party.</param>
/// <param name="At">When that was.</param>
/// <param name="SharedLine">Who outside sees it, in words.</param>
/// <param name="Shared">Whether anybody outside sees it.</param>
/// <param name="Thumbnail">The small picture of a drawing; null where there is none.</param>
public sealed record SheetBrief(
    Guid Id,
    string Kind,
    string Name,
    string Docket,
    int Revision,
    bool Removed,
    PersonView? By,
    DateTimeOffset At,
    string SharedLine,
    bool Shared,
    string? Thumbnail
);

/// <summary>A revision in the list of them.</summary>
/// <param name="Note">What is new in it; empty where nothing was said, and towards a party.</param>
public sealed record RevisionView(int Number, PersonView? By, DateTimeOffset At, string Note);

/// <summary>A party of the docket, and what it sees of a sheet.</summary>
/// <param name="Revision">The revision that it sees; null for none.</param>
public sealed record ShareView(Guid Party, string Name, int? Revision);

/// <summary>Something said that a sheet was begun from.</summary>
/// <param name="By">Who said it.</param>
/// <param name="Words">Its first words.</param>
/// <param name="Path">Where it is.</param>
public sealed record SourceView(Guid Entry, string By, DateTimeOffset At, string Words, string Path);

/// <summary>A sheet with one of its revisions.</summary>
/// <param name="DocketName">What the docket is called for short; empty towards a party, which knows its conversation by
/// another.</param>
/// <param name="Newest">Number of the newest revision that the viewer sees.</param>
/// <param name="Shown">The revision that is shown.</param>
/// <param name="Inside">The docket's inside conversation, in which things are found to point at; null towards a
/// party.</param>
/// <param name="Markdown">A page's source; null for others, and towards a party.</param>
/// <param name="Html">A page as it is shown; null for others.</param>
/// <param name="Rows">A table's rows, the names of the columns first; null for others.</param>
/// <param name="File">A drawing's file; null for others.</param>
/// <param name="Drawing">A drawing in its own units; null for others, and for one whose units are not known.</param>
/// <param name="Words">All of its words, to be read aloud.</param>
/// <param name="Revisions">All revisions that the viewer sees, the newest first.</param>
/// <param name="Shares">The parties of the docket; empty towards a party.</param>
/// <param name="Sources">What it was begun from, as far as the viewer sees it; empty towards a party.</param>
/// <param name="Version">To be sent back as If-Match.</param>
public sealed record SheetView(
    Guid Id,
    string Kind,
    string Name,
    string Docket,
    string DocketName,
    bool Removed,
    int Newest,
    RevisionView Shown,
    Guid? Inside,
    string? Markdown,
    string? Html,
    IReadOnlyList<IReadOnlyList<string>>? Rows,
    FileView? File,
    DrawingView? Drawing,
    string Words,
    IReadOnlyList<RevisionView> Revisions,
    IReadOnlyList<ShareView> Shares,
    string SharedLine,
    IReadOnlyList<SourceView> Sources,
    int Version
);

/// <summary>A run of words.</summary>
/// <param name="Fate">same, added or removed.</param>
public sealed record WordsView(string Text, string Fate);

/// <summary>What became of a block of a page.</summary>
/// <param name="Fate">same, moved, changed, added or removed.</param>
/// <param name="Html">The block; of one that was changed, as it is now.</param>
/// <param name="Words">The words of both where they changed; empty otherwise.</param>
public sealed record BlockView(string Fate, string Html, IReadOnlyList<WordsView> Words);

/// <summary>What became of a column.</summary>
/// <param name="Fate">same, moved, changed, added or removed.</param>
public sealed record SheetColumnView(string Name, string Fate);

/// <summary>A value of a table, and the one that it had before where that was another.</summary>
public sealed record CellView(string Value, string? Before);

/// <summary>What became of a row.</summary>
/// <param name="Fate">same, moved, changed, added or removed.</param>
/// <param name="Moved">Whether it stands elsewhere, whatever else became of it.</param>
/// <param name="Cells">Its values, one for each column.</param>
public sealed record SheetRowView(string Fate, bool Moved, IReadOnlyList<CellView> Cells);

/// <summary>What changed from one revision to another.</summary>
/// <param name="Line">In a sentence.</param>
/// <param name="Blocks">Of a page; empty for others.</param>
/// <param name="Columns">Of a table; empty for others.</param>
/// <param name="Rows">Of a table; empty for others.</param>
public sealed record SheetChangesView(
    int From,
    int To,
    string Line,
    IReadOnlyList<BlockView> Blocks,
    IReadOnlyList<SheetColumnView> Columns,
    IReadOnlyList<SheetRowView> Rows
);
