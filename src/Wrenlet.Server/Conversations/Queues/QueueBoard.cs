using System.Collections.Concurrent;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>A conversation as a row of the queues.</summary>
/// <param name="Name">Docket's short name, or the subject where there is no docket.</param>
/// <param name="LastBy">Who said the last words, in short; null when nothing has been said.</param>
/// <param name="Turn">ours, theirs or nobodys.</param>
/// <param name="State">well, soon or late; null when no clock runs.</param>
/// <param name="Since">Since when the side whose turn it is has had it.</param>
/// <param name="Left">Working minutes left at the moment of the board; negative when late; null when no clock
/// runs.</param>
/// <param name="Goal">Working minutes allowed; null when no clock runs.</param>
/// <param name="Aside">Until when it is set aside; null when it is not.</param>
/// <param name="Rank">Which group it is ranked in: 0 our turn, 1 theirs, 2 nothing due, 3 set aside.</param>
/// <param name="RankAt">Its place in that group, by time.</param>
/// <param name="Steps">From when its clock stands how, in the order of time; empty when no clock runs.</param>
/// <param name="NeedsYou">Whether it waits for an answer of the viewer, or of nobody in particular.</param>
/// <param name="MayTake">Whether the viewer may take it as their next one.</param>
public sealed record BoardRow(
    Guid Id,
    string? Docket,
    string Name,
    string Party,
    string LastWords,
    string? LastBy,
    DateTimeOffset? LastAt,
    Guid? Owner,
    Guid? Crew,
    Guid Queue,
    string Turn,
    string? State,
    DateTimeOffset? Since,
    DateTimeOffset? Soon,
    DateTimeOffset? Due,
    double? Left,
    double? Goal,
    DateTimeOffset? Aside,
    bool Open,
    int Rank,
    long RankAt,
    IReadOnlyList<ClockStep> Steps,
    bool NeedsYou,
    bool MayTake
);

/// <summary>How a clock stands from a moment on.</summary>
/// <param name="State">well, soon or late.</param>
/// <param name="From">In milliseconds since 1970 (UTC).</param>
public sealed record ClockStep(string State, long From);

/// <summary>
/// All open conversations of queues with their last words, in memory, so that ten thousand are ranked in the time of a
/// blink.
/// What a commit changes is read again before the next look; clocks are computed at each look, by the core.
/// </summary>
public sealed class QueueBoard
{
    private const int MostWords = 140;
    private readonly Database _database;
    private readonly ConcurrentDictionary<ConversationId, Held> _held = new();
    private readonly ConcurrentDictionary<ConversationId, bool> _changed = new();
    private readonly Lock _loading = new();
    private volatile bool _all = true;

    private sealed record Held(
        Conversation Conversation,
        string Words,
        EntryKind Kind,
        PersonId? By,
        string? Sender,
        Instant? At
    );

    public QueueBoard(Database database, WriteQueue writes)
    {
        _database = database;
        writes.Committed += changes =>
        {
            foreach (var change in changes)
            {
                if (
                    change.Conversation is { } id
                    && change.Place is Place.Outside
                    && change.Kind is not ChangeKinds.TaskMade and not ChangeKinds.TaskChanged
                )
                    _changed[id] = true;
                else if (
                    change.Kind
                    is ChangeKinds.DocketChanged
                        or ChangeKinds.PeopleChanged
                        or ChangeKinds.QueuesChanged
                        or ChangeKinds.Imported
                )
                    _all = true;
            }
        };
    }

    /// <summary>
    /// A part of the open conversations that a viewer sees, the most urgent first, and how many there are in all.
    /// </summary>
    public (List<BoardRow> Rows, BoardCounts Counts) Look(
        Person viewer,
        Roster roster,
        Instant now,
        int from,
        int count
    )
    {
        var ranked = Ranked(viewer, roster, now).ToList();
        var ours = ranked.Where(r => r.Rank.Ours).ToList();
        ranked.Sort((a, b) => a.Rank.CompareTo(b.Rank));
        return (
            [.. ranked.Skip(from).Take(count).Select(r => Row(r.Held, r.Clock, viewer.Id, roster, now))],
            new BoardCounts(ranked.Count, ours.Count, ours.Count(r => r.Held.Conversation.Owner == viewer.Id))
        );
    }

