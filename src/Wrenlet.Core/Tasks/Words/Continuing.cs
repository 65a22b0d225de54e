namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// What goes on with a request behind the name of whose it is, or behind "and": "ring the hall, Ada, and say we are late",
/// "order hinges, Ben, brass, a dozen". Where it is no request of its own it is part of the one before, so that nothing of
/// what was asked is lost.
/// </summary>
/// <param name="words">The message.</param>
/// <param name="names">Who it was found to be for.</param>
internal sealed class Continuing(MessageWords words, IReadOnlyList<(WhoPhrase Who, double Certainty)> names)
{
    /// <summary>So many words of a thing are taken along; more are a sentence of their own.</summary>
    private const int MostOfAThing = 7;

    /// <summary>The token after all that belongs to a request.</summary>
    /// <param name="request">The request as it was found.</param>
    /// <param name="limit">Where the next one begins.</param>
    public int EndOf(Candidate request, int limit)
    {
        var last = Math.Min(limit, words.ListedAs(request)?.End ?? request.Sentence.To);
        var end = ObjectEnd(request, last);
        while (end < last && PartAt(PastTimes(end, last), last) is > 0 and var to)
            end = to;
        return end;
    }

    /// <summary>"Check the weather at noon, Ada, and text me": what goes on, goes on behind the time.</summary>
    private int PastTimes(int i, int last)
    {
        var to = i;
        while (to < last && words.ClassAt(to) is WordClass.Time or WordClass.Priority)
            to++;
        return to < last ? to : i;
    }

    /// <summary>
    /// "Ask Colm whether he got it", "find out what it costs", "make sure that nobody goes in until it is dry": what is to be
    /// asked or seen to is part of what is asked, to the next mark.
    /// </summary>
    private int ObjectEnd(Candidate request, int last)
    {
        var end = request.End;
        var (asks, looks, sure, rings) = (false, false, false, false);
        for (var i = request.Content; i < end; i++)
            if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash)
                (asks, looks, sure, rings) = (false, false, false, false);
            else
            {
                rings |= words.At(i).Lower is "ring" or "call" or "text" or "phone" or "email" or "confirm";
                asks |= words.At(i).Lower is "ask" or "tell" or "find" or "explain" or "know";
                looks |= words.At(i).Lower is "check" or "see" or "show";
                sure |= words.At(i).Lower is "sure";
            }

