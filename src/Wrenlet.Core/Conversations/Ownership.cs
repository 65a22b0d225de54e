using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>A decision, or a refusal with its reason.</summary>
public readonly record struct Decision(bool Allowed, string Reason);

/// <summary>Who answers for a conversation, and who may change that.</summary>
public static class Ownership
{
    /// <summary>
    /// The owner after a reply: an unowned conversation belongs to the first of the staff who replies.
    /// </summary>
    public static PersonId AfterReply(PersonId? owner, PersonId replier) => owner ?? replier;

    /// <summary>Whether someone may take or hand over a conversation.</summary>
    /// <param name="actor">Who wants to.</param>
    /// <param name="owner">Its present owner; null when nobody.</param>
    /// <param name="next">Who is to own it.</param>
    /// <param name="place">Where it stands, to see whether both may see it.</param>
    /// <param name="rule">The queue's rule.</param>
    /// <param name="onDuty">The queue's crew on duty; null when it has none.</param>
    public static Decision MayHandOver(
        Person actor,
        PersonId? owner,
        Person next,
        Place place,
        HandoverRule rule,
        CrewId? onDuty
    )
    {
        if (!actor.IsStaff || !actor.MaySee(place))
            return new(false, Texts.YouDoNotSee);
        if (!next.IsStaff)
            return new(false, Texts.IsNotStaffCannot(next.Name));
        if (!next.MaySee(place))
            return new(false, Texts.DoesNotSeeDocket(next.FirstName));
        if (owner == next.Id)
            return new(false, Texts.OwnsItAlready(next.FirstName));
        return MayAssign(actor, owner, place, rule, onDuty);
    }

    /// <summary>Whether someone may decide whose a conversation is or where it waits.</summary>
    /// <param name="actor">Who wants to.</param>
    /// <param name="owner">Its present owner; null when nobody.</param>
    /// <param name="place">Where it stands.</param>
    /// <param name="rule">The queue's rule.</param>
    /// <param name="onDuty">The queue's crew on duty; null when it has none.</param>
    public static Decision MayAssign(Person actor, PersonId? owner, Place place, HandoverRule rule, CrewId? onDuty)
    {
        if (!actor.IsStaff || !actor.MaySee(place))
            return new(false, Texts.YouDoNotSee);
        if (owner is null)
            return new(true, Texts.NobodyOwnsItYet);
        if (owner == actor.Id)
            return new(true, Texts.YouOwnIt);
        if (actor.May(Right.Reassign))
            return new(true, Texts.YourRoleCanAssign);
        return rule switch
        {
            HandoverRule.Anyone => new(true, Texts.AnyoneCanAssignQueue),
            HandoverRule.Crew when onDuty is { } crew && actor.Crews.Contains(crew) => new(true, Texts.TheCrewDutyCan),
            HandoverRule.Crew => new(false, Texts.InQueueOnlyIts),
            _ => new(false, Texts.InQueueOnlyItsOwner),
        };
    }
}
