using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Conversations;

/// <summary>A mail that could not be taken in.</summary>
public sealed record Aside(Guid Id, Instant At, string Reason);

/// <summary>Entries, their tags and their mail.</summary>
public static class EntryStore
{
    private const string Columns =
        "e.id, e.uid, e.conversation, e.kind, e.via, a.uid, e.sender, e.at, e.body, e.markdown, e.html, x.entry, "
        + "x.problem, e.automatic, e.came_back, e.knowing, s.uid, x.not_before, x.leaving, e.files, e.replies_to, "
        + "e.forwarded_from, e.version, e.edited, e.removed, e.signs, e.filed, e.asks, e.meets, "
        + "(SELECT w.uid FROM circular w WHERE w.id = e.circular)";
    private const string Joins =
        "LEFT JOIN person a ON a.id = e.author LEFT JOIN outbox x ON x.entry = e.id LEFT JOIN file s ON s.id = e.source";
    private const string Select =
        $"SELECT {Columns}, c.uid FROM entry e JOIN conversation c ON c.id = e.conversation {Joins}";

    /// <summary>Writes an entry, unless one with its id is there already.</summary>
    /// <returns>Its key; null when it was a repeat.</returns>
    public static long? Add(
        SqlSession session,
        Conversation conversation,
        Entry entry,
        string plain,
        IEnumerable<(string Kind, string Target)> tags
    )
    {
        var added = session.Number(
            """
            INSERT INTO entry (uid, conversation, kind, via, author, sender, at, body, markdown, html, automatic,
              knowing, source, files, replies_to, forwarded_from, circular)
            VALUES ($uid, $conversation, $kind, $via, (SELECT id FROM person WHERE uid = $author), $sender, $at, $body,
              $markdown, $html, $automatic, $knowing, (SELECT id FROM file WHERE uid = $source), $files, $answers,
              $passes, (SELECT id FROM circular WHERE uid = $circular)) ON CONFLICT (uid) DO NOTHING RETURNING id
            """,
            ("uid", entry.Id.Value),
            ("conversation", conversation.Key),
            ("kind", StoredWords.EntryKinds.Of(entry.Kind)),
            ("via", entry.Via is { } via ? StoredWords.Vias.Of(via) : null),
            ("author", entry.Author?.Value),
            ("sender", entry.Sender),
            ("at", entry.At),
            ("body", entry.Body),
            ("markdown", entry.IsMarkdown),
            ("html", entry.Html),
            ("automatic", entry.Automatic),
            ("knowing", entry.Knowing),
            ("source", entry.Source),
            ("files", entry.Files),
            ("answers", entry.RepliesTo),
            ("passes", entry.ForwardedFrom),
            ("circular", entry.Circular)
        );
        if (added is not { } key)
            return null;
        if (entry.Kind is not EntryKind.Event)
            session.Run(
                "INSERT INTO entry_search (rowid, plain) VALUES ($key, $plain)",
                ("key", key),
                ("plain", plain)
            );
        AddTags(session, key, tags);
        return key;
    }

    /// <summary>
    /// What was said in dockets, by whom and with whom it may be narrowed, the newest first; events are no words, and what
    /// was removed is not said any more.
    /// </summary>
    /// <param name="session">Where to read.</param>
    /// <param name="author">Who said it; null for everybody.</param>
    /// <param name="party">With whom it was said; null for everybody.</param>
    /// <param name="from">From when.</param>
    /// <param name="until">Until when.</param>
    /// <param name="before">Key to go on from.</param>
    /// <param name="most">How many at the most.</param>
    public static List<Entry> Across(
        SqlSession session,
        PersonId? author,
        PartyId? party,
        Instant from,
        Instant until,
        long before,
        int most
    ) =>
        session.All(
            $"""
            {Select} WHERE e.conversation IN (SELECT id FROM conversation WHERE docket IN
                (SELECT id FROM docket WHERE removed IS NULL) AND audience IN ('inside', 'outside')
                AND ($party IS NULL OR party = (SELECT id FROM party WHERE uid = $party)))
              AND e.kind <> 'event' AND e.removed IS NULL AND e.at >= $from AND e.at < $until AND e.id < $before
              AND ($author IS NULL OR e.author = (SELECT id FROM person WHERE uid = $author))
            ORDER BY e.id DESC LIMIT {most}
            """,
            Row,
            ("party", party?.Value),
            ("from", from),
            ("until", until),
            ("before", before),
            ("author", author?.Value)
        );

