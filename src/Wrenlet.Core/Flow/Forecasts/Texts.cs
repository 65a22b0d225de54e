namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>All that is said of forecasts, in one place.</summary>
internal static class Texts
{
    public const string OtherWork = "other work";

    public const string Leave = "leave";

    public const string AllDone = "All done";

    public static string Between(string first, string last) => $"between {first} and {last}";

    public static string On(string day) => $"on {day}";

    public static string NothingInTheWay(string name) => $"Nothing stands in the way of {name} any more.";

    public const string NothingLeftToDo = "Nothing is left to do.";

    public static string PersonDecides(string person, string work, string until, string free, string taken) =>
        $"{person} decides it: {work} of work stand before {until}, and {free} are left until then{taken}.";

    public static string OfThem(string hours, string what) => $"{hours} of them for {what}";

    public static string WaitDecides(string until) =>
        $"An answer decides it: {until} waits for one that is not there yet.";

    public static string ArrivalDecides(string what, string until) =>
        $"What has not come yet decides it: {until} waits for {what}.";

    public static string NobodyDecides(string until) =>
        $"Work that nobody has decides it: {until} waits for somebody to take it.";

    public static string PersonDecidesFrom(
        string person,
        string when,
        string work,
        string until,
        string free,
        string taken
    ) =>
        $"{person} decides it. What has to be done cannot begin before {when}; from then on {work} of work stand before "
        + $"{until}, and {free} are left for it{taken}.";

    public static string PersonDecidesAfter(
        string awaited,
        string when,
        string person,
        string work,
        string until,
        string free,
        string taken
    ) =>
        $"{person} decides it, and {awaited}, to come {when}: from then on {work} of work stand before {until}, "
        + $"and {free} are left for it{taken}.";

    public static string OtherWorkDecides(string person, string until) =>
        $"{person} decides it: other work comes before what {until} waits for.";

    public static string DidLike(string person, int many) =>
        many == 1 ? $"{person} has done one like it" : $"{person} has done {many} like it";

    public static string SameCrew(string person, string crew) => $"{person} is in the {crew} crew too";

    public static string AtItAlready(string person) => $"{person} works on it already";

    public static string NobodyHasIt => "nobody has it yet";

    public static string Surer(string docket, int without, int with) =>
        $"{docket} {with} % sure instead of {without} %";

    public static string LessLate(string hours) => $"{hours} less are late";

    public static string Changed(ForecastChangeKind kind, string what, string? who, string by) =>
        kind switch
        {
            ForecastChangeKind.Over => $"{what} is over",
            ForecastChangeKind.New => who is null ? $"New: {what}, {by}" : $"New: {what}, {by} for {who}",
            ForecastChangeKind.More => $"{what} takes {by} more",
            ForecastChangeKind.Less => $"{what} takes {by} less",
            ForecastChangeKind.Given => $"{who} does {what} now",
            ForecastChangeKind.MoreElsewhere => $"{who} has {by} more of other work before",
            ForecastChangeKind.LessElsewhere => $"{who} has {by} less of other work before",
            ForecastChangeKind.MoreAway => $"{who} is away {by} more",
            _ => $"{who} is away {by} less",
        };
}
