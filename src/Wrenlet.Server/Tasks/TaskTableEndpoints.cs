using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>A task as a row of a table: as little as its columns need, since there may be many.</summary>
/// <param name="Owners">Owners, by their index among the table's people.</param>
/// <param name="MadeBy">Who asked for it, by their index among the table's people.</param>
/// <param name="Parts">How many parts it has; 0 for none.</param>
/// <param name="Blocked">Whether something that it waits for is not done.</param>
/// <param name="Gate">Name of the stage whose gate it is; null for none.</param>
/// <param name="GateStage">That stage; null for none.</param>
public sealed record TaskRow(
    Guid Id,
    string Title,
    string? Docket,
    string? DocketName,
    IReadOnlyList<int> Owners,
    int MadeBy,
    string State,
    string Priority,
    DateTimeOffset? Start,
    DateTimeOffset? Due,
    string DueState,
    string DueLabel,
    int? EstimateMinutes,
    int SpentMinutes,
    int Percent,
    int Parts,
    Guid? Parent,
    string? ParentTitle,
    Guid? Worklist,
    Guid? Column,
    double Position,
    bool Blocked,
    bool Private,
    string? Repeats,
    string? Gate,
    Guid? GateStage,
    DateTimeOffset Made,
    DateTimeOffset? Finished,
    int Version
);

/// <summary>A set of tasks, with the people and crews that its rows name.</summary>
/// <param name="More">Whether there are more than are given.</param>
/// <param name="States">All states, from what is to be begun to what is over.</param>
/// <param name="Priorities">All priorities, the most pressing first.</param>
public sealed record TaskTable(
    IReadOnlyList<TaskRow> Rows,
    IReadOnlyList<OwnerView> People,
    bool More,
    IReadOnlyList<string> States,
    IReadOnlyList<string> Priorities
);

/// <summary>What is to change of one of many tasks; what is left out stays as it is.</summary>
/// <param name="Version">The version that was seen; null to take whatever is there.</param>
/// <param name="SetDue">Whether the due moment is set, to none where it is left out.</param>
/// <param name="SetEstimate">Whether the estimate is set, to none where it is left out.</param>
/// <param name="AddOwners">Owners beside those it has; null for none. Not together with owners.</param>
/// <param name="Docket">Reference of the docket it is put in; parts stay in their whole's.</param>
/// <param name="SetDocket">Whether the docket is set, to none where it is left out.</param>
/// <param name="Worklist">The worklist it is put in, into its first column unless one is named.</param>
/// <param name="Column">Its column there; null for the first.</param>
/// <param name="SetWorklist">Whether the worklist is set, to none where it is left out.</param>
public sealed record OneOfMany(
    [property: Required] Guid Id,
    int? Version = null,
    string? State = null,
    string? Priority = null,
    IReadOnlyList<OwnerChoice>? Owners = null,
    DateTimeOffset? Due = null,
    bool SetDue = false,
    [property: Range(1, 100_000)] int? EstimateMinutes = null,
    bool SetEstimate = false,
    [property: StringLength(300, MinimumLength = 1)] string? Title = null,
    IReadOnlyList<OwnerChoice>? AddOwners = null,
    string? Docket = null,
    bool SetDocket = false,
    Guid? Worklist = null,
    Guid? Column = null,
    bool SetWorklist = false
);

/// <summary>Changes of many tasks at once.</summary>
public sealed record ManyChanges([property: Required, MaxLength(500)] IReadOnlyList<OneOfMany> Changes);

/// <summary>What came of one of many changes.</summary>
/// <param name="Task">The task as it is now; null when it is not seen.</param>
/// <param name="Problem">Why it was not changed; null when it was.</param>
public sealed record OneOutcome(Guid Id, TaskView? Task, string? Problem);

/// <summary>
/// Many tasks at once: a table of them, changes of several, people's load.
/// </summary>
internal static class TaskTableEndpoints
{
    private const int Most = 25_000;
    private static readonly Duration Lately = Duration.FromDays(14);

    public static void MapTaskTables(this IEndpointRouteBuilder api)
    {
        api.MapGet("/tasks/table", GetTable).For(Access.Staff).Costly();
        api.MapPost("/tasks/changes", ChangeMany).For(Access.Staff);
    }

    /// <summary>
    /// A set of tasks: "mine", "asked", "all", "crew" or "docket" or "worklist" with an id or reference. Those finished
    /// in the last two weeks are in it.
    /// </summary>
    private static Results<Ok<TaskTable>, ProblemHttpResult> GetTable(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        string scope = "mine",
        string? of = null
    ) =>
        database.Read<Results<Ok<TaskTable>, ProblemHttpResult>>(s =>
        {
            var (me, roster, now) = (viewer.Person, who.Current, clock.Now);
            if (Scoped(s, scope, of, me, roster) is not var (where, id))
                return Refusals.NotFound("set of tasks");
            var tasks = TaskStore
                .Table(s, where, id, now - Lately, Most + 1)
                .Where(t => me.MaySee(t.Place, Thing.Working))
                .ToList();
            var people = new List<OwnerView>();
            var index = new Dictionary<Guid, int>();
            int Index(OwnerView? owner)
            {
                if (owner is null)
                    return -1;
                if (index.TryGetValue(owner.Id, out var at))
                    return at;
                people.Add(owner);
                return index[owner.Id] = people.Count - 1;
            }

            return TypedResults.Ok(
                new TaskTable(
                    [.. tasks.Take(Most).Select(t => Row(t, Index, roster, now))],
                    people,
                    tasks.Count > Most,
                    [.. StoredWords.TaskStates.All],
                    [.. StoredWords.Priorities.All]
                )
            );
        });

