using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage;

/// <summary>What kinds of change the log knows.</summary>
public static class ChangeKinds
{
    public const string EntryPosted = "entry.posted";
    public const string EntryTakenBack = "entry.taken-back";
    public const string EntryChanged = "entry.changed";
    public const string ConversationChanged = "conversation.changed";
    public const string ConversationMade = "conversation.made";
    public const string PinsChanged = "pins.changed";
    public const string ConversationRead = "conversation.read";
    public const string DocketChanged = "docket.changed";
    public const string TaskMade = "task.made";
    public const string TaskChanged = "task.changed";
    public const string SheetMade = "sheet.made";
    public const string SheetRevised = "sheet.revised";

    /// <summary>
    /// It is called otherwise, was removed or brought back, or others outside see it: the parties that see it hear of
    /// it.
    /// </summary>
    public const string SheetChanged = "sheet.changed";

    /// <summary>A discussion of a sheet or file was begun, assigned, settled, reopened, or put elsewhere.</summary>
    public const string DiscussionChanged = "discussion.changed";
    public const string AlertGiven = "alert.given";
    public const string AlertRead = "alert.read";
    public const string BoardChanged = "board.changed";
    public const string LeaveChanged = "leave.changed";
    public const string PeopleChanged = "people.changed";
    public const string QueuesChanged = "queues.changed";
    public const string KindsChanged = "kinds.changed";
    public const string TemplatesChanged = "templates.changed";

    /// <summary>A rule was made, changed, switched or removed.</summary>
    public const string RulesChanged = "rules.changed";

    /// <summary>A rule acted, or what it did was undone.</summary>
    public const string RuleRan = "rule.ran";

    /// <summary>The reader of messages was taught something, or forgot it.</summary>
    public const string ReadingTaught = "reading.taught";
    public const string RecurringChanged = "recurring.changed";

    /// <summary>Much was brought along, or taken back, and the roster is drawn anew already.</summary>
    public const string Imported = "imported";
}

/// <summary>A row of the change log.</summary>
/// <param name="Kind">One of <see cref="ChangeKinds"/>.</param>
/// <param name="Subject">Id of what changed.</param>
/// <param name="Place">Where it stands: who may hear of it.</param>
/// <param name="Thing">What kind of thing it is, for sight.</param>
/// <param name="At">When.</param>
/// <param name="By">Who made it; null when nobody of ours did.</param>
/// <param name="Docket">The docket it belongs to; null when none.</param>
/// <param name="Conversation">The conversation it belongs to; null when none.</param>
/// <param name="Person">Whose own thing it is; null when it belongs to a docket or conversation.</param>
/// <param name="Seq">Its number, given by the log.</param>
public sealed record Change(
    string Kind,
    Guid Subject,
    Place Place,
    Thing Thing,
    Instant At,
    PersonId? By,
    DocketId? Docket = null,
    ConversationId? Conversation = null,
    PersonId? Person = null,
    long Seq = 0
);
