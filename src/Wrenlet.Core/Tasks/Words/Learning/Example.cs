using Wrenlet.Core.Tasks.Words.Beside;

namespace Wrenlet.Core.Tasks.Words.Learning;

/// <summary>A labelled message with its candidates, and which of them would come to which of its tasks.</summary>
internal sealed class Example
{
    /// <summary>A title that shares less of its words with the wanted one is another title.</summary>
    private const double Alike = 0.7;

    private readonly LabelledMessage _message;
    private readonly MessageWords _words;
    private readonly List<Candidate> _candidates;
    private readonly Feature[][] _features;
    private readonly bool[][] _fits;
    private int[][] _numbers = [];

    private Example(LabelledMessage message, TaskReader reader)
    {
        _message = message;
        _words = reader.Words(message.Text, message.Author, message.Sent);
        _candidates = Candidates.Of(_words, message.Author is not null);
        var features = new ClauseFeatures(_words, message.Author is not null);
        var buffer = new List<Feature>();
        _features =
        [
            .. _candidates.Select(c =>
            {
                buffer.Clear();
                features.OfBeginning(c, buffer);
                features.OfEnd(c, buffer);
                return buffer.ToArray();
            }),
        ];
        _fits = [.. message.Tasks.Select(Fitting)];
    }

    /// <summary>The examples of messages; those of one firm that follow one another share a reader, which knows all its names.</summary>
    public static List<Example> Of(IEnumerable<LabelledMessage> messages)
    {
        var examples = new List<Example>();
        (ReaderSetting Setting, TaskReader Reader)? last = null;
        foreach (var message in messages)
        {
            if (!ReferenceEquals(last?.Setting, message.Setting))
                last = (message.Setting, new TaskReader(message.Setting));
            examples.Add(new(message, last.Value.Reader));
        }

        return examples;
    }

    /// <summary>Whether every task can be found among the candidates.</summary>
    public bool IsReachable => _fits.All(f => f.Contains(true));

    public void Number(Learner.Table table)
    {
        _numbers = [.. _features.Select(fs => fs.Select(table.Number).ToArray())];
        foreach (var seen in _numbers.SelectMany(n => n).Distinct())
            table.See(seen);
    }

    /// <summary>Moves the weights towards the sets of candidates that come to the wanted tasks, and from all others.</summary>
    public void Step(Learner.Table table)
    {
        if (!IsReachable)
            return;
        double[] scores = [.. _numbers.Select(table.Score)];
        var all = Shares(scores, null);
        var right = Shares(scores, _fits);
        var moves = new Dictionary<int, double>();
        for (var i = 0; i < scores.Length; i++)
        {
            var by = right[i] - all[i];
            if (Math.Abs(by) < 1e-4)
                continue;
            foreach (var feature in _numbers[i])
                moves[feature] = moves.GetValueOrDefault(feature) + by;
        }

        foreach (var (feature, by) in moves)
            table.Move(feature, by);
    }

    /// <summary>The times and names of the message beside its requests, with whether they belong to them.</summary>
    public IEnumerable<Belonging> Belongings(Learner.Table table)
    {
        if (!IsReachable || _message.Tasks.IsEmpty)
            yield break;
        double[] scores = [.. _numbers.Select(table.Score)];
        var requests = Likeliest(scores);
        // What a rule rules out has nothing to teach.
        var placing = new Placing(_words, requests, _message.Author, new Weights([]));
        for (var k = 0; k < requests.Length; k++)
        {
            var task = _message.Tasks[k];
            // Where its due moment is read of no words, they would teach that none belong to it.
            var told =
                task.Due is null && task.Start is null && task.Repeats is null || _words.Times.Any(t => IsOf(t, task));
            foreach (var time in _words.Times)
            {
                if (!told)
                    break;
                if (placing.Of(time, requests[k]) is var verdict && (verdict.Rule is null || verdict.Belongs))
                    yield return new(placing.FeaturesOf(time, requests[k]), IsOf(time, task));
            }

            if (requests[k].Cue.Cue.Doer is Doer.Author)
                continue;
            for (var i = 0; i < _words.Count; i++)
                if (_words.WhoAt(i, _words.Count) is { } who && !_words.IsOneself(who, _message.Author))
                {
                    if (placing.Of(who, requests[k]) is var verdict && (verdict.Rule is null || verdict.Belongs))
                        yield return new(placing.FeaturesOf(who, requests[k]), IsOf(who, task));
                    i = who.To - 1;
                }
        }
    }

