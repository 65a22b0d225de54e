using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Happenings;

namespace Wrenlet.Server.Conversations;

/// <summary>An entry was written, with all that it carries.</summary>
/// <param name="Conversation">Where, as it was before.</param>
/// <param name="Entry">What was said, with its key.</param>
/// <param name="Words">Its words and whom they tag.</param>
/// <param name="Answered">Who said what it answers; null when it answers nothing in particular.</param>
public sealed record EntryWritten(Conversation Conversation, Entry Entry, RenderedText Words, PersonId? Answered)
    : IHappening;

/// <summary>A contact's message came in and stands in its conversation.</summary>
/// <param name="Conversation">Where it came in.</param>
/// <param name="Contact">Who wrote it.</param>
/// <param name="Plain">Their words, without what they quote.</param>
/// <param name="Answers">The entry that it answers; null where that is not known.</param>
/// <param name="At">When it came.</param>
public sealed record MessageHeard(Conversation Conversation, Person Contact, string Plain, EntryId? Answers, Instant At)
    : IHappening;

/// <summary>The words of an entry were changed.</summary>
/// <param name="Before">The entry as it was.</param>
/// <param name="Words">Its new words.</param>
/// <param name="Newly">Whom they name that the old ones did not.</param>
public sealed record EntryEdited(
    Conversation Conversation,
    Entry Before,
    RenderedText Words,
    Tagged Newly,
    Person By,
    Instant At
) : IHappening;

/// <summary>The words of an entry were taken away by their author; a line stays.</summary>
public sealed record EntryRemoved(Conversation Conversation, Entry Entry, Person By, Instant At) : IHappening;

/// <summary>An entry that has not left is about to be taken out; what others keep of it has to go first.</summary>
/// <param name="Key">Its key.</param>
public sealed record EntryTakenBack(long Key) : IHappening;

/// <summary>What we sent has come back.</summary>
/// <param name="Reason">Why, in words.</param>
public sealed record MessageReturned(Conversation Conversation, Entry Entry, string Reason, Instant At) : IHappening;

/// <summary>A conversation was given to a person, or to a crew one of whom is to take it.</summary>
/// <param name="To">The person, or the people of the crew.</param>
/// <param name="Line">The line that says so.</param>
/// <param name="Words">A word to them; the name of the conversation where there is none.</param>
/// <param name="Before">Who owned it before; null for nobody.</param>
public sealed record HandedOver(
    Conversation Conversation,
    PersonId? Before,
    ImmutableArray<PersonId> To,
    Entry Line,
    PersonId By,
    string Words,
    Instant At
) : IHappening;

/// <summary>A conversation was moved to another queue.</summary>
/// <param name="Conversation">As it is now.</param>
/// <param name="Line">The line that says so.</param>
public sealed record MovedToQueue(Conversation Conversation, Entry Line, PersonId By, Instant At) : IHappening;

/// <summary>A conversation is back that was set aside until now.</summary>
/// <param name="Line">The line that says so.</param>
/// <param name="Words">The name of the conversation.</param>
public sealed record BackAgain(Conversation Conversation, Entry Line, string Words, Instant At) : IHappening;
