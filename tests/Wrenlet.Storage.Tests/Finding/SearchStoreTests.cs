using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Finding;

namespace Wrenlet.Storage.Tests.Finding;

public sealed class SearchStoreTests : Shelf
{
    private List<long> Found(
        string? typed,
        PersonId? by = null,
        DocketId? docket = null,
        Audience? audience = null,
        Instant? since = null,
        Instant? until = null,
        bool files = false,
        long before = long.MaxValue,
        int most = 10
    ) =>
        SearchStore.Entries(
            S,
            typed is null ? null : SearchStore.Match(typed),
            by,
            docket,
            audience,
            since,
            until,
            files,
            before,
            most
        );

    [Theory]
    [InlineData("keel", "\"keel\"*")]
    [InlineData("keel bolts", "\"keel\" \"bolts\"*")]
    [InlineData("re-bed don't", "\"re bed\" \"don t\"*")]
    [InlineData("  \"; DROP", "\"DROP\"*")]
    [InlineData("...", null)]
    [InlineData("", null)]
    public void Words_become_a_query_that_no_sign_can_break(string typed, string? match) =>
        SearchStore.Match(typed).ShouldBe(match);

    [Fact]
    public void All_words_have_to_be_there_the_last_may_go_on_and_the_newest_stands_first()
    {
        var (first, _, third) = (
            Say("The keel bolts are worn"),
            Say("The mast is fine"),
            Say("Bolts of the keel came")
        );
        Found("keel bolt").ShouldBe([third, first]);
        Found("KÉEL").ShouldBe([third, first]);
        Found("keel mast").ShouldBeEmpty();
        Found("keel", most: 1).ShouldBe([third]);
        Found("keel", before: third).ShouldBe([first]);
    }

    [Fact]
    public void What_is_found_is_narrowed_by_who_where_and_when()
    {
        var (ofInes, ofOdalys) = (Say("The keel"), Say("The keel too", Odalys));
        Found("keel", by: Ines).ShouldBe([ofInes]);
        Found("keel", docket: Refit).ShouldBe([ofOdalys, ofInes]);
        Found("keel", docket: new DocketId(Guid.CreateVersion7())).ShouldBeEmpty();
        Found("keel", audience: Audience.Outside).ShouldBeEmpty();
        Found("keel", audience: Audience.Inside).ShouldBe([ofOdalys, ofInes]);
        Found("keel", since: Now + Duration.FromMinutes(1)).ShouldBeEmpty();
        Found("keel", until: Now).ShouldBeEmpty();
        Found("keel", files: true).ShouldBeEmpty();
        Found(null, by: Odalys).ShouldBe([ofOdalys]);
    }

    [Fact]
    public void Looking_goes_on_until_enough_is_seen()
    {
        var keys = Enumerable.Range(0, 30).Select(i => Say($"keel number {i}")).ToList();
        var seen = SearchStore.Seen(
            S,
            4,
            (before, most) => Found("keel", before: before, most: most),
            (_, entry) => entry.Key % 5 == 0
        );
        seen.Select(s => s.Entry.Key).ShouldBe(keys.Where(k => k % 5 == 0).Reverse().Take(4));
        seen.ShouldAllBe(s => s.Conversation.Id == Inside);
        SearchStore.Seen(S, 4, (b, m) => Found("keel", before: b, most: m), (_, _) => false).ShouldBeEmpty();
    }

    [Fact]
    public void A_file_is_found_by_its_name_with_the_entry_that_carries_it()
    {
        var file = File("deck plan.svg");
        var entry = new Entry(
            0,
            new EntryId(Guid.CreateVersion7()),
            Inside,
            EntryKind.Note,
            null,
            Ines,
            null,
            Now,
            "See",
            true,
            "<p>See</p>",
            Files: 1
        );
        var key = EntryStore.Add(S, Talk, entry, "See", [])!.Value;
        FileStore.Attach(S, key, [new Attachment(file)]);
        SearchStore.Files(S, SearchStore.Match("deck")!, 10).ShouldBe([("deck plan.svg", key)]);
        Found(null, files: true).ShouldBe([key]);
    }
}
