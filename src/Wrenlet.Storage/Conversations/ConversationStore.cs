using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Storage.Conversations;

/// <summary>The docket a conversation belongs to, in short.</summary>
public sealed record DocketBrief(DocketId Id, DocketRef Ref, string Subject, PersonId? Owner);

/// <summary>Someone who wrote and is nobody's contact yet.</summary>
public sealed record Stranger(string Name, string Address);

/// <summary>A conversation with what turn, clock and sight depend on.</summary>
public sealed record Conversation(
    long Key, ConversationId Id, Audience Audience, DocketBrief? Docket, PartyId? Party, Stranger? Stranger, Guid? Queue, PersonId? Owner,
    bool Open, string Subject, Exchange Exchange, long? LastEntry, DocketSight Sight)
{
    /// <summary>Where it stands, for the rule of sight.</summary>
    public Place Place => Audience is Audience.Outside ? new Place.Outside(Sight, Party) : new Place.Inside(Sight);
}

/// <summary>Conversations of dockets and queues.</summary>
public static class ConversationStore
{
    private const string Select = """
        SELECT c.id, c.uid, c.audience, c.party IS NOT NULL, y.uid, c.stranger_name, c.stranger_address, q.uid, o.uid, c.state, c.subject,
          c.waiting_since, c.last_in, c.last_out, c.nothing_due, c.last_entry,
          d.id, d.uid, d.kind, d.number, d.subject, w.uid, d.limited
        FROM conversation c
        LEFT JOIN docket d ON d.id = c.docket LEFT JOIN person w ON w.id = d.owner LEFT JOIN party y ON y.id = c.party
        LEFT JOIN queue q ON q.id = c.queue LEFT JOIN person o ON o.id = c.owner
        """;

    public static void Add(SqlSession session, ConversationId id, Audience audience, DocketId? docket, PartyId? party, Stranger? stranger, Guid? queue, PersonId? owner, string subject) =>
        session.Run(
            """
            INSERT INTO conversation (uid, audience, docket, party, stranger_name, stranger_address, queue, owner, subject)
            VALUES ($uid, $audience, (SELECT id FROM docket WHERE uid = $docket), (SELECT id FROM party WHERE uid = $party), $name, $address,
              (SELECT id FROM queue WHERE uid = $queue), (SELECT id FROM person WHERE uid = $owner), $subject)
            """,
            ("uid", id.Value), ("audience", Words.Audiences.Of(audience)), ("docket", docket?.Value), ("party", party?.Value), ("name", stranger?.Name),
            ("address", stranger?.Address), ("queue", queue), ("owner", owner?.Value), ("subject", subject));

    public static Conversation? Find(SqlSession session, ConversationId id) =>
        session.First($"{Select} WHERE c.uid = $uid", r => Row(session, r), ("uid", id.Value));

    public static List<Conversation> OfDocket(SqlSession session, DocketId docket) =>
        session.All($"{Select} WHERE c.docket = (SELECT id FROM docket WHERE uid = $docket) AND c.audience IN ('inside', 'outside') ORDER BY c.audience, c.id", r => Row(session, r), ("docket", docket.Value));

    public static List<Conversation> OfParty(SqlSession session, PartyId party) =>
        session.All($"{Select} WHERE c.party = (SELECT id FROM party WHERE uid = $party) ORDER BY c.id DESC", r => Row(session, r), ("party", party.Value));

    /// <summary>Open outside conversations that stand in queues, by key.</summary>
    public static List<Conversation> Queued(SqlSession session, long after, int most) =>
        session.All($"{Select} WHERE c.state = 'open' AND c.queue IS NOT NULL AND c.id > $after ORDER BY c.id LIMIT $most", r => Row(session, r), ("after", after), ("most", most));

    /// <summary>The newest open conversation with a stranger's address; null when there is none.</summary>
    public static Conversation? OpenWithStranger(SqlSession session, string address) =>
        session.First($"{Select} WHERE c.stranger_address = $address AND c.state = 'open' ORDER BY c.id DESC LIMIT 1", r => Row(session, r), ("address", address));

    /// <summary>The conversation that a mail with one of these Message-IDs belongs to, nearest first; null when none is known.</summary>
    public static Conversation? ByMail(SqlSession session, IEnumerable<string> messageIds)
    {
        foreach (var messageId in messageIds)
            if (session.First($"{Select} JOIN mail m ON m.conversation = c.id WHERE m.message_id = $id", r => Row(session, r), ("id", messageId)) is { } found)
                return found;
        return null;
    }

    /// <summary>Writes what an entry or a hand-over changes of a conversation.</summary>
    public static void Update(SqlSession session, Conversation conversation) =>
        session.Run(
            """
            UPDATE conversation SET owner = (SELECT id FROM person WHERE uid = $owner), state = $state, waiting_since = $waiting, last_in = $in, last_out = $out,
              nothing_due = $settled, last_entry = $entry
            WHERE id = $id
            """,
            ("owner", conversation.Owner?.Value), ("state", conversation.Open ? "open" : "closed"), ("waiting", conversation.Exchange.WaitingSince),
            ("in", conversation.Exchange.LastIn), ("out", conversation.Exchange.LastOut), ("settled", conversation.Exchange.NothingDue),
            ("entry", conversation.LastEntry), ("id", conversation.Key));

    private static Conversation Row(SqlSession session, SqliteDataReader r)
    {
        DocketBrief? docket = r.IsDBNull(16)
            ? null
            : new(new DocketId(r.GetUid(17)), new DocketRef(Words.DocketKinds.Read(r.GetString(18)), r.GetInt32(19)), r.GetString(20), r.GetUidOrNull(21) is { } w ? new PersonId(w) : null);
        return new(
            r.GetInt64(0), new ConversationId(r.GetUid(1)), Words.Audiences.Read(r.GetString(2)), docket,
            r.GetUidOrNull(4) is { } party ? new PartyId(party) : null,
            r.GetTextOrNull(6) is { } address ? new Stranger(r.GetTextOrNull(5) ?? "", address) : null,
            r.GetUidOrNull(7), r.GetUidOrNull(8) is { } owner ? new PersonId(owner) : null, r.GetString(9) == "open", r.GetString(10),
            new Exchange(r.GetMomentOrNull(11), r.GetMomentOrNull(12), r.GetMomentOrNull(13), r.GetMomentOrNull(14)),
            r.IsDBNull(15) ? null : r.GetInt64(15),
            !r.IsDBNull(22) && r.GetBoolean(22) ? DocketStore.SightOf(session, r.GetInt64(16)) : DocketSight.Open);
    }
}
