namespace Wrenlet.Server.Accounts;

/// <summary>What a setting was and what it became, in words for the log.</summary>
internal static class SettingWords
{
    /// <summary>Each part that became another, with what it was: "first reply: 4 h → 2 h".</summary>
    /// <param name="isNew">Whether there was nothing before.</param>
    /// <param name="parts">What each part was and is; empty for nothing.</param>
    public static string Changes(bool isNew, params IEnumerable<(string What, string? Before, string? After)> parts)
    {
        var said = parts
            .Where(p => isNew ? !string.IsNullOrEmpty(p.After) : (p.Before ?? "") != (p.After ?? ""))
            .Select(p => isNew ? $"{p.What}: {p.After}" : $"{p.What}: {Word(p.Before)} → {Word(p.After)}")
            .ToList();
        return said.Count == 0 ? "nothing changed" : string.Join(", ", said);
    }

    private static string Word(string? value) => string.IsNullOrEmpty(value) ? "none" : value;
}
