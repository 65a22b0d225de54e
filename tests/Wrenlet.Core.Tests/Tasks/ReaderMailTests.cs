using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>Messages as people write them, of which no list of forms was made beforehand.</summary>
public class ReaderMailTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    [Theory]
    // What a wish is said of somebody.
    [InlineData("It'd be good if Kit counted the ropes by close of play", "Kit: Count the ropes 04-14T17:00")]
    [InlineData("Would be good if the hull crew moved the trestles by Thursday", "hull: Move the trestles 04-16T17:00")]
    [InlineData("I'd be grateful if you rang the insurer before noon, Kit", "Kit: Ring the insurer 04-14T12:00")]
    [InlineData("It would be wise to get a second valuation", "-: Get a second valuation")]
    [InlineData("Kit, you might want to check the plan", "Kit: Check the plan")]
    [InlineData("Perhaps Kit could mow the lawn this week", "Kit: Mow the lawn 04-17T17:00")]
    [InlineData("We should order more paper", "-: Order more paper")]
    [InlineData("Would you be free to meet the surveyor on Friday, Kit?", "Kit: Meet the surveyor 04-17T17:00")]
    [InlineData(
        "Would someone from the office be free to sit in on the talk on 29 April?",
        "office: Sit in on the talk 04-29T17:00"
    )]
    [InlineData("Kit's to ring the bank, Ines's to tell the client", "Kit: Ring the bank|Ines: Tell the client")]
    [InlineData("Since Ines is away until the 20th, Kit is to answer the mail", "Kit: Answer the mail")]
    [InlineData("Kit, can you pressure-test it before lunch", "Kit: Pressure-test it 04-14T12:00")]
    // What somebody is called for.
    [InlineData(
        "Top priority for hull this morning: the tree over the drive",
        "hull: The tree over the drive 04-14T12:00"
    )]
    [InlineData("Next job for Kit: the float", "Kit: The float")]
    [InlineData("The pump has packed up, @Kit asap", "Kit: The pump has packed up")]
    [InlineData("The pump has packed up. Kit asap", "Kit: The pump has packed up")]
    [InlineData("The pump's leaking. Ines please!", "Ines: The pump's leaking")]
    [InlineData("Kit, low priority, the clock in the hall is an hour out", "Kit: The clock in the hall is an hour out")]
    [InlineData("Kit, the van needs new tyres", "Kit: New tyres for the van")]
    [InlineData("The crate needs a new lid by Thursday", "-: New lid for the crate 04-16T17:00")]
    [InlineData("All drivers must hand in their cards by Friday", "-: All drivers hand in their cards 04-17T17:00")]
    [InlineData("All carts need their tyres pumping up by Friday", "-: Pump up the tyres of all carts 04-17T17:00")]
    [InlineData(
        "Kit takes the order out tomorrow and Ines sweeps the loft on Thursday",
        "Kit: Take the order out 04-15T17:00|Ines: Sweep the loft 04-16T17:00"
    )]
    // The thing first, and then what is to be done with it.
    [InlineData("Kit - the spare keys, please post today", "Kit: Post the spare keys 04-14T17:00")]
    [InlineData(
        "Searches on 12 Mill Lane, please order today, time is tight",
        "-: Order searches on 12 Mill Lane 04-14T17:00"
    )]
    [InlineData("@Kit menus for the supper, draft by Friday please", "Kit: Draft menus for the supper 04-17T17:00")]
    [InlineData("office - we're nearly out of tonic, order today", "office: Order tonic 04-14T17:00")]
    [InlineData("Agenda below, your additions by noon please, Kit", "Kit: Your additions 04-14T12:00")]
    [InlineData(
        "office: new route sheets on my desk, collect them before you leave tomorrow morning",
        "office: Collect new route sheets 04-15T12:00"
    )]
    // What it, one, some and them are.
    [InlineData(
        "Is the lease stamped? If it isn't, Kit, do it first thing tomorrow",
        "Kit: Stamp the lease 04-15T08:00"
    )]
    [InlineData(
        "Benedikta asked for a quote for a porch. Kit please send her one by Friday",
        "Kit: Send Benedikta a quote 04-17T17:00"
    )]
    [InlineData(
        "The insurers want photographs of the roof, Kit, can you take some by Friday",
        "Kit: Take photographs of the roof 04-17T17:00"
    )]
    [InlineData("Kit, table 9 wobbles. Shim it tonight", "Kit: Shim table 9 04-14T20:00")]
    [InlineData("Kit, the radio's too loud, turn it down would you", "Kit: Turn the radio down")]
    [InlineData(
        "The labels say 2025. Stop and relabel, all of it, today",
        "-: Stop and relabel, all of it 04-14T17:00"
    )]
    [InlineData("Measure the hopper, Kit, would you, and tell me", "Kit: Measure the hopper and tell Odalys")]
    [InlineData(
        "Office, half of our invoices went out without the number, kindly send them again by Friday",
        "office: Send our invoices again 04-17T17:00"
    )]
    // When.
    [InlineData("Kit, walk the loop at ten every night", "Kit: Walk the loop 04-14T22:00")]
    [InlineData("Kit, check the alarm at 10 each night", "Kit: Check the alarm 04-14T22:00")]
    [InlineData("Kit, grease the hoist before Thursday's delivery", "Kit: Grease the hoist 04-15T17:00")]
    [InlineData("Kit, clear the shed in time for Monday's meeting", "Kit: Clear the shed 04-17T17:00")]
    [InlineData("Kit, clear the shed before today's meeting", "Kit: Clear the shed 04-14T17:00")]
    [InlineData("Kit, clear the shed before Tuesday", "Kit: Clear the shed 04-20T17:00")]
    [InlineData("Kit, clear the shed before the month is out", "Kit: Clear the shed 04-30T17:00")]
    [InlineData("Kit, run the coffee morning on the 3rd of May", "Kit: Run the coffee morning 05-03T17:00")]
    [InlineData("From Monday could you open at nine, Kit", "Kit: Open at nine")]
    [InlineData("If you're in early tomorrow Kit, could you thaw the stock", "Kit: Thaw the stock 04-15T17:00")]
    [InlineData("Kit: lenses back to the shop before they close at 5:30", "Kit: Lenses back to the shop 04-14T17:30")]
    [InlineData(
        "The optician comes on 6 May. Kit, would you draw up a list, by the Monday before?",
        "Kit: Draw up a list 05-04T17:00"
    )]
    [InlineData(
        "By Friday: Kit, wipe down the shelves; Ines, check the lamps",
        "Kit: Wipe down the shelves 04-17T17:00|Ines: Check the lamps 04-17T17:00"
    )]
    [InlineData("Kit to fix the gutter between Tuesday and Thursday next week", "Kit: Fix the gutter 04-23T17:00")]
    // Said in the passive, or of what others want.
    [InlineData("Could the minutes be typed today?", "-: Type the minutes 04-14T17:00")]
    [InlineData("I should be grateful if the garden could be tidied before Friday", "-: Tidy the garden 04-16T17:00")]
    [InlineData("I should be grateful if you could ring me", "-: Ring Odalys")]
    [InlineData("Would it be too much trouble to move the table, Kit?", "Kit: Move the table")]
    [InlineData("Merrow Deli want their order cold, office please change the van list", "office: Change the van list")]
    [InlineData("The driver left his gloves, Kit, hang on to them", "Kit: Hang on to the driver's gloves")]
    // What asks for nothing.
    [InlineData("Where can the key be found?", "")]
    [InlineData("Kit - quick reminder about the hairnets, they're to be worn in the brine room too", "")]
    [InlineData("Scrub that, the chains came this morning", "")]
    [InlineData("@Kit hold fire on the fence, the timber's wrong", "")]
    [InlineData("Kit, mind your head in the loft", "")]
    [InlineData("Call Kit if you need a hand", "")]
    [InlineData("Ines has the list, ask her if you want to bring something", "")]
    [InlineData("Kit, quick one: has the deposit landed?", "")]
    [InlineData("The hoist has to be inspected weekly, it's on the licence", "")]
    [InlineData("Thanks for closing last night Kit, owe you one", "")]
    [InlineData("We should get it on Friday", "")]
    [InlineData("We should know by noon", "")]
    public void It_is_read_as_it_is_meant(string text, string drafts) =>
        Yard.Shown(Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt"))
            .ShouldBe(drafts);

    [Theory]
    [InlineData("Dear Kit, could you send me the list?", "-: Send Benedikta the list")]
    [InlineData(
        "Could you confirm our booking for twelve on the 25th?",
        "-: Confirm Benedikta's booking for twelve on the 25th"
    )]
    [InlineData("Please let us know when our books are ready", "-: Let Benedikta know when their books are ready")]
    [InlineData("We have spoken to Kit. Please send us the drawings", "-: Send Benedikta the drawings")]
    public void Of_a_customer_us_and_our_are_their_own(string text, string drafts) =>
        string.Join(
                '|',
                Reader
                    .Read(text, null, Yard.At("2026-04-14T08:40"), "Benedikta Thorne")
                    .Select(d => $"{Yard.FirstOwners(d)}: {d.Title.Value}")
            )
            .ShouldBe(drafts);
}
