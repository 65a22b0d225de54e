using System.Collections.Immutable;
using CsCheck;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Flow.Rules;

/// <summary>Which rules act on what has happened.</summary>
public class FiringTests
{
    private static readonly StageId Survey = YardKinds.Job.At(1);
    private static readonly StageId Work = YardKinds.Job.At(3);
    private static readonly FieldId Depth = new(Guid.CreateVersion7());
    private static readonly Guid Queue = Guid.CreateVersion7();

    private static Rule Rule(
        Trigger trigger,
        ImmutableArray<Condition>? conditions = null,
        string maker = "Tobiah",
        bool on = true
    ) =>
        new(
            new RuleId(Guid.CreateVersion7()),
            "a rule",
            Yard.Named(maker).Id,
            trigger,
            conditions ?? [],
            [new RuleStep.Note("It happened.")],
            on,
            on ? Some.Now : null
        );

    private static Circumstances Now(DocketSight? sight = null, bool working = true) =>
        new(
            new Docket(
                1,
                Some.Docket.Id,
                YardKinds.Job.Id,
                Some.Docket.Ref,
                Some.Docket.Subject,
                "Upper Yard",
                Some.Odalys,
                Survey,
                Priority.High,
                true,
                sight ?? DocketSight.Open
            ),
            Some.Thorne,
            Queue,
            new Dictionary<FieldId, FieldValue> { [Depth] = new("1.8", 1.8) },
            working
        );

    private static bool Acts(Rule rule, Happened happened, Circumstances? now = null) =>
        Firing.Of(new RuleBook([rule]), happened, now ?? Now(), p => Yard.Staff.FirstOrDefault(s => s.Id == p)).Length
        == 1;

    private static Happened.Moved Move(StageId from, StageId to) => new(from, to, 1);

    [Fact]
    public void Entering_and_leaving_a_stage_are_its_own_and_not_what_lies_between()
    {
        Acts(Rule(new Trigger.Enters(Work)), Move(Survey, Work)).ShouldBeTrue();
        Acts(Rule(new Trigger.Leaves(Survey)), Move(Survey, Work)).ShouldBeTrue();
        Acts(Rule(new Trigger.Enters(YardKinds.Job.At(2))), Move(Survey, Work)).ShouldBeFalse();
        Acts(Rule(new Trigger.Leaves(Work)), Move(Survey, Work)).ShouldBeFalse();
        Acts(Rule(new Trigger.PartyWrites()), Move(Survey, Work)).ShouldBeFalse();
    }

    [Fact]
    public void Words_of_a_machine_set_nothing_off()
    {
        var rule = Rule(new Trigger.PartyWrites());
        var day = new LocalDate(2026, 4, 14);
        Acts(rule, new Happened.Wrote(Some.Thorne, Automatic: false, day)).ShouldBeTrue();
        Acts(rule, new Happened.Wrote(Some.Thorne, Automatic: true, day)).ShouldBeFalse();
    }

    [Fact]
    public void A_party_and_a_day_are_one_happening_however_often_they_write()
    {
        var day = new LocalDate(2026, 4, 14);
        new Happened.Wrote(Some.Thorne, false, day).Key.ShouldBe(new Happened.Wrote(Some.Thorne, true, day).Key);
        new Happened.Wrote(Some.Thorne, false, day).Key.ShouldNotBe(
            new Happened.Wrote(Some.Thorne, false, day.PlusDays(1)).Key
        );
        new Happened.Wrote(Some.Thorne, false, day).Key.ShouldNotBe(new Happened.Wrote(Some.Oduya, false, day).Key);
    }

    [Fact]
    public void Silence_and_lateness_count_from_so_long_on_and_for_the_side_that_is_meant()
    {
        var two = Duration.FromHours(2);
        var last = new EntryId(Guid.CreateVersion7());
        Acts(Rule(new Trigger.Silent(two, Ours: false)), new Happened.Silent(Some.Thorne, last, two, false))
            .ShouldBeTrue();
        Acts(Rule(new Trigger.Silent(two, Ours: true)), new Happened.Silent(Some.Thorne, last, two, false))
            .ShouldBeFalse();
        Acts(Rule(new Trigger.Silent(two, Ours: false)), new Happened.Silent(Some.Thorne, last, two / 2, false))
            .ShouldBeFalse();
        var task = new TaskId(Guid.CreateVersion7());
        Acts(Rule(new Trigger.TaskLate(two)), new Happened.Late(task, Some.Now, two)).ShouldBeTrue();
        Acts(Rule(new Trigger.TaskLate(two)), new Happened.Late(task, Some.Now, two / 2)).ShouldBeFalse();
    }

