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

    public const string OnlyTheySettle =
        "Only whoever it is assigned to, whoever started it, and the authors of the sheet can settle it.";

    public static string TheyDoNotSeeIt(string name) => $"{name} cannot see this. Choose a colleague who can.";

    public const string OnlyOwnParty = "You can write about this to us only.";

    public static string TheyDoNotSeeRevision(int revision) =>
        $"They do not see revision {revision}. Share it first, or write about the one they see.";

    public static string NoSuchColumn(string name) => $"There is no column “{name}”. Choose another.";

    public const string ChooseWhatAddsUp = "Choose the columns that add up to it.";

    public const string LimitBelowZero = "The limit cannot be below zero.";

    public const string ValueMissing = "missing";

    public static string ValueBelow(string limit) => $"below {limit}";

    public static string ValueAbove(string limit) => $"above {limit}";

    public static string ValueUnusual(string middle, string? group) =>
        group is null ? $"far from the usual {middle}" : $"far from the usual {middle} of {group}";

    public static string ValueChanged(string before) => $"was {before} in the revision before";

    public static string SumIs(string sum) => $"the sum is {sum}";
}
