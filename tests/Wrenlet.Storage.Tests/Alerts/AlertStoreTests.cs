using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Storage.Tests.Alerts;

public sealed class AlertStoreTests : Shelf
{
    private Guid Told(PersonId whom, AlertReason why = AlertReason.Tagged, long? entry = null, int minutes = 0)
    {
        var id = Guid.CreateVersion7();
        var of = entry is { } key ? EntryStore.FindByKey(S, key)!.Id : (Core.Conversations.EntryId?)null;
        AlertStore.Add(
            S,
            id,
            new Alert(whom, why),
            Odalys,
            Now + Duration.FromMinutes(minutes),
            Inside,
            of,
            null,
            "words"
        );
        return id;
    }

    [Fact]
    public void An_alert_says_where_it_leads_and_why()
    {
        var key = Say("Look");
        var id = Told(Ines, entry: key);
        var alert = AlertStore.Find(S, Ines, id).ShouldNotBeNull();
        (alert.Reason, alert.By, alert.At, alert.Words).ShouldBe((AlertReason.Tagged, Odalys, Now, "words"));
        (alert.Conversation, alert.Docket?.ToString(), alert.Entry).ShouldBe(
            (Inside, "J-1", EntryStore.FindByKey(S, key)!.Id)
        );
        AlertStore.Find(S, Odalys, id).ShouldBeNull();
    }

    [Fact]
    public void They_come_newest_first_by_pages()
    {
        var ids = Enumerable.Range(0, 5).Select(n => Told(Ines, minutes: n)).ToList();
        var first = AlertStore.Page(S, Ines, long.MaxValue, 3);
        first.Select(a => a.Id).ShouldBe([ids[4], ids[3], ids[2]]);
        AlertStore.Page(S, Ines, first[^1].Key, 3).Select(a => a.Id).ShouldBe([ids[1], ids[0]]);
        AlertStore.Mark(S, Ines, ids[3], Now);
        AlertStore.Page(S, Ines, long.MaxValue, 3, unread: true).Select(a => a.Id).ShouldBe([ids[4], ids[2], ids[1]]);
    }

    [Fact]
    public void They_are_counted_until_they_are_read_and_can_be_unread_again()
    {
        var (one, _) = (Told(Ines), Told(Ines));
        Told(Odalys);
        AlertStore.Unread(S, Ines).ShouldBe(2);
        AlertStore.Mark(S, Ines, one, Now).ShouldBe(1);
        AlertStore.Unread(S, Ines).ShouldBe(1);
        AlertStore.Mark(S, Ines, one, null).ShouldBe(1);
        AlertStore.Unread(S, Ines).ShouldBe(2);
        AlertStore.Mark(S, Ines, null, Now).ShouldBe(2);
        (AlertStore.Unread(S, Ines), AlertStore.Unread(S, Odalys)).ShouldBe((0, 1));
    }

    [Fact]
    public void Nobody_reads_or_keeps_what_is_anothers()
    {
        var id = Told(Ines);
        AlertStore.Mark(S, Odalys, id, Now).ShouldBe(0);
        AlertStore.Keep(S, Odalys, id, Now).ShouldBeFalse();
        AlertStore.Keep(S, Ines, id, Now).ShouldBeTrue();
        AlertStore.KeptBy(S, Ines, 10).Select(a => a.Id).ShouldBe([id]);
        AlertStore.Keep(S, Ines, id, null).ShouldBeTrue();
        AlertStore.KeptBy(S, Ines, 10).ShouldBeEmpty();
    }

    [Fact]
    public void What_is_said_of_quiet_and_digests_is_kept()
    {
        var setting = new AlertSetting(
            new QuietHours(new LocalTime(18, 0), new LocalTime(7, 30), true),
            Digest: true,
            Sound: true,
            HiddenPage: false
        );
        AlertStore.SettingOf(S, Ines).Digest.ShouldBe(AlertStore.SettingOf(S, Odalys).Digest);
        AlertStore.Set(S, Ines, setting);
        AlertStore.SettingOf(S, Ines).ShouldBe(setting);
    }

    [Fact]
    public void A_digest_has_what_stayed_unread_and_has_it_once()
    {
        AlertStore.Set(S, Ines, AlertStore.SettingOf(S, Ines) with { Digest = true });
        Told(Ines);
        var read = Told(Ines);
        AlertStore.Mark(S, Ines, read, Now);
        AlertStore.AwaitingDigest(S, Now + Duration.FromHours(2)).ShouldBe([Ines]);
        var left = AlertStore.Undigested(S, Ines, 10).ShouldHaveSingleItem();
        AlertStore.Digested(S, [left.Key], Now + Duration.FromHours(2));
        AlertStore.Undigested(S, Ines, 10).ShouldBeEmpty();
        AlertStore.LastDigest(S, Ines).ShouldBe(Now + Duration.FromHours(2));
        AlertStore.AwaitingDigest(S, Now + Duration.FromHours(3)).ShouldBeEmpty();
    }

    [Fact]
    public void What_was_taken_back_is_told_no_more()
    {
        var key = Say("Look");
        Told(Ines, entry: key);
        AlertStore.ForgetEntry(S, key);
        AlertStore.Page(S, Ines, long.MaxValue, 10).ShouldBeEmpty();
    }
}
