using System.Collections.Immutable;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;

namespace Wrenlet.Core.Tests.Sheets;

/// <summary>Who sees which revision of a sheet, and what is said of it.</summary>
public class SheetTests
{
    private static readonly PartyId Thorne = new(Guid.CreateVersion7());
    private static readonly PartyId Oduya = new(Guid.CreateVersion7());
    private static readonly Person Benedikta = new(
        new PersonId(Guid.CreateVersion7()),
        "Benedikta Thorne",
        null,
        Thorne,
        []
    );
    private static readonly Person Caspian = new(new PersonId(Guid.CreateVersion7()), "Caspian Oduya", null, Oduya, []);

    private static Sheet Report(params SheetShare[] shares) =>
        new(
            new SheetId(Guid.CreateVersion7()),
            SheetKind.Page,
            "Survey report",
            3,
            false,
            DocketSight.Open,
            [.. shares]
        );

    private static string Name(PartyId party) => party == Thorne ? "Benedikta Thorne" : "Caspian Oduya";

    [Fact]
    public void Staff_who_see_the_docket_see_every_revision_and_a_party_none_until_it_is_shared()
    {
        var report = Report();
        Enumerable.Range(0, 5).Where(n => report.Shows(Yard.Named("Kit"), n)).ShouldBe([1, 2, 3]);
        (report.NewestFor(Benedikta), report.Shows(Benedikta, 3)).ShouldBe((null, false));
    }

    [Fact]
    public void A_party_sees_the_one_revision_that_is_shared_with_it_and_another_party_nothing()
    {
        var report = Report(new SheetShare(Thorne, 2));
        Enumerable.Range(0, 5).Where(n => report.Shows(Benedikta, n)).ShouldBe([2]);
        report.NewestFor(Benedikta).ShouldBe(2);
        report.NewestFor(Caspian).ShouldBeNull();
    }

    [Fact]
    public void How_we_work_on_a_sheet_is_not_for_the_party_it_is_shared_with()
    {
        var report = Report(new SheetShare(Thorne, 3));
        Benedikta.MaySee(report.Place).ShouldBeTrue();
        Benedikta.MaySee(report.Place, Thing.Working).ShouldBeFalse();
    }

    [Fact]
    public void A_sheet_of_a_limited_docket_is_for_those_who_are_listed()
    {
        var report = Report(new SheetShare(Thorne, 3)) with { Docket = DocketSight.Only([Yard.Named("Ines").Id], []) };
        (
            report.NewestFor(Yard.Named("Ines")),
            report.NewestFor(Yard.Named("Tobiah")),
            report.NewestFor(Benedikta)
        ).ShouldBe((3, null, 3));
    }

    [Fact]
    public void What_was_removed_is_still_there_for_staff_and_gone_for_the_party()
    {
        var report = Report(new SheetShare(Thorne, 3)) with { Removed = true };
        (report.NewestFor(Yard.Named("Kit")), report.NewestFor(Benedikta)).ShouldBe((3, null));
    }

    [Fact]
    public void Only_a_party_of_the_docket_and_only_a_revision_that_is_there_can_be_shared()
    {
        Report().RefusesSharing(Thorne, 3, [Thorne]).ShouldBeNull();
        Report().RefusesSharing(Oduya, 3, [Thorne]).ShouldNotBeNull().ShouldContain("no conversation in this docket");
        Report().RefusesSharing(Thorne, 4, [Thorne]).ShouldNotBeNull().ShouldContain("The latest is 3");
        (Report() with { Removed = true })
            .RefusesSharing(Thorne, 3, [Thorne])
            .ShouldNotBeNull()
            .ShouldContain("Restore it");
    }

    [Fact]
    public void Who_sees_it_outside_is_said_with_the_revision_where_it_is_not_the_newest()
    {
        Report().SharedLine(Name).ShouldBe("Internal only.");
        Report(new SheetShare(Thorne, 3), new SheetShare(Oduya, 3))
            .SharedLine(Name)
            .ShouldBe("Benedikta Thorne and Caspian Oduya see it as it is.");
        Report(new SheetShare(Thorne, 2), new SheetShare(Oduya, 3))
            .SharedLine(Name)
            .ShouldBe("Caspian Oduya sees it as it is. Benedikta Thorne sees revision 2.");
    }

    [Theory]
    [InlineData(null, "Give the sheet a name.")]
    [InlineData("   ", "Give the sheet a name.")]
    [InlineData("Deck plan", null)]
    public void A_sheet_has_a_name(string? name, string? wrong) => Sheet.WrongName(name).ShouldBe(wrong);

    [Fact]
    public void A_name_is_not_longer_than_a_line() =>
        Sheet.WrongName(new string('x', Sheet.LongestName + 1)).ShouldNotBeNull().ShouldContain("Shorten it");
}
