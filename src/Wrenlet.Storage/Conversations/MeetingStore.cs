using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Conversations;

/// <summary>A meeting with the entry that invites to it.</summary>
/// <param name="Entry">The entry.</param>
/// <param name="EntryKey">The entry's place in the order of everything said.</param>
/// <param name="Conversation">Where it was said.</param>
/// <param name="At">When it was set.</param>
/// <param name="Transcribed">When the call's transcript came in; null while none has.</param>
public sealed record KeptMeeting(
    long Key,
    MeetingId Id,
    EntryId Entry,
    long EntryKey,
    ConversationId Conversation,
    Meeting Meeting,
    Instant At,
    Instant? Transcribed
);

/// <summary>The calendar that a message carries, as the meeting was when it was written.</summary>
/// <param name="Cancels">Whether it calls the meeting off.</param>
public sealed record MeetingLetter(KeptMeeting Meeting, bool Cancels, int Sequence, Instant From, Instant Until);

/// <summary>Meetings, who takes part, and the messages that invite to them.</summary>
public static class MeetingStore
{
    private const string Select = """
        SELECT m.id, m.uid, e.uid, e.id, c.uid, b.uid, m.at, m.title, m.starts, m.ends, m.place, m.by_call, m.sequence,
          m.called_off, m.transcribed
        FROM meeting m JOIN entry e ON e.id = m.entry JOIN conversation c ON c.id = e.conversation
          JOIN person b ON b.id = m.made_by
        """;

    /// <summary>Writes a meeting for an entry that is written already.</summary>
    public static void Add(SqlSession session, MeetingId id, long entry, Meeting meeting, Instant at)
    {
        session.Run(
            """
            INSERT INTO meeting (uid, entry, made_by, at, title, starts, ends, place, by_call, sequence)
            VALUES ($uid, $entry, (SELECT id FROM person WHERE uid = $by), $at, $title, $from, $until, $where, $call,
              $sequence)
            """,
            ("uid", id.Value),
            ("entry", entry),
            ("by", meeting.By.Value),
            ("at", at),
            ("title", meeting.Title),
            ("from", meeting.From),
            ("until", meeting.Until),
            ("where", meeting.Where),
            ("call", meeting.Call),
            ("sequence", meeting.Sequence)
        );
        SetInvitees(session, session.Number("SELECT last_insert_rowid()")!.Value, meeting);
        session.Run("UPDATE entry SET meets = 1 WHERE id = $entry", ("entry", entry));
    }

    /// <summary>Writes a meeting as it is now.</summary>
    public static void Set(SqlSession session, KeptMeeting kept, Meeting meeting)
    {
        session.Run(
            "UPDATE meeting SET starts = $from, ends = $until, place = $where, by_call = $call, sequence = $sequence, "
                + "called_off = $off WHERE id = $id",
            ("from", meeting.From),
            ("until", meeting.Until),
            ("where", meeting.Where),
            ("call", meeting.Call),
            ("sequence", meeting.Sequence),
            ("off", meeting.CalledOff),
            ("id", kept.Key)
        );
        SetInvitees(session, kept.Key, meeting);
    }

    /// <summary>Makes a meeting somebody else's.</summary>
    public static void SetBy(SqlSession session, KeptMeeting kept, PersonId by) =>
        session.Run(
            "UPDATE meeting SET made_by = (SELECT id FROM person WHERE uid = $by) WHERE id = $id",
            ("by", by.Value),
            ("id", kept.Key)
        );

    private static void SetInvitees(SqlSession session, long meeting, Meeting now)
    {
        session.Run("DELETE FROM meeting_person WHERE meeting = $meeting", ("meeting", meeting));
        foreach (var (i, invitee) in now.Invitees.Index())
            session.Run(
                "INSERT INTO meeting_person (meeting, position, person, answer, answered, words, proposes) VALUES "
                    + "($meeting, $position, (SELECT id FROM person WHERE uid = $person), $answer, $at, $words, $proposes)",
                ("meeting", meeting),
                ("position", i),
                ("person", invitee.Whom.Value),
                ("answer", StoredWords.Attendances.Of(invitee.Answer)),
                ("at", invitee.At),
                ("words", invitee.Words),
                ("proposes", invitee.Proposes)
            );
    }

    public static KeptMeeting? Find(SqlSession session, MeetingId id) =>
        session.First($"{Select} WHERE m.uid = $uid", r => Row(session, r), ("uid", id.Value));

    /// <summary>The meetings that these entries invite to.</summary>
    public static Dictionary<EntryId, KeptMeeting> OfEntries(SqlSession session, IReadOnlyCollection<long> entries) =>
        session
            .All(
                $"{Select} WHERE m.entry IN (SELECT value FROM json_each($entries))",
                r => Row(session, r),
                ("entries", $"[{string.Join(',', entries)}]")
            )
            .ToDictionary(m => m.Entry);

    /// <summary>Meetings of a person that are not called off and touch a time, the soonest first.</summary>
    public static List<KeptMeeting> Of(SqlSession session, PersonId person, Instant from, Instant until) =>
        session.All(
            $"{Select} JOIN meeting_person p ON p.meeting = m.id AND p.person = (SELECT id FROM person WHERE uid = "
                + $"$person) WHERE m.called_off = 0 AND m.starts > $reach AND m.starts < $until AND m.ends > $from ORDER BY m.starts, m.id",
            r => Row(session, r),
            ("person", person.Value),
            ("from", from),
            ("until", until),
            ("reach", from - Meeting.Longest - Duration.FromMinutes(1))
        );

