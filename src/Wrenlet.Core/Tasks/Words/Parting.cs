using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Where what is asked surely ends because something else is asked of somebody else or by another time: "sand it today and paint
/// it on Friday", "Ada to ring the hall and Ben to book it". What is parted less surely is for the weights to decide.
/// </summary>
internal static class Parting
{
    /// <summary>Whether a token stands inside a time, or goes on with names: "the office" of "Ada and the office".</summary>
    public static bool IsInside(MessageWords words, int i) =>
        words.TimeAt(i - 1) is { } before && before.Covers(i)
        || words.At(i).Is("the")
            && words.ClassAt(i + 1) is WordClass.Crew
            && words.ClassAt(i - 1) is WordClass.Conjunction
            && words.ClassAt(i - 2) is WordClass.Person;

    /// <summary>What is asked for a wish stands within so many tokens behind it.</summary>
    private const int MostBehind = 40;

    /// <summary>What was, in words that are no participle.</summary>
    private static readonly FrozenSet<string> OnlyPasts = Lexicon.Set(
        "went came fell broke ran took gave wrote forgot rang grew drew flew began ate drove rose saw did was were"
    );

    /// <summary>So many tokens further on a part is no longer looked at: no sentence that asks twice is so long.</summary>
    private const int Furthest = 80;

    /// <summary>The last token that what begins at one can end before.</summary>
    /// <param name="words">The message.</param>
    /// <param name="sentence">The sentence it begins in.</param>
    /// <param name="content">Where it begins.</param>
    public static int EndOf(MessageWords words, Sentence sentence, int content)
    {
        var dated = false;
        var last = Math.Min(EndOfItsPart(words, sentence, content), content + Furthest);
        for (var i = content; i < last; i++)
        {
            // "The lease of 3 March" is not by when.
            dated |= words.TimeAt(i) is { } time && time.From == i && !words.At(i - 1).Is("of");
            if (i == content || !IsJoint(words, i))
                continue;
            var behind = i + 1;
            while (behind < last && IsJoint(words, behind))
                behind++;
            if (behind >= last)
                break;
            if (
                IsAnothersPart(words, sentence, i, behind)
                || IsNoPartOfIt(words, sentence, behind)
                || (words.ClassAt(i) is WordClass.Comma && IsToldInShort(words, content, behind, last))
                || (
                    words.ClassAt(i) is WordClass.Comma && States(words, content, i) && IsAsked(words, sentence, behind)
                )
                // "Order keys - put them in the safe - tell Ada"
                || (words.ClassAt(i) is WordClass.Dash && Orders(words, content) && Orders(words, behind))
                || (dated && Orders(words, behind) && IsDated(words, behind, last) && !Tells(words, behind))
            )
                return i;
        }

        return EndOfItsPart(words, sentence, content);
    }

    /// <summary>Where the part of a list ends that begins at a token, or the list begins that stands behind it.</summary>
    private static int EndOfItsPart(MessageWords words, Sentence sentence, int content)
    {
        foreach (var part in words.ListedIn(sentence))
            if (content < part.From)
                return part.From;
            else if (content < part.End)
                return part.End;
        return sentence.To;
    }

    private static bool IsJoint(MessageWords words, int i) =>
        words.ClassAt(i) is WordClass.Comma or WordClass.Dash || words.At(i).Lower is "and" or "then" or "&" or "+";

    /// <summary>"And paintshop to prime it", "and Tom, ask round", "and could Ben book it"; "tell Ada and Ben to come" is one.</summary>
    private static bool IsAnothersPart(MessageWords words, Sentence sentence, int joint, int behind)
    {
        if (words.ClassAt(behind - 1) is not WordClass.Conjunction)
            return false;
        if (words.CuesAt(sentence, behind).Any(c => c.Cue.Label is Cues.AskWho or "ask someone"))
            return true;
        if (
            words.WhoAt(behind, sentence.To) is not { } who
            || words.ClassAt(joint - 1) is WordClass.Person or WordClass.Crew or WordClass.Tag
        )
            return false;
        var verb = who.To;
        while (words.ClassAt(verb) is WordClass.Comma or WordClass.To or WordClass.Courtesy)
            verb++;
        return Orders(words, verb)
            || words.At(who.To).Lower is "will" or "can" or "could" or "should" or "must"
            || words.DoneBy(who.To) is not null;
    }

