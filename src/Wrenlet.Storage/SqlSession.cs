using System.Diagnostics.CodeAnalysis;
using Microsoft.Data.Sqlite;
using SQLitePCL;

namespace Wrenlet.Storage;

/// <summary>
/// One connection with its prepared statements. Used by one thread at a time; SQL stands beside the method
/// that runs it, and values are always parameters. Only a LIMIT stands in the SQL itself: as a parameter it
/// makes SQLite compile the statement anew at each use, which costs more than running it.
/// </summary>
[SuppressMessage("Security", "CA2100", Justification = "SQL is constant at every call; values are parameters.")]
public sealed class SqlSession : IDisposable
{
    /// <summary>SQLITE_STMTSTATUS_REPREPARE of sqlite3_stmt_status.</summary>
    private const int TimesRecompiled = 5;

    private readonly Dictionary<string, SqliteCommand> _statements = [];

    /// <summary>Statements whose rows are being read.</summary>
    private readonly HashSet<string> _reading = [];

    internal SqlSession(SqliteConnection connection) => Connection = connection;

    internal SqliteConnection Connection { get; }

    /// <summary>The address from which what it does now was asked; null for what is done by itself.</summary>
    public string? AskedFrom { get; internal set; }

    /// <summary>Runs a statement that returns no rows.</summary>
    /// <returns>How many rows it changed.</returns>
    public int Run(string sql, params ReadOnlySpan<(string Name, object? Value)> values) =>
        Statement(sql, values).ExecuteNonQuery();

    /// <summary>Reads all rows.</summary>
    public List<T> All<T>(
        string sql,
        Func<SqliteDataReader, T> row,
        params ReadOnlySpan<(string Name, object? Value)> values
    )
    {
        var rows = new List<T>();
        Read(
            sql,
            values,
            reader =>
            {
                while (reader.Read())
                    rows.Add(row(reader));
            }
        );
        return rows;
    }

    /// <summary>Reads the first row; default when there is none.</summary>
    public T? First<T>(
        string sql,
        Func<SqliteDataReader, T> row,
        params ReadOnlySpan<(string Name, object? Value)> values
    )
    {
        var first = default(T);
        Read(
            sql,
            values,
            reader =>
            {
                if (reader.Read())
                    first = row(reader);
            }
        );
        return first;
    }

    /// <summary>Runs a statement and reads its rows; one that is being read already, further out, is made a second time.</summary>
    private void Read(string sql, ReadOnlySpan<(string Name, object? Value)> values, Action<SqliteDataReader> rows)
    {
        if (!_reading.Add(sql))
        {
            using var again = Made(sql, values);
            Set(again, values);
            using var inner = again.ExecuteReader();
            rows(inner);
            return;
        }

        try
        {
            using var reader = Statement(sql, values).ExecuteReader();
            rows(reader);
        }
        finally
        {
            _reading.Remove(sql);
        }
    }

    /// <summary>Reads the first column of the first row as a number; null when there is no row or no value.</summary>
    public long? Number(string sql, params ReadOnlySpan<(string Name, object? Value)> values) =>
        Statement(sql, values).ExecuteScalar() is long n ? n : null;

    /// <inheritdoc/>
    public void Dispose()
    {
        foreach (var statement in _statements.Values)
            statement.Dispose();
        Connection.Dispose();
    }

    /// <summary>The statements that were run so far, as they were run last.</summary>
    internal IReadOnlyCollection<SqliteCommand> Statements => _statements.Values;

    /// <summary>From now on statements are kept count of, for <see cref="Recompiled"/>.</summary>
    internal void CountCompilations() => Connection.Handle!.enable_sqlite3_next_stmt(true);

    /// <summary>How many times statements were compiled again after their first time, since counting began.</summary>
    internal int Recompiled
    {
        get
        {
            var times = 0;
            for (
                var statement = raw.sqlite3_next_stmt(Connection.Handle, null);
                statement is { IsInvalid: false };
                statement = raw.sqlite3_next_stmt(Connection.Handle, statement)
            )
                times += raw.sqlite3_stmt_status(statement, TimesRecompiled, 0);
            return times;
        }
    }

    private SqliteCommand Statement(string sql, ReadOnlySpan<(string Name, object? Value)> values)
    {
        if (!_statements.TryGetValue(sql, out var command))
            _statements[sql] = command = Made(sql, values);
        Set(command, values);
        return command;
    }

    private SqliteCommand Made(string sql, ReadOnlySpan<(string Name, object? Value)> values)
    {
        var command = Connection.CreateCommand();
        command.CommandText = sql;
        foreach (var (name, _) in values)
            command.Parameters.Add(new SqliteParameter { ParameterName = "$" + name });
        // Without this the provider compiles the statement anew at each use.
        command.Prepare();
        return command;
    }

    private static void Set(SqliteCommand command, ReadOnlySpan<(string Name, object? Value)> values)
    {
        for (var i = 0; i < values.Length; i++)
            command.Parameters[i].Value = Value(values[i].Value);
    }

    private static object Value(object? value) =>
        value switch
        {
            null => DBNull.Value,
            Guid id => Uid.Bytes(id),
            NodaTime.Instant moment => moment.ToUnixTimeMilliseconds(),
            bool flag => flag ? 1L : 0L,
            _ => value,
        };
}
