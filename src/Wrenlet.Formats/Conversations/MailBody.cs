using System.Text;
using System.Text.RegularExpressions;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using Ganss.Xss;
using Wrenlet.Formats.Text;

namespace Wrenlet.Formats.Conversations;

/// <summary>
/// The words of a mail in three parts: what its sender said; the signature (RFC 3676, 4.3); and the history below it,
/// which the
/// conversation holds already. The last two are folded away, not lost.
/// </summary>
public sealed partial class MailBody
{
    private const int LongestHtml = 2_000_000;
    private readonly IElement? _dom;

    private MailBody(string said, string folded, IElement? dom) => (Said, Folded, _dom) = (said, folded, dom);

    /// <summary>What the sender said, as plain text; all of it when nothing could be told apart.</summary>
    public string Said { get; }

    /// <summary>Signature and history as plain text; empty when there are none.</summary>
    public string Folded { get; }

    /// <summary>Takes plain text apart.</summary>
    public static MailBody FromPlain(string text)
    {
        var lines = text.ReplaceLineEndings("\n").Split('\n');
        var cut = Math.Min(SignatureAt(lines), HistoryAt(lines));
        var said = string.Join('\n', lines[..cut]).Trim();
        return said.Length == 0 ? new(text.Trim(), "", null) : new(said, string.Join('\n', lines[cut..]).Trim(), null);
    }

    /// <summary>
    /// Cleans HTML and takes it apart: only what marks words up is left; scripts, styles, forms and what would be
    /// fetched from elsewhere go. Markup nested or repeated without end is not parsed; its words are taken as plain text.
    /// </summary>
    public static MailBody FromHtml(string html)
    {
        if (html.Length > LongestHtml)
            html = html[..LongestHtml];
        if (!HtmlBounds.IsModest(html))
            return FromPlain(HtmlBounds.Words(html));
        var clean = Cleaner().Sanitize(html);
        var body = new HtmlParser().ParseDocument(clean).Body!;
        foreach (
            var picture in body.QuerySelectorAll("img")
                .Where(i => i.GetAttribute("src")?.StartsWith("cid:", StringComparison.OrdinalIgnoreCase) != true)
                .ToList()
        )
            picture.Replace(body.Owner!.CreateTextNode(picture.GetAttribute("alt") ?? ""));
        foreach (var link in body.QuerySelectorAll("a"))
        {
            link.SetAttribute("rel", "noopener noreferrer nofollow");
            link.SetAttribute("target", "_blank");
        }

        var all = TextOf(body.ChildNodes);
        Fold(body);
        var folded = body.QuerySelector("details");
        var said = TextOf(body.ChildNodes.Where(n => n != folded));
        if (said.Length > 0 || body.QuerySelector("img") is not null)
            return new(said, folded is null ? "" : TextOf(folded.ChildNodes), body);
        Unfold(folded);
        return new(all, "", body);
    }

    /// <summary>Safe HTML of all of it, signature and history folded.</summary>
    /// <param name="picture">The address at which a picture with a Content-ID is served; null for one that did not come
    /// along.</param>
    public string Html(Func<string, string?> picture)
    {
        if (_dom is null)
            return EntryText.FromPlain(Said).Html
                + (
                    Folded.Length == 0
                        ? ""
                        : $"<details><summary>Signature and earlier messages</summary>{EntryText.FromPlain(Folded).Html}</details>"
                );
        foreach (var image in _dom.QuerySelectorAll("img").ToList())
        {
            if (picture(Uri.UnescapeDataString(image.GetAttribute("src")![4..])) is { } address)
                image.SetAttribute("src", address);
            else
                image.Replace(_dom.Owner!.CreateTextNode(image.GetAttribute("alt") ?? ""));
        }

        return _dom.InnerHtml;
    }

