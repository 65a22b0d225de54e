namespace Wrenlet.Storage;

/// <summary>Words in a LIKE, taken as they are; the statement says ESCAPE '\'.</summary>
internal static class SqlLike
{
    public static string Of(string words) =>
        words
            .Replace("\\", "\\\\", StringComparison.Ordinal)
            .Replace("%", "\\%", StringComparison.Ordinal)
            .Replace("_", "\\_", StringComparison.Ordinal);
}
