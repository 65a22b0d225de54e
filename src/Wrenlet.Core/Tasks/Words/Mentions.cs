using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds whom and what a run of words names.</summary>
/// <param name="words">The message.</param>
internal sealed class Mentions(MessageWords words)
{
    private readonly NamingWords _naming = new(words);
    private const int Longest = 8;

    /// <summary>One, and several: "the party is here, split them".</summary>
    private static readonly FrozenSet<string> Groups = Lexicon.Set(
        "group party team club class crew family couple committee band choir audience"
    );

    /// <summary>How one is about something that is named behind it.</summary>
    private static readonly FrozenSet<string> Feeling = Lexicon.Set(
        "grateful glad happy thankful sorry desperate ready unhappy pleased satisfied wrong"
    );

    /// <summary>Whom and what a run of tokens names, in order.</summary>
    public List<Mention> In(int from, int to)
    {
        var found = new List<Mention>();
        var aside = false;
        for (var i = from; i < to; i++)
        {
            if (_naming.IsBreak(i) || words.ClassAt(i) is WordClass.Conjunction or WordClass.Subordinator)
                aside = false;
            // "It's in the drawer", "they are on the board", "whichever suits the hall".
            if (
                words.At(i).Lower is "it's" or "they're" or "which" or "whichever"
                || (
                    words.At(i).Lower is "it" or "they"
                    && (i == from || _naming.IsBreak(i - 1))
                    && !NamingWords.IsVerb(words.ClassAt(i - 1))
                )
            )
                aside = true;
            var opening = i;
            // "Half of our invoices": the invoices.
            if (
                words.At(i).Lower is "half" or "most" or "some" or "many" or "lots" or "rest"
                && words.At(i + 1).Is("of")
            )
                i += 2;
            // "One of the panes has a crack"
            var isOne =
                words.At(i).Is("one") && words.At(i + 1).Is("of") && words.ClassAt(i + 2) is WordClass.Determiner;
            i += isOne ? 2 : 0;
            if (!Begins(i, from, to))
                continue;
            var head = HeadFrom(i, to);
            if (
                head < 0
                || PeopleWords.IsEmpty(words.At(head).Lower)
                // "The labels say 2025", "two are down"
                || (
                    head == i
                    && !_naming.IsHurried(i)
                    && (
                        words.ClassAt(i) is WordClass.Number
                        || (Lexicon.Numbers.ContainsKey(words.At(i).Lower) && !words.At(i + 1).Is("of"))
                    )
                )
            )
                continue;
            var part = PartOf(opening, head + 1, from, to);
            var end = WithAsides(i, head + 1, to, part);
            // "The deposit from Quay Hotel": they may be spoken of as well.
            for (var k = head + 2; k < end; k++)
                if (words.ClassAt(k) is WordClass.Other && words.ClassAt(k - 1) is WordClass.Preposition)
                    found.Add(Of(k, k + 1, k, Part.Aside));
            for (var k = i; k < head; k++)
                // "Thursday's meeting" is nobody's.
                if (
                    _naming.IsOwner(k)
                    && _naming.IsNamed(i, k + 1)
                    && !Lexicon.Weekdays.ContainsKey(words.At(k).Lower[..^2])
                )
                    found.Add(Of(i, k + 1, k, Part.Aside) with { IsSomebody = true });
            if (end - i <= Longest)
                found.Add(
                    isOne
                        ? Of(i, end, head, part) with
                        {
                            From = opening,
                            IsPlural = false,
                            IsInAnAside = aside,
                        }
                        : Of(i, end, head, part) with
                        {
                            IsInAnAside = aside,
                        }
                );
            i = end - 1;
        }

        return found;
    }

