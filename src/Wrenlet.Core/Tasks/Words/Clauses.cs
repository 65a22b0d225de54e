namespace Wrenlet.Core.Tasks.Words;

/// <summary>A candidate that was taken to ask for work.</summary>
/// <param name="Candidate">The words.</param>
/// <param name="Certainty">How sure it is that work begins there, from 0 to 1.</param>
/// <param name="Others">Where else it might end, the likelier first.</param>
internal sealed record Clause(Candidate Candidate, double Certainty, IReadOnlyList<Candidate> Others);

/// <summary>
/// Decides which candidates of a message ask for work: those that stand apart from one another and whose features weigh most
/// together, by dynamic programming over all of the message.
/// </summary>
/// <remarks>
/// A semi-Markov conditional random field (Sarawagi and Cohen, 2004) with two labels: each set of candidates that do not
/// overlap has the sum of their scores, and what lies between them has none.
/// </remarks>
internal sealed class Clauses
{
    /// <summary>From what share on another end is worth being offered.</summary>
    private const double LeastOther = 0.12;
    private const int MostOthers = 2;

    /// <summary>By so much surer it has to be where it takes several ways to read the words to come to it.</summary>
    private const double Together = 0.05;

    private readonly int _count;
    private readonly List<Candidate> _candidates;
    private readonly double[] _scores;
    private readonly List<int>[] _byEnd;

    public Clauses(MessageWords words, List<Candidate> candidates, double[] scores)
    {
        (_count, _candidates, _scores) = (words.Count, candidates, scores);
        _byEnd = new List<int>[_count + 1];
        for (var i = 0; i < candidates.Count; i++)
            (_byEnd[candidates[i].End] ??= []).Add(i);
    }

    /// <summary>The candidates of a message with what each weighs.</summary>
    public static Clauses Of(MessageWords words, bool byStaff, Weights weights)
    {
        var candidates = Candidates.Of(words, byStaff);
        var features = new ClauseFeatures(words, byStaff);
        var scores = new double[candidates.Count];
        var buffer = new List<Feature>(64);
        var beginning = 0.0;
        for (var i = 0; i < candidates.Count; i++)
        {
            if (i == 0 || !candidates[i].BeginsAs(candidates[i - 1]))
            {
                buffer.Clear();
                features.OfBeginning(candidates[i], buffer);
                beginning = weights.Sum(buffer);
            }

            buffer.Clear();
            features.OfEnd(candidates[i], buffer);
            scores[i] = beginning + weights.Sum(buffer);
        }

        return new(words, candidates, scores);
    }

    /// <summary>How sure each candidate is by itself, from 0 to 1, in the order of the candidates.</summary>
    public double[] Certainties()
    {
        var (ahead, behind) = Sums();
        return
        [
            .. _candidates.Select(
                (c, i) => Math.Min(1, Math.Exp(ahead[c.From] + _scores[i] + behind[c.End] - ahead[_count]))
            ),
        ];
    }

    public IReadOnlyList<Candidate> All => _candidates;

    public IReadOnlyList<double> Scores => _scores;

    /// <summary>The likeliest set of candidates, in the order of the text, those included that are less sure than wanted.</summary>
    /// <param name="least">Least certainty, from 0 to 1.</param>
    public IReadOnlyList<Clause> Best(double least)
    {
        var sure = Certainties();

        // Where it ends hardly matters for whether it is work: candidates that begin the same vote together.
        var begins = new double[_count + 1];
        for (var i = 0; i < _candidates.Count; i++)
            begins[_candidates[i].Content] += sure[i];
        var found = Likeliest(
            i => begins[_candidates[i].Content] >= least,
            i => begins[_candidates[i].Content] + sure[i]
        );

        // "Ada, could you mind the shop": whether "mind" is what is asked or part of how it is asked hardly matters either.
        // At most one of the candidates that hold a word is right, so what they come to is how sure it is that one of them is.
        var apart = Apart(found);
        var held = new double[_count];
        for (var i = 0; i < _candidates.Count; i++)
        for (var k = _candidates[i].From; apart[i] && k < _candidates[i].End; k++)
            held[k] += sure[i];
        found.AddRange(
            Likeliest(
                i => apart[i] && held[_candidates[i].Content] >= least + Together,
                i => begins[_candidates[i].Content] + sure[i]
            )
        );
        return
        [
            .. found
                .OrderBy(i => _candidates[i].From)
                .Select(i =>
                {
                    var c = _candidates[i];
                    var together = begins[c.Content];
                    return new Clause(c, Math.Min(1, apart[i] ? held[c.Content] : together), Others(i, sure, together));
                }),
        ];
    }

