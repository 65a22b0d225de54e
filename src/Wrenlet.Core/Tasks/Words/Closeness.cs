using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells how well what was named before fits a word such as "it" or "them" that agrees with it.</summary>
/// <param name="words">The message.</param>
/// <param name="request">The words that ask, in which it stands.</param>
internal sealed class Closeness(MessageWords words, Candidate request)
{
    private static readonly FrozenSet<string> Seeking = Lexicon.Set(
        "asking asked asks waiting waits looking looks hoping chasing coming comes come"
    );

    /// <summary>What one does with something that is then spoken of.</summary>
    private static readonly FrozenSet<string> Handing = Lexicon.Set(
        "approved sent delivered brought returned left given signed written made ordered found lost changed posted dropped accepted "
            + "refused rejected sends delivers brings returns"
    );

    private readonly NamingWords _naming = new(words);
    private readonly Agreement _agreement = new(words, request);

    /// <summary>How well it fits; the more the better.</summary>
    /// <param name="m">What was named.</param>
    /// <param name="pronoun">The token of the word.</param>
    public double Of(Mention m, int pronoun)
    {
        var fit = m.Part switch
        {
            Part.Topic => 5.0,
            Part.Subject or Part.Alone => 4,
            Part.Object => 3.5,
            _ => 1.5,
        };
        if (!m.IsDefinite && !_naming.IsBareAtTheHead(m))
            fit -= 1;
        // "The website says the hall is closed": it is the website that is wrong.
        if (
            words.At(m.From - 1).Lower is "says" or "say" or "said"
            && (
                Agreement.Written.Contains(words.At(m.From - 2).Lower)
                || Agreement.Written.Contains(words.At(m.From - 3).Lower)
            )
        )
            fit -= 1;
        // "My suit has a torn zip and the club meets on Friday, mend it"
        if (
            words.At(Asides.PastGoing(words, request)).Lower is "mend" or "fix" or "repair" or "replace"
            && words.ClassAt(m.To) is WordClass.Have or WordClass.HaveBase or WordClass.Be
        )
            fit += 1;
        // "She has a cold and can't come to her lesson, move it to Friday": what can be moved
        if (
            words.At(request.Content).Lower
                is "move"
                    or "postpone"
                    or "cancel"
                    or "reschedule"
                    or "rebook"
                    or "rearrange"
                    or "bring"
                    or "shift"
            && Lexicon.Appointments.Contains(words.At(m.Head).Lower)
        )
            fit += 3;
        // "He is asking for the figures. Send them to him"
        if (words.At(m.From - 1).Is("for") && Seeking.Contains(words.At(m.From - 2).Lower))
            fit += 2;
        // "We need sixty flags. Order them"
        if (words.At(m.From - 1).Lower is "need" or "needs" or "want" or "wants" or "require" or "requires")
            fit += 2;
        // "Ashtrays! Empty them": all that its sentence says.
        if (m.Part is Part.Alone && words.SentenceOf(m.From) is var all && IsAllItSays(all, m))
            fit += 1;
        if (m.IsInAnAside || IsInABeforeClause(m))
            fit -= 2;
        // "Three new starters, two plumbers and a joiner. Meet them": all of them.
        if (m.Part is Part.Alone && words.ClassAt(m.From - 1) is WordClass.Comma && _naming.IsSeveral(m.From))
            fit -= 1;
        // "The council has approved the sign, get it made": what was handed on, not who did it.
        if (m.Part is Part.Subject && words.At(pronoun).Lower is "it" or "them" && HandsOn(m.To))
            fit -= 1;
        if (words.At(pronoun).Lower is "them" && m.Speaks && !_agreement.IsSaidTo(pronoun))
            fit -= 3.5;
        if (words.At(pronoun).Lower is "him" or "her" && !m.IsSomebody && !m.Speaks && !_agreement.IsFirm(m))
            fit -= 1;
        // "Mrs Cleave's cheque bounced, write her".
        if (m.IsSomebody && m.Part is Part.Aside)
            fit += 2;
        // "If we don't hear from the inn, ring them"
        if (
            m.Part is Part.Aside
            && words.At(m.From - 1).Lower is "from" or "with"
            && (_agreement.IsFirm(m) || PeopleWords.IsFirm(words.At(m.Head).Lower))
        )
            fit += 2;
        if (m.Speaks && words.At(pronoun).Lower is "him" or "her" or "them")
            fit += 2;
        // "The blade. It's blunt. Change it": what stands between is of the same.
        for (var k = words.SentenceOf(m.From).Index + 1; k <= request.Sentence.Index; k++)
            if (
                k == request.Sentence.Index
                || !(words.At(words.Sentences[k].From).Lower is "it's" or "it" or "they're")
            )
                fit -= 0.75;
        // Of two that fit alike, what was said last.
        return fit + (m.From / 10_000.0);
    }

    /// <summary>"Before somebody breaks their neck, please fix it".</summary>
    private bool IsInABeforeClause(Mention m)
    {
        var i = m.From - 1;
        while (i >= 0 && !_naming.IsBreak(i) && !words.At(i).Is("before"))
            i--;
        return i >= 0
            && words.At(i).Is("before")
            && words.TimeAt(i) is null
            && words.ClassAt(i + 1) is WordClass.Someone or WordClass.Subject or WordClass.NoOne;
    }

    /// <summary>Whether what follows a subject says that it handed something on.</summary>
    private bool HandsOn(int i)
    {
        while (words.ClassAt(i).IsHelping() || words.ClassAt(i) is WordClass.Adverb)
            if (words.ClassAt(i) is WordClass.Be)
                return false;
            else
                i++;
        return Handing.Contains(words.At(i).Lower)
            && words.ClassAt(i + 1) is WordClass.Determiner or WordClass.Possessive;
    }

    /// <summary>"Ashtrays!", "Ada: the ashtrays."</summary>
    public bool IsAllItSays(Sentence all, Mention m) =>
        all.To == m.To
        && (
            all.From == m.From
            || words.ClassAt(m.From - 1) is WordClass.Colon
                && words.WhoAt(all.From, all.To) is { } who
                && who.To == m.From - 1
        );
}
