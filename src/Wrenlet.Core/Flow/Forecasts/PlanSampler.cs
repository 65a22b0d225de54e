using System.Collections.Immutable;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>What chance does to a job.</summary>
/// <param name="Spread">How long it takes beside its work.</param>
/// <param name="Key">Its identity: chance goes by it, so that the same job has the same luck whatever becomes of others.</param>
/// <param name="Group">What makes it longer or shorter together with others: its docket; 0 for nothing.</param>
public readonly record struct Chance(Spread Spread, ulong Key, ulong Group);

/// <summary>
/// Plays a plan through again and again with other lengths: each person does their jobs in the plan's order, each job as
/// soon as it can be, and something of what comes later where they have to wait. As the order stays, no job is later
/// because another became shorter: what only helps never makes anything later (Graham, "Bounds on multiprocessing timing
/// anomalies", SIAM Journal on Applied Mathematics 17, 1969, shows that it might where the order does not stay).
/// </summary>
public sealed class PlanSampler
{
    private const int PerDay = 480;
    private const int FarAhead = 4;
    private const int Passes = -1;
    private const int InHours = -2;

    /// <summary>
    /// Share of the time that is really lost when somebody has to wait: in the rest they do what comes later. Measured against
    /// weeks that were lived through in a simulation (CalibrationTests).
    /// </summary>
    private const double WaitLost = 0.05;

    private readonly PlanProblem _problem;
    private readonly Unrest _unrest;
    private readonly ulong _seed;
    private readonly WorkAxis[] _axes;
    private readonly Step[] _steps;
    private readonly int[] _after;
    private readonly ulong[] _groups;
    private readonly long[] _looksAhead;

    /// <summary>Makes a player of a plan.</summary>
    /// <param name="problem">What was laid out; what comes between on average is in its jobs already.</param>
    /// <param name="plan">How it was.</param>
    /// <param name="chances">What chance does to each job.</param>
    /// <param name="unrest">What goes wrong beside them.</param>
    /// <param name="seed">Chance goes by it.</param>
    /// <param name="order">The order in which people do their jobs, each after what it waits for; null for the plan's.</param>
    public PlanSampler(
        PlanProblem problem,
        Plan plan,
        IReadOnlyList<Chance> chances,
        Unrest unrest,
        ulong seed = 1,
        IReadOnlyList<int>? order = null
    )
    {
        ArgumentNullException.ThrowIfNull(problem);
        ArgumentNullException.ThrowIfNull(plan);
        (_problem, _unrest, _seed) = (problem, unrest, seed);
        _axes = [.. problem.People];
        _groups = [.. chances.Select(c => c.Group).Distinct()];
        var groups = _groups.Select((g, i) => (g, i)).ToDictionary(g => g.g, g => g.i);
        var after = new List<int>();
        _looksAhead = new long[_axes.Length];
        _steps =
        [
            .. (order ?? OrderOf(problem, plan)).Select(number =>
            {
                var (job, chance, from) = (problem.Jobs[number], chances[number], after.Count);
                after.AddRange(job.After);
                var person = plan.People[number];
                if (person >= 0)
                    _looksAhead[person] += (long)job.Work * FarAhead;
                return new Step(
                    number,
                    job.From,
                    job.Work * chance.Spread.Middle,
                    person >= 0 ? person
                        : job.Waits || job.Work == 0 ? Passes
                        : InHours,
                    from,
                    after.Count,
                    chance.Spread.Width,
                    chance.Key,
                    groups[chance.Group]
                );
            }),
        ];
        _after = [.. after];
    }

    /// <summary>The jobs in the order in which a plan begins them, each after what it waits for.</summary>
    public static ImmutableArray<int> OrderOf(PlanProblem problem, Plan plan)
    {
        ArgumentNullException.ThrowIfNull(problem);
        var place = new int[problem.Jobs.Length];
        for (var i = 0; i < place.Length; i++)
            place[problem.Order[i]] = i;
        return
        [
            .. Enumerable
                .Range(0, place.Length)
                .OrderBy(j => plan.Starts[j])
                .ThenBy(j => plan.Ends[j])
                .ThenBy(j => place[j]),
        ];
    }

    /// <summary>Plays it through.</summary>
    /// <param name="samples">How often; from 1.</param>
    /// <param name="targets">What is looked at; null for all targets of the problem.</param>
    /// <returns>For each target when it was reached, in minutes from the base, in rising order.</returns>
    public ImmutableArray<ImmutableArray<int>> Play(int samples, ImmutableArray<PlanTarget>? targets = null)
    {
        var wanted = targets ?? _problem.Targets;
        var steps = targets is null ? _steps : Needed(wanted);
        var reached = new int[wanted.Length][];
        for (var t = 0; t < reached.Length; t++)
            reached[t] = new int[samples];
        Parallel.For(
            0,
            samples,
            () => new Table(_problem, _groups.Length),
            (sample, _, table) =>
            {
                PlayOnce((ulong)sample, steps, table);
                for (var t = 0; t < reached.Length; t++)
                    foreach (var job in wanted[t].Jobs)
                        reached[t][sample] = Math.Max(reached[t][sample], table.Ends[job]);
                return table;
            },
            _ => { }
        );
        foreach (var moments in reached)
            Array.Sort(moments);
        return [.. reached.Select(r => r.ToImmutableArray())];
    }

