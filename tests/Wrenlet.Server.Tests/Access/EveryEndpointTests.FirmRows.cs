namespace Wrenlet.Server.Tests.Access;

public partial class EveryEndpointTests
{
    /// <summary>Cards of customers, crews with their rotas, and what is brought along.</summary>
    private Dictionary<string, Row> FirmRows()
    {
        var party = $"/api/contacts/{world.Yard.SpareParty}";
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
        };
    }
}
