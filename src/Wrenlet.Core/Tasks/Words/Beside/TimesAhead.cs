namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>
/// Settles times that stand ahead of what is to be done by then, where several do: "By Thursday Ada should mop, by Friday Ben
/// should paint", "Thursday: Ada to mop. Friday: Ben to paint".
/// </summary>
/// <param name="words">The message.</param>
/// <param name="requests">What was found to be asked.</param>
internal sealed class TimesAhead(MessageWords words, IReadOnlyList<Candidate> requests)
{
    /// <summary>Between a time and what is to be done by then stand no more tokens than these: a name, a courtesy, marks.</summary>
    private const int MostBetween = 8;

    /// <summary>What settles it; null where times do not stand ahead.</summary>
    public Verdict? Settle(TimePhrase time, Candidate request)
    {
        if (time is not { Due: not null, Repeats: null } || Ahead(request) is not { } own || HasATimeInside(request))
            return null;
        foreach (var other in requests)
            if (
                other != request
                && other.Sentence.Line == request.Sentence.Line
                && Math.Abs(other.Sentence.Index - request.Sentence.Index) <= 1
                && !other.BeginsAs(request)
                && Ahead(other) is { } its
                && its != own
            )
                return own == time ? Verdict.By(PlaceTexts.StandsWithItsPart, Placing.WithItsVerb)
                    : its == time ? Verdict.By(PlaceTexts.IsOfAnotherPart)
                    : null;
        return null;
    }

    /// <summary>The time that opens the part of the sentence that asks; null where none does.</summary>
    private TimePhrase? Ahead(Candidate request)
    {
        var i = request.From - 1;
        while (
            i >= request.Sentence.From
            && i > request.From - MostBetween
            && (
                words.ClassAt(i)
                    is WordClass.Comma
                        or WordClass.Colon
                        or WordClass.Dash
                        or WordClass.Courtesy
                        or WordClass.Person
                        or WordClass.Crew
                        or WordClass.Tag
                || words.At(i).Lower is "the" or "and"
            )
        )
            i--;
        return
            i >= request.Sentence.From
            && words.TimeAt(i) is { Due: not null, Repeats: null } time
            && (
                time.From == request.Sentence.From
                || words.ClassAt(time.From - 1) is WordClass.Comma or WordClass.Dash or WordClass.Conjunction
            )
            ? time
            : null;
    }

    private bool HasATimeInside(Candidate request)
    {
        for (var i = request.Content; i < request.End; i++)
            if (words.TimeAt(i) is { Due: not null })
                return true;
        return false;
    }
}
