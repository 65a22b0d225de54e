using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;

namespace Wrenlet.Storage.Sheets;

/// <summary>A discussion with where it belongs.</summary>
/// <param name="Key">Order in which discussions were begun.</param>
/// <param name="Talk">Key of its conversation.</param>
/// <param name="LastEntry">Key of the last entry; null while nothing was said.</param>
/// <param name="Sheet">The sheet that it is on; null for a file of the talk.</param>
/// <param name="File">The file of the talk that it is on; null for a sheet.</param>
/// <param name="Entry">The entry that carries the file; null for a sheet.</param>
public sealed record KeptDiscussion(
    long Key,
    Discussion Discussion,
    long Talk,
    long? LastEntry,
    SheetId? Sheet,
    Guid? File,
    EntryId? Entry
);

/// <summary>Something that was said, in short.</summary>
/// <param name="By">Who said it; null for nobody we know.</param>
public sealed record SaidShort(PersonId? By, string Body, bool IsMarkdown, bool Removed);

/// <summary>What was said first and last in a conversation.</summary>
/// <param name="Count">How much was said.</param>
/// <param name="FirstEntry">The entry that was first.</param>
/// <param name="LastAt">When the last was said.</param>
public sealed record TalkEnds(int Count, EntryId FirstEntry, SaidShort First, SaidShort Last, Instant LastAt);

/// <summary>What lists of discussions are narrowed to; null for all.</summary>
/// <param name="Docket">Of one docket.</param>
/// <param name="Sheet">Of one sheet.</param>
/// <param name="Person">Begun by, assigned to, or spoken in by somebody.</param>
/// <param name="Settled">Whether settled ones, or those that are not.</param>
/// <param name="Before">Older than this key.</param>
public sealed record DiscussionWish(
    DocketId? Docket = null,
    SheetId? Sheet = null,
    PersonId? Person = null,
    bool? Settled = null,
    long? Before = null
);

/// <summary>What is said in its place, where that place is, and how it stands.</summary>
public static class DiscussionStore
{
    private const string Select = """
        SELECT d.id, d.uid, c.uid, y.uid, b.uid, d.at, a.uid, d.due, t.uid, d.settled_at, d.version, c.id,
          c.last_entry, s.uid, f.uid, n.uid
        FROM discussion d JOIN conversation c ON c.discussion = d.id JOIN person b ON b.id = d.begun_by
          LEFT JOIN party y ON y.id = c.party LEFT JOIN person a ON a.id = d.assigned
          LEFT JOIN person t ON t.id = d.settled_by LEFT JOIN sheet s ON s.id = d.sheet
          LEFT JOIN file f ON f.id = d.file LEFT JOIN entry n ON n.id = d.entry
        """;

    /// <summary>Adds a discussion on a sheet; its conversation and its place are added after it.</summary>
    public static void AddOfSheet(SqlSession session, DiscussionId id, SheetId sheet, PersonId by, Instant at) =>
        session.Run(
            """
            INSERT INTO discussion (uid, sheet, begun_by, at)
            VALUES ($uid, (SELECT id FROM sheet WHERE uid = $sheet), (SELECT id FROM person WHERE uid = $by), $at)
            """,
            ("uid", id.Value),
            ("sheet", sheet.Value),
            ("by", by.Value),
            ("at", at)
        );

    /// <summary>Adds a discussion on a file that an entry carries.</summary>
    public static void AddOfFile(
        SqlSession session,
        DiscussionId id,
        Guid file,
        EntryId entry,
        PersonId by,
        Instant at
    ) =>
        session.Run(
            """
            INSERT INTO discussion (uid, file, entry, begun_by, at)
            VALUES ($uid, (SELECT id FROM file WHERE uid = $file), (SELECT id FROM entry WHERE uid = $entry),
              (SELECT id FROM person WHERE uid = $by), $at)
            """,
            ("uid", id.Value),
            ("file", file),
            ("entry", entry.Value),
            ("by", by.Value),
            ("at", at)
        );

