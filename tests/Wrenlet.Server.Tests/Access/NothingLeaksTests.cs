using System.Text.Json;
using System.Text.RegularExpressions;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Access;

/// <summary>Everybody reads all they can reach; no word of what they may not see is in it.</summary>
[Collection("yard")]
public partial class NothingLeaksTests(YardFixture world)
{
    /// <summary>Words that each may meet with; all others are a leak.</summary>
    private static readonly Dictionary<string, string[]> MayMeet = new()
    {
        ["nobody"] = [],
        ["Benedikta"] = ["J-1 Benedikta", "J-1 sheet", "J-1 sheet shared"],
        ["Caspian"] = ["J-2 Caspian", "J-2 sheet", "J-2 sheet shared"],
        ["Saoirse"] = ["J-1 Saoirse"],
        ["Ines"] =
        [
            "J-1 docket",
            "J-1 inside",
            "J-1 inside event",
            "J-1 Benedikta",
            "J-1 Benedikta event",
            "J-1 Saoirse",
            "J-1 Saoirse event",
            "J-1 task",
            "J-1 sheet",
            "J-1 sheet shared",
            "J-1 sheet inside",
            "J-1 sheet note",
        ],
        ["Tobiah"] =
        [
            "J-1 docket",
            "J-1 inside",
            "J-1 inside event",
            "J-1 Benedikta",
            "J-1 Benedikta event",
            "J-1 Saoirse",
            "J-1 Saoirse event",
            "J-1 task",
            "J-1 sheet",
            "J-1 sheet shared",
            "J-1 sheet inside",
            "J-1 sheet note",
        ],
    };

    public static TheoryData<string> Actors() => [.. MayMeet.Keys];

    [Theory]
    [MemberData(nameof(Actors))]
    public async Task What_one_can_fetch_holds_no_word_one_may_not_see(string actor)
    {
        var visitor = world.Visitors[actor];
        var fetched = new List<(string Path, string Text)>();
        foreach (var path in Paths())
        {
            using var response = await visitor.Http.GetAsync(path);
            if (response.IsSuccessStatusCode)
                fetched.Add((path, await response.Content.ReadAsStringAsync()));
        }

        var allowed = MayMeet[actor].Select(SmallYard.WordOf).ToHashSet();
        foreach (var (path, text) in fetched)
        foreach (var word in SecretWord().Matches(text).Select(m => m.Value).Distinct())
            allowed.ShouldContain(word, $"{actor} met it at {path}");
        if (actor != "nobody")
            fetched.ShouldContain(
                f => SecretWord().IsMatch(f.Text),
                $"{actor} must reach something, or the test is blind"
            );
    }

    [Theory]
    [InlineData("Benedikta")]
    [InlineData("Caspian")]
    [InlineData("Saoirse")]
    public async Task A_party_meets_no_colleague_who_has_not_written_to_it_and_no_other_party(string actor)
    {
        var text = "";
        foreach (var path in Paths())
        {
            using var response = await world.Visitors[actor].Http.GetAsync(path);
            if (response.IsSuccessStatusCode)
                text += await response.Content.ReadAsStringAsync();
        }

        foreach (
            var other in new[]
            {
                "Benedikta",
                "Caspian",
                "Saoirse",
                "Wilhelmina",
                "Tobiah",
                "Work in hand",
                "Unsorted",
            }.Where(o => o != actor)
        )
            text.ShouldNotContain(other);
    }

