using NodaTime;
using Wrenlet.Core.People;
using static Wrenlet.Core.Tests.People.Somebody;

namespace Wrenlet.Core.Tests.People;

/// <summary>Links by which customers and partners reach their page.</summary>
public class PartyLinkTests
{
    private static readonly Instant Then = Instant.FromUtc(2026, 4, 14, 7, 40);
    private static readonly Person Benedikta = Contact("Benedikta", new PartyId(Guid.NewGuid()));

    private static PartyLink Link(LinkWay way = LinkWay.Copied, PersonId? by = null) =>
        PartyLink.For(Benedikta.Id, by, way, Then, 30);

    [Fact]
    public void A_link_works_until_its_days_are_over_or_somebody_ends_it()
    {
        var link = Link();
        PartyLink.Refuses(link, Benedikta, Then + Duration.FromDays(30) - Duration.Epsilon).ShouldBeNull();
        PartyLink.Refuses(link, Benedikta, Then + Duration.FromDays(30))!.ShouldContain("run out");
        PartyLink.Refuses(link with { Ended = Then }, Benedikta, Then)!.ShouldContain("no longer works");
    }

    [Fact]
    public void No_link_and_nobodys_link_let_nobody_in()
    {
        PartyLink.Refuses(null, null, Then).ShouldNotBeNull();
        PartyLink.Refuses(Link(), null, Then).ShouldNotBeNull();
        PartyLink.Refuses(Link(), Staff("Ines", Role.Member), Then).ShouldNotBeNull();
    }

    [Theory]
    [InlineData(LinkWay.Copied, "Odalys made a link to their page for Benedikta")]
    [InlineData(LinkWay.Mail, "Odalys mailed Benedikta a link to their page")]
    [InlineData(LinkWay.Text, "Odalys texted Benedikta a link to their page")]
    public void Who_makes_one_is_named(LinkWay way, string words) =>
        PartyLink.Said("Odalys", "Benedikta", way).ShouldBe(words);

    [Theory]
    [InlineData(LinkWay.Copied, "Odalys", "by the link that Odalys made on 14 April")]
    [InlineData(LinkWay.AskedFor, null, "by a link that they asked for on 14 April")]
    [InlineData(LinkWay.InMail, null, "by the link in our message of 14 April")]
    public void An_entry_says_by_which_link_it_came(LinkWay way, string? maker, string words) =>
        PartyLink.CameBy(Link(way), maker, "14 April").ShouldBe(words);

    [Fact]
    public void The_usual_words_have_a_place_for_the_link() =>
        PartyLink.UsualWords("Benedikta", "Saltmarsh Quay").ShouldContain(PartyLink.Field);
}
