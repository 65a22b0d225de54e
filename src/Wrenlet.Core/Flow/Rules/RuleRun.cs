using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Flow.Rules;

/// <summary>What a step of a run did.</summary>
public enum RunDeed
{
    /// <summary>Wrote a message, which leaves as every other does.</summary>
    Wrote,

    /// <summary>Left a note inside.</summary>
    Noted,

    /// <summary>Gave somebody a task.</summary>
    Gave,

    /// <summary>Locked a stage.</summary>
    Locked,

    /// <summary>Gave the docket to somebody.</summary>
    HandedOver,

    /// <summary>Moved the docket.</summary>
    Moved,

    /// <summary>Said how much it matters.</summary>
    Weighed,

    /// <summary>Filled a field in.</summary>
    Filled,

    /// <summary>Made what a template holds.</summary>
    Used,

    /// <summary>Made a task of a template.</summary>
    Laid,

    /// <summary>Made a sheet of a template.</summary>
    Filed,

    /// <summary>Began another docket.</summary>
    Began,

    /// <summary>Could not be done; the words say why.</summary>
    Left,
}

/// <summary>What is said of deeds.</summary>
public static class RunDeeds
{
    /// <summary>
    /// Whether a deed stands in the line that says inside what a rule did: a move has a line of its own, parts of a
    /// template go without saying, and what was not done is told to the rule's maker.
    /// </summary>
    public static bool IsTold(this RunDeed deed) =>
        deed is not (RunDeed.Left or RunDeed.Moved or RunDeed.Laid or RunDeed.Filed);
}

/// <summary>One thing that a run did.</summary>
/// <param name="Deed">What.</param>
/// <param name="Words">As people read it.</param>
/// <param name="Of">The entry, task, sheet, docket, lock or field; null for others.</param>
/// <param name="Before">What was there before; empty for nothing.</param>
/// <param name="After">What has been there since; empty for nothing. For a task, its version.</param>
public sealed record RunStep(RunDeed Deed, string Words, Guid? Of = null, string Before = "", string After = "");

/// <summary>How a run stands.</summary>
public enum RunState
{
    /// <summary>It waits for its moment.</summary>
    Waiting,

    /// <summary>It was done.</summary>
    Done,

    /// <summary>It was undone, as far as that went.</summary>
    Undone,

    /// <summary>It was not done, for the reason that its words say.</summary>
    Stopped,
}

/// <summary>One time that a rule acted, or is to act.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Rule">Which rule.</param>
/// <param name="Docket">Where.</param>
/// <param name="Key">What happened (<see cref="Happened.Key"/>); with rule and docket the identity of what it does.</param>
/// <param name="With">The party that it is about; null where it is about the docket.</param>
/// <param name="Because">What happened, in words.</param>
/// <param name="Due">When it is done.</param>
/// <param name="Depth">How many rules set one another off before it; 0 for none.</param>
/// <param name="Texts">Texts that whoever set it off changed, by the number of the step.</param>
/// <param name="Left">Numbers of the steps that whoever set it off leaves out.</param>
/// <param name="State">How it stands.</param>
/// <param name="Done">What it did, in order; empty before.</param>
public sealed record RuleRun(
    Guid Id,
    RuleId Rule,
    DocketId Docket,
    string Key,
    PartyId? With,
    string Because,
    Instant Due,
    int Depth,
    ImmutableDictionary<int, string> Texts,
    ImmutableArray<int> Left,
    RunState State,
    ImmutableArray<RunStep> Done
)
{
    /// <summary>When it was done, undone or stopped; null before.</summary>
    public Instant? At { get; init; }

    /// <summary>Who set it off by hand, in whose name leaves what they wrote themselves; null where nobody did.</summary>
    public PersonId? By { get; init; }
}
