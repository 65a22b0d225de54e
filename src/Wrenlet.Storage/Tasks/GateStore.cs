using Wrenlet.Core.Dockets;

namespace Wrenlet.Storage.Tasks;

/// <summary>Which stages tasks hold up, and in which docket they stand, when stages and dockets change under them.</summary>
public static class GateStore
{
    /// <summary>Moves gates of a docket's tasks to another stage; null where they hold nothing up any more.</summary>
    public static void Move(SqlSession session, DocketId docket, StageId from, StageId? to) =>
        session.Run(
            """
            UPDATE task SET gate = (SELECT id FROM stage WHERE uid = $to)
            WHERE docket = (SELECT id FROM docket WHERE uid = $docket) AND gate = (SELECT id FROM stage WHERE uid = $from)
            """,
            ("to", to?.Value),
            ("docket", docket.Value),
            ("from", from.Value)
        );

    /// <summary>Moves all gates of a stage to another.</summary>
    public static void Move(SqlSession session, StageId from, StageId to) =>
        session.Run(
            """
            UPDATE task SET gate = (SELECT id FROM stage WHERE uid = $to)
            WHERE gate = (SELECT id FROM stage WHERE uid = $from)
            """,
            ("to", to.Value),
            ("from", from.Value)
        );

    /// <summary>
    /// Moves all tasks of a docket into another; one that held up a stage which that does not have holds nothing up any
    /// more.
    /// </summary>
    public static void MoveTasks(SqlSession session, DocketId from, DocketId to) =>
        session.Run(
            """
            UPDATE task SET docket = (SELECT id FROM docket WHERE uid = $to),
              gate = (SELECT s.id FROM stage s JOIN docket o ON o.kind = s.kind WHERE s.id = task.gate AND o.uid = $to)
            WHERE docket = (SELECT id FROM docket WHERE uid = $from)
            """,
            ("to", to.Value),
            ("from", from.Value)
        );
}
