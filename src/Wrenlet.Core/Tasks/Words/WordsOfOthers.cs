using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells what others think, were asked or will do from what is asked of whoever reads.</summary>
/// <param name="words">The message.</param>
internal sealed class WordsOfOthers(MessageWords words)
{
    private static readonly FrozenSet<string> Thinking = Lexicon.Set(
        "thinks think thought reckons reckon believes feels"
    );
    private static readonly FrozenSet<string> Told = Lexicon.Set("told said promised knows agreed");

    /// <summary>"Ben thinks we should buy it", "I asked him to look", "they'll let us know", "can they take it or is it full?".</summary>
    public bool Are(Sentence s, int from, CueFound cue, int content) =>
        cue.Cue.Label switch
        {
            // "Or we'll lose the customer", "then we'll sit down together"
            "suggest" => words.At(from - 1).Is("or")
                || (words.At(from - 1).Is("then") && words.At(from).Is("we'll"))
                || Thinking.Contains(words.At(words.At(from - 1).Is("that") ? from - 2 : from - 1).Lower)
                || (words.At(from - 1).Is("that") && HasTold(s, from)),
            // "Ada needs the report by noon, can somebody print it"
            // "There's no need for it", "you don't need to"
            // "A reader who needs volume 3"
            "need" => words.ClassAt(from - 1) is WordClass.Denial
                || (words.At(from - 1).Lower is "who" or "which" or "that" && from > s.From + 1)
                || words.At(from - 1).Lower is "no" or "don't" or "doesn't" or "didn't" or "not"
                || words.ClassAt(from - 1) is WordClass.Person or WordClass.Crew or WordClass.Other
                    && Parting.IsAskedBehind(words, s, content),
            // "If you want to bring something"
            "you must" => words.At(from - 1).Lower is "if" or "when" or "what" or "whether" or "where" or "which",
            "who to" => words.At(from - 1).Lower
                is "asked"
                    or "told"
                    or "got"
                    or "wanted"
                    or "reminded"
                    or "ask"
                    or "tell"
                    or "get"
                    or "remind"
                    or "invite"
                    or "teach"
                    or "show"
                    or "train"
                    or "help"
                    or "allow"
                    or "expect"
                    or "persuade"
                    or "encourage"
                || (words.At(from - 1).Is("for") && words.At(from - 2).Lower is "need" or "reason" or "point"),
            // "You can't get at the back": with a question mark it asks.
            // "You can have it if you like": that allows.
            // "When would you have room for her?"
            "ask" => words.At(s.To).Is("?")
                && words.At(from - 1).Lower is "when" or "where" or "how" or "why" or "what" or "who"
                || words.At(from).Is("you")
                    && (
                        (
                            words.ClassAt(from + 1) is WordClass.Denial
                            || words.At(from + 1).Lower is "can't" or "cannot" or "mustn't"
                        ) && !words.At(s.To).Is("?")
                        || (words.At(from + 1).Is("can") && Allows(s, content))
                    ),
            // "Can the workroom manage that?"
            Cues.AskWho => AskWhich(s, content)
                || (words.At(content).Is("manage") && words.At(content + 1).Lower is "that" or "it" or "this" or "?"),
            // "Don't let anyone into the flat": what is let is no request by itself.
            "someone" or "someone must" => words.ClassIn(s, from - 1)
                is WordClass.Verb
                    or WordClass.VerbOrNoun
                    or WordClass.HaveBase
                    or WordClass.Past,
            _ => false,
        }
        || (
            from > s.From
            && cue.Cue.Doer is Doer.You
            && (
                words.At(from - 1).Lower is "they'll" or "he'll" or "she'll" or "it'll"
                // "The hotel will let us know"
                || (
                    words.At(from - 1).Is("will")
                    && cue.Cue.Label is Cues.LetKnow
                    && words.ClassAt(from - 2) is not WordClass.You
                )
            )
        );

    private bool Allows(Sentence s, int from)
    {
        for (var i = from; i + 2 < s.To; i++)
            if (
                words.At(i).Is("if")
                && words.ClassAt(i + 1) is WordClass.You
                && words.At(i + 2).Lower is "like" or "want" or "wish" or "prefer"
            )
                return true;
        return false;
    }

    private bool HasTold(Sentence s, int from)
    {
        for (var i = from - 1; i >= s.From && words.ClassAt(i) is not (WordClass.Comma or WordClass.Dash); i--)
            if (Told.Contains(words.At(i).Lower))
                return true;
        return false;
    }

    public bool AskWhich(Sentence s, int content)
    {
        if (!words.At(s.To).Is("?"))
            return false;
        for (var i = content; i + 2 < s.To; i++)
            if (
                words.At(i).Is("or")
                && words.At(i + 1).Lower is "is" or "are" or "shall" or "should" or "do" or "does" or "has"
            )
                return true;
        return false;
    }
}
