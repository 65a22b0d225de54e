using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage.Alerts;

/// <summary>An alert as its person sees it.</summary>
/// <param name="By">Who caused it; null when nobody of ours did.</param>
/// <param name="Words">The first words of what it is about.</param>
/// <param name="Read">When it was marked read; null while unread.</param>
/// <param name="Kept">When it was kept for later; null when it is not.</param>
public sealed record StoredAlert(
    long Key,
    Guid Id,
    AlertReason Reason,
    PersonId? By,
    Instant At,
    ConversationId? Conversation,
    DocketRef? Docket,
    string? Subject,
    EntryId? Entry,
    TaskId? Task,
    string Words,
    Instant? Read,
    Instant? Kept = null
);

/// <summary>How a person wants to be told.</summary>
/// <param name="Quiet">When pop-ups and mail are held back.</param>
/// <param name="Digest">Whether what stays unread comes by mail, once an hour at most.</param>
/// <param name="Sound">Whether a pop-up makes a sound.</param>
/// <param name="HiddenPage">Whether the browser says it when the page is hidden.</param>
public sealed record AlertSetting(QuietHours Quiet, bool Digest, bool Sound, bool HiddenPage)
{
    /// <summary>Without a choice: no quiet hours, a digest, no sound.</summary>
    public static readonly AlertSetting Usual = new(QuietHours.None, true, false, false);
}

/// <summary>What each person has been told.</summary>
public static class AlertStore
{
    private const string Select = """
        SELECT a.id, a.uid, a.reason, b.uid, a.at, c.uid, coalesce(d.ref, td.ref),
          coalesce(d.subject, td.subject), e.uid, t.uid, a.words, a.read, a.kept
        FROM alert a LEFT JOIN person b ON b.id = a.made_by LEFT JOIN conversation c ON c.id = a.conversation
          LEFT JOIN docket d ON d.id = c.docket
          LEFT JOIN entry e ON e.id = a.entry LEFT JOIN task t ON t.id = a.task LEFT JOIN docket td ON td.id = t.docket
        """;

    public static void Add(
        SqlSession session,
        Guid id,
        Alert alert,
        PersonId? by,
        Instant at,
        ConversationId? conversation,
        EntryId? entry,
        TaskId? task,
        string words
    ) =>
        session.Run(
            """
            INSERT INTO alert (uid, person, reason, made_by, at, conversation, entry, task, words)
            VALUES ($uid, (SELECT id FROM person WHERE uid = $person), $reason, (SELECT id FROM person WHERE uid = $by),
              $at, (SELECT id FROM conversation WHERE uid = $conversation),
              (SELECT id FROM entry WHERE uid = $entry), (SELECT id FROM task WHERE uid = $task), $words)
            """,
            ("uid", id),
            ("person", alert.Person.Value),
            ("reason", StoredWords.Reasons.Of(alert.Reason)),
            ("by", by?.Value),
            ("at", at),
            ("conversation", conversation?.Value),
            ("entry", entry?.Value),
            ("task", task?.Value),
            ("words", words)
        );

    /// <summary>A person's alerts before a key, the newest first.</summary>
    /// <param name="unread">Whether only those that are unread are wanted.</param>
    public static List<StoredAlert> Page(
        SqlSession session,
        PersonId person,
        long before,
        int most,
        bool unread = false
    ) =>
        session.All(
            $"{Select} WHERE a.person = (SELECT id FROM person WHERE uid = $person) AND a.id < $before "
                + $"{(unread ? "AND a.read IS NULL " : "")}ORDER BY a.id DESC LIMIT {most}",
            Row,
            ("person", person.Value),
            ("before", before)
        );

    public static StoredAlert? Find(SqlSession session, PersonId person, Guid id) =>
        session.First(
            $"{Select} WHERE a.uid = $uid AND a.person = (SELECT id FROM person WHERE uid = $person)",
            Row,
            ("uid", id),
            ("person", person.Value)
        );

    public static int Unread(SqlSession session, PersonId person) =>
        (int)
            session
                .Number(
                    "SELECT count(*) FROM alert WHERE person = (SELECT id FROM person WHERE uid = $person) AND read IS NULL",
                    ("person", person.Value)
                )!
                .Value;

    /// <summary>Marks one alert, or all of a person's, read or unread.</summary>
    /// <returns>How many were changed.</returns>
    public static int Mark(SqlSession session, PersonId person, Guid? id, Instant? read) =>
        session.Run(
            "UPDATE alert SET read = $read WHERE person = (SELECT id FROM person WHERE uid = $person) AND ($uid IS "
                + "NULL OR uid = $uid) AND (read IS NULL) <> ($read IS NULL)",
            ("read", read),
            ("person", person.Value),
            ("uid", id)
        );

    /// <summary>Keeps an alert for later, or lets it go.</summary>
    /// <returns>Whether there is such an alert of this person.</returns>
    public static bool Keep(SqlSession session, PersonId person, Guid id, Instant? kept) =>
        session.Run(
            "UPDATE alert SET kept = $kept WHERE uid = $uid AND person = (SELECT id FROM person WHERE uid = $person)",
            ("kept", kept),
            ("uid", id),
            ("person", person.Value)
        ) == 1;

