namespace Wrenlet.Server.Tests.World;

/// <summary>The checkout that these tests were built from.</summary>
internal static class Repository
{
    public static string Root { get; } = Find(AppContext.BaseDirectory);

    private static string Find(string folder) =>
        File.Exists(Path.Combine(folder, "Wrenlet.slnx"))
            ? folder
            : Find(
                Path.GetDirectoryName(folder)
                    ?? throw new InvalidOperationException("There is no Wrenlet.slnx above the tests.")
            );
}
