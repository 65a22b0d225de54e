using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Storage.Conversations;

/// <summary>Conversations of dockets and queues.</summary>
public static class ConversationStore
{
    private const string Select = """
        SELECT c.id, c.uid, c.audience, c.party IS NOT NULL, y.uid, c.stranger_name, c.stranger_address, q.uid, o.uid,
          c.state, c.subject,
          c.waiting_since, c.last_in, c.last_out, c.nothing_due, c.last_entry,
          d.id, d.uid, d.ref, d.subject, w.uid, d.limited, k.uid, c.aside_until, c.closed_at,
            c.stranger_phone, c.description, c.notice IS NOT NULL, c.task, c.meeting, c.last_in_via, c.worklist, c.discussion
        FROM conversation c
        LEFT JOIN docket d ON d.id = c.docket LEFT JOIN person w ON w.id = d.owner LEFT JOIN party y ON y.id = c.party
        LEFT JOIN queue q ON q.id = c.queue LEFT JOIN person o ON o.id = c.owner LEFT JOIN crew k ON k.id = c.crew
        """;

    public static void Add(
        SqlSession session,
        ConversationId id,
        Audience audience,
        DocketId? docket,
        PartyId? party,
        Stranger? stranger,
        Guid? queue,
        PersonId? owner,
        string subject
    ) =>
        session.Run(
            """
            INSERT INTO conversation (uid, audience, docket, party, stranger_name, stranger_address, stranger_phone,
              queue, owner, subject)
            VALUES ($uid, $audience, (SELECT id FROM docket WHERE uid = $docket),
              (SELECT id FROM party WHERE uid = $party), $name, $address, $phone,
              (SELECT id FROM queue WHERE uid = $queue), (SELECT id FROM person WHERE uid = $owner), $subject)
            """,
            ("uid", id.Value),
            ("audience", StoredWords.Audiences.Of(audience)),
            ("docket", docket?.Value),
            ("party", party?.Value),
            ("name", stranger?.Name),
            ("address", stranger?.Address),
            ("phone", stranger?.Phone),
            ("queue", queue),
            ("owner", owner?.Value),
            ("subject", subject)
        );

    public static Conversation? Find(SqlSession session, ConversationId id) =>
        session.First($"{Select} WHERE c.uid = $uid", r => Row(session, r), ("uid", id.Value));

    public static List<Conversation> OfDocket(SqlSession session, DocketId docket) =>
        session.All(
            $"{Select} WHERE c.docket = (SELECT id FROM docket WHERE uid = $docket) AND c.audience IN ('inside', "
                + $"'outside') AND c.discussion IS NULL ORDER BY c.audience, c.id",
            r => Row(session, r),
            ("docket", docket.Value)
        );

    /// <summary>Conversations with a party, the newest first.</summary>
    /// <param name="discussions">Whether those at places of sheets and files are among them.</param>
    public static List<Conversation> OfParty(SqlSession session, PartyId party, bool discussions = false) =>
        session.All(
            $"{Select} WHERE c.party = (SELECT id FROM party WHERE uid = $party) AND (c.discussion IS NULL OR $all) "
                + "ORDER BY c.id DESC",
            r => Row(session, r),
            ("party", party.Value),
            ("all", discussions)
        );

    /// <summary>Open conversations that somebody owns.</summary>
    public static List<Conversation> OwnedBy(SqlSession session, PersonId person) =>
        session.All(
            $"{Select} WHERE c.state = 'open' AND c.discussion IS NULL AND c.owner = (SELECT id FROM person WHERE uid = "
                + "$person) ORDER BY c.id",
            r => Row(session, r),
            ("person", person.Value)
        );

    /// <summary>All open outside conversations that stand in queues.</summary>
    public static List<Conversation> Queued(SqlSession session) =>
        session.All($"{Select} WHERE c.state = 'open' AND c.queue IS NOT NULL", r => Row(session, r));

    /// <summary>The newest open conversation with a stranger's address; null when there is none.</summary>
    public static Conversation? OpenWithStranger(SqlSession session, string address) =>
        session.First(
            $"{Select} WHERE c.stranger_address = $address AND c.state = 'open' ORDER BY c.id DESC LIMIT 1",
            r => Row(session, r),
            ("address", address)
        );

