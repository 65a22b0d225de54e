using NodaTime;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Formats.Conversations;

namespace Wrenlet.Formats.Tests.Conversations;

public class MeetingCalendarTests
{
    private static readonly DateTimeZone Lisbon = DateTimeZoneProviders.Tzdb["Europe/Lisbon"];
    private static readonly Instant Now = Instant.FromUtc(2026, 4, 14, 7, 40);

    private static CalendarMeeting Meeting(bool off = false) =>
        new(
            "0190f5a0-0000-7000-8000-000000000001",
            2,
            "Keel, inspection; all",
            "Look at the bolts\nand the keel",
            Instant.FromUtc(2026, 4, 16, 13, 0),
            Instant.FromUtc(2026, 4, 16, 14, 0),
            "Shed one",
            "http://yard.example/calls/1",
            ("Odalys Brandt, Saltmarsh Quay", "yard@quay.example"),
            [
                new("Benedikta Thorne", "benedikta@post.example", Attendance.Unanswered),
                new("Yusra Petrov", "yusra@post.example", Attendance.Perhaps),
            ],
            off,
            Instant.FromUtc(2026, 4, 14, 7, 0)
        );

    private static string Reply(string method, string lines) =>
        $"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Somebody//EN\r\nMETHOD:{method}\r\nBEGIN:VEVENT\r\n"
        + $"UID:0190f5a0-0000-7000-8000-000000000001\r\nDTSTAMP:20260414T080000Z\r\n{lines}END:VEVENT\r\n"
        + $"END:VCALENDAR\r\n";

    [Fact]
    public void What_is_written_is_read_back()
    {
        var read = MeetingCalendar
            .Read(MeetingCalendar.Write(Meeting(), MeetingMethod.Request, Lisbon, Now), Lisbon)
            .ShouldHaveSingleItem();
        (read with { Attendees = [] }).ShouldBe(Meeting() with { Attendees = [] });
        read.Attendees.ShouldBe(Meeting().Attendees);
        MeetingCalendar
            .Read(MeetingCalendar.Write(Meeting(off: true), MeetingMethod.Cancel, Lisbon, Now), Lisbon)[0]
            .CalledOff.ShouldBeTrue();
    }

    [Fact]
    public void An_invitation_has_what_the_standard_wants_of_it()
    {
        var text = MeetingCalendar
            .Write(Meeting(), MeetingMethod.Request, Lisbon, Now)
            .ReplaceLineEndings("\n")
            .Replace("\n ", "", StringComparison.Ordinal);
        foreach (
            var line in new[]
            {
                "METHOD:REQUEST",
                "SEQUENCE:2",
                "DTSTART;TZID=Europe/Lisbon:20260416T140000",
                "mailto:yard@quay.example",
                "PARTSTAT=NEEDS-ACTION",
                "RSVP=TRUE",
                "LOCATION:Shed one",
                "STATUS:CONFIRMED",
                "BEGIN:VTIMEZONE",
            }
        )
            text.ShouldContain(line);
        MeetingCalendar.Write(Meeting(off: true), MeetingMethod.Cancel, Lisbon, Now).ShouldContain("METHOD:CANCEL");
    }

    [Theory]
    [InlineData("ACCEPTED", Attendance.Coming)]
    [InlineData("DECLINED", Attendance.NotComing)]
    [InlineData("TENTATIVE", Attendance.Perhaps)]
    [InlineData("DELEGATED", Attendance.Unanswered)]
    public void A_reply_says_who_comes(string status, Attendance answer)
    {
        var reply = MeetingCalendar.ReadReply(
            Reply(
                "REPLY",
                $"SEQUENCE:2\r\nATTENDEE;PARTSTAT={status}:MAILTO:benedikta@post.example\r\nCOMMENT:Gladly\r\n"
            ),
            Lisbon
        );
        reply.ShouldBe(
            new CalendarReply(
                "0190f5a0-0000-7000-8000-000000000001",
                2,
                "benedikta@post.example",
                answer,
                "Gladly",
                null
            )
        );
    }

    [Fact]
    public void A_counter_proposes_another_time()
    {
        var reply = MeetingCalendar.ReadReply(
            Reply(
                "COUNTER",
                "DTSTART;TZID=Europe/Lisbon:20260417T090000\r\nDTEND;TZID=Europe/Lisbon:20260417T100000\r\n"
                    + "ATTENDEE;PARTSTAT=DECLINED:mailto:benedikta@post.example\r\n"
            ),
            Lisbon
        );
        reply!.Proposes.ShouldBe(Instant.FromUtc(2026, 4, 17, 8, 0));
    }

    [Theory]
    [InlineData("no calendar at all")]
    [InlineData("BEGIN:VCALENDAR\r\nMETHOD:REPLY\r\nEND:VCALENDAR\r\n")]
    public void What_answers_nothing_is_no_reply(string text) => MeetingCalendar.ReadReply(text, Lisbon).ShouldBeNull();

    [Fact]
    public void An_invitation_by_others_and_a_reply_that_names_nobody_are_no_replies()
    {
        MeetingCalendar.ReadReply(Reply("REQUEST", "ATTENDEE:mailto:yard@quay.example\r\n"), Lisbon).ShouldBeNull();
        MeetingCalendar.ReadReply(Reply("REPLY", ""), Lisbon).ShouldBeNull();
    }
}
