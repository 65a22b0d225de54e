using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Diagnostics;
using Microsoft.AspNetCore.SignalR;
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
public sealed class Presence(IHubContext<LiveHub> hub, Database database, WhoIsWho who, Sessions sessions)
{
    private static readonly TimeSpan WritingLasts = TimeSpan.FromSeconds(8);
    private readonly ConcurrentDictionary<string, Connection> _connections = new();

    private sealed record Connection(
        Viewer Viewer,
        Action Abort,
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
        var roster = who.Current;
        var (staff, contacts) = (new List<(string, Person)>(), new List<(string, Person)>());
        foreach (var (id, connection) in _connections)
        {
            if (sessions.Find(connection.Viewer.TokenHash) is null)
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
    public Task TellOwn(PersonId person, string what, object view)
    {
        var own = _connections
            .Where(c => c.Value.Viewer.Person.Id == person && sessions.Find(c.Value.Viewer.TokenHash) is not null)
            .Select(c => c.Key)
            .ToList();
        return own.Count == 0 ? Task.CompletedTask : hub.Clients.Clients(own).SendAsync(what, view);
    }

    private static List<Present> There(ConversationId id, IEnumerable<Connection> connections) =>
        [
            .. connections
                .GroupBy(c => c.Viewer.Person.Id)
                .Select(g => new Present(PersonView.Of(g.First().Viewer.Person), g.Any(c => c.Writes(id))))
                .OrderBy(p => p.Person.Name, StringComparer.Ordinal),
        ];

    internal void Connect(string connection, Viewer viewer, Action abort) =>
        _connections[connection] = new(viewer, abort, ImmutableDictionary<ConversationId, Place>.Empty, null, 0);

    internal async Task Disconnect(string connection)
    {
        if (!_connections.TryRemove(connection, out var gone))
            return;
        foreach (var (id, place) in gone.Reading)
            await Tell(id, place);
    }

    internal async Task Reading(string connection, ImmutableArray<ConversationId> conversations)
    {
        if (!_connections.TryGetValue(connection, out var before))
            return;
        var seen = database.Read(s =>
            conversations
                .Select(c => ConversationStore.Find(s, c))
                .OfType<Conversation>()
                .Where(c => before.Viewer.Person.MaySee(c.Place))
                .ToImmutableDictionary(c => c.Id, c => c.Place)
        );
        _connections[connection] = before with { Reading = seen, Writing = null };
        foreach (var (id, place) in before.Reading.Where(r => !seen.ContainsKey(r.Key)).Concat(seen))
            await Tell(id, place);
    }

    internal async Task Writing(string connection, ConversationId? conversation)
    {
        if (
            !_connections.TryGetValue(connection, out var before)
            || (conversation is { } c && !before.Reading.ContainsKey(c))
        )
            return;
        _connections[connection] = before with { Writing = conversation, WritingSince = Stopwatch.GetTimestamp() };
        if ((conversation ?? before.Writing) is { } changed && before.Reading.TryGetValue(changed, out var place))
            await Tell(changed, place);
    }

    private async Task Tell(ConversationId id, Place place)
    {
        var there = There(id, _connections.Values.Where(c => c.Reading.ContainsKey(id)));
        var hearers = WhoHears(place, Thing.Working).Staff.Select(s => s.Connection).ToList();
        if (hearers.Count > 0)
            await hub.Clients.Clients(hearers).SendAsync("present", new PresentView(id.Value, there));
    }
}