    /// <summary>
    /// The conversation that a mail with one of these Message-IDs belongs to, nearest first; null when none is known.
    /// </summary>
    public static Conversation? ByMail(SqlSession session, IEnumerable<string> messageIds)
    {
        foreach (var messageId in messageIds)
            if (
                session.First(
                    $"{Select} JOIN mail m ON m.conversation = c.id WHERE m.message_id = $id",
                    r => Row(session, r),
                    ("id", messageId)
                ) is
                { } found
            )
                return found;
        return null;
    }

    /// <summary>The newest open conversation with a stranger's telephone number; null when there is none.</summary>
    public static Conversation? OpenWithPhone(SqlSession session, string number) =>
        session.First(
            $"{Select} WHERE c.stranger_phone = $phone AND c.state = 'open' ORDER BY c.id DESC LIMIT 1",
            r => Row(session, r),
            ("phone", number)
        );

    /// <summary>Conversations of queues that were closed last, newest first.</summary>
    public static List<Conversation> Closed(SqlSession session, int most) =>
        session.All(
            $"{Select} WHERE c.state = 'closed' AND c.queue IS NOT NULL AND c.closed_at IS NOT NULL ORDER BY c.closed_at DESC LIMIT {most}",
            r => Row(session, r)
        );

    /// <summary>Conversations that were set aside until a moment that has come.</summary>
    public static List<Conversation> BackAgain(SqlSession session, Instant now) =>
        session.All(
            $"{Select} WHERE c.aside_until <= $now AND c.state = 'open' LIMIT 100",
            r => Row(session, r),
            ("now", now)
        );

    /// <summary>Members of a direct or group conversation, in the order in which they joined.</summary>
    public static ImmutableArray<PersonId> MembersOf(SqlSession session, long conversation) =>
        [
            .. session.All(
                "SELECT p.uid FROM conversation_member m JOIN person p ON p.id = m.person WHERE m.conversation = "
                    + "$conversation ORDER BY m.joined, p.id",
                r => new PersonId(r.GetUid(0)),
                ("conversation", conversation)
            ),
        ];

    /// <summary>The conversation about a task; null while nothing has been said.</summary>
    public static Conversation? OfTask(SqlSession session, Guid task) =>
        session.First(
            $"{Select} WHERE c.task = (SELECT id FROM task WHERE uid = $task)",
            r => Row(session, r),
            ("task", task)
        );

    /// <summary>Begins the conversation about a task.</summary>
    public static void AddOfTask(SqlSession session, ConversationId id, Guid task, string title) =>
        session.Run(
            "INSERT INTO conversation (uid, audience, subject, task) VALUES ($uid, 'group', $title, (SELECT id FROM "
                + "task WHERE uid = $task))",
            ("uid", id.Value),
            ("title", title),
            ("task", task)
        );

    /// <summary>The conversation about a worklist; null while nothing has been said.</summary>
    public static Conversation? OfWorklist(SqlSession session, Guid worklist) =>
        session.First(
            $"{Select} WHERE c.worklist = (SELECT id FROM worklist WHERE uid = $worklist)",
            r => Row(session, r),
            ("worklist", worklist)
        );

    /// <summary>Begins the conversation about a worklist.</summary>
    public static void AddOfWorklist(SqlSession session, ConversationId id, Guid worklist, string name) =>
        session.Run(
            "INSERT INTO conversation (uid, audience, subject, worklist) VALUES ($uid, 'group', $name, (SELECT id FROM "
                + "worklist WHERE uid = $worklist))",
            ("uid", id.Value),
            ("name", name),
            ("worklist", worklist)
        );

    /// <summary>The conversation about a worklist that goes is a group of those who spoke in it or follow it.</summary>
    public static void LeaveWorklist(SqlSession session, Guid worklist, Instant at)
    {
        session.Run(
            """
            INSERT INTO conversation_member (conversation, person, joined)
            SELECT c.id, e.author, $at FROM worklist w JOIN conversation c ON c.worklist = w.id
              JOIN entry e ON e.conversation = c.id WHERE w.uid = $uid AND e.author IS NOT NULL
            UNION SELECT c.id, f.person, $at FROM worklist w JOIN conversation c ON c.worklist = w.id
              JOIN conversation_follower f ON f.conversation = c.id WHERE w.uid = $uid
            ON CONFLICT DO NOTHING
            """,
            ("at", at),
            ("uid", worklist)
        );
        session.Run(
            "UPDATE conversation SET worklist = NULL WHERE worklist = (SELECT id FROM worklist WHERE uid = $uid)",
            ("uid", worklist)
        );
    }