    private Mention Of(int from, int to, int head, Part part)
    {
        var title = words.At(from).Lower.TrimEnd('.');
        var kind = words.At(head).Lower;
        var named = _naming.IsNamed(from, head + 1);
        var male = named ? PeopleWords.IsMaleTitle(title) : PeopleWords.IsMale(kind);
        var (counted, owned) = (false, false);
        for (var i = from; i <= head; i++)
            (counted, owned) = (counted || _naming.IsSeveral(i), owned || (i < head && _naming.IsOwner(i)));
        return new(from, to, head, part)
        {
            IsDefinite =
                named
                || (_naming.IsSeveral(from) && head > from)
                || owned
                || words.ClassAt(from) is WordClass.Determiner or WordClass.Possessive or WordClass.Number
                // "Room 2"
                || (head > from && words.ClassAt(head) is WordClass.Number),
            IsPlural =
                words.At(from).Is("both")
                || (counted && words.ClassAt(head) is not WordClass.Number)
                || (!named && NamingWords.IsPlural(kind))
                || HasAnd(from, head),
            IsGroup = Groups.Contains(kind) || words.ClassAt(head) is WordClass.Crew,
            IsSomebody =
                (named && (PeopleWords.IsTitle(title) || _naming.IsPerson(from, head + 1)))
                || male is not null
                || PeopleWords.AreMeant(kind),
            // "The Poetry Circle want the big room": one, and yet several.
            Speaks =
                part is Part.Subject
                && (
                    words.ClassAt(head) is WordClass.Crew
                    || Speaks(to)
                    || (
                        named
                        && !NamingWords.IsPlural(kind)
                        && words.At(to).Lower is "want" or "need" or "have" or "are"
                    )
                ),
            IsMale = male,
        };
    }

    private bool HasAnd(int from, int head)
    {
        for (var i = from; i < head; i++)
            if (words.ClassAt(i) is WordClass.Conjunction && !_naming.IsNamed(from, head + 1))
                return true;
        return false;
    }

    private bool Begins(int i, int from, int to)
    {
        var kind = words.ClassAt(i);
        var before = i > from ? words.ClassAt(i - 1) : WordClass.Edge;
        return kind switch
        {
            WordClass.Determiner => words.At(i).Lower is not ("no" or "every" or "each" or "any" or "all" or "its"),
            // "Grateful for the invoice"
            _ when words.At(i + 1).Lower is "for" or "with" or "about" && Feeling.Contains(words.At(i).Lower) => false,
            _ when words.At(i).Lower is "something" or "anything" or "everything" or "nothing" => false,
            // "Last year's certificates"
            _ when words.At(i).Lower is "last" or "next" or "this" && IsWhen(i + 1) => true,
            WordClass.Possessive when IsWhen(i) && words.At(i - 1).Lower is "last" or "next" or "this" => false,
            // "Great work on the brochure"
            WordClass.Noun
            or WordClass.NounOrVerb
            or WordClass.VerbOrNoun when _naming.IsPraise(i) || _naming.IsPraise(i + 1) => false,
            WordClass.Possessive or WordClass.Noun or WordClass.Number or WordClass.Other => true,
            // "Heating engineer on Wednesday"
            WordClass.Gerund => _naming.OpensASentence(i)
                && words.ClassAt(i + 1) is WordClass.Noun or WordClass.NounOrVerb
                && PeopleWords.AreMeant(words.At(i + 1).Lower),
            // "Kit is off": named, and not called.
            WordClass.Person => _naming.IsSaidOf(i, to)
                || before is WordClass.Preposition
                || NamingWords.IsVerb(before),
            WordClass.NounOrVerb => before
                is not (WordClass.To or WordClass.Modal or WordClass.I or WordClass.We or WordClass.Denial),
            WordClass.Verb => _naming.OpensASentence(i) && (_naming.IsHeading(i, to) || IsNumbered(i, to)),
            WordClass.VerbOrNoun => _naming.IsNameWord(i) && _naming.IsNameWord(i + 1) && i + 1 < to
                // "Fuel cards are in the drawer"
                || (
                    (i == from || _naming.IsBreak(i - 1))
                    && i + 1 < to
                    && words.ClassAt(i + 1) is WordClass.Noun or WordClass.NounOrVerb or WordClass.Third
                    && NamingWords.IsPlural(words.At(i + 1).Lower)
                    && _naming.IsSaidOf(i + 1, to)
                    && words.ClassAt(i + 2) is WordClass.Be or WordClass.Have
                )
                || IsNumbered(i, to)
                || (before is WordClass.Preposition && !_naming.IsSaidOf(i, to))
                // "Order sheets for May: print them"
                || (_naming.OpensASentence(i) && _naming.IsHeading(i, to)),
            // "Our crew is two down, lend them someone"
            WordClass.Crew => _naming.IsSaidOf(i, to) && (i == from || _naming.IsBreak(i - 1)),
            WordClass.Third when words.SentenceOf(i) is var s && s.From == i && s.To == i + 1 => true,
            WordClass.Third => before is not (WordClass.Noun or WordClass.Subject or WordClass.Person)
                && (_naming.IsSaidOf(i, to) || before is WordClass.Preposition || NamingWords.IsVerb(before)),
            _ => _naming.IsNameWord(i) && i + 1 < to && _naming.IsNameWord(i + 1),
        };
    }

