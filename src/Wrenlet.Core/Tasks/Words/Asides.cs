namespace Wrenlet.Core.Tasks.Words;

/// <summary>What stands among the words of a request and is no part of its title: why, when it suits, how one gets there.</summary>
internal static class Asides
{
    /// <summary>"Nip up and count the trays": the token of what is to be done, past how one gets there.</summary>
    public static int PastGoing(MessageWords words, Candidate request)
    {
        var i = request.Content;
        if (words.At(i).Lower is not ("nip" or "pop" or "run" or "go" or "come" or "hop" or "jump"))
            return i;
        i++;
        if (words.At(i).Lower is "up" or "down" or "over" or "out" or "round" or "across" or "along" or "in")
            i++;
        return
            words.At(i).Is("and")
            && i + 1 < request.End
            && words.ClassAt(i + 1) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb
            ? i + 1
            : request.Content;
    }

    private static readonly string[][] VagueTimes =
    [
        ["at", "some", "point"],
        ["at", "some", "stage"],
        ["some", "day"],
        ["some", "time"],
        ["some", "day", "or", "other"],
        ["any", "time"],
        ["sometime"],
        ["for", "once"],
        ["in", "good", "time"],
        ["until", "further", "notice"],
        ["those", "two", "days"],
        ["from", "now", "on"],
        ["all", "of", "you"],
        ["both", "of", "you"],
        ["on", "your", "way", "in"],
        ["on", "your", "way", "out"],
        ["on", "your", "way", "home"],
        ["on", "your", "way", "back"],
        ["on", "your", "way", "past"],
        ["on", "your", "way"],
        ["on", "my", "way", "in"],
        ["on", "my", "way", "home"],
        ["on", "my", "way", "back"],
        ["on", "my", "way"],
        ["ideally"],
    ];

    /// <summary>When it may be done by and by: "next time you pass", "any day but Wednesday".</summary>
    public static IEnumerable<(int From, int To)> Whenever(MessageWords words, Candidate request)
    {
        var (from, end) = (request.Content, request.End);
        // "Next time you're at the mill, measure the stage"
        if (words.At(from).Is("next") && words.At(from + 1).Is("time"))
            for (var i = from + 2; i + 1 < end; i++)
                if (words.ClassAt(i) is WordClass.Comma && Listing.Orders(words, i + 1))
                    yield return (from, i + 1);
        for (var i = from + 2; i + 2 < end; i++)
            // "Have a look next time you have your tools with you"
            if (
                words.At(i).Is("next")
                && words.At(i + 1).Is("time")
                && words.ClassAt(i + 2) is WordClass.You or WordClass.Stating
                && words.ClassAt(i - 1) is not WordClass.Determiner
            )
                yield return (i, end);
            // "Look at the lamp, any day but Wednesday"
            else if (
                words.At(i).Is("any")
                && words.At(i + 1).Lower is "day" or "time"
                && words.At(i + 2).Lower is "but" or "except"
                && words.ClassAt(i - 1) is WordClass.Comma
            )
                yield return (i - 1, end);
    }

    /// <summary>"At some point", "for once": no time that could be kept to, and nothing to be done.</summary>
    public static IEnumerable<(int From, int To)> Vague(MessageWords words, Candidate request)
    {
        for (var i = request.Content; i < request.End; i++)
            foreach (var vague in VagueTimes)
                if (
                    i + vague.Length <= request.End
                    && IsSaidAt(words, i, vague)
                    // "Give Kit some time off"
                    && (
                        vague[0] is not ("some" or "any" or "all" or "both")
                        || i + vague.Length == request.End
                        || !words.IsPlain(i + vague.Length)
                    )
                )
                    yield return (i, i + vague.Length);
    }

    private static bool IsSaidAt(MessageWords words, int i, string[] said)
    {
        for (var k = 0; k < said.Length; k++)
            if (!words.At(i + k).Is(said[k]))
                return false;
        return true;
    }