    private static HtmlSanitizer Cleaner()
    {
        var cleaner = new HtmlSanitizer(
            new HtmlSanitizerOptions
            {
                AllowedTags = new HashSet<string>(StringComparer.OrdinalIgnoreCase)
                {
                    "a",
                    "b",
                    "blockquote",
                    "br",
                    "code",
                    "dd",
                    "div",
                    "dl",
                    "dt",
                    "em",
                    "h1",
                    "h2",
                    "h3",
                    "h4",
                    "h5",
                    "h6",
                    "hr",
                    "i",
                    "img",
                    "li",
                    "ol",
                    "p",
                    "pre",
                    "s",
                    "span",
                    "strong",
                    "sub",
                    "sup",
                    "table",
                    "tbody",
                    "td",
                    "tfoot",
                    "th",
                    "thead",
                    "tr",
                    "u",
                    "ul",
                    "html",
                    "head",
                    "body",
                },
                AllowedAttributes = new HashSet<string>(StringComparer.OrdinalIgnoreCase)
                {
                    "href",
                    "src",
                    "alt",
                    "colspan",
                    "rowspan",
                    "start",
                },
                AllowedSchemes = new HashSet<string>(StringComparer.OrdinalIgnoreCase)
                {
                    "http",
                    "https",
                    "mailto",
                    "tel",
                    "cid",
                },
                UriAttributes = new HashSet<string>(StringComparer.OrdinalIgnoreCase) { "href", "src" },
            }
        )
        {
            KeepChildNodes = true,
        };
        cleaner.RemovingTag += (_, e) => e.Cancel = false;
        // What is not markup of words goes with all that is in it.
        cleaner.PostProcessDom += (_, e) =>
        {
            foreach (var rest in e.Document.QuerySelectorAll("script,style,title,template,noscript").ToList())
                rest.Remove();
        };
        cleaner.RemovingTag += (_, e) =>
        {
            if (e.Tag.LocalName is "script" or "style" or "title" or "template" or "noscript" or "iframe" or "object")
                e.Tag.InnerHtml = "";
        };
        return cleaner;
    }

    /// <summary>Wraps what begins a signature or the history, and all that follows it, into one folded block.</summary>
    private static void Fold(IElement body)
    {
        var level = body;
        while (
            level.Children.Length == 1
            && level.ChildNodes.All(n => n is IElement || string.IsNullOrWhiteSpace(n.TextContent))
            && level.Children[0] is { LocalName: "div" or "span" or "body" } only
        )
            level = only;
        var nodes = level.ChildNodes.ToList();
        var lastSaid = nodes.FindLastIndex(n =>
            n is not IElement { LocalName: "blockquote" or "br" or "hr" } && !string.IsNullOrWhiteSpace(n.TextContent)
        );
        var cut = -1;
        for (var i = 0; i < nodes.Count && cut < 0; i++)
            if (nodes[i] is IElement { LocalName: "blockquote" } ? i > lastSaid : Begins(nodes[i]))
                cut = i;
        if (cut <= 0)
            return;
        if (nodes[cut] is { } quote && quote is IElement { LocalName: "blockquote" } && cut > 0)
            while (
                cut > 1
                && (
                    string.IsNullOrWhiteSpace(nodes[cut - 1].TextContent)
                    || nodes[cut - 1].TextContent.TrimEnd().EndsWith(':')
                )
            )
                cut--;
        var folded = level.Owner!.CreateElement("details");
        var summary = level.Owner.CreateElement("summary");
        summary.TextContent = "Signature and earlier messages";
        folded.Append(summary);
        foreach (var node in nodes.Skip(cut))
            folded.Append(node);
        body.Append(folded);
    }

    private static void Unfold(IElement? folded)
    {
        if (folded is null)
            return;
        folded.QuerySelector("summary")?.Remove();
        folded.Replace([.. folded.ChildNodes]);
    }

    private static bool Begins(INode node)
    {
        var text = TextOf([node]);
        if (text.Length == 0)
            return false;
        var lines = text.Split('\n');
        return lines[0] is "--" or "-- "
            || AttributionForm().IsMatch(lines[0])
            || (lines.Length > 1 && AttributionForm().IsMatch(lines[0] + " " + lines[1]))
            || HeadersForm().IsMatch(text);
    }

    private static int SignatureAt(string[] lines)
    {
        var at = Array.FindIndex(lines, l => l is "-- " or "--");
        return at <= 0 ? lines.Length : at;
    }

