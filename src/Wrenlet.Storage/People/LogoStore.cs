namespace Wrenlet.Storage.People;

/// <summary>The firm's picture.</summary>
public static class LogoStore
{
    /// <summary>The picture with its media type; null when there is none.</summary>
    public static (string MediaType, byte[] Bytes)? Find(SqlSession session) =>
        session.First<(string, byte[])?>(
            "SELECT media_type, bytes FROM firm_logo",
            r => (r.GetString(0), r.GetFieldValue<byte[]>(1))
        );

    /// <summary>Whether there is one.</summary>
    public static bool Has(SqlSession session) => session.Number("SELECT 1 FROM firm_logo") is not null;

    /// <summary>Keeps a picture in place of the one there was; null for none.</summary>
    public static void Put(SqlSession session, (string MediaType, byte[] Bytes)? logo)
    {
        session.Run("DELETE FROM firm_logo");
        if (logo is var (type, bytes))
            session.Run("INSERT INTO firm_logo VALUES (1, $type, $bytes)", ("type", type), ("bytes", bytes));
    }
}
