using NodaTime;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Storage.Tests.Conversations;

public sealed class MeetingStoreTests : Shelf
{
    private KeptMeeting Set(int inHours, int minutes = 30, params PersonId[] invited)
    {
        var id = new MeetingId(Guid.CreateVersion7());
        var from = Now + Duration.FromHours(inHours);
        var meeting = new Meeting(
            "Keel",
            from,
            from + Duration.FromMinutes(minutes),
            "Shed two",
            true,
            Odalys,
            0,
            false,
            [.. (invited.Length > 0 ? invited : [Ines]).Select(p => new Invitee(p))]
        );
        MeetingStore.Add(S, id, Say("Come and look", Odalys), meeting, Now);
        return MeetingStore.Find(S, id)!;
    }

    [Fact]
    public void A_meeting_is_kept_with_who_is_invited()
    {
        var kept = Set(2, 45, Ines, Benedikta);
        (kept.Meeting.Title, kept.Meeting.Where, kept.Meeting.Call, kept.Meeting.By).ShouldBe(
            ("Keel", "Shed two", true, Odalys)
        );
        (kept.Meeting.Until - kept.Meeting.From).ShouldBe(Duration.FromMinutes(45));
        kept.Meeting.Invitees.Select(i => i.Whom).ShouldBe([Ines, Benedikta]);
        kept.Meeting.Invitees.ShouldAllBe(i => i.Answer == Attendance.Unanswered);
        MeetingStore.Find(S, new MeetingId(Guid.CreateVersion7())).ShouldBeNull();
    }

    [Fact]
    public void A_meeting_that_is_moved_or_called_off_stands_as_it_is_now()
    {
        var kept = Set(2);
        var moved = kept.Meeting with
        {
            From = Now + Duration.FromHours(5),
            Until = Now + Duration.FromHours(6),
            Sequence = 1,
        };
        MeetingStore.Set(S, kept, moved);
        MeetingStore.Find(S, kept.Id)!.Meeting.From.ShouldBe(moved.From);
        MeetingStore.Find(S, kept.Id)!.Meeting.Sequence.ShouldBe(1);
        MeetingStore.Set(S, kept, moved with { CalledOff = true });
        MeetingStore.Of(S, Ines, Now, Now + Duration.FromDays(1)).ShouldBeEmpty();
    }

    [Fact]
    public void Somebodys_meetings_are_those_that_touch_the_time()
    {
        var long_ = Set(-1, 120);
        var later = Set(3);
        Set(2, 30, Benedikta);
        Set(30);
        MeetingStore.Of(S, Ines, Now, Now + Duration.FromHours(10)).Select(m => m.Id).ShouldBe([long_.Id, later.Id]);
        MeetingStore.Of(S, Ines, Now + Duration.FromHours(2), Now + Duration.FromHours(3)).ShouldBeEmpty();
    }

    [Fact]
    public void Of_what_begins_soon_each_is_reminded_once_and_again_when_it_is_moved()
    {
        var kept = Set(1);
        List<MeetingId> Soon() => [.. MeetingStore.Soon(S, Now, Now + Duration.FromHours(2)).Select(m => m.Id)];
        Soon().ShouldBe([kept.Id]);
        MeetingStore.Reminded(S, kept).ShouldBeTrue();
        MeetingStore.Reminded(S, kept).ShouldBeFalse();
        Soon().ShouldBeEmpty();
        var moved = kept.Meeting with { From = kept.Meeting.From + Duration.FromMinutes(15) };
        MeetingStore.Set(S, kept, moved);
        Soon().ShouldBe([kept.Id]);
    }

    [Fact]
    public void The_meetings_of_a_docket_and_of_entries_are_found()
    {
        var (one, two) = (Set(1), Set(5));
        MeetingStore.OfDocket(S, Refit, 10).Select(m => m.Id).ShouldBe([two.Id, one.Id]);
        MeetingStore.OfDocket(S, Refit, 1).Select(m => m.Id).ShouldBe([two.Id]);
        MeetingStore.OfEntries(S, [one.EntryKey]).Keys.ShouldBe([one.Entry]);
    }

    [Fact]
    public void A_transcript_is_said_to_have_come()
    {
        var kept = Set(1);
        kept.Transcribed.ShouldBeNull();
        MeetingStore.Transcribed(S, kept, Now);
        MeetingStore.Find(S, kept.Id)!.Transcribed.ShouldBe(Now);
    }
}
