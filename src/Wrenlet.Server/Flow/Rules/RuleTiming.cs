using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Flow.Rules;

/// <summary>
/// Finds what comes by time alone and a rule waits for: dates that come near, silence, tasks that stay late, days of the
/// year. Each stretch of time is looked through once; how far it has been is kept with the rule.
/// </summary>
internal sealed class RuleTiming(
    Database database,
    WriteQueue writes,
    WhoIsWho who,
    FirmRules rules,
    RuleWatching watching
) : IDueWork
{
    /// <inheritdoc/>
    public IEnumerable<DueWork> Due(Instant now)
    {
        foreach (
            var rule in rules.Current.On.Where(r =>
                r.Trigger is Trigger.Near or Trigger.Silent or Trigger.TaskLate or Trigger.DayOfYear
            )
        )
        {
            var from = database.Read(s => RuleStore.LookedUntil(s, rule.Id)) ?? rule.Since!.Value;
            if (from >= now)
                continue;
            var found = database.Read(s => Found(s, rule, from, now).ToList());
            if (found.Count > 0)
                yield return new(
                    "Looking for what a rule waits for",
                    rule.Id.Value.ToString(),
                    $"{found.Count} of them",
                    rule.Maker,
                    () => writes.Run(w => Note(w, rule, found, now))
                );
        }
    }

    private void Note(Writing w, Rule rule, List<(DocketId Docket, Happened Happened)> found, Instant now)
    {
        foreach (var (docket, happened) in found)
            watching.Watch(w, docket, happened, now, only: rule.Id);
        RuleStore.SetLooked(w.Session, rule.Id, now);
    }

    /// <summary>What came about after a moment and until another, of what one rule waits for.</summary>
    private IEnumerable<(DocketId Docket, Happened Happened)> Found(
        SqlSession s,
        Rule rule,
        Instant after,
        Instant until
    )
    {
        var calendar = who.Current.Firm!.Calendar;
        switch (rule.Trigger)
        {
            case Trigger.Near t:
                var (soonest, latest) = (Against(calendar, after, t.Offset), Against(calendar, until, t.Offset));
                foreach (var (docket, at) in RuleTimes.Milestones(s, t.Milestone, soonest, latest))
                    yield return (docket, new Happened.Near(t.Milestone, at, t.Offset));
                break;
            case Trigger.Silent t:
                var (first, last) = (calendar.Subtract(after, t.For), calendar.Subtract(until, t.For));
                foreach (var (docket, party, entry) in RuleTimes.Silent(s, t.Ours, first, last))
                    yield return (docket, new Happened.Silent(party, entry, t.For, t.Ours));
                break;
            case Trigger.TaskLate t:
                var (early, late) = (calendar.Subtract(after, t.For), calendar.Subtract(until, t.For));
                foreach (var (docket, task, due) in RuleTimes.Late(s, early, late))
                    yield return (docket, new Happened.Late(task, due, t.For));
                break;
            case Trigger.DayOfYear t:
                var (before, today) = (calendar.DateOf(after), calendar.DateOf(until));
                for (var year = before.Year; year <= today.Year; year++)
                    if (Firing.DayIn(t, year) is var day && day > before && day <= today)
                        foreach (var docket in RuleTimes.OpenDockets(s))
                            yield return (docket, new Happened.DayCame(day));
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(rule), rule.Trigger, "It does not come by time.");
        }
    }

    /// <summary>The date of a milestone for which its distance from a moment is just this.</summary>
    private static Instant Against(WorkCalendar calendar, Instant moment, Duration offset) =>
        offset < Duration.Zero ? calendar.Add(moment, -offset) : calendar.Subtract(moment, offset);
}
