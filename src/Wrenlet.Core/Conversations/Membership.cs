using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>Who may be in direct and group conversations: staff only, and a direct one stays between its two.</summary>
public static class Membership
{
    /// <summary>Most members of a group; a notice reaches more.</summary>
    public const int Most = 60;

    /// <summary>Whether these people can begin a conversation of their own.</summary>
    /// <param name="audience">Direct or group.</param>
    /// <param name="maker">Who begins it.</param>
    /// <param name="others">Who else is to be in it.</param>
    public static Verdict MayBegin(Audience audience, Person maker, IReadOnlyCollection<Person> others)
    {
        if (!maker.IsStaff || others.Any(p => !p.IsStaff))
            return new(false, Texts.OnlyColleaguesCanWrite);
        if (audience is Audience.Direct)
            return others.Count == 1 && others.First().Id != maker.Id
                ? new(true, Texts.TwoColleagues)
                : new(false, Texts.DirectConversationOneColleague);
        return others.Count + 1 > Most ? new(false, Texts.GroupHasMostMembers(Most)) : new(true, "colleagues");
    }

    /// <summary>Whether someone may take another into a group.</summary>
    public static Verdict MayAdd(Audience audience, Person who, Person added, ImmutableArray<PersonId> members)
    {
        if (audience is not Audience.Group)
            return new(false, Texts.NobodyCanJoinDirect);
        if (!members.Contains(who.Id))
            return new(false, Texts.OnlyItsMembersCan);
        if (!added.IsStaff)
            return new(false, Texts.OnlyColleaguesCanGroup);
        return members.Length >= Most
            ? new(false, Texts.GroupHasAtMostMembers(Most))
            : new(true, Texts.MemberTakesColleagueIn);
    }

    /// <summary>Whether someone may take a person out of a group: each only themself.</summary>
    public static Verdict MayRemove(Audience audience, Person who, PersonId removed) =>
        audience is not Audience.Group ? new(false, Texts.DirectConversationStaysBetween)
        : who.Id == removed ? new(true, Texts.TheyLeave)
        : new(false, Texts.PeopleLeaveGroupThemselves);
}
