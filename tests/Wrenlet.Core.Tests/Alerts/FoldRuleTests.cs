using NodaTime;
using Wrenlet.Core.Alerts;

namespace Wrenlet.Core.Tests.Alerts;

/// <summary>What is over folds away by age or by number.</summary>
public class FoldRuleTests
{
    [Fact]
    public void Age_gives_a_moment_and_number_none()
    {
        var now = Instant.FromUtc(2026, 4, 14, 8, 40);
        new FoldRule(14, null).Before(now).ShouldBe(Instant.FromUtc(2026, 3, 31, 8, 40));
        new FoldRule(null, 20).Before(now).ShouldBeNull();
        foreach (var what in Enum.GetValues<Folded>())
            FoldRule.Usual(what).Wrong().ShouldBeNull();
    }

    [Fact]
    public void A_rule_is_by_one_of_both_within_reason()
    {
        new FoldRule(3, 3).Wrong()!.ShouldContain("either");
        new FoldRule(-1, null).Wrong()!.ShouldContain("days");
        new FoldRule(null, 1001).Wrong()!.ShouldContain("1,000");
        new FoldRule(null, null).Wrong().ShouldBeNull();
    }
}