    private static void AddTags(SqlSession session, long entry, IEnumerable<(string Kind, string Target)> tags)
    {
        foreach (var (kind, target) in tags)
            session.Run(
                "INSERT INTO entry_tag (entry, kind, target) VALUES ($entry, $kind, $target) ON CONFLICT DO NOTHING",
                ("entry", entry),
                ("kind", kind),
                ("target", target)
            );
    }

    /// <summary>Writes what an entry tags, in place of what it tagged before.</summary>
    public static void SetTags(SqlSession session, long entry, IEnumerable<(string Kind, string Target)> tags)
    {
        session.Run("DELETE FROM entry_tag WHERE entry = $entry", ("entry", entry));
        AddTags(session, entry, tags);
    }

    public static Entry? Find(SqlSession session, EntryId id) =>
        session.First($"{Select} WHERE e.uid = $uid", Row, ("uid", id.Value));

    /// <summary>Who wrote an entry, without reading its words: a person known to us, or a name; neither where it is gone.</summary>
    public static (PersonId? Author, string? Sender) WriterOf(SqlSession session, EntryId id) =>
        session.All(
            "SELECT p.uid, e.sender FROM entry e LEFT JOIN person p ON p.id = e.author WHERE e.uid = $uid",
            r =>
                (
                    r.GetUidOrNull(0) is { } author ? new PersonId(author) : (PersonId?)null,
                    r.IsDBNull(1) ? null : r.GetString(1)
                ),
            ("uid", id.Value)
        )
            is [var writer]
            ? writer
            : (null, null);

    /// <summary>Whether there is an entry with this id; cheaper than reading it.</summary>
    public static bool Knows(SqlSession session, EntryId id) =>
        session.Number("SELECT 1 FROM entry WHERE uid = $uid", ("uid", id.Value)) is not null;

    public static Entry? FindByKey(SqlSession session, long key) =>
        session.First($"{Select} WHERE e.id = $id", Row, ("id", key));

    /// <summary>Entries by their keys, newest first.</summary>
    public static List<Entry> FindByKeys(SqlSession session, IReadOnlyCollection<long> keys) =>
        keys.Count == 0
            ? []
            : session.All(
                $"{Select} JOIN json_each($keys) k ON k.value = e.id ORDER BY e.id DESC",
                Row,
                ("keys", $"[{string.Join(',', keys)}]")
            );

    /// <summary>
    /// Entries of these conversations before a key, newest first. Each conversation's index gives its newest keys; only
    /// rows of the page are read.
    /// </summary>
    public static List<Entry> Before(
        SqlSession session,
        IReadOnlyList<Conversation> conversations,
        long before,
        int most
    ) => Page(session, conversations, "id < $key", "DESC", before, most);

    /// <summary>Entries of these conversations from a key on, oldest first.</summary>
    public static List<Entry> From(
        SqlSession session,
        IReadOnlyList<Conversation> conversations,
        long from,
        int most
    ) => Page(session, conversations, "id >= $key", "ASC", from, most);

    private static List<Entry> Page(
        SqlSession session,
        IReadOnlyList<Conversation> conversations,
        string range,
        string order,
        long key,
        int most
    )
    {
        if (conversations.Count == 0)
            return [];
        // A docket has a lane or two; each number of lanes is a statement of its own.
        var lanes = string.Join(
            " UNION ALL ",
            conversations.Select(
                (_, i) =>
                    $"SELECT * FROM (SELECT id FROM entry WHERE conversation = $lane{i} AND {range} ORDER BY id {order} LIMIT {most})"
            )
        );
        return session.All(
            $"SELECT {Columns} FROM (SELECT id FROM ({lanes}) ORDER BY id {order} LIMIT {most}) k JOIN entry e ON "
                + $"e.id = k.id {Joins} ORDER BY k.id {order}",
            r => Row(r, conversations.First(c => c.Key == r.GetInt64(2)).Id),
            [("key", key), .. conversations.Select((c, i) => ($"lane{i}", (object?)c.Key))]
        );
    }

