namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds what was told of as not done, or as asked by somebody else, and is asked for now: "nobody has watered the ferns. Ada, could
/// you do it?", "have you locked the shed? If not, please do so", "they asked if the road could be graded. Get it done".
/// </summary>
internal static class LeftUndone
{
    /// <summary>What is to be done by the words before a request that only says "do it"; null where it says itself what.</summary>
    /// <param name="words">The message.</param>
    /// <param name="request">The words that ask.</param>
    /// <param name="author">Who is meant by "me" and "my"; null where that is to stay.</param>
    public static string? Of(MessageWords words, Candidate request, string? author)
    {
        if (request.Needs >= 0 || !IsDoingIt(words, request.Content, request.End))
            return null;
        if (In(words, request.Sentence.From, request.From, author) is { } here)
            return here;
        return request.Sentence.Index > 0 && words.Sentences[request.Sentence.Index - 1] is var before
            ? In(words, before.From, Math.Min(before.To, request.From), author)
            : null;
    }

    /// <summary>What one part of a message says is not done, in the base form; null where it says nothing of the kind.</summary>
    public static string? In(MessageWords words, int from, int to, string? author)
    {
        for (var i = from; i + 1 < to; i++)
        {
            // "Have you locked the shed?", "did you lock the shed?"
            if (words.ClassAt(i + 1) is WordClass.You && words.At(i).Lower is "have" or "did")
            {
                var deed = PastAdverbs(words, i + 2, to);
                var verb = words.At(i).Is("have") ? Base(words, deed) : words.At(deed).Lower;
                return verb is null || deed + 1 >= to || words.ClassAt(deed) is WordClass.Edge
                    ? null
                    : Deed(words, verb, null, deed, to, author);
            }

            // "Nobody has watered the ferns"
            if (IsByNobody(words, i) is { } done)
                return Base(words, done) is { } verb && done + 1 < to
                    ? Deed(words, verb, null, done, to, author)
                    : null;
            // "The bins haven't been emptied", "Ada has not cleaned the gutters"
            if (PastNotHaving(words, i) is { } behind)
            {
                var isPassive = words.At(behind).Is("been");
                var deed = PastAdverbs(words, isPassive ? behind + 1 : behind, to);
                return Base(words, deed) is { } verb && (isPassive || deed + 1 < to)
                    ? Deed(words, verb, isPassive ? (Opening(words, from, i), i) : null, deed, to, author)
                    : null;
            }

            // "They asked if the road could be graded"
            if (
                i > from
                && words.ClassAt(i) is WordClass.Modal
                && words.At(i + 1).Is("be")
                && Base(words, i + 2) is { } asked
                && i + 2 < to
            )
                return Deed(words, asked, (Opening(words, from, i), i), i + 2, to, author);
            // "They asked whether we could move the bench"
            if (
                words.At(i).Lower is "if" or "whether"
                && words.ClassAt(i + 1) is WordClass.We or WordClass.You or WordClass.Someone
                && words.ClassAt(i + 2) is WordClass.Modal
                && i + 4 < to
                && Listing.Orders(words, i + 3)
            )
                return Deed(words, words.At(i + 3).Lower, null, i + 3, to, author);
            // "They want the bench moved"
            if (
                words.At(i).Lower is "wants" or "want" or "wanted"
                && words.ClassAt(i + 1).CanOpenAThing()
                && WishedFor(words, i + 1, to) is { } wished
            )
                return Deed(words, Base(words, wished)!, (i + 1, wished), wished, to, author);
        }

        return null;
    }

    /// <summary>"Do it", "do so", "get that done", and nothing more.</summary>
    private static bool IsDoingIt(MessageWords words, int i, int end)
    {
        if (PromisedBefore.IsSeeingToIt(words, i, end))
            return true;
        var it = words.At(i + 1).Lower is "it" or "that" or "this" or "them" or "so";
        var rest = words.At(i).Lower switch
        {
            "do" when it => i + 2,
            "get" or "have" when it && words.At(i + 2).Is("done") => i + 3,
            _ => -1,
        };
        if (rest < 0)
            return false;
        for (var k = rest; k < end; k++)
            if (words.IsPlain(k))
                return false;
        return true;
    }

