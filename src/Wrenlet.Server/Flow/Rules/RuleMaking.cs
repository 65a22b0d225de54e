using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Storage;

namespace Wrenlet.Server.Flow.Rules;

/// <summary>Says that rules have changed.</summary>
internal static class RuleMaking
{
    public static Change Changed(Guid rule, PersonId? by, Instant at) =>
        new(ChangeKinds.RulesChanged, rule, new Place.Firm(), Thing.Working, at, by);

    public static Change Ran(Guid rule, PersonId? by, Instant at) =>
        new(ChangeKinds.RuleRan, rule, new Place.Firm(), Thing.Working, at, by);
}
