using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow;

/// <summary>What a gate waits for.</summary>
public enum GateKind
{
    /// <summary>A task that is to be done.</summary>
    Task,

    /// <summary>An ask that is to be decided.</summary>
    Ask,

    /// <summary>A field that is to be filled in.</summary>
    Field,

    /// <summary>A lock, past which nobody goes.</summary>
    Lock,
}

/// <summary>Something that must be done before a docket may enter a stage.</summary>
/// <param name="Stage">The stage that waits for it.</param>
/// <param name="Title">What it is.</param>
public sealed record OpenGate(StageId Stage, string Title)
{
    /// <summary>What it waits for.</summary>
    public GateKind Kind { get; init; }

    /// <summary>Identity of the task, the ask's entry, the field or the lock.</summary>
    public Guid Of { get; init; }

    /// <summary>Who can open it; empty for whoever works on the docket.</summary>
    public ImmutableArray<TaskOwner> Owners { get; init; } = [];

    /// <summary>Since when it holds; null where nobody knows.</summary>
    public Instant? Since { get; init; }
}

/// <summary>What moving a docket to another stage means, before it is done.</summary>
/// <param name="Refusal">Why it cannot be moved there at all; null when it can.</param>
/// <param name="InTheWay">What still stands in the way, in the order of the stages; empty when nothing does.</param>
/// <param name="MayAllTheSame">Whether who asks may move it though something stands in the way.</param>
/// <param name="SetsOff">What moving sets off, each in a sentence.</param>
public sealed record StageMove(
    string? Refusal,
    ImmutableArray<OpenGate> InTheWay,
    bool MayAllTheSame,
    ImmutableArray<string> SetsOff
)
{
    /// <summary>Most characters of a reason.</summary>
    public const int LongestReason = 500;

    /// <summary>The locks among what stands in the way: past these nobody goes.</summary>
    public IEnumerable<OpenGate> Locks => InTheWay.Where(g => g.Kind is GateKind.Lock);

    /// <summary>Why it is not moved; null when it is.</summary>
    /// <param name="reason">Why it is moved though something stands in the way; empty where who moves it has not seen
    /// that, or gives none.</param>
    public string? Refuses(string reason)
    {
        ArgumentNullException.ThrowIfNull(reason);
        if (Refusal is not null || InTheWay.IsEmpty)
            return Refusal;
        if (Locks.ToList() is { Count: > 0 } locks)
            return Texts.ItIsLocked(Names.List(locks.Select(l => $"“{l.Title}”")));
        if (MayAllTheSame && reason.Length > LongestReason)
            return Texts.ReasonTooLong(LongestReason);
        if (MayAllTheSame && !string.IsNullOrWhiteSpace(reason))
            return null;
        var waits = Texts.StandsStandWay(Names.List(InTheWay.Select(g => $"“{g.Title}”")), InTheWay.Length);
        return MayAllTheSame
            ? Texts.FinishThemMoveAnyway(waits, InTheWay.Length)
            : Texts.FinishThemAskDocket(waits, InTheWay.Length);
    }
}

/// <summary>Moves dockets through their stages, closes them and opens them again.</summary>
public static class Moving
{
    /// <summary>
    /// What moving to a stage means. Gates of every stage on the way count; going back is never barred.
    /// </summary>
    /// <param name="kind">Kind of docket.</param>
    /// <param name="from">The stage that the work is in.</param>
    /// <param name="to">The stage it is to enter.</param>
    /// <param name="open">Whether the docket is open.</param>
    /// <param name="gates">Open gates of all stages.</param>
    /// <param name="by">Who wants to move it, and sees it.</param>
    /// <param name="owner">The docket's owner; null for nobody.</param>
    /// <param name="told">First names of those who hear of it.</param>
    /// <param name="dated">Titles of tasks that get a date by it; null for none.</param>
    public static StageMove To(
        Kind kind,
        StageId from,
        StageId to,
        bool open,
        IEnumerable<OpenGate> gates,
        Person by,
        PersonId? owner,
        IReadOnlyList<string> told,
        IReadOnlyList<string>? dated = null
    )
    {
        ArgumentNullException.ThrowIfNull(kind);
        ArgumentNullException.ThrowIfNull(gates);
        ArgumentNullException.ThrowIfNull(by);
        ArgumentNullException.ThrowIfNull(told);
        var (here, there) = (kind.PositionOf(from), kind.PositionOf(to));
        var refusal =
            there < 0 ? Texts.ThereNoSuchStage
            : !open ? Texts.TheDocketClosedReopen
            : to == from ? Texts.ItIsInAlready(kind.Stages[there].Name)
            : null;
        if (refusal is not null)
            return new(refusal, [], false, []);
        var ordered = gates
            .OrderBy(g => kind.PositionOf(g.Stage))
            .ThenBy(g => g.Title, StringComparer.Ordinal)
            .ToList();
        ImmutableArray<OpenGate> inTheWay =
        [
            .. ordered.Where(g => kind.PositionOf(g.Stage) > here && kind.PositionOf(g.Stage) <= there),
        ];
        var setsOff = new List<string>
        {
            told.Count == 0 ? Texts.ItNotedInternallyNobody : Texts.ItNotedInternallyTold(Names.List(told), told.Count),
        };
        if (dated is { Count: > 0 })
            setsOff.Add(
                $"{Names.List(dated.Select(d => $"“{d}”"))} {(dated.Count == 1 ? Texts.GetsItsDate : Texts.GetTheirDates)}."
            );
        var next = ordered.Where(g => kind.PositionOf(g.Stage) > there).GroupBy(g => g.Stage).FirstOrDefault();
        if (next is not null)
            setsOff.Add(
                Texts.ThenWaitsFor(
                    kind.Find(next.Key)!.Name,
                    (next.Count() == 1 ? Texts.OneThing : Texts.Things(next.Count()))
                )
            );
        if (there == kind.Stages.Length - 1)
            setsOff.Add(Texts.ItLastStageDocket);
        return new(null, inTheWay, by.May(Right.PassGates) || owner == by.Id, [.. setsOff]);
    }

    /// <summary>Why somebody cannot change what rules will do; null when they can.</summary>
    /// <param name="by">Who moves the docket.</param>
    /// <param name="rewrites">Whether they wrote a text in place of a rule's: it may go to a party.</param>
    /// <param name="leavesOut">Whether they leave a step out: what was agreed for all is not one person's to drop.</param>
    public static string? RefusesChanging(Person by, bool rewrites, bool leavesOut)
    {
        ArgumentNullException.ThrowIfNull(by);
        return rewrites && !by.May(Right.SendOutside) ? Texts.OnlySomeRolesRewrite
            : leavesOut && !by.May(Right.MakeRules) ? Texts.OnlySomeRolesLeaveOut
            : null;
    }

    /// <summary>Why a docket cannot be closed; null when it can.</summary>
    /// <param name="openTasks">How many of its tasks are open.</param>
    /// <param name="openAsks">How many of its asks are waited for.</param>
    /// <param name="knowing">Whether who closes it has seen that, and goes on.</param>
    public static string? RefusesClosing(int openTasks, int openAsks, bool knowing)
    {
        if (knowing || openTasks + openAsks == 0)
            return null;
        var open = Names.List(new[] { Count(openTasks, "task"), Count(openAsks, "ask") }.OfType<string>());
        return Texts.IsStillOpenHere(char.ToUpperInvariant(open[0]), open[1..], openTasks + openAsks);

        static string? Count(int n, string thing) =>
            n == 0 ? null
            : n == 1 ? Texts.One(thing)
            : $"{n} {thing}s";
    }
}
