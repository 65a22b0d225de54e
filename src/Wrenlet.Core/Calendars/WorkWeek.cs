using System.Collections.Immutable;
using NodaTime;

namespace Wrenlet.Core.Calendars;

/// <summary>The regular working hours of each weekday.</summary>
public sealed class WorkWeek
{
    private readonly ImmutableArray<Shift>[] _days = new ImmutableArray<Shift>[8];

    /// <summary>Builds a week from the shifts of each day; a day that is not named is free.</summary>
    /// <exception cref="ArgumentException">A shift is empty, or two shifts of a day overlap.</exception>
    public WorkWeek(IEnumerable<KeyValuePair<IsoDayOfWeek, Shift>> shifts)
    {
        Array.Fill(_days, []);
        foreach (var day in shifts.GroupBy(s => s.Key, s => s.Value))
        {
            var ordered = day.OrderBy(s => s.Start).ToImmutableArray();
            for (var i = 0; i < ordered.Length; i++)
            {
                if (!ordered[i].IsValid)
                    throw new ArgumentException(
                        $"A shift on {day.Key} ends before it starts: {ordered[i].Start} to {ordered[i].End}.",
                        nameof(shifts)
                    );
                if (i > 0 && (ordered[i - 1].EndsAtMidnight || ordered[i].Start < ordered[i - 1].End))
                    throw new ArgumentException(
                        $"Two shifts on {day.Key} overlap at {ordered[i].Start}.",
                        nameof(shifts)
                    );
            }

            _days[(int)day.Key] = ordered;
        }
    }

    /// <summary>The shifts of a weekday in order; empty for a free day.</summary>
    public ImmutableArray<Shift> this[IsoDayOfWeek day] => _days[(int)day];

    /// <summary>Whether any weekday has working hours.</summary>
    public bool HasWork => _days.Any(d => !d.IsEmpty);

    /// <summary>The same shifts on each day from <paramref name="first"/> to <paramref name="last"/>.</summary>
    public static WorkWeek Days(IsoDayOfWeek first, IsoDayOfWeek last, params Shift[] shifts) =>
        new(
            from day in Enumerable.Range((int)first, (int)last - (int)first + 1)
            from shift in shifts
            select KeyValuePair.Create((IsoDayOfWeek)day, shift)
        );
}