    public static void AddMail(SqlSession session, string messageId, long entry, long conversation) =>
        session.Run(
            "INSERT INTO mail (message_id, entry, conversation) VALUES ($id, $entry, $conversation)",
            ("id", messageId),
            ("entry", entry),
            ("conversation", conversation)
        );

    public static bool KnowsMail(SqlSession session, string messageId) =>
        session.Number("SELECT 1 FROM mail WHERE message_id = $id", ("id", messageId)) is not null;

    /// <summary>The entry that a mail says, with the key of its conversation; null for a mail not known.</summary>
    public static (Entry Entry, ConversationId Conversation)? ByMail(SqlSession session, string messageId) =>
        session.First<(Entry, ConversationId)?>(
            $"{Select} JOIN mail m ON m.entry = e.id WHERE m.message_id = $id",
            r => (Row(r), new ConversationId(r.GetUid(30))),
            ("id", messageId)
        );

    /// <summary>Message-IDs of a conversation before an entry, newest first.</summary>
    public static List<string> MailsBefore(SqlSession session, long conversation, long entry, int most) =>
        session.All(
            $"SELECT message_id FROM mail WHERE conversation = $conversation AND entry < $entry ORDER BY entry DESC LIMIT {most}",
            r => r.GetString(0),
            ("conversation", conversation),
            ("entry", entry)
        );

    /// <summary>Says that an entry which had left has come back.</summary>
    public static void CameBack(SqlSession session, long entry, string reason) =>
        session.Run("UPDATE entry SET came_back = $reason WHERE id = $entry", ("reason", reason), ("entry", entry));

    /// <summary>What has been said of a message to many, in its order.</summary>
    public static List<Entry> OfCircular(SqlSession session, Guid circular) =>
        session.All(
            $"{Select} WHERE e.circular = (SELECT id FROM circular WHERE uid = $circular) ORDER BY e.id",
            Row,
            ("circular", circular)
        );

    /// <summary>Takes an entry out with all that conversations keep of it. Other parts have taken out theirs.</summary>
    public static void TakeOut(SqlSession session, long entry)
    {
        session.Run("UPDATE entry SET replies_to = NULL WHERE replies_to = $entry", ("entry", entry));
        session.Run("UPDATE entry SET forwarded_from = NULL WHERE forwarded_from = $entry", ("entry", entry));
        session.Run("DELETE FROM meeting_letter WHERE entry = $entry", ("entry", entry));
        session.Run(
            "DELETE FROM meeting_person WHERE meeting IN (SELECT id FROM meeting WHERE entry = $entry)",
            ("entry", entry)
        );
        foreach (var table in CarriedBy)
            session.Run($"DELETE FROM {table} WHERE entry = $entry", ("entry", entry));
        session.Run("DELETE FROM entry_search WHERE rowid = $entry", ("entry", entry));
        session.Run("DELETE FROM entry WHERE id = $entry", ("entry", entry));
    }

    /// <summary>Tables whose rows belong to an entry.</summary>
    private static readonly string[] CarriedBy =
    [
        "meeting",
        "entry_tag",
        "mail",
        "entry_file",
        "entry_recipient",
        "text_message",
        "entry_sign",
        "filing",
        "pin",
    ];

    /// <summary>Messages of a conversation after an entry, oldest first: what happened since.</summary>
    public static List<Entry> After(SqlSession session, long conversation, long order, int most = 200) =>
        session.All(
            $"{Select} WHERE e.conversation = $conversation AND e.id > $order ORDER BY e.id LIMIT {most}",
            Row,
            ("conversation", conversation),
            ("order", order)
        );

