using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage.Tasks;

/// <summary>Tasks that repeat: their series, what is skipped of it, and its latest occurrence.</summary>
public static class SeriesStore
{
    /// <summary>Begins a series of tasks that repeat.</summary>
    /// <returns>Its key.</returns>
    public static long AddSeries(SqlSession session, Instant first)
    {
        session.Run("INSERT INTO task_series (first) VALUES ($first)", ("first", first));
        return session.Number("SELECT last_insert_rowid()")!.Value;
    }

    /// <summary>A series: its first moment, whether the next comes by time, and the days that are left out.</summary>
    public static (Instant First, bool ByTime, HashSet<LocalDate> Skipped)? FindSeries(
        SqlSession session,
        long series
    ) =>
        session.First<(Instant, bool)?>(
            "SELECT first, by_time FROM task_series WHERE id = $id",
            r => (r.GetMoment(0), r.GetBoolean(1)),
            ("id", series)
        )
            is var (first, byTime)
            ? (
                first,
                byTime,
                [
                    .. session.All(
                        "SELECT day FROM task_series_skip WHERE series = $id",
                        r =>
                            LocalDate.FromDateOnly(
                                DateOnly.ParseExact(
                                    r.GetString(0),
                                    "yyyy-MM-dd",
                                    System.Globalization.CultureInfo.InvariantCulture
                                )
                            ),
                        ("id", series)
                    ),
                ]
            )
            : null;

    /// <summary>Says whether the next of a series is made when its time has come, or when one is done.</summary>
    public static void SetByTime(SqlSession session, long series, bool byTime) =>
        session.Run("UPDATE task_series SET by_time = $byTime WHERE id = $id", ("byTime", byTime), ("id", series));

    /// <summary>Leaves a day of a series out.</summary>
    public static void Skip(SqlSession session, long series, LocalDate day) =>
        session.Run(
            "INSERT INTO task_series_skip (series, day) VALUES ($id, $day) ON CONFLICT DO NOTHING",
            ("id", series),
            ("day", day.ToString("uuuu-MM-dd", System.Globalization.CultureInfo.InvariantCulture))
        );

    /// <summary>The task of a series for a moment of its rule; null where there is none.</summary>
    public static WorkTask? OfSeries(SqlSession session, long series, Instant occurrence) =>
        session.First(
            $"{TaskRows.Select} WHERE t.series = $series AND t.occurrence = $occurrence",
            r => TaskRows.Read(session, r),
            ("series", series),
            ("occurrence", occurrence)
        );

    /// <summary>
    /// The last of each series that goes by time, where its moment has come: the next may have to be made.
    /// </summary>
    public static List<WorkTask> LastByTime(SqlSession session, Instant now) =>
        session.All(
            $"{TaskRows.Select} JOIN task_series z ON z.id = t.series WHERE z.by_time = 1 AND t.repeats IS NOT NULL AND "
                + $"t.occurrence <= $now AND t.occurrence = (SELECT max(occurrence) FROM task WHERE series = t.series)",
            r => TaskRows.Read(session, r),
            ("now", now)
        );

    /// <summary>Whether nobody has touched a task that was made by itself.</summary>
    public static bool IsUntouched(SqlSession session, WorkTask task) =>
        task is { Version: 1, State: TaskState.NeedsAction, Parts.Count: 0 }
        && session.Number("SELECT 1 FROM conversation WHERE task = $id", ("id", task.Key)) is null;
}
