using NodaTime;
using Wrenlet.Core.Sheets;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Storage.Tests.Sheets;

/// <summary>Sheets, their revisions and whom they are shared with.</summary>
public sealed class SheetStoreTests : Shelf
{
    private SheetId Page(string name, params string[] revisions)
    {
        var id = new SheetId(Guid.CreateVersion7());
        SheetStore.Add(S, id, Refit, SheetKind.Page, name);
        foreach (var (i, words) in revisions.Index())
            SheetStore.AddRevision(
                S,
                id,
                new SheetRevision(i + 1, Ines, Now, i == 0 ? "" : "more", words, null, words)
            );
        return id;
    }

    private KeptSheet Found(SheetId id) => SheetStore.Find(S, id)!;

    [Fact]
    public void A_sheet_knows_its_docket_its_newest_revision_and_whom_it_is_shared_with()
    {
        var id = Page("Survey report", "Bolts are wasted.", "All bolts are wasted.");
        SheetStore.Share(S, id, new SheetShare(Thorne, 1), Odalys, Now);
        var kept = Found(id);
        (
            kept.Sheet.Name,
            kept.Sheet.Kind,
            kept.Sheet.Revision,
            kept.Sheet.Removed,
            kept.Docket.Ref.ToString(),
            kept.Docket.Owner,
            kept.Open,
            kept.Version
        ).ShouldBe(("Survey report", SheetKind.Page, 2, false, "J-1", Odalys, true, 1));
        kept.Sheet.Shares.ShouldBe([new SheetShare(Thorne, 1)]);
    }

    [Fact]
    public void Every_revision_is_kept_and_the_list_of_them_carries_no_bodies()
    {
        var id = Page("Survey report", "one", "two", "three");
        SheetStore.Revision(S, Found(id), 1)!.Body.ShouldBe("one");
        SheetStore.Revision(S, Found(id), 3)!.Note.ShouldBe("more");
        SheetStore.Revision(S, Found(id), 4).ShouldBeNull();
        SheetStore
            .Revisions(S, Found(id))
            .Select(r => (r.Number, r.Body, r.By))
            .ShouldBe([(3, null, Ines), (2, null, Ines), (1, null, Ines)]);
    }

    [Fact]
    public void A_revision_cannot_be_written_twice()
    {
        var id = Page("Survey report", "one");
        Should.Throw<Microsoft.Data.Sqlite.SqliteException>(() =>
            SheetStore.AddRevision(S, id, new SheetRevision(1, Odalys, Now, "", "other", null, "other"))
        );
        SheetStore.Revision(S, Found(id), 1)!.Body.ShouldBe("one");
    }

    [Fact]
    public void It_is_found_by_the_words_of_its_newest_revision_its_name_and_not_once_it_is_removed()
    {
        var id = Page("Osmosis", "dry laminate", "wet laminate");
        SheetStore.Matching(S, "\"wet\"", 9).Select(k => k.Sheet.Id).ShouldBe([id]);
        SheetStore.Matching(S, "\"dry\"", 9).ShouldBeEmpty();
        SheetStore.Matching(S, "name : (\"osm\"*)", 9).Count.ShouldBe(1);
        SheetStore.Matching(S, "name : (\"laminate\")", 9).ShouldBeEmpty();
        SheetStore.Set(S, id, "Blisters", removed: false);
        SheetStore.Matching(S, "\"osmosis\"", 9).ShouldBeEmpty();
        SheetStore.Matching(S, "\"blisters\"", 9).Single().Version.ShouldBe(2);
        SheetStore.Set(S, id, "Blisters", removed: true);
        SheetStore.Matching(S, "\"laminate\"", 9).ShouldBeEmpty();
        SheetStore.OfDocket(S, Refit).Single().Sheet.Removed.ShouldBeTrue();
        SheetStore.Set(S, id, "Blisters", removed: false);
        SheetStore.Matching(S, "\"laminate\"", 9).Count.ShouldBe(1);
    }

    [Fact]
    public void Runs_of_words_are_found_in_what_stands_on_it_and_not_in_its_name()
    {
        Page("the whole hull is soft and wet throughout", "scrap the hull, it is soft and wet throughout, they say");
        SheetStore.With(S, ["it is soft and wet throughout they say"], 9).Count.ShouldBe(1);
        SheetStore.With(S, ["the whole hull is soft and wet throughout"], 9).ShouldBeEmpty();
        SheetStore.With(S, [], 9).ShouldBeEmpty();
    }