    /// <summary>The conversation of a crew; null until it has been opened. Its members are those of the crew.</summary>
    public static Conversation? OfCrew(SqlSession session, CrewId crew) =>
        session.First(
            $"{Select} WHERE c.audience = 'group' AND c.crew = (SELECT id FROM crew WHERE uid = $crew)",
            r => Row(session, r),
            ("crew", crew.Value)
        );

    /// <summary>Begins the conversation of a crew.</summary>
    public static void AddOfCrew(SqlSession session, ConversationId id, CrewId crew, string name) =>
        session.Run(
            "INSERT INTO conversation (uid, audience, subject, crew) VALUES ($uid, 'group', $name, (SELECT id FROM crew "
                + "WHERE uid = $crew))",
            ("uid", id.Value),
            ("name", name),
            ("crew", crew.Value)
        );

    /// <summary>Begins what is said at a place of a sheet or file: inside, or with a party.</summary>
    public static void AddOfDiscussion(
        SqlSession session,
        ConversationId id,
        Guid discussion,
        DocketId? docket,
        PartyId? party,
        string subject
    ) =>
        session.Run(
            """
            INSERT INTO conversation (uid, audience, docket, party, subject, discussion)
            VALUES ($uid, $audience, (SELECT id FROM docket WHERE uid = $docket),
              (SELECT id FROM party WHERE uid = $party), $subject, (SELECT id FROM discussion WHERE uid = $discussion))
            """,
            ("uid", id.Value),
            ("audience", StoredWords.Audiences.Of(party is null ? Audience.Inside : Audience.Outside)),
            ("docket", docket?.Value),
            ("party", party?.Value),
            ("subject", subject),
            ("discussion", discussion)
        );

    /// <summary>What was said in a meeting and about it; null while nothing was.</summary>
    public static Conversation? OfMeeting(SqlSession session, long meeting) =>
        session.First($"{Select} WHERE c.meeting = $meeting", r => Row(session, r), ("meeting", meeting));

    /// <summary>Begins the conversation about a meeting.</summary>
    public static void AddOfMeeting(SqlSession session, ConversationId id, long meeting, string title) =>
        session.Run(
            "INSERT INTO conversation (uid, audience, subject, meeting) VALUES ($uid, 'group', $title, $meeting)",
            ("uid", id.Value),
            ("title", title),
            ("meeting", meeting)
        );

    /// <summary>
    /// A conversation about a meeting stands where the one stands that invites to it, without the party of that.
    /// </summary>
    private static Conversation Beside(SqlSession session, Conversation talk, long meeting)
    {
        var (uid, from, next) = Inviting(session, meeting);
        // What was said in a meeting may invite to another.
        while (next is { } of)
            (_, from, next) = Inviting(session, of);
        var inviting = session.First($"{Select} WHERE c.id = $id", r => Row(session, r), ("id", from))!;
        var place = inviting.Audience is Audience.Outside ? new Place.Inside(inviting.Sight) : inviting.Place;
        return talk with
        {
            Audience = Audience.Meeting,
            Docket = inviting.Docket,
            Sight = inviting.Sight,
            OfMeeting = (uid, place),
        };
    }

    /// <summary>
    /// A meeting's id, and the conversation that invites to it, with the meeting that this one is about itself; null
    /// for none.
    /// </summary>
    private static (Guid Meeting, long Conversation, long? About) Inviting(SqlSession session, long meeting) =>
        session.First(
            "SELECT m.uid, c.id, c.meeting FROM meeting m JOIN entry e ON e.id = m.entry JOIN conversation c ON c.id "
                + "= e.conversation WHERE m.id = $id",
            r => (r.GetUid(0), r.GetInt64(1), r.GetKeyOrNull(2)),
            ("id", meeting)
        );

    /// <summary>Direct and group conversations of a person, the one with the newest words first.</summary>
    public static List<Conversation> OfMember(SqlSession session, PersonId person) =>
        session.All(
            $"{Select} WHERE c.id IN (SELECT conversation FROM conversation_member WHERE person = (SELECT id FROM "
                + $"person WHERE uid = $person) UNION SELECT k.id FROM conversation k JOIN crew_member m ON m.crew = k.crew "
                + $"WHERE k.audience = 'group' AND m.person = (SELECT id FROM person WHERE uid = $person)) "
                + "ORDER BY c.last_entry DESC, c.id DESC",
            r => Row(session, r),
            ("person", person.Value)
        );

