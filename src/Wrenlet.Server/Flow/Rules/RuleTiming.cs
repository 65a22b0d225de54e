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
    /// <summary>
    /// So far back is looked again where nothing was found: a reply that is taken back makes a silence longer than it was.
    /// </summary>
    private static readonly Duration Overlap = Duration.FromHours(1);

    /// <summary>Until when it has been looked for in vain, by rule and the moment since which it is on.</summary>
    private readonly Dictionary<(RuleId, Instant), Instant> _vain = [];

    /// <inheritdoc/>
    public IEnumerable<DueWork> Due(Instant now)
    {
        var timed = rules.Current.Timed;
        if (timed.IsEmpty)
            return [];
        var calendar = who.Current.Firm!.Calendar;
        return database.Read(s =>
        {
            var looked = RuleStore.LookedUntil(s);
            var due = new List<DueWork>();
            foreach (var rule in timed)
            {
                var since = (rule.Id, rule.Since!.Value);
                var from = looked.GetValueOrDefault(rule.Id, rule.Since.Value);
                if (_vain.TryGetValue(since, out var vain) && vain > from)
                    from = vain;
                if (from >= now)
                    continue;
                var found = RuleTimes.Found(s, rule, calendar, from, now).ToList();
                if (found.Count == 0)
                    _vain[since] = now - Overlap;
                else
                    due.Add(
                        new(
                            "Looking for what a rule waits for",
                            rule.Id.Value.ToString(),
                            $"{found.Count} of them",
                            rule.Maker,
                            () => writes.Run(w => Note(w, rule, found, now))
                        )
                    );
            }

            return due;
        });
    }

    private void Note(Writing w, Rule rule, List<(DocketId Docket, Happened Happened)> found, Instant now)
    {
        foreach (var (docket, happened) in found)
            watching.Watch(w, docket, happened, now, only: rule.Id);
        RuleStore.SetLooked(w.Session, rule.Id, now);
    }
}
