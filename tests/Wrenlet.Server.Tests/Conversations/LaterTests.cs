using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>Messages that leave later and messages to many, as they are kept, shown, changed and kept back.</summary>
public sealed class LaterTests(YardFixture fixture) : YardTests(fixture)
{
    /// <summary>A docket of its own with a customer, and its outside and inside conversations.</summary>
    private async Task<(string Ref, Guid Outside, Guid Inside)> Begin(string party = "Benedikta")
    {
        var made = await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/dockets",
                new
                {
                    id = Guid.CreateVersion7(),
                    kind = YardKinds.Job.Id.Value,
                    subject = "Kestrel: refit",
                    site = "Upper Yard",
                    owner = Yard.People["Odalys"].Id.Value,
                    party = Yard.People[party].Party!.Value.Value,
                    queue = Yard.Queue,
                }
            );
        var reference = Text(made, "ref")!;
        var talks = (await Of("Odalys").Get($"/api/dockets/{reference}")).GetProperty("conversations");
        Guid One(string audience) => Id(talks.EnumerateArray().First(c => Text(c, "audience") == audience));
        return (reference, One("outside"), One("inside"));
    }

    private static object Later(
        string body,
        string? at = "2026-04-15T10:00:00Z",
        bool knowing = false,
        Guid? id = null
    ) =>
        new
        {
            entry = new
            {
                id = id ?? Guid.CreateVersion7(),
                body,
                via = (string?)null,
                knowing,
            },
            at,
        };

    private Task<JsonElement> Keep(
        Guid conversation,
        string body,
        string by = "Odalys",
        string? at = "2026-04-15T10:00:00Z"
    ) => Of(by).Do(HttpMethod.Post, $"/api/conversations/{conversation}/later", Later(body, at));

    private async Task<List<JsonElement>> Waiting(Guid conversation, string by) =>
        [.. (await Of(by).Get($"/api/conversations/{conversation}/entries")).GetProperty("later").EnumerateArray()];

    [Fact]
    public async Task What_goes_outside_is_shown_to_colleagues_and_to_nobody_outside()
    {
        var (_, outside, _) = await Begin();
        await Keep(outside, "The varnish dries **tomorrow**.");
        (await Waiting(outside, "Odalys")).Single().GetProperty("mine").GetBoolean().ShouldBeTrue();
        var shown = (await Waiting(outside, "Ines")).Single();
        Text(shown, "html")!.ShouldContain("<strong>tomorrow</strong>");
        shown.GetProperty("mine").GetBoolean().ShouldBeFalse();
        (await Waiting(outside, "Benedikta")).ShouldBeEmpty();
        (await Of("Benedikta").Get("/api/page")).ToString().ShouldNotContain("varnish");
    }

    [Fact]
    public async Task What_colleagues_will_read_is_shown_to_its_author_alone()
    {
        var (_, _, inside) = await Begin();
        var kept = await Keep(inside, "Cake at three!");
        (await Waiting(inside, "Odalys")).Count.ShouldBe(1);
        (await Waiting(inside, "Ines")).ShouldBeEmpty();
        (await Of("Ines").Refused(HttpMethod.Post, $"/api/later/{Id(kept)}/stopped")).Status.ShouldBe(
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task Without_a_moment_it_leaves_when_the_doors_open_and_a_moment_that_has_passed_is_refused()
    {
        var (_, outside, _) = await Begin();
        var opening = await Of("Odalys").Get($"/api/conversations/{outside}/opening");
        Text(await Keep(outside, "Good morning.", at: null), "leaves").ShouldBe(Text(opening, "at"));
        var (status, words) = await Of("Odalys")
            .Refused(HttpMethod.Post, $"/api/conversations/{outside}/later", Later("Early", "2026-04-14T07:00:00Z"));
        status.ShouldBe(HttpStatusCode.BadRequest);
        words.ShouldContain("That moment has passed");
    }

    [Fact]
    public async Task Its_author_changes_it_sends_it_now_and_nobody_else_does()
    {
        var (_, outside, _) = await Begin();
        var id = Id(await Keep(outside, "We begin tomorrow."));
        (await Of("Ines").Refused(HttpMethod.Put, $"/api/later/{id}", new { body = "Never." })).Words.ShouldContain(
            "Only its author can change it"
        );
        var changed = await Of("Odalys")
            .Do(HttpMethod.Put, $"/api/later/{id}", new { body = "We begin on Friday.", at = "2026-04-16T10:00:00Z" });
        Text(changed, "body").ShouldBe("We begin on Friday.");
        DateTimeOffset.Parse(Text(changed, "leaves")!, null).ShouldBe(new(2026, 4, 16, 10, 0, 0, TimeSpan.Zero));

        await Of("Odalys").Do(HttpMethod.Put, $"/api/later/{id}", new { now = true });
        (await Waiting(outside, "Odalys")).ShouldBeEmpty();
        (await Of("Odalys").Get($"/api/entries/{id}")).ToString().ShouldContain("We begin on Friday.");
    }

    [Fact]
    public async Task A_colleague_stops_it_and_its_author_sends_it_all_the_same()
    {
        var (_, outside, _) = await Begin();
        var id = Id(await Keep(outside, "The price is settled."));
        await Of("Tobiah").Do(HttpMethod.Post, $"/api/later/{id}/stopped");
        Text((await Waiting(outside, "Odalys")).Single(), "held").ShouldBe("Tobiah stopped it.");
        (await Of("Odalys").Get("/api/alerts"))
            .ToString()
            .ShouldContain("Your message did not leave. Tobiah stopped it.");
        (await Of("Tobiah").Refused(HttpMethod.Post, $"/api/later/{id}/stopped")).Words.ShouldContain("already");
        await Of("Odalys").Do(HttpMethod.Put, $"/api/later/{id}", new { now = true });
        (await Waiting(outside, "Odalys")).ShouldBeEmpty();
    }

    [Fact]
    public async Task Other_words_alone_do_not_let_it_leave_once_it_was_stopped()
    {
        var (_, outside, _) = await Begin();
        var id = Id(await Keep(outside, "The price is settled."));
        await Of("Tobiah").Do(HttpMethod.Post, $"/api/later/{id}/stopped");
        var changed = await Of("Odalys").Do(HttpMethod.Put, $"/api/later/{id}", new { body = "The price stands." });
        Text(changed, "held").ShouldBe("Tobiah stopped it.");
        changed = await Of("Odalys").Do(HttpMethod.Put, $"/api/later/{id}", new { at = "2026-04-17T10:00:00Z" });
        Text(changed, "held").ShouldBeNull();
        Text(changed, "body").ShouldBe("The price stands.");
    }

    [Fact]
    public async Task Written_again_after_an_answer_that_never_came_it_is_one_message()
    {
        var (_, outside, _) = await Begin();
        var id = Guid.CreateVersion7();
        foreach (var body in new[] { "We begin.", "We begin soon." })
            await Of("Odalys").Do(HttpMethod.Post, $"/api/conversations/{outside}/later", Later(body, id: id));
        Text((await Waiting(outside, "Odalys")).Single(), "body").ShouldBe("We begin soon.");

        // Said at once after all, it does not wait any more.
        await Of("Odalys")
            .Do(HttpMethod.Post, $"/api/conversations/{outside}/entries", new { id, body = "We begin now." });
        (await Waiting(outside, "Odalys")).ShouldBeEmpty();
        (await Of("Odalys").Get($"/api/entries/{id}")).ToString().ShouldContain("We begin now.");
    }

    [Fact]
    public async Task Kept_back_its_words_wait_where_one_writes()
    {
        var (_, outside, _) = await Begin();
        var id = Id(await Keep(outside, "Not yet."));
        Text(await Of("Odalys").Do(HttpMethod.Delete, $"/api/later/{id}"), "body").ShouldBe("Not yet.");
        (await Waiting(outside, "Odalys")).ShouldBeEmpty();
        (await Of("Odalys").Get("/api/drafts")).ToString().ShouldContain("Not yet.");
        (await Of("Odalys").Refused(HttpMethod.Delete, $"/api/later/{id}")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task What_would_leak_is_held_up_when_it_is_written_and_kept_when_that_is_known()
    {
        var (_, outside, inside) = await Begin();
        const string secret = "the old engine mounts are cracked through and must come off first";
        await Say(Of("Ines"), inside, secret);
        var id = Guid.CreateVersion7();
        (
            await Of("Odalys")
                .Refused(HttpMethod.Post, $"/api/conversations/{outside}/later", Later($"You see, {secret}.", id: id))
        ).Words.ShouldContain("Held back");
        (await Waiting(outside, "Odalys")).ShouldBeEmpty();
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{outside}/later",
                Later($"You see, {secret}.", knowing: true, id: id)
            );
        // Sent again, it is one.
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{outside}/later",
                Later($"You see, {secret}.", knowing: true, id: id)
            );
        (await Waiting(outside, "Odalys")).Count.ShouldBe(1);
    }

    private Task<JsonElement> Preview(string words, params string[] dockets) =>
        Of("Odalys").Do(HttpMethod.Post, "/api/circulars/preview", new { dockets, words });

    [Fact]
    public async Task A_message_to_many_goes_to_each_party_once_with_its_fields_filled()
    {
        var first = await Begin();
        var second = await Begin();
        var other = await Begin("Saoirse");
        var preview = await Preview(
            "Dear {party first name}, {docket} waits.",
            first.Ref,
            second.Ref,
            other.Ref,
            "J-2"
        );
        var pieces = preview.GetProperty("pieces").EnumerateArray().ToList();
        // J-2 is not seen by her, and says nothing of itself.
        preview.ToString().ShouldNotContain("J-2");
        pieces
            .Select(p => (Text(p, "docket"), p.GetProperty("chosen").GetBoolean()))
            .ShouldBe([(first.Ref, true), (second.Ref, false), (other.Ref, true)]);
        Text(pieces[1], "why").ShouldBe($"gets it in {first.Ref}");
        Text(pieces[0], "body").ShouldBe($"Dear Benedikta, {first.Ref} waits.");

        var id = Guid.CreateVersion7();
        var sent = new
        {
            id,
            words = "Dear {party first name}, {docket} waits.",
            pieces = pieces
                .Where(p => p.GetProperty("chosen").GetBoolean())
                .Select(p => new
                {
                    conversation = p.GetProperty("conversation").GetGuid(),
                    entry = Guid.CreateVersion7(),
                    body = Text(p, "body"),
                })
                .ToList(),
        };
        await Of("Odalys").Do(HttpMethod.Post, "/api/circulars", sent);
        (await Of("Odalys").Do(HttpMethod.Post, "/api/circulars", sent))
            .GetProperty("lines")
            .GetArrayLength()
            .ShouldBe(2);
        async Task<List<JsonElement>> Lines(string by) =>
            [.. (await Of(by).Get($"/api/circulars/{id}")).GetProperty("lines").EnumerateArray()];
        await World.Waiting.Until(async () => (await Lines("Odalys")).All(l => Text(l, "state") == "sent"), 20);
        (await Of("Odalys").Get($"/api/conversations/{first.Outside}/entries"))
            .ToString()
            .ShouldContain($"Dear Benedikta, {first.Ref} waits.");
        // Whoever sees where it was said sees what became of it.
        (await Lines("Ines")).Count.ShouldBe(2);
    }

    [Fact]
    public async Task One_that_cannot_leave_keeps_all_of_them_and_says_which()
    {
        var (reference, outside, _) = await Begin();
        var (second, other, _) = await Begin("Saoirse");
        var preview = await Preview("It is due on {launch}.", reference, second);
        Text(preview.GetProperty("pieces")[0], "refusal")!.ShouldContain("{launch} has not been filled in");
        (
            await Of("Odalys")
                .Refused(
                    HttpMethod.Post,
                    "/api/circulars",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        words = "It is due on {launch}.",
                        pieces = new[]
                        {
                            new
                            {
                                conversation = other,
                                entry = Guid.CreateVersion7(),
                                body = "It is due on Friday.",
                            },
                            new
                            {
                                conversation = outside,
                                entry = Guid.CreateVersion7(),
                                body = "It is due on {launch}.",
                            },
                        },
                    }
                )
        ).Words.ShouldStartWith("Nothing was sent. Benedikta");
        (await Waiting(other, "Odalys")).ShouldBeEmpty();
    }
}
