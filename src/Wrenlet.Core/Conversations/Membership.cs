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
            return new(false, "Only colleagues can be in it. Write to people outside in their outside conversation.");
        if (audience is Audience.Direct)
            return others.Count == 1 && others.First().Id != maker.Id
                ? new(true, "two colleagues")
                : new(false, "A direct conversation is with one colleague. Make a group for more.");
        return others.Count + 1 > Most
            ? new(false, $"A group has at most {Most} members. Post a notice on the noticeboard to reach more people.")
            : new(true, "colleagues");
    }

    /// <summary>Whether someone may take another into a group.</summary>
    public static Verdict MayAdd(Audience audience, Person who, Person added, ImmutableArray<PersonId> members)
    {
        if (audience is not Audience.Group)
            return new(false, "Nobody can join a direct conversation. Make a group instead.");
        if (!members.Contains(who.Id))
            return new(false, "Only its members can add people.");
        if (!added.IsStaff)
            return new(false, "Only colleagues can be in a group.");
        return members.Length >= Most
            ? new(false, $"A group has at most {Most} members.")
            : new(true, "a member takes a colleague in");
    }

    /// <summary>Whether someone may take a person out of a group: each only themself.</summary>
    public static Verdict MayRemove(Audience audience, Person who, PersonId removed) =>
        audience is not Audience.Group ? new(false, "A direct conversation stays between its two.")
        : who.Id == removed ? new(true, "they leave")
        : new(false, "People leave a group themselves. Ask them, or create another group.");
}
