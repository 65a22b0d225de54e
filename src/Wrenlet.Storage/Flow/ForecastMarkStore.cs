using System.Text.Json;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage.Flow;

/// <summary>How dockets were forecast on days.</summary>
public static class ForecastMarkStore
{
    /// <summary>Whether a day is marked.</summary>
    public static bool Has(SqlSession session, LocalDate day)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.First("SELECT 1 FROM forecast_mark WHERE day = $day LIMIT 1", r => true, ("day", Words(day)));
    }

    /// <summary>Marks a docket on a day; what was marked on it is replaced.</summary>
    public static void Put(SqlSession session, DocketId docket, LocalDate day, ForecastMark mark)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(mark);
        session.Run(
            """
            INSERT OR REPLACE INTO forecast_mark (docket, day, at, stage, kept50, sure, counted)
            SELECT id, $day, $at, $stage, $kept50, $sure, $counted FROM docket WHERE uid = $docket
            """,
            ("docket", docket.Value),
            ("day", Words(day)),
            ("at", mark.At),
            ("stage", mark.Stage?.Value),
            ("kept50", mark.Kept50),
            ("sure", mark.Sure),
            ("counted", JsonSerializer.Serialize(Counted.Of(mark)))
        );
    }

    /// <summary>How a docket was forecast on the last marked day before one; null where there is none.</summary>
    public static ForecastMark? Before(SqlSession session, DocketId docket, LocalDate day)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.First(
            """
            SELECT at, stage, kept50, sure, counted FROM forecast_mark
            WHERE docket = (SELECT id FROM docket WHERE uid = $docket) AND day < $day ORDER BY day DESC LIMIT 1
            """,
            r =>
            {
                var counted = JsonSerializer.Deserialize<Counted>(r.GetString(4))!;
                return new ForecastMark(
                    r.GetMoment(0),
                    r.GetUidOrNull(1) is { } stage ? new StageId(stage) : null,
                    r.GetMoment(2),
                    r.GetIntOrNull(3),
                    [
                        .. counted.Tasks.Select(t => new MarkedTask(
                            new TaskId(t.Task),
                            Duration.FromMinutes(t.Left),
                            t.Person is { } p ? new PersonId(p) : null
                        )),
                    ],
                    [
                        .. counted.People.Select(p => new MarkedPerson(
                            new PersonId(p.Person),
                            Duration.FromMinutes(p.Other),
                            Duration.FromMinutes(p.Away)
                        )),
                    ]
                );
            },
            ("docket", docket.Value),
            ("day", Words(day))
        );
    }

    /// <summary>Removes what was marked before a day.</summary>
    public static void Forget(SqlSession session, LocalDate before)
    {
        ArgumentNullException.ThrowIfNull(session);
        session.Run("DELETE FROM forecast_mark WHERE day < $day", ("day", Words(before)));
    }

    private static string Words(LocalDate day) => LocalDatePattern.Iso.Format(day);

    /// <summary>What a forecast counted with, as it is stored.</summary>
    private sealed record Counted(IReadOnlyList<CountedTask> Tasks, IReadOnlyList<CountedPerson> People)
    {
        public static Counted Of(ForecastMark mark) =>
            new(
                [
                    .. mark.Tasks.Select(t => new CountedTask(
                        t.Task.Value,
                        Math.Round(t.Left.TotalMinutes),
                        t.Person?.Value
                    )),
                ],
                [
                    .. mark.People.Select(p => new CountedPerson(
                        p.Person.Value,
                        Math.Round(p.Other.TotalMinutes),
                        Math.Round(p.Away.TotalMinutes)
                    )),
                ]
            );
    }

    private sealed record CountedTask(Guid Task, double Left, Guid? Person);

    private sealed record CountedPerson(Guid Person, double Other, double Away);
}
