using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>The tasks that people have to do beside answering.</summary>
internal sealed class DueTasks : IOtherWork
{
    public IReadOnlyDictionary<PersonId, int> DueBy(SqlSession session, Instant moment) =>
        TaskStore.DueBy(session, moment);
}
