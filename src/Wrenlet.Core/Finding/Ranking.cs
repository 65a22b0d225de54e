using NodaTime;

namespace Wrenlet.Core.Finding;

/// <summary>How near something is to whoever looks for it.</summary>
public enum Closeness
{
    /// <summary>They see it, and no more.</summary>
    Seen,

    /// <summary>They have read there lately.</summary>
    ReadThere,

    /// <summary>They own the place, wrote it or are named in it.</summary>
    Own,
}

/// <summary>Orders what was found.</summary>
public static class Ranking
{
    private const double HalfLifeDays = 30;

    /// <summary>How high something stands: how well its words fit, halved in weight for each month of age down to a third, and raised when it is near.</summary>
    /// <param name="fit">How well its words fit, 0 and up (BM25, Robertson and Zaragoza 2009, with its sign turned).</param>
    /// <param name="age">How old it is; negative counts as new.</param>
    /// <param name="closeness">How near it is.</param>
    public static double Score(double fit, Duration age, Closeness closeness)
    {
        var recency = Math.Pow(0.5, Math.Max(0, age.TotalDays) / HalfLifeDays);
        var near = closeness switch { Closeness.Own => 1.6, Closeness.ReadThere => 1.25, _ => 1.0 };
        return (0.2 + Math.Max(0, fit)) * (1.0 / 3 + 2.0 / 3 * recency) * near;
    }
}
