using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>A run of words that might ask for or promise something.</summary>
/// <param name="Sentence">The sentence it stands in.</param>
/// <param name="From">First token of it, its cue included.</param>
/// <param name="Content">First token of what is to be done.</param>
/// <param name="End">Token after what is to be done.</param>
/// <param name="Cue">The way of asking or promising.</param>
/// <param name="Needs">The verb of a thing that needs something ("needs", "must"); -1 where it is said directly.</param>
/// <param name="Courtesy">What kind of courtesy or news opens in the same words; null where none does.</param>
internal sealed record Candidate(
    Sentence Sentence,
    int From,
    int Content,
    int End,
    CueFound Cue,
    int Needs = -1,
    string? Courtesy = null
)
{
    /// <summary>Whether what is to be done begins at the same place in the same way.</summary>
    public bool BeginsAs(Candidate other) =>
        Content == other.Content && From == other.From && Cue.Cue.Label == other.Cue.Cue.Label && Needs == other.Needs;
}

/// <summary>Finds whatever might ask for work: each place where it can begin, with each where it can end.</summary>
internal static class Candidates
{
    private const int MostEnds = 9;

    /// <summary>A clause that says when is no longer, in tokens.</summary>
    private const int MostOfAClause = 16;

    /// <summary>The candidates of a message, those that begin the same way one after the other.</summary>
    /// <param name="words">The message.</param>
    /// <param name="byStaff">Whether one of ours writes; what somebody outside promises is no work of ours.</param>
    public static List<Candidate> Of(MessageWords words, bool byStaff)
    {
        var all = new List<Candidate>();
        foreach (var sentence in words.Sentences)
        {
            if (TellsARule(words, sentence) || IsSubject(words, sentence) || AsksWhenOrWhere(words, sentence))
                continue;
            var ends = Ends(words, sentence);
            var wantsToKnow = WantsToKnow(words, sentence);
            for (var i = sentence.From; i < sentence.To; i++)
            {
                if (i > sentence.From && words.TimeAt(i - 1) is { } before && before.Covers(i))
                    continue;
                var cues = words.CuesAt(sentence, i);
                var opens = Opens(words, sentence, i);
                foreach (var cue in cues)
                    if (cue.Cue.Doer is Doer.Nothing || (cue.Cue.Doer is Doer.Author && !byStaff))
                        continue;
                    else if (opens || words.ClassAt(i) is not (WordClass.NoOne or WordClass.Courtesy))
                        Add(sentence, i, cue, PastAnAside(words, sentence, cue, SkipFillers(words, cue.Content, sentence.To)));
                if (!opens || cues.Any(c => c.Cue.Label == Cues.Pointer))
                    continue;
                if (wantsToKnow)
                    continue;
                if (CanBegin(words.ClassAt(i)) && !cues.Any(c => c.Cue.Doer is not Doer.Nothing && c.Content > i))
                    Add(sentence, i, new(Cue.None, i, i, null), i);
                foreach (var (verb, complement) in Needs(words, sentence, i))
                    Add(sentence, i, new(Cue.Thing, complement, complement, null), complement, verb);
            }

            void Add(Sentence s, int from, CueFound cue, int content, int needs = -1)
            {
                if (content >= s.To || !CanBegin(words.ClassAt(content)))
                    return;
                if (
                    (cue.Cue.Label is "who will" or "suggest" || cue.Cue.Doer is Doer.Author) && IsSomewhere(words, content)
                )
                    return;
                if (IsOnlySaid(s, from, cue, content))
                    return;
                if (
                    words.At(content).Is("not")
                    || IsNoWork(s, from)
                    || IsNoWork(s, content)
                    || (
                        cue.Cue.Label is "who please"
                        && words.ClassAt(content)
                            is WordClass.Past
                                or WordClass.Be
                                or WordClass.Have
                                or WordClass.Modal
                                or WordClass.Do
                    )
                )
                    return;
                // "She needs it by noon": when something else that is asked is wanted.
                if (
                    (needs >= 0 || cue.Cue.Label is "need" or "wish")
                    && words.At(content).Lower is "it" or "them" or "this" or "that" or "these" or "those"
                    && words.ClassAt(content + 1) is not (WordClass.Past or WordClass.Gerund or WordClass.To)
                    && !(words.IsPlain(content + 1) && words.ClassAt(content + 1) is not WordClass.Preposition)
                )
                    return;
                // "I'll need them for three": no promise, though it says when.
                if (cue.Cue.Doer is Doer.Author && words.At(content).Lower is "need" or "want" or "like" or "love")
                    return;
                // "Would you mind fetching": that is what is asked, not to mind.
                if (
                    cue.Cue.Doer is not Doer.Nothing
                    && words.At(content).Is("mind")
                    && words.ClassAt(words.At(content + 1).Is("awfully") ? content + 2 : content + 1) is WordClass.Gerund
                )
                    return;
                // "Somebody ought to have swept": too late.
                if (
                    cue.Cue != Cue.None
                    && words.ClassAt(content) is WordClass.HaveBase
                    && words.ClassAt(content + 1) is WordClass.Past
                )
                    return;
                var taken = 0;
                var courtesy = CourtesyAt(from) ?? CourtesyAt(content);
                var last = Parting.EndOf(words, s, content);
                foreach (var end in ends)
                    if (end > content && end <= last && taken++ < MostEnds)
                        all.Add(new(s, from, content, end, cue, needs, courtesy));
            }

            // "Pick up is at four", "the freeze starts on Friday", "the oven was left on", "the stand's got plenty".
            bool IsStatement(Sentence s, int content)
            {
                if (words.At(content).Is("did"))
                    return true;
                var next = content + 1;
                if (words.ClassAt(next) is WordClass.Preposition or WordClass.Adverb && words.TimeAt(next) is null)
                    next++;
                if (words.At(next).Lower is "is" or "are" or "was" or "were")
                    return words.ClassAt(content) is not WordClass.Question;
                if (
                    words.At(content + 1).Lower is "starts" or "ends" or "opens" or "closes" or "begins"
                    && words.ClassAt(content) is not (WordClass.Determiner or WordClass.Number)
                )
                    return true;
                if (words.ClassAt(content) is WordClass.Verb)
                    return words.ClassAt(content + 1) is WordClass.Noun or WordClass.NounOrVerb
                        && words.At(content + 2).Lower is "was" or "were";
                for (
                    var i = content;
                    i < s.To && words.ClassAt(i) is not (WordClass.Comma or WordClass.Dash or WordClass.Colon);
                    i++
                )
                    if (
                        words.At(i).Lower is "was" or "were"
                        // "The drive came", "the inn will fetch it": told, whoever it is of.
                        || (i > content && words.At(i).Lower is "will" or "won't")
                        || (
                            i > content
                            && words.At(i).Lower is "came" or "arrived" or "went" or "happened"
                            && !words.IsPlain(i + 1)
                        )
                        || words.ClassAt(i) is WordClass.Possessive && words.At(i + 1).Lower is "got" or "been"
                    )
                        return true;
                return false;
            }

            bool IsCount(Sentence s, int i) =>
                (words.ClassAt(i) is WordClass.Number || Lexicon.Numbers.ContainsKey(words.At(i).Lower))
                && words.At(i + 1).Lower is "things" or "jobs" or "tasks" or "points" or "favours" or "errands"
                && i + 2 < s.To
                && words.ClassAt(i + 2) is WordClass.Colon or WordClass.Comma or WordClass.Dash or WordClass.Person;

            bool HasTold(Sentence s, int from)
            {
                for (var i = from - 1; i >= s.From && words.ClassAt(i) is not (WordClass.Comma or WordClass.Dash); i--)
                    if (words.At(i).Lower is "told" or "said" or "promised" or "knows" or "agreed")
                        return true;
                return false;
            }

            bool IsThanks(Sentence s, int from)
            {
                var i = from - 1;
                while (i >= s.From && words.At(i).Lower is "so" or "very" or "you" or "ever")
                    i--;
                return i >= s.From && i < from - 1 && words.At(i).Lower is "thank" or "thanks";
            }

            bool Tells(Sentence s, int from)
            {
                for (var i = from + 1; i < s.To && words.ClassAt(i) is not (WordClass.Comma or WordClass.To or WordClass.Dash); i++)
                    if (words.ClassAt(i) is WordClass.Be or WordClass.Third or WordClass.Modal or WordClass.Have)
                        return true;
                return false;
            }

            // "Can somebody tell me where they are": telling is no work either.
            bool IsInAQuestion(Sentence s, int i)
            {
                for (var k = Math.Max(s.From, i - 3); k < i; k++)
                    if (words.CuesAt(s, k).Any(c => c.Cue.Label == Cues.Knowledge && c.To > i))
                        return true;
                return false;
            }

            bool IsOnlySaid(Sentence s, int from, CueFound cue, int content) =>
                // "Don't wake them" asks for nothing to be done, "don't pay it until Friday" for something then.
                (
                    (
                        cue.Cue.Label is "forbid"
                        || words.ClassAt(content) is WordClass.Denial
                        || words.At(content).Is("do") && words.At(content + 1).Is("not")
                    ) && !HasTime(words, s, content)
                )
                // "You can't get at the back": with a question mark it asks.
                || (
                    cue.Cue.Label is "ask"
                    && words.At(from).Is("you")
                    && words.ClassAt(from + 1) is WordClass.Denial
                    && !words.At(s.To).Is("?")
                )
                // "I'll think about it"
                || (cue.Cue.Doer is Doer.Author && words.At(content).Is("think") && words.At(content + 1).Is("about"))
                // "Ben thinks we should buy it"
                || (
                    cue.Cue.Label is "suggest"
                    && words.At(words.At(from - 1).Is("that") ? from - 2 : from - 1).Lower
                        is "thinks"
                            or "think"
                            or "thought"
                            or "reckons"
                            or "believes"
                            or "feels"
                )
                // "I asked Sanjay to look at it": he has been asked.
                || (
                    cue.Cue.Label is "who to"
                    && words.At(from - 1).Lower is "asked" or "told" or "got" or "wanted" or "reminded"
                )
                // "They'll let us know"
                || (
                    from > s.From
                    && words.At(from - 1).Lower is "they'll" or "he'll" or "she'll" or "it'll"
                    && cue.Cue.Doer is Doer.You
                )
                // "I told her that we will ring"
                || (cue.Cue.Label is "suggest" && words.At(from - 1).Is("that") && HasTold(s, from))
                // "Can the cellar take twelve or is it full?"
                || (cue.Cue.Label == Cues.AskWho && AsksWhich(words, s, content))
                // "Three things: the lamp, the lock and the gate"
                || IsCount(s, content)
                // "Away all day on the 16th"
                || (cue.Cue == Cue.None && words.At(content).Is("all") && words.At(content + 1).Lower is "day" or "week" or "morning")
                // "The licence runs out on the 20th, Ada renew it"
                || (cue.Cue == Cue.None && Parting.TellsWhy(words, s, content))
                // "Please stop promising that"
                || (words.At(content).Is("stop") && words.ClassAt(content + 1) is WordClass.Gerund)
                || (cue.Cue == Cue.None && IsStatement(s, content))
                // "Thank you so much for it"
                || (cue.Cue == Cue.None && IsThanks(s, from))
                // "Remember the sale starts on Monday"
                || (words.At(words.At(content).Lower is "all" or "both" ? content + 1 : content).Is("remember") && Tells(s, content + 1))
                // "Do me a favour", and no more
                || (words.At(content).Is("do") && words.At(content + 3).Is("favour") && content + 4 >= s.To)
                // "Don't let anyone into the flat": what is let is no request by itself.
                || (
                    cue.Cue.Label is "someone" or "someone must"
                    && words.ClassIn(s, from - 1)
                        is WordClass.Verb
                            or WordClass.VerbOrNoun
                            or WordClass.HaveBase
                            or WordClass.Past
                )
                // "When you're through with it", "what an evening"
                || (cue.Cue.Doer is Doer.You && cue.Cue.Label is "none" or "thing needs" && words.ClassAt(from) is WordClass.Question)
                // "Great job on the stand", "the Polish to follow"
                || (cue.Cue == Cue.None && (Praise.Contains(words.At(content).Lower) || words.At(content + 1).Is("to") && words.At(content + 2).Is("follow")));

            // "Please note the new times", "can anyone tell me where", "please find the list attached".
            bool IsNoWork(Sentence s, int i) =>
                words.CuesAt(s, i).Any(c => c.Cue.Label is Cues.Knowledge or Cues.Courtesy)
                || IsInAQuestion(s, i)
                || words.At(i).Is("find") && words.At(s.To - 1).Lower is "attached" or "enclosed" or "below";

            string? CourtesyAt(int i)
            {
                for (var k = Math.Max(sentence.From, i - 5); k <= i && k < sentence.To; k++)
                    foreach (var cue in words.CuesAt(sentence, k))
                        if (cue.Cue.Doer is Doer.Nothing && (k == i || cue.To >= i))
                            return cue.Cue.Label;
                return null;
            }
        }

        return all;
    }

