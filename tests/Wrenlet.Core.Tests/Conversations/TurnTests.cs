using CsCheck;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations;

public class TurnTests
{
    private static readonly ResponseGoal Goal = new(Duration.FromHours(2), Duration.FromHours(4));

    private static Instant At(string local) => Yard.At(local);

    [Fact]
    public void The_turn_is_ours_after_a_message_theirs_after_a_reply_and_nobodys_when_nothing_is_due()
    {
        Exchange.None.Turn.ShouldBe(Turn.Nobodys);
        var asked = Exchange.None.Received(At("2026-04-14T08:00"));
        asked.Turn.ShouldBe(Turn.Ours);
        var answered = asked.Replied(At("2026-04-14T08:10"));
        answered.Turn.ShouldBe(Turn.Theirs);
        answered.Settled(At("2026-04-14T08:20")).Turn.ShouldBe(Turn.Nobodys);
        answered.Settled(At("2026-04-14T08:20")).Received(At("2026-04-14T09:00")).Turn.ShouldBe(Turn.Ours);
    }

    [Fact]
    public void The_clock_counts_from_the_first_message_that_waits()
    {
        var exchange = Exchange.None.Received(At("2026-04-13T16:40")).Received(At("2026-04-14T08:20"));
        var clock = ResponseClock.At(At("2026-04-14T08:40"), exchange, Goal, Yard.Hours)!;
        Yard.Local(clock.Due).ShouldBe("2026-04-14T09:40");
        clock.Left.ShouldBe(Duration.FromHours(1));
        clock.State.ShouldBe(ClockState.Well);
        clock
            .Explain(At("2026-04-14T08:40"), Yard.Hours)
            .ShouldBe(
                "Arrived Mon 16:40; 20 min on Mon, 40 min today, together 1 h of 2 h used. The goal for the first reply."
            );
    }

    [Theory]
    [InlineData("2026-04-14T09:15", ClockState.Soon)]
    [InlineData("2026-04-14T09:40", ClockState.Soon)]
    [InlineData("2026-04-14T09:41", ClockState.Late)]
    public void Less_than_a_quarter_left_is_soon_and_nothing_left_is_late(string now, ClockState state) =>
        ResponseClock
            .At(At(now), Exchange.None.Received(At("2026-04-13T16:40")), Goal, Yard.Hours)!
            .State.ShouldBe(state);

    [Fact]
    public void A_later_reply_has_its_own_goal_and_no_clock_runs_while_the_turn_is_theirs()
    {
        var answered = Exchange.None.Received(At("2026-04-13T10:00")).Replied(At("2026-04-13T10:30"));
        ResponseClock.At(At("2026-04-14T08:40"), answered, Goal, Yard.Hours).ShouldBeNull();
        ResponseClock
            .At(At("2026-04-14T08:40"), answered.Received(At("2026-04-14T08:00")), Goal, Yard.Hours)!
            .Goal.ShouldBe(Duration.FromHours(4));
    }

    [Fact]
    public void What_is_left_and_what_was_used_make_the_goal() =>
        Gen.Select(Gen.Int[0, 200_000], Gen.Int[0, 5000])
            .Sample(
                (begin, later) =>
                {
                    var since = At("2026-01-01T00:00") + Duration.FromMinutes(begin);
                    var now = since + Duration.FromMinutes(later);
                    var clock = ResponseClock.At(now, Exchange.None.Received(since), Goal, Yard.Hours)!;
                    (clock.Left + Yard.Hours.Between(since, now)).ShouldBe(Goal.FirstReply);
                }
            );

    [Fact]
    public void A_long_blank_is_labelled_with_its_working_time_and_runs_on_until_now()
    {
        var blanks = Silence.Between(
            [(At("2026-04-13T15:02"), false), (At("2026-04-14T08:31"), true)],
            At("2026-04-14T12:00"),
            false,
            Yard.Hours
        );
        blanks.Length.ShouldBe(2);
        blanks[0].Length.ShouldBe(Duration.FromMinutes(149));
        blanks[0].Ours.ShouldBeFalse();
        blanks[1].Ours.ShouldBeTrue();
        Silence.Between([(At("2026-04-14T08:31"), true)], At("2026-04-14T12:00"), true, Yard.Hours).ShouldBeEmpty();
    }

    private static readonly Place Open = new Place.Outside(DocketSight.Open, null);

    [Fact]
    public void The_first_to_reply_owns_an_unowned_conversation() =>
        Ownership.AfterReply(null, Yard.Named("Ines").Id).ShouldBe(Yard.Named("Ines").Id);

    [Fact]
    public void A_reply_by_someone_else_keeps_the_owner() =>
        Ownership.AfterReply(Yard.Named("Odalys").Id, Yard.Named("Ines").Id).ShouldBe(Yard.Named("Odalys").Id);

    [Fact]
    public void Anyone_may_take_what_nobody_owns() =>
        Ownership
            .MayHandOver(Yard.Named("Kit"), null, Yard.Named("Kit"), Open, HandoverRule.Owner, null)
            .Allowed.ShouldBeTrue();

    [Theory]
    [InlineData(HandoverRule.Anyone, "Kit", true)]
    [InlineData(HandoverRule.Crew, "Kit", false)]
    [InlineData(HandoverRule.Crew, "Hanneke", true)]
    [InlineData(HandoverRule.Crew, "Odalys", true)]
    [InlineData(HandoverRule.Owner, "Odalys", true)]
    [InlineData(HandoverRule.Owner, "Tobiah", true)]
    [InlineData(HandoverRule.Owner, "Ines", true)]
    public void Assigning_an_owned_one_follows_the_queues_rule(HandoverRule rule, string actor, bool allowed)
    {
        var engines = Yard.Crews.Single(c => c.Name == "engines").Id;
        var decision = Ownership.MayHandOver(
            Yard.Named(actor),
            Yard.Named("Ines").Id,
            Yard.Named("Pryderi"),
            Open,
            rule,
            engines
        );
        decision.Allowed.ShouldBe(allowed);
        decision.Reason.ShouldNotBeEmpty();
    }

    [Fact]
    public void Nobody_is_made_owner_of_what_they_do_not_see()
    {
        var limited = new Place.Outside(DocketSight.Only([Yard.Named("Odalys").Id], []), null);
        Ownership
            .MayHandOver(Yard.Named("Odalys"), null, Yard.Named("Kit"), limited, HandoverRule.Anyone, null)
            .Reason.ShouldContain("Kit does not see");
    }
}
