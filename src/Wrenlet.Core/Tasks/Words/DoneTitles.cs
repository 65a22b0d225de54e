namespace Wrenlet.Core.Tasks.Words;

/// <summary>Makes titles of what is to be done to something: "forty holds to be washed", "I want the shop cleared".</summary>
internal static class DoneTitles
{
    /// <summary>"The carts need their tyres pumping up": "pump up the tyres of the carts"; null where it is not so.</summary>
    public static string? WithItsPart(MessageWords words, Candidate request, string thing, bool[] left)
    {
        if (!(words.At(request.Content).Lower is "its" or "his" or "her" or "their"))
            return null;
        for (var i = request.Content + 2; i < request.End && words.IsPlain(i); i++)
            if (words.ClassAt(i) is WordClass.Gerund && WordForms.GerundBase(words.At(i).Lower) is { } verb)
            {
                var part = Titles.Joined(words, request.Content + 1, i, left, null, null);
                return $"{verb} {Titles.Joined(words, i + 1, request.End, left, null, null)} the {part} of {thing}";
            }
        return null;
    }

    /// <summary>"All carts need their tyres pumping up", read from "need" on; null where nothing stands before it.</summary>
    public static string? OfAllTheirs(MessageWords words, Candidate request, bool[] left)
    {
        if (
            !(words.At(request.From).Lower is "need" or "needs")
            || request.From == request.Sentence.From
            || !words.ClassAt(request.Sentence.From).CanOpenAThing()
        )
            return null;
        var thing = words.Slice(request.Sentence.From, request.From);
        return WithItsPart(words, request, char.ToLowerInvariant(thing[0]) + thing[1..], left);
    }

    /// <summary>
    /// "Forty holds to be washed", "I want the shop cleared": "wash forty holds", "clear the shop"; null where nothing is said to
    /// be done to what is named.
    /// </summary>
    public static string? AsDone(MessageWords words, Candidate request, bool[] left, string? author, bool byStaff)
    {
        // "I am writing to request that the doors be adjusted"
        if (words.At(request.Content - 1).Is("that"))
            for (var i = request.Content + 1; i + 1 < request.End && words.IsPlain(i); i++)
                if (
                    words.At(i).Is("be")
                    && words.ClassAt(i - 1) is not (WordClass.To or WordClass.Modal)
                    && words.ClassAt(i + 1) is WordClass.Past
                    && WordForms.PastBase(words.At(i + 1).Lower) is { } asked
                )
                    return $"{asked} {Titles.Joined(words, request.Content, i, left, author, null)} "
                        + Titles.Joined(words, i + 2, request.End, left, author, null);
        var wished =
            request.Cue.Cue.Label is "wish" or "need"
            // "Could we have the shop cleared"
            || (request.Cue.Cue.Label is "ask" && words.At(request.Content - 1).Lower is "have" or "get")
            // "Knives sharpened (Ada), floor swept (Ben)"
            || (words.ListedAs(request) is { Who: { } its } part && words.At(its.To).Is(")") && its.To < part.End);
        if (
            (!wished && request.Cue.Cue != Cue.None)
            || (
                !words.ClassAt(request.Content).CanOpenAThing()
                && words.ClassAt(request.Content) is not (WordClass.Number or WordClass.Someone)
                && !(wished && IsPronoun(words.At(request.Content).Lower))
            )
        )
            return null;
        // "I want all of them checked"
        var inPlaces =
            IsPronoun(words.At(request.Content).Lower)
            || (words.At(request.Content).Is("all") && words.At(request.Content + 1).Is("of"))
                ? new SpokenOf(words, request, author, byStaff).InPlaces()
                : null;
        var isIf =
            wished
            && (
                words.At(request.Content - 1).Lower is "if" or "time"
                || (words.At(request.Content - 1).Is("that") && words.At(request.Content - 2).Is("time"))
            );
        // "60 tins, greased"
        if (
            !wished
            && words.ClassAt(request.End - 1) is WordClass.Past
            && words.ClassAt(request.End - 2) is WordClass.Comma
            && request.End - request.Content is > 3 and < 8
            && words.ClassAt(request.Content) is WordClass.Number or WordClass.Determiner
            && !Listing.States(words, request.Content, request.End - 1)
            && WordForms.PastBase(words.At(request.End - 1).Lower) is { } doneBehind
        )
            return $"{doneBehind} {Titles.Joined(words, request.Content, request.End - 2, left, author, null)}";
        for (var i = request.Content + 1; i < request.End; i++)
        {
            // "It'd help if the floor was swept", "... if the returns were on the trolley"
            if (isIf && words.At(i).Lower is "was" or "were" or "is" or "are")
            {
                var (what, behind) = (
                    Titles.Joined(words, request.Content, i, left, author, null),
                    Titles.Joined(words, i + 2, request.End, left, author, null)
                );
                return words.ClassAt(i + 1) is WordClass.Past && WordForms.PastBase(words.At(i + 1).Lower) is { } doing
                    ? $"{doing} {what} {behind}"
                    : $"{what} {Titles.Joined(words, i + 1, request.End, left, author, null)}";
            }

            if (
                words.ClassAt(i)
                    is WordClass.Comma
                        or WordClass.Dash
                        or WordClass.Conjunction
                        or WordClass.Subordinator
                        or WordClass.Question
                        or WordClass.Be
                        or WordClass.Have
                || words.At(i).Is("that")
            )
                return null;
            var to = words.At(i).Is("to") && words.At(i + 1).Is("be") ? i + 2 : i;
            if (
                words.ClassAt(to) is not WordClass.Past
                || to >= request.End
                || (to == i && !(wished && EndsAPart(words, to + 1, request.End)))
                || WordForms.PastBase(words.At(to).Lower) is not { } verb
            )
                continue;
            var thing = Titles.Joined(words, request.Content, i, left, author, null, inPlaces);
            return $"{verb} {thing} {Titles.Joined(words, to + 1, request.End, left, author, null)}";
        }

        return null;
    }

    /// <summary>
    /// "The clay bill hasn't been paid", "three of you still haven't done the timesheet": "pay the clay bill", "do the timesheet";
    /// null where nothing is said to be left undone.
    /// </summary>
    public static string? NotDone(MessageWords words, Candidate request, string? author)
    {
        if (words.ListedAs(request) is not { IsAllThatIsAsked: true } || request.Cue.Cue != Cue.None)
            return null;
        return LeftUndone.In(words, request.Content, request.End, author);
    }

    private static bool IsPronoun(string word) => word is "it" or "this" or "that" or "them" or "these" or "those";

    /// <summary>"Ada will have the tickets numbered": "number the tickets"; null where nothing is to be had done.</summary>
    public static string? AsHad(MessageWords words, Candidate request, bool[] left, string? author)
    {
        if (
            request.Cue.Cue.Label is not ("who will" or "who must")
            || !words.At(request.Content).Is("have")
            || words.ClassAt(request.Content + 1) is not WordClass.Determiner
        )
            return null;
        for (var i = request.Content + 3; i < request.End && words.IsPlain(i); i++)
            if (
                words.ClassAt(i) is WordClass.Past
                && EndsAPart(words, i + 1, request.End)
                && WordForms.PastBase(words.At(i).Lower) is { } verb
            )
            {
                var thing = Titles.Joined(words, request.Content + 1, i, left, author, null);
                return $"{verb} {thing} {Titles.Joined(words, i + 1, request.End, left, author, null)}";
            }
        return null;
    }

    private static bool EndsAPart(MessageWords words, int i, int end) =>
        i >= end || !words.IsPlain(i) || words.ClassAt(i) is WordClass.Preposition;
}
