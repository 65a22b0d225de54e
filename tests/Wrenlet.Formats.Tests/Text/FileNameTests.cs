using CsCheck;
using Wrenlet.Formats.Text;

namespace Wrenlet.Formats.Tests.Text;

public class FileNameTests
{
    [Theory]
    [InlineData("plan.pdf", "plan.pdf")]
    [InlineData("/etc/passwd", "passwd")]
    [InlineData("..\\..\\windows\\system.ini", "system.ini")]
    [InlineData("  notes .txt ", "notes .txt")]
    [InlineData(".hidden.", "hidden")]
    [InlineData("a\0b\r\nc.png", "abc.png")]
    [InlineData("exe\u202Egnp.png", "exegnp.png")]
    [InlineData("..", "file")]
    [InlineData("", "file")]
    [InlineData("folder/", "file")]
    [InlineData("Übersicht 漢字 🐦.svg", "Übersicht 漢字 🐦.svg")]
    public void A_name_shows_what_it_is_and_is_no_path(string name, string expected) =>
        FileNames.Safe(name).ShouldBe(expected);

    [Fact]
    public void A_long_name_keeps_its_ending()
    {
        var name = FileNames.Safe(new string('x', 400) + ".pdf");
        name.Length.ShouldBe(FileNames.Longest);
        name.ShouldEndWith("…" + ".pdf");
    }

    [Fact]
    public void An_ending_that_is_none_is_cut_like_the_rest() =>
        FileNames.Safe(new string('x', 100) + "." + new string('y', 200)).Length.ShouldBe(FileNames.Longest);

    [Fact]
    public void Whatever_comes_is_a_name_and_made_safe_again_stays_itself() =>
        Gen.String.Sample(text =>
        {
            var safe = FileNames.Safe(text);
            safe.Length.ShouldBeInRange(1, FileNames.Longest);
            safe.IndexOfAny(['/', '\\', '\0', '\n', '\r']).ShouldBe(-1);
            safe.ShouldNotBe("..");
        });
}