    [Theory]
    [InlineData("", true)]
    [InlineData("RIG", true)]
    [InlineData(" sign the ", true)]
    [InlineData("mast", false)]
    public void A_task_is_known_by_a_part_of_its_title(string titled, bool acts) =>
        Acts(
                Rule(new Trigger.TaskDone(titled)),
                new Happened.Done(new TaskId(Guid.CreateVersion7()), "Sign the rig off", Some.Now)
            )
            .ShouldBe(acts);

    [Fact]
    public void A_day_that_a_month_does_not_have_is_its_last_one()
    {
        var rule = Rule(new Trigger.DayOfYear(2, 29));
        Acts(rule, new Happened.DayCame(new LocalDate(2027, 2, 28))).ShouldBeTrue();
        Acts(rule, new Happened.DayCame(new LocalDate(2028, 2, 28))).ShouldBeFalse();
        Acts(rule, new Happened.DayCame(new LocalDate(2028, 2, 29))).ShouldBeTrue();
    }

    public static TheoryData<Condition, bool> Conditions =>
        new()
        {
            { new Condition.OfKind(YardKinds.Job.Id), true },
            { new Condition.OfKind(YardKinds.Ticket.Id), false },
            { new Condition.AtSite("upper yard"), true },
            { new Condition.AtSite("Slipway"), false },
            { new Condition.OfPriority(Priority.High), true },
            { new Condition.OfPriority(Priority.Low), false },
            { new Condition.OfParty(Some.Thorne), true },
            { new Condition.OfParty(Some.Oduya), false },
            { new Condition.InQueue(Queue), true },
            { new Condition.InQueue(Guid.Empty), false },
            { new Condition.FieldIs(Depth, "1.8"), true },
            { new Condition.FieldIs(Depth, "2"), false },
            { new Condition.FieldIs(new FieldId(Guid.Empty), "1.8"), false },
            { new Condition.InHours(true), true },
            { new Condition.InHours(false), false },
        };

    [Theory]
    [MemberData(nameof(Conditions), DisableDiscoveryEnumeration = true)]
    public void Each_condition_is_asked_of_the_docket_as_it_is(Condition condition, bool holds)
    {
        Acts(Rule(new Trigger.Enters(Work), [condition]), Move(Survey, Work)).ShouldBe(holds);
        // All of them have to hold.
        Acts(Rule(new Trigger.Enters(Work), [new Condition.AtSite("Upper Yard"), condition]), Move(Survey, Work))
            .ShouldBe(holds);
    }

    [Fact]
    public void It_acts_no_further_than_its_maker_sees_and_not_once_they_may_make_rules_no_more()
    {
        var enters = new Trigger.Enters(Work);
        Acts(Rule(enters, maker: "Kit"), Move(Survey, Work)).ShouldBeFalse();
        Acts(Rule(enters, maker: "Wilhelmina"), Move(Survey, Work)).ShouldBeTrue();
        var limited = new DocketSight(true, [Some.Kit], []);
        Acts(Rule(enters, maker: "Tobiah"), Move(Survey, Work), Now(limited)).ShouldBeFalse();
        Firing.MayAct(Rule(enters), Now(), null).ShouldBeFalse();
    }

    [Theory]
    [MemberData(nameof(Conditions), DisableDiscoveryEnumeration = true)]
    public void The_docket_alone_rules_out_only_what_cannot_act(Condition condition, bool holds)
    {
        var book = new RuleBook([Rule(new Trigger.Enters(Work), [condition])]);
        var may = Firing.MayAny(book, Move(Survey, Work), Now().Docket);
        may.ShouldBe(holds || condition is not (Condition.OfKind or Condition.AtSite or Condition.OfPriority));
        Firing.MayAny(book, Move(Work, Survey), Now().Docket).ShouldBeFalse();
    }

    /// <summary>What a rule began goes on as a chain by time alone; whatever somebody does there begins anew.</summary>
    [Fact]
    public void What_time_brings_in_a_docket_that_a_rule_began_counts_on()
    {
        var task = new TaskId(Guid.CreateVersion7());
        Firing.DepthOf(new Happened.Late(task, Some.Now, Duration.Zero), 0, 3).ShouldBe(3);
        Firing.DepthOf(new Happened.DayCame(new LocalDate(2026, 4, 14)), 0, 3).ShouldBe(3);
        Firing.DepthOf(new Happened.Done(task, "Bill", Some.Now), 0, 3).ShouldBe(0);
        Firing.DepthOf(Move(Survey, Work), 2, 3).ShouldBe(2);
    }

