using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Formats.Sheets;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets;

/// <summary>Reads sheets as one viewer sees them.</summary>
internal static class SheetReading
{
    /// <summary>A sheet; null when there is none, or the viewer sees none of it.</summary>
    public static KeptSheet? Seen(SqlSession session, Guid id, Person viewer) =>
        SheetStore.Find(session, new SheetId(id)) is { } kept && kept.Sheet.NewestFor(viewer) is not null ? kept : null;

    /// <summary>A sheet with one revision.</summary>
    /// <param name="number">Which; null for the newest that the viewer sees.</param>
    /// <returns>Null when the viewer does not see that revision.</returns>
    public static SheetView? View(
        SqlSession session,
        KeptSheet kept,
        int? number,
        Person viewer,
        Roster roster,
        DrawingReading drawings
    )
    {
        var sheet = kept.Sheet;
        if (
            sheet.NewestFor(viewer) is not { } newest
            || !sheet.Shows(viewer, number ?? newest)
            || SheetStore.Revision(session, kept, number ?? newest) is not { } revision
        )
            return null;
        var staff = viewer.IsStaff;
        var file = revision.File is { } f ? FileStore.Find(session, f) : null;
        return new(
            sheet.Id.Value,
            StoredWords.SheetKinds.Of(sheet.Kind),
            sheet.Name,
            kept.Docket.Ref.ToString(),
            staff ? kept.Docket.Subject.Split(':', 2)[0] : "",
            sheet.Removed,
            newest,
            Of(revision, staff, roster),
            staff
                ? ConversationStore.OfDocket(session, kept.Docket.Id).Find(c => c.Audience is Audience.Inside)?.Id.Value
                : null,
            sheet.Kind is SheetKind.Page && staff ? revision.Body : null,
            sheet.Kind is SheetKind.Page ? Html(revision.Body!, staff) : null,
            sheet.Kind is SheetKind.Table ? Rows(revision) : null,
            file is null ? null : FileView.Of(file),
            file is null ? null : drawings.View(file),
            staff || sheet.Kind is not SheetKind.Page
                ? revision.Words
                : string.Join('\n', EntryText.Blocks(revision.Body!, showTags: false).Select(b => b.Rendered.Plain)),
            staff
                ? [.. SheetStore.Revisions(session, kept).Select(r => Of(r, true, roster))]
                : [Of(revision, false, roster)],
            staff ? Shares(session, kept, roster) : [],
            staff ? sheet.SharedLine(p => roster.Parties[p].Name) : "",
            staff ? Sources(session, kept, viewer, roster) : [],
            kept.Version
        );
    }

    private static List<SourceView> Sources(SqlSession session, KeptSheet kept, Person viewer, Roster roster) =>
        [
            .. SheetStore
                .Sources(session, kept)
                .Select(s => SeenTalk.Entry(session, s, viewer))
                .OfType<(Entry Entry, Conversation Talk)>()
                .Where(s => s.Entry.Removed is null)
                .Select(s => new SourceView(
                    s.Entry.Id.Value,
                    EntryWords.AuthorOf(s.Entry, roster),
                    s.Entry.At.ToDateTimeOffset(),
                    EntryWords.Short(EntryWords.PlainOf(s.Entry)),
                    EntryWords.PathOf(s.Talk, s.Entry.Id)
                )),
        ];

    /// <summary>A sheet in a list.</summary>
    public static SheetBrief Brief(SqlSession session, KeptSheet kept, Person viewer, Roster roster)
    {
        var newest =
            kept.Sheet.NewestFor(viewer) ?? throw new InvalidOperationException("The viewer sees none of this sheet.");
        var revision = SheetStore.Revision(session, kept, newest)!;
        var drawn =
            revision.File is { } id && FileStore.Find(session, id) is { Pixels: not null } file
                ? $"/api/files/{file.Id}/thumbnail"
                : null;
        return new(
            kept.Sheet.Id.Value,
            StoredWords.SheetKinds.Of(kept.Sheet.Kind),
            kept.Sheet.Name,
            kept.Docket.Ref.ToString(),
            newest,
            kept.Sheet.Removed,
            viewer.IsStaff ? PersonView.Of(roster.Find(revision.By)!) : null,
            revision.At.ToDateTimeOffset(),
            viewer.IsStaff ? kept.Sheet.SharedLine(p => roster.Parties[p].Name) : "",
            !kept.Sheet.Shares.IsEmpty && !kept.Sheet.Removed,
            drawn
        );
    }

