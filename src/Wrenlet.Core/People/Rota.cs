using System.Collections.Immutable;
using NodaTime;

namespace Wrenlet.Core.People;

/// <summary>How long a turn of duty lasts.</summary>
public enum DutySpan
{
    /// <summary>From a time of one weekday to the same a week later.</summary>
    Weeks,

    /// <summary>Each night of a week, from an evening to the morning.</summary>
    Nights,

    /// <summary>From a time of one weekday to a time of another, once a week.</summary>
    Weekends,
}

/// <summary>Turns of duty that go round among people of a crew, week by week.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Crew">Whose it is.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Span">How long each turn lasts.</param>
/// <param name="StartDay">Weekday on which a turn begins; of nights the weekday on which a week's nights begin.</param>
/// <param name="Starts">Time of day at which it begins.</param>
/// <param name="EndDay">Weekday on which it ends; of weekends only.</param>
/// <param name="Ends">Time of day at which it ends; of weeks the time at which it begins.</param>
/// <param name="First">A day of the first one's week.</param>
/// <param name="Turns">Whose turn it is, in order; the first again after the last.</param>
public sealed record RotaLine(
    Guid Id,
    CrewId Crew,
    string Name,
    DutySpan Span,
    IsoDayOfWeek StartDay,
    LocalTime Starts,
    IsoDayOfWeek EndDay,
    LocalTime Ends,
    LocalDate First,
    ImmutableArray<PersonId> Turns
);

/// <summary>How somebody answered who was asked to take a turn.</summary>
public enum SwapState
{
    /// <summary>Not yet.</summary>
    Asked,

    /// <summary>They take it.</summary>
    Agreed,

    /// <summary>They do not.</summary>
    Declined,

    /// <summary>It is not wanted any more.</summary>
    Withdrawn,
}

/// <summary>One asks another to take a turn, with or without one of theirs in return.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Line">Of which rota.</param>
/// <param name="Slot">The day on which the turn begins.</param>
/// <param name="From">Whose turn it is.</param>
/// <param name="To">Who is asked.</param>
/// <param name="InReturn">The day on which the turn begins that is taken in return; null for none.</param>
/// <param name="State">How it was answered.</param>
/// <param name="At">When it was asked, or answered.</param>
public sealed record DutySwap(
    Guid Id,
    Guid Line,
    LocalDate Slot,
    PersonId From,
    PersonId To,
    LocalDate? InReturn,
    SwapState State,
    Instant At
);

/// <summary>One turn of duty.</summary>
/// <param name="Line">Of which rota.</param>
/// <param name="Slot">The day on which it begins.</param>
/// <param name="Person">Who has it; null where whoever has it is away and nobody covers for them.</param>
/// <param name="Whose">Whose turn it is by the rota.</param>
/// <param name="From">When it begins.</param>
/// <param name="Until">When it ends.</param>
/// <param name="Reason">Why it is somebody else than the rota says; empty where it is not.</param>
public sealed record Duty(
    RotaLine Line,
    LocalDate Slot,
    PersonId? Person,
    PersonId Whose,
    Instant From,
    Instant Until,
    string Reason
);

/// <summary>Somebody's absence, as far as duty depends on it.</summary>
/// <param name="Person">Who is away.</param>
/// <param name="First">First day.</param>
/// <param name="Last">Last day.</param>
/// <param name="Cover">Who covers for them; null for nobody.</param>
public readonly record struct Absence(PersonId Person, LocalDate First, LocalDate Last, PersonId? Cover);

/// <summary>Who is on duty when.</summary>
public static class Rota
{
    /// <summary>Most people of one rota.</summary>
    public const int MostTurns = 60;

    /// <summary>Most rotas of one crew.</summary>
    public const int MostLines = 12;

    /// <summary>What is wrong with a rota; null when it can be kept.</summary>
    /// <param name="line">The rota as it is to be.</param>
    /// <param name="members">The crew's people.</param>
    public static (string Part, string Words)? Wrong(RotaLine line, IReadOnlyCollection<PersonId> members)
    {
        ArgumentNullException.ThrowIfNull(line);
        ArgumentNullException.ThrowIfNull(members);
        return line.Name.Trim().Length == 0 ? ("name", Texts.GiveRotaName)
            : line.Turns.IsEmpty ? ("turns", Texts.RotaNeedsSomebody)
            : line.Turns.Any(t => !members.Contains(t)) ? ("turns", Texts.TurnsAreOfCrew)
            : line.Span is DutySpan.Weekends && line.StartDay == line.EndDay && line.Starts == line.Ends
                ? ("ends", Texts.DutyEndsAfterStart)
            : line.Span is DutySpan.Nights && line.Starts == line.Ends ? ("ends", Texts.DutyEndsAfterStart)
            : null;
    }

