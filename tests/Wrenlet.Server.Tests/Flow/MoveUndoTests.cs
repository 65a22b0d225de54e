using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Flow;

/// <summary>Moves that can be undone for a while, on a server with time to think; gates that are lifted and asked for.</summary>
public sealed class MoveUndoTests
{
    private static readonly Guid Survey = YardKinds.Job.At(1).Value;

    private static string? Text(JsonElement view, string name) => view.GetProperty(name).GetString();

    private static async Task<string> Make(Visitor by, Guid owner) =>
        Text(
            await by.Do(
                HttpMethod.Post,
                "/api/dockets",
                new
                {
                    id = Guid.CreateVersion7(),
                    kind = YardKinds.Job.Id.Value,
                    subject = "Kestrel: refit",
                    site = "Upper Yard",
                    owner,
                }
            ),
            "ref"
        )!;

    private static async Task<string> StageOf(Visitor who, string reference) =>
        Text(
            (await who.Get($"/api/dockets/{reference}"))
                .GetProperty("stages")
                .EnumerateArray()
                .First(s => Text(s, "standing") == "now"),
            "name"
        )!;

    private static async Task<int> TimesTold(Visitor who) =>
        (await who.Get("/api/alerts")).ToString().Split("Kit moved this from").Length - 1;

    [Fact]
    public async Task In_time_a_move_is_undone_as_if_it_had_not_been_and_later_its_owner_is_told()
    {
        var yard = await SmallYard.Build();
        string reference;
        await using (var server = await RunningServer.Start(yard.Folder, "--no-demo", "--think-seconds", "120"))
        {
            using var kit = await server.Visit().SignIn("kit@quay.example", SmallYard.Password);
            using var odalys = await server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
            reference = await Make(kit, yard.People["Odalys"].Id.Value);
            var moved = await kit.Do(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage = Survey });
            moved.GetProperty("undoUntil").ValueKind.ShouldBe(JsonValueKind.String);
            (await StageOf(kit, reference)).ShouldBe("Survey");
            (await TimesTold(odalys)).ShouldBe(0);
            (await odalys.Refused(HttpMethod.Post, $"/api/dockets/{reference}/stage/undo")).Words.ShouldContain(
                "Somebody else moved it"
            );
            await kit.Do(HttpMethod.Post, $"/api/dockets/{reference}/stage/undo");
            (await StageOf(kit, reference)).ShouldBe("Enquiry");
            (await kit.Get($"/api/dockets/{reference}")).ToString().ShouldNotContain("Kit moved this");
        }

        await using (var server = await RunningServer.Start(yard.Folder, "--no-demo", "--think-seconds", "1"))
        {
            using var kit = await server.Visit().SignIn("kit@quay.example", SmallYard.Password);
            using var odalys = await server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
            await kit.Do(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage = Survey });
            await Waiting.Until(async () => await TimesTold(odalys) > 0);
            (await kit.Refused(HttpMethod.Post, $"/api/dockets/{reference}/stage/undo")).Words.ShouldContain(
                "too late"
            );
            // The one that was undone was never told of.
            (await TimesTold(odalys)).ShouldBe(1);
        }
    }

    [Fact]
    public async Task A_lock_and_a_gate_are_lifted_by_whose_role_allows_it_and_the_reason_is_kept()
    {
        var yard = await SmallYard.Build();
        await using var server = await RunningServer.Start(yard.Folder, "--no-demo");
        using var odalys = await server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
        using var wilhelmina = await server.Visit().SignIn("wilhelmina@quay.example", SmallYard.Password);
        var reference = await Make(odalys, yard.People["Odalys"].Id.Value);
        var held = Guid.CreateVersion7();
        var lockIt = new { stage = Survey, reason = "The crane is broken" };
        (await odalys.Refused(HttpMethod.Put, $"/api/dockets/{reference}/locks/{held}", lockIt)).Words.ShouldContain(
            "Your role does not allow you"
        );
        await wilhelmina.Do(HttpMethod.Put, $"/api/dockets/{reference}/locks/{held}", lockIt);
        var means = await odalys.Get($"/api/dockets/{reference}/stages/{Survey}");
        var gate = means.GetProperty("inTheWay")[0];
        (Text(gate, "title"), Text(gate, "kind"), Text(gate, "who")).ShouldBe(
            ("The crane is broken", "lock", "Wilhelmina Achterberg")
        );
        (means.GetProperty("mayAllTheSame").GetBoolean(), means.GetProperty("mayLift").GetBoolean()).ShouldBe(
            (false, false)
        );
        var move = new { stage = Survey, reason = "we cannot wait" };
        (await odalys.Refused(HttpMethod.Put, $"/api/dockets/{reference}/stage", move)).Words.ShouldContain(
            "It is locked"
        );
        var lift = new
        {
            of = held,
            stage = Survey,
            reason = "The crane works again",
        };
        (await odalys.Refused(HttpMethod.Post, $"/api/dockets/{reference}/gates/lifted", lift)).Words.ShouldContain(
            "Your role does not allow you"
        );
        await wilhelmina.Do(HttpMethod.Post, $"/api/dockets/{reference}/gates/lifted", lift);
        await odalys.Do(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage = Survey });
        var words = (await odalys.Get($"/api/dockets/{reference}")).ToString();
        words.ShouldContain("Wilhelmina lifted “The crane is broken”, which held up Survey: The crane works again");
        words.ShouldContain("Odalys moved this from Enquiry to Survey");
    }
}
