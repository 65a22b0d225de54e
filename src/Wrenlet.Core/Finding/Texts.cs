using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Finding;

/// <summary>All that is said to people by this part, in one place.</summary>
internal static class Texts
{
    public const string WithFiles = "with files";

    public const string WithCustomersAndPartners = "with customers and partners";

    public const string ClosedOrDone = "closed or done";

    public static string IsNotFilterUse(string word) =>
        $"/{word} is not a filter. Use /by, /in, /since, /until, /files, /inside, /outside, /open and " + $"/closed";

    public const string NameWhoSaidBy = "name who said it: /by ines";

    public static string NobodyIsCalled(string name) => $"nobody is called {name}";

    public static string SaidBy(string name) => $"said by {name}";

    public const string NameDocketIn = "name a docket: /in J-1042";

    public static string In(Wrenlet.Core.Dockets.DocketRef reference) => $"in {reference}";

    public static string IsNotDocketWrite(string text) => $"{text} is not a docket; write it like J-1042";

    public static string NameDayMondayApr(string word) =>
        $"name a day: /{word} monday, /{word} 6 apr, /{word} 2026-04-06";

    public static string IsNotDayWrite(string text) => $"{text} is not a day; write monday, 6 apr or 2026-04-06";
}