    /// <summary>The direct conversation of two colleagues; null until they have one.</summary>
    public static Conversation? Between(SqlSession session, PersonId one, PersonId other) =>
        OfMember(session, one).Find(c => c.Audience is Audience.Direct && c.Members.Contains(other));

    /// <summary>Takes someone into a conversation.</summary>
    /// <returns>Whether they were not a member before.</returns>
    public static bool Join(SqlSession session, ConversationId conversation, PersonId person, Instant at) =>
        session.Run(
            """
            INSERT INTO conversation_member (conversation, person, joined)
            VALUES ((SELECT id FROM conversation WHERE uid = $conversation),
              (SELECT id FROM person WHERE uid = $person), $at) ON CONFLICT DO NOTHING
            """,
            ("conversation", conversation.Value),
            ("person", person.Value),
            ("at", at)
        ) == 1;

    /// <summary>Takes someone out of a conversation.</summary>
    /// <returns>Whether they were a member.</returns>
    public static bool Leave(SqlSession session, ConversationId conversation, PersonId person) =>
        session.Run(
            "DELETE FROM conversation_member WHERE conversation = (SELECT id FROM conversation WHERE uid = "
                + "$conversation) AND person = (SELECT id FROM person WHERE uid = $person)",
            ("conversation", conversation.Value),
            ("person", person.Value)
        ) == 1;

    /// <summary>Names a group and says what it is for.</summary>
    public static void Describe(SqlSession session, ConversationId conversation, string subject, string description) =>
        session.Run(
            "UPDATE conversation SET subject = $subject, description = $description WHERE uid = $uid",
            ("subject", subject),
            ("description", description),
            ("uid", conversation.Value)
        );

    /// <summary>
    /// Conversations of an audience across all dockets, the one with the newest words first, before a cursor (key of a
    /// last entry).
    /// </summary>
    public static List<Conversation> Across(SqlSession session, Audience audience, bool open, long before, int most) =>
        session.All(
            $"{Select} WHERE c.audience = $audience AND c.discussion IS NULL AND c.last_entry IS NOT NULL AND c.last_entry < $before AND "
                + $"(c.state = 'open' OR $all) AND (d.id IS NULL OR d.state = 'open' OR $all) ORDER BY c.last_entry DESC LIMIT {most}",
            r => Row(session, r),
            ("audience", StoredWords.Audiences.Of(audience)),
            ("before", before),
            ("all", !open)
        );

    /// <summary>Writes only which entry was the last.</summary>
    public static void SetLast(SqlSession session, long conversation, long entry) =>
        session.Run(
            "UPDATE conversation SET last_entry = $entry WHERE id = $id",
            ("entry", entry),
            ("id", conversation)
        );

    /// <summary>Writes all that can change of a conversation.</summary>
    public static void Update(SqlSession session, Conversation conversation) =>
        session.Run(
            """
            UPDATE conversation SET owner = (SELECT id FROM person WHERE uid = $owner), state = $state,
              waiting_since = $waiting, last_in = $in, last_in_via = $via, last_out = $out,
              nothing_due = $settled, last_entry = $entry, queue = (SELECT id FROM queue WHERE uid = $queue),
                crew = (SELECT id FROM crew WHERE uid = $crew),
              aside_until = $aside, closed_at = $closed, docket = (SELECT id FROM docket WHERE uid = $docket),
                party = (SELECT id FROM party WHERE uid = $party),
              stranger_name = $name, stranger_address = $address, stranger_phone = $phone
            WHERE id = $id
            """,
            ("owner", conversation.Owner?.Value),
            ("state", conversation.Open ? "open" : "closed"),
            ("waiting", conversation.Exchange.WaitingSince),
            ("in", conversation.Exchange.LastIn),
            ("via", conversation.LastInBy is { } via ? StoredWords.Vias.Of(via) : null),
            ("out", conversation.Exchange.LastOut),
            ("settled", conversation.Exchange.NothingDue),
            ("entry", conversation.LastEntry),
            ("queue", conversation.Queue),
            ("crew", conversation.Crew?.Value),
            ("aside", conversation.AsideUntil),
            ("closed", conversation.ClosedAt),
            ("docket", conversation.Docket?.Id.Value),
            ("party", conversation.Party?.Value),
            ("name", conversation.Stranger?.Name),
            ("address", conversation.Stranger?.Address),
            ("phone", conversation.Stranger?.Phone),
            ("id", conversation.Key)
        );

