using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells of single words what they have to do with a name or thing: that they count it, own it, say something of it.</summary>
/// <param name="words">The message.</param>
internal sealed class NamingWords(MessageWords words)
{
    /// <summary>One thing, though its word ends as those of several do.</summary>
    private static readonly FrozenSet<string> OnesInS = Lexicon.Set(
        "atlas canvas gas lens alias bias christmas news series chassis"
    );

    /// <summary>Whether a word counts more than one.</summary>
    public bool IsSeveral(int i) =>
        words.At(i).Kind is TokenKind.Number
            ? words.At(i).Value > 1
            : Lexicon.Numbers.TryGetValue(words.At(i).Lower, out var number) && number > 1;

    /// <summary>"No hurry with 299": what it is called.</summary>
    public bool IsHurried(int i) =>
        words.At(i - 1).Is("with")
        && words.At(i - 2).Lower is "hurry" or "rush" or "trouble" or "problem" or "help"
        && words.At(i).Kind is TokenKind.Number;

    /// <summary>"Out of pins", "low on ink": what there is too little of.</summary>
    public bool IsLacked(int i) =>
        words.At(i - 1).Lower is "of" or "on" && words.At(i - 2).Lower is "out" or "low" or "short"
        // "There's no more fly spray"
        || words.At(i - 1).Is("more") && words.At(i - 2).Is("no")
        || words.At(i - 1).Is("no") && words.At(i - 2).Lower is "there's" or "have" or "got" or "is" or "are";

    /// <summary>"Great work on the brochure": the work is praised.</summary>
    public bool IsPraise(int i) =>
        words.At(i).Lower is "work" or "job" or "stuff" or "effort"
        && words.At(i - 1).Lower is "great" or "good" or "nice" or "lovely" or "fine" or "excellent" or "brilliant";

    /// <summary>"Order sheets for May:": whether what begins here is named only, for what follows a colon.</summary>
    public bool IsHeading(int i, int to)
    {
        if (!IsPlural(words.At(i + 1).Lower))
            return false;
        var end = i + 2;
        while (end < to && words.IsPlain(end) && !IsObjectAt(end))
            end++;
        return words.ClassAt(words.TimeAt(end)?.To ?? end) is WordClass.Colon;
    }

    public static bool IsPlural(string word) =>
        !OnesInS.Contains(word)
        && (
            word is "people" or "men" or "women" or "children" or "feet" or "teeth" or "parents"
            || (
                word.Length > 3
                && word.EndsWith('s')
                && !word.EndsWith("ss", StringComparison.Ordinal)
                && !word.EndsWith("us", StringComparison.Ordinal)
                && !word.EndsWith("is", StringComparison.Ordinal)
                && !word.EndsWith("'s", StringComparison.Ordinal)
            )
        );

    /// <summary>Whether a run is a name: each word with a capital, or one that the firm knows.</summary>
    public bool IsNamed(int from, int to)
    {
        for (var i = from; i < to; i++)
            if (!IsNameWord(i) && !(i > from && words.At(i).Lower is "and" or "&" or "."))
                return false;
        return to > from + 1 || words.ClassAt(from) is WordClass.Other or WordClass.Person || !OpensASentence(from);
    }

    public bool IsPerson(int from, int to)
    {
        for (var i = from; i < to; i++)
            if (words.ClassAt(i) is WordClass.Person)
                return true;
        return false;
    }

    public bool IsNameWord(int i) =>
        words.ClassAt(i) is WordClass.Other or WordClass.Person
        || (
            words.At(i).IsWord
            && char.IsUpper(words.Text[words.At(i).Span.Start])
            && words.ClassAt(i)
                is not (
                    WordClass.Determiner
                    or WordClass.I
                    or WordClass.We
                    or WordClass.You
                    or WordClass.Subject
                    or WordClass.Stating
                    or WordClass.Modal
                    or WordClass.Subordinator
                    or WordClass.Question
                    or WordClass.Someone
                    or WordClass.NoOne
                    or WordClass.Courtesy
                    or WordClass.Crew
                    or WordClass.Conjunction
                    or WordClass.Preposition
                    or WordClass.Adverb
                    or WordClass.Be
                    or WordClass.Have
                    or WordClass.Do
                    or WordClass.DoBase
                )
        );

    public bool OpensASentence(int i) => words.SentenceOf(i).From == i;

    public bool IsOwner(int i) => words.ClassAt(i) is WordClass.Possessive;

    /// <summary>"The vacuum's full, empty it": what a thing is, where no verb stands beside it and the sentence ends.</summary>
    private bool IsAllThatIsSaid(int i) =>
        (Conditions.Contains(words.At(i).Lower) || words.ClassAt(i) is WordClass.VerbOrAdjective)
        && (IsBreak(i + 1) || words.ClassAt(i + 1) is WordClass.Time or WordClass.Conjunction);

