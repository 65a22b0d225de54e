using System.Globalization;
using Microsoft.Data.Sqlite;

namespace Wrenlet.Storage.Keeping;

/// <summary>Whether a database file is as it should be, by SQLite's own checks.</summary>
public static class Soundness
{
    private const int Most = 20;

    /// <summary>Looks at a database.</summary>
    /// <param name="database">Its file.</param>
    /// <param name="whole">Whether indexes are compared with their tables too, and references followed; else only its
    /// pages are looked at, which is many times quicker.</param>
    /// <returns>What is wrong, in words; empty when nothing is.</returns>
    public static IReadOnlyList<string> Of(string database, bool whole)
    {
        try
        {
            using var connection = Backup.OpenToRead(database);
            var wrong = Rows(
                connection,
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"PRAGMA {(whole ? "integrity_check" : "quick_check")}({Most})"
                ),
                r => r.GetString(0)
            );
            if (wrong is ["ok"])
                wrong.Clear();
            if (whole && wrong.Count == 0)
                wrong.AddRange(
                    Rows(
                        connection,
                        "PRAGMA foreign_key_check",
                        r => $"a row of {r.GetString(0)} refers to nothing in {r.GetString(2)}"
                    )
                );
            return wrong;
        }
        catch (SqliteException damaged)
        {
            return [damaged.Message];
        }
    }

    /// <summary>Writes something that changes nothing, so that it is known whether a write reaches the disk.</summary>
    public static void TryWriting(Writing w)
    {
        ArgumentNullException.ThrowIfNull(w);
        w.Session.Run("UPDATE SchemaVersions SET Applied = Applied WHERE SchemaVersionID = 1");
    }

    private static List<string> Rows(SqliteConnection connection, string sql, Func<SqliteDataReader, string> read)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        using var rows = command.ExecuteReader();
        var all = new List<string>();
        while (all.Count < Most && rows.Read())
            all.Add(read(rows));
        return all;
    }
}
