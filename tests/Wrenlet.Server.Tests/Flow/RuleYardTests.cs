using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Flow;

/// <summary>Tests of rules, each with a docket at a site of its own, on which no other's rules act.</summary>
public abstract class RuleYardTests(YardFixture fixture) : YardTests(fixture)
{
    protected static readonly Guid Survey = YardKinds.Job.At(1).Value;
    protected static readonly Guid Quote = YardKinds.Job.At(2).Value;

    protected Guid Whom(string name) => Yard.People[name].Id.Value;

    /// <summary>A docket of its own, at a site of its own: rules of other tests do not act on it.</summary>
    protected async Task<(string Ref, string Site)> Begin(string? party = "Benedikta", string? at = null)
    {
        var site = at ?? $"Berth {Guid.NewGuid():N}";
        var made = await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/dockets",
                new
                {
                    id = Guid.CreateVersion7(),
                    kind = YardKinds.Job.Id.Value,
                    subject = "Kestrel: refit",
                    site,
                    owner = Whom("Odalys"),
                    party = party is null ? (Guid?)null : Yard.People[party].Party!.Value.Value,
                    queue = party is null ? (Guid?)null : Yard.Queue,
                }
            );
        return (Text(made, "ref")!, site);
    }

    protected static object Setting(string site, object trigger, object[] steps, bool on = true) =>
        new
        {
            name = $"Rule of {site}",
            trigger,
            conditions = new[] { new { kind = "site", value = site } },
            steps,
            on,
        };

    protected async Task<Guid> Rule(string site, object trigger, params object[] steps)
    {
        var id = Guid.CreateVersion7();
        await Of("Tobiah").Do(HttpMethod.Put, $"/api/rules/{id}", Setting(site, trigger, steps));
        return id;
    }

    /// <summary>Nobody sees a docket any more but its owner Odalys, who has to be named, and these people.</summary>
    protected async Task Limit(string reference, params string[] people)
    {
        var setting = await Of("Odalys").Get($"/api/dockets/{reference}/setting");
        var fields = setting.GetProperty("fields");
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/dockets/{reference}/setting",
                new
                {
                    subject = Text(fields, "subject"),
                    site = Text(fields, "site"),
                    owner = Whom("Odalys"),
                    priority = "normal",
                    limited = true,
                    people = people.Select(Whom).ToArray(),
                    crews = Array.Empty<Guid>(),
                    milestones = Array.Empty<object>(),
                },
                Text(setting, "version")
            );
    }

    protected async Task Move(string reference, Guid stage, string by = "Odalys", object[]? changed = null) =>
        await Of(by).Do(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage, changed });

    protected async Task<JsonElement> Run(Guid rule, int nth = 0)
    {
        List<JsonElement> runs = [];
        await Waiting.Until(
            async () =>
            {
                runs =
                [
                    .. (await Of("Tobiah").Get($"/api/rules/{rule}/runs"))
                        .EnumerateArray()
                        .Where(r => Text(r, "state") != "waiting"),
                ];
                return runs.Count > nth;
            },
            20
        );
        return runs[^(nth + 1)];
    }

    protected async Task<string> Talk(string reference) =>
        (await Of("Odalys").Get($"/api/dockets/{reference}")).ToString();

    protected static object Task(
        string title,
        Guid? locks = null,
        string? owner = "docket-owner",
        Guid? ownerId = null
    ) =>
        new
        {
            kind = "task",
            words = title,
            owner,
            ownerId,
            dueIn = 2,
            priority = "high",
            remindEvery = 60,
            locks,
        };
}
