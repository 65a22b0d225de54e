using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Diagnostics;
using Microsoft.AspNetCore.SignalR;
using Microsoft.AspNetCore.SignalR.Protocol;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Connections;

/// <summary>Someone who is in a conversation just now.</summary>
public sealed record Present(PersonView Person, bool Writing);

/// <summary>Who is in a conversation just now.</summary>
public sealed record PresentView(Guid Conversation, IReadOnlyList<Present> People);

/// <summary>
/// Who is connected, what they read and where they write. In memory only; writing lapses after some seconds.
/// Told to staff who see the conversation, never to a party.
/// </summary>
public sealed class Presence
{
    private static readonly TimeSpan WritingLasts = TimeSpan.FromSeconds(8);
    private readonly ConcurrentDictionary<string, Connection> _connections = new();
    private readonly LiveConnections _live;
    private readonly Database _database;
    private readonly WhoIsWho _who;
    private readonly Sessions _sessions;

    public Presence(LiveConnections live, Database database, WhoIsWho who, Sessions sessions)
    {
        (_live, _database, _who, _sessions) = (live, database, who, sessions);
        sessions.Ended += Cut;
    }

    private sealed record Connection(
        Viewer Viewer,
        Action Abort,
        LiveQueue<SerializedHubMessage> Queue,
        ImmutableDictionary<ConversationId, Place> Reading,
        ConversationId? Writing,
        long WritingSince
    )
    {
        public bool Writes(ConversationId id) => Writing == id && Stopwatch.GetElapsedTime(WritingSince) < WritingLasts;
    }

    /// <summary>Connections of whoever may see a thing at a place, staff and contacts apart.</summary>
    public (List<(string Connection, Person Person)> Staff, List<(string Connection, Person Person)> Contacts) WhoHears(
        Place place,
        Thing thing
    )
    {
        var roster = _who.Current;
        var (staff, contacts) = (new List<(string, Person)>(), new List<(string, Person)>());
        foreach (var (id, connection) in _connections)
        {
            if (_sessions.Find(connection.Viewer.TokenHash) is null)
            {
                connection.Abort();
                continue;
            }

            if (roster.Find(connection.Viewer.Person.Id) is { } person && person.MaySee(place, thing))
                (person.IsStaff ? staff : contacts).Add((id, person));
        }

        return (staff, contacts);
    }

    /// <summary>Who is in which conversation just now, of those that the viewer sees.</summary>
    public List<PresentView> All(Person viewer) =>
        [
            .. _connections
                .Values.SelectMany(c =>
                    c.Reading.Where(r => viewer.IsStaff && viewer.MaySee(r.Value, Thing.Working))
                        .Select(r => (r.Key, Connection: c))
                )
                .GroupBy(c => c.Key, c => c.Connection)
                .Select(g => new PresentView(g.Key.Value, There(g.Key, g))),
        ];

    /// <summary>Those of the staff who have a page open at this moment.</summary>
    public HashSet<PersonId> Connected() =>
        [.. _connections.Values.Select(c => c.Viewer.Person).Where(p => p.IsStaff).Select(p => p.Id)];

    /// <summary>Tells all pages of one person something of their own that no log keeps.</summary>
    public void TellOwn(PersonId person, string what, object view) =>
        Send(
            _connections
                .Where(c => c.Value.Viewer.Person.Id == person && _sessions.Find(c.Value.Viewer.TokenHash) is not null)
                .Select(c => c.Key),
            what,
            view
        );

    /// <summary>Puts something behind what each of these connections has still to be sent; waits for none of them.</summary>
    public void Send(IEnumerable<string> connections, string what, object view)
    {
        ArgumentNullException.ThrowIfNull(connections);
        ArgumentNullException.ThrowIfNull(view);
        SerializedHubMessage? once = null;
        foreach (var id in connections)
            if (_connections.TryGetValue(id, out var connection))
                connection.Queue.Offer(once ??= new(new InvocationMessage(what, [view])));
    }

    /// <summary>Cuts off the connections whose session has ended, at once.</summary>
    private void Cut(PersonId? person, byte[]? token)
    {
        foreach (var (_, connection) in _connections)
            if (
                connection.Viewer.Person.Id == person
                || (token is not null && connection.Viewer.TokenHash.AsSpan().SequenceEqual(token))
            )
                connection.Abort();
    }

    private static List<Present> There(ConversationId id, IEnumerable<Connection> connections) =>
        [
            .. connections
                .GroupBy(c => c.Viewer.Person.Id)
                .Select(g => new Present(PersonView.Of(g.First().Viewer.Person), g.Any(c => c.Writes(id))))
                .OrderBy(p => p.Person.Name, StringComparer.Ordinal),
        ];

    internal void Connect(string connection, Viewer viewer, Action abort)
    {
        var queue = new LiveQueue<SerializedHubMessage>(message => _live.Write(connection, message), abort);
        _connections[connection] = new(viewer, abort, queue, ImmutableDictionary<ConversationId, Place>.Empty, null, 0);
        _ = queue.Run();
        // A session that ended between the request and now was not cut: the connection was not known yet.
        if (_sessions.Find(viewer.TokenHash) is null)
            abort();
    }

    internal void Disconnect(string connection)
    {
        if (!_connections.TryRemove(connection, out var gone))
            return;
        gone.Queue.End();
        foreach (var (id, place) in gone.Reading)
            Tell(id, place);
    }

    internal void Reading(string connection, ImmutableArray<ConversationId> conversations)
    {
        if (!_connections.TryGetValue(connection, out var before))
            return;
        var seen = _database.Read(s =>
            conversations
                .Select(c => ConversationStore.Find(s, c))
                .OfType<Conversation>()
                .Where(c => before.Viewer.Person.MaySee(c.Place))
                .ToImmutableDictionary(c => c.Id, c => c.Place)
        );
        if (!_connections.TryUpdate(connection, before with { Reading = seen, Writing = null }, before))
            return;
        foreach (var (id, place) in before.Reading.Where(r => !seen.ContainsKey(r.Key)).Concat(seen))
            Tell(id, place);
    }

    internal void Writing(string connection, ConversationId? conversation)
    {
        if (
            !_connections.TryGetValue(connection, out var before)
            || (conversation is { } c && !before.Reading.ContainsKey(c))
        )
            return;
        var after = before with { Writing = conversation, WritingSince = Stopwatch.GetTimestamp() };
        if (!_connections.TryUpdate(connection, after, before))
            return;
        if ((conversation ?? before.Writing) is { } changed && before.Reading.TryGetValue(changed, out var place))
            Tell(changed, place);
    }

    private void Tell(ConversationId id, Place place)
    {
        var there = There(id, _connections.Values.Where(c => c.Reading.ContainsKey(id)));
        var hearers = WhoHears(place, Thing.Working).Staff.Select(s => s.Connection).ToList();
        Send(hearers, "present", new PresentView(id.Value, there));
    }
}