    /// <summary>Says where it stands in a revision, in place of what was said of that revision before.</summary>
    public static void Put(SqlSession session, DiscussionId id, PutPlace place, PersonId by, Instant at)
    {
        ArgumentNullException.ThrowIfNull(place);
        var words = place.Anchor as Anchor.Words;
        var cells = place.Anchor as Anchor.Cells;
        var spot = place.Anchor as Anchor.Spot;
        session.Run(
            """
            INSERT INTO anchor (discussion, revision, kind, first, second, rows, columns, page, x, y, width, height,
              element, exact, before, after, made_by, at)
            VALUES ((SELECT id FROM discussion WHERE uid = $uid), $revision, $kind, $first, $second, $rows, $columns,
              $page, $x, $y, $width, $height, $element, $exact, $before, $after,
              (SELECT id FROM person WHERE uid = $by), $at)
            ON CONFLICT (discussion, revision) DO UPDATE SET kind = excluded.kind, first = excluded.first,
              second = excluded.second, rows = excluded.rows, columns = excluded.columns, page = excluded.page,
              x = excluded.x, y = excluded.y, width = excluded.width, height = excluded.height,
              element = excluded.element, exact = excluded.exact, before = excluded.before, after = excluded.after,
              made_by = excluded.made_by, at = excluded.at
            """,
            ("uid", id.Value),
            ("revision", place.Revision),
            ("kind", Kind(place.Anchor)),
            ("first", words?.Start ?? cells?.Row),
            ("second", words?.End ?? cells?.Column),
            ("rows", cells?.Rows),
            ("columns", cells?.Columns),
            ("page", spot?.Page),
            ("x", spot?.X),
            ("y", spot?.Y),
            ("width", spot?.Width),
            ("height", spot?.Height),
            ("element", spot?.Element),
            ("exact", words?.Exact ?? cells?.Value ?? spot?.Exact),
            ("before", words?.Before ?? cells?.Key),
            ("after", words?.After ?? cells?.Name),
            ("by", by.Value),
            ("at", at)
        );
    }

    /// <summary>Writes to whom it is assigned, by when, and whether it is settled.</summary>
    public static void Set(SqlSession session, Discussion discussion)
    {
        ArgumentNullException.ThrowIfNull(discussion);
        session.Run(
            """
            UPDATE discussion SET assigned = (SELECT id FROM person WHERE uid = $assigned), due = $due,
              settled_by = (SELECT id FROM person WHERE uid = $by), settled_at = $at, version = version + 1
            WHERE uid = $uid
            """,
            ("assigned", discussion.Assigned?.Value),
            ("due", discussion.Due),
            ("by", discussion.SettledBy?.Value),
            ("at", discussion.SettledAt),
            ("uid", discussion.Id.Value)
        );
    }

    /// <summary>Says that its place was put elsewhere.</summary>
    public static void Moved(SqlSession session, DiscussionId id) =>
        session.Run("UPDATE discussion SET version = version + 1 WHERE uid = $uid", ("uid", id.Value));

    /// <summary>Says who wrote what it is about, and is told of it.</summary>
    public static void SetAuthors(SqlSession session, DiscussionId id, IEnumerable<PersonId> authors)
    {
        ArgumentNullException.ThrowIfNull(authors);
        foreach (var author in authors.Distinct())
            session.Run(
                """
                INSERT INTO discussion_author (discussion, person)
                VALUES ((SELECT id FROM discussion WHERE uid = $uid), (SELECT id FROM person WHERE uid = $person))
                ON CONFLICT DO NOTHING
                """,
                ("uid", id.Value),
                ("person", author.Value)
            );
    }

    /// <summary>Takes the place of a discussion away in which nothing was ever said: nobody finds it any more.</summary>
    /// <returns>Whether it was there, and empty.</returns>
    public static bool Drop(SqlSession session, DiscussionId id)
    {
        const string empty = """
            (SELECT d.id FROM discussion d JOIN conversation c ON c.discussion = d.id
              WHERE d.uid = $uid AND c.last_entry IS NULL)
            """;
        session.Run(
            $"DELETE FROM draft WHERE conversation IN (SELECT id FROM conversation WHERE discussion IN {empty})",
            ("uid", id.Value)
        );
        return session.Run($"DELETE FROM anchor WHERE discussion IN {empty}", ("uid", id.Value)) > 0;
    }

