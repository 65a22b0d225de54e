using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Alerts;

/// <summary>Tells those who are to answer of what comes into their queues, and of clocks that run down.</summary>
internal sealed class TellsOfQueues(
    Database database,
    WriteQueue writes,
    QueueBoard board,
    Telling telling,
    WhoIsWho who
) : IHandles<EntryWritten>, IHandles<MovedToQueue>, IDueWork
{
    /// <summary>More clocks at once than these are one line for each person.</summary>
    private const int MostLines = 5;

    /// <summary>What came in and nobody owns.</summary>
    public void Handle(Writing w, EntryWritten happening)
    {
        var (conversation, entry, words, _) = happening;
        if (
            entry is { Kind: EntryKind.MessageIn, Automatic: false }
            && conversation is { Owner: null, Queue: not null }
        )
            telling.Tell(
                w,
                Concerned(w.Session, conversation, QueueMoment.New, entry.At),
                new(null, conversation.Place, Thing.Said, entry.At, words.Plain, conversation.Id, entry.Id)
            );
    }

    /// <summary>What waits for an answer and came from another queue.</summary>
    public void Handle(Writing w, MovedToQueue happening)
    {
        var (conversation, line, by, at) = happening;
        if (conversation is { Owner: null, Exchange.Turn: Turn.Ours })
            telling.Tell(
                w,
                Concerned(w.Session, conversation, QueueMoment.New, at),
                new(by, conversation.Place, Thing.Working, at, NameOf(conversation), conversation.Id, line.Id)
            );
    }

    /// <inheritdoc/>
    public IEnumerable<DueWork> Due(Instant now)
    {
        var told = database.Read(QueueToldStore.All);
        List<(ConversationId Id, QueueMoment Moment)> due = [];
        foreach (var (conversation, clock) in board.Clocks(who.Current, now))
            if (
                MomentOf(clock) is { } moment
                && conversation.Exchange.WaitingSince is { } since
                && !(told.TryGetValue(conversation.Id, out var last) && last.Since == since && last.Moment >= moment)
            )
                due.Add((conversation.Id, moment));
        if (due.Count > 0)
            yield return new(
                "Telling of clocks that run down",
                "all",
                $"{due.Count} of them",
                null,
                () => Tell(due, now)
            );
    }

    /// <summary>Takes all clocks that have run down by now as told.</summary>
    public Task Settle(Instant now) =>
        writes.Run(w =>
        {
            foreach (var (conversation, clock) in board.Clocks(who.Current, now))
                if (MomentOf(clock) is { } moment && conversation.Exchange.WaitingSince is { } since)
                    QueueToldStore.Put(w.Session, conversation.Key, since, moment);
        });

    private Task Tell(IEnumerable<(ConversationId Id, QueueMoment Moment)> due, Instant now) =>
        writes.Run(w =>
        {
            var lines = new Dictionary<PersonId, List<(Alert Alert, Told Told)>>();
            foreach (var (id, moment) in due)
            {
                // Whatever was answered or taken since it was looked at is told as it is now.
                if (
                    ConversationStore.Find(w.Session, id) is not { Open: true, Queue: not null } conversation
                    || conversation.Exchange is not { Turn: Turn.Ours, WaitingSince: { } since }
                )
                    continue;
                QueueToldStore.Put(w.Session, conversation.Key, since, moment);
                var levels = LevelStore.At(w.Session, conversation.Key);
                var told = new Told(
                    null,
                    conversation.Place,
                    Thing.Working,
                    now,
                    NameOf(conversation),
                    conversation.Id
                );
                foreach (
                    var alert in Alerting.Whom(
                        null,
                        conversation.Place,
                        Thing.Working,
                        Concerned(w.Session, conversation, moment, now),
                        p => who.Current.Find(p),
                        p => levels.GetValueOrDefault(p)
                    )
                )
                {
                    if (!lines.TryGetValue(alert.Person, out var list))
                        lines[alert.Person] = list = [];
                    list.Add((alert, told));
                }
            }

            foreach (var (person, list) in lines)
            {
                if (list.Count <= MostLines)
                {
                    foreach (var (alert, told) in list)
                        Telling.Write(w, alert, told);
                    continue;
                }

                var names = string.Join(", ", list.Select(l => l.Told.Words));
                var all = new Told(
                    null,
                    new Place.Own(person),
                    Thing.Working,
                    now,
                    $"{list.Count} conversations: {names}"
                );
                Telling.Write(w, new Alert(person, list.Min(l => l.Alert.Reason)), all);
            }
        });

    private static QueueMoment? MomentOf(ResponseClock clock) =>
        clock.State switch
        {
            ClockState.Late => QueueMoment.Late,
            ClockState.Soon => QueueMoment.Soon,
            _ => null,
        };

    private IEnumerable<Alert> Concerned(SqlSession session, Conversation conversation, QueueMoment moment, Instant now)
    {
        var roster = who.Current;
        var queue = roster.Queues.GetValueOrDefault(conversation.Queue!.Value);
        var leaves = LeaveStore.From(session, roster.Firm!.Calendar.DateOf(now).PlusDays(-1)).ToLookup(l => l.Person);
        OnDuty Of(PersonId person)
        {
            var standing = Standing.Of(false, now, roster.HoursOf(person), leaves[person]);
            return new(person, standing.Availability is Availability.Away, standing.Cover);
        }

        Crew? CrewOf(CrewId? id) => id is { } known ? roster.Crews.GetValueOrDefault(known) : null;
        var crew = QueueTelling.LookAfter(CrewOf(conversation.Crew), CrewOf(queue?.Crew), roster.Staff);
        var byRota = Duties
            .Now(session, roster, conversation.Crew ?? queue?.Crew, now)
            .Select(d => d.Person)
            .OfType<PersonId>()
            .ToList();
        return QueueTelling.Of(
            moment,
            conversation.Owner is { } owner ? Of(owner) : null,
            QueueTelling.ByRota([.. crew.Select(Of)], byRota, Of),
            queue?.LateTo
        );
    }

    private static string NameOf(Conversation conversation) =>
        conversation.Docket is { } docket ? $"{docket.Ref} {docket.Subject}" : conversation.Subject;
}
