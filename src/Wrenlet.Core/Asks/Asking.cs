using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Asks;

/// <summary>How the part of one who is asked stands.</summary>
public enum PartState
{
    /// <summary>They are waited for.</summary>
    Waiting,

    /// <summary>Their turn has not come.</summary>
    NotYet,

    /// <summary>They have answered.</summary>
    Answered,

    /// <summary>They have said that it is not theirs to answer.</summary>
    NotMine,

    /// <summary>The ask was over before they answered.</summary>
    NotNeeded,
}

/// <summary>How an ask stands.</summary>
public enum AskState
{
    /// <summary>Somebody is waited for.</summary>
    Open,

    /// <summary>The answers are there.</summary>
    Decided,

    /// <summary>Time ran out: it counts as declined.</summary>
    Lapsed,

    /// <summary>The asker took it back.</summary>
    Withdrawn,

    /// <summary>Too few are left who can answer: the asker has to ask someone else.</summary>
    Returned,
}

/// <summary>The part of one who is asked.</summary>
/// <param name="Whom">Who holds it now.</param>
/// <param name="Of">The crew through which it was asked; null for none.</param>
/// <param name="From">Who passed it on; null while nobody has.</param>
/// <param name="State">How it stands.</param>
/// <param name="Reply">The answer; null while there is none.</param>
/// <param name="Why">The reason given for passing it on, or for not answering; empty where there is none.</param>
/// <param name="At">When it came to stand so; null for the beginning.</param>
public sealed record AskPart(
    PersonId Whom,
    CrewId? Of,
    PersonId? From,
    PartState State,
    Reply? Reply,
    string Why,
    Instant? At
);

/// <summary>How an ask stands at a moment, and why.</summary>
/// <param name="State">Open, or how it ended.</param>
/// <param name="Approved">Of a decision that is over: whether it was approved; null for all else.</param>
/// <param name="Winners">Of a choice that is decided: the options chosen most often, in their order; empty for all
/// else.</param>
/// <param name="Counts">Of a choice: how often each option was chosen.</param>
/// <param name="Parts">Everyone who is asked, in order.</param>
/// <param name="Since">When it was over; null while open.</param>
/// <param name="Anew">When it was last asked anew; null for never.</param>
public sealed record AskStanding(
    AskState State,
    bool? Approved,
    ImmutableArray<int> Winners,
    ImmutableArray<int> Counts,
    ImmutableArray<AskPart> Parts,
    Instant? Since,
    Instant? Anew
)
{
    /// <summary>Those who are waited for.</summary>
    public IEnumerable<PersonId> WaitedFor =>
        Parts.Where(p => p.State is PartState.Waiting).Select(p => p.Whom).Distinct();
}

/// <summary>An ask with all that was done with it. How it stands is computed from that, never stored.</summary>
/// <param name="Terms">What is asked and by what rule.</param>
/// <param name="By">Who asks.</param>
/// <param name="Askees">Who was asked, in order.</param>
/// <param name="Steps">What was done since, in order of time.</param>
public sealed record Asking(AskTerms Terms, PersonId By, ImmutableArray<Askee> Askees, ImmutableArray<AskStep> Steps)
{
    /// <summary>How it stands at a moment.</summary>
    public AskStanding At(Instant now)
    {
        var play = new Play(Terms, Askees);
        foreach (var step in Steps)
        {
            play.RunTo(step.At);
            play.Take(step);
        }

        play.RunTo(now);
        return play.Standing();
    }

