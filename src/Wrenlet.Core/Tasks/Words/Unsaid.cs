namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds what a request leaves unsaid because it was said before: "roses: deadhead", "the lease came back unsigned. Ada, chase",
/// "out of screws again! Two hundred, today".
/// </summary>
/// <param name="words">The message.</param>
/// <param name="request">The words that ask.</param>
/// <param name="spokenOf">What was named before.</param>
internal sealed class Unsaid(MessageWords words, Candidate request, SpokenOf spokenOf)
{
    private readonly Mentions _mentions = new(words);
    private readonly Agreement _agreement = new(words, request);

    /// <summary>"The motor hums, have a listen": what one is to look at or listen to; null where the request says it.</summary>
    public string? LookedAt()
    {
        var sense = -1;
        for (var i = request.Content; i < request.End && i < request.Content + 4; i++)
            if (words.At(i).Lower is "look" or "listen" && words.At(request.Content).Is("have"))
                sense = i;
        if (sense < 0 || words.At(sense + 1).Lower is "at" or "to" or "for" or "into" or "in" or "round" or "over")
            return null;
        if (words.At(sense).Is("look") && WhyNot() is { } kept)
            return kept;
        if (words.At(sense).Is("look") && Lost() is { } lost)
            return lost;
        if (
            spokenOf
                .Before()
                .Where(m => m.Part is Part.Subject or Part.Alone && m.IsDefinite && !m.IsSomebody && !m.Speaks)
                .MaxBy(m => m.From) is
            { } meant
        )
            return (words.At(sense).Is("look") ? "at " : "to ") + spokenOf.WordsOf(WithoutItsVerb(meant));
        return null;
    }

    /// <summary>"Somebody is stuck at the mill, go now": where to; null where the request says it, or nobody did.</summary>
    public string? GoneTo()
    {
        if (!words.At(request.Content).Is("go"))
            return null;
        for (var i = request.Content + 1; i < request.End; i++)
            if (
                words.IsPlain(i)
                && words.At(i).Lower is not ("now" or "round" or "over" or "instead" or "straight" or "away")
            )
                return null;
        Mention? place = null;
        foreach (var m in spokenOf.Before())
            if (
                !m.Speaks
                && words.SentenceOf(m.From).Index >= request.Sentence.Index - 2
                && (
                    words.At(m.From - 1).Lower is "at" or "about"
                    || (m.Part is Part.Subject && _agreement.IsFirm(m) && words.ClassAt(m.From) is WordClass.Other)
                )
                && (place is null || words.At(m.From - 1).Lower is "at" or "about")
            )
                place = m;
        return place is null ? null : "to " + spokenOf.WordsOf(place);
    }

    /// <summary>"I left my scarf in row two. Could somebody have a look?": for what, and where; null where nothing was lost.</summary>
    private string? Lost()
    {
        foreach (var mention in spokenOf.Before())
            if (
                mention.Part is Part.Object
                && words.At(mention.From - 1).Lower
                    is "left"
                        or "lost"
                        or "forgot"
                        or "forgotten"
                        or "mislaid"
                        or "dropped"
            )
            {
                var to = mention.To;
                if (words.ClassAt(to) is WordClass.Preposition && words.TimeAt(to) is null)
                    while (
                        words.IsPlain(to)
                        && words.ClassAt(to) is not (WordClass.I or WordClass.Conjunction or WordClass.Subordinator)
                    )
                        to++;
                return $"for {spokenOf.WordsOf(mention)} {(to > mention.To ? words.Slice(mention.To, to) : "")}".TrimEnd();
            }
        return null;
    }

    /// <summary>"The lock on the door sticks": the lock on the door, where its verb was taken for a thing.</summary>
    private Mention WithoutItsVerb(Mention m) =>
        m.Part is Part.Alone
        && m.To - m.From > 2
        && words.SentenceOf(m.From).To == m.To
        && words.ClassAt(m.To - 1) is WordClass.Third
        && words.ClassAt(m.To - 2) is WordClass.Noun or WordClass.NounOrVerb or WordClass.VerbOrNoun
            ? m with
            {
                To = m.To - 1,
            }
            : m;

