namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>
/// The time that somebody can work, in minutes in a row: what is closed (nights, weekends, leave, meetings) does not count on it.
/// Moments are minutes from a common base; both ways of looking up take constant time.
/// </summary>
/// <remarks>Safe for use by several threads. The last time that is given counts as open without an end.</remarks>
public sealed class WorkAxis
{
    /// <summary>Later than any moment that is asked for.</summary>
    public const int Endless = int.MaxValue / 4;

    private const int MomentsEach = 720;
    private const int WorkEach = 240;

    private readonly int[] _from;
    private readonly int[] _until;
    private readonly int[] _before;
    private readonly int[] _atMoment;
    private readonly int[] _atWork;

    /// <summary>Lays the open times out.</summary>
    /// <param name="open">Minutes from the base on, not below 0; in any order, may overlap and be empty.</param>
    public WorkAxis(IEnumerable<(int From, int Until)> open)
    {
        ArgumentNullException.ThrowIfNull(open);
        var (from, until) = (new List<int>(), new List<int>());
        foreach (var (first, last) in open.Where(o => o.Until > o.From).OrderBy(o => o.From))
        {
            if (until.Count > 0 && first <= until[^1])
            {
                until[^1] = Math.Max(until[^1], last);
                continue;
            }

            from.Add(first);
            until.Add(last);
        }

        if (until.Count == 0)
        {
            from.Add(0);
            until.Add(0);
        }

        until[^1] = Endless;
        (_from, _until) = ([.. from], [.. until]);
        _before = new int[_from.Length];
        for (var i = 1; i < _from.Length; i++)
            _before[i] = _before[i - 1] + _until[i - 1] - _from[i - 1];
        _atMoment = Table(_from, MomentsEach);
        _atWork = Table(_before, WorkEach);
    }

    /// <summary>Somebody who is always at work.</summary>
    public static WorkAxis Always { get; } = new([(0, Endless)]);

    /// <summary>Minutes that can be worked before a moment.</summary>
    public int Until(int moment)
    {
        var i = Find(_from, _atMoment, MomentsEach, moment);
        return i < 0 ? 0 : _before[i] + Math.Min(moment, _until[i]) - _from[i];
    }

    /// <summary>The moment at which work begins before which so many minutes can be worked.</summary>
    /// <param name="work">Minutes on this axis, not below 0.</param>
    public int Begins(int work)
    {
        var i = Math.Max(0, Find(_before, _atWork, WorkEach, work));
        return _from[i] + work - _before[i];
    }

    /// <summary>The moment by which so many minutes can have been worked.</summary>
    /// <param name="work">Minutes on this axis; none is the first moment of all.</param>
    public int Ends(int work)
    {
        // At the seam of two open times this is the end of the first.
        var i = Math.Max(0, Find(_before, _atWork, WorkEach, work - 1));
        return _from[i] + work - _before[i];
    }

    /// <summary>For every so many units, the last entry that begins by then; as far as there are short ones.</summary>
    private static int[] Table(int[] sorted, int each)
    {
        var table = new int[(sorted[^1] / each) + 2];
        for (int slot = 0, i = 0; slot < table.Length; slot++)
        {
            while (i < sorted.Length - 1 && sorted[i + 1] <= slot * each)
                i++;
            table[slot] = i;
        }

        return table;
    }

    /// <summary>The last entry that is not above a value; -1 where even the first is.</summary>
    private static int Find(int[] sorted, int[] table, int each, int value)
    {
        if (value < sorted[0])
            return -1;
        var i = table[Math.Min(value / each, table.Length - 1)];
        while (i < sorted.Length - 1 && sorted[i + 1] <= value)
            i++;
        return i;
    }
}