    /// <summary>
    /// "Records have to be kept for ten years, the licence says", "lock it at night, it's the rule": what holds always asks for
    /// nothing now.
    /// </summary>
    private static bool TellsARule(MessageWords words, Sentence sentence)
    {
        for (var i = sentence.From + 1; i < sentence.To; i++)
        {
            if (words.ClassAt(i) is not (WordClass.Comma or WordClass.Dash))
                continue;
            var it = words.At(i + 1).Lower is "it's" or "that's";
            if (
                it
                && (
                    words.At(i + 2).Is("the") && words.At(i + 3).Lower is "rule" or "rules" or "law"
                    || words.At(i + 2).Is("what") && words.At(i + 4).Lower is "agreed" or "decided" or "said"
                )
            )
                return true;
            if (words.At(i + 1).Is("it") && words.At(i + 2).Is("says") && words.At(i + 3).Is("so"))
                return true;
            if (words.At(i + 1).Is("those") && words.At(i + 2).Is("are") && words.At(i + 4).Lower is "rules" or "orders")
                return true;
            if (
                words.At(sentence.To - 1).Lower is "says" or "say"
                && i >= sentence.To - 4
                && words.ClassAt(i + 1) is WordClass.Determiner or WordClass.Person or WordClass.Crew or WordClass.Other
            )
                return true;
        }

        return false;
    }

