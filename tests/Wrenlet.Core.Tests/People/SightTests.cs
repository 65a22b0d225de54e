using CsCheck;
using Wrenlet.Core.People;
using static Wrenlet.Core.Tests.People.Somebody;

namespace Wrenlet.Core.Tests.People;

public class SightTests
{
    private static readonly CrewId Hull = new(Guid.CreateVersion7());
    private static readonly PartyId Thorne = new(Guid.CreateVersion7());
    private static readonly PartyId Oduya = new(Guid.CreateVersion7());

    [Fact]
    public void Staff_see_every_docket_that_is_not_limited() =>
        Staff("Ines", Role.Member).MaySee(new Place.Inside(DocketSight.Open)).ShouldBeTrue();

    [Fact]
    public void A_limited_docket_is_for_listed_people_and_crews_whatever_their_role()
    {
        var ines = Staff("Ines", Role.Member, Hull);
        var kit = Staff("Kit", Role.Member);
        var place = new Place.Inside(DocketSight.Only([kit.Id], [Hull]));
        ines.MaySee(place).ShouldBeTrue();
        kit.MaySee(place).ShouldBeTrue();
        Staff("Tobiah", Role.Manager).MaySee(place).ShouldBeFalse();
        Staff("Wilhelmina", Role.Administrator).MaySee(place).ShouldBeFalse();
    }

    [Fact]
    public void A_contact_sees_what_is_said_to_its_own_party_and_nothing_of_how_we_work_on_it()
    {
        var benedikta = Contact("Benedikta", Thorne);
        benedikta.MaySee(new Place.Outside(DocketSight.Open, Thorne)).ShouldBeTrue();
        benedikta.MaySee(new Place.Outside(DocketSight.Open, Thorne), Thing.Working).ShouldBeFalse();
        benedikta.MaySee(new Place.Outside(DocketSight.Open, Oduya)).ShouldBeFalse();
        benedikta.MaySee(new Place.Outside(DocketSight.Open, null)).ShouldBeFalse();
        benedikta.MaySee(new Place.Inside(DocketSight.Open)).ShouldBeFalse();
        benedikta.MaySee(new Place.Firm()).ShouldBeFalse();
    }

    [Fact]
    public void A_direct_conversation_is_its_members_own()
    {
        var (a, b) = (Staff("Ines", Role.Member), Staff("Kit", Role.Member));
        a.MaySee(new Place.Members([a.Id, b.Id])).ShouldBeTrue();
        Staff("Wilhelmina", Role.Administrator).MaySee(new Place.Members([a.Id, b.Id])).ShouldBeFalse();
    }

    [Fact]
    public void Sight_is_given_by_the_owner_and_by_managers_who_see_the_docket_themselves()
    {
        var (owner, manager, outsider) = (
            Staff("Odalys", Role.Coordinator),
            Staff("Tobiah", Role.Manager),
            Staff("Wilhelmina", Role.Administrator)
        );
        var sight = DocketSight.Only([owner.Id, manager.Id], []);
        Sight.MayGiveSight(owner, sight, owner.Id).ShouldBeTrue();
        Sight.MayGiveSight(manager, sight, owner.Id).ShouldBeTrue();
        Sight.MayGiveSight(outsider, sight, owner.Id).ShouldBeFalse();
        Sight.MayGiveSight(Staff("Ines", Role.Member), DocketSight.Open, owner.Id).ShouldBeFalse();
    }

    /// <summary>A role made at random: any set of rights.</summary>
    private static Role OfRights(int mask) =>
        new(new RoleId(Guid.NewGuid()), "any", [.. Enum.GetValues<Right>().Where((_, i) => (mask >> i & 1) == 1)]);

