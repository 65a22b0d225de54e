using System.Collections.Immutable;
using System.Globalization;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Asks;

/// <summary>An ask with the entry that asks it.</summary>
/// <param name="EntryKey">The entry's place in the order of everything said.</param>
/// <param name="At">When it was asked.</param>
public sealed record KeptAsk(
    long Key,
    AskId Id,
    EntryId Entry,
    long EntryKey,
    ConversationId Conversation,
    Asking Asking,
    Instant At
);

/// <summary>Asks, who is asked, and what was done with them.</summary>
public static class AskStore
{
    private const string Select = """
        SELECT a.id, a.uid, e.uid, e.id, c.uid, b.uid, a.at, a.kind, a.rule, a.needed, a.due, a.time_up, p.uid,
          a.several, a.hidden, a.right_option
        FROM ask a JOIN entry e ON e.id = a.entry JOIN conversation c ON c.id = e.conversation
          JOIN person b ON b.id = a.asked_by LEFT JOIN person p ON p.id = a.pass_to
        """;

    /// <summary>Writes an ask for an entry that is written already.</summary>
    public static void Add(SqlSession session, AskId id, long entry, Asking asking, Instant at)
    {
        var terms = asking.Terms;
        session.Run(
            """
            INSERT INTO ask (uid, entry, asked_by, at, kind, rule, needed, due, time_up, pass_to, several, hidden,
              right_option)
            VALUES ($uid, $entry, (SELECT id FROM person WHERE uid = $by), $at, $kind, $rule, $needed, $due, $up,
              (SELECT id FROM person WHERE uid = $pass), $several, $hidden, $right)
            """,
            ("uid", id.Value),
            ("entry", entry),
            ("by", asking.By.Value),
            ("at", at),
            ("kind", StoredWords.AskKinds.Of(terms.Kind)),
            ("rule", StoredWords.AskRules.Of(terms.Rule)),
            ("needed", terms.Needed),
            ("due", terms.Due),
            ("up", StoredWords.TimesUp.Of(terms.TimeUp)),
            ("pass", terms.PassTo?.Value),
            ("several", terms.Several),
            ("hidden", terms.Hidden),
            ("right", terms.Right)
        );
        var key = session.Number("SELECT last_insert_rowid()")!.Value;
        foreach (var (i, words) in terms.Options.Index())
            session.Run(
                "INSERT INTO ask_option (ask, position, words) VALUES ($ask, $position, $words)",
                ("ask", key),
                ("position", i),
                ("words", words)
            );
        foreach (var (i, askee) in asking.Askees.Index())
            session.Run(
                "INSERT INTO ask_person (ask, position, person, crew) VALUES ($ask, $position, (SELECT id FROM person "
                    + "WHERE uid = $person), (SELECT id FROM crew WHERE uid = $crew))",
                ("ask", key),
                ("position", i),
                ("person", askee.Whom.Value),
                ("crew", askee.Of?.Value)
            );
        session.Run("UPDATE entry SET asks = 1 WHERE id = $entry", ("entry", entry));
    }

    /// <summary>Writes what was done with an ask.</summary>
    /// <param name="over">Whether it is over with that.</param>
    public static void Step(SqlSession session, KeptAsk ask, AskStep step, bool over)
    {
        (string Kind, PersonId? Whose, PersonId? To, Reply? Reply, string Words) row = step switch
        {
            AskStep.Answered a => ("answered", a.For, null, a.Reply, a.Reply.Words),
            AskStep.PassedOn p => ("passed-on", null, p.To, null, p.Reason),
            AskStep.NotMine n => ("not-mine", null, null, null, n.Reason),
            AskStep.AskedAnew => ("anew", null, null, null, ""),
            AskStep.Withdrawn w => ("withdrawn", null, null, null, w.Reason),
            AskStep.Renewed => ("renewed", null, null, null, ""),
            AskStep.Reminded => ("reminded", null, null, null, ""),
            _ => throw new ArgumentOutOfRangeException(nameof(step), step, "Unknown step."),
        };
        session.Run(
            """
            INSERT INTO ask_step (ask, kind, made_by, at, answers_for, passed_to, approves, chosen, words)
            VALUES ($ask, $kind, (SELECT id FROM person WHERE uid = $by), $at, (SELECT id FROM person WHERE uid = $for),
              (SELECT id FROM person WHERE uid = $to), $approves, $chosen, $words)
            """,
            ("ask", ask.Key),
            ("kind", row.Kind),
            ("by", step.By.Value),
            ("at", step.At),
            ("for", row.Whose?.Value),
            ("to", row.To?.Value),
            ("approves", row.Reply?.Approves),
            (
                "chosen",
                $"[{string.Join(',', (row.Reply?.Chosen ?? []).Select(c => c.ToString(CultureInfo.InvariantCulture)))}]"
            ),
            ("words", row.Words)
        );
        session.Run("UPDATE ask SET over = $over WHERE id = $ask", ("over", over), ("ask", ask.Key));
    }

