using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>Tags of tasks.</summary>
internal sealed class PointableTasks : IPointable
{
    public TagKind Kind => TagKind.Task;

    public PointedAt? Find(SqlSession session, string target) =>
        Read(session, target) is { } task
            ? new(task.Place, Thing.Working, $"#a task{(task.Docket is { } of ? $" of {of.Ref}" : "")}", "A task")
            : null;

    public ThingStanding Standing(
        SqlSession session,
        string target,
        Roster roster,
        Instant now,
        Func<Instant, string> moment
    )
    {
        var task = Read(session, target)!;
        var due = TaskViews.Standing(task, roster, now).Label;
        var owners = task.Owners.Select(o => TaskViews.Owner(o.Owner, roster)).OfType<People.OwnerView>().ToList();
        var state = new[]
        {
            due.Length > 0 ? due : "no due date",
            owners.Count > 0 ? string.Join(", ", owners.Select(o => o.Name)) : "nobody’s",
            task.Due is { } at ? $"due {moment(at)}" : null,
            task.Docket?.Ref.ToString(),
        };
        return new(
            task.Title,
            string.Join(" · ", state.Where(x => x is not null)),
            task.Progress.Over,
            $"/tasks?task={task.Id.Value}",
            $"#{task.Title}"
        );
    }

    public bool SeenBy(SqlSession session, PartyId party, string target) => false;

    private static WorkTask? Read(SqlSession session, string target) =>
        Guid.TryParse(target, out var id) ? TaskStore.Find(session, new TaskId(id)) : null;
}