    /// <summary>The turns that touch a time, the first to begin first.</summary>
    /// <param name="line">The rota.</param>
    /// <param name="swaps">Swaps of it; those that were not agreed to change nothing.</param>
    /// <param name="absences">Who is away when.</param>
    /// <param name="from">Beginning of the time.</param>
    /// <param name="until">End of the time.</param>
    /// <param name="zone">The firm's zone.</param>
    /// <param name="nameOf">First name of a person.</param>
    public static IEnumerable<Duty> Between(
        RotaLine line,
        IEnumerable<DutySwap> swaps,
        IReadOnlyCollection<Absence> absences,
        Instant from,
        Instant until,
        DateTimeZone zone,
        Func<PersonId, string> nameOf
    )
    {
        ArgumentNullException.ThrowIfNull(line);
        ArgumentNullException.ThrowIfNull(swaps);
        ArgumentNullException.ThrowIfNull(zone);
        if (line.Turns.IsEmpty)
            yield break;
        var agreed = swaps.Where(s => s.Line == line.Id && s.State is SwapState.Agreed).ToList();
        var (day, last) = (from.InZone(zone).Date.PlusDays(-8), until.InZone(zone).Date);
        for (; day <= last; day = day.PlusDays(1))
        {
            if (line.Span is not DutySpan.Nights && day.DayOfWeek != line.StartDay)
                continue;
            var (begins, ends) = Times(line, day, zone);
            if (ends > from && begins < until)
                yield return Of(line, day, begins, ends, agreed, absences, zone, nameOf);
        }
    }

    /// <summary>The turns of several rotas that are under way at a moment; the one of the shortest span first.</summary>
    public static ImmutableArray<Duty> At(
        IEnumerable<RotaLine> lines,
        IReadOnlyCollection<DutySwap> swaps,
        IReadOnlyCollection<Absence> absences,
        Instant now,
        DateTimeZone zone,
        Func<PersonId, string> nameOf
    )
    {
        ArgumentNullException.ThrowIfNull(lines);
        return
        [
            .. lines
                .SelectMany(l => Between(l, swaps, absences, now, now + Duration.Epsilon, zone, nameOf))
                .OrderBy(d => d.Until - d.From)
                .ThenBy(d => d.Line.Name, StringComparer.Ordinal),
        ];
    }

    /// <summary>Why a swap cannot be asked for; null when it can.</summary>
    /// <param name="swap">The swap.</param>
    /// <param name="line">Its rota.</param>
    /// <param name="slot">Whose the turn is; null for no such turn ahead.</param>
    /// <param name="inReturn">Whose the turn in return is; null for no such turn ahead.</param>
    public static string? Refuses(DutySwap swap, RotaLine line, Duty? slot, Duty? inReturn)
    {
        ArgumentNullException.ThrowIfNull(swap);
        ArgumentNullException.ThrowIfNull(line);
        return slot is null ? Texts.NoSuchTurn
            : slot.Person != swap.From ? Texts.TurnIsNotYours
            : swap.To == swap.From ? Texts.AskSomebodyElse
            : !line.Turns.Contains(swap.To) ? Texts.AskedIsNotInRota
            : swap.InReturn is null ? null
            : inReturn is null ? Texts.NoSuchTurn
            : inReturn.Person != swap.To ? Texts.TurnIsNotTheirs
            : null;
    }

    private static (Instant Begins, Instant Ends) Times(RotaLine line, LocalDate day, DateTimeZone zone)
    {
        var begins = zone.AtLeniently(day + line.Starts).ToInstant();
        var last = line.Span switch
        {
            DutySpan.Weeks => day.PlusWeeks(1),
            DutySpan.Nights => line.Ends > line.Starts ? day : day.PlusDays(1),
            _ => line.EndDay == line.StartDay && line.Ends > line.Starts ? day : day.Next(line.EndDay),
        };
        return (begins, zone.AtLeniently(last + (line.Span is DutySpan.Weeks ? line.Starts : line.Ends)).ToInstant());
    }

    /// <summary>Whose turn it is by the rota alone: the weeks since the first, counted from the day on which weeks begin.</summary>
    private static PersonId Whose(RotaLine line, LocalDate slot)
    {
        var weeks = (int)Math.Floor(Period.DaysBetween(Begin(line, line.First), slot) / 7.0);
        var at = weeks % line.Turns.Length;
        return line.Turns[at < 0 ? at + line.Turns.Length : at];
    }

    private static LocalDate Begin(RotaLine line, LocalDate day) =>
        day.DayOfWeek == line.StartDay ? day : day.Previous(line.StartDay);

    private static Duty Of(
        RotaLine line,
        LocalDate slot,
        Instant begins,
        Instant ends,
        List<DutySwap> agreed,
        IReadOnlyCollection<Absence> absences,
        DateTimeZone zone,
        Func<PersonId, string> nameOf
    )
    {
        var whose = Whose(line, slot);
        var (person, reason) = ((PersonId?)whose, "");
        // The newest agreement counts; each names the two that are changed.
        foreach (var swap in agreed.OrderBy(s => s.At))
            if (swap.Slot == slot && person == swap.From)
                (person, reason) = (swap.To, Texts.SwappedWith(nameOf(swap.From)));
            else if (swap.InReturn == slot && person == swap.To)
                (person, reason) = (swap.From, Texts.SwappedWith(nameOf(swap.To)));
        // Who is away on a day of it is covered for, and whoever covers may be away as well.
        var (first, last) = (begins.InZone(zone).Date, (ends - Duration.Epsilon).InZone(zone).Date);
        for (var step = 0; step < 5 && person is { } on; step++)
        {
            var away = absences.FirstOrDefault(a => a.Person == on && a.First <= last && a.Last >= first);
            if (away.Person != on)
                break;
            (person, reason) = away.Cover is { } cover
                ? (cover, Texts.CoversFor(nameOf(on)))
                : ((PersonId?)null, Texts.AwayUncovered(nameOf(on)));
        }

        return new(line, slot, person, whose, begins, ends, reason);
    }
}
