using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds what "it", "them" or "him" in a request means, so that its title can be read by itself: "the tail lift creaks, grease
/// it" comes to "Grease the tail lift". What agrees with nothing named before stays as it was written: a wrong name would be
/// worse than none.
/// </summary>
/// <param name="words">The message.</param>
/// <param name="request">The words that ask.</param>
/// <param name="author">Who is meant by "my"; null where that is to stay.</param>
/// <param name="byStaff">Whether one of ours writes: of others "us" and "our" are their own.</param>
internal sealed class SpokenOf(MessageWords words, Candidate request, string? author, bool byStaff)
{
    /// <summary>How well something has to fit.</summary>
    private const double Least = 2.5;

    /// <summary>So many sentences back are looked at, and so many tokens of each.</summary>
    private const int Sentences = 2,
        Tokens = 80;

    /// <summary>So many pronouns of a request are looked up: a title has no more.</summary>
    private const int Pronouns = 3;

    /// <summary>Who is written, told or rung is somebody; what is copied, widened or fetched is not.</summary>
    private static readonly FrozenSet<string> SaidTo = Lexicon.Set(
        "ring call phone tell ask remind write email chase thank offer give let inform invite answer text promise warn help meet pay show"
    );

    private readonly Mentions _mentions = new(words);
    private List<Mention>? _before;

    /// <summary>The words to stand in the place of pronouns, by their tokens.</summary>
    public Dictionary<int, string> InPlaces()
    {
        var found = new Dictionary<int, string>();
        var used = new HashSet<Mention>();
        var seen = 0;
        for (var i = request.Content + 1; i < request.End && seen < Pronouns; i++)
            if (!byStaff && author is not null && words.At(i).Lower is "us" or "our" && seen++ < Pronouns)
                found[i] = OfTheirs(i, author);
            else if (IsOne(i) && OneOf(i) is { } kind)
                found[i] = kind;
            else if (
                IsOneByItself(i)
                && seen++ < Pronouns
                && !_mentions.In(request.Content, i).Exists(IsIndefinite)
                && Before().Where(IsIndefinite).OrderBy(FromNearest).FirstOrDefault() is { } first
            )
                found[i] = words.Slice(first.From, first.To);
            else if (
                IsSome(i)
                && Before()
                    .Where(m => m is { IsPlural: true, IsDefinite: false, IsSomebody: false, Part: not Part.Subject })
                    .OrderBy(FromNearest)
                    .FirstOrDefault()
                    is { } several
            )
                found[i] = words.Slice(several.From, several.To);
            // "We're out of salt, get some"
            else if (IsSome(i) && Before().OrderBy(FromNearest).FirstOrDefault(IsLacked) is { } lacked)
                found[i] = "some " + words.Slice(lacked.From, lacked.To);
            else if (
                words.At(i).Is("yours")
                && Before().Where(m => !m.IsSomebody && !m.Speaks).MaxBy(m => m.Part is Part.Aside ? 0 : 1) is { } own
            )
                found[i] = "your " + words.At(own.Head).Lower;
            else if (found.Count == 0 && IsOwnersWord(i) && seen++ < Pronouns && OwnerBefore(i) is { } owner)
                found[i] = owner;
            else if (IsPronoun(i) && seen++ < Pronouns && !IsNamedInside(i) && Meant(i) is { } meant && used.Add(meant))
            {
                var named = WordsOf(meant);
                // "Post Mr Osei's glasses to him".
                if (!found.Values.Any(f => f.StartsWith(named + "'s", StringComparison.Ordinal)))
                    found[i] = named;
            }
        return found;
    }

    /// <summary>"Can you cover her calls", where the request names nobody whose they could be.</summary>
    private bool IsOwnersWord(int i) =>
        words.At(i).Lower is "her" or "his" or "their"
        && i + 1 < request.End
        && IsThing(i + 1)
        && !(words.At(i).Is("her") && words.At(i + 1).Lower is "one" or "some")
        && !_mentions.In(request.Content, i).Exists(m => m.IsSomebody || m.Speaks || IsFirm(m))
        && !Enumerable.Range(request.Content, i - request.Content).Any(k => words.ClassAt(k) is WordClass.Object);

    /// <summary>Whose it is by name: "Ada's"; null where only what somebody is was said.</summary>
    private string? OwnerBefore(int i) =>
        Before()
            .Where(m =>
                OwnerFits(m, words.At(i).Lower)
                && !(words.At(i).Is("their") && words.ClassAt(m.From) is WordClass.Person)
                && m.Part is Part.Subject
                && words.ClassAt(m.From) is WordClass.Person or WordClass.Other
                && words.SentenceOf(m.From).Index >= request.Sentence.Index - 1
            )
            .MaxBy(m => m.From)
            is { } owner
            ? words.Slice(owner.From, owner.To) is var name && name.EndsWith("'s", StringComparison.Ordinal)
                ? name
                : name + "'s"
            : null;

