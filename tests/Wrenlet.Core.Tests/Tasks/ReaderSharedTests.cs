using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>
/// Messages in which something is said once and meant for several: a verb, by when, whose it is, what for; and what says no more
/// than how things are.
/// </summary>
public class ReaderSharedTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    [Theory]
    [InlineData(
        "Kit, the drier is tripping the fuse box. Nobody use it until it has been looked at. Ines, could you give Benedikta a ring?",
        "Ines: Give Benedikta a ring"
    )]
    [InlineData(
        "For the launch I'll need: two tables (Kit), the good scissors sharpened (Ines) and a banner (Tobiah)",
        "Kit: Two tables 04-28T10:30|Ines: Sharpen the good scissors 04-28T10:30|Tobiah: A banner 04-28T10:30"
    )]
    [InlineData(
        "For the launch: extinguishers tagged (Kit), alarm log up to date (office), and nothing, I mean nothing, in the corridors",
        "Kit: Tag extinguishers 04-28T10:30|office: Alarm log up to date 04-28T10:30"
    )]
    [InlineData(
        "For the launch I need: a rota (Kit), posters (Ines) and somebody to test plugs all day (Tobiah?)",
        "Kit: A rota 04-28T10:30|Ines: Posters 04-28T10:30|Tobiah: Test plugs all day 04-28T10:30"
    )]
    [InlineData(
        "Benedikta would rather come at nine than ten on Friday. Office, can we do that? Let her know either way today",
        "office: Let her know either way 04-14T17:00"
    )]
    [InlineData("Kit are you OK to lock up tonight? I've to be at the school for five", "Kit: Lock up 04-14T20:00")]
    [InlineData(
        "I'll do the wages tonight and the rota on Friday",
        "Odalys: Do the wages 04-14T20:00|Odalys: Do the rota 04-17T17:00"
    )]
    [InlineData(
        "Roll the patch out to the pilot group tomorrow night, Ines, and to everyone else on Monday",
        "Ines: Roll the patch out to the pilot group 04-15T20:00|Ines: Roll the patch out to everyone else 04-20T17:00"
    )]
    [InlineData(
        "Resend the ones that bounced today and the rest by the end of the week, Kit",
        "Kit: Resend the ones that bounced 04-14T17:00|Kit: Resend the rest 04-17T17:00"
    )]
    [InlineData(
        "Not urgent, Kit, but the bell on the door only works if you slam it. Screwdriver's in the drawer",
        "Kit: The bell on the door only works if you slam it"
    )]
    [InlineData(
        "No rush, but the sign over the door has lost its X. Kit, you've got a ladder",
        "Kit: The sign over the door has lost its X"
    )]
    [InlineData(
        "Two things Kit: 1. card machine roll 2. new mop heads. Both by the weekend",
        "Kit: Card machine roll 04-17T17:00|Kit: New mop heads 04-17T17:00"
    )]
    [InlineData(
        "Kit: 1) reclaim bin 2) pug mill 3) sweep under the wheels. Before you go home tonight.",
        "Kit: Reclaim bin 04-14T20:00|Kit: Pug mill 04-14T20:00|Kit: Sweep under the wheels 04-14T20:00"
    )]
    [InlineData(
        "Launch: Ines data sheets, Kit respirators, Tobiah the van logs. One week before at the latest",
        "Ines: Data sheets 04-21T17:00|Kit: Respirators 04-21T17:00|Tobiah: The van logs 04-21T17:00"
    )]
    [InlineData(
        "Ines: newsletter, price list, map - all to the printer by noon tomorrow",
        "Ines: Newsletter, price list, map - all to the printer 04-15T12:00"
    )]
    [InlineData(
        "Ines: raffle prizes; Kit: tent; Tobiah: cakes - all for the launch",
        "Ines: Raffle prizes 04-28T10:30|Kit: Tent 04-28T10:30|Tobiah: Cakes 04-28T10:30"
    )]
    [InlineData(
        "For the launch we'll want the long table. Ines leaflets, Kit table and banner, all in the van by the evening before",
        "Ines: Leaflets 04-27T20:00|Kit: Table and banner 04-27T20:00"
    )]
    [InlineData(
        "Everything on the top floor has to be covered. Ines, order the sheeting, Kit and the hull will lay it on the 4th",
        "Ines: Order the sheeting|Kit+hull: Lay the sheeting 05-04T17:00"
    )]
    [InlineData(
        "Ines needs to be shown the new till before the weekend, Kit will do it Thursday",
        "Kit: Show Ines the new till 04-16T17:00"
    )]
    [InlineData(
        "Let's paint the waiting room before the launch, hull can do it on rainy days",
        "hull: Paint the waiting room 04-28T10:30"
    )]
    [InlineData("The tickets need counting by Friday. Kit will do it tomorrow", "Kit: Count the tickets 04-15T17:00")]
    [InlineData(
        "The scales in the back need recalibrating before the launch. Kit, book the firm we had last time",
        "Kit: Book the firm we had last time 04-28T10:30"
    )]
    [InlineData(
        "We want to bid for the run. Kit and Ines, sit down together and work out whether we can do it. By Thursday week.",
        "Kit+Ines: Sit down together and work out whether we can do it 04-23T17:00"
    )]
    [InlineData(
        "The pool has to be empty two days before the launch, Kit, so pull the plug on the 22nd",
        "Kit: Pull the plug 04-22T17:00"
    )]
    [InlineData(
        "office, we need more five pound notes, go to the bank before it shuts at three",
        "office: Go to the bank 04-14T15:00"
    )]
    [InlineData("I've asked the plumber for Monday, office please let Benedikta know", "office: Let Benedikta know")]
    [InlineData("The bill hasn't been paid. Kit, today, before they stop deliveries", "Kit: Pay the bill 04-14T17:00")]
    [InlineData(
        "Three of you still haven't done last week's timesheet. Today, please.",
        "-: Do last week's timesheet 04-14T17:00"
    )]
    [InlineData("Emergency - cold store is at 9 degrees - Kit get the fridge man", "Kit: Get the fridge man")]
    [InlineData(
        "Let's get the bell tents aired on Thursday, and let's have the flaps waxed by the launch",
        "-: Get the bell tents aired 04-16T17:00|-: Have the flaps waxed 04-28T10:30"
    )]
    [InlineData("We need bridge blanks, ten of them, by the end of the month", "-: Ten bridge blanks 04-30T17:00")]
    [InlineData("Hull: 20 bikes to the race, there by 7 on the 26th", "hull: 20 bikes to the race 04-26T07:00")]
    [InlineData(
        "Ines, write something for the window about the launch",
        "Ines: Write something for the window about the launch"
    )]
    [InlineData(
        "Kit, book the generator for the 5th to the 9th of May",
        "Kit: Book the generator for the 5th to the 9th of May"
    )]
    [InlineData(
        "Kit please sand the hatch today, varnish it tomorrow and fit it on Thursday",
        "Kit: Sand the hatch 04-14T17:00|Kit: Varnish the hatch 04-15T17:00|Kit: Fit the hatch 04-16T17:00"
    )]
    [InlineData(
        "Benedikta Thorne want the lobby done in white this week, can you change the order before noon",
        "-: Change the order for Benedikta Thorne 04-14T12:00"
    )]
    [InlineData("hull: 60 tins, greased, before you leave", "hull: Grease 60 tins")]
    [InlineData("The launch is on the 28th. Kit, sweep the yard by then", "Kit: Sweep the yard 04-28T10:30")]
    [InlineData(
        "Sow the second row on Thursday if it's dry, Kit, otherwise Friday",
        "Kit: Sow the second row on Thursday 04-17T17:00"
    )]
    [InlineData(
        "Ines I think we've been paying for two phone lines since Christmas. Look into it, no hurry",
        "Ines: Look into whether we've been paying for two phone lines"
    )]
    [InlineData("Could whoever's free go up and have a look at the roof?", "-: Have a look at the roof")]
    [InlineData("Any chance someone could run me to the station at four?", "-: Run Odalys to the station 04-14T16:00")]
    [InlineData("Sink trap needs emptying", "-: Empty the sink trap")]
    [InlineData("Kit, clear the shed before today's meeting", "Kit: Clear the shed 04-14T17:00")]
    [InlineData(
        "The hall was left in a state on Saturday. Ines, write to the inn politely",
        "Ines: Write to the inn politely"
    )]
    [InlineData(
        "Measure the stay that was delivered on Monday, Kit",
        "Kit: Measure the stay that was delivered on Monday"
    )]
    public void What_is_said_once_is_read_for_each(string text, string drafts) =>
        Yard.Shown(
                Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt"),
                repeats: true
            )
            .ShouldBe(drafts);

    [Theory]
    [InlineData(
        "Could we have the container moved next to the ramp? We load on the 27th.",
        "-: The container moved next to the ramp"
    )]
    [InlineData(
        "Could you tell us when our registers will be ready? We have a reader coming on the 24th.",
        "-: Tell Benedikta when their registers will be ready"
    )]
    [InlineData(
        "Could we please have the figures by the end of next week? Also, a photograph of the shop.",
        "-: The figures 04-24T17:00|-: A photograph of the shop"
    )]
    [InlineData(
        "Could you let us know which day you are coming? We have to move the tables.",
        "-: Let Benedikta know which day you are coming"
    )]
    public void What_a_customer_tells_beside_it_is_no_date_and_no_task(string text, string drafts) =>
        Yard.Shown(Reader.Read(text, null, Yard.At("2026-04-14T08:40"), "Benedikta Thorne"), repeats: true)
            .ShouldBe(drafts);

    [Theory]
    [InlineData("nail grinder's gone missing, has anyone seen it")]
    [InlineData("Knife man's coming Thursday")]
    [InlineData("The fuel card's in the glovebox")]
    [InlineData("Whoever keeps leaving the gate on the latch: stop it")]
    [InlineData("Please that you don't mix the red and the blue tickets, Kit, it makes to me trouble")]
    [InlineData("Shall we do a new one for the winter? What do you think")]
    [InlineData("Thanks for staying so late everyone, you're stars")]
    [InlineData("Bows and strings are on the list for the insurance, cases are not")]
    [InlineData("ring ring")]
    public void What_only_says_how_things_are_asks_for_nothing(string text) =>
        Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt").ShouldBeEmpty();

    [Theory]
    [InlineData("No rush, but the sign over the door has lost its X. Kit, you've got a ladder")]
    [InlineData("Not urgent, Kit, but the bell on the door only works if you slam it")]
    public void What_is_wrong_and_can_wait_is_of_low_priority(string text) =>
        Reader
            .Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt")
            .ShouldHaveSingleItem()
            .Priority.Value.ShouldBe(Priority.Low);

    [Fact]
    public void What_begins_only_later_is_not_due_when_something_ends_before_it() =>
        Reader
            .Read(
                "Caspian is giving up the sheds at the end of May. Office please put them up for sale from the 1st of June, not before",
                Yard.Named("Odalys").Id,
                Yard.At("2026-04-14T08:40"),
                "Odalys Brandt"
            )
            .ShouldHaveSingleItem()
            .Due.ShouldBeNull();
}
