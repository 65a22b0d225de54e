using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Conversations;

/// <summary>The entry that another answers or passes on, in short.</summary>
/// <param name="Plain">Its words; empty when it was removed.</param>
public sealed record Quote(
    long Key,
    EntryId Id,
    ConversationId Conversation,
    EntryKind Kind,
    PersonId? Author,
    string? Sender,
    string Body,
    bool IsMarkdown,
    bool Removed
);

/// <summary>A version of an entry.</summary>
/// <param name="Number">1 as it was first said.</param>
/// <param name="At">When it was written.</param>
public sealed record EntryVersion(int Number, Instant At, string Html);

/// <summary>A sign that someone gave an entry.</summary>
public sealed record GivenSign(long Entry, string Sign, PersonId Person, Instant At);

/// <summary>An entry that a conversation keeps at hand.</summary>
public sealed record Pin(EntryId Entry, PersonId By, Instant At);

/// <summary>How far someone had read, and when.</summary>
public sealed record ReadMark(PersonId Person, long UpTo, Instant At);

/// <summary>What becomes of entries after they were said: versions, signs, pins and readings.</summary>
public static class EntryMarkStore
{
    /// <summary>Writes new words for an entry and keeps the old ones as a version.</summary>
    public static void Edit(SqlSession session, Entry entry, string body, string html, string plain, Instant at)
    {
        Keep(session, entry);
        session.Run(
            "UPDATE entry SET body = $body, html = $html, version = version + 1, edited = $at WHERE id = $id",
            ("body", body),
            ("html", html),
            ("at", at),
            ("id", entry.Key)
        );
        session.Run("DELETE FROM entry_search WHERE rowid = $key", ("key", entry.Key));
        session.Run(
            "INSERT INTO entry_search (rowid, plain) VALUES ($key, $plain)",
            ("key", entry.Key),
            ("plain", plain)
        );
    }

    /// <summary>Takes the words of an entry away and keeps them as a version.</summary>
    public static void Remove(SqlSession session, Entry entry, Instant at)
    {
        Keep(session, entry);
        session.Run(
            "UPDATE entry SET body = '', html = '', version = version + 1, removed = $at WHERE id = $id",
            ("at", at),
            ("id", entry.Key)
        );
        session.Run("DELETE FROM entry_search WHERE rowid = $key", ("key", entry.Key));
        session.Run("DELETE FROM entry_tag WHERE entry = $key", ("key", entry.Key));
        session.Run("DELETE FROM pin WHERE entry = $key", ("key", entry.Key));
    }

    /// <summary>Earlier versions of an entry, the oldest first.</summary>
    public static List<EntryVersion> Versions(SqlSession session, long entry) =>
        session.All(
            "SELECT version, at, html FROM entry_version WHERE entry = $entry ORDER BY version",
            r => new EntryVersion(r.GetInt32(0), r.GetMoment(1), r.GetString(2)),
            ("entry", entry)
        );

    /// <summary>The entries with these keys, in short.</summary>
    public static Dictionary<long, Quote> Quotes(SqlSession session, IEnumerable<long> keys) =>
        session
            .All(
                """
                SELECT e.id, e.uid, c.uid, e.kind, a.uid, e.sender, e.body, e.markdown, e.removed IS NOT NULL
                FROM json_each($keys) k JOIN entry e ON e.id = k.value JOIN conversation c ON c.id = e.conversation
                  LEFT JOIN person a ON a.id = e.author
                """,
                r => new Quote(
                    r.GetInt64(0),
                    new EntryId(r.GetUid(1)),
                    new ConversationId(r.GetUid(2)),
                    StoredWords.EntryKinds.Read(r.GetString(3)),
                    r.GetUidOrNull(4) is { } author ? new PersonId(author) : null,
                    r.GetTextOrNull(5),
                    r.GetString(6),
                    r.GetBoolean(7),
                    r.GetBoolean(8)
                ),
                ("keys", Keys(keys))
            )
            .ToDictionary(q => q.Key);

