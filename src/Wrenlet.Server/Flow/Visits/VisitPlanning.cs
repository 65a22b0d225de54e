using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.Flow.Visits;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Visits;

/// <summary>What came of planning a visit: why it was not done, or how its task's visit is now.</summary>
/// <param name="Problem">Why it was not done; null where it was.</param>
/// <param name="Visit">The visit; null where it is none any more.</param>
internal readonly record struct VisitOutcome(ProblemHttpResult? Problem, VisitView? Visit);

/// <summary>Plans visits, and says how they stand.</summary>
public sealed class VisitPlanning(WriteQueue writes, WhoIsWho who)
{
    /// <summary>How a visit stands by now.</summary>
    internal static VisitStanding StandingOf(SqlSession session, Visit visit, Instant now) =>
        visit.At(
            OfferOf(session, visit) is { } entry
                ? AskStore.OfEntries(session, [entry.Key]).GetValueOrDefault(entry.Id)?.Asking.At(now)
                : null
        );

    /// <summary>
    /// The entry that offers a visit: only one that is said outside in the task's own docket, for whoever sees the task sees
    /// that.
    /// </summary>
    private static Entry? OfferOf(SqlSession session, Visit visit) =>
        visit.Offer is { } offer
        && EntryStore.Find(session, offer) is { Removed: null } entry
        && ConversationStore.Find(session, entry.Conversation) is { Audience: Audience.Outside, Docket: { } docket }
        && docket.Id == TaskStore.Find(session, visit.Task)?.Docket?.Id
            ? entry
            : null;

    /// <summary>A visit as shown.</summary>
    internal static VisitView View(SqlSession session, Visit visit, Roster roster, Instant now)
    {
        var calendar = roster.Firm!.Calendar;
        var standing = StandingOf(session, visit, now);
        var entry = OfferOf(session, visit);
        return new(
            visit.Task.Value,
            visit.Place,
            WindowView.Of(standing.Window, calendar, now),
            [.. visit.Offered.Select(w => WindowView.Of(w, calendar, now))],
            (int)visit.Way.TotalMinutes,
            WordOf(standing.State),
            standing.Reply,
            entry?.Id.Value,
            entry?.Conversation.Value,
            calendar.DateOf(standing.Window.From) == calendar.DateOf(now),
            $"{visit.Version}"
        );
    }

    private static string WordOf(VisitState state) =>
        state switch
        {
            VisitState.Planned => "planned",
            VisitState.Offered => "offered",
            VisitState.Agreed => "agreed",
            VisitState.AnotherTime => "another-time",
            _ => "on-our-way",
        };

    /// <summary>Plans a task's visit, puts it off, or offers it.</summary>
    internal Task<VisitOutcome> Put(TaskId id, VisitBody body, string? ifMatch, Person by, Instant now) =>
        writes.Run(w =>
        {
            var (task, known, held) = Begin(w, id, ifMatch, by, now);
            if (held is not null)
                return new VisitOutcome(held, null);
            var visit = new Visit(
                id,
                body.Place.Trim(),
                new WindowBody(body.From, body.Until).Read(),
                Duration.FromMinutes(body.WayMinutes),
                by.Id,
                0
            )
            {
                Others = [.. (body.Others ?? []).Select(o => o.Read())],
                Offer = body.Offer is { } offer ? new EntryId(offer) : null,
            };
            var calendar = who.Current.Firm!.Calendar;
            if (visit.Refuses(now, calendar) is { } refusal)
                return new(Refusals.Refused(refusal), null);
            VisitStore.Put(w.Session, visit.InPlaceOf(known));
            return Done(w, task!, known, by, now);
        });

    /// <summary>Says that they were told that we are on our way.</summary>
    internal Task<VisitOutcome> OnWay(TaskId id, Person by, Instant now) =>
        writes.Run(w =>
        {
            var (task, known, held) = Begin(w, id, "*", by, now);
            if (held is not null)
                return new VisitOutcome(held, null);
            if (known is null)
                return new(Refusals.NotFound("visit"), null);
            var standing = StandingOf(w.Session, known, now);
            if (Visit.RefusesOnWay(standing.Window.From, now, who.Current.Firm!.Calendar) is { } refusal)
                return new(Refusals.Refused(refusal), null);
            VisitStore.Put(w.Session, known with { OnWay = known.OnWay ?? now });
            return Done(w, task!, known, by, now);
        });

    /// <summary>Takes a task's visit out; where there is none it is out already.</summary>
    internal Task<VisitOutcome> Remove(TaskId id, string? ifMatch, Person by, Instant now) =>
        writes.Run(w =>
        {
            var (task, known, held) = Begin(w, id, ifMatch, by, now);
            if (held is not null)
                return new VisitOutcome(held, null);
            if (known is null)
                return default;
            VisitStore.Remove(w.Session, id);
            return Done(w, task!, known, by, now);
        });

    /// <summary>Sets how long one's way to a meeting is, or says that they were told that one is on it.</summary>
    /// <returns>Why it was not done; null where it was.</returns>
    internal Task<ProblemHttpResult?> SetWay(MeetingId id, WayBody body, Person by, Instant now) =>
        writes.Run(w =>
        {
            if (
                MeetingStore.Find(w.Session, id) is not { } kept
                || kept.Meeting.Invitees.All(i => i.Whom != by.Id)
                || ConversationStore.Find(w.Session, kept.Conversation) is not { } talk
                || !by.MaySee(talk.Place)
            )
                return Refusals.NotFound("meeting");
            if (body.OnWay && Visit.RefusesOnWay(kept.Meeting.From, now, who.Current.Firm!.Calendar) is { } refusal)
                return Refusals.Refused(refusal);
            var known = VisitStore.WaysOf(w.Session, by.Id).GetValueOrDefault(id);
            var onWay = body.OnWay ? known.OnWay ?? now : (Instant?)null;
            VisitStore.SetWay(w.Session, id, by.Id, Duration.FromMinutes(body.Minutes), onWay);
            return (ProblemHttpResult?)null;
        });

    private (WorkTask? Task, Visit? Known, ProblemHttpResult? Held) Begin(
        Writing w,
        TaskId id,
        string? ifMatch,
        Person by,
        Instant now
    )
    {
        if (TaskStore.Find(w.Session, id) is not { } task || !by.MaySee(task.Place, Thing.Working))
            return (null, null, Refusals.NotFound("task"));
        var known = VisitStore.Of(w.Session, id);
        var shown = known is null ? null : View(w.Session, known, who.Current, now);
        return (task, known, Versions.Held("visit", ifMatch, shown));
    }

    private VisitOutcome Done(Writing w, WorkTask task, Visit? before, Person by, Instant now)
    {
        var calendar = who.Current.Firm!.Calendar;
        var after = VisitStore.Of(w.Session, task.Id);
        TaskMaking.Beside(w, task, "visit", Words(before), Words(after), by, now);
        return new(null, after is null ? null : View(w.Session, after, who.Current, now));

        string Words(Visit? visit) => visit is null ? "" : $"{visit.Place}, {visit.Window.Words(calendar, now)}";
    }
}
