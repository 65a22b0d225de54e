using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Storage.Tests.Conversations;

/// <summary>Edits, signs, pins, reading, drafts, filing and what the router learns.</summary>
public sealed class EntryMarkStoreTests : Shelf
{
    private Entry Entry(long key) => EntryStore.FindByKey(S, key)!;

    [Fact]
    public void An_edit_keeps_what_was_said_before()
    {
        var key = Say("We come on Friday.");
        EntryMarkStore.Edit(S, Entry(key), "We come on Monday.", "<p>Monday</p>", "We come on Monday.", Now);
        EntryMarkStore.Edit(S, Entry(key), "We come.", "<p>We come</p>", "We come.", Now + Duration.FromHours(1));
        var now = Entry(key);
        (now.Body, now.Version, now.Edited).ShouldBe(("We come.", 3, Now + Duration.FromHours(1)));
        var versions = EntryMarkStore.Versions(S, key);
        versions.Select(v => v.Number).ShouldBe([1, 2], ignoreOrder: true);
        versions.Single(v => v.Number == 2).Html.ShouldBe("<p>Monday</p>");
    }

    [Fact]
    public void What_is_removed_has_no_words_left_and_is_kept_as_an_earlier_version()
    {
        var key = Say("Never mind.");
        EntryMarkStore.Remove(S, Entry(key), Now);
        var gone = Entry(key);
        (gone.Body, gone.Removed).ShouldBe(("", Now));
        EntryMarkStore.Quotes(S, [key])[key].Removed.ShouldBeTrue();
        EntryMarkStore.Versions(S, key).ShouldHaveSingleItem().Html.ShouldBe("<p>Never mind.</p>");
    }

    [Fact]
    public void A_quote_says_who_said_what()
    {
        var key = Say("Tide at ten.");
        var quote = EntryMarkStore.Quotes(S, [key, key + 99]).ShouldHaveSingleItem().Value;
        (quote.Key, quote.Conversation, quote.Kind, quote.Author, quote.Body).ShouldBe(
            (key, Inside, EntryKind.Note, Ines, "Tide at ten.")
        );
    }

    [Fact]
    public void A_sign_is_given_once_by_each_and_taken_back()
    {
        var key = Say("Done.");
        EntryMarkStore.SetSign(S, key, Odalys, "👍", true, Now).ShouldBeTrue();
        EntryMarkStore.SetSign(S, key, Odalys, "👍", true, Now).ShouldBeFalse();
        EntryMarkStore.SetSign(S, key, Ines, "👍", true, Now).ShouldBeTrue();
        EntryMarkStore.Signs(S, [key])[key].Select(g => g.Person).ShouldBe([Odalys, Ines], ignoreOrder: true);
        Entry(key).Signs.ShouldBe(2);
        EntryMarkStore.SetSign(S, key, Odalys, "👍", false, Now).ShouldBeTrue();
        EntryMarkStore.SetSign(S, key, Odalys, "👍", false, Now).ShouldBeFalse();
        EntryMarkStore.Signs(S, [key])[key].ShouldHaveSingleItem().Person.ShouldBe(Ines);
    }

    [Fact]
    public void Pins_keep_their_order_and_who_put_them_up()
    {
        var (one, two) = (Entry(Say("One")).Id, Entry(Say("Two")).Id);
        EntryMarkStore.SetPins(S, Talk.Key, [two, one], Ines, Now);
        EntryMarkStore.Pins(S, Talk.Key).Select(p => p.Entry).ShouldBe([two, one]);
        EntryMarkStore.SetPins(S, Talk.Key, [one], Odalys, Now + Duration.FromHours(1));
        // Who stays pinned stays so by whom it was.
        EntryMarkStore.Pins(S, Talk.Key).ShouldHaveSingleItem().ShouldBe(new Pin(one, Ines, Now));
    }