    private IEnumerable<string> Paths()
    {
        var yard = world.Yard;
        yield return "/api/me";
        yield return "/api/welcome";
        yield return "/api/page";
        yield return "/api/dockets";
        yield return "/api/dockets?open=false";
        foreach (
            var path in new[]
            {
                "queues/board",
                "queues/board?closed=true",
                "forecasts",
                "forecasts/levelling",
                "tasks/load",
                "tasks/load?weeks=4",
                "dockets/J-1/forecast",
                "dockets/J-2/forecast",
                "dockets/J-1/forecast?stage=end",
                "contacts",
                "contacts/cards",
                "stock-replies",
                "set-up",
                "set-up/router",
                "reports/responses",
                "standins/text-office/texts",
            }
        )
            yield return "/api/" + path;
        foreach (var file in world.Yard.Files.Values)
        foreach (var part in new[] { "", "/thumbnail" })
            yield return $"/api/files/{file}{part}";
        yield return $"/api/uploads/{yard.KitsUpload}";
        foreach (
            var thing in yard
                .Entries.Values.Select(e => $"entry/{e.Value}")
                .Concat(yard.Tasks.Values.Select(t => $"task/{t.Value}"))
                .Concat(yard.Sheets.Values.Select(d => $"sheet/{d.Value}"))
                .Append("docket/J-2")
        )
            yield return $"/api/things/{thing}";
        foreach (
            var party in world.Yard.People.Values.Where(p => p.Party is not null).Select(p => p.Party!.Value.Value)
        )
            yield return $"/api/contacts/{party}";
        yield return "/api/tasks";
        foreach (
            var part in new[]
            {
                "table?scope=mine",
                "table?scope=all",
                "table?scope=asked",
                "table?scope=docket&of=J-2",
                "load?days=20",
            }
        )
            yield return "/api/tasks/" + part;
        yield return "/api/worklists";
        foreach (var format in new[] { "csv", "ics" })
        foreach (var scope in new[] { "mine", "all", "docket&of=J-2" })
            yield return $"/api/tasks/exports/{format}?scope={scope}";
        yield return "/api/task-views";
        yield return "/api/asks/on-me";
        yield return "/api/asks/of-mine";
        yield return $"/api/asks/{yard.Asked.Value}";
        yield return "/api/tasks/next";
        yield return "/api/meetings?days=60";
        foreach (var what in new[] { $"meetings/{yard.Meeting.Value}", $"calls/{yard.Meeting.Value}" })
            yield return "/api/" + what;
        yield return "/api/sheets";
        foreach (var sheet in yard.Sheets.Values)
        foreach (
            var part in new[]
            {
                "",
                "?revision=1",
                "?revision=2",
                "/file",
                "/file?revision=1",
                "/file?revision=2",
                "/changes?from=1&to=2",
                "/pages?from=1&to=2",
            }
        )
            yield return $"/api/sheets/{sheet.Value}{part}";
        yield return "/api/alerts";
        yield return "/api/changes?after=0";
        yield return "/api/drafts";
        yield return "/api/today";
        yield return "/api/alerts/kept";
        yield return "/api/colleagues/standing";
        foreach (var audience in new[] { "inside", "outside", "own" })
            yield return $"/api/talk?audience={audience}";
        foreach (var entry in yard.Entries.Values)
        foreach (var part in new[] { "versions", "readers" })
            yield return $"/api/entries/{entry.Value}/{part}";
        foreach (var place in yard.Conversations.Values)
        foreach (var part in new[] { "marks", "shared" })
            yield return $"/api/conversations/{place.Value}/{part}";
        yield return "/api/colleagues";
        yield return "/api/asides";
        yield return "/api/standins/post-office/mails";
        foreach (
            var word in new[] { "here stands", "J-", "secret", "secretj2inside", "secretj2task", "Ledger", "Event" }
        )
            yield return $"/api/find?words={word}";
        foreach (var reference in new[] { "J-1", "J-2", "j-2" })
        {
            yield return $"/api/dockets/{reference}";
            yield return $"/api/dockets/{reference}/talk";
            yield return $"/api/dockets/{reference}/asks";
            yield return $"/api/dockets/{reference}/meetings";
            yield return $"/api/dockets/{reference}/sheets";
            yield return $"/api/dockets/{reference}/setting";
            foreach (var stage in YardKinds.Job.Stages)
                yield return $"/api/dockets/{reference}/stages/{stage.Id.Value}";
            yield return $"/api/dockets/{reference}/record";
            yield return $"/api/dockets/{reference}/shared";
            foreach (var format in new[] { "html", "jsonl", "mbox" })
                yield return $"/api/dockets/{reference}/exports/{format}?inside=true";
        }

        foreach (var id in yard.Conversations.Values)
        {
            yield return $"/api/conversations/{id.Value}";
            yield return $"/api/conversations/{id.Value}/entries";
            yield return $"/api/conversations/{id.Value}/askable";
            yield return $"/api/conversations/{id.Value}/invitable";
            yield return $"/api/conversations/{id.Value}/meeting-times?days=5";
            yield return $"/api/conversations/{id.Value}/clock";
            yield return $"/api/conversations/{id.Value}/advice";
            yield return $"/api/queues/board/{id.Value}";
            foreach (var typed in new[] { "", "secret", "J", "Salt" })
            {
                yield return $"/api/conversations/{id.Value}/taggable?sign=%23&typed={typed}";
                yield return $"/api/conversations/{id.Value}/taggable?sign=%40&typed={typed}";
            }
        }

        foreach (var id in yard.Entries.Values)
        {
            yield return $"/api/entries/{id.Value}";
            yield return $"/api/entries/{id.Value}/drafts";
        }

        foreach (var id in yard.Tasks.Values)
        {
            yield return $"/api/tasks/{id.Value}";
            yield return $"/api/tasks/{id.Value}/detail";
        }
    }

    [GeneratedRegex("secret[a-z0-9]+")]
    private static partial Regex SecretWord();
}
