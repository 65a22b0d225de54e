using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>
/// What came of a change to a direct or group conversation: the conversation, or why not; neither where it is not seen.
/// </summary>
/// <param name="Collided">Whether somebody else changed the same words meanwhile, and so nothing was done.</param>
public sealed record GroupOutcome(Conversation? Conversation, string? Refusal = null, bool Collided = false);

/// <summary>What a group is called, and what it is for.</summary>
public sealed record GroupWords(string Name, string Description);

/// <summary>Begins direct and group conversations and keeps their members.</summary>
public sealed class Grouping(WriteQueue writes)
{
    /// <summary>Begins one; two colleagues who have a direct conversation already get that one.</summary>
    /// <param name="id">The client's id: a repeat is one conversation.</param>
    public Task<GroupOutcome> Begin(
        ConversationId id,
        Audience audience,
        Person maker,
        IReadOnlyList<Person> others,
        string name,
        string description,
        Instant at
    )
    {
        var company = others.Where(p => p.Id != maker.Id).DistinctBy(p => p.Id).ToList();
        if (Membership.MayBegin(audience, maker, company) is { Allowed: false } no)
            return Task.FromResult(new GroupOutcome(null, no.Reason));
        return writes.Run(w =>
        {
            if (ConversationStore.Find(w.Session, id) is { } known)
                return maker.MaySee(known.Place)
                    ? new GroupOutcome(known)
                    : new GroupOutcome(null, "Another conversation has this id already. Load the page again.");
            if (
                audience is Audience.Direct
                && ConversationStore.Between(w.Session, maker.Id, company[0].Id) is { } there
            )
                return new GroupOutcome(there);
            ConversationStore.Add(w.Session, id, audience, null, null, null, null, null, name);
            if (audience is Audience.Group)
                ConversationStore.Describe(w.Session, id, name, description);
            foreach (var member in company.Prepend(maker))
                ConversationStore.Join(w.Session, id, member.Id, at);
            var made = ConversationStore.Find(w.Session, id)!;
            w.Log(
                new Change(
                    ChangeKinds.ConversationMade,
                    id.Value,
                    made.Place,
                    Thing.Working,
                    at,
                    maker.Id,
                    Conversation: id
                )
            );
            if (audience is Audience.Group)
                EventLines.Add(w, made, maker.Id, at, $"{maker.FirstName} made this group with {Listed(company)}");
            return new GroupOutcome(ConversationStore.Find(w.Session, id));
        });
    }

    /// <summary>
    /// Names a group and says what it is for. What somebody else changed meanwhile stays, unless it is the same field.
    /// </summary>
    /// <param name="began">What the change began from; null to take whatever is there.</param>
    public async Task<GroupOutcome> Describe(
        ConversationId id,
        Person member,
        GroupWords wanted,
        GroupWords? began,
        Instant at
    )
    {
        var collided = false;
        var outcome = await Do(
            id,
            member,
            (w, group) =>
            {
                if (group.Audience is not Audience.Group)
                    return "A direct conversation has no name.";
                var (name, nameHeld) = Meet(wanted.Name, began?.Name, group.Subject);
                var (description, held) = Meet(wanted.Description, began?.Description, group.Description);
                collided = nameHeld || held;
                if (collided)
                    return null;
                ConversationStore.Describe(w.Session, id, name, description);
                if (name != group.Subject)
                    EventLines.Add(w, group, member.Id, at, $"{member.FirstName} renamed this group {name}");
                else
                    EventLines.Changed(w, group, member.Id, at);
                return null;
            }
        );
        return outcome with { Collided = collided };
    }

    private static (string Words, bool Collided) Meet(string mine, string? began, string now) =>
        mine == began ? (now, false) : (mine, began is not null && began != now && mine != now);

    /// <summary>Takes a colleague into a group; they see what was said before.</summary>
    public Task<GroupOutcome> Add(ConversationId id, Person member, Person added, Instant at) =>
        Do(
            id,
            member,
            (w, group) =>
            {
                if (Membership.MayAdd(group.Audience, member, added, group.Members) is { Allowed: false } no)
                    return no.Reason;
                if (ConversationStore.Join(w.Session, id, added.Id, at))
                    EventLines.Add(
                        w,
                        ConversationStore.Find(w.Session, id)!,
                        member.Id,
                        at,
                        $"{member.FirstName} added {added.FirstName}"
                    );
                return null;
            }
        );

    /// <summary>Leaves a group; what was said there is not seen any more.</summary>
    public Task<GroupOutcome> Leave(ConversationId id, Person member, PersonId removed, Instant at) =>
        Do(
            id,
            member,
            (w, group) =>
            {
                if (Membership.MayRemove(group.Audience, member, removed) is { Allowed: false } no)
                    return no.Reason;
                EventLines.Add(w, group, member.Id, at, $"{member.FirstName} left this group");
                ConversationStore.Leave(w.Session, id, removed);
                DraftStore.Keep(w.Session, removed, group.Key, null, at);
                return null;
            }
        );

    private Task<GroupOutcome> Do(ConversationId id, Person member, Func<Writing, Conversation, string?> act) =>
        writes.Run(w =>
        {
            if (
                ConversationStore.Find(w.Session, id) is not { Audience: Audience.Direct or Audience.Group } group
                || !member.MaySee(group.Place)
            )
                return new GroupOutcome(null);
            if (group.Crew is not null)
                return new GroupOutcome(group, "This is the conversation of a crew: whoever is in the crew is in it.");
            return act(w, group) is { } reason
                ? new GroupOutcome(group, reason)
                : new GroupOutcome(ConversationStore.Find(w.Session, id));
        });

    private static string Listed(List<Person> people) =>
        people.Count == 0 ? "nobody else yet"
        : people.Count == 1 ? people[0].FirstName
        : $"{string.Join(", ", people.SkipLast(1).Select(p => p.FirstName))} and {people[^1].FirstName}";
}
