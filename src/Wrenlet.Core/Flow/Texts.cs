using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Flow.Templates;

namespace Wrenlet.Core.Flow;

/// <summary>All that is said to people by this part, in one place.</summary>
internal static class Texts
{
    public const string YourWorkingDayOver = "Your working day is over.";

    public static string BesideOfMeetings(string workingTimeWords) => $" beside {workingTimeWords} of meetings";

    public static string OfItPromised(string workingTimeWords) => $", {workingTimeWords} of it promised";

    public static string LeftToday(string workingTimeWords, string met, string promised) =>
        $"{workingTimeWords} left today{met}{promised}.";

    public static string FillIn(string name) => $"Fill in {name}";

    public static string StandsStandWay(string names, int count) =>
        $"{names} {(count == 1 ? "stands" : "stand")} in the way.";

    public static string FinishThemMoveAnyway(string waits, int count) =>
        $"{waits} Finish {(count == 1 ? "it" : "them")}, or move it anyway and say why.";

    public static string ItIsLocked(string names) =>
        $"It is locked until {names} is done. Ask somebody whose role allows it to lift the lock.";

    public static string ReasonTooLong(int most) => $"The reason is too long. Write at most {most} characters.";

    public const string NothingToUndo = "It has not been moved, so there is nothing to undo.";

    public const string MoveIsUndone = "It has been undone already.";

    public const string MoveHasSettled = "It is too late to undo this. Move the docket back instead.";

    public const string MoveIsOfAnother = "Somebody else moved it. Move the docket back instead.";

    public const string OnlySomeRolesLeaveOut =
        "Only somebody whose role allows making rules can leave a step of one out. Move it as it is, or ask them.";

    public const string OnlySomeRolesRewrite =
        "Your role does not allow you to write to customers, so leave the texts of rules as they are.";

    public const string OnlySomeRolesLift =
        "Your role does not allow you to lock a stage or to lift a gate. Ask an administrator.";

    public static string FinishThemAskDocket(string waits, int count) =>
        $"{waits} Finish {(count == 1 ? "it" : "them")}, or ask the docket’s owner or somebody whose role allows it to move "
        + $"it anyway.";

    public const string ThereNoSuchStage = "There is no such stage any more. Choose another.";

    public const string TheDocketClosedReopen = "The docket is closed. Reopen it first.";

    public static string ItIsInAlready(string name) => $"It is in {name} already.";

    public const string ItNotedInternallyNobody = "It is noted internally; nobody else follows the docket.";

    public static string ItNotedInternallyTold(string names, int count) =>
        $"It is noted internally, and {names} {(count == 1 ? "is" : "are")} told.";

    public const string GetsItsDate = "gets its date";

    public const string GetTheirDates = "get their dates";

    public static string ThenWaitsFor(string name, string part) => $"{name} then waits for {part}.";

    public const string OneThing = "one thing";

    public static string Things(int count) => $"{count} things";

    public const string ItLastStageDocket = "It is the last stage: the docket can be closed then.";

    public static string IsStillOpenHere(char toUpperInvariant, string open, int openTasks) =>
        $"{toUpperInvariant}{open} {(openTasks == 1 ? "is" : "are")} still open here. Finish {(openTasks == 1 ? "it" : "them")}, "
        + $"or close it anyway: {(openTasks == 1 ? "it stays" : "they stay")} with whom {(openTasks == 1 ? "it is" : "they are")}.";

    public static string One(string thing) => $"one {thing}";

    public const string ThereNoSuchTemplate = "There is no such template any more. Choose another.";

    public const string WriteSubjectItsDockets = "Write a subject for its dockets.";

    public const string ChooseCustomerWhoTold = "Choose the customer to tell or ask.";

    public const string ChooseStockReplySend = "Choose the stock reply to send.";

    public const string ThereNoSuchKind = "There is no such kind of docket. Choose another.";

    public const string GiveTheTemplateName = "Give the template a name.";

    public static string HaveTemplateNamedAlready(string many, string name) =>
        $"{many} have a template named {name} already. Choose another name.";

    public static string TemplateCanHaveTasks(int mostTasks) => $"A template can have {mostTasks} tasks.";

    public static string TemplateCanHaveSheets(int mostSheets) => $"A template can have {mostSheets} sheets.";

    public const string EachTaskNeedsTitle = "Each task needs a title. Write what is to be done, or remove it.";

    public static string HasIdUseAlready(string title) => $"“{title}” has an id that is in use already. Add it again.";

    public static string IsPartTaskDoes(string title) =>
        $"“{title}” is a part of a task that does not come before it. Move it below that task.";

    public static string HoldsUpStageDo(string title, string many) =>
        $"“{title}” holds up a stage that {many} do not have. Choose another.";

    public static string DateCountedFromSomething(string title, string many) =>
        $"A date of “{title}” is counted from something that {many} do not have. Choose another.";

    public static string DateTooFarAway(string title, int mostOffset) =>
        $"A date of “{title}” is too far away. Choose at most {mostOffset:N0}.";

