using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds what a thing is said to need: "the gate needs painting", "the label has to be replaced".</summary>
internal static class Needing
{
    /// <summary>Whether a verb says what one would like to be done to the thing that opens at a token.</summary>
    public static bool IsAskedToBe(MessageWords words, int from, int verb) =>
        words.ClassAt(from).CanOpenAThing()
        && words.At(from - 1).Lower switch
        {
            "could" or "can" or "would" or "might" => (
                words.At(verb).Is("be")
                    && (words.ClassAt(verb + 1) is WordClass.Past || WordForms.HasSamePast(words.At(verb + 1).Lower))
                || Goes(words, verb)
            ) && !IsAfterQuestion(words, from - 1),
            "if" => words.At(verb).Lower is "could" or "can"
                && words.At(verb + 1).Is("be")
                && words.ClassAt(verb + 2) is WordClass.Past
                && Wished.Contains(words.At(from - 2).Lower),
            _ => false,
        };

    /// <summary>"Could the bins go out tonight?"</summary>
    private static bool Goes(MessageWords words, int verb) =>
        words.At(verb).Lower is "go" or "come" or "stay"
        && words.At(verb + 1).Lower is "out" or "back" or "up" or "down" or "off" or "in" or "on" or "away" or "over";

    /// <summary>What stands before "if" where somebody says what they would like.</summary>
    private static readonly FrozenSet<string> Wished = Lexicon.Set(
        "grateful glad happy pleased obliged thankful good great nice helpful kind lovely useful best appreciate appreciated it "
            + "brilliant wonderful fantastic"
    );

    /// <summary>"Where can the key be found?"</summary>
    private static bool IsAfterQuestion(MessageWords words, int modal) =>
        words.ClassAt(modal - 1) is WordClass.Question
        || words.At(modal - 1).Lower is "how" or "when" or "where" or "why" or "what" or "which" or "who";

    private static bool IsDenied(MessageWords words, int i) =>
        words.At(i).Lower is "not" || words.At(i).Lower.EndsWith("n't", StringComparison.Ordinal);

    /// <summary>No more words tell how a thing is before it is said what it needs.</summary>
    private const int MostTold = 7;

    /// <summary>
    /// "The stairs are dirty and need sweeping", "the shed's a mess and has to be tidied": the verb of what is needed, behind how
    /// the thing is; null where nothing of the kind is told.
    /// </summary>
    public static int? IsToldBefore(MessageWords words, Sentence sentence, int be)
    {
        if (
            words.ClassAt(be) is not WordClass.Be
            && !(words.At(be).Lower is "looks" or "look")
            && !IsShortForIs(words, be)
        )
            return null;
        for (var i = be + 2; i < sentence.To && i < be + MostTold; i++)
            if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash or WordClass.Time or WordClass.Subordinator)
                return null;
            else if (words.At(i).Is("and"))
            {
                var verb = i + 1;
                while (words.ClassAt(verb) is WordClass.Adverb || words.At(verb).Lower is "badly" or "urgently")
                    verb++;
                return
                    words.At(verb).Lower is "need" or "needs" or "wants" or "must" or "should"
                    || (words.At(verb).Lower is "has" or "have" && words.At(verb + 1).Is("to"))
                    ? verb
                    : null;
            }

