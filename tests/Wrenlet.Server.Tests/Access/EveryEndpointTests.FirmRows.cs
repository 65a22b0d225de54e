namespace Wrenlet.Server.Tests.Access;

public partial class EveryEndpointTests
{
    /// <summary>Cards of customers, crews with their rotas, and what is brought along.</summary>
    private Dictionary<string, Row> FirmRows()
    {
        var party = $"/api/contacts/{world.Yard.SpareParty}";
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
