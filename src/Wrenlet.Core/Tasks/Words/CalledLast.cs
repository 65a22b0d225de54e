namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds who is called behind what is wrong, where no mark stands between: "two of the bikes have flat tyres Ada".
/// </summary>
internal static class CalledLast
{
    /// <summary>What is wrong, and who is called; null where nothing is said so.</summary>
    public static ListedPart? In(MessageWords words, Sentence s)
    {
        if (
            s.IsItem
            || words.At(s.To).Is("?")
            || !(words.ClassAt(s.From).CanOpenAThing() || words.ClassAt(s.From) is WordClass.Number)
            || words.Names.Find(n => n.To == s.To) is not { Names.Count: 1 } who
            || words.ClassAt(who.From) is not WordClass.Person
            || who.From < s.From + 3
            || words.ClassAt(who.From - 1) is not (WordClass.Noun or WordClass.Third or WordClass.VerbOrAdjective)
            // "The match is on Friday" is news.
            || words.Times.Exists(t => t.From >= s.From && t.To <= s.To)
        )
            return null;
        for (var i = s.From + 1; i < who.From - 1; i++)
            if (Listing.IsMark(words, i) || words.ClassAt(i) is WordClass.Colon or WordClass.Conjunction)
                return null;
        for (var i = s.From + 1; i < who.From - 1; i++)
            if (words.ClassAt(i) is WordClass.Be or WordClass.Have or WordClass.HaveBase)
                return new(s, s.From, s.From, s.From, who.From, who) { IsAllThatIsAsked = true };
        return null;
    }
}
