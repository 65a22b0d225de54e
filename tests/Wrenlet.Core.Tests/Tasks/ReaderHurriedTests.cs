using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>Messages of people in a hurry: what is left out, what stands above a list, and why something is needed by when.</summary>
public class ReaderHurriedTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    [Theory]
    [InlineData(
        "Launch prep: Kit certificates, Ines harnesses, I'll do the paperwork",
        "Kit: Certificates 04-28T10:30|Ines: Harnesses 04-28T10:30|Odalys: Do the paperwork 04-28T10:30"
    )]
    [InlineData(
        "Launch jobs - Kit certificates, Ines harnesses",
        "Kit: Certificates 04-28T10:30|Ines: Harnesses 04-28T10:30"
    )]
    public void A_heading_dates_what_stands_behind_it(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData("Kit, the key machine needs a new wheel, order two so we have a spare", "Kit: Order two new wheels")]
    [InlineData("We're out of toilet fluid. Kit, get 20 litres", "Kit: Get 20 litres of toilet fluid")]
    [InlineData("Kit, somebody is stuck at 14 Harbour Road, go now", "Kit: Go to 14 Harbour Road")]
    public void What_was_said_before_is_said_in_the_title(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData("Kit, count the couplers this week will you, properly", "Kit: Count the couplers properly 04-17T17:00")]
    [InlineData("Kit, put it on the poster, printer shuts at five", "Kit: Put it on the poster")]
    [InlineData(
        "Kit, I need the accounts for the bank by Friday, draft will do",
        "Kit: The accounts for the bank 04-17T17:00"
    )]
    [InlineData("Kit, change the code, last lot have all left", "Kit: Change the code")]
    public void What_is_told_beside_it_is_no_part_of_the_title(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData(
        "Kit could you put together the figures for the launch? Hours, mileage. Rough is fine but I need something by the 1st",
        "Kit: Put together the figures for the launch 05-01T17:00"
    )]
    [InlineData(
        "Kit, could you quote for the hall, twelve windows? We need the price for the governors on 6 May.",
        "Kit: Quote for the hall, twelve windows 05-06T17:00"
    )]
    public void By_when_it_is_needed_is_by_when_it_is_due(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData("office, when the Oduyas come ask for proof of address", "office: Ask for proof of address")]
    [InlineData("kit if ur passing the store put the crates back", "Kit: Put the crates back")]
    public void What_is_to_be_done_when_something_happens(string text, string drafts) => Reads(text, drafts);

    [Theory]
    [InlineData("office closes at nine on Mondays until the clocks change")]
    [InlineData("Whoever does the late shift, Duchess gets half a tablet")]
    public void Nothing_is_asked(string text) => Reads(text, "");

    private static void Reads(string text, string drafts) =>
        Yard.Shown(
                Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"), "Odalys Brandt"),
                repeats: true
            )
            .ShouldBe(drafts);
}