    /// <summary>"They want a quote, send them one": "a quote".</summary>
    private bool IsOneByItself(int i) =>
        words.At(i).Is("one")
        && (
            words.ClassAt(i - 1) is WordClass.Object or WordClass.Verb or WordClass.VerbOrNoun
            || i == request.Content + 1
            || words.At(i - 1).Is("her")
        )
        && (!words.IsPlain(i + 1) || words.TimeAt(i + 1) is not null || i + 1 >= request.End);

    /// <summary>"Let us know when our books are ready": their name, and from then on "them" and "their".</summary>
    private string OfTheirs(int i, string name)
    {
        var named = false;
        for (var k = request.Content; k < i; k++)
            named |= words.At(k).Lower is "us" or "our" or "me" or "my";
        return words.At(i).Is("us")
            ? named
                ? "them"
                : name
            : named
                ? "their"
                : name + "'s";
    }

    /// <summary>"They want photographs, can you take some".</summary>
    private bool IsSome(int i) =>
        words.At(i).Is("some")
        && i == request.Content + 1
        && (!words.IsPlain(i + 1) || words.TimeAt(i + 1) is not null || i + 1 >= request.End);

    private bool IsLacked(Mention m) =>
        words.At(m.From - 1).Lower is "of" or "on" && words.At(m.From - 2).Lower is "out" or "low" or "short";

    private bool IsIndefinite(Mention m) => words.At(m.From).Lower is "a" or "an";

    /// <summary>Orders what is named by sentences, the nearest first, and each by what it names first.</summary>
    private int FromNearest(Mention m) =>
        ((request.Sentence.Index - words.SentenceOf(m.From).Index) * words.Count) + m.From;

    /// <summary>"Put a new one in": one of what was named before; "one of you" is not.</summary>
    private bool IsOne(int i) =>
        words.At(i).Is("one")
        && words.ClassAt(i - 1) is WordClass.VerbOrAdjective or WordClass.NounOrVerb or WordClass.Noun
        && words.ClassAt(i - 2) is WordClass.Determiner
        && !words.At(i + 1).Is("of")
        && !IsThing(i + 1);

    private string? OneOf(int i) =>
        Before()
            .Where(m => !m.IsPlural && !m.IsSomebody && !m.Speaks && !IsFirm(m) && m.Part is not Part.Aside)
            .MaxBy(m => Fit(m, i))
            is { } meant
            ? words.At(meant.Head).Lower
            : null;

