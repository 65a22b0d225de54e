using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Templates;

/// <summary>Makes a template of a docket: what was done there once can be done again.</summary>
public static class Patterning
{
    /// <summary>
    /// A template's tasks from those of a docket. Owners who own the docket become "whoever owns the docket"; dates are
    /// counted from the nearest milestone that the kind has, or from the start.
    /// </summary>
    /// <param name="tasks">Tasks of the docket in order, a part after what it is a part of; private ones and dropped ones
    /// are left out.</param>
    /// <param name="owner">Who owns the docket; null for nobody.</param>
    /// <param name="began">When the docket was begun.</param>
    /// <param name="milestones">Its milestones.</param>
    /// <param name="calendar">Working time of the firm.</param>
    /// <param name="id">Makes identities.</param>
    public static ImmutableArray<TemplateTask> Of(
        IEnumerable<WorkTask> tasks,
        PersonId? owner,
        Instant began,
        IReadOnlyCollection<Milestone> milestones,
        WorkCalendar calendar,
        Func<Guid> id
    )
    {
        ArgumentNullException.ThrowIfNull(tasks);
        ArgumentNullException.ThrowIfNull(milestones);
        ArgumentNullException.ThrowIfNull(calendar);
        ArgumentNullException.ThrowIfNull(id);
        var kept = tasks.Where(t => !t.Private && t.State is not TaskState.Dropped).ToList();
        var ids = kept.ToDictionary(t => t.Id, _ => new TemplateTaskId(id()));
        var made = ImmutableArray.CreateBuilder<TemplateTask>();
        foreach (var task in InOrder(kept))
        {
            var due = task.Due is { } d ? Counted(d, began, milestones, calendar) : null;
            made.Add(
                new TemplateTask(
                    ids[task.Id],
                    task.Title,
                    task.Notes,
                    task.Parent is { } parent && ids.TryGetValue(parent, out var of) ? of : null,
                    [.. task.Owners.Select(o => Owner(o.Owner, owner))],
                    task.Rule,
                    task.Priority,
                    task.Start is { } s ? Counted(s, began, milestones, calendar) : null,
                    due,
                    task.Estimate,
                    task.GateStage?.Id,
                    [.. task.BlockedBy.Where(b => ids.ContainsKey(b.Id)).Select(b => ids[b.Id])]
                )
            );
        }

        return made.ToImmutable();
    }

    private static IEnumerable<WorkTask> InOrder(List<WorkTask> tasks)
    {
        var known = tasks.Select(t => t.Id).ToHashSet();
        var parts = tasks.ToLookup(t => t.Parent is { } p && known.Contains(p) ? p : (TaskId?)null);
        IEnumerable<WorkTask> Below(TaskId? parent) => parts[parent].SelectMany(t => new[] { t }.Concat(Below(t.Id)));
        return Below(null);
    }

    private static TemplateOwner Owner(TaskOwner owner, PersonId? docketOwner) =>
        owner switch
        {
            TaskOwner.OfCrew { Crew: var crew } => new TemplateOwner.OfCrew(crew),
            TaskOwner.OfPerson { Person: var person } when person == docketOwner => new TemplateOwner.DocketOwner(),
            TaskOwner.OfPerson { Person: var person } => new TemplateOwner.OfPerson(person),
            _ => throw new ArgumentOutOfRangeException(nameof(owner)),
        };

    private static TemplateDate Counted(
        Instant moment,
        Instant began,
        IEnumerable<Milestone> milestones,
        WorkCalendar calendar
    )
    {
        var day = calendar.DateOf(moment);
        int Far(Instant from) => Signed(calendar.DateOf(from), day, calendar);
        var near = milestones
            .Where(m => m.Named is not null)
            .OrderBy(m => Math.Abs(Far(m.At)))
            .ThenBy(m => m.At)
            .FirstOrDefault();
        var (from, offset) =
            near is not null && Math.Abs(Far(near.At)) < Math.Abs(Far(began))
                ? ((DateOrigin)new DateOrigin.OfMilestone(near.Named!.Value), Far(near.At))
                : (new DateOrigin.Start(), Far(began));
        var time = moment.InZone(calendar.Zone).TimeOfDay;
        var usual =
            moment == calendar.ClosingOf(day) || (calendar.IsWorkingDay(day) && moment == calendar.OpeningOf(day));
        return new(
            from,
            Math.Clamp(offset, -TemplateDate.MostOffset, TemplateDate.MostOffset),
            DateUnit.WorkingDays,
            usual ? null : new LocalTime(time.Hour, time.Minute)
        );
    }

    private static int Signed(LocalDate from, LocalDate to, WorkCalendar calendar) =>
        to >= from ? calendar.WorkingDaysBetween(from, to) : -calendar.WorkingDaysBetween(to, from);
}
