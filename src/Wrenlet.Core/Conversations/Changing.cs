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
            return new(false, Texts.ThisRecordsWhatHappened);
        if (kind is EntryKind.MessageIn)
            return new(false, Texts.ThisWhatOtherSide);
        if (kind is EntryKind.MessageOut)
        {
            return new(false, via is Via.Page ? Texts.ItTheirPageThey : Texts.ItHasBeenSent);
        }

        if (author != who.Id)
            return new(false, Texts.OnlyItsAuthorCan);
        return removed ? new(false, Texts.ItHasBeenRemoved) : new(true, Texts.YourOwnWordsInternal);
    }
}
