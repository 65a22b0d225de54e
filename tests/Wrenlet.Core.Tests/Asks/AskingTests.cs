using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Asks;

public class AskingTests
{
    private static readonly Instant Now = Yard.At("2026-04-14T09:00");

    private static PersonId Of(string name) => Yard.Named(name).Id;

    private static string Name(PersonId person) => Yard.Staff.Single(p => p.Id == person).FirstName;

    private static AskTerms Terms(
        AskKind kind,
        AskRule rule = AskRule.Anyone,
        int needed = 0,
        string? due = null,
        TimeUp up = TimeUp.Remind,
        string? passTo = null,
        params string[] options
    ) =>
        new(
            kind,
            [.. options],
            false,
            false,
            null,
            rule,
            needed,
            due is null ? null : Yard.At(due),
            up,
            passTo is null ? null : Of(passTo)
        );

    private static Asking Ask(AskTerms terms, params string[] names) =>
        new(terms, Of("Odalys"), [.. names.Select(n => new Askee(Of(n), null))], []);

    private static Reply Says(string words) => new(null, [], words);

    private static readonly Reply Approves = new(true, [], "");

    private static readonly Reply Declines = new(false, [], "");

    private static Asking Answer(Asking asking, string name, Reply reply, int minutes = 1) =>
        Step(asking, new AskStep.Answered(Of(name), Now + Duration.FromMinutes(minutes), Of(name), reply));

    private static Asking Step(Asking asking, AskStep step)
    {
        asking.Refuses(step, Name).ShouldBeNull();
        return asking with { Steps = asking.Steps.Add(step) };
    }

    private static string Line(Asking asking, int minutes = 60) =>
        AskWords.Of(asking, asking.At(Now + Duration.FromMinutes(minutes)), Name);

    [Fact]
    public void The_first_answer_of_anyone_decides()
    {
        var asked = Ask(Terms(AskKind.Question), "Ines", "Kit");
        Line(asked).ShouldBe("Waiting for any of Ines and Kit.");
        var answered = Answer(asked, "Kit", Says("In shed two"));
        Line(answered).ShouldBe("Answered by Kit.");
        answered
            .At(Now + Duration.FromHours(1))
            .Parts.Select(p => p.State)
            .ShouldBe([PartState.NotNeeded, PartState.Answered]);
    }

    [Fact]
    public void Everyone_must_approve_and_one_who_declines_decides()
    {
        var asked = Ask(Terms(AskKind.Decision, AskRule.Everyone), "Tobiah", "Ines", "Kit");
        var one = Answer(asked, "Ines", Approves);
        Line(one).ShouldBe("Waiting for Tobiah and Kit; 1 of 3 has answered.");
        Line(Answer(one, "Kit", Declines, 2)).ShouldBe("Declined by Kit.");
        Line(Answer(Answer(one, "Kit", Approves, 2), "Tobiah", Approves, 3))
            .ShouldBe("Approved by Tobiah, Ines and Kit.");
    }

    [Fact]
    public void A_number_of_approvals_is_enough_and_too_many_declines_make_it_impossible()
    {
        var asked = Ask(Terms(AskKind.Decision, AskRule.Number, 2), "Tobiah", "Ines", "Kit");
        Line(Answer(Answer(asked, "Ines", Approves), "Kit", Approves, 2)).ShouldBe("Approved by Ines and Kit.");
        Line(Answer(Answer(asked, "Ines", Declines), "Kit", Declines, 2)).ShouldBe("Declined by Ines and Kit.");
        Line(Answer(asked, "Ines", Approves)).ShouldBe("Waiting for 1 more of Tobiah and Kit; 1 of 3 has answered.");
    }

