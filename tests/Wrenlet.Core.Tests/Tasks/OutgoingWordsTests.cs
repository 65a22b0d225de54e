using NodaTime;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>What we promise in a message of ours to the other side.</summary>
public class OutgoingWordsTests
{
    private static readonly Instant Now = Yard.At("2026-04-14T08:40");

    private static IEnumerable<(string, string?)> Read(string text) =>
        new TaskReader(Yard.Setting)
            .ReadOutgoing(text, Yard.Named("Odalys").Id, "Benedikta", Now)
            .Select(d => (d.Title.Value, d.Due is { } due ? Yard.Local(due.Value) : null));

    [Fact]
    public void A_promise_is_ours_to_keep_and_names_whom_it_was_given() =>
        Read("Dear Benedikta, I'll send you the quote by Friday noon. I will call you about your mast tomorrow.")
            .ShouldBe([
                ("Send Benedikta the quote", "2026-04-17T12:00"),
                ("Call Benedikta about Benedikta’s mast", "2026-04-15T17:00"),
            ]);

    [Theory]
    [InlineData("Please send us the boat's papers by Monday.")]
    [InlineData("Could you let me know which tide suits you?")]
    [InlineData("Thank you for your patience, she is safe on the pontoon.")]
    public void What_is_asked_of_them_is_no_work_of_ours(string text) => Read(text).ShouldBeEmpty();
}
