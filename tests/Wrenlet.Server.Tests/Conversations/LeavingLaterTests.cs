using Microsoft.Extensions.DependencyInjection;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.Pages;
using Wrenlet.Server.Pages.Later;
using Wrenlet.Server.People;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>Messages that leave later, as their moments come: what leaves, what stays, and who is told.</summary>
public sealed class LeavingLaterTests : IAsyncLifetime
{
    private static readonly Instant Opening = SmallYard.Now + Duration.FromHours(20);

    private SmallYard _yard = null!;
    private ServiceProvider _parts = null!;

    public async ValueTask InitializeAsync()
    {
        _yard = await SmallYard.Build();
        _parts = Parts.Of(
            new Settings(_yard.Folder, 0, "2026-04-14T08:40", false, "", 0, 0, null),
            s => s.AddPages().AddHandler<TellsOfTalk>()
        );
        Get<WhoIsWho>().Refresh();
    }

    public async ValueTask DisposeAsync()
    {
        await _parts.DisposeAsync();
        Directory.Delete(_yard.Folder, recursive: true);
    }

    private T Get<T>()
        where T : notnull => _parts.GetRequiredService<T>();

    private Conversation Talk(string name) =>
        Get<Database>().Read(s => ConversationStore.Find(s, _yard.Conversations[name]))!;

    private Entry? Said(EntryId id) => Get<Database>().Read(s => EntryStore.Find(s, id));

    private LaterMessage? Kept(EntryId id) => Get<Database>().Read(s => LaterStore.Find(s, id));

    private string AlertsOf(string person) =>
        string.Join(
            '\n',
            Get<Database>()
                .Read(s => AlertStore.Page(s, _yard.People[person].Id, long.MaxValue, 50))
                .Select(a => a.Words)
        );

    private async Task<EntryId> Keep(
        string words,
        string talk = "J-1 Benedikta",
        string author = "Odalys",
        string[]? knowing = null,
        Guid? circular = null
    )
    {
        var id = new EntryId(Guid.CreateVersion7());
        var place = Talk(talk);
        var entry = new NewEntry(id.Value, words, Seen: place.LastEntry);
        await Get<WriteQueue>()
            .Run(w =>
                LaterStore.Keep(
                    w.Session,
                    new(
                        id,
                        place.Id,
                        _yard.People[author].Id,
                        SmallYard.Now,
                        circular is null ? Opening : SmallYard.Now,
                        Leaving.Write(circular is null ? entry : entry with { Seen = null }),
                        [.. knowing ?? []],
                        Circular: circular
                    )
                )
            );
        return id;
    }

    /// <summary>Does all that is due at a moment.</summary>
    private async Task<int> Tick(Instant now)
    {
        var due = Get<Leaving>().Due(now).ToList();
        foreach (var work in due)
            await work.Do();
        return due.Count;
    }

    private Task<Posted> Post(string author, string words, string talk = "J-1 Benedikta") =>
        Get<Posting>()
            .Post(
                new EntryId(Guid.CreateVersion7()),
                _yard.Conversations[talk],
                _yard.People[author],
                new Saying(words, Knowing: true),
                SmallYard.Now + Duration.FromHours(1)
            );

    [Fact]
    public async Task It_leaves_when_its_moment_has_come_and_once()
    {
        await Post("Benedikta", "When do you begin?");
        var id = await Keep("We begin on Thursday.");
        (await Tick(Opening - Duration.FromSeconds(1))).ShouldBe(0);
        Said(id).ShouldBeNull();
        Talk("J-1 Benedikta").Exchange.Turn.ShouldBe(Turn.Ours);

        await Tick(Opening);
        await Tick(Opening);
        await Get<Leaving>().Leave(id, Opening);
        var said = Said(id).ShouldNotBeNull();
        said.At.ShouldBe(Opening);
        said.Author.ShouldBe(_yard.People["Odalys"].Id);
        Kept(id).ShouldBeNull();
        Talk("J-1 Benedikta").Exchange.Turn.ShouldBe(Turn.Theirs);
    }

