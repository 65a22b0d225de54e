using System.Runtime.CompilerServices;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports.Imports;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage;

/// <summary>The short words under which enumerations are stored; each table has a CHECK with the same.</summary>
public static class StoredWords
{
    public static readonly Vocabulary<Right> Rights = new(
        (Right.SetUp, "set-up"),
        (Right.TakeOn, "take-on"),
        (Right.ManageContacts, "manage-contacts"),
        (Right.SeeReports, "see-reports"),
        (Right.SeeSums, "see-sums"),
        (Right.ReadAcross, "read-across"),
        (Right.Reassign, "reassign"),
        (Right.PassGates, "pass-gates"),
        (Right.LockAndLift, "lock-and-lift"),
        (Right.MakeRules, "make-rules"),
        (Right.KeepTemplates, "keep-templates"),
        (Right.GiveWork, "give-work"),
        (Right.AcceptForCustomer, "accept-for-customer"),
        (Right.Export, "export"),
        (Right.SendOutside, "send-outside"),
        (Right.Announce, "announce"),
        (Right.SeeLog, "see-log")
    );
    public static readonly Vocabulary<LogKind> LogKinds = new(
        (LogKind.SigningIn, "signing-in"),
        (LogKind.Refused, "refused"),
        (LogKind.Accounts, "accounts"),
        (LogKind.Settings, "settings"),
        (LogKind.Dockets, "dockets"),
        (LogKind.Removed, "removed"),
        (LogKind.TakenAlong, "taken-along"),
        (LogKind.ReadAcross, "read-across"),
        (LogKind.ByItself, "by-itself")
    );
    public static readonly Vocabulary<LinkWay> LinkWays = new(
        (LinkWay.Copied, "copied"),
        (LinkWay.Mail, "mail"),
        (LinkWay.Text, "text"),
        (LinkWay.AskedFor, "asked-for"),
        (LinkWay.InMail, "in-mail")
    );
    public static readonly Vocabulary<ReachedBy> ReachedBys = new(
        (ReachedBy.Mail, "mail"),
        (ReachedBy.Text, "text"),
        (ReachedBy.Call, "call"),
        (ReachedBy.Page, "page")
    );
    public static readonly Vocabulary<ImportKind> ImportKinds = new(
        (ImportKind.Contacts, "contacts"),
        (ImportKind.Dockets, "dockets"),
        (ImportKind.Tasks, "tasks")
    );
    public static readonly Vocabulary<ImportState> ImportStates = new(
        (ImportState.Chosen, "chosen"),
        (ImportState.Running, "running"),
        (ImportState.Stopped, "stopped"),
        (ImportState.Done, "done"),
        (ImportState.Failed, "failed"),
        (ImportState.TakingBack, "taking-back"),
        (ImportState.TakenBack, "taken-back")
    );
    public static readonly Vocabulary<DutySpan> DutySpans = new(
        (DutySpan.Weeks, "weeks"),
        (DutySpan.Nights, "nights"),
        (DutySpan.Weekends, "weekends")
    );
    public static readonly Vocabulary<SwapState> SwapStates = new(
        (SwapState.Asked, "asked"),
        (SwapState.Agreed, "agreed"),
        (SwapState.Declined, "declined"),
        (SwapState.Withdrawn, "withdrawn")
    );
    public static readonly Vocabulary<Folded> Foldeds = new(
        (Folded.Alerts, "alerts"),
        (Folded.Kept, "kept"),
        (Folded.Asks, "asks"),
        (Folded.Conversations, "conversations")
    );
    public static readonly Vocabulary<PartyKind> PartyKinds = new(
        (PartyKind.Customer, "customer"),
        (PartyKind.Partner, "partner")
    );
    public static readonly Vocabulary<FieldType> FieldTypes = new(
        (FieldType.Text, "text"),
        (FieldType.LongText, "long-text"),
        (FieldType.Number, "number"),
        (FieldType.Money, "money"),
        (FieldType.Date, "date"),
        (FieldType.Choice, "choice"),
        (FieldType.Person, "person"),
        (FieldType.Checkbox, "checkbox")
    );
    public static readonly Vocabulary<Audience> Audiences = new(
        (Audience.Inside, "inside"),
        (Audience.Outside, "outside"),
        (Audience.Direct, "direct"),
        (Audience.Group, "group"),
        (Audience.Notice, "notice"),
        (Audience.Task, "task"),
        (Audience.Meeting, "meeting"),
        (Audience.Worklist, "worklist")
    );
    public static readonly Vocabulary<EntryKind> EntryKinds = new(
        (EntryKind.Note, "note"),
        (EntryKind.MessageIn, "in"),
        (EntryKind.MessageOut, "out"),
        (EntryKind.Event, "event")
    );
    public static readonly Vocabulary<Via> Vias = new(
        (Via.Mail, "mail"),
        (Via.Page, "page"),
        (Via.Text, "text"),
        (Via.Call, "call")
    );
    public static readonly Vocabulary<HandoverRule> Handovers = new(
        (HandoverRule.Anyone, "anyone"),
        (HandoverRule.Crew, "crew"),
        (HandoverRule.Owner, "owner")
    );
    public static readonly Vocabulary<Priority> Priorities = new(
        (Priority.Critical, "critical"),
        (Priority.High, "high"),
        (Priority.Normal, "normal"),
        (Priority.Low, "low")
    );
    public static readonly Vocabulary<TaskState> TaskStates = new(
        (TaskState.NeedsAction, "needs-action"),
        (TaskState.InProgress, "in-progress"),
        (TaskState.Waiting, "waiting"),
        (TaskState.Done, "done"),
        (TaskState.Dropped, "dropped")
    );
    public static readonly Vocabulary<CompletionRule> Rules = new(
        (CompletionRule.Any, "any"),
        (CompletionRule.Every, "every"),
        (CompletionRule.Share, "share")
    );
    public static readonly Vocabulary<AccountPurpose> AccountPurposes = new(
        (AccountPurpose.Invitation, "invitation"),
        (AccountPurpose.Reset, "reset")
    );
    public static readonly Vocabulary<MoveState> MoveStates = new(
        (MoveState.Waiting, "waiting"),
        (MoveState.Settled, "settled"),
        (MoveState.Undone, "undone")
    );
    public static readonly Vocabulary<GateKind> GateKinds = new(
        (GateKind.Task, "task"),
        (GateKind.Ask, "ask"),
        (GateKind.Field, "field"),
        (GateKind.Lock, "lock")
    );
    public static readonly Vocabulary<RunState> RunStates = new(
        (RunState.Waiting, "waiting"),
        (RunState.Done, "done"),
        (RunState.Undone, "undone"),
        (RunState.Stopped, "stopped")
    );
    public static readonly Vocabulary<RunDeed> RunDeeds = new(
        (RunDeed.Wrote, "wrote"),
        (RunDeed.Noted, "noted"),
        (RunDeed.Gave, "gave"),
        (RunDeed.Locked, "locked"),
        (RunDeed.HandedOver, "handed-over"),
        (RunDeed.Moved, "moved"),
        (RunDeed.Weighed, "weighed"),
        (RunDeed.Filled, "filled"),
        (RunDeed.Used, "used"),
        (RunDeed.Laid, "laid"),
        (RunDeed.Filed, "filed"),
        (RunDeed.Began, "began"),
        (RunDeed.Left, "left")
    );
    public static readonly Vocabulary<DateUnit> DateUnits = new(
        (DateUnit.WorkingDays, "working-days"),
        (DateUnit.Days, "days"),
        (DateUnit.Weeks, "weeks"),
        (DateUnit.Months, "months")
    );
    public static readonly Vocabulary<PartyHears> PartyHears = new(
        (Core.Flow.Templates.PartyHears.Nothing, "nothing"),
        (Core.Flow.Templates.PartyHears.Told, "told"),
        (Core.Flow.Templates.PartyHears.Asked, "asked")
    );
    public static readonly Vocabulary<CheckKind> CheckKinds = new(
        (CheckKind.Below, "below"),
        (CheckKind.Above, "above"),
        (CheckKind.Unusual, "unusual"),
        (CheckKind.ChangedBy, "changed"),
        (CheckKind.Missing, "missing"),
        (CheckKind.Sum, "sum")
    );
    public static readonly Vocabulary<DiscussionState> DiscussionStates = new(
        (DiscussionState.Open, "open"),
        (DiscussionState.Assigned, "assigned"),
        (DiscussionState.Settled, "settled")
    );
    public static readonly Vocabulary<AnchorFate> AnchorFates = new(
        (AnchorFate.Stands, "stands"),
        (AnchorFate.Changed, "changed"),
        (AnchorFate.Moved, "moved"),
        (AnchorFate.Look, "look"),
        (AnchorFate.Gone, "gone")
    );
    public static readonly Vocabulary<SheetKind> SheetKinds = new(
        (SheetKind.Page, "page"),
        (SheetKind.Table, "table"),
        (SheetKind.Drawing, "drawing")
    );
    public static readonly Vocabulary<AskKind> AskKinds = new(
        (AskKind.Question, "question"),
        (AskKind.Decision, "decision"),
        (AskKind.Choice, "choice"),
        (AskKind.Confirmation, "confirmation")
    );
    public static readonly Vocabulary<AskRule> AskRules = new(
        (AskRule.Anyone, "anyone"),
        (AskRule.Everyone, "everyone"),
        (AskRule.Number, "number"),
        (AskRule.InOrder, "in-order")
    );
    public static readonly Vocabulary<TimeUp> TimesUp = new(
        (TimeUp.Remind, "remind"),
        (TimeUp.PassOn, "pass-on"),
        (TimeUp.Lapse, "lapse")
    );
    public static readonly Vocabulary<Attendance> Attendances = new(
        (Attendance.Unanswered, "unanswered"),
        (Attendance.Coming, "coming"),
        (Attendance.Perhaps, "perhaps"),
        (Attendance.NotComing, "not-coming")
    );
    public static readonly Vocabulary<FilingKind> FilingKinds = new(
        (FilingKind.Advice, "advice"),
        (FilingKind.Instruction, "instruction"),
        (FilingKind.Decision, "decision"),
        (FilingKind.Phone, "phone"),
        (FilingKind.Visit, "visit")
    );
    public static readonly Vocabulary<Level> Levels = new(
        (Level.Everything, "everything"),
        (Level.ForMe, "for-me"),
        (Level.Asks, "asks")
    );
    public static readonly Vocabulary<AlertReason> Reasons = new(
        (AlertReason.Asked, "asked"),
        (AlertReason.OwnAsk, "own-ask"),
        (AlertReason.Tagged, "tagged"),
        (AlertReason.CrewTagged, "crew-tagged"),
        (AlertReason.Called, "called"),
        (AlertReason.Undelivered, "undelivered"),
        (AlertReason.BackAgain, "back-again"),
        (AlertReason.Stuck, "stuck"),
        (AlertReason.QueueLate, "queue-late"),
        (AlertReason.QueueSoon, "queue-soon"),
        (AlertReason.QueueNew, "queue-new"),
        (AlertReason.HandedOn, "handed-on"),
        (AlertReason.HandedOver, "handed-over"),
        (AlertReason.TaskGiven, "task-given"),
        (AlertReason.DiscussionGiven, "discussion-given"),
        (AlertReason.OwnDiscussion, "own-discussion"),
        (AlertReason.TaskDue, "task-due"),
        (AlertReason.NotCome, "not-come"),
        (AlertReason.AskedLate, "asked-late"),
        (AlertReason.DocketTaskLate, "docket-task-late"),
        (AlertReason.Invited, "invited"),
        (AlertReason.Duty, "duty"),
        (AlertReason.MeetingSoon, "meeting-soon"),
        (AlertReason.OwnMeeting, "own-meeting"),
        (AlertReason.WroteToYou, "wrote-to-you"),
        (AlertReason.Answered, "answered"),
        (AlertReason.ToConfirm, "to-confirm"),
        (AlertReason.Thanked, "thanked"),
        (AlertReason.Noticed, "noticed"),
        (AlertReason.InGroup, "in-group"),
        (AlertReason.OwnConversation, "own-conversation"),
        (AlertReason.OwnTask, "own-task"),
        (AlertReason.WatchedTask, "watched-task"),
        (AlertReason.Following, "following")
    );
}

