using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>What staff do with a conversation beside answering it. Each leaves a line in the conversation.</summary>
public sealed class Handling(WriteQueue writes, WhoIsWho who, Routers routers)
{
    private static readonly Decision Unseen = new(false, "There is no such conversation, or you do not see it.");

    /// <summary>Makes a person the owner, or lets a crew take it, and tells them.</summary>
    /// <param name="id">Which conversation.</param>
    /// <param name="actor">Who does it.</param>
    /// <param name="next">Who is to own it; null to hand it to a crew.</param>
    /// <param name="crew">The crew one of whom is to take it; null for a person.</param>
    /// <param name="note">A word to them; empty for none.</param>
    /// <param name="at">When.</param>
    /// <returns>The decision; when allowed it has been carried out.</returns>
    public Task<Decision> HandOver(
        ConversationId id,
        Person actor,
        Person? next,
        Crew? crew,
        string note,
        Instant at
    ) =>
        Do(
            id,
            actor,
            (w, conversation) =>
            {
                var roster = who.Current;
                var (rule, duty) = RuleOf(conversation, roster);
                var decision = next is not null
                    ? Ownership.MayHandOver(actor, conversation.Owner, next, conversation.Place, rule, duty)
                    : Ownership.MayAssign(actor, conversation.Owner, conversation.Place, rule, duty);
                if (!decision.Allowed)
                    return decision;
                var to = next?.FirstName ?? $"the {crew!.Name} crew";
                var words =
                    next?.Id == actor.Id ? $"{actor.FirstName} took this conversation"
                    : conversation.Owner is { } before && before != actor.Id
                        ? $"{actor.FirstName} handed this over from {roster.NameOf(before).Split(' ')[0]} to {to}"
                    : $"{actor.FirstName} handed this over to {to}";
                var after = conversation with { Owner = next?.Id, Crew = next is null ? crew!.Id : null };
                var entry = Posting.Happened(w, after, actor.Id, at, note.Length > 0 ? $"{words}: {note}" : words);
                IEnumerable<Alert> concerned = next is not null
                    ? [new(next.Id, AlertReason.HandedOver)]
                    : crew!.Members.Select(m => new Alert(m, AlertReason.HandedOver));
                foreach (
                    var alert in Alerting.Whom(
                        actor.Id,
                        conversation.Place,
                        Thing.Working,
                        concerned,
                        p => roster.Find(p)
                    )
                )
                    Telling.Tell(
                        w,
                        alert,
                        actor.Id,
                        at,
                        id,
                        entry.Id,
                        null,
                        note.Length > 0 ? note : NameOf(conversation)
                    );
                return decision;
            }
        );

    /// <summary>Moves a conversation to another queue; the router learns from it.</summary>
    public async Task<Decision> Move(ConversationId id, Person actor, Guid queue, Instant at)
    {
        var moved = await Do(id, actor, (w, conversation) => Move(w, conversation, actor, queue, at));
        if (moved.Allowed)
            routers.Forget();
        return moved;
    }

    private Decision Move(Writing w, Conversation conversation, Person actor, Guid queue, Instant at)
    {
        var roster = who.Current;
        if (!roster.Queues.TryGetValue(queue, out var to))
            return new(false, "There is no such queue. Choose another.");
        if (conversation.Audience is not Audience.Outside)
            return new(false, "Only outside conversations wait in queues.");
        if (conversation.Queue == queue)
            return new(false, $"It waits in {to.Name} already.");
        var (rule, duty) = RuleOf(conversation, roster);
        if (Ownership.MayAssign(actor, conversation.Owner, conversation.Place, rule, duty) is { Allowed: false } no)
            return no;
        var from =
            conversation.Queue is { } q && roster.Queues.TryGetValue(q, out var before) ? before.Name : "no queue";
        Posting.Happened(
            w,
            conversation with
            {
                Queue = queue,
            },
            actor.Id,
            at,
            $"{actor.FirstName} moved this from {from} to {to.Name}"
        );
        if (!to.Unsorted)
            RoutingStore.Teach(w.Session, conversation.Key, RoutingStore.TextOf(w.Session, conversation), queue, at);
        return new(true, $"moved to {to.Name}");
    }

