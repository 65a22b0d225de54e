using System.Net;
using System.Reflection;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR.Client;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Access;

public partial class EveryEndpointTests
{
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
            ["GET /api/views/{id}"] = new($"/api/views/{yard.KitsView}", ["Kit"]),
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
            ["GET /api/templates"] = new("/api/templates", Staff),
            ["PUT /api/templates/{id}"] = new(
                $"/api/templates/{_template}",
                Coordinators,
                new
                {
                    kind = YardKinds.Project.Id.Value,
                    name = "Of a test",
                    about = "",
                    subject = "",
                    retired = false,
                    tasks = Array.Empty<object>(),
                    sheets = Array.Empty<object>(),
                },
                "*"
            ),
            ["GET /api/dockets/{reference}/as-template"] = new("/api/dockets/J-2/as-template", []),
            ["POST /api/templates/{id}/laid-out"] = new(
                $"/api/templates/{yard.Template}/laid-out",
                ["Kit"],
                new { docket = "J-2" }
            ),
            ["POST /api/templates/{id}/dockets"] = new(
                $"/api/templates/{yard.Template}/dockets",
                Staff,
                new
                {
                    docket = new
                    {
                        id = Guid.Empty,
                        kind = YardKinds.Job.Id.Value,
                        subject = "From a template",
                        site = "",
                    },
                    made = new { tasks = Array.Empty<object>(), sheets = Array.Empty<object>() },
                }
            ),
            ["PUT /api/dockets/{reference}/templates/{id}"] = new(
                $"/api/dockets/J-2/templates/{yard.Template}",
                ["Kit"],
                new { tasks = Array.Empty<object>(), sheets = Array.Empty<object>() }
            ),
            ["GET /api/recurring-dockets"] = new("/api/recurring-dockets", Staff),
            ["PUT /api/recurring-dockets/{id}"] = new(
                $"/api/recurring-dockets/{_template}",
                Coordinators,
                new
                {
                    template = yard.Template,
                    subject = "Comes round",
                    site = "",
                    rule = "FREQ=YEARLY",
                    next = "2026-12-01",
                    hears = "nothing",
                    paused = false,
                },
                "*"
            ),
            ["DELETE /api/recurring-dockets/{id}"] = new($"/api/recurring-dockets/{Guid.CreateVersion7()}", []),
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
            ["POST /api/dockets/{reference}/stage/undo"] = new("/api/dockets/J-2/stage/undo", ["Kit"]),
            ["PUT /api/dockets/{reference}/locks/{id}"] = new(
                $"/api/dockets/J-2/locks/{Guid.NewGuid()}",
                ["Kit"],
                new { stage = YardKinds.Job.At(1).Value, reason = "to wait" }
            ),
            ["POST /api/dockets/{reference}/gates/lifted"] = new(
                "/api/dockets/J-2/gates/lifted",
                ["Kit"],
                new
                {
                    of = Guid.NewGuid(),
                    stage = YardKinds.Job.At(1).Value,
                    reason = "no need",
                }
            ),
            ["PUT /api/dockets/{reference}/gates/asks/{entry}"] = new(
                $"/api/dockets/J-2/gates/asks/{Guid.NewGuid()}",
                [],
                new { stage = (Guid?)null }
            ),
            ["GET /api/rules"] = new("/api/rules", Managers),
            ["PUT /api/rules/{id}"] = new($"/api/rules/{_rule}", Managers, Rule, "*"),
            ["POST /api/rules/{id}/trial"] = new($"/api/rules/{_rule}/trial", Managers, Rule),
            ["GET /api/rules/{id}/runs"] = new($"/api/rules/{_rule}/runs", Managers),
            ["POST /api/rule-runs/{id}/undo"] = new($"/api/rule-runs/{Guid.NewGuid()}/undo", []),
            ["DELETE /api/rules/{id}"] = new($"/api/rules/{Guid.NewGuid()}", []),
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
            ["GET /api/conversations/{id}/opening"] = new($"/api/conversations/{inside}/opening", ["Kit"]),
            ["POST /api/conversations/{id}/later"] = new(
                $"/api/conversations/{inside}/later",
                ["Kit"],
                new { entry = new { id = Guid.Empty, body = "Later" } }
            ),
            ["PUT /api/later/{id}"] = new($"/api/later/{Guid.CreateVersion7()}", [], new { now = true }),
            ["POST /api/later/{id}/stopped"] = new($"/api/later/{Guid.CreateVersion7()}/stopped", []),
            ["DELETE /api/later/{id}"] = new($"/api/later/{Guid.CreateVersion7()}", []),
            ["POST /api/circulars/preview"] = new(
                "/api/circulars/preview",
                Staff,
                new { dockets = new[] { "J-2" }, words = "To all" }
            ),
            ["POST /api/circulars"] = new(
                "/api/circulars",
                ["Kit"],
                new
                {
                    id = Guid.CreateVersion7(),
                    words = "To all",
                    pieces = new[]
                    {
                        new
                        {
                            conversation = inside,
                            entry = Guid.CreateVersion7(),
                            body = "To all",
                        },
                    },
                }
            ),
            ["GET /api/circulars/{id}"] = new($"/api/circulars/{Guid.CreateVersion7()}", []),
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
            ["POST /api/entries/{id}/drafts/turned-down"] = new(
                $"/api/entries/{entry}/drafts/turned-down",
                ["Kit"],
                new { title = "Sing" }
            ),
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
