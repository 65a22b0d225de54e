namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>Finds times of what one is thanked for, of what was lost, and of when there is nothing to do.</summary>
internal static class TimesOfNoWork
{
    /// <summary>Whether a time is of something like it, and so of no request.</summary>
    public static bool Are(MessageWords words, TimePhrase time, Candidate request) =>
        IsThankedFor(words, time, request)
        || IsWhenThereIsNothing(words, time, request)
        || IsOfWhatIsLost(words, time, request)
        || IsWhenItWasSaid(words, time, request)
        || IsInsteadOfIt(words, time)
        || IsWhatItIsFor(words, time, request)
        || IsWhenOneCanCome(words, time, request);

    /// <summary>"I can come at two to look at it. Please keep it indoors": when, of something else; "have it ready" is by then.</summary>
    private static bool IsWhenOneCanCome(MessageWords words, TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        return home.Index < request.Sentence.Index
            && words.ClassAt(home.From) is WordClass.I or WordClass.We
            && words.At(home.From + 1).Lower is "can" or "could"
            && words.At(home.From + 2).Lower is "come" or "call" or "visit"
            && words.At(request.Content).Lower
                is not ("have" or "get" or "let" or "be" or "open" or "meet" or "put" or "leave");
    }

    /// <summary>"Order the mats for the fair. By Monday please": what for, where a sentence of its own says when.</summary>
    private static bool IsWhatItIsFor(MessageWords words, TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        if (
            time is not { IsMilestone: true, Due: not null }
            || home != request.Sentence
            || !words.At(time.From).Is("for")
            || home.Index + 1 >= words.Sentences.Count
        )
            return false;
        var next = words.Sentences[home.Index + 1];
        return next.Line == home.Line
            && words.TimeAt(next.From) is { Due: not null, Repeats: null, DayAlone: not null } by
            && Enumerable
                .Range(by.To, next.To - by.To)
                .All(i => words.ClassAt(i) is WordClass.Courtesy or WordClass.Comma);
    }

    /// <summary>"Rather than resetting it every morning, ask the maker": how often, till now.</summary>
    private static bool IsInsteadOfIt(MessageWords words, TimePhrase time)
    {
        var home = words.SentenceOf(time.From);
        for (var i = time.From - 1; i > home.From && !Listing.IsMark(words, i); i--)
            if (
                words.At(i).Lower is "of" or "than"
                && words.At(i - 1).Lower is "instead" or "rather"
                && words.ClassAt(i + 1) is WordClass.Gerund
            )
                return true;
        return false;
    }

    /// <summary>"Ask him for a donation. He said in March that he'd think about it": when he said so.</summary>
    private static bool IsWhenItWasSaid(MessageWords words, TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        return home.Index != request.Sentence.Index
            && words.ClassAt(home.From) is WordClass.Subject
            && words.At(home.From + 1).Lower is "said" or "told" or "wrote" or "asked" or "promised"
            && time.From <= home.From + 4;
    }

    /// <summary>"I have lost my ticket for Friday. Could you send me a new one?": what it is for.</summary>
    private static bool IsOfWhatIsLost(MessageWords words, TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        if (
            time is not { DayAlone: not null }
            || home.Index >= request.Sentence.Index
            || !words.At(time.From).Is("for")
            || words.ClassAt(time.From - 1)
                is not (WordClass.Noun or WordClass.NounOrVerb or WordClass.VerbOrNoun or WordClass.Third)
        )
            return false;
        for (var i = home.From; i < time.From; i++)
            if (words.At(i).Lower is "lost" or "forgotten" or "missed" or "mislaid" or "got" or "bought")
                return true;
        return false;
    }

    /// <summary>"Ada: buy stamps. Ben: nothing today".</summary>
    private static bool IsWhenThereIsNothing(MessageWords words, TimePhrase time, Candidate request) =>
        words.At(time.From - 1).Lower is "nothing" && words.SentenceOf(time.From) != request.Sentence;

    /// <summary>"Cheers for the help on Sunday, could you also wash the aprons".</summary>
    private static bool IsThankedFor(MessageWords words, TimePhrase time, Candidate request)
    {
        if (time.To > request.From || words.SentenceOf(time.From) != request.Sentence)
            return false;
        var i = time.From - 1;
        while (i > request.Sentence.From && !Listing.IsMark(words, i - 1))
            i--;
        return words.At(i).Lower is "thanks" or "thank" or "cheers" or "ta"
            && words.At(words.ClassAt(i + 1) is WordClass.You ? i + 2 : i + 1).Is("for");
    }
}
