using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Dockets;

namespace Wrenlet.Storage;

/// <summary>Ids and moments between their types and their columns.</summary>
public static class Uid
{
    /// <summary>A UUID in network byte order (RFC 9562), so that version 7 sorts by time.</summary>
    public static byte[] Bytes(Guid id) => id.ToByteArray(bigEndian: true);

    internal static Guid GetUid(this SqliteDataReader row, int column) =>
        new(row.GetFieldValue<byte[]>(column), bigEndian: true);

    internal static Guid? GetUidOrNull(this SqliteDataReader row, int column) =>
        row.IsDBNull(column) ? null : row.GetUid(column);

    internal static Instant GetMoment(this SqliteDataReader row, int column) =>
        Instant.FromUnixTimeMilliseconds(row.GetInt64(column));

    internal static Instant? GetMomentOrNull(this SqliteDataReader row, int column) =>
        row.IsDBNull(column) ? null : row.GetMoment(column);

    internal static string? GetTextOrNull(this SqliteDataReader row, int column) =>
        row.IsDBNull(column) ? null : row.GetString(column);

    internal static int? GetIntOrNull(this SqliteDataReader row, int column) =>
        row.IsDBNull(column) ? null : row.GetInt32(column);

    internal static DocketRef GetDocketRef(this SqliteDataReader row, int column) =>
        DocketRef.Parse(row.GetString(column))!.Value;

    internal static long? GetKeyOrNull(this SqliteDataReader row, int column) =>
        row.IsDBNull(column) ? null : row.GetInt64(column);
}
