using System.Net;
using System.Text.Json;
using Wrenlet.Server.Pages;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Dockets;

/// <summary>Dockets from being made through their stages to being closed.</summary>
public sealed class DocketMakingTests(YardFixture fixture) : YardTests(fixture)
{
    private Guid Whom(string name) => Yard.People[name].Id.Value;

    private Guid PartyOf(string name) => Yard.People[name].Party!.Value.Value;

    private async Task<string> Make(
        string by,
        string subject,
        string kind = "Job",
        string? owner = null,
        string? party = null,
        Guid? id = null
    ) =>
        Text(
            await Of(by)
                .Do(
                    HttpMethod.Post,
                    "/api/dockets",
                    new
                    {
                        id = id ?? Guid.CreateVersion7(),
                        kind = YardKinds.All.First(k => k.Name == kind).Id.Value,
                        subject,
                        site = "Upper Yard",
                        owner = owner is null ? (Guid?)null : Whom(owner),
                        party = party is null ? (Guid?)null : PartyOf(party),
                        queue = party is null ? (Guid?)null : Yard.Queue,
                    }
                ),
            "ref"
        )!;

    private async Task<string> Setting(string by, string reference, Func<JsonElement, object> change)
    {
        var setting = await Of(by).Get($"/api/dockets/{reference}/setting");
        var fields = setting.GetProperty("fields");
        await Of(by).Do(HttpMethod.Put, $"/api/dockets/{reference}/setting", change(fields), Text(setting, "version"));
        return Text(setting, "version")!;
    }

    private static object Fields(
        JsonElement f,
        string? subject = null,
        Guid? owner = null,
        bool? limited = null,
        Guid[]? people = null,
        object[]? milestones = null
    ) =>
        new
        {
            subject = subject ?? Text(f, "subject"),
            site = Text(f, "site"),
            owner = owner
                ?? (f.GetProperty("owner").ValueKind is JsonValueKind.Null ? null : f.GetProperty("owner").GetGuid()),
            priority = Text(f, "priority"),
            limited = limited ?? f.GetProperty("limited").GetBoolean(),
            people = people ?? [],
            crews = Array.Empty<Guid>(),
            milestones = milestones ?? [],
        };

    private async Task<string> Talk(string who, string reference) =>
        (await Of(who).Get($"/api/dockets/{reference}")).ToString();

    private static Core.Dockets.Kind KindOf(string reference) =>
        YardKinds.All.First(k => reference.StartsWith(k.Numbering.Letters, StringComparison.Ordinal));

