using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Alerts;

/// <summary>The people around an entry that it names or answers, as far as they are known.</summary>
/// <param name="Tagged">People named in it who see the place.</param>
/// <param name="CrewTagged">Members of crews named in it.</param>
/// <param name="Asked">Who has to answer it.</param>
/// <param name="Invited">Who is invited by it.</param>
/// <param name="Answered">Who said what it answers; null when it answers nothing.</param>
public sealed record EntryCircle(
    ImmutableArray<PersonId> Tagged,
    ImmutableArray<PersonId> CrewTagged,
    ImmutableArray<PersonId> Asked,
    ImmutableArray<PersonId> Invited,
    PersonId? Answered
)
{
    /// <summary>It names nobody and answers nothing.</summary>
    public static readonly EntryCircle None = new([], [], [], [], null);
}

/// <summary>
/// Whom a happening concerns, and why: the one place that says so. Who of them is told is decided by
/// <see cref="Alerting.Whom"/>.
/// </summary>
public static class Concerns
{
    /// <summary>
    /// Those whom an entry concerns: whom it asks, names, invites and answers; beside them the members of a
    /// conversation of their own, the people of the task or meeting it is about, the conversation's owner when the party
    /// writes, and the docket's owner and followers. What a machine wrote concerns nobody by itself.
    /// </summary>
    /// <param name="conversation">Where it was said.</param>
    /// <param name="kind">What it is.</param>
    /// <param name="automatic">Whether a machine on the other side wrote it.</param>
    /// <param name="circle">Whom it names and answers.</param>
    /// <param name="task">The task that the conversation is about; null for none.</param>
    /// <param name="meeting">The meeting that the conversation is about; null for none.</param>
    /// <param name="followers">Who follows the docket.</param>
    public static IEnumerable<Alert> OfEntry(
        Conversation conversation,
        EntryKind kind,
        bool automatic,
        EntryCircle circle,
        WorkTask? task,
        Meeting? meeting,
        IEnumerable<PersonId> followers
    )
    {
        ArgumentNullException.ThrowIfNull(conversation);
        ArgumentNullException.ThrowIfNull(circle);
        return [.. OfNaming(circle), .. OfTalk(conversation, kind, automatic, task, meeting, followers)];
    }

    /// <summary>Those whom an entry itself asks, names, invites and answers.</summary>
    public static IEnumerable<Alert> OfNaming(EntryCircle circle)
    {
        ArgumentNullException.ThrowIfNull(circle);
        return
        [
            .. Each(circle.Asked, AlertReason.Asked),
            .. Each(circle.Tagged, AlertReason.Tagged),
            .. Each(circle.CrewTagged, AlertReason.CrewTagged),
            .. Each(circle.Invited, AlertReason.Invited),
            .. circle.Answered is { } heard ? Each([heard], AlertReason.Answered) : [],
        ];
    }

    private static IEnumerable<Alert> OfTalk(
        Conversation conversation,
        EntryKind kind,
        bool automatic,
        WorkTask? task,
        Meeting? meeting,
        IEnumerable<PersonId> followers
    )
    {
        if (conversation.Audience is Audience.Direct)
            return Each(conversation.Members, AlertReason.WroteToYou);
        if (conversation.Audience is Audience.Group)
            return Each(conversation.Members, AlertReason.InGroup);
        if (task is not null)
            return OfTask(task);
        if (meeting is not null)
            return OfMeeting(meeting, AlertReason.OwnMeeting);
        if (automatic)
            return [];
        var owner = kind is EntryKind.MessageIn ? conversation.Owner : null;
        return
        [
            .. owner is { } own ? Each([own], AlertReason.OwnConversation) : [],
            .. OfDocket(conversation.Docket?.Owner, followers),
        ];
    }

    /// <summary>
    /// Those whom something said or done in a discussion concerns: who wrote what it is about, began it, spoke in it or is
    /// to see to it; to whom it was just given first of all.
    /// </summary>
    /// <param name="people">Who has to do with it.</param>
    /// <param name="given">To whom it was just given; null for nobody.</param>
    public static IEnumerable<Alert> OfDiscussion(IEnumerable<PersonId> people, PersonId? given = null) =>
        [.. given is { } to ? Each([to], AlertReason.DiscussionGiven) : [], .. Each(people, AlertReason.OwnDiscussion)];

