using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;

namespace Wrenlet.Core.Tests.Sheets;

/// <summary>Who begins, settles and is given a discussion, and where it stands.</summary>
public class DiscussionTests
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
    private static readonly Instant Now = Instant.FromUtc(2026, 4, 14, 8, 40);

    private static Sheet Report(params SheetShare[] shares) =>
        new(new SheetId(Guid.CreateVersion7()), SheetKind.Page, "Report", 3, false, DocketSight.Open, [.. shares]);

    private static Discussion Begun(Person by, PartyId? with = null) =>
        new(
            new DiscussionId(Guid.CreateVersion7()),
            new ConversationId(Guid.CreateVersion7()),
            with,
            by.Id,
            Now,
            [new PutPlace(2, new Anchor.Whole())]
        );

    [Fact]
    public void With_a_party_one_speaks_of_the_revision_that_it_sees()
    {
        var report = Report(new SheetShare(Thorne, 2));
        Discussion.RefusesBeginning(report, 2, Thorne, Yard.Named("Ines")).ShouldBeNull();
        Discussion.RefusesBeginning(report, 3, Thorne, Yard.Named("Ines")).ShouldNotBeNull();
        Discussion.RefusesBeginning(report, 2, Oduya, Yard.Named("Ines")).ShouldNotBeNull();
        Discussion.RefusesBeginning(report, 3, null, Yard.Named("Ines")).ShouldBeNull();
    }

    [Fact]
    public void A_contact_speaks_of_what_they_see_and_with_us_only()
    {
        var report = Report(new SheetShare(Thorne, 2));
        Discussion.RefusesBeginning(report, 2, Thorne, Benedikta).ShouldBeNull();
        Discussion.RefusesBeginning(report, 3, Thorne, Benedikta).ShouldNotBeNull();
        Discussion.RefusesBeginning(report, 2, Oduya, Benedikta).ShouldNotBeNull();
        Discussion.RefusesBeginning(report, 2, null, Benedikta).ShouldNotBeNull();
    }

    [Fact]
    public void On_a_sheet_that_was_removed_nothing_more_is_begun() =>
        Discussion.RefusesBeginning(Report() with { Removed = true }, 3, null, Yard.Named("Ines")).ShouldNotBeNull();

    [Fact]
    public void Settled_it_is_by_whom_it_is_assigned_to_who_began_it_or_an_author_of_the_sheet()
    {
        var discussion = Begun(Yard.Named("Ines")) with { Assigned = Yard.Named("Kit").Id };
        PersonId[] authors = [Yard.Named("Tobiah").Id];
        foreach (var name in new[] { "Ines", "Kit", "Tobiah" })
            discussion.RefusesSettling(Yard.Named(name), authors).ShouldBeNull(name);
        discussion.RefusesSettling(Yard.Named("Odalys"), authors).ShouldNotBeNull();
        Begun(Benedikta, Thorne).RefusesSettling(Benedikta, authors).ShouldBeNull();
    }

    [Fact]
    public void It_is_given_to_those_of_the_staff_who_see_it()
    {
        var limited = new Place.Inside(DocketSight.Only([Yard.Named("Kit").Id], []));
        Discussion.RefusesAssigning(Yard.Named("Kit"), limited).ShouldBeNull();
        Discussion.RefusesAssigning(Yard.Named("Ines"), limited).ShouldNotBeNull();
        Discussion.RefusesAssigning(Benedikta, new Place.Outside(DocketSight.Open, Thorne)).ShouldNotBeNull();
    }

    [Fact]
    public void It_stands_with_the_party_only_while_that_sees_what_it_is_about()
    {
        Benedikta.MaySee(Place.OfDiscussion(DocketSight.Open, Thorne, shared: true)).ShouldBeTrue();
        Benedikta.MaySee(Place.OfDiscussion(DocketSight.Open, Thorne, shared: false)).ShouldBeFalse();
        Benedikta.MaySee(Place.OfDiscussion(DocketSight.Open, null, shared: true)).ShouldBeFalse();
        Yard.Named("Kit").MaySee(Place.OfDiscussion(DocketSight.Open, Thorne, shared: false)).ShouldBeTrue();
    }

    [Fact]
    public void While_nothing_was_said_only_who_began_it_sees_it()
    {
        var begun = Begun(Yard.Named("Ines"));
        var inside = new Place.Inside(DocketSight.Open);
        begun.IsShownTo(Yard.Named("Ines"), inside, said: false).ShouldBeTrue();
        begun.IsShownTo(Yard.Named("Kit"), inside, said: false).ShouldBeFalse();
        begun.IsShownTo(Yard.Named("Kit"), inside, said: true).ShouldBeTrue();
        begun.IsShownTo(Benedikta, inside, said: true).ShouldBeFalse();
    }

    [Fact]
    public void How_it_stands_follows_from_what_was_done()
    {
        var begun = Begun(Yard.Named("Ines"));
        var assigned = begun with { Assigned = Yard.Named("Kit").Id, Due = Now - Duration.FromHours(1) };
        var settled = assigned with { SettledBy = Yard.Named("Kit").Id, SettledAt = Now };
        (begun.State, assigned.State, settled.State).ShouldBe(
            (DiscussionState.Open, DiscussionState.Assigned, DiscussionState.Settled)
        );
        (begun.IsLate(Now), assigned.IsLate(Now), settled.IsLate(Now)).ShouldBe((false, true, false));
    }

    [Fact]
    public void It_is_found_from_where_it_was_put_last_and_not_in_revisions_from_before()
    {
        var discussion = Begun(Yard.Named("Ines"));
        var put = discussion with { Places = discussion.Places.Add(new PutPlace(5, new Anchor.Whole())) };
        (put.From(1), put.From(4)!.Revision, put.From(7)!.Revision).ShouldBe((null, 2, 5));
    }
}
