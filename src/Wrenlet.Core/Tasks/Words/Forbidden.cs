namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells what is not to be done, from what is to be done only later.</summary>
internal static class Forbidden
{
    /// <summary>"Don't wake them", "please stop promising that"; "don't pay it until Friday" asks for something then.</summary>
    public static bool Is(MessageWords words, Sentence s, CueFound cue, int content)
    {
        // "Never mind the rest"
        if (cue.Cue.Label is "forbid" && words.At(content).Is("mind") && words.At(content - 1).Is("never"))
            return true;
        // "Don't forget": that reminds.
        if (cue.Cue.Label is "forbid" && words.At(content).Is("forget"))
            return true;
        if (IsLeftAsItIs(words, content, s.To))
            return true;
        // "Forget about the old ones", "please forget what I said"
        if (
            words.At(content).Is("forget") && words.At(content + 1).Lower is "about" or "what" or "it"
            || cue.Cue.Label is "please" && words.At(content - 1).Is("forget") && !words.At(content - 2).Is("not")
        )
            return true;
        if (words.At(content).Is("stop") && words.ClassAt(content + 1) is WordClass.Gerund)
            return true;
        if (
            // "Please don't": that is a way of asking of its own.
            cue.Cue.Label
                is "please"
                && words.ClassAt(content) is WordClass.Denial
            || (cue.Cue.Label is "please" && words.At(content).Is("do") && words.At(content + 1).Is("not"))
        )
            return true;
        if (
            cue.Cue.Label is not "forbid"
            && words.ClassAt(content) is not WordClass.Denial
            && !(words.At(content).Is("do") && words.At(content + 1).Is("not"))
        )
            return false;
        for (var i = content; i < s.To; i++)
            if (words.ClassAt(i) is WordClass.Time && (IsUntil(words, i) || IsUntil(words, i - 1)))
                return false;
        return true;
    }

    /// <summary>"Leave the gate as it is", "leave them alone".</summary>
    public static bool IsLeftAsItIs(MessageWords words, int content, int to)
    {
        if (!words.At(content).Is("leave"))
            return false;
        // "You can leave the bins, I've done them"
        if (words.ClassAt(content - 2) is WordClass.You && words.At(content - 1).Lower is "can" or "could" or "may")
            for (var i = content + 2; i + 1 < to; i++)
                if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash)
                    return Listing.States(words, i + 1, to) || words.ClassAt(i + 1).CanOpenAThing();
        for (var i = content + 2; i < to && words.ClassAt(i) is not (WordClass.Comma or WordClass.Dash); i++)
            if (
                words.At(i).Is("as")
                    && words.At(i + 1).Lower is "it" or "they" or "is"
                    && words.ClassAt(i + 2) is not WordClass.Past
                || words.At(i).Is("alone") && !words.IsPlain(i + 1)
            )
                return true;
        return false;
    }

    private static bool IsUntil(MessageWords words, int i) => words.At(i).Lower is "until" or "till" or "before";
}
