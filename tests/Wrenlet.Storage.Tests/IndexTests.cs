using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Finding;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Storage.Tests;

/// <summary>
/// What the stores really ask of the database, found by running them: nothing that grows with the years is read from
/// one end to the other, whatever is asked for.
/// </summary>
public sealed partial class IndexTests : Shelf
{
    /// <summary>Tables that grow with the work.</summary>
    private static readonly string[] Growing =
    [
        "entry",
        "conversation",
        "docket",
        "task",
        "task_owner",
        "task_block",
        "task_change",
        "alert",
        "mail",
        "file",
        "entry_file",
        "sheet",
        "sheet_revision",
        "ask",
        "meeting",
        "change_log",
        "session",
        "read_mark",
        "sign",
        "entry_version",
    ];

    private static readonly PersonId Somebody = new(Guid.CreateVersion7());

    private static readonly Dictionary<string, Action<SqlSession>> Reads = new()
    {
        ["conversations"] = s =>
        {
            ConversationStore.Find(s, Inside);
            ConversationStore.OfDocket(s, Refit);
            ConversationStore.Queued(s);
            ConversationStore.Closed(s, 50);
        },
        ["entries"] = s =>
        {
            EntryStore.Find(s, new EntryId(Guid.CreateVersion7()));
            EntryStore.FindByKey(s, 7);
            EntryStore.LastIn(s, 1);
            EntryStore.LastSaid(s, 1);
            EntryStore.MailsBefore(s, 1, 9, 20);
            EntryStore.AnsweredBy(s, Thorne);
        },
        ["discussion"] = s =>
        {
            EntryMarkStore.Versions(s, 7);
            EntryMarkStore.Quotes(s, [1, 2]);
            EntryMarkStore.Signs(s, [1, 2]);
            EntryMarkStore.TaggedCrews(s, 7);
            EntryMarkStore.Pins(s, 1);
            EntryMarkStore.MarksOf(s, [1, 2], Ines);
            EntryMarkStore.ReadersOf(s, 1, 7);
            EntryMarkStore.FirstFrom(s, 1, Now);
            DraftStore.Of(s, Ines);
            FilingStore.Of(s, [1, 2]);
            FilingStore.KeysOf(s, Refit);
        },
        ["files"] = s =>
        {
            FileStore.Find(s, Guid.CreateVersion7());
            FileStore.Of(s, 7);
            FileStore.Places(s, Guid.CreateVersion7());
            FileStore.OnTheirWay(s, Ines);
        },
        ["tasks"] = s =>
        {
            TaskStore.Find(s, new Core.Tasks.TaskId(Guid.CreateVersion7()));
            TaskStore.OfDocket(s, Refit, 200);
            TaskStore.OfEntries(s, [1, 2]);
            TaskStore.OfPerson(s, Ines, Now, 200);
            TaskStore.PartsOfTask(s, new Core.Tasks.TaskId(Guid.CreateVersion7()));
            TaskStore.InColumn(s, Guid.CreateVersion7(), null);
            TaskStore.GatesOf(s, Refit);
            TaskStore.OpenIn(s, Refit);
            TaskStore.LastPosition(s, 7);
            TaskStore.BlockersOf(s, new Core.Tasks.TaskId(Guid.CreateVersion7()));
            TaskStore.WaitingFor(s, new Core.Tasks.TaskId(Guid.CreateVersion7()));
            TaskStore.Table(s, TaskScope.Docket, Refit.Value, Now, 100);
            TaskHistoryStore.History(s, 7, 20);
            TaskHistoryStore.LastChange(s, 7);
            TaskHistoryStore.LastWord(s, 7);
            SeriesStore.FindSeries(s, 7);
            SeriesStore.OfSeries(s, 7, Now);
        },
        ["asks"] = s =>
        {
            AskStore.OfEntries(s, [1, 2]);
            AskStore.OpenFor(s, Ines);
            AskStore.By(s, Ines, 20);
            AskStore.OfDocket(s, Refit, 20);
            AskStore.OpenIn(s, 1);
            AskStore.Due(s, Now, 20);
        },
        ["sheets"] = s =>
        {
            SheetStore.Of(s, Guid.CreateVersion7());
            SheetStore.OfParty(s, Thorne);
        },
        ["what rules wait for"] = s =>
        {
            RuleTimes.Milestones(s, new Core.Dockets.MilestoneId(Guid.CreateVersion7()), Now, Now);
            RuleTimes.Silent(s, ours: true, Now, Now);
            RuleTimes.Silent(s, ours: false, Now, Now);
            RuleTimes.Late(s, Now, Now);
            RuleStore.Due(s, Now, 20);
            MoveStore.Due(s, Now);
            LaterStore.Due(s, Now, 20);
            LaterStore.In(s, [1, 2]);
        },
        ["alerts"] = s =>
        {
            AlertStore.Page(s, Ines, long.MaxValue, 50);
            AlertStore.Find(s, Ines, Guid.CreateVersion7());
            AlertStore.Unread(s, Ines);
            AlertStore.KeptBy(s, Ines, 50);
            AlertStore.Undigested(s, Ines, 50);
            LevelStore.At(s, 1);
            LevelStore.FollowersOf(s, Refit);
        },
        ["dockets"] = s =>
        {
            DocketStore.Find(s, Refit);
            DocketStore.Page(s, true, long.MaxValue, 100);
        },
        ["what changed"] = s => ChangeLog.After(s, 7, 100),
        ["sessions"] = s =>
        {
            SessionStore.Find(s, [1]);
            LinkStore.ByToken(s, [1]);
            SessionStore.Credentials(s, "odalys@quay.example");
            FeedStore.Whose(s, [1]);
        },
        ["finding"] = s =>
        {
            SearchStore.Entries(s, SearchStore.Match("pump"), null, null, null, null, null, false, long.MaxValue, 20);
            SearchStore.Files(s, SearchStore.Match("plan")!, 20);
            TaskStore.Matching(s, SearchStore.Match("pump")!, 20);
        },
    };

