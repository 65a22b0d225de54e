using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>Keeps two from answering one customer.</summary>
public static class MissedReply
{
    /// <summary>Replies by others that the writer had not seen; empty when the reply may go.</summary>
    /// <param name="seen">Order of the last entry that the writer had seen; null when they did not say, which holds
    /// nothing back.</param>
    /// <param name="writer">Who wants to reply.</param>
    /// <param name="later">What was said in the conversation, in any order.</param>
    /// <param name="of">Reads what the rule needs to know of an entry.</param>
    public static ImmutableArray<T> Of<T>(
        long? seen,
        PersonId writer,
        IEnumerable<T> later,
        Func<T, (long Order, EntryKind Kind, PersonId? Author)> of
    ) =>
        seen is not { } last
            ? []
            :
            [
                .. later.Where(e =>
                    of(e) is var (order, kind, author)
                    && order > last
                    && kind is EntryKind.MessageOut
                    && author != writer
                ),
            ];
}
