using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>A task as shown.</summary>
/// <param name="DocketName">What people call its docket for short.</param>
/// <param name="SourceEntry">The entry it was made of; null when it was not.</param>
/// <param name="State">needs-action, in-progress, waiting, done or dropped.</param>
/// <param name="Priority">critical, high, normal or low.</param>
/// <param name="DueState">well, soon or late.</param>
/// <param name="DueLabel">In words: "today 17:00", "late by 3 h".</param>
/// <param name="Version">To be sent back as If-Match.</param>
/// <param name="Private">Whether it is its maker's alone.</param>
/// <param name="SpentMinutes">Working time that has gone into it.</param>
/// <param name="Parent">The task that it is a part of; null for none.</param>
/// <param name="Parts">How far its parts are; null when it has none.</param>
/// <param name="BlockedBy">What it waits for.</param>
/// <param name="Percent">How much of it is done, from 0 to 100: by its parts, else by its owners' shares.</param>
/// <param name="Shares">Its owners' shares in percent, in their order; null for an even one.</param>
/// <param name="Worklist">The worklist it stands in; null for none.</param>
/// <param name="Column">Its column there; null for none.</param>
/// <param name="Watchers">People who want to hear what becomes of it.</param>
/// <param name="Waits">What it waits for that comes from elsewhere, and has not come.</param>
/// <param name="Pressing">Whether it is to be done now: it is open, and late or soon due.</param>
/// <param name="PromisedTo">To whom it is promised: whom our message went to that it comes from; null for nobody.</param>
public sealed record TaskView(
    Guid Id,
    string Title,
    string? Docket,
    string? DocketName,
    Guid? SourceEntry,
    Guid? SourceConversation,
    PersonView? MadeBy,
    DateTimeOffset Made,
    string State,
    string Rule,
    string Priority,
    DateTimeOffset? Start,
    DateTimeOffset? Due,
    string DueState,
    string DueLabel,
    string? Repeats,
    int? EstimateMinutes,
    Guid? GateStage,
    DateTimeOffset? Finished,
    IReadOnlyList<OwnerView> Owners,
    int Version,
    bool Private,
    int SpentMinutes,
    Guid? Parent,
    string? ParentTitle,
    PartsView? Parts,
    IReadOnlyList<BlockerView> BlockedBy,
    int Percent,
    IReadOnlyList<int?> Shares,
    Guid? Worklist,
    Guid? Column,
    double Position,
    IReadOnlyList<Guid> Watchers,
    IReadOnlyList<WaitView> Waits,
    bool Pressing,
    string? PromisedTo
);

/// <summary>How far the parts of a task are.</summary>
/// <param name="Percent">Share of the work that is done, from 0 to 100.</param>
public sealed record PartsView(int Count, int Done, int Percent);

/// <summary>A task that another waits for.</summary>
/// <param name="Over">Whether it is done or dropped.</param>
public sealed record BlockerView(Guid Id, string Title, bool Over);

/// <summary>What a task waits for that comes from elsewhere.</summary>
/// <param name="ToldBy">Who said when it comes; null where nobody did.</param>
/// <param name="FirstSaid">When it was to come, as was said first.</param>
/// <param name="Label">When it is to come, in words.</param>
/// <param name="Late">Whether it was to come by now, and has not.</param>
/// <param name="Came">When it came; null while it has not.</param>
public sealed record WaitView(
    Guid Id,
    string What,
    string? ToldBy,
    DateTimeOffset FirstSaid,
    DateTimeOffset Expected,
    string Label,
    bool Late,
    DateTimeOffset? Came
)
{
    internal static WaitView Of(DatedWait wait, WorkCalendar calendar, Instant now) =>
        new(
            wait.Id,
            wait.What,
            wait.ToldBy,
            wait.FirstSaid.ToDateTimeOffset(),
            wait.Expected.ToDateTimeOffset(),
            DueStanding.At(now, wait.Expected, calendar).Label,
            wait.Came is null && wait.Expected <= now,
            wait.Came?.ToDateTimeOffset()
        );
}

