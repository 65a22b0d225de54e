using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Sheets;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Templates;

/// <summary>A task of a template as it is to be made, changed or not by whoever looked at it.</summary>
/// <param name="Id">Identity of the task that is made.</param>
public sealed record WantedTask(
    TemplateTaskId From,
    TaskId Id,
    string Title,
    ImmutableArray<TaskOwner> Owners,
    Instant? Start,
    Instant? Due,
    Priority Priority,
    Duration? Estimate
);

/// <summary>All that is to be made of a template.</summary>
public sealed record Wanted(IReadOnlyList<WantedTask> Tasks, IReadOnlyList<Guid> Sheets)
{
    /// <summary>All that a template lays out and is not there yet.</summary>
    public static Wanted Of(LaidOut laid)
    {
        ArgumentNullException.ThrowIfNull(laid);
        return new(
            [
                .. laid
                    .Tasks.Where(t => !t.There)
                    .Select(t => new WantedTask(
                        t.From.Id,
                        new TaskId(Guid.CreateVersion7()),
                        t.From.Title,
                        t.Owners,
                        t.Start?.At,
                        t.Due?.At,
                        t.From.Priority,
                        t.From.Estimate
                    )),
            ],
            [.. laid.Sheets.Where(s => !s.There).Select(s => s.From.Id)]
        );
    }
}

/// <summary>What was made of a template.</summary>
internal sealed record MadeOfTemplate(
    IReadOnlyList<(TaskId Id, string Title)> Tasks,
    IReadOnlyList<(SheetId Id, string Name)> Sheets
);

/// <summary>Lays templates out for dockets, and makes what they hold.</summary>
internal sealed class TemplateUse(TaskMaking tasks, SheetMaking sheets, WhoIsWho who, FirmKinds kinds)
{
    /// <summary>What a template would make in a docket that is there.</summary>
    public LaidOut LayOut(SqlSession session, Template template, Docket docket, Person by, Instant at) =>
        Laying.Of(template, kinds.Current.Of(docket), PlaceOf(session, docket, by, at), who.Current.Firm!.Calendar);

    /// <summary>What a template would make in a docket that is not there yet.</summary>
    /// <param name="owner">Who is to own it; null for nobody.</param>
    /// <param name="milestones">Milestones that it is to begin with.</param>
    public LaidOut LayOut(
        Template template,
        PersonId? owner,
        IReadOnlyDictionary<MilestoneId, Instant> milestones,
        Person by,
        Instant at
    ) =>
        Laying.Of(
            template,
            kinds.Current.Find(template.Kind)!,
            new LayingPlace(at, by.Id, owner, null, milestones, p => who.Current.Find(p) is { IsStaff: true }),
            who.Current.Firm!.Calendar
        );

    /// <summary>The docket that a template is laid out for.</summary>
    public LayingPlace PlaceOf(SqlSession session, Docket docket, Person by, Instant at)
    {
        var made = TemplateStore.MadeIn(session, docket.Id);
        return new(
            at,
            by.Id,
            docket.Owner,
            docket.Stage,
            Dates(session, docket),
            p => who.Current.Find(p) is { IsStaff: true } person && person.MaySee(docket.Place)
        )
        {
            Made = made.Keys.Select(k => new TemplateTaskId(k)).ToHashSet(),
            MadeSheets = made.Keys.ToHashSet(),
            Titles = [.. OpenTasks(session, docket).Select(t => t.Title)],
            SheetNames =
            [
                .. SheetStore.OfDocket(session, docket.Id).Where(k => !k.Sheet.Removed).Select(k => k.Sheet.Name),
            ],
        };
    }

    private static Dictionary<MilestoneId, Instant> Dates(SqlSession session, Docket docket) =>
        MilestoneStore
            .Of(session, docket.Id)
            .Where(m => m.Named is not null)
            .ToDictionary(m => m.Named!.Value, m => m.At);

    private static IEnumerable<WorkTask> OpenTasks(SqlSession session, Docket docket) =>
        TaskStore.OfDocket(session, docket.Id, 1000).Where(t => !t.Progress.Over && !t.Private);

