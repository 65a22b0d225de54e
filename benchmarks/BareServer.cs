using System.Net;
using Microsoft.AspNetCore.Server.Kestrel.Core;
using Microsoft.Data.Sqlite;

namespace Wrenlet.Bench;

/// <summary>
/// What the figures are held against: a minimal API on plain SQLite (WAL, synchronous=FULL) without rules or users.
/// One address reads the last 50 of a conversation of 200,000 entries by its index; one inserts a row in its own
/// durable
/// commit under a lock. Run as a process of its own, as the product is.
/// </summary>
internal static class BareServer
{
    private const int Entries = 200_000;

    /// <param name="database">A database of the product, of which the raw full-text query is answered under /search;
    /// null for none.</param>
    public static void Run(string folder, int port, string? database = null)
    {
        var source = new SqliteConnectionStringBuilder
        {
            DataSource = Path.Combine(folder, "bare.db"),
            Pooling = true,
        }.ToString();
        using (var make = Open(source))
        {
            Do(
                make,
                "PRAGMA journal_mode = WAL; CREATE TABLE entry (id INTEGER PRIMARY KEY, conversation INTEGER NOT "
                    + "NULL, at INTEGER NOT NULL, author TEXT NOT NULL, body TEXT NOT NULL) STRICT; CREATE INDEX "
                    + "entry_by_conversation ON entry (conversation, id);"
            );
            Do(
                make,
                $"WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < {Entries}) INSERT INTO "
                    + $"entry SELECT i, 1, i * 1000, 'Odalys Brandt', 'The bolts are on their way, entry ' || i || ', "
                    + $"and they should be here by Thursday.' FROM n;"
            );
        }

        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.ConfigureKestrel((KestrelServerOptions k) => k.Listen(IPAddress.Loopback, port));
        var app = builder.Build();
        app.MapGet(
            "/read",
            () =>
            {
                using var connection = Open(source);
                using var command = connection.CreateCommand();
                command.CommandText =
                    "SELECT id, at, author, body FROM entry WHERE conversation = 1 ORDER BY id DESC LIMIT 50";
                using var reader = command.ExecuteReader();
                var rows = new List<Row>(50);
                while (reader.Read())
                    rows.Add(new(reader.GetInt64(0), reader.GetInt64(1), reader.GetString(2), reader.GetString(3)));
                return rows;
            }
        );
        if (database is not null)
        {
            var searched = new SqliteConnectionStringBuilder
            {
                DataSource = database,
                Mode = SqliteOpenMode.ReadOnly,
                Pooling = true,
            }.ToString();
            app.MapGet(
                "/search",
                (string words) =>
                {
                    using var connection = Open(searched);
                    using var command = connection.CreateCommand();
                    command.CommandText =
                        "SELECT e.id, e.at, '', e.body FROM entry_search JOIN entry e ON e.id = entry_search.rowid "
                        + "WHERE entry_search MATCH $words ORDER BY entry_search.rowid DESC LIMIT 30";
                    command.Parameters.AddWithValue("$words", $"\"{words}\"*");
                    using var reader = command.ExecuteReader();
                    var rows = new List<Row>(30);
                    while (reader.Read())
                        rows.Add(new(reader.GetInt64(0), reader.GetInt64(1), reader.GetString(2), reader.GetString(3)));
                    return rows;
                }
            );
        }

        var gate = new Lock();
        var writer = Open(source);
        Do(writer, "PRAGMA synchronous = FULL");
        using var insert = writer.CreateCommand();
        insert.CommandText =
            "INSERT INTO entry (conversation, at, author, body) VALUES (2, $at, 'Odalys Brandt', $body)";
        var at = insert.Parameters.Add("$at", SqliteType.Integer);
        var body = insert.Parameters.Add("$body", SqliteType.Text);
        app.MapPost(
            "/write",
            (Written written) =>
            {
                lock (gate)
                {
                    at.Value = DateTimeOffset.UtcNow.ToUnixTimeMilliseconds();
                    body.Value = written.Body;
                    insert.ExecuteNonQuery();
                }

                return Results.Ok();
            }
        );
        app.Start();
        Console.WriteLine("bare is ready");
        app.WaitForShutdown();
    }

    private static SqliteConnection Open(string source)
    {
        var connection = new SqliteConnection(source);
        connection.Open();
        return connection;
    }

    private static void Do(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private sealed record Row(long Id, long At, string Author, string Body);

    private sealed record Written(string Body);
}