    /// <summary>Entries of these conversations that carry a file or a link, the newest first.</summary>
    public static List<Entry> Sharing(SqlSession session, IReadOnlyList<long> conversations, int most) =>
        session.All(
            $"{Select} JOIN json_each($conversations) k ON k.value = e.conversation WHERE e.removed IS NULL AND "
                + $"(e.files > 0 OR e.html LIKE '%<a href=\"http%') ORDER BY e.id DESC LIMIT {most}",
            Row,
            ("conversations", $"[{string.Join(',', conversations)}]")
        );

    /// <summary>How many things have been said in a conversation and stand.</summary>
    public static int Count(SqlSession session, long conversation) =>
        (int)
            session
                .Number(
                    "SELECT count(*) FROM entry WHERE conversation = $conversation AND kind <> 'event' AND removed IS NULL",
                    ("conversation", conversation)
                )!
                .Value;

    /// <summary>Key of the newest entry of a conversation; null when there is none.</summary>
    public static long? Newest(SqlSession session, long conversation) =>
        session.Number("SELECT max(id) FROM entry WHERE conversation = $conversation", ("conversation", conversation));

    /// <summary>How the party reached us last: by mail, text or page; null when it never did.</summary>
    public static Entry? LastIn(SqlSession session, long conversation) =>
        session.First(
            $"{Select} WHERE e.conversation = $conversation AND e.kind = 'in' AND e.automatic = 0 ORDER BY e.id DESC LIMIT 1",
            Row,
            ("conversation", conversation)
        );

    /// <summary>The last thing said in a conversation, events left out; null when nothing has been said.</summary>
    public static Entry? LastSaid(SqlSession session, long conversation) =>
        session.First(
            $"{Select} WHERE e.conversation = $conversation AND e.kind <> 'event' ORDER BY e.id DESC LIMIT 1",
            Row,
            ("conversation", conversation)
        );

    /// <summary>How often each of the staff has written to a party.</summary>
    public static Dictionary<PersonId, int> AnsweredBy(SqlSession session, PartyId party) =>
        session
            .All(
                """
                SELECT p.uid, count(*) FROM conversation c JOIN entry e ON e.conversation = c.id
                  JOIN person p ON p.id = e.author
                WHERE c.party = (SELECT id FROM party WHERE uid = $party) AND e.kind = 'out' GROUP BY p.id
                """,
                r => (new PersonId(r.GetUid(0)), r.GetInt32(1)),
                ("party", party.Value)
            )
            .ToDictionary(a => a.Item1, a => a.Item2);

    public static void AddRecipients(SqlSession session, long entry, IEnumerable<Recipient> to)
    {
        foreach (var (i, (name, address)) in to.Index())
            session.Run(
                "INSERT INTO entry_recipient (entry, position, name, address) VALUES ($entry, $position, $name, $address)",
                ("entry", entry),
                ("position", i),
                ("name", name),
                ("address", address)
            );
    }

    /// <summary>Where an entry goes, in the order given.</summary>
    public static List<Recipient> Recipients(SqlSession session, long entry) =>
        session.All(
            "SELECT name, address FROM entry_recipient WHERE entry = $entry ORDER BY position",
            r => new Recipient(r.GetString(0), r.GetString(1)),
            ("entry", entry)
        );

    public static bool KnowsText(SqlSession session, string messageId) =>
        session.Number("SELECT 1 FROM text_message WHERE message_id = $id", ("id", messageId)) is not null;

    public static void AddText(SqlSession session, string messageId, long entry) =>
        session.Run(
            "INSERT INTO text_message (message_id, entry) VALUES ($id, $entry)",
            ("id", messageId),
            ("entry", entry)
        );

    /// <summary>What was said in a docket, on either side, that holds one of these runs of words, newest first.</summary>
    public static List<Entry> SaidInDocket(SqlSession session, DocketId docket, IReadOnlyList<string> runs, int most)
    {
        if (runs.Count == 0)
            return [];
        var query = string.Join(" OR ", runs.Select(r => $"\"{r}\""));
        return session.All(
            $"{Select} WHERE e.id IN (SELECT rowid FROM entry_search WHERE entry_search MATCH $query) AND e.kind IN "
                + "('note', 'in', 'out') AND e.conversation IN (SELECT id FROM conversation WHERE docket = (SELECT id "
                + $"FROM docket WHERE uid = $docket)) ORDER BY e.id DESC LIMIT {most}",
            Row,
            ("query", query),
            ("docket", docket.Value)
        );
    }

