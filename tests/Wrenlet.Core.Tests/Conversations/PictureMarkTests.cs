using Wrenlet.Core.Conversations;

namespace Wrenlet.Core.Tests.Conversations;

/// <summary>Marked spots of pictures.</summary>
public sealed class PictureMarkTests
{
    [Theory]
    [InlineData(10, 10, "top left")]
    [InlineData(150, 10, "top")]
    [InlineData(290, 190, "bottom right")]
    [InlineData(150, 100, "middle")]
    [InlineData(290, 100, "right")]
    public void Where_a_mark_is_can_be_said_in_words(double x, double y, string where) =>
        new PictureMark(1, x, y, 0, 0, "here").Where(300, 200).ShouldBe(where);

    [Fact]
    public void Of_an_area_its_middle_counts() =>
        new PictureMark(1, 0, 0, 300, 200, "all of it").Where(300, 200).ShouldBe("middle");

    [Fact]
    public void Marks_have_letters_in_their_order()
    {
        PictureMark.Letter(0).ShouldBe('A');
        PictureMark.Letter(PictureMark.Most - 1).ShouldBe('Z');
        Should.Throw<ArgumentOutOfRangeException>(() => PictureMark.Letter(PictureMark.Most));
    }
}
