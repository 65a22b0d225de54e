using System.Text.RegularExpressions;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;

namespace Wrenlet.Formats.Text;

/// <summary>What a tag in an entry points at.</summary>
public enum TagKind
{
    /// <summary>A person, by id.</summary>
    Person,

    /// <summary>A crew, by id.</summary>
    Crew,

    /// <summary>A docket, by its reference.</summary>
    Docket,

    /// <summary>A task, by id.</summary>
    Task,

    /// <summary>Something said, by id.</summary>
    Entry,

    /// <summary>A sheet, by id.</summary>
    Sheet,

    /// <summary>A saved way of looking at tasks or dockets, by id.</summary>
    View,
}

/// <summary>
/// A tag as it stands in Markdown: an ordinary link with a scheme of its own,
/// <c>[@Ines Kowal](person:0198…)</c> or <c>[#J-1042](docket:J-1042)</c>.
/// </summary>
/// <param name="Kind">What it points at.</param>
/// <param name="Target">Id or reference.</param>
/// <param name="Text">As shown, with its sign.</param>
public readonly partial record struct TagLink(TagKind Kind, string Target, string Text)
{
    /// <summary>Reads the address of a link; null when it is an ordinary one.</summary>
    public static TagLink? Parse(string? url, string text)
    {
        var colon = url?.IndexOf(':', StringComparison.Ordinal) ?? -1;
        if (url is null || colon <= 0)
            return null;
        TagKind? kind = url[..colon] switch
        {
            "person" => TagKind.Person,
            "crew" => TagKind.Crew,
            "docket" => TagKind.Docket,
            "task" => TagKind.Task,
            "entry" => TagKind.Entry,
            "sheet" => TagKind.Sheet,
            "view" => TagKind.View,
            _ => null,
        };
        var target = url[(colon + 1)..];
        return
            kind is { } k && target.Length is > 0 and <= 40 && target.All(c => char.IsAsciiLetterOrDigit(c) || c == '-')
            ? new TagLink(k, target, text)
            : null;
    }

    /// <summary>The tag as Markdown.</summary>
    public static string Markdown(TagKind kind, string target, string text) => $"[{text}]({Word(kind)}:{target})";

    /// <summary>Words as they can stand in a tag.</summary>
    public static string Plain(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        return string.Concat(text.Where(c => c is not ('[' or ']' or '\\' or '\n')));
    }

    /// <summary>Markdown whose tags are only their words.</summary>
    public static string WordsOnly(string markdown) =>
        TagForm().Replace(markdown, m => m.Groups["text"].Value.TrimStart('@', '#'));

    [GeneratedRegex(
        @"\[(?<text>(?:[^\]\\]|\\.)*)\]\((?:person|crew|docket|task|entry|sheet|view):[0-9A-Za-z-]{1,40}\)"
    )]
    private static partial Regex TagForm();

    /// <summary>The scheme of a kind.</summary>
    public static string Word(TagKind kind) =>
        kind switch
        {
            TagKind.Person => "person",
            TagKind.Crew => "crew",
            TagKind.Docket => "docket",
            TagKind.Task => "task",
            TagKind.Entry => "entry",
            TagKind.Sheet => "sheet",
            TagKind.View => "view",
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "Unknown kind of tag."),
        };
}
