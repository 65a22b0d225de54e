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
using Wrenlet.Server.Accounts;
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
public sealed record NewTask(
    [property: Required] Guid Id, [property: Required, StringLength(300, MinimumLength = 1)] string Title, Guid? SourceEntry, string? Docket,
    IReadOnlyList<OwnerChoice> Owners, DateTimeOffset? Due, DateTimeOffset? Start, [property: Required] string Priority, string? Repeats, [property: Range(1, 100_000)] int? EstimateMinutes);

/// <summary>Fields of a task as they are to be; all of them, as the client shows them.</summary>
public sealed record TaskFields(
    [property: Required, StringLength(300, MinimumLength = 1)] string Title, IReadOnlyList<OwnerChoice> Owners, DateTimeOffset? Due, DateTimeOffset? Start,
    [property: Required] string Priority, [property: Required] string State, [property: Required] string Rule, [property: Range(1, 100_000)] int? EstimateMinutes);

/// <summary>Where a task stands in what to do next.</summary>
/// <param name="Reason">Why, in one line.</param>
/// <param name="Blocked">Whether it has to wait for another.</param>
public sealed record NextView(Guid Task, string Reason, bool Blocked);

internal static class TaskEndpoints
{
    public static void MapTasks(this IEndpointRouteBuilder api)
    {
        api.MapGet("/entries/{id:guid}/drafts", GetDrafts).For(Access.Staff);
        api.MapGet("/tasks", GetMine).For(Access.Staff);
        api.MapGet("/tasks/next", GetNext).For(Access.Staff);
        api.MapPost("/tasks", Make).For(Access.Staff);
        api.MapGet("/tasks/{id:guid}", GetTask).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}", Put).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}/done", Finish).For(Access.Staff);
        api.MapDelete("/tasks/{id:guid}/done", Reopen).For(Access.Staff);
    }

    private static Results<Ok<DraftsView>, ProblemHttpResult> GetDrafts(Guid id, Viewer viewer, Database database, WhoIsWho who) =>
        database.Read<Results<Ok<DraftsView>, ProblemHttpResult>>(s =>
        {
            if (EntryStore.Find(s, new EntryId(id)) is not { } entry || ConversationStore.Find(s, entry.Conversation) is not { } conversation
                || !viewer.Person.MaySee(conversation.Place, EntrySight.ThingOf(entry.Kind))) return Refusals.NotFound("entry");
            var milestones = conversation.Docket is { } docket ? DocketStore.Milestones(s, docket.Id) : [];
            return TypedResults.Ok(Reading.Drafts(entry, milestones, who.Current));
        });

    /// <summary>The viewer's tasks, their crews' included, by due moment; those finished today stay to be undone.</summary>
    private static IReadOnlyList<TaskView> GetMine(Viewer viewer, Database database, WhoIsWho who, FirmClock clock)
    {
        var roster = who.Current;
        var calendar = roster.Firm!.Calendar;
        var today = calendar.FirstMoment(calendar.DateOf(clock.Now).AtMidnight());
        return database.Read(s => TaskStore.OfPerson(s, viewer.Person.Id, today, 1000)
            .Where(t => viewer.Person.MaySee(t.Place, Thing.Working)).Select(t => TaskViews.Of(t, roster, clock.Now)).ToList());
    }

    /// <summary>The viewer's open tasks, their crews' included, in the order in which they are best done, each with its reason.</summary>
    private static IReadOnlyList<NextView> GetNext(Viewer viewer, Database database, WhoIsWho who, FirmClock clock)
    {
        var calendar = who.Current.HoursOf(viewer.Person.Id);
        var open = database.Read(s => TaskStore.OfPerson(s, viewer.Person.Id, clock.Now, 1000)).Where(t => t.State is not (TaskState.Done or TaskState.Dropped) && viewer.Person.MaySee(t.Place, Thing.Working));
        return
        [
            .. NextOrder.Of([.. open.Select(t => new OpenTask(
                t.Id, t.Title, t.Priority, t.Due, t.Estimate, t.GateStage is { } stage && t.Docket is { } docket ? Stages.Of(docket.Ref.Kind).ElementAtOrDefault(stage) : null, [], t.Made))], clock.Now, calendar)
                .Select(n => new NextView(n.Id.Value, n.Reason, n.Blocked)),
        ];
    }

    private static Results<Ok<TaskView>, ProblemHttpResult> GetTask(Guid id, Viewer viewer, Database database, WhoIsWho who, FirmClock clock, HttpContext context)
    {
        if (database.Read(s => TaskStore.Find(s, new TaskId(id))) is not { } task || !viewer.Person.MaySee(task.Place, Thing.Working)) return Refusals.NotFound("task");
        return Answer(task, who.Current, clock, context);
    }

    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Make(NewTask given, Viewer viewer, Database database, TaskMaking making, WhoIsWho who, FirmClock clock, HttpContext context)
    {
        var roster = who.Current;
        if (given.Id == Guid.Empty) return Refusals.Invalid("id", "A task needs an id of its own (UUIDv7).");
        if (Words.Priorities.Parse(given.Priority) is not { } priority) return Refusals.Invalid("priority", $"“{given.Priority}” is no priority. There are {string.Join(", ", Words.Priorities.All)}.");
        var (owners, problem) = Owners(given.Owners, roster);
        if (problem is not null) return problem;

        var found = database.Read(s =>
        {
            var entry = given.SourceEntry is { } source ? EntryStore.Find(s, new EntryId(source)) : null;
            var conversation = entry is null ? null : ConversationStore.Find(s, entry.Conversation);
            var docket = DocketRef.Parse(given.Docket ?? "") is { } reference ? DocketStore.Find(s, reference) : null;
            return (Entry: entry, Conversation: conversation, Docket: docket);
        });
        if (given.SourceEntry is not null && (found.Conversation is null || !viewer.Person.MaySee(found.Conversation.Place, EntrySight.ThingOf(found.Entry!.Kind)))) return Refusals.NotFound("entry");
        if (given.SourceEntry is null && given.Docket is not null && (found.Docket is null || !viewer.Person.MaySee(found.Docket.Place))) return Refusals.NotFound("docket");

        var docketOf = found.Conversation?.Docket ?? (found.Docket is { } d ? new DocketBrief(d.Id, d.Ref, d.Subject, d.Owner) : null);
        var sight = found.Conversation?.Sight ?? found.Docket?.Sight ?? DocketSight.Open;
        var task = new WorkTask(
            0, new TaskId(given.Id), given.Title.Trim(), docketOf, found.Entry is { } e ? new TaskSource(e.Id, e.Key, e.Conversation) : null, viewer.Person.Id, clock.Now,
            TaskState.NeedsAction, null, CompletionRule.Any, priority, Moment(given.Start), Moment(given.Due), given.Repeats,
            given.EstimateMinutes is { } minutes ? Duration.FromMinutes(minutes) : null, null, null, 1, owners, sight);
        if (Unseeing(task, roster) is { } refusal) return refusal;
        var outcome = await making.Make(task, viewer.Person);
        return outcome.Refusal is { } reason ? Refusals.Refused(reason) : Answer(outcome.Task!, roster, clock, context);
    }

    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Put(
        Guid id, TaskFields fields, [FromHeader(Name = "If-Match")] string? ifMatch, Viewer viewer, Database database, TaskMaking making, WhoIsWho who, FirmClock clock, HttpContext context)
    {
        var roster = who.Current;
        if (Words.Priorities.Parse(fields.Priority) is not { } priority) return Refusals.Invalid("priority", $"“{fields.Priority}” is no priority. There are {string.Join(", ", Words.Priorities.All)}.");
        if (Words.TaskStates.Parse(fields.State) is not { } state) return Refusals.Invalid("state", $"“{fields.State}” is no state. There are {string.Join(", ", Words.TaskStates.All)}.");
        if (Words.Rules.Parse(fields.Rule) is not { } rule) return Refusals.Invalid("rule", $"“{fields.Rule}” is no completion rule. There are {string.Join(", ", Words.Rules.All)}.");
        var (owners, problem) = Owners(fields.Owners, roster);
        if (problem is not null) return problem;
        if (Version(ifMatch) is not { } version) return Refusals.Invalid("If-Match", "A change names the version it was made on, such as \"3\".");
        if (database.Read(s => TaskStore.Find(s, new TaskId(id))) is not { } task || !viewer.Person.MaySee(task.Place, Thing.Working)) return Refusals.NotFound("task");
        if (Unseeing(task with { Owners = owners }, roster) is { } refusal) return refusal;

        var outcome = await making.Change(new TaskId(id), version, viewer.Person, clock.Now, before => before.After(before.Progress.OwnedBy(owners.Select(o => o.Owner)).Become(state), clock.Now) with
        {
            Title = fields.Title.Trim(),
            Due = Moment(fields.Due),
            Start = Moment(fields.Start),
            Priority = priority,
            Rule = rule,
            Estimate = fields.EstimateMinutes is { } minutes ? Duration.FromMinutes(minutes) : null,
        });
        return Outcome(outcome, roster, clock, context);
    }

    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Finish(Guid id, Viewer viewer, TaskMaking making, WhoIsWho who, FirmClock clock, HttpContext context)
    {
        var outcome = await making.Change(new TaskId(id), null, viewer.Person, clock.Now, before => before.After(before.Progress.Finish(before.Rule, viewer.Person), clock.Now));
        return Outcome(outcome, who.Current, clock, context);
    }

    /// <summary>Takes a finish back.</summary>
    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Reopen(Guid id, Viewer viewer, TaskMaking making, WhoIsWho who, FirmClock clock, HttpContext context)
    {
        var outcome = await making.Change(new TaskId(id), null, viewer.Person, clock.Now, before => before.After(before.Progress.Reopen(before.Rule, viewer.Person), clock.Now));
        return Outcome(outcome, who.Current, clock, context);
    }

    private static Results<Ok<TaskView>, ProblemHttpResult> Outcome(TaskOutcome outcome, Roster roster, FirmClock clock, HttpContext context)
    {
        if (outcome.Stale) return Refusals.Changed("task", TaskViews.Of(outcome.Task!, roster, clock.Now));
        return outcome.Refusal is not null ? Refusals.NotFound("task") : Answer(outcome.Task!, roster, clock, context);
    }

    private static Ok<TaskView> Answer(WorkTask task, Roster roster, FirmClock clock, HttpContext context)
    {
        context.Response.Headers.ETag = $"\"{task.Version.ToString(CultureInfo.InvariantCulture)}\"";
        return TypedResults.Ok(TaskViews.Of(task, roster, clock.Now));
    }

    /// <summary>A refusal when an owner does not see the task's docket.</summary>
    private static ProblemHttpResult? Unseeing(WorkTask task, Roster roster)
    {
        var blind = task.Owners.Select(o => o.Owner).OfType<TaskOwner.OfPerson>().Select(o => roster.Find(o.Person)).OfType<Person>()
            .FirstOrDefault(p => !p.MaySee(task.Place, Thing.Working));
        return blind is null ? null : Refusals.Refused(
            $"{blind.FirstName} does not see {task.Docket?.Ref} and cannot own this task. Give {blind.FirstName} sight of it first, or choose someone else.",
            new Dictionary<string, object?> { ["unseeing"] = new[] { PersonView.Of(blind) } });
    }

    private static (ImmutableArray<OwnerShare> Owners, ProblemHttpResult? Problem) Owners(IReadOnlyList<OwnerChoice> choices, Roster roster)
    {
        if (choices.Count > 20) return ([], Refusals.Invalid("owners", "A task has at most 20 owners. Use a crew instead."));
        var owners = ImmutableArray.CreateBuilder<OwnerShare>();
        foreach (var choice in choices.Distinct())
        {
            TaskOwner? owner = choice.Kind == "crew"
                ? roster.Crews.ContainsKey(new CrewId(choice.Id)) ? new TaskOwner.OfCrew(new CrewId(choice.Id)) : null
                : roster.Find(new PersonId(choice.Id)) is { IsStaff: true } ? new TaskOwner.OfPerson(new PersonId(choice.Id)) : null;
            if (owner is null) return ([], Refusals.Invalid("owners", "One of the owners is not one of our people or crews. Choose again."));
            owners.Add(new(owner, false));
        }

        return (owners.ToImmutable(), null);
    }

    private static int? Version(string? ifMatch) => int.TryParse(ifMatch?.Trim('"'), NumberStyles.None, CultureInfo.InvariantCulture, out var version) ? version : null;

    private static Instant? Moment(DateTimeOffset? moment) => moment is { } m ? Instant.FromDateTimeOffset(m) : null;
}
