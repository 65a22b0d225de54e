using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>A short answer to an entry without words: one of five with a purpose, or a single emoji.</summary>
/// <remarks>
/// The five say where the reader stands, from having read to having done it; an emoji says anything else.
/// </remarks>
public static class Signs
{
    /// <summary>The signs with a purpose, in the order in which work goes: read, agree, on-it, done, unclear.</summary>
    public static readonly ImmutableArray<string> Purposes = ["read", "agree", "on-it", "done", "unclear"];

    /// <summary>
    /// Longest emoji, in UTF-16 units: a family of four with skin tones takes 31, a flag of a region 14.
    /// </summary>
    private const int Longest = 40;

    /// <summary>
    /// Whether this is a sign: a purpose, or one emoji and nothing beside (UTS 51, as extended grapheme cluster of UAX
    /// 29).
    /// </summary>
    public static bool IsSign(string sign)
    {
        ArgumentNullException.ThrowIfNull(sign);
        if (Purposes.Contains(sign))
            return true;
        if (sign.Length is 0 or > Longest || new StringInfo(sign).LengthInTextElements != 1)
            return false;
        var runes = sign.EnumerateRunes().ToList();
        return IsPicture(runes[0]) || (IsKeycapBase(runes[0]) && runes[^1].Value == 0x20E3);
    }

    /// <summary>Members of the crews an entry was for who have given it no sign yet, its author left out.</summary>
    /// <param name="author">Who said it; null when nobody of ours did.</param>
    /// <param name="asked">Members of the tagged crews, with repeats.</param>
    /// <param name="given">Who has given any sign.</param>
    public static ImmutableArray<PersonId> NotYet(
        PersonId? author,
        IEnumerable<PersonId> asked,
        IReadOnlySet<PersonId> given
    ) => [.. asked.Distinct().Where(p => p != author && !given.Contains(p))];

    /// <summary>Blocks of Unicode that hold pictographs, and the regional indicators of flags.</summary>
    private static bool IsPicture(Rune rune) =>
        rune.Value
            is (>= 0x1F000 and <= 0x1FAFF)
                or (>= 0x2600 and <= 0x27BF)
                or (>= 0x2300 and <= 0x23FF)
                or (>= 0x2B05 and <= 0x2B55)
                or (>= 0x2190 and <= 0x21FF)
                or (>= 0x25AA and <= 0x25FE)
                or 0x203C
                or 0x2049
                or 0x2122
                or 0x2139
                or 0x3030
                or 0x303D
                or 0x3297
                or 0x3299
                or 0x00A9
                or 0x00AE;

    private static bool IsKeycapBase(Rune rune) => rune.Value is '#' or '*' or (>= '0' and <= '9');
}
