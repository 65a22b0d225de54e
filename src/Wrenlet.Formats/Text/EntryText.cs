using System.Collections.Immutable;
using System.Net;
using System.Text;
using Markdig;
using Markdig.Extensions.Tables;
using Markdig.Syntax;
using Markdig.Syntax.Inlines;

namespace Wrenlet.Formats.Text;

/// <summary>An entry's text in the forms that it is shown, sent, searched and read in.</summary>
/// <param name="Html">Safe HTML out of a closed set of elements.</param>
/// <param name="Plain">Plain text; positions of readers and marks count in it.</param>
/// <param name="Tags">Tags in the order of the text.</param>
public sealed record RenderedText(string Html, string Plain, ImmutableArray<TagLink> Tags);

/// <summary>A run of the plain text to be marked, and the number that tells what it is.</summary>
public readonly record struct Marked(int Start, int End, int Label);

/// <summary>
/// Renders the Markdown of entries (CommonMark with strikethrough, bare links and tables of pipes).
/// HTML in the source is shown as text. Only the elements written here can come out, with addresses
/// of http, https, mailto and tel; everything else is escaped. Tests hold the output against a sanitiser.
/// </summary>
public static class EntryText
{
    private static readonly MarkdownPipeline Pipeline = new MarkdownPipelineBuilder()
        .DisableHtml()
        .UseEmphasisExtras(Markdig.Extensions.EmphasisExtras.EmphasisExtraOptions.Strikethrough)
        .UseAutoLinks()
        .UsePipeTables()
        .UseSoftlineBreakAsHardlineBreak()
        .Build();

    /// <summary>
    /// Most links begun in one text: each that does not end costs the parser a look at all that follows.
    /// </summary>
    private const int MostBrackets = 1000;

    /// <summary>The same for a page, which is longer than anything that is said.</summary>
    private const int MostBracketsOfPage = 4000;

    /// <summary>
    /// Renders Markdown. What is nested too deep, or begins too many links, is shown as it is, without any form.
    /// </summary>
    /// <param name="markdown">Source text.</param>
    /// <param name="marks">Runs of the plain text to wrap in mark elements; they may not overlap.</param>
    /// <param name="showTags">False to show tags of people as plain names, as a party sees them.</param>
    public static RenderedText FromMarkdown(string markdown, IReadOnlyList<Marked>? marks = null, bool showTags = true)
    {
        if (Parsed(markdown, MostBrackets) is not { } document)
            return FromPlain(markdown, marks);
        var writer = new Writer(marks ?? [], showTags, headings: false);
        foreach (var block in document)
            writer.Block(block);
        return writer.Done();
    }

    /// <summary>
    /// The blocks of a page one by one, each with its Markdown: paragraphs, lists, tables, and headings that are
    /// headings.
    /// </summary>
    /// <param name="markdown">Source text; what cannot be parsed (see <see cref="FromMarkdown"/>) is one block as it
    /// is.</param>
    /// <param name="showTags">False to show tags of people as plain names, as a party sees them.</param>
    public static IReadOnlyList<(string Source, RenderedText Rendered)> Blocks(string markdown, bool showTags = true)
    {
        ArgumentNullException.ThrowIfNull(markdown);
        if (Parsed(markdown, MostBracketsOfPage) is not { } document)
            return [(markdown, FromPlain(markdown))];
        return
        [
            .. document
                .Where(b => b is not LinkReferenceDefinitionGroup and not BlankLineBlock)
                .Select(block =>
                {
                    var writer = new Writer([], showTags, headings: true);
                    writer.Block(block);
                    return (
                        markdown
                            .Substring(
                                block.Span.Start,
                                Math.Min(block.Span.Length, markdown.Length - block.Span.Start)
                            )
                            .TrimEnd('\n'),
                        writer.Done()
                    );
                }),
        ];
    }

    /// <summary>
    /// What Markdown is made of; null where it is nested deeper than anyone writes, or begins too many links.
    /// </summary>
    private static MarkdownDocument? Parsed(string markdown, int mostBrackets)
    {
        if (markdown.AsSpan().Count('[') > mostBrackets)
            return null;
        try
        {
            return Markdown.Parse(markdown, Pipeline);
        }
        catch (ArgumentException)
        {
            // The parser's own limit of nesting.
            return null;
        }
    }

    /// <summary>The words of Markdown without its form.</summary>
    public static string PlainOf(string markdown) => IsPlain(markdown) ? markdown : FromMarkdown(markdown).Plain;

