using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Asks;

/// <summary>Identity of an ask (UUIDv7).</summary>
public readonly record struct AskId(Guid Value);

/// <summary>What kind of answer an ask wants.</summary>
public enum AskKind
{
    /// <summary>An answer in words.</summary>
    Question,

    /// <summary>Approve or decline.</summary>
    Decision,

    /// <summary>One of several, or several of them.</summary>
    Choice,

    /// <summary>Read and understood.</summary>
    Confirmation,
}

/// <summary>Whose answers decide an ask.</summary>
public enum AskRule
{
    /// <summary>The first answer.</summary>
    Anyone,

    /// <summary>Everybody's.</summary>
    Everyone,

    /// <summary>So many of them.</summary>
    Number,

    /// <summary>Everybody's, one after the other: the next is asked when the one before has answered.</summary>
    InOrder,
}

/// <summary>What becomes of an ask that is not decided in time.</summary>
public enum TimeUp
{
    /// <summary>It stays open, and those who are waited for are reminded.</summary>
    Remind,

    /// <summary>What is still waited for is put to someone else.</summary>
    PassOn,

    /// <summary>It is over, as declined.</summary>
    Lapse,
}

/// <summary>What is asked, and by what rule it is decided.</summary>
/// <param name="Kind">What kind of answer it wants.</param>
/// <param name="Options">What a choice is between, in order; empty for all other kinds.</param>
/// <param name="Several">Whether a choice may be of several.</param>
/// <param name="Hidden">Whether nobody sees what others chose before it is over.</param>
/// <param name="Right">Index of the option that is right, in a check of understanding; null where none is.</param>
/// <param name="Rule">Whose answers decide it.</param>
/// <param name="Needed">How many answers, or approvals, it takes under <see cref="AskRule.Number"/>; at least 1. Not
/// looked at otherwise.</param>
/// <param name="Due">By when; null when no time was set.</param>
/// <param name="TimeUp">What happens then.</param>
/// <param name="PassTo">To whom it is passed on then; null where it is not.</param>
public sealed record AskTerms(
    AskKind Kind,
    ImmutableArray<string> Options,
    bool Several,
    bool Hidden,
    int? Right,
    AskRule Rule,
    int Needed,
    Instant? Due,
    TimeUp TimeUp,
    PersonId? PassTo
)
{
    /// <summary>What is wrong with the terms, in a sentence; null when they can be asked.</summary>
    /// <param name="askees">How many are asked.</param>
    public string? Wrong(int askees)
    {
        if (askees == 0)
            return Texts.AnAskNeedsSomebody;
        if (Kind is AskKind.Choice && Options.Length < 2)
            return Texts.ChoiceNeedsLeastTwo;
        if (Kind is AskKind.Choice && Options.Distinct(StringComparer.OrdinalIgnoreCase).Count() < Options.Length)
            return Texts.TwoOptionsSameChange;
        if (Kind is not AskKind.Choice && Options.Length > 0)
            return Texts.OnlyChoiceHasOptions;
        if (Right is { } right && (right < 0 || right >= Options.Length))
            return Texts.TheRightAnswerMust;
        if (Rule is AskRule.Number && (Needed < 1 || Needed > askees))
            return Texts.AnswersWantedWhoAsked(Needed, askees);
        if (TimeUp is not TimeUp.Remind && Due is null)
            return Texts.SetTimeAnswerWithout;
        return TimeUp is TimeUp.PassOn && PassTo is null ? Texts.ChooseWhoPassesWhen : null;
    }
}

/// <summary>One who is asked.</summary>
/// <param name="Whom">The person.</param>
/// <param name="Of">The crew through which they are asked; null when they were named themselves.</param>
public readonly record struct Askee(PersonId Whom, CrewId? Of);

/// <summary>An answer.</summary>
/// <param name="Approves">Of a decision: whether it is approved; null for all other kinds.</param>
/// <param name="Chosen">Of a choice: indices of what was chosen; empty for all other kinds.</param>
/// <param name="Words">The answer to a question, or what was said beside another; empty when nothing was.</param>
public sealed record Reply(bool? Approves, ImmutableArray<int> Chosen, string Words)
{
    /// <summary>What is wrong with this as an answer, in a sentence; null when it is one.</summary>
    public string? Wrong(AskTerms terms)
    {
        ArgumentNullException.ThrowIfNull(terms);
        return terms.Kind switch
        {
            AskKind.Question when Words.Length == 0 => Texts.WriteTheAnswer,
            AskKind.Decision when Approves is null => Texts.SayWhetherYouApprove,
            AskKind.Choice when Chosen.Length == 0 => Texts.ChooseOneOptions,
            AskKind.Choice when Chosen.Any(c => c < 0 || c >= terms.Options.Length) => Texts.ThatNotOneOptions,
            AskKind.Choice when Chosen.Length > 1 && !terms.Several => Texts.ChooseOneOptionsOnly,
            _ => null,
        };
    }
}

/// <summary>Something that was done with an ask. A closed set of cases.</summary>
/// <param name="By">By whom.</param>
/// <param name="At">When.</param>
public abstract record AskStep(PersonId By, Instant At)
{
    /// <summary>
    /// Answered, or answered differently: for oneself, or for someone outside whose words staff took down.
    /// </summary>
    public sealed record Answered(PersonId By, Instant At, PersonId For, Reply Reply) : AskStep(By, At);

    /// <summary>Passed on to someone else.</summary>
    public sealed record PassedOn(PersonId By, Instant At, PersonId To, string Reason) : AskStep(By, At);

    /// <summary>"Not me": they cannot or need not answer.</summary>
    public sealed record NotMine(PersonId By, Instant At, string Reason) : AskStep(By, At);

    /// <summary>What is asked was changed: all answers are wanted again.</summary>
    public sealed record AskedAnew(PersonId By, Instant At) : AskStep(By, At);

    /// <summary>The asker no longer wants to know.</summary>
    public sealed record Withdrawn(PersonId By, Instant At, string Reason) : AskStep(By, At);

    /// <summary>The asker wants to know after all: a withdrawal taken back.</summary>
    public sealed record Renewed(PersonId By, Instant At) : AskStep(By, At);

    /// <summary>Those who are waited for were reminded.</summary>
    public sealed record Reminded(PersonId By, Instant At) : AskStep(By, At);
}
