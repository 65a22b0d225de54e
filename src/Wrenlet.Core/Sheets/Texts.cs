namespace Wrenlet.Core.Sheets;

/// <summary>All that is said to people by this part, in one place.</summary>
internal static class Texts
{
    public const string NothingChanged = "Nothing changed.";

    public const string GiveTheSheetName = "Give the sheet a name.";

    public static string TheNameLongerThan(int longestName) =>
        $"The name is longer than {longestName} characters. Shorten it.";

    public const string TheSheetRemovedRestore = "The sheet was removed. Restore it first.";

    public static string ThereNoRevisionLatest(int revision, int revision2) =>
        $"There is no revision {revision}. The latest is {revision2}.";

    public const string TheyHaveNoConversation = "They have no conversation in this docket. Start one first.";

    public const string InternalOnly = "Internal only.";

    public const string ItAsItIs = "it as it is";

    public static string Revision(int key) => $"revision {key}";
}
