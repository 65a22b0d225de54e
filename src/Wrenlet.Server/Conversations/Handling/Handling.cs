using System.Globalization;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Whose a conversation was when somebody decided what becomes of it.</summary>
/// <param name="Person">Null for nobody's.</param>
public readonly record struct ExpectedOwner(PersonId? Person);

/// <summary>What staff do with a conversation beside answering it. Each leaves a line in the conversation.</summary>
public sealed class Handling(
    Database database,
    WriteQueue writes,
    WhoIsWho who,
    Routers routers,
    DocketMaking dockets,
    Dispatcher happenings
) : IDueWork
{
    private static readonly Decision Unseen = new(false, "There is no such conversation, or you cannot see it.");

    /// <summary>Makes a person the owner, or lets a crew take it, and tells them.</summary>
    /// <param name="id">Which conversation.</param>
    /// <param name="actor">Who does it.</param>
    /// <param name="next">Who is to own it; null to hand it to a crew.</param>
    /// <param name="crew">The crew one of whom is to take it; null for a person.</param>
    /// <param name="note">A word to them; empty for none.</param>
    /// <param name="at">When.</param>
    /// <param name="expected">Whose it was when the actor decided; null to take it from whoever has it.</param>
    /// <returns>The decision; when allowed it has been carried out.</returns>
    public Task<Decision> HandOver(
        ConversationId id,
        Person actor,
        Person? next,
        Crew? crew,
        string note,
        Instant at,
        ExpectedOwner? expected = null
    ) =>
        Do(
            id,
            actor,
            (w, conversation) =>
            {
                var roster = who.Current;
                if (expected is { } was && was.Person != conversation.Owner)
                    return new(
                        false,
                        conversation.Owner is { } meanwhile
                            ? $"{roster.NameOf(meanwhile)} has taken it in the meantime. Check before you change that."
                            : "Nobody owns it any more. Check before you change that."
                    );
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
                        ? $"{actor.FirstName} handed this over from {Names.First(roster.NameOf(before))} to {to}"
                    : $"{actor.FirstName} handed this over to {to}";
                var line = EventLines.Add(
                    w,
                    conversation.HandedTo(next?.Id, crew?.Id),
                    actor.Id,
                    at,
                    note.Length > 0 ? $"{words}: {note}" : words
                );
                happenings.Say(
                    w,
                    new HandedOver(
                        conversation,
                        conversation.Owner,
                        next is not null ? [next.Id] : crew!.Members,
                        line,
                        actor.Id,
                        note.Length > 0 ? note : NameOf(conversation),
                        at
                    )
                );
                return decision;
            }
        );

    /// <summary>
    /// Takes the first of these that is the actor's or nobody's: one decision, so that two who take at once take two.
    /// </summary>
    /// <param name="candidates">Conversations, the most urgent first.</param>
    /// <param name="actor">Who takes one.</param>
    /// <param name="at">When.</param>
    /// <returns>The one taken; null when there is none.</returns>
    public Task<ConversationId?> TakeFirst(IEnumerable<ConversationId> candidates, Person actor, Instant at) =>
        writes.Run<ConversationId?>(w =>
        {
            foreach (var id in candidates)
            {
                if (
                    SeenTalk.Conversation(w.Session, id.Value, actor, Thing.Working)
                    is not { Open: true, Exchange.Turn: Turn.Ours } conversation
                )
                    continue;
                if (conversation.Owner == actor.Id)
                    return id;
                if (conversation.Owner is not null)
                    continue;
                var taken = conversation.HandedTo(actor.Id, null);
                EventLines.Add(w, taken, actor.Id, at, $"{actor.FirstName} took this conversation");
                return id;
            }

            return null;
        });

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
        if (!roster.Queues.TryGetValue(queue, out var to) || to.Retired)
            return new(false, "There is no such queue any more. Choose another.");
        if (conversation.Audience is not Audience.Outside)
            return new(false, "Only outside conversations wait in queues.");
        if (conversation.Queue == queue)
            return new(false, $"It is in {to.Name} already.");
        var (rule, duty) = RuleOf(conversation, roster);
        if (Ownership.MayAssign(actor, conversation.Owner, conversation.Place, rule, duty) is { Allowed: false } no)
            return no;
        var from =
            conversation.Queue is { } q && roster.Queues.TryGetValue(q, out var before) ? before.Name : "no queue";
        var moved = conversation with { Queue = queue };
        var line = EventLines.Add(w, moved, actor.Id, at, $"{actor.FirstName} moved this from {from} to {to.Name}");
        happenings.Say(w, new MovedToQueue(moved, line, actor.Id, at));
        if (!to.Unsorted)
            RoutingStore.Teach(w.Session, conversation.Key, RoutingStore.TextOf(w.Session, conversation), queue, at);
        return new(true, $"moved to {to.Name}");
    }

    /// <summary>Closes, opens again, settles or sets aside.</summary>
    /// <param name="id">Which conversation.</param>
    /// <param name="actor">Who does it.</param>
    /// <param name="step">What.</param>
    /// <param name="until">Until when it is set aside; null for the others.</param>
    /// <param name="at">When.</param>
    public Task<Decision> Stand(ConversationId id, Person actor, TalkStep step, Instant? until, Instant at) =>
        Do(
            id,
            actor,
            (w, conversation) =>
            {
                var outcome = conversation.Step(step, actor.FirstName, until, at, When);
                if (outcome.After is not { } after)
                    return new(false, outcome.Refusal!);
                EventLines.Add(w, after, actor.Id, at, outcome.Words);
                return new(true, outcome.Words);
            }
        );

    /// <summary>
    /// Puts a conversation that belongs to no docket into one that is there, or into a new ticket; its queue and owner
    /// stay as they are.
    /// </summary>
    /// <param name="id">Which conversation.</param>
    /// <param name="actor">Who does it.</param>
    /// <param name="reference">The docket; null for a new ticket.</param>
    /// <param name="subject">Subject of the new ticket; not looked at otherwise.</param>
    /// <param name="at">When.</param>
    public Task<Decision> PutInto(ConversationId id, Person actor, DocketRef? reference, string subject, Instant at) =>
        Do(
            id,
            actor,
            (w, conversation) =>
            {
                if (conversation.Docket is { } has)
                    return new(false, $"It is in {has.Ref} already.");
                if (conversation.Audience is not Audience.Outside)
                    return new(false, "Only outside conversations can be added to a docket.");
                var docket = reference is { } known
                    ? DocketStore.Find(w.Session, known)
                    : dockets.FromTalk(w, subject, actor, at, conversation.Queue);
                if (docket is null || !actor.MaySee(docket.Place))
                    return new(false, $"There is no {reference}, or you cannot see it.");
                EventLines.Add(
                    w,
                    conversation with
                    {
                        Docket = docket.Brief,
                        Sight = docket.Sight,
                    },
                    actor.Id,
                    at,
                    $"{actor.FirstName} added this conversation to {docket.Ref}"
                );
                return new(true, $"added to {docket.Ref}");
            }
        );

    /// <summary>Brings back what was set aside until now, and tells its owner.</summary>
    /// <returns>How many came back.</returns>
    public IEnumerable<DueWork> Due(Instant now) =>
        database
            .Read(s => ConversationStore.BackAgain(s, now))
            .Select(c => new DueWork(
                "Bringing a conversation back",
                c.Id.Value.ToString(),
                "",
                c.Owner,
                () => BringBack(c.Id, now)
            )
            {
                Title = NameOf(c),
                Conversation = c.Id,
            });

    private Task BringBack(ConversationId id, Instant now) =>
        writes.Run(w =>
        {
            if (
                ConversationStore.Find(w.Session, id) is not { Open: true, AsideUntil: { } until } conversation
                || until > now
            )
                return;
            var back = conversation with { AsideUntil = null };
            var line = EventLines.Add(w, back, null, now, "This was put off until now");
            happenings.Say(w, new BackAgain(conversation, line, NameOf(conversation), now));
        });

    private Task<Decision> Do(ConversationId id, Person actor, Func<Writing, Conversation, Decision> act) =>
        writes.Run(w =>
            actor.IsStaff && SeenTalk.Conversation(w.Session, id.Value, actor, Thing.Working) is { } conversation
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
        moment.InZone(who.Current.Firm!.Calendar.Zone).ToString("ddd d MMM HH:mm", CultureInfo.InvariantCulture);
}
