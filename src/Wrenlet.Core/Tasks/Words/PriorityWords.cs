using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Words that say how much something matters, a denial included.</summary>
internal static class PriorityWords
{
    private static readonly (string[] Words, Priority Priority)[] Phrases =
    [
        (["as", "soon", "as", "possible"], Priority.Critical),
        (["as", "soon", "as", "you", "can"], Priority.Critical),
        (["right", "now"], Priority.Critical),
        (["right", "away"], Priority.Critical),
        (["straight", "away"], Priority.Critical),
        (["at", "once"], Priority.Critical),
        (["top", "priority"], Priority.Critical),
        (["high", "priority"], Priority.High),
        (["low", "priority"], Priority.Low),
        (["no", "rush"], Priority.Low),
        (["no", "hurry"], Priority.Low),
        (["no", "great", "hurry"], Priority.Low),
        (["not", "in", "a", "hurry"], Priority.Low),
        (["drop", "what", "you're", "doing"], Priority.Critical),
        (["drop", "whatever", "you're", "doing"], Priority.Critical),
        (["drop", "what", "you", "are", "doing"], Priority.Critical),
        (["whenever", "you", "can"], Priority.Low),
        (["whenever", "you", "like"], Priority.Low),
        (["whenever", "suits"], Priority.Low),
        (["whenever"], Priority.Low),
        (["when", "you", "get", "a", "chance"], Priority.Low),
        (["when", "you", "have", "a", "moment"], Priority.Low),
        (["when", "you", "have", "time"], Priority.Low),
        (["when", "you", "can"], Priority.Low),
        (["at", "your", "convenience"], Priority.Low),
        (["at", "your", "leisure"], Priority.Low),
        (["at", "your", "earliest", "convenience"], Priority.Low),
        (["when", "it", "suits"], Priority.Low),
        (["when", "you", "get", "a", "min"], Priority.Low),
        (["when", "you", "have", "a", "min"], Priority.Low),
        (["when", "you've", "a", "minute"], Priority.Low),
        (["when", "you've", "a", "moment"], Priority.Low),
        (["when", "you've", "got", "a", "minute"], Priority.Low),
        (["when", "you've", "time"], Priority.Low),
        (["if", "you", "get", "a", "minute"], Priority.Low),
        (["whenever", "you", "pass"], Priority.Low),
        (["whenever", "you", "are", "passing"], Priority.Low),
        (["when", "you", "have", "nothing", "better", "on"], Priority.Low),
        (["soon", "as"], Priority.Critical),
        (["as", "soon", "as"], Priority.Critical),
        (["urgent"], Priority.Critical),
        (["urgently"], Priority.Critical),
        (["asap"], Priority.Critical),
        (["immediately"], Priority.Critical),
        (["emergency"], Priority.Critical),
        (["critical"], Priority.Critical),
        (["important"], Priority.High),
        (["as", "quickly", "as", "possible"], Priority.Critical),
        (["as", "fast", "as", "possible"], Priority.Critical),
        (["as", "fast", "as", "you", "can"], Priority.Critical),
        (["as", "quick", "as", "possible"], Priority.Critical),
        (["as", "quick", "as", "you", "can"], Priority.Critical),
        (["quick", "as", "you", "can"], Priority.Critical),
        (["quickly", "as", "you", "can"], Priority.Critical),
        (["as", "quickly", "as", "you", "can"], Priority.Critical),
        (["urgently", "needed"], Priority.Critical),
        (["without", "delay"], Priority.Critical),
        (["at", "the", "earliest"], Priority.Critical),
        (["this", "minute"], Priority.Critical),
        (["this", "instant"], Priority.Critical),
        (["pronto"], Priority.Critical),
        (["as", "a", "matter", "of", "urgency"], Priority.Critical),
        (["drop", "everything"], Priority.Critical),
        (["drop", "everything", "and"], Priority.Critical),
        (["drop", "everything", "else"], Priority.Critical),
        (["drop", "everything", "else", "and"], Priority.Critical),
        (["with", "high", "priority"], Priority.High),
        (["essential"], Priority.High),
        (["vital"], Priority.High),
        (["crucial"], Priority.High),
        (["need", "to", "hurry"], Priority.Critical),
        (["need", "to", "rush"], Priority.Critical),
        (["particular", "hurry"], Priority.Critical),
        (["particular", "rush"], Priority.Critical),
        (["when", "you", "have", "a", "minute"], Priority.Low),
        (["when", "you", "have", "a", "spare", "moment"], Priority.Low),
        (["when", "you", "have", "a", "chance"], Priority.Low),
        (["when", "you", "get", "time"], Priority.Low),
        (["when", "you", "get", "a", "minute"], Priority.Low),
        (["when", "you", "get", "a", "moment"], Priority.Low),
        (["when", "you", "get", "round", "to", "it"], Priority.Low),
        (["when", "you", "get", "the", "chance"], Priority.Low),
        (["if", "you", "get", "a", "chance"], Priority.Low),
        (["if", "you", "get", "a", "moment"], Priority.Low),
        (["if", "you", "have", "time"], Priority.Low),
        (["if", "you", "have", "a", "moment"], Priority.Low),
        (["when", "time", "allows"], Priority.Low),
        (["when", "it's", "quiet"], Priority.Low),
        (["when", "it", "is", "quiet"], Priority.Low),
        (["when", "things", "are", "quiet"], Priority.Low),
        (["when", "you're", "free"], Priority.Low),
        (["when", "there's", "time"], Priority.Low),
        (["when", "there", "is", "time"], Priority.Low),
        (["when", "convenient"], Priority.Low),
        (["whenever", "you", "have", "time"], Priority.Low),
        (["whenever", "you", "get", "a", "chance"], Priority.Low),
        (["whenever", "it", "suits"], Priority.Low),
        (["whenever", "it", "suits", "you"], Priority.Low),
        (["whenever", "convenient"], Priority.Low),
        (["whenever", "is", "convenient"], Priority.Low),
        (["as", "and", "when"], Priority.Low),
        (["take", "your", "time"], Priority.Low),
        (["in", "your", "own", "time"], Priority.Low),
        (["it", "can", "wait"], Priority.Low),
        (["can", "wait"], Priority.Low),
        // "The wax can wait until May": of that, and not of what is asked.
        (["can", "wait", "until"], Priority.Normal),
        (["can", "wait", "till"], Priority.Normal),
        (["not", "pressing"], Priority.Low),
        (["in", "no", "hurry"], Priority.Low),
        (["in", "no", "rush"], Priority.Low),
        (["don't", "rush"], Priority.Low),
        (["no", "big", "rush"], Priority.Low),
        (["no", "big", "hurry"], Priority.Low),
        (["no", "great", "rush"], Priority.Low),
        (["no", "real", "rush"], Priority.Low),
        (["no", "real", "hurry"], Priority.Low),
        (["no", "particular", "rush"], Priority.Low),
        (["no", "particular", "hurry"], Priority.Low),
        (["non-urgent"], Priority.Low),
        (["when", "it", "suits", "you"], Priority.Low),
        (["of", "low", "priority"], Priority.Low),
        (["of", "high", "priority"], Priority.High),
        (["with", "low", "priority"], Priority.Low),
    ];

