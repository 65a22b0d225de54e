using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations;

/// <summary>Who may have a file, and whether it was shown outside.</summary>
public class FileSightTests
{
    private static readonly Person Ines = Yard.Named("Ines");
    private static readonly Place Inside = new Place.Inside(DocketSight.Open);
    private static readonly Place Outside = new Place.Outside(DocketSight.Open, Some.Thorne);
    private static readonly Place Listed = new Place.Inside(DocketSight.Only([Some.Odalys], []));

    private static FilePlace At(Place place, EntryKind kind, bool original = false) =>
        FilePlace.OfEntry(place, kind, original);

    [Fact]
    public void A_file_is_seen_by_those_who_see_one_of_the_places_it_stands_at()
    {
        FileSight.MaySee(Ines, [At(Inside, EntryKind.Note)], null).ShouldBeTrue();
        FileSight.MaySee(Ines, [At(Listed, EntryKind.Note)], null).ShouldBeFalse();
        FileSight.MaySee(Ines, [At(Listed, EntryKind.Note), At(Outside, EntryKind.MessageOut)], null).ShouldBeTrue();
    }

    [Fact]
    public void A_party_has_what_was_said_to_it_and_nothing_of_how_we_work()
    {
        FileSight.MaySee(Some.Benedikta, [At(Outside, EntryKind.MessageOut)], null).ShouldBeTrue();
        FileSight.MaySee(Some.Benedikta, [At(Inside, EntryKind.Note)], null).ShouldBeFalse();
        // The mail as it arrived is how we work, also where its sender asks for it.
        FileSight.MaySee(Some.Benedikta, [At(Outside, EntryKind.MessageIn, original: true)], null).ShouldBeFalse();
    }

    [Fact]
    public void What_stands_nowhere_yet_is_seen_by_who_brought_it()
    {
        FileSight.MaySee(Ines, [], Ines.Id).ShouldBeTrue();
        FileSight.MaySee(Ines, [], Some.Odalys).ShouldBeFalse();
        FileSight.MaySee(Ines, [], null).ShouldBeFalse();
    }

    [Fact]
    public void Who_brought_a_file_does_not_see_it_for_that_once_it_stands_somewhere() =>
        FileSight.MaySee(Ines, [At(Listed, EntryKind.Note)], Ines.Id).ShouldBeFalse();

    [Fact]
    public void A_file_is_only_inside_while_nobody_outside_has_it()
    {
        FileSight.OnlyInside([At(Inside, EntryKind.Note)]).ShouldBeTrue();
        FileSight.OnlyInside([At(Inside, EntryKind.Note), At(Outside, EntryKind.MessageOut)]).ShouldBeFalse();
        FileSight.OnlyInside([At(Outside, EntryKind.MessageIn)]).ShouldBeFalse();
        FileSight.OnlyInside([]).ShouldBeFalse();
    }
}
