using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>Where a task stands, as it is to be.</summary>
/// <param name="Docket">Reference of its docket; null for none. A part stands in the docket of its whole.</param>
/// <param name="GateStage">The stage whose gate it is; null for none.</param>
/// <param name="Parent">The task that it is a part of; null for none.</param>
/// <param name="Worklist">The worklist it stands in; null for none.</param>
/// <param name="Column">Its column there; null for none.</param>
/// <param name="After">The task that it follows there, or among the parts; null to stand first.</param>
/// <param name="Changed">Names of the fields that are changed, as they are called here: the others stay as they are by
/// now. Null when all of them are to be as they are said.</param>
public sealed record TaskWhere(
    string? Docket,
    Guid? GateStage,
    Guid? Parent,
    Guid? Worklist,
    Guid? Column,
    Guid? After,
    [property: MaxLength(10)] IReadOnlyList<string>? Changed = null
)
{
    /// <summary>Whether a field is to be as it is said here.</summary>
    internal bool Sets(string field) => Changed?.Contains(field) ?? true;

    /// <summary>What the history calls the fields that are changed; null when all are.</summary>
    internal IReadOnlyCollection<string>? History =>
        Changed
            ?.Select(f =>
                f switch
                {
                    "gateStage" => "gate of stage",
                    "parent" => "part of",
                    "column" => "worklist",
                    _ => f,
                }
            )
            .Distinct()
            .ToList();
}

/// <summary>A list of parts as it was typed or pasted: one on each line, deeper ones indented.</summary>
public sealed record NewParts([property: Required, StringLength(60_000, MinimumLength = 1)] string Text);

/// <summary>When somebody is reminded of a task, and when the next of its series is made.</summary>
/// <param name="RemindBeforeMinutes">Working minutes before it is due; 0 for not before, null for what is
/// usual.</param>
/// <param name="RemindAgainMinutes">Working minutes after which they are reminded again, until it is done; 0 for never,
/// null for what is usual.</param>
/// <param name="NextByTime">Whether the next is made when its time has come, not only when one is done.</param>
public sealed record TaskTimes(
    [property: Range(0, 20_000)] int? RemindBeforeMinutes,
    [property: Range(0, 20_000)] int? RemindAgainMinutes,
    bool NextByTime
);

/// <summary>
/// What stands around a task: its parts, what it waits for, who watches, what is said about it, where it stands.
/// </summary>
internal static class TaskPlaceEndpoints
{
    private const int MostBlockers = 50;
    private const int MostFiles = 50;

