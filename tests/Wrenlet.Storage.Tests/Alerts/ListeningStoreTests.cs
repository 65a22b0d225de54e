using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;
using Wrenlet.Storage.Alerts;

namespace Wrenlet.Storage.Tests.Alerts;

/// <summary>What people want to hear, what they were told, and notices.</summary>
public sealed class ListeningStoreTests : Shelf
{
    [Fact]
    public void A_conversations_level_comes_before_its_dockets()
    {
        LevelStore.Set(S, Ines, null, Refit, Level.Asks);
        LevelStore.At(S, Talk.Key).ShouldBe(new Dictionary<PersonId, Level> { [Ines] = Level.Asks });
        LevelStore.Set(S, Ines, Inside, null, Level.Everything);
        LevelStore.At(S, Talk.Key)[Ines].ShouldBe(Level.Everything);
        (
            LevelStore.Of(S, Ines, Inside, null),
            LevelStore.Of(S, Ines, null, Refit),
            LevelStore.Of(S, Odalys, null, Refit)
        ).ShouldBe((Level.Everything, Level.Asks, null));
        LevelStore.Set(S, Ines, Inside, null, null);
        LevelStore.At(S, Talk.Key)[Ines].ShouldBe(Level.Asks);
    }

    [Fact]
    public void Following_twice_is_following_once_and_leaving_it_ends_it()
    {
        for (var i = 0; i < 2; i++)
            LevelStore.Follow(S, Ines, Refit, true);
        LevelStore.FollowersOf(S, Refit).ShouldBe([Ines]);
        LevelStore.Follow(S, Ines, Refit, false);
        LevelStore.FollowersOf(S, Refit).ShouldBeEmpty();
    }

    [Fact]
    public void Alerts_are_read_and_unread_one_by_one_or_all_at_once_and_each_persons_are_their_own()
    {
        Guid Tell(PersonId whom, Duration after)
        {
            var id = Guid.CreateVersion7();
            AlertStore.Add(
                S,
                id,
                new Alert(whom, AlertReason.Tagged),
                Odalys,
                Now + after,
                Inside,
                null,
                null,
                "Look at this"
            );
            return id;
        }

        var first = Tell(Ines, Duration.Zero);
        Tell(Ines, Duration.FromHours(2));
        Tell(Odalys, Duration.Zero);
        (AlertStore.Unread(S, Ines), AlertStore.Unread(S, Odalys)).ShouldBe((2, 1));
        AlertStore.Mark(S, Odalys, first, Now).ShouldBe(0);
        AlertStore.Mark(S, Ines, first, Now);
        AlertStore.Unread(S, Ines).ShouldBe(1);
        AlertStore.Mark(S, Ines, null, Now);
        (AlertStore.Unread(S, Ines), AlertStore.Unread(S, Odalys)).ShouldBe((0, 1));
        AlertStore.Mark(S, Ines, first, null);
        AlertStore.Unread(S, Ines).ShouldBe(1);
        AlertStore.Find(S, Ines, first).ShouldNotBeNull();
        AlertStore.Find(S, Odalys, first).ShouldBeNull();
    }

    [Fact]
    public void A_notice_is_written_anew_under_the_same_id_and_keeps_its_comments()
    {
        var id = Guid.CreateVersion7();
        NoticeStore.Put(
            S,
            id,
            "Slipway closed",
            "On Friday",
            "<p>On Friday</p>",
            new Notice(Odalys, Now, null, true, [Hull]),
            Now
        );
        var before = NoticeStore.Find(S, id)!;
        NoticeStore.Put(
            S,
            id,
            "Slipway open",
            "Again",
            "<p>Again</p>",
            new Notice(Odalys, Now, Now + Duration.FromDays(1), false, []),
            Now
        );
        var after = NoticeStore.Find(S, id)!;
        (after.Title, after.Notice.Crews.IsEmpty, after.Notice.MustConfirm, after.Conversation, after.Version).ShouldBe(
            ("Slipway open", true, false, before.Conversation, before.Version + 1)
        );
        before.Notice.Crews.ShouldBe([Hull]);
    }
}
