using System.Collections.Immutable;

namespace Wrenlet.Core.Reports.Imports;

/// <summary>Finds what each column of a file fills, by its heading and by what stands in it.</summary>
public static class ColumnMatching
{
    /// <summary>How many values of a column are looked at.</summary>
    public const int Looked = 200;

    /// <summary>Below it a column is left out until somebody chooses.</summary>
    private const double Least = 0.5;

    /// <summary>How near two headings must be to be the same word typed differently.</summary>
    private const double Near = 0.8;

    /// <summary>What only its values say is less sure than what its heading says.</summary>
    private const double ByValuesOnly = 0.6;

    /// <summary>
    /// The columns in their order, each with what it fills. No two fill the same; the pairs that fit best are taken
    /// first.
    /// </summary>
    /// <param name="headings">The headings, in order.</param>
    /// <param name="values">Values of the column at a place, empty ones left out.</param>
    /// <param name="fields">What can be filled.</param>
    public static ImmutableArray<MatchedColumn> Match(
        IReadOnlyList<string> headings,
        Func<int, IReadOnlyList<string>> values,
        IReadOnlyList<ImportField> fields
    )
    {
        ArgumentNullException.ThrowIfNull(headings);
        ArgumentNullException.ThrowIfNull(values);
        ArgumentNullException.ThrowIfNull(fields);
        var pairs = new List<(int Column, ImportField Field, double Score, string Reason)>();
        var empty = new bool[headings.Count];
        for (var i = 0; i < headings.Count; i++)
        {
            var column = values(i);
            empty[i] = column.Count == 0;
            foreach (var field in fields)
                if (Score(headings[i], column, field) is var (score, reason) && score >= Least)
                    pairs.Add((i, field, score, reason));
        }

        var taken = new Dictionary<int, MatchedColumn>();
        var filled = new HashSet<string>();
        // Of pairs that fit as well, the column that comes first fills the field that comes first.
        foreach (
            var (column, field, score, reason) in pairs
                .OrderByDescending(p => p.Score)
                .ThenBy(p => p.Column)
                .ThenBy(p => fields.IndexOf(p.Field))
        )
            if (!taken.ContainsKey(column) && filled.Add(field.Key))
                taken[column] = new(column, field.Key, Math.Round(score, 2), reason);
        return
        [
            .. Enumerable
                .Range(0, headings.Count)
                .Select(i =>
                    taken.GetValueOrDefault(i)
                    ?? new(i, null, 0, empty[i] ? Texts.ColumnIsEmpty : Texts.ColumnIsUnknown)
                ),
        ];
    }

    private static int IndexOf(this IReadOnlyList<ImportField> fields, ImportField field)
    {
        for (var i = 0; i < fields.Count; i++)
            if (ReferenceEquals(fields[i], field))
                return i;
        return fields.Count;
    }

    private static (double Score, string Reason)? Score(string heading, IReadOnlyList<string> column, ImportField field)
    {
        var (name, called) = field
            .Names.Select((n, i) => (Score: Likeness(heading, n) - (i == 0 ? 0 : 0.01), Name: n))
            .MaxBy(n => n.Score);
        var choices = field.Choices.IsDefault ? [] : field.Choices.Select(Folding.Of).ToHashSet(StringComparer.Ordinal);
        var fit =
            column.Count == 0
                ? 1
                : column.Count(v => ImportValues.Fits(field.Looks, v, choices)) / (double)column.Count;
        var telling = field.Looks is Looks.Mail or Looks.Phone || (field.Looks is Looks.Choice && choices.Count > 1);
        if (name >= Near - 0.01)
            // A heading is believed, less so where its column holds something else.
            return (name * (0.6 + (0.4 * fit)), Texts.ColumnIsCalled(called, field.Looks, fit));
        return telling && column.Count > 0 && fit >= 0.8 ? (ByValuesOnly * fit, Texts.ColumnHolds(field.Looks)) : null;
    }

    /// <summary>How much alike two headings are, 0 to 1: the same words in any order, or the same word mistyped.</summary>
    internal static double Likeness(string one, string other)
    {
        var (a, b) = (WordsOf(one), WordsOf(other));
        if (a.Count == 0 || b.Count == 0)
            return 0;
        if (a.SequenceEqual(b))
            return 1;
        var (joined, with) = (string.Concat(a), string.Concat(b));
        if (joined == with)
            return 0.98;
        var common = a.Intersect(b).Count();
        var dice = 2.0 * common / (a.Count + b.Count);
        var length = Math.Max(joined.Length, with.Length);
        var typed = length < 4 ? 0 : 1 - (Distance(joined, with) / (double)length);
        return Math.Max(dice >= Near ? dice * 0.95 : 0, typed >= Near ? typed * 0.95 : 0);
    }

    /// <summary>The words of a heading: "contactName", "Contact_name" and "Contact name:" have the same.</summary>
    private static List<string> WordsOf(string heading)
    {
        var words = new List<string>();
        var word = new System.Text.StringBuilder();
        void End()
        {
            if (word.Length > 0)
                words.Add(Folding.Of(word.ToString()));
            word.Clear();
        }

        for (var i = 0; i < heading.Length && i < 120; i++)
        {
            var c = heading[i];
            if (!char.IsLetterOrDigit(c))
            {
                // E-mail is one word, and so is J.D.
                if (c is not ('-' or '.' or '\'' or '’') || word.Length != 1)
                    End();
                continue;
            }

            if (char.IsUpper(c) && word.Length > 0 && i > 0 && char.IsLower(heading[i - 1]))
                End();
            word.Append(c);
        }

        End();
        return words;
    }

    /// <summary>How many letters must be put in, taken out, changed or swapped (optimal string alignment).</summary>
    private static int Distance(string a, string b)
    {
        var (before, last, now) = (new int[b.Length + 1], new int[b.Length + 1], new int[b.Length + 1]);
        for (var j = 0; j <= b.Length; j++)
            last[j] = j;
        for (var i = 1; i <= a.Length; i++)
        {
            now[0] = i;
            for (var j = 1; j <= b.Length; j++)
            {
                now[j] = Math.Min(Math.Min(last[j] + 1, now[j - 1] + 1), last[j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1));
                if (i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1])
                    now[j] = Math.Min(now[j], before[j - 2] + 1);
            }

            (before, last, now) = (last, now, before);
        }

        return last[b.Length];
    }
}
