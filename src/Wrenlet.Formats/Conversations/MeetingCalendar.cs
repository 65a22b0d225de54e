using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using NodaTime;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Formats.Calendars;

namespace Wrenlet.Formats.Conversations;

/// <summary>One who takes part in a meeting, as a calendar names them.</summary>
public sealed record CalendarAttendee(string Name, string Address, Attendance Answer);

/// <summary>A meeting as a calendar carries it (RFC 5545, VEVENT).</summary>
/// <param name="Uid">Its identity: the same in every calendar.</param>
/// <param name="Sequence">0 as it was first set, one more for each time it was moved or called off.</param>
/// <param name="Agenda">What it is about; empty for nothing.</param>
/// <param name="Where">The place; empty for none.</param>
/// <param name="Url">Where one takes part by call; null where one cannot.</param>
/// <param name="Organiser">Name and address of who invites.</param>
public sealed record CalendarMeeting(
    string Uid,
    int Sequence,
    string Title,
    string Agenda,
    Instant From,
    Instant Until,
    string Where,
    string? Url,
    (string Name, string Address) Organiser,
    IReadOnlyList<CalendarAttendee> Attendees,
    bool CalledOff,
    Instant Made
);

/// <summary>What a calendar is sent for (RFC 5546, 1.4).</summary>
public enum MeetingMethod
{
    /// <summary>Invites, or says that it was moved (REQUEST).</summary>
    Request,

    /// <summary>Says that it does not take place (CANCEL).</summary>
    Cancel,
}

/// <summary>What an invited person's calendar answers (RFC 5546, REPLY and COUNTER).</summary>
/// <param name="Uid">The meeting.</param>
/// <param name="Sequence">The version of it that is answered.</param>
/// <param name="Address">Who answers.</param>
/// <param name="Words">What they say with it; empty for nothing.</param>
/// <param name="Proposes">When it would suit them instead; null where they propose nothing.</param>
public sealed record CalendarReply(
    string Uid,
    int Sequence,
    string Address,
    Attendance Answer,
    string Words,
    Instant? Proposes
);

/// <summary>Writes meetings as iCalendar files, and reads what comes back.</summary>
public static class MeetingCalendar
{
    private const string Mailto = "mailto:";

    /// <summary>An invitation, a move or a calling off, as it goes with a mail (RFC 6047).</summary>
    /// <param name="meeting">The meeting.</param>
    /// <param name="method">What it is sent for.</param>
    /// <param name="zone">The firm's zone, in which its times are written.</param>
    /// <param name="now">When it is written.</param>
    public static string Write(CalendarMeeting meeting, MeetingMethod method, DateTimeZone zone, Instant now)
    {
        ArgumentNullException.ThrowIfNull(zone);
        var calendar = new Calendar
        {
            ProductId = "-//Wrenlet//Meetings//EN",
            Method = method is MeetingMethod.Cancel ? CalendarMethods.Cancel : CalendarMethods.Request,
        };
        calendar.AddTimeZone(VTimeZone.FromDateTimeZone(zone.Id, now.ToDateTimeUtc().AddYears(-1), false));
        calendar.Events.Add(Component(meeting, zone, now));
        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }

    /// <summary>
    /// What a calendar that came with a mail answers; null when it answers nothing, or cannot be read.
    /// </summary>
    /// <param name="text">The calendar.</param>
    /// <param name="zone">The zone of times that name none.</param>
    public static CalendarReply? ReadReply(string text, DateTimeZone zone)
    {
        ArgumentNullException.ThrowIfNull(text);
        ArgumentNullException.ThrowIfNull(zone);
        var (calendar, _) = CalendarFile.Load(text);
        if (
            calendar?.Method?.ToUpperInvariant() is not ("REPLY" or "COUNTER")
            || calendar.Events.FirstOrDefault() is not { Uid: { Length: > 0 } uid } answered
        )
            return null;
        // A reply names the one who answers, and nobody else (RFC 5546, 3.2.3).
        if (answered.Attendees.FirstOrDefault() is not { } attendee || AddressOf(attendee.Value) is not { } address)
            return null;
        var counter = calendar.Method.Equals("COUNTER", StringComparison.OrdinalIgnoreCase);
        var words = (answered.Comments.FirstOrDefault() ?? "").ReplaceLineEndings("\n").Trim();
        return new(
            uid,
            answered.Sequence,
            address,
            AnswerOf(attendee.ParticipationStatus),
            words.Length > 500 ? words[..500] : words,
            counter ? CalendarFile.Moment(answered.Start, zone, endOfDay: false) : null
        );
    }

