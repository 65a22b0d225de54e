using System.Collections.Immutable;

namespace Wrenlet.Core.People;

/// <summary>Whether somebody may do a thing, and why or why not, in words.</summary>
/// <param name="Right">What it is about.</param>
/// <param name="Allowed">Whether they may.</param>
/// <param name="Reason">Why, in a sentence.</param>
public sealed record Permission(Right Right, bool Allowed, string Reason);

/// <summary>
/// The one rule of who may do what beyond seeing. Endpoints ask here, and so does the page that tells each person what
/// they may do.
/// </summary>
public static class Rights
{
    /// <summary>
    /// Rights that something asks for today, in the order in which they are shown. The others are kept with roles, and
    /// are offered as soon as there is something to do with them.
    /// </summary>
    public static readonly ImmutableArray<Right> InUse =
    [
        .. Enum.GetValues<Right>().Except([Right.SeeSums, Right.AcceptForCustomer]),
    ];

    /// <summary>Whether somebody may do a thing by their role; contacts and people who have left never may.</summary>
    public static bool May(this Person person, Right right) => person.Role?.Has(right) is true;

    /// <summary>Whether somebody may, and why.</summary>
    public static Permission Of(Person person, Right right) =>
        person.Role is not { } role ? new(right, false, Texts.IsNotStaff(person.Name))
        : role.Has(right) ? new(right, true, Texts.RoleMay(role.Name))
        : new(right, false, Texts.RoleMayNot(role.Name));

    /// <summary>
    /// All that somebody may do and may not, as far as something asks for it, each with its reason. Where the right to
    /// decide who answers is missing, a queue's own rule may give it for that queue.
    /// </summary>
    /// <param name="person">Who.</param>
    /// <param name="queues">Names of the queues, with their rule and crew on duty.</param>
    public static ImmutableArray<Permission> All(
        Person person,
        IEnumerable<(string Name, HandoverRule Rule, CrewId? OnDuty)> queues
    )
    {
        ArgumentNullException.ThrowIfNull(person);
        List<string> theirs =
        [
            .. queues
                .Where(q =>
                    q.Rule is HandoverRule.Anyone
                    || (q.Rule is HandoverRule.Crew && q.OnDuty is { } crew && person.Crews.Contains(crew))
                )
                .Select(q => q.Name),
        ];
        return
        [
            .. InUse.Select(right =>
                Of(person, right) is { Allowed: false, Right: Right.Reassign } no && theirs.Count > 0
                    ? no with
                    {
                        Reason = Texts.ButTheQueuesRule(no.Reason, theirs),
                    }
                    : Of(person, right)
            ),
        ];
    }

    /// <summary>A right in words, as what somebody may do.</summary>
    public static string WordsOf(Right right) => Texts.RightWords(right);

    /// <summary>Why a firm cannot do with these roles and people; null when it can.</summary>
    /// <param name="staff">Everybody of the staff, as they would be.</param>
    /// <remarks>Without somebody who can set up and take on, nobody could mend anything any more.</remarks>
    public static string? Refuses(IEnumerable<Person> staff)
    {
        ArgumentNullException.ThrowIfNull(staff);
        return staff.Any(p => p.May(Right.SetUp) && p.May(Right.TakeOn)) ? null : Texts.SomebodyMustAdminister;
    }

    /// <summary>
    /// Why somebody cannot decide over another's account: how they sign in, whether they still do, who they are. Null when
    /// they can. Whoever could would become the other, with rights that they do not have.
    /// </summary>
    public static string? RefusesOver(Person by, Person whom)
    {
        ArgumentNullException.ThrowIfNull(by);
        ArgumentNullException.ThrowIfNull(whom);
        return by.Id == whom.Id || (whom.Role?.Rights ?? []).All(by.May)
            ? null
            : Texts.TheyMayMoreThanYou(whom.FirstName);
    }

    /// <summary>Why nobody can set these rights; null when they can. Nobody gives what they do not have themselves.</summary>
    /// <param name="by">Who sets them.</param>
    /// <param name="before">What the role had; empty for a new one.</param>
    /// <param name="after">What it is to have.</param>
    public static string? Refuses(Person by, ImmutableHashSet<Right> before, ImmutableHashSet<Right> after)
    {
        ArgumentNullException.ThrowIfNull(by);
        ArgumentNullException.ThrowIfNull(after);
        return after.Except(before).Any(r => !by.May(r)) ? Texts.YouGiveOnlyWhatYouHave : null;
    }
}