    private bool[] Fitting(LabelledTask task)
    {
        double[] alike =
        [
            .. _candidates.Select(c =>
                LabelledTask.Overlap(TitleOf(c, task), task.Title) + (OwnerFits(c, task) ? 0 : -1)
            ),
        ];
        var best = alike.Length == 0 ? 0 : alike.Max();
        var least = Math.Max(Alike, best - 0.06);
        return [.. alike.Select(a => a >= least - 1e-9)];
    }

    /// <summary>Whether a candidate that names who is to do it names those of the task.</summary>
    private bool OwnerFits(Candidate c, LabelledTask task)
    {
        if (c.Cue.Cue.Doer is Doer.Author)
            return _message.Author is { } author && task.Owners.Contains(new TaskOwner.OfPerson(author));
        return c.Cue.Who is not { } who || IsOf(who, task);
    }

    private string TitleOf(Candidate c, LabelledTask task)
    {
        var taken = _words
            .Times.Where(t => IsOf(t, task))
            .Select(t => (t.From, t.To))
            .Concat(_words.Priorities.Select(p => (p.From, p.To)))
            .Concat(
                Enumerable
                    .Range(c.Content, c.End - c.Content)
                    .Select(i => _words.WhoAt(i, c.End))
                    .Where(w => w is not null && IsOf(w, task))
                    .Select(w => (w!.From, w.To))
            );
        return Titles.Of(
            _words,
            c,
            taken,
            c.Cue.Cue.Doer is Doer.Author ? null : _message.AuthorName,
            _message.Author is not null
        );
    }

    private bool IsOf(TimePhrase time, LabelledTask task) =>
        time.Repeats is not null ? time.Repeats == task.Repeats
        : IsHalfOf(time, task) ? true
        : (
            time.Due is { } due
            && (due.At == task.Due || (task.Start is not null && task.Due is null && time.Start is null))
        ) || (time.Start is { } start && start.At == task.Start);

    /// <summary>A day and a time of day that stand apart and are due together.</summary>
    private bool IsHalfOf(TimePhrase time, LabelledTask task) =>
        task.Due is { } due
        && (time.DayAlone is not null || time.ClockAlone is not null)
        && _words.Times.Any(other =>
            (time.DayAlone ?? other.DayAlone) is { } day
            && (time.ClockAlone ?? other.ClockAlone) is { } clock
            && _message.Setting.Calendar.FirstMoment(day.Date + clock.Time(day.Date)) == due
        );

    private bool IsOf(WhoPhrase who, LabelledTask task) =>
        who.Names.All(n => _words.At(n).Name!.Owner is { } owner && task.Owners.Contains(owner));