    /// <summary>Says that what happens when an ask's time runs out has happened.</summary>
    /// <param name="over">Whether it is over with that.</param>
    public static void RanOut(SqlSession session, KeptAsk ask, bool over) =>
        session.Run("UPDATE ask SET ran_out = 1, over = $over WHERE id = $ask", ("over", over), ("ask", ask.Key));

    public static KeptAsk? Find(SqlSession session, AskId id) =>
        session.First($"{Select} WHERE a.uid = $uid", r => Row(session, r), ("uid", id.Value));

    /// <summary>The asks of these entries.</summary>
    public static Dictionary<EntryId, KeptAsk> OfEntries(SqlSession session, IReadOnlyCollection<long> entries) =>
        session
            .All(
                $"{Select} WHERE a.entry IN (SELECT value FROM json_each($entries))",
                r => Row(session, r),
                ("entries", $"[{string.Join(',', entries)}]")
            )
            .ToDictionary(a => a.Entry);

    /// <summary>Open asks that someone is asked, or was: they may have passed it on since. The oldest first.</summary>
    public static List<KeptAsk> OpenFor(SqlSession session, PersonId person) =>
        session.All(
            $"""
            {Select} WHERE a.over = 0 AND a.id IN (
              SELECT ask FROM ask_person WHERE person = (SELECT id FROM person WHERE uid = $person)
              UNION SELECT ask FROM ask_step WHERE passed_to = (SELECT id FROM person WHERE uid = $person)
              UNION SELECT id FROM ask WHERE pass_to = (SELECT id FROM person WHERE uid = $person) AND over = 0)
            ORDER BY a.id
            """,
            r => Row(session, r),
            ("person", person.Value)
        );

    /// <summary>What someone has asked: the open ones, and the newest of those that are over.</summary>
    public static List<KeptAsk> By(SqlSession session, PersonId person, int mostOver) =>
        session.All(
            $"""
            {Select} WHERE a.id IN (SELECT id FROM ask
              WHERE asked_by = (SELECT id FROM person WHERE uid = $person) AND over = 0
              UNION SELECT id FROM (SELECT id FROM ask
                WHERE asked_by = (SELECT id FROM person WHERE uid = $person) AND over = 1 ORDER BY id DESC
                LIMIT {mostOver}))
            ORDER BY a.id DESC
            """,
            r => Row(session, r),
            ("person", person.Value)
        );

    /// <summary>Asks in the conversations of a docket, the newest first.</summary>
    public static List<KeptAsk> OfDocket(SqlSession session, DocketId docket, int most) =>
        session.All(
            $"{Select} WHERE a.id IN (SELECT a.id FROM conversation c JOIN entry e ON e.conversation = c.id AND "
                + $"e.asks = 1 JOIN ask a ON a.entry = e.id WHERE c.docket = (SELECT id FROM docket WHERE uid = "
                + $"$docket)) ORDER BY a.id DESC LIMIT {most}",
            r => Row(session, r),
            ("docket", docket.Value)
        );

    /// <summary>Open asks of a conversation.</summary>
    public static List<KeptAsk> OpenIn(SqlSession session, long conversation) =>
        session.All(
            $"{Select} WHERE e.conversation = $conversation AND e.asks = 1 AND a.over = 0 ORDER BY a.id",
            r => Row(session, r),
            ("conversation", conversation)
        );

