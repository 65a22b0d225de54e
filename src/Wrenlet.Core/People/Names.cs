using System.Collections.Immutable;

namespace Wrenlet.Core.People;

/// <summary>Finds people and crews by what is typed after an at sign, and says names in a row.</summary>
public static class Names
{
    /// <summary>
    /// People whose name, or any word of it, starts with what was typed; whole-name matches first, then by name.
    /// </summary>
    /// <param name="people">Whom to search.</param>
    /// <param name="typed">Part of a name; empty gives everybody.</param>
    public static ImmutableArray<Person> Matching(IEnumerable<Person> people, string typed) =>
        [
            .. people
                .Select(p => (Person: p, Rank: Rank(p.Name, typed)))
                .Where(m => m.Rank >= 0)
                .OrderBy(m => m.Rank)
                .ThenBy(m => m.Person.Name, StringComparer.OrdinalIgnoreCase)
                .Select(m => m.Person),
        ];

    /// <summary>How well a name fits: 0 from its start, 1 at a later word, -1 not at all.</summary>
    public static int Rank(string name, string typed)
    {
        if (name.StartsWith(typed, StringComparison.OrdinalIgnoreCase))
            return 0;
        return name.Contains(" " + typed, StringComparison.OrdinalIgnoreCase) ? 1 : -1;
    }

    /// <summary>Whom a name means: by the full name, else by a first name that only one has; null for nobody.</summary>
    /// <param name="name">As somebody wrote it.</param>
    /// <param name="people">Who it can be.</param>
    public static Person? Meant(string name, IEnumerable<Person> people)
    {
        ArgumentNullException.ThrowIfNull(name);
        List<Person> all = [.. people];
        var written = name.Trim();
        return all.Find(p => p.Name.Equals(written, StringComparison.OrdinalIgnoreCase))
            ?? (
                all.FindAll(p => p.FirstName.Equals(written, StringComparison.OrdinalIgnoreCase)) is [var only]
                    ? only
                    : null
            );
    }

    /// <summary>"Tobiah", "Tobiah and Ines", "Tobiah, Ines and Kit"; each name once.</summary>
    /// <param name="names">The names.</param>
    /// <param name="last">What joins the last two.</param>
    public static string List(IEnumerable<string> names, string last = "and")
    {
        var all = names.Distinct().ToList();
        return all.Count < 2 ? string.Concat(all) : $"{string.Join(", ", all[..^1])} {last} {all[^1]}";
    }

    /// <summary>Two letters for a name tag: the first of the first and of the last word.</summary>
    public static string Initials(string name)
    {
        var words = name.Split([' ', ':'], StringSplitOptions.RemoveEmptyEntries);
        if (words.Length == 0)
            return "?";
        return words.Length == 1
            ? words[0][..Math.Min(2, words[0].Length)].ToUpperInvariant()
            : $"{char.ToUpperInvariant(words[0][0])}{char.ToUpperInvariant(words[^1][0])}";
    }
}
