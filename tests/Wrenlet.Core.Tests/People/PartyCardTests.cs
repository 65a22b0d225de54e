using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.People;

/// <summary>What may stand on a party's card.</summary>
public class PartyCardTests
{
    private static readonly PartyId Club = new(Guid.CreateVersion7());
    private static readonly PartyId Other = new(Guid.CreateVersion7());
    private static readonly PartySite Hall = new(Guid.CreateVersion7(), "Hall", "", "");

    private static PartyThing Thing(string name, string number = "", PartyId? of = null, bool retired = false) =>
        new(new ThingId(Guid.CreateVersion7()), of ?? Club, null, "", name, number, "", [], retired);

    [Fact]
    public void Whoever_speaks_for_them_is_one_of_them()
    {
        var (theirs, stranger) = (new PersonId(Guid.CreateVersion7()), new PersonId(Guid.CreateVersion7()));
        PartyCards.Wrong(PartyCard.Blank with { Speaker = theirs }, [theirs]).ShouldBeNull();
        PartyCards.Wrong(PartyCard.Blank with { Speaker = stranger }, [theirs])!.Value.Part.ShouldBe("speaker");
        PartyCards.Wrong(PartyCard.Blank, []).ShouldBeNull();
    }

    [Fact]
    public void Places_have_names_and_each_only_once()
    {
        PartyCards.Wrong(Hall with { Name = " " }, [])!.Value.Words.ShouldContain("a name");
        PartyCards.Wrong(Hall with { Id = Guid.CreateVersion7(), Name = "hall" }, [Hall])!.Value.Part.ShouldBe("name");
        PartyCards.Wrong(Hall, []).ShouldBeNull();
        PartyCards
            .Wrong(Hall, [.. Enumerable.Range(0, PartyCards.MostSites).Select(n => Hall with { Name = $"{n}" })])!
            .Value.Words.ShouldContain("at most");
    }

    [Fact]
    public void Two_things_do_not_share_a_number_and_stand_where_they_can()
    {
        var grand = Thing("Grand", "88-1");
        PartyCards.Wrong(Thing("Upright", "88-1"), [grand], [])!.Value.Words.ShouldContain("Grand");
        PartyCards.Wrong(Thing("Upright"), [Thing("Upright")], []).ShouldBeNull();
        PartyCards.Wrong(grand with { Site = Hall.Id }, [], [])!.Value.Part.ShouldBe("site");
        PartyCards.Wrong(grand with { Site = Hall.Id }, [], [Hall]).ShouldBeNull();
        PartyCards.Wrong(grand with { Name = "" }, [], [])!.Value.Part.ShouldBe("name");
        ImmutableArray<ThingField> twice = [new("Pitch", "440"), new("pitch", "442")];
        PartyCards.Wrong(grand with { Fields = twice }, [], [])!.Value.Words.ShouldContain("twice");
        PartyCards.Wrong(grand with { Fields = [new("", "x")] }, [], [])!.Value.Part.ShouldBe("fields");
        grand.Shown.ShouldBe("Grand (88-1)");
    }

    [Fact]
    public void A_docket_may_be_about_things_of_its_parties_and_keeps_what_it_is_about()
    {
        var (mine, gone, theirs) = (Thing("Grand"), Thing("Harp", retired: true), Thing("Organ", of: Other));
        PartyCards.Offered([gone, theirs, mine], [Club], []).ShouldBe([mine]);
        PartyCards.Offered([gone, theirs, mine], [Club], [gone.Id, theirs.Id]).ShouldBe([mine, theirs, gone]);
    }
}