    /// <summary>
    /// "Wash the lot again, and from now on nothing gets folded damp", "ring them and don't take no for an answer", "send me the
    /// photo, and would Saturday suit?".
    /// </summary>
    private static bool IsNoPartOfIt(MessageWords words, Sentence sentence, int behind)
    {
        if (!(words.At(behind - 1).Lower is "and" or "&"))
            return false;
        var (word, next) = (words.At(behind).Lower, words.At(behind + 1).Lower);
        return (
                words.ClassAt(behind) is WordClass.Number
                || Lexicon.Numbers.ContainsKey(word)
                || word is "some" or "most"
            )
                && next is "of"
                && words.At(behind + 2).Lower is "them" or "these" or "those"
                && words.ClassAt(behind + 3) is WordClass.Have or WordClass.HaveBase or WordClass.Be
            || word is "nothing" or "nobody" or "no-one" && next is not "else"
            // "Paths clear by ten, and no machines after nine"
            || word is "no" && words.ClassAt(behind - 2) is WordClass.Comma
            || word is "don't" or "dont" or "never" && next is not "forget"
            || word is "do" && next is "not"
            || word is "from" && next is "now"
            || word is "until" or "till" && next is "then"
            // "Change her booking, and she's paying by card"
            || word is "he's" or "she's" or "they're" or "i'm" or "we're"
            || word is "would" or "could"
                && words.At(sentence.To).Is("?")
                && words.ClassAt(behind + 1) is WordClass.Subject or WordClass.Time or WordClass.Other;
    }

    /// <summary>"Ring her, her fabric's come in two shades", "count them, we'll sell them on Friday".</summary>
    private static bool IsToldInShort(MessageWords words, int content, int behind, int last)
    {
        if (words.ClassAt(content) is not (WordClass.Verb or WordClass.VerbOrNoun))
            return false;
        if (words.At(behind).Lower is "we'll" or "they'll" or "he'll" or "she'll")
            return true;
        for (var i = behind; i + 1 < last && !IsJoint(words, i) && i < behind + 4; i++)
            if (words.At(i).Lower.EndsWith("'s", StringComparison.Ordinal))
                return words.At(i + 1).Lower
                        is "come"
                            or "gone"
                            or "been"
                            or "got"
                            or "had"
                            or "run"
                            or "broken"
                            or "expired"
                    && words.ClassAt(behind) is WordClass.Determiner or WordClass.Possessive;
        return false;
    }

    /// <summary>"The inn have doubled their order, tell the dairy": what is so, and what is asked for that reason.</summary>
    public static bool States(MessageWords words, int content, int joint)
    {
        if (
            !words.ClassAt(content).CanOpenAThing()
            && words.ClassAt(content) is not (WordClass.Number or WordClass.Crew)
        )
            return false;
        for (var i = content + 1; i < joint; i++)
            if (
                words.ClassAt(i) is WordClass.Be or WordClass.Have or WordClass.Stating
                || words.ClassAt(i) is WordClass.HaveBase && words.ClassAt(i + 1) is WordClass.Past
                || words.ClassAt(i) is WordClass.Past
                    && i + 1 < joint
                    && words.ClassAt(i + 1) is not WordClass.Preposition
                || words.At(i).Lower is "want" or "wants" or "would"
                // "The inspection's due on the 24th"
                || words.ClassAt(i) is WordClass.Possessive && words.At(i + 1).Is("due")
                // "The invoices went out", which nothing is said to be, as "the form sent to Ada" is
                || OnlyPasts.Contains(words.At(i).Lower)
            )
                return true;
            else if (
                words.ClassAt(i) is WordClass.Question or WordClass.Subordinator
                || words.At(i).Lower is "that" or "to"
            )
                return false;
        return false;
    }

    /// <summary>Whether what begins at a token only says why the next clause is asked: "the licence runs out, Ada renew it".</summary>
    public static bool TellsWhy(MessageWords words, Sentence sentence, int content)
    {
        for (var i = content + 1; i < sentence.To; i++)
            if (words.ClassAt(i) is WordClass.Comma)
            {
                if (!States(words, content, i) && !DoesSomething(words, content, i) && !IsTakenUp(words, content, i))
                    return false;
                return Asks(words, sentence, i);
            }
            else if (words.ClassAt(i) is WordClass.Dash or WordClass.Colon)
                return false;
        return false;
    }