    private bool IsWhen(int i) => words.At(i).Lower is "year's" or "month's" or "week's" or "night's";

    /// <summary>The last word of what begins at a token, without what says where or of what it is; -1 where it names nothing.</summary>
    private int HeadFrom(int i, int to)
    {
        var j = i + 1;
        while (j < to && GoesOn(i, j, to))
            j++;
        var head = j - 1;
        while (
            head > i
            && (
                words.ClassAt(head) is WordClass.Adverb or WordClass.Conjunction or WordClass.Determiner
                // "Two vans due their service", "six chairs more"
                || words.At(head).Lower is "due" or "more" or "wrong"
            )
        )
            head--;
        // "The exits clear", "the stairs wider": what they are to be.
        if (
            head > i + 1
            && NamingWords.IsPlural(words.At(head - 1).Lower)
            && (
                words.ClassAt(head) is WordClass.VerbOrAdjective
                || words.At(head).Lower.EndsWith("er", StringComparison.Ordinal)
            )
        )
            head--;
        return
            head == i && words.ClassAt(i) is WordClass.Determiner
            || (_naming.IsOwner(head) && !_naming.IsShortForIs(head))
            ? -1
            : head;
    }

    /// <summary>"Table 9 wobbles", "pump 3 is leaking".</summary>
    private bool IsNumbered(int i, int to) => words.At(i + 1).Kind is TokenKind.Number && _naming.IsSaidOf(i + 1, to);

    /// <summary>"Have the old": whether what goes on with a word is what something is done to.</summary>
    private bool StandsBehindAVerb(int i)
    {
        var first = i;
        while (first > i - 3 && words.ClassAt(first) is not (WordClass.Determiner or WordClass.Possessive))
            first--;
        var behind = PeopleWords.IsTitle(words.At(first - 1).Lower) ? first - 2 : first - 1;
        return words.ClassAt(first) is WordClass.Determiner or WordClass.Possessive
            && first < i
            && words.ClassAt(behind)
                is WordClass.Verb
                    or WordClass.VerbOrNoun
                    or WordClass.Have
                    or WordClass.HaveBase
                    or WordClass.Past
                    or WordClass.Preposition;
    }

