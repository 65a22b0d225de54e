using System.Collections.Immutable;
using System.Globalization;
using System.Text;

namespace Wrenlet.Core.Conversations;

/// <summary>What may leave that should not.</summary>
public enum LeakKind
{
    /// <summary>It repeats a run of words found inside.</summary>
    InsideWords,

    /// <summary>It carries a file that so far was only inside.</summary>
    InsideFile,

    /// <summary>It names a thing that the party cannot see.</summary>
    UnseenThing,

    /// <summary>It tags someone outside the party.</summary>
    OutsideTag,

    /// <summary>It goes to an address that is not among the party's contacts.</summary>
    ForeignAddress,
}

/// <summary>One reason to hold a draft up.</summary>
/// <param name="Kind">What it is about.</param>
/// <param name="Reason">In words, with what to do.</param>
/// <param name="Start">Where in the draft's plain text it begins; -1 when it is not about words.</param>
/// <param name="End">Where it ends, exclusive; -1 when it is not about words.</param>
public readonly record struct Leak(LeakKind Kind, string Reason, int Start, int End);

/// <summary>Something said before, to compare a draft with.</summary>
/// <param name="Text">Its plain text.</param>
/// <param name="By">Who said it, in short.</param>
/// <param name="Stands">Whether it still stands somewhere, as on a sheet, and was not said at a moment.</param>
public readonly record struct SaidBefore(string Text, string By, bool Stands = false);

/// <summary>A draft that is about to leave, with all that the check needs to know.</summary>
/// <param name="Plain">Its plain text.</param>
/// <param name="Inside">What was said inside and may be repeated in it.</param>
/// <param name="Outside">What was said to or by this party before: their own words are no leak.</param>
/// <param name="InsideFiles">Names of its files that so far were only inside.</param>
/// <param name="UnseenThings">Things named in it that the party cannot see, as they stand in the text.</param>
/// <param name="OutsideTags">People and crews tagged in it who are not of the party, as they stand in the text.</param>
/// <param name="ForeignAddresses">Addresses it goes to that are none of the party's contacts.</param>
/// <param name="Party">Name of the party, for the reasons.</param>
public sealed record LeavingDraft(
    string Plain,
    IReadOnlyList<SaidBefore> Inside,
    IReadOnlyList<string> Outside,
    IReadOnlyList<string> InsideFiles,
    IReadOnlyList<string> UnseenThings,
    IReadOnlyList<string> OutsideTags,
    IReadOnlyList<string> ForeignAddresses,
    string Party
);

/// <summary>Looks at a draft before it leaves.</summary>
public static class LeakCheck
{
    /// <summary>Length of a run of words that counts as repeated from inside.</summary>
    public const int RunLength = 8;

    /// <summary>
    /// All reasons to hold the draft up, those about words first, in the order of the text; empty when it may go.
    /// </summary>
    public static ImmutableArray<Leak> Of(LeavingDraft draft)
    {
        var leaks = ImmutableArray.CreateBuilder<Leak>();
        leaks.AddRange(Repeated(draft));
        foreach (var thing in draft.UnseenThings)
            leaks.Add(
                At(
                    draft.Plain,
                    thing,
                    LeakKind.UnseenThing,
                    $"{draft.Party} cannot see {thing}. Say it in words, or take it out."
                )
            );
        foreach (var tag in draft.OutsideTags)
            leaks.Add(
                At(
                    draft.Plain,
                    tag,
                    LeakKind.OutsideTag,
                    $"{tag.TrimStart('@')} is not part of {draft.Party}. Take the tag out, or tag them inside."
                )
            );
        foreach (var file in draft.InsideFiles)
            leaks.Add(
                new(
                    LeakKind.InsideFile,
                    $"{file} was only inside so far. Leave it out, unless {draft.Party} is meant to have it.",
                    -1,
                    -1
                )
            );
        foreach (var address in draft.ForeignAddresses)
            leaks.Add(
                new(
                    LeakKind.ForeignAddress,
                    $"{address} is not among the contacts of {draft.Party}. Correct it, or add it to the contacts.",
                    -1,
                    -1
                )
            );
        return leaks.ToImmutable();
    }

