namespace Wrenlet.Server.Tests.Access;

public partial class EveryEndpointTests
{
    private readonly Guid _rota = Guid.CreateVersion7();

    /// <summary>Cards of customers, crews with their rotas, and what is brought along.</summary>
    private Dictionary<string, Row> FirmRows()
    {
        var party = $"/api/contacts/{world.Yard.SpareParty}";
        var crew = $"/api/crews/{world.Yard.People["Ines"].Crews[0].Value}";
        var inside = $"/api/conversations/{world.Yard.Conversations["J-2 inside"].Value}";
        var nowhere = $"/api/imports/{Guid.CreateVersion7()}";
        return new()
        {
            ["GET /api/contacts/{party}/card"] = new($"{party}/card", Staff),
            ["PUT /api/contacts/{party}/card"] = new(
                $"{party}/card",
                Coordinators,
                new
                {
                    address = "1 Spare Lane",
                    notes = "",
                    prefers = (string?)null,
                    speaker = (Guid?)null,
                },
                IfMatch: "*"
            ),
            ["PUT /api/contacts/{party}/sites/{id}"] = new(
                $"{party}/sites/{Guid.CreateVersion7()}",
                Coordinators,
                new
                {
                    name = "Spare place",
                    address = "",
                    notes = "",
                    retired = false,
                },
                IfMatch: "*"
            ),
            ["PUT /api/contacts/{party}/things/{id}"] = new(
                $"{party}/things/{Guid.CreateVersion7()}",
                Coordinators,
                new
                {
                    site = (Guid?)null,
                    sort = "",
                    name = "Spare thing",
                    number = "",
                    notes = "",
                    fields = Array.Empty<object>(),
                    retired = false,
                },
                IfMatch: "*"
            ),
            ["GET /api/dockets/{reference}/things"] = new("/api/dockets/J-2/things", ["Kit"]),
            ["PUT /api/dockets/{reference}/things"] = new(
                "/api/dockets/J-2/things",
                ["Kit"],
                new { things = Array.Empty<Guid>() }
            ),
            ["GET /api/crews"] = new("/api/crews", Staff),
            ["GET /api/crews/{id}"] = new($"{crew}", Staff),
            ["PUT /api/crews/{id}/conversation"] = new($"{crew}/conversation", ["Ines"]),
            ["GET /api/duty"] = new("/api/duty", Staff),
            ["PUT /api/crews/{crew}/rotas/{id}"] = new(
                $"{crew}/rotas/{_rota}",
                Coordinators,
                new
                {
                    name = "Week",
                    span = "weeks",
                    startDay = 1,
                    starts = "08:00",
                    endDay = 1,
                    ends = "08:00",
                    first = "2026-04-13",
                    turns = new[] { world.Yard.People["Ines"].Id.Value },
                },
                IfMatch: "*"
            ),
            ["DELETE /api/crews/{crew}/rotas/{id}"] = new($"{crew}/rotas/{Guid.CreateVersion7()}", []),
            ["POST /api/crews/{crew}/swaps"] = new(
                $"{crew}/swaps",
                [],
                new
                {
                    id = Guid.CreateVersion7(),
                    line = Guid.CreateVersion7(),
                    slot = "2026-04-20",
                    to = world.Yard.People["Kit"].Id.Value,
                }
            ),
            ["PUT /api/crews/{crew}/swaps/{id}"] = new(
                $"{crew}/swaps/{Guid.CreateVersion7()}",
                [],
                new { state = "agreed" }
            ),
            ["PUT /api/worklists/{id}/conversation"] = new($"/api/worklists/{Guid.CreateVersion7()}/conversation", []),
            ["GET /api/conversations/{id}/followers"] = new($"{inside}/followers", ["Kit"]),
            ["PUT /api/conversations/{id}/followers/me"] = new(
                $"{inside}/followers/me",
                ["Kit"],
                new { follows = false }
            ),
            ["GET /api/folding"] = new("/api/folding", Staff),
            ["PUT /api/folding/{what}"] = new("/api/folding/asks", Staff, new { days = 14 }),
            ["POST /api/reading"] = new(
                "/api/reading",
                ["Tobiah", "Wilhelmina"],
                new
                {
                    person = world.Yard.People["Kit"].Id.Value,
                    from = "2026-04-01",
                    until = "2026-04-14",
                }
            ),
            ["GET /api/imports"] = new("/api/imports", Staff),
            ["POST /api/imports"] = new("/api/imports?kind=contacts&file=x.csv", []),
            ["GET /api/imports/{id}"] = new(nowhere, []),
            ["DELETE /api/imports/{id}"] = new(nowhere, []),
            ["GET /api/imports/{id}/preview"] = new($"{nowhere}/preview", []),
            ["PUT /api/imports/{id}/reading"] = new(
                $"{nowhere}/reading",
                [],
                new { columns = Array.Empty<string>(), forAll = new Dictionary<string, string>() }
            ),
            ["POST /api/imports/{id}/run"] = new($"{nowhere}/run", []),
            ["POST /api/imports/{id}/stop"] = new($"{nowhere}/stop", []),
            ["POST /api/imports/{id}/taking-back"] = new($"{nowhere}/taking-back", []),
            ["GET /api/imports/{id}/left"] = new($"{nowhere}/left", []),
        };
    }
}
