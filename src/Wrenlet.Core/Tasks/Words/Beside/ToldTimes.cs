using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>Settles what is told of a time beside what is asked: that something is so then, or is not to be then.</summary>
/// <param name="words">The message.</param>
/// <param name="requests">What was found to be asked.</param>
internal sealed class ToldTimes(MessageWords words, IReadOnlyList<Candidate> requests)
{
    /// <summary>What one has said is to be so by then.</summary>
    private static readonly FrozenSet<string> Promising = Lexicon.Set(
        "promised said told agreed wanted needed hoped offered quoted booked planned meant"
    );

    /// <summary>What settles it; null where the features have to decide.</summary>
    public Verdict? Settle(TimePhrase time, Candidate request) =>
        IsWhatIsSaid(time, request) ? Verdict.By(PlaceTexts.IsPartOfTheThing)
        : IsToldFrom(time, request)
        || (HasADeadline(request) && IsToldOfAnother(time, request))
        || IsDeniedBehind(time, request)
        || IsOfAPartThatTells(time, request)
            ? Verdict.By(PlaceTexts.IsPartOfWhatIsTold)
        : null;

    /// <summary>"No more cheques from Monday, put a notice up", "hand the old cards in, the new ones work from Monday".</summary>
    private bool IsToldFrom(TimePhrase time, Candidate request)
    {
        if (
            time is not { Start: not null, Due: null, Repeats: null }
            || words.SentenceOf(time.From) != request.Sentence
            || TimeRules.IsInside(time, request)
            || time.From == request.Sentence.From
            || !words.IsPlain(time.From - 1)
        )
            return false;
        var (from, to) = time.To <= request.From ? (time.To, request.From) : (request.End, time.From);
        var parted = false;
        for (var i = from; i < to; i++)
            if (words.At(i).Is("so"))
                return false;
            else
                parted |= words.ClassAt(i) is WordClass.Comma or WordClass.Dash;
        return parted && (time.From > request.End || Tells(request.Sentence.From, time.From));
    }

    /// <summary>"The brake by Thursday": by when is said in the request itself.</summary>
    private bool HasADeadline(Candidate request)
    {
        foreach (var time in words.Times)
            if (
                TimeRules.IsInside(time, request)
                && time is { Due: not null, Repeats: null }
                && words.At(time.From).Lower is "by" or "before"
            )
                return true;
        return false;
    }

    /// <summary>"The brake by Thursday, Ben has a test at nine": told in a part of its own.</summary>
    private bool IsToldOfAnother(TimePhrase time, Candidate request)
    {
        if (words.SentenceOf(time.From) != request.Sentence || time.From < request.End || time.Repeats is not null)
            return false;
        var mark = time.From - 1;
        while (mark > request.Content && !Listing.IsMark(words, mark))
            mark--;
        return mark >= request.End - 1 && Listing.States(words, mark + 1, time.From);
    }

    /// <summary>"Could we move it to Tuesday? Mum can't do this week": when it is not to be.</summary>
    private bool IsDeniedBehind(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        if (home.Index <= request.Sentence.Index || requests.Any(r => r.Sentence == home))
            return false;
        // "It isn't urgent, but by Friday please" asks for it: what counts is the part that the time stands in.
        for (var i = time.From - 1; i > home.From && !Listing.IsMark(words, i) && !words.At(i).Is("but"); i--)
            if (
                words.At(i).Lower is "can't" or "cannot" or "couldn't" or "won't" or "isn't" or "aren't"
                // "Lock the store. I found it open this morning"; "I promised it by Friday" is by when.
                || (
                    words.ClassAt(i) is WordClass.Past
                    && words.ClassAt(i - 1) is WordClass.I or WordClass.We
                    && !Promising.Contains(words.At(i).Lower)
                )
            )
                return true;
        return false;
    }

    /// <summary>"Ring them and say Thursday at nine", "offer them the hall for the 2nd".</summary>
    private bool IsWhatIsSaid(TimePhrase time, Candidate request) =>
        TimeRules.IsInside(time, request)
        && time.Repeats is null
        && (
            words.At(time.From - 1).Lower is "say" or "suggest" or "propose"
            || words.At(time.From).Is("for") && IsOffered(request.Content, time.From)
        );

    private bool IsOffered(int from, int to)
    {
        for (var i = from; i < to; i++)
            if (words.At(i).Is("offer"))
                return true;
        return false;
    }

    /// <summary>"Try the mill again, they should be in after five".</summary>
    private bool IsOfAPartThatTells(TimePhrase time, Candidate request)
    {
        if (words.SentenceOf(time.From) != request.Sentence || time.From <= request.Content)
            return false;
        var mark = time.From - 1;
        while (mark > request.Content && !Listing.IsMark(words, mark))
            mark--;
        for (var i = mark + 1; i < time.From; i++)
            if (words.At(i).Lower is "need" or "needs" or "needing" or "needed" or "want" or "wants")
                return false;
        return mark > request.Content
            && words.ClassAt(mark + 1) is WordClass.Subject
            && Asides.IsTold(words, mark + 1, request.Sentence.To);
    }

    /// <summary>"The lorry's coming at two. Be ready".</summary>
    public bool IsToldFirst(TimePhrase time, Candidate request) =>
        time is { Due: not null, Repeats: null }
        && words.At(request.Content).Is("be")
        && words.At(request.Content + 1).Lower is "ready" or "there" or "here"
        && (
            words.SentenceOf(time.From).Index == request.Sentence.Index - 1
                && words.Times.TrueForAll(t => words.SentenceOf(t.From) != request.Sentence)
            // "They come on Wednesday at ten, so be there"
            || words.SentenceOf(time.From) == request.Sentence
                && time.To <= request.From
                && words.Times.TrueForAll(t => t == time || words.SentenceOf(t.From) != request.Sentence)
        );

    private bool Tells(int from, int to)
    {
        if (Listing.States(words, from, to))
            return true;
        for (var i = from; i < to; i++)
            if (words.At(i).Lower is "no" or "want" or "wants")
                return true;
        return false;
    }
}