    /// <summary>What a person keeps for later, the newest first.</summary>
    public static List<StoredAlert> KeptBy(SqlSession session, PersonId person, int most) =>
        session.All(
            $"{Select} WHERE a.person = (SELECT id FROM person WHERE uid = $person) AND a.kept IS NOT NULL ORDER BY a.id DESC LIMIT {most}",
            Row,
            ("person", person.Value)
        );

    /// <summary>People with alerts that are unread since before a moment and went into no digest yet.</summary>
    public static List<PersonId> AwaitingDigest(SqlSession session, Instant before) =>
        session.All(
            "SELECT DISTINCT p.uid FROM alert a JOIN person p ON p.id = a.person WHERE a.read IS NULL AND a.digested "
                + "IS NULL AND a.at <= $before",
            r => new PersonId(r.GetUid(0)),
            ("before", before)
        );

    /// <summary>What of a person's alerts is unread and went into no digest yet, the oldest first.</summary>
    public static List<StoredAlert> Undigested(SqlSession session, PersonId person, int most) =>
        session.All(
            $"{Select} WHERE a.person = (SELECT id FROM person WHERE uid = $person) AND a.read IS NULL AND a.digested "
                + $"IS NULL ORDER BY a.id LIMIT {most}",
            Row,
            ("person", person.Value)
        );

    /// <summary>When a person's last digest went out; null when none did.</summary>
    public static Instant? LastDigest(SqlSession session, PersonId person) =>
        session.Number(
            "SELECT max(digested) FROM alert WHERE person = (SELECT id FROM person WHERE uid = $person)",
            ("person", person.Value)
        )
            is { } at
            ? Instant.FromUnixTimeMilliseconds(at)
            : null;

    /// <summary>Says that these went into a digest.</summary>
    public static void Digested(SqlSession session, IEnumerable<long> keys, Instant at) =>
        session.Run(
            $"UPDATE alert SET digested = $at WHERE id IN (SELECT value FROM json_each($keys))",
            ("at", at),
            ("keys", $"[{string.Join(',', keys)}]")
        );

    /// <summary>How a person wants to be told.</summary>
    public static AlertSetting SettingOf(SqlSession session, PersonId person) =>
        session.First(
            "SELECT quiet_from, quiet_to, quiet_days_off, digest, sound, hidden_page FROM alert_setting WHERE person "
                + "= (SELECT id FROM person WHERE uid = $person)",
            r => new AlertSetting(
                new QuietHours(
                    LocalTime.FromMinutesSinceMidnight(r.GetInt32(0)),
                    LocalTime.FromMinutesSinceMidnight(r.GetInt32(1)),
                    r.GetBoolean(2)
                ),
                r.GetBoolean(3),
                r.GetBoolean(4),
                r.GetBoolean(5)
            ),
            ("person", person.Value)
        ) ?? AlertSetting.Usual;

    /// <summary>Sets how a person wants to be told.</summary>
    public static void Set(SqlSession session, PersonId person, AlertSetting setting) =>
        session.Run(
            """
            INSERT INTO alert_setting (person, quiet_from, quiet_to, quiet_days_off, digest, sound, hidden_page)
            VALUES ((SELECT id FROM person WHERE uid = $person), $from, $to, $off, $digest, $sound, $hidden)
            ON CONFLICT (person) DO UPDATE
              SET quiet_from = excluded.quiet_from, quiet_to = excluded.quiet_to,
              quiet_days_off = excluded.quiet_days_off,
              digest = excluded.digest, sound = excluded.sound, hidden_page = excluded.hidden_page
            """,
            ("person", person.Value),
            ("from", setting.Quiet.From.Hour * 60 + setting.Quiet.From.Minute),
            ("to", setting.Quiet.To.Hour * 60 + setting.Quiet.To.Minute),
            ("off", setting.Quiet.DaysOff),
            ("digest", setting.Digest),
            ("sound", setting.Sound),
            ("hidden", setting.HiddenPage)
        );

    private static StoredAlert Row(SqliteDataReader r) =>
        new(
            r.GetInt64(0),
            r.GetUid(1),
            StoredWords.Reasons.Read(r.GetString(2)),
            r.GetUidOrNull(3) is { } by ? new PersonId(by) : null,
            r.GetMoment(4),
            r.GetUidOrNull(5) is { } conversation ? new ConversationId(conversation) : null,
            r.IsDBNull(6) ? null : r.GetDocketRef(6),
            r.GetTextOrNull(7),
            r.GetUidOrNull(8) is { } entry ? new EntryId(entry) : null,
            r.GetUidOrNull(9) is { } task ? new TaskId(task) : null,
            r.GetString(10),
            r.GetMomentOrNull(11),
            r.GetMomentOrNull(12)
        );

    /// <summary>Forgets the alerts of an entry that is taken out.</summary>
    public static void ForgetEntry(SqlSession session, long entry) =>
        session.Run("DELETE FROM alert WHERE entry = $entry", ("entry", entry));

    /// <summary>Forgets the alerts of a task that is taken out.</summary>
    public static void ForgetTask(SqlSession session, long task) =>
        session.Run("DELETE FROM alert WHERE task = $task", ("task", task));
}