    private static readonly FrozenSet<string> Conditions = Lexicon.Set(
        "full empty filthy dirty dusty muddy wet dry damp dead flat loose tight dull blunt low hot cold warm open shut late early cheap "
            + "short down out off done dark noisy rusty sticky slippery leaky wobbly wonky messy faulty mouldy ready free here overdue "
            + "asleep ill sick wrong torn"
    );

    /// <summary>"The mower's making a noise", "the vacuum's full".</summary>
    public bool IsShortForIs(int i) =>
        // "The vacuum's full"
        words.ClassAt(i) is WordClass.Stating
            && words.At(i).Lower.EndsWith("'s", StringComparison.Ordinal)
            && WordForms.ClassOf(words.At(i).Lower) is not WordClass.Stating
        || IsOwner(i)
            && words.At(i).Lower.EndsWith("'s", StringComparison.Ordinal)
            // "Thursday's meeting"
            && !Lexicon.Weekdays.ContainsKey(words.At(i).Lower[..^2])
            && (
                words.ClassAt(i + 1)
                    is WordClass.Gerund
                        or WordClass.Adverb
                        or WordClass.Past
                        or WordClass.Denial
                        or WordClass.Determiner
                        or WordClass.Preposition
                || IsAllThatIsSaid(i + 1)
            )
            && (
                words.ClassAt(i + 1) is WordClass.Preposition or WordClass.Determiner
                || !IsThing(i + 2)
                // "The frame's blown open"
                || words.At(i + 2).Lower is "open" or "shut" or "loose"
                || words.At(i + 1).Lower is "too" or "so" or "very" or "quite" or "rather"
            );

    /// <summary>"Walk-in fridge reads nine degrees": of what a sentence tells, and said without an article.</summary>
    public bool IsBareAtTheHead(Mention m) =>
        (m.Part is Part.Subject || (m.Part is Part.Alone && words.ClassAt(m.To) is WordClass.Gerund or WordClass.Time))
        && !m.IsDefinite
        // "Heating engineer Wednesday, let him in"
        && (!m.IsSomebody || words.ClassAt(m.From) is WordClass.Gerund)
        && !m.Speaks
        // "Two of the straps"
        && !words.At(m.From + 1).Is("of")
        && (OpensASentence(m.From) || words.ClassAt(m.From - 1) is WordClass.Colon)
        && words.ClassAt(m.From)
            is WordClass.Noun
                or WordClass.NounOrVerb
                or WordClass.VerbOrNoun
                or WordClass.VerbOrAdjective
                or WordClass.Gerund
                or WordClass.Third;

    public bool IsThing(int i) =>
        words.ClassAt(i)
            is WordClass.Noun
                or WordClass.NounOrVerb
                or WordClass.VerbOrNoun
                or WordClass.Third
                or WordClass.Verb;

    /// <summary>A verb in -s that never is several of a thing.</summary>
    public static bool IsNoThing(string word) =>
        word
            is "comes"
                or "goes"
                or "gets"
                or "keeps"
                or "makes"
                or "takes"
                or "gives"
                or "seems"
                or "stays"
                or "brings"
                or "begins"
                or "arrives";

    /// <summary>Whether a verb that states comes before the next mark.</summary>
    public bool IsSaidLater(int from, int to)
    {
        for (var i = from; i < to && !IsBreak(i); i++)
            if (words.ClassAt(i).IsHelping())
                return true;
        return false;
    }

    public bool IsObjectAt(int i) =>
        words.ClassAt(i) is WordClass.Determiner or WordClass.Object or WordClass.Possessive or WordClass.Number;

    /// <summary>Whether a verb that states follows a word.</summary>
    public bool IsSaidOf(int i, int to)
    {
        var next = i + 1;
        while (next < to && words.ClassAt(next) is WordClass.Adverb)
            next++;
        return next < to
            && (
                words.ClassAt(next).IsHelping()
                || words.ClassAt(next) is WordClass.Past or WordClass.Third
                || (
                    words.ClassAt(next) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb
                    && (IsPlural(words.At(i).Lower) || IsNameWord(i))
                    && next == i + 1
                )
            );
    }

    public bool IsBreak(int i) =>
        words.ClassAt(i)
            is WordClass.Comma
                or WordClass.Dash
                or WordClass.Colon
                or WordClass.Stop
                or WordClass.Bracket
                or WordClass.Mark
                or WordClass.Edge;

    public static bool IsVerb(WordClass kind) =>
        kind
            is WordClass.Verb
                or WordClass.VerbOrNoun
                or WordClass.Past
                or WordClass.Third
                or WordClass.Gerund
                or WordClass.Have
                or WordClass.HaveBase
                or WordClass.Stating;
}
