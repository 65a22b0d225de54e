namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds what a sentence lists behind saying how many there are.</summary>
internal static class CountedParts
{
    /// <summary>What is counted is counted within so many tokens of its sentence's head.</summary>
    private const int CountsWithin = 8;

    /// <summary>"Two jobs for Stan: lamp in the lift, lock on the gate": so many parts as were counted.</summary>
    public static List<ListedPart> Of(MessageWords words, Sentence s)
    {
        for (var i = s.From + 1; i < Math.Min(s.To, s.From + CountsWithin); i++)
        {
            if (
                words.At(i).Lower
                is not (
                    "things"
                    or "jobs"
                    or "tasks"
                    or "points"
                    or "favours"
                    or "errands"
                    or "requests"
                    or "following"
                )
            )
                continue;
            var said = words.At(i - 1).Lower is "more" or "other" or "last" ? i - 2 : i - 1;
            var count = Lexicon.Numbers.GetValueOrDefault(words.At(said).Lower, (int)words.At(said).Value);
            var opens = i + 1;
            while (opens < s.To && words.ClassAt(opens) is not WordClass.Colon)
                opens++;
            // "Three things, the lamp, the lock and the gate"
            if (opens == s.To)
                opens = Enumerable.Range(i + 1, s.To - i - 1).FirstOrDefault(k => Listing.IsMark(words, k), s.To);
            // "Please do the following: sweep the yard and lock the gate"
            if (words.At(i).Is("following") && Listing.Cut(words, s, opens + 1, marksOnly: false) is var all)
                return all.Count > 1 && all.TrueForAll(p => Listing.Orders(words, p.Content)) ? all : [];
            if (count is < 2 or > Listing.MostParts || opens + 1 >= s.To || TellsOfThem(words, i + 1, opens))
                return [];
            var parts = Listing.Cut(words, s, opens + 1, marksOnly: true);
            if (parts.Count != count)
                parts = Listing.Cut(words, s, opens + 1, marksOnly: false);
            // "Three things: Ada books the room, Ben buys the biscuits, ..."
            if (parts.Count > 0 && words.WhoAt(parts[0].Content, s.To) is not null)
                return [];
            return parts.Count == count
                ? [.. parts.Where(p => !Listing.States(words, p.Content, p.End) || Listing.Orders(words, p.Content))]
                : [];
        }

        return [];
    }

    /// <summary>"Three things went wrong", "two jobs done"; "three things I need" are wanted.</summary>
    private static bool TellsOfThem(MessageWords words, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (words.At(i).Lower is "need" or "want" or "like" or "forgot")
                return false;
        return Listing.States(words, from, to);
    }
}
