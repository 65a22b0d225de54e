using System.Net;
using System.Reflection;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR.Client;

namespace Wrenlet.Server.Tests.Access;

public partial class EveryEndpointTests
{
    /// <summary>Tasks, asks, sheets, files and what is found.</summary>
    private Dictionary<string, Row> WorkRows()
    {
        var yard = world.Yard;
        var (inside, outside) = (yard.Conversations["J-2 inside"].Value, yard.Conversations["J-2 Caspian"].Value);
        var (entry, task, kit) = (
            yard.Entries["J-2 inside"].Value,
            yard.Tasks["J-2"].Value,
            yard.People["Kit"].Id.Value
        );
        var ask = yard.Asked.Value;
        var sheet = yard.Sheets["J-2 sheet"].Value;
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
            ["GET /api/asks/on-me"] = new("/api/asks/on-me", Staff),
            ["GET /api/asks/of-mine"] = new("/api/asks/of-mine", Staff),
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
            ["DELETE /api/asks/{id}/withdrawal"] = new($"/api/asks/{ask}/withdrawal", ["Kit"]),
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
            ["GET /api/sheets/{id}/pages"] = new($"/api/sheets/{sheet}/pages?from=1&to=2", ["Kit"]),
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
            ["GET /api/sheets/{id}/drawing"] = new($"/api/sheets/{sheet}/drawing", []),
            ["GET /api/sheets/{id}/annotations"] = new($"/api/sheets/{sheet}/annotations", ["Kit", "Caspian"]),
            ["POST /api/sheets/{id}/annotations"] = new(
                $"/api/sheets/{_sheet}/annotations",
                ["Kit"],
                new { text = """{"@context":"http://www.w3.org/ns/anno.jsonld","type":"AnnotationPage","items":[]}""" }
            ),
            ["PUT /api/viewpoints/{picture}"] = new(
                $"/api/viewpoints/{Guid.CreateVersion7()}",
                ["Kit"],
                new
                {
                    sheet = _sheet,
                    revision = 1,
                    view = "1~1~1~1",
                }
            ),
            ["GET /api/sheets/{id}/authors"] = new($"/api/sheets/{sheet}/authors", ["Kit"]),
            ["GET /api/sheets/{id}/checks"] = new($"/api/sheets/{sheet}/checks", []),
            ["PUT /api/sheets/{id}/checks"] = new(
                $"/api/sheets/{sheet}/checks",
                [],
                new { checks = Array.Empty<object>() },
                IfMatch: "\"0\""
            ),
            ["POST /api/sheets/{id}/questions"] = new(
                $"/api/sheets/{sheet}/questions",
                [],
                new
                {
                    id = Guid.CreateVersion7(),
                    revision = 1,
                    person = kit,
                }
            ),
            ["GET /api/sheets/{id}/discussions"] = new($"/api/sheets/{sheet}/discussions", ["Kit", "Caspian"]),
            ["PUT /api/sheets/{id}/discussions/{discussion}"] = new(
                $"/api/sheets/{_sheet}/discussions/{_discussion}",
                ["Kit"],
                new { revision = 1, anchor = new { kind = "whole" } }
            ),
            ["GET /api/discussions"] = new("/api/discussions", Staff),
            ["GET /api/discussions/mine"] = new("/api/discussions/mine", Staff),
            // Nothing was said in it yet: only who began it sees it.
            ["GET /api/discussions/{id}"] = new($"/api/discussions/{_discussion}", ["Kit"]),
            ["PUT /api/discussions/{id}/standing"] = new(
                $"/api/discussions/{_discussion}/standing",
                ["Kit"],
                new { settled = false, assigned = kit },
                IfMatch: "\"1\""
            ),
            ["PUT /api/discussions/{id}/place"] = new(
                $"/api/discussions/{_discussion}/place",
                ["Kit"],
                new { revision = 1, anchor = new { kind = "whole" } },
                IfMatch: "\"2\""
            ),
            ["DELETE /api/discussions/{id}"] = new($"/api/discussions/{_discussion}", ["Kit"]),
            ["GET /api/entries/{entry}/files/{file}/discussions"] = new(
                $"/api/entries/{entry}/files/{yard.Files["J-2 inside"]}/discussions",
                ["Kit"]
            ),
            ["PUT /api/entries/{entry}/files/{file}/discussions/{discussion}"] = new(
                $"/api/entries/{entry}/files/{Guid.CreateVersion7()}/discussions/{Guid.CreateVersion7()}",
                [],
                new
                {
                    revision = 1,
                    anchor = new
                    {
                        kind = "spot",
                        x = 1,
                        y = 1,
                    },
                }
            ),
            ["GET /api/meetings"] = new("/api/meetings", Staff),
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
            ["POST /api/meetings/{id}/calling-off"] = new($"/api/meetings/{yard.Meeting.Value}/calling-off", ["Kit"]),
            ["GET /api/tasks"] = new("/api/tasks", Staff),
            ["GET /api/tasks/next"] = new("/api/tasks/next", Staff),
            ["GET /api/tasks/table"] = new("/api/tasks/table?scope=docket&of=J-2", ["Kit"]),
            ["GET /api/tasks/load"] = new("/api/tasks/load", Staff),
            ["GET /api/forecasts"] = new("/api/forecasts", Staff),
            ["GET /api/tasks/usual"] = new("/api/tasks/usual?title=Paint&docket=J-2", Staff),
            ["GET /api/forecasts/levelling"] = new("/api/forecasts/levelling", Staff),
            ["POST /api/forecasts/what-if"] = new(
                "/api/forecasts/what-if",
                Staff,
                new { changes = Array.Empty<object>(), quick = false }
            ),
            ["POST /api/forecasts/applied"] = new(
                "/api/forecasts/applied",
                Staff,
                new { changes = Array.Empty<object>(), quick = false }
            ),
            ["GET /api/dockets/{reference}/forecast"] = new("/api/dockets/J-2/forecast", ["Kit"]),
            ["POST /api/dockets/{reference}/forecast/what-if"] = new(
                "/api/dockets/J-2/forecast/what-if",
                ["Kit"],
                new { changes = Array.Empty<object>(), quick = false }
            ),
            ["POST /api/dockets/{reference}/forecast/applied"] = new(
                "/api/dockets/J-2/forecast/applied",
                ["Kit"],
                new { changes = Array.Empty<object>(), quick = false }
            ),
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
            ["PUT /api/tasks/{id}/waits/{wait}"] = new(
                $"/api/tasks/{task}/waits/{Guid.CreateVersion7()}",
                ["Kit"],
                new { what = "the pump", expected = "2027-04-20T12:00:00Z" }
            ),
            ["DELETE /api/tasks/{id}/waits/{wait}"] = new($"/api/tasks/{task}/waits/{Guid.CreateVersion7()}", ["Kit"]),
            ["GET /api/tasks/{id}/visit"] = new($"/api/tasks/{task}/visit", ["Kit"]),
            ["PUT /api/tasks/{id}/visit"] = new(
                $"/api/tasks/{task}/visit",
                ["Kit"],
                new
                {
                    place = "Pier 4",
                    from = "2027-04-20T08:00:00Z",
                    until = "2027-04-20T10:00:00Z",
                },
                IfMatch: "*"
            ),
            ["PUT /api/tasks/{id}/visit/on-way"] = new($"/api/tasks/{task}/visit/on-way", ["Kit"]),
            ["DELETE /api/tasks/{id}/visit"] = new($"/api/tasks/{task}/visit", ["Kit"], IfMatch: "*"),
            ["PUT /api/meetings/{id}/way"] = new(
                $"/api/meetings/{yard.Meeting.Value}/way",
                ["Kit"],
                new { minutes = 20 }
            ),
            ["GET /api/visits/today"] = new("/api/visits/today", Staff),
            ["POST /api/tasks/{id}/time"] = new(
                $"/api/tasks/{task}/time",
                ["Kit"],
                new { id = Guid.CreateVersion7(), minutes = 30 }
            ),
            ["DELETE /api/tasks/{id}/time/{time}"] = new($"/api/tasks/{task}/time/{Guid.CreateVersion7()}", ["Kit"]),
            ["PUT /api/tasks/{id}/clock"] = new($"/api/tasks/{task}/clock", ["Kit"]),
            ["GET /api/clock"] = new("/api/clock", Staff),
            ["DELETE /api/clock"] = new("/api/clock", Staff),
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
            ["GET /api/moments"] = new("/api/moments?words=thu%203pm&sense=by", SignedIn),
            ["GET /api/tasks/line"] = new("/api/tasks/line?words=Springs%20by%20Thursday", Staff),
            ["GET /api/lengths"] = new("/api/lengths?words=1:30", SignedIn),
            ["GET /api/task-views"] = new("/api/task-views", Staff),
            ["PUT /api/task-views/{id}"] = new(
                $"/api/task-views/{yard.KitsView}",
                ["Kit"],
                new
                {
                    name = "Kit's",
                    shared = false,
                    settings = new { },
                },
                IfMatch: "*"
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
                },
                "*"
            ),
            ["GET /api/find"] = new("/api/find?words=secret", Staff),
        };
    }
}
