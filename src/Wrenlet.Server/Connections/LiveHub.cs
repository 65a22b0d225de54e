using Microsoft.AspNetCore.SignalR;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;

namespace Wrenlet.Server.Connections;

/// <summary>
/// What a browser tells of itself over the live connection. What it hears is sent by <see cref="Announcer"/>.
/// </summary>
[For(Access.SignedIn)]
public sealed class LiveHub(Presence presence) : Hub
{
    /// <summary>Most conversations one page can show at once.</summary>
    private const int Most = 12;

    /// <inheritdoc/>
    public override Task OnConnectedAsync()
    {
        if (Context.GetHttpContext() is not { } http || Viewer.Of(http) is not { } viewer)
        {
            Context.Abort();
            return Task.CompletedTask;
        }

        presence.Connect(Context.ConnectionId, viewer, Context.Abort);
        return base.OnConnectedAsync();
    }

    /// <inheritdoc/>
    public override async Task OnDisconnectedAsync(Exception? exception)
    {
        presence.Disconnect(Context.ConnectionId);
        await base.OnDisconnectedAsync(exception);
    }

    /// <summary>Says which conversations are being read; those it may not see are left out.</summary>
    public void Reading(Guid[] conversations)
    {
        ArgumentNullException.ThrowIfNull(conversations);
        presence.Reading(Context.ConnectionId, [.. conversations.Take(Most).Select(c => new ConversationId(c))]);
    }

    /// <summary>Says in which conversation something is being written; null for none. It lapses by itself.</summary>
    public void Writing(Guid? conversation) =>
        presence.Writing(Context.ConnectionId, conversation is { } id ? new ConversationId(id) : null);
}