/// <summary>A two-way table between an enumeration and its words.</summary>
public sealed class Vocabulary<T>
    where T : struct, Enum
{
    // By the number of the value. Plain lists: a dictionary for each enumeration would be compiled at each start.
    private readonly Words _words = new();

    internal Vocabulary(params (T Value, string Word)[] pairs)
    {
        foreach (var (value, word) in pairs)
            _words.Add(Number(value), word);
    }

    /// <summary>All words, in the order of the enumeration.</summary>
    public IEnumerable<string> All => _words.All;

    /// <summary>The word of a value.</summary>
    public string Of(T value) => _words[Number(value)];

    /// <summary>The value of a word; null when it is none of them.</summary>
    public T? Parse(string? word) => _words.NumberOf(word) is >= 0 and var number ? Value(number) : null;

    internal T Read(string word) => Parse(word) ?? throw new KeyNotFoundException($"“{word}” is no {typeof(T).Name}.");

    private static int Number(T value) => Unsafe.BitCast<T, int>(value);

    private static T Value(int number) => Unsafe.BitCast<int, T>(number);
}

/// <summary>Words by small numbers.</summary>
internal sealed class Words
{
    private string?[] _byNumber = [];

    public IEnumerable<string> All => _byNumber.OfType<string>();

    public string this[int number] =>
        (uint)number < (uint)_byNumber.Length && _byNumber[number] is { } word
            ? word
            : throw new KeyNotFoundException($"There is no word for {number}.");

    public void Add(int number, string word)
    {
        if (NumberOf(word) >= 0)
            throw new ArgumentException($"“{word}” stands for two values.", nameof(word));
        if (number >= _byNumber.Length)
            Array.Resize(ref _byNumber, number + 1);
        _byNumber[number] = word;
    }

    /// <summary>The number of a word; -1 for none. They are few: a list is looked through as fast as a table.</summary>
    public int NumberOf(string? word) => word is null ? -1 : Array.IndexOf(_byNumber, word);
}
