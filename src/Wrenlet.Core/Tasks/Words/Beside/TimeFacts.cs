using System.Collections.Frozen;
using NodaTime;

namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>What is so of a time where it stands, whatever it may belong to.</summary>
/// <param name="words">The message.</param>
internal sealed class TimeFacts(MessageWords words)
{
    /// <summary>So many words ahead of a time say what it is for.</summary>
    private const int Ahead = 7;

    /// <summary>Verbs behind which something is told: its times are when that is so.</summary>
    private static readonly FrozenSet<string> Telling = Lexicon.Set(
        "tell say ask know remind write promise find explain remember warn confirm"
    );

    private static readonly FrozenSet<string> Wanting = Lexicon.Set("need needs needed needing want wants wanted due");

    /// <summary>The words that lead to a time: its preposition, or none.</summary>
    public string WordOf(TimePhrase time)
    {
        var word = words.At(time.From).Lower;
        return WordForms.ClassOf(word) is WordClass.Preposition
            || word is "no" or "not" or "due" or "starting" or "every" or "each" or "the" or "this" or "next"
                ? word
            : words.ClassIn(words.SentenceOf(time.From), time.From - 1) is WordClass.Preposition
                ? words.At(time.From - 1).Lower
            : "bare";
    }

    /// <summary>"We lost forty in March": a month that is over is said far more often than one so far ahead.</summary>
    private static readonly Duration FarOff = Duration.FromDays(250);

    /// <summary>What kind of time it is.</summary>
    public string KindOf(TimePhrase time) =>
        time.Repeats is not null ? "repeat"
        : time.IsMilestone ? "milestone"
        : time.Due is null ? "from"
        : time.Start is not null ? "between"
        : time.Due.At - words.Sent > FarOff ? "far off"
        : time.ClockAlone is not null || HasAClock(time) ? "clock"
        : "day";

    /// <summary>Whether a part of the sentence with its own verb leads to it.</summary>
    public string PartOf(int token, Candidate request, Sentence home)
    {
        var part = "main";
        var from = home == request.Sentence && token >= request.Content ? request.Content : home.From;
        for (var i = from; i < token; i++)
        {
            var kind = words.ClassAt(i);
            if (kind is WordClass.Comma or WordClass.Dash or WordClass.Colon or WordClass.Bracket)
                part = "after a mark";
            else if (kind is WordClass.Subordinator || words.At(i).Lower is "as" or "since")
                part = "subordinate";
            else if (kind is WordClass.Question or WordClass.Stating)
                part = "clause";
            else if (
                kind is WordClass.Subject or WordClass.I or WordClass.We or WordClass.You
                && i > from
                && part is not "subordinate"
            )
                part =
                    words.ClassAt(i + 1) is WordClass.Noun
                    && words.At(i).Lower is "this" or "that" or "these" or "those"
                        ? part
                        : "own subject";
            else if (
                kind is WordClass.Past or WordClass.Be or WordClass.Have or WordClass.Third or WordClass.Modal
                && i > from
                && part is not "main"
            )
                part = "own verb";
        }

        return part;
    }

    /// <summary>
    /// Whether a time closes what is asked, opens it or stands amid its words: whether the words were taken with it or end
    /// before it is the same.
    /// </summary>
    public string FitOf(TimePhrase time, Candidate request)
    {
        if (time.From >= request.Content && PartOf(time.From, request, request.Sentence) is "own verb" or "own subject")
            return "in a part of its own";
        if (time.From >= request.Content)
            return IsBare(request.End, time.From) && (time.To >= request.End || IsBare(time.To, request.End)) ? "closes"
                : time.To > request.End ? "behind"
                : time.From == request.Content ? "opens"
                : "amid";
        return IsBare(time.To, request.From) ? "opens" : "ahead";
    }

    private bool IsBare(int from, int to)
    {
        for (var i = from; i < to; i++)
            if (words.IsPlain(i))
                return false;
        return true;
    }

    /// <summary>Whether its sentence says nothing else.</summary>
    public bool IsAlone(Sentence home, int from, int to)
    {
        for (var i = home.From; i < home.To; i++)
            if ((i < from || i >= to) && words.IsPlain(i) && !Lexicon.Fillers.Contains(words.At(i).Lower))
                return false;
        return true;
    }

    /// <summary>Whether what leads to it tells of what was or is.</summary>
    public bool PastAround(TimePhrase time, Sentence home)
    {
        for (
            var i = time.From - 1;
            i >= home.From && words.ClassAt(i) is not (WordClass.Comma or WordClass.Dash or WordClass.Colon);
            i--
        )
            if (words.ClassAt(i) is WordClass.Past or WordClass.Be or WordClass.Have)
                return true;
        return false;
    }

    /// <summary>"Tell her we open on the 28th": when it is that is told.</summary>
    public bool IsTold(TimePhrase time, Candidate request, Sentence home)
    {
        if (home != request.Sentence || time.From <= request.Content)
            return false;
        var (tells, states) = (false, false);
        for (var i = request.Content; i < time.From; i++)
            if (
                words.ClassAt(i) is WordClass.Comma or WordClass.Dash or WordClass.Colon
                || (
                    words.ClassAt(i) is WordClass.Conjunction
                    && words.ClassAt(i + 1) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.VerbOrAdjective
                )
            )
                (tells, states) = (false, false);
            else if (Telling.Contains(words.At(i).Lower))
                (tells, states) = (true, false);
            else
                states |=
                    tells
                    && (
                        words.At(i).Is("that")
                        || (
                            words.ClassAt(i) is WordClass.Third or WordClass.Past
                            // "about the judges tonight"
                            && words.ClassAt(i - 1)
                                is not (WordClass.Determiner or WordClass.Possessive or WordClass.Preposition)
                        )
                        || words.ClassAt(i)
                            is WordClass.Be
                                or WordClass.Have
                                or WordClass.Modal
                                or WordClass.Stating
                                or WordClass.I
                                or WordClass.We
                    );
        return states;
    }

    /// <summary>"I need it by Friday", "wanted on the 3rd": when something is wanted, beside what is to be done for it.</summary>
    public bool IsWanted(TimePhrase time, Sentence home)
    {
        for (var i = time.From - 1; i >= home.From && i >= time.From - Ahead; i--)
            if (Wanting.Contains(words.At(i).Lower))
                return true;
            else if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash or WordClass.Colon)
                return false;
        return false;
    }

    private bool HasAClock(TimePhrase time)
    {
        for (var i = time.From; i < time.To; i++)
            if (words.At(i).Kind is TokenKind.Clock)
                return true;
        return false;
    }
}