    private async Task<Guid> Gate(string reference, int stage, string title)
    {
        var docket = await Of("Odalys").Get($"/api/dockets/{reference}");
        var inside = docket.GetProperty("conversations").EnumerateArray().Single(c => Text(c, "audience") == "inside");
        var note = await Say(Of("Odalys"), Id(inside), "It waits for this");
        var task = Id(
            await Of("Odalys")
                .Do(
                    HttpMethod.Post,
                    "/api/tasks",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        title,
                        sourceEntry = Id(note),
                        owners = new[] { new { kind = "person", id = Whom("Ines") } },
                        priority = "normal",
                    }
                )
        );
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/tasks/{task}/place",
                new { docket = reference, gateStage = KindOf(reference).At(stage).Value }
            );
        return task;
    }

    [Fact]
    public async Task A_job_is_made_once_with_its_customer_and_what_they_write_waits_in_its_queue()
    {
        var id = Guid.CreateVersion7();
        var reference = await Make("Odalys", "Little Auk: new rudder", owner: "Ines", party: "Benedikta", id: id);
        (await Make("Odalys", "Little Auk: new rudder", owner: "Ines", party: "Benedikta", id: id)).ShouldBe(reference);
        reference.ShouldStartWith("J-");
        var docket = await Of("Kit").Get($"/api/dockets/{reference}");
        (Text(docket.GetProperty("owner"), "firstName"), Text(docket.GetProperty("stages")[0], "standing")).ShouldBe(
            ("Ines", "now")
        );
        docket
            .GetProperty("conversations")
            .EnumerateArray()
            .Select(c => Text(c, "audience"))
            .Order()
            .ShouldBe(["inside", "outside"]);
        (await Of("Ines").Get("/api/alerts")).ToString().ShouldContain($"{reference} Little Auk: new rudder is yours");
        // The customer finds it on their page, and can write there.
        var page = (await Of("Benedikta").Get("/api/page"))
            .GetProperty("conversations")
            .EnumerateArray()
            .Single(c => Text(c, "docket") == reference);
        await Of("Benedikta")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{Id(page)}/entries",
                new { id = Guid.CreateVersion7(), body = "When do you begin?" }
            );
        (await Of("Odalys").Get("/api/queues/board")).ToString().ShouldContain($"\"{reference}\"");
    }

    [Fact]
    public async Task Numbers_are_counted_by_kind_and_what_is_wrong_is_said()
    {
        (await Make("Kit", "Cradle for the lift", "Project")).ShouldBe("P-1");
        (await Make("Kit", "Bilge pump runs", "Ticket")).ShouldStartWith("T-");
        async Task<string> Wrong(object given) =>
            (await Of("Kit").Refused(HttpMethod.Post, "/api/dockets", given)).Words;
        (
            await Wrong(
                new
                {
                    id = Guid.CreateVersion7(),
                    kind = YardKinds.Job.Id.Value,
                    subject = "x",
                    site = "",
                    owner = Whom("Caspian"),
                }
            )
        ).ShouldContain("no such colleague");
        (
            await Wrong(
                new
                {
                    id = Guid.CreateVersion7(),
                    kind = YardKinds.Job.Id.Value,
                    subject = "x",
                    site = "",
                    party = Guid.CreateVersion7(),
                }
            )
        ).ShouldContain("Add them to the contacts first");
        (
            await Wrong(
                new
                {
                    id = Guid.CreateVersion7(),
                    kind = YardKinds.Job.Id.Value,
                    subject = "x",
                    site = "",
                    queue = Guid.CreateVersion7(),
                }
            )
        ).ShouldContain("no such queue");
    }

    [Fact]
    public async Task What_a_docket_is_can_be_changed_by_whoever_read_it_last()
    {
        var reference = await Make("Odalys", "Emberline: varnish", owner: "Odalys");
        var old = await Setting(
            "Kit",
            reference,
            f =>
                Fields(
                    f,
                    subject: "Emberline: varnish and oars",
                    owner: Whom("Ines"),
                    milestones: [new { name = "launch", at = "2026-05-01T09:00:00Z" }]
                )
        );
        var docket = await Of("Kit").Get($"/api/dockets/{reference}");
        (
            Text(docket, "subject"),
            Text(docket.GetProperty("owner"), "firstName"),
            Text(docket.GetProperty("milestones")[0], "name")
        ).ShouldBe(("Emberline: varnish and oars", "Ines", "launch"));
        docket.ToString().ShouldContain("Kit gave this docket to Ines");
        using var late = await Of("Odalys")
            .Send(
                HttpMethod.Put,
                $"/api/dockets/{reference}/setting",
                Fields(
                    (await Of("Odalys").Get($"/api/dockets/{reference}/setting")).GetProperty("fields"),
                    subject: "Other"
                ),
                old
            );
        late.StatusCode.ShouldBe(HttpStatusCode.PreconditionFailed);
        (await late.Content.ReadAsStringAsync(Stop)).ShouldContain("varnish and oars");
    }

    [Fact]
    public async Task A_docket_that_is_limited_is_gone_for_those_who_are_not_listed()
    {
        var reference = await Make("Odalys", "Marrow Jane: quarrel", owner: "Odalys");
        (await Of("Tobiah").Get($"/api/dockets/{reference}")).ToString().ShouldContain("Marrow Jane");
        async Task<string> Refused(string by, Guid[] people)
        {
            var setting = await Of(by).Get($"/api/dockets/{reference}/setting");
            return (
                await Of(by)
                    .Refused(
                        HttpMethod.Put,
                        $"/api/dockets/{reference}/setting",
                        Fields(setting.GetProperty("fields"), limited: true, people: people),
                        Text(setting, "version")
                    )
            ).Words;
        }

        (await Refused("Kit", [Whom("Kit"), Whom("Odalys")])).ShouldContain(
            "Only the docket’s owner and those who may"
        );
        (await Refused("Odalys", [Whom("Kit")])).ShouldContain("You would no longer see it yourself");
        await Setting("Odalys", reference, f => Fields(f, limited: true, people: [Whom("Odalys"), Whom("Kit")]));
        (await Of("Kit").Get($"/api/dockets/{reference}"))
            .ToString()
            .ShouldContain("Odalys limited this docket to Odalys and Kit");
        foreach (var path in new[] { "", "/setting", $"/stages/{YardKinds.Job.At(1).Value}", "/sheets" })
            (await Of("Tobiah").Http.GetAsync($"/api/dockets/{reference}{path}", Stop)).StatusCode.ShouldBe(
                HttpStatusCode.NotFound,
                path
            );
        (
            await Of("Tobiah")
                .Refused(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage = YardKinds.Job.At(1).Value })
        ).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Moving_says_what_is_in_the_way_and_only_the_owner_and_managers_go_past_it()
    {
        var reference = await Make("Odalys", "Quillfish: rig", owner: "Odalys");
        var task = await Gate(reference, 2, "Have the quote signed");
        var means = await Of("Kit").Get($"/api/dockets/{reference}/stages/{YardKinds.Job.At(2).Value}");
        (
            Text(means, "stage"),
            Text(means.GetProperty("inTheWay")[0], "title"),
            means.GetProperty("mayAllTheSame").GetBoolean()
        ).ShouldBe(("Quote", "Have the quote signed", false));
        means.GetProperty("setsOff")[0].GetString()!.ShouldContain("Odalys is told");
        (
            await Of("Kit")
                .Refused(
                    HttpMethod.Put,
                    $"/api/dockets/{reference}/stage",
                    new { stage = YardKinds.Job.At(2).Value, reason = "they agreed" }
                )
        ).Words.ShouldContain("“Have the quote signed” stands in the way");
        // Up to the stage before it the way is free.
        await Of("Kit")
            .Do(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage = YardKinds.Job.At(1).Value });
        (await Of("Odalys").Get("/api/alerts")).ToString().ShouldContain("Kit moved this from Enquiry to Survey");
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/dockets/{reference}/stage",
                new { stage = YardKinds.Job.At(3).Value, reason = "they agreed by phone" }
            );
        (await Talk("Kit", reference)).ShouldContain(
            "Odalys moved this from Survey to Work, though “Have the quote signed” was not done: they agreed by phone"
        );
        await Of("Kit")
            .Do(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage = YardKinds.Job.At(0).Value });
        await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{task}/done");
        await Of("Kit")
            .Do(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage = YardKinds.Job.At(2).Value });
        (await Talk("Kit", reference)).ShouldContain("Kit moved this from Enquiry to Quote");
    }

    [Fact]
    public async Task A_docket_is_closed_once_what_is_open_in_it_was_seen_and_opened_again()
    {
        var reference = await Make("Odalys", "Salt Ledger: shore power", "Ticket", owner: "Odalys");
        await Gate(reference, 3, "Test the breaker");
        (
            await Of("Odalys").Refused(HttpMethod.Put, $"/api/dockets/{reference}/open", new { open = false })
        ).Words.ShouldStartWith("One task is still open here.");
        await Of("Odalys").Do(HttpMethod.Put, $"/api/dockets/{reference}/open", new { open = false, knowing = true });
        (await Of("Kit").Get("/api/dockets?open=false")).ToString().ShouldContain("Salt Ledger: shore power");
        (
            await Of("Kit")
                .Refused(
                    HttpMethod.Put,
                    $"/api/dockets/{reference}/stage",
                    new { stage = YardKinds.Ticket.At(1).Value }
                )
        ).Words.ShouldContain("Reopen it first");
        await Of("Kit").Do(HttpMethod.Put, $"/api/dockets/{reference}/open", new { open = true });
        (await Talk("Kit", reference)).ShouldContain("Kit reopened this docket");
    }

    [Fact]
    public async Task A_partner_is_added_and_has_a_conversation_of_their_own_once()
    {
        var reference = await Make("Odalys", "Quillfish: sails", party: "Benedikta");
        for (var i = 0; i < 2; i++)
            await Of("Kit")
                .Do(
                    HttpMethod.Post,
                    $"/api/dockets/{reference}/parties",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        party = PartyOf("Saoirse"),
                        queue = Yard.Queue,
                    }
                );
        (await Of("Odalys").Get($"/api/dockets/{reference}")).GetProperty("conversations").GetArrayLength().ShouldBe(3);
        (await Of("Saoirse").Get("/api/page")).ToString().ShouldContain("Quillfish: sails");
    }
}
