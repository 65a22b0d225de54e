using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage.Flow;

/// <summary>Dates of tasks that follow a milestone or a stage of their docket.</summary>
public static class FollowingStore
{
    internal const string DateColumns = "m.uid, s.uid, d.distance, d.unit, d.minute_of_day";
    internal const string DateNames = "milestone, stage, distance, unit, minute_of_day";

    internal const string DateValues =
        "(SELECT id FROM kind_milestone WHERE uid = $milestone), (SELECT id FROM stage WHERE uid = $stage), $distance, $unit, $minute";

    /// <summary>Notes that a date of a task follows something.</summary>
    public static void Add(SqlSession session, FollowingDate following)
    {
        ArgumentNullException.ThrowIfNull(following);
        session.Run(
            $"""
            INSERT OR REPLACE INTO task_following (task, which, {DateNames}, given)
            VALUES ((SELECT id FROM task WHERE uid = $task), $which, {DateValues}, $given)
            """,
            [
                ("task", following.Task.Value),
                ("which", following.Starts ? "start" : "due"),
                ("given", following.Given),
                .. Parameters(following.Date),
            ]
        );
    }

    /// <summary>All dates that follow something, of tasks of a docket.</summary>
    public static List<FollowingDate> Of(SqlSession session, DocketId docket) =>
        session.All(
            $"""
            SELECT t.uid, d.which, d.given, {DateColumns} FROM task_following d JOIN task t ON t.id = d.task
              LEFT JOIN kind_milestone m ON m.id = d.milestone LEFT JOIN stage s ON s.id = d.stage
            WHERE t.docket = (SELECT id FROM docket WHERE uid = $docket) ORDER BY t.id, d.which
            """,
            r => new FollowingDate(
                new TaskId(r.GetUid(0)),
                r.GetString(1) == "start",
                Date(r, 3),
                r.GetMomentOrNull(2)
            ),
            ("docket", docket.Value)
        );

    internal static TemplateDate Date(SqliteDataReader r, int at) =>
        new(
            r.GetUidOrNull(at) is { } milestone ? new DateOrigin.OfMilestone(new MilestoneId(milestone))
                : r.GetUidOrNull(at + 1) is { } stage ? new DateOrigin.OfStage(new StageId(stage))
                : new DateOrigin.Start(),
            r.GetInt32(at + 2),
            StoredWords.DateUnits.Read(r.GetString(at + 3)),
            r.IsDBNull(at + 4) ? null : new LocalTime(0, 0).PlusMinutes(r.GetInt32(at + 4))
        );

    internal static (string, object?)[] Parameters(TemplateDate date) =>
        [
            ("milestone", (date.From as DateOrigin.OfMilestone)?.Milestone.Value),
            ("stage", (date.From as DateOrigin.OfStage)?.Stage.Value),
            ("distance", date.Offset),
            ("unit", StoredWords.DateUnits.Of(date.Unit)),
            ("minute", date.Time is { } time ? (time.Hour * 60) + time.Minute : null),
        ];
}
