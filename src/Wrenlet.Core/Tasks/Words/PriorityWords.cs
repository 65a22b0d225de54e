namespace Wrenlet.Core.Tasks.Words;

/// <summary>Words that say how much something matters, a denial included.</summary>
internal static class PriorityWords
{
    private static readonly (string[] Words, Priority Priority)[] Phrases =
    [
        (["as", "soon", "as", "possible"], Priority.Critical), (["as", "soon", "as", "you", "can"], Priority.Critical),
        (["right", "now"], Priority.Critical), (["right", "away"], Priority.Critical), (["straight", "away"], Priority.Critical), (["at", "once"], Priority.Critical),
        (["top", "priority"], Priority.Critical), (["high", "priority"], Priority.High), (["low", "priority"], Priority.Low),
        (["no", "rush"], Priority.Low), (["no", "hurry"], Priority.Low), (["no", "great", "hurry"], Priority.Low), (["not", "in", "a", "hurry"], Priority.Low),
        (["whenever", "you", "can"], Priority.Low), (["whenever", "you", "like"], Priority.Low), (["whenever", "suits"], Priority.Low), (["whenever"], Priority.Low),
        (["when", "you", "get", "a", "chance"], Priority.Low), (["when", "you", "have", "a", "moment"], Priority.Low), (["when", "you", "have", "time"], Priority.Low),
        (["when", "you", "can"], Priority.Low), (["at", "your", "convenience"], Priority.Low), (["at", "your", "leisure"], Priority.Low),
        (["urgent"], Priority.Critical), (["urgently"], Priority.Critical), (["asap"], Priority.Critical), (["immediately"], Priority.Critical),
        (["emergency"], Priority.Critical), (["critical"], Priority.Critical), (["important"], Priority.High),
    ];

    private static readonly string[] Denials = ["not", "isn't", "no", "nothing", "hardly", "neither"];

    /// <summary>The phrase at a token, with what it says once a denial before it is heeded; null when there is none.</summary>
    public static (int From, int To, Priority? Says)? Read(IReadOnlyList<Token> tokens, int i)
    {
        var at = i;
        var denied = false;
        while (at < tokens.Count && tokens[at].IsWord && Denials.Contains(tokens[at].Lower) && Match(tokens, at) is null)
        {
            denied = true;
            at++;
        }

        while (denied && at < tokens.Count && tokens[at].Lower is "that" or "very" or "an" or "really" or "so") at++;
        if (Match(tokens, at) is not { } match) return null;
        return (i, match.To, !denied ? match.Says : match.Says is Priority.Critical ? Priority.Low : null);
    }

    /// <summary>What several phrases of a message come to: the highest that was not denied, else Low.</summary>
    public static Priority Combine(IEnumerable<Priority> said)
    {
        var all = said.ToList();
        return all.Contains(Priority.Critical) ? Priority.Critical : all.Contains(Priority.High) ? Priority.High : Priority.Low;
    }

    private static (int To, Priority Says)? Match(IReadOnlyList<Token> tokens, int i)
    {
        foreach (var (words, says) in Phrases)
        {
            if (i + words.Length > tokens.Count) continue;
            var k = 0;
            while (k < words.Length && tokens[i + k].IsWord && tokens[i + k].Lower == words[k]) k++;
            if (k == words.Length) return (i + k, says);
        }

        return null;
    }
}
