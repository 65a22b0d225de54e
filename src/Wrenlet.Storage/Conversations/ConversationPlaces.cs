using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Storage.Conversations;

/// <summary>Where the things stand that conversations are about: who sees them, sees those.</summary>
internal static class ConversationPlaces
{
    /// <summary>Where a task stands that a conversation is about.</summary>
    public static (Guid Task, Place Place) TaskOf(SqlSession session, long task)
    {
        var (uid, maker, docket, isPrivate) = session.First(
            "SELECT t.uid, p.uid, t.docket, t.private FROM task t JOIN person p ON p.id = t.made_by WHERE t.id = $id",
            r => (r.GetUid(0), new PersonId(r.GetUid(1)), r.GetKeyOrNull(2), r.GetBoolean(3)),
            ("id", task)
        );
        var people = session.All(
            "SELECT p.uid FROM task_owner o JOIN person p ON p.id = o.person WHERE o.task = $id UNION SELECT p.uid "
                + "FROM task_watcher w JOIN person p ON p.id = w.person WHERE w.task = $id",
            r => new PersonId(r.GetUid(0)),
            ("id", task)
        );
        var ofCrew =
            session.Number("SELECT 1 FROM task_owner WHERE task = $id AND crew IS NOT NULL", ("id", task)) is not null;
        var sight = docket is { } key ? DocketStore.SightOfKey(session, key) : null;
        return (uid, Place.OfTask(sight, maker, people, ofCrew, isPrivate));
    }

    /// <summary>Where a worklist stands that a conversation is about: with its docket, its person, or all staff.</summary>
    public static (Guid Worklist, Place Place) WorklistOf(SqlSession session, long worklist)
    {
        var (uid, person, docket) = session.First(
            "SELECT w.uid, p.uid, w.docket FROM worklist w LEFT JOIN person p ON p.id = w.person WHERE w.id = $id",
            r => (r.GetUid(0), r.GetUidOrNull(1), r.GetKeyOrNull(2)),
            ("id", worklist)
        );
        return (
            uid,
            docket is { } key ? new Place.Inside(DocketStore.SightOfKey(session, key))
            : person is { } own ? new Place.Own(new PersonId(own))
            : new Place.Firm()
        );
    }

    /// <summary>
    /// What a discussion is about, and where it stands: in the docket of the sheet or of the talk, with the party while
    /// that sees the sheet or the entry.
    /// </summary>
    public static DiscussedPlace DiscussionOf(SqlSession session, long discussion)
    {
        var (uid, sheet, file, entry, docket, party, shared) = session.First(
            """
            SELECT d.uid, s.uid, f.uid, e.uid, c.docket, y.uid,
              CASE WHEN d.sheet IS NULL THEN 1 ELSE s.removed = 0
                AND EXISTS (SELECT 1 FROM sheet_share x WHERE x.sheet = d.sheet AND x.party = c.party) END
            FROM discussion d JOIN conversation c ON c.discussion = d.id LEFT JOIN party y ON y.id = c.party
              LEFT JOIN sheet s ON s.id = d.sheet LEFT JOIN file f ON f.id = d.file LEFT JOIN entry e ON e.id = d.entry
            WHERE d.id = $id
            """,
            r =>
                (
                    r.GetUid(0),
                    r.GetUidOrNull(1),
                    r.GetUidOrNull(2),
                    r.GetUidOrNull(3),
                    r.GetKeyOrNull(4),
                    r.GetUidOrNull(5),
                    r.GetBoolean(6)
                ),
            ("id", discussion)
        );
        var sight = docket is { } key ? DocketStore.SightOfKey(session, key) : DocketSight.Open;
        PartyId? with = party is { } id ? new PartyId(id) : null;
        if (entry is not { } of)
            return new(uid, sheet, file, null, Place.OfDiscussion(sight, with, shared));
        // What is said about a file inside is for those of ours who see where it was said.
        var place = ConversationStore.Find(session, EntryStore.Find(session, new EntryId(of))!.Conversation)!.Place;
        return new(
            uid,
            sheet,
            file,
            new EntryId(of),
            with is null && place is Place.Outside outside ? new Place.Inside(outside.Docket) : place
        );
    }

    /// <summary>Who is in the crew whose conversation it is.</summary>
    public static ImmutableArray<PersonId> CrewOf(SqlSession session, long conversation) =>
        [
            .. session.All(
                "SELECT p.uid FROM conversation c JOIN crew_member m ON m.crew = c.crew JOIN person p ON p.id = m.person "
                    + "WHERE c.id = $conversation AND p.left_at IS NULL ORDER BY p.name, p.id",
                r => new PersonId(r.GetUid(0)),
                ("conversation", conversation)
            ),
        ];

    /// <summary>Whom the notice is for that a conversation comments on.</summary>
    public static Place.Board BoardOf(SqlSession session, long conversation) =>
        new(
            session.First(
                "SELECT p.uid FROM conversation c JOIN notice n ON n.id = c.notice JOIN person p ON p.id = n.made_by WHERE c.id = $id",
                r => new PersonId(r.GetUid(0)),
                ("id", conversation)
            ),
            [
                .. session.All(
                    "SELECT k.uid FROM conversation c JOIN notice_crew x ON x.notice = c.notice JOIN crew k ON k.id = "
                        + "x.crew WHERE c.id = $id",
                    r => new CrewId(r.GetUid(0)),
                    ("id", conversation)
                ),
            ]
        );
}
