using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Connections;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>A run of time in milliseconds since 1970 (UTC): short, because a board has hundreds.</summary>
public sealed record StretchView(long From, long To);

/// <summary>A stretch of the axis. Start and Width are shares of it, 0 to 1.</summary>
public sealed record PieceView(long From, long To, bool Open, double Start, double Width);

/// <summary>A queue as the board shows it.</summary>
/// <param name="Crew">Name of the crew on duty; null when it has none.</param>
/// <param name="Goals">Its goals in words.</param>
/// <param name="Shifts">Its working time around now, from which a page tells how much is left as time passes.</param>
/// <param name="Closed">Where on the axis it rests while others work.</param>
/// <param name="Duty">Who of its crew is on duty by a rota now, and who next; empty where it has no rota.</param>
public sealed record BoardQueue(
    Guid Id,
    string Name,
    string Site,
    Guid? CrewId,
    string? Crew,
    string Goals,
    bool Unsorted,
    IReadOnlyList<StretchView> Shifts,
    IReadOnlyList<StretchView> Closed,
    bool Retired,
    IReadOnlyList<QueueDuty> Duty
);

/// <summary>Who of a queue's crew is on duty by a rota, now or next.</summary>
/// <param name="Person">First name; null where nobody covers.</param>
/// <param name="From">When the turn begins, where it has not yet; null for who is on duty now.</param>
/// <param name="Reason">Why it is somebody else than the rota says; empty where it is not.</param>
public sealed record QueueDuty(string? Person, DateTimeOffset? From, DateTimeOffset Until, string Reason);

/// <summary>How many there are.</summary>
/// <param name="Ours">Conversations whose turn is ours and that are not set aside.</param>
/// <param name="Mine">Of these, those the viewer owns.</param>
public sealed record BoardCounts(int All, int Ours, int Mine);

/// <summary>The queues as time.</summary>
/// <param name="At">The moment for which it was computed.</param>
/// <param name="Axis">The shared axis; its stretches in the order of time.</param>
/// <param name="Here">Who is in which conversation just now.</param>
/// <param name="Rows">This part of the rows, the most urgent first.</param>
/// <param name="Next">From where to go on; null when these were the last.</param>
public sealed record BoardView(
    DateTimeOffset At,
    IReadOnlyList<PieceView> Axis,
    IReadOnlyList<BoardQueue> Queues,
    BoardCounts Counts,
    IReadOnlyList<PresentView> Here,
    IReadOnlyList<BoardRow> Rows,
    int? Next
);

/// <summary>How a clock comes to what it says.</summary>
public sealed record Reckoning(string Reason);

/// <summary>Taking the next one.</summary>
/// <param name="Among">The conversations it is taken from; null for all that wait.</param>
public sealed record NextTaking([property: MaxLength(2000)] IReadOnlyList<Guid>? Among = null);

/// <summary>A suggestion for who should own a conversation.</summary>
public sealed record SuggestionView(OwnerView Person, IReadOnlyList<string> Reasons);

/// <summary>Where the router put a conversation and why.</summary>
/// <param name="Queue">The queue it thought most of; null when it knew none of the words.</param>
/// <param name="Certainty">0 to 1.</param>
public sealed record RoutingView(string? Queue, double Certainty, IReadOnlyList<string> Words, bool Placed);

/// <summary>What one may want to know before giving a conversation to somebody.</summary>
/// <param name="Routing">What the router said of it; null when it was not asked.</param>
public sealed record Advice(IReadOnlyList<SuggestionView> Suggestions, RoutingView? Routing);

internal static class QueueEndpoints
{
    private const int MostRows = 2000;
    private const int MostClosed = 300;
    private static readonly Duration ShownBefore = Duration.FromHours(4);
    private static readonly Duration ShownAfter = Duration.FromHours(9);
    private static readonly Duration ShiftsAround = Duration.FromDays(16);

    public static void MapQueues(this IEndpointRouteBuilder api)
    {
        api.MapGet("/queues/board", GetBoard).For(Access.Staff);
        api.MapGet("/queues/board/{id:guid}", GetRow).For(Access.Staff);
        api.MapPost("/queues/next", TakeNext).For(Access.Staff);
        api.MapGet("/conversations/{id:guid}/clock", GetReckoning).For(Access.Staff);
        api.MapGet("/conversations/{id:guid}/advice", GetAdvice).For(Access.Staff);
    }

