using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations;

public class DiscussionTests
{
    private static readonly Person Ines = Yard.Named("Ines");
    private static readonly Person Kit = Yard.Named("Kit");

    [Theory]
    [InlineData("read", true)]
    [InlineData("on-it", true)]
    [InlineData("👍", true)]
    [InlineData("👍🏿", true)]
    [InlineData("👨‍👩‍👧‍👦", true)]
    [InlineData("🇵🇹", true)]
    [InlineData("1️⃣", true)]
    [InlineData("❤️", true)]
    [InlineData("🏴󠁧󠁢󠁳󠁣󠁴󠁿", true)]
    [InlineData("👍👍", false)]
    [InlineData("a", false)]
    [InlineData("7", false)]
    [InlineData("", false)]
    [InlineData("<b>", false)]
    [InlineData("ok 👍", false)]
    public void A_sign_is_one_of_five_or_a_single_picture(string sign, bool is_) => Signs.IsSign(sign).ShouldBe(is_);

    [Fact]
    public void A_stack_of_marks_on_a_picture_is_no_sign() =>
        Signs.IsSign("👍" + new string('\u0301', 60)).ShouldBeFalse();

    [Theory]
    [InlineData(EntryKind.Note, null, true, false, true)]
    [InlineData(EntryKind.Note, null, true, true, false)]
    [InlineData(EntryKind.Note, Via.Call, true, false, true)]
    [InlineData(EntryKind.Note, null, false, false, false)]
    [InlineData(EntryKind.MessageOut, Via.Mail, true, false, false)]
    [InlineData(EntryKind.MessageOut, Via.Page, true, false, false)]
    [InlineData(EntryKind.MessageIn, Via.Mail, false, false, false)]
    [InlineData(EntryKind.Event, null, true, false, false)]
    public void Only_ones_own_words_inside_can_be_changed(EntryKind kind, Via? via, bool own, bool removed, bool may)
    {
        var verdict = Changing.MayChange(Ines, kind, via, own ? Ines.Id : Kit.Id, removed);
        verdict.Allowed.ShouldBe(may);
        verdict.Reason.ShouldNotBeEmpty();
    }

    [Fact]
    public void Members_are_colleagues_and_each_leaves_by_themself()
    {
        Membership.MayBegin(Audience.Direct, Ines, [Kit]).Allowed.ShouldBeTrue();
        Membership.MayBegin(Audience.Direct, Ines, [Ines]).Allowed.ShouldBeFalse();
        Membership.MayBegin(Audience.Direct, Ines, [Kit, Yard.Named("Tobiah")]).Allowed.ShouldBeFalse();
        Membership.MayAdd(Audience.Group, Ines, Kit, [Ines.Id]).Allowed.ShouldBeTrue();
        Membership.MayAdd(Audience.Group, Kit, Kit, [Ines.Id]).Allowed.ShouldBeFalse();
        Membership.MayAdd(Audience.Direct, Ines, Kit, [Ines.Id]).Allowed.ShouldBeFalse();
        Membership.MayRemove(Audience.Group, Ines, Kit.Id).Allowed.ShouldBeFalse();
        Membership.MayRemove(Audience.Group, Ines, Ines.Id).Allowed.ShouldBeTrue();
    }

    [Theory]
    [InlineData(false, "2026-04-14T10:00", Availability.Away, "2026-04-14T17:00")]
    [InlineData(true, "2026-04-14T10:00", Availability.Here, null)]
    [InlineData(true, "2026-04-14T20:00", Availability.Here, null)]
    [InlineData(false, "2026-04-14T06:00", Availability.OffDuty, "2026-04-14T07:30")]
    [InlineData(false, "2026-04-14T20:00", Availability.OffDuty, "2026-04-15T07:30")]
    [InlineData(false, "2026-04-17T20:00", Availability.OffDuty, "2026-04-20T07:30")]
    [InlineData(true, "2026-04-22T10:00", Availability.OnLeave, "2026-04-27T07:30")]
    public void Where_someone_stands_goes_by_leave_then_presence_then_hours(
        bool here,
        string at,
        Availability availability,
        string? until
    )
    {
        Instant Moment(string text) =>
            NodaTime
                .Text.LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm")
                .Parse(text)
                .Value.InZoneLeniently(Yard.Hours.Zone)
                .ToInstant();
        Leave[] leaves =
        [
            new(Ines.Id, new LocalDate(2026, 4, 22), new LocalDate(2026, 4, 22), Kit.Id, ""),
            new(Ines.Id, new LocalDate(2026, 4, 23), new LocalDate(2026, 4, 24), null, ""),
        ];
        var standing = Standing.Of(here, Moment(at), Yard.Hours, leaves);
        standing.Availability.ShouldBe(availability);
        if (until is null)
            standing.Until.ShouldBeNull();
        else
            standing.Until.ShouldBe(
                availability is Availability.Away
                    ? Yard.Hours.ClosingOf(new LocalDate(2026, 4, 14))
                    : Yard.Hours.OpeningOf(Yard.Hours.DateOf(Moment(until)))
            );
    }
}