    /// <summary>
    /// Makes what is wanted of a template in a docket, within a write that does more. What is there already, or was made
    /// meanwhile, is not made again.
    /// </summary>
    public MadeOfTemplate Apply(Writing w, Template template, Docket docket, Wanted wanted, Person by, Instant at)
    {
        var laid = LayOut(w.Session, template, docket, by, at);
        var kind = kinds.Current.Of(docket);
        var known = KnownTasks(w.Session, template, docket);
        var making = laid
            .Tasks.Where(t => !t.There)
            .Join(wanted.Tasks, t => t.From.Id, t => t.From, (l, t) => (Laid: l, Wanted: t))
            .ToList();
        foreach (var (plan, task) in making)
            known.TryAdd(plan.From.Id, task.Id);
        var made = tasks.MakeAll(
            w,
            making.Select((m, i) => Task(m.Laid.From, m.Wanted, i, kind, docket, known, by, at)),
            by,
            at
        );
        foreach (var (plan, task) in making)
        {
            var key = TaskStore.Find(w.Session, task.Id)!.Key;
            TemplateStore.AddMade(w.Session, docket.Id, plan.From.Id.Value, task.Id);
            var after = plan.From.After.Where(known.ContainsKey).Select(a => known[a]).ToList();
            if (after.Count > 0)
                TaskStore.SetBlockers(w.Session, key, after);
            Follow(w.Session, task.Id, starts: true, plan.From.Start, plan.Start, task.Start);
            Follow(w.Session, task.Id, starts: false, plan.From.Due, plan.Due, task.Due);
        }

        var papers = laid.Sheets.Where(s => !s.There && wanted.Sheets.Contains(s.From.Id)).ToList();
        var filed = new List<(SheetId, string)>();
        foreach (var (sheet, _) in papers)
        {
            var (body, wrong) = sheets.Read(
                sheet.Kind,
                new SheetBody(sheet.File is null ? sheet.Body : null, File: sheet.File),
                by
            );
            if (body is null)
                throw new InvalidOperationException($"The sheet {sheet.Name} of a template cannot be read: {wrong}");
            var id = new SheetId(Guid.CreateVersion7());
            sheets.Make(w, id, docket.Id, sheet.Kind, sheet.Name, body, by, at);
            filed.Add((id, sheet.Name));
            TemplateStore.AddMade(w.Session, docket.Id, sheet.Id);
        }

        if (made.Count + papers.Count > 0)
            EventLines.Add(
                w,
                DocketTalks.Inside(w.Session, docket.Id),
                by.Id,
                at,
                FlowLines.Used(by.FirstName, template.Name, made.Count, papers.Count)
            );
        return new([.. making.Select(m => (m.Wanted.Id, m.Wanted.Title))], filed);
    }

    private static void Follow(
        SqlSession session,
        TaskId task,
        bool starts,
        TemplateDate? date,
        LaidDate? laid,
        Instant? wanted
    )
    {
        // Changed by whoever looked at it, it is theirs.
        if (date is { From: not DateOrigin.Start } && laid?.At == wanted)
            FollowingStore.Add(session, new FollowingDate(task, starts, date, wanted));
    }

    /// <summary>Tasks of a docket that stand for tasks of a template: made from it before, or of the same title.</summary>
    private static Dictionary<TemplateTaskId, TaskId> KnownTasks(SqlSession session, Template template, Docket docket)
    {
        var made = TemplateStore.MadeIn(session, docket.Id);
        var open = OpenTasks(session, docket).ToList();
        var known = new Dictionary<TemplateTaskId, TaskId>();
        foreach (var task in template.Tasks)
            if (made.GetValueOrDefault(task.Id.Value) is { } there)
                known[task.Id] = there;
            else if (open.Find(o => o.Title.Equals(task.Title, StringComparison.OrdinalIgnoreCase)) is { } same)
                known[task.Id] = same.Id;
        return known;
    }

    private static WorkTask Task(
        TemplateTask from,
        WantedTask wanted,
        int position,
        Kind kind,
        Docket docket,
        Dictionary<TemplateTaskId, TaskId> known,
        Person by,
        Instant at
    ) =>
        new(
            0,
            wanted.Id,
            wanted.Title,
            docket.Brief,
            null,
            by.Id,
            at,
            TaskState.NeedsAction,
            null,
            from.Rule,
            wanted.Priority,
            wanted.Start,
            wanted.Due,
            null,
            wanted.Estimate,
            from.Gate is { } gate ? kind.Find(gate)?.Brief : null,
            null,
            1,
            [.. wanted.Owners.Select(o => new OwnerShare(o, false))],
            docket.Sight
        )
        {
            Notes = from.Notes,
            Parent = from.Parent is { } parent && known.TryGetValue(parent, out var whole) ? whole : null,
            Position = (position + 1) * 1024,
        };
}
