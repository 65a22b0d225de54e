using CsCheck;
using Ganss.Xss;
using Wrenlet.Formats.Text;

namespace Wrenlet.Formats.Tests.Text;

public class EntryTextTests
{
    [Theory]
    [InlineData(
        "**bold** *italic* ~~gone~~ `code`",
        "<p><strong>bold</strong> <em>italic</em> <s>gone</s> <code>code</code></p>",
        "bold italic gone code"
    )]
    [InlineData("- one\n- two", "<ul><li><p>one</p></li><li><p>two</p></li></ul>", "- one\n- two")]
    [InlineData("a\nb", "<p>a<br>b</p>", "a\nb")]
    [InlineData("<b>no</b>", "<p>&lt;b&gt;no&lt;/b&gt;</p>", "<b>no</b>")]
    [InlineData("[x](javascript:alert(1))", "<p>x</p>", "x")]
    [InlineData("![x](https://far.example/pixel.png)", "<p>x</p>", "x")]
    public void Renders_a_closed_set_of_elements(string markdown, string html, string plain)
    {
        var rendered = EntryText.FromMarkdown(markdown);
        rendered.Html.ShouldBe(html);
        rendered.Plain.ShouldBe(plain);
    }

    [Fact]
    public void A_table_of_pipes_is_a_table_and_reads_in_rows()
    {
        var text = EntryText.FromMarkdown(
            "Moisture:\n\n| Frame | Port |\n| --- | --- |\n| 1 | **12** % |\n| 2 | a\\|b |\n\nHigh."
        );
        text.Html.ShouldBe(
            "<p>Moisture:</p><table><tr><th>Frame</th><th>Port</th></tr><tr><td>1</td><td><strong>12</strong> "
                + "%</td></tr><tr><td>2</td><td>a|b</td></tr></table><p>High.</p>"
        );
        text.Plain.ShouldBe("Moisture:\nFrame | Port\n1 | 12 %\n2 | a|b\nHigh.");
    }

    [Fact]
    public void Words_with_a_stray_pipe_are_words() =>
        EntryText.FromMarkdown("either | or").Html.ShouldBe("<p>either | or</p>");

    [Fact]
    public void Tags_are_found_and_shown_or_kept_from_a_party()
    {
        const string Markdown =
            "[@Ines Kowal](person:0198aaaa-0000-7000-8000-000000000001) see [#J-1042](docket:J-1042)";
        EntryText.FromMarkdown(Markdown).Tags.Select(t => t.Kind).ShouldBe([TagKind.Person, TagKind.Docket]);
        EntryText.FromMarkdown(Markdown).Html.ShouldContain("data-kind=\"person\"");
        EntryText.FromMarkdown(Markdown, showTags: false).Html.ShouldStartWith("<p>Ines Kowal see ");
    }

    [Fact]
    public void Marks_stand_around_their_words_across_other_signs() =>
        EntryText
            .FromMarkdown("please **order** the bolts", [new Marked(7, 16, 4)])
            .Html.ShouldBe(
                "<p>please <strong><mark data-part=\"4\">order</mark></strong><mark data-part=\"4\"> the</mark> bolts</p>"
            );

    [Fact]
    public void Text_from_outside_is_text_with_links_that_work() =>
        EntryText
            .FromPlain("**x** <b> https://tides.example/today.\nBye")
            .Html.ShouldBe(
                "<p>**x** &lt;b&gt; <a href=\"https://tides.example/today\" rel=\"noopener noreferrer nofollow\" "
                    + "target=\"_blank\">https://tides.example/today</a>.<br>Bye</p>"
            );

    /// <summary>Whatever is written, a sanitiser that allows only our elements finds nothing to take out.</summary>
    [Fact]
    public void Nothing_comes_out_that_a_sanitiser_would_take_out()
    {
        var sanitiser = new HtmlSanitizer();
        sanitiser.AllowedTags.Clear();
        foreach (
            var tag in new[]
            {
                "p",
                "strong",
                "em",
                "s",
                "code",
                "pre",
                "ul",
                "ol",
                "li",
                "blockquote",
                "br",
                "hr",
                "a",
                "span",
                "mark",
                "table",
                "thead",
                "tbody",
                "tr",
                "th",
                "td",
            }
        )
            sanitiser.AllowedTags.Add(tag);
        sanitiser.AllowedAttributes.Clear();
        foreach (
            var attribute in new[]
            {
                "href",
                "rel",
                "target",
                "class",
                "start",
                "data-kind",
                "data-target",
                "data-part",
            }
        )
            sanitiser.AllowedAttributes.Add(attribute);
        sanitiser.AllowDataAttributes = true;
        sanitiser.AllowedSchemes.Clear();
        foreach (var scheme in new[] { "http", "https", "mailto", "tel" })
            sanitiser.AllowedSchemes.Add(scheme);
        var removed = new List<string>();
        sanitiser.RemovingTag += (_, e) => removed.Add(e.Tag.OuterHtml);
        sanitiser.RemovingAttribute += (_, e) => removed.Add(e.Attribute.Name + "=" + e.Attribute.Value);

        var pieces = Gen.OneOf(
            Gen.String,
            Gen.OneOfConst(
                "<script>",
                "</p>",
                "<img src=x onerror=alert(1)>",
                "[a](",
                "javascript:",
                "data:text/html,<b>",
                ")",
                "\"",
                "'",
                "](person:",
                "](docket:J-1\" onclick=\"x)",
                "**",
                "`",
                "\n\n",
                "- ",
                "> ",
                "&#x6a;",
                "&lt;",
                "http://x.example/\"onmouseover=1",
                "<a href=\"//x\">",
                "\u202e",
                "\0",
                "```",
                "~~",
                "vbscript:",
                "1. ",
                "![",
                "<!--",
                "]]>",
                "mailto:a@b",
                "| a | b |\n| - | - |\n| c | d |\n",
                "|"
            )
        );
        pieces
            .Array[0, 14]
            .Select(p => string.Concat(p))
            .Sample(
                text =>
                {
                    removed.Clear();
                    foreach (var html in new[] { EntryText.FromMarkdown(text).Html, EntryText.FromPlain(text).Html })
                    {
                        sanitiser.Sanitize(html);
                        removed.ShouldBeEmpty(html);
                    }
                },
                iter: 3000,
                threads: 1
            );
    }

    /// <summary>Spans counted in the plain text meet the same words in the HTML.</summary>
    [Fact]
    public void A_mark_covers_the_words_it_was_asked_to_cover() =>
        Gen.Select(
                Gen.OneOfConst(
                    "order",
                    "the **bolts**",
                    "by *Thursday*",
                    "`now`",
                    "\n",
                    "[x](https://a.example)",
                    "~~no~~"
                ).Array[1, 8],
                Gen.Int[0, 40],
                Gen.Int[1, 20]
            )
            .Sample(
                (words, start, length) =>
                {
                    var markdown = string.Join(' ', words);
                    var plain = EntryText.FromMarkdown(markdown).Plain;
                    var end = Math.Min(plain.Length, start + length);
                    if (start >= end)
                        return;
                    var html = EntryText.FromMarkdown(markdown, [new Marked(start, end, 0)]).Html;
                    var marked = string.Concat(
                        System
                            .Text.RegularExpressions.Regex.Matches(html, "<mark data-part=\"0\">(.*?)</mark>")
                            .Select(m => m.Groups[1].Value)
                    );
                    marked.ShouldBe(plain[start..end].Replace("\n", "", StringComparison.Ordinal));
                },
                iter: 500
            );
}
