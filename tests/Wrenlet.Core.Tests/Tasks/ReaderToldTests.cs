using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>
/// Messages in which something is told, and then asked for it: what is to be found out, when something is so and when it is to be
/// done, what is no part of it; and what is only told, thanked for or allowed.
/// </summary>
public class ReaderToldTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    [Theory]
    [InlineData(
        "Kit, what did we charge Thorne last year? Look it up and put it in the quote please",
        "Kit: Look up what we charged Thorne last year and put it in the quote"
    )]
    [InlineData(
        "Office, how did the labels go wrong? Look into it today please",
        "office: Look into how the labels went wrong 04-14T17:00"
    )]
    [InlineData(
        "Ines, what would it cost us? Work it out by Friday please",
        "Ines: Work out what it would cost us 04-17T17:00"
    )]
    [InlineData(
        "Kit what did we say to the inn about the cowl? Find out and tell him the price",
        "Kit: Find out what we said to the inn about the cowl and tell him the price"
    )]
    [InlineData(
        "Ines, where does the inn keep its keys? Find out please",
        "Ines: Find out where the inn keeps its keys"
    )]
    [InlineData(
        "Walk-in fridge reads 9 degrees!! Kit get it looked at right now",
        "Kit: Get the walk-in fridge looked at"
    )]
    [InlineData(
        "New price list is wrong, trims are 8 not 80! Ines correct it and reprint",
        "Ines: Correct the new price list and reprint"
    )]
    [InlineData(
        "Jumps come back on Sunday evening, office, somebody be there to count them in",
        "office: Be there to count the jumps in 04-19T20:00"
    )]
    [InlineData(
        "The insurer wants to see the hull on Wednesday. Kit, tidy it up first please",
        "Kit: Tidy the hull up first"
    )]
    [InlineData(
        "I can come on Thursday at 2 to look at the cradle. Please keep it indoors.",
        "-: Keep the cradle indoors"
    )]
    [InlineData(
        "All forklifts need their batteries topping up before Friday",
        "-: Top up the batteries of all forklifts 04-16T17:00"
    )]
    [InlineData("Lock the sheds at 6, Kit, now that it's dark by 7", "Kit: Lock the sheds 04-14T18:00")]
    [InlineData("let's offer the inn free delivery to make up for it", "-: Offer the inn free delivery")]
    [InlineData(
        "Everyone: new passwords by tomorrow evening, the old ones stop working",
        "-: New passwords 04-15T20:00"
    )]
    [InlineData("Kit mate the bins at the inn havent been out for 2 weeks can u sort", "Kit: Sort the bins at the inn")]
    [InlineData(
        "Kit, strip 1 and 2, Ines, do the bathrooms, I'll do the beds",
        "Kit: Strip 1 and 2|Ines: Do the bathrooms|Odalys: Do the beds"
    )]
    [InlineData("Kit, put the chairs out before tonight's class", "Kit: Put the chairs out 04-14T20:00")]
    [InlineData("Kit: leave at six tomorrow, not seven, the bridge is closed", "Kit: Leave 04-15T06:00")]
    [InlineData("Can someone open up at 5.30 on Saturday?", "-: Open up 04-18T05:30")]
    [InlineData(
        "Kit, please reserve a table in a restaurant for Friday at 8",
        "Kit: Reserve a table in a restaurant 04-17T20:00"
    )]
    [InlineData("Air the hats overnight please", "-: Air the hats 04-14T20:00")]
    [InlineData(
        "Would it be possible for the office to send everyone the list by six tonight instead of at midnight?",
        "office: Send everyone the list 04-14T18:00"
    )]
    [InlineData(
        "Two weeks today the auditor comes; Kit, paperwork in order by the Friday before please",
        "Kit: Paperwork in order 04-24T17:00"
    )]
    [InlineData(
        "First Monday of every month Kit tests the eyewash",
        "Kit: Test the eyewash 05-04T17:00 FREQ=MONTHLY;BYDAY=1MO"
    )]
    [InlineData("Kit, order two boxes a month from now on", "Kit: Order two boxes 05-14T17:00 FREQ=MONTHLY")]
    [InlineData(
        "Kit, extraction filters: change them on the first Monday of every month, starting in May",
        "Kit: Change extraction filters 05-04T17:00 FREQ=MONTHLY;BYDAY=1MO"
    )]
    [InlineData(
        "Would one of the drivers be able to collect an urgent item from the surgery before lunch?",
        "-: Collect an urgent item from the surgery 04-14T12:00"
    )]
    [InlineData(
        "Mrs Lind has paid twice. Office, refund one of them and write to her",
        "office: Refund one of them and write to Mrs Lind"
    )]
    [InlineData(
        "Every Thursday afternoon before four the week's jobs have to be photographed for the website, hull",
        "hull: Photograph the week's jobs for the website 04-16T16:00 FREQ=WEEKLY;BYDAY=TH"
    )]
    [InlineData(
        "Could you sit in on the concert for me on Wednesday at 7, Kit?",
        "Kit: Sit in on the concert for Odalys 04-15T19:00"
    )]
    [InlineData(
        "I need somebody to drive to the mill on Monday, back by four, any takers?",
        "-: Drive to the mill 04-20T16:00"
    )]
    [InlineData(
        "I'll do the flowers tonight and Kit can check them in the morning",
        "Odalys: Do the flowers 04-14T20:00|Kit: Check the flowers 04-15T12:00"
    )]
    [InlineData("Office, no more cheques from Monday, put a notice up", "office: Put a notice up")]
    [InlineData("Office, a courier is coming for the file, have it ready", "office: Have the file ready")]
    [InlineData("Kit, the drill is in the blue van until Wednesday, hire one", "Kit: Hire a drill")]
    [InlineData(
        "@office when the club ring, book all eight of them into one afternoon",
        "office: Book all eight of them into one afternoon"
    )]
    [InlineData("The lease has lapsed, renew it please Kit", "Kit: Renew the lease")]
    [InlineData("They have moved the pick-up to Monday, tell the drivers please Kit", "Kit: Tell the drivers")]
    [InlineData("Is anyone free to unload at five?", "-: Unload 04-14T17:00")]
    [InlineData("Can someone cover Ines on Sunday? She's got exams", "-: Cover Ines 04-19T17:00")]
    [InlineData("Kit, next week you do the folder, ok?", "Kit: Do the folder 04-24T17:00")]
    [InlineData("The bill hasn't been paid. Kit, today, before they stop deliveries", "Kit: Pay the bill 04-14T17:00")]
    [InlineData("Everybody needs to have done the online bit by Friday", "-: Do the online bit 04-17T17:00")]
    [InlineData(
        "Kit, ring the inn and offer them the oak floor for the 2nd",
        "Kit: Ring the inn and offer them the oak floor for the 2nd"
    )]
    [InlineData(
        "Kit, ring the inn and say Thursday between nine and eleven",
        "Kit: Ring the inn and say Thursday between nine and eleven"
    )]
    [InlineData("Please lock the store. I found it open again this morning", "-: Lock the store")]
    [InlineData("Kit, try the mill again, they should be in after five", "Kit: Try the mill again")]
    [InlineData("Office, the glass lorry's coming at two not three. Be ready", "office: Be ready 04-14T14:00")]
    [InlineData(
        "The architect comes on the 22nd at 11, Kit, panel ready the evening before please, and somebody make coffee",
        "Kit: Panel ready 04-21T20:00|-: Make coffee"
    )]
    [InlineData(
        "I promised the inn a list of hotels. Kit, will you put one together?",
        "Kit: Put a list of hotels together"
    )]
    [InlineData(
        "sound's off on scene 12. Kit can you listen and say if we have to go again?",
        "Kit: Listen and say if we have to go again"
    )]
    [InlineData("Office: fuel cards are in the drawer, sign for them. One each", "office: Sign for the fuel cards")]
    [InlineData("Thanks, Kit ring them back today", "Kit: Ring them back 04-14T17:00")]
    [InlineData(
        "Could you send me the drawings? It isn't urgent, but by Friday please",
        "-: Send Odalys the drawings 04-17T17:00"
    )]
    [InlineData("Kit, could you do the drawings? I promised them for Friday", "Kit: Do the drawings 04-17T17:00")]
    [InlineData("Kit, bring a table for the stall on Friday at 8", "Kit: Bring a table for the stall 04-17T08:00")]
    public void What_is_asked_beside_what_is_told_is_found(string text, string drafts) => Shown(text).ShouldBe(drafts);

    [Theory]
    [InlineData("Thanks everybody, what an opening")]
    [InlineData("Thanks for staying so late everyone, you're stars")]
    [InlineData("From now on every pot that goes out gets wrapped twice, hull")]
    [InlineData("The lights are working again at last")]
    [InlineData("Kitchen, could you do without the small oven until Thursday?")]
    [InlineData("Whoever put the tins in with the metal, please don't")]
    [InlineData("Would the office mind not parking on the verge?")]
    [InlineData("Kit, you can go home now")]
    public void What_is_only_told_asks_for_nothing(string text) => Shown(text).ShouldBeEmpty();

    private static string Shown(string text) =>
        Yard.Shown(
            Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt"),
            repeats: true
        );
}
