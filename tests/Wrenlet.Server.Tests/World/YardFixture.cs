using NodaTime;

namespace Wrenlet.Server.Tests.World;

/// <summary>
/// A server over the small firm, with everybody signed in; shared by tests that only look, or that change what is their
/// own.
/// </summary>
public sealed class YardFixture : IAsyncLifetime
{
    public SmallYard Yard { get; private set; } = null!;

    public RunningServer Server { get; private set; } = null!;

    public Dictionary<string, Visitor> Visitors { get; } = [];

    public async ValueTask InitializeAsync()
    {
        Yard = await SmallYard.Build();
        await Open();
    }

    /// <summary>
    /// Kills the server as a power cut would, and starts another over the same data; everybody signs in again.
    /// </summary>
    public async Task Restart()
    {
        foreach (var visitor in Visitors.Values)
            visitor.Dispose();
        await Server.DisposeAsync();
        await Open();
    }

    private async Task Open()
    {
        Server = await RunningServer.Start(
            Yard.Folder,
            "--no-demo",
            "--clock",
            "2026-04-14T08:40",
            "--changes-per-second",
            "0"
        );
        foreach (var person in Yard.People.Values)
            Visitors[person.FirstName] = person.IsStaff
                ? await Server.Visit().SignIn($"{person.FirstName.ToLowerInvariant()}@quay.example", SmallYard.Password)
                : await Server.Visit().ByLink(Yard.Links[person.FirstName]);
        Visitors["nobody"] = Server.Visit();
    }

    public async ValueTask DisposeAsync()
    {
        foreach (var visitor in Visitors.Values)
            visitor.Dispose();
        await Server.DisposeAsync();
        Directory.Delete(Yard.Folder, recursive: true);
    }
}

[CollectionDefinition("yard")]
public sealed class YardCollection : ICollectionFixture<YardFixture>;
