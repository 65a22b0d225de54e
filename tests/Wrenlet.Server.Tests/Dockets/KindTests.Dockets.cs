using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Dockets;

/// <summary>What becomes of dockets of a kind: another kind, parts, the same, gone; and the table of them all.</summary>
public sealed partial class KindTests
{
    [Fact]
    public async Task A_docket_becomes_another_kind_and_is_found_by_the_reference_it_had()
    {
        await SetUp();
        var reference = await Make("Tuning", "Upright: does not hold its pitch");
        var tuning = Kind("Tuning");
        await Fill(
            reference,
            (tuning.Field("Maker"), "Zimmermann"),
            (tuning.Field("Soundboard"), tuning.Field("Soundboard").Choices[0].Id.ToString())
        );
        var now = Text(
            await Of("Kit").Do(HttpMethod.Put, $"/api/dockets/{reference}/kind", new { kind = Kind("Restoration").Id }),
            "ref"
        )!;
        now.ShouldStartWith("R-2026-");
        var docket = await Of("Ines").Get($"/api/dockets/{reference}");
        (Text(docket, "ref"), docket.GetProperty("formerRefs")[0].GetString()).ShouldBe((now, reference));
        (Shown(docket, "Maker"), Shown(docket, "Soundboard")).ShouldBe(("Zimmermann", "cracked"));
        docket.ToString().ShouldContain($"Kit made this a Restoration: {now}, before it was {reference}");
        Text(docket.GetProperty("stages")[0], "standing").ShouldBe("now");
    }

    [Fact]
    public async Task Dockets_are_parts_of_others_and_joined_when_they_are_the_same()
    {
        await SetUp();
        var (whole, part, twin) = (
            await Make("Restoration", "All pianos of the school", party: null),
            await Make("Tuning", "School piano 1", party: null),
            await Make("Tuning", "School piano 1 again")
        );
        await Of("Kit").Do(HttpMethod.Put, $"/api/dockets/{part}/whole", new { whole });
        (
            await Of("Kit").Refused(HttpMethod.Put, $"/api/dockets/{whole}/whole", new { whole = part })
        ).Words.ShouldContain("a part of this docket already");
        Text((await Of("Kit").Get($"/api/dockets/{part}")).GetProperty("whole"), "ref").ShouldBe(whole);
        Text((await Of("Kit").Get($"/api/dockets/{whole}")).GetProperty("parts")[0], "ref").ShouldBe(part);

        (await Of("Kit").Refused(HttpMethod.Put, $"/api/dockets/{twin}/same", new { other = "J-2" })).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        await Of("Kit").Do(HttpMethod.Put, $"/api/dockets/{twin}/same", new { other = part });
        var joined = await Of("Kit").Get($"/api/dockets/{twin}");
        (joined.GetProperty("open").GetBoolean(), Text(joined.GetProperty("sameAs"), "ref")).ShouldBe((false, part));
        (await Of("Kit").Get($"/api/dockets/{part}"))
            .GetProperty("conversations")
            .EnumerateArray()
            .Count(c => Text(c, "audience") == "outside")
            .ShouldBe(1);
    }

    [Fact]
    public async Task Who_made_a_docket_deletes_it_while_nothing_has_left_it_and_restores_it()
    {
        await SetUp();
        var reference = await Make("Hire", "Made by mistake secretmistake", by: "Kit", party: null);
        (await Of("Ines").Refused(HttpMethod.Delete, $"/api/dockets/{reference}")).Words.ShouldContain("Only who made");
        await Of("Kit").Do(HttpMethod.Delete, $"/api/dockets/{reference}");
        foreach (var who in new[] { "Kit", "Odalys", "Wilhelmina" })
        {
            (await Of(who).Http.GetAsync($"/api/dockets/{reference}", Stop)).StatusCode.ShouldBe(
                HttpStatusCode.NotFound
            );
            (await Of(who).Get("/api/dockets")).ToString().ShouldNotContain("secretmistake");
            (await Of(who).Get("/api/find?words=secretmistake")).GetProperty("hits").GetArrayLength().ShouldBe(0);
        }

        (await Of("Ines").Get("/api/removed-dockets")).GetArrayLength().ShouldBe(0);
        var removed = (await Of("Kit").Get("/api/removed-dockets"))
            .EnumerateArray()
            .Single(r => Text(r, "ref") == reference);
        await Of("Kit").Do(HttpMethod.Put, $"/api/removed-dockets/{Id(removed)}/restored");
        (await Of("Ines").Get($"/api/dockets/{reference}")).ToString().ShouldContain("secretmistake");

        var talked = await Make("Hire", "Talked about", by: "Kit");
        var outside = (await Of("Kit").Get($"/api/dockets/{talked}"))
            .GetProperty("conversations")
            .EnumerateArray()
            .Single(c => Text(c, "audience") == "outside");
        await Say(Of("Kit"), Id(outside), "It will be with you on Monday.");
        (await Of("Kit").Refused(HttpMethod.Delete, $"/api/dockets/{talked}")).Words.ShouldContain("so it is kept");
    }