internal static class TaskViews
{
    public static TaskView Of(WorkTask task, Roster roster, Instant now)
    {
        var standing = Standing(task, roster, now);
        return new(
            task.Id.Value,
            task.Title,
            task.Docket?.Ref.ToString(),
            task.Docket?.Subject.Split(':')[0],
            task.Source?.Entry.Value,
            task.Source?.Conversation.Value,
            roster.Find(task.MadeBy) is { } maker ? PersonView.Of(maker) : null,
            task.Made.ToDateTimeOffset(),
            StoredWords.TaskStates.Of(task.State),
            StoredWords.Rules.Of(task.Rule),
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
            task.Repeats,
            task.Estimate is { } estimate ? (int)estimate.TotalMinutes : null,
            task.GateStage?.Id.Value,
            task.Finished?.ToDateTimeOffset(),
            [.. task.Owners.Select(o => Owner(o.Owner, roster, o.Done)).OfType<OwnerView>()],
            task.Version,
            task.Private,
            (int)task.Spent.TotalMinutes,
            task.Parent?.Value,
            task.ParentTitle,
            task.Parts.Count == 0 ? null : new PartsView(task.Parts.Count, task.Parts.Done, task.Parts.Percent),
            [.. task.BlockedBy.Select(b => new BlockerView(b.Id.Value, b.Title, b.Over))],
            task.Percent,
            [.. task.Owners.Select(o => o.Percent)],
            task.Worklist?.List,
            task.Worklist?.Column,
            task.Position,
            [.. task.Watchers.Select(p => p.Value)],
            [.. task.Waits.Select(w => WaitView.Of(w, roster.Firm!.Calendar, now))],
            standing.Pressing,
            task.Source?.PromisedTo is { } to && roster.Parties.TryGetValue(to, out var party)
                ? ConversationViews.ShortNameOf(party, roster)
                : null
        );
    }

    /// <summary>How a task's due moment stands, in words.</summary>
    public static string DueWords(WorkTask task, Roster roster, Instant now) =>
        DueStanding.At(now, task.Due, roster.Firm!.Calendar) is { State: DueState.Late } late
            ? late.Label
            : $"due {DueStanding.At(now, task.Due, roster.Firm!.Calendar).Label}";

    /// <summary>
    /// The first owner who could not see a task where it stands, and why that cannot be; null when all of them see it.
    /// </summary>
    public static (Person Whom, string Reason)? Unseeing(WorkTask task, Roster roster) =>
        Owning.Refuses(task.Owners, task.Place, task.Docket?.Ref, p => roster.Find(p));

    /// <summary>An owner as shown; null for one who is gone.</summary>
    /// <param name="done">Whether their part is done.</param>
    public static OwnerView? Owner(TaskOwner owner, Roster roster, bool done = false) =>
        owner switch
        {
            TaskOwner.OfPerson person => roster.Find(person.Person) is { } known ? OwnerView.Of(known, done) : null,
            TaskOwner.OfCrew crew => roster.Crews.TryGetValue(crew.Crew, out var known)
                ? OwnerView.Of(known, done)
                : null,
            _ => throw new ArgumentOutOfRangeException(nameof(owner), owner, "Unknown kind of owner."),
        };

    /// <summary>An owner's full name, a crew's with its sign; empty for one who is gone.</summary>
    public static string Name(TaskOwner owner, Roster roster) =>
        Owner(owner, roster) is { } known
            ? known.Kind == "crew"
                ? "@" + known.Name
                : known.Name
            : "";

    /// <summary>How a task's due moment stands; of one that is over, that it is.</summary>
    public static DueStanding Standing(WorkTask task, Roster roster, Instant now) =>
        task.Progress.Over
            ? new DueStanding(DueState.Well, task.State is TaskState.Done ? "done" : "dropped")
            : DueStanding.At(now, task.Due, roster.Firm!.Calendar);
}
