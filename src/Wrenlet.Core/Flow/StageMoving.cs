using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Flow;

/// <summary>How a move of a docket stands.</summary>
public enum MoveState
{
    /// <summary>It can be undone; what it sets off waits.</summary>
    Waiting,

    /// <summary>What it sets off has been done or is being done.</summary>
    Settled,

    /// <summary>It was undone in time.</summary>
    Undone,
}

/// <summary>A docket was moved from one stage to another.</summary>
/// <param name="Number">Its number, from 1; 0 until it is written.</param>
/// <param name="Docket">Which docket.</param>
/// <param name="From">The stage that it left.</param>
/// <param name="To">The stage that it entered.</param>
/// <param name="By">Who moved it.</param>
/// <param name="At">When.</param>
/// <param name="Settles">Until when it can be undone, and nothing of it is told; by the machine's clock.</param>
/// <param name="Line">The line inside that says so.</param>
/// <param name="Reason">Why it was moved though something stood in the way; empty where nothing did.</param>
/// <param name="Depth">How many rules set one another off before it; 0 where somebody moved it.</param>
/// <param name="State">How it stands.</param>
public sealed record KeptMove(
    long Number,
    DocketId Docket,
    StageId From,
    StageId To,
    PersonId By,
    Instant At,
    Instant Settles,
    EntryId Line,
    string Reason,
    int Depth,
    MoveState State
)
{
    /// <summary>How long a move can be undone.</summary>
    public static readonly Duration Rest = Duration.FromSeconds(10);

    /// <summary>That it was never moved.</summary>
    public static string NothingToUndo => Texts.NothingToUndo;

    /// <summary>Why it cannot be undone; null when it can.</summary>
    /// <param name="docket">The docket as it is.</param>
    /// <param name="by">Who undoes it.</param>
    public string? RefusesUndoing(Docket docket, Person by)
    {
        ArgumentNullException.ThrowIfNull(docket);
        ArgumentNullException.ThrowIfNull(by);
        return State is MoveState.Undone ? Texts.MoveIsUndone
            : State is MoveState.Settled || docket.Stage != To ? Texts.MoveHasSettled
            : By != by.Id ? Texts.MoveIsOfAnother
            : null;
    }
}