    /// <summary>A set of tasks by its name; null when there is none, or the viewer does not see it.</summary>
    public static (TaskScope Scope, Guid? Of)? Scoped(
        SqlSession session,
        string scope,
        string? of,
        Person viewer,
        Roster roster
    )
    {
        Guid? id = Guid.TryParse(of, out var parsed) ? parsed : null;
        return scope switch
        {
            "mine" => (TaskScope.Mine, viewer.Id.Value),
            "asked" => (TaskScope.Asked, viewer.Id.Value),
            "all" => (TaskScope.All, null),
            "crew" when id is { } crew && roster.Crews.ContainsKey(new CrewId(crew)) => (TaskScope.Crew, crew),
            "docket" when SeenDocket.Find(session, of, viewer) is { } docket => (TaskScope.Docket, docket.Id.Value),
            "worklist"
                when id is { } list && WorklistStore.Find(session, list) is { } found && viewer.MaySee(found.Place) => (
                TaskScope.Worklist,
                list
            ),
            _ => null,
        };
    }

    private static TaskRow Row(WorkTask task, Func<OwnerView?, int> index, Roster roster, Instant now)
    {
        var over = task.Progress.Over;
        var standing = TaskViews.Standing(task, roster, now);
        return new(
            task.Id.Value,
            task.Title,
            task.Docket?.Ref.ToString(),
            task.Docket?.Subject.Split(':')[0],
            [.. task.Owners.Select(o => index(TaskViews.Owner(o.Owner, roster))).Where(i => i >= 0)],
            index(roster.Find(task.MadeBy) is { } maker ? OwnerView.Of(maker) : null),
            StoredWords.TaskStates.Of(task.State),
            StoredWords.Priorities.Of(task.Priority),
            task.Start?.ToDateTimeOffset(),
            task.Due?.ToDateTimeOffset(),
            standing.State switch
            {
                DueState.Late => "late",
                DueState.Soon => "soon",
                _ => "well",
            },
            standing.Label,
            task.Estimate is { } estimate ? (int)estimate.TotalMinutes : null,
            (int)task.Spent.TotalMinutes,
            task.Percent,
            task.Parts.Count,
            task.Parent?.Value,
            task.ParentTitle,
            task.Worklist?.List,
            task.Worklist?.Column,
            task.Position,
            !over && task.BlockedBy.Any(b => !b.Over),
            task.Private,
            task.Repeats,
            task.GateStage?.Name,
            task.GateStage?.Id.Value,
            task.Made.ToDateTimeOffset(),
            task.Finished?.ToDateTimeOffset(),
            task.Version
        );
    }