    [Fact]
    public void In_order_the_next_is_asked_when_the_one_before_has_answered()
    {
        var asked = Ask(Terms(AskKind.Decision, AskRule.InOrder), "Ines", "Tobiah", "Wilhelmina");
        Line(asked).ShouldBe("Waiting for Ines, then Tobiah and Wilhelmina.");
        asked
            .Refuses(new AskStep.Answered(Of("Tobiah"), Now, Of("Tobiah"), Approves), Name)
            .ShouldBe("It is not your turn: Ines answers first.");
        Line(Answer(asked, "Ines", Approves)).ShouldBe("Waiting for Tobiah, then Wilhelmina; 1 of 3 has answered.");
        Line(Answer(Answer(asked, "Ines", Approves), "Tobiah", Declines, 2)).ShouldBe("Declined by Tobiah.");
    }

    [Fact]
    public void Answers_can_be_changed_until_it_is_decided()
    {
        var asked = Ask(Terms(AskKind.Choice, AskRule.Everyone, options: ["Grey", "White"]), "Ines", "Kit");
        var changed = Answer(Answer(asked, "Ines", new(null, [0], "")), "Ines", new(null, [1], ""), 2);
        var done = Answer(changed, "Kit", new(null, [1], ""), 3);
        Line(done).ShouldBe("“White”, chosen by 2 of 2.");
        done.Refuses(
                new AskStep.Answered(Of("Ines"), Now + Duration.FromHours(1), Of("Ines"), new(null, [0], "")),
                Name
            )
            .ShouldBe("It is decided; answers can no longer change.");
        var tie = Answer(Answer(asked, "Ines", new(null, [0], "")), "Kit", new(null, [1], ""), 2);
        Line(tie).ShouldBe("“Grey” and “White” are level, with 1 each.");
    }

    [Fact]
    public void Who_is_asked_may_pass_it_on_with_a_reason_or_say_that_it_is_not_theirs()
    {
        var asked = Ask(Terms(AskKind.Question, AskRule.Everyone), "Ines", "Kit");
        asked
            .Refuses(new AskStep.PassedOn(Of("Ines"), Now, Of("Pryderi"), ""), Name)
            .ShouldBe("Say why you are passing it on, for whoever gets it.");
        asked
            .Refuses(new AskStep.PassedOn(Of("Ines"), Now, Of("Odalys"), "you know"), Name)
            .ShouldStartWith("Odalys asks this");
        var passed = Step(asked, new AskStep.PassedOn(Of("Ines"), Now, Of("Pryderi"), "It is rigging"));
        Line(passed).ShouldBe("Waiting for Pryderi and Kit.");
        passed
            .Refuses(new AskStep.Answered(Of("Ines"), Now, Of("Ines"), Says("x")), Name)
            .ShouldBe("You are not asked.");
        var not = Step(passed, new AskStep.NotMine(Of("Kit"), Now, "never saw it"));
        Line(Answer(not, "Pryderi", Says("Twelve"))).ShouldBe("Answered by Pryderi.");
        Line(Step(not, new AskStep.NotMine(Of("Pryderi"), Now, "")))
            .ShouldBe("Nobody who was asked can answer: ask someone else.");
    }

    [Fact]
    public void When_time_runs_out_it_lapses_or_passes_on_or_stays_by_choice()
    {
        const string Due = "2026-04-14T10:00";
        Line(Ask(Terms(AskKind.Decision, due: Due, up: TimeUp.Lapse), "Ines"), 59).ShouldBe("Waiting for Ines.");
        var lapsed = Ask(Terms(AskKind.Decision, due: Due, up: TimeUp.Lapse), "Ines");
        (Line(lapsed), lapsed.At(Yard.At(Due)).Approved).ShouldBe(
            ("Time ran out, and so it counts as declined.", false)
        );
        lapsed
            .Refuses(new AskStep.Answered(Of("Ines"), Yard.At(Due), Of("Ines"), Approves), Name)
            .ShouldBe("Its time has run out.");
        Line(Ask(Terms(AskKind.Question, due: Due, up: TimeUp.PassOn, passTo: "Tobiah"), "Ines"))
            .ShouldBe("Waiting for Tobiah.");
        Line(Ask(Terms(AskKind.Question, due: Due), "Ines"), 600).ShouldBe("Waiting for Ines.");
    }