    private static string? Base(MessageWords words, int i) =>
        words.At(i).Lower is "been" or "had" or "got"
            ? null
            : WordForms.PastBase(words.At(i).Lower)
                ?? (WordForms.HasSamePast(words.At(i).Lower) ? words.At(i).Lower : null);

    private static int PastAdverbs(MessageWords words, int i, int to)
    {
        while (
            i < to && words.At(i).Lower is "already" or "ever" or "actually" or "just" or "yet" or "still" or "properly"
        )
            i++;
        return i;
    }

    /// <summary>"Nobody has watered", "no one's watered": the deed; null where it is not so.</summary>
    private static int? IsByNobody(MessageWords words, int i)
    {
        var at =
            words.ClassAt(i) is WordClass.NoOne || words.At(i).Is("nobody's") ? i
            : words.At(i).Is("no") && words.At(i + 1).Lower is "one" or "one's" ? i + 1
            : -1;
        if (at < 0)
            return null;
        if (words.At(at).Lower.EndsWith("'s", StringComparison.Ordinal))
            return at + 1;
        return words.At(at + 1).Lower is "has" or "have" ? at + 2 : null;
    }

    /// <summary>"Haven't", "has not": what stands behind it; null where nothing is said so.</summary>
    private static int? PastNotHaving(MessageWords words, int i) =>
        words.At(i).Lower is "hasn't" or "haven't" ? i + 1
        : words.At(i).Lower is "has" or "have" && words.At(i + 1).Is("not") ? i + 2
        : null;

    /// <summary>"The bench moved": the deed at the end of what somebody wants; null where nothing is to be done to it.</summary>
    private static int? WishedFor(MessageWords words, int from, int to)
    {
        for (var i = from + 1; i < to && words.IsPlain(i); i++)
            if (words.ClassAt(i) is WordClass.Past && Base(words, i) is not null)
                return i;
        return null;
    }

    /// <summary>Where the thing begins that something was or could be done to.</summary>
    private static int Opening(MessageWords words, int from, int to)
    {
        for (var i = to - 1; i > from; i--)
            if (
                words.ClassAt(i - 1)
                    is WordClass.Comma
                        or WordClass.Dash
                        or WordClass.Colon
                        or WordClass.Conjunction
                        or WordClass.Subordinator
                || words.At(i - 1).Lower is "if" or "whether" or "that"
            )
                return i;
        return from;
    }

    /// <summary>The verb, then what it is done to, then what else was said up to the end of the part, without when.</summary>
    private static string? Deed(
        MessageWords words,
        string verb,
        (int From, int To)? thing,
        int deed,
        int to,
        string? author
    )
    {
        var end = deed + 1;
        while (
            end < to
            && words.ClassAt(end) is not (WordClass.Comma or WordClass.Dash or WordClass.Subordinator or WordClass.Stop)
            && !(
                words.ClassAt(end) is WordClass.Conjunction
                && words.ClassAt(end + 1)
                    is WordClass.Subject
                        or WordClass.Stating
                        or WordClass.We
                        or WordClass.I
                        or WordClass.Modal
            )
        )
            end++;
        var kept = new bool[words.Count];
        for (var i = Math.Min(thing?.From ?? deed, deed); i < end; i++)
            kept[i] =
                words.TimeAt(i) is null
                && words.PriorityAt(i) is null
                && !(words.At(i).Lower is "yet" or "still" or "already" or "please")
                && !(words.At(i).Is("since") && words.TimeAt(i + 1) is not null);
        var what = thing is var (first, last)
            ? Titles.Joined(words, first, last, kept, author, words.At(first).IsWord ? Small(words, first) : null)
            : "";
        // "It should be cleaned": what, is said elsewhere.
        return
            thing is not null && what.Trim().ToLowerInvariant() is "" or "it" or "they" or "that" or "this" or "these"
            ? null
            : $"{verb} {what} {Titles.Joined(words, deed + 1, end, kept, author, null)}";
    }

    private static string? Small(MessageWords words, int i) =>
        words.ClassAt(i) is WordClass.Determiner ? words.At(i).Lower : null;
}
