using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Flow.Rules;

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
    public const string WriteTitle = "Write what is to be done.";
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
