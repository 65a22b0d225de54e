using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations.Meetings;

/// <summary>Identity of a meeting (UUIDv7), and its UID in every calendar.</summary>
public readonly record struct MeetingId(Guid Value);

/// <summary>Whether somebody comes (RFC 5545, 3.2.12, PARTSTAT).</summary>
public enum Attendance
{
    /// <summary>Has not said (NEEDS-ACTION).</summary>
    Unanswered,

    /// <summary>Comes (ACCEPTED).</summary>
    Coming,

    /// <summary>May come (TENTATIVE).</summary>
    Perhaps,

    /// <summary>Does not come (DECLINED).</summary>
    NotComing,
}

/// <summary>How far a meeting has got.</summary>
public enum MeetingState
{
    /// <summary>It is to come.</summary>
    Planned,

    /// <summary>It is going on.</summary>
    GoingOn,

    /// <summary>Its time is over.</summary>
    Over,

    /// <summary>It does not take place.</summary>
    CalledOff,
}

/// <summary>One who is invited, or who invites.</summary>
/// <param name="Whom">The person.</param>
/// <param name="Answer">Whether they come; who invites does.</param>
/// <param name="At">When they answered; null while they have not.</param>
/// <param name="Words">What they said with it; empty for nothing.</param>
/// <param name="Proposes">When it would suit them instead; null where they propose nothing.</param>
public sealed record Invitee(
    PersonId Whom,
    Attendance Answer = Attendance.Unanswered,
    Instant? At = null,
    string Words = "",
    Instant? Proposes = null
);

/// <summary>A meeting of people at a time.</summary>
/// <param name="Title">What it is called.</param>
/// <param name="From">When it begins.</param>
/// <param name="Until">When it ends; later than it begins.</param>
/// <param name="Where">The place, in words; empty where there is none.</param>
/// <param name="Call">Whether one can take part by telephone and video.</param>
/// <param name="By">Who invites.</param>
/// <param name="Sequence">0 as it was first set, one more each time it was moved or called off (RFC 5545,
/// 3.8.7.4).</param>
/// <param name="CalledOff">Whether it does not take place.</param>
/// <param name="Invitees">All who take part, who invites first.</param>
public sealed record Meeting(
    string Title,
    Instant From,
    Instant Until,
    string Where,
    bool Call,
    PersonId By,
    int Sequence,
    bool CalledOff,
    ImmutableArray<Invitee> Invitees
)
{
    /// <summary>The longest meeting.</summary>
    public static readonly Duration Longest = Duration.FromHours(12);

    /// <summary>How far it has got.</summary>
    public MeetingState At(Instant now) =>
        CalledOff ? MeetingState.CalledOff
        : now < From ? MeetingState.Planned
        : now < Until ? MeetingState.GoingOn
        : MeetingState.Over;

    /// <summary>What is wrong with it at the moment it is set, in a sentence; null when it can take place.</summary>
    public string? Wrong(Instant now)
    {
        if (string.IsNullOrWhiteSpace(Title))
            return Texts.GiveTheMeetingTitle;
        if (Until <= From)
            return Texts.ItEndsBeforeStarts;
        if (Until - From > Longest)
            return Texts.MeetingTakesMostHours(Longest.TotalHours);
        if (Until <= now)
            return Texts.ThatTimePastChoose;
        if (Invitees.Length < 2)
            return Texts.ChooseWhoElseTakes;
        return Where.Length == 0 && !Call ? Texts.SayWhereMakeCall : null;
    }

    /// <summary>Why somebody cannot answer; null when they can.</summary>
    public string? Refuses(PersonId by, Instant now)
    {
        if (Invitees.All(i => i.Whom != by))
            return Texts.YouNotInvitedMeeting;
        if (by == By)
            return Texts.ItYourMeetingMove;
        return At(now) switch
        {
            MeetingState.CalledOff => Texts.TheMeetingCancelledNo,
            MeetingState.Over => Texts.TheMeetingOverNo,
            _ => null,
        };
    }

    /// <summary>Whether somebody can move it and call it off: who invites, and whoever may read across people.</summary>
    public bool MaySet(Person by)
    {
        ArgumentNullException.ThrowIfNull(by);
        return by.IsStaff && (by.Id == By || by.May(Right.ReadAcross));
    }

    /// <summary>Why somebody cannot move it or call it off; null when they can.</summary>
    /// <param name="by">Who wants to.</param>
    /// <param name="now">When.</param>
    /// <param name="name">What somebody is called.</param>
    public string? RefusesSetting(Person by, Instant now, Func<PersonId, string> name)
    {
        ArgumentNullException.ThrowIfNull(name);
        if (!MaySet(by))
            return Texts.ItMeetingAskThem(name(By));
        return At(now) switch
        {
            MeetingState.CalledOff => Texts.TheMeetingHasBeen,
            MeetingState.Over => Texts.TheMeetingIsOver,
            _ => null,
        };
    }

    /// <summary>The meeting once somebody has answered.</summary>
    public Meeting Answered(Invitee answer)
    {
        ArgumentNullException.ThrowIfNull(answer);
        return this with { Invitees = [.. Invitees.Select(i => i.Whom == answer.Whom ? answer : i)] };
    }

    /// <summary>
    /// The meeting at another time: whoever had answered is asked again, but for who invites (RFC 5546, 3.2.2.1).
    /// </summary>
    public Meeting Moved(Instant from, Instant until) =>
        this with
        {
            From = from,
            Until = until,
            Sequence = Sequence + 1,
            Invitees = [.. Invitees.Select(i => i.Whom == By ? i : new Invitee(i.Whom))],
        };

    /// <summary>The meeting once it does not take place.</summary>
    public Meeting Off() => this with { CalledOff = true, Sequence = Sequence + 1 };

    /// <summary>Who comes and who does not, in a line.</summary>
    /// <param name="name">What somebody is called.</param>
    public string Line(Func<PersonId, string> name)
    {
        var parts = new List<string>();
        void Add(Attendance answer, string one, string several)
        {
            var names = Invitees.Where(i => i.Answer == answer).Select(i => name(i.Whom)).ToList();
            if (names.Count > 0)
                parts.Add($"{Names.List(names)} {(names.Count == 1 && names[0] != "you" ? one : several)}");
        }

        Add(Attendance.Coming, Texts.IsComing, Texts.AreComing);
        Add(Attendance.Perhaps, Texts.MayCome, Texts.MayCome);
        Add(Attendance.NotComing, Texts.CannotCome, Texts.CannotCome);
        Add(Attendance.Unanswered, Texts.HasNotAnswered, Texts.HaveNotAnswered);
        var line = string.Join("; ", parts);
        return line.Length > 0 ? char.ToUpperInvariant(line[0]) + line[1..] + "." : "";
    }
}
