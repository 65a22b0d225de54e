namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds who else is to do the same at another time: "Ada to do the visits on Wednesday, Ben on Thursday and Tom on Friday".
/// </summary>
internal static class SharedByTime
{
    /// <summary>The request of the first and those of the others; the request itself where nobody else is named with a time.</summary>
    public static IEnumerable<Request> Of(MessageWords words, Request request)
    {
        var candidate = request.Words;
        var (first, others) = Parts(words, candidate.Sentence, candidate.Content);
        if (first is null || request.Names.Count == 0)
        {
            yield return request;
            yield break;
        }

        var clause = request.Clause with { Candidate = candidate with { End = first.From }, Others = [] };
        var theirs = others.Select(o => o.Who.From).ToHashSet();
        yield return request with
        {
            Clause = clause,
            Names = [.. request.Names.Where(n => !theirs.Contains(n.Who.From))],
            Times =
            [
                (first, Beside.Placing.WithItsVerb),
                .. request.Times.Where(t => t.Time.ClockAlone is not null && t.Time.To <= first.From),
            ],
        };
        foreach (var (who, time) in others)
            yield return request with
            {
                Clause = clause,
                Names = [(who, request.Names[0].Certainty)],
                Times = [(time, Beside.Placing.WithItsVerb)],
            };
    }

    /// <summary>Where what is to be done by several, each at a time of their own, ends; null where that is not so.</summary>
    public static int? EndOf(MessageWords words, Sentence sentence, int content) =>
        Parts(words, sentence, content).First?.To;

    private static (TimePhrase? First, List<(WhoPhrase Who, TimePhrase Time)> Others) Parts(
        MessageWords words,
        Sentence sentence,
        int content
    )
    {
        var others = new List<(WhoPhrase, TimePhrase)>();
        var first = words.Times.Find(t =>
            t.From > content + 1 && t.To <= sentence.To && t is { Due: not null, Repeats: null } && IsJoint(t.To)
        );
        // "Ring Ada on Monday and Ben on Tuesday": both are to be rung.
        if (first is null || words.Names.Exists(n => n.To == first.From && n.From > content))
            return (null, others);
        var at = first.To;
        while (IsJoint(at))
        {
            var behind = at + 1;
            if (words.At(at).Is(",") && words.At(behind).Is("and"))
                behind++;
            if (
                words.WhoAt(behind, sentence.To) is not { } who
                || who.Names.Any(n => words.At(n).Name?.Owner is null)
                || words.TimeAt(who.To) is not { Due: not null, Repeats: null } time
                || time.From != who.To
            )
                break;
            others.Add((who, time));
            at = time.To;
        }

        return others.Count > 0 && at >= sentence.To ? (first, others) : (null, others);

        bool IsJoint(int i) => words.At(i).Lower is "," or "and" or "&";
    }
}