    /// <summary>"Ada, do the motors need oil?", "the rent, has it come?": a question, and how it is asked no way of asking for work.</summary>
    private static bool WantsToKnow(MessageWords words, Sentence sentence)
    {
        if (!words.At(sentence.To).Is("?"))
            return false;
        for (var i = sentence.From; i < sentence.To; i++)
            if (
                words.At(i).Lower is "did" or "does" or "do" or "is" or "are" or "was" or "were" or "has" or "have"
                && words.ClassIn(sentence, i - 1) is WordClass.Edge or WordClass.Comma or WordClass.Dash
                && words.ClassAt(i + 1)
                    is WordClass.Determiner
                        or WordClass.Subject
                        or WordClass.Person
                        or WordClass.Other
                        or WordClass.You
                        or WordClass.We
                && words.CuesAt(sentence, i).All(c => c.Cue.Doer is Doer.Nothing)
            )
                return true;
        return false;
    }

    /// <summary>"When do we have to return it?", "Ada, where are the keys?"; "why don't we ring them?" asks for it.</summary>
    private static bool AsksWhenOrWhere(MessageWords words, Sentence sentence)
    {
        var i = sentence.From;
        if (words.WhoAt(i, sentence.To) is { } who)
            i = who.To;
        while (i < sentence.To && words.ClassAt(i) is WordClass.Comma or WordClass.Conjunction or WordClass.Courtesy)
            i++;
        return words.At(sentence.To).Is("?")
            && words.At(i).Lower is "when" or "where" or "what" or "how" or "why"
            && words.At(i + 1).Lower
                is "do"
                    or "does"
                    or "did"
                    or "is"
                    or "are"
                    or "was"
                    or "were"
                    or "has"
                    or "have"
                    or "can"
                    or "should"
                    or "will";
    }

