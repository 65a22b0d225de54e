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
            ["POST /api/contacts/cards"] = new(
                "/api/contacts/cards",
                Coordinators,
                new
                {
                    text = "BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Spare contact\r\nEMAIL:spare@far.example\r\nEND:VCARD\r\n",
                }
            ),
            ["GET /api/contacts/cards"] = new("/api/contacts/cards", Staff),
            ["POST /api/contacts/{party}/merges"] = new(
                $"/api/contacts/{yard.SpareParty}/merges",
                Coordinators,
                new { gone = yard.SpareParty }
            ),
            ["DELETE /api/contacts/merges/{id}"] = new($"/api/contacts/merges/{Guid.CreateVersion7()}", []),
            ["GET /api/set-up"] = new("/api/set-up", Administrators),
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
            ["GET /api/stuck-work"] = new("/api/stuck-work", Administrators),
            ["POST /api/stuck-work/{id}/tries"] = new($"/api/stuck-work/{Guid.CreateVersion7()}/tries", []),
        };
    }

    /// <summary>Dockets, conversations and queues.</summary>
    private Dictionary<string, Row> TalkRows()
    {
        var yard = world.Yard;
        var (inside, outside) = (yard.Conversations["J-2 inside"].Value, yard.Conversations["J-2 Caspian"].Value);
        var (entry, task, kit) = (
            yard.Entries["J-2 inside"].Value,
            yard.Tasks["J-2"].Value,
            yard.People["Kit"].Id.Value
        );
        // What was said outside cannot be changed any more: who sees it is told so.
        var said = yard.Entries["J-2 Caspian"].Value;
        var group = yard.Conversations["Kits group"].Value;
        return new()
        {
            ["GET /api/conversations/{id}/taggable"] = new(
                $"/api/conversations/{inside}/taggable?sign=%40&typed=",
                ["Kit"]
            ),
            ["POST /api/conversations/{id}/link"] = new($"/api/conversations/{outside}/link", ["Kit"]),
            ["GET /api/dockets"] = new("/api/dockets", Staff),
            ["POST /api/dockets"] = new(
                "/api/dockets",
                Staff,
                new
                {
                    id = Guid.Empty,
                    kind = YardKinds.Project.Id.Value,
                    subject = "Look",
                    site = "",
                }
            ),
            ["POST /api/dockets/table"] = new("/api/dockets/table", Staff, new { open = true }),
            ["POST /api/dockets/table/file"] = new("/api/dockets/table/file", Staff, new { open = true }),
            ["PUT /api/dockets/many"] = new("/api/dockets/many", Staff, new { refs = new[] { "J-2" } }),
            ["GET /api/docket-views"] = new("/api/docket-views", Staff),
            ["PUT /api/docket-views/{id}"] = new(
                $"/api/docket-views/{Guid.CreateVersion7()}",
                Staff,
                new
                {
                    name = "Mine",
                    shared = false,
                    settings = new { open = true },
                },
                "*"
            ),
            ["DELETE /api/docket-views/{id}"] = new($"/api/docket-views/{Guid.CreateVersion7()}", []),
            ["GET /api/sites"] = new("/api/sites", Staff),
            ["PUT /api/sites/{id}"] = new(
                $"/api/sites/{_site}",
                Administrators,
                new
                {
                    name = "Slipway",
                    address = "",
                    zone = "",
                    hours = "",
                }
            ),
            ["GET /api/kinds"] = new("/api/kinds", Staff),
            ["PUT /api/kinds/{id}"] = new(
                $"/api/kinds/{YardKinds.Project.Id.Value}",
                Administrators,
                KindSetting.Of(YardKinds.Project),
                "*"
            ),
            ["GET /api/stock-fields"] = new("/api/stock-fields", Staff),
            ["PUT /api/dockets/{reference}/kind"] = new(
                "/api/dockets/J-2/kind",
                ["Kit"],
                new { kind = YardKinds.Job.Id.Value }
            ),
            ["PUT /api/dockets/{reference}/whole"] = new("/api/dockets/J-2/whole", ["Kit"], new { whole = "J-2" }),
            ["PUT /api/dockets/{reference}/same"] = new("/api/dockets/J-2/same", ["Kit"], new { other = "J-2" }),
            ["DELETE /api/dockets/{reference}"] = new("/api/dockets/J-2", ["Kit"]),
            ["GET /api/removed-dockets"] = new("/api/removed-dockets", Staff),
            ["PUT /api/removed-dockets/{id}/restored"] = new($"/api/removed-dockets/{yard.Limited.Value}/restored", []),
            ["GET /api/dockets/{reference}/setting"] = new("/api/dockets/J-2/setting", ["Kit"]),
            ["PUT /api/dockets/{reference}/setting"] = new(
                "/api/dockets/J-2/setting",
                ["Kit"],
                new
                {
                    subject = "Look",
                    site = "",
                    owner = (Guid?)null,
                    priority = "normal",
                    limited = true,
                    people = new[] { kit },
                    crews = Array.Empty<Guid>(),
                    milestones = Array.Empty<object>(),
                },
                IfMatch: "\"an old one\""
            ),
            ["GET /api/dockets/{reference}/stages/{stage}"] = new(
                $"/api/dockets/J-2/stages/{YardKinds.Job.At(1).Value}",
                ["Kit"]
            ),
            ["PUT /api/dockets/{reference}/stage"] = new(
                "/api/dockets/J-2/stage",
                ["Kit"],
                new { stage = YardKinds.Job.At(0).Value }
            ),
            ["PUT /api/dockets/{reference}/open"] = new("/api/dockets/J-2/open", ["Kit"], new { open = true }),
            ["POST /api/dockets/{reference}/parties"] = new(
                "/api/dockets/J-2/parties",
                ["Kit"],
                new { id = Guid.Empty, party = yard.People["Caspian"].Party!.Value.Value }
            ),
            ["GET /api/dockets/{reference}"] = new("/api/dockets/J-2", ["Kit"]),
            ["GET /api/dockets/{reference}/talk"] = new("/api/dockets/J-2/talk", ["Kit"]),
            ["PUT /api/dockets/{reference}/sight/{person}"] = new($"/api/dockets/J-2/sight/{kit}", ["Kit"]),
            ["GET /api/needs"] = new("/api/needs", Staff),
            ["GET /api/queues/board"] = new("/api/queues/board", Staff),
            // Nothing that is taken here: an empty choice is refused to all, whoever sees what.
            ["POST /api/queues/next"] = new("/api/queues/next", [], new { among = Array.Empty<Guid>() }),
            ["GET /api/queues/board/{id}"] = new($"/api/queues/board/{outside}", ["Kit"]),
            ["GET /api/conversations/{id}/clock"] = new($"/api/conversations/{outside}/clock", ["Kit"]),
            ["GET /api/conversations/{id}/advice"] = new($"/api/conversations/{outside}/advice", ["Kit"]),
            ["POST /api/conversations/{id}/check"] = new(
                $"/api/conversations/{outside}/check",
                ["Kit"],
                new { body = "A word" }
            ),
            ["PUT /api/conversations/{id}/queue"] = new(
                $"/api/conversations/{outside}/queue",
                ["Kit"],
                new { queue = yard.Queue }
            ),
            ["PUT /api/conversations/{id}/standing"] = new(
                $"/api/conversations/{outside}/standing",
                ["Kit"],
                new { step = "back" }
            ),
            ["PUT /api/conversations/{id}/docket"] = new(
                $"/api/conversations/{outside}/docket",
                ["Kit"],
                new { reference = "J-2" }
            ),
            ["POST /api/conversations/{id}/forwards"] = new(
                $"/api/conversations/{outside}/forwards",
                ["Kit"],
                new
                {
                    id = Guid.Empty,
                    entries = Array.Empty<Guid>(),
                    to = "somebody@far.example",
                    message = "See below",
                    knowing = true,
                }
            ),
            ["PUT /api/entries/{id}/leaving"] = new($"/api/entries/{entry}/leaving", ["Kit"]),
            ["DELETE /api/entries/{id}/leaving"] = new($"/api/entries/{entry}/leaving", ["Kit"]),
            ["POST /api/calls"] = new(
                "/api/calls",
                ["Kit"],
                new
                {
                    id = Guid.Empty,
                    docket = "J-2",
                    who = "Caspian",
                    about = "The bill",
                }
            ),
            ["GET /api/stock-replies"] = new("/api/stock-replies", Staff),
            ["PUT /api/stock-replies/{id}"] = new(
                $"/api/stock-replies/{Guid.CreateVersion7()}",
                Staff,
                new
                {
                    name = "Thanks",
                    body = "Thank you",
                    own = true,
                }
            ),
            ["DELETE /api/stock-replies/{id}"] = new($"/api/stock-replies/{yard.KitsStock}", ["Kit"]),
            ["GET /api/conversations/{id}/stock-replies/{reply}"] = new(
                $"/api/conversations/{outside}/stock-replies/{yard.EverybodysStock}",
                ["Kit"]
            ),
            ["PUT /api/page/conversations/{id}/rating"] = new(
                $"/api/page/conversations/{outside}/rating",
                ["Caspian"],
                new { steps = 5 }
            ),
            ["GET /api/conversations/{id}"] = new($"/api/conversations/{inside}", ["Kit"]),
            ["GET /api/conversations/{id}/entries"] = new($"/api/conversations/{outside}/entries", ["Kit", "Caspian"]),
            ["POST /api/conversations/{id}/entries"] = new(
                $"/api/conversations/{outside}/entries",
                ["Kit", "Caspian"],
                new { id = Guid.Empty, body = "A word" }
            ),
            ["PUT /api/conversations/{id}/owner"] = new(
                $"/api/conversations/{outside}/owner",
                ["Kit"],
                new { person = kit }
            ),
            ["GET /api/entries/{id}"] = new($"/api/entries/{entry}", ["Kit"]),
            ["PUT /api/entries/{id}"] = new(
                $"/api/entries/{said}",
                ["Kit"],
                new { body = "A secret, put in other words" },
                IfMatch: "\"1\""
            ),
            ["DELETE /api/entries/{id}"] = new($"/api/entries/{said}", ["Kit"]),
            ["GET /api/entries/{id}/versions"] = new($"/api/entries/{entry}/versions", ["Kit"]),
            ["GET /api/entries/{id}/readers"] = new($"/api/entries/{entry}/readers", ["Kit"]),
            ["PUT /api/entries/{id}/signs/{sign}"] = new($"/api/entries/{entry}/signs/agree", ["Kit"]),
            ["DELETE /api/entries/{id}/signs/{sign}"] = new($"/api/entries/{entry}/signs/agree", ["Kit"]),
            ["POST /api/entries/{id}/passings"] = new(
                $"/api/entries/{entry}/passings",
                ["Kit"],
                new { id = Guid.Empty, docket = "J-2" }
            ),
            ["PUT /api/conversations/{id}/pins"] = new(
                $"/api/conversations/{inside}/pins",
                ["Kit"],
                new { entries = Array.Empty<Guid>() }
            ),
            ["PUT /api/conversations/{id}/reading"] = new(
                $"/api/conversations/{inside}/reading",
                ["Kit"],
                new { upTo = 1 }
            ),
            ["GET /api/conversations/{id}/marks"] = new($"/api/conversations/{inside}/marks", ["Kit"]),
            ["GET /api/drafts"] = new("/api/drafts", Staff),
            ["PUT /api/conversations/{id}/draft"] = new(
                $"/api/conversations/{inside}/draft",
                ["Kit"],
                new { doc = new { type = "doc" } }
            ),
            ["GET /api/talk"] = new("/api/talk?audience=inside", Staff),
            ["POST /api/conversations"] = new(
                "/api/conversations",
                Staff,
                new
                {
                    id = Guid.CreateVersion7(),
                    audience = "group",
                    people = Array.Empty<Guid>(),
                    name = "Spare group",
                }
            ),
            ["PUT /api/conversations/{id}/group"] = new(
                $"/api/conversations/{group}/group",
                ["Kit", "Odalys"],
                new { name = SmallYard.WordOf("Kits group") }
            ),
            ["PUT /api/conversations/{id}/members/{person}"] = new(
                $"/api/conversations/{group}/members/{kit}",
                ["Kit", "Odalys"]
            ),
            ["DELETE /api/conversations/{id}/members/{person}"] = new(
                $"/api/conversations/{group}/members/{kit}",
                ["Kit", "Odalys"]
            ),
            ["PUT /api/entries/{id}/filing"] = new(
                $"/api/entries/{entry}/filing",
                ["Kit"],
                new
                {
                    kind = "advice",
                    minutes = 20,
                    billable = true,
                }
            ),
            ["DELETE /api/entries/{id}/filing"] = new($"/api/entries/{entry}/filing", ["Kit"]),
            ["GET /api/dockets/{reference}/record"] = new("/api/dockets/J-2/record", ["Kit"]),
            ["GET /api/dockets/{reference}/record/file"] = new("/api/dockets/J-2/record/file", ["Kit"]),
            ["GET /api/dockets/{reference}/exports/{format}"] = new(
                "/api/dockets/J-2/exports/jsonl?inside=true",
                ["Kit"]
            ),
            ["PUT /api/dockets/{reference}/looked-through"] = new(
                "/api/dockets/J-2/looked-through",
                ["Kit"],
                new { upTo = 1 }
            ),
            ["GET /api/dockets/{reference}/shared"] = new("/api/dockets/J-2/shared", ["Kit"]),
            ["GET /api/conversations/{id}/shared"] = new($"/api/conversations/{inside}/shared", ["Kit"]),
            ["GET /api/page"] = new("/api/page", ["Benedikta", "Caspian", "Saoirse"]),
            ["GET /api/entries/{id}/drafts"] = new($"/api/entries/{entry}/drafts", ["Kit"]),
            ["GET /api/dockets/{reference}/asks"] = new("/api/dockets/J-2/asks", ["Kit"]),
            ["GET /api/conversations/{id}/askable"] = new($"/api/conversations/{inside}/askable", ["Kit"]),
            ["GET /api/conversations/{id}/invitable"] = new(
                $"/api/conversations/{yard.Conversations["J-2 inside"].Value}/invitable",
                ["Kit"]
            ),
            ["GET /api/conversations/{id}/meeting-times"] = new(
                $"/api/conversations/{yard.Conversations["J-2 inside"].Value}/meeting-times?with={kit}",
                ["Kit"]
            ),
            ["GET /api/dockets/{reference}/sheets"] = new("/api/dockets/J-2/sheets", ["Kit"]),
            ["GET /api/dockets/{reference}/meetings"] = new("/api/dockets/J-2/meetings", ["Kit"]),
            ["GET /api/calls/{id}"] = new($"/api/calls/{yard.Meeting.Value}", ["Kit"]),
            ["POST /api/calls/{id}/lines"] = new(
                $"/api/calls/{yard.Meeting.Value}/lines",
                ["Kit"],
                new { words = "Hello" }
            ),
            ["POST /api/calls/{id}/end"] = new($"/api/calls/{yard.Meeting.Value}/end", ["Kit"]),
            ["GET /api/calendar-feed"] = new("/api/calendar-feed", Staff),
            ["PUT /api/calendar-feed"] = new("/api/calendar-feed", Staff),
            ["DELETE /api/calendar-feed"] = new("/api/calendar-feed", Staff),
            ["GET /api/calendars/{token}.ics"] = new("/api/calendars/wrong.ics", []),
            ["GET /api/dockets/{reference}/listening"] = new("/api/dockets/J-2/listening", ["Kit"]),
            ["PUT /api/dockets/{reference}/listening"] = new(
                "/api/dockets/J-2/listening",
                ["Kit"],
                new { level = "everything", follows = false }
            ),
            ["GET /api/conversations/{id}/listening"] = new($"/api/conversations/{inside}/listening", ["Kit"]),
            ["PUT /api/conversations/{id}/listening"] = new(
                $"/api/conversations/{inside}/listening",
                ["Kit"],
                new { level = "everything", follows = false }
            ),
            ["GET /api/changes"] = new("/api/changes?after=0", SignedIn),
        };
    }
}
