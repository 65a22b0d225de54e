using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>
/// Messages in which something is told beside what is asked: when something else is so, when it is not to be done, what hangs on
/// what others say, and whose part is whose.
/// </summary>
public class ReaderBesideTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    [Theory]
    [InlineData("Someone needs to look at that fork. Not today, it's wet. Kit?", "Kit: Look at that fork")]
    [InlineData("Kit, wash the van, not today though", "Kit: Wash the van")]
    [InlineData(
        "Kit, measure the doors on the 2nd floor and send me the sizes",
        "Kit: Measure the doors on the 2nd floor and send Odalys the sizes"
    )]
    [InlineData(
        "Kit, draft a letter about the lift. It'll be off from the 11th to the 15th of May.",
        "Kit: Draft a letter about the lift"
    )]
    [InlineData(
        "Kit to meet the surveyor at the hall, Thursday, quarter past two; take photographs of everything",
        "Kit: Meet the surveyor at the hall 04-16T14:15|Kit: Take photographs of everything"
    )]
    [InlineData("This week there were slugs in everything. Kit, ring the grower", "Kit: Ring the grower")]
    [InlineData("Kit, get the digger man for Monday, low water's at eleven", "Kit: Get the digger man 04-20T17:00")]
    [InlineData("Kit, paths clear by ten, and no machines after nine", "Kit: Paths clear 04-14T10:00")]
    [InlineData(
        "The pizza place wants numbers by Thursday. Kit, ask round and ring them",
        "Kit: Ask round and ring the pizza place 04-16T17:00"
    )]
    [InlineData(
        "Kit, the mayor can't make Thursday, offer him Friday at three or Monday at nine",
        "Kit: Offer the mayor Friday at three or Monday at nine"
    )]
    [InlineData("Kit, stay until six on Thursday please", "Kit: Stay 04-16T18:00")]
    [InlineData("Please could Kit be here until six on Wednesday", "Kit: Be here 04-15T18:00")]
    [InlineData(
        "Kit, forty tarts for Saturday's party, collection is Saturday at ten",
        "Kit: Forty tarts for Saturday's party 04-18T10:00"
    )]
    public void When_it_is_and_when_it_is_not(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData(
        "Kit check what's left, Ines add it up, I'll send it off on Monday",
        "Kit: Check what's left|Ines: Add it up|Odalys: Send it off 04-20T17:00"
    )]
    [InlineData(
        "Safety check by Kit, meter readings by Ines, keys and fobs from me",
        "Kit: Safety check|Ines: Meter readings|Odalys: Keys and fobs"
    )]
    [InlineData(
        "Risk list (Kit), ladder register (Ines), training cards (me, when I find them)",
        "Kit: Risk list|Ines: Ladder register|Odalys: Training cards"
    )]
    [InlineData("Kit, hull say they need another coat. Order it", "Kit: Order another coat")]
    [InlineData(
        "Kit, did the new cans come? If they did label them, if not get on to the shop",
        "Kit: Label the new cans, if not get on to the shop"
    )]
    [InlineData("Someone with a van to collect the slab on Wednesday", "-: Collect the slab 04-15T17:00")]
    public void Whose_part_is_whose(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData(
        "Kit, order 300, it always ends up more, and put it on their account",
        "Kit: Order 300, and put it on their account"
    )]
    [InlineData("Kit, send the certificate, without it we can't let them up", "Kit: Send the certificate")]
    [InlineData("Kit, ring the surveyor he's been holding twenty minutes", "Kit: Ring the surveyor")]
    [InlineData("Kit: the printer's still broken so do the badges today", "Kit: Do the badges 04-14T17:00")]
    [InlineData("Kit: chase finance, and if they say next week again give them to me", "Kit: Chase finance")]
    [InlineData("Kit, if there's no porch bring it back", "Kit: Bring it back")]
    [InlineData(
        "Kit, have the printer redo the brochure, they had the right number on the 3rd",
        "Kit: Have the printer redo the brochure"
    )]
    [InlineData(
        "The machine wants updating overnight so please leave it plugged in, Kit",
        "Kit: Leave the machine plugged in 04-14T20:00"
    )]
    [InlineData("Kit, write the letter. I want to see it before it goes.", "Kit: Write the letter")]
    [InlineData("Kit, what did they pay us last year? Dig it out for me", "Kit: Dig out what they paid us last year")]
    public void What_is_told_is_no_part_of_it(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData("We could do with somebody checking the lanyards", "-: Check the lanyards")]
    [InlineData("Would it be an awful nuisance to count the crates, Kit?", "Kit: Count the crates")]
    [InlineData(
        "Kit, whenever you're next in town see if they have any brass hooks",
        "Kit: See if they have any brass hooks"
    )]
    [InlineData("Kit, it'd be really useful to have a list of who's coming", "Kit: A list of who's coming")]
    [InlineData("can sum1 ring the surveyor", "-: Ring the surveyor")]
    public void Other_ways_of_asking(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData("The hull have a hired one till Thursday")]
    [InlineData("Kit's van failed its test, the hull have a hired one till Thursday")]
    [InlineData("We lost two days and we'll lose another if it doesn't drop")]
    [InlineData("Ines speaking to the dentist at three")]
    [InlineData("Kit will have my phone this afternoon")]
    [InlineData("Remember everybody, hats, it's going to be hot")]
    [InlineData("hull, from Monday every leak gets logged with a photo")]
    [InlineData("Kit did it all, bless him")]
    [InlineData("office start at nine and finish at six from May")]
    [InlineData("I should have been a drummer")]
    [InlineData("Kit can tell a battery by its smell")]
    [InlineData("Kit, you still have the cash box, don't you?")]
    [InlineData("Kit says the light is best before ten")]
    public void Nothing_is_asked(string text) => Reads(text, "");

    [Fact]
    public void Dropping_what_one_does_is_haste() =>
        Reader
            .Read("Kit, leak at number 3, drop what you're doing", Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"))
            .ShouldHaveSingleItem()
            .Priority.Value.ShouldBe(Priority.Critical);

    [Fact]
    public void Nothing_urgent_is_no_haste() =>
        Reader
            .Read("Nothing's urgent so Kit, tidy the loft", Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"))
            .ShouldHaveSingleItem()
            .Priority.Value.ShouldBe(Priority.Low);

    [Fact]
    public void A_customer_who_wants_to_be_let_have_something_asks_for_it() =>
        Yard.Shown(
                Reader.Read(
                    "Please let us have your list of parts by Friday.",
                    null,
                    Yard.At("2026-04-14T08:40"),
                    "Caspian Oduya"
                )
            )
            .ShouldBe("-: Let Caspian have your list of parts 04-17T17:00");

    private static void Reads(string text, string drafts) =>
        Yard.Shown(
                Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt"),
                repeats: true
            )
            .ShouldBe(drafts);
}
