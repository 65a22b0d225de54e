using System.Net;
using System.Text.Json;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Dockets;

/// <summary>A firm makes kinds of docket of its own, with stages, milestones and fields: here a piano workshop's.</summary>
public sealed partial class KindTests(YardFixture fixture) : YardTests(fixture)
{
    private static readonly SemaphoreSlim Setting = new(1);
    private static readonly JsonSerializerOptions Web = new(JsonSerializerDefaults.Web);
    private static IReadOnlyList<KindSetting>? _kinds;

    private static KindSetting Kind(string name) => _kinds!.First(k => k.Name == name);

    /// <summary>The kinds are set up once for all tests of the class, over the API as an administrator does.</summary>
    private async Task SetUp()
    {
        await Setting.WaitAsync(Stop);
        try
        {
            if (_kinds is not null)
                return;
            var kinds = PianoFirm.Kinds();
            foreach (var kind in kinds)
                await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/kinds/{kind.Id}", kind);
            _kinds = kinds;
        }
        finally
        {
            Setting.Release();
        }
    }

    private async Task<string> Make(string kind, string subject, string by = "Odalys", string? party = "Benedikta") =>
        Text(
            await Of(by)
                .Do(
                    HttpMethod.Post,
                    "/api/dockets",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        kind = Kind(kind).Id,
                        subject,
                        site = "",
                        owner = Yard.People["Odalys"].Id.Value,
                        party = party is null ? (Guid?)null : Yard.People[party].Party!.Value.Value,
                        queue = party is null ? (Guid?)null : Yard.Queue,
                    }
                ),
            "ref"
        )!;

    private async Task Fill(string reference, params (FieldSetting Field, string? Value)[] values) =>
        await Change(reference, [], values);

    private async Task Change(
        string reference,
        object[] milestones,
        params (FieldSetting Field, string? Value)[] values
    )
    {
        var setting = await Of("Odalys").Get($"/api/dockets/{reference}/setting");
        var f = setting.GetProperty("fields");
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/dockets/{reference}/setting",
                new
                {
                    subject = Text(f, "subject"),
                    site = "",
                    owner = Yard.People["Odalys"].Id.Value,
                    priority = "normal",
                    limited = false,
                    people = Array.Empty<Guid>(),
                    crews = Array.Empty<Guid>(),
                    milestones,
                    values = values.ToDictionary(v => v.Field.Id, v => v.Value),
                },
                Text(setting, "version")
            );
    }

    private static string Shown(JsonElement docket, string field) =>
        docket
            .GetProperty("fields")
            .EnumerateArray()
            .Single(f => Text(f, "name") == field)
            .GetProperty("shown")
            .GetString()!;

    [Fact]
    public async Task A_docket_of_a_kind_of_ones_own_goes_through_its_stages_and_is_numbered_its_way()
    {
        await SetUp();
        var restoration = Kind("Restoration");
        var reference = await Make("Restoration", "Ibach upright: new strings");
        reference.ShouldStartWith("R-2026-");
        (await Make("Restoration", "Steck grand: hammers")).ShouldBe($"R-2026-{int.Parse(reference[7..]) + 1}");
        var docket = await Of("Kit").Get($"/api/dockets/{reference.ToLowerInvariant()}");
        (Text(docket, "kind"), docket.GetProperty("stages").GetArrayLength()).ShouldBe(("Restoration", 6));
        Text(docket.GetProperty("stages")[0], "standing").ShouldBe("now");

        // The soundboard must be known before it is strung: an empty field is a gate, and says so.
        var strung = new { stage = restoration.Stage("Strung"), reason = "it cannot wait" };
        var means = await Of("Kit").Get($"/api/dockets/{reference}/stages/{strung.stage}");
        Text(means.GetProperty("inTheWay")[0], "title").ShouldBe("Fill in Soundboard");
        (await Of("Kit").Refused(HttpMethod.Put, $"/api/dockets/{reference}/stage", strung)).Words.ShouldContain(
            "“Fill in Soundboard” stands in the way"
        );
        var soundboard = restoration.Field("Soundboard");
        await Fill(reference, (soundboard, soundboard.Choices.First(c => c.Name == "cracked").Id.ToString()));
        await Of("Kit").Do(HttpMethod.Put, $"/api/dockets/{reference}/stage", strung);
        (await Of("Kit").Get($"/api/dockets/{reference}"))
            .ToString()
            .ShouldContain("Kit moved this from Seen to Strung");
    }

    [Fact]
    public async Task Fields_hold_what_their_type_allows_and_say_what_is_wrong()
    {
        await SetUp();
        var (kind, reference) = (Kind("Restoration"), await Make("Restoration", "Blüthner: everything"));
        await Fill(
            reference,
            (kind.Field("Maker"), "Blüthner 1911"),
            (kind.Field("Pitch"), "438.50"),
            (kind.Field("Insured for"), "12,500"),
            (kind.Field("Last tuned"), "2025-11-03"),
            (kind.Field("Tuner"), Yard.People["Kit"].Id.Value.ToString()),
            (kind.Field("Stairs"), "yes"),
            (kind.Field("What was found"), "Two hammers\nworn")
        );
        var docket = await Of("Kit").Get($"/api/dockets/{reference}");
        Shown(docket, "Pitch").ShouldBe("438.5 Hz");
        Shown(docket, "Insured for").ShouldBe("12,500.00");
        Shown(docket, "Last tuned").ShouldBe("Mon 3 Nov 2025");
        Shown(docket, "Tuner").ShouldBe(Yard.People["Kit"].Name);
        Shown(docket, "Soundboard").ShouldBe("");
        // It is found by what stands in its fields.
        (await Of("Ines").Get("/api/find?words=1911"))
            .ToString()
            .ShouldContain(reference);

        var setting = await Of("Odalys").Get($"/api/dockets/{reference}/setting");
        foreach (
            var (field, value, words) in new[]
            {
                ("Pitch", "high", "Pitch is a number"),
                ("Insured for", "1.234", "Insured for is a sum"),
                ("Last tuned", "3 May", "Last tuned is a date"),
                ("Soundboard", Guid.CreateVersion7().ToString(), "not one of the choices"),
                ("Tuner", Yard.People["Benedikta"].Id.Value.ToString(), "one of your colleagues"),
                ("Stairs", "perhaps", "yes or no"),
                ("Maker", new string('x', 201), "Shorten it"),
            }
        )
        {
            var f = setting.GetProperty("fields");
            var given = JsonSerializer.Deserialize<Dictionary<string, object?>>(f.GetRawText())!;
            given["values"] = new Dictionary<Guid, string?> { [kind.Field(field).Id] = value };
            var (status, said) = await Of("Odalys")
                .Refused(HttpMethod.Put, $"/api/dockets/{reference}/setting", given, Text(setting, "version"));
            status.ShouldBe(HttpStatusCode.BadRequest, field);
            said.ShouldContain(words);
        }
    }

    [Fact]
    public async Task A_party_sees_the_stages_public_name_and_only_the_fields_marked_for_it()
    {
        await SetUp();
        var (kind, reference) = (Kind("Restoration"), await Make("Restoration", "Secretly named", party: "Benedikta"));
        await Fill(
            reference,
            (kind.Field("Maker"), "Feurich"),
            (kind.Field("Pitch"), "431.75"),
            (kind.Field("What was found"), "secretfinding")
        );
        async Task<JsonElement> Page() =>
            (await Of("Benedikta").Get("/api/page"))
                .GetProperty("conversations")
                .EnumerateArray()
                .Single(c => Text(c, "docket") == reference);
        var page = await Page();
        Text(page, "stage").ShouldBe("We have seen it");
        page.GetProperty("fields").GetArrayLength().ShouldBe(1);
        Text(page.GetProperty("fields")[0], "shown").ShouldBe("Feurich");
        page.ToString().ShouldNotContain("secretfinding");
        page.ToString().ShouldNotContain("431.75");
        // What is exported without what was internal says as much.
        async Task<string> Export(bool inside) =>
            await Of("Odalys").Http.GetStringAsync($"/api/dockets/{reference}/exports/html?inside={inside}", Stop);
        (await Export(false)).ShouldContain("Maker: Feurich");
        (await Export(false)).ShouldNotContain("secretfinding");
        (await Export(true)).ShouldContain("What was found: secretfinding");
        // A stage without a public name tells nothing.
        var soundboard = kind.Field("Soundboard");
        await Fill(reference, (soundboard, soundboard.Choices[0].Id.ToString()));
        await Of("Odalys").Do(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage = kind.Stage("Voiced") });
        (await Page()).GetProperty("stage").ValueKind.ShouldBe(JsonValueKind.Null);
    }

    [Fact]
    public async Task Milestones_and_dates_are_known_to_the_reader_of_words_and_to_stock_replies()
    {
        await SetUp();
        var (kind, reference) = (Kind("Restoration"), await Make("Restoration", "Grotrian: for the town hall"));
        var party = Yard.People["Benedikta"].Party!.Value.Value;
        await Change(
            reference,
            [
                new
                {
                    name = "concert",
                    at = "2026-05-22T18:00:00Z",
                    promisedTo = party,
                },
                new { name = "collection day", at = "2026-04-20T08:00:00Z" },
            ],
            (kind.Field("Last tuned"), "2026-04-30"),
            (kind.Field("Maker"), "Grotrian")
        );
        async Task<string> Moment(string words) =>
            (await Of("Kit").Get($"/api/moments?docket={reference}&sense=by&words={Uri.EscapeDataString(words)}"))
                .GetProperty("read")[0]
                .GetProperty("day")
                .GetString()!;
        (await Moment("two days before the concert")).ShouldBe("2026-05-20");
        (await Moment("the day before the collection day")).ShouldBe("2026-04-19");
        (await Moment("3 days before last tuned")).ShouldBe("2026-04-27");

        var stock = Guid.CreateVersion7();
        (await Of("Kit").Get("/api/stock-fields")).ToString().ShouldContain("collection day");
        await Of("Kit")
            .Do(
                HttpMethod.Put,
                $"/api/stock-replies/{stock}",
                new
                {
                    name = "concert " + stock,
                    body = "Your {maker} is home before {concert}; {tuner} comes.",
                    own = true,
                }
            );
        var outside = (await Of("Kit").Get($"/api/dockets/{reference}"))
            .GetProperty("conversations")
            .EnumerateArray()
            .Single(c => Text(c, "audience") == "outside");
        var filled = await Of("Kit").Get($"/api/conversations/{Id(outside)}/stock-replies/{stock}");
        Text(filled, "body")!.ShouldStartWith("Your Grotrian is home before Friday 22 May at ");
        filled.GetProperty("unfilled")[0].GetString().ShouldBe("{tuner}");
        // The date was promised, and a new one does not hide it.
        await Change(reference, [new { name = "concert", at = "2026-05-29T18:00:00Z" }]);
        var was = (await Of("Kit").Get($"/api/dockets/{reference}")).GetProperty("milestones")[0].GetProperty("was");
        was.GetArrayLength().ShouldBe(2);
        was[1].GetString()!.ShouldContain("promised to");
        was[1].GetString()!.ShouldContain("set by Odalys");
    }

    [Fact]
    public async Task A_stage_is_renamed_moved_and_retired_and_everything_in_it_stays_right()
    {
        await SetUp();
        var reference = await Make("Hire", "Small grand for a wedding");
        var hire = await KindNow("Hire");
        var (asked, gone) = (hire.Stages[0], Guid.CreateVersion7());
        hire = hire with
        {
            Stages =
            [
                .. hire.Stages.Select(s => s.Id == asked.Id ? s with { Name = "Wanted" } : s),
                new(gone, "Lost", null),
            ],
        };
        hire = await Put(hire);
        Text((await Of("Kit").Get($"/api/dockets/{reference}")).GetProperty("stages")[0], "name").ShouldBe("Wanted");
        await Of("Odalys").Do(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage = gone });

        // What stands in a stage that is retired has to go somewhere.
        var without = hire with
        {
            Stages = [.. hire.Stages.Select(s => s.Id == gone ? s with { Retired = true } : s)],
        };
        var (_, words) = await Of("Wilhelmina").Refused(HttpMethod.Put, $"/api/kinds/{hire.Id}", without, hire.Version);
        words.ShouldBe("One Hire stands in Lost. Choose the stage to move them to.");
        without = without with
        {
            Stages = [.. without.Stages.Select(s => s.Id == gone ? s with { MovesTo = asked.Id } : s)],
        };
        await Put(without, hire.Version);
        var docket = await Of("Kit").Get($"/api/dockets/{reference}");
        docket
            .GetProperty("stages")
            .EnumerateArray()
            .Single(s => Text(s, "standing") == "now")
            .GetProperty("name")
            .GetString()
            .ShouldBe("Wanted");
        docket.GetProperty("stages").ToString().ShouldNotContain("Lost");
        (await Of("Wilhelmina").Get("/api/log")).ToString().ShouldContain("Hire: stages: Asked");
    }

    [Fact]
    public async Task Kinds_are_for_administrators_with_a_version_and_say_what_is_wrong()
    {
        await SetUp();
        var tuning = await KindNow("Tuning");
        async Task<string> Wrong(KindSetting kind) =>
            (await Of("Wilhelmina").Refused(HttpMethod.Put, $"/api/kinds/{kind.Id}", kind, tuning.Version)).Words;
        (await Wrong(tuning with { Name = "hire" })).ShouldBe(
            "There is a kind named Hire already. Choose another name."
        );
        (await Wrong(tuning with { Letters = "J" })).ShouldContain("begin with J already");
        (await Wrong(tuning with { Letters = "7" })).ShouldContain("one to three letters");
        (await Wrong(tuning with { Stages = [] })).ShouldContain("needs at least one stage");
        (
            await Wrong(tuning with { Stages = [.. tuning.Stages, new(Guid.CreateVersion7(), "Booked", null)] })
        ).ShouldContain("There are two named Booked");
        (
            await Wrong(
                tuning with
                {
                    Fields =
                    [
                        .. tuning.Fields,
                        tuning.Fields[0] with
                        {
                            Id = Guid.CreateVersion7(),
                            Type = "sound",
                            Name = "Key",
                        },
                    ],
                }
            )
        ).ShouldContain("no type of field");
        (await Of("Kit").Send(HttpMethod.Put, $"/api/kinds/{tuning.Id}", tuning)).StatusCode.ShouldBe(
            HttpStatusCode.Forbidden
        );
        (
            (int)(await Of("Wilhelmina").Send(HttpMethod.Put, $"/api/kinds/{tuning.Id}", tuning, "other")).StatusCode
        ).ShouldBe(412);
    }

    private async Task<KindSetting> KindNow(string name) =>
        JsonSerializer
            .Deserialize<List<KindSetting>>((await Of("Wilhelmina").Get("/api/kinds")).GetRawText(), Web)!
            .First(k => k.Name == name);

    private async Task<KindSetting> Put(KindSetting kind, string? version = null) =>
        JsonSerializer.Deserialize<KindSetting>(
            (
                await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/kinds/{kind.Id}", kind, version ?? kind.Version)
            ).GetRawText(),
            Web
        )!;
}