    /// <summary>"Hugo still can't log in, have a look": why Hugo still can't log in; null where nobody is kept from anything.</summary>
    private string? WhyNot()
    {
        var s = request.Sentence;
        for (var i = s.From; i < request.From; i++)
            if (
                words.At(i).Lower is "can't" or "cannot" or "couldn't"
                && words.ClassAt(s.From)
                    is WordClass.Person
                        or WordClass.Other
                        or WordClass.Determiner
                        or WordClass.Possessive
            )
            {
                var end = i + 1;
                while (end < request.From && !Listing.IsMark(words, end))
                    end++;
                var told = words.Slice(s.From, end);
                return "why "
                    + (
                        words.ClassAt(s.From) is WordClass.Determiner or WordClass.Possessive
                            ? char.ToLowerInvariant(told[0]) + told[1..]
                            : told
                    );
            }
        return null;
    }

    /// <summary>So many tokens back somebody's wish is looked for.</summary>
    private const int Near = 60;

    /// <summary>A title of so many words or fewer says too little by itself.</summary>
    private const int Short = 5;

    /// <summary>"Ada: lift contract, runs out in May, get three prices": for the lift contract; null where that is said.</summary>
    /// <param name="title">What is said already.</param>
    public string? PricedFor(string title)
    {
        var s = request.Sentence;
        var opens = words.WhoAt(s.From, s.To) is { } who ? who.To + 1 : s.From;
        if (
            title.TrimEnd().Split(' ') is not [.., "price" or "prices" or "quote" or "quotes" or "offer" or "offers"]
            || title.Contains(" for ", StringComparison.Ordinal)
            || request.From <= opens
        )
            return null;
        var end = opens;
        while (end < request.From && words.IsPlain(end))
            end++;
        return end > opens && words.ClassAt(end) is WordClass.Comma && words.ClassAt(end + 1) is WordClass.Third
            ? $"for the {char.ToLowerInvariant(words.Slice(opens, end)[0])}{words.Slice(opens, end)[1..]}"
            : null;
    }

    /// <summary>"Mill Lane want it in white, can you change the order": for whom; null where that is said, or nobody wants it.</summary>
    /// <param name="title">What is said already.</param>
    public string? For(string title)
    {
        if (
            title.Split(' ', StringSplitOptions.RemoveEmptyEntries) is not { Length: > 1 and <= Short } said
            || Agreement.SaidTo.Contains(said[0].ToLowerInvariant())
            || said.Any(w =>
                w is "for" or "to" or "with" or "them" or "him" or "her" or "back" or "it" or "that" or "one"
            )
            || request.Cue.Cue.Doer is Doer.Author
            || !IsAWishBefore()
        )
            return null;
        foreach (var mention in spokenOf.Before())
            if (
                mention.Part is Part.Subject
                && _agreement.IsFirm(mention)
                && words.ClassAt(mention.From) is not (WordClass.I or WordClass.We)
                && words.SentenceOf(mention.From).Index >= request.Sentence.Index - 1
                && (
                    words.At(mention.To).Lower is "want" or "wants" or "need" or "needs"
                    // "The inn rang. Two crates of ale, please"
                    || words.At(mention.To).Is("rang")
                        && request.Cue.Cue == Cue.None
                        && words.ClassAt(request.Content).CanOpenAThing()
                    || words.At(mention.To).Is("would") && words.At(mention.To + 1).Is("like")
                )
                && words.Slice(mention.From, mention.To) is var name
                && !title.Contains(name, StringComparison.OrdinalIgnoreCase)
            )
                return "for " + spokenOf.WordsOf(mention);
        return null;
    }

    /// <summary>Whether a customer is named shortly before it who wants something: looking closer costs more than this.</summary>
    private bool IsAWishBefore()
    {
        for (var i = request.From - 1; i > 0 && i > request.From - Near; i--)
            if (
                words.ClassAt(i - 1) is WordClass.Other
                && words.At(i).Lower is "want" or "wants" or "need" or "needs" or "would" or "rang"
            )
                return true;
        return false;
    }

