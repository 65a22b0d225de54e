using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Flow.Rules;

/// <summary>What a rule may be, and how it reads.</summary>
public class RuleRulesTests
{
    private static readonly Guid Stock = Guid.CreateVersion7();
    private static readonly TemplateId Yearly = new(Guid.CreateVersion7());
    private static readonly StageId Work = YardKinds.Job.At(3);

    private static readonly RuleNames Names = new(
        new Kinds([YardKinds.Job, YardKinds.Ticket]),
        p => Yard.Staff.FirstOrDefault(s => s.Id == p)?.Name,
        c => Yard.Crews.FirstOrDefault(x => x.Id == c)?.Name,
        p => p == Some.Thorne ? "Thorne" : null,
        _ => null,
        s => s == Stock ? "Work begins" : null,
        t => t == Yearly ? new Template(Yearly, YardKinds.Job.Id, "Yearly check", "", "", null, [], []) : null
    );

    private static Rule Rule(Trigger trigger, params RuleStep[] steps) =>
        new(
            new RuleId(Guid.CreateVersion7()),
            "Work begins",
            Yard.Named("Tobiah").Id,
            trigger,
            [],
            [.. steps],
            true,
            Some.Now
        );

    private static readonly RuleStep Note = new RuleStep.Note("Look.");

    private static string? Wrong(Rule rule, params Rule[] others) => RuleRules.Wrong(rule, Names, others)?.Words;

    [Fact]
    public void One_that_can_be_used_has_a_name_of_its_own_and_does_something()
    {
        var rule = Rule(new Trigger.Enters(Work), Note);
        Wrong(rule).ShouldBeNull();
        Wrong(rule, rule).ShouldBeNull();
        Wrong(rule, rule with { Id = new RuleId(Guid.Empty), Name = "work BEGINS" })
            .ShouldBe("There is a rule named Work begins already. Choose another name.");
        Wrong(rule with { Name = " " }).ShouldBe("Give the rule a name.");
        Wrong(rule with { Steps = [] }).ShouldBe("Say what it does: add at least one step.");
    }

    public static TheoryData<Trigger, string> Triggers =>
        new()
        {
            { new Trigger.Enters(new StageId(Guid.Empty)), "stage that is gone" },
            { new Trigger.Near(new MilestoneId(Guid.Empty), Duration.Zero), "milestone that is gone" },
            { new Trigger.Silent(Duration.Zero, true), "Say how long" },
            { new Trigger.Silent(Duration.FromHours(2_000), true), "too long" },
            { new Trigger.DayOfYear(2, 30), "no such day" },
            { new Trigger.DayOfYear(13, 1), "no such day" },
        };

    [Theory]
    [MemberData(nameof(Triggers), DisableDiscoveryEnumeration = true)]
    public void What_it_waits_for_must_be_there(Trigger trigger, string words) =>
        Wrong(Rule(trigger, Note)).ShouldNotBeNull().ShouldContain(words);

    public static TheoryData<RuleStep, string> Steps =>
        new()
        {
            { new RuleStep.Message(Guid.Empty, null), "Choose the stock reply" },
            { new RuleStep.Message(Stock, Via.Call), "by mail or by text" },
            { new RuleStep.Note(" "), "Write the note" },
            { new RuleStep.HandOver(new PersonId(Guid.Empty)), "colleague who is gone" },
            { new RuleStep.Move(new StageId(Guid.Empty)), "stage that is gone" },
            { new RuleStep.SetField(new FieldId(Guid.Empty), "1"), "field that is gone" },
            { new RuleStep.Use(new TemplateId(Guid.Empty)), "Choose a template" },
            { new RuleStep.Begin(new TemplateId(Guid.Empty), "Yearly", true), "Choose a template" },
            { new RuleStep.Begin(Yearly, " ", true), "what the new docket is called" },
            { Give(""), "Write what is to be done" },
            { Give("Bill", remind: Duration.FromMinutes(1)), "Remind at most every 15 min" },
            { Give("Bill", owner: new TemplateOwner.OfCrew(new CrewId(Guid.Empty))), "crew that is gone" },
        };

    [Theory]
    [MemberData(nameof(Steps), DisableDiscoveryEnumeration = true)]
    public void What_it_does_must_be_possible(RuleStep step, string words) =>
        Wrong(Rule(new Trigger.Enters(Work), step)).ShouldNotBeNull().ShouldContain(words);

    private static RuleStep.Give Give(
        string title,
        TemplateOwner? owner = null,
        Duration? remind = null,
        StageId? locks = null
    ) => new(title, owner, 2, Priority.High, remind, locks);

    [Fact]
    public void It_reads_as_three_lines()
    {
        RuleWords.Of(new Trigger.Enters(Work), Names).ShouldBe("a Job enters Work");
        RuleWords.Of(new Condition.AtSite("Upper Yard"), Names).ShouldBe("its site is Upper Yard");
        RuleWords.Of(new RuleStep.Message(Stock, Via.Mail), Names).ShouldBe("mail the customer “Work begins”");
        RuleWords
            .Of(
                Give(
                    "Invoice the deposit",
                    new TemplateOwner.OfCrew(Yard.Crews[3].Id),
                    Duration.FromHours(1),
                    YardKinds.Job.At(4)
                ),
                Names
            )
            .ShouldBe(
                "give office the task “Invoice the deposit”, due in 2 working days, high, reminded every 1 h until it is "
                    + "done, and lock Launch until it is"
            );
        RuleWords
            .Of(new Trigger.Silent(Duration.FromHours(4), Ours: false), Names)
            .ShouldBe("the customer has not answered for 4 h");
        RuleWords
            .Of(new RuleStep.Begin(Yearly, "{subject}, next year", true), Names)
            .ShouldBe("begin the Job “{subject}, next year” from the template Yearly check, with the same customer");
        RuleWords.Of(new Trigger.DayOfYear(10, 1), Names).ShouldBe("it is 1 October");
        RuleWords.Of(new Condition.OfParty(Some.Oduya), Names).ShouldBe("it is with somebody who is gone");
    }

    [Fact]
    public void When_a_stage_is_retired_it_follows_the_dockets()
    {
        var (gone, now) = (YardKinds.Job.At(3), YardKinds.Job.At(4));
        var rule = RuleRules.Emptied(
            Rule(new Trigger.Enters(gone), Give("Bill", locks: gone), new RuleStep.Move(gone), Note),
            gone,
            now
        );
        rule.Trigger.ShouldBe(new Trigger.Enters(now));
        ((RuleStep.Give)rule.Steps[0]).Locks.ShouldBe(now);
        rule.Steps[1].ShouldBe(new RuleStep.Move(now));
        rule.Steps[2].ShouldBe(Note);
    }
}
