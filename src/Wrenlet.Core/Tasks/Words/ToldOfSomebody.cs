using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells what is said of where somebody is, or was, or what they have, from what they are to do.</summary>
/// <param name="words">The message.</param>
internal sealed class ToldOfSomebody(MessageWords words)
{
    private static readonly FrozenSet<string> Ways = Lexicon.Set("late away here there ill sick home closed shut open");

    /// <summary>"Tom will be late", "I'll be back at two", "you had it": where somebody is, or what was.</summary>
    public bool Is(CueFound cue, int content) =>
        (cue.Cue.Label is "who will" or "suggest" || cue.Cue.Doer is Doer.Author)
            && (IsSomewhere(content) || IsSomewhere(cue.Content))
        || (
            // "Ada should be back by two"
            cue.Cue.Label
                is "who must"
            && words.At(cue.To - 1).Is("should")
            && words.At(content).Is("be")
            && words.At(content + 1).Lower is "back" or "home" or "along" or "free"
        )
        // "Ada wants to come along"
        || words.DoneBy(content) is "want" or "like" or "love" or "hate" or "hope" or "know" or "mean"
        || (
            // "Ada can tell one by its smell"
            cue.Cue.Label
                is "who can"
            && words.At(content).Lower is "hear" or "smell" or "feel" or "tell"
            && words.ClassAt(content + 1) is WordClass.Determiner
        )
        || (
            // "Ada will have my phone this afternoon"
            cue.Cue.Label
                is "who will"
            && words.ClassAt(content) is WordClass.HaveBase
            && words.At(content + 1).Lower is "my" or "his" or "her"
            && (!words.IsPlain(content + 3) || words.ClassAt(content + 3) is WordClass.Time or WordClass.Conjunction)
        )
        || (
            // "Ada, you're late", "you're doing great"
            cue.Cue.Label
                is "who please"
            && words.At(cue.To - 1).Is("you're")
            && (
                words.ClassAt(content) is not WordClass.Gerund
                || words.At(content).Lower is "going" or "getting" or "being" or "having" or "looking" or "missing"
                || (words.At(content).Is("doing") && words.ClassAt(content + 1) is not WordClass.Determiner)
            )
        )
        || (
            // "Ada, you have a visitor"
            cue.Cue.Label
                is "who please"
            && words.ClassAt(content) is WordClass.HaveBase
            && words.At(content + 2).Lower is not ("look" or "word" or "go" or "think" or "listen")
        )
        || (
            cue.Cue.Label is "who please"
            && words.ClassAt(content)
                is WordClass.Past
                    or WordClass.Be
                    or WordClass.Have
                    or WordClass.Modal
                    or WordClass.Do
        );

    private bool IsSomewhere(int content)
    {
        var be =
            words.At(content).Is("be") ? content
            : words.At(content - 1).Is("be") ? content - 1
            : -1;
        // "Remind me to be at the bank" is work.
        if (
            be < 0
            || !(
                words.At(be - 1).Lower is "will" or "shall"
                || words.At(be - 1).Lower.EndsWith("'ll", StringComparison.Ordinal)
            )
        )
            return false;
        // "I shall be ten minutes late"
        if (
            words.ClassAt(be + 1) is WordClass.Number or WordClass.Determiner
            || Lexicon.Numbers.ContainsKey(words.At(be + 1).Lower)
        )
            be += words.At(be + 2).Is("few") || words.At(be + 2).Is("bit") ? 2 : 1;
        if (words.At(be + 1).Lower is "minute" or "minutes" or "mins" or "hour" or "hours" or "bit")
            be++;
        return words.ClassAt(be + 1) is WordClass.Preposition or WordClass.Time or WordClass.Adverb
            || Ways.Contains(words.At(be + 1).Lower);
    }
}
