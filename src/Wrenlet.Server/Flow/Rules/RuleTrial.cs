using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Flow.Rules;

/// <summary>One time that a rule would have acted.</summary>
/// <param name="Docket">Where, as it is now.</param>
/// <param name="At">When.</param>
public sealed record TrialTime(Docket Docket, Instant At);

/// <summary>
/// Tries a rule on what has happened, as far as whoever tries it sees it. The happenings are those of the time; how a docket
/// stands is asked as it stands now.
/// </summary>
internal sealed class RuleTrial(RuleWatching watching, WhoIsWho who)
{
    private const int Most = 200_000;

    /// <summary>All times since a moment, the newest first.</summary>
    public List<TrialTime> Of(SqlSession session, Rule rule, Person viewer, Instant since, Instant now)
    {
        var seen = new Dictionary<(DocketId, PartyId?), Circumstances?>();
        Circumstances? Seen(DocketId id, PartyId? with)
        {
            if (!seen.TryGetValue((id, with), out var known))
                seen[(id, with)] = known =
                    DocketStore.Find(session, id) is { } docket && viewer.MaySee(docket.Place)
                        ? watching.CircumstancesOf(session, docket, now, with)
                        : null;
            return known;
        }

        var calendar = who.Current.Firm!.Calendar;
        var once = new HashSet<(DocketId, string)>();
        return
        [
            .. Happenings(session, rule.Trigger, since, now)
                .Select(h => (h.Docket, h.Happened, h.At, Now: Seen(h.Docket, h.Happened.With)))
                .Where(h =>
                    h.Now is { } docket
                    && h.At >= since
                    && h.At <= now
                    && Firing.Fits(rule, h.Happened, docket with { Working = calendar.IsWorking(h.At) })
                    && once.Add((h.Docket, h.Happened.Key))
                )
                .Select(h => new TrialTime(h.Now!.Docket, h.At))
                .OrderByDescending(t => t.At),
        ];
    }

    private IEnumerable<(DocketId Docket, Happened Happened, Instant At)> Happenings(
        SqlSession s,
        Trigger trigger,
        Instant since,
        Instant now
    )
    {
        var calendar = who.Current.Firm!.Calendar;
        return trigger switch
        {
            Trigger.Enters or Trigger.Leaves => MoveStore
                .Since(s, since)
                .Select(m => (m.Docket, (Happened)new Happened.Moved(m.From, m.To, m.Number), m.At)),
            Trigger.PartyWrites => RuleTimes
                .Written(s, since, Most)
                .Select(w => (w.Docket, (Happened)new Happened.Wrote(w.Party, false, calendar.DateOf(w.At)), w.At)),
            Trigger.TaskDone => RuleTimes
                .Tasks(s, since, Most)
                .Where(t => t is { Done: true, Finished: not null })
                .Select(t =>
                    (t.Docket, (Happened)new Happened.Done(t.Task, t.Title, t.Finished!.Value), t.Finished!.Value)
                ),
            Trigger.TaskLate late => RuleTimes
                .Tasks(s, since, Most)
                .Where(t => t.Due is not null)
                .Select(t => (Task: t, At: calendar.Add(t.Due!.Value, late.For)))
                .Where(t => t.At <= (t.Task.Finished ?? now))
                .Select(t =>
                    (t.Task.Docket, (Happened)new Happened.Late(t.Task.Task, t.Task.Due!.Value, late.For), t.At)
                ),
            Trigger.AskDecided => RuleTimes
                .Decided(s, since, Most)
                .Select(d => (d.Docket, (Happened)new Happened.Decided(d.Ask), d.At)),
            Trigger.Near near => Milestones(s, near, since, now),
            Trigger.Silent silent => Silences(s, silent, since, now),
            Trigger.DayOfYear day => Days(s, day, since, now),
            _ => throw new ArgumentOutOfRangeException(nameof(trigger)),
        };
    }

    private IEnumerable<(DocketId, Happened, Instant)> Milestones(
        SqlSession s,
        Trigger.Near near,
        Instant since,
        Instant now
    )
    {
        var calendar = who.Current.Firm!.Calendar;
        // A date far ahead may have been near for long already, counted in working time.
        var widest = Duration.FromDays(366);
        return RuleTimes
            .Milestones(s, near.Milestone, since - widest, now + widest)
            .Select(m =>
                (
                    m.Docket,
                    (Happened)new Happened.Near(near.Milestone, m.At, near.Offset),
                    Firing.MomentOf(near, m.At, calendar)
                )
            );
    }

    private IEnumerable<(DocketId, Happened, Instant)> Silences(
        SqlSession s,
        Trigger.Silent silent,
        Instant since,
        Instant now
    )
    {
        var calendar = who.Current.Firm!.Calendar;
        foreach (var talk in RuleTimes.Talk(s, since, Most).GroupBy(t => t.Conversation))
        {
            var words = talk.ToList();
            for (var i = 0; i < words.Count; i++)
            {
                var (last, next) = (words[i], i + 1 < words.Count ? words[i + 1].At : now);
                if (last.In != silent.Ours || (i + 1 == words.Count && last.Settled))
                    continue;
                var then = calendar.Add(last.At, silent.For);
                if (then <= next)
                    yield return (
                        last.Docket,
                        new Happened.Silent(last.Party, last.Entry, silent.For, silent.Ours),
                        then
                    );
            }
        }
    }

    private IEnumerable<(DocketId, Happened, Instant)> Days(
        SqlSession s,
        Trigger.DayOfYear trigger,
        Instant since,
        Instant now
    )
    {
        var calendar = who.Current.Firm!.Calendar;
        var dockets = RuleTimes.OpenDockets(s);
        for (var year = calendar.DateOf(since).Year; year <= calendar.DateOf(now).Year; year++)
        {
            var day = Firing.DayIn(trigger, year);
            var at = calendar.FirstMoment(day + LocalTime.Midnight);
            foreach (var docket in dockets)
                yield return (docket, new Happened.DayCame(day), at);
        }
    }
}
