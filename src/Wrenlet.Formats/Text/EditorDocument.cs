using System.Text.Json;

namespace Wrenlet.Formats.Text;

/// <summary>
/// Text as the document of the web's editor, in which drafts are kept: paragraphs of text, as its library (ProseMirror)
/// writes them as JSON.
/// </summary>
public static class EditorDocument
{
    /// <summary>A document of plain text; an empty line parts paragraphs, a single one breaks a line.</summary>
    public static string OfText(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var paragraphs = text.ReplaceLineEndings("\n").Trim().Split("\n\n", StringSplitOptions.RemoveEmptyEntries);
        return JsonSerializer.Serialize(
            new { type = "doc", content = paragraphs.Select(p => new { type = "paragraph", content = Lines(p) }) }
        );
    }

    private static IEnumerable<object> Lines(string paragraph) =>
        paragraph
            .Trim('\n')
            .Split('\n')
            .Where(l => l.Length > 0)
            .SelectMany((line, i) => i == 0 ? [Text(line)] : new[] { new { type = "hardBreak" }, Text(line) });

    private static object Text(string line) => new { type = "text", text = line };
}
