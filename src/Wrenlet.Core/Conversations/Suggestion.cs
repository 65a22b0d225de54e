using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>What someone carries already.</summary>
/// <param name="Late">Owned conversations whose goal is missed.</param>
/// <param name="Soon">Owned conversations with less than a quarter of the goal left.</param>
/// <param name="Ours">Other owned conversations that wait for us.</param>
/// <param name="Theirs">Owned conversations that wait for the party.</param>
/// <param name="TasksDue">Own tasks that are late or due within the working day.</param>
public readonly record struct AnswerLoad(int Late, int Soon, int Ours, int Theirs, int TasksDue)
{
    /// <summary>One figure for all of it: what presses counts more than what waits for others.</summary>
    public double Weight => (3 * Late) + (2 * Soon) + Ours + (0.25 * Theirs) + (0.5 * TasksDue);

    /// <summary>With one more conversation of theirs.</summary>
    /// <param name="clock">How its clock stands; null when none runs.</param>
    /// <param name="turn">Whose move it is.</param>
    public AnswerLoad With(ClockState? clock, Turn turn) =>
        clock switch
        {
            ClockState.Late => this with { Late = Late + 1 },
            ClockState.Soon => this with { Soon = Soon + 1 },
            ClockState.Well => this with { Ours = Ours + 1 },
            _ => turn is Turn.Theirs ? this with { Theirs = Theirs + 1 } : this,
        };

    /// <summary>How many conversations wait for an answer by them.</summary>
    public int Open => Late + Soon + Ours;
}

/// <summary>Someone who could own a conversation, as far as the choice needs to know them.</summary>
/// <param name="Person">Who.</param>
/// <param name="Hours">Their working time.</param>
/// <param name="Load">What they carry.</param>
/// <param name="Answered">How often they have answered this party before.</param>
/// <param name="Here">Whether they are signed in at this moment.</param>
public sealed record Candidate(Person Person, WorkCalendar Hours, AnswerLoad Load, int Answered, bool Here);

/// <summary>A suggestion for who should own a conversation.</summary>
/// <param name="Person">Who.</param>
/// <param name="Score">The higher, the better placed.</param>
/// <param name="Reasons">Why, in words; what speaks against comes last.</param>
public sealed record Suggestion(Person Person, double Score, ImmutableArray<string> Reasons);

/// <summary>Chooses who is best placed to answer.</summary>
public static class Suggesting
{
    private const double OnDuty = 4;
    private const double Working = 3;
    private const double Knows = 2;
    private const double IsHere = 0.5;

    /// <summary>The best placed first; only staff who see the conversation, and not its present owner.</summary>
    /// <param name="candidates">Those to choose among.</param>
    /// <param name="place">Where the conversation stands.</param>
    /// <param name="onDuty">The queue's crew on duty, with its name; null when it has none.</param>
    /// <param name="byRota">Whom that crew's rotas have on duty just now; empty where the whole crew is.</param>
    /// <param name="owner">Its present owner; null when nobody.</param>
    /// <param name="party">Short name of the party, for the reasons.</param>
    /// <param name="now">The present.</param>
    /// <param name="most">How many to return.</param>
    public static ImmutableArray<Suggestion> Best(
        IEnumerable<Candidate> candidates,
        Place place,
        Crew? onDuty,
        IReadOnlyCollection<PersonId> byRota,
        PersonId? owner,
        string party,
        Instant now,
        int most = 3
    ) =>
        [
            .. candidates
                .Where(c => c.Person.IsStaff && c.Person.Id != owner && c.Person.MaySee(place))
                .Select(c => Weigh(c, onDuty, byRota, party, now))
                .OrderByDescending(s => s.Score)
                .ThenBy(s => s.Person.Name, StringComparer.Ordinal)
                .Take(most),
        ];

    private static Suggestion Weigh(
        Candidate candidate,
        Crew? onDuty,
        IReadOnlyCollection<PersonId> byRota,
        string party,
        Instant now
    )
    {
        var reasons = ImmutableArray.CreateBuilder<string>();
        var score = -candidate.Load.Weight;
        if (byRota.Contains(candidate.Person.Id))
        {
            score += OnDuty + Working;
            reasons.Add(Texts.OnDutyByRota);
        }
        else if (byRota.Count == 0 && onDuty is { } crew && candidate.Person.Crews.Contains(crew.Id))
        {
            score += OnDuty;
            reasons.Add(Texts.OnDuty(crew.Name));
        }

        var working = candidate.Hours.IsWorking(now);
        if (working)
        {
            score += Working;
            reasons.Add(Texts.WorkingNow);
        }

        if (candidate.Answered > 0)
        {
            score += Knows * Math.Min(1, 0.5 + (candidate.Answered / 6.0));
            reasons.Add(
                candidate.Answered == 1
                    ? Texts.HasAnsweredOnce(party)
                    : Texts.HasAnsweredTimes(party, candidate.Answered)
            );
        }

        if (candidate.Here)
        {
            score += IsHere;
            reasons.Add(Texts.HereNow);
        }

        reasons.Add(
            (candidate.Load.Open, candidate.Load.Late) switch
            {
                (0, _) => Texts.NothingWaitingThem,
                (var open, 0) => Texts.Open(open),
                (var open, var late) => Texts.OpenLate(open, late),
            }
        );
        if (!working)
            reasons.Add(Texts.AwayUntil(BackAt(candidate.Hours, now)));
        return new(candidate.Person, score, reasons.ToImmutable());
    }

    private static string BackAt(WorkCalendar hours, Instant now)
    {
        var back = hours.Add(now, Duration.FromTicks(1)).InZone(hours.Zone);
        var culture = System.Globalization.CultureInfo.InvariantCulture;
        return back.Date == now.InZone(hours.Zone).Date
            ? back.ToString("HH:mm", culture)
            : back.ToString("ddd HH:mm", culture);
    }
}
