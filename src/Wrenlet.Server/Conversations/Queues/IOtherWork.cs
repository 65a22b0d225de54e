using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Storage;

namespace Wrenlet.Server.Conversations;

/// <summary>What people carry beside conversations. It is known to the parts that have that work.</summary>
public interface IOtherWork
{
    /// <summary>How many open tasks of each person are due by a moment.</summary>
    IReadOnlyDictionary<PersonId, int> DueBy(SqlSession session, Instant moment);
}
