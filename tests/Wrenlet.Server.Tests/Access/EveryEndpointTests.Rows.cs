using System.Net;
using System.Reflection;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR.Client;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Access;

public partial class EveryEndpointTests
{
    /// <summary>Who signs in, the people and the house.</summary>
    private Dictionary<string, Row> HouseRows()
    {
        var yard = world.Yard;
        var (entry, task, kit) = (
            yard.Entries["J-2 inside"].Value,
            yard.Tasks["J-2"].Value,
            yard.People["Kit"].Id.Value
        );
        return new()
        {
            ["GET /api/welcome"] = new("/api/welcome", Everybody),
            ["POST /api/firm"] = new(
                "/api/firm",
                [],
                new
                {
                    name = "Another",
                    zone = "Europe/Lisbon",
                    address = "a@b.example",
                    hours = new[]
                    {
                        new
                        {
                            weekday = 1,
                            start = "08:00",
                            end = "17:00",
                        },
                    },
                    holidays = Array.Empty<object>(),
                    administratorName = "Mallory",
                    administratorAddress = "m@b.example",
                    password = "long enough for that",
                }
            ),
            ["POST /api/session"] = new(
                "/api/session",
                [],
                new { address = "nobody@quay.example", password = "wrong" }
            ),
            ["POST /api/session/demo"] = new("/api/session/demo", [], new { person = kit }),
            ["POST /api/session/link"] = new("/api/session/link", [], new { token = "wrong" }),
            ["DELETE /api/session"] = new("/api/session", SignedIn, Leaves: true),
            ["DELETE /api/sessions"] = new("/api/sessions", ["Saoirse"], Leaves: true),
            ["GET /api/me"] = new("/api/me", SignedIn),
            ["GET /api/colleagues"] = new("/api/colleagues", Staff),
            ["GET /api/working-days"] = new("/api/working-days?from=2026-04-13&days=7", Staff),
            ["GET /api/contacts"] = new("/api/contacts", Staff),
            ["GET /api/contacts/{party}"] = new($"/api/contacts/{yard.SpareParty}", Staff),
            ["PUT /api/contacts/{party}"] = new(
                $"/api/contacts/{yard.SpareParty}",
                Coordinators,
                new { name = "Spare party", kind = "customer" },
                IfMatch: "*"
            ),
            ["PUT /api/contacts/people/{id}"] = new(
                $"/api/contacts/people/{yard.SpareContact}",
                Coordinators,
                new
                {
                    party = yard.SpareParty,
                    name = "Spare contact",
                    reaches = Array.Empty<object>(),
                },
                IfMatch: "*"
            ),
            ["GET /api/contacts/cards"] = new("/api/contacts/cards", Staff),
            ["POST /api/contacts/{party}/merges"] = new(
                $"/api/contacts/{yard.SpareParty}/merges",
                Coordinators,
                new { gone = yard.SpareParty }
            ),
            ["DELETE /api/contacts/merges/{id}"] = new($"/api/contacts/merges/{Guid.CreateVersion7()}", []),
            ["GET /api/set-up"] = new("/api/set-up", Administrators),
            ["GET /api/log"] = new("/api/log", Administrators),
            ["GET /api/log/file"] = new("/api/log/file?kind=refused", Administrators),
            ["PUT /api/set-up/firm"] = new(
                "/api/set-up/firm",
                Administrators,
                new { country = "PT", routerThreshold = 0.75 },
                IfMatch: "*"
            ),
            ["PUT /api/set-up/queues/{id}"] = new(
                $"/api/set-up/queues/{yard.SpareParty}",
                Administrators,
                new
                {
                    id = yard.SpareParty,
                    name = "Spare queue",
                    site = "",
                    calendar = "Yard",
                    firstMinutes = 60,
                    laterMinutes = 60,
                    handover = "crew",
                    unsorted = false,
                },
                IfMatch: "*"
            ),
            ["PUT /api/set-up/calendars"] = new(
                "/api/set-up/calendars",
                Administrators,
                new
                {
                    name = "Spare hours",
                    hours = new[]
                    {
                        new
                        {
                            weekday = 1,
                            start = "08:00",
                            end = "12:00",
                        },
                    },
                },
                IfMatch: "*"
            ),
            ["PUT /api/set-up/holidays"] = new(
                "/api/set-up/holidays",
                Administrators,
                Array.Empty<object>(),
                IfMatch: "*"
            ),
            ["PUT /api/set-up/staff/{id}"] = new(
                $"/api/set-up/staff/{kit}",
                Administrators,
                new
                {
                    id = kit,
                    name = "Kit Ramaswamy",
                    role = "member",
                    purpose = "",
                    crews = Array.Empty<Guid>(),
                    address = "kit@quay.example",
                },
                IfMatch: "*"
            ),
            ["POST /api/set-up/staff/{id}/invitation"] = new($"/api/set-up/staff/{kit}/invitation", Administrators),
            // A wrong link lets nobody in; what one says of a forgotten password tells nothing.
            ["POST /api/session/account-link"] = new("/api/session/account-link", [], new { token = "wrong" }),
            ["PUT /api/session/account-link"] = new(
                "/api/session/account-link",
                [],
                new { token = "wrong", password = "long enough for that" }
            ),
            ["POST /api/session/forgotten"] = new(
                "/api/session/forgotten",
                Everybody,
                new { address = "nobody@quay.example" }
            ),
            ["POST /api/session/party-link"] = new(
                "/api/session/party-link",
                Everybody,
                new { address = "nobody@post.example" }
            ),
            ["GET /api/starting-sets"] = new("/api/starting-sets", Everybody),
            ["GET /api/country-holidays"] = new("/api/country-holidays?country=PT", Everybody),
            ["GET /api/first-steps"] = new("/api/first-steps", Administrators),
            ["PUT /api/first-steps/hidden"] = new("/api/first-steps/hidden", Administrators),
            ["POST /api/set-up/people-list"] = new(
                "/api/set-up/people-list",
                Administrators,
                new { text = "Mallory Quick <mallory@far.example>" }
            ),
            ["GET /api/logo"] = new("/api/logo", []),
            ["PUT /api/set-up/logo"] = new("/api/set-up/logo", Administrators, new { picture = (string?)null }),
            // With a wrong password, so that everybody keeps their address.
            ["PUT /api/me/address"] = new(
                "/api/me/address",
                [],
                new { address = "somebody@quay.example", password = "not the one" }
            ),
            ["POST /api/session/address-change"] = new("/api/session/address-change", [], new { token = "wrong" }),
            ["PUT /api/session/address-change"] = new("/api/session/address-change", [], new { token = "wrong" }),
            // Nobody is the same as themselves: whom it is for is told so.
            ["PUT /api/contacts/people/{id}/same"] = new(
                $"/api/contacts/people/{yard.SpareContact}/same",
                Coordinators,
                new { gone = yard.SpareContact }
            ),
            ["PUT /api/set-up/staff/{id}/same"] = new(
                $"/api/set-up/staff/{kit}/same",
                Administrators,
                new { gone = kit }
            ),
            ["GET /api/roles"] = new("/api/roles", Staff),
            ["PUT /api/set-up/roles/{id}"] = new(
                $"/api/set-up/roles/{_list}",
                Administrators,
                new { name = "Front desk", rights = new[] { "send-outside" } },
                IfMatch: "*"
            ),
            ["GET /api/set-up/staff/{id}/holdings"] = new($"/api/set-up/staff/{kit}/holdings", Administrators),
            ["PUT /api/set-up/staff/{id}/holdings"] = new(
                $"/api/set-up/staff/{kit}/holdings",
                Administrators,
                new { things = Array.Empty<object>() }
            ),
            // Nobody ends their own account: whom it is for is told so.
            ["POST /api/set-up/staff/{id}/leaving"] = new(
                $"/api/set-up/staff/{yard.People["Wilhelmina"].Id.Value}/leaving",
                Administrators,
                new { things = Array.Empty<object>() }
            ),
            ["DELETE /api/set-up/staff/{id}/leaving"] = new($"/api/set-up/staff/{kit}/leaving", []),
            ["GET /api/contacts/{party}/links"] = new($"/api/contacts/{yard.SpareParty}/links", Staff),
            ["POST /api/contacts/people/{id}/links"] = new(
                $"/api/contacts/people/{yard.SpareContact}/links",
                Staff,
                new { way = "copied" }
            ),
            ["DELETE /api/contacts/people/{id}/links"] = new($"/api/contacts/people/{yard.SpareContact}/links", Staff),
            ["DELETE /api/contacts/links/{id}"] = new($"/api/contacts/links/{Guid.CreateVersion7()}", []),
            ["PUT /api/set-up/crews/{id}"] = new(
                $"/api/set-up/crews/{_list}",
                Administrators,
                new { name = "Sails" },
                IfMatch: "*"
            ),
            // With a wrong password, so that everybody keeps theirs: whom it is for is told so.
            ["PUT /api/me/password"] = new(
                "/api/me/password",
                [],
                new { now = "not the one", next = "long enough for that" }
            ),
            ["GET /api/set-up/router"] = new("/api/set-up/router", Administrators),
            ["POST /api/set-up/router/trials"] = new(
                "/api/set-up/router/trials",
                Administrators,
                new { text = "A pump leaks" }
            ),
            ["GET /api/set-up/reader/lessons"] = new("/api/set-up/reader/lessons", Administrators),
            ["DELETE /api/set-up/reader/lessons"] = new("/api/set-up/reader/lessons", Administrators),
            ["DELETE /api/set-up/reader/lessons/{id}"] = new(
                $"/api/set-up/reader/lessons/{Guid.CreateVersion7()}",
                Administrators
            ),
            ["DELETE /api/set-up/reader/nicknames/{word}"] = new("/api/set-up/reader/nicknames/chips", Administrators),
            ["POST /api/set-up/reader/trials"] = new(
                "/api/set-up/reader/trials",
                Administrators,
                new { text = "Could you look at the pump by Friday?", outside = false }
            ),
            ["GET /api/reports/responses"] = new("/api/reports/responses", Coordinators),
            ["GET /api/reports/responses/{table}/file"] = new("/api/reports/responses/queues/file", Coordinators),
            ["GET /api/standins/text-office/texts"] = new("/api/standins/text-office/texts", Staff),
            ["POST /api/standins/text-office/texts"] = new(
                "/api/standins/text-office/texts",
                Staff,
                new { number = "+351910000177", text = "Hello" }
            ),
            ["GET /api/colleagues/standing"] = new("/api/colleagues/standing", Staff),
            ["PUT /api/colleagues/{id}/leave/{first}"] = new(
                $"/api/colleagues/{kit}/leave/2026-08-03",
                ["Kit", "Tobiah", "Wilhelmina", "Odalys", "Ines"],
                new { last = "2026-08-07" },
                "*"
            ),
            ["DELETE /api/colleagues/{id}/leave/{first}"] = new(
                $"/api/colleagues/{kit}/leave/2026-08-03",
                ["Odalys", "Ines", "Kit"],
                IfMatch: "*"
            ),
            ["GET /api/standins/post-office/mails"] = new("/api/standins/post-office/mails", Staff),
            ["GET /api/standins/post-office/mails/{messageId}/file"] = new(
                "/api/standins/post-office/mails/none/file",
                []
            ),
            ["POST /api/standins/post-office/answers"] = new(
                "/api/standins/post-office/answers",
                [],
                new { messageId = "none", text = "Hello" }
            ),
            ["POST /api/standins/post-office/mails"] = new(
                "/api/standins/post-office/mails",
                Staff,
                new
                {
                    name = "Somebody",
                    address = "some@body.example",
                    subject = "Hello",
                    text = "Hello",
                }
            ),
            ["POST /api/standins/post-office/raw"] = new(
                "/api/standins/post-office/raw",
                Coordinators,
                new { raw = "no mail" }
            ),
            ["GET /api/asides"] = new("/api/asides", Coordinators),
            ["GET /api/keeping"] = new("/api/keeping", Administrators),
            ["POST /api/keeping/backups"] = new("/api/keeping/backups", Administrators),
            ["DELETE /api/keeping/backups"] = new("/api/keeping/backups", Administrators),
            ["GET /api/stuck-work"] = new("/api/stuck-work", Administrators),
            ["POST /api/stuck-work/{id}/tries"] = new($"/api/stuck-work/{Guid.CreateVersion7()}/tries", []),
        };
    }
}
