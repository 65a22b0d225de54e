using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Alerts;

/// <summary>A notice with its words.</summary>
/// <param name="Conversation">Its comments.</param>
public sealed record StoredNotice(
    long Key,
    Guid Id,
    string Title,
    string Body,
    string Html,
    Instant Made,
    Notice Notice,
    ConversationId Conversation,
    int Version
);

/// <summary>A thank-you to a colleague.</summary>
/// <param name="To">Who is thanked.</param>
/// <param name="By">Who thanks.</param>
/// <param name="Entry">What for; null when nothing that was said.</param>
/// <param name="Kind">One of the kinds of the table.</param>
public sealed record Thanks(Guid Id, PersonId To, PersonId By, EntryId? Entry, string Kind, string Words, Instant At);

/// <summary>Notices, who has confirmed them, and thanks.</summary>
public static class NoticeStore
{
    /// <summary>Kinds of thanks, as the table has them.</summary>
    public static readonly ImmutableArray<string> ThanksKinds =
    [
        "helping-hand",
        "sharp-eye",
        "calm-head",
        "good-work",
        "long-way",
    ];

    private const string Select = """
        SELECT n.id, n.uid, n.title, n.body, n.html, p.uid, n.made, n.appears, n.ends, n.confirm, c.uid, n.version,
          (SELECT group_concat(hex(k.uid)) FROM notice_crew x JOIN crew k ON k.id = x.crew WHERE x.notice = n.id)
        FROM notice n JOIN person p ON p.id = n.made_by JOIN conversation c ON c.notice = n.id
        """;

    /// <summary>Writes a new notice, or writes it anew; its conversation comes with it.</summary>
    public static void Put(
        SqlSession session,
        Guid id,
        string title,
        string body,
        string html,
        Notice notice,
        Instant at
    )
    {
        session.Run(
            """
            INSERT INTO notice (uid, title, body, html, made_by, made, appears, ends, confirm)
              VALUES ($uid, $title, $body, $html, (SELECT id FROM person WHERE uid = $by), $at, $appears, $ends,
              $confirm)
            ON CONFLICT (uid) DO UPDATE
              SET title = excluded.title, body = excluded.body, html = excluded.html, appears = excluded.appears,
              ends = excluded.ends, confirm = excluded.confirm, version = version + 1
            """,
            ("uid", id),
            ("title", title),
            ("body", body),
            ("html", html),
            ("by", notice.By.Value),
            ("at", at),
            ("appears", notice.Appears),
            ("ends", notice.Ends),
            ("confirm", notice.MustConfirm)
        );
        session.Run("DELETE FROM notice_crew WHERE notice = (SELECT id FROM notice WHERE uid = $uid)", ("uid", id));
        foreach (var crew in notice.Crews.Distinct())
            session.Run(
                "INSERT INTO notice_crew (notice, crew) VALUES ((SELECT id FROM notice WHERE uid = $uid), (SELECT id "
                    + "FROM crew WHERE uid = $crew))",
                ("uid", id),
                ("crew", crew.Value)
            );
        session.Run(
            "INSERT INTO conversation (uid, audience, subject, notice) SELECT $conversation, 'group', $title, id FROM "
                + "notice WHERE uid = $uid ON CONFLICT DO NOTHING",
            ("conversation", Guid.CreateVersion7()),
            ("title", title),
            ("uid", id)
        );
    }

    public static StoredNotice? Find(SqlSession session, Guid id) =>
        session.First($"{Select} WHERE n.uid = $uid", Row, ("uid", id));

    /// <summary>All that have not ended, or all that have, the newest first.</summary>
    public static List<StoredNotice> Page(SqlSession session, Instant now, bool ended, int most) =>
        session.All(
            $"{Select} WHERE (n.ends IS NOT NULL AND n.ends <= $now) = $ended ORDER BY n.appears DESC, n.id DESC LIMIT {most}",
            Row,
            ("now", now),
            ("ended", ended)
        );

