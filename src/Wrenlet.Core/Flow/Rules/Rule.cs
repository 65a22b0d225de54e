using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Flow.Rules;

/// <summary>Identity of a rule (UUIDv7).</summary>
public readonly record struct RuleId(Guid Value);

/// <summary>What a rule waits for. A closed set of cases.</summary>
public abstract record Trigger
{
    private Trigger() { }

    /// <summary>A docket enters a stage.</summary>
    public sealed record Enters(StageId Stage) : Trigger;

    /// <summary>A docket leaves a stage.</summary>
    public sealed record Leaves(StageId Stage) : Trigger;

    /// <summary>A milestone is so far away, or so long past.</summary>
    /// <param name="Milestone">Which.</param>
    /// <param name="Offset">Working time from it; negative before it.</param>
    public sealed record Near(MilestoneId Milestone, Duration Offset) : Trigger;

    /// <summary>The party of a docket writes.</summary>
    public sealed record PartyWrites : Trigger;

    /// <summary>Nobody has written in a conversation with the party for so long.</summary>
    /// <param name="For">Working time since the last word; above zero.</param>
    /// <param name="Ours">Whether they wait for us; false where we wait for them.</param>
    public sealed record Silent(Duration For, bool Ours) : Trigger;

    /// <summary>A task of a docket is done.</summary>
    /// <param name="Titled">A part of its title, in whatever case; empty for every task.</param>
    public sealed record TaskDone(string Titled) : Trigger;

    /// <summary>A task of a docket has been late for so long.</summary>
    /// <param name="For">Working time since it was due; zero for at once.</param>
    public sealed record TaskLate(Duration For) : Trigger;

    /// <summary>Something asked in a docket has been decided.</summary>
    public sealed record AskDecided : Trigger;

    /// <summary>A day of every year, for each open docket.</summary>
    /// <param name="Month">From 1.</param>
    /// <param name="Day">From 1; in a month that is shorter, its last day.</param>
    public sealed record DayOfYear(int Month, int Day) : Trigger;
}

/// <summary>What must be so for a rule to act. A closed set of cases.</summary>
public abstract record Condition
{
    private Condition() { }

    /// <summary>The docket is of a kind.</summary>
    public sealed record OfKind(KindId Kind) : Condition;

    /// <summary>The work is at a site.</summary>
    public sealed record AtSite(string Site) : Condition;

    /// <summary>The docket matters so much.</summary>
    public sealed record OfPriority(Priority Priority) : Condition;

    /// <summary>The other side is a party.</summary>
    public sealed record OfParty(PartyId Party) : Condition;

    /// <summary>The conversation with the party waits in a queue.</summary>
    public sealed record InQueue(Guid Queue) : Condition;

    /// <summary>A field holds a value, in the form in which it is stored.</summary>
    public sealed record FieldIs(FieldId Field, string Stored) : Condition;

    /// <summary>It happens within the firm's working hours, or outside them.</summary>
    public sealed record InHours(bool Working) : Condition;
}

/// <summary>What a rule does. A closed set of cases.</summary>
public abstract record RuleStep
{
    private RuleStep() { }

    /// <summary>Writes to the party with a stock text.</summary>
    /// <param name="Stock">The stock reply.</param>
    /// <param name="Via">Mail or text; null for the way by which the party wrote last.</param>
    public sealed record Message(Guid Stock, Via? Via) : RuleStep;

    /// <summary>Leaves a note inside, which may tag people and hold the fields of stock replies.</summary>
    public sealed record Note(string Words) : RuleStep;

    /// <summary>Asks somebody inside for an answer.</summary>
    /// <param name="Kind">What sort of answer; not a choice.</param>
    /// <param name="Words">What is asked; may hold the fields of stock replies.</param>
    /// <param name="Whom">Who is asked. <see cref="TemplateOwner.User"/> is the rule's maker.</param>
    /// <param name="DueIn">Working days until the answer is due, to the end of the day; null for no time.</param>
    public sealed record Ask(AskKind Kind, string Words, TemplateOwner Whom, int? DueIn) : RuleStep;

    /// <summary>Gives somebody a task.</summary>
    /// <param name="Title">What is to be done.</param>
    /// <param name="Owner">Who does it; null for nobody yet. <see cref="TemplateOwner.User"/> is the rule's maker.</param>
    /// <param name="DueIn">Working days until it is due, from the end of the day on which it is made; null for no
    /// date.</param>
    /// <param name="Priority">How much it matters.</param>
    /// <param name="RemindEvery">Working time after which its owners are reminded again and again until it is done; null
    /// for what is usual.</param>
    /// <param name="Locks">The stage that nobody enters until it is done; null for none.</param>
    public sealed record Give(
        string Title,
        TemplateOwner? Owner,
        int? DueIn,
        Priority Priority,
        Duration? RemindEvery,
        StageId? Locks
    ) : RuleStep;

    /// <summary>Makes what a template holds.</summary>
    public sealed record Use(TemplateId Template) : RuleStep;

    /// <summary>
    /// Begins another docket from a template, at the same site, seen by the same people, owned by whoever owns this one,
    /// else by the rule's maker.
    /// </summary>
    /// <param name="Template">The template; its kind is the new docket's.</param>
    /// <param name="Subject">What it is called; may hold the fields of stock replies.</param>
    /// <param name="WithParty">Whether it is with the same party.</param>
    public sealed record Begin(TemplateId Template, string Subject, bool WithParty) : RuleStep;

    /// <summary>Gives the docket to somebody.</summary>
    public sealed record HandOver(PersonId To) : RuleStep;

    /// <summary>Moves the docket to a stage; what stands in the way holds it up as it would hold up its maker.</summary>
    public sealed record Move(StageId Stage) : RuleStep;

    /// <summary>Says how much the docket matters.</summary>
    public sealed record SetPriority(Priority Priority) : RuleStep;

    /// <summary>Fills a field in.</summary>
    /// <param name="Field">Which.</param>
    /// <param name="Stored">The value, in the form in which it is stored; empty to empty it.</param>
    public sealed record SetField(FieldId Field, string Stored) : RuleStep;
}

/// <summary>Something that Wrenlet does by itself when something happens.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What people call it.</param>
/// <param name="Maker">Who made it: it acts with their sight, and only as long as they may make rules.</param>
/// <param name="Trigger">What it waits for.</param>
/// <param name="Conditions">What must be so; all of it.</param>
/// <param name="Steps">What it does, in order.</param>
/// <param name="On">Whether it acts.</param>
/// <param name="Since">When it was switched on last: what happened before is not its business. Null while it is off.</param>
public sealed record Rule(
    RuleId Id,
    string Name,
    PersonId Maker,
    Trigger Trigger,
    ImmutableArray<Condition> Conditions,
    ImmutableArray<RuleStep> Steps,
    bool On,
    Instant? Since
);