    [Fact]
    public void A_party_finds_what_is_shared_with_it_the_last_first_and_no_more_what_was_taken_back()
    {
        var (first, second) = (Page("First", "a"), Page("Second", "b"));
        SheetStore.Share(S, first, new SheetShare(Thorne, 1), Odalys, Now);
        SheetStore.Share(S, second, new SheetShare(Thorne, 1), Odalys, Now + Duration.FromMinutes(1));
        SheetStore.Share(S, second, new SheetShare(Oduya, 1), Odalys, Now);
        SheetStore.OfParty(S, Thorne).Select(k => k.Sheet.Name).ShouldBe(["Second", "First"]);
        SheetStore.TakeBack(S, second, Thorne);
        SheetStore.OfParty(S, Thorne).Select(k => k.Sheet.Name).ShouldBe(["First"]);
        SheetStore.OfParty(S, Oduya).Select(k => k.Sheet.Name).ShouldBe(["Second"]);
        SheetStore.Set(S, second, "Second", removed: true);
        SheetStore.OfParty(S, Oduya).ShouldBeEmpty();
    }

    [Fact]
    public void A_newer_revision_is_shared_in_place_of_the_one_before()
    {
        var id = Page("Survey report", "one", "two");
        SheetStore.Share(S, id, new SheetShare(Thorne, 1), Odalys, Now);
        SheetStore.Share(S, id, new SheetShare(Thorne, 2), Ines, Now);
        Found(id).Sheet.Shares.ShouldBe([new SheetShare(Thorne, 2)]);
    }

    [Fact]
    public void When_two_parties_are_put_together_what_was_shared_goes_along_and_comes_back()
    {
        var (hers, both) = (Page("Hers", "a"), Page("Both", "b", "c"));
        SheetStore.Share(S, hers, new SheetShare(Thorne, 1), Odalys, Now);
        SheetStore.Share(S, both, new SheetShare(Thorne, 2), Odalys, Now);
        SheetStore.Share(S, both, new SheetShare(Oduya, 1), Odalys, Now);
        var moved = SheetStore.MoveShares(S, from: Thorne, to: Oduya);
        Found(hers).Sheet.Shares.ShouldBe([new SheetShare(Oduya, 1)]);
        Found(both).Sheet.Shares.ShouldBe([new SheetShare(Thorne, 2), new SheetShare(Oduya, 1)], ignoreOrder: true);
        SheetStore.MoveSharesBack(S, moved, from: Oduya, to: Thorne);
        Found(hers).Sheet.Shares.ShouldBe([new SheetShare(Thorne, 1)]);
        Found(both).Sheet.Shares.ShouldBe([new SheetShare(Thorne, 2), new SheetShare(Oduya, 1)], ignoreOrder: true);
    }

    [Fact]
    public void A_drawing_is_a_file_and_the_file_knows_the_revisions_that_it_is()
    {
        var (id, plan, other) = (new SheetId(Guid.CreateVersion7()), File("plan.svg"), File("plan-2.svg"));
        SheetStore.Add(S, id, Refit, SheetKind.Drawing, "Deck plan");
        foreach (var (number, file) in new[] { (1, plan), (2, other), (3, plan) })
            SheetStore.AddRevision(S, id, new SheetRevision(number, Ines, Now, "", null, file, "hatch"));
        SheetStore.Of(S, plan).ShouldBe([(id, 1), (id, 3)], ignoreOrder: true);
        SheetStore.Of(S, other).ShouldBe([(id, 2)]);
        SheetStore.Revision(S, Found(id), 2)!.File.ShouldBe(other);
    }

    [Fact]
    public void What_has_neither_words_nor_a_file_is_no_revision()
    {
        var id = new SheetId(Guid.CreateVersion7());
        SheetStore.Add(S, id, Refit, SheetKind.Page, "Empty");
        Should.Throw<Microsoft.Data.Sqlite.SqliteException>(() =>
            SheetStore.AddRevision(S, id, new SheetRevision(1, Ines, Now, "", null, null, ""))
        );
    }
}
