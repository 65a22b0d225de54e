using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Tasks;

/// <summary>A part of a task in the tree of its parts.</summary>
/// <param name="Depth">0 for the nearest.</param>
public sealed record PartOfView(int Depth, TaskView Task);

/// <summary>A stage that can be chosen.</summary>
public sealed record StageChoice(Guid Id, string Name);

/// <summary>Somebody is at a task.</summary>
public sealed record RunningView(PersonView Person, DateTimeOffset Began);

/// <summary>A note says how long something took.</summary>
/// <param name="Words">The words that say so.</param>
public sealed record TimeSaidView(Guid Entry, PersonView Person, int Minutes, string Words);

/// <summary>Everything about a task.</summary>
/// <param name="Notes">In Markdown.</param>
/// <param name="NotesHtml">Safe to show.</param>
/// <param name="Files">Files that stand with its notes, in their order.</param>
/// <param name="Parts">Its parts down to the last, each after its whole.</param>
/// <param name="WaitingFor">Tasks that wait for it.</param>
/// <param name="Watching">Whether the viewer hears what becomes of it.</param>
/// <param name="MayBePrivate">Whether the viewer may make it their own alone, or open it.</param>
/// <param name="Conversation">Where it is talked about; null while nobody has said anything.</param>
/// <param name="Stages">Stages of its docket whose gate it may be, in their order.</param>
/// <param name="Times">When somebody is reminded, and when the next of its series is made.</param>
/// <param name="Waits">What it waits or waited for that comes from elsewhere, what has come last.</param>
/// <param name="Tellers">Who may have said when something comes: what the docket's parties are called.</param>
/// <param name="Clocks">Who is at it by their clock, the first first.</param>
/// <param name="Said">What notes of its talk say that it took and is not counted, the newest first.</param>
/// <param name="NextUp">Who is told beside its owners when it stays late, one after the other.</param>
/// <param name="SourceEdited">Whether the entry it was made of was edited since; null where it has none.</param>
public sealed record TaskDetail(
    TaskView Task,
    string Notes,
    string NotesHtml,
    IReadOnlyList<FileView> Files,
    IReadOnlyList<PartOfView> Parts,
    IReadOnlyList<BlockerView> WaitingFor,
    IReadOnlyList<PersonView> Watchers,
    bool Watching,
    bool MayBePrivate,
    Guid? Conversation,
    IReadOnlyList<StageChoice> Stages,
    IReadOnlyList<TaskChangeView> History,
    TaskTimes Times,
    IReadOnlyList<WaitView> Waits,
    IReadOnlyList<string> Tellers,
    IReadOnlyList<RunningView> Clocks,
    IReadOnlyList<TimeSaidView> Said,
    IReadOnlyList<PersonView> NextUp,
    bool? SourceEdited
);