    /// <summary>A random workspace: people of every kind, and places of every kind among them.</summary>
    private static readonly Gen<(Person Viewer, Place Place, Thing Thing)> Workspaces =
        from crews in Gen.Int[1, 3]
            .Select(n => Enumerable.Range(0, n).Select(_ => new CrewId(Guid.NewGuid())).ToArray())
        from parties in Gen.Int[1, 3]
            .Select(n => Enumerable.Range(0, n).Select(_ => new PartyId(Guid.NewGuid())).ToArray())
        from people in Gen.Select(Gen.Bool, Gen.Int[0, (1 << 17) - 1], Gen.Int[0, 7], Gen.Int[0, 2])
            .Array[2, 9]
            .Select(rows =>
                rows.Select(r =>
                        r.Item1
                            ? Staff("S", OfRights(r.Item2), [.. crews.Where((_, i) => (r.Item3 >> i & 1) == 1)])
                            : Contact("C", parties[r.Item4 % parties.Length])
                    )
                    .ToArray()
            )
        from limited in Gen.Bool
        from listed in Gen.Int[0, 511]
        from listedCrews in Gen.Int[0, 7]
        from kind in Gen.Int[0, 4]
        from chosen in Gen.Int[0, 8]
        from viewer in Gen.Int[0, 8]
        from thing in Gen.Bool
        let sight = limited
            ? DocketSight.Only(
                people.Where((_, i) => (listed >> i & 1) == 1).Select(p => p.Id),
                crews.Where((_, i) => (listedCrews >> i & 1) == 1)
            )
            : DocketSight.Open
        let place = (Place)(
            kind switch
            {
                0 => new Place.Inside(sight),
                1 => new Place.Outside(sight, chosen % 4 == 3 ? null : parties[chosen % parties.Length]),
                2 => new Place.Members([.. people.Where((_, i) => (listed >> i & 1) == 1).Select(p => p.Id)]),
                3 => new Place.Own(people[chosen % people.Length].Id),
                _ => new Place.Firm(),
            }
        )
        select (people[viewer % people.Length], place, thing ? Thing.Said : Thing.Working);

    [Fact]
    public void Sight_agrees_with_its_rule_written_out_case_by_case() =>
        Workspaces.Sample(
            w => w.Viewer.MaySee(w.Place, w.Thing).ShouldBe(ByTheRule(w.Viewer, w.Place, w.Thing)),
            iter: 10_000
        );

    private static bool ByTheRule(Person viewer, Place place, Thing thing)
    {
        bool SeesDocket(DocketSight d) =>
            viewer.Role is not null
            && (!d.Limited || d.People.Any(p => p == viewer.Id) || viewer.Crews.Intersect(d.Crews).Any());
        if (place is Place.Inside i)
            return SeesDocket(i.Docket);
        if (place is Place.Outside o)
            return SeesDocket(o.Docket)
                || (viewer.Role is null && thing == Thing.Said && o.Party.HasValue && o.Party == viewer.Party);
        if (place is Place.Members m)
            return viewer.Role is not null && m.People.Any(p => p == viewer.Id);
        if (place is Place.Own own)
            return own.Person == viewer.Id;
        return viewer.Role is not null;
    }

    [Fact]
    public void Every_verdict_has_its_reason() =>
        Workspaces.Sample(w => Sight.Of(w.Viewer, w.Place, w.Thing).Reason.ShouldNotBeNullOrEmpty(), iter: 1000);

    [Theory]
    [InlineData("ine", "Ines Kowal")]
    [InlineData("kow", "Ines Kowal")]
    [InlineData("ODALYS B", "Odalys Brandt")]
    public void A_part_of_a_name_finds_its_person(string typed, string name) =>
        Names.Matching(Yard.Staff, typed)[0].Name.ShouldBe(name);

    [Fact]
    public void Initials_are_of_the_first_and_last_word() => Names.Initials("Wilhelmina van Achterberg").ShouldBe("WA");

    [Fact]
    public void Reading_across_opens_dockets_only_and_is_logged_unless_it_is_ones_own()
    {
        var (reader, other) = (Somebody.Staff("Ann", Role.Manager), Somebody.Staff("Bo", Role.Member));
        var limited = DocketSight.Only([other.Id], []);
        ReadingAcross.Opens(reader, new Place.Inside(limited)).ShouldBeTrue();
        ReadingAcross.Opens(reader, new Place.Outside(limited, null)).ShouldBeTrue();
        ReadingAcross.Opens(other, new Place.Inside(DocketSight.Open)).ShouldBeFalse();
        foreach (
            Place place in new Place[] { new Place.Members([reader.Id]), new Place.Own(reader.Id), new Place.Firm() }
        )
            ReadingAcross.Opens(reader, place).ShouldBeFalse();
        ReadingAcross.IsLogged(reader, limited, null).ShouldBeTrue();
        ReadingAcross.IsLogged(reader, DocketSight.Open, other.Id).ShouldBeTrue();
        ReadingAcross.IsLogged(reader, DocketSight.Open, reader.Id).ShouldBeFalse();
        ReadingAcross.IsLogged(other, limited, null).ShouldBeFalse();
    }
}