    [Fact]
    public void Asked_anew_all_answers_are_wanted_again_even_where_it_was_decided()
    {
        var decided = Answer(
            Ask(Terms(AskKind.Decision, due: "2026-04-14T10:00", up: TimeUp.Lapse), "Ines"),
            "Ines",
            Approves
        );
        var anew = Step(decided, new AskStep.AskedAnew(Of("Odalys"), Yard.At("2026-04-14T11:00")));
        Line(anew, 600).ShouldBe("Waiting for Ines.");
        anew.At(Yard.At("2026-04-14T12:00")).Anew.ShouldBe(Yard.At("2026-04-14T11:00"));
    }

    [Fact]
    public void Only_who_asked_can_withdraw_and_then_nothing_more_can_be_done()
    {
        var asked = Ask(Terms(AskKind.Question), "Ines");
        asked
            .Refuses(new AskStep.Withdrawn(Of("Ines"), Now, ""), Name)
            .ShouldBe("Only Odalys, who asked, can do that.");
        var gone = Step(asked, new AskStep.Withdrawn(Of("Odalys"), Now, "found it"));
        gone.Refuses(new AskStep.Answered(Of("Ines"), Now, Of("Ines"), Says("x")), Name).ShouldBe("It was withdrawn.");
        gone.Refuses(new AskStep.AskedAnew(Of("Odalys"), Now), Name).ShouldBe("It was withdrawn.");
    }

    [Fact]
    public void A_check_of_understanding_says_how_many_were_right()
    {
        var terms = Terms(AskKind.Choice, AskRule.Everyone, options: ["Port first", "Starboard first"]) with
        {
            Right = 1,
        };
        Line(Answer(Answer(Ask(terms, "Ines", "Kit"), "Ines", new(null, [1], "")), "Kit", new(null, [0], ""), 2))
            .ShouldBe("1 of 2 answered correctly: “Starboard first”.");
    }

    [Theory]
    [InlineData(AskKind.Choice, AskRule.Anyone, 0, 1, "at least two options")]
    [InlineData(AskKind.Question, AskRule.Number, 3, 2, "from 1 to 2")]
    [InlineData(AskKind.Question, AskRule.Anyone, 0, 0, "Name a person or a crew")]
    public void Terms_that_cannot_be_met_are_refused_with_a_way_out(
        AskKind kind,
        AskRule rule,
        int needed,
        int askees,
        string says
    ) => Terms(kind, rule, needed).Wrong(askees).ShouldNotBeNull().ShouldContain(says);

    [Theory]
    [InlineData(AskKind.Question, "Write the answer.")]
    [InlineData(AskKind.Decision, "Say whether you approve or decline.")]
    [InlineData(AskKind.Choice, "Choose one of the options.")]
    public void An_answer_must_fit_what_is_asked(AskKind kind, string says) =>
        Says("").Wrong(Terms(kind, options: ["a", "b"])).ShouldBe(says);

    [Fact]
    public void A_withdrawal_is_taken_back_by_who_asked_and_all_is_as_it_was()
    {
        var asking = Answer(Ask(Terms(AskKind.Question, AskRule.Everyone), "Ines", "Kit"), "Ines", Says("Two."));
        var renewed = new AskStep.Renewed(Of("Odalys"), Now + Duration.FromMinutes(9));
        asking.Refuses(renewed, Name).ShouldBe("It is not withdrawn.");
        var withdrawn = Step(asking, new AskStep.Withdrawn(Of("Odalys"), Now + Duration.FromMinutes(5), ""));
        withdrawn.Refuses(renewed with { By = Of("Ines") }, Name).ShouldBe("Only Odalys, who asked, can do that.");
        var standing = Step(withdrawn, renewed).At(Now + Duration.FromMinutes(10));
        (standing.State, standing.WaitedFor.Single()).ShouldBe((AskState.Open, Of("Kit")));
    }
}
