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
    public async Task What_a_newer_version_brought_forward_is_left_to_it()
    {
        using (var newer = Database.Open(_folder))
        await using (var writes = new WriteQueue(newer))
            await writes.Run(w =>
                w.Session.Run(
                    "INSERT INTO SchemaVersions (ScriptName, Applied) VALUES ('Wrenlet.Storage.Migrations.9999-later.sql', "
                        + "'2030-01-01')"
                )
            );
        Should
            .Throw<DatabaseException>(() => Database.Open(_folder))
            .Message.ShouldContain("brought forward by a newer version (Wrenlet.Storage.Migrations.9999-later.sql)");
    }

    [Fact]
    public void A_reader_cannot_write()
    {
        using var database = Database.Open(_folder);
        Should.Throw<Microsoft.Data.Sqlite.SqliteException>(() => database.Read(s => s.Run("DELETE FROM audit")));
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