    /// <summary>
    /// Whether a text is one line of words that no rule of Markdown could see as anything else; most of what is said
    /// is.
    /// </summary>
    private static bool IsPlain(string markdown)
    {
        if (markdown.Length == 0 || !char.IsAsciiLetter(markdown[0]) || markdown[^1] is ' ')
            return false;
        foreach (var c in markdown)
            if (!(char.IsAsciiLetterOrDigit(c) || c is ' ' or ',' or '.' or ';' or '?' or '\'' or '(' or ')' or '/'))
                return false;
        return !markdown.Contains("www", StringComparison.OrdinalIgnoreCase)
            && !markdown.Contains("  ", StringComparison.Ordinal);
    }

    /// <summary>Plain text as Markdown that renders to just that text.</summary>
    public static string Escaped(string plain) =>
        string.Concat(
            plain.Select(c => "\\`*_{}[]()#+-.!~<>|&".Contains(c, StringComparison.Ordinal) ? "\\" + c : c.ToString())
        );

    /// <summary>Renders text that came from outside: nothing in it is markup, but its links work.</summary>
    public static RenderedText FromPlain(string text, IReadOnlyList<Marked>? marks = null)
    {
        var writer = new Writer(marks ?? [], showTags: true, headings: false);
        writer.PlainText(text.ReplaceLineEndings("\n").Trim('\n'));
        return writer.Done();
    }

    private sealed class Writer(IReadOnlyList<Marked> marks, bool showTags, bool headings)
    {
        private readonly StringBuilder _html = new();
        private readonly StringBuilder _plain = new();
        private readonly ImmutableArray<TagLink>.Builder _tags = ImmutableArray.CreateBuilder<TagLink>();

        public RenderedText Done() => new(_html.ToString(), _plain.ToString().TrimEnd('\n'), _tags.ToImmutable());

        public void Block(Block block)
        {
            switch (block)
            {
                case HeadingBlock heading when headings:
                    // The name of the sheet is the heading above them all.
                    var level = Math.Min(heading.Level + 1, 5);
                    Wrap($"<h{level}>", heading.Inline, $"</h{level}>");
                    break;
                case HeadingBlock heading:
                    Wrap("<p><strong>", heading.Inline, "</strong></p>");
                    break;
                case ParagraphBlock paragraph:
                    Wrap("<p>", paragraph.Inline, "</p>");
                    break;
                case QuoteBlock quote:
                    Nest("<blockquote>", quote, "</blockquote>");
                    break;
                case ListBlock list:
                    var start =
                        list.IsOrdered && int.TryParse(list.OrderedStart, out var n) && n is > 1 and < 1_000_000
                            ? $" start=\"{n}\""
                            : "";
                    _html.Append(list.IsOrdered ? $"<ol{start}>" : "<ul>");
                    foreach (var item in list.OfType<ListItemBlock>())
                    {
                        _html.Append("<li>");
                        _plain.Append("- ");
                        foreach (var part in item)
                            Block(part);
                        _html.Append("</li>");
                    }

                    _html.Append(list.IsOrdered ? "</ol>" : "</ul>");
                    break;
                case CodeBlock code:
                    _html.Append("<pre><code>");
                    Text(code.Lines.ToString());
                    _html.Append("</code></pre>");
                    _plain.Append('\n');
                    break;
                case Table table:
                    Rows(table);
                    break;
                case ThematicBreakBlock:
                    _html.Append("<hr>");
                    break;
                case LeafBlock { Inline: { } inline }:
                    Wrap("<p>", inline, "</p>");
                    break;
                case ContainerBlock container:
                    foreach (var part in container)
                        Block(part);
                    break;
            }
        }

        private void Rows(Table table)
        {
            _html.Append("<table>");
            foreach (var row in table.OfType<TableRow>())
            {
                var cell = row.IsHeader ? "th" : "td";
                _html.Append("<tr>");
                foreach (var (i, content) in row.OfType<TableCell>().Index())
                {
                    if (i > 0)
                        _plain.Append(" | ");
                    _html.Append('<').Append(cell).Append('>');
                    foreach (var block in content.OfType<LeafBlock>())
                    {
                        if (block.Inline is not null)
                            Inlines(block.Inline);
                    }

                    _html.Append("</").Append(cell).Append('>');
                }

                _html.Append("</tr>");
                _plain.Append('\n');
            }

            _html.Append("</table>");
        }

        public void PlainText(string text)
        {
            _html.Append("<p>");
            var lines = text.Split('\n');
            for (var i = 0; i < lines.Length; i++)
            {
                if (i > 0)
                {
                    _html.Append("<br>");
                    _plain.Append('\n');
                }

                var at = 0;
                foreach (var (start, end) in BareLinks(lines[i]))
                {
                    Text(lines[i][at..start]);
                    Link(lines[i][start..end], lines[i][start..end]);
                    at = end;
                }

                Text(lines[i][at..]);
            }

            _html.Append("</p>");
        }