    [Fact]
    public async Task The_table_is_sorted_filtered_and_grouped_by_what_the_firm_keeps_and_changed_many_at_once()
    {
        await SetUp();
        var kind = Kind("Restoration");
        var (pitch, maker) = (kind.Field("Pitch"), kind.Field("Maker"));
        var made = new List<string>();
        foreach (var (name, hz) in new[] { ("Tablesort A", "432"), ("Tablesort B", "9.5"), ("Tablesort C", null) })
        {
            made.Add(await Make("Restoration", name, party: null));
            await Fill(made[^1], (pitch, hz), (maker, name == "Tablesort B" ? "Petrof" : "Kawai"));
        }

        async Task<JsonElement> Table(object wish, string who = "Kit") =>
            await Of(who).Do(HttpMethod.Post, "/api/dockets/table", wish);
        static string Refs(JsonElement table) =>
            string.Join(
                ",",
                table.GetProperty("lines").EnumerateArray().Select(l => Text(l.GetProperty("row"), "subject")![^1])
            );
        var columns = (await Table(new { words = "tablesort" })).GetProperty("columns").EnumerateArray().ToList();
        string Column(string name) => Text(columns.First(c => Text(c, "name") == name), "id")!;
        Refs(await Table(new { words = "tablesort", sortBy = Column("Pitch") })).ShouldBe("B,A,C");
        Refs(
                await Table(
                    new
                    {
                        words = "tablesort",
                        sortBy = Column("Pitch"),
                        down = true,
                    }
                )
            )
            .ShouldBe("A,B,C");
        Refs(
                await Table(
                    new
                    {
                        words = "tablesort",
                        filters = new[]
                        {
                            new
                            {
                                column = Column("Pitch"),
                                sense = "least",
                                value = "100",
                            },
                        },
                    }
                )
            )
            .ShouldBe("A");
        Refs(await Table(new { words = "petrof tablesort" })).ShouldBe("B");
        var grouped = await Table(
            new
            {
                words = "tablesort",
                groupBy = Column("Maker"),
                columns = new[] { Column("Pitch") },
            }
        );
        grouped
            .GetProperty("groups")
            .EnumerateArray()
            .Select(g => $"{Text(g, "label")} {g.GetProperty("count")}")
            .ShouldBe(["Kawai 2", "Petrof 1"]);
        grouped
            .GetProperty("lines")[2]
            .GetProperty("cells")
            .GetProperty(Column("Pitch"))
            .GetString()
            .ShouldBe("9.5 Hz");
        (await Of("Kit").Refused(HttpMethod.Post, "/api/dockets/table", new { sortBy = "colour" })).Words.ShouldContain(
            "no longer there"
        );
        var file = await (
            await Of("Kit")
                .Send(
                    HttpMethod.Post,
                    "/api/dockets/table/file",
                    new
                    {
                        words = "tablesort",
                        sortBy = Column("Pitch"),
                        columns = new[] { Column("Maker") },
                    }
                )
        ).Content.ReadAsStringAsync(Stop);
        file.Split("\r\n")[1].ShouldEndWith(",Petrof");

        // Many at once: what cannot be changed says why, the others are.
        var many = await Of("Odalys")
            .Do(
                HttpMethod.Put,
                "/api/dockets/many",
                new
                {
                    refs = new[] { made[0], made[2], "J-1", "J-2" },
                    site = "Workshop",
                    values = new Dictionary<Guid, string?> { [pitch.Id] = "440" },
                }
            );
        many.GetProperty("changed").EnumerateArray().Select(r => r.GetString()).ShouldBe([made[0], made[2]]);
        many.GetProperty("refused").ToString().ShouldContain("Jobs have no field Pitch");
        many.GetProperty("refused").ToString().ShouldContain("you cannot see it");
        var after = await Of("Kit").Get($"/api/dockets/{made[2]}");
        (Shown(after, "Pitch"), Text(after, "site")).ShouldBe(("440 Hz", "Workshop"));
        // What is limited to others stands in nobody else's table.
        (await Table(new { words = "dispute" }, "Odalys"))
            .GetProperty("total")
            .GetInt32()
            .ShouldBe(0);
        (await Table(new { words = "dispute" })).GetProperty("total").GetInt32().ShouldBe(1);
    }
}
