using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Happenings;

namespace Wrenlet.Server.Tasks;

/// <summary>Somebody made a task.</summary>
public sealed record TaskMade(WorkTask Task, PersonId By) : IHappening;

/// <summary>Somebody made several tasks at once in a docket.</summary>
public sealed record TasksMade(IReadOnlyList<WorkTask> Tasks, PersonId By, Instant At) : IHappening;

/// <summary>Somebody changed a task.</summary>
public sealed record TaskChanged(WorkTask Before, WorkTask After, PersonId By, Instant At) : IHappening;

/// <summary>A task became done with the last of its parts, or is not done any more because one is not.</summary>
public sealed record TaskCarried(WorkTask Task, PersonId By, Instant At) : IHappening;

/// <summary>Tasks whose owners are to be reminded of them now.</summary>
public sealed record TasksDue(ImmutableArray<DueTask> Tasks, Instant At) : IHappening;

/// <summary>A task of which somebody is to be reminded.</summary>
/// <param name="Nth">0 before it is due, 1 when it is, and one more each time after.</param>
/// <param name="Words">How its due moment stands.</param>
public readonly record struct DueTask(WorkTask Task, Reminder Reminder, string Words);

/// <summary>A task that was made by itself is about to be taken out; what others keep of it has to go first.</summary>
/// <param name="Key">Its key.</param>
public sealed record TaskTakenOut(long Key) : IHappening;