    /// <summary>"The new sheets are here, collect them": whether what stands behind a comma asks for something.</summary>
    private static bool Asks(MessageWords words, Sentence sentence, int comma)
    {
        var behind = comma + 1;
        if (words.WhoAt(behind, sentence.To) is { } who)
            behind = words.ClassAt(who.To) is WordClass.Comma ? who.To + 1 : who.To;
        while (behind < sentence.To && words.ClassAt(behind) is WordClass.Courtesy)
            behind++;
        return behind < sentence.To
            && (
                words.ClassAt(behind) is WordClass.Verb
                || IsAsked(words, sentence, behind)
                || (
                    words.ClassAt(behind) is WordClass.VerbOrNoun
                    && words.ClassAt(behind + 1) is WordClass.Determiner or WordClass.Possessive
                )
                || words.At(behind + 1).Lower is "it" or "them"
            );
    }

    /// <summary>Whether behind a later comma something is asked.</summary>
    public static bool IsAskedBehind(MessageWords words, Sentence sentence, int content)
    {
        for (var i = content + 1; i < Math.Min(sentence.To, content + MostBehind); i++)
            if (words.ClassAt(i) is WordClass.Comma && Asks(words, sentence, i))
                return true;
        return false;
    }

    /// <summary>"New route sheets on my desk, collect them": a thing without a verb, and what is to be done with it.</summary>
    private static bool IsTakenUp(MessageWords words, int content, int comma)
    {
        if (
            !words.ClassAt(content).CanOpenAThing()
            || words.ClassAt(comma + 1) is not (WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb)
            || !(words.At(comma + 2).Lower is "it" or "them")
        )
            return false;
        for (var i = content; i < comma; i++)
            if (words.ClassAt(i) is WordClass.Verb or WordClass.Gerund || words.TimeAt(i) is not null)
                return false;
        return true;
    }

    /// <summary>"The licence runs out": a thing with its verb.</summary>
    private static bool DoesSomething(MessageWords words, int content, int joint)
    {
        if (!words.ClassAt(content).CanOpenAThing())
            return false;
        for (var i = content + 1; i < joint; i++)
            if (
                words.ClassAt(i) is WordClass.Third
                && words.ClassAt(i - 1)
                    is WordClass.Noun
                        or WordClass.NounOrVerb
                        or WordClass.VerbOrNoun
                        or WordClass.Other
                && words.ClassAt(i + 1) is not (WordClass.Comma or WordClass.Noun or WordClass.Third)
            )
                return true;
        return false;
    }

    /// <summary>Whether what was taken for a request only says what is so.</summary>
    public static bool Tells(MessageWords words, Candidate c) =>
        c.Cue.Cue == Cue.None
        && c.Needs < 0
        && (
            // "We owe them a refund, do it today"
            words.ClassAt(c.Content)
                is WordClass.We
                    or WordClass.Subject
                    or WordClass.I
                    or WordClass.Stating
            || States(words, c.Content, c.End)
            || DoesSomething(words, c.Content, c.End)
        );

    private static bool IsAsked(MessageWords words, Sentence sentence, int i) =>
        words.ClassAt(i) is WordClass.Verb
        || words.CuesAt(sentence, i).Any(c => c.Cue.Doer is Doer.You or Doer.Named or Doer.Anyone && c.Content > i);

    private static bool Orders(MessageWords words, int i) =>
        words.ClassAt(i) is WordClass.Verb
        || (
            words.ClassAt(i) is WordClass.VerbOrNoun or WordClass.VerbOrAdjective
            && words.ClassAt(i - 1) is WordClass.Conjunction or WordClass.To
        );

    /// <summary>"And say we come on Friday": that is what is said.</summary>
    private static bool Tells(MessageWords words, int i) =>
        words.At(i).Lower is "say" or "tell" or "ask" or "write" or "let" or "promise" or "explain";

    private static bool IsDated(MessageWords words, int from, int to)
    {
        for (var i = from; i < to && !(i > from && IsJoint(words, i)); i++)
            if (words.ClassAt(i) is WordClass.Time)
                return true;
        return false;
    }
}
