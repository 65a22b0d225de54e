using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>A task, as a forecast counted with it.</summary>
/// <param name="Task">Which task.</param>
/// <param name="Left">Working time that was left of it, as expected.</param>
/// <param name="Person">Who was to do it; null for nobody.</param>
public readonly record struct MarkedTask(TaskId Task, Duration Left, PersonId? Person);

/// <summary>Somebody's time that something else took.</summary>
/// <param name="Person">Who.</param>
/// <param name="Other">Work for others that was laid out for them before.</param>
/// <param name="Away">Working time that leave took.</param>
public readonly record struct MarkedPerson(PersonId Person, Duration Other, Duration Away);

/// <summary>How a docket was forecast at a moment, kept to tell later what has changed since.</summary>
/// <param name="At">The moment.</param>
/// <param name="Stage">The stage that it was for; null for the end of all.</param>
/// <param name="Kept50">The moment that was kept in 50 of 100.</param>
/// <param name="Sure">In how many of 100 the promise was kept; null where nothing was promised.</param>
/// <param name="Tasks">What it waited for.</param>
/// <param name="People">Whose time it took.</param>
public sealed record ForecastMark(
    Instant At,
    StageId? Stage,
    Instant Kept50,
    int? Sure,
    ImmutableArray<MarkedTask> Tasks,
    ImmutableArray<MarkedPerson> People
)
{
    /// <summary>How a docket is forecast: what was promised of it next.</summary>
    public static ForecastMark Of(FirmForecast forecast, DocketId docket)
    {
        ArgumentNullException.ThrowIfNull(forecast);
        var moment = forecast.NextOf(docket);
        var outlook = forecast.To(docket, moment.Stage);
        return new(
            forecast.Input.Now,
            moment.Stage,
            moment.Kept50,
            moment.Sure,
            [
                .. outlook
                    .Needed()
                    .Where(l => l.Of.Task is not null)
                    .GroupBy(l => l.Of.Task!.Value)
                    .Select(g => new MarkedTask(
                        g.Key,
                        g.Aggregate(Duration.Zero, (sum, l) => sum + l.Of.Left),
                        g.Count() == 1 ? g.First().Person : null
                    )),
            ],
            [.. outlook.Carriers().Select(c => new MarkedPerson(c.Person, c.Other, c.Away))]
        );
    }
}

/// <summary>What has changed of what a forecast counts with.</summary>
public enum ForecastChangeKind
{
    /// <summary>A task is over.</summary>
    Over,

    /// <summary>A task that was not there before.</summary>
    New,

    /// <summary>More is left of a task.</summary>
    More,

    /// <summary>Less is left of a task.</summary>
    Less,

    /// <summary>Somebody else does a task.</summary>
    Given,

    /// <summary>Somebody has more other work before.</summary>
    MoreElsewhere,

    /// <summary>Somebody has less other work before.</summary>
    LessElsewhere,

    /// <summary>Somebody is away for longer.</summary>
    MoreAway,

    /// <summary>Somebody is not away for so long.</summary>
    LessAway,
}

/// <summary>One thing that has changed.</summary>
/// <param name="Kind">What.</param>
/// <param name="Task">Of which task; null where it is of a person's time.</param>
/// <param name="Person">Whose time, or who has the task now; null for nobody.</param>
/// <param name="By">By how much working time.</param>
public readonly record struct ForecastChange(ForecastChangeKind Kind, TaskId? Task, PersonId? Person, Duration By);

/// <summary>What has changed of a forecast since it was marked, and why.</summary>
/// <param name="Since">When it was marked.</param>
/// <param name="SureBefore">How sure the promise was then.</param>
/// <param name="Sure">How sure it is now.</param>
/// <param name="Later">By how much later half of all runs reach it; negative for sooner.</param>
/// <param name="Why">What has changed of what it counts with, most first.</param>
public sealed record ForecastSince(
    Instant Since,
    int? SureBefore,
    int? Sure,
    Duration Later,
    ImmutableArray<ForecastChange> Why
)
{
    private const int Most = 8;
    private static readonly Duration Little = Duration.FromMinutes(30);

    /// <summary>What has changed; null where it is for another moment now, or none.</summary>
    /// <param name="was">How it was forecast.</param>
    /// <param name="now">How it is forecast.</param>
    /// <param name="docket">Which docket.</param>
    public static ForecastSince? Between(ForecastMark was, FirmForecast now, DocketId docket)
    {
        ArgumentNullException.ThrowIfNull(was);
        ArgumentNullException.ThrowIfNull(now);
        if (now.MomentsOf(docket).IsEmpty || now.NextOf(docket) is not { } moment || moment.Stage != was.Stage)
            return null;
        var mark = ForecastMark.Of(now, docket);
        return new(
            was.At,
            was.Sure,
            moment.Sure,
            moment.Kept50 - was.Kept50,
            [.. OfTasks(was, mark).Concat(OfPeople(was, mark)).OrderByDescending(c => c.By).Take(Most)]
        );
    }

    private static IEnumerable<ForecastChange> OfTasks(ForecastMark was, ForecastMark now)
    {
        var (before, after) = (was.Tasks.ToDictionary(t => t.Task), now.Tasks.ToDictionary(t => t.Task));
        foreach (var task in was.Tasks.Where(t => !after.ContainsKey(t.Task)))
            yield return new(ForecastChangeKind.Over, task.Task, task.Person, task.Left);
        foreach (var task in now.Tasks)
        {
            if (!before.TryGetValue(task.Task, out var then))
            {
                yield return new(ForecastChangeKind.New, task.Task, task.Person, task.Left);
                continue;
            }

            if (task.Person is not null && task.Person != then.Person)
                yield return new(ForecastChangeKind.Given, task.Task, task.Person, task.Left);
            if (task.Left - then.Left >= Little)
                yield return new(ForecastChangeKind.More, task.Task, task.Person, task.Left - then.Left);
            else if (then.Left - task.Left >= Little)
                yield return new(ForecastChangeKind.Less, task.Task, task.Person, then.Left - task.Left);
        }
    }

    private static IEnumerable<ForecastChange> OfPeople(ForecastMark was, ForecastMark now)
    {
        var before = was.People.ToDictionary(p => p.Person);
        foreach (var person in now.People)
        {
            if (!before.TryGetValue(person.Person, out var then))
                continue;
            foreach (
                var (by, more, less) in new[]
                {
                    (person.Other - then.Other, ForecastChangeKind.MoreElsewhere, ForecastChangeKind.LessElsewhere),
                    (person.Away - then.Away, ForecastChangeKind.MoreAway, ForecastChangeKind.LessAway),
                }
            )
                if (by >= Little)
                    yield return new(more, null, person.Person, by);
                else if (-by >= Little)
                    yield return new(less, null, person.Person, -by);
        }
    }
}
