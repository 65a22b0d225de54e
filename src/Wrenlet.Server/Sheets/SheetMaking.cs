using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Formats.Sheets;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets;

/// <summary>
/// What came of doing something with a sheet: the sheet as it stands; why not; or that it was changed meanwhile.
/// </summary>
public sealed record SheetOutcome(KeptSheet? Sheet, string? Refusal = null, bool Changed = false);

/// <summary>A revision that can be written: what is in it, and its words.</summary>
public sealed record ReadBody(string? Text, Guid? File, string Words);

/// <summary>Makes and revises sheets, shares them, and tells those whom it concerns.</summary>
internal sealed class SheetMaking(
    WriteQueue writes,
    Database database,
    WhoIsWho who,
    FileKeeper keeper,
    FilePlaces places,
    Pointing pointing,
    Dispatcher happenings
)
{
    /// <summary>Longest page, in characters.</summary>
    private const int LongestPage = 500_000;

    /// <summary>Largest drawing, in bytes.</summary>
    private const long LargestDrawing = 50L * 1024 * 1024;

    /// <summary>What is given for a revision, read; or what is wrong with it.</summary>
    public (ReadBody? Body, string? Wrong) Read(SheetKind kind, SheetBody given, Person by)
    {
        ArgumentNullException.ThrowIfNull(given);
        switch (kind)
        {
            case SheetKind.Page:
                var text = given.Text?.ReplaceLineEndings("\n").TrimEnd() ?? "";
                return text.Length == 0 ? (null, "There is nothing on the page. Write something first.")
                    : text.Length > LongestPage
                        ? (null, $"The page is longer than {LongestPage:N0} characters. Split it.")
                    : (new ReadBody(text, null, WordsOf(text)), null);
            case SheetKind.Table:
                var (rows, wrong) = SheetTable.Read(
                    given.Rows is { } grid ? SheetTable.Write(grid, safe: false) : given.Text ?? "",
                    written: given.Rows is not null
                );
                return wrong is not null
                    ? (null, wrong)
                    : (
                        new ReadBody(
                            SheetTable.Write(rows, safe: false),
                            null,
                            string.Join('\n', rows.Select(r => string.Join(" | ", r)))
                        ),
                        null
                    );
            default:
                if (given.File is not { } id || database.Read(s => places.Seen(s, id, by)) is not { } file)
                    return (null, "The drawing’s file is not there. Choose it again.");
                var (words, not) = Drawn(file);
                return not is not null ? (null, not) : (new ReadBody(null, file.Id, words), null);
        }
    }

    private static string WordsOf(string page) =>
        string.Join('\n', EntryText.Blocks(page).Select(b => b.Rendered.Plain));

    /// <summary>The words of a drawing; or why a file is none.</summary>
    private (string Words, string? Wrong) Drawn(StoredFile file)
    {
        if (file.Size > LargestDrawing)
            return ("", $"{file.Name} is larger than {LargestDrawing / 1024 / 1024} MB. Make it smaller.");
        switch (FileView.ShownAs(file))
        {
            case "pdf":
                using (var pdf = File.OpenRead(keeper.PathOf(file)))
                    return DrawingWords.OfPdf(pdf) is { } printed
                        ? (printed, null)
                        : ("", $"{file.Name} cannot be read as PDF. Save it again, then choose it.");
            case "picture" when file.MediaType == "image/svg+xml":
                using (var svg = File.OpenRead(keeper.PathOf(file)))
                    return DrawingWords.OfSvg(svg) is { } drawn
                        ? (drawn, null)
                        : ("", $"{file.Name} cannot be read as SVG. Save it again, then choose it.");
            case "picture" when file.Pixels is not null || file.MediaType == "image/avif":
                return ("", null);
            default:
                return (
                    "",
                    $"{file.Name} is no drawing that can be shown. Take SVG, PNG, JPEG, GIF, WebP, AVIF or PDF."
                );
        }
    }

    /// <summary>
    /// Makes a sheet with its first revision; one that is there already with this id is given back as it is.
    /// </summary>
    /// <param name="sources">The entries that it was begun from; none for none.</param>
    public Task<SheetOutcome> Make(
        SheetId id,
        string docket,
        SheetKind kind,
        string name,
        ReadBody body,
        IReadOnlyList<Guid> sources,
        Person by,
        Instant at
    ) =>
        writes.Run(w =>
        {
            if (SeenDocket.Find(w.Session, docket, by) is not { } of)
                return new SheetOutcome(null);
            var from = sources.Distinct().Select(s => SeenTalk.Entry(w.Session, new(s), by)?.Entry).ToList();
            if (from.Contains(null))
                return new(null, "Something that this was started from is no longer there. Start it from what is.");
            var known = SheetStore.Find(w.Session, id) is not null;
            var made = Make(w, id, of.Id, kind, name, body, by, at);
            if (!known && made.Sheet is not null)
                SheetStore.AddSources(w.Session, id, from.Select(e => e!.Key));
            return made;
        });

    /// <summary>Makes a sheet within a write that does more.</summary>
    public SheetOutcome Make(
        Writing w,
        SheetId id,
        DocketId docket,
        SheetKind kind,
        string name,
        ReadBody body,
        Person by,
        Instant at
    )
    {
        if (SheetStore.Find(w.Session, id) is { } there)
            return there.Docket.Id == docket ? new(there) : new(null);
        SheetStore.Add(w.Session, id, docket, kind, name);
        SheetStore.AddRevision(
            w.Session,
            id,
            Revision(1, Discreet(w, SheetStore.Find(w.Session, id)!, body), "", by, at)
        );
        var made = SheetStore.Find(w.Session, id)!;
        w.Log(new Change(ChangeKinds.SheetMade, id.Value, made.Sheet.Place, Thing.Working, at, by.Id, docket));
        Tell(w, made, by, at, $"{by.FirstName} made the {StoredWords.SheetKinds.Of(kind)} {Tag(made)}");
        return new(made);
    }

    /// <summary>
    /// Writes the next revision. It must follow on the newest; who sends it twice has written it once.
    /// </summary>
    /// <param name="number">Its number: one more than the newest that its writer knew.</param>
    public Task<SheetOutcome> Revise(SheetId id, int number, ReadBody body, string note, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (SheetReading.Seen(w.Session, id.Value, by) is not { } kept)
                return new SheetOutcome(null);
            if (kept.Sheet.Removed)
                return new(kept, "The sheet was removed. Restore it, then save again.");
            body = Discreet(w, kept, body);
            bool Is(int revision) =>
                SheetStore.Revision(w.Session, kept, revision) is { } there
                && there.Body == body.Text
                && there.File == body.File;
            if (
                number == kept.Sheet.Revision
                && SheetStore.Revision(w.Session, kept, number)!.By == by.Id
                && Is(number)
            )
                return new(kept);
            if (number != kept.Sheet.Revision + 1)
            {
                // What two people wrote in different places stands together.
                if (Merged(w.Session, kept, number - 1, body) is not { } both)
                    return new(kept, Changed: true);
                (body, number) = (both, kept.Sheet.Revision + 1);
                // Sent twice, it has been written once.
                if (Is(kept.Sheet.Revision))
                    return new(kept);
            }

            if (Is(kept.Sheet.Revision))
                return new(kept, "Nothing has changed, so there is no new revision.");
            SheetStore.AddRevision(w.Session, id, Revision(number, body, note, by, at));
            var revised = SheetStore.Find(w.Session, id)!;
            w.Log(
                new Change(
                    ChangeKinds.SheetRevised,
                    id.Value,
                    revised.Sheet.Place,
                    Thing.Working,
                    at,
                    by.Id,
                    revised.Docket.Id
                )
            );
            Tell(
                w,
                revised,
                by,
                at,
                $"{by.FirstName} revised the {StoredWords.SheetKinds.Of(revised.Sheet.Kind)} {Tag(revised)}, revision "
                    + $"{number}{(note.Length > 0 ? $": {EntryText.Escaped(note)}" : "")}"
            );
            return new(revised);
        });

    /// <summary>Calls a sheet otherwise, removes it or brings it back.</summary>
    public Task<SheetOutcome> Set(SheetId id, int version, string name, bool removed, Person by, Instant at) =>
        writes.Run(w => Set(w, id, version, name, removed, by, at));

    /// <summary>The same within a write that does more.</summary>
    public static SheetOutcome Set(Writing w, SheetId id, int version, string name, bool removed, Person by, Instant at)
    {
        if (SheetReading.Seen(w.Session, id.Value, by) is not { } kept)
            return new SheetOutcome(null);
        if (kept.Sheet.Name == name && kept.Sheet.Removed == removed)
            return new(kept);
        if (kept.Version != version)
            return new(kept, Changed: true);
        SheetStore.Set(w.Session, id, name, removed);
        var set = SheetStore.Find(w.Session, id)!;
        // Of what is removed those hear who saw it.
        w.Log(
            new Change(
                ChangeKinds.SheetChanged,
                id.Value,
                removed ? kept.Sheet.Place : set.Sheet.Place,
                Thing.Said,
                at,
                by.Id,
                set.Docket.Id
            )
        );
        var did =
            removed != kept.Sheet.Removed
                ? removed
                    ? $"removed {Tag(kept)}"
                    : $"brought back {Tag(set)}"
                : $"renamed the sheet “{EntryText.Escaped(kept.Sheet.Name)}” {Tag(set)}";
        Happened(w, Inside(w, set), by, at, $"{by.FirstName} {did}");
        return new(set);
    }

    /// <summary>Lets a party see a revision, or none any more.</summary>
    /// <param name="revision">Which; null for none.</param>
    /// <param name="knowing">Whether it is shared though it names things that the party cannot see.</param>
    public Task<SheetOutcome> Share(SheetId id, PartyId party, int? revision, bool knowing, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (
                SheetReading.Seen(w.Session, id.Value, by) is not { } kept
                || !who.Current.Parties.TryGetValue(party, out var of)
            )
                return new SheetOutcome(null);
            var before = kept.Sheet.Shares.FirstOrDefault(s => s.Party == party).Revision;
            if (before == (revision ?? 0))
                return new(kept);
            if (revision is { } number)
            {
                if (kept.Sheet.RefusesSharing(party, number, SheetReading.PartiesOf(w.Session, kept)) is { } not)
                    return new(kept, not);
                if (!knowing && Unseen(w.Session, kept, number, party) is { Count: > 0 } unseen)
                    return new(
                        kept,
                        $"{of.Name} cannot see {Names.List(unseen)}, which it names. Describe it in words, or share it anyway."
                    );
                SheetStore.Share(w.Session, id, new SheetShare(party, number), by.Id, at);
            }
            else
            {
                SheetStore.TakeBack(w.Session, id, party);
            }

            var shared = SheetStore.Find(w.Session, id)!;
            w.Log(
                new Change(
                    ChangeKinds.SheetChanged,
                    id.Value,
                    revision is null ? kept.Sheet.Place : shared.Sheet.Place,
                    Thing.Said,
                    at,
                    by.Id,
                    shared.Docket.Id
                )
            );
            var words = revision is null
                ? $"{by.FirstName} stopped sharing {Tag(shared)} with {EntryText.Escaped(of.Name)}"
                : $"{by.FirstName} shared {Tag(shared)}, revision {revision}, with {EntryText.Escaped(of.Name)}";
            Happened(
                w,
                ConversationStore.OfDocket(w.Session, shared.Docket.Id).Find(c => c.Party == party)
                    ?? Inside(w, shared),
                by,
                at,
                words
            );
            return new(shared);
        });

    private static SheetRevision Revision(int number, ReadBody body, string note, Person by, Instant at) =>
        new(number, by.Id, at, note, body.Text, body.File, body.Words);

    /// <summary>What was written on an older revision together with what was saved since; null where it cannot be.</summary>
    private static ReadBody? Merged(SqlSession session, KeptSheet kept, int from, ReadBody mine)
    {
        if (
            mine.Text is null
            || SheetStore.Revision(session, kept, from) is not { } before
            || SheetMerging.Of(
                kept.Sheet.Kind,
                before,
                SheetStore.Revision(session, kept, kept.Sheet.Revision)!,
                mine.Text
            )
                is not { } both
        )
            return null;
        return mine with
        {
            Text = both,
            Words = kept.Sheet.Kind is SheetKind.Page ? WordsOf(both) : WordsOfTable(both),
        };
    }

    private static string WordsOfTable(string csv) =>
        string.Join('\n', SheetTable.Read(csv, written: true).Rows.Select(r => string.Join(" | ", r)));

    /// <summary>Tags of a page say no more of a thing than all see who see the docket.</summary>
    private ReadBody Discreet(Writing w, KeptSheet kept, ReadBody body)
    {
        if (kept.Sheet.Kind is not SheetKind.Page)
            return body;
        var text = pointing.Discreet(w.Session, body.Text!, kept.Sheet.Place, who.Current);
        return text == body.Text ? body : body with { Text = text, Words = WordsOf(text) };
    }

    /// <summary>Things that a page names and a party does not see.</summary>
    private List<string> Unseen(SqlSession session, KeptSheet kept, int revision, PartyId party) =>
        kept.Sheet.Kind is not SheetKind.Page || SheetStore.Revision(session, kept, revision)?.Body is not { } body
            ? []
            :
            [
                .. EntryText
                    .Blocks(body)
                    .SelectMany(b => b.Rendered.Tags)
                    .Where(t => !pointing.SeenBy(session, party, t))
                    .Select(t => t.Text)
                    .Distinct(),
            ];

    private static string Tag(KeptSheet kept) =>
        TagLink.Markdown(TagKind.Sheet, kept.Sheet.Id.Value.ToString(), "#" + TagLink.Plain(kept.Sheet.Name));

    private static Conversation Inside(Writing w, KeptSheet kept) =>
        ConversationStore.OfDocket(w.Session, kept.Docket.Id).Find(c => c.Audience is Audience.Inside)!;

    private static Entry Happened(Writing w, Conversation conversation, Person by, Instant at, string markdown) =>
        EventLines.Add(w, conversation, by.Id, at, markdown, markdown: true);

    /// <summary>Says in the docket what was done, and tells those who follow it.</summary>
    private void Tell(Writing w, KeptSheet kept, Person by, Instant at, string markdown)
    {
        var inside = Inside(w, kept);
        var entry = Happened(w, inside, by, at, markdown);
        happenings.Say(w, new SheetWritten(kept, inside, entry, by.Id, EntryText.PlainOf(markdown), at));
    }
}
