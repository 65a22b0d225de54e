using System.Collections.Immutable;
using NodaTime;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>A wait that is over.</summary>
/// <param name="For">Whom or what it was waited for, by any name that stays the same; null where that is not known.</param>
/// <param name="Said">How long it was to take, as was said first; null where nobody said.</param>
/// <param name="Took">How long it took.</param>
public sealed record Waited(string? For, Duration? Said, Duration Took);

/// <summary>How much longer a wait is expected to last.</summary>
/// <param name="Left">Half of the time it takes no longer.</param>
/// <param name="Width">How widely it is spread, as in <see cref="Spread"/>.</param>
/// <param name="Like">How many it goes by; 0 where too few are known.</param>
public readonly record struct ExpectedWait(Duration Left, double Width, int Like);

/// <summary>
/// What waits took that are over, to expect from it how much longer one lasts. Only those speak for it that lasted longer than
/// it has by now: what has not come yet was not among those that came soon.
/// </summary>
public sealed class Patience
{
    /// <summary>From so many on, those that are like it speak for it.</summary>
    public const int Enough = 5;

    private static readonly Duration UsualAnswer = Duration.FromDays(2);
    private static readonly Duration Overdue = Duration.FromDays(1);
    private static readonly Duration Least = Duration.FromMinutes(15);
    private const double WidthOfSaid = 0.35;
    private const double WidthOfUnknown = 0.6;

    private readonly ImmutableArray<Waited> _all;
    private readonly ILookup<string, Waited> _by;

    /// <summary>Learns from waits that are over.</summary>
    public Patience(IEnumerable<Waited> waited)
    {
        _all = [.. waited.Where(w => w.Took > Duration.Zero)];
        _by = _all.Where(w => w.For is not null).ToLookup(w => Folding.Of(w.For!));
    }

    /// <summary>Nothing was ever waited for.</summary>
    public static Patience None { get; } = new([]);

    /// <summary>What is counted until the day that it is wanted by.</summary>
    /// <param name="left">How long it is until then; above none.</param>
    public static ExpectedWait Until(Duration left) => new(left, WidthOfUnknown, 0);

    /// <summary>How much longer somebody or something is waited for.</summary>
    /// <param name="from">Whom or what, as in <see cref="Waited.For"/>; null where that is not known.</param>
    /// <param name="said">How long it was to take in all, as was said last; null where nobody said.</param>
    /// <param name="waited">How long it has been waited for by now.</param>
    public ExpectedWait Of(string? from, Duration? said, Duration waited)
    {
        var own = from is null ? [] : LeftOf(_by[Folding.Of(from)], said, waited);
        // What is said by when is kept by all of them alike, or not; how fast one answers differs from one to the other.
        var like = own.Count >= Enough || said is null ? own : LeftOf(_all, said, waited);
        if (like.Count >= Enough)
        {
            var spread = Spread.Of(like);
            return new(Duration.Max(Least, Duration.FromMinutes(Math.Round(spread.Middle))), spread.Width, like.Count);
        }

        var usual = said ?? UsualAnswer;
        return usual > waited
            ? new(usual - waited, said is null ? WidthOfUnknown : WidthOfSaid, 0)
            : new(Overdue, WidthOfUnknown, 0);
    }

    /// <summary>How many minutes were left of those that had lasted as long, stretched to the length that was said.</summary>
    private static List<double> LeftOf(IEnumerable<Waited> some, Duration? said, Duration waited) =>
        [
            .. some.Where(w => said is null || w.Said > Duration.Zero)
                .Select(w => said is { } whole ? whole * (w.Took / w.Said!.Value) : w.Took)
                .Where(took => took > waited)
                .Select(took => (took - waited).TotalMinutes),
        ];
}
