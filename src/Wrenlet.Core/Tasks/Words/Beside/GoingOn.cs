namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>
/// Finds whose doing goes on behind "and" or "then": "Ada must sweep the yard by Thursday and wash the van by Friday", and who is
/// called at the head of what is asked.
/// </summary>
internal static class GoingOn
{
    /// <summary>Whether what somebody is to do goes on in a request that says itself of nobody.</summary>
    /// <param name="words">The message.</param>
    /// <param name="requests">What was found to be asked.</param>
    /// <param name="who">Whoever it is.</param>
    /// <param name="request">The request.</param>
    public static bool IsOf(MessageWords words, IReadOnlyList<Candidate> requests, WhoPhrase who, Candidate request)
    {
        var (on, home) = (request, words.SentenceOf(who.From).Index);
        while (GoesOn(words, on))
        {
            Candidate? before = null;
            foreach (var other in requests)
                if (
                    other.From < on.From
                    && !other.BeginsAs(on)
                    && other.Sentence.Index >= home
                    && (before is null || other.From > before.From)
                )
                    before = other;
            if (before is null || IsAnyoneNamedBetween(words, before.Content, request.Content))
                return false;
            if (before.Cue is { Cue.Doer: Doer.Named, Who: { } named })
                return named.From == who.From && named.To == who.To;
            on = before;
        }

        return false;
    }

    /// <summary>"And wash the van", ", then wash the van", "; then wash the van".</summary>
    private static bool GoesOn(MessageWords words, Candidate request)
    {
        if (request.Cue.Cue != Cue.None || request.Needs >= 0)
            return false;
        var i = request.From - 1;
        if (words.At(i).Is("then"))
            return i == request.Sentence.From
                ? words.At(i - 1).Is(";")
                : words.ClassAt(i - 1) is WordClass.Comma or WordClass.Conjunction or WordClass.Time;
        return words.ClassAt(i) is WordClass.Conjunction && words.At(i).Lower is "and" or "&"
            || (words.At(request.From).Is("then") && words.At(i).Is(";"));
    }

    private static bool IsAnyoneNamedBetween(MessageWords words, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (words.ClassAt(i) is WordClass.Person or WordClass.Crew or WordClass.Tag or WordClass.Someone)
                return true;
        return false;
    }

    /// <summary>"Ada and I will visit the mill": Ada, beside whoever writes.</summary>
    public static IEnumerable<TaskOwner> BesideTheAuthor(MessageWords words, Candidate promise) =>
        words.At(promise.From - 1).Lower is "and" or "&"
        && words.Names.Find(n => n.To == promise.From - 1) is { } beside
        && (beside.From == promise.Sentence.From || words.ClassAt(beside.From - 1) is WordClass.Comma)
            ? beside.Names.Select(i => words.At(i).Name!.Owner!)
            : [];

    /// <summary>"Ben, tune the rig", "if he hasn't paid, Ben, ring him": who is called at the head or right before it.</summary>
    public static bool IsCalledFor(MessageWords words, WhoPhrase who, Candidate request)
    {
        if (words.SentenceOf(who.From) != request.Sentence || who.To > request.Content)
            return false;
        var marked = words.ClassAt(who.To) is WordClass.Comma or WordClass.Colon or WordClass.Dash;
        return IsAtTheHead(words, who, request.Sentence)
            ? marked || words.ClassAt(who.Names[0]) is WordClass.Tag || who.To == request.Content
            : marked && who.To + 1 == request.From && words.ClassAt(who.From - 1) is WordClass.Comma or WordClass.Dash;
    }

    /// <summary>"Ben, ...", "and Ben, ...", "also, Ben, ...".</summary>
    private static bool IsAtTheHead(MessageWords words, WhoPhrase who, Sentence sentence)
    {
        var head = sentence.From;
        while (
            head < who.From
            && (
                words.ClassAt(head) is WordClass.Conjunction or WordClass.Courtesy or WordClass.Comma
                || words.At(head).Is("also")
            )
        )
            head++;
        return head == who.From;
    }
}
