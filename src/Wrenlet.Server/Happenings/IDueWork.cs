using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Server.Happenings;

/// <summary>One thing whose moment has come, done in a write of its own so that it alone fails where it does.</summary>
/// <param name="Kind">What sort of work it is, in words for an administrator: "Reminder of a meeting".</param>
/// <param name="Item">Which one: the same kind and item are the same piece of work.</param>
/// <param name="About">What it is about, as an administrator may read it: no title, subject or words of anybody's.</param>
/// <param name="Owner">Who is told where it cannot be done; null for the administrators.</param>
/// <param name="Do">Does it.</param>
public sealed record DueWork(
    string Kind,
    string Item,
    string About,
    PersonId? Owner,
    Func<System.Threading.Tasks.Task> Do
)
{
    /// <summary>Work of a loop, such as looking for what is due: it never rests, and is told of when it goes on failing.</summary>
    public static DueWork Loop(string kind, string item, Func<System.Threading.Tasks.Task> work) =>
        new(kind, item, item, null, work) { Always = true };

    /// <summary>What it is about, as its owner may read it; null where that says no more.</summary>
    public string? Title { get; init; }

    /// <summary>The conversation that it is about; null for none.</summary>
    public ConversationId? Conversation { get; init; }

    /// <summary>The task that it is about; null for none.</summary>
    public TaskId? Task { get; init; }

    /// <summary>Whether those whom it concerns are told in another way when it fails for the last time.</summary>
    public bool ToldElsewhere { get; init; }

    /// <summary>Whether it is tried each time, however often it failed.</summary>
    public bool Always { get; private init; }
}

/// <summary>A part of the work that does something by itself when its moment has come.</summary>
public interface IDueWork
{
    /// <summary>Whether it is looked at each second rather than each ten: somebody waits for it.</summary>
    bool Soon => false;

    /// <summary>What is due at a moment, in the order in which it is done.</summary>
    IEnumerable<DueWork> Due(Instant now);
}
