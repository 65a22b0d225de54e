using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;

namespace Wrenlet.Core.Tests.Sheets;

/// <summary>Where a revision stands, and whether somebody outside sees it.</summary>
public class SheetPlaceTests
{
    private static Sheet Sheet(bool removed, params SheetShare[] shares) =>
        new(new SheetId(Guid.CreateVersion7()), SheetKind.Page, "Report", 3, removed, DocketSight.Open, [.. shares]);

    [Fact]
    public void A_revision_stands_with_the_parties_it_is_shared_with_and_no_others()
    {
        var sheet = Sheet(false, new SheetShare(Some.Thorne, 1), new SheetShare(Some.Oduya, 2));
        sheet.PlaceOf(1).ShouldBeOfType<Place.Shared>().Parties.ShouldBe([Some.Thorne]);
        sheet.PlaceOf(2).ShouldBeOfType<Place.Shared>().Parties.ShouldBe([Some.Oduya]);
        sheet.PlaceOf(3).ShouldBeOfType<Place.Shared>().Parties.ShouldBeEmpty();
        Some.Benedikta.MaySee(sheet.PlaceOf(1)).ShouldBeTrue();
        Some.Benedikta.MaySee(sheet.PlaceOf(2)).ShouldBeFalse();
        Yard.Named("Ines").MaySee(sheet.PlaceOf(3)).ShouldBeTrue();
    }

    [Fact]
    public void A_sheet_as_a_whole_stands_with_all_that_see_something_of_it() =>
        Sheet(false, new SheetShare(Some.Thorne, 1), new SheetShare(Some.Oduya, 2))
            .Place.ShouldBeOfType<Place.Shared>()
            .Parties.ShouldBe([Some.Thorne, Some.Oduya]);

    [Theory]
    [InlineData(1, true)]
    [InlineData(2, false)]
    [InlineData(3, false)]
    public void Only_what_is_shared_is_outside(int revision, bool outside) =>
        Sheet(false, new SheetShare(Some.Thorne, 1)).IsShared(revision).ShouldBe(outside);

    [Fact]
    public void What_was_removed_is_outside_no_more_until_it_is_brought_back()
    {
        var sheet = Sheet(true, new SheetShare(Some.Thorne, 1));
        sheet.IsShared(1).ShouldBeFalse();
        sheet.PlaceOf(1).ShouldBeOfType<Place.Shared>().Parties.ShouldBeEmpty();
        (sheet with { Removed = false }).IsShared(1).ShouldBeTrue();
    }
}
