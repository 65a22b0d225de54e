using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Storage.Tests.Alerts;

/// <summary>Notices, who confirmed them, and thanks.</summary>
public sealed class NoticeStoreTests : Shelf
{
    private Guid Put(string title, int from = 0, int? days = null, bool confirm = false, params CrewId[] crews)
    {
        var id = Guid.CreateVersion7();
        var appears = Now + Duration.FromDays(from);
        var ends = days is { } d ? appears + Duration.FromDays(d) : (Instant?)null;
        NoticeStore.Put(
            S,
            id,
            title,
            "Words",
            "<p>Words</p>",
            new Notice(Odalys, appears, ends, confirm, [.. crews]),
            Now
        );
        return id;
    }

    [Fact]
    public void A_notice_comes_back_with_whom_it_is_for_and_has_talk_of_its_own()
    {
        var id = Put("Crane inspection", days: 2, confirm: true, crews: Hull);
        var found = NoticeStore.Find(S, id).ShouldNotBeNull();
        (found.Title, found.Body, found.Html, found.Version).ShouldBe(("Crane inspection", "Words", "<p>Words</p>", 1));
        (found.Notice.By, found.Notice.Appears, found.Notice.MustConfirm).ShouldBe((Odalys, Now, true));
        found.Notice.Crews.ShouldBe([Hull]);
        var talk = ConversationStore.Find(S, found.Conversation).ShouldNotBeNull();
        talk.Board.ShouldNotBeNull().By.ShouldBe(Odalys);
    }

    [Fact]
    public void Put_again_it_is_the_same_notice_changed()
    {
        var id = Put("Crane");
        var before = NoticeStore.Find(S, id)!;
        NoticeStore.Put(S, id, "Crane, later", "New", "<p>New</p>", before.Notice with { MustConfirm = true }, Now);
        var after = NoticeStore.Find(S, id)!;
        (after.Title, after.Version, after.Conversation).ShouldBe(("Crane, later", 2, before.Conversation));
        after.Notice.MustConfirm.ShouldBeTrue();
    }

    [Fact]
    public void What_has_ended_is_on_a_page_of_its_own()
    {
        Put("Up");
        Put("Over", from: -3, days: 1);
        NoticeStore.Page(S, Now, ended: false, 10).Select(n => n.Title).ShouldContain("Up");
        NoticeStore.Page(S, Now, ended: false, 10).Select(n => n.Title).ShouldNotContain("Over");
        NoticeStore.Page(S, Now, ended: true, 10).Select(n => n.Title).ShouldBe(["Over"]);
    }

    [Fact]
    public void What_has_appeared_is_told_once()
    {
        var (now, later) = (Put("Now"), Put("Later", from: 1));
        NoticeStore.Untold(S, Now).Select(n => n.Id).ShouldBe([now]);
        NoticeStore.Told(S, NoticeStore.Find(S, now)!.Key, Now);
        NoticeStore.Untold(S, Now).ShouldBeEmpty();
        NoticeStore.Untold(S, Now + Duration.FromDays(2)).Select(n => n.Id).ShouldBe([later]);
    }

    [Fact]
    public void Each_confirms_once()
    {
        var key = NoticeStore.Find(S, Put("Crane", confirm: true))!.Key;
        NoticeStore.Confirm(S, key, Ines, Now).ShouldBeTrue();
        NoticeStore.Confirm(S, key, Ines, Now).ShouldBeFalse();
        NoticeStore.ConfirmedBy(S, key).ShouldBe([Ines]);
    }

    [Fact]
    public void Thanks_stay_when_what_they_are_for_is_taken_back()
    {
        var key = Say("I did it last night.");
        var entry = EntryStore.FindByKey(S, key)!.Id;
        var thanks = new Thanks(Guid.CreateVersion7(), Ines, Odalys, entry, "helping-hand", "Well done.", Now);
        NoticeStore.AddThanks(S, thanks);
        NoticeStore.ThanksTo(S, Ines, 10).ShouldBe([thanks]);
        NoticeStore.ThanksTo(S, Odalys, 10).ShouldBeEmpty();
        NoticeStore.ThanksTo(S, null, 10).ShouldBe([thanks]);
        NoticeStore.ForgetEntry(S, key);
        NoticeStore.ThanksTo(S, Ines, 10).ShouldBe([thanks with { Entry = null }]);
    }
}