    /// <summary>
    /// Changes many tasks in one write: each that can be is changed, and of each that cannot it is said why.
    /// </summary>
    private static async Task<Results<Ok<IReadOnlyList<OneOutcome>>, ProblemHttpResult>> ChangeMany(
        ManyChanges given,
        Viewer viewer,
        WriteQueue writes,
        TaskMaking making,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (me, roster, now) = (viewer.Person, who.Current, clock.Now);
        foreach (var change in given.Changes)
        {
            if (change.State is { } state && StoredWords.TaskStates.Parse(state) is null)
                return Refusals.Invalid(
                    "state",
                    $"“{state}” is not a state. Use {string.Join(", ", StoredWords.TaskStates.All)}."
                );
            if (change.Priority is { } priority && StoredWords.Priorities.Parse(priority) is null)
                return Refusals.Invalid(
                    "priority",
                    $"“{priority}” is not a priority. Use {string.Join(", ", StoredWords.Priorities.All)}."
                );
            if (
                (change.Owners ?? change.AddOwners) is { } owners
                && TaskEndpoints.Owners(owners, roster).Problem is { } problem
            )
                return problem;
        }

        var outcomes = await writes.Run(w =>
            given
                .Changes.Select(change =>
                {
                    var there = TaskStore.Find(w.Session, new TaskId(change.Id));
                    if (there is null || !me.MaySee(there.Place, Thing.Working))
                        return new OneOutcome(change.Id, null, "There is no such task, or you cannot see it.");
                    var owners = OwnersAfter(there, change, roster);
                    var (docket, sight, worklist, problem) = PlaceAfter(w.Session, there, change, me);
                    if (owners != there.Owners || docket != there.Docket)
                        problem ??= TaskViews
                            .Unseeing(there with { Owners = owners, Docket = docket, Sight = sight }, roster)
                            ?.Reason;
                    if (problem is not null)
                        return new OneOutcome(change.Id, TaskViews.Of(there, roster, now), problem);
                    var outcome = making.Change(
                        w,
                        new TaskId(change.Id),
                        change.Version,
                        me,
                        now,
                        before =>
                        {
                            var progress =
                                change.Owners is not null || change.AddOwners is not null
                                    ? before.Progress.OwnedBy(owners.Select(x => x.Owner))
                                    : before.Progress;
                            if (change.State is { } state)
                                progress = progress.Become(StoredWords.TaskStates.Parse(state)!.Value);
                            return before.After(progress, now) with
                            {
                                Title = change.Title?.Trim() ?? before.Title,
                                Priority = change.Priority is { } p
                                    ? StoredWords.Priorities.Parse(p)!.Value
                                    : before.Priority,
                                Due = change.SetDue
                                    ? change.Due is { } due
                                        ? Instant.FromDateTimeOffset(due)
                                        : null
                                    : before.Due,
                                Estimate = change.SetEstimate
                                    ? change.EstimateMinutes is { } minutes
                                        ? Duration.FromMinutes(minutes)
                                        : null
                                    : before.Estimate,
                                Docket = docket,
                                GateStage = docket?.Id == before.Docket?.Id ? before.GateStage : null,
                                Worklist = worklist,
                            };
                        },
                        FieldsOf(change)
                    );
                    return new OneOutcome(
                        change.Id,
                        outcome.Task is null ? null : TaskViews.Of(outcome.Task, roster, now),
                        outcome.Stale ? Meanwhile(outcome) : outcome.Refusal
                    );
                })
                .ToList()
        );
        return TypedResults.Ok<IReadOnlyList<OneOutcome>>(outcomes);
    }

    private static ImmutableArray<OwnerShare> OwnersAfter(WorkTask task, OneOfMany change, Roster roster)
    {
        if (change.Owners is { } chosen)
            return TaskEndpoints.Owners(chosen, roster).Owners;
        return change.AddOwners is { } more
            ? [.. task.Owners.Concat(TaskEndpoints.Owners(more, roster).Owners).DistinctBy(o => o.Owner)]
            : task.Owners;
    }

    /// <summary>Where it stands afterwards, or why it cannot stand there.</summary>
    private static (DocketBrief? Docket, DocketSight Sight, (Guid, Guid?)? Worklist, string? Problem) PlaceAfter(
        SqlSession session,
        WorkTask task,
        OneOfMany change,
        Person me
    )
    {
        var (docket, sight, worklist) = (task.Docket, task.Sight, task.Worklist);
        if (change.SetDocket && task.Parent is not null && change.Docket != task.Docket?.Ref.ToString())
            return (docket, sight, worklist, $"“{task.Title}” is part of another task and stays in its docket.");
        if (change.SetDocket && change.Docket is null)
            docket = null;
        else if (change.SetDocket && change.Docket != task.Docket?.Ref.ToString())
        {
            if (task.Private)
                return (docket, sight, worklist, "A private task cannot be in a docket. Let others see it first.");
            if (SeenDocket.Find(session, change.Docket!, me) is not { } found)
                return (docket, sight, worklist, $"There is no docket {change.Docket}, or you cannot see it.");
            (docket, sight) = (found.Brief, found.Sight);
        }

        if (!change.SetWorklist)
            return (docket, sight, worklist, null);
        if (change.Worklist is not { } id)
            return (docket, sight, null, null);
        if (WorklistStore.Find(session, id) is not { } list || !me.MaySee(list.Place))
            return (docket, sight, worklist, "There is no such worklist, or you cannot see it.");
        var column = list.Columns.FirstOrDefault(c => c.Id == change.Column) ?? list.Columns.FirstOrDefault();
        return (docket, sight, (id, column?.Id), null);
    }

    /// <summary>The fields that one of many changes sets, as the history calls them.</summary>
    private static IReadOnlyCollection<string> FieldsOf(OneOfMany change) =>
        [
            .. new (string Field, bool Set)[]
            {
                ("title", change.Title is not null),
                ("state", change.State is not null),
                ("priority", change.Priority is not null),
                ("owners", change.Owners is not null || change.AddOwners is not null),
                ("due", change.SetDue),
                ("estimate", change.SetEstimate),
                ("docket", change.SetDocket),
                ("worklist", change.SetWorklist),
            }
                .Where(f => f.Set)
                .Select(f => f.Field),
        ];

    private static string Meanwhile(TaskOutcome outcome) =>
        outcome.Collisions.IsEmpty
            ? "Someone changed it since you opened it."
            : $"Someone changed “{outcome.Task!.Title}” meanwhile: "
                + $"{string.Join(", ", outcome.Collisions.Select(c => $"{c.What} is now {c.Now}"))}. Yours was not saved.";
}
