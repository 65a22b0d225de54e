namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Where what is asked surely ends because something else is asked of somebody else or by another time: "sand it today and paint
/// it on Friday", "Ada to ring the hall and Ben to book it". What is parted less surely is for the weights to decide.
/// </summary>
internal static class Parting
{
    /// <summary>So many tokens further on a part is no longer looked at: no sentence that asks twice is so long.</summary>
    private const int Furthest = 80;

    /// <summary>What is counted is counted within so many tokens of its sentence's head.</summary>
    private const int CountsWithin = 8;

    /// <summary>The last token that what begins at one can end before.</summary>
    /// <param name="words">The message.</param>
    /// <param name="sentence">The sentence it begins in.</param>
    /// <param name="content">Where it begins.</param>
    public static int EndOf(MessageWords words, Sentence sentence, int content)
    {
        var dated = false;
        var last = Math.Min(sentence.To, content + Furthest);
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
                || IsCounted(words, sentence, content, i)
                || IsCalledApart(words, sentence, i, behind)
                || (
                    words.ClassAt(i) is WordClass.Comma && States(words, content, i) && IsAsked(words, sentence, behind)
                )
                // "Order keys - put them in the safe - tell Ada"
                || (words.ClassAt(i) is WordClass.Dash && Orders(words, content) && Orders(words, behind))
                || (dated && Orders(words, behind) && IsDated(words, behind, last) && !Tells(words, behind))
            )
                return i;
        }

        return sentence.To;
    }

    private static bool IsJoint(MessageWords words, int i) =>
        words.ClassAt(i) is WordClass.Comma or WordClass.Dash || words.At(i).Lower is "and" or "then" or "&" or "+";

    /// <summary>"And paintshop to prime it", "and Tom, ask round", "and could Ben book it"; "tell Ada and Ben to come" is one.</summary>
    private static bool IsAnothersPart(MessageWords words, Sentence sentence, int joint, int behind)
    {
        if (words.ClassAt(behind - 1) is not WordClass.Conjunction)
            return false;
        if (words.CuesAt(sentence, behind).Any(c => c.Cue.Label == Cues.AskWho))
            return true;
        if (
            words.WhoAt(behind, sentence.To) is not { } who
            || words.ClassAt(joint - 1) is WordClass.Person or WordClass.Crew or WordClass.Tag
        )
            return false;
        var verb = who.To;
        while (words.ClassAt(verb) is WordClass.Comma or WordClass.To or WordClass.Courtesy)
            verb++;
        return Orders(words, verb) || words.At(who.To).Is("will") || words.DoneBy(who.To) is not null;
    }

    /// <summary>
    /// "Two jobs for Stan: lamp in the lift, lock on the gate": what is counted before it is listed, where so many parts follow.
    /// </summary>
    public static bool IsCounted(MessageWords words, Sentence sentence, int content, int joint)
    {
        var count = 0;
        var opens = -1;
        for (var i = sentence.From; i < Math.Min(content, sentence.From + CountsWithin) && opens < 0; i++)
            if (
                words.At(i).Lower is "things" or "jobs" or "tasks" or "points" or "favours" or "errands" or "requests"
                && i > sentence.From
            )
            {
                count = Lexicon.Numbers.GetValueOrDefault(words.At(i - 1).Lower, (int)words.At(i - 1).Value);
                opens = i + 1;
                while (
                    opens < content
                    && words.ClassAt(opens) is not (WordClass.Colon or WordClass.Comma or WordClass.Dash)
                )
                    opens++;
            }
        if (count < 2 || opens < 0)
            return false;
        // Parts are divided by marks, or by "and" where there is no mark.
        var (marks, ands, isMark) = (0, 0, words.ClassAt(joint) is WordClass.Comma or WordClass.Dash);
        for (var i = opens + 1; i < sentence.To; i++)
            if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash)
                marks++;
            else if (words.At(i).Is("and") && words.ClassAt(i - 1) is not (WordClass.Comma or WordClass.Dash))
                ands++;
        return isMark ? marks == count - 1 : words.At(joint).Is("and") && marks + ands == count - 1;
    }

    /// <summary>"A list of rooms, Ada, and a price for the bus, Ben": two things, each with whose it is.</summary>
    private static bool IsCalledApart(MessageWords words, Sentence sentence, int joint, int behind)
    {
        if (
            words.ClassAt(joint - 1) is not (WordClass.Person or WordClass.Crew or WordClass.Tag)
            || words.ClassAt(joint - 2) is not (WordClass.Comma or WordClass.Dash)
            || words.WhoAt(behind, sentence.To) is not null
        )
            return false;
        for (var i = behind; i < sentence.To; i++)
            if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash)
                return words.WhoAt(i + 1, sentence.To) is { } who
                    && (who.To == sentence.To || words.ClassAt(who.To) is WordClass.Comma or WordClass.Dash);
        return false;
    }

    /// <summary>"The inn have doubled their order, tell the dairy": what is so, and what is asked for that reason.</summary>
    private static bool States(MessageWords words, int content, int joint)
    {
        if (
            !words.ClassAt(content).CanOpenAThing()
            && words.ClassAt(content) is not (WordClass.Number or WordClass.Crew)
        )
            return false;
        for (var i = content + 1; i < joint; i++)
            if (
                words.ClassAt(i) is WordClass.Be or WordClass.Have
                || words.ClassAt(i) is WordClass.HaveBase && words.ClassAt(i + 1) is WordClass.Past
                || words.ClassAt(i) is WordClass.Past
                    && i + 1 < joint
                    && words.ClassAt(i + 1) is not WordClass.Preposition
                || words.At(i).Lower is "want" or "wants" or "would"
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
                if (!States(words, content, i) && !DoesSomething(words, content, i))
                    return false;
                var behind = i + 1;
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
            else if (words.ClassAt(i) is WordClass.Dash or WordClass.Colon)
                return false;
        return false;
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

    private static bool IsAsked(MessageWords words, Sentence sentence, int i) =>
        words.ClassAt(i) is WordClass.Verb
        || words.CuesAt(sentence, i).Any(c => c.Cue.Doer is Doer.You or Doer.Named && c.Content > i);

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
