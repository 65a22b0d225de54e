using System.Collections.Immutable;
using CsCheck;
using Wrenlet.Core.People;
using static Wrenlet.Core.Tests.People.Somebody;

namespace Wrenlet.Core.Tests.People;

/// <summary>Roles are sets of rights with names of the firm's own.</summary>
public class RightsTests
{
    private static readonly Gen<ImmutableHashSet<Right>> Sets = Gen.Int[0, (1 << 17) - 1]
        .Select(mask => Enum.GetValues<Right>().Where((_, i) => (mask >> i & 1) == 1).ToImmutableHashSet());

    private static Role OfRights(ImmutableHashSet<Right> rights, string name = "front desk") =>
        new(new RoleId(Guid.NewGuid()), name, rights);

    [Fact]
    public void Each_starting_role_has_what_the_one_before_it_has_and_more()
    {
        foreach (var (less, more) in Role.Starting.Zip(Role.Starting.Skip(1)))
            less.Rights.IsProperSubsetOf(more.Rights).ShouldBeTrue($"{less.Name} and {more.Name}");
        Role.Administrator.Rights.SetEquals(Enum.GetValues<Right>()).ShouldBeTrue();
    }

    [Fact]
    public void Somebody_may_what_their_role_says_and_hears_why() =>
        Gen.Select(Sets, Gen.Int[0, 16])
            .Sample(
                (rights, at) =>
                {
                    var right = Enum.GetValues<Right>()[at];
                    var person = Staff("Ines", OfRights(rights));
                    person.May(right).ShouldBe(rights.Contains(right));
                    var permission = Rights.Of(person, right);
                    permission.Allowed.ShouldBe(rights.Contains(right));
                    permission.Reason.ShouldContain("front desk");
                }
            );

    [Fact]
    public void A_contact_may_nothing()
    {
        var contact = Contact("Benedikta", new PartyId(Guid.NewGuid()));
        Enum.GetValues<Right>().ShouldAllBe(r => !contact.May(r) && !Rights.Of(contact, r).Allowed);
    }

    [Fact]
    public void Nobody_gives_a_right_that_they_do_not_have() =>
        Gen.Select(Sets, Sets, Sets)
            .Sample(
                (own, before, after) =>
                    (Rights.Refuses(Staff("Ines", OfRights(own)), before, after) is null).ShouldBe(
                        after.All(r => before.Contains(r) || own.Contains(r))
                    )
            );

    [Fact]
    public void Nobody_decides_over_the_account_of_who_may_more() =>
        Gen.Select(Sets, Sets)
            .Sample(
                (own, theirs) =>
                    (Rights.RefusesOver(Staff("Ines", OfRights(own)), Staff("Kit", OfRights(theirs))) is null).ShouldBe(
                        theirs.IsSubsetOf(own)
                    )
            );

    [Fact]
    public void Somebody_must_be_able_to_change_settings_and_to_add_people()
    {
        var half = Staff("Ines", OfRights([Right.SetUp]));
        var other = Staff("Kit", OfRights([Right.TakeOn]));
        Rights.Refuses([half, other]).ShouldNotBeNull();
        Rights.Refuses([half, other, Staff("Wilhelmina", Role.Administrator)]).ShouldBeNull();
    }

    [Fact]
    public void Where_the_right_is_missing_the_queues_rule_says_who_can_reassign()
    {
        var crew = new CrewId(Guid.NewGuid());
        var member = Staff("Ines", Role.Member, crew);
        (string, HandoverRule, CrewId?)[] queues =
        [
            ("Front", HandoverRule.Crew, crew),
            ("Back", HandoverRule.Owner, crew),
            ("Side", HandoverRule.Anyone, null),
        ];
        var permission = Rights.All(member, queues).Single(p => p.Right is Right.Reassign);
        permission.Allowed.ShouldBeFalse();
        permission.Reason.ShouldContain("these queues does: Front, Side");
        Rights
            .All(Staff("Odalys", Role.Coordinator), queues)
            .Single(p => p.Right is Right.Reassign)
            .Allowed.ShouldBeTrue();
    }

    [Fact]
    public void Every_right_has_words_of_its_own() =>
        Enum.GetValues<Right>().Select(Rights.WordsOf).Distinct().Count().ShouldBe(Enum.GetValues<Right>().Length);
}
