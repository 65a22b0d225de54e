namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>
/// How long something takes beside what was estimated: half the time at most <paramref name="Middle"/> times as long, and as
/// widely spread about that as <paramref name="Width"/> says, evenly in ratios (log-normal).
/// </summary>
/// <param name="Middle">What half of them keep, as a multiple of the estimate; above 0.</param>
/// <param name="Width">Standard deviation of the natural logarithm of the ratio; 0 for what is certain.</param>
public readonly record struct Spread(double Middle, double Width)
{
    private const double LeastWidth = 0.1;
    private const double LeastRatio = 1e-3;
    private const double NormalOfMad = 1.4826;

    /// <summary>Nothing is uncertain.</summary>
    public static Spread Certain => new(1, 0);

    /// <summary>What some came to: their median, and how far they lie from it (MAD), which one strange one does not move.</summary>
    /// <param name="ratios">At least one.</param>
    public static Spread Of(IReadOnlyCollection<double> ratios)
    {
        var logs = ratios.Select(r => Math.Log(Math.Max(r, LeastRatio))).Order().ToList();
        var middle = Median(logs);
        var off = logs.Select(l => Math.Abs(l - middle)).Order().ToList();
        return new(Math.Exp(middle), Math.Max(LeastWidth, Median(off) * NormalOfMad));
    }

    private static double Median(List<double> sorted) =>
        (sorted[(sorted.Count - 1) / 2] + sorted[sorted.Count / 2]) / 2;

    /// <summary>
    /// The ratio that so many in a hundred keep.
    /// </summary>
    /// <param name="share">Above 0 and below 1.</param>
    public double At(double share) => Middle * Math.Exp(Width * Normal.Quantile(share));
}

/// <summary>What goes wrong beside the tasks themselves.</summary>
/// <param name="Together">Standard deviation of what makes all tasks of one docket longer or shorter together, in natural
/// logarithms.</param>
/// <param name="Pace">The same for all tasks of one person.</param>
/// <param name="NewWork">Share of their working time that goes, on average, into work that nobody knows of yet; from 0, below
/// 1.</param>
/// <param name="Absences">How often somebody is suddenly away, for each of their working days.</param>
/// <param name="AbsentFor">How long they then are, on average, in minutes of working time.</param>
public readonly record struct Unrest(double Together, double Pace, double NewWork, double Absences, double AbsentFor)
{
    /// <summary>Nothing ever comes between.</summary>
    public static Unrest None => default;

    /// <summary>What is usual where nobody has counted.</summary>
    public static Unrest Usual => new(0.15, 0.1, 0.12, 0.01, 480);
}

/// <summary>The standard normal distribution.</summary>
internal static class Normal
{
    private const int Steps = 4096;
    private static readonly double[] Quantiles =
    [
        .. Enumerable.Range(0, Steps).Select(i => Quantile((i + 0.5) / Steps)),
    ];

    /// <summary>A value for the upper bits of a random number, as fine as 4,096 steps.</summary>
    public static double From(ulong random) => Quantiles[random >> 52];

    /// <summary>
    /// The value that a share of all are below, to nine digits (Acklam's rational approximation, 2003).
    /// </summary>
    public static double Quantile(double share)
    {
        ReadOnlySpan<double> a =
        [
            -3.969683028665376e+01,
            2.209460984245205e+02,
            -2.759285104469687e+02,
            1.383577518672690e+02,
            -3.066479806614716e+01,
            2.506628277459239e+00,
        ];
        ReadOnlySpan<double> b =
        [
            -5.447609879822406e+01,
            1.615858368580409e+02,
            -1.556989798598866e+02,
            6.680131188771972e+01,
            -1.328068155288572e+01,
        ];
        ReadOnlySpan<double> c =
        [
            -7.784894002430293e-03,
            -3.223964580411365e-01,
            -2.400758277161838e+00,
            -2.549732539343734e+00,
            4.374664141464968e+00,
            2.938163982698783e+00,
        ];
        ReadOnlySpan<double> d =
        [
            7.784695709041462e-03,
            3.224671290700398e-01,
            2.445134137142996e+00,
            3.754408661907416e+00,
        ];
        const double Low = 0.02425;
        if (share is <= 0 or >= 1)
            throw new ArgumentOutOfRangeException(nameof(share), share, "A share lies between 0 and 1.");
        if (share > 1 - Low)
            return -Quantile(1 - share);
        if (share < Low)
        {
            var q = Math.Sqrt(-2 * Math.Log(share));
            return (((((((((c[0] * q) + c[1]) * q) + c[2]) * q) + c[3]) * q) + c[4]) * q + c[5])
                / ((((((((d[0] * q) + d[1]) * q) + d[2]) * q) + d[3]) * q) + 1);
        }

        var m = share - 0.5;
        var r = m * m;
        return (((((((((a[0] * r) + a[1]) * r) + a[2]) * r) + a[3]) * r) + a[4]) * r + a[5])
            * m
            / ((((((((((b[0] * r) + b[1]) * r) + b[2]) * r) + b[3]) * r) + b[4]) * r) + 1);
    }
}
