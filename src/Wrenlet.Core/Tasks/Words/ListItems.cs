namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells of the items of a list which stand beside one another, and whether they name somebody.</summary>
internal static class ListItems
{
    /// <summary>So many items of a list on either side of one are looked at.</summary>
    private const int MostItems = 12;

    /// <summary>The other items of the list that an item stands in: those that stand near, as more of them say nothing new.</summary>
    public static List<Sentence> ItemsBeside(this MessageWords words, Sentence item)
    {
        var beside = new List<Sentence>();
        foreach (var step in (int[])[-1, 1])
            for (
                var i = item.Index + step;
                i >= 0
                    && i < words.Sentences.Count
                    && Math.Abs(i - item.Index) <= MostItems
                    && (
                        words.Sentences[i].IsItem
                        // "Ada: towels; Ben: lamps; Tom: soap"
                        || words.At(words.Sentences[step < 0 ? i : i - 1].To).Is(";")
                    );
                i += step
            )
                beside.Add(words.Sentences[i]);
        return beside;
    }

    /// <summary>Whether a sentence is an item of a list, or one of several parts that semicolons set apart.</summary>
    public static bool IsPartOfAList(this MessageWords words, Sentence s) =>
        s.IsItem || words.At(s.To).Is(";") || (s.Index > 0 && words.At(words.Sentences[s.Index - 1].To).Is(";"));

    /// <summary>The first sentence of the item of a list that a sentence stands in.</summary>
    public static Sentence HeadOfItem(this MessageWords words, Sentence sentence)
    {
        while (sentence is { IsItem: true, Index: > 0 } && words.At(sentence.From - 1).Kind is not TokenKind.Bullet)
            sentence = words.Sentences[sentence.Index - 1];
        return sentence;
    }

    /// <summary>Whether a sentence begins or ends with somebody's name.</summary>
    public static bool IsNamed(this MessageWords words, Sentence sentence)
    {
        var (from, to) = (sentence.From, sentence.To);
        while (
            to > from
            && words.ClassAt(to - 1) is WordClass.Bracket or WordClass.Courtesy or WordClass.Time or WordClass.Comma
        )
            to--;
        while (from < to && words.ClassAt(from) is WordClass.Bracket or WordClass.Courtesy)
            from++;
        return from < to && (IsWho(words.ClassAt(from)) || IsWho(words.ClassAt(to - 1)));
    }

    /// <summary>"Please do the following:", "could you do these three things: ...": what is to be done is said behind it.</summary>
    public static bool AreAnnounced(this MessageWords words, Sentence s, int content)
    {
        if (!words.At(content).Is("do"))
            return false;
        var (announced, listed) = (false, s.Index + 1 < words.Sentences.Count && words.Sentences[s.Index + 1].IsItem);
        for (var i = content + 1; i < s.To; i++)
        {
            announced |=
                i < content + 4 && words.At(i).Lower is "following" or "things" or "jobs" or "tasks"
                || (i == content + 1 && words.At(i).Lower is "these" or "this" && !words.IsPlain(i + 1));
            listed |= words.ClassAt(i) is WordClass.Colon;
        }

        return announced && listed;
    }

    /// <summary>
    /// "Order:", "Ada, please buy:": the verb that a heading says for each thing listed below it; null where it says none.
    /// </summary>
    public static string? VerbAbove(this MessageWords words, Candidate request)
    {
        if (!request.Sentence.IsItem || request.Cue.Cue != Cue.None || !words.ClassAt(request.Content).CanOpenAThing())
            return null;
        var i = request.Sentence.Index;
        while (i > 0 && words.Sentences[i].IsItem)
            i--;
        var heading = words.Sentences[i];
        if (heading.IsItem || words.ClassAt(heading.To - 1) is not WordClass.Colon)
            return null;
        var verb = -1;
        for (var k = heading.From; k < heading.To; k++)
            if (words.IsPlain(k) && words.ClassAt(k) is not (WordClass.To or WordClass.Crew))
                if (verb >= 0)
                    return null;
                else
                    verb = k;
        return
            verb >= 0
            && (
                words.ClassAt(verb) is WordClass.Verb
                // "Plan:", "notes:" are no orders.
                || words.At(verb).Lower is "order" or "book" or "check" or "print" or "pack" or "collect"
            )
            ? words.At(verb).Lower
            : null;
    }

    /// <summary>"By Friday:", and under it "Ada clears the yard": what she does is asked; null where no heading says so.</summary>
    public static ListedPart? DoneUnderAHeading(MessageWords words, Sentence s)
    {
        if (
            !s.IsItem
            || words.WhoAt(s.From, s.To) is not { } who
            || !(
                words.DoneBy(who.To) is not null
                || words.ClassAt(who.From) is WordClass.Crew or WordClass.Determiner && Listing.Orders(words, who.To)
            )
        )
            return null;
        var i = s.Index;
        while (i > 0 && words.Sentences[i].IsItem)
            i--;
        var heading = words.Sentences[i];
        return
            !heading.IsItem
            && words.ClassAt(heading.To - 1) is WordClass.Colon
            && words.Times.Exists(t =>
                t.From >= heading.From && t.To <= heading.To && t is { Due: not null, Repeats: null }
            )
            ? new(s, s.From, who.To, who.To, s.To, who)
            : null;
    }

    private static bool IsWho(WordClass kind) => kind is WordClass.Tag or WordClass.Person or WordClass.Crew;
}