    /// <summary>Closes, opens again, settles or sets aside.</summary>
    /// <param name="id">Which conversation.</param>
    /// <param name="actor">Who does it.</param>
    /// <param name="step">close, reopen, nothing-due, aside or back.</param>
    /// <param name="until">Until when it is set aside; null for the others.</param>
    /// <param name="at">When.</param>
    public Task<Decision> Stand(ConversationId id, Person actor, string step, Instant? until, Instant at) =>
        Do(
            id,
            actor,
            (w, conversation) =>
            {
                if (conversation.Audience is not Audience.Outside)
                    return new(false, "Only outside conversations are closed or set aside.");
                var (after, words, no) = step switch
                {
                    "close" when !conversation.Open => (null, "", "It is closed already."),
                    "close" => (
                        conversation with
                        {
                            Open = false,
                            ClosedAt = at,
                            AsideUntil = null,
                        },
                        $"{actor.FirstName} closed this conversation",
                        null
                    ),
                    "reopen" when conversation.Open => (null, "", "It is open already."),
                    "reopen" => (
                        conversation with
                        {
                            Open = true,
                        },
                        $"{actor.FirstName} opened this conversation again",
                        null
                    ),
                    "nothing-due" when !conversation.Open => (null, "", "It is closed; nothing is due in it."),
                    "nothing-due" => (
                        conversation with
                        {
                            Exchange = conversation.Exchange.Settled(at),
                            AsideUntil = null,
                        },
                        $"{actor.FirstName}: nothing more is due here",
                        null
                    ),
                    "aside" when !conversation.Open => (
                        null,
                        "",
                        "It is closed. Open it again before setting it aside."
                    ),
                    "aside" when until is null || until <= at => (null, "", "Choose a moment that is still to come."),
                    "aside" => (
                        conversation with
                        {
                            AsideUntil = until,
                        },
                        $"{actor.FirstName} set this aside until {When(until!.Value)}",
                        null
                    ),
                    "back" when conversation.AsideUntil is null => (null, "", "It is not set aside."),
                    "back" => (
                        conversation with
                        {
                            AsideUntil = null,
                        },
                        $"{actor.FirstName} took this up again",
                        (string?)null
                    ),
                    _ => ((Conversation?)null, "", "There are close, reopen, nothing-due, aside and back."),
                };
                if (after is null)
                    return new(false, no!);
                Posting.Happened(w, after, actor.Id, at, words);
                return new(true, words);
            }
        );

    /// <summary>Puts a conversation that belongs to no docket into one, with its queue and owner as they are.</summary>
    public Task<Decision> PutInto(ConversationId id, Person actor, DocketRef reference, Instant at) =>
        Do(
            id,
            actor,
            (w, conversation) =>
            {
                if (conversation.Docket is { } has)
                    return new(false, $"It belongs to {has.Ref} already.");
                if (conversation.Audience is not Audience.Outside)
                    return new(false, "Only outside conversations can be put into a docket.");
                if (DocketStore.Find(w.Session, reference) is not { } docket || !actor.MaySee(docket.Place))
                    return new(false, $"There is no {reference}, or you do not see it.");
                var brief = docket.Brief;
                Posting.Happened(
                    w,
                    conversation with
                    {
                        Docket = brief,
                        Sight = docket.Sight,
                    },
                    actor.Id,
                    at,
                    $"{actor.FirstName} put this conversation into {docket.Ref}"
                );
                return new(true, $"put into {docket.Ref}");
            }
        );

    /// <summary>Brings back what was set aside until now, and tells its owner.</summary>
    /// <returns>How many came back.</returns>
    public Task<int> BringBack(Instant now) =>
        writes.Run(w =>
        {
            var back = ConversationStore.BackAgain(w.Session, now);
            foreach (var conversation in back)
            {
                var entry = Posting.Happened(
                    w,
                    conversation with
                    {
                        AsideUntil = null,
                    },
                    null,
                    now,
                    "This had been set aside until now"
                );
                IEnumerable<Alert> concerned = conversation.Owner is { } owner
                    ? [new(owner, AlertReason.BackAgain)]
                    : [];
                foreach (
                    var alert in Alerting.Whom(
                        null,
                        conversation.Place,
                        Thing.Working,
                        concerned,
                        p => who.Current.Find(p)
                    )
                )
                    Telling.Tell(w, alert, null, now, conversation.Id, entry.Id, null, NameOf(conversation));
            }

            return back.Count;
        });

    private Task<Decision> Do(ConversationId id, Person actor, Func<Writing, Conversation, Decision> act) =>
        writes.Run(w =>
            ConversationStore.Find(w.Session, id) is { } conversation
            && actor.IsStaff
            && actor.MaySee(conversation.Place, Thing.Working)
                ? act(w, conversation)
                : Unseen
        );

    private static (HandoverRule Rule, CrewId? Duty) RuleOf(Conversation conversation, Roster roster) =>
        conversation.Queue is { } q && roster.Queues.TryGetValue(q, out var queue)
            ? (queue.Handover, queue.Crew)
            : (HandoverRule.Anyone, null);

    private static string NameOf(Conversation conversation) =>
        conversation.Docket is { } docket ? $"{docket.Ref} {docket.Subject}" : conversation.Subject;

    private string When(Instant moment) =>
        moment
            .InZone(who.Current.Firm!.Calendar.Zone)
            .ToString("ddd d MMM HH:mm", System.Globalization.CultureInfo.InvariantCulture);
}
