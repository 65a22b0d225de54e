using System.Net;
using System.Text.Json;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;

namespace Wrenlet.Server.Tests.Tasks;

/// <summary>The reader learns from what its people make of messages, shows what it has learned, and forgets it.</summary>
public sealed class ReaderLessonsTests(YardFixture fixture) : YardTests(fixture)
{
    private async Task<Guid> Say(string body, string by = "Odalys", string where = "J-1 inside")
    {
        var entry = Guid.CreateVersion7();
        await Of(by)
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{Conversation(where)}/entries",
                new
                {
                    id = entry,
                    body,
                    close = false,
                    knowing = false,
                }
            );
        return entry;
    }

    private Task<JsonElement> Make(Guid entry, string title, string owner, string by = "Odalys") =>
        Of(by)
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = Guid.CreateVersion7(),
                    title,
                    sourceEntry = entry,
                    owners = new[] { new { kind = "person", id = Yard.People[owner].Id.Value } },
                    due = (DateTimeOffset?)null,
                    priority = "normal",
                    repeats = (string?)null,
                    again = true,
                }
            );

    private async Task<JsonElement> Learned() => await Of("Wilhelmina").Get("/api/set-up/reader/lessons");

    private async Task<string[]> Read(Guid entry)
    {
        var drafts = await Of("Odalys").Get($"/api/entries/{entry}/drafts");
        return drafts.GetProperty("found").GetBoolean()
            ? [.. drafts.GetProperty("drafts").EnumerateArray().Select(d => Text(d, "title")!)]
            : [];
    }

    [Fact]
    public async Task People_are_known_by_what_the_firm_calls_them()
    {
        await Make(await Say("Chips, please plane the door"), "Plane the door", "Ines");
        await Make(await Say("Ask chips to hang the shelf"), "Hang the shelf", "Ines");
        var word = (await Learned()).GetProperty("nicknames").EnumerateArray().ShouldHaveSingleItem();
        (Text(word, "word"), word.GetProperty("means").GetProperty("firstName").GetString()).ShouldBe(
            ("chips", "Ines")
        );

        var entry = await Say("Chips: sand the table by Friday");
        var draft = (await Of("Odalys").Get($"/api/entries/{entry}/drafts")).GetProperty("drafts")[0];
        Text(draft, "title").ShouldBe("Sand the table");
        draft.GetProperty("owners")[0].GetProperty("firstName").GetString().ShouldBe("Ines");
        draft
            .GetProperty("parts")
            .EnumerateArray()
            .Select(p => Text(p, "reason"))
            .ShouldContain("You often mean Ines Kowal by “Chips”.");

        await Of("Wilhelmina").Do(HttpMethod.Delete, "/api/set-up/reader/nicknames/chips");
        (await Learned()).GetProperty("nicknames").GetArrayLength().ShouldBe(0);
        (await Of("Wilhelmina").Refused(HttpMethod.Delete, "/api/set-up/reader/nicknames/chips")).Words.ShouldBe(
            "It is forgotten already."
        );
        (await Of("Odalys").Get($"/api/entries/{entry}/drafts"))
            .GetProperty("drafts")[0]
            .GetProperty("owners")
            .GetArrayLength()
            .ShouldBe(0);
    }

    [Fact]
    public async Task What_is_not_a_task_is_not_read_again_until_that_is_forgotten()
    {
        var entry = await Say("Read the weekly news of 12 April in the canteen.");
        var title = (await Read(entry)).ShouldHaveSingleItem();
        await Of("Odalys").Do(HttpMethod.Post, $"/api/entries/{entry}/drafts/turned-down", new { title });
        (await Read(entry)).ShouldBeEmpty();
        var next = await Say("Read the weekly news of 19 April in the canteen.");
        (await Read(next)).ShouldBeEmpty();

        var lesson = (await Learned())
            .GetProperty("lessons")
            .EnumerateArray()
            .Single(l => l.GetProperty("turnedDown").GetBoolean());
        (Text(lesson, "read"), Text(lesson, "made")).ShouldBe((title, ""));
        Text(lesson, "path")!.ShouldContain(entry.ToString());

        // Said again, by somebody else or in a second tab, it is one lesson; a draft that nobody read is refused.
        await Of("Ines").Do(HttpMethod.Post, $"/api/entries/{entry}/drafts/turned-down", new { title });
        (
            await Of("Ines")
                .Refused(HttpMethod.Post, $"/api/entries/{entry}/drafts/turned-down", new { title = "Sing" })
        ).Words.ShouldStartWith("These words are read otherwise by now.");

        await Of("Wilhelmina").Do(HttpMethod.Delete, $"/api/set-up/reader/lessons/{Text(lesson, "id")}");
        (await Read(next)).ShouldHaveSingleItem();
    }

    [Fact]
    public async Task A_task_made_as_it_was_read_teaches_nothing_and_one_made_otherwise_does()
    {
        var entry = await Say("Kit, please fetch the red ladder");
        await Make(entry, "Fetch the red ladder", "Kit");
        (await Learned())
            .GetProperty("lessons")
            .EnumerateArray()
            .ShouldNotContain(l => Text(l, "made")!.Contains("red ladder"));
        await Make(entry, "Fetch the red ladder and the blue one", "Kit");
        var lesson = (await Learned())
            .GetProperty("lessons")
            .EnumerateArray()
            .Single(l => Text(l, "made")!.Contains("blue one"));
        (Text(lesson, "read"), Text(lesson, "words")).ShouldBe(
            ("Fetch the red ladder · Kit", "Kit, please fetch the red ladder")
        );
    }

    [Fact]
    public async Task A_lesson_that_cannot_be_kept_does_not_undo_the_task()
    {
        var entry = await Say("Kit, please fetch the long ladder");
        using var database = Database.Open(Yard.Folder);
        await using var writes = new WriteQueue(database);
        await writes.Run(w =>
            w.Session.Run(
                "CREATE TRIGGER no_room BEFORE INSERT ON reading_lesson BEGIN SELECT RAISE(ABORT, 'no room'); END"
            )
        );
        try
        {
            var made = await Make(entry, "Fetch the long ladder and the rope", "Kit");
            Text(made, "title").ShouldBe("Fetch the long ladder and the rope");
        }
        finally
        {
            await writes.Run(w => w.Session.Run("DROP TRIGGER no_room"));
        }

        (await Learned())
            .GetProperty("lessons")
            .EnumerateArray()
            .ShouldNotContain(l => Text(l, "made")!.Contains("the rope"));
        // And the next one is kept again.
        await Make(entry, "Fetch the long ladder and the hook", "Kit");
        (await Learned())
            .GetProperty("lessons")
            .EnumerateArray()
            .ShouldContain(l => Text(l, "made")!.Contains("the hook"));
    }

    [Fact]
    public async Task What_one_makes_for_oneself_alone_teaches_nobody()
    {
        var entry = await Say("Kit, please fetch the short ladder");
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = Guid.CreateVersion7(),
                    title = "Look for another job",
                    sourceEntry = entry,
                    owners = new[] { new { kind = "person", id = Yard.People["Odalys"].Id.Value } },
                    due = (DateTimeOffset?)null,
                    priority = "normal",
                    repeats = (string?)null,
                    again = true,
                    @private = true,
                }
            );
        (await Learned()).GetRawText().ShouldNotContain("another job");
    }

    [Fact]
    public async Task What_was_removed_from_the_talk_teaches_nothing_any_more()
    {
        var entry = await Say("Kit, please fetch the green ladder");
        await Make(entry, "Fetch the green ladder and a rope", "Kit");
        (await Learned())
            .GetProperty("lessons")
            .EnumerateArray()
            .ShouldContain(l => Text(l, "made")!.Contains("a rope"));
        await Of("Odalys").Do(HttpMethod.Delete, $"/api/entries/{entry}", new { reason = "wrong place" });
        (await Learned())
            .GetProperty("lessons")
            .EnumerateArray()
            .ShouldNotContain(l => Text(l, "made")!.Contains("a rope"));
    }

    [Fact]
    public async Task Administrators_see_lessons_only_of_talk_that_they_see()
    {
        await Make(await Say("Kit, please fetch the long ladder"), "Fetch the long ladder now", "Kit");
        foreach (var words in new[] { "Gaffer, please oil the lock", "Ask gaffer to oil the hinge" })
            await Make(await Say(words, where: "Kits group"), words[^4..] + " wants oil", "Kit");
        var learned = await Learned();
        learned.GetProperty("unseen").GetInt32().ShouldBe(2);
        learned.GetRawText().ShouldContain("long ladder");
        learned.GetRawText().ShouldNotContain("gaffer", Case.Insensitive);
        learned.GetRawText().ShouldNotContain("wants oil");
        (await Of("Wilhelmina").Refused(HttpMethod.Delete, "/api/set-up/reader/nicknames/gaffer")).Words.ShouldBe(
            "It is forgotten already."
        );
        foreach (var other in new[] { "Odalys", "Kit" })
            (await Of(other).Refused(HttpMethod.Get, "/api/set-up/reader/lessons")).Status.ShouldBe(
                HttpStatusCode.Forbidden
            );
        await Of("Wilhelmina").Do(HttpMethod.Delete, "/api/set-up/reader/lessons");
        (await Learned()).GetProperty("unseen").GetInt32().ShouldBe(0);
        (await Learned()).GetProperty("lessons").GetArrayLength().ShouldBe(0);
        (await Of("Wilhelmina").Refused(HttpMethod.Delete, "/api/set-up/reader/lessons")).Words.ShouldBe(
            "It has learned nothing that could be forgotten."
        );
    }

    [Fact]
    public async Task A_line_says_who_by_when_and_how_long()
    {
        var line = await Of("Odalys").Get("/api/tasks/line?words=Springs%20by%20Thursday%20%40Kit%2C%202%20h");
        Text(line, "title").ShouldBe("Springs");
        line.GetProperty("owners")[0].GetProperty("firstName").GetString().ShouldBe("Kit");
        line.GetProperty("estimateMinutes").GetInt32().ShouldBe(120);
        Text(line, "read").ShouldBe("Springs · Kit · Thu 16 Apr 17:00 · 2 h");
        Text(await Of("Odalys").Get("/api/tasks/line?words=Springs"), "read").ShouldBe("");
    }

    [Fact]
    public async Task Parts_say_whose_they_are_and_their_owners_are_told()
    {
        var whole = await Make(await Say("Kit, please refit the yellow dinghy"), "Refit the yellow dinghy", "Kit");
        var parts = (
            await Of("Odalys")
                .Do(
                    HttpMethod.Post,
                    $"/api/tasks/{Text(whole, "id")}/parts",
                    new { text = "Yellow springs by Thursday @Ines, 2 h\n- [x] Yellow bolts" }
                )
        )
            .EnumerateArray()
            .ToList();
        parts.Select(p => Text(p, "title")).ShouldBe(["Yellow springs", "Yellow bolts"]);
        parts[0].GetProperty("owners")[0].GetProperty("firstName").GetString().ShouldBe("Ines");
        parts[0].GetProperty("estimateMinutes").GetInt32().ShouldBe(120);
        Text(parts[0], "due")!.ShouldStartWith("2026-04-16T");
        (await Of("Ines").Get("/api/alerts")).GetRawText().ShouldContain("Yellow springs");

        // One of them for somebody who cannot see it: nothing is made, and it says why.
        var secret = await Make(
            await Say("Please mend the lock", where: "J-2 inside", by: "Kit"),
            "Mend the lock",
            "Kit",
            by: "Kit"
        );
        (
            await Of("Kit")
                .Refused(
                    HttpMethod.Post,
                    $"/api/tasks/{Text(secret, "id")}/parts",
                    new { text = "Springs\nBolts @Ines" }
                )
        ).Words.ShouldContain("Ines");
        (await Of("Kit").Get($"/api/tasks/{Text(secret, "id")}/detail"))
            .GetProperty("parts")
            .GetArrayLength()
            .ShouldBe(0);
    }

    [Fact]
    public async Task What_our_message_promises_is_promised_to_whom_it_went_to()
    {
        var entry = await Say("We'll send you the photographs by Monday.", where: "J-1 Benedikta");
        var made = await Make(entry, "Send Benedikta the photographs", "Ines");
        Text(made, "promisedTo").ShouldBe("Benedikta");
        (await Of("Ines").Get("/api/tasks")).GetRawText().ShouldContain("\"promisedTo\":\"Benedikta\"");
        Text(await Make(await Say("Please send the plans"), "Send the plans", "Ines"), "promisedTo").ShouldBeNull();
    }
}
