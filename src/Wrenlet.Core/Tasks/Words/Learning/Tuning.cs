namespace Wrenlet.Core.Tasks.Words.Learning;

/// <summary>
/// What a firm's own messages change of the weights that ship: small moves within bounds, so that a lesson that is wrong, or
/// holds for one message only, spoils nothing of what was read well before.
/// </summary>
/// <remarks>
/// The steps go on where the shipped weights' ended: each feature's rate is what its steps before have left of it, so that what
/// was met often hardly moves (AdaGrad: Duchi, Hazan and Singer, 2011), and after each round the weights are drawn back into a
/// ball around those that ship.
/// </remarks>
internal static class Tuning
{
    private const int Rounds = 8;
    private const double Rate = 0.1;

    /// <summary>Furthest that one weight goes.</summary>
    private const double FurthestOne = 0.3;

    /// <summary>Furthest that all of them go together, as the length of the way.</summary>
    private const double Furthest = 0.55;

    /// <summary>The weights after the lessons; those given where there are none.</summary>
    /// <param name="from">Those that ship.</param>
    /// <param name="lessons">What the firm's messages ask for.</param>
    public static Weights Tuned(Weights from, IReadOnlyList<LabelledMessage> lessons)
    {
        if (lessons.Count == 0)
            return from;
        var examples = Example.Of(lessons);
        var clauses = new Learner.Table(from, Rate);
        foreach (var example in examples)
            example.Number(clauses);
        Round(examples, clauses, example => example.Step(clauses));
        var belongings = new Learner.Table(from, Rate);
        var pairs = examples.SelectMany(e => e.Belongings(clauses)).ToList();
        foreach (var pair in pairs)
            pair.Number(belongings);
        Round(pairs, belongings, pair => pair.Step(belongings));
        return from.With(clauses.Worth().Concat(belongings.Worth()));
    }

    private static void Round<T>(List<T> items, Learner.Table table, Action<T> step)
    {
        table.Close(1);
        for (var round = 0; round < Rounds; round++)
        {
            foreach (var item in items)
                step(item);
            table.Bound(FurthestOne, Furthest);
        }
    }
}
