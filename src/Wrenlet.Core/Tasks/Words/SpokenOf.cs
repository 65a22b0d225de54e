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

    private readonly Mentions _mentions = new(words);
    private readonly Agreement _agreement = new(words, request);
    private readonly NamingWords _naming = new(words);
    private readonly Closeness _closeness = new(words, request);
    private List<Mention>? _before;

    /// <summary>The words to stand in the place of pronouns, by their tokens.</summary>
    public Dictionary<int, string> InPlaces()
    {
        var found = new Dictionary<int, string>();
        var used = new HashSet<Mention>();
        var seen = 0;
        var amounts = new Amounts(words, request, this);
        for (
            var i = IsPronoun(request.Content) && request.Cue.Cue != Cue.None ? request.Content : request.Content + 1;
            i < request.End && seen < Pronouns;
            i++
        )
            if (seen < Pronouns && amounts.Of(i) is { } amount)
            {
                seen++;
                found[i] = amount;
            }
            else if (!byStaff && author is not null && words.At(i).Lower is "us" or "our" && seen++ < Pronouns)
                found[i] = OfTheirs(i, author);
            // "Tell us where we should park"
            else if (!byStaff && words.At(i).Is("we") && found.Count > 0)
                found[i] = "they";
            else if (IsOne(i) && OneOf(i) is { } kind)
                found[i] = kind;
            else if (
                IsOneByItself(i)
                && seen++ < Pronouns
                && !_mentions.In(request.Content, i).Exists(IsIndefinite)
                && Before().Where(IsIndefinite).OrderBy(FromNearest).FirstOrDefault() is { } first
            )
                found[i] = words.Slice(first.From, first.To);
            else if (i == request.Content + 1 && IsOneByItself(i) && IsGotten(words, i - 1) && OneMore() is { } another)
                found[i] = another;
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
                found[i] = $"{words.At(i).Lower} {words.Slice(lacked.From, lacked.To)}";
            // "The milk is off, get some"
            else if (IsSome(i) && Before().OrderBy(FromNearest).FirstOrDefault(IsGone) is { } gone)
                found[i] =
                    $"{words.At(i).Lower} {words.Slice(words.At(gone.From).Is("the") ? gone.From + 1 : gone.From, gone.To)}";
            else if (
                words.At(i).Is("yours")
                && Before().Where(m => !m.IsSomebody && !m.Speaks).MaxBy(m => m.Part is Part.Aside ? 0 : 1) is { } own
            )
                found[i] = "your " + words.At(own.Head).Lower;
            else if (found.Count == 0 && IsOwnersWord(i) && seen++ < Pronouns && OwnerBefore(i) is { } owner)
                found[i] = owner;
            else if (
                IsPronoun(i)
                && seen++ < Pronouns
                && !IsNamedInside(i)
                && (Meant(i) ?? AllOfIt(i)) is { } meant
                && used.Add(meant)
            )
            {
                var named = WordsOf(meant);
                // "Jumps come back on Sunday, count them in"
                if (meant.IsPlural && _naming.IsBareAtTheHead(meant))
                    named = "the " + named;
                // "Check them all"
                if (words.At(i).Is("them") && words.At(i + 1).Is("all") && i + 1 < request.End)
                    (named, found[i + 1]) = ("all " + named, "");
                // "Post Mr Osei's glasses to him".
                if (!found.Values.Any(f => f.StartsWith(named + "'s", StringComparison.Ordinal)))
                    found[i] = named;
            }
        return found;
    }

    /// <summary>"The labels are wrong again. Ada, speak to the printer about it": all that was said of the labels.</summary>
    private Mention? AllOfIt(int i) =>
        words.At(i).Lower is "it" or "this" or "that" && words.At(i - 1).Is("about")
            ? Before()
                .Where(m => m is { Part: Part.Subject, IsSomebody: false, Speaks: false } && !_agreement.IsFirm(m))
                .OrderBy(FromNearest)
                .FirstOrDefault()
            : null;

    /// <summary>What "it" or "they" stands for that opens the request; null where nothing agrees.</summary>
    public string? MeantBy(int pronoun) => Meant(pronoun) is { } meant ? WordsOf(meant) : null;

    /// <summary>"Order", "get": how one comes to have something.</summary>
    public static bool IsGotten(MessageWords words, int verb) =>
        words.At(verb).Lower is "hire" or "order" or "buy" or "borrow" or "rent" or "get";

    /// <summary>"The drill is in the garage until Wednesday, hire one": another of what was told of.</summary>
    private string? OneMore() =>
        Before()
            .Where(m =>
                m is { Part: Part.Subject or Part.Topic, IsPlural: false, IsSomebody: false, Speaks: false }
                && words.At(m.From).Is("the")
                && !_agreement.IsFirm(m)
            )
            .OrderBy(FromNearest)
            .FirstOrDefault()
            is { } told
            ? (words.At(told.From + 1).Lower[0] is 'a' or 'e' or 'i' or 'o' or 'u' ? "an " : "a ")
                + words.Slice(told.From + 1, told.To)
            : null;

    /// <summary>"Can you cover her calls", where the request names nobody whose they could be.</summary>
    private bool IsOwnersWord(int i) =>
        words.At(i).Lower is "her" or "his" or "their"
        && i + 1 < request.End
        && IsThing(i + 1)
        && !(words.At(i).Is("her") && words.At(i + 1).Lower is "one" or "some")
        && !_mentions.In(request.Content, i).Exists(m => m.IsSomebody || m.Speaks || _agreement.IsFirm(m))
        && !Enumerable.Range(request.Content, i - request.Content).Any(k => words.ClassAt(k) is WordClass.Object);

    /// <summary>Whose it is by name: "Ada's"; null where only what somebody is was said.</summary>
    private string? OwnerBefore(int i) =>
        Before()
            .Where(m =>
                OwnerFits(m, words.At(i).Lower)
                && !(words.At(i).Is("their") && words.ClassAt(m.From) is WordClass.Person)
                && (
                    m.Part is Part.Subject && words.ClassAt(m.From) is WordClass.Person or WordClass.Other
                    // "If Ada's driver isn't here, call her office"
                    || (m.IsSomebody && words.ClassAt(m.Head) is WordClass.Possessive)
                    // "Without the boy pulling a face. Swap his head"
                    || (m.IsMale is not null && m.IsDefinite)
                )
                && words.SentenceOf(m.From).Index >= request.Sentence.Index - 1
            )
            .MaxBy(m => (words.At(i).Is("their") || m.IsMale is not null ? words.Count : 0) + m.From)
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
        && (
            !words.IsPlain(i + 1)
            || words.TimeAt(i + 1) is not null
            || i + 1 >= request.End
            // "Put one together"
            || (
                words.At(i + 1).Lower is "together" or "up" or "out" or "in" or "on" or "round" or "over" or "back"
                && (i + 2 >= request.End || !words.IsPlain(i + 2))
            )
        );

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
        words.At(i).Lower is "some" or "more"
        && i == request.Content + 1
        && (!words.IsPlain(i + 1) || words.TimeAt(i + 1) is not null || i + 1 >= request.End);

    private bool IsLacked(Mention m) => _naming.IsLacked(m.From);

    /// <summary>"The milk is off", "the toilet roll is running low".</summary>
    private bool IsGone(Mention m)
    {
        if (m is not { Part: Part.Subject, IsSomebody: false } || (words.At(m.From).Is("the") && m.To - m.From < 2))
            return false;
        for (var i = m.To; i < m.To + 4 && !_naming.IsBreak(i); i++)
            if (words.At(i).Lower is "off" or "low" or "gone" or "out" or "finished" or "sour" or "stale" or "short")
                return true;
        return false;
    }

    private bool IsIndefinite(Mention m) => words.At(m.From).Lower is "a" or "an";

    /// <summary>Orders what is named by sentences, the nearest first, and each by what it names first.</summary>
    private int FromNearest(Mention m) =>
        ((request.Sentence.Index - words.SentenceOf(m.From).Index) * words.Count) + m.From;

    /// <summary>"Put a new one in": one of what was named before; "one of you" is not.</summary>
    private bool IsOne(int i) =>
        words.At(i).Is("one")
        // "Could I have another one"
        && (words.At(i - 1).Is("another") || IsTheKind(i))
        && !words.At(i + 1).Is("of")
        && !IsThing(i + 1);

    private bool IsTheKind(int i) =>
        !words.At(i - 1).Is("other")
        && words.ClassAt(i - 1) is WordClass.VerbOrAdjective or WordClass.NounOrVerb or WordClass.Noun
        && words.ClassAt(i - 2) is WordClass.Determiner;

    private string? OneOf(int i) =>
        Before()
            .Where(m =>
                !m.IsPlural
                && !m.IsSomebody
                && !m.Speaks
                && !_agreement.IsFirm(m)
                && m.Part is not Part.Aside
                && words.At(m.Head).Kind is not TokenKind.Number
                && words.ClassAt(m.Head) is not (WordClass.Possessive or WordClass.Person)
                && words.TimeAt(m.Head) is null
            )
            .MaxBy(m => _closeness.Of(m, i))
            is { } meant
            ? words.At(meant.Head).Lower
            : null;

    public List<Mention> Before()
    {
        if (_before is not null)
            return _before;
        _before = _mentions.In(Math.Max(request.Sentence.From, request.From - Tokens), request.From);
        // "I promised Caspian to send him the drawing"
        if (request.Cue.Cue.Label is "promise" && words.At(request.From + 1).Lower is "promised" or "have")
            _before.AddRange(_mentions.In(request.From + 1, request.Content));
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
            if (
                _agreement.Agrees(mention, pronoun)
                // "If there's no porch bring it back"
                && !(words.At(mention.From).Is("no") || words.At(mention.From - 1).Is("no"))
                && _closeness.Of(mention, pronoun) is var fits
                && fits > best.Fits
            )
                best = (mention, fits);
        return best.Meant;
    }

    /// <summary>"Tell Eloise we can and ask her": named in the request itself.</summary>
    private bool IsNamedInside(int pronoun) =>
        _mentions
            .In(request.Content + 1, pronoun)
            .Exists(m => !LeadsTo(m, pronoun) && _agreement.Agrees(m with { Speaks = false }, pronoun))
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
            // "Get that done", "sort that out with the courier"
            && !(words.At(i).Lower is "that" or "this" && IsPartOfTheVerb(i + 1))
        )
        // "Say that Thursday suits us"
        && !(
            words.At(i).Is("that")
            && words.At(i - 1).Lower is "say" or "tell" or "reply" or "write" or "confirm" or "explain"
            && i + 2 < request.End
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

    private bool IsPartOfTheVerb(int i) =>
        words.At(i).Lower is "done" or "sorted" or "finished" or "fixed" or "out" or "up" or "off" or "over" or "back"
        && words.ClassAt(i - 2) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb;

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

    public string WordsOf(Mention m)
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
        // "Three new tenants": "the three new tenants" from then on.
        else if (Lexicon.Numbers.TryGetValue(words.At(from).Lower, out var number) && number > 1 && m.To > from + 1)
        {
            var counted = char.ToLowerInvariant(words.Slice(from, m.To)[0]) + words.Slice(from, m.To)[1..];
            return
                words.At(from - 1).Lower is "need" or "needs" or "want" or "wants" or "require" or "requires"
                // "Two of the straps"
                || words.At(from + 1).Is("of")
                ? counted
                : "the " + counted;
        }
        // What was first "a parcel" is "the parcel" from then on, and so is "one parcel".
        else if (
            m.To > from + 1
            && (words.At(from).Lower is "a" or "an" || (words.At(from).Is("one") && !words.At(from + 1).Is("of")))
        )
            (whose, from) = ("the ", from + 1);
        // "New list is wrong, correct it": terse, and yet the list.
        else if (
            !m.IsPlural
            && (
                _naming.IsBareAtTheHead(m)
                || (
                    _closeness.IsAllItSays(words.SentenceOf(m.From), m)
                    && words.ClassAt(from) is WordClass.Noun or WordClass.NounOrVerb or WordClass.VerbOrNoun
                )
            )
        )
            whose = "the ";
        var phrase = words.Slice(from, m.To) + WhereItWasLeft(m);
        if (phrase.EndsWith("'s", StringComparison.Ordinal))
            phrase = phrase[..^2];
        return whose
            + (
                words.SentenceOf(from).From == from
                && words.ClassAt(from)
                    is WordClass.Determiner
                        or WordClass.Noun
                        or WordClass.NounOrVerb
                        or WordClass.VerbOrNoun
                        or WordClass.Verb
                        or WordClass.VerbOrAdjective
                        or WordClass.Gerund
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

    /// <summary>"A mattress has been dumped outside number 9": where; empty where nobody left it anywhere.</summary>
    private string WhereItWasLeft(Mention m)
    {
        var i = m.To;
        if (m.Part is not Part.Subject || m.IsSomebody)
            return "";
        while (words.ClassAt(i).IsHelping() || words.ClassAt(i) is WordClass.Adverb)
            i++;
        if (
            i == m.To
            || !(words.At(i).Lower is "left" or "dumped" or "abandoned" or "parked" or "stuck" or "lying" or "standing")
            || !(
                words.At(i + 1).Lower
                is "in"
                    or "on"
                    or "at"
                    or "under"
                    or "behind"
                    or "outside"
                    or "inside"
                    or "by"
                    or "near"
                    or "opposite"
            )
            || words.TimeAt(i + 1) is not null
        )
            return "";
        var end = i + 2;
        while (words.IsPlain(end) && words.ClassAt(end) is not (WordClass.Conjunction or WordClass.Subordinator))
            end++;
        return
            end - i is > 2 and < 7
            // "Left in a state" is how
            && !(words.At(i + 2).Is("it") || words.At(i + 3).Lower is "state" or "mess" or "muddle")
            ? " " + words.Slice(i + 1, end)
            : "";
    }

    private bool OwnerFits(Mention m, string pronoun) =>
        (m.IsSomebody || m.Speaks || _agreement.IsFirm(m))
        && pronoun switch
        {
            "her" => !m.IsPlural && m.IsMale is not true,
            "his" => !m.IsPlural && m.IsMale is not false,
            _ => m.IsMale is null,
        };
}
