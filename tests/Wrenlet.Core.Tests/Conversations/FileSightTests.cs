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

    private static FilePlace With(PartyId party) =>
        At(new Place.Outside(DocketSight.Open, party), EntryKind.MessageOut);

    [Fact]
    public void A_file_is_unknown_to_a_party_while_it_was_inside_or_with_others_only()
    {
        FileSight.IsUnknownTo([At(Inside, EntryKind.Note)], Some.Thorne).ShouldBeTrue();
        FileSight.IsUnknownTo([With(new PartyId(Guid.CreateVersion7()))], Some.Thorne).ShouldBeTrue();
        FileSight.IsUnknownTo([At(Inside, EntryKind.Note), With(Some.Thorne)], Some.Thorne).ShouldBeFalse();
        FileSight.IsUnknownTo([At(Outside, EntryKind.MessageIn)], Some.Thorne).ShouldBeFalse();
        FileSight.IsUnknownTo([], Some.Thorne).ShouldBeFalse();
    }

    [Fact]
    public void What_was_with_any_stranger_is_not_known_to_another() =>
        FileSight
            .IsUnknownTo([At(new Place.Outside(DocketSight.Open, null), EntryKind.MessageIn)], null)
            .ShouldBeTrue();

    [Fact]
    public void What_three_parties_have_is_nobodys_secret()
    {
        var parties = Enumerable.Range(0, 3).Select(_ => With(new PartyId(Guid.CreateVersion7()))).ToList();
        FileSight.IsUnknownTo(parties[..2], Some.Thorne).ShouldBeTrue();
        FileSight.IsUnknownTo(parties, Some.Thorne).ShouldBeFalse();
    }

    [Fact]
    public void Parties_that_a_sheet_is_shared_with_have_its_file() =>
        FileSight
            .IsUnknownTo([new(new Place.Shared(DocketSight.Open, [Some.Thorne]), Thing.Said, false)], Some.Thorne)
            .ShouldBeFalse();
}
