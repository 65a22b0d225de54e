using NodaTime;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations.Meetings;

public class MeetingTests
{
    private static readonly Instant Now = Yard.At("2026-04-14T08:40");
    private static readonly PersonId Odalys = Yard.Named("Odalys").Id;
    private static readonly PersonId Ines = Yard.Named("Ines").Id;
    private static readonly PersonId Tobiah = Yard.Named("Tobiah").Id;

    private static Meeting Set(string from = "2026-04-16T14:00", int minutes = 60) =>
        new(
            "Keel inspection",
            Yard.At(from),
            Yard.At(from) + Duration.FromMinutes(minutes),
            "Shed one",
            false,
            Odalys,
            0,
            false,
            [new(Odalys, Attendance.Coming, Now), new(Ines), new(Tobiah)]
        );

    private static string Name(PersonId id) => id == Odalys ? "you" : Yard.Staff.First(p => p.Id == id).FirstName;

    [Fact]
    public void What_cannot_take_place_is_said_in_a_sentence()
    {
        Set().Wrong(Now).ShouldBeNull();
        (Set() with { Title = " " }).Wrong(Now).ShouldBe("Give the meeting a title.");
        Set(minutes: 0).Wrong(Now).ShouldBe("It ends before it starts. Choose a later end.");
        Set(minutes: 721).Wrong(Now).ShouldBe("A meeting takes at most 12 hours. Make it shorter, or make several.");
        Set("2026-04-14T07:00").Wrong(Now).ShouldBe("That time is past. Choose a later one.");
        (Set() with { Invitees = [new(Odalys)] }).Wrong(Now).ShouldBe("Choose who else takes part.");
        (Set() with { Where = "" }).Wrong(Now).ShouldBe("Say where it is, or make it a call.");
        (Set() with { Where = "", Call = true }).Wrong(Now).ShouldBeNull();
    }

    [Theory]
    [InlineData("2026-04-16T13:59", MeetingState.Planned)]
    [InlineData("2026-04-16T14:00", MeetingState.GoingOn)]
    [InlineData("2026-04-16T14:59", MeetingState.GoingOn)]
    [InlineData("2026-04-16T15:00", MeetingState.Over)]
    public void How_far_it_has_got_is_computed_from_its_times(string at, MeetingState state)
    {
        Set().At(Yard.At(at)).ShouldBe(state);
        Set().Off().At(Yard.At(at)).ShouldBe(MeetingState.CalledOff);
    }

    [Fact]
    public void Only_who_is_invited_answers_and_only_while_it_is_ahead()
    {
        Set().Refuses(Ines, Now).ShouldBeNull();
        Set().Refuses(Yard.Named("Kit").Id, Now).ShouldBe("You are not invited to this meeting.");
        Set().Refuses(Odalys, Now).ShouldBe("It is your meeting. Move or cancel it instead.");
        Set().Refuses(Ines, Yard.At("2026-04-16T15:00")).ShouldBe("The meeting is over; no answer is needed.");
        Set().Off().Refuses(Ines, Now).ShouldBe("The meeting was cancelled; no answer is needed.");
    }

    [Fact]
    public void Who_invites_and_a_manager_move_it_and_call_it_off_while_it_is_ahead()
    {
        string? Refuses(string who, string at = "2026-04-14T08:40", bool off = false) =>
            (off ? Set().Off() : Set()).RefusesSetting(
                Yard.Named(who),
                Yard.At(at),
                p => Yard.Staff.First(s => s.Id == p).FirstName
            );
        Refuses("Odalys").ShouldBeNull();
        Refuses("Tobiah").ShouldBeNull("a manager");
        Refuses("Ines").ShouldBe("It is Odalys’s meeting. Ask them, or somebody whose role allows it.");
        Refuses("Odalys", off: true).ShouldBe("The meeting has been cancelled already.");
        Refuses("Odalys", "2026-04-16T15:00").ShouldBe("The meeting is over.");
    }

    [Fact]
    public void Who_comes_is_told_in_a_line()
    {
        Set().Line(Name).ShouldBe("You are coming; Ines and Tobiah have not answered.");
        Set()
            .Answered(new(Ines, Attendance.NotComing, Now, "at the lift"))
            .Answered(new(Tobiah, Attendance.Perhaps, Now))
            .Line(Name)
            .ShouldBe("You are coming; Tobiah may come; Ines cannot come.");
    }

    [Fact]
    public void A_meeting_that_is_moved_asks_everybody_again_but_who_invites()
    {
        var moved = Set()
            .Answered(new(Ines, Attendance.NotComing, Now, "at the lift", Yard.At("2026-04-17T09:00")))
            .Moved(Yard.At("2026-04-17T09:00"), Yard.At("2026-04-17T10:00"));
        moved.Sequence.ShouldBe(1);
        moved
            .Invitees.Select(i => i.Answer)
            .ShouldBe([Attendance.Coming, Attendance.Unanswered, Attendance.Unanswered]);
        moved.Invitees[1].Words.ShouldBe("");
        moved.Off().Sequence.ShouldBe(2);
    }
}