    /// <summary>Gives an entry a sign, or takes it back.</summary>
    /// <returns>Whether that changed anything.</returns>
    public static bool SetSign(SqlSession session, long entry, PersonId person, string sign, bool given, Instant at)
    {
        var changed = given
            ? session.Run(
                "INSERT INTO entry_sign (entry, person, sign, at) VALUES ($entry, (SELECT id FROM person WHERE uid = "
                    + "$person), $sign, $at) ON CONFLICT DO NOTHING",
                ("entry", entry),
                ("person", person.Value),
                ("sign", sign),
                ("at", at)
            )
            : session.Run(
                "DELETE FROM entry_sign WHERE entry = $entry AND sign = $sign AND person = (SELECT id FROM person WHERE uid = $person)",
                ("entry", entry),
                ("sign", sign),
                ("person", person.Value)
            );
        if (changed == 1)
            session.Run(
                "UPDATE entry SET signs = signs + $by WHERE id = $entry",
                ("by", given ? 1L : -1L),
                ("entry", entry)
            );
        return changed == 1;
    }

    /// <summary>Signs of these entries, in the order in which they were given.</summary>
    public static ILookup<long, GivenSign> Signs(SqlSession session, IEnumerable<long> keys) =>
        session
            .All(
                "SELECT s.entry, s.sign, p.uid, s.at FROM json_each($keys) k JOIN entry_sign s ON s.entry = k.value "
                    + "JOIN person p ON p.id = s.person ORDER BY s.at, p.id",
                r => new GivenSign(r.GetInt64(0), r.GetString(1), new PersonId(r.GetUid(2)), r.GetMoment(3)),
                ("keys", Keys(keys))
            )
            .ToLookup(s => s.Entry);

    /// <summary>Ids of the crews that an entry tags.</summary>
    public static List<CrewId> TaggedCrews(SqlSession session, long entry) =>
        session.All(
            "SELECT target FROM entry_tag WHERE entry = $entry AND kind = 'crew'",
            r => new CrewId(Guid.Parse(r.GetString(0))),
            ("entry", entry)
        );

    /// <summary>
    /// Keeps these entries at hand, in this order, and no others; what was pinned before keeps who pinned it.
    /// </summary>
    public static void SetPins(
        SqlSession session,
        long conversation,
        IReadOnlyList<EntryId> entries,
        PersonId by,
        Instant at
    )
    {
        var before = Pins(session, conversation).ToDictionary(p => p.Entry);
        session.Run("DELETE FROM pin WHERE conversation = $conversation", ("conversation", conversation));
        foreach (var (i, entry) in entries.Distinct().Index())
        {
            var (who, when) = before.TryGetValue(entry, out var pin) ? (pin.By, pin.At) : (by, at);
            session.Run(
                """
                INSERT INTO pin (conversation, entry, position, made_by, at)
                SELECT $conversation, e.id, $position, (SELECT id FROM person WHERE uid = $by), $at FROM entry e
                  WHERE e.uid = $entry AND e.conversation = $conversation
                """,
                ("conversation", conversation),
                ("position", i),
                ("by", who.Value),
                ("at", when),
                ("entry", entry.Value)
            );
        }
    }

    /// <summary>What a conversation keeps at hand, in order.</summary>
    public static List<Pin> Pins(SqlSession session, long conversation) =>
        session.All(
            "SELECT e.uid, p.uid, x.at FROM pin x JOIN entry e ON e.id = x.entry JOIN person p ON p.id = x.made_by "
                + "WHERE x.conversation = $conversation ORDER BY x.position",
            r => new Pin(new EntryId(r.GetUid(0)), new PersonId(r.GetUid(1)), r.GetMoment(2)),
            ("conversation", conversation)
        );

