using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Words that say how much something matters, a denial included.</summary>
internal static class PriorityWords
{
    private static readonly (string[] Words, Priority Priority)[] Phrases =
    [
        .. Of(
            Priority.Critical,
            "right now; right away; rightaway; straight away; straightaway; at once; immediately; forthwith; pronto; on the double; "
                + "this minute; this second; this instant; right this minute; right this second; without delay; at the earliest; "
                + "urgent; urgently; urgently needed; with urgency; as a matter of urgency; asap; emergency; critical; time-critical; "
                + "top priority; highest priority; first priority; number one priority; priority number one; priority one; "
                + "can't wait; cannot wait; won't wait; must not wait; drop everything; drop everything and; "
                + "drop everything else; drop everything else and; drop what you're doing; drop whatever you're doing; "
                + "drop what you are doing; need to hurry; need to rush; particular hurry; particular rush; "
                + "hurry up and; soon as; as soon as; the sooner the better"
        ),
        .. from lead in (string[])["as ", ""]
        from how in (string[])["soon", "quick", "quickly", "fast", "early"]
        from end in (string[])
            ["possible", "poss", "you can", "u can", "you're able", "you are able", "humanly possible", "practicable"]
        from phrase in Of(Priority.Critical, $"{lead}{how} as {end}")
        select phrase,
        .. Of(
            Priority.High,
            "important; essential; vital; crucial; high priority; with high priority; of high priority; as a priority; a priority; "
                + "as a matter of priority; has priority; takes priority; priority high; priority : high; top of the list; "
                + "[ high ]; ( high )"
        ),
        .. Of(
            Priority.Low,
            "[ low ]; ( low ); low priority; of low priority; with low priority; lowest priority; priority low; priority : low; "
                + "non-urgent; not pressing; "
                + "not a priority; whenever; whenever you can; whenever you like; whenever suits; whenever suits you; "
                + "whenever it suits; whenever it suits you; whenever convenient; whenever is convenient; whenever you pass; "
                + "whenever you are passing; whenever you're passing; whenever you're nearby; whenever you're around; "
                + "whenever you're free; whenever you're in the area; when it suits; when it suits you; when you can; "
                + "when convenient; when it's convenient; "
                + "when it is convenient; when it's quiet; when it is quiet; when things are quiet; when you're free; when you are free; "
                + "when there's time; when there is time; when time allows; when time permits; if time allows; if time permits; "
                + "as time allows; as time permits; time permitting; time allowing; when you get round to it; "
                + "when you get around to it; when you have nothing better on; when you've nothing better to do; "
                + "when you have nothing better to do; when you've nothing else to do; when you have nothing else to do; "
                + "as and when; at your convenience; at your earliest convenience; at your leisure; at leisure; "
                + "take your time; in your own time; in your spare time; one of these days; it can wait; can wait; "
                + "not in a hurry; in no hurry; in no rush; don't rush; no pressure; no deadline; less urgent"
        ),
        .. from much in (string[])["", "great ", "big ", "real ", "particular ", "immediate ", "special "]
        from haste in (string[])["hurry", "rush", "urgency"]
        from phrase in Of(Priority.Low, $"no {much}{haste}; there's no {much}{haste}; without {much}{haste}")
        select phrase,
        // "The wax can wait until May", "can't wait to see it": of that, and not of what is asked. "As soon as you get a chance"
        // says neither.
        .. Of(Priority.Normal, "can wait until; can wait till"),
        .. from wait in (string[])["can't wait", "cannot wait"]
        from phrase in Of(Priority.Normal, $"{wait} to; {wait} for; {wait} until; {wait} till")
        select phrase,
        .. from when in (string[])["a chance", "the chance", "a moment", "a minute", "time"]
        from has in (string[])["get", "have"]
        from phrase in Of(Priority.Normal, $"as soon as you {has} {when}; soon as you {has} {when}")
        select phrase,
    ];

    private static IEnumerable<(string[] Words, Priority Priority)> Of(Priority priority, string phrases) =>
        phrases.Split("; ").Select(p => (p.Split(' '), priority));

    /// <summary>The phrases by their first word, the longest first.</summary>
    private static readonly Dictionary<string, (string[] Words, Priority Says)[]> ByFirst = Phrases
        .DistinctBy(p => string.Join(' ', p.Words))
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

        // "It is no longer urgent"
        if (denied && tokens[at].Is("longer"))
            at++;
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
            return now > 0 && !(tokens[now - 1].Lower is "." or "!" or "?");
        // "Turn it off now, please"
        if (
            now > 1
            && tokens[now + 1].Is(",")
            && tokens[now + 2].Lower is "please" or "pls" or "plz"
            && (now + 3 >= tokens.Count || tokens[now + 3].Lower is "." or "!")
        )
            return true;
        var ends =
            now + 1 == tokens.Count
            || tokens[now + 1].Kind is TokenKind.LineBreak
            || tokens[now + 1].Lower is "." or "!" or "-";
        return ends && now > 0 && tokens[now - 1].Lower is "," or "-";
    }

    /// <summary>
    /// "When you get a chance", "if you've a spare minute": the token behind it; null where nothing of the kind stands here.
    /// </summary>
    private static int? AtLeisure(Tokens tokens, int i)
    {
        if (!(tokens[i].Lower is "when" or "whenever" or "if") || !(tokens[i + 1].Lower is "you" or "u" or "you've"))
            return null;
        var at = i + 2;
        var has = tokens[i + 1].Is("you've");
        while (tokens[at].Lower is "have" or "get" or "got" or "find" or "can" or "next" or "do" or "ever")
        {
            has |= tokens[at].Lower is "have" or "get" or "got" or "find";
            at++;
        }

        if (!has)
            return null;
        while (
            tokens[at].Lower
                is "a"
                    or "an"
                    or "the"
                    or "some"
                    or "any"
                    or "bit"
                    or "of"
                    or "spare"
                    or "free"
                    or "quiet"
                    or "odd"
        )
            at++;
        if (
            !tokens[at].IsWord
            || !(
                tokens[at].Lower
                is "chance"
                    or "moment"
                    or "minute"
                    or "min"
                    or "mo"
                    or "sec"
                    or "second"
                    or "time"
                    or "gap"
                    or "opportunity"
                    or "tick"
            )
        )
            return null;
        return tokens[at + 1].Lower is "spare" or "free" ? at + 2 : at + 1;
    }

    private static (int To, Priority Says)? Match(Tokens tokens, int i)
    {
        if (i >= tokens.Count || !(tokens[i].IsWord || tokens[i].Lower is "[" or "("))
            return null;
        if (tokens[i].Is("now") && IsHaste(tokens, i))
            return (i + 1, Priority.Critical);
        if (AtLeisure(tokens, i) is { } to)
            return (to, Priority.Low);
        if (!ByFirst.TryGetValue(tokens[i].Lower, out var candidates))
            return null;
        foreach (var (words, says) in candidates)
        {
            if (i + words.Length > tokens.Count)
                continue;
            var k = 0;
            while (k < words.Length && tokens[i + k].Lower == words[k])
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