    /// <summary>What changed from one revision to another.</summary>
    public static SheetChangesView Changes(SheetKind kind, SheetRevision from, SheetRevision to)
    {
        switch (kind)
        {
            case SheetKind.Page:
                var (old, now) = (EntryText.Blocks(from.Body!), EntryText.Blocks(to.Body!));
                var page = PageChanges.Between([.. old.Select(Block)], [.. now.Select(Block)]);
                return new(
                    from.Number,
                    to.Number,
                    page.Line,
                    [
                        .. page.Blocks.Select(b => new BlockView(
                            Fate(b.Counterpart),
                            (b.Counterpart.After is { } after ? now[after] : old[b.Counterpart.Before!.Value])
                                .Rendered
                                .Html,
                            [
                                .. b.Runs.Select(r => new WordsView(
                                    r.Text,
                                    r.Fate switch
                                    {
                                        WordFate.Added => "added",
                                        WordFate.Removed => "removed",
                                        _ => "same",
                                    }
                                )),
                            ]
                        )),
                    ],
                    [],
                    []
                );
            case SheetKind.Table:
                var (before, rows) = (Rows(from), Rows(to));
                var table = TableChanges.Between(before, rows);
                return new(
                    from.Number,
                    to.Number,
                    table.Line,
                    [],
                    [.. table.Columns.Select(c => new SheetColumnView(c.Name, Fate(c.Counterpart)))],
                    [
                        .. table.Rows.Select(r => new SheetRowView(
                            Fate(r.Counterpart),
                            r.Counterpart.Moved,
                            [.. table.Columns.Select((c, i) => Cell(r, c.Counterpart, i, before, rows))]
                        )),
                    ]
                );
            default:
                return new(
                    from.Number,
                    to.Number,
                    from.File == to.File ? "Nothing changed." : "The drawing is different. Compare the two.",
                    [],
                    [],
                    []
                );
        }
    }

    private static CellView Cell(
        RowChange row,
        Counterpart column,
        int place,
        IReadOnlyList<IReadOnlyList<string>> before,
        IReadOnlyList<IReadOnlyList<string>> rows
    )
    {
        // The first row of both has the names.
        var value =
            row.Counterpart.After is { } after && column.After is { } now ? rows[after + 1][now]
            : row.Counterpart.Before is { } was && column.Before is { } old ? before[was + 1][old]
            : "";
        return new(value, row.Cells.FirstOrDefault(c => c.Column == place) is { Before: { } had } ? had : null);
    }

    /// <summary>A table's rows, as they were written.</summary>
    public static IReadOnlyList<IReadOnlyList<string>> Rows(SheetRevision revision) =>
        SheetTable.Read(revision.Body!, written: true).Rows;

    /// <summary>A page as it is shown.</summary>
    /// <param name="showTags">Whether tags of people are shown as such; a party sees their names.</param>
    public static string Html(string markdown, bool showTags) =>
        string.Concat(EntryText.Blocks(markdown, showTags).Select(b => b.Rendered.Html));

    private static RevisionView Of(SheetRevision revision, bool staff, Roster roster) =>
        new(
            revision.Number,
            staff ? PersonView.Of(roster.Find(revision.By)!) : null,
            revision.At.ToDateTimeOffset(),
            staff ? revision.Note : ""
        );

    private static List<ShareView> Shares(SqlSession session, KeptSheet kept, Roster roster) =>
        [
            .. PartiesOf(session, kept)
                .Concat(kept.Sheet.Shares.Select(s => s.Party))
                .Distinct()
                .Select(p => new ShareView(
                    p.Value,
                    roster.Parties[p].Name,
                    kept.Sheet.Shares.FirstOrDefault(s => s.Party == p) is { Revision: > 0 } share
                        ? share.Revision
                        : null
                )),
        ];

    /// <summary>The parties with whom something is said in a sheet's docket.</summary>
    public static IEnumerable<PartyId> PartiesOf(SqlSession session, KeptSheet kept) =>
        ConversationStore.OfDocket(session, kept.Docket.Id).Select(c => c.Party).OfType<PartyId>().Distinct();

    /// <summary>The paragraphs of a page, with their words.</summary>
    public static IReadOnlyList<PageBlock> Blocks(SheetRevision revision) =>
        [.. EntryText.Blocks(revision.Body!).Select(Block)];

    private static PageBlock Block((string Source, RenderedText Rendered) block) =>
        new(block.Source, block.Rendered.Plain);

    private static string Fate(Counterpart pair) =>
        pair switch
        {
            { Added: true } => "added",
            { Removed: true } => "removed",
            { Changed: true } => "changed",
            { Moved: true } => "moved",
            _ => "same",
        };
}
