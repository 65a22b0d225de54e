using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>
/// Messages whose words stand for what was said before, or elsewhere in the sentence: what "it" and "them" are, whose "their" is,
/// who is meant by "that's you", what is told and what is asked for it.
/// </summary>
public class ReaderMeantTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    [Theory]
    [InlineData(
        "It would help if the returns were on the trolley by nine, office",
        "office: The returns on the trolley 04-14T09:00"
    )]
    [InlineData("It'd be good if the floor was swept before Friday", "-: Sweep the floor 04-16T17:00")]
    [InlineData("It would help if Kit could order paint", "Kit: Order paint")]
    [InlineData("Perhaps Kit could order paint", "Kit: Order paint")]
    [InlineData(
        "On Mondays somebody has to empty the ice machine, Kit can that be you",
        "Kit: Empty the ice machine 04-20T17:00 FREQ=WEEKLY;BYDAY=MO"
    )]
    [InlineData("Somebody needs to ring the bank today. Kit, that's you", "Kit: Ring the bank 04-14T17:00")]
    [InlineData(
        "Every last Friday of the month the old files get moved to the archive, from now on that's you Kit",
        "Kit: Move the old files to the archive 04-24T17:00 FREQ=MONTHLY;BYDAY=-1FR"
    )]
    [InlineData("Could the bins go out tonight?", "-: The bins go out 04-14T20:00")]
    [InlineData("Can the ladder go back on its hook please", "-: The ladder go back on its hook")]
    [InlineData("Is anyone free to unload the van at five?", "-: Unload the van 04-14T17:00")]
    [InlineData("Kit, ask Ines to help if it's too heavy", "Kit: Ask Ines to help if it's too heavy")]
    [InlineData("We have a reader coming on the 24th who needs volume 3", "")]
    [InlineData(
        "Kit - big ask - could you stay late on Wednesday for the samples?",
        "Kit: Stay late for the samples 04-15T17:00"
    )]
    [InlineData(
        "Kit and Ines, clear the shed for Thursday, Tobiah will help if you ask him",
        "Kit+Ines: Clear the shed 04-16T17:00"
    )]
    [InlineData("One for hull: 12 rolls to Caspian, tomorrow by 10", "hull: 12 rolls to Caspian 04-15T10:00")]
    [InlineData("I need somebody to turn pages on Saturday, any volunteers?", "-: Turn pages 04-18T17:00")]
    [InlineData("Open the yard at ten tomorrow, hull, not a minute before", "hull: Open the yard 04-15T10:00")]
    [InlineData("We'd also like two more brooms, ours have gone bald.", "-: Two more brooms")]
    [InlineData(
        "Two new tenants at Mill Lane from June, forms are in the tray. Kit, set them up by Friday.",
        "Kit: Set the two new tenants up 04-17T17:00"
    )]
    [InlineData(
        "Somebody has mixed up the labels on shelf four. Kit, sort it out when you have a minute",
        "Kit: Sort the labels on shelf four out"
    )]
    [InlineData("No hurry with 214, Kit, but please finish it next week", "Kit: Finish 214 04-24T17:00")]
    [InlineData(
        "Benedikta wants six chairs more, Kit, she'd like them on Friday, can you drive them over?",
        "Kit: Drive six chairs over for Benedikta 04-17T17:00"
    )]
    [InlineData("Ashtrays! Whoever's in first tomorrow, empty and wash them", "-: Empty and wash ashtrays 04-15T17:00")]
    [InlineData(
        "Caspian have no salt left, Kit drop everything and take them two sacks",
        "Kit: Take Caspian two sacks"
    )]
    [InlineData("If Caspian's driver isn't here by three, Kit, call their workshop", "Kit: Call Caspian's workshop")]
    [InlineData("Hull are two down today, so office please lend them someone", "office: Lend Hull someone")]
    [InlineData(
        "Frau Lind's badge still says visitor, it should be staff. Reissue it, office, with a note",
        "office: Reissue Frau Lind's badge, with a note"
    )]
    [InlineData("Kit, book a table for the launch and two rooms", "Kit: Book a table for the launch and two rooms")]
    [InlineData("Somebody has to man the stand at the launch", "-: Man the stand at the launch")]
    [InlineData(
        "The auditor wants the sheets. They're in the blue folder, Kit, copy them and put them on my desk",
        "Kit: Copy the sheets and put them on Odalys's desk"
    )]
    [InlineData(
        "I'll clean the glass and if that doesn't help I'll call the firm on Monday",
        "Odalys: Clean the glass|Odalys: Call the firm 04-20T17:00"
    )]
    [InlineData("Chase Caspian if he hasn't paid by then, Kit", "Kit: Chase Caspian")]
    [InlineData("Kit, Caspian wants an extra hour on Friday at 4, say yes if you can", "Kit: Say yes to Caspian")]
    [InlineData("Turf on Thursday, hull, whatever the weather", "hull: Turf 04-16T17:00")]
    [InlineData(
        "Caspian wants twenty hours in May. Kit, price that up and get it to him by Thursday please",
        "Kit: Price that up and get it to Caspian 04-16T17:00"
    )]
    [InlineData(
        "Mrs Dahl is bringing her grandson on Thursday at 4, Kit can you show him the harp",
        "Kit: Show Mrs Dahl's grandson the harp 04-16T16:00"
    )]
    [InlineData("Eight pallets to Caspian on the 24th, hull, book the lorry now", "hull: Book the lorry")]
    [InlineData(
        "Kit, ring them and ask whether they can come at 18:00 instead, before Wednesday if you can",
        "Kit: Ring them and ask whether they can come at 18:00 04-14T17:00"
    )]
    [InlineData(
        "I need somebody to drive to the mill on Monday, back by four, any takers?",
        "-: Drive to the mill 04-20T16:00"
    )]
    [InlineData("Kit, one last friendly letter, then it goes to the lawyer", "Kit: One last friendly letter")]
    [InlineData(
        "Sorry Kit, me again, would you be an angel and print me the labels, I'll need them for 3",
        "Kit: Print Odalys the labels 04-14T15:00"
    )]
    [InlineData("Kit, within the hour please: the light is out", "Kit: The light is out 04-14T09:40")]
    [InlineData(
        "@Kit Caspian rang, they have no beer left. Two crates this afternoon, please",
        "Kit: Two crates for Caspian 04-14T17:00"
    )]
    [InlineData("Has anybody ordered the liner? If not Kit do it today please", "Kit: Order the liner 04-14T17:00")]
    [InlineData("Has the deposit landed? If not, ring Caspian, Kit", "Kit: Ring Caspian")]
    [InlineData("Caspian's invoice - Kit - by the 20th", "Kit: Caspian's invoice 04-20T17:00")]
    [InlineData(
        "Kit, the minutes of Tuesday's meeting by noon tomorrow",
        "Kit: The minutes of Tuesday's meeting 04-15T12:00"
    )]
    [InlineData(
        "The architect comes on the 22nd at 11, Kit, panel ready the evening before please, and somebody make coffee",
        "Kit: Panel ready 04-21T20:00|-: Make coffee"
    )]
    [InlineData("Kit, we need cards", "Kit: Cards")]
    [InlineData("Kit don't forget to set the clock", "Kit: Set the clock")]
    [InlineData("Don't forget the clocks in the cameras go forward an hour", "")]
    [InlineData("I shall be ten minutes late", "")]
    [InlineData(
        "For the launch: Kit wine, Ines chairs, Tobiah flowers, and somebody has to write the labels",
        "Kit: Wine 04-28T10:30|Ines: Chairs 04-28T10:30|Tobiah: Flowers 04-28T10:30|-: Write the labels 04-28T10:30"
    )]
    [InlineData("I'd like every flue photographed from Monday, Kit", "Kit: Photograph every flue")]
    [InlineData(
        "Kit will drive the boards to Caspian tomorrow and Ines meets him there at nine",
        "Kit: Drive the boards to Caspian 04-15T17:00|Ines: Meet Kit there 04-15T09:00"
    )]
    [InlineData("Could you two do the front between you", "-: Do the front between you")]
    [InlineData("Please come and see", "-: Come and see")]
    [InlineData("The bins are full, empty them", "-: Empty the bins")]
    [InlineData("Caspian said yes to the tables. Kit, collect them on the 24th", "Kit: Collect the tables 04-24T17:00")]
    [InlineData("If we don't hear from the Parish Hall, Kit, please ring them", "Kit: Ring the Parish Hall")]
    [InlineData(
        "I am meeting the bank on Wednesday at two. I'll take them the figures then.",
        "Odalys: Take the bank the figures 04-15T14:00"
    )]
    [InlineData(
        "Every Friday before closing, somebody counts the money and signs the book. This week it's you, Kit.",
        "Kit: Count the money and sign the book 04-17T17:00 FREQ=WEEKLY;BYDAY=FR"
    )]
    [InlineData(
        "The van is in for its test today, so no rounds. Kit, please ring the three on the list",
        "Kit: Ring the three on the list"
    )]
    [InlineData("Kit, photograph the shop when the sun is on the front", "Kit: Photograph the shop")]
    [InlineData("See you then.", "")]
    public void What_words_stand_for_is_found(string text, string drafts) =>
        Yard.Shown(
                Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt"),
                repeats: true
            )
            .ShouldBe(drafts);
}
