using System.Collections.Concurrent;
using Microsoft.AspNetCore.SignalR;

namespace Wrenlet.Server.Connections;

/// <summary>
/// The live connections, to write to one by one what is put into bytes only once for all that hear it.
/// </summary>
public sealed class LiveConnections(ILogger<DefaultHubLifetimeManager<LiveHub>> log)
    : DefaultHubLifetimeManager<LiveHub>(log)
{
    private readonly ConcurrentDictionary<string, HubConnectionContext> _all = new();

    /// <inheritdoc/>
    /// <summary>How many there are.</summary>
    public int Count => _all.Count;

    public override Task OnConnectedAsync(HubConnectionContext connection)
    {
        ArgumentNullException.ThrowIfNull(connection);
        _all[connection.ConnectionId] = connection;
        return base.OnConnectedAsync(connection);
    }

    /// <inheritdoc/>
    public override Task OnDisconnectedAsync(HubConnectionContext connection)
    {
        ArgumentNullException.ThrowIfNull(connection);
        _all.TryRemove(connection.ConnectionId, out _);
        return base.OnDisconnectedAsync(connection);
    }

    /// <summary>Writes to a connection; one that is gone is passed over.</summary>
    internal ValueTask Write(string connection, SerializedHubMessage message) =>
        _all.TryGetValue(connection, out var to) ? to.WriteAsync(message) : default;
}
