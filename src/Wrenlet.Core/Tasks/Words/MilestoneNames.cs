using System.Collections.Frozen;
using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds the milestones of the firm where they are named: in full, in short, or by what then happens.</summary>
/// <param name="setting">What the reader knows of the firm.</param>
/// <param name="tokens">The message.</param>
internal sealed class MilestoneNames(ReaderSetting setting, Tokens tokens)
{
    /// <summary>Last words of milestones that by themselves may be anything.</summary>
    private static readonly FrozenSet<string> General = Lexicon.Set(
        "day days week weekend month night evening morning time date meeting check start end test review call work"
    );

    private readonly List<(string[] Words, Instant At)> _milestones =
    [
        .. setting.Milestones.Select(m =>
            (m.Name.ToLowerInvariant().Split([' ', '-'], StringSplitOptions.RemoveEmptyEntries), m.At)
        ),
    ];

    /// <summary>"Open weekend", "Friday market": a word of what is so called names no day by itself.</summary>
    public bool IsInside(int i)
    {
        foreach (var (words, _) in _milestones)
            for (var k = 1; k < words.Length && k <= i; k++)
                if (Word(i).Lower == words[k] && Named(words, i - k) is not null)
                    return true;
        return false;
    }

    /// <summary>
    /// The milestone named at a token; null when none is. <paramref name="to"/> is the token after it.
    /// </summary>
    public Instant? At(int i, out int to)
    {
        to = i;
        if (Word(i).Is("the") || Word(i).Is("her") || Word(i).Is("his") || Word(i).Is("their"))
            i++;
        foreach (var milestone in _milestones)
            if (Named(milestone.Words, i) is { } past)
            {
                to = past;
                return milestone.At;
            }

        return CalledInShort(i, ref to);
    }

    /// <summary>"The inspection's on the 28th": the milestone whose name ends so at a token; null where none does.</summary>
    public Instant? Told(int i)
    {
        foreach (var (words, at) in _milestones)
        {
            var first = i - words.Length + 1;
            var fits = first >= 0 && Word(i).Lower == words[^1] + "'s";
            for (var k = 0; fits && k + 1 < words.Length; k++)
                fits = Word(first + k).Lower == words[k];
            if (fits)
                return at;
        }

        return null;
    }

    /// <summary>"The sale", where the only sale is the book sale.</summary>
    private Instant? CalledInShort(int i, ref int to)
    {
        if (!Word(i - 1).Is("the") || !Word(i).IsWord || General.Contains(Word(i).Lower))
            return null;
        Instant? found = null;
        foreach (var milestone in setting.Milestones)
        {
            if (!milestone.Name.EndsWith(' ' + Word(i).Lower, StringComparison.OrdinalIgnoreCase))
                continue;
            if (found is not null)
                return null;
            found = milestone.At;
        }

        if (found is not null)
            to = i + 1;
        return found;
    }

    /// <summary>The token after words that stand at a token, joined by hyphens or not; null where they do not.</summary>
    private int? Named(string[] words, int i)
    {
        var said = 0;
        while (said < words.Length && Word(i).IsWord)
        {
            // Most tokens are no word of it, and are not worth being taken apart.
            if (!Word(i).Lower.StartsWith(words[said], StringComparison.Ordinal))
                return null;
            // "Before the season starts", where the start of the season is one
            if (said > 0 && said + 1 == words.Length && Word(i).Lower == words[said] + "s" && IsAwaited(i - said))
                return i + 1;
            var parts = Word(i).Lower.Split('-');
            if (said + parts.Length > words.Length || !parts.AsSpan().SequenceEqual(words.AsSpan(said, parts.Length)))
                return null;
            said += parts.Length;
            i++;
        }

        return said > 0 && said == words.Length ? i : null;
    }

    /// <summary>"Before the season": whether what happens then is waited for, and not only named.</summary>
    private bool IsAwaited(int i)
    {
        var before = Word(i - 1).Is("the") ? i - 2 : i - 1;
        return Word(before).Lower is "before" or "until" or "till" or "when" or "once" or "after";
    }

    private ref readonly Token Word(int i) => ref tokens[i];
}
