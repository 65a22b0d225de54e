using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Templates;

/// <summary>A date of a template, laid out for one docket.</summary>
/// <param name="At">The moment; null while what it is counted from is not known.</param>
/// <param name="Reason">What it is counted from, such as "2 working days before delivery".</param>
public readonly record struct LaidDate(Instant? At, string Reason);

/// <summary>A task as a template would make it in one docket.</summary>
/// <param name="From">The task of the template.</param>
/// <param name="Owners">Who does it; whoever cannot own it is left out.</param>
/// <param name="Start">Not before; null for at any time.</param>
/// <param name="Due">By when; null for no moment.</param>
/// <param name="There">Whether the docket has it already, so that it is not made again.</param>
public sealed record LaidTask(
    TemplateTask From,
    ImmutableArray<TaskOwner> Owners,
    LaidDate? Start,
    LaidDate? Due,
    bool There
);

/// <summary>A sheet as a template would make it in one docket.</summary>
/// <param name="From">The sheet of the template.</param>
/// <param name="There">Whether the docket has it already, so that it is not made again.</param>
public readonly record struct LaidSheet(TemplateSheet From, bool There);

/// <summary>All that a template would make in one docket.</summary>
public sealed record LaidOut(ImmutableArray<LaidTask> Tasks, ImmutableArray<LaidSheet> Sheets)
{
    /// <summary>Whether there is nothing that the docket does not have already.</summary>
    public bool NothingNew => Tasks.All(t => t.There) && Sheets.All(s => s.There);
}

/// <summary>The docket that a template is laid out for.</summary>
/// <param name="At">The moment the template is used.</param>
/// <param name="By">Who uses it.</param>
/// <param name="Owner">Who owns the docket; null for nobody.</param>
/// <param name="Stage">The stage that it is in; null for a new one.</param>
/// <param name="Milestones">The dates of its milestones.</param>
/// <param name="MayOwn">Whether a person may own a task there: they are still of the staff, and see the docket.</param>
public sealed record LayingPlace(
    Instant At,
    PersonId By,
    PersonId? Owner,
    StageId? Stage,
    IReadOnlyDictionary<MilestoneId, Instant> Milestones,
    Func<PersonId, bool> MayOwn
)
{
    /// <summary>Tasks of the template that were made in it before, whatever became of them.</summary>
    public IReadOnlySet<TemplateTaskId> Made { get; init; } = ImmutableHashSet<TemplateTaskId>.Empty;

    /// <summary>Titles of its open tasks.</summary>
    public IReadOnlyCollection<string> Titles { get; init; } = [];

    /// <summary>Sheets of the template that were made in it before.</summary>
    public IReadOnlySet<Guid> MadeSheets { get; init; } = ImmutableHashSet<Guid>.Empty;

    /// <summary>Names of its sheets.</summary>
    public IReadOnlyCollection<string> SheetNames { get; init; } = [];
}

/// <summary>Lays a template out for a docket: what it would make, before it is made.</summary>
public static class Laying
{
    /// <summary>All that the template makes, in its order; what is there already is marked.</summary>
    /// <param name="template">The template.</param>
    /// <param name="kind">Its kind.</param>
    /// <param name="place">The docket.</param>
    /// <param name="calendar">Working time of the firm.</param>
    public static LaidOut Of(Template template, Kind kind, LayingPlace place, WorkCalendar calendar)
    {
        ArgumentNullException.ThrowIfNull(template);
        ArgumentNullException.ThrowIfNull(kind);
        ArgumentNullException.ThrowIfNull(place);
        ArgumentNullException.ThrowIfNull(calendar);
        var fitting = TemplateRules.Fitting(template, kind);
        return new(
            [
                .. fitting.Tasks.Select(t => new LaidTask(
                    t,
                    Owners(t, place),
                    Laid(t.Start, starts: true, kind, place, calendar),
                    Laid(t.Due, starts: false, kind, place, calendar),
                    place.Made.Contains(t.Id) || Has(place.Titles, t.Title)
                )),
            ],
            [
                .. fitting.Sheets.Select(s => new LaidSheet(
                    s,
                    place.MadeSheets.Contains(s.Id) || Has(place.SheetNames, s.Name)
                )),
            ]
        );
    }

    /// <summary>The moment that a date is counted from; null while that is not known.</summary>
    /// <param name="origin">What it is counted from.</param>
    /// <param name="kind">The docket's kind.</param>
    /// <param name="place">The docket. A stage that it is in or past counts as entered at the moment of use.</param>
    public static Instant? MomentOf(DateOrigin origin, Kind kind, LayingPlace place)
    {
        ArgumentNullException.ThrowIfNull(kind);
        ArgumentNullException.ThrowIfNull(place);
        var stage = place.Stage ?? kind.First.Id;
        return origin switch
        {
            DateOrigin.OfMilestone { Milestone: var id } => place.Milestones.TryGetValue(id, out var at) ? at : null,
            DateOrigin.OfStage { Stage: var id } => kind.PositionOf(id) <= kind.PositionOf(stage) ? place.At : null,
            _ => place.At,
        };
    }

    private static LaidDate? Laid(
        TemplateDate? date,
        bool starts,
        Kind kind,
        LayingPlace place,
        WorkCalendar calendar
    ) =>
        date is null
            ? null
            : new(
                MomentOf(date.From, kind, place) is { } origin ? date.When(origin, starts, calendar) : null,
                date.Words(kind)
            );

    private static ImmutableArray<TaskOwner> Owners(TemplateTask task, LayingPlace place) =>
        [.. task.Owners.Select(o => Owner(o, place)).OfType<TaskOwner>().Distinct()];

    private static TaskOwner? Owner(TemplateOwner owner, LayingPlace place) =>
        owner switch
        {
            TemplateOwner.OfPerson { Person: var person } => Person(person, place),
            TemplateOwner.OfCrew { Crew: var crew } => new TaskOwner.OfCrew(crew),
            TemplateOwner.DocketOwner => Person(place.Owner, place),
            _ => Person(place.By, place),
        };

    private static TaskOwner.OfPerson? Person(PersonId? person, LayingPlace place) =>
        person is { } id && place.MayOwn(id) ? new(id) : null;

    private static bool Has(IEnumerable<string> there, string name) =>
        there.Any(t => string.Equals(t.Trim(), name.Trim(), StringComparison.OrdinalIgnoreCase));
}
