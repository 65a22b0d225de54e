namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds who else is to do the same at another time: "Ada to do the visits on Wednesday, Ben on Thursday and Tom on Friday".
/// </summary>
internal static class SharedByTime
{
    /// <summary>What is done in turns is named in no more words.</summary>
    private const int MostOfAHeading = 6;

    /// <summary>The request of the first and those of the others; the request itself where nobody else is named with a time.</summary>
    public static IEnumerable<Request> Of(MessageWords words, Request request)
    {
        var candidate = request.Words;
        if (Headed(words, candidate.Sentence, candidate.Content) is var (colon, each))
        {
            foreach (var (who, time) in each)
                yield return request with
                {
                    Clause = request.Clause with { Candidate = candidate with { End = colon }, Others = [] },
                    Names = [(who, 1)],
                    Times = [(time, Beside.Placing.WithItsVerb)],
                };
            yield break;
        }

        var (first, others) = Parts(words, candidate.Sentence, candidate.Content);
        // "I'll do the visits on Friday, Ada does Saturday"
        var isPromised = candidate.Cue.Cue.Doer is Doer.Author;
        if (first is null || (request.Names.Count == 0 && !isPromised))
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
                Clause = isPromised
                    ? clause with
                    {
                        Candidate = clause.Candidate with
                        {
                            From = candidate.Content,
                            Cue = new(Cue.None, candidate.Content, candidate.Content, null),
                        },
                    }
                    : clause,
                Names = [(who, isPromised ? 1 : request.Names[0].Certainty)],
                Times = [(time, Beside.Placing.WithItsVerb)],
            };
    }

    /// <summary>"I'll do the visits on Friday, Ada does Saturday": whether somebody's turn, told already, begins there.</summary>
    public static bool IsTheirTurn(MessageWords words, Sentence sentence, int from)
    {
        if (from == sentence.From)
            return false;
        foreach (var cue in words.CuesAt(sentence, sentence.From))
            if (cue.Cue.Doer is Doer.Author && Parts(words, sentence, cue.Content) is ({ } first, _))
                return from >= first.To;
        return false;
    }

    /// <summary>Where what is to be done by several, each at a time of their own, ends; null where that is not so.</summary>
    public static int? EndOf(MessageWords words, Sentence sentence, int content) =>
        Parts(words, sentence, content).First?.To;

    /// <summary>Whether what is done in turns stands at a token, above whose turn it is when.</summary>
    public static bool IsHeading(MessageWords words, Sentence sentence, int content) =>
        Headed(words, sentence, content) is not null;

    /// <summary>"Late round: Ada on Monday, Ben on Tuesday": the colon, and whose turn it is when; null where it is not so.</summary>
    private static (int Colon, List<(WhoPhrase Who, TimePhrase Time)> Each)? Headed(
        MessageWords words,
        Sentence sentence,
        int content
    )
    {
        var colon = content + 1;
        while (colon < sentence.To && words.IsPlain(colon) && colon < content + MostOfAHeading)
            colon++;
        if (
            words.ClassAt(colon) is not WordClass.Colon
            || Listing.Orders(words, content) && words.ClassAt(content) is WordClass.Verb
        )
            return null;
        var each = new List<(WhoPhrase, TimePhrase)>();
        var at = colon + 1;
        while (words.WhoAt(at, sentence.To) is { } who)
        {
            if (
                who.Names.Any(n => words.At(n).Name?.Owner is null)
                || words.TimeAt(who.To) is not { Due: not null, Repeats: null } time
                || time.From != who.To
            )
                break;
            each.Add((who, time));
            at = time.To;
            while (words.At(at).Lower is "," or "and" or "&")
                at++;
        }

        return each.Count > 1 && !words.Names.Exists(n => n.From >= at && n.To <= sentence.To) ? (colon, each) : null;
    }

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
                // "Ada does the visits on Wednesday, Ben does Thursday"
                || (words.At(who.To).Lower is "does" or "do" ? who.To + 1 : who.To) is var on
                    && (words.TimeAt(on) is not { Due: not null, Repeats: null } time || time.From != on)
            )
                break;
            others.Add((who, time));
            at = time.To;
        }

        return others.Count > 0 && at >= sentence.To ? (first, others) : (null, others);

        bool IsJoint(int i) => words.At(i).Lower is "," or "and" or "&";
    }
}
