using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Tasks;

/// <summary>All that is said to people by this part, in one place.</summary>
internal static class Texts
{
    public static string CallBack(string caller, string part) => $"Call {caller} back{part}";

    public static string On(string number) => $" on {number}";

    public static string WorkingDays(int time) => $"{time} working days";

    public static string WaitsFor(string title, string part) => $"waits for “{title}”{part}";

    public static string Comes(string what, string when) => $"{what}, {when}";

    public static string WasToCome(string what, string late) => $"{what}, {late}";

    public static string HasCome(string what) => $"{what} has come";

    public static string NotThereYet(string what) => $"waits for {what}";

    public static string AndMore(int count) => $" and {count} more";

    public static string DueItsWorkNo(string label, string workingTimeWords) =>
        $"due {label}, and its {workingTimeWords} of work no longer fits";

    public static string DueSpareBesideIts(string label, string length, string workingTimeWords) =>
        $"due {label}, {length} to spare beside its {workingTimeWords} of work";

    public static string DueLeft(string label, string length) => $"due {label}, {length} left";

    public const string CriticalSoCountsDue = "critical, so it counts as due now";

    public const string NoDateHighSo = "no date; high, so it counts as due within two working days";

    public const string NoDate = "no date";

    public const string NoDateNoHurry = "no date, no hurry";

    public static string WaitsForIt(string stage) => $"{stage} waits for it";

    public static string WaitsForTitle(string title, string part) => $"“{title}”{part} waits for it";

    public static string LateByWorkingDays(int days) => $"late by {days} working days";

    public static string LateBy(string workingTimeWords) => $"late by {workingTimeWords}";

    public static string OfItsPartsNot(int open, int count) =>
        $"{open} of its {count} parts {(open == 1 ? "is" : "are")} not done. Finish or drop {(open == 1 ? "it" : "them")} "
        + $"first: it is done when its parts are.";

    public const string PrivateTaskOnlyWhoever =
        "A private task is only for whoever made it. Remove the other owners first, or let others see " + "it.";

    public const string PrivateTaskOnlyWhoeverMade =
        "A private task is only for whoever made it. Let others see it first, then give it to someone.";

    public static string DoesNotSeeCannot(string firstName, string toString) =>
        $"{firstName} does not see {toString} and cannot own this task. Give {firstName} sight of it "
        + $"first, or choose someone else.";

    // Why the reader of words read a task as it did.
    public const string NotBefore = "not before";
    public const string StartOfTheWorkingDay = "start of the working day";
    public const string TheAuthor = "the author";
    public const string ItsAuthorPromises = "Its author promises to do it.";
    public const string NoPriorityMentioned = "No priority mentioned.";
    public const string NoRequestFound = "The first line is suggested as the title.";

    public const string NothingOfUrgency = "a denial";

    public static string AsksForWork(string words) => $"“{words}” asks for work.";

    public static string CueAsks(string words) => $"“{words}” asks for it";

    public static string CuePromises(string words) => $"“{words}” promises it";

    public static string SaysWhatToDo(string word) => $"“{word}” says what to do";

    public static string IsTagged(string names) => $"{names} is tagged";

    public static string IsCalled(string names) => $"{names} is addressed";

    public static string SaysWhen(string words) => $"“{words}” says when";

    public static string Because(string reasons) => $"Read as a task since {reasons}.";

    public static string RepeatsIt(string words) => $"“{words}” repeats it.";

    public static string YouOftenMean(string name, string word) => $"You often mean {name} by “{word}”.";

    public static string AddressedTo(string names) => $"It is addressed to {names}.";

    public static string SaysPriority(string words, Priority priority) => $"“{words}” says {priority}.";

    public const string RoleDoesNotGiveWork =
        "Your role does not let you give tasks to others. Leave it without an owner, or take it yourself.";
}