    /// <summary>Why a step cannot be taken, in a sentence; null when it can.</summary>
    /// <param name="step">The step, at its moment.</param>
    /// <param name="nameOf">What people are called.</param>
    public string? Refuses(AskStep step, Func<PersonId, string> nameOf)
    {
        ArgumentNullException.ThrowIfNull(step);
        ArgumentNullException.ThrowIfNull(nameOf);
        var standing = At(step.At);
        if (step is AskStep.AskedAnew)
            return standing.State is AskState.Withdrawn ? Texts.ItWasWithdrawn : null;
        if (step is AskStep.Withdrawn or AskStep.Renewed or AskStep.Reminded)
        {
            if (step.By != By)
                return Texts.OnlyWhoAskedCan(nameOf(By));
            if (step is AskStep.Renewed)
                return standing.State is AskState.Withdrawn ? null : Texts.ItIsNotWithdrawn;
            return step is AskStep.Withdrawn && standing.State is AskState.Returned ? null : Over(standing);
        }

        if (Over(standing) is { } over)
            return over;
        var whose = step is AskStep.Answered answered ? answered.For : step.By;
        var own = standing.Parts.Where(p => p.Whom == whose && p.State is not PartState.NotMine).ToList();
        if (own.Count == 0)
            return whose == step.By ? Texts.YouAreNotAsked : Texts.IsNotAsked(nameOf(whose));
        if (own.TrueForAll(p => p.State is PartState.NotYet))
            return Texts.ItNotYourTurn(string.Join(" and ", standing.WaitedFor.Select(nameOf)));
        return step switch
        {
            AskStep.Answered a => a.Reply.Wrong(Terms),
            AskStep.PassedOn p when own.TrueForAll(o => o.State is not PartState.Waiting) =>
                Texts.YouHaveAnsweredAlready,
            AskStep.PassedOn p when p.To == p.By => Texts.ChooseSomeoneElse,
            AskStep.PassedOn p when p.To == By => Texts.AsksCannotAnswerChoose(nameOf(By)),
            AskStep.PassedOn p when p.Reason.Length == 0 => Texts.SayWhyYouPassing,
            AskStep.NotMine when own.TrueForAll(o => o.State is not PartState.Waiting) => Texts.YouHaveAnsweredAlready,
            _ => null,
        };
    }

    private static string? Over(AskStanding standing) =>
        standing.State switch
        {
            AskState.Open => null,
            AskState.Decided => Texts.ItDecidedAnswersCan,
            AskState.Lapsed => Texts.ItsTimeHasRun,
            AskState.Withdrawn => Texts.ItWasWithdrawn,
            _ => Texts.TooFewPeopleLeft,
        };

    /// <summary>Plays what was done, step by step.</summary>
    private sealed class Play(AskTerms terms, ImmutableArray<Askee> askees)
    {
        private readonly List<AskPart> _parts =
        [
            .. askees.Select(a => new AskPart(a.Whom, a.Of, null, PartState.Waiting, null, "", null)),
        ];
        private Instant? _anew;
        private Instant? _since;
        private bool _ranOut;
        private AskState _state;

        /// <summary>How it stood before it was withdrawn.</summary>
        private (AskState State, Instant? Since) _before;
        private bool? _approved;

        /// <summary>Lets time pass: what is due by then happens.</summary>
        public void RunTo(Instant now)
        {
            if (
                _ranOut
                || _state is not AskState.Open
                || terms.Due is not { } due
                || now < due
                || (_anew is { } anew && anew >= due)
            )
                return;
            _ranOut = true;
            if (terms.TimeUp is TimeUp.Lapse)
            {
                (_state, _since, _approved) = (AskState.Lapsed, due, terms.Kind is AskKind.Decision ? false : null);
            }
            else if (terms.TimeUp is TimeUp.PassOn && terms.PassTo is { } to)
            {
                foreach (var i in Indices(p => p.State is PartState.Waiting && p.Whom != to && Turn(p)))
                    _parts[i] = _parts[i] with { Whom = to, From = _parts[i].Whom, Why = Texts.TimeRanOut, At = due };
            }
        }