    /// <summary>Whom a discussion concerns without being tagged: who wrote what it is about, who spoke in it, who began
    /// it, and who is to see to it.</summary>
    public static List<PersonId> Concerned(SqlSession session, Guid discussion) =>
        session.All(
            """
            SELECT p.uid FROM person p WHERE p.id IN (
              SELECT a.person FROM discussion_author a JOIN discussion d ON d.id = a.discussion WHERE d.uid = $uid
              UNION SELECT d.begun_by FROM discussion d WHERE d.uid = $uid
              UNION SELECT d.assigned FROM discussion d WHERE d.uid = $uid
              UNION SELECT e.author FROM discussion d JOIN conversation c ON c.discussion = d.id
                JOIN entry e ON e.conversation = c.id WHERE d.uid = $uid AND e.kind IN ('note', 'in', 'out'))
            ORDER BY p.id
            """,
            r => new PersonId(r.GetUid(0)),
            ("uid", discussion)
        );

    public static KeptDiscussion? Find(SqlSession session, DiscussionId id) =>
        Read(session, $"{Select} WHERE d.uid = $uid", ("uid", id.Value)).FirstOrDefault();

    /// <summary>The discussions of a sheet, those that were begun first first.</summary>
    public static List<KeptDiscussion> OfSheet(SqlSession session, SheetId sheet) =>
        Read(
            session,
            $"{Select} WHERE d.sheet = (SELECT id FROM sheet WHERE uid = $sheet) ORDER BY d.id",
            ("sheet", sheet.Value)
        );

    /// <summary>The discussions of a file of the talk, where an entry carries it.</summary>
    public static List<KeptDiscussion> OfFile(SqlSession session, Guid file, EntryId entry) =>
        Read(
            session,
            $"{Select} WHERE d.file = (SELECT id FROM file WHERE uid = $file) AND d.entry = (SELECT id FROM entry "
                + "WHERE uid = $entry) ORDER BY d.id",
            ("file", file),
            ("entry", entry.Value)
        );

    /// <summary>Discussions in which something was said, the newest first.</summary>
    public static List<KeptDiscussion> All(SqlSession session, DiscussionWish wish, int most)
    {
        ArgumentNullException.ThrowIfNull(wish);
        return Read(
            session,
            $"""
            {Select} WHERE c.last_entry IS NOT NULL AND d.id < $before
              AND ($docket IS NULL OR c.docket = (SELECT id FROM docket WHERE uid = $docket))
              AND ($sheet IS NULL OR d.sheet = (SELECT id FROM sheet WHERE uid = $sheet))
              AND ($settled IS NULL OR (d.settled_by IS NOT NULL) = $settled)
              AND ($person IS NULL OR b.uid = $person OR a.uid = $person OR EXISTS
                (SELECT 1 FROM entry e JOIN person p ON p.id = e.author WHERE e.conversation = c.id AND p.uid = $person))
            ORDER BY d.id DESC LIMIT {most}
            """,
            ("before", wish.Before ?? long.MaxValue),
            ("docket", wish.Docket?.Value),
            ("sheet", wish.Sheet?.Value),
            ("settled", wish.Settled is { } settled ? (settled ? 1L : 0L) : null),
            ("person", wish.Person?.Value)
        );
    }

    /// <summary>What somebody is to see to, what is due first first.</summary>
    public static List<KeptDiscussion> AssignedTo(SqlSession session, PersonId person) =>
        Read(
            session,
            $"{Select} WHERE d.settled_by IS NULL AND d.assigned = (SELECT id FROM person WHERE uid = $person) "
                + "ORDER BY d.due IS NULL, d.due, d.id",
            ("person", person.Value)
        );