    /// <summary>The meetings of a calendar.</summary>
    /// <param name="text">The file.</param>
    /// <param name="zone">The zone of times that name none.</param>
    public static IReadOnlyList<CalendarMeeting> Read(string text, DateTimeZone zone)
    {
        ArgumentNullException.ThrowIfNull(text);
        ArgumentNullException.ThrowIfNull(zone);
        return CalendarFile.Load(text).Calendar is not { } calendar
            ? []
            :
            [
                .. calendar
                    .Events.Where(e => e is { Uid: not null, Start: not null, End: not null })
                    .Select(e => new CalendarMeeting(
                        e.Uid!,
                        e.Sequence,
                        e.Summary ?? "",
                        e.Description?.ReplaceLineEndings("\n") ?? "",
                        CalendarFile.Moment(e.Start, zone, false)!.Value,
                        CalendarFile.Moment(e.End, zone, false)!.Value,
                        e.Location ?? "",
                        e.Url?.ToString(),
                        (e.Organizer?.CommonName ?? "", AddressOf(e.Organizer?.Value) ?? ""),
                        [
                            .. e.Attendees.Select(a => new CalendarAttendee(
                                a.CommonName ?? "",
                                AddressOf(a.Value) ?? "",
                                AnswerOf(a.ParticipationStatus)
                            )),
                        ],
                        e.Status == EventStatus.Cancelled,
                        e.Created is { } made ? Instant.FromDateTimeUtc(made.AsUtc) : Instant.MinValue
                    )),
            ];
    }

    internal static CalendarEvent Component(CalendarMeeting meeting, DateTimeZone zone, Instant now)
    {
        var component = new CalendarEvent
        {
            Uid = meeting.Uid,
            Sequence = meeting.Sequence,
            Summary = meeting.Title,
            Description = meeting.Agenda.Length > 0 ? meeting.Agenda : null,
            Start = CalendarFile.Local(meeting.From, zone),
            End = CalendarFile.Local(meeting.Until, zone),
            Location = meeting.Where.Length > 0 ? meeting.Where : null,
            Status = meeting.CalledOff ? EventStatus.Cancelled : EventStatus.Confirmed,
            Organizer = new Organizer(Mailto + meeting.Organiser.Address) { CommonName = meeting.Organiser.Name },
            DtStamp = CalendarFile.Utc(now),
            Created = CalendarFile.Utc(meeting.Made),
        };
        if (meeting.Url is { } url)
            component.Url = new Uri(url);
        foreach (var attendee in meeting.Attendees)
            component.Attendees.Add(
                new Attendee(Mailto + attendee.Address)
                {
                    CommonName = attendee.Name,
                    Rsvp = attendee.Answer is Attendance.Unanswered,
                    ParticipationStatus = StatusOf(attendee.Answer),
                    Role = ParticipationRole.RequiredParticipant,
                }
            );
        return component;
    }

    private static string StatusOf(Attendance answer) =>
        answer switch
        {
            Attendance.Coming => EventParticipationStatus.Accepted,
            Attendance.Perhaps => EventParticipationStatus.Tentative,
            Attendance.NotComing => EventParticipationStatus.Declined,
            _ => EventParticipationStatus.NeedsAction,
        };

    private static Attendance AnswerOf(string? status) =>
        status?.ToUpperInvariant() switch
        {
            "ACCEPTED" => Attendance.Coming,
            "TENTATIVE" => Attendance.Perhaps,
            "DECLINED" => Attendance.NotComing,
            _ => Attendance.Unanswered,
        };

    private static string? AddressOf(Uri? address) =>
        address?.OriginalString is { } text && text.StartsWith(Mailto, StringComparison.OrdinalIgnoreCase)
            ? Uri.UnescapeDataString(text[Mailto.Length..])
            : null;
}
