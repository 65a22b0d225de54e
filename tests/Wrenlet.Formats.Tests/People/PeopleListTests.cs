using Wrenlet.Formats.People;

namespace Wrenlet.Formats.Tests.People;

/// <summary>People are read from whatever somebody has of them.</summary>
public class PeopleListTests
{
    private static string Read(string text) =>
        string.Join("; ", PeopleList.Read(text).Select(p => $"{p.Name} <{p.Address}>"));

    [Theory]
    [InlineData("Jonah Gable jonah@gable.example", "Jonah Gable <jonah@gable.example>")]
    [InlineData("Jonah Gable <jonah@gable.example>", "Jonah Gable <jonah@gable.example>")]
    [InlineData("\"Jonah Gable\";jonah@gable.example", "Jonah Gable <jonah@gable.example>")]
    [InlineData("jonah@gable.example\tJonah Gable", "Jonah Gable <jonah@gable.example>")]
    [InlineData("Jonah,Gable,jonah@gable.example", "Jonah Gable <jonah@gable.example>")]
    [InlineData("jonah.gable@gable.example", "Jonah Gable <jonah.gable@gable.example>")]
    [InlineData("mailto:jonah@gable.example Jonah Gable", "Jonah Gable <jonah@gable.example>")]
    [InlineData("Jonah Gable", "Jonah Gable <>")]
    [InlineData("Žofie Dvořáková zofie@gable.example", "Žofie Dvořáková <zofie@gable.example>")]
    public void One_a_line_with_name_and_address_in_any_order(string line, string read) => Read(line).ShouldBe(read);

    [Fact]
    public void A_table_with_a_heading_blank_lines_and_somebody_twice() =>
        Read(
                "Name;E-mail\r\n\r\nJonah Gable;jonah@gable.example\r\nMerle Ash;merle@ash.example\r\nJ. Gable;JONAH@gable.example\r\n"
            )
            .ShouldBe("Jonah Gable <jonah@gable.example>; Merle Ash <merle@ash.example>");

    [Fact]
    public void Cards_from_another_program() =>
        Read("BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Merle Ash\r\nEMAIL:merle@ash.example\r\nEND:VCARD\r\n")
            .ShouldBe("Merle Ash <merle@ash.example>");

    [Fact]
    public void Cards_that_are_cut_off_say_so() =>
        Should.Throw<FormatException>(() => PeopleList.Read("BEGIN:VCARD\r\nFN:Merle Ash\r\n"));

    [Fact]
    public void Nothing_is_nobody() => PeopleList.Read(" \n-- \n").ShouldBeEmpty();
}
