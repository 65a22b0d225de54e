namespace Wrenlet.Storage.Reports;

/// <summary>How far a new firm has got.</summary>
public static class FirstStepStore
{
    /// <summary>What each step leaves behind; the demo and firms that work already have it all.</summary>
    private static readonly (string Step, string Left)[] Steps =
    [
        ("colleagues", "SELECT 1 FROM person WHERE role IS NOT NULL AND joined_into IS NULL LIMIT 1 OFFSET 1"),
        ("crews", "SELECT 1 FROM crew LIMIT 1"),
        ("queues", "SELECT 1 FROM queue WHERE unsorted = 0 AND crew IS NOT NULL LIMIT 1"),
        ("customer", "SELECT 1 FROM party LIMIT 1"),
        ("docket", "SELECT 1 FROM docket LIMIT 1"),
        ("note", "SELECT 1 FROM entry WHERE kind IN ('note', 'out') LIMIT 1"),
    ];

    /// <summary>Each step, and whether it was done.</summary>
    public static IReadOnlyList<(string Step, bool Done)> All(SqlSession session) =>
        [.. Steps.Select(s => (s.Step, session.Number(s.Left) is not null))];

    /// <summary>Whether they were hidden.</summary>
    public static bool Hidden(SqlSession session) => session.Number("SELECT steps_hidden FROM firm") is 1;

    /// <summary>Shows them no more.</summary>
    public static void Hide(SqlSession session) => session.Run("UPDATE firm SET steps_hidden = 1");
}
