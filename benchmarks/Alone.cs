namespace Wrenlet.Bench;

/// <summary>Parts that are run by themselves, each with a server of its own, and say whether all went well.</summary>
internal static class Alone
{
    /// <summary>Runs such a part.</summary>
    /// <returns>Whether all went well; null for a part that is measured with others.</returns>
    public static async Task<bool?> Run(string part, string product, string root, double seconds)
    {
        var data = Path.Combine(root, "data");
        string[] On(int port) =>
            ["--data", data, "--port", $"{port}", "--clock", "2026-04-14T08:40", "--changes-per-second", "0"];
        return part switch
        {
            "kill" => await new Killing(product, data, On).Run((int)seconds),
            "attack" => await new Attacking(product, On).Run(seconds),
            "import" => await new Importing(product, On).Run(),
            "dockets" => await new FieldTables(product, On, data).Run(),
            "rules" => await new Ruling(product, root).Run(),
            _ => null,
        };
    }
}
