using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Where a word is a verb, whatever else it can be, and also one that is known as none.</summary>
/// <param name="words">The message.</param>
internal sealed class VerbPlaces(MessageWords words)
{
    /// <summary>Words that go with a verb and seldom lead from a thing to a place, as "leak in the roof" does.</summary>
    private static readonly FrozenSet<string> Particles = Lexicon.Set("up out off away back");

    /// <summary>Words after which the base form of a verb stands behind "to".</summary>
    private static readonly FrozenSet<string> LeadToAVerb = Lexicon.Set(
        "need needs has have had got ought going want wants remember forget try able about supposed meant"
    );

    /// <summary>Words that stand where a verb might and are none.</summary>
    private static readonly FrozenSet<string> NoVerbs = Lexicon.Set(
        "else half inside outside below above opposite beside besides despite except otherwise anyway meanwhile upstairs "
            + "downstairs yesterday amid among amongst within beneath underneath toward whilst cos since same such quite double"
    );

    /// <summary>Whether a word is a verb where it stands.</summary>
    public bool IsVerb(int i) =>
        IsVerbOfAThing(i) || IsHavingDone(i) || IsAskedFor(i) || IsNewVerb(i) || IsVerbInTwoWords(i);

    /// <summary>"Also water the ferns", "now water the ferns": what goes on from the sentence before, at its head.</summary>
    public static bool IsGoingOn(MessageWords words, int i) =>
        words.At(i).Lower is "also" or "now" or "next" or "then" or "first" or "firstly" or "finally" or "lastly"
        && words.ClassAt(i - 1) is WordClass.Edge or WordClass.Stop or WordClass.Bullet or WordClass.Mark
        && !words.At(i - 1).Is("(");

    /// <summary>"Could someone photocopy page nine", "we must count heads", "Ada needs to mic the choir".</summary>
    private bool IsAskedFor(int i)
    {
        if (
            words.ClassAt(i)
                is not (
                    WordClass.Noun
                    or WordClass.NounOrVerb
                    or WordClass.VerbOrNoun
                    or WordClass.VerbOrAdjective
                    or WordClass.DoBase
                )
            || NoVerbs.Contains(words.At(i).Lower)
        )
            return false;
        return words.ClassAt(i - 1) switch
        {
            WordClass.To => LeadToAVerb.Contains(words.At(i - 2).Lower),
            WordClass.Someone => words.ClassAt(i - 2) is WordClass.Modal,
            // "Can you pressure-test it"
            WordClass.You => words.ClassAt(i - 2) is WordClass.Modal && IsItsObject(i + 1),
            WordClass.Modal => words.At(i - 1).Lower is "must" or "should" or "mustn't" or "shouldn't",
            _ => false,
        };
    }

    /// <summary>How something is done, in a word that stands with its verb: "deep clean 12", "double check the list".</summary>
    private static readonly FrozenSet<string> Manners = Lexicon.Set(
        "deep spring double cross power jet hand spot dry steam fact proof test road hot cold soft hard bulk batch"
    );

    /// <summary>"Deep clean the van".</summary>
    private bool IsVerbInTwoWords(int i) =>
        Manners.Contains(words.At(i).Lower)
        && words.ClassAt(i + 1) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.VerbOrAdjective
        && words.ClassAt(i - 1)
            is WordClass.Edge
                or WordClass.Stop
                or WordClass.Bullet
                or WordClass.Comma
                or WordClass.Colon
                or WordClass.Dash
                or WordClass.Courtesy
                or WordClass.Tag
                or WordClass.Person
                or WordClass.Crew
                or WordClass.You
                or WordClass.Modal
                or WordClass.To;

    /// <summary>"Deworm the foals": at the head of what is said, and before its object, an unknown word is a verb.</summary>
    private bool IsNewVerb(int i) =>
        words.ClassAt(i) is WordClass.Noun
        && (
            IsNewAtTheHead(i)
            // "It runs out in May, diarise it"
            || (
                words.At(i).Lower is [.., 'i', 's' or 'z', 'e'] or [.., 'i', 'f', 'y']
                && words.ClassAt(i - 1) is WordClass.Comma or WordClass.Conjunction or WordClass.Courtesy
                && IsItsObject(i + 1)
            )
        );

    private bool IsNewAtTheHead(int i) =>
        words.At(i).IsWord
        && words.At(i).Kind is TokenKind.Word
        && words.At(i).Lower.Length > 2
        && !words.At(i).Lower.EndsWith('s')
        && !NoVerbs.Contains(words.At(i).Lower)
        && LeadsToAThing(words.At(i + 1))
        && words.ClassAt(i - 1)
            is WordClass.Edge
                or WordClass.Stop
                or WordClass.Bullet
                or WordClass.Colon
                or WordClass.Dash
                or WordClass.Tag
                or WordClass.Person
                or WordClass.Crew;