    private bool GoesOn(int i, int j, int to)
    {
        var (kind, before) = (words.ClassAt(j), words.ClassAt(j - 1));
        // "Next time Miss Ferry rings"
        if (!_naming.IsNameWord(j - 1) && _naming.IsNameWord(j) && PeopleWords.IsTitle(words.At(j).Lower))
            return before is WordClass.Determiner or WordClass.Possessive;
        if (_naming.IsShortForIs(j - 1))
            return false;
        switch (kind)
        {
            case WordClass.Noun or WordClass.Other or WordClass.Possessive:
                return true;
            case WordClass.NounOrVerb or WordClass.VerbOrAdjective or WordClass.Number:
                return before is not WordClass.Other
                    || kind is WordClass.Number
                    || _naming.IsNameWord(j)
                    || _naming.IsSaidOf(j, to);
            case WordClass.VerbOrNoun or WordClass.Verb or WordClass.Past or WordClass.Gerund:
                return _naming.IsNameWord(j) && _naming.IsNameWord(j - 1)
                    || (
                        kind is not WordClass.Past
                        && before
                            is WordClass.Determiner
                                or WordClass.Possessive
                                or WordClass.VerbOrAdjective
                                or WordClass.Number
                    )
                    // "the tail lift creaks", "the school's order comes in"
                    || (
                        kind is WordClass.VerbOrNoun
                        && !NamingWords.IsPlural(words.At(j - 1).Lower)
                        && !_naming.IsNameWord(j - 1)
                        && (j + 1 >= to || !_naming.IsObjectAt(j + 1))
                    )
                    || (
                        kind is WordClass.Verb or WordClass.VerbOrNoun
                        && !NamingWords.IsPlural(words.At(j - 1).Lower)
                        && (j + 1 >= to || _naming.IsBreak(j + 1) || _naming.IsSaidOf(j, to))
                    )
                    // "The roof hatch at the back leaks": one roof would have "hatches".
                    || (
                        kind is WordClass.Verb
                        && before is WordClass.Noun or WordClass.VerbOrNoun
                        && words.ClassAt(j - 2) is WordClass.Determiner or WordClass.Possessive
                        && !NamingWords.IsPlural(words.At(j - 1).Lower)
                        && !Groups.Contains(words.At(j - 1).Lower)
                        && words.ClassAt(j + 1) is WordClass.Preposition
                    );
            // "The vacuum's full"
            case WordClass.Stating:
                return _naming.IsShortForIs(j)
                    && before
                        is WordClass.Determiner
                            or WordClass.Possessive
                            or WordClass.Noun
                            or WordClass.NounOrVerb
                            or WordClass.VerbOrAdjective;
            case WordClass.Third
                when before is WordClass.VerbOrNoun
                    && NamingWords.IsPlural(words.At(j).Lower)
                    && words.ClassAt(j + 1) is WordClass.Be or WordClass.Have:
                return true;
            case WordClass.Third
                when Lexicon.Reporting.Contains(words.At(j).Lower) || NamingWords.IsNoThing(words.At(j).Lower):
                return false;
            case WordClass.Third:
                return before is WordClass.Determiner or WordClass.Possessive or WordClass.VerbOrAdjective
                    // "If you have the old frames, post them"
                    || ((j + 1 >= to || _naming.IsBreak(j + 1)) && StandsBehindAVerb(j - 1))
                    // "Extraction filters: change them", "mouse traps! Empty them"
                    || words.ClassAt(j + 1) is WordClass.Colon
                    || (j + 1 == words.SentenceOf(j).To && j - 1 == words.SentenceOf(j).From)
                    // "The care plans for rooms 3 and 8 are overdue"
                    || (
                        _naming.IsThing(j - 1)
                        && words.ClassAt(j + 1) is WordClass.Preposition
                        && _naming.IsSaidLater(j + 1, to)
                    )
                    // "Out of safety pins again"
                    || (before is WordClass.Noun && _naming.IsLacked(j - 1))
                    // "Nine leaks", but "room 9 leaks"
                    || (before is WordClass.Number && !_naming.IsThing(j - 2))
                    || (_naming.IsSeveral(j - 1) && !_naming.IsThing(j - 2))
                    || (_naming.IsSaidOf(j, to) && before is not WordClass.Person);
            case WordClass.Adverb or WordClass.Preposition:
                return before is WordClass.Determiner && words.At(j).Lower is not ("of" or "to");
            case WordClass.Conjunction:
                return words.At(j).Lower is "and" or "&"
                    && j + 1 < to
                    && (
                        // "It has a torn zip and the club meets on Friday": what follows says something of its own.
                        words.ClassAt(j + 1) is WordClass.Determiner
                            && !(NamingWords.IsVerb(words.ClassAt(i - 1)) && _naming.IsSaidOf(j + 2, to))
                        || (_naming.IsNameWord(j - 1) && _naming.IsNameWord(j + 1))
                        // "Rooms 3 and 8"
                        || (words.ClassAt(j - 1) is WordClass.Number && words.ClassAt(j + 1) is WordClass.Number)
                    );
            case WordClass.Determiner:
                return before is WordClass.Conjunction;
            // "The hangar", where the crew is called Hangar
            case WordClass.Crew:
                return before is WordClass.Determiner or WordClass.VerbOrAdjective && !_naming.IsSaidOf(j, to);
            default:
                return _naming.IsNameWord(j) && _naming.IsNameWord(j - 1) && words.ClassAt(j) is not WordClass.Person;
        }
    }

    /// <summary>"The seat in row 4 is", "the corrections for the sheet": what says of something which it is, is part of it.</summary>
    private int WithAsides(int from, int end, int to, Part part)
    {
        while (
            end + 1 < to
            && (
                words.At(end).Lower is "of" or "for" or "on" or "in" or "at" or "from"
                // "The lamp over the light table flickers"
                || (
                    part is Part.Subject or Part.Alone
                    && words.At(end).Lower is "over" or "under" or "behind" or "by" or "near" or "above" or "beside"
                )
            )
            && words.TimeAt(end) is null
            && words.ClassAt(end + 1)
                is WordClass.Determiner
                    or WordClass.Noun
                    or WordClass.NounOrVerb
                    or WordClass.Possessive
                    or WordClass.Other
                    or WordClass.Number
                    or WordClass.VerbOrAdjective
                    or WordClass.VerbOrNoun
            && HeadFrom(end + 1, to) is > 0 and var head
            && (
                words.At(end).Lower is "of"
                // "Mixed up the labels on shelf four"
                || (
                    part is Part.Object or Part.Topic
                    && words.At(end).Lower is "on" or "in"
                    && _naming.IsBreak(head + 1)
                    // "She left her bag in the car": that is where it is.
                    && !(
                        words.At(from - 1).Lower is "left" or "put" or "found" or "dropped" or "lost" or "saw" or "keep"
                    )
                )
                || (words.At(end).Is("for") && part is not Part.Aside)
                || (part is Part.Subject or Part.Alone && _naming.IsSaidOf(head, to))
                || (part is Part.Alone && end - from > 1 && _naming.IsBreak(head + 1) && _naming.OpensASentence(from))
            )
        )
            end = head + 1;
        return end;
    }

