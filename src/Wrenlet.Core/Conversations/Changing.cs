using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>
/// Whether what was said may be changed: authors change their own words inside; what has left cannot be called back.
/// </summary>
public static class Changing
{
    /// <summary>Whether someone may edit or remove an entry.</summary>
    /// <param name="who">Who wants to.</param>
    /// <param name="kind">What the entry is.</param>
    /// <param name="via">How it left or came; null for a note that was typed.</param>
    /// <param name="author">Who said it; null when nobody of ours or of a party's contacts did.</param>
    /// <param name="removed">Whether it is removed already.</param>
    public static Verdict MayChange(Person who, EntryKind kind, Via? via, PersonId? author, bool removed)
    {
        if (kind is EntryKind.Event)
            return new(false, "This records what happened. It cannot be changed.");
        if (kind is EntryKind.MessageIn)
            return new(false, "This is what the other side wrote. It stays as it came.");
        if (kind is EntryKind.MessageOut)
        {
            return new(
                false,
                via is Via.Page
                    ? "It is on their page, and they may have read it. Send another message instead."
                    : "It has been sent and cannot be changed. Send another message instead."
            );
        }

        if (author != who.Id)
            return new(false, "Only its author can change it. Reply to it instead.");
        return removed ? new(false, "It has been removed already.") : new(true, "your own words, internal");
    }
}
