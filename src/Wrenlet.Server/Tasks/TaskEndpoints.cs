using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>An owner as the client names it.</summary>
/// <param name="Kind">person or crew.</param>
public sealed record OwnerChoice([property: Required, AllowedValues("person", "crew")] string Kind, Guid Id);

/// <summary>A task to be made.</summary>
/// <param name="Id">The client's id for it (UUIDv7): sent again, it is one task.</param>
/// <param name="SourceEntry">The entry it is made of; null for none. Its docket is the task's.</param>
/// <param name="Docket">Reference of its docket where there is no source; null for a task of one's own.</param>
/// <param name="Notes">What is to be known of it, in Markdown; null for nothing.</param>
/// <param name="Private">Whether it is the maker's alone; then it has no docket.</param>
/// <param name="Parent">The task that it is a part of, whose docket is its own; null for none.</param>
public sealed record NewTask(
    [property: Required] Guid Id,
    [property: Required, StringLength(300, MinimumLength = 1)] string Title,
    Guid? SourceEntry,
    string? Docket,
    IReadOnlyList<OwnerChoice> Owners,
    DateTimeOffset? Due,
    DateTimeOffset? Start,
    [property: Required] string Priority,
    string? Repeats,
    [property: Range(1, 100_000)] int? EstimateMinutes,
    [property: StringLength(50_000)] string? Notes = null,
    bool Private = false,
    Guid? Parent = null,
    bool Again = false
);

