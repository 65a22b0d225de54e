using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells what is told beside a request from what is asked: "stop the run, page 3 is upside down".</summary>
internal static class ToldBeside
{
    /// <summary>What is on, and who is expected, does at a time.</summary>
    private static readonly FrozenSet<string> Coming = Lexicon.Set(
        "come comes arrive arrives start starts begin begins open opens close closes shut shuts leave leaves end ends go goes "
            + "return returns expire expires meet meets"
    );

    /// <summary>"The guests arrive on Saturday", "the school starts on the 20th".</summary>
    public static bool IsComing(MessageWords words, int from, int to)
    {
        if (words.ClassAt(from) is not (WordClass.Determiner or WordClass.Possessive))
            return false;
        for (var i = from + 2; i < to && i < from + 5; i++)
            if (Coming.Contains(words.At(i).Lower) && (words.TimeAt(i + 1) is not null || words.At(i + 1).Is("at")))
                return true;
        return false;
    }

    /// <summary>"Stop the run, page 3 is upside down": behind a comma, what something is or does.</summary>
    public static bool Is(MessageWords words, int from, int to)
    {
        // "Ring her, we've got her keys", "move it, people complained"
        if (
            words.ClassAt(from) is WordClass.Stating or WordClass.We or WordClass.Subject
            // ", Mrs Hale collects it on the 24th"
            || (
                words.ClassAt(PeopleWords.IsTitle(words.At(from).Lower) ? from + 1 : from) is WordClass.Other
                && words.ClassAt(PeopleWords.IsTitle(words.At(from).Lower) ? from + 2 : from + 1) is WordClass.Third
            )
            || words.At(from).Lower is "people" or "somebody" or "someone" or "everybody" or "everyone"
                && words.ClassAt(from + 1) is WordClass.Past or WordClass.Have or WordClass.Be or WordClass.HaveBase
        )
            return !words.At(from + 1).Lower.StartsWith("need", StringComparison.Ordinal)
                // "He needs the key": why. "They need painting" asks.
                || words.At(from).Lower is "he" or "she";
        if (IsComing(words, from, to))
            return true;
        // "Check the alarm, Benedikta called yesterday"
        if (
            words.ClassAt(from) is WordClass.Other
            && words.ClassAt(from + 1) is WordClass.Past
            && !WordForms.HasSamePast(words.At(from + 1).Lower)
            && words.ClassAt(from + 2)
                is WordClass.Time
                    or WordClass.Edge
                    or WordClass.Stop
                    or WordClass.Adverb
                    or WordClass.Bracket
        )
            return true;
        // "Get the names checked, last year we spelt half of them wrong"
        if (
            words.At(from).Lower is "last"
            && words.At(from + 1).Lower is "year" or "week" or "month" or "time" or "night"
            && words.ClassAt(from + 2) is WordClass.We or WordClass.I or WordClass.Subject
        )
            return true;
        // "(the florist comes on Friday)": in brackets a thing and its verb tell.
        if (
            words.At(from - 1).Is("(")
            && words.ClassAt(from) is WordClass.Determiner or WordClass.Possessive
            && Enumerable.Range(from + 1, 3).Any(i => i < to && words.ClassAt(i) is WordClass.Third)
        )
            return true;
        // "The inspector comes on Friday", "Ada leaves at three"
        if (
            words.ClassAt(from) is WordClass.Person or WordClass.Other
            && words.ClassAt(from + 1) is WordClass.Third
            && words.ClassAt(from - 1) is WordClass.Dash or WordClass.Bracket
        )
            return true;
        // "Check the doors, inspection's on the 29th"
        for (var i = from; i < from + 3 && i < to; i++)
            if (
                words.ClassAt(i) is WordClass.Possessive
                && words.TimeAt(i + 1) is not null
                // "At the printer's by Friday": where
                && words.ClassAt(from) is not (WordClass.Preposition or WordClass.To)
            )
                return true;
        // "Put a list together, rough is fine"
        if (words.ClassAt(from + 1) is WordClass.Be && words.At(from + 2).Lower is "fine" or "ok" or "okay" or "enough")
            return true;
        // "The accounts by Friday, a draft will do"
        for (var i = from + 1; i < from + 4; i++)
            if (words.At(i).Is("will") && words.At(i + 1).Is("do") && !words.IsPlain(i + 2))
                return true;
        // "Put it on the poster, printer shuts at five"
        if (
            words.ClassAt(from) is WordClass.Noun or WordClass.NounOrVerb
            && words.ClassAt(from + 1) is WordClass.Third
            && (words.TimeAt(from + 2) is not null || words.ClassAt(from + 2) is WordClass.Adverb)
            && !NamingWords.IsPlural(words.At(from).Lower)
        )
            return true;
        // "Reprint the leaflets, phone number is wrong"
        if (
            words.ClassAt(from) is WordClass.VerbOrNoun
            && words.ClassAt(from + 1) is WordClass.Noun
            && words.ClassAt(from + 2) is WordClass.Be
        )
            return true;
        // "New passwords by tomorrow, the old ones stop working"
        if (
            words.ClassAt(from) is WordClass.Determiner
            && words.At(from + 2).Is("ones")
            && words.ClassAt(from + 3) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.Be
        )
            return true;
        if (
            !words.ClassAt(from).CanOpenAThing()
            && words.ClassAt(from) is not (WordClass.Third or WordClass.Number or WordClass.Person)
            && !(words.At(from).Lower is "last" or "next" && words.IsPlain(from + 1))
        )
            return false;
        for (
            var i = from + 1;
            i < to && words.ClassAt(i) is not (WordClass.Comma or WordClass.Dash or WordClass.Colon);
            i++
        )
            if (words.ClassAt(i) is WordClass.Question or WordClass.Subordinator || words.At(i).Lower is "that" or "to")
                return false;
            else if (
                words.ClassAt(i) is WordClass.Be or WordClass.Have or WordClass.Modal
                // "The last lot have all left"
                || (
                    words.ClassAt(i) is WordClass.HaveBase
                    && words.ClassAt(i + 1) is WordClass.Past or WordClass.Determiner
                )
                // "Alarm went off again"; "corners sanded" is how they are to be.
                || (
                    words.ClassAt(i) is WordClass.Past
                    && words.ClassAt(i - 1) is WordClass.Noun or WordClass.NounOrVerb or WordClass.Other
                    && !words.At(i).Lower.EndsWith("ed", StringComparison.Ordinal)
                )
                || words.At(i).Lower is "want" or "wants" or "need" or "needs"
            )
                return true;
        return false;
    }

    /// <summary>
    /// "Order 300, it always ends up more, and put it on their account": where what is told ends, and what is asked goes on.
    /// </summary>
    public static int EndOf(MessageWords words, int from, int to)
    {
        for (var i = from + 1; i + 2 < to; i++)
            if (
                words.ClassAt(i) is WordClass.Comma
                && words.At(i + 1).Is("and")
                && words.ClassAt(i + 2) is WordClass.Verb or WordClass.VerbOrNoun
                && (
                    words.ClassAt(i + 3) is WordClass.Determiner or WordClass.Possessive or WordClass.Object
                    || words.At(i + 3).Lower is "it" or "them"
                )
            )
                return i;
        return to;
    }
}