        return null;
    }

    /// <summary>"The shed's a mess".</summary>
    public static bool IsShortForIs(MessageWords words, int i) =>
        words.ClassAt(i) is WordClass.Possessive
        && words.At(i).Lower.EndsWith("'s", StringComparison.Ordinal)
        && (
            words.ClassAt(i + 1) is WordClass.Adverb or WordClass.Past
            || (words.ClassAt(i + 1) is WordClass.Determiner && words.At(i + 1).Lower is "a" or "an")
            || (words.ClassAt(i + 1) is WordClass.VerbOrAdjective && words.At(i + 2).Is("and"))
        );

    /// <summary>The comma behind a clause that says which thing is meant; null where none opens at a comma.</summary>
    private static int? PastWhich(MessageWords words, Sentence sentence, int comma)
    {
        if (!(words.At(comma + 1).Lower is "which" or "who"))
            return null;
        for (var i = comma + 2; i < sentence.To && i < comma + MostTold; i++)
            if (words.ClassAt(i) is WordClass.Comma)
                return i;
        return null;
    }

    /// <summary>Verbs by which a thing that opens at a token needs something, each with where that something begins.</summary>
    public static IEnumerable<(int Verb, int Complement)> Of(MessageWords words, Sentence sentence, int from)
    {
        if (
            words.ClassAt(from)
                is WordClass.I
                    or WordClass.We
                    or WordClass.You
                    or WordClass.Someone
                    or WordClass.NoOne
                    or WordClass.Denial
                    or WordClass.Subordinator
                    or WordClass.HaveBase
                    or WordClass.Modal
                    or WordClass.Do
                    or WordClass.DoBase
                    or WordClass.Comma
                    or WordClass.Colon
                    or WordClass.Dash
                    or WordClass.Mark
                    or WordClass.Conjunction
            || Lexicon.Reporting.Contains(words.At(from).Lower)
            || words.At(from).Lower
                is "no"
                    or "before"
                    or "after"
                    or "until"
                    or "they're"
                    or "it's"
                    or "arrange"
                    or "organise"
            // "All of you need to sign": whom it is said to
            || (words.At(from).Lower is "all" or "both" && words.At(from + 1).Is("of") && words.At(from + 2).Is("you"))
            // "Was dirty and still needs washing"
            || (words.ClassAt(from) is WordClass.Adverb && words.ClassAt(from - 1) is WordClass.Conjunction)
        )
            yield break;
        for (var i = from + 1; i < sentence.To && i < from + 10; i++)
        {
            var word = words.At(i).Lower;
            if (word is "is" or "are" && words.At(i + 1).Is("to") && words.At(i + 2).Is("be") && i + 3 < sentence.To)
            {
                yield return (i, i + 3);
                yield break;
            }

            // "Could the minutes be typed?", "I'd be grateful if the garden could be tidied"
            if (IsAskedToBe(words, from, i))
            {
                yield return (
                    i,
                    word is "be" ? i + 1
                    : Goes(words, i) ? i
                    : i + 2
                );
                yield break;
            }

            // "The stairs are dirty and need sweeping"
            if (IsToldBefore(words, sentence, i) is { } needing)
            {
                i = needing - 1;
                continue;
            }

            // "The pump, which is new, needs servicing"
            if (words.ClassAt(i) is WordClass.Comma && PastWhich(words, sentence, i) is { } behind)
            {
                i = behind;
                continue;
            }

            if (
                words.ClassAt(i)
                    is WordClass.Comma
                        or WordClass.Subordinator
                        or WordClass.Be
                        or WordClass.Past
                        or WordClass.Stop
                        or WordClass.Someone
                || (Lexicon.Reporting.Contains(word) && word is not ("wants" or "wanted"))
            )
                yield break;
            // "The van doesn't need washing"
            if (word is "need" && IsDenied(words, i - 1))
                yield break;
            // "There's no need for it"
            if (word is "need" && words.At(i - 1).Lower is "no" or "the" or "any" or "a")
                continue;
            var complement = word switch
            {
                "needs" or "need" or "wants" or "want" or "must" or "should" => words.At(i + 1).Is("to")
                    ? i + 2
                    : i + 1,
                "has" or "have" or "ought" when words.At(i + 1).Is("to") => i + 2,
                // "The photo wall could do with sorting"
                "could"
                or "can"
                    when words.At(i + 1).Is("do")
                        && words.At(i + 2).Is("with")
                        && words.ClassAt(i + 3) is WordClass.Gerund => i + 3,
                // "the bench gets scrubbed", "the holds to be washed"
                "gets" or "get" when words.ClassAt(i + 1) is WordClass.Past => i + 1,
                "to" when words.At(i + 1).Is("be") && words.ClassAt(i + 2) is WordClass.Past => i + 2,
                // "Two loads still to go to the tip"
                "to" when words.At(i - 1).Is("still") && words.ClassAt(i + 1) is WordClass.Verb => i + 1,
                // "All pots to be out of the kiln by Friday"
                "to"
                    when words.At(i + 1).Is("be")
                        && words.At(i + 2).Lower is "out" or "off" or "up" or "down" or "in" or "back"
                        && words.ClassAt(from) is WordClass.Determiner => i + 2,
                "really" when words.At(i + 1).Lower is "has" or "have" or "needs" && words.At(i + 2).Is("to") => i + 3,
                _ => -1,
            };
            if (complement < 0 || complement >= sentence.To)
                continue;
            // "They should be in after five": what is likely.
            if (
                words.At(from).Lower is "they" or "he" or "she"
                && word is "should"
                && words.At(complement).Is("be")
                && words.ClassAt(complement + 1) is WordClass.Preposition or WordClass.Adverb or WordClass.Time
            )
                yield break;
            // "Switch the compressor on, it needs half an hour": why.
            if (
                words.At(from).Is("it")
                && words.ClassIn(sentence, from - 1) is WordClass.Comma
                && words.ClassAt(complement) is not WordClass.Gerund
                && !words.At(complement).Is("be")
                && words.At(complement - 1).Lower is "needs" or "need"
            )
                yield break;
            // "They want him again": a wish of theirs. "They need oiling": of things.
            if (
                words.At(from).Lower is "they" or "he" or "she"
                && words.ClassAt(complement) is not WordClass.Gerund
                && !words.At(complement).Is("be")
                // "They need to go out today"
                && !(words.At(from).Is("they") && words.At(complement).Is("go") && words.At(complement - 1).Is("to"))
            )
                yield break;
            // "Has to be swept", "has to have a label"
            if (
                words.At(complement).Is("be")
                || (
                    words.At(complement).Is("have")
                    && words.ClassAt(complement + 1) is WordClass.Determiner or WordClass.Number
                    && words.At(complement - 1).Is("to")
                )
            )
                complement++;
            yield return (i, complement);
            yield break;
        }
    }
}