    /// <summary>Notices that have appeared and of which nobody was told.</summary>
    public static List<StoredNotice> Untold(SqlSession session, Instant now) =>
        session.All($"{Select} WHERE n.told IS NULL AND n.appears <= $now ORDER BY n.id", Row, ("now", now));

    /// <summary>Says that those it is for have been told of a notice.</summary>
    /// <returns>Whether they had not been before.</returns>
    public static bool Told(SqlSession session, long notice, Instant at) =>
        session.Run("UPDATE notice SET told = $at WHERE id = $id AND told IS NULL", ("at", at), ("id", notice)) == 1;

    /// <returns>Whether they had not confirmed it before.</returns>
    public static bool Confirm(SqlSession session, long notice, PersonId person, Instant at) =>
        session.Run(
            "INSERT INTO notice_confirmation (notice, person, at) VALUES ($notice, (SELECT id FROM person WHERE uid = "
                + "$person), $at) ON CONFLICT DO NOTHING",
            ("notice", notice),
            ("person", person.Value),
            ("at", at)
        ) == 1;

    /// <summary>Who has confirmed a notice, in order.</summary>
    public static List<PersonId> ConfirmedBy(SqlSession session, long notice) =>
        session.All(
            "SELECT p.uid FROM notice_confirmation x JOIN person p ON p.id = x.person WHERE x.notice = $notice ORDER BY x.at",
            r => new PersonId(r.GetUid(0)),
            ("notice", notice)
        );

    public static void AddThanks(SqlSession session, Thanks thanks) =>
        session.Run(
            """
            INSERT INTO thanks (uid, person, made_by, entry, kind, words, at)
            VALUES ($uid, (SELECT id FROM person WHERE uid = $to), (SELECT id FROM person WHERE uid = $by),
              (SELECT id FROM entry WHERE uid = $entry), $kind, $words, $at) ON CONFLICT (uid) DO NOTHING
            """,
            ("uid", thanks.Id),
            ("to", thanks.To.Value),
            ("by", thanks.By.Value),
            ("entry", thanks.Entry?.Value),
            ("kind", thanks.Kind),
            ("words", thanks.Words),
            ("at", thanks.At)
        );

    /// <summary>Thanks to one colleague, or to anybody, the newest first.</summary>
    public static List<Thanks> ThanksTo(SqlSession session, PersonId? person, int most) =>
        session.All(
            $"""
            SELECT t.uid, p.uid, b.uid, e.uid, t.kind, t.words, t.at FROM thanks t JOIN person p ON p.id = t.person
              JOIN person b ON b.id = t.made_by LEFT JOIN entry e ON e.id = t.entry
            WHERE $person IS NULL OR p.uid = $person ORDER BY t.id DESC LIMIT {most}
            """,
            r => new Thanks(
                r.GetUid(0),
                new PersonId(r.GetUid(1)),
                new PersonId(r.GetUid(2)),
                r.GetUidOrNull(3) is { } e ? new EntryId(e) : null,
                r.GetString(4),
                r.GetString(5),
                r.GetMoment(6)
            ),
            ("person", person?.Value)
        );

    private static StoredNotice Row(SqliteDataReader r) =>
        new(
            r.GetInt64(0),
            r.GetUid(1),
            r.GetString(2),
            r.GetString(3),
            r.GetString(4),
            r.GetMoment(6),
            new Notice(
                new PersonId(r.GetUid(5)),
                r.GetMoment(7),
                r.GetMomentOrNull(8),
                r.GetBoolean(9),
                [
                    .. (r.GetTextOrNull(12) ?? "")
                        .Split(',', StringSplitOptions.RemoveEmptyEntries)
                        .Select(h => new CrewId(new Guid(Convert.FromHexString(h), bigEndian: true))),
                ]
            ),
            new ConversationId(r.GetUid(10)),
            r.GetInt32(11)
        );

    /// <summary>Thanks for an entry that is taken out stay, without it.</summary>
    public static void ForgetEntry(SqlSession session, long entry) =>
        session.Run("UPDATE thanks SET entry = NULL WHERE entry = $entry", ("entry", entry));
}