    /// <summary>"Mrs Hale would like to come on Friday, say yes": to whom; null where the request says it.</summary>
    public string? SaidTo() =>
        words.At(request.Content).Is("say")
        && words.At(request.Content + 1).Lower is "yes" or "no"
        && (request.Content + 2 >= request.End || !words.IsPlain(request.Content + 2))
        && spokenOf
            .Before()
            .Where(m => m.Part is Part.Subject && (m.Speaks || m.IsSomebody || _agreement.IsFirm(m)))
            .MaxBy(m => m.From)
            is { } asking
            ? "to " + spokenOf.WordsOf(asking)
            : null;

    /// <summary>
    /// "If the van fails its test tell me": if what; null where the request says more, or no such clause opens its sentence.
    /// </summary>
    public string? GivenWhat()
    {
        var s = request.Sentence;
        if (
            !words.At(s.From).Is("if")
            || !(
                words.At(request.Content).Lower
                is "tell"
                    or "let"
                    or "ring"
                    or "call"
                    or "text"
                    or "warn"
                    or "shout"
                    or "say"
            )
            || words.At(request.Content + 1).Lower is not ("me" or "us" or "so")
        )
            return null;
        for (var i = request.Content + 2; i < request.End; i++)
            if (words.IsPlain(i) && !words.At(i).Is("know"))
                return null;
        var end = request.From;
        while (end > s.From && !words.IsPlain(end - 1))
            end--;
        return "if " + words.Slice(s.From + 1, end);
    }

    /// <summary>"We will need four cars on Saturday. Please confirm": what is wanted; null where the request says it.</summary>
    public string? Confirmed() =>
        words.At(request.Content).Is("confirm")
        && (request.Content + 1 >= request.End || !words.IsPlain(request.Content + 1))
        && spokenOf
            .Before()
            .Find(m =>
                m.Part is Part.Object
                && !m.IsSomebody
                && words.At(m.From - 1).Lower
                    is "need"
                        or "want"
                        or "like"
                        or "book"
                        or "order"
                        or "reserve"
                        or "have"
                        or "rented"
                        or "hired"
                        or "booked"
                        or "ordered"
            )
            is { } wanted
            ? words.Slice(wanted.From, wanted.To)
            : null;

    /// <summary>"Roses: deadhead": what a verb alone is done to; null where nothing stands before its colon.</summary>
    public string? Topic()
    {
        var plain = 0;
        var end = words.ListedAs(request) is { IsAllThatIsAsked: true } all
            ? Math.Min(all.End, request.End)
            : request.End;
        for (var i = request.Content; i < end; i++)
            if (words.IsPlain(i))
                plain++;
        if (
            request.Needs < 0
            && BareOrder.WantsAThing(words, request.Content)
            && (
                words.ListedAs(request) is { IsAllThatIsAsked: true }
                || request.From == request.Sentence.From
                // "The meeting needs an agenda. Ada, draft by Thursday"
                || words.WhoAt(request.Sentence.From, request.From) is { } called && called.To == request.From - 1
                || (words.ClassAt(request.From - 1) is WordClass.Comma || request.Cue.Cue.Label is "ask")
                    && Listing.States(words, request.Sentence.From, request.From)
            )
            && BareOrder.EndOf(words, request.Sentence, request.Content) is not null
            && Stated() is { } stated
        )
            return spokenOf.WordsOf(stated);
        // "Out of screws again! Two hundred, today"
        if (IsOnlyANumber() && new Amounts(words, request, spokenOf).Things() is { } lacked)
            return lacked;
        if (
            plain != 1
            || words.ClassAt(request.Content)
                is not (WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb or WordClass.VerbOrAdjective)
        )
            return null;
        var colon = request.From - 1;
        while (
            colon > request.Sentence.From
            && words.ClassAt(colon) is WordClass.Person or WordClass.Tag or WordClass.Crew or WordClass.Courtesy
        )
            colon--;
        if (request.From == request.Sentence.From)
            return null;
        // "Ada, tyres for the van, please order"
        if (
            words.ListedAs(request) is { IsAllThatIsAsked: true }
            && Listing.IsMark(words, colon)
            && CalledAlone.ThingBefore(words, request.Sentence, colon) is { } thing
        )
            return spokenOf.WordsOf(new(thing, colon, colon - 1, Part.Alone));

        return words.ClassAt(colon) is WordClass.Colon && _mentions.In(request.Sentence.From, colon) is [.., var last]
            ? spokenOf.WordsOf(last)
            : null;
    }

