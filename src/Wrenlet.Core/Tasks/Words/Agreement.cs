using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells whether a word such as "it" or "them" can stand for what was named.</summary>
/// <param name="words">The message.</param>
/// <param name="request">The words that ask, in which it stands.</param>
internal sealed class Agreement(MessageWords words, Candidate request)
{
    /// <summary>Who is written, told or rung is somebody; what is copied, widened or fetched is not.</summary>
    public static readonly FrozenSet<string> SaidTo = Lexicon.Set(
        "ring call phone tell ask remind write email chase thank offer give let inform invite answer text promise warn help meet pay "
            + "show lend"
    );

    /// <summary>What says something though it is nobody.</summary>
    public static readonly FrozenSet<string> Written = Lexicon.Set(
        "sign label notice letter form certificate invoice bill email note poster list rule book manual meter gauge screen display "
            + "website page report plan drawing ticket receipt card contract sheet board leaflet menu calendar rota schedule quote"
    );

    /// <summary>Whether a word can stand for what was named: as one or several, as him or her, as somebody or a thing.</summary>
    /// <param name="m">What was named.</param>
    /// <param name="pronoun">The token of the word.</param>
    public bool Agrees(Mention m, int pronoun) =>
        words.At(pronoun).Lower switch
        {
            "him" => !m.IsPlural && m.IsMale is not false && CanBeSomebody(m),
            "her" => !m.IsPlural && m.IsMale is not true && CanBeSomebody(m),
            "them" or "they" or "those" or "these" => IsSaidTo(pronoun)
                ? m.IsMale is null
                    && (
                        m.Speaks
                        || IsFirm(m)
                        // "I'm meeting the hospice, I'll take them the figures"
                        || (m.IsDefinite && !m.IsPlural && PeopleWords.IsFirm(words.At(m.Head).Lower))
                        || (m.IsPlural && (m.IsSomebody || m.Part is not (Part.Aside or Part.Object)))
                    )
                : m.IsGroup && words.At(pronoun).Is("them")
                    || (m.IsPlural && !m.Speaks && !(m.IsSomebody && m.Part is Part.Subject))
                    || (m.Speaks && m.IsMale is null && m.Part is Part.Subject),
            _ => (!m.IsPlural || IsSettled(m, pronoun))
                && !m.IsSomebody
                && !IsFirm(m)
                // "The label says 2025, change it"
                && (!m.Speaks || IsWritten(m)),
        };

    /// <summary>"Somebody has mixed up the labels. Ada, sort it out": what came of it, and so the labels.</summary>
    private bool IsSettled(Mention m, int pronoun) =>
        m is { Part: Part.Object, IsDefinite: true }
        && words.At(pronoun).Is("it")
        && words.At(pronoun - 1).Lower is "sort" or "straighten"
        && words.SentenceOf(m.From) != request.Sentence;

    /// <summary>"The label says 2025", "her badge still says visitor": what is read there, and nobody who says it.</summary>
    private bool IsWritten(Mention m) =>
        words.At(m.Head) is { IsWord: true } said && Written.Contains(said.Lower)
        || (
            words.At(words.ClassAt(m.To) is WordClass.Adverb ? m.To + 1 : m.To).Lower is "says" or "say" or "reads"
            && words.ClassAt(m.Head) is WordClass.Noun or WordClass.NounOrVerb or WordClass.VerbOrNoun
            && !PeopleWords.AreMeant(words.At(m.Head).Lower)
        );

    /// <summary>"Our new coach starts on Monday, show her round": who does something may be somebody, whatever the word.</summary>
    private bool CanBeSomebody(Mention m) =>
        m.IsSomebody || m.Speaks || IsFirm(m) || (m.Part is Part.Subject && m.IsDefinite);

    /// <summary>Whether it is one of the firm's customers, by name.</summary>
    public bool IsFirm(Mention m) => words.ClassAt(m.Head) is WordClass.Other;

    /// <summary>"Ring them", "take them four sacks", "send it to them": whether somebody is meant, and no things.</summary>
    public bool IsSaidTo(int pronoun)
    {
        for (var i = pronoun - 1; i >= request.Content && i >= pronoun - 2; i--)
            if (SaidTo.Contains(words.At(i).Lower))
                return true;
        // "Take them four sacks"
        if (
            pronoun == request.Content + 1
            && words.TimeAt(pronoun + 1) is null
            && words.At(request.Content).Lower
                is "take"
                    or "bring"
                    or "get"
                    or "fetch"
                    or "send"
                    or "make"
                    or "book"
                    or "order"
                    or "find"
                    or "buy"
                    or "do"
            && (
                words.ClassAt(pronoun + 1) is WordClass.Determiner or WordClass.Number or WordClass.Someone
                || Lexicon.Numbers.ContainsKey(words.At(pronoun + 1).Lower)
            )
        )
            return true;
        return words.At(pronoun - 1).Lower is "to" or "onto"
                && !(words.At(pronoun - 2).Lower is "on" or "see" or "attend")
            || (
                words.At(pronoun - 1).Is("with")
                && words.At(request.Content).Lower
                    is "confirm"
                        or "check"
                        or "agree"
                        or "arrange"
                        or "speak"
                        or "talk"
                        or "discuss"
                        or "meet"
            );
    }
}