    /// <summary>
    /// Windows of <see cref="RunLength"/> words, for finding earlier texts that may hold one; empty when the text is
    /// shorter.
    /// </summary>
    public static ImmutableArray<string> Runs(string plain)
    {
        var words = WordsOf(plain);
        if (words.Count < RunLength)
            return [];
        return
        [
            .. Enumerable
                .Range(0, words.Count - RunLength + 1)
                .Select(i => Bare(plain[words[i].Start..words[i + RunLength - 1].End])),
        ];

        static string Bare(string run) =>
            string.Join(
                ' ',
                string.Concat(run.Select(c => char.IsLetterOrDigit(c) ? c : ' '))
                    .Split(' ', StringSplitOptions.RemoveEmptyEntries)
            );
    }

    private static IEnumerable<Leak> Repeated(LeavingDraft draft)
    {
        var words = WordsOf(draft.Plain);
        if (words.Count < RunLength)
            yield break;
        var outside = draft.Outside.SelectMany(Windows).ToHashSet(StringComparer.Ordinal);
        var inside = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var said in draft.Inside)
        {
            var whose = $"{said.By} {(said.Stands ? "says" : "said")}";
            foreach (var window in Windows(said.Text))
                if (!outside.Contains(window))
                    inside.TryAdd(window, whose);
        }

        // Windows that follow one another are one run.
        var start = -1;
        var by = "";
        var end = 0;
        for (var i = 0; i + RunLength <= words.Count; i++)
        {
            if (!inside.TryGetValue(Window(words, i), out var author))
                continue;
            if (start >= 0 && i >= end)
            {
                yield return Run(start, end, by);
                start = -1;
            }

            if (start < 0)
                (start, by) = (i, author);
            end = i + RunLength;
        }

        if (start >= 0)
            yield return Run(start, end, by);

        Leak Run(int first, int past, string whose) =>
            new(
                LeakKind.InsideWords,
                $"{past - first} words repeat what {whose} inside. Say it in other words, unless {draft.Party} may read it.",
                words[first].Start,
                words[past - 1].End
            );
    }

    private static IEnumerable<string> Windows(string text)
    {
        var words = WordsOf(text);
        for (var i = 0; i + RunLength <= words.Count; i++)
            yield return Window(words, i);
    }

    private static string Window(List<(string Word, int Start, int End)> words, int at)
    {
        var window = new StringBuilder();
        for (var i = at; i < at + RunLength; i++)
            window.Append(words[i].Word).Append(' ');
        return window.ToString();
    }

    /// <summary>Words without case, accents and punctuation, with where they stand.</summary>
    private static List<(string Word, int Start, int End)> WordsOf(string text)
    {
        var words = new List<(string, int, int)>();
        for (var i = 0; i < text.Length; )
        {
            if (!char.IsLetterOrDigit(text[i]))
            {
                i++;
                continue;
            }

            var start = i;
            while (
                i < text.Length
                && (
                    char.IsLetterOrDigit(text[i])
                    || char.GetUnicodeCategory(text[i]) is UnicodeCategory.NonSpacingMark
                    || (text[i] is '\'' or '’' && i + 1 < text.Length && char.IsLetter(text[i + 1]))
                )
            )
                i++;
            words.Add((Folded(text[start..i]), start, i));
        }

        return words;
    }

    private static string Folded(string word) =>
        string.Concat(
            word.Normalize(NormalizationForm.FormD).Where(c => char.IsLetterOrDigit(c)).Select(char.ToLowerInvariant)
        );

    private static Leak At(string plain, string words, LeakKind kind, string reason) =>
        plain.IndexOf(words, StringComparison.Ordinal) is >= 0 and var start
            ? new(kind, reason, start, start + words.Length)
            : new(kind, reason, -1, -1);
}
