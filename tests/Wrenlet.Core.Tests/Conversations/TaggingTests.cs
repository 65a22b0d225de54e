using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations;

/// <summary>Tagging needs sight.</summary>
public class TaggingTests
{
    private static readonly Person Ines = Yard.Named("Ines");
    private static readonly Person Odalys = Yard.Named("Odalys");
    private static readonly Place Listed = new Place.Inside(DocketSight.Only([Odalys.Id], []));
    private static readonly Crew Hull = Yard.Crews[2] with { Members = [Ines.Id, Some.Kit] };

    [Fact]
    public void Who_sees_the_place_is_named_and_who_does_not_is_said()
    {
        var tagged = Tagging.At(Listed, [Odalys, Ines], []);
        tagged.People.ShouldBe([Odalys.Id]);
        tagged.Unseeing.ShouldBe([Ines]);
    }

    [Fact]
    public void A_crew_names_all_of_its_people() =>
        Tagging.At(Listed, [], [Hull]).OfCrews.ShouldBe([Ines.Id, Some.Kit]);

    [Fact]
    public void Outside_a_contact_of_the_party_can_be_named_and_no_other()
    {
        var outside = new Place.Outside(DocketSight.Open, Some.Oduya);
        Tagging.At(outside, [Some.Benedikta], []).Unseeing.ShouldBe([Some.Benedikta]);
        var own = new Place.Outside(DocketSight.Open, Some.Thorne);
        Tagging.At(own, [Some.Benedikta], []).People.ShouldBe([Some.Benedikta.Id]);
    }

    [Fact]
    public void Whom_the_words_named_before_an_edit_is_not_named_once_more()
    {
        var open = new Place.Inside(DocketSight.Open);
        var before = Tagging.At(open, [Odalys], []);
        var after = Tagging.At(open, [Odalys, Ines], [Hull]);
        after.Without(before).People.ShouldBe([Ines.Id]);
        // Who was named themselves is not told again as one of a crew.
        Tagging.At(open, [], [Hull]).Without(Tagging.At(open, [Ines], [])).OfCrews.ShouldBe([Some.Kit]);
    }

    [Fact]
    public void The_refusal_names_them_and_says_what_to_do()
    {
        Tagging.Refusal([Ines]).ShouldStartWith("Ines does not see this docket. Give sight of it first");
        Tagging.Refusal([Ines, Odalys]).ShouldStartWith("Ines and Odalys do not see this docket.");
    }
}