    /// <summary>
    /// For each of these conversations how far someone has read it, 0 when they never did, and how many entries it
    /// keeps at hand.
    /// </summary>
    public static List<(long Conversation, long ReadUpTo, int Pins)> MarksOf(
        SqlSession session,
        IReadOnlyList<long> conversations,
        PersonId person
    ) =>
        conversations.Count == 0
            ? []
            : session.All(
                $"""
                SELECT c.column1, coalesce((SELECT max(upto) FROM reading r
                  WHERE r.person = p.id AND r.conversation = c.column1), 0),
                  (SELECT count(*) FROM pin WHERE conversation = c.column1)
                FROM person p, (VALUES {string.Join(
                    ", ",
                    conversations.Select((_, i) => $"($c{i})")
                )}) c WHERE p.uid = $person
                """,
                r => (r.GetInt64(0), r.GetInt64(1), r.GetInt32(2)),
                [("person", person.Value), .. conversations.Select((c, i) => ($"c{i}", (object?)c))]
            );

    /// <summary>Says how far someone has read; going back is no reading.</summary>
    /// <returns>Whether they went further than before.</returns>
    public static bool Read(SqlSession session, long conversation, PersonId person, long upTo, Instant at) =>
        session.Run(
            """
            INSERT INTO reading (conversation, person, upto, at)
            SELECT $conversation, p.id, $upto, $at FROM person p WHERE p.uid = $person
              AND $upto > coalesce((SELECT max(upto) FROM reading r
                WHERE r.person = p.id AND r.conversation = $conversation), 0)
            """,
            ("conversation", conversation),
            ("person", person.Value),
            ("upto", upTo),
            ("at", at)
        ) == 1;

    /// <summary>
    /// How many entries of a conversation someone has not read, by others than themself, events left out; counted up to
    /// a most.
    /// </summary>
    /// <remarks>
    /// Only the first few past their mark are looked at: to say something is to have read, so one's own do not pile up
    /// there.
    /// </remarks>
    public static int Unread(SqlSession session, long conversation, PersonId person, int most = 30) =>
        (int)
            Math.Min(
                most,
                session
                    .Number(
                        $"""
                        SELECT count(*) FROM (
                          SELECT kind, removed, author FROM entry WHERE conversation = $conversation
                            AND id > coalesce((SELECT max(upto) FROM reading r
                              WHERE r.person = (SELECT id FROM person WHERE uid = $person)
                              AND r.conversation = $conversation), 0)
                          ORDER BY id LIMIT {most * 2})
                        WHERE kind <> 'event' AND removed IS NULL
                          AND author IS NOT (SELECT id FROM person WHERE uid = $person)
                        """,
                        ("conversation", conversation),
                        ("person", person.Value)
                    )!
                    .Value
            );

    /// <summary>Who has read an entry, and when they first had, the earliest first.</summary>
    public static List<ReadMark> ReadersOf(SqlSession session, long conversation, long entry) =>
        session.All(
            """
            SELECT p.uid, min(r.upto), min(r.at) FROM reading r JOIN person p ON p.id = r.person
            WHERE r.conversation = $conversation AND r.upto >= $entry GROUP BY p.id ORDER BY min(r.at)
            """,
            r => new ReadMark(new PersonId(r.GetUid(0)), r.GetInt64(1), r.GetMoment(2)),
            ("conversation", conversation),
            ("entry", entry)
        );

    /// <summary>The first entry of a conversation at or after a moment; null when there is none.</summary>
    public static long? FirstFrom(SqlSession session, long conversation, Instant from) =>
        session.Number(
            "SELECT id FROM entry WHERE conversation = $conversation AND at >= $from ORDER BY at, id LIMIT 1",
            ("conversation", conversation),
            ("from", from)
        );

    private static void Keep(SqlSession session, Entry entry) =>
        session.Run(
            "INSERT INTO entry_version (entry, version, at, body, html) VALUES ($entry, $version, $at, $body, $html)",
            ("entry", entry.Key),
            ("version", entry.Version),
            ("at", entry.Edited ?? entry.At),
            ("body", entry.Body),
            ("html", entry.Html)
        );

    private static string Keys(IEnumerable<long> keys) => $"[{string.Join(',', keys)}]";
}