    [Fact]
    public void The_conversation_that_rules_mean_is_the_partys_else_the_first_with_anybody_outside()
    {
        Conversation Talk(PartyId? party) =>
            Some.Conversation(party is null ? Audience.Inside : Audience.Outside) with
            {
                Party = party,
            };
        var (inside, oduya, thorne) = (Talk(null), Talk(Some.Oduya), Talk(Some.Thorne));
        Firing.TalkOf([inside, oduya, thorne], null).ShouldBe(oduya);
        Firing.TalkOf([inside, oduya, thorne], Some.Thorne).ShouldBe(thorne);
        Firing.TalkOf([inside, oduya], Some.Thorne).ShouldBeNull();
        Firing.TalkOf([inside], null).ShouldBeNull();
    }

    [Fact]
    public void What_is_off_does_nothing() =>
        Acts(Rule(new Trigger.Enters(Work), on: false), Move(Survey, Work)).ShouldBeFalse();

    /// <summary>
    /// Happenings at random, some of them said again as after a crash, against a list that is gone through from its
    /// beginning each time: the same rules act, each once for each happening.
    /// </summary>
    [Fact]
    public void Each_rule_acts_once_for_each_happening_whatever_is_said_twice()
    {
        var stages = YardKinds.Job.Stages.Select(s => s.Id).ToArray();
        var trigger = Gen.OneOf<Trigger>(
            Gen.OneOfConst(stages).Select(s => (Trigger)new Trigger.Enters(s)),
            Gen.OneOfConst(stages).Select(s => (Trigger)new Trigger.Leaves(s)),
            Gen.Const<Trigger>(new Trigger.PartyWrites())
        );
        var condition = Gen.OneOfConst<Condition>(
            new Condition.AtSite("Upper Yard"),
            new Condition.AtSite("Slipway"),
            new Condition.InHours(true)
        );
        var rule = Gen.Select(
            trigger,
            condition.Array[0, 2],
            Gen.OneOfConst("Tobiah", "Kit", "Wilhelmina"),
            Gen.Bool,
            (t, c, maker, on) => Rule(t, [.. c], maker, on)
        );
        var happened = Gen.OneOf<Happened>(
            Gen.Select(
                Gen.OneOfConst(stages),
                Gen.OneOfConst(stages),
                Gen.Long[1, 9],
                (from, to, n) => (Happened)new Happened.Moved(from, to, n)
            ),
            Gen.Select(
                Gen.Bool,
                Gen.Int[1, 3],
                (machine, day) => (Happened)new Happened.Wrote(Some.Thorne, machine, new LocalDate(2026, 4, day))
            )
        );
        Gen.Select(rule.Array[0, 12], happened.Array[0, 30])
            .Sample(
                (rules, happenings) =>
                {
                    var book = new RuleBook(rules);
                    var ran = new HashSet<(RuleId, string)>();
                    var slow = new HashSet<(RuleId, string)>();
                    foreach (var h in happenings.Concat(happenings))
                    {
                        // By the docket alone first, as it is asked: that must leave out nothing that acts.
                        if (Firing.MayAny(book, h, Now().Docket))
                            foreach (var acting in Firing.Of(book, h, Now(), p => Yard.Staff.First(s => s.Id == p)))
                                ran.Add((acting.Id, h.Key));
                        foreach (var r in rules)
                            if (Slowly(r, h))
                                slow.Add((r.Id, h.Key));
                    }

                    return ran.SetEquals(slow);
                }
            );
    }

    private static bool Slowly(Rule rule, Happened happened)
    {
        var waits = rule.Trigger switch
        {
            Trigger.Enters e => happened is Happened.Moved m && m.To == e.Stage,
            Trigger.Leaves l => happened is Happened.Moved m && m.From == l.Stage,
            _ => happened is Happened.Wrote { Automatic: false },
        };
        var maker = Yard.Staff.First(s => s.Id == rule.Maker);
        return waits
            && rule.On
            && rule.Conditions.All(c => c is not Condition.AtSite { Site: "Slipway" })
            && maker.Role!.Rights.Contains(Right.MakeRules);
    }
}
