using System.Collections.Immutable;
using System.Text;

namespace Wrenlet.Formats.People;

/// <summary>A person as a card gives them.</summary>
/// <param name="Name">Full name.</param>
/// <param name="Organisation">Whom they speak for; null when for themselves.</param>
/// <param name="Mails">Mail addresses, the preferred one first.</param>
/// <param name="Phones">Telephone numbers as written, the preferred one first.</param>
/// <param name="Language">BCP 47 tag; null when the card does not say.</param>
public sealed record ContactCard(
    string Name,
    string? Organisation,
    ImmutableArray<string> Mails,
    ImmutableArray<string> Phones,
    string? Language
);

/// <summary>
/// Reads and writes vCards. Writes version 4.0 (RFC 6350) in UTF-8; reads it and 3.0 (RFC 2426), and of 2.1 what has no
/// quoted-printable in it. Properties that a contact has no place for are left out.
/// </summary>
public static class ContactCards
{
    private const int LongestLine = 75;

    /// <summary>Parts of N (family, given, additional, before, after) in the order in which a name is said.</summary>
    private static readonly int[] NameOrder = [3, 1, 2, 0, 4];

    /// <summary>Reads all cards of a text.</summary>
    /// <exception cref="FormatException">There is no card in it, or a card is cut off or has no name; the message says
    /// which and what to do.</exception>
    public static IReadOnlyList<ContactCard> Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var cards = new List<ContactCard>();
        List<(string Name, string Parameters, string Value)>? card = null;
        foreach (var line in Unfolded(text))
        {
            if (Split(line) is not { } property)
                continue;
            if (property.Name == "BEGIN" && property.Value.Trim().Equals("VCARD", StringComparison.OrdinalIgnoreCase))
                card = [];
            else if (property.Name == "END" && card is not null)
            {
                cards.Add(CardOf(card, cards.Count + 1));
                card = null;
            }
            else
                card?.Add(property);
        }

        if (card is not null)
            throw new FormatException(
                $"Card {cards.Count + 1} has no END:VCARD: the file is cut off. Export it again."
            );
        return cards.Count > 0
            ? cards
            : throw new FormatException(
                "There is no card in this file. A card begins with BEGIN:VCARD; export the contacts as vCard (.vcf)."
            );
    }

    /// <summary>Writes cards, each line ended by CRLF and folded at 75 bytes.</summary>
    public static string Write(IEnumerable<ContactCard> cards)
    {
        ArgumentNullException.ThrowIfNull(cards);
        var text = new StringBuilder();
        foreach (var card in cards)
        {
            Line(text, "BEGIN:VCARD");
            Line(text, "VERSION:4.0");
            Line(text, "FN:" + Escaped(card.Name));
            if (card.Organisation is { } firm)
                Line(text, "ORG:" + Escaped(firm));
            foreach (var (i, mail) in card.Mails.Index())
                Line(text, $"EMAIL{(i == 0 ? ";PREF=1" : "")}:{Escaped(mail)}");
            foreach (var (i, phone) in card.Phones.Index())
                Line(text, $"TEL;VALUE=uri{(i == 0 ? ";PREF=1" : "")}:tel:{phone}");
            if (card.Language is { } language)
                Line(text, "LANG:" + language);
            Line(text, "END:VCARD");
        }

        return text.ToString();
    }

    private static ContactCard CardOf(List<(string Name, string Parameters, string Value)> properties, int number)
    {
        string? First(string name) =>
            properties.Where(p => p.Name == name && p.Value.Length > 0).Select(p => p.Value).FirstOrDefault();
        var name =
            First("FN") is { } full ? Parts(full, '\0')[0]
            : First("N") is { } parts
                ? string.Join(
                    ' ',
                    NameOrder
                        .Select(i => Parts(parts, ';').ElementAtOrDefault(i))
                        .Where(p => !string.IsNullOrWhiteSpace(p))
                )
            : First("ORG") is { } firm ? Parts(firm, ';')[0]
            : "";
        name = name.Trim();
        if (name.Length == 0)
            throw new FormatException($"Card {number} has no name. Give it one (FN), then import again.");
        ImmutableArray<string> Values(string kind) =>
            [
                .. properties
                    .Where(p => p.Name == kind)
                    .OrderByDescending(p => p.Parameters.Contains("PREF", StringComparison.OrdinalIgnoreCase))
                    .Select(p => Bare(Parts(p.Value, '\0')[0]))
                    .Where(v => v.Length > 0)
                    .Distinct(),
            ];
        var organisation = First("ORG") is { } o ? Parts(o, ';')[0].Trim() : null;
        return new(
            name,
            string.IsNullOrEmpty(organisation) || organisation == name ? null : organisation,
            Values("EMAIL"),
            Values("TEL"),
            First("LANG")?.Trim()
        );
    }

    /// <summary>A value without its URI scheme (RFC 3966, RFC 6068) and the parameters after it.</summary>
    private static string Bare(string value)
    {
        value = value.Trim();
        if (value.StartsWith("tel:", StringComparison.OrdinalIgnoreCase))
            return value[4..].Split(';')[0];
        return value.StartsWith("mailto:", StringComparison.OrdinalIgnoreCase) ? value[7..] : value;
    }

    private static (string Name, string Parameters, string Value)? Split(string line)
    {
        var quoted = false;
        for (var i = 0; i < line.Length; i++)
        {
            if (line[i] == '"')
                quoted = !quoted;
            if (line[i] != ':' || quoted)
                continue;
            var head = line[..i];
            var end = head.IndexOf(';', StringComparison.Ordinal);
            var name = (end < 0 ? head : head[..end]).Split('.')[^1].ToUpperInvariant();
            return (name, end < 0 ? "" : head[(end + 1)..], line[(i + 1)..]);
        }

        return null;
    }

    /// <summary>A value split at a sign and unescaped (RFC 6350, 3.4); NUL splits nowhere.</summary>
    private static List<string> Parts(string value, char at)
    {
        var parts = new List<string>();
        var part = new StringBuilder();
        for (var i = 0; i < value.Length; i++)
        {
            if (value[i] == '\\' && i + 1 < value.Length)
                part.Append(value[++i] is 'n' or 'N' ? '\n' : value[i]);
            else if (value[i] == at && at != '\0')
            {
                parts.Add(part.ToString());
                part.Clear();
            }
            else
                part.Append(value[i]);
        }

        parts.Add(part.ToString());
        return parts;
    }

    private static string Escaped(string value) =>
        value
            .Replace("\\", "\\\\", StringComparison.Ordinal)
            .Replace(",", "\\,", StringComparison.Ordinal)
            .Replace(";", "\\;", StringComparison.Ordinal)
            .ReplaceLineEndings("\\n");

    private static IEnumerable<string> Unfolded(string text)
    {
        string? line = null;
        foreach (var next in text.TrimStart('\uFEFF').ReplaceLineEndings("\n").Split('\n'))
        {
            if (line is not null && next.Length > 0 && next[0] is ' ' or '\t')
                line += next[1..];
            else
            {
                if (line is not null)
                    yield return line;
                line = next;
            }
        }

        if (line is not null)
            yield return line;
    }

    /// <summary>Writes a line, folded so that no part is longer than 75 bytes and no character is cut.</summary>
    private static void Line(StringBuilder text, string line)
    {
        var bytes = 0;
        foreach (var rune in line.EnumerateRunes())
        {
            if (bytes + rune.Utf8SequenceLength > LongestLine)
            {
                text.Append("\r\n ");
                bytes = 1;
            }

            text.Append(rune);
            bytes += rune.Utf8SequenceLength;
        }

        text.Append("\r\n");
    }
}