    [Fact]
    public async Task What_the_party_wrote_since_holds_it_until_its_author_has_read_that()
    {
        var id = await Keep("We begin on Thursday.");
        await Post("Benedikta", "Please wait another week.");
        await Tick(Opening);
        Said(id).ShouldBeNull();
        Kept(id)!.Held.ShouldBe("Benedikta Thorne wrote after you did. Read that first, then send it or change it.");
        AlertsOf("Odalys").ShouldContain("Your message did not leave. Benedikta Thorne wrote after you did.");

        // It stays until somebody does something, and is told of once.
        (await Tick(Opening + Duration.FromHours(1))).ShouldBe(0);
        (await Get<Leaving>().Leave(id, Opening + Duration.FromHours(2), all: true)).ShouldBeNull();
        Said(id).ShouldNotBeNull();
    }

    [Fact]
    public async Task A_colleague_who_answered_meanwhile_holds_it()
    {
        var id = await Keep("We begin on Thursday.");
        await Post("Tobiah", "We begin next week.");
        await Tick(Opening);
        Said(id).ShouldBeNull();
        Kept(id)!.Held!.ShouldContain("Tobiah answered while you were writing");
    }

    [Fact]
    public async Task Whoever_lost_the_sight_of_the_place_says_nothing_there()
    {
        var id = await Keep("Nothing for you.", talk: "J-2 Caspian", author: "Odalys");
        await Tick(Opening);
        Said(id).ShouldBeNull();
        Kept(id)!.Held.ShouldBe("Odalys does not see this conversation any more.");
        AlertsOf("Odalys").ShouldContain("Odalys does not see this conversation any more.");
    }

    [Fact]
    public async Task It_goes_in_spite_of_the_reasons_that_were_read_and_of_no_others()
    {
        const string secret = "the crane needs a new cable before we lift anything heavy again";
        await Post("Kit", secret, talk: "J-1 inside");
        var held = await Keep($"Sorry, {secret}.");
        await Tick(Opening);
        Said(held).ShouldBeNull();
        var reason = Kept(held)!.Held.ShouldNotBeNull();

        var knowing = await Keep($"Sorry, {secret}.", knowing: [reason]);
        await Tick(Opening);
        Said(knowing)!.Knowing.ShouldBe(reason);
    }

    [Fact]
    public async Task One_of_many_answers_nobody_and_they_leave_one_after_the_other()
    {
        await Post("Benedikta", "When do you begin?");
        var circular = Guid.CreateVersion7();
        await Get<WriteQueue>()
            .Run(w =>
                LaterStore.Add(w.Session, new(circular, _yard.People["Odalys"].Id, SmallYard.Now, "The lift is down."))
            );
        const string words = "The lift is down tomorrow, so everything moves to Thursday morning at the earliest.";
        var first = await Keep(words, circular: circular);
        var second = await Keep(words, talk: "J-1 Saoirse", circular: circular);
        var plain = await Keep("We begin on Thursday.");
        (await Tick(SmallYard.Now)).ShouldBe(1);
        (Said(first), Said(second)).ShouldSatisfyAllConditions(
            s => s.Item1!.Circular.ShouldBe(circular),
            s => s.Item2.ShouldBeNull()
        );
        Talk("J-1 Benedikta").Exchange.Turn.ShouldBe(Turn.Ours);

        // The other party of the same docket gets the same words, which are no leak for that.
        (await Tick(SmallYard.Now + Duration.FromSeconds(1))).ShouldBe(1);
        Said(second)!.Knowing.ShouldBeNull();
        Said(plain).ShouldBeNull();
    }

    [Fact]
    public async Task What_was_agreed_to_while_writing_is_made_when_it_leaves()
    {
        var place = Talk("J-1 inside");
        var id = new EntryId(Guid.CreateVersion7());
        var task = Guid.CreateVersion7();
        var asked = new Wrenlet.Server.Tasks.AskedTask(
            "Fetch the ladder",
            "Fetch the ladder",
            [],
            null,
            null,
            "normal",
            null
        );
        var entry = new NewEntry(id.Value, "Kit, fetch the ladder.", Tasks: [new AgreedTask(task, asked)]);
        await Get<WriteQueue>()
            .Run(w =>
                LaterStore.Keep(
                    w.Session,
                    new(id, place.Id, _yard.People["Odalys"].Id, SmallYard.Now, Opening, Leaving.Write(entry), [])
                )
            );
        await Tick(Opening);
        Said(id).ShouldNotBeNull();
        Get<Database>()
            .Read(s => Wrenlet.Storage.Tasks.TaskStore.Find(s, new Wrenlet.Core.Tasks.TaskId(task)))!
            .Title.ShouldBe("Fetch the ladder");
    }
}
