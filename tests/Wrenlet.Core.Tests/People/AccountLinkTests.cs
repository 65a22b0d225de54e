using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.People;

/// <summary>How long a mailed link works, and for whom.</summary>
public class AccountLinkTests
{
    private static readonly Person Kit = Yard.Named("Kit");
    private static readonly Instant Now = Yard.At("2026-04-14T08:40");

    [Theory]
    [InlineData(AccountPurpose.Invitation, 72 * 60)]
    [InlineData(AccountPurpose.Reset, 60)]
    public void A_link_works_until_its_time_has_run_out(AccountPurpose purpose, int minutes)
    {
        var link = AccountLink.For(Kit.Id, purpose, Now);
        AccountLink.Refuses(link, Kit, Now + Duration.FromMinutes(minutes - 1)).ShouldBeNull();
        AccountLink.Refuses(link, Kit, Now + Duration.FromMinutes(minutes)).ShouldNotBeNull().ShouldContain("run out");
    }

    [Fact]
    public void A_link_that_was_used_or_whose_person_has_left_lets_nobody_in()
    {
        var link = AccountLink.For(Kit.Id, AccountPurpose.Reset, Now);
        AccountLink.Refuses(null, Kit, Now).ShouldNotBeNull().ShouldContain("no longer works");
        AccountLink.Refuses(link, null, Now).ShouldNotBeNull();
        AccountLink.Refuses(link, Kit with { Role = null }, Now).ShouldNotBeNull();
    }
}