    /// <summary>
    /// How far each candidate takes part: its share in all sets that stand apart; with <paramref name="fits"/> only in those that
    /// come to each task once, in their order.
    /// </summary>
    private double[] Shares(double[] scores, bool[][]? fits)
    {
        var (states, count) = (fits is null ? 1 : fits.Length + 1, _words.Count);
        var ahead = new double[count + 1, states];
        var behind = new double[count + 1, states];
        for (var i = 0; i <= count; i++)
        for (var k = 0; k < states; k++)
            ahead[i, k] = behind[i, k] = double.NegativeInfinity;
        ahead[0, 0] = 0;
        behind[count, states - 1] = 0;
        var byEnd = Enumerable.Range(0, scores.Length).ToLookup(i => _candidates[i].End);
        var byStart = Enumerable.Range(0, scores.Length).ToLookup(i => _candidates[i].From);
        for (var at = 1; at <= count; at++)
        for (var k = 0; k < states; k++)
        {
            ahead[at, k] = ahead[at - 1, k];
            foreach (var i in byEnd[at])
                if (fits is null)
                    ahead[at, k] = Clauses.Add(ahead[at, k], ahead[_candidates[i].From, k] + scores[i]);
                else if (k > 0 && fits[k - 1][i])
                    ahead[at, k] = Clauses.Add(ahead[at, k], ahead[_candidates[i].From, k - 1] + scores[i]);
        }

        for (var at = count - 1; at >= 0; at--)
        for (var k = states - 1; k >= 0; k--)
        {
            behind[at, k] = behind[at + 1, k];
            foreach (var i in byStart[at])
                if (fits is null)
                    behind[at, k] = Clauses.Add(behind[at, k], behind[_candidates[i].End, k] + scores[i]);
                else if (k + 1 < states && fits[k][i])
                    behind[at, k] = Clauses.Add(behind[at, k], behind[_candidates[i].End, k + 1] + scores[i]);
        }

        var total = ahead[count, states - 1];
        var shares = new double[scores.Length];
        if (double.IsNegativeInfinity(total))
            return shares;
        for (var i = 0; i < scores.Length; i++)
        for (var k = 0; k < states; k++)
            if (fits is null)
                shares[i] += Math.Exp(
                    ahead[_candidates[i].From, k] + scores[i] + behind[_candidates[i].End, k] - total
                );
            else if (k + 1 < states && fits[k][i])
                shares[i] += Math.Exp(
                    ahead[_candidates[i].From, k] + scores[i] + behind[_candidates[i].End, k + 1] - total
                );
        return shares;
    }

    /// <summary>The likeliest candidates that come to the tasks.</summary>
    private Candidate[] Likeliest(double[] scores)
    {
        var (states, count) = (_fits.Length + 1, _words.Count);
        var best = new double[count + 1, states];
        var taken = new int[count + 1, states];
        for (var at = 0; at <= count; at++)
        for (var k = 0; k < states; k++)
        {
            best[at, k] =
                at == 0
                    ? k == 0
                        ? 0
                        : double.NegativeInfinity
                    : best[at - 1, k];
            taken[at, k] = -1;
            for (var i = 0; at > 0 && k > 0 && i < scores.Length; i++)
                if (
                    _candidates[i].End == at
                    && _fits[k - 1][i]
                    && best[_candidates[i].From, k - 1] + scores[i] > best[at, k]
                )
                    (best[at, k], taken[at, k]) = (best[_candidates[i].From, k - 1] + scores[i], i);
        }

        if (double.IsNegativeInfinity(best[count, states - 1]))
            return [];
        var found = new List<Candidate>();
        for (var (at, k) = (count, states - 1); at > 0; )
            if (taken[at, k] < 0)
                at--;
            else
            {
                found.Add(_candidates[taken[at, k]]);
                (at, k) = (_candidates[taken[at, k]].From, k - 1);
            }

        found.Reverse();
        return [.. found];
    }
}

/// <summary>A time or a name beside a request, with whether it belongs to it.</summary>
internal sealed class Belonging(List<Feature> features, bool belongs)
{
    private int[] _numbers = [];

    public void Number(Learner.Table table)
    {
        _numbers = [.. features.Select(table.Number).Distinct()];
        foreach (var number in _numbers)
            table.See(number);
    }

    public void Step(Learner.Table table)
    {
        var by = (belongs ? 1 : 0) - Placing.CertaintyOf(table.Score(_numbers));
        if (Math.Abs(by) < 1e-4)
            return;
        foreach (var number in _numbers)
            table.Move(number, by);
    }
}
