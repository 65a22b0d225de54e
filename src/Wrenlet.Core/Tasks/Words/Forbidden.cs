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

    private static bool IsUntil(MessageWords words, int i) => words.At(i).Lower is "until" or "till" or "before";
}