    /// <summary>The phrases by their first word, the longest first.</summary>
    private static readonly Dictionary<string, (string[] Words, Priority Says)[]> ByFirst = Phrases
        .GroupBy(p => p.Words[0])
        .ToDictionary(g => g.Key, g => g.OrderByDescending(p => p.Words.Length).ToArray());

    private static readonly string[] Denials = ["not", "isn't", "no", "nothing", "nothing's", "hardly", "neither"];

    /// <summary>
    /// The phrase at a token, with what it says once a denial before it is heeded; null when there is none.
    /// </summary>
    public static (int From, int To, Priority? Says)? Read(Tokens tokens, int i)
    {
        var at = i;
        var lead =
            tokens[i].Lower is "it's" or "its" or "that's" or "there's"
            || (
                tokens[i].Lower is "it" or "this" or "that" or "there"
                && i + 1 < tokens.Count
                && tokens[i + 1].Lower is "is" or "isn't"
            );
        if (lead)
            at += tokens[i].Lower is "it's" or "its" or "that's" or "there's" || tokens[i + 1].Lower is "isn't" ? 1 : 2;
        var denied = false;
        while (
            at < tokens.Count && tokens[at].IsWord && Denials.Contains(tokens[at].Lower) && Match(tokens, at) is null
        )
        {
            denied = true;
            at++;
        }

        while (
            (denied || lead || at == i)
            && at < tokens.Count
            && tokens[at].IsWord
            && tokens[at].Lower
                is "that"
                    or "very"
                    or "an"
                    or "a"
                    or "really"
                    or "so"
                    or "quite"
                    or "rather"
                    or "extremely"
                    or "super"
                    or "terribly"
                    or "at"
                    or "all"
            // "Get it looked at right now"
            && !(tokens[at].Is("at") && !(at + 1 < tokens.Count && tokens[at + 1].Is("all")))
            && Match(tokens, at) is null
        )
            at++;
        if (Match(tokens, at) is not { } match)
            return null;
        var to = match.To;
        // "Change the website, the leaflets can wait": those, and not what is asked.
        if (
            tokens[at].Is("can")
            && at > 2
            && tokens[at - 1] is { IsWord: true }
            && !(tokens[at - 1].Lower is "it" or "this" or "that" or "they" or "which" or "all" or "both")
            && tokens[at - 2].Lower is var thing
            && (IsDetermining(thing) || IsDetermining(tokens[at - 3].Lower))
            && tokens[IsDetermining(thing) ? at - 3 : at - 4] is { } mark
            && mark.Lower is "," or "-" or "but"
        )
            return null;
        if (to + 1 < tokens.Count && tokens[to].Is("at") && tokens[to + 1].Is("all"))
            to += 2;
        else if (to < tokens.Count && tokens[to].Lower is "whatsoever" or "though" or "really")
            to++;
        return (
            i,
            to,
            // "The wax can wait until May"
            match.Says is Priority.Normal
                ? null
            : !denied ? match.Says
            : match.Says is Priority.Critical ? Priority.Low
            : null
        );
    }

