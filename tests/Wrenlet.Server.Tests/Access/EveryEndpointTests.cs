using System.Net;
using System.Reflection;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR.Client;
using Wrenlet.Server.Connections;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Access;

/// <summary>
/// Goes through every endpoint of the API document as everybody: whoever is not in its row gets a refusal without a
/// word
/// of what it holds. An endpoint without a row here fails the test. Where a thing is named, it is one of the limited
/// docket J-2.
/// </summary>
[Collection("yard")]
public class EveryEndpointTests(YardFixture world)
{
    private static readonly string[] Everybody =
    [
        "nobody",
        "Benedikta",
        "Caspian",
        "Saoirse",
        "Odalys",
        "Ines",
        "Kit",
        "Tobiah",
        "Wilhelmina",
    ];
    private static readonly string[] SignedIn = [.. Everybody.Except(["nobody"])];
    private static readonly string[] Staff = ["Odalys", "Ines", "Kit", "Tobiah", "Wilhelmina"];
    private static readonly string[] Administrators = ["Wilhelmina"];
    private static readonly string[] Coordinators = ["Odalys", "Tobiah", "Wilhelmina"];

    /// <summary>How to call an endpoint, and for whom it is.</summary>
    /// <param name="Leaves">Whether it signs its caller out, so that each call needs a visitor of its own.</param>
    private sealed record Row(
        string Path,
        string[] Allowed,
        object? Body = null,
        string? IfMatch = null,
        bool Leaves = false
    );

    private readonly Guid _notice = Guid.CreateVersion7();
    private readonly Guid _sheet = Guid.CreateVersion7();
    private readonly Guid _list = Guid.CreateVersion7();
    private readonly Guid _column = Guid.CreateVersion7();

