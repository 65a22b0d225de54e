using CsCheck;
using NodaTime;
using Wrenlet.Core.Flow.Forecasts;

namespace Wrenlet.Core.Tests.Flow.Forecasts;

public sealed class PatienceTests
{
    private static Duration Days(double days) => Duration.FromHours(days * 24);

    private static Waited Came(string whom, double said, double took) => new(whom, Days(said), Days(took));

    [Fact]
    public void Where_nothing_is_known_what_was_said_counts_and_what_is_late_comes_within_a_day()
    {
        Patience
            .None.Of("Ostrander", Days(6), Days(2))
            .ShouldSatisfyAllConditions(e => e.Left.ShouldBe(Days(4)), e => e.Like.ShouldBe(0));
        Patience.None.Of("Ostrander", Days(6), Days(7)).Left.ShouldBe(Days(1));
        Patience.None.Of(null, null, Days(0.5)).Left.ShouldBe(Days(1.5));
        Patience.None.Of(null, null, Days(3)).Left.ShouldBe(Days(1));
    }

    [Fact]
    public void Who_kept_their_day_late_before_is_expected_late_again()
    {
        var patience = new Patience([
            .. Enumerable.Range(0, 6).Select(i => Came("Ostrander", 10, 20)),
            .. Enumerable.Range(0, 6).Select(i => Came("Lindqvist", 10, 10.5)),
        ]);
        patience.Of("ostrander", Days(6), Days(0)).Left.ShouldBe(Days(12));
        patience.Of("Ostrander", Days(6), Days(8)).Left.ShouldBe(Days(4));
        patience.Of("Lindqvist", Days(6), Days(0)).Left.TotalDays.ShouldBe(6.3, 0.01);
        // Of somebody new, all that was ever said speaks.
        patience.Of("Somebody new", Days(6), Days(0)).Like.ShouldBe(12);
    }

    [Fact]
    public void Somebody_answers_as_fast_as_they_did_and_others_say_nothing_of_it()
    {
        var patience = new Patience([.. Enumerable.Range(0, 8).Select(i => new Waited("a", null, Days(4)))]);
        patience
            .Of("a", null, Days(1))
            .ShouldSatisfyAllConditions(e => e.Left.ShouldBe(Days(3)), e => e.Like.ShouldBe(8));
        patience.Of("b", null, Days(1)).Like.ShouldBe(0);
        // Longer than ever before: nothing is known again.
        patience.Of("a", null, Days(5)).Like.ShouldBe(0);
    }

    [Fact]
    public void The_longer_it_has_been_waited_for_the_later_it_comes_in_all() =>
        Gen.Select(Gen.Double[0.1, 30].List[0, 40], Gen.Double[0, 30], Gen.Double[0, 10])
            .Sample(
                (took, waited, more) =>
                {
                    var patience = new Patience([.. took.Select(t => new Waited("a", null, Days(t)))]);
                    var (sooner, later) = (
                        patience.Of("a", null, Days(waited)),
                        patience.Of("a", null, Days(waited + more))
                    );
                    return sooner.Left > Duration.Zero
                        && later.Left > Duration.Zero
                        && (sooner.Like < 5 || later.Like < 5 || later.Like <= sooner.Like)
                        && sooner.Width > 0;
                }
            );
}