    /// <summary>Why something is asked, and what is told beside it: "because we are late", ", who comes at two".</summary>
    public static IEnumerable<(int From, int To)> Reasons(MessageWords words, Candidate request)
    {
        for (var i = request.Content + 1; i < request.End; i++)
        {
            var next = words.ClassAt(i + 1);
            var states = next is WordClass.Subject or WordClass.I or WordClass.We or WordClass.You or WordClass.Stating;
            var why = words.At(i).Lower switch
            {
                "because" => true,
                "so" => states || words.At(i + 1).Lower is "no" or "nobody" or "nothing",
                "or" or "since" => states,
                "as" => states
                    || ToldBeside.IsComing(words, i + 1, request.End)
                    || (
                        next is WordClass.Determiner or WordClass.Person or WordClass.Crew or WordClass.Other
                        && States(words, i + 2, request.End)
                    ),
                _ => false,
            };
            if (why)
            {
                yield return (i, request.End);
                yield break;
            }

            if (IsForAnotherCase(words, request, i))
            {
                yield return (words.ClassAt(i - 1) is WordClass.Comma ? i - 1 : i, request.End);
                yield break;
            }

            // "Offer her free delivery to make up for it"
            if (
                words.At(i).Is("to")
                && words.At(i + 1).Is("make")
                && words.At(i + 2).Is("up")
                && words.At(i + 3).Is("for")
            )
            {
                yield return (i, request.End);
                yield break;
            }

            // "Ring Mr Hale he's been waiting an hour"
            if (
                words.At(i).Lower is "he's" or "she's" or "they're" or "it's"
                && words.ClassAt(i - 1)
                    is WordClass.Noun
                        or WordClass.NounOrVerb
                        or WordClass.Other
                        or WordClass.Person
                        or WordClass.Object
                && (words.At(i + 1).Lower is "been" or "still" or "not" || words.ClassAt(i + 1) is WordClass.Gerund)
                && Listing.Orders(words, request.Content)
                && !(
                    words.At(request.Content).Lower
                    is "check"
                        or "see"
                        or "find"
                        or "make"
                        or "say"
                        or "explain"
                        or "tell"
                        or "ask"
                        or "let"
                )
            )
            {
                yield return (i, request.End);
                yield break;
            }

            if (words.ClassAt(i - 1) is WordClass.Comma && words.At(i).Lower is "whatever" or "whichever" or "however")
            {
                yield return (i, request.End);
                yield break;
            }

            if (words.At(i).Is("by") && words.At(i + 1).Is("the") && words.At(i + 2).Is("time"))
            {
                yield return (i, request.End);
                yield break;
            }

            // "Sweep up before you go"
            if (
                words.At(i).Lower is "before" or "once" or "while"
                && (
                    words.ClassAt(i + 1)
                        is WordClass.I
                            or WordClass.We
                            or WordClass.You
                            or WordClass.Subject
                            or WordClass.Someone
                            or WordClass.Stating
                    || (words.ClassAt(i + 1) is WordClass.Determiner && Does(words, i + 3, request.End))
                )
                && words.ClassAt(i - 1) is not (WordClass.Comma or WordClass.Question or WordClass.Conjunction)
                && words.At(request.Content).Lower
                    is not ("ask" or "tell" or "check" or "see" or "say" or "show" or "find" or "let")
            )
            {
                yield return (i, request.End);
                yield break;
            }

            // "Stocktake after the last boat"; "look after the shop" is one verb
            if (
                words.At(i).Is("after")
                && words.TimeAt(i) is null
                && words.At(i + 1).Lower is "the" or "your" or "our"
                && EndOfClause(words, i, request.End) is var past
                && past - i is > 2 and < 5
                && words.ClassAt(i - 1) is not WordClass.Conjunction
                && !(words.At(i - 1).Lower is "look" or "looking" or "half" or "name" or "run")
                // "Clear up after the party"
                && !(words.At(i - 1).Is("up") && i - 2 == request.Content)
            )
            {
                yield return (i, past);
                if (past == request.End)
                    yield break;
            }

            // "Keep it shut until the paint is dry"; "make sure nobody uses it until then" is all to be seen to
            if (
                words.At(i).Lower is "until" or "till"
                && words.TimeAt(i) is null
                // "Do the till in turns"
                && words.ClassAt(i - 1) is not WordClass.Determiner
                && (words.IsPlain(i + 1) || words.ClassAt(i + 1) is WordClass.Person or WordClass.Crew)
                && !(words.At(request.Content).Lower is "make" or "see" or "wait" or "give" or "ask" or "tell" or "let")
                && States(words, i + 1, request.End)
            )
            {
                var behind = i + 1;
                while (
                    behind < request.End
                    && words.ClassAt(behind) is not (WordClass.Comma or WordClass.Dash or WordClass.Conjunction)
                )
                    behind++;
                yield return (i, behind);
            }

            if (words.At(i).Is("(") && ToldBeside.Is(words, i + 1, request.End))
            {
                var close = i + 1;
                while (close < request.End && !words.At(close).Is(")"))
                    close++;
                yield return (i, Math.Min(close + 1, request.End));
                yield break;
            }

            // "One more letter and then it goes to the lawyer"
            if (
                words.At(i).Is("and")
                && words.At(i + 1).Is("then")
                && words.At(i + 2).Lower is "it" or "it'll" or "we'll" or "i'll" or "that's"
            )
            {
                yield return (i, request.End);
                yield break;
            }

            // "Lids on the bins - today - don't make me say it again"
            if (
                words.ClassAt(i) is WordClass.Dash or WordClass.Comma
                && words.At(i + 1).Is("don't")
                && words.At(i + 2).Is("make")
                && words.At(i + 3).Is("me")
            )
            {
                yield return (i, request.End);
                yield break;
            }

            if (words.ClassAt(i) is WordClass.Dash && ToldBeside.Is(words, i + 1, request.End))
            {
                yield return (i, request.End);
                yield break;
            }

            if (words.ClassAt(i) is not WordClass.Comma)
                continue;
            // "Have a first go at it, then we'll sit down together", "one last letter, then it goes to the lawyer"
            if (
                words.At(i + 1).Is("then")
                && words.At(i + 2).Lower is "we'll" or "we" or "i'll" or "i" or "it" or "it'll" or "that's" or "it's"
            )
            {
                yield return (i, request.End);
                yield break;
            }

            // "Send the certificate, without it we can't let you up"; "wash it every Friday, last job of the day"
            if (
                words.At(i + 1).Is("without") && words.At(i + 2).Lower is "it" or "them" or "that" or "this" or "which"
                || words.At(i + 1).Lower is "last" or "first" && words.At(i + 2).Lower is "job" or "thing"
            )
            {
                yield return (i, request.End);
                yield break;
            }

            // "Wash the van, not today though"
            if (words.At(i + 1).Is("not") && words.TimeAt(i + 2)?.From == i + 2)
            {
                yield return (i, request.End);
                yield break;
            }

            // "By five every Friday, no exceptions"
            if (
                words.At(i + 1).Is("no")
                && words.At(i + 2).Lower is "exceptions" or "excuses" or "arguments" or "matter"
            )
            {
                yield return (i, request.End);
                yield break;
            }

            // "The machine needs calibrating, Ada, you do it"
            if (
                words.At(i + 1).Is("you")
                && words.At(i + 2).Is("do")
                && words.At(i + 3).Lower is "it" or "that" or "them"
            )
            {
                yield return (i, i + 4);
                continue;
            }

            // "Tell the volunteers, Ada, that they can eat here"
            if (
                words.At(i + 1).Is("that")
                && words.ClassAt(i - 1) is WordClass.Person or WordClass.Crew or WordClass.Tag
                && Agreement.SaidTo.Contains(words.At(request.Content).Lower)
            )
                continue;
            if (
                ToldBeside.Is(words, i + 1, request.End)
                || IsAskedAgain(words, request, i + 1)
                // "Sand them again, and they go out on Monday"
                || words.At(i + 1).Is("and")
                    && words.At(i + 2).Lower is "it" or "they" or "he" or "she"
                    && words.ClassAt(i + 3) is WordClass.Verb or WordClass.Third
                || words.At(i + 1).Is("otherwise")
                || words.At(i + 1).Is("last") && words.At(i + 2).Is("time")
                // "Drive to the mill, back by four"
                || (words.At(i + 1).Is("back") && words.At(i + 2).Lower is "by" or "at" or "before")
                // "Move it to the left, any volunteers?", "open it at ten, not a minute before", "two boxes, ours have gone"
                || (
                    words.At(i + 1).Is("any")
                    && words.At(i + 2).Lower is "takers" or "volunteers" or "offers" or "ideas" or "objections"
                )
                || (words.At(i + 1).Is("not") && words.At(i + 2).Lower is "a" or "one" && IsSpan(words.At(i + 3).Lower))
                || (
                    words.At(i + 1).Lower is "ours" or "mine" or "theirs" or "hers" or "his"
                    && words.ClassAt(i + 2) is WordClass.Be or WordClass.Have or WordClass.HaveBase
                )
                || words.At(i + 1).Lower is "need" or "needed" or "wanted"
                || words.At(i + 1).Is("meanwhile")
                || (words.At(i + 1).Is("and") && words.At(i + 2).Is("meanwhile"))
                || IsMeanwhile(words, words.At(i + 1).Is("and") ? i + 2 : i + 1)
                // "Lock up at six, now that it's dark", "descale it, the last to use it"
                || (words.At(i + 1).Is("now") && words.At(i + 2).Is("that"))
                || (
                    words.At(i + 1).Is("the")
                    && words.At(i + 2).Lower is "last" or "first"
                    && words.At(i + 3).Lower is "to" or "one" or "person"
                )
            )
            {
                var goesOn = ToldBeside.EndOf(words, i + 1, request.End);
                yield return (i, goesOn);
                if (goesOn == request.End)
                    yield break;
                continue;
            }

            if (
                words.At(i + 1).Lower is "before" or "after" or "until" or "while" or "when" or "once"
                && (
                    words.ClassAt(i + 2) is WordClass.I or WordClass.We or WordClass.You
                    || States(words, i + 2, request.End)
                )
            )
            {
                yield return (i, request.End);
                yield break;
            }

            // "Count them, one of you the big ones and one the small ones"
            if (
                words.At(i + 1).Lower is not ("who" or "which")
                && !(words.At(i + 1).Is("one") && words.At(i + 2).Is("of") && words.At(i + 3).Lower is "you" or "us")
            )
                continue;
            var to = i + 1;
            while (to < request.End && words.ClassAt(to) is not WordClass.Comma)
                to++;
            yield return (i, to);
        }
    }