    /// <summary>The jobs that some targets depend on: through what they wait for, and through what people do before.</summary>
    private Step[] Needed(ImmutableArray<PlanTarget> targets)
    {
        var (needed, people) = (new bool[_problem.Jobs.Length], new bool[_axes.Length]);
        foreach (var job in targets.SelectMany(t => t.Jobs))
            needed[job] = true;
        var steps = new Stack<Step>(_steps.Length);
        for (var i = _steps.Length - 1; i >= 0; i--)
        {
            ref readonly var step = ref _steps[i];
            if (!needed[step.Job] && !(step.Person >= 0 && people[step.Person]))
                continue;
            if (step.Person >= 0)
                people[step.Person] = true;
            for (var a = step.AfterFrom; a < step.AfterUntil; a++)
                needed[_after[a]] = true;
            steps.Push(step);
        }

        return [.. steps];
    }

    private void PlayOnce(ulong sample, Step[] steps, Table table)
    {
        var salt = Mix(_seed ^ Mix(sample + 1));
        for (var p = 0; p < table.Reached.Length; p++)
        {
            // The people of a problem are told apart by their place: it stays while the firm's people do.
            var own = Mix(salt ^ Mix(0x5bd1e995 + (ulong)p));
            table.Reached[p] = 0;
            // Evenly up to twice the usual, and none below none.
            var busy = _unrest.NewWork * 2 * Part(Mix(own ^ 11));
            var pace = Math.Exp(_unrest.Pace * Normal.From(own));
            table.Slow[p] = pace * (1 - _unrest.NewWork) / (1 - Math.Min(busy, 0.9));
            var luck = own;
            var (at, away) = (0.0, table.AwayAt[p]);
            for (var k = 0; k < Table.MostAway; k++)
            {
                luck = Mix(luck + 0x9e3779b97f4a7c15);
                at += _unrest.Absences > 0 ? -Math.Log(1 - Part(luck)) / _unrest.Absences * PerDay : WorkAxis.Endless;
                away[k] = at > _looksAhead[p] ? WorkAxis.Endless : (int)at;
                if (away[k] == WorkAxis.Endless)
                    break;
                luck = Mix(luck + 0x9e3779b97f4a7c15);
                table.AwayFor[p][k] = (int)(-Math.Log(1 - Part(luck)) * _unrest.AbsentFor);
            }
        }

        for (var g = 0; g < _groups.Length; g++)
            table.Together[g] = _groups[g] == 0 ? 0 : _unrest.Together * Normal.From(Mix(salt ^ _groups[g]));
        var ends = table.Ends;
        foreach (ref readonly var step in steps.AsSpan())
        {
            var ready = step.From;
            for (var i = step.AfterFrom; i < step.AfterUntil; i++)
                ready = Math.Max(ready, ends[_after[i]]);
            var length =
                step.Work == 0
                    ? 0
                    : step.Work
                        * Math.Exp((step.Width * Normal.From(Mix(salt ^ step.Key))) + table.Together[step.Group]);
            var person = step.Person;
            if (person >= 0)
            {
                var axis = _axes[person];
                var reached = table.Reached[person];
                var wait = Math.Max(0, table.Worked(person, axis.Until(ready)) - reached);
                var until = (int)Math.Min(WorkAxis.Endless, reached + wait + (length * table.Slow[person]) + 0.5);
                // Who has to wait does something of what comes later in the meantime.
                table.Reached[person] = until - (int)(wait * (1 - WaitLost));
                ends[step.Job] = axis.Ends(table.Passed(person, until));
            }
            else if (person == Passes)
            {
                ends[step.Job] = ready + (int)(length + 0.5);
            }
            else
            {
                ends[step.Job] = _problem.Firm.Ends(_problem.Firm.Until(ready) + (int)(length + 0.5));
            }
        }
    }

    /// <summary>A number from 0 on, below 1.</summary>
    private static double Part(ulong random) => (random >> 11) * (1.0 / (1UL << 53));

    /// <summary>Spreads what differs in any bit over all bits (SplitMix64: Steele, Lea and Flood, 2014).</summary>
    private static ulong Mix(ulong value)
    {
        value = (value ^ (value >> 30)) * 0xbf58476d1ce4e5b9;
        value = (value ^ (value >> 27)) * 0x94d049bb133111eb;
        return value ^ (value >> 31);
    }

    /// <summary>One job, as it is played; without a person it says how it passes.</summary>
    private readonly record struct Step(
        int Job,
        int From,
        double Work,
        int Person,
        int AfterFrom,
        int AfterUntil,
        double Width,
        ulong Key,
        int Group
    );

    /// <summary>What one playing through writes on.</summary>
    private sealed class Table(PlanProblem problem, int groups)
    {
        public double[] Together { get; } = new double[groups];

        public int[] Ends { get; } = new int[problem.Jobs.Length];
        public int[] Reached { get; } = new int[problem.People.Length];
        public double[] Slow { get; } = new double[problem.People.Length];

        /// <summary>More than anybody is suddenly away in the time that is looked at.</summary>
        public const int MostAway = 24;

        /// <summary>After how much work each person is away, in order; the first that never comes ends it.</summary>
        public int[][] AwayAt { get; } = [.. problem.People.Select(_ => new int[MostAway])];

        /// <summary>For how long they then are.</summary>
        public int[][] AwayFor { get; } = [.. problem.People.Select(_ => new int[MostAway])];

        /// <summary>How much of somebody's time has passed when they have worked so much.</summary>
        public int Passed(int person, int worked)
        {
            var (at, away, passed) = (AwayAt[person], AwayFor[person], worked);
            for (var k = 0; k < MostAway && at[k] < worked; k++)
                passed += away[k];
            return passed;
        }

        /// <summary>How much somebody can have worked when so much of their time has passed.</summary>
        public int Worked(int person, int passed)
        {
            var (at, away) = (AwayAt[person], AwayFor[person]);
            for (var k = 0; k < MostAway && at[k] < passed; k++)
            {
                if (passed <= at[k] + away[k])
                    return at[k];
                passed -= away[k];
            }

            return passed;
        }
    }
}
