namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Tells what is only the occasion of an order behind it: "the auditor wants the sheets. They're in the blue folder, copy them",
/// "the alarm on pump 2 again. Find out what it is".
/// </summary>
internal static class TakenUp
{
    /// <summary>So many tokens behind a verb a word that points back is looked for.</summary>
    private const int Near = 4;

    /// <summary>Whether what comes behind a candidate orders something of what it names.</summary>
    public static bool Is(MessageWords words, Candidate c)
    {
        if (c.Needs < 0 && (c.Cue.Cue != Cue.None || Listing.Orders(words, c.Content)))
            return false;
        var s = c.Sentence;
        // "Insurance renewal, runs out on the 3rd, get three prices"
        var isTold = words.ClassIn(s, c.End) is WordClass.Comma && words.ClassIn(s, c.End + 1) is WordClass.Third;
        for (var i = c.Content + 1; i < s.To; i++)
            if (
                OrdersOfIt(words, s, i)
                || (isTold && i > c.End + 2 && words.ClassAt(i - 1) is WordClass.Comma && Listing.Orders(words, i))
            )
                return true;
        for (var k = s.Index + 1; k < words.Sentences.Count && k <= s.Index + 2; k++)
        {
            var next = words.Sentences[k];
            if (next.Line != s.Line || next.IsItem)
                return false;
            for (var i = next.From; i < next.To; i++)
                if (OrdersOfIt(words, next, i))
                    return true;
        }

        return false;
    }

    /// <summary>"Group of 60 on Friday, split them": what names a thing does not go on over what is to be done with it.</summary>
    public static bool GoesOnOverIt(MessageWords words, Candidate c)
    {
        if (c.Needs >= 0 || c.Cue.Cue != Cue.None || Listing.Orders(words, c.Content))
            return false;
        for (var i = c.Content + 2; i < c.End; i++)
            if (Listing.IsMark(words, i - 1) && OrdersOfIt(words, c.Sentence, i))
                return true;
        return false;
    }

    private static bool OrdersOfIt(MessageWords words, Sentence s, int verb)
    {
        if (
            !Listing.Orders(words, verb)
            || words.ClassIn(s, verb - 1)
                is not (
                    WordClass.Edge
                    or WordClass.Comma
                    or WordClass.Dash
                    or WordClass.Colon
                    or WordClass.Person
                    or WordClass.Crew
                    or WordClass.Tag
                    or WordClass.Conjunction
                    or WordClass.Courtesy
                    or WordClass.You
                )
        )
            return false;
        // "Wind noise on scene 12. Can you listen", "have a look": at what, was said before.
        if (
            words.At(verb).Lower is "listen" or "look"
            && (verb + 1 >= s.To || words.ClassAt(verb + 1) is WordClass.Conjunction or WordClass.Comma)
        )
            return true;
        for (var i = verb + 1; i < s.To && i <= verb + Near; i++)
            if (words.At(i).Lower is "it" or "them" or "one" or "that" or "those" or "these" or "him" or "her")
                return true;
            else if (Listing.IsMark(words, i))
                return false;
        return false;
    }
}
