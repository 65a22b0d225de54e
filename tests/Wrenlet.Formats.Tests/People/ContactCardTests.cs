using System.Text;
using CsCheck;
using Wrenlet.Formats.People;

namespace Wrenlet.Formats.Tests.People;

public class ContactCardTests
{
    private static ContactCard One(params string[] lines) =>
        ContactCards
            .Read(string.Join("\r\n", ["BEGIN:VCARD", "VERSION:3.0", .. lines, "END:VCARD"]))
            .ShouldHaveSingleItem();

    [Fact]
    public void A_card_comes_back_as_it_was_written()
    {
        var card = new ContactCard(
            "Benedikta Thorne, née O;Neill",
            "Thorne \\ Daughters",
            ["b@thorne.example", "office@thorne.example"],
            ["+351912345678"],
            "pt-PT"
        );
        var back = ContactCards.Read(ContactCards.Write([card])).ShouldHaveSingleItem();
        (back with { Mails = card.Mails, Phones = card.Phones }).ShouldBe(card);
        back.Mails.ShouldBe(card.Mails);
        back.Phones.ShouldBe(card.Phones);
    }

    [Fact]
    public void Any_name_comes_back() =>
        Gen.String[Gen.Char["ab ,;:\\\"äß漢"], 1, 90]
            .Select(n => n.Trim())
            .Where(n => n.Length > 0)
            .Sample(name =>
                ContactCards
                    .Read(ContactCards.Write([new(name, null, [], [], null)]))
                    .ShouldHaveSingleItem()
                    .Name.ShouldBe(name)
            );

    [Fact]
    public void No_line_is_longer_than_the_standard_allows_and_no_character_is_cut()
    {
        var text = ContactCards.Write([new(string.Concat(Enumerable.Repeat("漢字🐦", 40)), null, [], [], null)]);
        foreach (var line in text.Split("\r\n"))
            Encoding.UTF8.GetByteCount(line).ShouldBeLessThanOrEqualTo(75);
        text.ShouldNotContain("\uFFFD");
        ContactCards.Read(text)[0].Name.ShouldBe(string.Concat(Enumerable.Repeat("漢字🐦", 40)));
    }

    [Fact]
    public void A_name_in_parts_is_said_in_the_order_of_speech() =>
        One("N:Thorne;Benedikta;Maria;Dr;").Name.ShouldBe("Dr Benedikta Maria Thorne");

    [Fact]
    public void Where_there_is_no_name_the_firm_is_it_and_speaks_for_itself()
    {
        var card = One("ORG:Caspian Freight;Office");
        (card.Name, card.Organisation).ShouldBe(("Caspian Freight", null));
    }

    [Fact]
    public void The_preferred_address_comes_first_and_each_only_once() =>
        One("FN:A", "EMAIL:old@a.example", "EMAIL;TYPE=PREF:new@a.example", "EMAIL:old@a.example")
            .Mails.ShouldBe(["new@a.example", "old@a.example"]);

    [Fact]
    public void Addresses_are_taken_out_of_their_schemes()
    {
        var card = One("FN:A", "TEL;VALUE=uri:tel:+351-912;ext=5", "item1.EMAIL:mailto:a@a.example");
        card.Phones.ShouldBe(["+351-912"]);
        card.Mails.ShouldBe(["a@a.example"]);
    }

    [Fact]
    public void Folded_lines_and_quoted_parameters_are_read()
    {
        One("FN:Bene", " dikta").Name.ShouldBe("Benedikta");
        One("FN:A", "TEL;TYPE=\"a:b\":123").Phones.ShouldBe(["123"]);
    }

    [Fact]
    public void Several_cards_of_one_file_are_read_with_what_stands_between_them_left_out()
    {
        var text = "junk\nBEGIN:VCARD\nFN:One\nEND:VCARD\n\nBEGIN:VCARD\nFN:Two\nEND:VCARD\n";
        ContactCards.Read("\uFEFF" + text).Select(c => c.Name).ShouldBe(["One", "Two"]);
    }

    [Theory]
    [InlineData("", "There is no card in this file")]
    [InlineData("BEGIN:VCARD\nFN:One\n", "Card 1 has no END:VCARD")]
    [InlineData("BEGIN:VCARD\nEMAIL:a@b.example\nEND:VCARD\n", "Card 1 has no name")]
    [InlineData("BEGIN:VCARD\nFN:One\nEND:VCARD\nBEGIN:VCARD\nFN: \nEND:VCARD\n", "Card 2 has no name")]
    public void What_is_wrong_is_said_with_the_card_that_it_is_wrong_in(string text, string part) =>
        Should.Throw<FormatException>(() => ContactCards.Read(text)).Message.ShouldContain(part);
}
