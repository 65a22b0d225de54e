using Microsoft.AspNetCore.SignalR.Client;

namespace Wrenlet.Server.Tests.World;

/// <summary>A live connection as a browser begins it.</summary>
internal static class LiveLine
{
    /// <summary>
    /// Connects, and waits until the server hears: a connection stands a moment before the server counts it among those that
    /// it tells of changes.
    /// </summary>
    public static async Task Begin(this HubConnection connection)
    {
        await connection.StartAsync();
        await connection.InvokeAsync("Reading", Array.Empty<Guid>());
    }
}