    /// <summary>"The lease came back unsigned. Ada, chase": what was told something of; null where nothing was.</summary>
    private Mention? Stated()
    {
        foreach (var mention in spokenOf.Before())
            if (
                mention is { Part: Part.Subject, IsInAnAside: false }
                && words.SentenceOf(mention.From).Index >= request.Sentence.Index - 1
                && (mention.IsDefinite || mention.IsPlural || _agreement.IsFirm(mention))
                && (
                    !(mention.IsSomebody || _agreement.IsFirm(mention))
                    || Agreement.SaidTo.Contains(words.At(request.Content).Lower)
                )
            )
            {
                var home = words.SentenceOf(mention.From);
                var to = home == request.Sentence ? request.From : home.To;
                // "The meeting needs an agenda. Ada, draft": what is needed.
                return words.At(mention.To).Lower is "need" or "needs" or "want" or "wants"
                        ? _mentions.In(mention.To + 1, to).Find(m => m.Part is not Part.Aside)
                    : Listing.States(words, mention.To, to) ? mention
                    : null;
            }

        return null;
    }

    /// <summary>"Is the lease stamped? If not, do it": stamp the lease; null where no such question stands before it.</summary>
    public string? DoneTo()
    {
        // "Please do it", where "please do" is how one asks
        var asked = words.At(request.Content - 1).Is("do") ? request.Content - 1 : request.Content;
        if (
            words.At(asked).Lower is not ("do" or "get" or "sort")
            || !(words.At(asked + 1).Lower is "it" or "that" or "so" || !words.IsPlain(asked + 1))
            || request.Sentence.Index == 0
            || words.Sentences[request.Sentence.Index - 1] is var before && !words.At(before.To).Is("?")
        )
            return null;
        for (var i = before.From + 1; i < before.To; i++)
            if (
                words.ClassAt(i) is WordClass.Past
                && words.ClassIn(before, before.From) is WordClass.Be or WordClass.Have or WordClass.HaveBase
                && WordForms.PastBase(words.At(i).Lower) is { } verb
                && (ThingIn(before.From + 1, i) ?? ThingIn(i + 1, before.To)) is { } thing
            )
                return $"{verb} {spokenOf.WordsOf(thing)}{WhatIsAdded(asked + 2)}";
        return null;
    }

    /// <summary>"If not, do it today, eight of the large ones": the large ones.</summary>
    private string WhatIsAdded(int from)
    {
        var comma = from;
        while (comma < request.End && words.ClassAt(comma) is WordClass.Time)
            comma++;
        return
            comma + 1 < request.End
            && words.ClassAt(comma) is WordClass.Comma
            && (
                words.ClassAt(comma + 1) is WordClass.Number or WordClass.Determiner
                || Lexicon.Numbers.ContainsKey(words.At(comma + 1).Lower)
            )
            && !Listing.States(words, comma + 1, request.End)
            ? ", " + words.Slice(comma + 1, request.End)
            : "";
    }

    private Mention? ThingIn(int from, int to) => _mentions.In(from, to) is [var thing, ..] ? thing : null;

    private bool IsOnlyANumber()
    {
        var i = request.Content;
        while (
            i < request.End
            && (
                words.ClassAt(i) is WordClass.Number
                || Lexicon.Numbers.ContainsKey(words.At(i).Lower)
                || words.At(i).Lower is "hundred" or "thousand" or "dozen"
            )
        )
            i++;
        return i > request.Content && (i >= request.End || words.ClassAt(i) is WordClass.Comma or WordClass.Dash);
    }
}