    /// <summary>Of those that may be taken, the ones that stand apart from one another and gain most together.</summary>
    private List<int> Likeliest(Func<int, bool> may, Func<int, double> gains)
    {
        var best = new double[_count + 1];
        var taken = new int[_count + 1];
        for (var end = 1; end <= _count; end++)
        {
            (best[end], taken[end]) = (best[end - 1], -1);
            foreach (var i in _byEnd[end] ?? [])
                if (may(i) && best[_candidates[i].From] + gains(i) is var gain && gain > best[end])
                    (best[end], taken[end]) = (gain, i);
        }

        var found = new List<int>();
        for (var end = _count; end > 0; )
            if (taken[end] < 0)
                end--;
            else
            {
                found.Add(taken[end]);
                end = _candidates[taken[end]].From;
            }

        return found;
    }

    /// <summary>Which candidates have no word that one of those found has.</summary>
    private bool[] Apart(List<int> found)
    {
        var free = new bool[_count + 1];
        Array.Fill(free, true);
        foreach (var i in found)
            Array.Fill(free, false, _candidates[i].From, _candidates[i].End - _candidates[i].From);
        var until = new int[_count + 1];
        until[_count] = _count;
        for (var k = _count - 1; k >= 0; k--)
            until[k] = free[k] ? until[k + 1] : k;
        return [.. _candidates.Select(c => until[c.From] >= c.End)];
    }

    /// <summary>The candidates that begin as one does and are nearly as likely.</summary>
    private List<Candidate> Others(int chosen, double[] sure, double together) =>
        [
            .. Enumerable
                .Range(0, _candidates.Count)
                .Where(i =>
                    i != chosen
                    && _candidates[i].Content == _candidates[chosen].Content
                    && sure[i] >= LeastOther * together
                )
                .OrderByDescending(i => sure[i])
                .Take(MostOthers)
                .Select(i => _candidates[i]),
        ];

    /// <summary>
    /// The logarithms of the sums over all sets of what stands ahead of each token, and behind it.
    /// </summary>
    private (double[] Ahead, double[] Behind) Sums()
    {
        var ahead = new double[_count + 1];
        for (var end = 1; end <= _count; end++)
        {
            ahead[end] = ahead[end - 1];
            foreach (var i in _byEnd[end] ?? [])
                ahead[end] = Add(ahead[end], ahead[_candidates[i].From] + _scores[i]);
        }

        var behind = new double[_count + 1];
        var byStart = new List<int>[_count + 1];
        for (var i = 0; i < _candidates.Count; i++)
            (byStart[_candidates[i].From] ??= []).Add(i);
        for (var start = _count - 1; start >= 0; start--)
        {
            behind[start] = behind[start + 1];
            foreach (var i in byStart[start] ?? [])
                behind[start] = Add(behind[start], behind[_candidates[i].End] + _scores[i]);
        }

        return (ahead, behind);
    }

    /// <summary>The logarithm of the sum of what two logarithms stand for.</summary>
    internal static double Add(double a, double b)
    {
        if (double.IsNegativeInfinity(a))
            return b;
        if (double.IsNegativeInfinity(b))
            return a;
        var (more, less) = a > b ? (a, b) : (b, a);
        return more + Math.Log(1 + Math.Exp(less - more));
    }
}