    /// <summary>The token behind it: "after the talk tomorrow evening" ends before the time.</summary>
    private static int EndOfClause(MessageWords words, int from, int end)
    {
        var to = from + 1;
        while (to < end && words.TimeAt(to) is null)
            to++;
        return to;
    }

    /// <summary>"Clean the glass and if that doesn't help ...", "chase them if they haven't paid".</summary>
    private static bool IsForAnotherCase(MessageWords words, Candidate request, int i)
    {
        var joined = words.ClassAt(i) is WordClass.Conjunction;
        var given = joined ? i + 1 : i;
        if (
            !words.At(given).Is("if")
            || words.At(request.Content).Lower
                is "ask"
                    or "check"
                    or "see"
                    or "find"
                    or "tell"
                    or "say"
                    or "let"
                    or "know"
                    or "text"
        )
            return false;
        var denied = false;
        for (var k = given + 1; k < request.End; k++)
            if (words.ClassAt(k - 1) is WordClass.Comma && Listing.Orders(words, k))
                return false;
            else
                denied |=
                    words.ClassAt(k) is WordClass.Denial or WordClass.NoOne
                    || words.At(k).Is("nothing")
                    || words.At(k).Lower.EndsWith("n't", StringComparison.Ordinal);
        // "Chase finance, and if they say next week again give them to me"
        return (denied || words.At(given + 2).Lower is "say" or "says")
            && (joined || words.ClassAt(given + 1) is WordClass.Subject or WordClass.Stating);
    }