    /// <summary>Open asks whose time has run out by a moment without anything having come of it yet.</summary>
    public static List<KeptAsk> Due(SqlSession session, Instant now, int most) =>
        session.All(
            $"{Select} WHERE a.over = 0 AND a.ran_out = 0 AND a.due <= $now ORDER BY a.due LIMIT {most}",
            r => Row(session, r),
            ("now", now)
        );

    /// <summary>Whether the time of an ask has come, and nothing was done about that yet.</summary>
    public static bool IsDue(SqlSession session, KeptAsk ask, Instant now) =>
        session.Number(
            "SELECT 1 FROM ask WHERE id = $ask AND over = 0 AND ran_out = 0 AND due <= $now",
            ("ask", ask.Key),
            ("now", now)
        )
            is not null;

    private static KeptAsk Row(SqlSession session, SqliteDataReader r)
    {
        var key = r.GetInt64(0);
        var by = new PersonId(r.GetUid(5));
        var options = session.All(
            "SELECT words FROM ask_option WHERE ask = $ask ORDER BY position",
            o => o.GetString(0),
            ("ask", key)
        );
        var askees = session.All(
            "SELECT p.uid, c.uid FROM ask_person a JOIN person p ON p.id = a.person LEFT JOIN crew c ON c.id = a.crew "
                + "WHERE a.ask = $ask ORDER BY a.position",
            a => new Askee(new PersonId(a.GetUid(0)), a.GetUidOrNull(1) is { } crew ? new CrewId(crew) : null),
            ("ask", key)
        );
        var steps = session.All(
            "SELECT s.kind, b.uid, s.at, f.uid, t.uid, s.approves, s.chosen, s.words FROM ask_step s JOIN person b ON "
                + "b.id = s.made_by LEFT JOIN person f ON f.id = s.answers_for LEFT JOIN person t ON t.id = "
                + "s.passed_to WHERE s.ask = $ask ORDER BY s.id",
            Step,
            ("ask", key)
        );
        var terms = new AskTerms(
            StoredWords.AskKinds.Read(r.GetString(7)),
            [.. options],
            r.GetBoolean(13),
            r.GetBoolean(14),
            r.GetIntOrNull(15),
            StoredWords.AskRules.Read(r.GetString(8)),
            r.GetInt32(9),
            r.GetMomentOrNull(10),
            StoredWords.TimesUp.Read(r.GetString(11)),
            r.GetUidOrNull(12) is { } pass ? new PersonId(pass) : null
        );
        return new(
            key,
            new AskId(r.GetUid(1)),
            new EntryId(r.GetUid(2)),
            r.GetInt64(3),
            new ConversationId(r.GetUid(4)),
            new Asking(terms, by, [.. askees], [.. steps]),
            r.GetMoment(6)
        );
    }

    private static AskStep Step(SqliteDataReader r)
    {
        var (by, at, words) = (new PersonId(r.GetUid(1)), r.GetMoment(2), r.GetString(7));
        return r.GetString(0) switch
        {
            "answered" => new AskStep.Answered(
                by,
                at,
                new PersonId(r.GetUid(3)),
                new Reply(r.IsDBNull(5) ? null : r.GetBoolean(5), Chosen(r.GetString(6)), words)
            ),
            "passed-on" => new AskStep.PassedOn(by, at, new PersonId(r.GetUid(4)), words),
            "not-mine" => new AskStep.NotMine(by, at, words),
            "anew" => new AskStep.AskedAnew(by, at),
            "withdrawn" => new AskStep.Withdrawn(by, at, words),
            "renewed" => new AskStep.Renewed(by, at),
            _ => new AskStep.Reminded(by, at),
        };
    }

    private static ImmutableArray<int> Chosen(string json) =>
        [
            .. json.Trim('[', ']')
                .Split(',', StringSplitOptions.RemoveEmptyEntries)
                .Select(n => int.Parse(n, CultureInfo.InvariantCulture)),
        ];

    /// <summary>Takes out what an entry asks, with all that was answered.</summary>
    public static void TakeOut(SqlSession session, long entry)
    {
        foreach (var table in new[] { "ask_option", "ask_person", "ask_step" })
            session.Run(
                $"DELETE FROM {table} WHERE ask IN (SELECT id FROM ask WHERE entry = $entry)",
                ("entry", entry)
            );
        session.Run("DELETE FROM ask WHERE entry = $entry", ("entry", entry));
    }
}
