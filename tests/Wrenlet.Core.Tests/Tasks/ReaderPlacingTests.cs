using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>Where what is asked begins and ends, what belongs to it, and what asks for nothing.</summary>
public class ReaderPlacingTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    private static IReadOnlyList<Draft> Read(string text) =>
        Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"));

    private static Draft One(string text) => Read(text).ShouldHaveSingleItem(text);

    private static string Due(Draft draft) => draft.Due is { } due ? Yard.Local(due.Value) : "-";

    [Theory]
    [InlineData("Ines, sand the hatch today and paint it on Thursday", "Sand the hatch", "Paint the hatch")]
    [InlineData("Ring the plumber today, then chase him on Friday", "Ring the plumber", "Chase the plumber")]
    [InlineData("@Ines to finish the bench and Kit to paint it by Friday", "Finish the bench", "Paint the bench")]
    [InlineData("Could Ines wash the van today and could Kit fill it up tomorrow?", "Wash the van", "Fill the van up")]
    public void What_is_of_another_day_or_person_is_a_task_of_its_own(string text, string first, string second) =>
        Read(text).Select(d => d.Title.Value).ShouldBe([first, second]);

    [Theory]
    [InlineData("Kit, ask Ines and Mateus to come and help on Friday")]
    [InlineData("Kit, scan the lease of 3 March and put it on the drive by tomorrow")]
    public void What_is_of_one_is_one(string text) => One(text);

    [Fact]
    public void What_is_promised_goes_on_behind_and()
    {
        var drafts = Read("I'll order the paint today and collect it on Friday");
        drafts.Count.ShouldBe(2);
        drafts
            .SelectMany(d => d.Owners.ShouldNotBeNull().Value)
            .ShouldAllBe(o => o == new TaskOwner.OfPerson(Yard.Named("Odalys").Id));
    }

    [Theory]
    [InlineData("Kit, order hinges, brass, 60 mm, a dozen", "Order hinges, brass, 60 mm, a dozen")]
    [InlineData("Order hinges, Kit, the good ones", "Order hinges, the good ones")]
    [InlineData("Kit: paint, brushes, rags - Monday", "Paint, brushes, rags")]
    [InlineData("Kit, find out what a new pump costs by Friday", "Find out what a new pump costs")]
    [InlineData("Kit please ask Caspian whether he wants the blue one", "Ask Caspian whether he wants the blue one")]
    [InlineData("Kit, make sure nobody goes in until it is dry", "Make sure nobody goes in until it is dry")]
    [InlineData("Kit, stop the pump now please, the filter is upside down", "Stop the pump")]
    [InlineData("Kit sweep the shed at some point", "Sweep the shed")]
    [InlineData("Kit, label the drawers by the time I'm back", "Label the drawers")]
    [InlineData("Kit, give Mateus some time off on Friday", "Give Mateus some time off")]
    [InlineData("Kit, check if the tank is full by noon", "Check if the tank is full")]
    [InlineData("Kit please check the oil if you can", "Check the oil")]
    public void A_title_holds_what_is_asked_and_no_more(string text, string title) =>
        One(text).Title.Value.ShouldBe(title);

    [Theory]
    [InlineData("Kit true the back wheel before you go", "True the back wheel")]
    [InlineData("Someone water the ferns", "Water the ferns")]
    [InlineData("The ferns need deadheading", "Deadhead the ferns")]
    [InlineData("Kit, have the van loaded by noon", "Have the van loaded")]
    [InlineData("Kit, every box has to have a label by Friday", "Label for every box")]
    [InlineData("Would you mind swapping shifts with Ines, Kit?", "Swap shifts with Ines")]
    public void A_verb_is_known_by_what_stands_beside_it(string text, string title) =>
        One(text).Title.Value.ShouldBe(title);

    [Fact]
    public void A_verb_at_the_head_is_no_name_before_its_object()
    {
        var setting = Yard.Setting with
        {
            Staff = [.. Yard.Setting.Staff, Yard.Named("Kit") with { Id = new(Guid.NewGuid()), Name = "Emil Sand" }],
        };
        var reader = new TaskReader(setting);
        var at = Yard.At("2026-04-14T08:40");
        var draft = reader.Read("Sand the steps by Friday", Yard.Named("Odalys").Id, at).ShouldHaveSingleItem();
        (draft.Title.Value, draft.Owners).ShouldBe(("Sand the steps", null));
        reader
            .Read("Sand, the steps by Friday please", Yard.Named("Odalys").Id, at)
            .ShouldHaveSingleItem()
            .Owners.ShouldNotBeNull();
    }

    [Theory]
    [InlineData("Please note the new closing time")]
    [InlineData("Please find the price list attached")]
    [InlineData("Please be aware that the car park is shut tomorrow")]
    [InlineData("Let me know if you need anything")]
    [InlineData("Can someone tell me where the trolleys are?")]
    [InlineData("Did Kit change the filter?")]
    [InlineData("Records have to be kept for ten years, the licence says")]
    [InlineData("The shed must be locked at night, it's the rule")]
    [InlineData("Kit will be late tomorrow")]
    [InlineData("Hanneke says the pump needs replacing")]
    [InlineData("Kit, you said you would bring the drill back on Friday")]
    [InlineData("Let's not take any more boats before the launch")]
    public void What_is_said_to_tell_or_to_know_asks_for_nothing(string text) => Read(text).ShouldBeEmpty();

    [Theory]
    [InlineData(
        "For the launch we need:\n- ropes (Kit)\n- Ines: fenders by Friday",
        "2026-04-28T10:30",
        "2026-04-17T17:00"
    )]
    [InlineData(
        "By Thursday:\n- Kit: sweep the shed\n- Ines: oil the hinges tomorrow",
        "2026-04-16T17:00",
        "2026-04-15T17:00"
    )]
    public void The_time_of_a_heading_is_of_the_items_that_have_none(string text, string first, string second) =>
        Read(text).Select(Due).ShouldBe([first, second]);

    [Theory]
    [InlineData("Kit, teach the apprentice on Saturday mornings", "FREQ=WEEKLY;BYDAY=SA", "2026-04-18T12:00")]
    [InlineData(
        "@Kit count the stock on the last working day of every month",
        "FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1",
        "2026-04-30T17:00"
    )]
    [InlineData("Weekly report to Hanneke, Kit, every Thursday by 4", "FREQ=WEEKLY;BYDAY=TH", "2026-04-16T16:00")]
    public void Repetitions_are_read_as_they_are_said(string text, string rule, string due)
    {
        var draft = One(text);
        (draft.Repeats?.Value, Due(draft)).ShouldBe((rule, due));
    }

    [Theory]
    [InlineData("Kit, mind the shop for the rest of the week", "2026-04-17T17:00")]
    [InlineData(
        "The return is due on the 23rd. Kit, have the figures ready two working days before that",
        "2026-04-21T17:00"
    )]
    [InlineData("Kit, sweep the shed before the launch on the 28th", "2026-04-28T10:30")]
    public void Days_are_read_as_they_are_said(string text, string due) => Due(One(text)).ShouldBe(due);

    [Theory]
    [InlineData("@Kit move the pallets now please", Priority.Critical)]
    [InlineData("@Kit the report - now", Priority.Critical)]
    [InlineData("@Kit drop everything else and fetch the ladder", Priority.Critical)]
    [InlineData("@Kit you can hang the door now", Priority.Normal)]
    public void Now_is_haste_where_it_is_said_so(string text, Priority priority) =>
        One(text).Priority.Value.ShouldBe(priority);

    [Theory]
    [InlineData("Remind me to be at the bank by 10", "Be at the bank")]
    [InlineData("I have to be at the bank by 10", "Be at the bank")]
    public void Where_one_has_to_be_is_work(string text, string title) => One(text).Title.Value.ShouldBe(title);

    [Fact]
    public void My_of_somebody_with_a_title_names_them_whole() =>
        Reader
            .Read("Please mend my boiler by Friday", null, Yard.At("2026-04-14T08:40"), "Mrs Calloway")
            .ShouldHaveSingleItem()
            .Title.Value.ShouldBe("Mend Mrs Calloway's boiler");

    [Theory]
    [InlineData("@Kit take it up with Ines by Friday", "Ines", "the words beside it only speak of them")]
    [InlineData("@Kit tell Caspian that we launch on 28 April", "on 28 April", "it is part of what is to be told")]
    [InlineData("- Kit: sweep the shed\n- Ines: oil the hinges", "Ines", "it stands in another item of the list")]
    [InlineData("1) permits 2) cones, all by Friday", "by Friday", "“all” before it says that it is for every item")]
    public void What_settles_a_time_or_a_name_is_told(string text, string words, string rule) =>
        Reader
            .Examine(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"))
            .Placed.First(p => text[p.Words.Start..p.Words.End] == words)
            .Rule.ShouldBe(rule);

    [Fact]
    public void What_decides_of_a_time_or_a_name_is_told_with_its_worth()
    {
        const string Text = "Kit, sweep the shed for Friday. The inspector comes on Monday.";
        var placed = Reader.Examine(Text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40")).Placed;
        placed.Select(p => Text[p.Words.Start..p.Words.End]).ShouldBe(["Kit", "for Friday", "on Monday"]);
        placed.Select(p => p.Certainty >= 0.5).ShouldBe([true, true, false]);
        placed
            .Select(p => Text[p.Request.Start..p.Request.End])
            .Distinct()
            .ShouldHaveSingleItem()
            .ShouldStartWith("sweep the shed");
        foreach (var one in placed)
        {
            one.Rule.ShouldBeNull();
            // What is worth next to nothing is left out.
            var odds = Math.Log(one.Certainty / (1 - one.Certainty));
            one.Features.Sum(f => f.Worth).ShouldBe(odds, 0.15);
            one.Features.Select(f => Math.Abs(f.Worth)).ShouldBeInOrder(SortDirection.Descending);
        }
    }
}
