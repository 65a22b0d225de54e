using System.Collections.Immutable;
using System.Globalization;
using System.Text;

namespace Wrenlet.Core.Conversations;

/// <summary>What may leave that should not.</summary>
public enum LeakKind
{
    /// <summary>It repeats a run of words found inside.</summary>
    InsideWords,

    /// <summary>It repeats a run of words said with another party.</summary>
    OtherWords,

    /// <summary>It carries a file whose bytes so far were only inside, or another party's.</summary>
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
/// <param name="With">The other party it was said with; null when it was internal.</param>
/// <param name="Circular">The message to many that it is one of; null for none.</param>
public readonly record struct SaidBefore(
    string Text,
    string By,
    bool Stands = false,
    string? With = null,
    Guid? Circular = null
);

/// <summary>A draft that is about to leave, with all that the check needs to know.</summary>
/// <param name="Plain">Its plain text.</param>
/// <param name="Inside">What was internal, or with another party, and may be repeated in it.</param>
/// <param name="Outside">What is no secret: what was said to or by this party before, and what is said to anyone.</param>
/// <param name="InsideFiles">Names of its files that so far were only inside, or another party's.</param>
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
            leaks.Add(At(draft.Plain, thing, LeakKind.UnseenThing, Texts.CannotSeeDescribeWords(draft.Party, thing)));
        foreach (var tag in draft.OutsideTags)
            leaks.Add(
                At(draft.Plain, tag, LeakKind.OutsideTag, Texts.IsNotPartRemove(tag.TrimStart('@'), draft.Party))
            );
        foreach (var file in draft.InsideFiles)
            leaks.Add(new(LeakKind.InsideFile, Texts.SoFarInternalOnly(file, draft.Party), -1, -1));
        foreach (var address in draft.ForeignAddresses)
            leaks.Add(new(LeakKind.ForeignAddress, Texts.IsNotAmongContactsCorrect(address, draft.Party), -1, -1));
        return leaks.ToImmutable();
    }

    /// <summary>Length of a probe, and how far two begin from one another.</summary>
    private const int ProbeLength = 4;

    private const int ProbeStep = RunLength - ProbeLength + 1;

    /// <summary>Most probes of one draft: those of four thousand words.</summary>
    public const int MostProbes = 800;

    /// <summary>
    /// A few short runs of words, for finding earlier texts that may share a long one: each run of
    /// <see cref="RunLength"/> words holds at least one of them whole. Empty when the text is shorter than such a run.
    /// </summary>
    /// <param name="plain">A draft's plain text; of a very long one no more than its first
    /// <see cref="MostProbes"/> probes are given.</param>
    public static ImmutableArray<string> Probes(string plain)
    {
        var words = WordsOf(plain);
        if (words.Count < RunLength)
            return [];
        return
        [
            .. Enumerable
                .Range(0, (words.Count - ProbeLength) / ProbeStep + 1)
                .Take(MostProbes)
                .Select(i => Bare(plain[words[i * ProbeStep].Start..words[i * ProbeStep + ProbeLength - 1].End]))
                .Distinct(),
        ];
    }

    /// <summary>The runs of a draft that stand in earlier texts word by word, as far as they go.</summary>
    /// <param name="plain">The draft's plain text.</param>
    /// <param name="before">Earlier texts.</param>
    public static ImmutableArray<string> Shared(string plain, IEnumerable<SaidBefore> before) =>
        [.. Repeated(plain, before, []).Select(r => Bare(plain[r.Start..r.End])).Distinct()];

    private static string Bare(string run) =>
        string.Join(
            ' ',
            string.Concat(run.Select(c => char.IsLetterOrDigit(c) ? c : ' '))
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
        );

    private static IEnumerable<Leak> Repeated(LeavingDraft draft) =>
        Repeated(draft.Plain, draft.Inside, draft.Outside)
            .Select(r => new Leak(
                r.Said.With is null ? LeakKind.InsideWords : LeakKind.OtherWords,
                Texts.WordsRepeatWhatRephrase(r.Words, Whose(r.Said), draft.Party),
                r.Start,
                r.End
            ));

    private static string Whose(SaidBefore said) =>
        said.With is { } party ? Texts.WasSaidWith(party)
        : said.Stands ? Texts.SaysInternally(said.By)
        : Texts.WroteInternally(said.By);

    /// <summary>
    /// Runs of at least <see cref="RunLength"/> words that stand in an earlier text and in none that is no secret. Each
    /// text is gone through once, with a hash for each window of words, so that the work is as long as the texts.
    /// </summary>
    private static IEnumerable<(SaidBefore Said, int Words, int Start, int End)> Repeated(
        string plain,
        IEnumerable<SaidBefore> before,
        IEnumerable<string> known
    )
    {
        var words = WordsOf(plain);
        if (words.Count < RunLength)
            yield break;
        var windows = Windows(words).ToList();
        var mine = windows.ToHashSet();
        foreach (var text in known)
            mine.ExceptWith(Windows(WordsOf(text)));
        var found = new Dictionary<ulong, SaidBefore>();
        foreach (var said in before)
        foreach (var window in Windows(WordsOf(said.Text)))
            if (mine.Contains(window))
                found.TryAdd(window, said);

        // Windows that follow one another are one run.
        var (start, end, by) = (-1, 0, default(SaidBefore));
        for (var i = 0; i < windows.Count; i++)
        {
            if (!found.TryGetValue(windows[i], out var said))
                continue;
            if (start >= 0 && i >= end)
            {
                yield return (by, end - start, words[start].Start, words[end - 1].End);
                start = -1;
            }

            if (start < 0)
                (start, by) = (i, said);
            end = i + RunLength;
        }

        if (start >= 0)
            yield return (by, end - start, words[start].Start, words[end - 1].End);
    }

    /// <summary>A hash of each window of <see cref="RunLength"/> words.</summary>
    private static IEnumerable<ulong> Windows(List<(ulong Word, int Start, int End)> words)
    {
        for (var i = 0; i + RunLength <= words.Count; i++)
        {
            var window = 14695981039346656037UL;
            for (var at = i; at < i + RunLength; at++)
                window = (window ^ words[at].Word) * 1099511628211UL;
            yield return window;
        }
    }

    /// <summary>Hashes of words without case, accents and punctuation, with where they stand.</summary>
    private static List<(ulong Word, int Start, int End)> WordsOf(string text)
    {
        var words = new List<(ulong, int, int)>();
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
            words.Add((HashOf(text.AsSpan(start, i - start)), start, i));
        }

        return words;
    }

    /// <summary>A hash of a word (64-bit FNV-1a), mixed so that words in a row do not cancel one another out.</summary>
    private static ulong HashOf(ReadOnlySpan<char> word)
    {
        // Only letters beyond ASCII have accents to be taken off.
        var folded = System.Text.Ascii.IsValid(word) ? word : word.ToString().Normalize(NormalizationForm.FormD);
        var hash = 14695981039346656037UL;
        foreach (var c in folded)
            if (char.IsLetterOrDigit(c))
                hash = (hash ^ char.ToLowerInvariant(c)) * 1099511628211UL;
        return hash * 0x9E3779B97F4A7C15UL;
    }

    private static Leak At(string plain, string words, LeakKind kind, string reason) =>
        plain.IndexOf(words, StringComparison.Ordinal) is >= 0 and var start
            ? new(kind, reason, start, start + words.Length)
            : new(kind, reason, -1, -1);
}
