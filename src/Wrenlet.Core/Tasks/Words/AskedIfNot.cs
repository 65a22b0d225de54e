namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds what is asked where a question says what, and the sentence behind it only by when: "Ada, have you sent him the notice? If
/// not, today please".
/// </summary>
internal static class AskedIfNot
{
    /// <summary>What is to be done, and whose it is; null where nothing is asked so.</summary>
    public static ListedPart? In(MessageWords words, Sentence s)
    {
        if (
            !words.At(s.To).Is("?")
            || s.Index + 1 >= words.Sentences.Count
            || words.Sentences[s.Index + 1] is not { IsItem: false } next
            || next.Line != s.Line
            || !(words.At(next.From).Is("if") && words.At(next.From + 1).Is("not"))
        )
            return null;
        var who = words.WhoAt(s.From, s.To);
        var i = who?.To ?? s.From;
        if (who is not null && words.ClassAt(i) is WordClass.Comma)
            i++;
        if (!(words.At(i).Lower is "have" or "did") || words.ClassAt(i + 1) is not WordClass.You)
            return null;
        var content = i + 2;
        while (content < s.To && words.At(content).Lower is "already" or "ever" or "actually" or "just")
            content++;
        if (
            content + 1 >= s.To
            || !(words.At(i).Is("did") ? Listing.Orders(words, content) : IsDone(words, content))
            || !IsOnlyWhen(words, next, ref who)
        )
            return null;
        return new(s, s.From, content, content, s.To, who) { IsAllThatIsAsked = true };
    }

    /// <summary>"Sent", "put", "done".</summary>
    private static bool IsDone(MessageWords words, int i) =>
        WordForms.PastBase(words.At(i).Lower) is not null || WordForms.HasSamePast(words.At(i).Lower);

    /// <summary>"If not, Ada, today please": nothing more than when, and who.</summary>
    private static bool IsOnlyWhen(MessageWords words, Sentence s, ref WhoPhrase? who)
    {
        var urged = false;
        for (var i = s.From + 2; i < s.To; i++)
            if (words.TimeAt(i) is { Due: not null, Repeats: null } time)
                (urged, i) = (true, Math.Max(i, time.To - 1));
            else if (words.PriorityAt(i) is not null)
                urged = true;
            else if (words.WhoAt(i, s.To) is { } called)
                (who, i) = (who ?? called, called.To - 1);
            else if (words.ClassAt(i) is not (WordClass.Comma or WordClass.Courtesy))
                return false;
        return urged;
    }
}