    private static bool IsDetermining(string word) => word is "the" or "my" or "our" or "their" or "his" or "her";

    /// <summary>What several phrases of a message come to: the highest that was not denied, else Low.</summary>
    public static Priority Combine(IEnumerable<Priority> said)
    {
        var all = said.ToList();
        return all.Contains(Priority.Critical) ? Priority.Critical
            : all.Contains(Priority.High) ? Priority.High
            : Priority.Low;
    }

    /// <summary>"Move them now please", "report - now": not "we have plenty now".</summary>
    private static bool IsHaste(Tokens tokens, int now)
    {
        if (now + 1 < tokens.Count && tokens[now + 1].Lower is "please" or "pls" or "plz")
            return now > 0;
        var ends =
            now + 1 == tokens.Count
            || tokens[now + 1].Kind is TokenKind.LineBreak
            || tokens[now + 1].Lower is "." or "!" or "-";
        return ends && now > 0 && tokens[now - 1].Lower is "," or "-";
    }

    private static (int To, Priority Says)? Match(Tokens tokens, int i)
    {
        if (i >= tokens.Count || !tokens[i].IsWord)
            return null;
        if (tokens[i].Is("now") && IsHaste(tokens, i))
            return (i + 1, Priority.Critical);
        if (!ByFirst.TryGetValue(tokens[i].Lower, out var candidates))
            return null;
        foreach (var (words, says) in candidates)
        {
            if (i + words.Length > tokens.Count)
                continue;
            var k = 0;
            while (k < words.Length && tokens[i + k].IsWord && tokens[i + k].Lower == words[k])
                k++;
            // "Collect an urgent item": what it is like; "an urgent job" is one for whoever reads it.
            if (
                k == words.Length
                && words is ["urgent"]
                && i > 0
                && tokens[i - 1].Lower is "a" or "an" or "the" or "any" or "our"
                && i + k < tokens.Count
                && tokens[i + k].Kind is TokenKind.Word
                && !(tokens[i + k].Lower is "job" or "one" or "task" or "request" or "matter" or "thing" or "need")
            )
                continue;
            // "As soon as she has paid" is a condition; said alone it is haste.
            var goesOn = i + k < tokens.Count && tokens[i + k].IsWord;
            // ... and so is "whenever it rains".
            if (k == words.Length && !(goesOn && words[^1] is "as" or "whenever" && goesOn))
                return (i + k, says);
        }

        return null;
    }
}