internal static class TaskEndpoints
{
    public static void MapTasks(this IEndpointRouteBuilder api)
    {
        api.MapGet("/tasks", GetMine).For(Access.Staff);
        api.MapPost("/tasks", Make).For(Access.Staff);
        api.MapGet("/tasks/{id:guid}", GetTask).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}", Put).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}/done", Finish).For(Access.Staff);
        api.MapDelete("/tasks/{id:guid}/done", Reopen).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}/wanted", StillWanted).For(Access.Staff);
    }

    /// <summary>
    /// The viewer's tasks, their crews' included, by due moment; those finished today stay to be undone.
    /// </summary>
    private static IReadOnlyList<TaskView> GetMine(Viewer viewer, Database database, WhoIsWho who, FirmClock clock)
    {
        var roster = who.Current;
        var calendar = roster.Firm!.Calendar;
        var today = calendar.FirstMoment(calendar.DateOf(clock.Now).AtMidnight());
        return database.Read(s =>
            TaskStore
                .OfPerson(s, viewer.Person.Id, today, 1000)
                .Where(t => viewer.Person.MaySee(t.Place, Thing.Working))
                .Select(t => TaskViews.Of(t, roster, clock.Now))
                .ToList()
        );
    }

    private static Results<Ok<TaskView>, ProblemHttpResult> GetTask(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    )
    {
        if (
            database.Read(s => TaskStore.Find(s, new TaskId(id))) is not { } task
            || !viewer.Person.MaySee(task.Place, Thing.Working)
        )
            return Refusals.NotFound("task");
        return Answer(task, who.Current, clock, context);
    }

    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Make(
        NewTask given,
        Viewer viewer,
        Database database,
        TaskMaking making,
        ReaderLessons lessons,
        FirmKinds kinds,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    )
    {
        var roster = who.Current;
        if (given.Id == Guid.Empty)
            return Refusals.Invalid("id", "A task needs an id of its own (UUIDv7).");
        if (StoredWords.Priorities.Parse(given.Priority) is not { } priority)
            return Refusals.Invalid(
                "priority",
                $"“{given.Priority}” is not a priority. Use {string.Join(", ", StoredWords.Priorities.All)}."
            );
        var (owners, problem) = Owners(given.Owners, roster);
        if (problem is not null)
            return problem;

        var found = database.Read(s =>
        {
            var entry = given.SourceEntry is { } source ? EntryStore.Find(s, new EntryId(source)) : null;
            var conversation = entry is null ? null : ConversationStore.Find(s, entry.Conversation);
            var docket = DocketRef.Parse(given.Docket ?? "") is { } reference ? DocketStore.Find(s, reference) : null;
            var parent = given.Parent is { } whole ? TaskStore.Find(s, new TaskId(whole)) : null;
            return (
                Entry: entry,
                Conversation: conversation,
                Docket: docket,
                Parent: parent,
                Last: parent is null ? null : TaskStore.LastPosition(s, parent.Key)
            );
        });
        if (
            given.SourceEntry is not null
            && (
                found.Conversation is null
                || !viewer.Person.MaySee(found.Conversation.Place, EntrySight.ThingOf(found.Entry!.Kind))
            )
        )
            return Refusals.NotFound("entry");
        if (
            given.SourceEntry is null
            && given.Docket is not null
            && (found.Docket is null || !viewer.Person.MaySee(found.Docket.Place))
        )
            return Refusals.NotFound("docket");

        if (
            given.Parent is not null
            && (found.Parent is null || !viewer.Person.MaySee(found.Parent.Place, Thing.Working))
        )
            return Refusals.NotFound("task");
        if (given.Private && owners.Any(o => o.Owner != new TaskOwner.OfPerson(viewer.Person.Id)))
            return Refusals.Refused("A private task is only for you. Remove the other owners, or let others see it.");

        var isPrivate = given.Private || found.Parent is { Private: true };
        var docketOf =
            isPrivate ? null
            : found.Parent is { } of ? of.Docket
            : found.Conversation?.Docket ?? (found.Docket is { } d ? d.Brief : null);
        var sight = found.Parent?.Sight ?? found.Conversation?.Sight ?? found.Docket?.Sight ?? DocketSight.Open;
        var task = new WorkTask(
            0,
            new TaskId(given.Id),
            given.Title.Trim(),
            docketOf,
            found.Entry is { } e ? new TaskSource(e.Id, e.Key, e.Conversation) : null,
            viewer.Person.Id,
            clock.Now,
            TaskState.NeedsAction,
            null,
            CompletionRule.Any,
            priority,
            Moment(given.Start),
            Moment(given.Due),
            given.Repeats,
            given.EstimateMinutes is { } minutes ? Duration.FromMinutes(minutes) : null,
            null,
            null,
            1,
            owners,
            sight
        )
        {
            Notes = given.Notes?.Trim() ?? "",
            Private = isPrivate,
            Parent = found.Parent?.Id,
            Position = found.Parent is null ? 0 : Positions.Between(found.Last, null)!.Value,
        };
        if (Unseeing(task, roster) is { } refusal)
            return refusal;
        var outcome = await making.Make(task, viewer.Person, given.Again);
        if (outcome.Task is { } first && outcome.Refusal is { } doubled)
            return Refusals.Refused(
                doubled,
                new Dictionary<string, object?> { ["first"] = TaskViews.Of(first, roster, clock.Now) }
            );
        if (outcome.Refusal is { } reason)
            return Refusals.Refused(reason);
        // What is for its maker alone teaches nobody.
        if (
            !isPrivate
            && found.Entry is { } words
            && DraftEndpoints.Seen(words.Id.Value, viewer.Person, database, kinds, roster) is var (_, milestones)
        )
            await lessons.Heed(words, outcome.Task!, milestones);
        return Answer(outcome.Task!, roster, clock, context);
    }

    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Put(
        Guid id,
        TaskFields fields,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Database database,
        TaskMaking making,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    )
    {
        var roster = who.Current;
        if (StoredWords.Priorities.Parse(fields.Priority) is not { } priority)
            return Refusals.Invalid(
                "priority",
                $"“{fields.Priority}” is not a priority. Use {string.Join(", ", StoredWords.Priorities.All)}."
            );
        if (StoredWords.TaskStates.Parse(fields.State) is not { } state)
            return Refusals.Invalid(
                "state",
                $"“{fields.State}” is not a state. Use {string.Join(", ", StoredWords.TaskStates.All)}."
            );
        if (StoredWords.Rules.Parse(fields.Rule) is not { } rule)
            return Refusals.Invalid(
                "rule",
                $"“{fields.Rule}” is not a completion rule. Use {string.Join(", ", StoredWords.Rules.All)}."
            );
        var (owners, problem) = Owners(fields.Owners, roster);
        if (problem is not null)
            return problem;
        if (fields.Shares is { } shares && (shares.Count != owners.Length || shares.Any(p => p is < 1 or > 100)))
            return Refusals.Invalid("shares", "Each owner has a share from 1 to 100 percent, or none for an even one.");
        if (fields.Repeats is { Length: > 0 } repeats && Repeating.Wrong(repeats) is { } wrong)
            return Refusals.Invalid("repeats", wrong);
        if (Version(ifMatch) is not { } version)
            return Refusals.Invalid("If-Match", "A change names the version it was made on, such as \"3\".");
        if (
            database.Read(s => TaskStore.Find(s, new TaskId(id))) is not { } task
            || !viewer.Person.MaySee(task.Place, Thing.Working)
        )
            return Refusals.NotFound("task");
        if (fields.Private is true && task.MadeBy != viewer.Person.Id)
            return Refusals.Refused($"Only {roster.NameOf(task.MadeBy)}, who made it, can make it private.");
        var newOwners = fields.Sets("owners") ? owners : task.Owners;
        if (Unseeing(task with { Owners = newOwners, Private = fields.Private ?? task.Private }, roster) is { } refusal)
            return refusal;
        Progress Become(Progress before)
        {
            if (fields.Sets("owners"))
                before = before.OwnedBy(owners.Select(o => o.Owner));
            if (fields.Sets("shares") && before.Shares.Length == fields.Shares?.Count)
                before = Shared(before, fields.Shares);
            return fields.Sets("state") ? before.Become(state) : before;
        }

        var outcome = await making.Change(
            new TaskId(id),
            version,
            viewer.Person,
            clock.Now,
            before =>
                before.After(Become(before.Progress), clock.Now) with
                {
                    Title = fields.Sets("title") ? fields.Title.Trim() : before.Title,
                    Due = fields.Sets("due") ? Moment(fields.Due) : before.Due,
                    Start = fields.Sets("start") ? Moment(fields.Start) : before.Start,
                    Priority = fields.Sets("priority") ? priority : before.Priority,
                    Rule = fields.Sets("rule") ? rule : before.Rule,
                    Estimate =
                        !fields.Sets("estimateMinutes") ? before.Estimate
                        : fields.EstimateMinutes is { } minutes ? Duration.FromMinutes(minutes)
                        : null,
                    Notes = fields.Sets("notes") ? fields.Notes?.Trim() ?? before.Notes : before.Notes,
                    Private = fields.Private ?? before.Private,
                    // What is private stands in no docket, nobody else sees it there.
                    Docket = fields.Private is true ? null : before.Docket,
                    GateStage = fields.Private is true ? null : before.GateStage,
                    Spent =
                        fields.Sets("spentMinutes") && fields.SpentMinutes is { } spent
                            ? Duration.FromMinutes(spent)
                            : before.Spent,
                    Repeats =
                        !fields.Sets("repeats") || fields.Repeats is not { } repeating ? before.Repeats
                        : repeating.Length == 0 ? null
                        : repeating,
                },
            TaskFields.HistoryOf(fields.Changed)
        );
        return Outcome(outcome, roster, clock, context);
    }

    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Finish(
        Guid id,
        Viewer viewer,
        TaskMaking making,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    )
    {
        var outcome = await making.Change(
            new TaskId(id),
            null,
            viewer.Person,
            clock.Now,
            before => before.After(before.Progress.Finish(before.Rule, viewer.Person), clock.Now)
        );
        return Outcome(outcome, who.Current, clock, context);
    }

    /// <summary>Says that a task which was questioned is still wanted as it is.</summary>
    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> StillWanted(
        Guid id,
        Viewer viewer,
        TaskMaking making,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    ) =>
        Outcome(
            await making.Change(
                new TaskId(id),
                null,
                viewer.Person,
                clock.Now,
                before => before with { Wanted = clock.Now }
            ),
            who.Current,
            clock,
            context
        );

    /// <summary>Takes a finish back.</summary>
    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Reopen(
        Guid id,
        Viewer viewer,
        TaskMaking making,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    )
    {
        var outcome = await making.Change(
            new TaskId(id),
            null,
            viewer.Person,
            clock.Now,
            before => before.After(before.Progress.Reopen(before.Rule, viewer.Person), clock.Now)
        );
        return Outcome(outcome, who.Current, clock, context);
    }

    private static Progress Shared(Progress progress, IReadOnlyList<int?>? shares) =>
        shares is null
            ? progress
            : progress with
            {
                Shares = [.. progress.Shares.Select((s, i) => s with { Percent = shares[i] })],
            };

    internal static Results<Ok<TaskView>, ProblemHttpResult> Outcome(
        TaskOutcome outcome,
        Roster roster,
        FirmClock clock,
        HttpContext context
    )
    {
        if (outcome.Stale)
            return Refusals.Changed(
                "task",
                TaskViews.Of(outcome.Task!, roster, clock.Now),
                outcome.Collisions.Select(c => (object)c)
            );
        if (outcome.Task is null)
            return Refusals.NotFound("task");
        return outcome.Refusal is { } refusal
            ? Refusals.Refused(refusal)
            : Answer(outcome.Task, roster, clock, context);
    }

    private static Ok<TaskView> Answer(WorkTask task, Roster roster, FirmClock clock, HttpContext context)
    {
        context.Response.Headers.ETag = $"\"{task.Version.ToString(CultureInfo.InvariantCulture)}\"";
        return TypedResults.Ok(TaskViews.Of(task, roster, clock.Now));
    }

    /// <summary>A refusal when an owner does not see the task's docket.</summary>
    internal static ProblemHttpResult? Unseeing(WorkTask task, Roster roster)
    {
        if (TaskViews.Unseeing(task, roster) is not var (whom, reason))
            return null;
        return Refusals.Refused(
            reason,
            task.Private ? null : new Dictionary<string, object?> { ["unseeing"] = new[] { PersonView.Of(whom) } }
        );
    }

    internal static (ImmutableArray<OwnerShare> Owners, ProblemHttpResult? Problem) Owners(
        IReadOnlyList<OwnerChoice> choices,
        Roster roster
    )
    {
        if (choices.Count > 20)
            return ([], Refusals.Invalid("owners", "A task has at most 20 owners. Use a crew instead."));
        var owners = ImmutableArray.CreateBuilder<OwnerShare>();
        foreach (var choice in choices.Distinct())
        {
            TaskOwner? owner =
                choice.Kind == "crew"
                    ? roster.Crews.ContainsKey(new CrewId(choice.Id))
                        ? new TaskOwner.OfCrew(new CrewId(choice.Id))
                        : null
                    : roster.Find(new PersonId(choice.Id)) is { IsStaff: true }
                        ? new TaskOwner.OfPerson(new PersonId(choice.Id))
                        : null;
            if (owner is null)
                return (
                    [],
                    Refusals.Invalid("owners", "One of the owners is not one of our people or crews. Choose again.")
                );
            owners.Add(new(owner, false));
        }

        return (owners.ToImmutable(), null);
    }

    internal static int? Version(string? ifMatch) =>
        int.TryParse(ifMatch?.Trim('"'), NumberStyles.None, CultureInfo.InvariantCulture, out var version)
            ? version
            : null;

    private static Instant? Moment(DateTimeOffset? moment) => moment is { } m ? Instant.FromDateTimeOffset(m) : null;
}
