using System.Collections.Frozen;
using System.Collections.Immutable;

namespace Wrenlet.Core.People;

/// <summary>Finds people and crews by what is typed after an at sign, and says names in a row.</summary>
public static class Names
{
    private static readonly FrozenSet<string> Titles = FrozenSet.ToFrozenSet(
        (
            "mr mrs miss ms mx sir dame lord lady dr doctor prof professor rev reverend father sister brother nurse captain capt "
            + "colonel col major sergeant sgt councillor cllr governor judge inspector"
        ).Split(' '),
        StringComparer.OrdinalIgnoreCase
    );

    /// <summary>Whether a word is a title before a name: "Mrs", "Dr", "Prof.".</summary>
    /// <param name="word">One word, in any case, with a stop or without.</param>
    public static bool IsTitle(string word)
    {
        ArgumentNullException.ThrowIfNull(word);
        return Titles.Contains(word.TrimEnd('.'));
    }

    /// <summary>
    /// What somebody is called for short: "Ada" for Ada Lum and for Dr Ada Lum; "Mrs Lum", of whom no first name is known, in
    /// full.
    /// </summary>
    /// <param name="name">The whole name.</param>
    public static string First(string name)
    {
        var words = WordsOf(name);
        var given = TitlesOf(words);
        return given == 0 || words.Length - given > 1 ? words.ElementAtOrDefault(given) ?? "" : string.Join(' ', words);
    }

    /// <summary>
    /// The ways a name is said: in full, by its first and by its last word; "Dr Lum", "Ada" and "Lum" for Dr Ada Lum, "Mrs Q" for Mrs
    /// Quayle. No one is meant by "Dr" alone.
    /// </summary>
    /// <param name="name">The whole name.</param>
    public static IEnumerable<string> Ways(string name)
    {
        var words = WordsOf(name);
        var given = TitlesOf(words);
        yield return name;
        if (words.Length < 2)
            yield break;
        if (given > 0 && words.Length - given > 1)
        {
            yield return string.Join(' ', words[given..]);
            yield return $"{words[given - 1]} {words[given]}";
            yield return $"{words[given - 1]} {words[^1]}";
        }

        // "Lady A", "Mrs Q"
        if (given > 0 && words.Length - given == 1)
            yield return $"{words[given - 1]} {words[given][0]}";
        if (given < words.Length)
            yield return words[given];
        if (given + 1 < words.Length)
            yield return words[^1];
    }

    private static string[] WordsOf(string name)
    {
        ArgumentNullException.ThrowIfNull(name);
        return name.Split(' ', StringSplitOptions.RemoveEmptyEntries);
    }

    /// <summary>How many words of a name are titles before it.</summary>
    private static int TitlesOf(string[] words)
    {
        var count = 0;
        while (count < words.Length && IsTitle(words[count]))
            count++;
        return words.Length > 1 ? count : 0;
    }

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

    /// <summary>How well a name fits: 0 from its start, 1 at a later word or as it is also said ("Dr Lum"), -1 not at all.</summary>
    /// <param name="name">The whole name.</param>
    /// <param name="typed">Part of a name; empty fits all.</param>
    public static int Rank(string name, string typed)
    {
        if (name.StartsWith(typed, StringComparison.OrdinalIgnoreCase))
            return 0;
        return
            name.Contains(" " + typed, StringComparison.OrdinalIgnoreCase)
            || Ways(name).Any(w => w.StartsWith(typed, StringComparison.OrdinalIgnoreCase))
            ? 1
            : -1;
    }

    /// <summary>
    /// Whom a name means: by the full name, else by a first name that only one has, else by another way of saying it that is only
    /// one's ("Dr Lum"); null for nobody.
    /// </summary>
    /// <param name="name">As somebody wrote it.</param>
    /// <param name="people">Who it can be.</param>
    public static Person? Meant(string name, IEnumerable<Person> people)
    {
        ArgumentNullException.ThrowIfNull(name);
        List<Person> all = [.. people];
        var written = name.Trim();
        return all.Find(p => IsWritten(p.Name))
            ?? OnlyOne(p => IsWritten(p.FirstName))
            ?? OnlyOne(p => Ways(p.Name).Any(IsWritten));

        bool IsWritten(string said) => said.Equals(written, StringComparison.OrdinalIgnoreCase);
        Person? OnlyOne(Predicate<Person> isMeant) => all.FindAll(isMeant) is [var only] ? only : null;
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
        // "Dr Ada Lum": of her own names
        if (TitlesOf(words) is > 0 and var given && words.Length - given > 1)
            words = words[given..];
        return words.Length == 1
            ? words[0][..Math.Min(2, words[0].Length)].ToUpperInvariant()
            : $"{char.ToUpperInvariant(words[0][0])}{char.ToUpperInvariant(words[^1][0])}";
    }
}
