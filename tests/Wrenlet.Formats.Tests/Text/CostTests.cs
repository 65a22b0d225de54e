using Wrenlet.Formats.Conversations;
using Wrenlet.Formats.Text;

namespace Wrenlet.Formats.Tests.Text;

/// <summary>
/// What texts cost that are made to cost much: no more than in proportion to their length, counted in allocated bytes.
/// Each of them took the square of it, or ended the request.
/// </summary>
public class CostTests
{
    /// <summary>Bytes that may be allocated for each character, beside a megabyte for the parsers themselves.</summary>
    private const int ForEach = 1_500;

    private static string Of(string part, int times) => string.Concat(Enumerable.Repeat(part, times));

    private static void CostsItsLength(string text, Action<string> read)
    {
        read("warm");
        var before = GC.GetAllocatedBytesForCurrentThread();
        read(text);
        (GC.GetAllocatedBytesForCurrentThread() - before).ShouldBeLessThan(1_048_576 + (long)ForEach * text.Length);
    }

    public static TheoryData<string, int> Markdown =>
        new()
        {
            { "[", 95_000 },
            { "@", 95_000 },
            { "`", 95_000 },
            { "` x", 30_000 },
            { "*a **b ", 12_000 },
            { ">", 95_000 },
            { "> x\n", 20_000 },
            { "[a](", 23_000 },
            { "![", 45_000 },
            { "http://a.b ", 9_000 },
            { "|a|b\n", 19_000 },
            { "\n", 95_000 },
            { "x", 100_000 },
        };

    [Theory]
    [MemberData(nameof(Markdown))]
    public void A_text_of_one_mark_over_and_over_is_rendered(string part, int times) =>
        CostsItsLength(Of(part, times), text => EntryText.FromMarkdown(text).Html.ShouldNotBeNull());

    public static TheoryData<string, int> Html =>
        new()
        {
            { "<b><i>", 20_000 },
            { "<div>", 200_000 },
            { "<table><b>", 10_000 },
            { "<ul><li>", 5_000 },
            { "<a href=x>", 20_000 },
            { "<p>a</p>", 200_000 },
            { "<br>", 300_000 },
            { "<blockquote>a</blockquote>x", 20_000 },
            { "<img src=cid:a>", 50_000 },
            { "<", 300_000 },
            { "<!--", 300_000 },
            { "</b><b>", 50_000 },
        };

    [Theory]
    [MemberData(nameof(Html))]
    public void A_mail_of_one_element_over_and_over_is_taken_in(string part, int times) =>
        CostsItsLength(Of(part, times) + "Hello", text => MailBody.FromHtml(text).Html(_ => null).ShouldNotBeNull());

    [Fact]
    public void Formatting_that_is_reopened_in_each_paragraph_is_not_parsed()
    {
        // Each paragraph opens all that were opened before: the parser's own rule makes the square of it.
        var html = string.Concat(Enumerable.Range(0, 20_000).Select(i => $"<p><b id={i}>word"));
        HtmlBounds.IsModest(html).ShouldBeFalse();
        CostsItsLength(html, text => MailBody.FromHtml(text).Said.ShouldNotBeNull());
    }

    [Fact]
    public void End_tags_that_end_nothing_do_not_hide_what_stays_open() =>
        HtmlBounds.IsModest(string.Concat(Enumerable.Range(0, 500).Select(i => $"<b id={i}></i>"))).ShouldBeFalse();

    [Theory]
    [InlineData("<p>Dear all,</p><ul><li>one<li>two</ul><p>Yours <b>Benedikta</b>")]
    [InlineData("1 < 2 and 3 > 2, and <3")]
    [InlineData("<!-- a comment <b> --><p>x")]
    public void What_people_write_is_parsed(string html) => HtmlBounds.IsModest(html).ShouldBeTrue();

    [Fact]
    public void A_newsletter_in_tables_is_parsed()
    {
        var row = "<tr><td><table><tr><td><p>An <b>offer</b></p></td></tr></table></td></tr>";
        HtmlBounds.IsModest($"<html><body><table>{Of(row, 800)}</table></body></html>").ShouldBeTrue();
    }

    [Fact]
    public void The_words_of_what_is_not_parsed_stay_and_its_scripts_go()
    {
        var words = HtmlBounds.Words(
            "<head><title>No</title></head><p>Dear  Odalys,</p><script>alert(1)</script><div>the <b>pump</b> is &lt;dry&gt;"
                + "<style>p{}</style></div><!-- nor this -->"
        );
        words.ShouldBe("Dear Odalys,\n\nthe pump is <dry>");
        var body = MailBody.FromHtml($"<p>The pump runs</p><script>alert(1)</script>{Of("<i>", 5_000)}dry");
        body.Said.ShouldBe("The pump runs\ndry");
        body.Html(_ => null).ShouldNotContain("alert");
    }

    [Fact]
    public void Quoted_lines_without_end_are_folded_once()
    {
        var text = "Yes, please.\n" + Of(">\n", 200_000);
        CostsItsLength(text, t => MailBody.FromPlain(t).ShouldNotBeNull());
        MailBody.FromPlain(text).Said.ShouldBe("Yes, please.");
    }
}
