namespace Wrenlet.Core.Reports;

/// <summary>All that is said to people by this part, in one place.</summary>
internal static class Texts
{
    public static string Wrote(string who, string times) => $"{who} wrote{times}";

    public const string TheOtherSide = "the other side";

    public static string Answered(string who, string times) => $"{who} answered{times}";

    public static string WroteSeveral(string who, string number) => $"{who} wrote {number}";

    public static string Made(string number) => $"{number} made";

    public static string Finished(string tasks) => $"{tasks} finished";

    public static string Changed(string tasks) => $"{tasks} changed";

    public static string ChangedHowItStands(string who) => $"{who} changed how it stands";

    public static string And(string names, string names2) => $"{names} and {names2}";

    public static string AndThird(string names, string names2, string names3) => $"{names}, {names2} and {names3}";

    public static string AndMore(string names, string names2, string count) => $"{names}, {names2} and {count} more";

    public static string Times(string count) => $" {count} times";

    public const string ColumnIsEmpty = "nothing stands in it";

    public const string ColumnIsUnknown = "nothing here has this name";

    public static string ColumnIsCalled(string called, Imports.Looks looks, double fit) =>
        fit >= 0.8 ? $"by its name, “{called}”" : $"by its name, “{called}”, but not all in it are {Kinds(looks)}";

    public static string ColumnHolds(Imports.Looks looks) => $"by what is in it: {Kinds(looks)}";

    private static string Kinds(Imports.Looks looks) =>
        looks switch
        {
            Imports.Looks.Mail => "mail addresses",
            Imports.Looks.Phone => "telephone numbers",
            Imports.Looks.Day => "dates",
            Imports.Looks.Number => "numbers",
            Imports.Looks.YesNo => "yes or no",
            Imports.Looks.Choice => "words that can be chosen",
            _ => "words",
        };

    public const string ImportRuns = "This import is running already.";

    public const string ImportGoesBack = "What this import brought is being taken back, or was.";

    public const string ImportIsOver = "This import is finished. Choose the file again to import it once more.";

    public const string ImportDoesNotRun = "This import is not running.";

    public const string StopImportFirst = "Stop the import first, then take it back.";

    public const string NothingTakenYet = "Nothing has been imported from this file yet.";
}
