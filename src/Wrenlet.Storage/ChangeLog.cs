using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Storage;

/// <summary>Reads the change log back, each change with its place as it stands today.</summary>
public static class ChangeLog
{
    public static long Last(SqlSession session) => session.Number("SELECT max(seq) FROM change") ?? 0;

    /// <summary>Number of the first change at or after a moment; null when there is none.</summary>
    public static long? FirstFrom(SqlSession session, Instant moment) =>
        session.Number("SELECT seq FROM change WHERE at >= $at ORDER BY at, seq LIMIT 1", ("at", moment));

    /// <summary>For each docket, the number of the last change that a person has looked through.</summary>
    public static Dictionary<DocketId, long> LookedThrough(SqlSession session, PersonId person) =>
        session
            .All(
                "SELECT d.uid, l.upto FROM looked_through l JOIN docket d ON d.id = l.docket WHERE l.person = (SELECT "
                    + "id FROM person WHERE uid = $person)",
                r => (Docket: new DocketId(r.GetUid(0)), UpTo: r.GetInt64(1)),
                ("person", person.Value)
            )
            .ToDictionary(l => l.Docket, l => l.UpTo);

    /// <summary>Says how far a person has looked through a docket's changes.</summary>
    public static void LookThrough(SqlSession session, PersonId person, DocketId docket, long upTo) =>
        session.Run(
            """
            INSERT INTO looked_through (person, docket, upto)
              VALUES ((SELECT id FROM person WHERE uid = $person), (SELECT id FROM docket WHERE uid = $docket), $upto)
            ON CONFLICT (person, docket) DO UPDATE SET upto = max(upto, excluded.upto)
            """,
            ("person", person.Value),
            ("docket", docket.Value),
            ("upto", upTo)
        );

    /// <summary>Changes after a number, oldest first; where there are too many, the oldest of them.</summary>
    public static List<Change> After(SqlSession session, long seq, int most) =>
        Read(session, "WHERE x.seq > $seq ORDER BY x.seq", seq, most);

    /// <summary>Changes after a number, oldest first; where there are too many, the newest of them.</summary>
    public static List<Change> NewestAfter(SqlSession session, long seq, int most)
    {
        var newest = Read(session, "WHERE x.seq > $seq ORDER BY x.seq DESC", seq, most);
        newest.Reverse();
        return newest;
    }

    private static List<Change> Read(SqlSession session, string which, long seq, int most)
    {
        var rows = session.All(
            $"""
            SELECT x.seq, x.kind, x.subject, d.uid, c.uid, p.uid, b.uid, x.at FROM change x
            LEFT JOIN docket d ON d.id = x.docket LEFT JOIN conversation c ON c.id = x.conversation
              LEFT JOIN person p ON p.id = x.person LEFT JOIN person b ON b.id = x.made_by
            {which} LIMIT {most}
            """,
            r =>
                (
                    Seq: r.GetInt64(0),
                    Kind: r.GetString(1),
                    Subject: r.GetUid(2),
                    Docket: r.GetUidOrNull(3),
                    Conversation: r.GetUidOrNull(4),
                    Person: r.GetUidOrNull(5),
                    By: r.GetUidOrNull(6),
                    At: r.GetMoment(7)
                ),
            ("seq", seq)
        );
        return rows.ConvertAll(x =>
        {
            var (place, thing) = Standing(session, x.Kind, x.Subject, x.Docket, x.Conversation, x.Person);
            return new Change(
                x.Kind,
                x.Subject,
                place,
                thing,
                x.At,
                x.By is { } by ? new PersonId(by) : null,
                x.Docket is { } d ? new DocketId(d) : null,
                x.Conversation is { } c ? new ConversationId(c) : null,
                x.Person is { } p ? new PersonId(p) : null,
                x.Seq
            );
        });
    }

    private static (Place Place, Thing Thing) Standing(
        SqlSession session,
        string kind,
        Guid subject,
        Guid? docket,
        Guid? conversation,
        Guid? person
    )
    {
        if (person is { } own)
            return (new Place.Own(new PersonId(own)), Thing.Working);
        if (
            kind is ChangeKinds.TaskMade or ChangeKinds.TaskChanged
            && TaskStore.Find(session, new TaskId(subject)) is { } task
        )
            return (task.Place, Thing.Working);
        if (
            kind is ChangeKinds.SheetMade or ChangeKinds.SheetRevised or ChangeKinds.SheetChanged
            && SheetStore.Find(session, new SheetId(subject)) is { } sheet
        )
            return (sheet.Sheet.Place, kind is ChangeKinds.SheetChanged ? Thing.Said : Thing.Working);
        if (conversation is { } id && ConversationStore.Find(session, new ConversationId(id)) is { } found)
        {
            var thing =
                kind is ChangeKinds.DiscussionChanged ? Thing.Said
                : kind is ChangeKinds.EntryPosted && EntryStore.Find(session, new EntryId(subject)) is { } entry
                    ? EntrySight.ThingOf(entry.Kind)
                : Thing.Working;
            return (found.Place, thing);
        }

        if (docket is { } d && DocketStore.Find(session, new DocketId(d)) is { } standing)
            return (standing.Place, Thing.Working);
        return (new Place.Firm(), Thing.Working);
    }
}
