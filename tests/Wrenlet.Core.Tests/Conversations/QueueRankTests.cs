using CsCheck;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations;

/// <summary>How the queues are ranked, what is taken next and whom it needs.</summary>
public class QueueRankTests
{
    private static readonly ResponseGoal Goal = new(Duration.FromHours(1), Duration.FromHours(4));

    private static readonly Conversation Waits = Some.Conversation(
        exchange: Exchange.None.Received(Some.Now - Duration.FromMinutes(20))
    );

    private static QueueRank Rank(Conversation conversation) =>
        QueueRank.Of(conversation, ResponseClock.At(Some.Now, conversation.Exchange, Goal, Yard.Hours), Some.Now);

    [Fact]
    public void What_waits_for_us_comes_by_the_moment_it_is_due()
    {
        var later = Some.Conversation(exchange: Exchange.None.Received(Some.Now - Duration.FromMinutes(5)));
        (Rank(Waits) < Rank(later)).ShouldBeTrue();
        Rank(Waits).Ours.ShouldBeTrue();
    }

    [Fact]
    public void Then_what_waits_for_them_the_longest_then_what_nobody_owes_then_what_is_set_aside()
    {
        Exchange Replied(int hours) =>
            Exchange.None.Received(Some.Now - Duration.FromHours(99)).Replied(Some.Now - Duration.FromHours(hours));
        var long_ = Some.Conversation(exchange: Replied(9));
        var short_ = Some.Conversation(exchange: Replied(2));
        var quiet = Some.Conversation() with { LastEntry = 5 };
        var quieter = Some.Conversation() with { LastEntry = 3 };
        var aside = Waits with { AsideUntil = Some.Now + Duration.FromHours(1) };
        var asideLonger = Waits with { AsideUntil = Some.Now + Duration.FromHours(2) };
        Conversation[] expected = [Waits, long_, short_, quiet, quieter, aside, asideLonger];
        expected.Reverse().OrderBy(Rank).ShouldBe(expected);
    }

    [Fact]
    public void What_was_set_aside_until_now_is_back() =>
        Rank(Waits with { AsideUntil = Some.Now }).Ours.ShouldBeTrue();

    [Fact]
    public void What_is_set_aside_is_not_ours_however_late()
    {
        var rank = Rank(Waits with { AsideUntil = Some.Now + Duration.FromHours(1) });
        rank.Ours.ShouldBeFalse();
        rank.MayTake(Some.Ines, Waits).ShouldBeFalse();
    }

    [Fact]
    public void One_takes_next_what_is_ones_own_or_nobodys()
    {
        Rank(Waits).MayTake(Some.Ines, Waits).ShouldBeTrue();
        Rank(Waits).MayTake(Some.Ines, Waits with { Owner = Some.Ines }).ShouldBeTrue();
        Rank(Waits).MayTake(Some.Ines, Waits with { Owner = Some.Kit }).ShouldBeFalse();
    }

    [Fact]
    public void What_a_crew_has_needs_nobody_in_particular_until_one_of_them_owns_it()
    {
        var handed = Waits with { Crew = Yard.Crews[0].Id };
        Rank(handed).MayTake(Some.Ines, handed).ShouldBeTrue();
        Rank(handed).Needs(Some.Ines, handed).ShouldBeFalse();
        Rank(Waits).Needs(Some.Ines, Waits).ShouldBeTrue();
        Rank(Waits).Needs(Some.Ines, Waits with { Owner = Some.Ines }).ShouldBeTrue();
        Rank(Waits).Needs(Some.Ines, Waits with { Owner = Some.Kit }).ShouldBeFalse();
    }

    [Fact]
    public void What_waits_for_them_needs_nobody()
    {
        var theirs = Some.Conversation(owner: Some.Ines, exchange: Exchange.None.Replied(Some.Now));
        Rank(theirs).Needs(Some.Ines, theirs).ShouldBeFalse();
    }

    [Fact]
    public void Ranks_are_an_order() =>
        Gen.Select(Gen.Int[0, 3], Gen.Long[-5, 5], Gen.Int[0, 3], Gen.Long[-5, 5])
            .Sample(
                (a, x, b, y) =>
                {
                    var (one, other) = (new QueueRank(a, x), new QueueRank(b, y));
                    return one < other == (other > one)
                        && one <= other == (other >= one)
                        && (one < other || one > other) == (one != other);
                }
            );

    [Fact]
    public void A_clock_says_from_when_it_stands_how()
    {
        var clock = ResponseClock.At(Some.Now, Waits.Exchange, Goal, Yard.Hours).ShouldNotBeNull();
        clock.Steps.Select(s => s.State).ShouldBe([ClockState.Well, ClockState.Soon, ClockState.Late]);
        clock.Steps.Select(s => s.From).ShouldBe([clock.Since, clock.Soon, clock.Due]);
        foreach (var (state, from) in clock.Steps)
            ResponseClock.At(from + Duration.FromSeconds(1), Waits.Exchange, Goal, Yard.Hours)!.State.ShouldBe(state);
    }
}