    /// <summary>How many parties were told a run of words by us; counted up to ten.</summary>
    public static int PartiesTold(SqlSession session, string run) =>
        (int)
            session
                .Number(
                    "SELECT count(*) FROM (SELECT DISTINCT c.party FROM entry e JOIN conversation c ON c.id = "
                        + "e.conversation WHERE e.id IN (SELECT rowid FROM entry_search WHERE entry_search MATCH $query) "
                        + "AND e.kind = 'out' AND c.party IS NOT NULL LIMIT 10)",
                    ("query", $"\"{run}\"")
                )!
                .Value;

    /// <summary>Texts of a party's outside conversations, newest first.</summary>
    public static List<Entry> SaidOutside(SqlSession session, long conversation, int most) =>
        session.All(
            $"{Select} WHERE e.conversation = $conversation AND e.kind IN ('in', 'out') ORDER BY e.id DESC LIMIT {most}",
            Row,
            ("conversation", conversation)
        );

    public static void PutAside(SqlSession session, Guid id, Instant at, string reason, byte[] raw) =>
        session.Run(
            "INSERT INTO mail_aside (uid, at, reason, raw) VALUES ($uid, $at, $reason, $raw) ON CONFLICT DO NOTHING",
            ("uid", id),
            ("at", at),
            ("reason", reason),
            ("raw", raw)
        );

    public static List<Aside> Asides(SqlSession session, int most) =>
        session.All(
            $"SELECT uid, at, reason FROM mail_aside ORDER BY id DESC LIMIT {most}",
            r => new Aside(r.GetUid(0), r.GetMoment(1), r.GetString(2))
        );

    public static byte[]? RawAside(SqlSession session, Guid id) =>
        session.First("SELECT raw FROM mail_aside WHERE uid = $uid", r => r.GetFieldValue<byte[]>(0), ("uid", id));

    private static Entry Row(SqliteDataReader r) => Row(r, new ConversationId(r.GetUid(30)));

    private static Entry Row(SqliteDataReader r, ConversationId conversation)
    {
        var kind = StoredWords.EntryKinds.Read(r.GetString(3));
        Via? via = r.GetTextOrNull(4) is { } word ? StoredWords.Vias.Read(word) : null;
        var waits = !r.IsDBNull(11);
        var delivery =
            kind is not EntryKind.MessageOut || via is not (Via.Mail or Via.Text) ? null
            : waits
                ? new Delivery(
                    false,
                    r.GetTextOrNull(12),
                    false,
                    DateTimeOffset.FromUnixTimeMilliseconds(r.GetInt64(17)),
                    r.GetBoolean(18) && !r.IsDBNull(12)
                )
            : new Delivery(true, r.GetTextOrNull(14), !r.IsDBNull(14));
        return new(
            r.GetInt64(0),
            new EntryId(r.GetUid(1)),
            conversation,
            kind,
            via,
            r.GetUidOrNull(5) is { } author ? new PersonId(author) : null,
            r.GetTextOrNull(6),
            r.GetMoment(7),
            r.GetString(8),
            r.GetBoolean(9),
            r.GetString(10),
            delivery,
            r.GetBoolean(13),
            r.GetTextOrNull(15),
            r.GetUidOrNull(16),
            r.GetInt32(19),
            r.GetKeyOrNull(20),
            r.GetKeyOrNull(21),
            r.GetInt32(22),
            r.GetMomentOrNull(23),
            r.GetMomentOrNull(24),
            r.GetInt32(25),
            r.GetBoolean(26),
            r.GetBoolean(27),
            r.GetBoolean(28),
            r.GetUidOrNull(29)
        );
    }
}