    private IEnumerable<(QueueRank Rank, Held Held, ResponseClock? Clock)> Ranked(
        Person viewer,
        Roster roster,
        Instant now
    )
    {
        Refresh();
        foreach (var held in _held.Values)
        {
            var conversation = held.Conversation;
            if (
                !viewer.MaySee(conversation.Place, Thing.Working)
                || !roster.Queues.TryGetValue(conversation.Queue!.Value, out var queue)
            )
                continue;
            var clock = ResponseClock.At(now, conversation.Exchange, queue.Goal, queue.Calendar);
            yield return (QueueRank.Of(conversation, clock, now), held, clock);
        }
    }

    /// <summary>What a viewer may take, the most urgent first.</summary>
    public List<ConversationId> ToTake(Person viewer, Roster roster, Instant now) =>
        [
            .. Ranked(viewer, roster, now)
                .Where(r => r.Rank.MayTake(viewer.Id, r.Held.Conversation))
                .OrderBy(r => r.Rank)
                .Select(r => r.Held.Conversation.Id),
        ];

    /// <summary>All clocks that run, whoever sees them; what is set aside rests.</summary>
    public IEnumerable<(Conversation Conversation, ResponseClock Clock)> Clocks(Roster roster, Instant now)
    {
        Refresh();
        foreach (var held in _held.Values)
            if (
                !(held.Conversation.AsideUntil > now)
                && roster.Queues.TryGetValue(held.Conversation.Queue!.Value, out var queue)
                && ResponseClock.At(now, held.Conversation.Exchange, queue.Goal, queue.Calendar) is { } clock
            )
                yield return (held.Conversation, clock);
    }

    /// <summary>One row, open or closed; null when the viewer does not see it or it waits in no queue.</summary>
    public BoardRow? Row(ConversationId id, Person viewer, Roster roster, Instant now)
    {
        var held = _database.Read(s =>
            ConversationStore.Find(s, id) is { Queue: not null } conversation ? Read(s, conversation) : null
        );
        if (
            held is null
            || !viewer.MaySee(held.Conversation.Place, Thing.Working)
            || !roster.Queues.TryGetValue(held.Conversation.Queue!.Value, out var queue)
        )
            return null;
        return Row(
            held,
            held.Conversation.Open
                ? ResponseClock.At(now, held.Conversation.Exchange, queue.Goal, queue.Calendar)
                : null,
            viewer.Id,
            roster,
            now
        );
    }

    /// <summary>The conversations closed last, newest first.</summary>
    public List<BoardRow> Closed(Person viewer, Roster roster, Instant now, int most) =>
        _database.Read(s =>
            ConversationStore
                .Closed(s, most)
                .Where(c => viewer.MaySee(c.Place, Thing.Working) && roster.Queues.ContainsKey(c.Queue!.Value))
                .Select(c => Row(Read(s, c), null, viewer.Id, roster, now))
                .ToList()
        );

    /// <summary>What each of the staff carries of it.</summary>
    public Dictionary<PersonId, AnswerLoad> Loads(Roster roster, Instant now)
    {
        Refresh();
        var loads = new Dictionary<PersonId, AnswerLoad>();
        foreach (var held in _held.Values)
        {
            if (
                held.Conversation.Owner is not { } owner
                || held.Conversation.AsideUntil > now
                || !roster.Queues.TryGetValue(held.Conversation.Queue!.Value, out var queue)
            )
                continue;
            var clock = ResponseClock.At(now, held.Conversation.Exchange, queue.Goal, queue.Calendar);
            loads[owner] = loads.GetValueOrDefault(owner).With(clock?.State, held.Conversation.Exchange.Turn);
        }

        return loads;
    }

