using System.Globalization;

namespace Wrenlet.Core;

/// <summary>Words as they are compared where case and accents do not matter.</summary>
internal static class Folding
{
    /// <summary>
    /// Letters of U+00C0 to U+017F without the accents that Unicode decomposes: a program without ICU has no
    /// normalisation of its own.
    /// </summary>
    private const string Bare =
        "AAAAAAÆCEEEEIIIIÐNOOOOO×ØUUUUYÞßaaaaaaæceeeeiiiiðnooooo÷øuuuuyþy"
        + "AaAaAaCcCcCcCcDdĐđEeEeEeEeEe"
        + "GgGgGgGgHhĦħIiIiIiIiIıĲĳJjKkĸLlLlLlĿŀŁłNnNnNnŉŊŋOoOoOoŒœRrRrRrSsSsSsSsTtTtŦŧUuUuUuUuUuUuWwYyYZzZzZzſ";

    /// <summary>A word in small letters, without accents.</summary>
    public static string Of(string word) =>
        System.Text.Ascii.IsValid(word)
            ? word.ToLowerInvariant()
            : string.Concat(
                    word.Where(c => char.GetUnicodeCategory(c) is not UnicodeCategory.NonSpacingMark)
                        .Select(c => c is >= '\u00C0' and <= '\u017F' ? Bare[c - 0xC0] : c)
                )
                .ToLowerInvariant();
}