    /// <summary>Meetings to which the conversations of a docket invite, the newest first.</summary>
    public static List<KeptMeeting> OfDocket(SqlSession session, DocketId docket, int most) =>
        session.All(
            $"{Select} WHERE m.id IN (SELECT m.id FROM conversation c JOIN entry e ON e.conversation = c.id AND "
                + $"e.meets = 1 JOIN meeting m ON m.entry = e.id WHERE c.docket = (SELECT id FROM docket WHERE uid = "
                + $"$docket)) ORDER BY m.starts DESC LIMIT {most}",
            r => Row(session, r),
            ("docket", docket.Value)
        );

    /// <summary>When these people are in meetings that touch a time: those that they have not declined.</summary>
    public static ILookup<PersonId, (Instant From, Instant Until)> Busy(
        SqlSession session,
        IReadOnlyCollection<PersonId> people,
        Instant from,
        Instant until
    )
    {
        var wanted = people.ToHashSet();
        return session
            .All(
                """
                SELECT p.uid, m.starts, m.ends FROM meeting m
                  JOIN meeting_person x ON x.meeting = m.id AND x.answer <> 'not-coming'
                  JOIN person p ON p.id = x.person
                WHERE m.called_off = 0 AND m.starts > $reach AND m.starts < $until AND m.ends > $from
                """,
                r => (Whom: new PersonId(r.GetUid(0)), From: r.GetMoment(1), Until: r.GetMoment(2)),
                ("from", from),
                ("until", until),
                ("reach", from - Meeting.Longest - Duration.FromMinutes(1))
            )
            .Where(b => wanted.Contains(b.Whom))
            .ToLookup(b => b.Whom, b => (b.From, b.Until));
    }

    /// <summary>Meetings that begin by a moment and of which nobody was reminded yet, the soonest first.</summary>
    public static List<KeptMeeting> Soon(SqlSession session, Instant now, Instant by) =>
        session.All(
            $"{Select} WHERE m.called_off = 0 AND m.starts > $now AND m.starts <= $by AND (m.reminded IS NULL OR "
                + $"m.reminded <> m.starts) ORDER BY m.starts LIMIT 200",
            r => Row(session, r),
            ("now", now),
            ("by", by)
        );

    /// <summary>Says that those who take part were reminded of a meeting as it stands.</summary>
    /// <returns>Whether they had not been before.</returns>
    public static bool Reminded(SqlSession session, KeptMeeting meeting) =>
        session.Run(
            "UPDATE meeting SET reminded = starts WHERE id = $id AND called_off = 0 AND reminded IS NOT starts",
            ("id", meeting.Key)
        ) == 1;

    /// <summary>Says that the call's transcript came in.</summary>
    public static void Transcribed(SqlSession session, KeptMeeting meeting, Instant at) =>
        session.Run("UPDATE meeting SET transcribed = $at WHERE id = $id", ("at", at), ("id", meeting.Key));

    /// <summary>Says that a message carries the meeting's calendar, as it is now.</summary>
    public static void AddLetter(SqlSession session, long entry, MeetingId id) =>
        session.Run(
            "INSERT INTO meeting_letter (entry, meeting, cancels, sequence, starts, ends) SELECT $entry, id, "
                + "called_off, sequence, starts, ends FROM meeting WHERE uid = $meeting",
            ("entry", entry),
            ("meeting", id.Value)
        );

    /// <summary>The calendar that a message carries; null for none.</summary>
    public static MeetingLetter? Letter(SqlSession session, long entry) =>
        session.First(
            "SELECT m.uid, l.cancels, l.sequence, l.starts, l.ends FROM meeting_letter l JOIN meeting m ON m.id = "
                + "l.meeting WHERE l.entry = $entry",
            r => new MeetingLetter(
                Find(session, new MeetingId(r.GetUid(0)))!,
                r.GetBoolean(1),
                r.GetInt32(2),
                r.GetMoment(3),
                r.GetMoment(4)
            ),
            ("entry", entry)
        );

    private static KeptMeeting Row(SqlSession session, SqliteDataReader r)
    {
        var key = r.GetInt64(0);
        var invitees = session.All(
            "SELECT p.uid, x.answer, x.answered, x.words, x.proposes FROM meeting_person x JOIN person p ON p.id = "
                + "x.person WHERE x.meeting = $meeting ORDER BY x.position",
            i => new Invitee(
                new PersonId(i.GetUid(0)),
                StoredWords.Attendances.Read(i.GetString(1)),
                i.GetMomentOrNull(2),
                i.GetString(3),
                i.GetMomentOrNull(4)
            ),
            ("meeting", key)
        );
        var meeting = new Meeting(
            r.GetString(7),
            r.GetMoment(8),
            r.GetMoment(9),
            r.GetString(10),
            r.GetBoolean(11),
            new PersonId(r.GetUid(5)),
            r.GetInt32(12),
            r.GetBoolean(13),
            [.. invitees]
        );
        return new(
            key,
            new MeetingId(r.GetUid(1)),
            new EntryId(r.GetUid(2)),
            r.GetInt64(3),
            new ConversationId(r.GetUid(4)),
            meeting,
            r.GetMoment(6),
            r.GetMomentOrNull(14)
        );
    }
}