    public static void MapTaskPlaces(this IEndpointRouteBuilder api)
    {
        api.MapPut("/tasks/{id:guid}/place", PutPlace).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}/files", PutFiles).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}/blockers", PutBlockers).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}/watching", Watch).For(Access.Staff);
        api.MapDelete("/tasks/{id:guid}/watching", Unwatch).For(Access.Staff);
        api.MapPost("/tasks/{id:guid}/parts", AddParts).For(Access.Staff);
        api.MapPost("/tasks/{id:guid}/skip", Skip).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}/times", PutTimes).For(Access.Staff);
    }

    /// <summary>
    /// Puts files with a task's notes, in place of those that stood there; one that is left out stays where else it was
    /// shown.
    /// </summary>
    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> PutFiles(
        Guid id,
        IReadOnlyList<AttachedFile> given,
        Viewer viewer,
        FilePlaces places,
        WriteQueue writes,
        TaskMaking making,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    )
    {
        if (given.Count > MostFiles)
            return Refusals.Invalid("files", $"A task has at most {MostFiles} files. Send others in its conversation.");
        string? problem = null;
        var outcome = await writes.Run(w =>
        {
            var s = w.Session;
            if (TaskStore.Find(s, new TaskId(id)) is not { } task || !viewer.Person.MaySee(task.Place, Thing.Working))
                return new TaskOutcome(null, false, null);
            if (given.Any(f => places.Seen(s, f.Id, viewer.Person) is null))
            {
                problem = "One of the files is no longer there, or you cannot see it. Remove it and attach it again.";
                return new TaskOutcome(task, false, null);
            }

            return making.SetFiles(
                w,
                task,
                [.. given.DistinctBy(f => f.Id).Select(AttachedFile.Read)],
                viewer.Person,
                clock.Now
            );
        });
        return problem is null
            ? TaskEndpoints.Outcome(outcome, who.Current, clock, context)
            : Refusals.Refused(problem);
    }

    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> PutPlace(
        Guid id,
        TaskWhere given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        TaskMaking making,
        WhoIsWho who,
        FirmKinds kinds,
        FirmClock clock,
        HttpContext context
    )
    {
        var (me, roster) = (viewer.Person, who.Current);
        ProblemHttpResult? problem = null;
        var outcome = await writes.Run(w =>
        {
            var s = w.Session;
            if (TaskStore.Find(s, new TaskId(id)) is not { } task || !me.MaySee(task.Place, Thing.Working))
                return new TaskOutcome(null, false, null);
            var wanted = new
            {
                Docket = given.Sets("docket") ? given.Docket : task.Docket?.Ref.ToString(),
                GateStage = given.Sets("gateStage") ? given.GateStage : task.GateStage?.Id.Value,
                Parent = given.Sets("parent") ? given.Parent : task.Parent?.Value,
                Worklist = given.Sets("worklist") ? given.Worklist : task.Worklist?.List,
                Column = given.Sets("column") || given.Sets("worklist") ? given.Column : task.Worklist?.Column,
            };
            var parent = wanted.Parent is { } p ? TaskStore.Find(s, new TaskId(p)) : null;
            var list = wanted.Worklist is { } l ? WorklistStore.Find(s, l) : null;
            if (
                (
                    given.Sets("parent")
                    && wanted.Parent is not null
                    && (parent is null || !me.MaySee(parent.Place, Thing.Working))
                ) || (given.Sets("worklist") && wanted.Worklist is not null && (list is null || !me.MaySee(list.Place)))
            )
            {
                problem = Refusals.Refused(
                    "That place no longer exists, or you cannot see it. Load the page again and choose another."
                );
                return new TaskOutcome(task, false, null);
            }

            var docket =
                parent is not null ? parent.Docket
                : wanted.Docket is null ? null
                : SeenDocket.Find(s, wanted.Docket, me) is { } found ? found.Brief
                : task.Docket;
            if (task.Private && docket is not null)
                problem = Refusals.Refused("A private task cannot be in a docket. Let others see it first.");
            if (
                docket is not null
                && docket.Id != task.Docket?.Id
                && Owning.Refuses(task.Owners, DocketStore.Find(s, docket.Id)!.Place, docket.Ref, p => roster.Find(p))
                    is var (_, blind)
            )
                problem = Refusals.Refused(blind);
            var gate =
                wanted.GateStage is { } stage && docket is not null
                    ? kinds.Current.Of(DocketStore.Find(s, docket.Id)!).Find(new StageId(stage))
                    : null;
            if (wanted.GateStage is not null && gate is not { Retired: false } && gate?.Brief != task.GateStage)
                problem = Refusals.Invalid(
                    "gateStage",
                    "It can only be the gate of a stage of its own docket. Choose the docket first."
                );
            var column = list is null ? null : list.Columns.FirstOrDefault(c => c.Id == wanted.Column);
            if (problem is not null)
                return new TaskOutcome(task, false, null);
            var moves = given.Sets("after") || given.Sets("parent") || given.Sets("worklist") || given.Sets("column");
            var position = moves ? Place(s, task, parent, list, column, given.After) : task.Position;
            return making.Change(
                w,
                task.Id,
                TaskEndpoints.Version(ifMatch),
                me,
                clock.Now,
                before =>
                    (
                        column is null
                            ? before
                            : before.After(
                                before.Progress.Into(column.Finishes, before.Worklist?.Column != column.Id),
                                clock.Now
                            )
                    ) with
                    {
                        Docket = docket,
                        GateStage = gate?.Brief,
                        Parent = parent?.Id,
                        Worklist = list is null ? null : (list.Id, column?.Id),
                        Position = position,
                    },
                given.History
            );
        });
        return problem
            ?? TaskEndpoints.Outcome(outcome, roster, clock, context).Result switch
            {
                Ok<TaskView> ok => (Results<Ok<TaskView>, ProblemHttpResult>)ok,
                ProblemHttpResult wrong => wrong,
                _ => Refusals.NotFound("task"),
            };
    }

    /// <summary>
    /// A place after another, among the parts of a task or in a column; where there is no room between two, all are
    /// placed anew.
    /// </summary>
    private static double Place(
        SqlSession session,
        WorkTask task,
        WorkTask? parent,
        Worklist? list,
        WorklistColumn? column,
        Guid? after
    )
    {
        if (parent is null && list is null)
            return task.Position;
        var beside = (
            parent is not null
                ? TaskStore.PartsOfTask(session, parent.Id)
                : TaskStore.InColumn(session, list!.Id, column?.Id)
        )
            .Where(t => t.Id != task.Id)
            .ToList();
        var at = after is { } follows ? beside.FindIndex(t => t.Id.Value == follows) : -1;
        double? Before() => at < 0 ? null : beside[at].Position;
        double? After() => at + 1 < beside.Count ? beside[at + 1].Position : null;
        if (Positions.Between(Before(), After()) is { } position)
            return position;
        foreach (var (i, other) in beside.Index())
            TaskStore.SetPosition(session, other.Key, Positions.Anew(i));
        return Positions
            .Between(at < 0 ? null : Positions.Anew(at), at + 1 < beside.Count ? Positions.Anew(at + 1) : null)!
            .Value;
    }

    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> PutBlockers(
        Guid id,
        IReadOnlyList<Guid> blockers,
        Viewer viewer,
        TaskMaking making,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    ) =>
        blockers.Count > MostBlockers
            ? Refusals.Invalid(
                "blockers",
                $"A task waits for at most {MostBlockers} others. Make them parts of one task, and let it wait for that."
            )
            : TaskEndpoints.Outcome(
                await making.Block(
                    new TaskId(id),
                    [.. blockers.Distinct().Select(b => new TaskId(b))],
                    viewer.Person,
                    clock.Now
                ),
                who.Current,
                clock,
                context
            );

    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Watch(
        Guid id,
        Viewer viewer,
        TaskMaking making,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    ) =>
        TaskEndpoints.Outcome(
            await making.Watch(new TaskId(id), viewer.Person, true, clock.Now),
            who.Current,
            clock,
            context
        );

    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Unwatch(
        Guid id,
        Viewer viewer,
        TaskMaking making,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    ) =>
        TaskEndpoints.Outcome(
            await making.Watch(new TaskId(id), viewer.Person, false, clock.Now),
            who.Current,
            clock,
            context
        );

    /// <summary>Makes parts of a list, and gives them back in order.</summary>
    private static async Task<Results<Ok<IReadOnlyList<TaskView>>, ProblemHttpResult>> AddParts(
        Guid id,
        NewParts given,
        Viewer viewer,
        TaskMaking making,
        ReaderLessons lessons,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var listed = PastedList.Read(given.Text);
        if (listed.Count == 0)
            return Refusals.Invalid("text", "It is empty. Write something first. Write one part on each line.");
        var reader = lessons.Reader([]);
        var parts = listed
            .Select(p => (p.Depth, p.Done, reader.ReadLine(p.Title, viewer.Person.Id, clock.Now)))
            .ToList();
        var (outcome, made) = await making.AddParts(new TaskId(id), parts, viewer.Person, clock.Now);
        return outcome.Task is null ? Refusals.NotFound("task")
            : outcome.Refusal is { } refusal ? Refusals.Refused(refusal)
            : TypedResults.Ok<IReadOnlyList<TaskView>>([.. made.Select(t => TaskViews.Of(t, who.Current, clock.Now))]);
    }

    /// <summary>Leaves a task that repeats out this once.</summary>
    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Skip(
        Guid id,
        Viewer viewer,
        TaskMaking making,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    ) =>
        TaskEndpoints.Outcome(await making.Skip(new TaskId(id), viewer.Person, clock.Now), who.Current, clock, context);

    /// <summary>Sets when somebody is reminded, and when the next of a series is made.</summary>
    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> PutTimes(
        Guid id,
        TaskTimes given,
        Viewer viewer,
        WriteQueue writes,
        TaskMaking making,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    ) =>
        TaskEndpoints.Outcome(
            await writes.Run(w =>
            {
                var outcome = making.Change(
                    w,
                    new TaskId(id),
                    null,
                    viewer.Person,
                    clock.Now,
                    before =>
                        before with
                        {
                            RemindBefore = given.RemindBeforeMinutes is { } early ? Duration.FromMinutes(early) : null,
                            RemindAgain = given.RemindAgainMinutes is { } again ? Duration.FromMinutes(again) : null,
                        }
                );
                if (outcome is { Task.Series: { } series, Refusal: null, Stale: false })
                    SeriesStore.SetByTime(w.Session, series, given.NextByTime);
                return outcome;
            }),
            who.Current,
            clock,
            context
        );
}
