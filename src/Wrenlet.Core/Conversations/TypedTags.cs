using System.Collections.Immutable;
using System.Text;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>Somebody who can be tagged: a person or a crew.</summary>
/// <param name="Name">Full name of the person, or the crew's name.</param>
/// <param name="Person">The person; null for a crew.</param>
/// <param name="Crew">The crew; null for a person.</param>
public readonly record struct CanBeTagged(string Name, PersonId? Person, CrewId? Crew)
{
    /// <summary>The ways the name is said (<see cref="Names.Ways"/>), each once; a crew has one name only.</summary>
    public IEnumerable<string> Ways =>
        Person is null ? [Name] : Names.Ways(Name).Distinct(StringComparer.OrdinalIgnoreCase);
}

/// <summary>A name that was typed after an at sign and not taken from the list.</summary>
/// <param name="Start">Where the at sign stands, in UTF-16.</param>
/// <param name="End">Behind the last letter of the name.</param>
/// <param name="Fits">Whom it fits: one, or several among whom the writer has to choose.</param>
public sealed record TypedName(int Start, int End, ImmutableArray<CanBeTagged> Fits);

/// <summary>
/// Names that people type out after an at sign and go on writing: what fits one who can be tagged is the tag, what fits
/// several is asked. Linear in the words.
/// </summary>
public static class TypedTags
{
    /// <summary>In UTF-16; behind a bracket without an end the words go on.</summary>
    private const int LongestLink = 2_000;

    /// <summary>The names in Markdown that are no tags yet, in their order; none within links and code.</summary>
    public static ImmutableArray<TypedName> Find(string markdown, IReadOnlyCollection<CanBeTagged> who)
    {
        ArgumentNullException.ThrowIfNull(markdown);
        ArgumentNullException.ThrowIfNull(who);
        if (!markdown.Contains('@', StringComparison.Ordinal))
            return [];
        var byFirstWord = who.SelectMany(w => w.Ways.Select(way => (Way: way, Who: w)))
            .ToLookup(w => w.Way[..EndOfWord(w.Way, 0)], StringComparer.OrdinalIgnoreCase);
        var found = ImmutableArray.CreateBuilder<TypedName>();
        for (var i = 0; i < markdown.Length; i++)
        {
            if (Skipped(markdown, i) is var past && past > i)
                i = past;
            if (i >= markdown.Length || markdown[i] != '@' || (i > 0 && InWord(markdown[i - 1])))
                continue;
            var start = i + 1;
            var end = EndOfWord(markdown, start);
            var begun = byFirstWord[markdown[start..end]];
            if (IsOwning(markdown, end - 2) && end - start > 2)
                begun = begun.Concat(byFirstWord[markdown[start..(end - 2)]]);
            var said = begun.Where(b => Follows(markdown, start, b.Way)).ToList();
            if (said.Count == 0)
                continue;
            // Of "Ada" and "Ada Lum" the longer is meant.
            var length = said.Max(s => s.Way.Length);
            found.Add(new(i, start + length, [.. said.Where(s => s.Way.Length == length).Select(s => s.Who)]));
            i = start + length - 1;
        }

        return found.ToImmutable();
    }

    /// <summary>The words with each name that fits one made into the tag; those that fit several stay as they are.</summary>
    /// <param name="markdown">The words.</param>
    /// <param name="names">What was found in them.</param>
    /// <param name="tag">How a tag is written.</param>
    public static string Complete(string markdown, ImmutableArray<TypedName> names, Func<CanBeTagged, string> tag)
    {
        ArgumentNullException.ThrowIfNull(markdown);
        ArgumentNullException.ThrowIfNull(tag);
        var sure = names.Where(n => n.Fits.Length == 1).ToList();
        if (sure.Count == 0)
            return markdown;
        var (words, at) = (new StringBuilder(markdown.Length + (sure.Count * 60)), 0);
        foreach (var name in sure)
        {
            words.Append(markdown, at, name.Start - at).Append(tag(name.Fits[0]));
            at = name.End;
        }

        return words.Append(markdown, at, markdown.Length - at).ToString();
    }

    /// <summary>Behind the code or the link that begins here; the same place where none does.</summary>
    private static int Skipped(string text, int i)
    {
        if (text[i] == '\\')
            return i + 2;
        if (text[i] == '`')
        {
            var ticks = 1;
            while (i + ticks < text.Length && text[i + ticks] == '`')
                ticks++;
            var close = text.IndexOf(new string('`', ticks), i + ticks, StringComparison.Ordinal);
            return close < 0 ? i + ticks : close + ticks;
        }

        if (text[i] != '[')
            return i;
        var bracket = text.IndexOf("](", i, Math.Min(400, text.Length - i), StringComparison.Ordinal);
        var line = text.IndexOf('\n', i, Math.Min(400, text.Length - i));
        if (bracket < 0 || (line >= 0 && line < bracket))
            return i;
        var end = text.IndexOf(')', bracket, Math.Min(LongestLink, text.Length - bracket));
        return end < 0 ? i : end + 1;
    }

    private static bool InWord(char c) => char.IsLetterOrDigit(c) || c is '@' or '.' or '_' or '/' or '-';

    /// <summary>Letters, digits and what joins them: a hyphen or an apostrophe with a letter behind it.</summary>
    private static bool InName(string text, int i) =>
        char.IsLetterOrDigit(text[i])
        || (text[i] is '-' or '\'' or '’' or '_' && i + 1 < text.Length && char.IsLetterOrDigit(text[i + 1]));

    private static int EndOfWord(string text, int start)
    {
        var end = start;
        while (end < text.Length && InName(text, end))
            end++;
        return end;
    }

    /// <summary>Whether a name stands here, and ends where it does: not "Lum" of "Lum-Bell", but of "Lum's".</summary>
    private static bool Follows(string text, int at, string name)
    {
        var end = at + name.Length;
        return string.Compare(text, at, name, 0, name.Length, StringComparison.OrdinalIgnoreCase) == 0
            && (end >= text.Length || !InName(text, end) || (IsOwning(text, end) && EndOfWord(text, end) == end + 2));
    }

    /// <summary>Whether an apostrophe stands here with an s behind it.</summary>
    private static bool IsOwning(string text, int at) =>
        at >= 0 && at + 1 < text.Length && text[at] is '\'' or '’' && text[at + 1] is 's';
}
