using System.Globalization;

namespace Wrenlet.Formats.Text;

/// <summary>Names of files that came from elsewhere.</summary>
public static class FileNames
{
    /// <summary>Longest name, in characters.</summary>
    public const int Longest = 160;

    /// <summary>
    /// A name that shows what it is and is no path: without folders, control characters and signs that turn the
    /// direction of
    /// reading (with which "exe.png" can be made out of "gnp.exe"), shortened in its middle so that its ending stays.
    /// </summary>
    /// <returns>The name; "file" when nothing is left of it.</returns>
    public static string Safe(string name)
    {
        ArgumentNullException.ThrowIfNull(name);
        var last = name[(name.LastIndexOfAny(['/', '\\']) + 1)..];
        var kept = string.Concat(
                last.EnumerateRunes()
                    .Where(r =>
                        System.Text.Rune.GetUnicodeCategory(r)
                            is not (
                                UnicodeCategory.Control
                                or UnicodeCategory.Format
                                or UnicodeCategory.LineSeparator
                                or UnicodeCategory.ParagraphSeparator
                                or UnicodeCategory.OtherNotAssigned
                            )
                    )
                    .Select(r => r.ToString())
            )
            .Trim()
            .Trim('.');
        if (kept.Length == 0)
            return "file";
        if (kept.Length <= Longest)
            return kept;
        var ending = Path.GetExtension(kept) is { Length: <= 12 } extension ? extension : "";
        return kept[..(Longest - ending.Length - 1)] + "…" + ending;
    }
}