    private bool IsItsObject(int i) =>
        LeadsToAThing(words.At(i))
        // "Refund one of them"
        || (words.At(i).Lower is "one" or "some" or "all" or "most" && words.At(i + 1).Is("of"))
        || words.At(i).Lower is "it"
        || words.ClassAt(i) is WordClass.Object;

    /// <summary>"The", "a", "my": what follows names a thing.</summary>
    public static bool LeadsToAThing(Token token) =>
        token.Lower
            is "the"
                or "a"
                or "an"
                or "my"
                or "our"
                or "your"
                or "his"
                or "her"
                or "their"
                or "its"
                or "each"
                or "every"
                or "both";

    /// <summary>
    /// "Water the ferns", "bill them", "somebody true the wheel": before its object, a word is more surely a verb; at the head of
    /// a sentence even one that is somebody's name, as in "Mark the pitch".
    /// </summary>
    private bool IsVerbOfAThing(int i)
    {
        var named = words.ClassAt(i) is WordClass.Person or WordClass.Crew;
        var can = named ? WordForms.ClassOf(words.At(i).Lower) : words.ClassAt(i);
        if (
            can is not (WordClass.VerbOrNoun or WordClass.Verb)
                && (named || can is not (WordClass.NounOrVerb or WordClass.VerbOrAdjective))
            || !(
                IsItsObject(i + 1)
                || (!named && words.ClassAt(i + 1) is WordClass.Possessive)
                // "Top up the float"
                || (!named && Particles.Contains(words.At(i + 1).Lower) && IsItsObject(i + 2))
            )
        )
            return false;
        var before = words.ClassAt(i - 1);
        return before is WordClass.Edge or WordClass.Stop or WordClass.Bullet
            || (!named && IsGoingOn(words, i - 1))
            // "Ada, fuel him up", where there is a crew called Fuel
            || (
                words.ClassAt(i) is WordClass.Crew
                && before is WordClass.Comma or WordClass.Colon
                && words.ClassAt(i - 2) is WordClass.Person
            )
            || !named
                && before
                    is WordClass.Comma
                        or WordClass.Colon
                        or WordClass.Dash
                        or WordClass.Bracket
                        or WordClass.Courtesy
                        or WordClass.Conjunction
                        or WordClass.Someone
                        or WordClass.To
                        or WordClass.Modal
                        or WordClass.You
                        or WordClass.Tag
                        or WordClass.Person
                        or WordClass.Crew;
    }

    /// <summary>"Have it loaded by noon", "have a look": said of what one is to do, not of what one has.</summary>
    private bool IsHavingDone(int i)
    {
        if (
            words.ClassAt(i) is not WordClass.HaveBase
            || words.ClassAt(i - 1)
                is not (
                    WordClass.Edge
                    or WordClass.Stop
                    or WordClass.Bullet
                    or WordClass.Comma
                    or WordClass.Colon
                    or WordClass.Dash
                    or WordClass.Conjunction
                    or WordClass.Courtesy
                    or WordClass.Tag
                    or WordClass.Person
                    or WordClass.Someone
                )
        )
            return false;
        if (
            words.At(i + 1).Is("a")
            && words.At(i + 2).Lower is "look" or "think" or "word" or "listen" or "go" or "chat" or "read" or "quick"
        )
            return true;
        // "Have four people on the dock"
        if (
            (words.ClassAt(i + 1) is WordClass.Number || Lexicon.Numbers.ContainsKey(words.At(i + 1).Lower))
            && words.ClassAt(i + 3) is WordClass.Preposition
        )
            return true;
        // "Have him change the belt"
        if (
            words.At(i + 1).Lower is "him" or "her" or "them"
            && words.ClassAt(i + 2) is WordClass.Verb or WordClass.VerbOrNoun
            && LeadsToAThing(words.At(i + 3))
        )
            return true;
        var thing = words.At(i + 1).Lower is "it" or "them" or "this" or "these" or "that" or "those" ? i + 2 : -1;
        for (
            var k = i + 2;
            thing < 0 && words.ClassAt(i + 1) is WordClass.Determiner or WordClass.Possessive && k < i + 6;
            k++
        )
            if (IsHowItIsToBe(k))
                thing = k;
        return thing > 0 && IsHowItIsToBe(thing);
    }

    /// <summary>"Loaded", "ready".</summary>
    private bool IsHowItIsToBe(int i) => words.ClassAt(i) is WordClass.Past || words.At(i).Lower is "ready" or "handy";

    /// <summary>"Roses need deadheading": whatever word it is.</summary>
    public bool IsGerundOfNeed(int i) =>
        words.ClassAt(i) is WordClass.Noun
        && words.At(i - 1).Lower is "need" or "needs" or "want" or "wants"
        && WordForms.GuessedGerundBase(words.At(i).Lower) is not null;
}