    /// <summary>Those whom a change of a docket concerns: its owner and followers.</summary>
    public static IEnumerable<Alert> OfDocket(PersonId? owner, IEnumerable<PersonId> followers)
    {
        ArgumentNullException.ThrowIfNull(followers);
        return Each(owner is { } own ? [own, .. followers] : followers, AlertReason.Following);
    }

    /// <summary>Those to whom a conversation or docket was given: a person, or a crew one of whom is to take it.</summary>
    public static IEnumerable<Alert> OfHandover(IEnumerable<PersonId> to) => Each(to, AlertReason.HandedOver);

    /// <summary>Those whom it concerns that a conversation was handed over: to whom, and whose it was before.</summary>
    public static IEnumerable<Alert> OfHandover(IEnumerable<PersonId> to, PersonId? before)
    {
        var given = OfHandover(to).ToList();
        return before is { } had && given.All(g => g.Person != had)
            ? [.. given, .. Each([had], AlertReason.HandedOn)]
            : given;
    }

    /// <summary>Those whom a mail that came back concerns: who wrote it, and who owns the conversation.</summary>
    public static IEnumerable<Alert> OfReturn(PersonId? writer, PersonId? owner) =>
        Each(new[] { writer, owner }.OfType<PersonId>(), AlertReason.Undelivered);

    /// <summary>Whom it concerns that a conversation is back that was set aside: its owner.</summary>
    public static IEnumerable<Alert> OfBack(PersonId? owner) =>
        owner is { } own ? Each([own], AlertReason.BackAgain) : [];

    /// <summary>Those to whom a task is given: its owners, a crew's people each.</summary>
    /// <param name="owners">Owners who are new to it.</param>
    /// <param name="members">The people of a crew; none for one that is gone.</param>
    public static IEnumerable<Alert> OfGiving(
        IEnumerable<TaskOwner> owners,
        Func<CrewId, ImmutableArray<PersonId>> members
    )
    {
        ArgumentNullException.ThrowIfNull(owners);
        ArgumentNullException.ThrowIfNull(members);
        return Each(owners.SelectMany(o => People(o, members)), AlertReason.TaskGiven);
    }

    /// <summary>
    /// Those whom a change of a task concerns: owners who are new to it, the people who own it, who made it, and who
    /// follows it.
    /// </summary>
    /// <param name="before">The task as it was; null when it is new, and then it concerns its owners only.</param>
    /// <param name="after">The task as it is.</param>
    /// <param name="members">The people of a crew; none for one that is gone.</param>
    public static IEnumerable<Alert> OfTaskChange(
        WorkTask? before,
        WorkTask after,
        Func<CrewId, ImmutableArray<PersonId>> members
    )
    {
        ArgumentNullException.ThrowIfNull(after);
        var had = (before?.Owners ?? []).Select(o => o.Owner).ToHashSet();
        var given = OfGiving(after.Owners.Select(o => o.Owner).Where(o => !had.Contains(o)), members);
        return before is null ? given : [.. given, .. OfTask(after)];
    }

    /// <summary>Those whom it concerns that a task is done, or not any more, because its parts are: no followers.</summary>
    public static IEnumerable<Alert> OfTaskCarried(WorkTask task)
    {
        ArgumentNullException.ThrowIfNull(task);
        return OfTask(task with { Watchers = [] });
    }

    /// <summary>
    /// Those who are reminded of a task: its owners; the next up as well where it stays late, and where nobody owns it.
    /// </summary>
    /// <param name="task">Which.</param>
    /// <param name="reminder">Which reminder it is.</param>
    /// <param name="docketOwner">Who owns its docket; null for nobody, or where it has none.</param>
    /// <param name="members">The people of a crew.</param>
    public static IEnumerable<Alert> OfReminder(
        WorkTask task,
        Reminder reminder,
        PersonId? docketOwner,
        Func<CrewId, ImmutableArray<PersonId>> members
    )
    {
        ArgumentNullException.ThrowIfNull(task);
        ArgumentNullException.ThrowIfNull(members);
        List<PersonId> owners = [.. task.Owners.SelectMany(o => People(o.Owner, members))];
        var up = reminder.NextUp(task.MadeBy, docketOwner, owners).ToList();
        return
        [
            .. Each(owners, AlertReason.TaskDue),
            .. Each(up.Where(p => p == task.MadeBy), AlertReason.AskedLate),
            .. Each(up.Where(p => p != task.MadeBy), AlertReason.DocketTaskLate),
        ];
    }

