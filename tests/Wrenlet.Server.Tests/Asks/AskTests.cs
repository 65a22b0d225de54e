using System.Net;
using System.Text.Json;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Asks;

/// <summary>Asks from being asked to being answered: inside, and by people outside on their page and by mail.</summary>
public sealed class AskTests(YardFixture fixture) : YardTests(fixture)
{
    private Guid Inside => Conversation("J-1 inside");

    private Guid Outside => Conversation("J-1 Benedikta");

    private object Person(string name) => new { kind = "person", id = Yard.People[name].Id.Value };

    private static object Ask(
        string kind,
        object[] of,
        string rule = "anyone",
        DateTimeOffset? due = null,
        string timeUp = "remind",
        string[]? options = null,
        bool hidden = false,
        int? right = null
    ) =>
        new
        {
            id = Guid.CreateVersion7(),
            kind,
            of,
            rule,
            due,
            timeUp,
            options,
            hidden,
            right,
        };

    private async Task<(Guid Entry, Guid Ask)> Asked(
        string by,
        Guid conversation,
        string body,
        object ask,
        string? via = null
    )
    {
        var entry = await Of(by)
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{conversation}/entries",
                new
                {
                    id = Guid.CreateVersion7(),
                    body,
                    ask,
                    via,
                }
            );
        return (Id(entry), Id(entry.GetProperty("ask")));
    }

    private static Task<JsonElement> Answer(Visitor who, Guid ask, object answer) =>
        who.Do(HttpMethod.Put, $"/api/asks/{ask}/answer", answer);

    private static string Line(JsonElement ask) => ask.GetProperty("line").GetString()!;

    private async Task<List<Guid>> OnMe(string who) =>
        [.. (await Of(who).Get("/api/asks/on-me")).EnumerateArray().Select(i => Id(i.GetProperty("ask")))];

    [Fact]
    public async Task A_question_stands_with_who_is_asked_until_it_is_answered_and_the_asker_is_told()
    {
        var (entry, ask) = await Asked(
            "Odalys",
            Inside,
            "Where is the spare impeller?",
            Ask("question", [Person("Ines")])
        );
        (await OnMe("Ines")).ShouldContain(ask);
        (await OnMe("Tobiah")).ShouldNotContain(ask);
        (await Of("Ines").Get("/api/alerts")).ToString().ShouldContain("asks you");

        var answered = await Answer(Of("Ines"), ask, new { version = 1, words = "In shed two, on the left." });
        Line(answered).ShouldBe("Answered by you.");
        (await OnMe("Ines")).ShouldNotContain(ask);
        var seen = (await Of("Odalys").Get($"/api/entries/{entry}")).GetProperty("ask");
        (Line(seen), seen.GetProperty("parts")[0].GetProperty("words").GetString()).ShouldBe(
            ("Answered by Ines.", "In shed two, on the left.")
        );
        (await Of("Odalys").Get("/api/alerts")).ToString().ShouldContain("about what you asked");
        var mine = (await Of("Odalys").Get("/api/asks/of-mine"))
            .EnumerateArray()
            .Single(i => Id(i.GetProperty("ask")) == ask);
        mine.GetProperty("words").GetString().ShouldBe("Where is the spare impeller?");
    }

    [Fact]
    public async Task Only_who_is_asked_answers_and_only_while_it_is_open()
    {
        var (_, ask) = await Asked("Odalys", Inside, "May I order the bolts?", Ask("decision", [Person("Tobiah")]));
        (
            await Of("Ines").Refused(HttpMethod.Put, $"/api/asks/{ask}/answer", new { version = 1, approves = true })
        ).ShouldBe((HttpStatusCode.UnprocessableEntity, "You are not asked."));
        (await Of("Tobiah").Refused(HttpMethod.Put, $"/api/asks/{ask}/answer", new { version = 1 })).ShouldBe(
            (HttpStatusCode.UnprocessableEntity, "Say whether you approve or decline.")
        );
        Line(
                await Answer(
                    Of("Tobiah"),
                    ask,
                    new
                    {
                        version = 1,
                        approves = false,
                        words = "Too dear",
                    }
                )
            )
            .ShouldBe("Declined by you.");
        (
            await Of("Tobiah").Refused(HttpMethod.Put, $"/api/asks/{ask}/answer", new { version = 1, approves = true })
        ).Words.ShouldBe("It is decided; answers can no longer change.");
    }

    [Fact]
    public async Task It_is_passed_on_with_a_reason_or_said_to_be_someone_elses_and_withdrawn_by_the_asker_only()
    {
        var (_, ask) = await Asked(
            "Odalys",
            Inside,
            "Which primer?",
            Ask("question", [Person("Ines"), Person("Kit")], "everyone")
        );
        await Of("Ines")
            .Do(
                HttpMethod.Post,
                $"/api/asks/{ask}/passing",
                new { to = Yard.People["Tobiah"].Id.Value, reason = "He ordered it" }
            );
        (await OnMe("Tobiah")).ShouldContain(ask);
        Line(await Of("Kit").Do(HttpMethod.Post, $"/api/asks/{ask}/not-mine", new { reason = "never used it" }))
            .ShouldBe("Waiting for Tobiah.");
        (
            await Of("Tobiah").Refused(HttpMethod.Post, $"/api/asks/{ask}/withdrawal", new { reason = "" })
        ).Words.ShouldBe("Only Odalys, who asked, can do that.");
        await Of("Odalys").Do(HttpMethod.Post, $"/api/asks/{ask}/reminders");
        Line(await Of("Odalys").Do(HttpMethod.Post, $"/api/asks/{ask}/withdrawal", new { reason = "found out" }))
            .ShouldBe("Withdrawn by you.");
        (await OnMe("Tobiah")).ShouldNotContain(ask);

        // Taken back, it waits for whom it had waited for; and only for who asked.
        (await Of("Tobiah").Refused(HttpMethod.Delete, $"/api/asks/{ask}/withdrawal")).Words.ShouldBe(
            "Only Odalys, who asked, can do that."
        );
        Line(await Of("Odalys").Do(HttpMethod.Delete, $"/api/asks/{ask}/withdrawal")).ShouldBe("Waiting for Tobiah.");
        (await OnMe("Tobiah")).ShouldContain(ask);
        (await Of("Odalys").Refused(HttpMethod.Delete, $"/api/asks/{ask}/withdrawal")).Words.ShouldBe(
            "It is not withdrawn."
        );
    }

    [Fact]
    public async Task Words_that_are_changed_after_an_answer_are_asked_anew_and_an_answer_to_the_old_words_is_held()
    {
        var (entry, ask) = await Asked(
            "Odalys",
            Inside,
            "Two coats?",
            Ask("decision", [Person("Ines"), Person("Kit")], "everyone")
        );
        await Answer(Of("Ines"), ask, new { version = 1, approves = true });
        await Of("Odalys").Do(HttpMethod.Put, $"/api/entries/{entry}", new { body = "Three coats?" }, "\"1\"");
        var anew = await Of("Ines").Get($"/api/asks/{ask}");
        (Line(anew), anew.GetProperty("anew").ValueKind).ShouldBe(("Waiting for you and Kit.", JsonValueKind.String));
        (
            await Of("Kit").Refused(HttpMethod.Put, $"/api/asks/{ask}/answer", new { version = 1, approves = true })
        ).Words.ShouldStartWith("What is asked was changed while you answered.");
        Line(await Answer(Of("Kit"), ask, new { version = 2, approves = true }))
            .ShouldBe("Waiting for Ines; 1 of 2 has answered.");
    }

    [Fact]
    public async Task Votes_are_hidden_until_it_is_over_and_what_is_right_until_one_has_answered()
    {
        var (_, ask) = await Asked(
            "Odalys",
            Inside,
            "Which strop goes first?",
            Ask(
                "choice",
                [Person("Ines"), Person("Kit")],
                "everyone",
                options: ["Port", "Starboard"],
                hidden: true,
                right: 1
            )
        );
        (await Of("Kit").Get($"/api/asks/{ask}"))
            .GetProperty("options")
            .EnumerateArray()
            .ShouldAllBe(o => o.GetProperty("right").ValueKind == JsonValueKind.Null);
        var mine = await Answer(Of("Ines"), ask, new { version = 1, chosen = new[] { 0 } });
        mine.GetProperty("options")[1].GetProperty("right").GetBoolean().ShouldBeTrue();
        var others = await Of("Kit").Get($"/api/asks/{ask}");
        others.GetProperty("options")[0].GetProperty("count").ValueKind.ShouldBe(JsonValueKind.Null);
        others.GetProperty("parts")[0].GetProperty("answer").ValueKind.ShouldBe(JsonValueKind.Null);
        Line(await Answer(Of("Kit"), ask, new { version = 1, chosen = new[] { 1 } }))
            .ShouldBe("1 of 2 answered correctly: “Starboard”.");
    }

    [Fact]
    public async Task A_crew_is_each_of_its_people_and_those_who_do_not_see_the_place_cannot_be_asked()
    {
        var crew = (await Of("Odalys").Get("/api/colleagues")).GetProperty("crews")[0].GetProperty("id").GetGuid();
        var (_, ask) = await Asked(
            "Odalys",
            Inside,
            "Read the lift plan.",
            Ask("confirmation", [new { kind = "crew", id = crew }], "everyone")
        );
        var confirmed = await Answer(Of("Ines"), ask, new { version = 1 });
        (Line(confirmed), confirmed.GetProperty("parts")[0].GetProperty("crew").GetString()).ShouldBe(
            ("Confirmed by you.", "hull")
        );
        var refused = await Of("Kit")
            .Refused(
                HttpMethod.Post,
                $"/api/conversations/{Conversation("J-2 inside")}/entries",
                new
                {
                    id = Guid.CreateVersion7(),
                    body = "Well?",
                    ask = Ask("question", [Person("Ines")]),
                }
            );
        refused.ShouldBe(
            (
                HttpStatusCode.UnprocessableEntity,
                "Ines does not see this, and cannot answer. Give sight of it first, or ask someone else. Your text is kept."
            )
        );
        (
            await Of("Odalys")
                .Refused(
                    HttpMethod.Post,
                    $"/api/conversations/{Outside}/entries",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        body = "Well?",
                        via = "page",
                        ask = Ask("question", [Person("Ines")]),
                    }
                )
        ).Words.ShouldContain("Ask Ines inside");
    }

    [Fact]
    public async Task The_customer_answers_on_their_page_and_sees_nothing_of_what_is_asked_inside()
    {
        var (entry, ask) = await Asked(
            "Odalys",
            Outside,
            "Shall we paint the boot top?",
            Ask("decision", [Person("Benedikta")]),
            "page"
        );
        var (_, secret) = await Asked("Odalys", Inside, "How low can we go?", Ask("question", [Person("Tobiah")]));
        var page = await Of("Benedikta").Get("/api/page");
        page.ToString().ShouldContain(ask.ToString());
        page.ToString().ShouldNotContain(secret.ToString());
        (
            await Of("Benedikta")
                .Refused(HttpMethod.Put, $"/api/asks/{secret}/answer", new { version = 1, words = "low" })
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        (
            await Of("Caspian").Refused(HttpMethod.Put, $"/api/asks/{ask}/answer", new { version = 1, approves = true })
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        Line(
                await Answer(
                    Of("Benedikta"),
                    ask,
                    new
                    {
                        version = 1,
                        approves = true,
                        words = "Please do",
                    }
                )
            )
            .ShouldBe("Approved by you.");
        Line((await Of("Odalys").Get($"/api/entries/{entry}")).GetProperty("ask")).ShouldBe("Approved by Benedikta.");
    }

    [Fact]
    public async Task Staff_take_down_what_someone_outside_has_answered_but_answer_for_nobody_of_ours()
    {
        var (_, ask) = await Asked(
            "Odalys",
            Outside,
            "Which colour?",
            Ask("choice", [Person("Benedikta")], options: ["Grey", "White"]),
            "page"
        );
        Line(
                await Answer(
                    Of("Tobiah"),
                    ask,
                    new
                    {
                        version = 1,
                        chosen = new[] { 1 },
                        words = "said on the telephone",
                        @for = Yard.People["Benedikta"].Id.Value,
                    }
                )
            )
            .ShouldBe("Benedikta chose “White”.");
        var (_, inner) = await Asked("Odalys", Inside, "Which colour?", Ask("question", [Person("Ines")]));
        (
            await Of("Tobiah")
                .Refused(
                    HttpMethod.Put,
                    $"/api/asks/{inner}/answer",
                    new
                    {
                        version = 1,
                        words = "x",
                        @for = Yard.People["Ines"].Id.Value,
                    }
                )
        ).Words.ShouldBe("Colleagues answer for themselves.");
    }

    [Fact]
    public async Task An_ask_that_cannot_be_decided_is_refused_with_a_way_out_and_the_same_entry_sent_twice_is_one_ask()
    {
        (
            await Of("Odalys")
                .Refused(
                    HttpMethod.Post,
                    $"/api/conversations/{Inside}/entries",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        body = "Which?",
                        ask = Ask("choice", [Person("Ines")], options: ["One"]),
                    }
                )
        ).Words.ShouldBe("A choice needs at least two options. Write them, one on each line. Your text is kept.");
        (
            await Of("Odalys")
                .Refused(
                    HttpMethod.Post,
                    $"/api/conversations/{Inside}/entries",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        body = "Which?",
                        ask = Ask("question", [Person("Ines")], due: new(2026, 4, 13, 9, 0, 0, TimeSpan.Zero)),
                    }
                )
        ).Words.ShouldContain("is past");
        var twice = new
        {
            id = Guid.CreateVersion7(),
            body = "Once?",
            ask = Ask("question", [Person("Ines")]),
        };
        var first = await Of("Odalys").Do(HttpMethod.Post, $"/api/conversations/{Inside}/entries", twice);
        var second = await Of("Odalys").Do(HttpMethod.Post, $"/api/conversations/{Inside}/entries", twice);
        Id(second.GetProperty("ask")).ShouldBe(Id(first.GetProperty("ask")));
    }

    [Fact]
    public async Task Someone_on_leave_is_shown_with_who_covers()
    {
        await Of("Ines")
            .Do(
                HttpMethod.Put,
                $"/api/colleagues/{Yard.People["Ines"].Id.Value}/leave/2026-04-14",
                new { last = "2026-04-17", cover = Yard.People["Kit"].Id.Value }
            );
        var ines = (await Of("Odalys").Get($"/api/conversations/{Inside}/askable"))
            .EnumerateArray()
            .Single(a => a.GetProperty("who").GetProperty("firstName").GetString() == "Ines");
        ines.GetProperty("away").GetString().ShouldBe("on leave until Mon 20 Apr");
        ines.GetProperty("cover").GetProperty("firstName").GetString().ShouldBe("Kit");
        (await Of("Odalys").Get($"/api/conversations/{Outside}/askable"))
            .EnumerateArray()
            .Select(a => a.GetProperty("who").GetProperty("firstName").GetString())
            .ShouldBe(["Benedikta"]);
    }
}
