using System.Collections.Concurrent;
using System.Reflection;
using DbUp;
using Microsoft.Data.Sqlite;

namespace Wrenlet.Storage;

/// <summary>The database cannot be used; the message says why and what to do.</summary>
public sealed class DatabaseException(string message, Exception? inner = null) : Exception(message, inner);

/// <summary>
/// One firm's database file: brought up to date when opened, read by many, written by the one <see cref="WriteQueue"/>.
/// </summary>
public sealed class Database : IDisposable
{
    private const string Pragmas = """
        PRAGMA foreign_keys = ON;
        PRAGMA busy_timeout = 5000;
        PRAGMA cache_size = -16000;
        PRAGMA temp_store = MEMORY;
        PRAGMA mmap_size = 268435456;
        """;

    private readonly ConcurrentBag<SqlSession> _readers = [];
    private bool _disposed;

    private Database(string file) => File = file;

    /// <summary>Path of the database file.</summary>
    public string File { get; }

    /// <summary>
    /// Opens the database in a folder, making it when it is missing, and runs the migrations that it lacks.
    /// </summary>
    /// <exception cref="DatabaseException">
    /// The file is no database, is damaged, is of a newer version, or cannot be written.
    /// </exception>
    public static Database Open(string folder)
    {
        var file = Path.Combine(folder, "wrenlet.db");
        try
        {
            using (var connection = Connect(file, SqliteOpenMode.ReadWriteCreate))
            {
                using var journal = connection.CreateCommand();
                journal.CommandText = "PRAGMA journal_mode = WAL; PRAGMA page_size = 8192;";
                journal.ExecuteNonQuery();
            }

            // A table that is made anew is dropped under its name for a moment: foreign keys rest meanwhile and are
            // checked after.
            var upgrade = DeployChanges
                .To.SqliteDatabase(
                    new SqliteConnectionStringBuilder
                    {
                        DataSource = file,
                        Pooling = false,
                        ForeignKeys = false,
                    }.ToString()
                )
                .WithScriptsEmbeddedInAssembly(Assembly.GetExecutingAssembly())
                .WithTransactionPerScript()
                .LogToNowhere()
                .Build();
            // What a later version made of it means something else there.
            if (upgrade.GetExecutedButNotDiscoveredScripts().FirstOrDefault() is { } later)
                throw new DatabaseException(
                    $"The database {file} has been brought forward by a newer version ({later}). Start that one, or put "
                        + "the backup in its place that was made before; nothing was changed."
                );
            var result = upgrade.PerformUpgrade();
            if (!result.Successful)
                throw new DatabaseException(
                    $"The database {file} could not be brought up to date ({result.ErrorScript?.Name}): {result.Error.Message}",
                    result.Error
                );
            if (result.Scripts.Any())
                CheckReferences(file);
        }
        catch (SqliteException wrong)
        {
            throw new DatabaseException(
                wrong.SqliteErrorCode switch
                {
                    11 or 26 => $"{file} is damaged or is no database. Put a backup in its place; nothing was changed.",
                    13 => $"The disk that holds {file} is full. Free some space and start again; nothing was lost.",
                    8 or 14 => $"{file} cannot be opened for writing. Check the folder's rights.",
                    _ => $"{file} could not be opened: {wrong.Message}",
                },
                wrong
            );
        }

        return new Database(file);
    }

    private static void CheckReferences(string file)
    {
        using var connection = Connect(file, SqliteOpenMode.ReadOnly);
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA foreign_key_check";
        using var broken = command.ExecuteReader();
        if (broken.Read())
            throw new DatabaseException(
                $"The database {file} has rows in {broken.GetString(0)} that refer to nothing. Put a backup in its place."
            );
    }

    /// <summary>Runs a read on a pooled read-only connection; it sees one state of the database throughout.</summary>
    public T Read<T>(Func<SqlSession, T> read)
    {
        if (!_readers.TryTake(out var session))
            session = new SqlSession(Connect(File, SqliteOpenMode.ReadOnly));
        try
        {
            session.Run("BEGIN");
            try
            {
                return read(session);
            }
            finally
            {
                session.Run("COMMIT");
            }
        }
        finally
        {
            if (_disposed)
                session.Dispose();
            else
                _readers.Add(session);
        }
    }

    internal SqlSession OpenWriter()
    {
        var session = new SqlSession(Connect(File, SqliteOpenMode.ReadWrite));
        using var command = session.Connection.CreateCommand();
        command.CommandText = "PRAGMA synchronous = FULL; PRAGMA wal_autocheckpoint = 2000;";
        command.ExecuteNonQuery();
        return session;
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        _disposed = true;
        while (_readers.TryTake(out var session))
            session.Dispose();
    }

    private static SqliteConnection Connect(string file, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(ConnectionString(file, mode));
        connection.Open();
        // SQLite's own lower() knows no letters beyond ASCII.
        connection.CreateFunction("folded", (string words) => words.ToLowerInvariant(), isDeterministic: true);
        using var command = connection.CreateCommand();
        command.CommandText = Pragmas;
        command.ExecuteNonQuery();
        return connection;
    }

    private static string ConnectionString(string file, SqliteOpenMode mode) =>
        new SqliteConnectionStringBuilder
        {
            DataSource = file,
            Mode = mode,
            Pooling = false,
        }.ToString();
}
