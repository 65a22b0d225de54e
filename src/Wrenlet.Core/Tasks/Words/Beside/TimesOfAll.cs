namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>
/// Finds by when all of what was listed before is to be done, where a sentence of its own says so: "1. towels 2. lamps. Both by
/// Friday", "Ada: towels; Ben: lamps - all for the fair".
/// </summary>
internal static class TimesOfAll
{
    /// <summary>A sentence that says no more than by when has no more words before its time.</summary>
    private const int MostWords = 6;

    /// <summary>Whether a sentence says of all that was listed before by when it is to be done, and asks for nothing else.</summary>
    public static bool IsSaidBy(MessageWords words, Sentence s) =>
        s.Index > 0
        && words.At(s.From).Lower is "both" or "all" or "everything"
        && words.Sentences[s.Index - 1] is var before
        && (before.Line == s.Line || (before.IsItem && before.Line == s.Line - 1))
        && EndsWithItsTime(words, s)
        && HasNoVerb(words, s);

    /// <summary>Whether a time is of all that was listed before it, and so of a request.</summary>
    public static bool Is(MessageWords words, IReadOnlyList<Candidate> requests, TimePhrase time, Candidate request)
    {
        if (time is not { Due: not null, Repeats: null })
            return false;
        var home = words.SentenceOf(time.From);
        if (home.Index <= request.Sentence.Index || requests.Count < 2)
            return false;
        if (ArePartedBySemicolons(words, request.Sentence, home))
            return IsBehindAll(words, home, time);
        if (!(IsSaidBy(words, home) || IsAllThatIsSaid(words, home)))
            return false;
        foreach (var one in requests)
            if (one.Sentence.Index >= home.Index)
                return false;
        return true;
    }

    /// <summary>"Trade fair. Ada the stand, Ben the signs": a milestone by itself, and what is shared out for it.</summary>
    public static bool IsAboveParts(MessageWords words, TimePhrase time, Candidate request)
    {
        var heading = words.SentenceOf(time.From);
        if (
            time is not { IsMilestone: true, Due: not null }
            || time.From != heading.From
            || time.To < heading.To
            || request.Sentence.Index != heading.Index + 1
            || words.ListedIn(request.Sentence) is not [{ Who: not null }, _, ..]
        )
            return false;
        return !HasATime(words, request.Sentence);
    }

    /// <summary>"Open day - who does what: Ada signs, Ben balloons. I'll do the coffee": the author's own part.</summary>
    public static bool IsAboveMine(MessageWords words, TimePhrase time, Candidate request)
    {
        var heading = words.SentenceOf(time.From);
        return request.Cue.Cue.Doer is Doer.Author
            && time is { IsMilestone: true, Due: not null }
            && time.From == heading.From
            && request.Sentence.Index == heading.Index + 1
            && request.Sentence.Line == heading.Line
            && words.ListedIn(heading) is [{ Who: not null }, _, ..]
            && !HasATime(words, request.Sentence);
    }

    private static bool HasATime(MessageWords words, Sentence s)
    {
        foreach (var time in words.Times)
            if (words.SentenceOf(time.From) == s)
                return true;
        return false;
    }

    /// <summary>Whether a sentence behind a list says no more than a time.</summary>
    private static bool IsAllThatIsSaid(MessageWords words, Sentence home) =>
        // "Ada posters, Ben tours, Tom the till. One week before at the latest"
        (
            words.TimeAt(home.From) is not null
            && EndsWithItsTime(words, home)
            && HasNoVerb(words, home)
            && words.ListedIn(words.Sentences[home.Index - 1]).Count > 1
            && words.Sentences[home.Index - 1].Line == home.Line
        )
        // "1) towels 2) lamps. Before you go home tonight"
        || (
            words.At(home.From).Lower is "before" or "by"
            && EndsWithItsTime(words, home)
            && words.Sentences[home.Index - 1].IsItem
            && words.Sentences[home.Index - 1].Line == home.Line
        );

    private static bool ArePartedBySemicolons(MessageWords words, Sentence from, Sentence to)
    {
        for (var i = from.Index; i < to.Index; i++)
            if (!words.At(words.Sentences[i].To).Is(";"))
                return false;
        return true;
    }

    /// <summary>"- all for the fair", ", all in the van by six".</summary>
    public static bool IsBehindAll(MessageWords words, Sentence s, TimePhrase time)
    {
        for (var i = time.From - 1; i > s.From && i >= time.From - MostWords; i--)
            if (words.At(i).Lower is "all" or "both" or "everything")
                return Listing.IsMark(words, i - 1);
        return false;
    }

    private static bool EndsWithItsTime(MessageWords words, Sentence s)
    {
        var end = s.To;
        while (
            end > s.From
            && words.ClassAt(end - 1)
                is WordClass.Courtesy
                    or WordClass.Comma
                    or WordClass.Priority
                    or WordClass.Person
                    or WordClass.Tag
        )
            end--;
        if (words.At(end - 1).Is("latest") && words.At(end - 2).Is("the") && words.At(end - 3).Is("at"))
            end -= 3;
        return words.TimeAt(end - 1) is { } time && time.From - s.From <= MostWords;
    }

    private static bool HasNoVerb(MessageWords words, Sentence s)
    {
        for (var i = s.From + 1; i < s.To; i++)
            if (
                words.ClassAt(i)
                    is WordClass.Verb
                        or WordClass.Past
                        or WordClass.Gerund
                        or WordClass.Stating
                        or WordClass.Colon
                        or WordClass.Noun
                || words.ClassAt(i).IsHelping()
            )
                return words.ClassAt(i) is WordClass.Noun
                    && words.ClassAt(i - 1) is WordClass.Possessive or WordClass.Determiner or WordClass.Preposition;
        return true;
    }

    /// <summary>"Thursday:", and below it "drivers: ferry tickets by noon".</summary>
    public static bool IsDayAboveItems(MessageWords words, TimePhrase time, Candidate request)
    {
        var heading = words.SentenceOf(time.From);
        if (
            !request.Sentence.IsItem
            || heading.IsItem
            || time is not { DayAlone: not null, Repeats: null }
            || time.From != heading.From
            || words.ClassAt(time.To) is not WordClass.Colon
            || words.IsPlain(time.To + 1) && time.To + 1 < heading.To
        )
            return false;
        for (var i = heading.Index + 1; i < request.Sentence.Index; i++)
            if (!words.Sentences[i].IsItem)
                return false;
        foreach (var other in words.Times)
            if (other.ClockAlone is null && words.SentenceOf(other.From) == request.Sentence)
                return false;
        return true;
    }
}
