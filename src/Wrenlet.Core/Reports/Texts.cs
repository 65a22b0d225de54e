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
}
