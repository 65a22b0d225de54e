using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>What a sentence lists: each thing is asked by itself, of whom it names and by its own time.</summary>
public class ReaderListingTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    private static IReadOnlyList<Draft> Read(string text) =>
        Reader.Read(text, Yard.Named("Odalys").Id, Yard.At("2026-04-14T08:40"));

    private static string Said(Draft draft)
    {
        var owners = draft.Owners is { } o
            ? string.Join(
                "+",
                o.Value.Select(w =>
                    w is TaskOwner.OfPerson(var id) ? Yard.Staff.Single(p => p.Id == id).Name.Split(' ')[0] : "crew"
                )
            )
            : "-";
        return $"{owners}: {draft.Title.Value}" + (draft.Due is { } due ? $" {Yard.Local(due.Value)[5..]}" : "");
    }

    [Theory]
    [InlineData(
        "Kit, three things: batteries for the radios, the fog horn, and a new plug for the kettle",
        "Kit: Batteries for the radios|Kit: The fog horn|Kit: New plug for the kettle"
    )]
    [InlineData(
        "Two things for the meeting on Monday, Kit: fuel figures and a list of complaints",
        "Kit: Fuel figures 04-20T17:00|Kit: List of complaints 04-20T17:00"
    )]
    [InlineData(
        "Kit music, Ines lights, Mateus the judges' table, all ready by noon on the 8th",
        "Kit: Music 05-08T12:00|Ines: Lights 05-08T12:00|Mateus: The judges' table 05-08T12:00"
    )]
    [InlineData(
        "Before the launch: Kit the rafts, Mateus the radios, Ines everything that's loose",
        "Kit: The rafts 04-28T10:30|Mateus: The radios 04-28T10:30|Ines: Everything that's loose 04-28T10:30"
    )]
    [InlineData(
        "For the launch Kit does the floor, Ines does the music and Mateus rings the paper",
        "Kit: Do the floor 04-28T10:30|Ines: Do the music 04-28T10:30|Mateus: Ring the paper 04-28T10:30"
    )]
    [InlineData("Kit, you check the scale, Ines, you check the names", "Kit: Check the scale|Ines: Check the names")]
    [InlineData(
        "Kit, rope off the pit this afternoon, and Ines, please sweep",
        "Kit: Rope off the pit 04-14T17:00|Ines: Sweep"
    )]
    [InlineData(
        "I need a list of all rooms, Kit, and a price for a minibus, Ines",
        "Kit: A list of all rooms|Ines: A price for a minibus"
    )]
    [InlineData(
        "By Thursday: invoice Benedikta, chase the theatre, and pay the courier. Kit please",
        "Kit: Invoice Benedikta 04-16T17:00|Kit: Chase the theatre 04-16T17:00|Kit: Pay the courier 04-16T17:00"
    )]
    [InlineData(
        "Kit will take the samples to the fair and Ines packs them on Monday",
        "Kit: Take the samples to the fair|Ines: Pack the samples 04-20T17:00"
    )]
    [InlineData(
        "I need your text by Friday and the pictures by Monday, Kit",
        "Kit: Your text 04-17T17:00|Kit: The pictures 04-20T17:00"
    )]
    public void Each_thing_is_a_task(string text, string drafts)
    {
        var read = Read(text).Select(Said).ToList();
        var wanted = drafts.Split('|');
        read.Count.ShouldBe(wanted.Length, string.Join("|", read));
        foreach (var (one, expected) in read.Zip(wanted))
            Plain(one).ShouldBe(Plain(expected));

        static string Plain(string said) => said.Replace(": A ", ": ", StringComparison.Ordinal).ToLowerInvariant();
    }

    [Theory]
    [InlineData("Kit ill, Ines holiday, Mateus course")]
    [InlineData("Kit says it's fine, Ines says it isn't")]
    [InlineData("Kit has the keys, Ines the van, Mateus the maps")]
    [InlineData("Ines won the first race, Kit the second, Mateus the third")]
    [InlineData("Two jobs done, Kit: the lamp, the lock")]
    [InlineData("Kit will be at the dentist and Ines does the phones")]
    [InlineData("The figures are attached, Kit thanks")]
    [InlineData("Not urgent, Kit: the match is on Friday")]
    [InlineData("Kit, you have a visitor at the gate")]
    [InlineData("Kit, you left your bag in the van")]
    [InlineData("Could I book the van for Friday?")]
    public void What_only_says_where_somebody_is_or_what_is_said_lists_nothing(string text) =>
        Read(text).Select(Said).ShouldBeEmpty();

    [Theory]
    [InlineData("The lamp in the lift is out, I promised it by six, Kit please", "Kit: The lamp in the lift is out")]
    [InlineData("Low priority, Kit: the bench in the shed wobbles", "Kit: The bench in the shed wobbles")]
    [InlineData("Every first Monday of the month Kit tests the alarm", "Kit: Test the alarm 05-04T17:00")]
    public void Who_is_called_for_what_is_wrong_has_a_task(string text, string draft) =>
        Said(Read(text).ShouldHaveSingleItem()).ShouldStartWith(draft);

    [Fact]
    public void An_item_may_ask_behind_a_question() =>
        Read(
                "For the handover:\n- keys labelled, Ines\n- Mateus: list of who holds what\n- is it insured? Kit please ask"
            )
            .Select(d => Said(d).Split(':')[0])
            .ShouldBe(["Ines", "Mateus", "Kit"]);
}
