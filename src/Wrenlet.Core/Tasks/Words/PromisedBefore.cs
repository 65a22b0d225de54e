namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds what was promised before and is asked for now: "I said we'd have the beds ready at four. Ada, see to it".</summary>
internal static class PromisedBefore
{
    /// <summary>What was promised, from its verb to the end of its part; null where the request says itself what is to be done.</summary>
    public static (int Verb, int End)? Of(MessageWords words, Candidate request)
    {
        if (request.Needs >= 0 || !IsSeeingToIt(words, request.Content, request.End))
            return null;
        var before = request.Sentence.Index > 0 ? words.Sentences[request.Sentence.Index - 1] : request.Sentence;
        return In(words, request.Sentence.From, request.From)
            ?? In(words, before.From, Math.Min(before.To, request.From));
    }

    /// <summary>"See to it", "sort that out", "make sure of it", and nothing more.</summary>
    public static bool IsSeeingToIt(MessageWords words, int i, int end)
    {
        var it = words.At(i).Lower switch
        {
            "do" or "sort" or "arrange" or "manage" => i + 1,
            "see" when words.At(i + 1).Is("to") => i + 2,
            "make" when words.At(i + 1).Is("sure") && words.At(i + 2).Is("of") => i + 3,
            _ => -1,
        };
        if (it < 0 || !(words.At(it).Lower is "it" or "that" or "this"))
            return false;
        for (var k = it + 1; k < end; k++)
            if (words.IsPlain(k) && words.At(k).Lower is not "out")
                return false;
        return true;
    }

    private static (int Verb, int End)? In(MessageWords words, int from, int to)
    {
        var promised = false;
        for (var i = from; i + 2 < to; i++)
        {
            promised |= words.At(i).Lower is "said" or "told" or "promised" or "agreed";
            var verb = words.At(i).Lower switch
            {
                "we'd" or "we'll" or "i'd" or "i'll" => i + 1,
                "we" or "i" when words.At(i + 1).Lower is "would" or "will" => i + 2,
                _ => -1,
            };
            if (!promised || verb < 0)
                continue;
            var end = verb;
            while (end < to && words.ClassAt(end) is not (WordClass.Comma or WordClass.Dash or WordClass.Conjunction))
                end++;
            return end > verb + 1 ? (verb, end) : null;
        }

        return null;
    }
}