    private Part PartOf(int i, int end, int from, int to)
    {
        var opens =
            i == from
            || _naming.IsBreak(i - 1)
            || (words.At(i - 1).Is("mate") && words.ClassAt(i - 2) is WordClass.Person)
            || words.ClassAt(i - 1)
                is WordClass.Person
                    or WordClass.Crew
                    or WordClass.Tag
                    or WordClass.Courtesy
                    or WordClass.Conjunction
                    or WordClass.Subordinator;
        var before = words.At(i - 1).Lower;
        return before is "about" or "over" && !opens
            // "There's something wrong with the gate"
            || before is "with"
                && words.At(i - 2).Lower
                    is "wrong"
                        or "happy"
                        or "unhappy"
                        or "pleased"
                        or "satisfied"
                        or "trouble"
                        or "problem"
                        or "problems"
                        or "fault"
                        or "matter"
            || _naming.IsHurried(i)
            // "Great work on the brochure"
            || before is "on" or "with" && _naming.IsPraise(i - 2)
            // "They said yes to the tables"
            || before is "to" && words.At(i - 2).Lower is "yes" or "no"
            || words.At(i - 1).Is("on") && words.At(i - 2).Is("eye")
                ? Part.Topic
            : !opens
            && words.ClassAt(i - 1) is WordClass.Preposition or WordClass.To
            && !IsLiked(i - 1)
            && !IsParticle(i - 1)
            && !(before is "at" && words.At(i - 2).Lower is "look" or "looked" or "looking")
                ? Part.Aside
            : _naming.IsSaidOf(end - 1, to) || (opens && SaidPastAsides(end, to)) ? Part.Subject
            : opens ? Part.Alone
            : Part.Object;
    }

    /// <summary>"I'd like the labels": the verb; "can't do without the mixer": what is needed.</summary>
    private bool IsLiked(int i) =>
        words.At(i).Is("without") && words.At(i - 1).Is("do")
        || words.At(i).Is("like") && words.ClassAt(i - 1) is WordClass.Modal or WordClass.Stating;

    /// <summary>"Mixed up the labels".</summary>
    private bool IsParticle(int i) =>
        words.At(i).Lower is "up" or "out" or "down" or "off" or "away" or "back"
        && words.ClassAt(i - 1) is WordClass.Past or WordClass.Third or WordClass.Verb or WordClass.Gerund;

    private bool SaidPastAsides(int end, int to)
    {
        while (
            end + 1 < to
            && words.ClassAt(end) is WordClass.Preposition
            && words.TimeAt(end) is null
            && HeadFrom(end + 1, to) is > 0 and var head
        )
            end = head + 1;
        return _naming.IsSaidOf(end - 1, to);
    }

    private bool Speaks(int end)
    {
        var i = end;
        while (words.ClassAt(i).IsHelping() || words.ClassAt(i) is WordClass.Adverb or WordClass.Denial)
            i++;
        var word = words.At(i).Lower;
        // "The parcel was sent": something is done to it.
        if (words.ClassAt(i) is WordClass.Past && i > end && words.ClassAt(i - 1) is WordClass.Be)
            return false;
        // "The machine wants updating"
        if (word is "want" or "wants" && words.ClassAt(i + 1) is WordClass.Gerund)
            return false;
        // "A courier is coming for the file"
        return (word is "coming" or "comes" or "calling" && words.At(i + 1).Lower is "for" or "to")
            || PeopleWords.Do(word)
            || (word is "like" or "love" && words.ClassAt(i - 1) is WordClass.Modal);
    }
}
