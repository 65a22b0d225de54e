using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Storage.Tests;

public sealed class DatabaseTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("wrenlet-storage-").FullName;

    [Fact]
    public void Opening_again_keeps_what_is_there()
    {
        var scripts = typeof(Database)
            .Assembly.GetManifestResourceNames()
            .Count(n => n.EndsWith(".sql", StringComparison.Ordinal));
        using (var first = Database.Open(_folder))
            first.Read(s => s.Number("SELECT count(*) FROM SchemaVersions")).ShouldBe(scripts);
        using var second = Database.Open(_folder);
        second.Read(s => s.Number("SELECT count(*) FROM SchemaVersions")).ShouldBe(scripts);
    }

    [Fact]
    public void Every_table_is_strict()
    {
        using var database = Database.Open(_folder);
        var loose = database.Read(s =>
            s.All(
                "SELECT name FROM pragma_table_list WHERE schema = 'main' AND type = 'table' AND strict = 0 AND name "
                    + "NOT LIKE 'sqlite%' AND name NOT LIKE '%\\_search%' ESCAPE '\\' AND name <> 'SchemaVersions'",
                r => r.GetString(0)
            )
        );
        loose.ShouldBeEmpty();
    }

    [Fact]
    public void A_file_that_is_no_database_is_left_alone_and_said_so()
    {
        var file = Path.Combine(_folder, "wrenlet.db");
        File.WriteAllText(file, new string('x', 9000));
        Should
            .Throw<DatabaseException>(() => Database.Open(_folder))
            .Message.ShouldContain("damaged or is no database");
        File.ReadAllText(file).ShouldBe(new string('x', 9000));
    }

    [Fact]
    public void A_reader_cannot_write()
    {
        using var database = Database.Open(_folder);
        Should.Throw<Microsoft.Data.Sqlite.SqliteException>(() => database.Read(s => s.Run("DELETE FROM audit")));
    }

    /// <summary>Each query that matters finds its rows by an index, without a scan and without sorting.</summary>
    [Theory]
    [InlineData(
        "SELECT * FROM entry e WHERE e.conversation = 1 AND e.id < 9 ORDER BY e.id DESC LIMIT 60",
        "entry_by_conversation"
    )]
    [InlineData(
        "SELECT * FROM conversation c WHERE c.docket = 1 AND c.audience IN ('inside', 'outside')",
        "conversation_by_docket"
    )]
    [InlineData(
        "SELECT * FROM conversation c WHERE c.state = 'open' AND c.queue IS NOT NULL AND c.id > 3 ORDER BY c.id LIMIT 5",
        "conversation"
    )]
    [InlineData("SELECT * FROM task t WHERE t.docket = 1 ORDER BY t.id DESC LIMIT 5", "task_by_docket")]
    [InlineData("SELECT * FROM task t WHERE t.source IN (SELECT value FROM json_each('[1,2]'))", "task_by_source")]
    [InlineData("SELECT * FROM task_owner WHERE person = 4", "task_by_person")]
    [InlineData("SELECT * FROM alert a WHERE a.person = 1 AND a.id < 4 ORDER BY a.id DESC LIMIT 5", "alert_by_person")]
    [InlineData("SELECT count(*) FROM alert WHERE person = 1 AND read IS NULL", "alert_unread")]
    [InlineData("SELECT entry, tries FROM outbox ORDER BY entry LIMIT 5", "outbox")]
    [InlineData(
        "SELECT * FROM mail WHERE conversation = 1 AND entry < 5 ORDER BY entry DESC LIMIT 5",
        "mail_by_conversation"
    )]
    [InlineData("SELECT * FROM sheet s WHERE s.docket = 1 ORDER BY s.id", "sheet_by_docket")]
    [InlineData(
        "SELECT * FROM sheet_revision r WHERE r.sheet = 1 ORDER BY r.number DESC",
        "sqlite_autoindex_sheet_revision"
    )]
    [InlineData("SELECT * FROM sheet_share x WHERE x.party = 1", "sheet_share_by_party")]
    [InlineData("SELECT * FROM sheet_revision r WHERE r.file = 1", "sheet_revision_by_file")]
    [InlineData("SELECT * FROM docket WHERE kind = 'job' AND number = 7", "sqlite_autoindex_docket")]
    public void A_query_that_matters_uses_its_index(string sql, string index)
    {
        using var database = Database.Open(_folder);
        var plan = string.Join('\n', database.Read(s => s.All("EXPLAIN QUERY PLAN " + sql, r => r.GetString(3))));
        plan.ShouldContain(index);
        plan.ShouldNotContain("USE TEMP B-TREE");
    }

    /// <summary>
    /// SQLite compiles a statement anew when a value bound to it may change its plan; no list that is read often may
    /// cost that.
    /// </summary>
    [Fact]
    public void A_statement_is_compiled_once()
    {
        using var database = Database.Open(_folder);
        using var session = database.OpenWriter();
        session.CountCompilations();
        for (var round = 0; round < 3; round++)
        {
            TaskStore.OfDocket(session, new DocketId(Guid.CreateVersion7()), 200);
            TaskStore.OfPerson(session, new PersonId(Guid.CreateVersion7()), Instant.FromUnixTimeSeconds(round), 200);
            AlertStore.Page(session, new PersonId(Guid.CreateVersion7()), round, 50);
            ConversationStore.OfDocket(session, new DocketId(Guid.CreateVersion7()));
            ConversationStore.Closed(session, 50);
            EntryStore.MailsBefore(session, round, round, 20);
            DocketStore.Page(session, true, round, 100);
            ChangeLog.After(session, round, 100);
        }

        session.Recompiled.ShouldBe(0);
        for (var round = 0; round < 3; round++)
            session.Number("SELECT id FROM entry ORDER BY id LIMIT $most", ("most", round));
        session.Recompiled.ShouldBeGreaterThan(0, "or this test would not notice");
    }

    public void Dispose() => Directory.Delete(_folder, recursive: true);
}
