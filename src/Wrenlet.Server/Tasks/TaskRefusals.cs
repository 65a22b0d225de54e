using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>What stands in the way of making or changing a task.</summary>
internal static class TaskRefusals
{
    /// <summary>Why a task cannot become another; null when it can.</summary>
    public static string? Of(SqlSession session, Person by, WorkTask before, WorkTask wanted)
    {
        if (before.Parts.Refuses(before.State, wanted.State) is { } open)
            return open;
        if (wanted.Private && Owning.RefusesPrivate(wanted.Owners, wanted.MadeBy) is { } shared)
            return shared;
        if (Owning.RefusesGiving(by, before.Owners, wanted.Owners) is { } notTheirs)
            return notTheirs;
        return
            wanted.Parent is { } parent
            && parent != before.Parent
            && Dependence.WouldLoop(before.Id, parent, t => TaskStore.ParentOf(session, t) is { } up ? [up] : [])
            ? "A task cannot be a part of itself, or of one of its own parts. Choose another place."
            : null;
    }

    /// <summary>The first task with the same title that was made of the same words; null for none.</summary>
    public static WorkTask? Doubled(SqlSession session, WorkTask task) =>
        task.Source is { } source && TaskStore.Find(session, task.Id) is null
            ? TaskStore
                .OfEntries(session, [source.Key])[source.Entry]
                .FirstOrDefault(t =>
                    t.State is not TaskState.Dropped && t.Title.Equals(task.Title, StringComparison.OrdinalIgnoreCase)
                )
            : null;
}
