using Wrenlet.Core.Asks;

namespace Wrenlet.Core.Tests.Asks;

public class PlainAnswerTests
{
    private static AskTerms Terms(AskKind kind, params string[] options) =>
        new(kind, [.. options], false, false, null, AskRule.Anyone, 0, null, TimeUp.Remind, null);

    [Theory]
    [InlineData("Yes please, go ahead.", true, true)]
    [InlineData("That's fine", true, true)]
    [InlineData("Please do!\n\nBenedikta", true, true)]
    [InlineData("No thank you, leave it for this year.", false, true)]
    [InlineData("I'd rather not", false, true)]
    [InlineData("Approved", true, true)]
    [InlineData("No problem, go ahead", true, true)]
    [InlineData("I don't agree", false, false)]
    [InlineData("Yes, but only if it is done before the launch", true, false)]
    [InlineData("Yes - how long will it take?", true, false)]
    [InlineData("No, it is too expensive", false, true)]
    [InlineData("Yes to the bolts and no to the paint", true, false)]
    public void A_decision_is_read_from_plain_words(string text, bool approves, bool sure)
    {
        var read = PlainAnswers.Read(Terms(AskKind.Decision), text).ShouldNotBeNull();
        (read.Reply.Approves, read.Sure).ShouldBe((approves, sure));
    }

    [Theory]
    [InlineData("When would you start?")]
    [InlineData("The weather is lovely")]
    [InlineData("  ")]
    public void What_says_neither_is_no_answer(string text) =>
        PlainAnswers.Read(Terms(AskKind.Decision), text).ShouldBeNull();

    [Theory]
    [InlineData("Grey please", 0, true)]
    [InlineData("I'd take the second one", 1, true)]
    [InlineData("option 3", 2, true)]
    [InlineData("B", 1, true)]
    [InlineData("Light grey would be lovely", 2, true)]
    [InlineData("White or grey, you choose", 0, false)]
    [InlineData("not white", 1, false)]
    public void A_choice_is_named_or_numbered(string text, int option, bool sure)
    {
        var read = PlainAnswers.Read(Terms(AskKind.Choice, "Grey", "White", "Light grey"), text).ShouldNotBeNull();
        (read.Reply.Chosen.ShouldHaveSingleItem(), read.Sure).ShouldBe((option, sure));
    }

    [Theory]
    [InlineData("Read and understood", true)]
    [InlineData("Noted, thanks", true)]
    [InlineData("I have read it but it is not clear to me", false)]
    public void A_confirmation_is_read_from_plain_words(string text, bool sure) =>
        PlainAnswers.Read(Terms(AskKind.Confirmation), text).ShouldNotBeNull().Sure.ShouldBe(sure);

    [Fact]
    public void A_question_takes_the_message_as_it_is() =>
        PlainAnswers.Read(Terms(AskKind.Question), " On the 3rd ").ShouldNotBeNull().Reply.Words.ShouldBe("On the 3rd");
}
