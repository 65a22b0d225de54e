using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Storage.Tests.Conversations;

/// <summary>Conversations: what can change of them, and by what they are found.</summary>
public sealed class ConversationStoreTests : Shelf
{
    private Conversation With(PartyId? party, Stranger? stranger = null)
    {
        var id = new ConversationId(Guid.CreateVersion7());
        ConversationStore.Add(S, id, Audience.Outside, Refit, party, stranger, null, null, "The refit");
        return ConversationStore.Find(S, id).ShouldNotBeNull();
    }

    [Fact]
    public void All_that_can_change_of_one_is_written()
    {
        var talk = With(Thorne);
        var later = Now + Duration.FromHours(2);
        var changed = talk with
        {
            Owner = Ines,
            Open = false,
            Exchange = new Exchange(Now, Now, later, null),
            AsideUntil = later,
            ClosedAt = Now,
            LastInBy = Via.Text,
            LastEntry = Say("One"),
        };
        ConversationStore.Update(S, changed);
        var found = ConversationStore.Find(S, talk.Id)!;
        (found with { Members = [] }).ShouldBe(changed with { Members = [] });
        ConversationStore.Update(S, found with { Owner = null, Crew = Hull, AsideUntil = null, LastInBy = null });
        var again = ConversationStore.Find(S, talk.Id)!;
        (again.Owner, again.Crew, again.AsideUntil, again.LastInBy).ShouldBe((null, Hull, null, null));
    }

    [Fact]
    public void A_stranger_is_kept_until_they_are_a_contact()
    {
        var talk = With(null, new Stranger("Somebody", "some@body.example", "+351912345678"));
        talk.Stranger.ShouldBe(new Stranger("Somebody", "some@body.example", "+351912345678"));
        talk.Place.ShouldBe(new Place.Outside(talk.Sight, null));
        ConversationStore.Update(S, talk with { Party = Thorne, Stranger = null });
        var known = ConversationStore.Find(S, talk.Id)!;
        (known.Party, known.Stranger).ShouldBe((Thorne, null));
    }

    [Fact]
    public void When_two_parties_are_put_together_their_talks_move_and_come_back()
    {
        var (hers, his) = (With(Thorne), With(Oduya));
        var moved = ConversationStore.MoveParty(S, from: Thorne, to: Oduya);
        moved.ShouldBe([hers.Key]);
        ConversationStore.Find(S, hers.Id)!.Party.ShouldBe(Oduya);
        ConversationStore.MoveBack(S, moved, from: Oduya, to: Thorne);
        ConversationStore.Find(S, hers.Id)!.Party.ShouldBe(Thorne);
        ConversationStore.Find(S, his.Id)!.Party.ShouldBe(Oduya);
    }

    [Fact]
    public void What_went_elsewhere_meanwhile_does_not_come_back()
    {
        var hers = With(Thorne);
        var third = new PartyId(Guid.CreateVersion7());
        PeopleStore.AddParty(S, third, "Marlow Freight", PartyKind.Customer);
        var moved = ConversationStore.MoveParty(S, from: Thorne, to: Oduya);
        ConversationStore.MoveParty(S, from: Oduya, to: third);
        ConversationStore.MoveBack(S, moved, from: Oduya, to: Thorne);
        ConversationStore.Find(S, hers.Id)!.Party.ShouldBe(third);
    }

    [Fact]
    public void A_dockets_talks_are_those_that_belong_to_it()
    {
        var outside = With(Thorne);
        ConversationStore.OfDocket(S, Refit).Select(c => c.Id).ShouldBe([Inside, outside.Id], ignoreOrder: true);
        ConversationStore.Update(S, outside with { Docket = null });
        ConversationStore.OfDocket(S, Refit).Select(c => c.Id).ShouldBe([Inside]);
    }

    [Fact]
    public void Only_what_waits_in_a_queue_stands_on_the_board()
    {
        With(Thorne);
        ConversationStore.Queued(S).ShouldBeEmpty();
        ConversationStore.Closed(S, 10).ShouldBeEmpty();
    }
}