    /// <summary>
    /// Those who are asked whether something has come that a task waits for: who wrote it down, and the task's owners.
    /// </summary>
    /// <param name="task">The task.</param>
    /// <param name="wait">What it waits for.</param>
    /// <param name="members">The people of a crew.</param>
    public static IEnumerable<Alert> OfWait(
        WorkTask task,
        DatedWait wait,
        Func<CrewId, ImmutableArray<PersonId>> members
    )
    {
        ArgumentNullException.ThrowIfNull(task);
        ArgumentNullException.ThrowIfNull(wait);
        ArgumentNullException.ThrowIfNull(members);
        return Each([wait.SetBy, .. task.Owners.SelectMany(o => People(o.Owner, members))], AlertReason.NotCome);
    }

    /// <summary>
    /// Those whom a step of an ask concerns: who has to answer now and had not to before; who asked, unless they
    /// reminded; and, when it is withdrawn, who was waited for.
    /// </summary>
    /// <param name="before">How it stood.</param>
    /// <param name="after">How it stands.</param>
    /// <param name="step">What was done.</param>
    /// <param name="asker">Who asked.</param>
    public static IEnumerable<Alert> OfAskStep(AskStanding before, AskStanding after, AskStep step, PersonId asker)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        var had = before.WaitedFor.ToHashSet();
        var wanted = step is AskStep.AskedAnew or AskStep.Reminded
            ? after.WaitedFor
            : after.WaitedFor.Where(p => !had.Contains(p));
        return
        [
            .. Each(wanted, AlertReason.Asked),
            .. step switch
            {
                AskStep.Withdrawn => Each(had, AlertReason.OwnAsk),
                AskStep.Reminded or AskStep.Renewed => [],
                _ => Each([asker], AlertReason.OwnAsk),
            },
        ];
    }

    /// <summary>Those whom it concerns that an ask's time has run out: who is waited for, and who asked.</summary>
    public static IEnumerable<Alert> OfAskRunOut(AskStanding standing, PersonId asker)
    {
        ArgumentNullException.ThrowIfNull(standing);
        return [.. Each(standing.WaitedFor, AlertReason.Asked), .. Each([asker], AlertReason.OwnAsk)];
    }

    /// <summary>All who take part in a meeting.</summary>
    public static IEnumerable<Alert> OfMeeting(Meeting meeting, AlertReason reason)
    {
        ArgumentNullException.ThrowIfNull(meeting);
        return Each(meeting.Invitees.Select(i => i.Whom), reason);
    }

    /// <summary>Those who are reminded that a meeting begins: all who have not said that they do not come.</summary>
    public static IEnumerable<Alert> OfMeetingSoon(Meeting meeting)
    {
        ArgumentNullException.ThrowIfNull(meeting);
        return Each(
            meeting.Invitees.Where(i => i.Answer is not Attendance.NotComing).Select(i => i.Whom),
            AlertReason.MeetingSoon
        );
    }

    /// <summary>The people who own a task, who made it, and who follows it.</summary>
    private static IEnumerable<Alert> OfTask(WorkTask task) =>
        [
            .. Each(
                task.Owners.Select(o => o.Owner).OfType<TaskOwner.OfPerson>().Select(o => o.Person).Append(task.MadeBy),
                AlertReason.OwnTask
            ),
            .. Each(task.Watchers, AlertReason.WatchedTask),
        ];

    private static IEnumerable<PersonId> People(TaskOwner owner, Func<CrewId, ImmutableArray<PersonId>> members) =>
        owner switch
        {
            TaskOwner.OfPerson person => [person.Person],
            TaskOwner.OfCrew crew => members(crew.Crew),
            _ => throw new ArgumentOutOfRangeException(nameof(owner), owner, "Unknown kind of owner."),
        };

    private static IEnumerable<Alert> Each(IEnumerable<PersonId> people, AlertReason reason) =>
        people.Select(p => new Alert(p, reason));
}