    public static TheoryData<string> Names => [.. Reads.Keys];

    [Theory]
    [MemberData(nameof(Names))]
    public void Nothing_that_grows_is_read_from_end_to_end(string name)
    {
        Reads[name](S);
        var scans = Asked().SelectMany(q => Scans(q.Sql, q.Plan).Select(t => $"{t} in {q.Sql}")).ToList();
        scans.ShouldBeEmpty();
    }

    [Fact]
    public void Pages_come_in_the_order_of_an_index_and_are_not_sorted()
    {
        AlertStore.Page(S, Ines, long.MaxValue, 50);
        TaskStore.OfDocket(S, Refit, 200);
        DocketStore.Page(S, true, long.MaxValue, 100);
        EntryStore.MailsBefore(S, 1, 9, 20);
        ChangeLog.After(S, 7, 100);
        foreach (var (sql, plan) in Asked())
            plan.ShouldNotContain("USE TEMP B-TREE FOR ORDER BY", customMessage: sql);
    }

    [Fact]
    public void A_scan_of_what_grows_would_be_seen()
    {
        S.All("SELECT uid FROM entry WHERE body = $body", r => r.GetUid(0), ("body", "anything"));
        Asked().SelectMany(q => Scans(q.Sql, q.Plan)).ShouldBe(["entry"]);
    }

    /// <summary>Each reading statement that was run, with the way in which the database finds what it asks for.</summary>
    private List<(string Sql, string Plan)> Asked() =>
        [.. S.Statements.Where(c => Reading().IsMatch(c.CommandText)).ToList().Select(c => (c.CommandText, PlanOf(c)))];

    private string PlanOf(SqliteCommand statement)
    {
        using var explain = S.Connection.CreateCommand();
        explain.CommandText = "EXPLAIN QUERY PLAN " + statement.CommandText;
        foreach (SqliteParameter parameter in statement.Parameters)
            explain.Parameters.AddWithValue(parameter.ParameterName, parameter.Value);
        using var reader = explain.ExecuteReader();
        var lines = new List<string>();
        while (reader.Read())
            lines.Add(reader.GetString(3));
        return string.Join('\n', lines);
    }

    /// <summary>Growing tables that a plan reads as a whole, without an index, whatever the statement calls them.</summary>
    private static IEnumerable<string> Scans(string sql, string plan)
    {
        var tables = NamedForm()
            .Matches(sql)
            .GroupBy(m => m.Groups[2].Value)
            .ToDictionary(g => g.Key, g => g.First().Groups[1].Value);
        return from Match scan in ScanForm().Matches(plan)
            let name = tables.GetValueOrDefault(scan.Groups[1].Value, scan.Groups[1].Value)
            where Growing.Contains(name) && !scan.Value.Contains("INDEX", StringComparison.Ordinal)
            select name;
    }

    [GeneratedRegex(@"\b(?:FROM|JOIN)\s+(\w+)\s+(?:AS\s+)?(\w+)")]
    private static partial Regex NamedForm();

    [GeneratedRegex(@"^\s*(WITH|SELECT)\b")]
    private static partial Regex Reading();

    [GeneratedRegex(@"^SCAN (\w+).*$", RegexOptions.Multiline)]
    private static partial Regex ScanForm();
}