        var opens =
            (asks && (OpensAnObject(end) || OpensAnObject(end - 1)))
            // "Check the oil if you can" is no question, "check if it is full" is one.
            || (
                looks
                && (
                    IsQuestion(end)
                    || IsQuestion(end - 1)
                    || (words.At(end).Is("if") && words.At(end - 1).Lower is "check" or "see")
                )
            )
            // "See if they would swap": the verb of what is asked is no end.
            || (
                (asks || looks)
                && words.At(end).Lower is "would" or "will"
                && Enumerable.Range(request.Content, end - request.Content).Any(i => OpensAnObject(i) || IsQuestion(i))
            )
            || (rings && (IsOnceItIsSo(end) || IsOnceItIsSo(end - 1)) && request.Cue.Cue.Doer is not Doer.Author)
            || (sure && words.At(end).Lower is "until" or "till" or "before" or "unless");
        if (!opens)
            return end;
        var to = end;
        while (
            to < last
            && !IsMark(to)
            && words.ClassAt(to)
                is not (
                    WordClass.Stop
                    or WordClass.Mark
                    or WordClass.Colon
                    or WordClass.Time
                    or WordClass.Priority
                    or WordClass.Courtesy
                    or WordClass.Tag
                )
            && !(
                words.ClassAt(to) is WordClass.Conjunction
                && words.ClassAt(to + 1) is WordClass.Verb or WordClass.VerbOrNoun
            )
        )
            to++;
        return to;
    }

    /// <summary>"Ring them when the car is at the door": what they are to be told. "When you have a minute" is not.</summary>
    private bool IsOnceItIsSo(int i) =>
        words.At(i).Is("when")
        && words.ClassAt(i + 1) is not (WordClass.You or WordClass.I or WordClass.We)
        && words.ClassAt(i + 1) is WordClass.Determiner or WordClass.Subject or WordClass.Stating;

    private bool OpensAnObject(int i) => IsQuestion(i) || words.At(i).Lower is "if" or "when";

    private bool IsQuestion(int i) => words.ClassAt(i) is WordClass.Question || words.At(i).Is("whether");

    /// <summary>The token after a part that goes on at a boundary; -1 where none does.</summary>
    private int PartAt(int end, int last)
    {
        var i = end;
        if (IsMark(i) && names.FirstOrDefault(n => n.Who.From == i + 1).Who is { } who)
        {
            i = who.To;
            if (IsMark(i) && words.ClassAt(i + 1) is WordClass.Conjunction)
                i++;
        }
        else if (IsMark(i) && words.ClassAt(i + 1) is WordClass.Conjunction)
            i++;

        // "Tell the volunteers, Ada, that they can eat here"
        if (
            IsMark(i)
            && words.At(i + 1).Lower is "that" or "whether" or "to"
            && words.ClassAt(i - 1) is WordClass.Person or WordClass.Crew or WordClass.Tag
        )
        {
            var behind = i + 2;
            while (behind < last && !IsMark(behind) && words.ClassAt(behind) is not (WordClass.Stop or WordClass.Time))
                behind++;
            return behind;
        }

        // "And don't take no for an answer": that is not to be done.
        if (
            words.At(i + 1).Lower is "don't" or "dont" or "never"
            || (words.At(i + 1).Is("do") && words.At(i + 2).Is("not"))
        )
            return -1;
        if (
            words.At(i).Lower is "and" or "then" or "or"
                && words.ClassAt(i + 1)
                    is WordClass.Verb
                        or WordClass.VerbOrNoun
                        or WordClass.VerbOrAdjective
                        or WordClass.DoBase
                        or WordClass.HaveBase
            || words.At(i).Lower is "and" or "then" or "or"
                && words.ClassAt(i + 1) is WordClass.NounOrVerb
                && (
                    words.ClassAt(i + 2) is WordClass.Object or WordClass.Determiner or WordClass.Possessive
                    || words.At(i + 2).Is("it")
                )
        )
            return PartTo(i + 1, last, verb: true);
        return IsMark(i) ? PartTo(i + 1, last, verb: false) : -1;
    }

    private int PartTo(int from, int last, bool verb)
    {
        var plain = 0;
        var i = from;
        for (
            ;
            i < last && !IsMark(i) && words.ClassAt(i) is not (WordClass.Stop or WordClass.Mark or WordClass.Colon);
            i++
        )
        {
            if (words.TimeAt(i) is { } time && time.From == i && plain > 0 && !verb && EndsAt(time.To, last))
                return i;
            if (
                words.ClassAt(i)
                is WordClass.Priority
                    or WordClass.Courtesy
                    or WordClass.Person
                    or WordClass.Crew
                    or WordClass.Tag
            )
                return -1;
            if (words.ClassAt(i) is WordClass.Time && (!verb || plain < 2))
                return -1;
            if (!verb && !IsOfAThing(i, i == from))
                return -1;
            // "All" by itself is of what was said.
            if (words.IsPlain(i) && words.At(i).Lower is not ("all" or "both" or "each"))
                plain++;
        }

        var ends = i == last || IsMark(i) || words.ClassAt(i) is WordClass.Stop;
        return ends && plain > 0 && (verb || plain <= MostOfAThing) ? i : -1;
    }

    private bool EndsAt(int i, int last) =>
        i >= last || IsMark(i) || words.ClassAt(i) is WordClass.Stop or WordClass.Courtesy;

    private bool IsMark(int i) => words.ClassAt(i) is WordClass.Comma or WordClass.Dash;

    private bool IsOfAThing(int i, bool first) =>
        words.ClassAt(i)
            is WordClass.Noun
                or WordClass.NounOrVerb
                or WordClass.VerbOrAdjective
                or WordClass.Number
                or WordClass.Determiner
                or WordClass.Preposition
                or WordClass.Possessive
                or WordClass.Adverb
                or WordClass.Other
                or WordClass.Conjunction
        || (words.ClassAt(i) is WordClass.Denial or WordClass.Past && first);
}
