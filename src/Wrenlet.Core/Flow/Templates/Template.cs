using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Templates;

/// <summary>Identity of a template (UUIDv7).</summary>
public readonly record struct TemplateId(Guid Value);

/// <summary>Identity of a task of a template: tasks that are made from it are known by it.</summary>
public readonly record struct TemplateTaskId(Guid Value);

/// <summary>Who owns what a template makes. A closed set of cases.</summary>
public abstract record TemplateOwner
{
    private TemplateOwner() { }

    /// <summary>A member of staff.</summary>
    public sealed record OfPerson(PersonId Person) : TemplateOwner;

    /// <summary>A crew: any of its members does it.</summary>
    public sealed record OfCrew(CrewId Crew) : TemplateOwner;

    /// <summary>Whoever owns the docket; nobody where nobody does.</summary>
    public sealed record DocketOwner : TemplateOwner;

    /// <summary>Whoever uses the template.</summary>
    public sealed record User : TemplateOwner;
}

/// <summary>A task that a docket begins with.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Title">What is to be done.</param>
/// <param name="Notes">In Markdown; empty for none.</param>
/// <param name="Parent">The task before it that it is a part of; null for none.</param>
/// <param name="Owners">Who does it; empty for nobody yet.</param>
/// <param name="Rule">Whose word finishes it.</param>
/// <param name="Priority">How much it matters.</param>
/// <param name="Start">Not before; null for at any time.</param>
/// <param name="Due">By when; null for no moment.</param>
/// <param name="Estimate">Working time it is thought to take; null when not said.</param>
/// <param name="Gate">The stage that waits for it; null for none.</param>
/// <param name="After">The tasks that it waits for.</param>
public sealed record TemplateTask(
    TemplateTaskId Id,
    string Title,
    string Notes,
    TemplateTaskId? Parent,
    ImmutableArray<TemplateOwner> Owners,
    CompletionRule Rule,
    Priority Priority,
    TemplateDate? Start,
    TemplateDate? Due,
    Duration? Estimate,
    StageId? Gate,
    ImmutableArray<TemplateTaskId> After
);

/// <summary>A sheet that a docket begins with.</summary>
/// <param name="Id">Identity: a sheet that was made from it is known by it.</param>
/// <param name="Kind">What sort of sheet.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Body">Markdown of a page, CSV of a table; empty for a drawing.</param>
/// <param name="File">The file of a drawing; null for others.</param>
public sealed record TemplateSheet(Guid Id, SheetKind Kind, string Name, string Body, Guid? File = null);

/// <summary>What a docket of a kind can begin with.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Kind">The kind whose dockets use it.</param>
/// <param name="Name">What it is called.</param>
/// <param name="About">When to use it; empty where nothing is said.</param>
/// <param name="Subject">Subject that a docket begins with; empty for none.</param>
/// <param name="Message">The stock reply that is written for the party, to be sent by whoever uses it; null for
/// none.</param>
/// <param name="Tasks">Tasks in order; a part comes after what it is a part of.</param>
/// <param name="Sheets">Sheets in order.</param>
/// <param name="Retired">Whether it is used no more.</param>
public sealed record Template(
    TemplateId Id,
    KindId Kind,
    string Name,
    string About,
    string Subject,
    Guid? Message,
    ImmutableArray<TemplateTask> Tasks,
    ImmutableArray<TemplateSheet> Sheets,
    bool Retired = false
);
