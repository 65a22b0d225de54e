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
    /// <summary>Whether it is one of several things that its sentence lists.</summary>
    public bool IsListed { get; init; }

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
        var said = new OnlySaid(words);
        foreach (var sentence in words.Sentences)
        {
            if (ToldSentences.AskNothing(words, sentence))
                continue;
            var ends = Ends(words, sentence);
            var wantsToKnow = ToldSentences.WantToKnow(words, sentence);
            for (var i = sentence.From; i < sentence.To; i++)
            {
                if (i > sentence.From && Parting.IsInside(words, i))
                    continue;
                // "Before today's meeting"
                if (
                    i > sentence.From
                    && words.ClassAt(i - 1) is WordClass.Time
                    && words.At(i - 1).Lower.EndsWith("'s", StringComparison.Ordinal)
                )
                    continue;
                // "Have you sent him the notice? If not, today please"
                if (
                    words.At(sentence.To).Is("?")
                    && words.ListedIn(sentence) is [{ IsAllThatIsAsked: true } asked]
                    && asked.Content == i
                    && i > asked.From
                )
                {
                    Add(sentence, i, new(Cue.None, i, i, null), i);
                    continue;
                }

                var cues = words.CuesAt(sentence, i);
                var opens = Opens(words, sentence, i);
                foreach (var cue in cues)
                    if (CuesInPlace.AskNothing(words, sentence, i, cue, byStaff))
                        continue;
                    else if (opens || words.ClassAt(i) is not (WordClass.NoOne or WordClass.Courtesy))
                        Add(
                            sentence,
                            i,
                            cue,
                            PastAnAside(words, sentence, cue, SkipFillers(words, cue.Content, sentence.To))
                        );
                if (byStaff && RemindedOf(words, sentence, i) is { } told)
                    Add(sentence, told, cues[0] with { Content = told, To = told }, told);
                if (byStaff && AboutToDo.In(words, sentence, i) is { } doing)
                    Add(sentence, i, new(Cues.Promise, doing, doing, null), doing);
                if (!opens || cues.Any(c => c.Cue.Label == Cues.Pointer))
                    continue;
                if (wantsToKnow)
                    continue;
                if (MayBegin(sentence, i) && !cues.Any(c => c.Cue.Doer is not Doer.Nothing && c.Content > i))
                    Add(sentence, i, new(Cue.None, i, i, null), i);
                foreach (var (verb, complement) in Needing.Of(words, sentence, i))
                    Add(sentence, i, new(Cue.Thing, complement, complement, null), complement, verb);
            }

            void Add(Sentence s, int from, CueFound cue, int content, int needs = -1)
            {
                // "Two things for the meeting, Ada: ...": what is counted is not asked beside what it counts.
                if (
                    cue.Cue == Cue.None
                    && words.ListedIn(s) is [{ Who: null } first, ..]
                    && content < first.From
                    && words.ListedIn(s).Count > 1
                )
                    return;
                var only = words.ListedIn(s) is [{ IsAllThatIsAsked: true } one] ? one : null;
                if (
                    only is not null
                    && !(only.Content < 0 ? only.Holds(new(s, from, content, s.To, cue)) : IsIt(only, content))
                )
                    return;
                if (
                    content >= s.To
                    || !MayBegin(sentence, content)
                    || (content != only?.Content && said.Is(s, from, cue, content, needs))
                    || Forbidden.IsLeftAsItIs(words, content, s.To)
                )
                    return;
                var taken = 0;
                var courtesy = CourtesyAt(from) ?? CourtesyAt(content);
                var last = Parting.EndOf(words, s, content);
                // "Say when it comes": when is what is to be said.
                var least = IsSaying(content) ? content + 1 : content;
                foreach (var end in ends)
                    if (end > least && end <= last && !IsBetweenNumbers(words, end) && taken++ < MostEnds)
                    {
                        var candidate = new Candidate(s, from, content, end, cue, needs, courtesy);
                        all.Add(candidate with { IsListed = IsListed(candidate) });
                    }
            }

            // "Ada hasn't watered the ferns. Ben, could you?"
            bool MayBegin(Sentence s, int i) =>
                CanBegin(words.ClassAt(i))
                || (
                    i == s.From
                    && words.ClassAt(i) is WordClass.Person or WordClass.Stating
                    && CalledNext.IsUndoneAndAsked(words, s)
                );

            bool IsSaying(int i) =>
                words.At(i).Lower is "say" or "tell" or "ask" or "show" or "explain"
                && words.ClassAt(i + 1) is WordClass.Subordinator or WordClass.Question;

            bool IsListed(Candidate c)
            {
                foreach (var part in words.ListedIn(c.Sentence))
                    if (part.Opens(c))
                        return true;
                return false;
            }

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

    /// <summary>"Strip 1 and 2": both are meant.</summary>
    private static bool IsBetweenNumbers(MessageWords words, int i) =>
        words.At(i).Lower is "and" or "&"
        && words.At(i - 1).Kind is TokenKind.Number
        && words.At(i + 1).Kind is TokenKind.Number;

    /// <summary>"The lease runs out in May, remind me on Monday": where what one wants to be reminded of begins; null elsewhere.</summary>
    private static int? RemindedOf(MessageWords words, Sentence sentence, int i)
    {
        if (
            !words.At(i).Is("remind")
            || !words.At(i + 1).Is("me")
            || i < sentence.From + 3
            || words.ClassAt(i - 1) is not (WordClass.Comma or WordClass.Dash or WordClass.Courtesy)
        )
            return null;
        var at = i + 2;
        if (words.At(at).Lower is "about" or "of" && words.At(at + 1).Lower is "it" or "that" or "this")
            at += 2;
        while (at < sentence.To && !words.IsPlain(at))
            at++;
        if (at < sentence.To)
            return null;
        var told = words.WhoAt(sentence.From, i)?.To ?? sentence.From;
        while (told < i && words.ClassAt(told) is WordClass.Comma or WordClass.Courtesy)
            told++;
        return told < i - 1 && CanBegin(words.ClassAt(told)) ? told : null;
    }

    /// <summary>"Could you, Ada, when it has cooled, clean it": past whom it is said to and a clause that says when.</summary>
    private static int PastAnAside(MessageWords words, Sentence sentence, CueFound cue, int content)
    {
        // "Could someone who's tall change the bulb"
        if (cue.Cue.Doer is Doer.Anyone && words.At(cue.Content).Lower is "who" or "who's" or "with")
            for (var i = cue.Content + 2; i + 1 < sentence.To && i < cue.Content + MostOfAClause; i++)
                if (
                    words.ClassAt(i) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb
                    && words.ClassAt(i + 1) is WordClass.Determiner or WordClass.Possessive or WordClass.Object
                )
                    return i;
        // "Ada has until Friday to finish it"
        if (words.At(cue.Content - 1).Lower is "until" or "till" && words.At(content).Is("to"))
            return content + 1;
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

    private static bool IsIt(ListedPart only, int content) => content >= only.Content && content <= only.Deed;

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
        // "Has it landed? If not chase them"
        || (words.At(i - 1).Lower is "not" or "so" && words.At(i - 2).Is("if"))
        || IsBehindAnAnswer(words, i)
        || (words.At(i - 1).Is("that") && words.At(i - 2).Lower is "means" or "is" or "remember" or "reminder")
        || (VerbPlaces.IsGoingOn(words, i - 1) && words.ClassAt(i) is WordClass.Verb or WordClass.VerbOrNoun)
        || IsWhatIsToBeDoneTo(words, i)
        // "Perhaps order more"
        || (words.At(i - 1).Lower is "perhaps" or "maybe" && words.ClassAt(i) is WordClass.Verb)
        || IsAfterClause(words, sentence, i);

    /// <summary>"Did they come? If they did label them": whether a question was answered so, and what is asked then.</summary>
    public static bool IsBehindAnAnswer(MessageWords words, int i) =>
        words.At(i - 3).Is("if")
        && words.ClassAt(i - 2) is WordClass.Subject or WordClass.You
        && words.At(i - 1).Lower
            is "did"
                or "do"
                or "does"
                or "have"
                or "has"
                or "are"
                or "is"
                or "can"
                or "will"
                or "didn't"
                or "don't"
                or "haven't"
                or "hasn't"
                or "can't"
                or "won't"
        && words.ClassAt(i) is WordClass.Verb or WordClass.VerbOrNoun;

    /// <summary>"Could the minutes be typed?", "I'd be grateful if the garden could be tidied": the thing.</summary>
    private static bool IsWhatIsToBeDoneTo(MessageWords words, int i)
    {
        if (!(words.At(i - 1).Lower is "could" or "can" or "would" or "might" or "if"))
            return false;
        for (var k = i + 1; k < i + 8; k++)
            if (Needing.IsAskedToBe(words, i, k))
                return true;
        return false;
    }

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
                // "If anybody asks say it's out"
                || (words.At(i).Lower is "say" or "tell" && words.ClassAt(i + 1) is WordClass.Stating)
                // "Whenever you're next in town see if they have any"
                || (words.At(i).Lower is "see" or "check" or "ask" && words.At(i + 1).Lower is "if" or "whether")
                // "When the delivery comes sign for it"
                || (words.At(i + 1).Is("for") && words.At(i + 2).Lower is "it" or "them" or "him" or "her" or "the")
                // "When they come ask for the form"
                || (words.At(i).Is("ask") && words.At(i + 1).Is("for"))
                || (
                    IsComing(words, i - 1) && words.ClassAt(i) is WordClass.Verb && words.ClassAt(i + 1).CanOpenAThing()
                )
                || Lexicon.Numbers.ContainsKey(words.At(i + 1).Lower)
                || (
                    words.At(i).Lower is "look" or "listen"
                    && words.ClassAt(i + 2) is WordClass.Determiner or WordClass.Possessive
                )
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
                    || IsComing(words, k)
                    || (k < i - 1 && words.ClassAt(k) is WordClass.Verb or WordClass.VerbOrNoun);
        return false;
    }

    private static bool IsComing(MessageWords words, int i) =>
        words.At(i).Lower is "come" or "comes" or "ring" or "rings" or "arrive" or "arrives" or "call" or "calls";

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
}
