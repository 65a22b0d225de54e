using Wrenlet.Formats.Text;

namespace Wrenlet.Formats.Tests.Text;

public class TagLinkTests
{
    [Theory]
    [InlineData(TagKind.Person, "person:0198-ab")]
    [InlineData(TagKind.Crew, "crew:0198-ab")]
    [InlineData(TagKind.Docket, "docket:0198-ab")]
    [InlineData(TagKind.Task, "task:0198-ab")]
    [InlineData(TagKind.Entry, "entry:0198-ab")]
    [InlineData(TagKind.Sheet, "sheet:0198-ab")]
    public void Each_kind_of_tag_is_read_from_its_address(TagKind kind, string url)
    {
        TagLink.Parse(url, "@x").ShouldBe(new TagLink(kind, "0198-ab", "@x"));
        TagLink.Markdown(kind, "0198-ab", "@x").ShouldBe($"[@x]({url})");
    }

    [Theory]
    [InlineData(null)]
    [InlineData("")]
    [InlineData("https://example.com")]
    [InlineData("person:")]
    [InlineData(":person")]
    [InlineData("person:../../etc")]
    [InlineData("person:0123456789012345678901234567890123456789x")]
    [InlineData("javascript:alert")]
    public void What_is_an_ordinary_link_is_no_tag(string? url) => TagLink.Parse(url, "x").ShouldBeNull();

    [Fact]
    public void Words_without_their_tags_stay_words()
    {
        TagLink
            .WordsOnly(
                "[@Ines Kowal](person:0198-ab) looks at [#J-1042](docket:J-1042) and [a page](https://a.example)"
            )
            .ShouldBe("Ines Kowal looks at J-1042 and [a page](https://a.example)");
    }

    [Fact]
    public void Words_that_stand_in_a_tag_do_not_end_it() => TagLink.Plain("a [b] \\ c\nd").ShouldBe("a b  cd");
}
