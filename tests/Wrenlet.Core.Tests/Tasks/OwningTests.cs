using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Tasks;

public class OwningTests
{
    private static readonly PersonId Ines = Yard.Named("Ines").Id;
    private static readonly PersonId Kit = Yard.Named("Kit").Id;
    private static readonly DocketRef Docket = new("J", 1042);

    private static Person? Find(PersonId id) => Yard.Staff.FirstOrDefault(p => p.Id == id);

    private static OwnerShare Of(PersonId person) => new(new TaskOwner.OfPerson(person), false);

    [Fact]
    public void Whoever_sees_where_it_stands_can_own_it()
    {
        Owning.Refuses([Of(Ines), Of(Kit)], new Place.Inside(DocketSight.Open), Docket, Find).ShouldBeNull();
        Owning
            .Refuses(
                [Of(Kit), new(new TaskOwner.OfCrew(Yard.Crews[0].Id), false)],
                new Place.Inside(DocketSight.Only([Kit], [])),
                Docket,
                Find
            )
            .ShouldBeNull();
        Owning
            .Refuses([Of(new PersonId(Guid.NewGuid()))], new Place.Inside(DocketSight.Only([], [])), Docket, Find)
            .ShouldBeNull();
    }

    [Fact]
    public void Who_does_not_is_named_with_what_can_be_done()
    {
        var (whom, reason) = Owning
            .Refuses([Of(Kit), Of(Ines)], new Place.Inside(DocketSight.Only([Kit], [])), Docket, Find)!
            .Value;
        whom.Id.ShouldBe(Ines);
        reason.ShouldBe(
            "Ines does not see J-1042 and cannot own this task. Give Ines sight of it first, or choose someone else."
        );
        Owning
            .Refuses([Of(Ines)], new Place.Own(Kit), null, Find)!
            .Value.Reason.ShouldBe(
                "A private task is only for whoever made it. Let others see it first, then give it to someone."
            );
    }

    [Fact]
    public void A_private_task_is_its_makers_alone()
    {
        Owning.RefusesPrivate([Of(Kit)], Kit).ShouldBeNull();
        Owning.RefusesPrivate([], Kit).ShouldBeNull();
        Owning.RefusesPrivate([Of(Kit), Of(Ines)], Kit).ShouldNotBeNull();
        Owning.RefusesPrivate([new(new TaskOwner.OfCrew(Yard.Crews[0].Id), false)], Kit).ShouldNotBeNull();
    }
}