    public static string WaitsTaskNotTemplate(string title) =>
        $"“{title}” waits for a task that is not in the template. Choose another.";

    public static string WaitsTaskWaitsSo(string title) =>
        $"“{title}” waits for a task that waits for it, so neither could start. Choose another.";

    public const string EachSheetNeedsName = "Each sheet needs a name.";

    public static string ThereTwoSheetsNamed(string name) => $"There are two sheets named {name}. Choose another name.";

    public static string HasIdUseAlreadyAdd(string name) => $"{name} has an id that is in use already. Add it again.";

    public static string IsEmptyWriteSomething(string name) => $"{name} is empty. Write something, or remove it.";

    public const string GoneMilestone = "a milestone that is gone";
    public const string By = "by";
    public const string TheDay = "the day";
    public const string ItBegins = "it begins";

    public static string ItEnters(string? stage) =>
        stage is null ? "it enters a stage that is gone" : $"it enters {stage}";

    /// <summary>A distance in time from something, such as "2 working days before delivery".</summary>
    public static string Distance(int offset, DateUnit unit, string from)
    {
        var count = Math.Abs(offset);
        var one = unit switch
        {
            DateUnit.WorkingDays => "working day",
            DateUnit.Days => "day",
            DateUnit.Weeks => "week",
            _ => "month",
        };
        return $"{count} {one}{(count == 1 ? "" : "s")} {(offset < 0 ? "before" : "after")} {from}";
    }

    public static string HasNoFile(string name) => $"{name} has no file yet. Choose one, or remove it.";
}

/// <summary>All that rules say to people, in one place.</summary>
internal static class RuleTexts
{
    public const string GiveItName = "Give the rule a name.";
    public const string SayWhatItDoes = "Say what it does: add at least one step.";
    public const string NoStage = "It names a stage that is gone. Choose another.";
    public const string NoMilestone = "It names a milestone that is gone. Choose another.";
    public const string NoKind = "It names a kind that is gone. Choose another.";
    public const string ChooseSite = "Choose the site.";
    public const string NoParty = "It names a contact that is gone. Choose another.";
    public const string NoQueue = "It names a queue that is gone. Choose another.";
    public const string NoField = "It names a field that is gone. Choose another.";
    public const string NoStock = "Choose the stock reply to send. It must be one that everybody has.";
    public const string NoTemplate = "Choose a template that is in use.";
    public const string NoPerson = "It names a colleague who is gone. Choose another.";
    public const string NoCrew = "It names a crew that is gone. Choose another.";
    public const string MailOrText = "A rule writes by mail or by text message.";
    public const string WriteNote = "Write the note.";
    public const string WriteQuestion = "Write what is asked.";
    public const string NoChoice = "A rule asks a question, a decision or a confirmation.";
    public const string WriteTitle = "Write what is to be done.";

    public const string WriteSubject = "Write what the new docket is called.";
    public const string SayHowLong = "Say how long, such as 4 h.";
    public const string TooLong = "That is too long. Choose at most 1,000 h of working time.";
    public const string RemindWithin = "Remind at most every 15 min, and at least every 1,000 h.";
    public const string NoDay = "There is no such day. Choose a day of the year, such as 1 October.";

    public static string NamedAlready(string name) => $"There is a rule named {name} already. Choose another name.";

    public static string MostOf(int most, string what) => $"A rule can have {most} {what}.";

    public static string SayWhatFieldHolds(string field) => $"Say what {field} has to hold.";

    /// <summary>The article of a name, by its first letter.</summary>
    public static string Article(string name) => name.Length > 0 && "aeiouAEIOU".Contains(name[0]) ? "an" : "a";

    public static string Enters(string kind, string stage) => $"{Article(kind)} {kind} enters {stage}";

    public static string Leaves(string kind, string stage) => $"{Article(kind)} {kind} leaves {stage}";

    public static string Near(string milestone, Duration offset) =>
        offset == Duration.Zero ? $"{milestone} has come"
        : offset < Duration.Zero ? $"it is {WorkingTimeWords.Of(offset)} of working time before {milestone}"
        : $"{WorkingTimeWords.Of(offset)} of working time have passed since {milestone}";

    public const string PartyWrites = "the customer writes";

    public static string Silent(Duration length, bool ours) =>
        ours
            ? $"the customer has waited for us for {WorkingTimeWords.Of(length)}"
            : $"the customer has not answered for {WorkingTimeWords.Of(length)}";

    public static string TaskDone(string titled) =>
        string.IsNullOrWhiteSpace(titled) ? "a task is done" : $"a task named “{titled.Trim()}” is done";

    public static string TaskLate(Duration length) =>
        length == Duration.Zero ? "a task is late" : $"a task has been late for {WorkingTimeWords.Of(length)}";

    public const string AskDecided = "something that was asked is decided";

    public static string Gone(string what) => $"a {what} that is gone";
}