    /// <summary>"The motor hums, have a listen": what one is to look at or listen to; null where the request says it.</summary>
    public string? LookedAt()
    {
        var sense = -1;
        for (var i = request.Content; i < request.End && i < request.Content + 4; i++)
            if (words.At(i).Lower is "look" or "listen" && words.At(request.Content).Is("have"))
                sense = i;
        if (sense < 0 || words.At(sense + 1).Lower is "at" or "to" or "for" or "into" or "in" or "round" or "over")
            return null;
        return
            Before().Where(m => m.Part is Part.Subject && m.IsDefinite && !m.IsSomebody && !m.Speaks).MaxBy(m => m.From)
                is { } meant
            ? (words.At(sense).Is("look") ? "at " : "to ") + WordsOf(meant)
            : null;
    }

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
                || words.ClassAt(request.From - 1) is WordClass.Comma
                    && Listing.States(words, request.Sentence.From, request.From)
            )
            && BareOrder.EndOf(words, request.Sentence, request.Content) is { } mark
            && mark <= request.End
            && Stated() is { } stated
        )
            return WordsOf(stated);
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
            return WordsOf(new(thing, colon, colon - 1, Part.Alone));

        return words.ClassAt(colon) is WordClass.Colon && _mentions.In(request.Sentence.From, colon) is [.., var last]
            ? WordsOf(last)
            : null;
    }

    /// <summary>"The lease came back unsigned. Ada, chase": what was told something of; null where nothing was.</summary>
    private Mention? Stated()
    {
        foreach (var mention in Before())
            if (
                mention is { Part: Part.Subject, IsInAnAside: false }
                && words.SentenceOf(mention.From).Index >= request.Sentence.Index - 1
                && (mention.IsDefinite || mention.IsPlural || IsFirm(mention))
                && (!(mention.IsSomebody || IsFirm(mention)) || SaidTo.Contains(words.At(request.Content).Lower))
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
        if (
            words.At(request.Content).Lower is not ("do" or "get" or "sort")
            || !(words.At(request.Content + 1).Lower is "it" or "that" or "so")
            || request.Sentence.Index == 0
            || words.Sentences[request.Sentence.Index - 1] is var before && !words.At(before.To).Is("?")
        )
            return null;
        for (var i = before.From + 1; i < before.To; i++)
            if (
                words.ClassAt(i) is WordClass.Past
                && words.ClassIn(before, before.From) is WordClass.Be or WordClass.Have
                && WordForms.PastBase(words.At(i).Lower) is { } verb
                && _mentions.In(before.From + 1, i) is [var thing, ..]
            )
                return $"{verb} {WordsOf(thing)}";
        return null;
    }

    private List<Mention> Before()
    {
        if (_before is not null)
            return _before;
        _before = _mentions.In(Math.Max(request.Sentence.From, request.From - Tokens), request.From);
        for (var back = 1; back <= Sentences && request.Sentence.Index - back >= 0; back++)
        {
            var sentence = words.Sentences[request.Sentence.Index - back];
            _before.AddRange(_mentions.In(Math.Max(sentence.From, sentence.To - Tokens), sentence.To));
        }

        return _before;
    }

    private Mention? Meant(int pronoun)
    {
        (Mention? Meant, double Fits) best = (null, Least);
        foreach (var mention in Before())
            if (Agrees(mention, pronoun) && Fit(mention, pronoun) is var fits && fits > best.Fits)
                best = (mention, fits);
        return best.Meant;
    }

    private bool Agrees(Mention m, int pronoun) =>
        words.At(pronoun).Lower switch
        {
            "him" => !m.IsPlural && m.IsMale is not false && CanBeSomebody(m),
            "her" => !m.IsPlural && m.IsMale is not true && CanBeSomebody(m),
            "them" or "those" or "these" => IsSaidTo(pronoun)
                ? m.IsMale is null
                    && (m.Speaks || IsFirm(m) || (m.IsPlural && (m.IsSomebody || m.Part is Part.Subject or Part.Topic)))
                : m.IsGroup && words.At(pronoun).Is("them")
                    || (m.IsPlural && !m.Speaks && !(m.IsSomebody && m.Part is Part.Subject))
                    || (m.Speaks && m.IsMale is null && m.Part is Part.Subject),
            _ => !m.IsPlural && !m.IsSomebody && !m.Speaks && !IsFirm(m),
        };

    /// <summary>"Our new coach starts on Monday, show her round": who does something may be somebody, whatever the word.</summary>
    private bool CanBeSomebody(Mention m) =>
        m.IsSomebody || m.Speaks || IsFirm(m) || (m.Part is Part.Subject && m.IsDefinite);

    private bool IsFirm(Mention m) => words.ClassAt(m.Head) is WordClass.Other;

    private bool IsSaidTo(int pronoun)
    {
        for (var i = pronoun - 1; i >= request.Content && i >= pronoun - 2; i--)
            if (SaidTo.Contains(words.At(i).Lower))
                return true;
        return words.At(pronoun - 1).Lower is "to" or "onto" && !words.At(pronoun - 2).Is("on")
            || (
                words.At(pronoun - 1).Is("with")
                && words.At(request.Content).Lower
                    is "confirm"
                        or "check"
                        or "agree"
                        or "arrange"
                        or "speak"
                        or "talk"
                        or "discuss"
                        or "meet"
            );
    }

    private double Fit(Mention m, int pronoun)
    {
        var fit = m.Part switch
        {
            Part.Topic => 5.0,
            Part.Subject or Part.Alone => 4,
            Part.Object => 3.5,
            _ => 1.5,
        };
        if (!m.IsDefinite)
            fit -= 1;
        // "We need sixty flags. Order them"
        if (words.At(m.From - 1).Lower is "need" or "needs" or "want" or "require")
            fit += 2;
        if (m.IsInAnAside)
            fit -= 2;
        if (words.At(pronoun).Lower is "them" && m.Speaks && !IsSaidTo(pronoun))
            fit -= 3.5;
        if (words.At(pronoun).Lower is "him" or "her" && !m.IsSomebody && !m.Speaks && !IsFirm(m))
            fit -= 1;
        // "Mrs Cleave's cheque bounced, write her".
        if (m.IsSomebody && m.Part is Part.Aside)
            fit += 1.5;
        if (m.Speaks && words.At(pronoun).Lower is "him" or "her" or "them")
            fit += 2;
        fit -= (request.Sentence.Index - words.SentenceOf(m.From).Index) * 0.75;
        // Of two that fit alike, what was said last.
        return fit + (m.From / 10_000.0);
    }

    /// <summary>"Tell Eloise we can and ask her": named in the request itself.</summary>
    private bool IsNamedInside(int pronoun) =>
        _mentions
            .In(request.Content + 1, pronoun)
            .Exists(m => !LeadsTo(m, pronoun) && Agrees(m with { Speaks = false }, pronoun))
        || words.At(pronoun).Lower is "him" or "her" && HasNameInside(pronoun);

    /// <summary>"A towel under it", "a photo of it": what stands before a preposition is not what stands behind it.</summary>
    private bool LeadsTo(Mention m, int pronoun)
    {
        if (words.ClassAt(pronoun - 1) is not (WordClass.Preposition or WordClass.To or WordClass.Question))
            return false;
        for (var i = m.To; i < pronoun; i++)
            if (words.ClassAt(i) is WordClass.Conjunction or WordClass.Comma or WordClass.Dash)
                return false;
        return true;
    }

    private bool HasNameInside(int pronoun)
    {
        for (var i = request.Content; i < pronoun; i++)
            if (words.ClassAt(i) is WordClass.Other or WordClass.Person)
                return true;
        return false;
    }

    private bool IsPronoun(int i) =>
        words.At(i).IsWord
        && words.At(i).Lower is "it" or "them" or "him" or "her" or "that" or "those" or "this" or "these"
        // "that page", "her number": no pronoun but part of what follows
        && !(
            words.At(i).Lower is "that" or "those" or "this" or "these" or "her"
            && words.IsPlain(i + 1)
            && i + 1 < request.End
            && !(words.At(i).Is("her") && (!IsThing(i + 1) || words.At(i + 1).Lower is "one" or "some"))
        )
        // "make sure that", "it is late"
        && !(
            i + 1 < request.End
            && words.ClassAt(i + 1) is WordClass.Be or WordClass.Modal or WordClass.Have
            // "Sort it, would you"
            && words.ClassAt(i + 2) is not WordClass.You
            && words.ClassAt(i - 1) is not WordClass.Question
            && !words.At(i - 1).Is("whether")
        );

    private bool IsThing(int i) =>
        words.ClassAt(i)
            is WordClass.Noun
                or WordClass.NounOrVerb
                or WordClass.VerbOrNoun
                or WordClass.VerbOrAdjective
                or WordClass.Third
                or WordClass.Number
                or WordClass.Verb
                or WordClass.Possessive
                or WordClass.Other;

    private string WordsOf(Mention m)
    {
        var from = m.From;
        var whose = "";
        if (words.At(from).Lower is "her" or "his" or "their" && m.To > from + 1)
        {
            var owner = Before()
                .Where(o => o != m && o.From < m.From && OwnerFits(o, words.At(from).Lower))
                .MaxBy(o => o.From);
            if (owner is null)
                return words.Slice(from, m.To);
            var named = words.Slice(owner.From, owner.To);
            if (words.ClassAt(owner.From) is WordClass.Determiner)
                named = char.ToLowerInvariant(named[0]) + named[1..];
            (whose, from) = (named + "'s ", from + 1);
        }
        else if (words.At(from).Is("my") && author is not null)
            (whose, from) = (author + "'s ", from + 1);
        // What was first "a parcel" is "the parcel" from then on.
        else if (words.At(from).Lower is "a" or "an" && m.To > from + 1)
            (whose, from) = ("the ", from + 1);
        var phrase = words.Slice(from, m.To);
        if (phrase.EndsWith("'s", StringComparison.Ordinal))
            phrase = phrase[..^2];
        return whose
            + (
                words.SentenceOf(from).From == from
                && words.ClassAt(from)
                    is WordClass.Determiner
                        or WordClass.Noun
                        or WordClass.NounOrVerb
                        or WordClass.Number
                        or WordClass.Third
                && !(
                    words.At(from + 1).IsWord
                    && char.IsUpper(words.Text[words.At(from + 1).Span.Start])
                    && from + 1 < m.To
                )
                    ? char.ToLowerInvariant(phrase[0]) + phrase[1..]
                    : phrase
            );
    }

    private bool OwnerFits(Mention m, string pronoun) =>
        (m.IsSomebody || m.Speaks || IsFirm(m))
        && pronoun switch
        {
            "her" => !m.IsPlural && m.IsMale is not true,
            "his" => !m.IsPlural && m.IsMale is not false,
            _ => m.IsMale is null,
        };
}