        private static IEnumerable<(int Start, int End)> BareLinks(string line)
        {
            var at = 0;
            while ((at = line.IndexOf("http", at, StringComparison.OrdinalIgnoreCase)) >= 0)
            {
                var end = at;
                while (end < line.Length && !char.IsWhiteSpace(line[end]) && line[end] is not ('<' or '>' or '"'))
                    end++;
                while (end > at && line[end - 1] is '.' or ',' or ')' or ';' or '!' or '?')
                    end--;
                if (Safe(line[at..end]) is not null)
                    yield return (at, end);
                at = Math.Max(end, at + 4);
            }
        }

        private void Nest(string open, ContainerBlock inner, string close)
        {
            _html.Append(open);
            foreach (var part in inner)
                Block(part);
            _html.Append(close);
        }

        private void Wrap(string open, ContainerInline? inline, string close)
        {
            _html.Append(open);
            if (inline is not null)
                Inlines(inline);
            _html.Append(close);
            _plain.Append('\n');
        }

        private void Inlines(ContainerInline container)
        {
            foreach (var inline in container)
                Inline(inline);
        }

        private void Inline(Inline inline)
        {
            switch (inline)
            {
                case LiteralInline literal:
                    Text(literal.Content.ToString());
                    break;
                case CodeInline code:
                    _html.Append("<code>");
                    Text(code.Content);
                    _html.Append("</code>");
                    break;
                case EmphasisInline emphasis:
                    var element =
                        emphasis.DelimiterChar == '~' ? "s"
                        : emphasis.DelimiterCount >= 2 ? "strong"
                        : "em";
                    _html.Append('<').Append(element).Append('>');
                    Inlines(emphasis);
                    _html.Append("</").Append(element).Append('>');
                    break;
                case LineBreakInline:
                    _html.Append("<br>");
                    _plain.Append('\n');
                    break;
                case LinkInline link:
                    var words = Words(link);
                    if (!link.IsImage && TagLink.Parse(link.Url, words) is { } tag)
                        Tag(tag);
                    else if (link.IsImage || Safe(link.Url) is null)
                        Inlines(link);
                    else
                    {
                        OpenLink(Safe(link.Url)!);
                        Inlines(link);
                        _html.Append("</a>");
                    }

                    break;
                case AutolinkInline auto:
                    Link(auto.IsEmail ? "mailto:" + auto.Url : auto.Url, auto.Url);
                    break;
                case HtmlEntityInline entity:
                    Text(entity.Transcoded.ToString());
                    break;
                case ContainerInline other:
                    Inlines(other);
                    break;
            }
        }

        private void Tag(TagLink tag)
        {
            _tags.Add(tag);
            if (!showTags && tag.Kind is TagKind.Person or TagKind.Crew)
            {
                Text(tag.Text.TrimStart('@'));
                return;
            }

            _html
                .Append("<span class=\"tag\" data-kind=\"")
                .Append(TagLink.Word(tag.Kind))
                .Append("\" data-target=\"")
                .Append(WebUtility.HtmlEncode(tag.Target))
                .Append("\">");
            Text(tag.Text);
            _html.Append("</span>");
        }

        private void Link(string url, string words)
        {
            if (Safe(url) is not { } safe)
            {
                Text(words);
                return;
            }

            OpenLink(safe);
            Text(words);
            _html.Append("</a>");
        }

        private void OpenLink(string url) =>
            _html
                .Append("<a href=\"")
                .Append(WebUtility.HtmlEncode(url))
                .Append("\" rel=\"noopener noreferrer nofollow\" target=\"_blank\">");

        private void Text(string text)
        {
            var from = _plain.Length;
            _plain.Append(text);
            var at = 0;
            foreach (var mark in marks)
            {
                var start = Math.Clamp(mark.Start - from, at, text.Length);
                var end = Math.Clamp(mark.End - from, at, text.Length);
                if (end <= start)
                    continue;
                _html
                    .Append(WebUtility.HtmlEncode(text[at..start]))
                    .Append("<mark data-part=\"")
                    .Append(mark.Label)
                    .Append("\">")
                    .Append(WebUtility.HtmlEncode(text[start..end]))
                    .Append("</mark>");
                at = end;
            }

            _html.Append(WebUtility.HtmlEncode(text[at..]));
        }

        private static string Words(ContainerInline container) =>
            string.Concat(
                container.Select(i =>
                    i switch
                    {
                        LiteralInline literal => literal.Content.ToString(),
                        CodeInline code => code.Content,
                        ContainerInline inner => Words(inner),
                        _ => "",
                    }
                )
            );

        private static string? Safe(string? url)
        {
            if (url is null || !Uri.TryCreate(url, UriKind.Absolute, out var uri))
                return null;
            return uri.Scheme is "http" or "https" or "mailto" or "tel" ? uri.AbsoluteUri : null;
        }
    }
}
