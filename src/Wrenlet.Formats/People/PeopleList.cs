using System.Text.RegularExpressions;

namespace Wrenlet.Formats.People;

/// <summary>A person as a line of a list gives them.</summary>
/// <param name="Name">Full name; taken from the address where the line has none.</param>
/// <param name="Address">Mail address; null where the line has none.</param>
public sealed record ListedPerson(string Name, string? Address);

/// <summary>
/// Reads people from what somebody pastes: one a line, name and mail address in whatever order and with whatever between
/// them; a table with those in columns; or vCards.
/// </summary>
public static partial class PeopleList
{
    /// <summary>The people of a text, each address once, in their order.</summary>
    /// <exception cref="FormatException">It looks like vCards and is none; the message says what to do.</exception>
    public static IReadOnlyList<ListedPerson> Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        IEnumerable<ListedPerson> people = text.Contains("BEGIN:VCARD", StringComparison.OrdinalIgnoreCase)
            ? ContactCards.Read(text).Select(c => new ListedPerson(c.Name, c.Mails.FirstOrDefault()))
            : text.Split('\n').Select(OfLine).OfType<ListedPerson>();
        return [.. people.DistinctBy(p => p.Address?.ToUpperInvariant() ?? p.Name)];
    }

    private static ListedPerson? OfLine(string line)
    {
        var found = Mail().Match(line);
        var rest = found.Success ? line.Remove(found.Index, found.Length) : line;
        var name = Blanks().Replace(Between().Replace(rest, " "), " ").Trim();
        if (found.Success)
            return new(name.Length > 0 ? name : OfAddress(found.Value), found.Value);
        // A heading names the columns; what has no letters is a rule or a blank line.
        return !name.Any(char.IsLetter) || Heading().IsMatch(name) ? null : new(name, null);
    }

    private static string OfAddress(string address) =>
        string.Join(
            ' ',
            address
                .Split('@')[0]
                .Split('.', '_', '-')
                .Where(p => p.Length > 0)
                .Select(p => char.ToUpperInvariant(p[0]) + p[1..])
        );

    [GeneratedRegex(@"[^\s<>,;:""()|]+@[^\s<>,;:""()|]+\.[^\s<>,;:""()|]+")]
    private static partial Regex Mail();

    [GeneratedRegex("[<>,;\"|\t\r]|mailto:")]
    private static partial Regex Between();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Blanks();

    [GeneratedRegex(@"^(first |last |full )?name\b.*\b(e-?mail|address)", RegexOptions.IgnoreCase)]
    private static partial Regex Heading();
}
