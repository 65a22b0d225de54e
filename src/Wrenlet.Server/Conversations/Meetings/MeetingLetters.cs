using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Formats.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations.Meetings;

/// <summary>Meetings as they leave: in plain words beneath a message, and as a calendar that goes with it.</summary>
internal static class MeetingLetters
{
    /// <summary>When and where a meeting is, and how to say whether one comes.</summary>
    /// <param name="at">When it is written.</param>
    /// <param name="page">Address of the party's page.</param>
    public static string Words(MeetingLetter letter, Roster roster, Instant at, string page)
    {
        var meeting = letter.Meeting.Meeting;
        if (letter.Cancels)
            return $"{meeting.Title}: cancelled.";
        var lines = new List<string>
        {
            meeting.Title,
            $"When: {MeetingViews.When(letter.From, letter.Until, roster, at)} ({roster.Firm!.Calendar.Zone.Id})",
        };
        if (meeting.Where.Length > 0)
            lines.Add($"Where: {meeting.Where}");
        if (meeting.Call)
            lines.Add($"By telephone or video: {CallAddress.Of(page, letter.Meeting.Id)}");
        lines.Add($"With: {Names.List(meeting.Invitees.Select(i => roster.NameOf(i.Whom)))}");
        lines.Add($"Please tell us whether you will come: answer from your calendar, or on your page: {page}");
        return string.Join("\n", lines);
    }

    /// <summary>
    /// The calendar of a letter, with its method. Of ours it names who invites and nobody's own address.
    /// </summary>
    /// <param name="agenda">What the meeting is about.</param>
    /// <param name="at">When it is written.</param>
    /// <param name="page">Address of this server.</param>
    public static (string Method, string Text) Calendar(
        MeetingLetter letter,
        string agenda,
        Roster roster,
        Instant at,
        string page
    )
    {
        var kept = letter.Meeting with
        {
            Meeting = letter.Meeting.Meeting with
            {
                From = letter.From,
                Until = letter.Until,
                Sequence = letter.Sequence,
                CalledOff = letter.Cancels,
            },
        };
        var meeting = Of(kept, letter.Cancels ? "" : agenda, roster, page, i => roster.Find(i) is { IsStaff: false });
        return (
            letter.Cancels ? "CANCEL" : "REQUEST",
            MeetingCalendar.Write(
                meeting,
                letter.Cancels ? MeetingMethod.Cancel : MeetingMethod.Request,
                roster.Firm!.Calendar.Zone,
                at
            )
        );
    }

    /// <summary>A meeting as a calendar carries it.</summary>
    /// <param name="agenda">What it is about; empty for nothing.</param>
    /// <param name="page">Address of this server.</param>
    /// <param name="named">Who of those who take part is named in it.</param>
    public static CalendarMeeting Of(
        KeptMeeting kept,
        string agenda,
        Roster roster,
        string page,
        Func<PersonId, bool> named
    )
    {
        var meeting = kept.Meeting;
        return new(
            kept.Id.Value.ToString(),
            meeting.Sequence,
            meeting.Title,
            agenda,
            meeting.From,
            meeting.Until,
            meeting.Where,
            meeting.Call ? CallAddress.Of(page, kept.Id) : null,
            ($"{roster.NameOf(meeting.By)}, {roster.Firm!.Name}", roster.Firm.Address),
            [
                .. meeting
                    .Invitees.Where(i => named(i.Whom))
                    .Select(i => (i.Answer, Profile: roster.Profiles.GetValueOrDefault(i.Whom)))
                    .Where(i => i.Profile?.Address is not null)
                    .Select(i => new CalendarAttendee(i.Profile!.Person.Name, i.Profile.Address!, i.Answer)),
            ],
            meeting.CalledOff,
            kept.At
        );
    }
}

/// <summary>Invitations, which are answered by a calendar or in words.</summary>
internal sealed class AnsweredInvitations : IAnsweredInWords
{
    public string? HowToAnswer(SqlSession session, Entry entry, Roster roster, string page) =>
        MeetingStore.Letter(session, entry.Key) is { } letter
            ? MeetingLetters.Words(letter, roster, entry.At, page)
            : null;
}
