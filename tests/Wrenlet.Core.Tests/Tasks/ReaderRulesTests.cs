using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>What settles a reading by itself, whatever else speaks for another: one task or several, whose day it is, no work.</summary>
public class ReaderRulesTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    private static IReadOnlyList<Draft> Read(string text) =>
        Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"));

    private static Draft One(string text) => Read(text).ShouldHaveSingleItem(text);

    private static string Due(Draft draft) => draft.Due is { } due ? Yard.Local(due.Value) : "-";

    private static TaskOwner[] Owners(Draft draft) => [.. draft.Owners.ShouldNotBeNull().Value];

    [Theory]
    [InlineData("Find the two missing keys, Kit, try the van", "Find the two missing keys, try the van")]
    [InlineData("Weigh the two bags, Kit, use the old scales", "Weigh the two bags, use the old scales")]
    public void What_is_asked_of_the_same_by_the_same_time_is_one_task(string text, string title)
    {
        var draft = One(text);
        draft.Title.Value.ShouldBe(title);
        Owners(draft).ShouldBe([new TaskOwner.OfPerson(Yard.Named("Kit").Id)]);
        draft.Title.Spans.Length.ShouldBe(2);
        draft.Title.Alternatives.Length.ShouldBeGreaterThanOrEqualTo(2);
    }

    [Theory]
    [InlineData("We need a locksmith for the shed, Kit, please call one in one hour", "2026-04-14T09:40")]
    [InlineData("The insurers want photographs of the roof, Kit, can you take some by Friday", "2026-04-17T17:00")]
    public void What_is_said_once_more_gives_its_time(string text, string due)
    {
        var draft = One(text);
        Due(draft).ShouldBe(due);
        draft.Title.Value.ShouldContain(text.Contains("locksmith") ? "ocksmith" : "hotographs");
    }

    [Theory]
    [InlineData("Wash the small van, Kit, and lock it", "ash the small van")]
    [InlineData("Wash the small van, Kit, then sweep", "ash the small van")]
    public void Nothing_of_what_is_asked_is_lost(string text, string first)
    {
        var titles = string.Join("; ", Read(text).Select(d => d.Title.Value));
        titles.ShouldContain(first);
        titles.ShouldContain(text.Split(' ')[^1].Replace("it", "ock", StringComparison.Ordinal), Case.Insensitive);
    }

    [Fact]
    public void Who_is_asked_in_the_next_sentence_has_nothing_to_do_with_this_one() =>
        Read("Find the two missing keys, Kit, try the van. If Caspian has not paid by Friday, Ines, ring him.")
            .Select(d => (d.Title.Value, Owners(d).Single()))
            .ShouldBe([
                ("Find the two missing keys, try the van", new TaskOwner.OfPerson(Yard.Named("Kit").Id)),
                ("Ring Caspian", new TaskOwner.OfPerson(Yard.Named("Ines").Id)),
            ]);

    [Fact]
    public void What_is_counted_before_it_is_listed_stays_apart() =>
        Read("Two jobs for Kit: lamp in the lift by Friday, lock on the gate by Monday")
            .Select(d => d.Title.Value)
            .ShouldBe(["Lamp in the lift", "Lock on the gate"]);

    [Fact]
    public void A_dash_before_each_verb_parts_them() =>
        Read("Order new keys by Friday - tell Benedikta about them by Monday")
            .Select(Due)
            .ShouldBe(["2026-04-17T17:00", "2026-04-20T17:00"]);

    [Fact]
    public void An_item_of_a_list_asks_where_all_the_others_do() =>
        Read("1) Kit: towels in the store\n2) Ines: bulb on the landing\n3) Mateus: gate, it's stuck again")
            .Select(d => Owners(d).Single())
            .ShouldBe(new[] { "Kit", "Ines", "Mateus" }.Select(n => new TaskOwner.OfPerson(Yard.Named(n).Id)));

    [Theory]
    [InlineData("If the bill isn't paid by Friday, Kit, ring them", "-")]
    [InlineData("Chase Benedikta on Monday if she hasn't paid by then, Kit", "2026-04-20T17:00")]
    [InlineData("Kit, could you see if the tank is full by noon", "2026-04-14T12:00")]
    [InlineData("Kit, ring Caspian before he leaves on Friday", "-")]
    [InlineData("Kit, lock the shed before you go home tonight", "2026-04-14T20:00")]
    [InlineData("Kit, redo the varnish on the door, Caspian sent it back, needed for Thursday 9am", "2026-04-16T09:00")]
    [InlineData("Kit please change the chain, the customer is coming for it in two hours", "-")]
    [InlineData("I lost my keys on Sunday, could somebody have a look for them?", "-")]
    [InlineData("Kit, keep Thursday afternoon free", "-")]
    [InlineData("Ask Benedikta, who comes in on Mondays, about the key, Kit", "-")]
    [InlineData("The van leaves at 10 tomorrow, Kit, so have it loaded by half nine", "2026-04-15T09:30")]
    [InlineData("Kit count the oars an hour before the launch", "2026-04-28T09:30")]
    [InlineData("Kit hoover the office before we open tomorrow", "2026-04-15T08:00")]
    [InlineData("Kit wash the overalls at the weekend", "2026-04-18T17:00")]
    [InlineData("Kit, by Monday, or Tuesday at the latest, count the chairs", "2026-04-21T17:00")]
    [InlineData("@Kit prime the door by Friday (correction: Thursday)", "2026-04-16T17:00")]
    [InlineData("@Kit pay the bill in 3 weeks' time", "2026-05-05T17:00")]
    [InlineData("Kit: early shift on Thursday, 5am", "2026-04-16T05:00")]
    [InlineData("Kit, sandwiches for twelve, Friday noon", "2026-04-17T12:00")]
    [InlineData("Kit, the pump has been off since Saturday, find out why", "-")]
    [InlineData("Keep people out of the shed until Sunday, Kit", "-")]
    [InlineData("Take the small boat out of hire until Thursday, Kit", "-")]
    [InlineData("Move Benedikta's fitting to Thursday, Kit", "-")]
    [InlineData("Put Caspian down for Saturday at 4, Kit", "-")]
    [InlineData("Kit, get the trailer lights working, the race people want it on Saturday week", "2026-04-25T17:00")]
    [InlineData("Kit frame it for her by Friday", "2026-04-17T17:00")]
    [InlineData("When Caspian rings on Thursday, Kit, put him through", "-")]
    [InlineData("As the ring road is shut on Saturday, Kit, go round by the coast", "-")]
    [InlineData("From next Monday the bar closes at ten, Kit please change the sign", "-")]
    [InlineData("Kit, get me a price for the ramp. End of next week is fine", "2026-04-24T17:00")]
    [InlineData("Kit prime the door by close of play tomorrow", "2026-04-15T17:00")]
    [InlineData("Kit, grease the hinge before the 14:00 sailing", "2026-04-14T14:00")]
    [InlineData("Kit send the figures on the last Friday of the month", "2026-04-24T17:00")]
    [InlineData("Kit, pay the bill on the first Monday of May", "2026-05-04T17:00")]
    [InlineData("Kit, paint the hall before the launch starts", "2026-04-28T10:30")]
    public void A_time_is_of_what_the_words_around_it_say(string text, string due) => Due(One(text)).ShouldBe(due);

    [Fact]
    public void Each_of_several_has_the_time_beside_it() =>
        Read("Kit please sand the hatch today, varnish it tomorrow and fit it on Thursday")
            .Select(Due)
            .ShouldBe(["2026-04-14T17:00", "2026-04-15T17:00", "2026-04-16T17:00"]);

    [Fact]
    public void What_stands_with_one_of_several_names_is_not_of_the_others() =>
        Read("Kit, take the long ladder, Ines, take him out in the small boat on Thursday")
            .Select(Due)
            .ShouldBe(["-", "2026-04-16T17:00"]);

    [Fact]
    public void When_all_meet_is_of_each() =>
        Read("Kit, take the long ladder and Ines, take the camera, we meet at the gate at 8 tomorrow")
            .Select(Due)
            .ShouldBe(["2026-04-15T08:00", "2026-04-15T08:00"]);

    [Fact]
    public void A_time_of_a_promise_is_not_of_what_another_is_asked() =>
        Read("I'll speak to Caspian about the meadow on Monday, Kit send me last year's figures first please")
            .Select(Due)
            .ShouldBe(["2026-04-20T17:00", "-"]);

    [Fact]
    public void A_repetition_that_begins_later_has_no_earlier_first_time()
    {
        var draft = One("Kit, from tomorrow weigh the anchor chain every morning");
        draft.Repeats.ShouldNotBeNull().Value.ShouldBe("FREQ=DAILY");
        draft.Due.ShouldBeNull();
        Yard.Local(draft.Start.ShouldNotBeNull().Value).ShouldBe("2026-04-15T08:00");
    }

    [Fact]
    public void What_the_author_is_about_to_do_is_promised()
    {
        var draft = One("I'm cutting the boards for the hatch tomorrow morning");
        draft.Title.Value.ShouldBe("Cut the boards for the hatch");
        Due(draft).ShouldBe("2026-04-15T12:00");
        Owners(draft).ShouldBe([new TaskOwner.OfPerson(Yard.Named("Odalys").Id)]);
        Read("I'm seeing the dentist tomorrow morning").ShouldBeEmpty();
        Read("I'm cutting the boards at the moment").ShouldBeEmpty();
    }

    [Fact]
    public void A_crew_that_something_is_done_to_is_a_room()
    {
        var draft = One("The office needs painting by Friday");
        draft.Title.Value.ShouldBe("Paint the office");
        draft.Owners.ShouldBeNull();
        One("Office needs to order more paper by Friday").Owners.ShouldNotBeNull();
    }

    [Fact]
    public void Both_by_a_day_is_of_each() =>
        Read("Kit books the crane, Ines rings the paper, and please both by Friday")
            .Select(Due)
            .ShouldBe(["2026-04-17T17:00", "2026-04-17T17:00"]);

    [Fact]
    public void The_saturday_callout_is_a_thing() =>
        One("Kit, cover the Saturday callout by tonight")
            .ShouldSatisfyAllConditions(
                d => d.Title.Value.ShouldBe("Cover the Saturday callout"),
                d => Due(d).ShouldBe("2026-04-14T20:00")
            );

    [Theory]
    [InlineData("Order bigger bags for the office, Kit, there's no hurry", "Kit")]
    [InlineData("Take the parcel on Thursday please, Kit, Mateus is at the doctor's", "Kit")]
    [InlineData("Mateus, the door on the van sticks, can Kit look at it?", "Kit")]
    public void Whoever_is_asked_owns_it_and_whoever_is_spoken_of_does_not(string text, string owner) =>
        Owners(One(text)).ShouldBe([new TaskOwner.OfPerson(Yard.Named(owner).Id)]);

    [Theory]
    [InlineData("Nip up and count the trays, Kit", "Count the trays")]
    [InlineData("Kit - 40 new holds to be washed - by Friday", "Wash 40 new holds")]
    [InlineData("I want the window side of the shop cleared by Friday, Kit", "Clear the window side of the shop")]
    [InlineData("Sweep up before you go, Kit", "Sweep up")]
    [InlineData("The gate motor hums. Kit, have a listen", "Have a listen to the gate motor")]
    [InlineData("The zip on the cover has gone, Kit, could you put a new one in?", "Put a new zip in")]
    [InlineData("Kit, see if Caspian would swap his Tuesday", "See if Caspian would swap his Tuesday")]
    [InlineData("Could one of you walk over to the shop by noon?", "Walk over to the shop")]
    [InlineData("Could you, Kit, when the glue has set, clean the rollers?", "Clean the rollers")]
    [InlineData("Our new painter starts on Monday, Kit, show her round", "Show our new painter round")]
    [InlineData("Caspian's atlas has come back, Kit, can you see to it this week", "See to Caspian's atlas")]
    [InlineData("Hi all, new vests are in stores, please fetch yours by Friday", "Fetch your vests")]
    [InlineData("Kit, group of 60 on the 22nd, split them", "Split group of 60")]
    [InlineData("Kit, could you pick up the flags on your way in tomorrow", "Pick up the flags")]
    [InlineData("Kit, put the heating on an hour before the launch, people complained last time", "Put the heating on")]
    [InlineData("Kit will have the labels printed by Wednesday", "Print the labels")]
    [InlineData("Prices go up from June, Kit, change the list", "Change the list")]
    [InlineData("Kit, would you be a dear and water the plants", "Water the plants")]
    [InlineData("Kit, sweep the jetty - north side, by Friday", "Sweep the jetty - north side")]
    [InlineData("fix the puncture on the wheelbarrow mateus ta", "Fix the puncture on the wheelbarrow")]
    public void A_title_can_be_read_by_itself(string text, string title) => One(text).Title.Value.ShouldBe(title);

    [Theory]
    [InlineData("Kit, when do we have to return the deposit?")]
    [InlineData("Kit, do the motors need oil?")]
    [InlineData("Can the shed take twelve boards or is it full?")]
    [InlineData("Can someone tell me where the trolleys are?")]
    [InlineData("Kit, please stop promising people the blue paint")]
    [InlineData("Kit, please don't announce it before he has signed")]
    [InlineData("I've asked Kit to look at the pump")]
    [InlineData("Mateus thinks we should buy the second saw")]
    [InlineData("I'll think about the second saw")]
    [InlineData("They'll let us know by Friday")]
    [InlineData("Thank you so much for the plan, Kit")]
    [InlineData("Thanks Kit, quick work")]
    [InlineData("@Kit great job on the mast")]
    [InlineData("Please all remember the sale starts at nine on the 27th")]
    [InlineData("Everybody must wear gloves, those are the rules")]
    [InlineData("Fwd: the letter")]
    [InlineData("Pick up is at half past four")]
    [InlineData("The drive for Saturday came")]
    [InlineData("We will be closed on 1 May")]
    [InlineData("You can't get at the back as it stands")]
    public void What_only_looks_like_a_request_is_none(string text) => Read(text).ShouldBeEmpty(text);

    [Fact]
    public void A_crew_of_several_words_is_found_without_a_tag()
    {
        var crew = new Core.People.Crew(new(Guid.NewGuid()), "night shift", []);
        var reader = new TaskReader(Yard.Setting with { Crews = [.. Yard.Setting.Crews, crew] });
        var draft = reader
            .Read("Night shift, boots off the heaters by Friday", null, Yard.At("2026-04-14T08:40"))
            .ShouldHaveSingleItem();
        Owners(draft).ShouldBe([new TaskOwner.OfCrew(crew.Id)]);
    }
}
