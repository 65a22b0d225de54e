using Wrenlet.Core.Reports;

namespace Wrenlet.Core.Tests.Reports;

public class SinceYouLeftTests
{
    private static Happening[] Many(HappeningKind kind, int n, params string?[] by) =>
        [.. Enumerable.Range(0, n).Select(i => new Happening(kind, by.Length == 0 ? null : by[i % by.Length]))];

    [Fact]
    public void What_happened_is_told_in_one_sentence_the_other_side_first() =>
        SinceYouLeft
            .Sentence([
                .. Many(HappeningKind.Note, 4, "Ines", "Tobiah"),
                .. Many(HappeningKind.TaskDone, 1, "Ines"),
                .. Many(HappeningKind.MessageIn, 2, "Benedikta"),
                .. Many(HappeningKind.TaskMade, 2, "Tobiah"),
            ])
            .ShouldBe("Benedikta wrote twice; Ines and Tobiah wrote four notes; two tasks made, one finished.");

    [Theory]
    [InlineData(HappeningKind.MessageIn, 1, "The other side wrote.")]
    [InlineData(HappeningKind.MessageOut, 3, "We answered three times.")]
    [InlineData(HappeningKind.Note, 1, "Somebody wrote a note.")]
    [InlineData(HappeningKind.TaskMade, 1, "A task made.")]
    [InlineData(HappeningKind.TaskDone, 1, "A task finished.")]
    [InlineData(HappeningKind.TaskChanged, 13, "13 tasks changed.")]
    [InlineData(HappeningKind.Moved, 5, "Somebody changed how it stands.")]
    public void Each_kind_has_its_words(HappeningKind kind, int n, string sentence) =>
        SinceYouLeft.Sentence(Many(kind, n)).ShouldBe(sentence);

    [Fact]
    public void Many_names_are_the_first_two_and_how_many_more() =>
        SinceYouLeft
            .Sentence(Many(HappeningKind.Note, 5, "Ines", "Tobiah", "Kit", "Odalys", "Hanneke"))
            .ShouldBe("Ines, Tobiah and three more wrote five notes.");

    [Fact]
    public void Nothing_is_told_of_nothing() => SinceYouLeft.Sentence([]).ShouldBe("");
}