    private static Conversation Row(SqlSession session, SqliteDataReader r)
    {
        var audience =
            r.GetBoolean(27) ? Audience.Notice
            : !r.IsDBNull(28) ? Audience.Task
            : !r.IsDBNull(31) ? Audience.Worklist
            : StoredWords.Audiences.Read(r.GetString(2));
        DocketBrief? docket = r.IsDBNull(16)
            ? null
            : new(
                new DocketId(r.GetUid(17)),
                r.GetDocketRef(18),
                r.GetString(19),
                r.GetUidOrNull(20) is { } w ? new PersonId(w) : null
            );
        var conversation = new Conversation(
            r.GetInt64(0),
            new ConversationId(r.GetUid(1)),
            audience,
            docket,
            r.GetUidOrNull(4) is { } party ? new PartyId(party) : null,
            r.GetTextOrNull(5) is { } stranger ? new Stranger(stranger, r.GetTextOrNull(6), r.GetTextOrNull(25)) : null,
            r.GetUidOrNull(7),
            r.GetUidOrNull(8) is { } owner ? new PersonId(owner) : null,
            r.GetString(9) == "open",
            r.GetString(10),
            new Exchange(r.GetMomentOrNull(11), r.GetMomentOrNull(12), r.GetMomentOrNull(13), r.GetMomentOrNull(14)),
            r.IsDBNull(15) ? null : r.GetInt64(15),
            !r.IsDBNull(21) && r.GetBoolean(21) ? DocketStore.SightOf(session, r.GetInt64(16)) : DocketSight.Open,
            r.GetUidOrNull(22) is { } crew ? new CrewId(crew) : null,
            r.GetMomentOrNull(23),
            r.GetMomentOrNull(24),
            audience is Audience.Direct or Audience.Group
                ? r.IsDBNull(22)
                    ? MembersOf(session, r.GetInt64(0))
                    : ConversationPlaces.CrewOf(session, r.GetInt64(0))
                : [],
            r.GetString(26),
            audience is Audience.Notice ? ConversationPlaces.BoardOf(session, r.GetInt64(0)) : null,
            audience is Audience.Task ? ConversationPlaces.TaskOf(session, r.GetInt64(28)) : null,
            LastInBy: r.GetTextOrNull(30) is { } via ? StoredWords.Vias.Read(via) : null,
            OfWorklist: audience is Audience.Worklist ? ConversationPlaces.WorklistOf(session, r.GetInt64(31)) : null,
            Discussed: r.GetKeyOrNull(32) is { } discussion
                ? ConversationPlaces.DiscussionOf(session, discussion)
                : null
        );
        return r.IsDBNull(29) ? conversation : Beside(session, conversation, r.GetInt64(29));
    }

    /// <summary>Moves all conversations of one party to another.</summary>
    /// <returns>Keys of those that moved.</returns>
    public static long[] MoveParty(SqlSession session, PartyId from, PartyId to) =>
        [
            .. session.All(
                """
                UPDATE conversation SET party = (SELECT id FROM party WHERE uid = $to)
                WHERE party = (SELECT id FROM party WHERE uid = $from) RETURNING id
                """,
                r => r.GetInt64(0),
                ("from", from.Value),
                ("to", to.Value)
            ),
        ];

    /// <summary>Moves these back, where they have not gone elsewhere since.</summary>
    public static void MoveBack(SqlSession session, IEnumerable<long> conversations, PartyId from, PartyId to)
    {
        foreach (var conversation in conversations)
            session.Run(
                """
                UPDATE conversation SET party = (SELECT id FROM party WHERE uid = $to)
                WHERE id = $id AND party = (SELECT id FROM party WHERE uid = $from)
                """,
                ("id", conversation),
                ("from", from.Value),
                ("to", to.Value)
            );
    }

    /// <summary>Moves what is said with parties in a docket into another.</summary>
    public static void MoveOutside(SqlSession session, DocketId from, DocketId to) =>
        session.Run(
            """
            UPDATE conversation SET docket = (SELECT id FROM docket WHERE uid = $to)
            WHERE docket = (SELECT id FROM docket WHERE uid = $from) AND audience = 'outside'
            """,
            ("to", to.Value),
            ("from", from.Value)
        );
}
