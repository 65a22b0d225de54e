namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>Tells where a name is that of a place, or of somebody who is only told something.</summary>
internal static class NamesTold
{
    /// <summary>"Ada, you said your sister has one, and Ben to fetch it": told to her, and asked of somebody called behind it.</summary>
    public static bool IsToldSomething(MessageWords words, WhoPhrase who, Candidate request)
    {
        var i = words.ClassAt(who.To) is WordClass.Comma ? who.To + 1 : who.To;
        var isTold =
            words.ClassAt(i) is WordClass.You && words.At(i + 1).Lower is "said" or "told" or "promised" or "mentioned"
            || words.At(i).Is("you're") && words.ClassAt(i + 1) is WordClass.Gerund;
        if (!isTold)
            return false;
        // "Ada, you said you'd be near, can you drop it off": somebody else has to be called behind it.
        foreach (var other in words.Names)
            if (other.From > who.To && other.From <= request.Content)
                return true;
        return false;
    }

    /// <summary>"Reception always forgets it. Please put up a note, Ada": what they do is told.</summary>
    public static bool IsOfAHabit(MessageWords words, WhoPhrase who, Candidate request) =>
        words.SentenceOf(who.From) is var home
        && home != request.Sentence
        && who.From == home.From
        && words.At(who.To).Lower is "always" or "often" or "usually" or "sometimes" or "rarely"
        && words.ClassAt(who.To + 1) is WordClass.Third or WordClass.Verb or WordClass.VerbOrNoun;

    /// <summary>"Under the shop", "for their second shop": what is called as a crew is, is a place here.</summary>
    public static bool IsAPlace(MessageWords words, WhoPhrase who)
    {
        if (words.ClassAt(who.Names[0]) is not WordClass.Crew || who.Names.Count > 1)
            return false;
        var opens = words.At(who.From).Is("the") ? who.From : who.From - 1;
        if (
            words.ClassAt(opens)
            is WordClass.Noun
                or WordClass.NounOrVerb
                or WordClass.VerbOrAdjective
                or WordClass.Time
        )
            opens--;
        return words.At(opens - 1).Lower
                is "under"
                    or "in"
                    or "at"
                    or "behind"
                    or "outside"
                    or "near"
                    or "inside"
                    or "into"
                    or "above"
                    or "opposite"
                && words.ClassAt(opens) is WordClass.Determiner or WordClass.Possessive or WordClass.Crew
            // "Before it leaves the workshop"
            || words.At(opens - 1).Lower is "leaves" or "leave" or "left" or "reaches" && words.At(opens).Is("the")
            || words.At(opens - 1).Is("for") && words.At(opens).Lower is "their" or "his" or "her";
    }

    /// <summary>"The kitchen has to be swept": what is called as a crew is, is what something is done to.</summary>
    public static bool IsInNeed(MessageWords words, WhoPhrase who, Candidate request) =>
        request.Needs > who.From
        && who.From >= request.From
        && words.At(who.From).Is("the")
        && !DoesSomething(words, request.Content);

    /// <summary>"Sweep the yard": whether a verb has something that it is done to.</summary>
    private static bool DoesSomething(MessageWords words, int verb) =>
        words.ClassAt(verb) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb
        && !words.At(verb - 1).Is("be")
        && words.ClassAt(verb + 1)
            is WordClass.Determiner
                or WordClass.Possessive
                or WordClass.Person
                or WordClass.Number;

    private static bool IsSomebodyNamedBefore(MessageWords words, WhoPhrase who)
    {
        foreach (var other in words.Names)
            if (other.To <= who.From && words.SentenceOf(other.From) == words.SentenceOf(who.From))
                return true;
        return false;
    }

    private static bool IsAnotherCalledBehind(MessageWords words, WhoPhrase who, Candidate request)
    {
        foreach (var other in words.Names)
            if (
                other.From > who.To
                && other.To <= request.Content
                && words.SentenceOf(other.From) == words.SentenceOf(who.From)
                && words.ClassAt(other.From - 1) is WordClass.Comma
                && (other.To == request.Content || words.ClassAt(other.To) is WordClass.You)
            )
                return true;
        return false;
    }

    /// <summary>"Take the long rods", where there is a crew of rods; "whether we can do it with four riders".</summary>
    public static bool IsOfAThing(MessageWords words, WhoPhrase who, Candidate request) =>
        words.ClassAt(who.Names[0]) is WordClass.Crew
        && (
            who.From == who.Names[0]
                && who.From > request.Content + 1
                && words.ClassAt(who.From - 1)
                    is WordClass.VerbOrAdjective
                        or WordClass.Noun
                        or WordClass.NounOrVerb
                        or WordClass.Number
                && words.ClassAt(who.From - 2) is WordClass.Determiner or WordClass.Possessive
            // "The piano in room 3 is flat", where there is a crew for pianos
            || words.At(who.From).Is("the")
                && who.Names.Count == 1
                && words.At(who.To).Lower is "in" or "on" or "at" or "near" or "by" or "behind" or "outside"
                && words.IsPlain(who.To + 1)
                && IsSomebodyNamedBefore(words, who)
            // "The drivers leave an hour later, office you stay"
            || words.At(who.From).Is("the")
                && words.ClassAt(who.To) is WordClass.Verb or WordClass.VerbOrNoun
                && IsAnotherCalledBehind(words, who, request)
            || who.From > request.Content && Lexicon.Numbers.ContainsKey(words.At(who.From - 1).Lower)
        );
}
