using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds the ways of asking and promising where they stand in a message.</summary>
internal static class CueFinding
{
    /// <summary>What may stand between the words of any way of asking or promising.</summary>
    private static readonly FrozenSet<string> Adverbs = Lexicon.Set(
        "still also really just now all both definitely certainly urgently desperately probably first then badly"
    );

    /// <summary>The cues that open at a token, the longest first.</summary>
    public static List<CueFound> At(MessageWords words, int from, int end)
    {
        var found = new List<CueFound>();
        var first = words.At(from);
        Try(Cues.ByFirst.GetValueOrDefault(first.Lower));
        if (words.WhoAt(from, end) is not null)
            Try(Cues.ByFirst[Cues.Who]);
        // "Let me know" asks; "let me find out" promises.
        if (found.Exists(f => f.Cue.Label == Cues.LetKnow))
            found.RemoveAll(f => f.Cue.Label == "let me");
        if (found.Count > 1)
            found.Sort((a, b) => b.To.CompareTo(a.To));
        return found;

        void Try(Cue[]? cues)
        {
            foreach (var cue in cues ?? [])
                if (
                    Match(cue, words, from, end) is { } match
                    && found.TrueForAll(f => f.Cue.Label != cue.Label || f.To != match.To)
                )
                    found.Add(match);
        }
    }

    private static CueFound? Match(Cue cue, MessageWords words, int from, int end)
    {
        var (at, kept) = (from, -1);
        WhoPhrase? who = null;
        for (var i = 0; i < cue.Places.Length; i++)
        {
            if (cue.Places[i][0] == Cues.Who)
            {
                if (words.WhoAt(at, end) is not { } named)
                    return null;
                (who, at) = (named, named.To);
                continue;
            }

            var token = words.At(at);
            if (cue.Places[i][0] == Cues.Thing)
            {
                if (at >= end || !token.Lower.StartsWith('#'))
                    return null;
                at++;
                continue;
            }

            if (cue.Places[i][0] == Cues.Any)
            {
                if (at >= end || !(token.Name is not null || (token.IsWord && words.IsPlain(at))))
                    return null;
                at++;
                continue;
            }

            var here =
                at < end
                && token.Kind is TokenKind.Word or TokenKind.Mark
                && cue.Places[i].AsSpan().Contains(token.Lower);
            // "We still have to paint the gate", "Ada really must ring them"
            if (
                !here
                && i > 0
                && at + 1 < end
                && Adverbs.Contains(token.Lower)
                && cue.Doer is not Doer.Nothing
                && words.At(at + 1) is { IsWord: true } next
                && cue.Places[i].AsSpan().Contains(next.Lower)
            )
                (here, at) = (true, at + 1);
            if (!here && !cue.Optional[i])
                return null;
            if (here && i == cue.Keep)
                kept = at;
            if (here)
                at++;
        }

        return at == from ? null : new(cue, kept >= 0 ? kept : at, at, who);
    }
}
