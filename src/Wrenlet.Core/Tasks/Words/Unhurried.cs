using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds what is wrong behind words that say it can wait: "no rush, but the sign has lost a letter. Ada, you've got a ladder".
/// </summary>
internal static class Unhurried
{
    /// <summary>What is wrong, and who is to see to it where somebody is called; null where nothing is said so.</summary>
    public static ListedPart? In(MessageWords words, Sentence s)
    {
        // "Ada, no rush at all, but the photos are three years old"
        var head = words.WhoAt(s.From, s.To) is { } called && Listing.IsMark(words, called.To) ? called : null;
        if (words.PriorityAt(head is null ? s.From : head.To + 1) is not { Says: Priority.Low } priority)
            return SaidNext(words, s);
        var i = PastMarks(
            words,
            words.At(priority.To).Is("at") && words.At(priority.To + 1).Is("all") ? priority.To + 2 : priority.To,
            s.To
        );
        var who = words.WhoAt(i, s.To);
        if (who is not null)
            i = PastMarks(words, who.To, s.To);
        else
            who = head;
        if (words.ClassAt(i) is WordClass.Courtesy)
            i = PastMarks(words, i + 1, s.To);
        if (!words.At(i).Is("but") && words.ClassAt(i - 1) is not (WordClass.Colon or WordClass.Dash))
            return null;
        var content = words.At(i).Is("but") ? i + 1 : i;
        var end = content;
        while (end < s.To && !Listing.IsMark(words, end))
            end++;
        return
            content < end
            && words.ClassAt(content) is WordClass.Determiner or WordClass.Possessive
            // "The match is on Friday" is news.
            && !words.Times.Exists(t => t.From >= content && t.To <= end)
            && Tells(words, content + 1, end)
            && !Asks(words, s, content)
            ? new(s, s.From, content, content, end, who ?? CalledNext(words, s)) { IsAllThatIsAsked = true }
            : null;
    }

    /// <summary>"The tap in the kitchen drips. No hurry": that it can wait is said behind it.</summary>
    private static ListedPart? SaidNext(MessageWords words, Sentence s)
    {
        if (
            s.IsItem
            || s.Index + 1 >= words.Sentences.Count
            || words.Sentences[s.Index + 1] is not { IsItem: false } next
            || next.Line != s.Line
            || words.At(s.To).Is("?")
            || words.PriorityAt(next.From) is not { Says: Priority.Low } low
            || PastMarks(words, low.To, next.To) < next.To
            || words.ClassAt(s.From) is not (WordClass.Determiner or WordClass.Possessive)
            || words.Times.Exists(t => t.From >= s.From && t.To <= s.To)
            || words.Names.Exists(n => n.From >= s.From && n.To <= s.To && words.ClassAt(n.From) is WordClass.Person)
            || !Tells(words, s.From + 1, s.To)
            || Asks(words, s, s.From)
        )
            return null;
        var end = s.From;
        while (end < s.To && !Listing.IsMark(words, end))
            end++;
        return new(s, s.From, s.From, s.From, end, null) { IsAllThatIsAsked = true };
    }

    private static int PastMarks(MessageWords words, int i, int to)
    {
        while (i < to && words.ClassAt(i) is WordClass.Comma or WordClass.Colon or WordClass.Dash)
            i++;
        return i;
    }

    private static bool Tells(MessageWords words, int from, int to)
    {
        if (Listing.States(words, from, to))
            return true;
        for (var i = from + 1; i < to; i++)
            if (words.ClassAt(i) is WordClass.Third)
                return true;
        return false;
    }

    private static bool Asks(MessageWords words, Sentence s, int from)
    {
        for (var i = from; i < s.To; i++)
            if (
                words.CuesAt(s, i).Any(c => c.Cue.Doer is not Doer.Nothing && c.Cue.Label is not "someone")
                || (Listing.IsMark(words, i - 1) && Listing.Orders(words, i))
                || words.At(i).Lower is "needs" or "need"
            )
                return true;
        return false;
    }

    /// <summary>"Ada, you've got a ladder": who is told behind it why it is theirs.</summary>
    private static WhoPhrase? CalledNext(MessageWords words, Sentence s) =>
        s.Index + 1 < words.Sentences.Count
        && words.Sentences[s.Index + 1] is { IsItem: false } next
        && next.Line == s.Line
        && words.WhoAt(next.From, next.To) is { } who
        && words.ClassAt(who.To) is WordClass.Comma
        && words.At(who.To + 1).Lower is "you've" or "you're"
            ? who
            : null;
}
