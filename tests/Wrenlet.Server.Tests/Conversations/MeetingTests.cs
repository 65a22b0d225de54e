using System.Net;
using System.Text;
using System.Text.Json;
using MimeKit;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>
/// Meetings from being set to what was said in them: inside, and with people outside by mail and on their page.
/// </summary>
public sealed class MeetingTests(YardFixture fixture) : YardTests(fixture)
{
    private Guid Inside => Conversation("J-1 inside");

    private Guid Outside => Conversation("J-1 Benedikta");

    private Guid Whom(string name) => Yard.People[name].Id.Value;

    private async Task<JsonElement> Set(
        string by,
        Guid conversation,
        string title,
        string from,
        string[] with,
        bool call = true,
        string? where = null,
        string body = ""
    ) =>
        (
            await Of(by)
                .Do(
                    HttpMethod.Post,
                    $"/api/conversations/{conversation}/entries",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        body,
                        meeting = new
                        {
                            id = Guid.CreateVersion7(),
                            title,
                            from,
                            minutes = 60,
                            with = with.Select(Whom),
                            where,
                            call,
                        },
                    }
                )
        ).GetProperty("meeting");

    private Task<JsonElement> Meeting(string who, Guid id) => Of(who).Get($"/api/meetings/{id}");

    private static string Answer(JsonElement meeting, string name) =>
        Text(
            meeting
                .GetProperty("invitees")
                .EnumerateArray()
                .Single(i => Text(i.GetProperty("whom"), "firstName") == name),
            "answer"
        )!;

    [Fact]
    public async Task A_meeting_is_set_answered_moved_and_called_off_and_each_is_told()
    {
        var meeting = await Set(
            "Odalys",
            Inside,
            "Which primer",
            "2026-04-16T13:00:00Z",
            ["Ines", "Tobiah"],
            body: "Two tins, one hull"
        );
        Text(meeting, "when").ShouldBe("Thu 16 Apr 14:00 to 15:00");
        Text(meeting, "line").ShouldBe("You are coming; Ines and Tobiah have not answered.");
        (await Of("Ines").Get("/api/alerts")).ToString().ShouldContain("invites you to a meeting");
        var id = Id(meeting);

        Text(
                await Of("Ines")
                    .Do(
                        HttpMethod.Put,
                        $"/api/meetings/{id}/answer",
                        new
                        {
                            answer = "not-coming",
                            words = "I am at the lift",
                            proposes = "2026-04-17T08:00:00Z",
                        }
                    ),
                "mine"
            )
            .ShouldBe("not-coming");
        (await Of("Odalys").Get("/api/alerts")).ToString().ShouldContain("about a meeting of yours");
        (
            await Of("Kit").Refused(HttpMethod.Put, $"/api/meetings/{id}/answer", new { answer = "coming" })
        ).Words.ShouldBe("You are not invited to this meeting.");
        (
            await Of("Ines")
                .Refused(
                    HttpMethod.Put,
                    $"/api/meetings/{id}/time",
                    new { from = "2026-04-17T08:00:00Z", minutes = 60 }
                )
        ).Words.ShouldContain("Odalys’s meeting");

        var moved = await Of("Odalys")
            .Do(HttpMethod.Put, $"/api/meetings/{id}/time", new { from = "2026-04-17T08:00:00Z", minutes = 60 });
        (Text(moved, "when"), Answer(moved, "Ines"), Answer(moved, "Odalys")).ShouldBe(
            ("Fri 17 Apr 09:00 to 10:00", "unanswered", "coming")
        );
        (await Of("Ines").Get($"/api/conversations/{Inside}/entries"))
            .ToString()
            .ShouldContain("is moved: Fri 17 Apr 09:00 to 10:00 instead of Thu 16 Apr 14:00 to 15:00.");

        Text(await Of("Tobiah").Do(HttpMethod.Post, $"/api/meetings/{id}/calling-off"), "state").ShouldBe("called-off");
        (
            await Of("Ines").Refused(HttpMethod.Put, $"/api/meetings/{id}/answer", new { answer = "coming" })
        ).Words.ShouldContain("was cancelled");
        (await Of("Ines").Get("/api/meetings"))
            .EnumerateArray()
            .ShouldNotContain(i => Id(i.GetProperty("meeting")) == id);
    }

    [Fact]
    public async Task Who_does_not_see_it_cannot_be_invited_and_what_is_wrong_is_said()
    {
        async Task<string> Wrong(object meeting, string conversation = "J-1 inside") =>
            (
                await Of("Kit")
                    .Refused(
                        HttpMethod.Post,
                        $"/api/conversations/{Conversation(conversation)}/entries",
                        new
                        {
                            id = Guid.CreateVersion7(),
                            body = "x",
                            meeting,
                        }
                    )
            ).Words;
        object New(
            string title = "Look",
            string from = "2026-04-16T13:00:00Z",
            string with = "Ines",
            bool call = true
        ) =>
            new
            {
                id = Guid.CreateVersion7(),
                title,
                from,
                minutes = 30,
                with = new[] { Whom(with) },
                call,
            };
        (await Wrong(New(with: "Odalys"), "J-2 inside")).ShouldContain("Odalys does not see this");
        (await Wrong(New(with: "Caspian"))).ShouldContain("takes no part in this conversation");
        (await Wrong(New(from: "2026-04-13T13:00:00Z"))).ShouldContain("That time is past");
        (await Wrong(New(call: false))).ShouldContain("Say where it is");
        (await Wrong(New(title: " "))).ShouldContain("a title");
    }

    [Fact]
    public async Task Times_are_found_from_hours_leave_and_meetings_without_saying_what_somebody_is_in()
    {
        await Of("Tobiah")
            .Do(
                HttpMethod.Put,
                $"/api/colleagues/{Whom("Ines")}/leave/2026-05-12",
                new
                {
                    last = "2026-05-12",
                    cover = (Guid?)null,
                    note = "",
                }
            );
        await Set(
            "Kit",
            Conversation("Kits group"),
            "secretmeetingofkit",
            "2026-05-11T08:00:00Z",
            ["Odalys"],
            where: "Shed"
        );
        var times = await Of("Tobiah")
            .Get(
                $"/api/conversations/{Inside}/meeting-times?with={Whom("Odalys")},{Whom("Ines")}&minutes=60&days=2&from=2026-05-11"
            );
        times.ToString().ShouldNotContain("secretmeetingofkit");
        times
            .GetProperty("times")
            .EnumerateArray()
            .Select(t => (Text(t, "when"), Text(t, "why")))
            .ShouldBe([
                ("Mon 11 May 08:00 to 09:00", "All 3 are free"),
                ("Mon 11 May 11:00 to 12:00", "All 3 are free"),
                ("Tue 12 May 08:00 to 09:00", "2 of 3 are free; Ines is on leave"),
                ("Tue 12 May 11:00 to 12:00", "2 of 3 are free; Ines is on leave"),
            ]);
        var odalys = times
            .GetProperty("days")[0]
            .GetProperty("people")
            .EnumerateArray()
            .Single(p => Text(p.GetProperty("who"), "firstName") == "Odalys");
        odalys
            .GetProperty("hours")
            .EnumerateArray()
            .Select(h => (Text(h, "kind"), Text(h, "from")))
            .ShouldBe([("free", "2026-05-11T07:00:00+00:00"), ("in a meeting", "2026-05-11T08:00:00+00:00")]);
        (
            await Of("Tobiah").Refused(HttpMethod.Get, $"/api/conversations/{Inside}/meeting-times?with=x")
        ).Words.ShouldContain("nobody");
    }

    [Fact]
    public async Task A_party_is_invited_by_mail_answers_with_its_calendar_and_hears_of_moves()
    {
        var meeting = await Set(
            "Odalys",
            Outside,
            "Keel inspection",
            "2026-04-21T13:00:00Z",
            ["Benedikta", "Ines"],
            where: "Shed one",
            body: "Come and see the bolts."
        );
        var id = Id(meeting);
        var mail = await Left("Keel inspection");
        var calendar = mail.BodyParts.OfType<TextPart>().Single(p => p.ContentType.IsMimeType("text", "calendar"));
        calendar.ContentType.Parameters["method"].ShouldBe("REQUEST");
        var text = calendar.Text.ReplaceLineEndings("\n").Replace("\n ", "", StringComparison.Ordinal);
        text.ShouldContain("mailto:benedikta@post.example");
        text.ShouldNotContain("ines@");
        mail.TextBody!.ShouldContain("When: Tue 21 Apr 14:00 to 15:00");
        mail.TextBody!.ShouldContain($"/calls/{id}");

        // Their calendar says yes, and nobody has to answer that.
        await Arrives(mail, $"Benedikta Thorne has accepted: Keel inspection", Replied(text, "ACCEPTED"));
        await Waiting.Until(async () =>
            Answer((await Meeting("Odalys", id)).GetProperty("item").GetProperty("meeting"), "Benedikta") == "coming"
        );
        var talk = (await Of("Odalys").Get($"/api/conversations/{Outside}")).ToString();
        talk.ShouldContain("“Keel inspection”: Benedikta is coming.");
        (await Of("Odalys").Get($"/api/conversations/{Outside}"))
            .GetProperty("conversation")
            .GetProperty("turn")
            .GetString()
            .ShouldBe("theirs");

        await Of("Odalys")
            .Do(HttpMethod.Put, $"/api/meetings/{id}/time", new { from = "2026-04-22T08:00:00Z", minutes = 60 });
        var second = await Left("is moved: Wed 22 Apr 09:00");
        var again = second.BodyParts.OfType<TextPart>().Single(p => p.ContentType.IsMimeType("text", "calendar")).Text;
        again.ShouldContain("SEQUENCE:1");

        // An answer to the time before the move counts no more.
        await Arrives(mail, "Keel inspection, late", Replied(text, "DECLINED"));
        await Waiting.Until(async () =>
            (await Of("Odalys").Get($"/api/conversations/{Outside}"))
                .ToString()
                .Contains("as it was before: Benedikta cannot come.", StringComparison.Ordinal)
        );
        Answer((await Meeting("Odalys", id)).GetProperty("item").GetProperty("meeting"), "Benedikta")
            .ShouldBe("unanswered");

        // On their page they see it, answer it, and see nobody's words but their own.
        await Of("Ines")
            .Do(HttpMethod.Put, $"/api/meetings/{id}/answer", new { answer = "not-coming", words = "inside reason" });
        (
            await Of("Benedikta")
                .Do(
                    HttpMethod.Put,
                    $"/api/meetings/{id}/answer",
                    new { answer = "perhaps", words = "If the tide lets me" }
                )
        )
            .ToString()
            .ShouldNotContain("inside reason");
        (await Of("Benedikta").Get("/api/page")).ToString().ShouldContain("If the tide lets me");

        await Of("Odalys").Do(HttpMethod.Post, $"/api/meetings/{id}/calling-off");
        (await Left("is cancelled"))
            .BodyParts.OfType<TextPart>()
            .Single(p => p.ContentType.IsMimeType("text", "calendar"))
            .Text.ShouldContain("METHOD:CANCEL");
    }

    [Fact]
    public async Task What_is_said_in_a_call_is_written_down_found_and_turned_into_tasks()
    {
        var id = Id(await Set("Odalys", Outside, "Tide and crew", "2026-04-15T13:00:00Z", ["Benedikta", "Ines"]));
        await Left("Tide and crew");
        async Task Say(string who, string words) =>
            await Of(who).Do(HttpMethod.Post, $"/api/calls/{id}/lines", new { words });
        await Say("Odalys", "Shall we take the morning tide?");
        await Say("Benedikta", "Yes, and the zephyrword crew is booked");
        await Say("Ines", "I will check the seacocks by Friday noon");
        (await Of("Benedikta").Get($"/api/calls/{id}")).GetProperty("said").GetArrayLength().ShouldBe(3);
        (await Of("Saoirse").Http.GetAsync($"/api/calls/{id}", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await Of("Kit").Http.GetAsync($"/api/calls/{id}", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        await Of("Odalys").Do(HttpMethod.Post, $"/api/calls/{id}/end");
        await Waiting.Until(async () =>
            Text((await Meeting("Odalys", id)).GetProperty("item").GetProperty("meeting"), "transcribed") is not null
        );

        var talk = await Of("Tobiah").Do(HttpMethod.Put, $"/api/meetings/{id}/conversation");
        var said = talk.GetProperty("talk")
            .GetProperty("entries")
            .EnumerateArray()
            .Where(e => Text(e, "via") == "call")
            .ToList();
        said.Select(e => Text(e.GetProperty("author"), "firstName")).ShouldBe(["Odalys", "Benedikta", "Ines"]);
        talk.ToString().ShouldContain("transcript.vtt");

        // Found by those who see the docket, with its way there, and by nobody outside.
        var hit = (await Of("Tobiah").Get("/api/find?words=zephyrword")).ToString();
        hit.ShouldContain($"/meetings/{id}?entry=");
        (await Of("Benedikta").Get("/api/page")).ToString().ShouldNotContain("written down");
        (
            await Of("Benedikta")
                .Http.GetAsync($"/api/conversations/{Id(talk.GetProperty("conversation"))}/entries", Stop)
        ).StatusCode.ShouldBe(HttpStatusCode.NotFound);

        var drafts = await Of("Odalys").Get($"/api/entries/{Id(said[2])}/drafts");
        drafts.ToString().ShouldContain("2026-04-17T11:00:00");
        (
            await Of("Odalys")
                .Refused(
                    HttpMethod.Post,
                    $"/api/meetings/{id}/transcript",
                    new { text = "WEBVTT\n\n00:01.000 --> 00:02.000\n<v Kit>x" }
                )
        ).Words.ShouldBe("There is a transcript of this meeting already.");
    }

    [Fact]
    public async Task A_transcript_from_elsewhere_is_taken_and_a_bad_one_refused_with_its_reason()
    {
        var id = Id(await Set("Odalys", Inside, "By other means", "2026-04-15T09:00:00Z", ["Ines"]));
        (
            await Of("Odalys").Refused(HttpMethod.Post, $"/api/meetings/{id}/transcript", new { text = "1\n00:00" })
        ).Words.ShouldContain("It is not WebVTT");
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/meetings/{id}/transcript",
                new
                {
                    text = "WEBVTT\n\n00:01.000 --> 00:02.000\n<v Ines>Dry\n\n00:03.000 --> 00:04.000\n<v A visitor>And warm",
                }
            );
        var talk = await Of("Ines").Do(HttpMethod.Put, $"/api/meetings/{id}/conversation");
        var said = talk.GetProperty("talk")
            .GetProperty("entries")
            .EnumerateArray()
            .Where(e => Text(e, "via") == "call")
            .Select(e => (Text(e.GetProperty("author"), "name"), Text(e, "at")))
            .ToList();
        said.ShouldBe([("Ines Kowal", "2026-04-15T09:00:01+00:00"), ("A visitor", "2026-04-15T09:00:03+00:00")]);
    }

    [Fact]
    public async Task Ones_meetings_stand_in_ones_day_and_in_ones_calendar()
    {
        var id = Id(
            await Set(
                "Odalys",
                Inside,
                "At noon today",
                "2026-04-14T11:00:00Z",
                ["Tobiah"],
                where: "Office",
                call: false
            )
        );
        var day = (await Of("Tobiah").Get("/api/today")).GetProperty("day");
        day.GetProperty("meetings").EnumerateArray().ShouldContain(m => Id(m) == id);
        Text(day, "words")!.ShouldContain("of meetings");
        var feed = await Of("Tobiah").Do(HttpMethod.Put, "/api/calendar-feed");
        var path = new Uri(Text(feed, "address")!).AbsolutePath;
        var calendar = await (await Server.Visit().Http.GetAsync(path, Stop)).Content.ReadAsStringAsync(Stop);
        calendar.ShouldContain("BEGIN:VEVENT");
        calendar.ShouldContain("SUMMARY:At noon today");
    }

    [Fact]
    public async Task A_notice_and_what_was_said_in_a_meeting_can_invite_to_another_for_those_who_see_it()
    {
        var notice = await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/notices/{Guid.CreateVersion7()}",
                new
                {
                    title = "Slip",
                    body = "Closed",
                    crews = Array.Empty<Guid>(),
                    mustConfirm = false,
                }
            );
        var first = await Set(
            "Odalys",
            notice.GetProperty("conversation").GetGuid(),
            "When the slip opens",
            "2026-04-20T08:00:00Z",
            ["Ines"]
        );
        var talk = await Of("Ines").Do(HttpMethod.Put, $"/api/meetings/{Id(first)}/conversation");
        var second = await Set(
            "Ines",
            Id(talk.GetProperty("conversation")),
            "And the lift",
            "2026-04-20T10:00:00Z",
            ["Odalys"]
        );
        Id((await Of("Kit").Do(HttpMethod.Put, $"/api/meetings/{Id(second)}/conversation")).GetProperty("conversation"))
            .ShouldNotBe(Guid.Empty);
        (
            await Of("Benedikta").Send(HttpMethod.Put, $"/api/meetings/{Id(second)}/answer", new { answer = "coming" })
        ).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await Meeting("Odalys", Id(second)))
            .GetProperty("item")
            .GetProperty("path")
            .GetString()
            .ShouldStartWith($"/meetings/{Id(first)}?entry=");
    }

    private static string Replied(string invitation, string status)
    {
        string Line(string name) =>
            invitation
                .Split('\n')
                .First(l =>
                    l.StartsWith(name, StringComparison.Ordinal) && !l.Contains("TZ", StringComparison.Ordinal)
                );
        return $"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Theirs//EN\r\nMETHOD:REPLY\r\nBEGIN:VEVENT\r\n"
            + $"{Line("UID")}\r\n{Line("SEQUENCE")}\r\nDTSTAMP:20260414T080000Z\r\n"
            + $"ATTENDEE;PARTSTAT={status}:mailto:benedikta@post.example\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";
    }

    /// <summary>The mail that says these words, once it has left.</summary>
    private async Task<MimeMessage> Left(string words)
    {
        MimeMessage? found = null;
        await Waiting.Until(() =>
        {
            var folder = Path.Combine(Yard.Folder, "post", "out");
            found = Directory.Exists(folder)
                ? Directory
                    .EnumerateFiles(folder, "*.eml")
                    .Select(f => MimeMessage.Load(f))
                    .FirstOrDefault(m => m.TextBody?.Contains(words, StringComparison.Ordinal) == true)
                : null;
            return found is not null;
        });
        return found!;
    }

    /// <summary>What Benedikta's calendar sends in answer to a mail.</summary>
    private async Task Arrives(MimeMessage to, string words, string calendar)
    {
        var mail = new MimeMessage { Subject = words, InReplyTo = to.MessageId };
        mail.From.Add(new MailboxAddress("Benedikta Thorne", "benedikta@post.example"));
        mail.To.Add(new MailboxAddress("", "yard@quay.example"));
        var reply = new TextPart("calendar") { Text = calendar };
        reply.ContentType.Parameters["method"] = "REPLY";
        mail.Body = new MultipartAlternative(new TextPart("plain") { Text = words }, reply);
        using var memory = new MemoryStream();
        await mail.WriteToAsync(memory, Stop);
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/standins/post-office/raw",
                new { raw = Encoding.UTF8.GetString(memory.ToArray()) }
            );
    }
}