    /// <summary>What was said first and last in each of these conversations, and how much, by its key.</summary>
    public static Dictionary<long, TalkEnds> Ends(SqlSession session, IEnumerable<long> talks) =>
        session
            .All(
                """
                SELECT t.conversation, t.n, f.uid, fa.uid, f.sender, f.body, f.markdown, la.uid, l.sender, l.body,
                  l.markdown, l.at, f.removed IS NOT NULL, l.removed IS NOT NULL
                FROM (SELECT e.conversation, count(*) n, min(e.id) first, max(e.id) last
                    FROM json_each($keys) k JOIN entry e ON e.conversation = k.value
                    WHERE e.kind <> 'event' GROUP BY e.conversation) t
                  JOIN entry f ON f.id = t.first JOIN entry l ON l.id = t.last
                  LEFT JOIN person fa ON fa.id = f.author LEFT JOIN person la ON la.id = l.author
                """,
                r =>
                    (
                        r.GetInt64(0),
                        new TalkEnds(
                            r.GetInt32(1),
                            new EntryId(r.GetUid(2)),
                            new SaidShort(
                                r.GetUidOrNull(3) is { } first ? new PersonId(first) : null,
                                r.GetString(5),
                                r.GetBoolean(6),
                                r.GetBoolean(12)
                            ),
                            new SaidShort(
                                r.GetUidOrNull(7) is { } last ? new PersonId(last) : null,
                                r.GetString(9),
                                r.GetBoolean(10),
                                r.GetBoolean(13)
                            ),
                            r.GetMoment(11)
                        )
                    ),
                ("keys", $"[{string.Join(',', talks)}]")
            )
            .ToDictionary(x => x.Item1, x => x.Item2);

    private static List<KeptDiscussion> Read(SqlSession session, string sql, params (string, object?)[] values)
    {
        var rows = session.All(sql, Row, values);
        if (rows.Count == 0)
            return rows;
        var places = session
            .All(
                """
                SELECT n.discussion, n.revision, n.kind, n.first, n.second, n.rows, n.columns, n.page, n.x, n.y, n.width,
                  n.height, n.element, n.exact, n.before, n.after
                FROM json_each($keys) k JOIN anchor n ON n.discussion = k.value ORDER BY n.discussion, n.revision
                """,
                r => (r.GetInt64(0), new PutPlace(r.GetInt32(1), AnchorOf(r))),
                ("keys", $"[{string.Join(',', rows.Select(r => r.Key))}]")
            )
            .ToLookup(x => x.Item1, x => x.Item2);
        return
        [
            .. rows.Where(r => places[r.Key].Any())
                .Select(r => r with { Discussion = r.Discussion with { Places = [.. places[r.Key]] } }),
        ];
    }

    private static KeptDiscussion Row(SqliteDataReader r) =>
        new(
            r.GetInt64(0),
            new Discussion(
                new DiscussionId(r.GetUid(1)),
                new ConversationId(r.GetUid(2)),
                r.GetUidOrNull(3) is { } party ? new PartyId(party) : null,
                new PersonId(r.GetUid(4)),
                r.GetMoment(5),
                [],
                r.GetUidOrNull(6) is { } assigned ? new PersonId(assigned) : null,
                r.GetMomentOrNull(7),
                r.GetUidOrNull(8) is { } settled ? new PersonId(settled) : null,
                r.GetMomentOrNull(9),
                r.GetInt32(10)
            ),
            r.GetInt64(11),
            r.GetKeyOrNull(12),
            r.GetUidOrNull(13) is { } sheet ? new SheetId(sheet) : null,
            r.GetUidOrNull(14),
            r.GetUidOrNull(15) is { } entry ? new EntryId(entry) : null
        );

    private static string Kind(Anchor anchor) =>
        anchor switch
        {
            Anchor.Whole => "whole",
            Anchor.Words => "words",
            Anchor.Cells => "cells",
            Anchor.Spot => "spot",
            _ => throw new ArgumentOutOfRangeException(nameof(anchor), anchor, "Unknown kind of place."),
        };

    private static Anchor AnchorOf(SqliteDataReader r)
    {
        string Text(int column) => r.GetTextOrNull(column) ?? "";
        double Real(int column) => r.IsDBNull(column) ? 0 : r.GetDouble(column);
        return r.GetString(2) switch
        {
            "words" => new Anchor.Words(r.GetInt32(3), r.GetInt32(4), Text(13), Text(14), Text(15)),
            "cells" => new Anchor.Cells(
                r.GetInt32(3),
                r.GetInt32(4),
                r.GetInt32(5),
                r.GetInt32(6),
                Text(13),
                Text(14),
                Text(15)
            ),
            "spot" => new Anchor.Spot(
                r.GetInt32(7),
                Real(8),
                Real(9),
                Real(10),
                Real(11),
                r.GetTextOrNull(12),
                r.GetTextOrNull(13)
            ),
            _ => new Anchor.Whole(),
        };
    }
}
