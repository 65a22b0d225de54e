using System.Collections.Concurrent;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Core.Sheets.Drawings;
using Wrenlet.Server.Sheets.Checks;
using Wrenlet.Storage;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets.Discussions;

/// <summary>
/// Where each discussion's place is in a revision. For staff it is followed from revision to revision; for a party it is
/// found from the revision that it was begun on in the one that the party sees, and no other is looked at.
/// </summary>
internal sealed class AnchorPlaces(DrawingReading drawings, TableSteps tables)
{
    /// <summary>So many found places are kept; then they are found anew.</summary>
    private const int MostKept = 100_000;

    /// <summary>Places are followed over so many revisions, one by one.</summary>
    private const int MostSteps = 40;

    private readonly ConcurrentDictionary<(Guid Discussion, int Put, int Revision, bool Direct), AnchorPlace> _known =
        new();

    /// <summary>The places in a revision, by discussion. What was begun on a later revision is not among them.</summary>
    /// <param name="direct">Whether no revision between is looked at, as for a party.</param>
    public Dictionary<DiscussionId, AnchorPlace> In(
        SqlSession session,
        KeptSheet sheet,
        IReadOnlyList<KeptDiscussion> discussions,
        int revision,
        bool direct
    )
    {
        if (_known.Count > MostKept)
            _known.Clear();
        var texts = new Dictionary<int, SheetRevision>();
        SheetRevision Read(int number)
        {
            if (!texts.TryGetValue(number, out var read))
                texts[number] = read = SheetStore.Revision(session, sheet, number)!;
            return read;
        }

        var found = new Dictionary<DiscussionId, AnchorPlace>();
        var walking = new List<(Discussion Discussion, PutPlace From)>();
        foreach (var discussion in discussions.Select(d => d.Discussion))
        {
            if (discussion.From(revision) is not { } from)
                continue;
            walking.Add((discussion, from));
            found[discussion.Id] = Compared(discussion, AnchorPlace.Chosen(from.Anchor, from.Revision));
        }

        if (walking.Count == 0)
            return found;
        // Of very many revisions those in between are passed over: the words are looked for where they stood last.
        var first = direct ? revision : Math.Max(walking.Min(w => w.From.Revision) + 1, revision - MostSteps);
        for (var next = first; next <= revision; next++)
        {
            var wanted = new List<(Discussion Discussion, PutPlace From)>();
            foreach (var walk in walking.Where(w => w.From.Revision < next))
                if (_known.TryGetValue((walk.Discussion.Id.Value, Put(walk), next, direct), out var known))
                    found[walk.Discussion.Id] = known;
                else
                    wanted.Add(walk);
            // Each is looked for in the revision that had it last: what was taken out may come back.
            foreach (var group in wanted.GroupBy(w => found[w.Discussion.Id].Revision))
                Step(
                    session,
                    sheet.Sheet.Id,
                    sheet.Sheet.Kind,
                    Read(group.Key),
                    Read(next),
                    [.. group.Select(w => w.Discussion.Id)],
                    found
                );
            foreach (var walk in wanted)
                _known[(walk.Discussion.Id.Value, Put(walk), next, direct)] = found[walk.Discussion.Id];
        }

        return found;

        static int Put((Discussion Discussion, PutPlace From) walk) =>
            (walk.From.Revision * 397) ^ walk.From.Anchor.GetHashCode();
    }

    /// <summary>What was put elsewhere by hand still says how it read when it was begun.</summary>
    private static AnchorPlace Compared(Discussion discussion, AnchorPlace place) =>
        place with
        {
            Was = AnchorPlace.WordsOf(discussion.Places[0].Anchor),
        };

    private void Step(
        SqlSession session,
        SheetId sheet,
        SheetKind kind,
        SheetRevision before,
        SheetRevision after,
        List<DiscussionId> ids,
        Dictionary<DiscussionId, AnchorPlace> found
    )
    {
        switch (kind)
        {
            case SheetKind.Page:
                var words = ids.Where(i => found[i].At is Anchor.Words).ToList();
                var at = new TextRevisions(before.Words, after.Words).Find([
                    .. words.Select(i => (Anchor.Words)found[i].At).Select(w => (w.Start, w.End)),
                ]);
                foreach (var (i, id) in words.Index())
                    found[id] = found[id]
                        .Next(
                            at[i] is { } now ? Anchor.Words.At(after.Words, now.Start, now.End) : null,
                            at[i]?.Moved ?? false,
                            look: false,
                            after.Number
                        );
                break;
            case SheetKind.Table:
                var rows = tables.Between(sheet, before, after);
                foreach (var id in ids)
                    if (found[id].At is Anchor.Cells cells)
                    {
                        var now = rows.Find(cells);
                        found[id] = found[id].Next(now?.Cells, now?.Moved ?? false, look: false, after.Number);
                    }

                break;
            default:
                var find = FindDrawn(session, before, after);
                foreach (var id in ids)
                    if (found[id].At is Anchor.Spot spot)
                    {
                        var (now, moved, look) = find(spot);
                        found[id] = found[id].Next(now, moved, look, after.Number);
                    }

                break;
        }

        // The sheet as a whole is in each of its revisions.
        foreach (var id in ids)
            if (found[id].At is Anchor.Whole && found[id].Revision < after.Number)
                found[id] = found[id].Next(found[id].At, false, false, after.Number);
    }

    /// <summary>How places of a drawing, picture or PDF are found again.</summary>
    private Func<Anchor.Spot, (Anchor.Spot? Spot, bool Moved, bool Look)> FindDrawn(
        SqlSession session,
        SheetRevision before,
        SheetRevision after
    )
    {
        if (before.File == after.File)
            return spot => (spot, false, false);
        if (drawings.PartsOf(session, before.File) is { } was && drawings.PartsOf(session, after.File) is { } drawn)
            return new DrawingRevisions(was, drawn).Find;
        if (drawings.TextOf(session, before.File) is { } old && drawings.TextOf(session, after.File) is { } now)
            return new PagedRevisions(old, now).Find;
        // Of what cannot be read it is known only that it is another file.
        return spot => (spot, false, true);
    }
}