        public void Take(AskStep step)
        {
            switch (step)
            {
                case AskStep.AskedAnew when _state is not AskState.Withdrawn:
                    (_anew, _state, _since, _approved) = (step.At, AskState.Open, null, null);
                    for (var i = 0; i < _parts.Count; i++)
                        _parts[i] = _parts[i] with { State = PartState.Waiting, Reply = null, At = null };
                    break;
                case AskStep.Withdrawn when _state is AskState.Open or AskState.Returned:
                    (_before, _state, _since) = ((_state, _since), AskState.Withdrawn, step.At);
                    break;
                case AskStep.Renewed when _state is AskState.Withdrawn:
                    (_state, _since) = _before;
                    break;
                case AskStep.Answered answer when _state is AskState.Open:
                    foreach (
                        var i in Indices(p =>
                                p.Whom == answer.For && p.State is PartState.Waiting or PartState.Answered && Turn(p)
                            )
                            .ToList()
                    )
                        _parts[i] = _parts[i] with { State = PartState.Answered, Reply = answer.Reply, At = step.At };
                    Decide(step.At);
                    break;
                case AskStep.PassedOn pass when _state is AskState.Open:
                    foreach (
                        var i in Indices(p => p.Whom == step.By && p.State is PartState.Waiting && Turn(p)).ToList()
                    )
                        _parts[i] = _parts[i] with { Whom = pass.To, From = step.By, Why = pass.Reason, At = step.At };
                    break;
                case AskStep.NotMine not when _state is AskState.Open:
                    foreach (
                        var i in Indices(p => p.Whom == step.By && p.State is PartState.Waiting && Turn(p)).ToList()
                    )
                        _parts[i] = _parts[i] with { State = PartState.NotMine, Why = not.Reason, At = step.At };
                    Decide(step.At);
                    break;
            }
        }

        public AskStanding Standing()
        {
            var counts = new int[terms.Options.Length];
            foreach (var part in Answers())
            foreach (var chosen in part.Reply!.Chosen)
                counts[chosen]++;
            var most = counts.Length == 0 ? 0 : counts.Max();
            ImmutableArray<int> winners =
                _state is AskState.Decided && most > 0
                    ? [.. Enumerable.Range(0, counts.Length).Where(i => counts[i] == most)]
                    : [];
            return new(_state, _approved, winners, [.. counts], [.. _parts.Select(Shown)], _since, _anew);
        }

        private AskPart Shown(AskPart part)
        {
            if (part.State is not PartState.Waiting)
                return part;
            return _state is not AskState.Open ? part with { State = PartState.NotNeeded }
                : Turn(part) ? part
                : part with { State = PartState.NotYet };
        }

        /// <summary>Whether it is a part's turn: always, but in order only when all before it have answered.</summary>
        private bool Turn(AskPart part) =>
            terms.Rule is not AskRule.InOrder
            || _parts
                .TakeWhile(p => !ReferenceEquals(p, part))
                .All(p => p.State is PartState.Answered or PartState.NotMine);

        private IEnumerable<int> Indices(Func<AskPart, bool> fits) =>
            Enumerable.Range(0, _parts.Count).Where(i => fits(_parts[i]));

        private IEnumerable<AskPart> Answers() => _parts.Where(p => p.State is PartState.Answered);

        private void Decide(Instant at)
        {
            var able = _parts.Count(p => p.State is not PartState.NotMine);
            var needed = terms.Rule switch
            {
                AskRule.Anyone => 1,
                AskRule.Number => terms.Needed,
                _ => able,
            };
            if (able == 0 || able < needed)
            {
                (_state, _since) = (AskState.Returned, at);
                return;
            }

            var answered = Answers().ToList();
            if (terms.Kind is not AskKind.Decision)
            {
                if (answered.Count >= needed)
                    (_state, _since) = (AskState.Decided, at);
                return;
            }

            var approvals = answered.Count(p => p.Reply!.Approves == true);
            var declines = answered.Count - approvals;
            bool? approved =
                approvals >= needed ? true
                : able - declines < needed ? false
                : null;
            if (terms.Rule is AskRule.Anyone && declines > 0)
                approved = false;
            if (approved is not null)
                (_state, _since, _approved) = (AskState.Decided, at, approved);
        }
    }
}