    /// <summary>
    /// Where the history begins: quoted lines that nothing new follows, with the line that says whose they are; or the
    /// header of a mail below.
    /// </summary>
    private static int HistoryAt(string[] lines)
    {
        var onlyQuoted = OnlyQuoted(lines);
        for (var i = 0; i < lines.Length; i++)
        {
            var rest = string.Join('\n', lines.Skip(i).Take(4));
            if (OriginalForm().IsMatch(lines[i]) || HeadersForm().IsMatch(rest))
                return i;
            if (
                AttributionForm().IsMatch(lines[i])
                || (i + 1 < lines.Length && AttributionForm().IsMatch(lines[i] + " " + lines[i + 1]))
            )
            {
                var below = Array.FindIndex(lines, i + 1, Math.Min(3, lines.Length - i - 1), l => l.StartsWith('>'));
                if (below >= 0 && onlyQuoted[below])
                    return i;
            }

            if (lines[i].StartsWith('>') && onlyQuoted[i])
                return i > 0 && lines[i - 1].TrimEnd().EndsWith(':') ? i - 1 : i;
        }

        return lines.Length;
    }

    /// <summary>Of each line whether it and all below it, down to a signature, are quoted or empty.</summary>
    private static bool[] OnlyQuoted(string[] lines)
    {
        var only = new bool[lines.Length];
        for (var i = lines.Length - 1; i >= 0; i--)
            only[i] =
                lines[i] is "-- " or "--"
                || (
                    (lines[i].StartsWith('>') || string.IsNullOrWhiteSpace(lines[i]))
                    && (i + 1 == lines.Length || only[i + 1])
                );
        return only;
    }

    private static string TextOf(IEnumerable<INode> nodes)
    {
        var text = new StringBuilder();
        foreach (var node in nodes)
            Write(node, text, false);
        return string.Join('\n', text.ToString().Split('\n').Select(l => l.Trim(' '))).Trim('\n', ' ');
    }

    private static void Write(INode node, StringBuilder text, bool asIs)
    {
        switch (node)
        {
            case IText words:
                var said = words.Data.Replace(' ', ' ');
                text.Append(
                    asIs
                        ? said
                        : SpacesForm()
                            .Replace(said, text.Length == 0 || text[^1] is '\n' or ' ' ? " " : " ")
                            .TrimStart(text.Length == 0 || text[^1] is '\n' or ' ' ? ' ' : '\0')
                );
                break;
            case IHtmlBreakRowElement:
                text.Append('\n');
                break;
            case IElement element when element.LocalName is "summary":
                break;
            case IElement element:
                var block =
                    element.LocalName
                    is "p"
                        or "div"
                        or "li"
                        or "tr"
                        or "blockquote"
                        or "ul"
                        or "ol"
                        or "table"
                        or "pre"
                        or "h1"
                        or "h2"
                        or "h3"
                        or "h4"
                        or "h5"
                        or "h6"
                        or "hr"
                        or "dt"
                        or "dd"
                        or "details";
                if (block)
                    Line(text);
                if (element.LocalName == "li")
                    text.Append("- ");
                if (element.LocalName is "td" or "th" && text.Length > 0 && text[^1] != '\n')
                    text.Append(' ');
                foreach (var child in element.ChildNodes)
                    Write(child, text, asIs || element.LocalName == "pre");
                if (block)
                    Line(text);
                if (element.LocalName == "p")
                    text.Append('\n');
                break;
        }
    }

    private static void Line(StringBuilder text)
    {
        if (text.Length > 0 && text[^1] != '\n')
            text.Append('\n');
    }

    [GeneratedRegex(@"\s+")]
    private static partial Regex SpacesForm();

    /// <summary>"On ... wrote:" in the languages that customers write.</summary>
    [GeneratedRegex(
        @"^\s*(On|Am|Le|El|Em|Il|Op|Den|A)\b.{4,200}\b(wrote|schrieb|a écrit|escribió|escreveu|ha scritto|schreef|skrev)\b.{0,80}:?\s*$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex AttributionForm();

    [GeneratedRegex(@"^\s*-{3,}\s*\S.{2,40}?\s*-{3,}\s*$|^\s*_{10,}\s*$")]
    private static partial Regex OriginalForm();

    /// <summary>
    /// The header lines of a mail that was put below: a From and within three lines a To, Date or Subject.
    /// </summary>
    [GeneratedRegex(
        @"^\s*(From|Von|De|Da|Van)\s*:\s*\S.*\n(.*\n){0,2}\s*"
            + @"(Sent|Date|To|Subject|Gesendet|Datum|An|Betreff|Enviado|Data|Para|Assunto|Envoyé|Objet|À)\s*:",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex HeadersForm();
}