    private static BoardView GetBoard(
        Viewer viewer,
        QueueBoard board,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        Presence presence,
        int from = 0,
        int count = 200,
        bool closed = false
    )
    {
        var (roster, now) = (who.Current, clock.Now);
        from = Math.Max(0, from);
        var (page, counts) = board.Look(
            viewer.Person,
            roster,
            now,
            closed ? 0 : from,
            closed ? 0 : Math.Clamp(count, 1, MostRows)
        );
        if (closed)
            page = board.Closed(viewer.Person, roster, now, MostClosed);
        var next = !closed && from + page.Count < counts.All ? from + page.Count : (int?)null;
        if (from > 0)
            return new(now.ToDateTimeOffset(), [], [], counts, [], page, next);
        var queues = roster
            .Queues.Values.OrderBy(q => q.Goal.FirstReply)
            .ThenBy(q => q.Name, StringComparer.Ordinal)
            .ToList();
        IReadOnlyCollection<WorkCalendar> calendars =
            queues.Count > 0 ? [.. queues.Select(q => q.Calendar).Distinct()] : [roster.Firm!.Calendar];
        var axis = TimeAxis.Around(calendars, now, ShownBefore, ShownAfter);
        return new(
            now.ToDateTimeOffset(),
            [
                .. axis.Pieces.Select(p => new PieceView(
                    p.From.ToUnixTimeMilliseconds(),
                    p.To.ToUnixTimeMilliseconds(),
                    p.Open,
                    p.Start,
                    p.Width
                )),
            ],
            [.. database.Read(s => queues.ConvertAll(q => Queue(s, q, roster, axis, now)))],
            counts,
            presence.All(viewer.Person),
            page,
            next
        );
    }

    private static BoardQueue Queue(SqlSession session, Queue queue, Roster roster, TimeAxis axis, Instant now)
    {
        var crew = queue.Crew is { } id ? roster.Crews.GetValueOrDefault(id) : null;
        var goals =
            $"first reply {WorkingTimeWords.Of(queue.Goal.FirstReply)}, later {WorkingTimeWords.Of(queue.Goal.LaterReply)}";
        return new(
            queue.Id,
            queue.Name,
            queue.Site,
            crew?.Id.Value,
            crew?.Name,
            goals,
            queue.Unsorted,
            [.. TimeAxis.Working(queue.Calendar, now - ShiftsAround, now + ShiftsAround).Select(Of)],
            [.. axis.ClosedFor(queue.Calendar).Select(Of)],
            queue.Retired,
            queue.Crew is { } duty ? DutyOf(session, roster, duty, now) : []
        );

        static StretchView Of(Stretch stretch) =>
            new(stretch.From.ToUnixTimeMilliseconds(), stretch.To.ToUnixTimeMilliseconds());
    }

    /// <summary>Those on duty now, and the next to begin.</summary>
    private static List<QueueDuty> DutyOf(SqlSession session, Roster roster, CrewId crew, Instant now)
    {
        var lines = RotaStore.Lines(session, crew);
        if (lines.Count == 0)
            return [];
        var all = Duties.Between(session, roster, lines, now, now + Duration.FromDays(8));
        var on = all.Where(d => d.From <= now).ToList();
        return
        [
            .. on.Concat(all.Where(d => d.From > now).Take(1))
                .Select(d => new QueueDuty(
                    roster.Find(d.Person)?.FirstName,
                    d.From > now ? d.From.ToDateTimeOffset() : null,
                    d.Until.ToDateTimeOffset(),
                    d.Reason
                )),
        ];
    }