    private static bool AsksWhich(MessageWords words, Sentence sentence, int content)
    {
        if (!words.At(sentence.To).Is("?"))
            return false;
        for (var i = content; i + 2 < sentence.To; i++)
            if (
                words.At(i).Is("or")
                && words.At(i + 1).Lower is "is" or "are" or "shall" or "should" or "do" or "does" or "has"
            )
                return true;
        return false;
    }

    /// <summary>"Fwd: the letter", "re: your order": what a mail is about.</summary>
    private static bool IsSubject(MessageWords words, Sentence sentence) =>
        words.At(sentence.From).Lower is "fwd" or "fw" or "re" or "forward" && words.At(sentence.From + 1).Is(":");

    private static readonly FrozenSet<string> Praise = Lexicon.Set(
        "great nice lovely brilliant excellent fantastic superb amazing wonderful beautiful"
    );

    private static bool HasTime(MessageWords words, Sentence sentence, int from)
    {
        for (var i = from; i < sentence.To; i++)
            if (words.ClassAt(i) is WordClass.Time)
                return true;
        return false;
    }

    /// <summary>"Tom will be late", "I'll be back at two": where somebody is, or how.</summary>
    private static bool IsSomewhere(MessageWords words, int content)
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
        var how = be + 1;
        return words.ClassAt(how) is WordClass.Preposition or WordClass.Time or WordClass.Adverb
            || words.At(how).Lower is "late" or "away" or "here" or "there" or "ill" or "sick" or "home" or "closed" or "shut" or "open";
    }

    /// <summary>"Could you, Ada, when it has cooled, clean it": past whom it is said to and a clause that says when.</summary>
    private static int PastAnAside(MessageWords words, Sentence sentence, CueFound cue, int content)
    {
        if (words.ClassIn(sentence, cue.Content) is not WordClass.Comma || cue.Cue.Doer is not Doer.You)
            return content;
        if (words.WhoAt(content, sentence.To) is { } who && words.ClassIn(sentence, who.To) is WordClass.Comma)
            content = who.To + 1;
        if (words.ClassIn(sentence, content) is not WordClass.Subordinator)
            return content;
        for (var i = content; i < sentence.To && i < content + MostOfAClause; i++)
            if (words.ClassAt(i) is WordClass.Comma)
                return i + 1;
        return content;
    }

    /// <summary>Past courtesies, times and words of priority.</summary>
    private static int SkipFillers(MessageWords words, int i, int end)
    {
        while (i < end)
            if (words.TimeAt(i) is { } time)
                i = time.To;
            else if (words.PriorityAt(i) is { } priority)
                i = priority.To;
            else if (words.ClassAt(i) is WordClass.Courtesy or WordClass.Comma or WordClass.Colon)
                i++;
            else if (
                words.At(i).Lower
                is "also"
                    or "just"
                    or "then"
                    or "quickly"
                    or "really"
                    or "kindly"
                    or "maybe"
                    or "possibly"
            )
                i++;
            else
                break;
        return i;
    }

    private static bool CanBegin(WordClass first) =>
        first
            is not (
                WordClass.Edge
                or WordClass.Time
                or WordClass.Priority
                or WordClass.Courtesy
                or WordClass.Comma
                or WordClass.Colon
                or WordClass.Dash
                or WordClass.Bracket
                or WordClass.Stop
                or WordClass.Bullet
                or WordClass.Mark
                or WordClass.Tag
                or WordClass.Person
                or WordClass.Crew
                or WordClass.Conjunction
                or WordClass.Be
                or WordClass.Have
                or WordClass.Modal
                or WordClass.Stating
                or WordClass.Subordinator
                or WordClass.I
            );

    /// <summary>Whether a clause can begin at a token, by what stands before it.</summary>
    private static bool Opens(MessageWords words, Sentence sentence, int i) =>
        i == sentence.From
        || words.ClassAt(i - 1)
            is WordClass.Comma
                or WordClass.Colon
                or WordClass.Dash
                or WordClass.Bracket
                or WordClass.Stop
                or WordClass.Mark
                or WordClass.Conjunction
                or WordClass.Courtesy
                or WordClass.Time
                or WordClass.Priority
                or WordClass.Tag
                or WordClass.Person
                or WordClass.Crew
        || (words.At(i - 1).Is("that") && words.At(i - 2).Lower is "means" or "is" or "remember")
        || IsAfterClause(words, sentence, i);

    /// <summary>
    /// "When you're at the merchant's bring back a swatch", "whoever has the keys bring them": a verb behind a clause that says
    /// when or who, with no mark between them.
    /// </summary>
    public static bool IsAfterClause(MessageWords words, Sentence sentence, int i)
    {
        if (
            words.ClassAt(i) is not (WordClass.Verb or WordClass.VerbOrNoun)
            || words.ClassAt(i - 1)
                is not (
                    WordClass.Noun
                    or WordClass.NounOrVerb
                    or WordClass.VerbOrNoun
                    or WordClass.Verb
                    or WordClass.Third
                    or WordClass.Possessive
                    or WordClass.Adverb
                    or WordClass.Preposition
                    or WordClass.Past
                    or WordClass.Other
                    or WordClass.Number
                )
            || !(
                words.ClassAt(i + 1)
                    is WordClass.Determiner
                        or WordClass.Possessive
                        or WordClass.Object
                        or WordClass.Number
                        or WordClass.Person
                        or WordClass.Other
                || words.At(i + 1).Lower is "it" or "her" or "this" or "back" or "up" or "out" or "off"
                || Lexicon.Numbers.ContainsKey(words.At(i + 1).Lower)
            )
        )
            return false;
        var states = false;
        for (var k = i - 1; k >= sentence.From && k > i - MostOfAClause; k--)
            if (words.ClassAt(k) is WordClass.Comma or WordClass.Dash or WordClass.Colon or WordClass.Stop)
                return false;
            else if (words.ClassAt(k) is WordClass.Subordinator || words.At(k).Is("whoever"))
                return k + 1 < i && (states || words.ClassAt(k + 1) is WordClass.Verb or WordClass.VerbOrNoun);
            else
                states |=
                    words.ClassAt(k)
                        is WordClass.Be
                            or WordClass.Have
                            or WordClass.HaveBase
                            or WordClass.Stating
                            or WordClass.Third
                            or WordClass.Past
                            or WordClass.Modal
                    || words.At(k).Lower is "i'm" or "we're"
                    || (k < i - 1 && words.ClassAt(k) is WordClass.Verb or WordClass.VerbOrNoun);
        return false;
    }

    private static List<int> Ends(MessageWords words, Sentence sentence)
    {
        var ends = new List<int>();
        for (var e = sentence.From + 1; e <= sentence.To; e++)
        {
            var last = words.ClassAt(e - 1);
            if (
                last
                is WordClass.Comma
                    or WordClass.Colon
                    or WordClass.Dash
                    or WordClass.Conjunction
                    or WordClass.Mark
                    or WordClass.Stop
            )
                continue;
            if (e < sentence.To && words.TimeAt(e) is { } inside && inside.From < e)
                continue;
            if (e == sentence.To || EndsBefore(words, e))
                ends.Add(e);
        }

        return ends;
    }

    /// <summary>"It is late" opens a clause; "fetch it" does not.</summary>
    private static bool IsObject(MessageWords words, int i) =>
        words.At(i).Lower is "it" or "this" or "these" or "those"
        && words.ClassAt(i + 1)
            is not (
                WordClass.Be
                or WordClass.Have
                or WordClass.HaveBase
                or WordClass.Do
                or WordClass.Modal
                or WordClass.Third
                or WordClass.Past
            );

    private static bool EndsBefore(MessageWords words, int e) => !IsObject(words, e) && EndsAt(words, e);

    private static bool EndsAt(MessageWords words, int e) =>
        words.ClassAt(e)
            is WordClass.Comma
                or WordClass.Colon
                or WordClass.Dash
                or WordClass.Bracket
                or WordClass.Mark
                or WordClass.Stop
                or WordClass.Conjunction
                or WordClass.Subordinator
                or WordClass.Question
                or WordClass.Stating
                or WordClass.Subject
                or WordClass.I
                or WordClass.Tag
                or WordClass.Person
                or WordClass.Crew
                or WordClass.Courtesy
        || words.At(e).Lower is "as" or "since" or "before" or "after" or "until" or "till" or "will" or "would";

    /// <summary>Verbs by which a thing that opens at a token needs something, each with where that something begins.</summary>
    private static IEnumerable<(int Verb, int Complement)> Needs(MessageWords words, Sentence sentence, int from)
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
            || words.At(from).Lower is "no" or "before" or "after" or "until"
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

            if (
                words.ClassAt(i)
                    is WordClass.Comma
                        or WordClass.Subordinator
                        or WordClass.Be
                        or WordClass.Past
                        or WordClass.Stop
                || (Lexicon.Reporting.Contains(word) && word is not ("wants" or "wanted"))
            )
                yield break;
            var complement = word switch
            {
                "needs" or "need" or "wants" or "want" or "must" or "should" => words.At(i + 1).Is("to")
                    ? i + 2
                    : i + 1,
                "has" or "have" or "ought" when words.At(i + 1).Is("to") => i + 2,
                // "the bench gets scrubbed", "the holds to be washed"
                "gets" or "get" when words.ClassAt(i + 1) is WordClass.Past => i + 1,
                "to" when words.At(i + 1).Is("be") && words.ClassAt(i + 2) is WordClass.Past => i + 2,
                "really" when words.At(i + 1).Lower is "has" or "have" or "needs" && words.At(i + 2).Is("to") => i + 3,
                _ => -1,
            };
            if (complement < 0 || complement >= sentence.To)
                continue;
            // "They want him again": a wish of theirs. "They need oiling": of things.
            if (
                words.At(from).Lower is "they" or "he" or "she"
                && words.ClassAt(complement) is not WordClass.Gerund
                && !words.At(complement).Is("be")
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
