namespace Wrenlet.Core.Tasks.Words.Learning;

/// <summary>Learns what each feature is worth from labelled messages.</summary>
/// <remarks>
/// Two log-linear models that share one table: which candidates ask for work (a conditional random field whose cuts are not
/// labelled: all sets of candidates that come to the wanted titles count as right, Quattoni and others, 2007), and which times
/// and names belong to them (logistic regression). Both by stochastic gradients with a rate of its own for each feature
/// (AdaGrad: Duchi, Hazan and Singer, 2011) and quadratic shrinking; seeded, so that the same messages give the same weights.
/// </remarks>
public static class Learner
{
    private const int Rounds = 16;
    private const double Rate = 0.25;

    /// <summary>How much each step draws a weight towards nothing, as a share of it.</summary>
    private const double Shrinking = 0.0015;

    /// <summary>How much each round takes off every weight: what is worth no more than that is worth nothing (Tibshirani, 1996).</summary>
    private const double Paring = 0.06;

    /// <summary>What fewer messages have teaches nothing about others.</summary>
    private const int SeenAtLeast = 2;

    /// <summary>The weights that labelled messages teach, as they are written in a file: a feature and its worth a line.</summary>
    /// <param name="messages">What to learn from.</param>
    public static string Learn(IReadOnlyList<LabelledMessage> messages) => LearnWeights(messages).Written();

    internal static Weights LearnWeights(IReadOnlyList<LabelledMessage> messages)
    {
        var examples = Example.Of(messages);
        var table = new Table();
        foreach (var example in examples)
            example.Number(table);
        table.Close(SeenAtLeast);
        Rounded(examples, table, example => example.Step(table));
        var belongings = new Table();
        var pairs = examples.SelectMany(e => e.Belongings(table)).ToList();
        foreach (var pair in pairs)
            pair.Number(belongings);
        belongings.Close(SeenAtLeast);
        Rounded(pairs, belongings, pair => pair.Step(belongings));
        return new(table.Worth().Concat(belongings.Worth()));
    }

    private static void Rounded<T>(List<T> items, Table table, Action<T> step)
    {
        var random = new Random(19);
        for (var round = 0; round < Rounds; round++)
        {
            random.Shuffle(System.Runtime.InteropServices.CollectionsMarshal.AsSpan(items));
            foreach (var item in items)
                step(item);
            table.EndRound(round >= Rounds / 2);
        }
    }

    /// <summary>The worth of features while it is being learned.</summary>
    /// <param name="start">What weights are moved from; null for nothing.</param>
    /// <param name="rate">How far a step goes.</param>
    internal sealed class Table(Weights? start = null, double rate = Rate)
    {
        private readonly Dictionary<Feature, int> _numbers = [];
        private readonly List<int> _seen = [];
        private double[] _worth = [];
        private double[] _from = [];
        private double[] _steepness = [];
        private double[] _sum = [];
        private int _averaged;

        public int Number(Feature feature)
        {
            if (!_numbers.TryGetValue(feature, out var number))
            {
                _numbers[feature] = number = _seen.Count;
                _seen.Add(0);
            }

            return number;
        }

        /// <summary>Counts that a message has a feature.</summary>
        public void See(int number) => _seen[number]++;

        public void Close(int seenAtLeast)
        {
            (_worth, _steepness, _sum) = (new double[_seen.Count], new double[_seen.Count], new double[_seen.Count]);
            for (var i = 0; i < _seen.Count; i++)
                _steepness[i] = _seen[i] < seenAtLeast ? double.PositiveInfinity : 0.1;
            _from = new double[_seen.Count];
            foreach (var (feature, worth) in Weights.Fixed)
                if (_numbers.TryGetValue(feature, out var number))
                    (_worth[number], _steepness[number]) = (worth, double.PositiveInfinity);
            if (start is null)
                return;
            foreach (var (feature, number) in _numbers)
            {
                _worth[number] = _from[number] = start.Of(feature);
                _steepness[number] += start.SureOf(feature);
            }
        }

        public double Score(int[] features)
        {
            var sum = 0.0;
            foreach (var i in features)
                sum += _worth[i];
            return sum;
        }

        public void Move(int feature, double by)
        {
            if (double.IsInfinity(_steepness[feature]))
                return;
            var slope = by - (Shrinking * (_worth[feature] - _from[feature]));
            _steepness[feature] += slope * slope;
            _worth[feature] += rate * slope / Math.Sqrt(_steepness[feature]);
        }

        /// <summary>Adds up the weights of the later rounds: their mean is what was learned.</summary>
        public void EndRound(bool counts)
        {
            for (var i = 0; i < _worth.Length; i++)
                if (!double.IsInfinity(_steepness[i]))
                    _worth[i] = Math.Sign(_worth[i]) * Math.Max(0, Math.Abs(_worth[i]) - Paring);
            if (!counts)
                return;
            _averaged++;
            for (var i = 0; i < _worth.Length; i++)
                _sum[i] += _worth[i];
        }

        /// <summary>Draws the weights back so far that none has moved further than allowed, nor all of them together.</summary>
        /// <param name="one">Furthest that one goes.</param>
        /// <param name="all">Furthest that all go, as the length of the way between the old weights and the new.</param>
        public void Bound(double one, double all)
        {
            var squares = 0.0;
            for (var i = 0; i < _worth.Length; i++)
            {
                var way = Math.Clamp(_worth[i] - _from[i], -one, one);
                _worth[i] = _from[i] + way;
                squares += way * way;
            }

            if (squares <= all * all)
                return;
            var share = all / Math.Sqrt(squares);
            for (var i = 0; i < _worth.Length; i++)
                _worth[i] = _from[i] + (share * (_worth[i] - _from[i]));
        }

        /// <summary>What each feature is worth, and how steep it was: what was met often is not easily moved again.</summary>
        public IEnumerable<Weights.Learned> Worth()
        {
            foreach (var (feature, number) in _numbers)
                if (!double.IsInfinity(_steepness[number]))
                    yield return new(
                        feature,
                        _averaged == 0 ? _worth[number] : _sum[number] / _averaged,
                        _steepness[number]
                    );
        }
    }
}