    /// <summary>One row; no content for a conversation that waits in no queue.</summary>
    private static Results<Ok<BoardRow>, NoContent, ProblemHttpResult> GetRow(
        Guid id,
        Viewer viewer,
        QueueBoard board,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        board.Row(new ConversationId(id), viewer.Person, who.Current, clock.Now) is { } row ? TypedResults.Ok(row)
        : database.Read(s => SeenTalk.Conversation(s, id, viewer.Person, Thing.Working)) is null
            ? Refusals.NotFound("conversation")
        : TypedResults.NoContent();

    /// <summary>Makes the most urgent one that is the viewer's or nobody's theirs.</summary>
    private static async Task<Results<Ok<BoardRow>, ProblemHttpResult>> TakeNext(
        NextTaking given,
        Viewer viewer,
        Handling handling,
        QueueBoard board,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var now = clock.Now;
        var among = given.Among?.Select(id => new ConversationId(id)).ToHashSet();
        var waiting = board.ToTake(viewer.Person, who.Current, now).Where(id => among?.Contains(id) ?? true);
        var next = await handling.TakeFirst(waiting, viewer.Person, now);
        return next is { } id && board.Row(id, viewer.Person, who.Current, now) is { } row
            ? TypedResults.Ok(row)
            : Refusals.Refused("Nothing is waiting that is yours or nobody’s.");
    }

    private static Results<Ok<Reckoning>, ProblemHttpResult> GetReckoning(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (
            database.Read(s => ConversationStore.Find(s, new ConversationId(id))) is not { } conversation
            || !viewer.Person.MaySee(conversation.Place, Thing.Working)
        )
            return Refusals.NotFound("conversation");
        var now = clock.Now;
        var queue = conversation.Queue is { } q ? who.Current.Queues.GetValueOrDefault(q) : null;
        var running =
            queue is null || !conversation.Open
                ? null
                : ResponseClock.At(now, conversation.Exchange, queue.Goal, queue.Calendar);
        return TypedResults.Ok(
            new Reckoning(
                running?.Explain(now, queue!.Calendar)
                    ?? (
                        conversation.Exchange.Turn is Turn.Theirs
                            ? "It is their turn: no clock is running."
                            : "No reply is needed: no clock is running."
                    )
            )
        );
    }

    private static Results<Ok<Advice>, ProblemHttpResult> GetAdvice(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        IOtherWork otherWork,
        QueueBoard board,
        Presence presence
    ) =>
        database.Read<Results<Ok<Advice>, ProblemHttpResult>>(s =>
        {
            if (
                ConversationStore.Find(s, new ConversationId(id)) is not { } conversation
                || !viewer.Person.MaySee(conversation.Place, Thing.Working)
            )
                return Refusals.NotFound("conversation");
            var (roster, now) = (who.Current, clock.Now);
            var queue = conversation.Queue is { } q ? roster.Queues.GetValueOrDefault(q) : null;
            var loads = board.Loads(roster, now);
            var answered = conversation.Party is { } party ? EntryStore.AnsweredBy(s, party) : [];
            var here = presence.Connected();
            var today = roster.Firm!.Calendar;
            var due = otherWork.DueBy(s, today.ClosingOf(today.DateOf(now)));
            var best = Suggesting.Best(
                roster.Staff.Select(p => new Candidate(
                    p,
                    roster.HoursOf(p.Id),
                    loads.GetValueOrDefault(p.Id) with
                    {
                        TasksDue = due.GetValueOrDefault(p.Id),
                    },
                    answered.GetValueOrDefault(p.Id),
                    here.Contains(p.Id)
                )),
                conversation.Place,
                queue?.Crew is { } crew ? roster.Crews.GetValueOrDefault(crew) : null,
                [.. Duties.Now(s, roster, queue?.Crew, now).Select(d => d.Person).OfType<PersonId>()],
                conversation.Owner,
                ConversationViews.PartyOf(conversation, roster)?.ShortName ?? "them",
                now
            );
            var routing = RoutingStore.Of(s, conversation.Key);
            return TypedResults.Ok(
                new Advice(
                    [.. best.Select(b => new SuggestionView(OwnerView.Of(b.Person), b.Reasons))],
                    routing is null
                        ? null
                        : new(
                            routing.Guess is { } g ? roster.Queues.GetValueOrDefault(g)?.Name : null,
                            routing.Certainty,
                            routing.Words.Split(' ', StringSplitOptions.RemoveEmptyEntries),
                            routing.Placed
                        )
                )
            );
        });
}
