using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>
/// Messages whose titles can be read by themselves: nothing of a time or an aside left over, what "it" means said, what several
/// do in turns apart.
/// </summary>
public class ReaderNeatTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    [Theory]
    [InlineData("Kit, please put the heater on first thing tomorrow", "Kit: Put the heater on 04-15T08:00")]
    [InlineData("Kit to take minutes at tomorrow's meeting", "Kit: Take minutes at tomorrow's meeting 04-15T17:00")]
    [InlineData("Kit, get it on today's van please", "Kit: Get it on today's van 04-14T17:00")]
    [InlineData("The insurance list has to go off by the end of April, Kit", "Kit: The insurance list off 04-30T17:00")]
    [InlineData(
        "The blood fridge needs to go to the workshop on Thursday, Kit",
        "Kit: The blood fridge to the workshop 04-16T17:00"
    )]
    [InlineData("holds need washing", "-: Wash the holds")]
    [InlineData("Sink trap needs emptying. Whose turn is it?", "-: Empty the sink trap")]
    [InlineData("Van 2 needs washing", "-: Wash Van 2")]
    [InlineData(
        "Kit, the hoist in room 6 really must be looked at before the weekend.",
        "Kit: Look at the hoist in room 6 04-17T17:00"
    )]
    [InlineData("Order the encoder today, no, tomorrow is fine, @Kit", "Kit: Order the encoder 04-15T17:00")]
    [InlineData("I'll do the gilding myself on Monday", "Odalys: Do the gilding 04-20T17:00")]
    [InlineData("Kit, the backup failed, rerun it now", "Kit: Rerun the backup")]
    [InlineData("Kit and Ines do the till in turns", "Kit+Ines: Do the till in turns")]
    [InlineData(
        "Kit and Ines, go through the new forms between now and Friday",
        "Kit+Ines: Go through the new forms 04-17T17:00"
    )]
    [InlineData(
        "There's a wasp nest above the door - Kit, ring the council, and in the meantime use the front",
        "Kit: Ring the council"
    )]
    [InlineData(
        "I am writing to request that the fire doors on the second floor be adjusted, Kit",
        "Kit: Adjust the fire doors on the second floor"
    )]
    [InlineData("Can you do me a favour Kit and check the tyre pressures", "Kit: Check the tyre pressures")]
    [InlineData(
        "The coach company need to know the numbers by tomorrow 4pm, Kit",
        "Kit: Let the coach company know the numbers 04-15T16:00"
    )]
    public void Nothing_is_left_over_in_a_title(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData(
        "Fire doors: check them all, Kit, and write it in the book, inspection's on the 29th",
        "Kit: Check all fire doors and write it in the book"
    )]
    [InlineData(
        "Heating engineer Wednesday 8am, Kit you're letting him in",
        "Kit: Let the heating engineer in 04-15T08:00"
    )]
    [InlineData("Out of safety pins again! Kit, two thousand, today", "Kit: Two thousand safety pins 04-14T17:00")]
    [InlineData(
        "Great work on the brochure. Kit, put it in the portfolio when the hotel says we may",
        "Kit: Put the brochure in the portfolio"
    )]
    [InlineData(
        "Two of the harnesses have worn leg loops, please take them out of hire",
        "-: Take two of the harnesses out of hire"
    )]
    [InlineData(
        "Coach 9 came back full of glitter, it has to be spotless by tomorrow 7am, Kit",
        "Kit: Coach 9 spotless 04-15T07:00"
    )]
    [InlineData(
        "Kit the bilge pump on Heron is running all night, have a look on Saturday",
        "Kit: Have a look at the bilge pump on Heron 04-18T17:00"
    )]
    [InlineData(
        "I promised Caspian Oduya a price for the boxes by Monday, so I'll get that done on Friday",
        "Odalys: Get the price for the boxes done 04-17T17:00"
    )]
    [InlineData(
        "The labels for the honey are wrong again. Someone must speak to the printer about it",
        "-: Speak to the printer about the labels for the honey"
    )]
    [InlineData(
        "Kit, Caspian Oduya wants his order changed, can you sort that out with the courier?",
        "Kit: Sort Caspian Oduya's order out with the courier"
    )]
    [InlineData(
        "My son has a cold, so he won't be at his lesson today. Kit, move it to Friday please",
        "Kit: Move my son's lesson to Friday"
    )]
    [InlineData(
        "The old bleep isn't working. Kit, could I have another one by tonight?",
        "Kit: Another bleep 04-14T20:00"
    )]
    [InlineData(
        "The heating in the annexe comes on at night. Kit, sort it would you?",
        "Kit: Sort the heating in the annexe"
    )]
    [InlineData(
        "A mattress has been dumped outside number 9. Please collect it.",
        "-: Collect the mattress outside number 9"
    )]
    [InlineData(
        "Kit: the deposit from Caspian Oduya hasn't come. Give them a ring this afternoon?",
        "Kit: Give Caspian Oduya a ring 04-14T17:00"
    )]
    [InlineData(
        "The auditor needs last year's certificates. Kit, could you start pulling them out on Monday?",
        "Kit: Start pulling last year's certificates out 04-20T17:00"
    )]
    [InlineData(
        "I left my scarf in row two, Kit, could you have a look?",
        "Kit: Have a look for Odalys's scarf in row two"
    )]
    [InlineData(
        "If the tipper fails its test tell me straight away Kit",
        "Kit: Tell Odalys if the tipper fails its test"
    )]
    [InlineData(
        "When the oxygen delivery comes sign for it and count the cylinders, Kit",
        "Kit: Sign for the oxygen delivery and count the cylinders"
    )]
    [InlineData("The gutters need clearing. Kit, see to it please", "Kit: Clear the gutters")]
    [InlineData("Kit, see to that", "Kit: See to that")]
    public void What_a_word_stands_for_is_said(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData(
        "Weekly bed count: Kit this week, Ines next week, then we'll see",
        "Kit: Bed count 04-17T17:00|Ines: Bed count 04-24T17:00"
    )]
    [InlineData(
        "I'll do the handovers on Friday, Kit does Saturday and Ines Sunday",
        "Odalys: Do the handovers 04-17T17:00|Kit: Do the handovers 04-18T17:00|Ines: Do the handovers 04-19T17:00"
    )]
    [InlineData("The programme: Kit writes it, Ines prints 200", "Kit: Write the programme|Ines: Print 200")]
    [InlineData(
        "For the launch: forty cones (Kit), the barriers (Ines, by the day before) and a water tank",
        "Kit: Forty cones 04-28T10:30|Ines: The barriers 04-27T17:00|-: A water tank 04-28T10:30"
    )]
    [InlineData(
        "Before the launch: banners (Kit), fuel in all machines (Ines), bacon rolls (me)",
        "Kit: Banners 04-28T10:30|Ines: Fuel in all machines 04-28T10:30|Odalys: Bacon rolls 04-28T10:30"
    )]
    [InlineData("Service 7 next Tuesday and 9 the day after", "-: Service 7 04-21T17:00|-: Service 9 04-22T17:00")]
    public void What_several_do_is_apart(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData(
        "It'd be good if someone from the hull could count the jars this week",
        "hull: Count the jars 04-17T17:00"
    )]
    [InlineData("Could two of you help with a bed move at half past three", "-: Help with a bed move 04-14T15:30")]
    [InlineData(
        "I said we'd have the beds ready for Caspian Oduya at four. Kit, Ines, see to it",
        "Kit+Ines: Have the beds ready for Caspian Oduya 04-14T16:00"
    )]
    [InlineData(
        "Caspian Oduya want three tents on the 28th, nothing fancy. Kit?",
        "Kit: Three tents for Caspian Oduya 04-28T17:00"
    )]
    [InlineData(
        "Kit, get a price for new brushes? Two suppliers at least, by the end of next week",
        "Kit: Get a price for new brushes 04-24T17:00"
    )]
    [InlineData("It's high time somebody threw out those old catalogues", "-: Throw out those old catalogues")]
    [InlineData(
        "I'm going to need those hire figures, Kit. Tonight, if you can",
        "Kit: Those hire figures 04-14T20:00"
    )]
    [InlineData("Two loads of leaves still to go to the tip, whoever has room", "-: Two loads of leaves to the tip")]
    [InlineData(
        "Kit & Ines: all mattresses off the floor by the time the inspectors are here on Wednesday at 9",
        "Kit+Ines: All mattresses off the floor 04-15T09:00"
    )]
    [InlineData(
        "Kit, the digger's back from Caspian Oduya with a burst hose. Can the hull have it ready by Thursday?",
        "hull: Have the digger ready 04-16T17:00"
    )]
    [InlineData(
        "Kit, since you're at the post office anyway: Caspian Oduya's prints, signed for, please",
        "Kit: Caspian Oduya's prints, signed for"
    )]
    [InlineData("Kit, when you're in town: two reels of tape", "Kit: Two reels of tape")]
    [InlineData(
        "Kit, every other Tuesday the dust filters, starting today",
        "Kit: The dust filters 04-14T17:00 FREQ=WEEKLY;INTERVAL=2;BYDAY=TU"
    )]
    [InlineData("hull need more straw asap", "hull: More straw")]
    [InlineData(
        "Every Tuesday the bins need to go out, can the hull see to that",
        "hull: The bins out 04-14T17:00 FREQ=WEEKLY;BYDAY=TU"
    )]
    [InlineData(
        "I promised we would have the beds ready by Friday. Kit, see to it",
        "Kit: Have the beds ready 04-17T17:00"
    )]
    public void More_ways_of_asking(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData("Can we get the flyers out in the first week of May, Kit?", "Kit: Get the flyers out 05-08T17:00")]
    [InlineData("Kit, book the hall for the last week of next month", "Kit: Book the hall 05-29T17:00")]
    [InlineData(
        "Kit, not today but sometime this week, the gate motor needs looking at",
        "Kit: Look at the gate motor 04-17T17:00"
    )]
    [InlineData(
        "Kit, could you possibly take my three o'clock on Monday? I'm at the bank",
        "Kit: Take Odalys's three o'clock on Monday 04-20T15:00"
    )]
    [InlineData("Wind's forecast to go round tonight so Kit please double the lines", "Kit: Double the lines")]
    [InlineData("Kit, from Monday the beginners meet at the slip, put it on the website", "Kit: Put it on the website")]
    [InlineData(
        "Kit, the council are visiting on the 24th, everything off the yellow lines by one please",
        "Kit: Everything off the yellow lines 04-24T13:00"
    )]
    [InlineData(
        "Every last Sunday there's the flea market, Kit have the barriers up by five",
        "Kit: Have the barriers up 04-26T17:00 FREQ=MONTHLY;BYDAY=-1SU"
    )]
    [InlineData("Kit, oil the hinges in the first week of April", "Kit: Oil the hinges 04-09T17:00")]
    public void When_it_is_to_be_done(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData("Don't let anyone out past the pier today, Kit")]
    [InlineData("I reckon we should put the rent up")]
    [InlineData("Someone from the council may drop in this week")]
    [InlineData("We ought to think about a second low loader")]
    public void Nothing_is_asked(string text) => Reads(text, "");

    [Fact]
    public void A_customer_who_asks_which_it_is_only_wants_to_know() =>
        Reader
            .Read("Could we bring our own or do you provide them?", null, Yard.At("2026-04-14T08:40"), "Caspian Oduya")
            .ShouldBeEmpty();

    [Fact]
    public void A_customer_who_would_like_to_keep_something_asks() =>
        Yard.Shown(
                Reader.Read(
                    "I'd like to keep the digger for another week.",
                    null,
                    Yard.At("2026-04-14T08:40"),
                    "Caspian Oduya"
                )
            )
            .ShouldBe("-: Keep the digger for another week");

    [Fact]
    public void What_others_do_at_once_is_no_haste() =>
        Reader
            .Read(
                "Everybody will want them at once. Kit: build forty by Friday",
                Yard.Named("Odalys").Id,
                Yard.At("2026-04-14T08:40")
            )
            .ShouldHaveSingleItem()
            .Priority.Value.ShouldBe(Wrenlet.Core.Dockets.Priority.Normal);

    [Fact]
    public void What_is_needed_at_once_is_haste() =>
        Reader
            .Read("It is needed at once. Kit: mend the gate", Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"))
            .ShouldHaveSingleItem()
            .Priority.Value.ShouldBe(Wrenlet.Core.Dockets.Priority.Critical);

    private static void Reads(string text, string drafts) =>
        Yard.Shown(
                Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt"),
                repeats: true
            )
            .ShouldBe(drafts);
}
