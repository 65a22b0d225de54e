using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>The tasks that somebody has still to do. Private ones are seen by nobody else, and stay as they are.</summary>
internal sealed class TaskHoldings(TaskMaking tasks) : IHoldings
{
    private const int Most = 10_000;

    public IEnumerable<Holding> Of(SqlSession session, PersonId person, Instant now) =>
        TaskStore
            .OfPerson(session, person, Instant.MaxValue, Most)
            .Where(t => !t.Private && !t.Progress.Over && t.Owners.Any(o => o.Owner == new TaskOwner.OfPerson(person)))
            .Select(t => new Holding("task", t.Id.Value, t.Title, t.Place));

    public void HandOn(Writing w, Holding holding, HandingOn step)
    {
        var from = new TaskOwner.OfPerson(step.From.Id);
        TaskOwner? to = step.Receiver(holding) is { } receiver ? new TaskOwner.OfPerson(receiver.Id) : null;
        var before = TaskStore.Find(w.Session, new TaskId(holding.Id))!;
        // Whoever decides need not see the task, and who leaves may not see it any more; it goes all the same.
        tasks.Write(
            w,
            before,
            before with
            {
                Owners =
                [
                    .. before
                        .Owners.Where(o => o.Owner != from || to is not null)
                        .Select(o => o.Owner == from ? o with { Owner = to! } : o)
                        .DistinctBy(o => o.Owner),
                ],
            },
            step.By,
            step.At
        );
    }
}