    [Fact]
    public void One_reads_on_and_never_back()
    {
        var (one, two) = (Say("One"), Say("Two"));
        EntryMarkStore.Read(S, Talk.Key, Odalys, two, Now).ShouldBeTrue();
        EntryMarkStore.Read(S, Talk.Key, Odalys, one, Now).ShouldBeFalse();
        EntryMarkStore.MarksOf(S, [Talk.Key], Odalys).ShouldBe([(Talk.Key, two, 0)]);
        EntryMarkStore.ReadersOf(S, Talk.Key, one).Select(r => r.Person).ShouldContain(Odalys);
    }

    [Fact]
    public void The_first_of_a_day_is_found()
    {
        var key = Say("One");
        EntryMarkStore.FirstFrom(S, Talk.Key, Now - Duration.FromDays(1)).ShouldBe(key);
        EntryMarkStore.FirstFrom(S, Talk.Key, Now + Duration.FromDays(1)).ShouldBeNull();
    }

    [Fact]
    public void A_draft_is_its_writers_and_one_for_each_conversation()
    {
        DraftStore.Keep(S, Ines, Talk.Key, "{\"a\":1}", Now);
        DraftStore.Keep(S, Ines, Talk.Key, "{\"a\":2}", Now + Duration.FromHours(1));
        var draft = DraftStore.Of(S, Ines).ShouldHaveSingleItem();
        (draft.Conversation, draft.Docket, draft.Doc).ShouldBe((Inside, "J-1", "{\"a\":2}"));
        DraftStore.Of(S, Odalys).ShouldBeEmpty();
        DraftStore.Keep(S, Ines, Talk.Key, null, Now);
        DraftStore.Of(S, Ines).ShouldBeEmpty();
    }

    [Fact]
    public void Stock_replies_are_ones_own_and_everybodys_and_count_their_changes()
    {
        var own = new StockReply(Guid.CreateVersion7(), Ines, "Tide", "The tide is at {tide}.", 1);
        var all = new StockReply(Guid.CreateVersion7(), null, "Thanks", "Thank you.", 1);
        StockStore.Put(S, own).ShouldBeTrue();
        StockStore.Put(S, all).ShouldBeTrue();
        StockStore.For(S, Ines).Select(r => r.Name).ShouldBe(["Tide", "Thanks"], ignoreOrder: true);
        StockStore.For(S, Odalys).Select(r => r.Name).ShouldBe(["Thanks"]);
        StockStore.Remove(S, own.Id);
        StockStore.Find(S, own.Id).ShouldBeNull();
    }

    [Fact]
    public void Files_of_an_entry_keep_their_order_and_know_their_places()
    {
        var (key, plan, photo) = (Say("See here"), File("plan.svg"), File("photo.png"));
        FileStore.Attach(S, key, [new Attachment(photo, "Bow"), new Attachment(plan)]);
        FileStore.Of(S, key).Select(f => (f.Name, f.Caption)).ShouldBe([("photo.png", "Bow"), ("plan.svg", null)]);
        FileStore.Places(S, plan).ShouldBe([(Inside, EntryKind.Note, false)]);
        FileStore.Places(S, File("loose.txt")).ShouldBeEmpty();
    }

    [Fact]
    public void An_upload_is_on_its_way_until_it_ends()
    {
        var upload = new Upload(Guid.CreateVersion7(), Ines, "plan.pdf", "application/pdf", 1_000, Now);
        FileStore.Begin(S, upload);
        FileStore.OnItsWay(S, upload.Id).ShouldBe(upload);
        FileStore.OnTheirWay(S, Ines).ShouldBe([upload]);
        FileStore.OnTheirWay(S, Odalys).ShouldBeEmpty();
        FileStore.End(S, upload.Id);
        FileStore.OnItsWay(S, upload.Id).ShouldBeNull();
    }

    [Fact]
    public void What_the_router_said_and_what_people_did_is_learned_from()
    {
        RoutingStore.Of(S, Talk.Key).ShouldBeNull();
        RoutingStore.Add(S, Talk, new Routing("the bilge pump", null, 0.4, "bilge pump", false, Now));
        var routing = RoutingStore.Of(S, Talk.Key).ShouldNotBeNull();
        (routing.Certainty, routing.Words, routing.Placed).ShouldBe((0.4, "bilge pump", false));
        RoutingStore.Lessons(S, 10).ShouldBeEmpty();
    }
}
