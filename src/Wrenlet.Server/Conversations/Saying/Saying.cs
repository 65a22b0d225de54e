using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Something that cannot be said as it stands, and why.</summary>
/// <param name="Reason">What is wrong and what to do.</param>
/// <param name="Unseeing">People who were tagged and do not see the place; empty otherwise.</param>
/// <param name="Leaks">What the leak check found; empty otherwise.</param>
/// <param name="Missed">Replies by colleagues that the writer had not seen; empty otherwise.</param>
public sealed record PostRefusal(
    string Reason,
    ImmutableArray<Person> Unseeing,
    ImmutableArray<Leak> Leaks,
    ImmutableArray<Entry> Missed
)
{
    /// <summary>A refusal for a reason, with those who would not see what is said.</summary>
    public static PostRefusal For(string reason, params ImmutableArray<Person> unseeing) =>
        new(reason, unseeing, [], []);
}

/// <summary>What came of posting: the entry, a refusal, or neither where the author does not see the place.</summary>
public sealed record Posted(Entry? Entry, PostRefusal? Refusal)
{
    /// <summary>There is no such place, or the author does not see it.</summary>
    public static readonly Posted Unseen = new(null, null);

    /// <summary>It cannot be said.</summary>
    public static Posted Refuse(string reason) => new(null, PostRefusal.For(reason));
}

/// <summary>
/// Something that goes with words beside files, such as an ask or an invitation. It is read before anything is written,
/// and written right after the entry.
/// </summary>
public interface IBrought
{
    /// <summary>Reads it against where it is said, by whom and when; says why it cannot be, or null when it can.</summary>
    PostRefusal? Read(Conversation conversation, Person author, Roster roster, Instant at);

    /// <summary>The words with what is found and compared of it beside them.</summary>
    RenderedText With(RenderedText words);

    /// <summary>The entry, with the mark of what it carries.</summary>
    Entry Mark(Entry entry);

    /// <summary>Writes it with the entry that carries it.</summary>
    void Write(Writing w, Entry entry);
}

/// <summary>Something to be said, with all that its writer decided.</summary>
/// <param name="Body">Markdown from staff, plain text from a contact.</param>
/// <param name="Close">Whether to close the conversation with it.</param>
/// <param name="Via">The way out; null for the one by which the party wrote last, as far as it can be used.</param>
/// <param name="To">Where it goes; null for the party's contacts.</param>
/// <param name="Files">Files that go with it, in their order.</param>
/// <param name="Seen">Order of the last entry that its writer had seen; null when not said.</param>
/// <param name="Knowing">Whether to go on in spite of the leak check.</param>
/// <param name="AtOnce">Whether it leaves without time to think, as what was said before this program was here.</param>
/// <param name="Call">Whether a note is of a telephone call.</param>
/// <param name="RepliesTo">The entry of the same conversation that it answers; null for none in particular.</param>
/// <param name="Passes">The entry, seen by the author, that it passes on; null when it is its own words.</param>
/// <param name="Brings">What goes with it beside files; null for nothing.</param>
/// <param name="ByRule">Whether a rule says it for its author: it answers nobody, and another machine must not answer it.</param>
/// <param name="Circular">The message to many that it is one of; it answers nobody. Null for none.</param>
/// <param name="Invites">The meeting, set before, whose calendar goes with it; null for none.</param>
public sealed record Saying(
    string Body,
    bool Close = false,
    Via? Via = null,
    IReadOnlyList<Recipient>? To = null,
    IReadOnlyList<Attachment>? Files = null,
    long? Seen = null,
    bool Knowing = false,
    bool AtOnce = false,
    bool Call = false,
    EntryId? RepliesTo = null,
    EntryId? Passes = null,
    IReadOnlyList<IBrought>? Brings = null,
    MeetingId? Invites = null,
    bool ByRule = false,
    Guid? Circular = null
);
