using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations.Meetings;

/// <summary>One who takes part in a meeting.</summary>
/// <param name="Answer">unanswered, coming, perhaps or not-coming.</param>
/// <param name="Words">What they said with it; empty for nothing, and where the viewer is not to know.</param>
/// <param name="Proposes">When it would suit them instead, in words; null where they propose nothing.</param>
/// <param name="ProposesAt">The same as a moment.</param>
public sealed record InviteeView(
    PersonView Whom,
    string Answer,
    DateTimeOffset? At,
    string Words,
    string? Proposes,
    DateTimeOffset? ProposesAt
);

/// <summary>A meeting as one who sees it sees it.</summary>
/// <param name="Entry">The entry that invites to it.</param>
/// <param name="When">Its time in words: "Thu 16 Apr 14:00 to 15:00".</param>
/// <param name="Call">Whether one can take part by telephone and video.</param>
/// <param name="State">planned, going-on, over or called-off.</param>
/// <param name="Line">Who comes and who does not, in a line.</param>
/// <param name="Mine">The viewer's answer; null where they are not invited.</param>
/// <param name="MayAnswer">Whether the viewer can answer now.</param>
/// <param name="MaySet">Whether the viewer can move it and call it off.</param>
/// <param name="Transcribed">When the call's transcript came in; null while none has, and for a party.</param>
public sealed record MeetingView(
    Guid Id,
    Guid Entry,
    Guid Conversation,
    string Title,
    DateTimeOffset From,
    DateTimeOffset Until,
    string When,
    string Where,
    bool Call,
    string State,
    PersonView By,
    IReadOnlyList<InviteeView> Invitees,
    string Line,
    string? Mine,
    bool MayAnswer,
    bool MaySet,
    DateTimeOffset? Transcribed
);

/// <summary>A meeting in a list, with where it was set.</summary>
/// <param name="Place">Where: a docket with its name, or who takes part.</param>
/// <param name="Path">Where it is in the application.</param>
public sealed record MeetingItem(MeetingView Meeting, string Place, string? Docket, string Path);

internal static class MeetingViews
{
    /// <summary>A meeting as a viewer sees it, who sees the entry that invites to it.</summary>
    public static MeetingView Of(KeptMeeting kept, Person viewer, Roster roster, Instant now)
    {
        var meeting = kept.Meeting;
        var state = meeting.At(now);
        var mine = meeting.Invitees.FirstOrDefault(i => i.Whom == viewer.Id);
        return new(
            kept.Id.Value,
            kept.Entry.Value,
            kept.Conversation.Value,
            meeting.Title,
            meeting.From.ToDateTimeOffset(),
            meeting.Until.ToDateTimeOffset(),
            When(meeting.From, meeting.Until, roster, now),
            meeting.Where,
            meeting.Call,
            state switch
            {
                MeetingState.Planned => "planned",
                MeetingState.GoingOn => "going-on",
                MeetingState.Over => "over",
                _ => "called-off",
            },
            View(meeting.By, roster),
            [.. meeting.Invitees.Select(i => Invitee(i, viewer.IsStaff || i.Whom == viewer.Id, roster, now))],
            meeting.Line(p => p == viewer.Id ? "you" : roster.Find(p)?.FirstName ?? "someone"),
            mine is null ? null : StoredWords.Attendances.Of(mine.Answer),
            meeting.Refuses(viewer.Id, now) is null,
            kept.Transcribed is null && meeting.RefusesSetting(viewer, now, _ => "") is null,
            viewer.IsStaff ? kept.Transcribed?.ToDateTimeOffset() : null
        );
    }

    /// <summary>
    /// Meetings in a list, with where they were set; those that the viewer does not see are left out.
    /// </summary>
    public static IReadOnlyList<MeetingItem> Items(
        SqlSession session,
        IEnumerable<KeptMeeting> meetings,
        Person viewer,
        Roster roster,
        Instant now
    )
    {
        var items = new List<MeetingItem>();
        foreach (var meeting in meetings)
        {
            if (SeenTalk.Entry(session, meeting.Entry, viewer) is not var (entry, conversation))
                continue;
            items.Add(
                new(
                    Of(meeting, viewer, roster, now),
                    EntryWords.PlaceOf(conversation, roster),
                    conversation.Docket?.Ref.ToString(),
                    EntryWords.PathOf(conversation, entry.Id)
                )
            );
        }

        return items;
    }

    /// <summary>"today 14:00 to 15:00", "Thu 16 Apr 22:00 to Fri 17 Apr 01:00".</summary>
    public static string When(Instant from, Instant until, Roster roster, Instant now)
    {
        var calendar = roster.Firm!.Calendar;
        var (begins, ends) = (from.InZone(calendar.Zone).LocalDateTime, until.InZone(calendar.Zone).LocalDateTime);
        var today = calendar.DateOf(now);
        return $"{DateWords.Moment(begins, today)} to "
            + $"{(ends.Date == begins.Date ? DateWords.Time(ends.TimeOfDay) : DateWords.Moment(ends, today))}";
    }

    private static InviteeView Invitee(Invitee invitee, bool inFull, Roster roster, Instant now)
    {
        var calendar = roster.Firm!.Calendar;
        var proposes =
            inFull && invitee.Proposes is { } p
                ? DateWords.Moment(p.InZone(calendar.Zone).LocalDateTime, calendar.DateOf(now))
                : null;
        return new(
            View(invitee.Whom, roster),
            StoredWords.Attendances.Of(invitee.Answer),
            invitee.At?.ToDateTimeOffset(),
            inFull ? invitee.Words : "",
            proposes,
            inFull ? invitee.Proposes?.ToDateTimeOffset() : null
        );
    }

    private static PersonView View(PersonId person, Roster roster) =>
        roster.Find(person) is { } known ? PersonView.Of(known) : PersonView.Stranger("someone");
}
