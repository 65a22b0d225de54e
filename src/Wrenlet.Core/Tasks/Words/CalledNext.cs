using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds who is called for what was told in the sentence before: "the pump has packed up. Ada asap", "the school want three tents.
/// Ada?".
/// </summary>
internal static class CalledNext
{
    /// <summary>What a sentence tells that somebody is called for in the next; null where nobody is.</summary>
    public static ListedPart? In(MessageWords words, Sentence s)
    {
        if (
            s.Index + 1 >= words.Sentences.Count
            || words.Sentences[s.Index + 1] is not { IsItem: false } next
            || next.Line != s.Line
            || words.At(s.To).Is("?")
        )
            return null;
        var head =
            words.WhoAt(s.From, s.To) is { } first && words.ClassAt(first.To) is WordClass.Comma or WordClass.Colon
                ? first
                : null;
        var content = head is null ? s.From : head.To + 1;
        // "Nobody has watered the ferns. Ada, could you?"
        if (IsUndoneAndAsked(words, s))
            return new(s, s.From, content, content, s.To, AsksWhetherOne(words, next).Who ?? head)
            {
                IsAllThatIsAsked = true,
            };
        // "The school comes on Friday, so the hall has to be swept. Ada?"
        for (var i = content + 2; i + 1 < s.To; i++)
            if (words.At(i).Is("so") && words.ClassAt(i - 1) is WordClass.Comma or WordClass.Time)
                return null;
        if (
            !words.ClassAt(content).CanOpenAThing()
            || !(Listing.States(words, content, s.To) || IsGoingOn(words, s) || WantedBy(words, content, s.To) > 0)
            || CalledAlone.Asks(words, s, content, s.To)
        )
            return null;
        // "The school want three tents on the 28th. Ada?": what they want
        if (WantedBy(words, content, s.To) is > 0 and var wanted)
            content = wanted;
        // "Ada: the pump has packed up. Urgent, people are waiting"
        if (
            head is not null
            && words.PriorityAt(next.From) is { Says: Priority.Critical or Priority.High } haste
            && (haste.To >= next.To || words.ClassAt(haste.To) is WordClass.Comma or WordClass.Dash)
            && !CalledAlone.Asks(words, next, haste.To, next.To)
        )
            return new(s, s.From, content, content, s.To, head) { IsAllThatIsAsked = true };
        var who = words.WhoAt(next.From, next.To);
        // "The pump has packed up. Ada?"
        var urged = who is not null && who.To == next.To && words.At(next.To).Is("?");
        if (who is null && !Enumerable.Range(next.From, next.To - next.From).Any(i => words.At(i).Is("please")))
            return null;
        for (var i = who?.To ?? next.From; i < next.To; i++)
            if (
                words.PriorityAt(i) is { Says: Priority.Critical or Priority.High }
                || words.At(i).Is("please")
                || words.TimeAt(i) is { Due: not null, Repeats: null }
            )
                urged = true;
            else if (words.At(i).Is("without") && words.At(i + 1).Is("fail"))
                i++;
            // "Ada, today, before they stop deliveries"
            else if (
                words.At(i).Lower is "before" or "or"
                && words.ClassAt(i + 1) is WordClass.Subject or WordClass.We or WordClass.I
            )
                break;
            else if (words.ClassAt(i) is not (WordClass.Comma or WordClass.Courtesy or WordClass.Time))
                return null;
        return urged ? new(s, s.From, content, content, s.To, who ?? head) { IsAllThatIsAsked = true } : null;
    }

    /// <summary>"Nobody has watered the ferns", and behind it "Ada, could you?"</summary>
    public static bool IsUndoneAndAsked(MessageWords words, Sentence s) =>
        s.Index + 1 < words.Sentences.Count
        && words.Sentences[s.Index + 1] is { IsItem: false } next
        && next.Line == s.Line
        && AsksWhetherOne(words, next).Is
        && IsUndone(
            words,
            s,
            words.WhoAt(s.From, s.To) is { } head && words.ClassAt(head.To) is WordClass.Comma or WordClass.Colon
                ? head.To + 1
                : s.From
        );

    /// <summary>"Ada, could you?", "can you today, please?": nothing but that, and who is asked.</summary>
    private static (bool Is, WhoPhrase? Who) AsksWhetherOne(MessageWords words, Sentence s)
    {
        if (!words.At(s.To).Is("?"))
            return (false, null);
        WhoPhrase? who = null;
        var asks = false;
        for (var i = s.From; i < s.To; i++)
            if (words.WhoAt(i, s.To) is { } called)
                (who, i) = (who ?? called, called.To - 1);
            else if (
                words.At(i).Lower is "could" or "can" or "would" or "will"
                && words.ClassAt(i + 1) is WordClass.You
            )
                (asks, i) = (true, i + 1);
            else if (words.IsPlain(i) && words.ClassAt(i) is not WordClass.Courtesy)
                return (false, null);
        return (asks, who);
    }

    /// <summary>"Nobody has watered the ferns", "the bins haven't been emptied".</summary>
    private static bool IsUndone(MessageWords words, Sentence s, int content) =>
        (
            words.ClassAt(content) is WordClass.NoOne or WordClass.Person or WordClass.We or WordClass.Subject
            || words.At(content).Lower is "nobody's"
            || words.ClassAt(content).CanOpenAThing()
            || words.At(content).Is("no")
        ) && LeftUndone.In(words, content, s.To, null) is not null;

    /// <summary>"The school want three tents": where what is wanted begins; 0 where nothing is.</summary>
    private static int WantedBy(MessageWords words, int from, int to)
    {
        for (var i = from + 1; i + 1 < to && i < from + 4; i++)
            if (
                words.At(i).Lower is "want" or "wants" or "need" or "needs"
                && words.ClassAt(i - 1) is WordClass.Other or WordClass.Noun or WordClass.NounOrVerb
                && (
                    words.ClassAt(i + 1) is WordClass.Number
                    || words.At(i + 1).Lower is "a" or "an" or "the" or "some"
                    || Lexicon.Numbers.ContainsKey(words.At(i + 1).Lower)
                )
            )
                return i + 1;
        return 0;
    }

    /// <summary>"The pump's leaking".</summary>
    private static bool IsGoingOn(MessageWords words, Sentence s)
    {
        for (var i = s.From; i + 1 < s.To; i++)
            if (
                words.ClassAt(i) is WordClass.Possessive
                && words.ClassAt(i + 1) is WordClass.Gerund or WordClass.Past or WordClass.Preposition
            )
                return true;
        return false;
    }
}