    private void Refresh()
    {
        if (!_all && _changed.IsEmpty)
            return;
        lock (_loading)
        {
            if (_all)
            {
                _all = false;
                _changed.Clear();
                _database.Read(s =>
                {
                    var open = ConversationStore.Queued(s);
                    foreach (var gone in _held.Keys.Except(open.Select(c => c.Id)).ToList())
                        _held.TryRemove(gone, out _);
                    foreach (var conversation in open)
                        // Where nothing was said since, the last words are those that are held.
                        _held[conversation.Id] =
                            _held.TryGetValue(conversation.Id, out var held)
                            && held.Conversation.LastEntry == conversation.LastEntry
                                ? held with
                                {
                                    Conversation = conversation,
                                }
                                : Read(s, conversation);
                    return true;
                });
            }

            foreach (var id in _changed.Keys.ToList())
            {
                _changed.TryRemove(id, out _);
                _database.Read(s =>
                {
                    if (ConversationStore.Find(s, id) is { Open: true, Queue: not null } conversation)
                        _held[id] = Read(s, conversation);
                    else
                        _held.TryRemove(id, out _);
                    return true;
                });
            }
        }
    }

    private static Held Read(SqlSession session, Conversation conversation)
    {
        if (conversation.LastEntry is null || EntryStore.LastSaid(session, conversation.Key) is not { } last)
            return new(conversation, "", EntryKind.Event, null, null, null);
        var words = string.Join(
            ' ',
            EntryWords.PlainOf(last).Split((char[]?)null, 40, StringSplitOptions.RemoveEmptyEntries)
        );
        return new(
            conversation,
            words.Length > MostWords ? words[..MostWords] + " …" : words,
            last.Kind,
            last.Author,
            last.Sender,
            last.At
        );
    }

    private static BoardRow Row(Held held, ResponseClock? clock, PersonId viewer, Roster roster, Instant now)
    {
        var rank = QueueRank.Of(held.Conversation, clock, now);
        var c = held.Conversation;
        var party =
            c.Party is { } id && roster.Parties.TryGetValue(id, out var known) ? known.Name : c.Stranger?.Name ?? "";
        var by = held.By is { } author ? roster.NameOf(author) : held.Sender;
        var turn = c.Exchange.Turn;
        var since =
            turn is Turn.Ours ? c.Exchange.WaitingSince
            : turn is Turn.Theirs ? c.Exchange.LastOut
            : c.Exchange.NothingDue;
        return new(
            c.Id.Value,
            c.Docket?.Ref.ToString(),
            c.Docket is { } docket ? docket.Subject.Split(':')[0] : c.Subject,
            party,
            held.Words,
            by is null ? null : Names.First(by),
            held.At?.ToDateTimeOffset(),
            c.Owner?.Value,
            c.Crew?.Value,
            c.Queue!.Value,
            ConversationViews.TurnOf(turn),
            clock is null ? null : Word(clock.State),
            since?.ToDateTimeOffset(),
            clock?.Soon.ToDateTimeOffset(),
            clock?.Due.ToDateTimeOffset(),
            clock?.Left.TotalMinutes,
            clock?.Goal.TotalMinutes,
            c.AsideUntil?.ToDateTimeOffset(),
            c.Open,
            rank.Group,
            rank.At,
            [.. (clock?.Steps ?? []).Select(t => new ClockStep(Word(t.State), t.From.ToUnixTimeMilliseconds()))],
            rank.Needs(viewer, c),
            rank.MayTake(viewer, c)
        );
    }

    private static string Word(ClockState state) =>
        state switch
        {
            ClockState.Late => "late",
            ClockState.Soon => "soon",
            _ => "well",
        };
}