    private Dictionary<string, Row> Rows()
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
        var ask = yard.Asked.Value;
        var sheet = yard.Sheets["J-2 sheet"].Value;
        var group = yard.Conversations["Kits group"].Value;
        var notice = _notice;
        var fields = new
        {
            title = "Look into it",
            owners = Array.Empty<object>(),
            priority = "normal",
            state = "needs-action",
            rule = "any",
        };
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
                    kind = "project",
                    subject = "Look",
                    site = "",
                }
            ),
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
            ["GET /api/dockets/{reference}/stages/{stage}"] = new("/api/dockets/J-2/stages/1", ["Kit"]),
            ["PUT /api/dockets/{reference}/stage"] = new("/api/dockets/J-2/stage", ["Kit"], new { stage = 0 }),
            ["PUT /api/dockets/{reference}/open"] = new("/api/dockets/J-2/open", ["Kit"], new { open = true }),
            ["POST /api/dockets/{reference}/parties"] = new(
                "/api/dockets/J-2/parties",
                ["Kit"],
                new { id = Guid.Empty, party = yard.People["Caspian"].Party!.Value.Value }
            ),
            ["GET /api/dockets/{reference}"] = new("/api/dockets/J-2", ["Kit"]),
            ["GET /api/dockets/{reference}/talk"] = new("/api/dockets/J-2/talk", ["Kit"]),
            ["PUT /api/dockets/{reference}/sight/{person}"] = new($"/api/dockets/J-2/sight/{kit}", ["Kit"]),
            ["GET /api/queues/board"] = new("/api/queues/board", Staff),
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
            ["POST /api/uploads"] = new(
                "/api/uploads",
                SignedIn,
                new
                {
                    id = Guid.Empty,
                    name = "list.txt",
                    mediaType = "text/plain",
                    size = 12,
                }
            ),
            ["GET /api/uploads/{id}"] = new($"/api/uploads/{yard.KitsUpload}", ["Kit"]),
            ["PATCH /api/uploads/{id}"] = new($"/api/uploads/{yard.KitsUpload}", ["Kit"], new { any = "bytes" }),
            ["DELETE /api/uploads/{id}"] = new($"/api/uploads/{yard.KitsUpload}", ["Kit"]),
            ["GET /api/files/{id}/thumbnail"] = new($"/api/files/{yard.Files["J-2 inside"]}/thumbnail", []),
            ["GET /api/things/{kind}/{target}"] = new($"/api/things/entry/{entry}", Staff),
            ["GET /api/things"] = new($"/api/things?path=/dockets/J-2", ["Kit"]),
            ["GET /api/files/{id}"] = new($"/api/files/{yard.Files["J-2 inside"]}", ["Kit"]),
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
            ["GET /api/contacts"] = new("/api/contacts", Staff),
            ["GET /api/contacts/{party}"] = new($"/api/contacts/{yard.SpareParty}", Staff),
            ["PUT /api/contacts/{party}"] = new(
                $"/api/contacts/{yard.SpareParty}",
                Coordinators,
                new { name = "Spare party", kind = "customer" }
            ),
            ["PUT /api/contacts/people/{id}"] = new(
                $"/api/contacts/people/{yard.SpareContact}",
                Coordinators,
                new
                {
                    party = yard.SpareParty,
                    name = "Spare contact",
                    reaches = Array.Empty<object>(),
                }
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
                new { country = "PT", routerThreshold = 0.75 }
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
                }
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
                }
            ),
            ["PUT /api/set-up/holidays"] = new("/api/set-up/holidays", Administrators, Array.Empty<object>()),
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
                }
            ),
            ["PUT /api/set-up/crews/{id}"] = new($"/api/set-up/crews/{_list}", Administrators, new { name = "Sails" }),
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
            ["PUT /api/page/conversations/{id}/rating"] = new(
                $"/api/page/conversations/{outside}/rating",
                ["Caspian"],
                new { steps = 5 }
            ),
            ["GET /api/standins/text-office/texts"] = new("/api/standins/text-office/texts", Staff),
            ["POST /api/standins/text-office/texts"] = new(
                "/api/standins/text-office/texts",
                Staff,
                new { number = "+351910000177", text = "Hello" }
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
            ["GET /api/colleagues/standing"] = new("/api/colleagues/standing", Staff),
            ["PUT /api/colleagues/{id}/leave/{first}"] = new(
                $"/api/colleagues/{kit}/leave/2026-08-03",
                ["Kit", "Tobiah", "Wilhelmina", "Odalys", "Ines"],
                new { last = "2026-08-07" }
            ),
            ["DELETE /api/colleagues/{id}/leave/{first}"] = new(
                $"/api/colleagues/{kit}/leave/2026-08-03",
                ["Odalys", "Ines", "Kit"]
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
            ["GET /api/notices"] = new("/api/notices", Staff),
            ["PUT /api/notices/{id}"] = new(
                $"/api/notices/{notice}",
                ["Odalys", "Ines", "Kit", "Tobiah", "Wilhelmina"],
                new
                {
                    title = "Spare notice",
                    body = "Words",
                    crews = Array.Empty<Guid>(),
                    mustConfirm = false,
                },
                IfMatch: "\"1\""
            ),
            ["PUT /api/notices/{id}/confirmation"] = new($"/api/notices/{notice}/confirmation", Staff),
            ["DELETE /api/notices/{id}"] = new($"/api/notices/{notice}", Staff),
            ["GET /api/thanks"] = new("/api/thanks", Staff),
            ["POST /api/thanks"] = new(
                "/api/thanks",
                Staff,
                new
                {
                    id = Guid.Empty,
                    person = kit,
                    kind = "good-work",
                    words = "Well done",
                }
            ),
            ["GET /api/today"] = new("/api/today", Staff),
            ["PUT /api/dockets/{reference}/looked-through"] = new(
                "/api/dockets/J-2/looked-through",
                ["Kit"],
                new { upTo = 1 }
            ),
            ["GET /api/dockets/{reference}/shared"] = new("/api/dockets/J-2/shared", ["Kit"]),
            ["GET /api/conversations/{id}/shared"] = new($"/api/conversations/{inside}/shared", ["Kit"]),
            ["GET /api/page"] = new("/api/page", ["Benedikta", "Caspian", "Saoirse"]),
            ["GET /api/entries/{id}/drafts"] = new($"/api/entries/{entry}/drafts", ["Kit"]),
            ["GET /api/asks/on-me"] = new("/api/asks/on-me", Staff),
            ["GET /api/asks/of-mine"] = new("/api/asks/of-mine", Staff),
            ["GET /api/dockets/{reference}/asks"] = new("/api/dockets/J-2/asks", ["Kit"]),
            ["GET /api/conversations/{id}/askable"] = new($"/api/conversations/{inside}/askable", ["Kit"]),
            ["GET /api/asks/{id}"] = new($"/api/asks/{ask}", ["Kit"]),
            ["PUT /api/asks/{id}/answer"] = new(
                $"/api/asks/{ask}/answer",
                ["Kit"],
                new { version = 1, chosen = new[] { 0 } }
            ),
            ["POST /api/asks/{id}/passing"] = new($"/api/asks/{ask}/passing", ["Kit"], new { to = kit, reason = "so" }),
            ["POST /api/asks/{id}/not-mine"] = new($"/api/asks/{ask}/not-mine", ["Kit"], new { reason = "so" }),
            ["POST /api/asks/{id}/reminders"] = new($"/api/asks/{ask}/reminders", ["Kit"]),
            ["POST /api/asks/{id}/withdrawal"] = new($"/api/asks/{ask}/withdrawal", ["Kit"], new { reason = "so" }),
            ["GET /api/conversations/{id}/invitable"] = new(
                $"/api/conversations/{yard.Conversations["J-2 inside"].Value}/invitable",
                ["Kit"]
            ),
            ["GET /api/conversations/{id}/meeting-times"] = new(
                $"/api/conversations/{yard.Conversations["J-2 inside"].Value}/meeting-times?with={kit}",
                ["Kit"]
            ),
            ["GET /api/dockets/{reference}/sheets"] = new("/api/dockets/J-2/sheets", ["Kit"]),
            ["GET /api/sheets"] = new("/api/sheets", SignedIn),
            ["GET /api/sheets/{id}"] = new($"/api/sheets/{sheet}", ["Kit", "Caspian"]),
            ["PUT /api/sheets/{id}"] = new(
                $"/api/sheets/{_sheet}",
                ["Kit"],
                new
                {
                    docket = "J-2",
                    kind = "page",
                    name = "Look",
                    body = new { text = "Look" },
                }
            ),
            ["GET /api/sheets/{id}/file"] = new($"/api/sheets/{sheet}/file", ["Kit", "Caspian"]),
            ["GET /api/sheets/{id}/changes"] = new($"/api/sheets/{sheet}/changes?from=1&to=2", ["Kit"]),
            ["PUT /api/sheets/{id}/name"] = new(
                $"/api/sheets/{sheet}/name",
                ["Kit"],
                new { name = "Look" },
                IfMatch: "\"1\""
            ),
            ["PUT /api/sheets/{id}/revisions/{number}"] = new(
                $"/api/sheets/{_sheet}/revisions/2",
                ["Kit"],
                new { body = new { text = "Look again" } }
            ),
            ["PUT /api/sheets/{id}/shares/{party}"] = new(
                $"/api/sheets/{_sheet}/shares/{yard.People["Caspian"].Party!.Value.Value}",
                ["Kit"],
                new { revision = 1 }
            ),
            ["DELETE /api/sheets/{id}/shares/{party}"] = new(
                $"/api/sheets/{_sheet}/shares/{yard.People["Caspian"].Party!.Value.Value}",
                ["Kit"]
            ),
            ["GET /api/meetings"] = new("/api/meetings", Staff),
            ["GET /api/dockets/{reference}/meetings"] = new("/api/dockets/J-2/meetings", ["Kit"]),
            ["GET /api/meetings/{id}"] = new($"/api/meetings/{yard.Meeting.Value}", ["Kit"]),
            ["PUT /api/meetings/{id}/answer"] = new(
                $"/api/meetings/{yard.Meeting.Value}/answer",
                ["Kit"],
                new { answer = "coming" }
            ),
            ["PUT /api/meetings/{id}/time"] = new(
                $"/api/meetings/{yard.Meeting.Value}/time",
                ["Kit"],
                new { from = "2026-04-15T09:00:00Z", minutes = 30 }
            ),
            ["PUT /api/meetings/{id}/conversation"] = new($"/api/meetings/{yard.Meeting.Value}/conversation", ["Kit"]),
            ["POST /api/meetings/{id}/transcript"] = new(
                $"/api/meetings/{yard.Meeting.Value}/transcript",
                ["Kit"],
                new { text = "no transcript" }
            ),
            ["GET /api/calls/{id}"] = new($"/api/calls/{yard.Meeting.Value}", ["Kit"]),
            ["POST /api/calls/{id}/lines"] = new(
                $"/api/calls/{yard.Meeting.Value}/lines",
                ["Kit"],
                new { words = "Hello" }
            ),
            ["POST /api/calls/{id}/end"] = new($"/api/calls/{yard.Meeting.Value}/end", ["Kit"]),
            ["POST /api/meetings/{id}/calling-off"] = new($"/api/meetings/{yard.Meeting.Value}/calling-off", ["Kit"]),
            ["GET /api/tasks"] = new("/api/tasks", Staff),
            ["GET /api/tasks/next"] = new("/api/tasks/next", Staff),
            ["GET /api/tasks/table"] = new("/api/tasks/table?scope=docket&of=J-2", ["Kit"]),
            ["GET /api/tasks/load"] = new("/api/tasks/load", Staff),
            ["POST /api/tasks/changes"] = new(
                "/api/tasks/changes",
                Staff,
                new { changes = new[] { new { id = task, priority = "high" } } }
            ),
            ["GET /api/tasks/{id}/detail"] = new($"/api/tasks/{task}/detail", ["Kit"]),
            ["PUT /api/tasks/{id}/wanted"] = new($"/api/tasks/{task}/wanted", ["Kit"]),
            ["PUT /api/tasks/{id}/place"] = new($"/api/tasks/{task}/place", ["Kit"], new { docket = "J-2" }),
            ["PUT /api/tasks/{id}/files"] = new($"/api/tasks/{task}/files", ["Kit"], Array.Empty<object>()),
            ["PUT /api/tasks/{id}/blockers"] = new($"/api/tasks/{task}/blockers", ["Kit"], Array.Empty<Guid>()),
            ["PUT /api/tasks/{id}/watching"] = new($"/api/tasks/{task}/watching", ["Kit"]),
            ["DELETE /api/tasks/{id}/watching"] = new($"/api/tasks/{task}/watching", ["Kit"]),
            ["POST /api/tasks/{id}/skip"] = new($"/api/tasks/{task}/skip", ["Kit"]),
            ["PUT /api/tasks/{id}/times"] = new($"/api/tasks/{task}/times", ["Kit"], new { nextByTime = false }),
            ["POST /api/tasks/{id}/parts"] = new($"/api/tasks/{task}/parts", ["Kit"], new { text = "a part" }),
            ["PUT /api/tasks/{id}/conversation"] = new($"/api/tasks/{task}/conversation", ["Kit"]),
            ["GET /api/tasks/exports/{format}"] = new("/api/tasks/exports/csv?scope=docket&of=J-2", ["Kit"]),
            ["POST /api/tasks/imports"] = new(
                "/api/tasks/imports",
                Staff,
                new
                {
                    format = "csv",
                    text = "title\nLook",
                    apply = false,
                }
            ),
            ["GET /api/calendar-feed"] = new("/api/calendar-feed", Staff),
            ["PUT /api/calendar-feed"] = new("/api/calendar-feed", Staff),
            ["DELETE /api/calendar-feed"] = new("/api/calendar-feed", Staff),
            ["GET /api/calendars/{token}.ics"] = new("/api/calendars/wrong.ics", []),
            ["GET /api/worklists"] = new("/api/worklists", Staff),
            ["PUT /api/worklists/{id}"] = new(
                $"/api/worklists/{_list}",
                ["Kit"],
                new
                {
                    name = "Of J-2",
                    docket = "J-2",
                    columns = new[]
                    {
                        new
                        {
                            id = _column,
                            name = "Next",
                            most = (int?)null,
                            finishes = false,
                        },
                    },
                }
            ),
            ["DELETE /api/worklists/{id}"] = new($"/api/worklists/{_list}", ["Kit"]),
            ["GET /api/task-views"] = new("/api/task-views", Staff),
            ["PUT /api/task-views/{id}"] = new(
                $"/api/task-views/{yard.KitsView}",
                ["Kit"],
                new
                {
                    name = "Kit's",
                    shared = false,
                    settings = new { },
                }
            ),
            ["DELETE /api/task-views/{id}"] = new($"/api/task-views/{yard.KitsView}", ["Kit"]),
            ["POST /api/tasks"] = new(
                "/api/tasks",
                ["Kit"],
                new
                {
                    id = Guid.Empty,
                    title = "Look",
                    sourceEntry = entry,
                    owners = Array.Empty<object>(),
                    priority = "normal",
                }
            ),
            ["GET /api/tasks/{id}"] = new($"/api/tasks/{task}", ["Kit"]),
            ["PUT /api/tasks/{id}"] = new($"/api/tasks/{task}", ["Kit"], fields, IfMatch: "\"1\""),
            ["PUT /api/tasks/{id}/done"] = new($"/api/tasks/{task}/done", ["Kit"]),
            ["DELETE /api/tasks/{id}/done"] = new($"/api/tasks/{task}/done", ["Kit"]),
            ["GET /api/alerts"] = new("/api/alerts", Staff),
            ["PUT /api/alerts/{id}/read"] = new($"/api/alerts/{yard.KitsAlert}/read", ["Kit"], new { read = true }),
            ["PUT /api/alerts/read"] = new("/api/alerts/read", Staff, new { read = true }),
            ["PUT /api/alerts/{id}/kept"] = new($"/api/alerts/{yard.KitsAlert}/kept", ["Kit"], new { kept = true }),
            ["GET /api/alerts/kept"] = new("/api/alerts/kept", Staff),
            ["GET /api/alerts/settings"] = new("/api/alerts/settings", Staff),
            ["PUT /api/alerts/settings"] = new(
                "/api/alerts/settings",
                Staff,
                new
                {
                    quietFrom = "00:00:00",
                    quietTo = "00:00:00",
                    quietDaysOff = false,
                    digest = true,
                    sound = false,
                    hiddenPage = false,
                }
            ),
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
            ["GET /api/find"] = new("/api/find?words=secret", Staff),
            ["GET /api/changes"] = new("/api/changes?after=0", SignedIn),
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
        };
    }

    private static IEnumerable<string> Documented()
    {
        using var document = JsonDocument.Parse(
            File.ReadAllText(Path.Combine(Repository.Root, "src/web/src/api/openapi.json"))
        );
        foreach (var path in document.RootElement.GetProperty("paths").EnumerateObject())
        foreach (var operation in path.Value.EnumerateObject())
            yield return $"{operation.Name.ToUpperInvariant()} {path.Name}";
    }

    [Fact]
    public void Every_endpoint_has_a_row() => Documented().Order().ShouldBe(Rows().Keys.Order());

    [Fact]
    public async Task Each_endpoint_serves_whom_it_is_for_and_nobody_else()
    {
        foreach (var (endpoint, row) in Rows())
        foreach (var actor in Everybody)
        {
            if (endpoint == "DELETE /api/sessions" && actor is not ("nobody" or "Saoirse"))
                continue;
            using var own = row.Leaves && actor != "nobody" ? await Again(actor) : null;
            var visitor = own ?? world.Visitors[actor];
            var method = HttpMethod.Parse(endpoint.Split(' ')[0]);
            var body = row.Body is null
                ? null
                : JsonSerializer
                    .Serialize(row.Body)
                    .Replace(Guid.Empty.ToString(), Guid.CreateVersion7().ToString(), StringComparison.Ordinal);
            using var response = await visitor.Send(
                method,
                row.Path,
                body is null ? null : JsonDocument.Parse(body).RootElement,
                row.IfMatch
            );
            var text = await response.Content.ReadAsStringAsync();
            var status = (int)response.StatusCode;
            if (endpoint == "DELETE /api/sessions" && actor != "nobody")
                world.Visitors[actor] = await Again(actor);
            if (row.Allowed.Contains(actor))
            {
                // 412 and 422 are answers to someone who may: the version has moved on, or the rule of the job says no.
                (status is >= 200 and < 300 or 412 or 422).ShouldBeTrue($"{endpoint} as {actor}: {status} {text}");
            }
            else
            {
                (status is >= 400 and < 500).ShouldBeTrue($"{endpoint} as {actor}: {status}");
                text.ShouldNotContain("secret", Case.Insensitive, $"{endpoint} as {actor}");
                // By a secret address, not by signing in: a wrong one leads nowhere.
                if (
                    actor == "nobody"
                    && !row.Path.StartsWith("/api/session", StringComparison.Ordinal)
                    && !row.Path.StartsWith("/api/calendars/", StringComparison.Ordinal)
                    && row.Path != "/api/firm"
                )
                    status.ShouldBe(401, endpoint);
            }
        }
    }

    private async Task<Visitor> Again(string actor) =>
        world.Yard.People[actor].IsStaff
            ? await world.Server.Visit().SignIn($"{actor.ToLowerInvariant()}@quay.example", SmallYard.Password)
            : await world.Server.Visit().ByLink(await LinkOf(actor));

    /// <summary>Another test may have made a newer link; a new one is made here for certain.</summary>
    private async Task<string> LinkOf(string actor)
    {
        var (conversation, by) = actor == "Caspian" ? ("J-2 Caspian", "Kit") : ($"J-1 {actor}", "Odalys");
        var link = await world
            .Visitors[by]
            .Do(HttpMethod.Post, $"/api/conversations/{world.Yard.Conversations[conversation].Value}/link");
        return link.GetProperty("path").GetString()!.Split('/')[^1];
    }

    [Fact]
    public void Every_hub_message_is_known()
    {
        var methods = typeof(LiveHub)
            .GetMethods(BindingFlags.Public | BindingFlags.Instance | BindingFlags.DeclaredOnly)
            .Where(m => !m.Name.StartsWith("On", StringComparison.Ordinal))
            .Select(m => m.Name);
        methods.Order().ShouldBe(["Reading", "Writing"]);
    }

    [Theory]
    [InlineData("Benedikta")]
    [InlineData("Saoirse")]
    [InlineData("Ines")]
    [InlineData("Tobiah")]
    public async Task Nobody_reads_along_where_they_do_not_see(string actor)
    {
        await using var watcher = await Connect(world.Visitors["Kit"]);
        var present = new List<string>();
        watcher.On<JsonElement>("present", p => present.Add(p.GetRawText()));
        await using var intruder = await Connect(world.Visitors[actor]);
        var told = new List<string>();
        intruder.On<JsonElement>("present", p => told.Add(p.GetRawText()));
        intruder.On<JsonElement>("change", c => told.Add(c.GetRawText()));

        var place = world.Yard.Conversations["J-2 inside"].Value;
        await watcher.InvokeAsync("Reading", new[] { place });
        await intruder.InvokeAsync("Reading", new[] { place });
        await intruder.InvokeAsync("Writing", place);
        await world
            .Visitors["Kit"]
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{place}/entries",
                new { id = Guid.CreateVersion7(), body = "secretlive" }
            );
        await Task.Delay(300);

        present.ShouldNotBeEmpty();
        present.ShouldAllBe(p => !p.Contains(actor));
        told.ShouldAllBe(t => !t.Contains("secretlive") && !t.Contains(place.ToString()));
    }

    [Fact]
    public async Task A_stranger_gets_no_live_connection() =>
        await Should.ThrowAsync<Exception>(async () => await Connect(world.Visitors["nobody"]));

    private async Task<HubConnection> Connect(Visitor visitor)
    {
        var connection = new HubConnectionBuilder()
            .WithUrl(
                new Uri(world.Server.Address, "/live"),
                o =>
                {
                    o.Headers["Cookie"] = visitor.Cookie;
                    o.Transports = Microsoft.AspNetCore.Http.Connections.HttpTransportType.WebSockets;
                    o.SkipNegotiation = true;
                }
            )
            .Build();
        await connection.StartAsync();
        return connection;
    }
}