    /// <summary>"The bins need to go out, can the kitchen see to that": who is to see that they do.</summary>
    private static bool IsAskedAgain(MessageWords words, Candidate request, int i) =>
        words.At(i).Lower is "can" or "could" or "will" or "would"
        && (words.WhoAt(i + 1, request.Sentence.To)?.To ?? (words.ClassAt(i + 1) is WordClass.You ? i + 2 : -1))
            is > 0
                and var verb
        && PromisedBefore.IsSeeingToIt(words, verb, request.End);

    private static bool IsMeanwhile(MessageWords words, int i) =>
        words.At(i).Is("in") && words.At(i + 1).Is("the") && words.At(i + 2).Is("meantime");

    private static bool IsSpan(string word) => word is "minute" or "second" or "moment" or "hour" or "day";

    private static bool Does(MessageWords words, int from, int to)
    {
        for (var i = from; i < to && words.ClassAt(i) is not (WordClass.Comma or WordClass.Dash); i++)
            if (words.ClassAt(i) is WordClass.Verb or WordClass.Be or WordClass.Third)
                return true;
        return false;
    }

    /// <summary>Whether a verb that states comes before the next mark.</summary>
    private static bool States(MessageWords words, int from, int to)
    {
        for (var i = from; i < to && words.ClassAt(i) is not (WordClass.Comma or WordClass.Dash); i++)
            if (
                words.ClassAt(i)
                is WordClass.Be
                    or WordClass.Have
                    or WordClass.Do
                    or WordClass.Modal
                    or WordClass.Third
                    or WordClass.Past
            )
                return true;
        return false;
    }
}
