using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Alerts;

/// <summary>Why someone is told, strongest first.</summary>
public enum AlertReason
{
    /// <summary>They are asked, and have to answer.</summary>
    Asked,

    /// <summary>They were tagged by name.</summary>
    Tagged,

    /// <summary>A crew of theirs was tagged.</summary>
    CrewTagged,

    /// <summary>Somebody called for them.</summary>
    Called,

    /// <summary>A conversation was handed over to them, or to their crew.</summary>
    HandedOver,

    /// <summary>What they sent could not be delivered.</summary>
    Undelivered,

    /// <summary>A conversation that was set aside is back.</summary>
    BackAgain,

    /// <summary>Something of theirs that goes on by itself failed for good.</summary>
    Stuck,

    /// <summary>The time to answer something of theirs, or of nobody's in their queue, has run out.</summary>
    QueueLate,

    /// <summary>Little time is left to answer something of theirs, or of nobody's in their queue.</summary>
    QueueSoon,

    /// <summary>Something new that nobody owns came into a queue of theirs.</summary>
    QueueNew,

    /// <summary>A conversation of theirs was handed on to somebody else.</summary>
    HandedOn,

    /// <summary>A task was given to them.</summary>
    TaskGiven,

    /// <summary>A discussion on a sheet or file was assigned to them.</summary>
    DiscussionGiven,

    /// <summary>A task of theirs is due, or late.</summary>
    TaskDue,

    /// <summary>What a task of theirs waits for was to come by now.</summary>
    NotCome,

    /// <summary>A task that they asked for is late.</summary>
    AskedLate,

    /// <summary>A task of a docket that they own stays late.</summary>
    DocketTaskLate,

    /// <summary>They are invited to a meeting, or one was moved: they have to say whether they come.</summary>
    Invited,

    /// <summary>A colleague asks them to take a turn of duty, or answered what they asked.</summary>
    Duty,

    /// <summary>A meeting of theirs is about to begin.</summary>
    MeetingSoon,

    /// <summary>A colleague wrote to them directly.</summary>
    WroteToYou,

    /// <summary>A notice has to be confirmed by them.</summary>
    ToConfirm,

    /// <summary>A colleague thanked them before all.</summary>
    Thanked,

    /// <summary>Something came of what they asked.</summary>
    OwnAsk,

    /// <summary>What they said was answered.</summary>
    Answered,

    /// <summary>The party wrote in a conversation they own.</summary>
    OwnConversation,

    /// <summary>Something came of a meeting of theirs.</summary>
    OwnMeeting,

    /// <summary>Something came of a discussion of theirs: what they wrote, began, spoke in, or are to see to.</summary>
    OwnDiscussion,

    /// <summary>Their task changed.</summary>
    OwnTask,

    /// <summary>A task that they watch changed.</summary>
    WatchedTask,

    /// <summary>A notice was put up for them.</summary>
    Noticed,

    /// <summary>Something was said in a group of theirs.</summary>
    InGroup,

    /// <summary>Something happened in a docket they own or follow.</summary>
    Following,
}

/// <summary>One person to be told, and why.</summary>
public readonly record struct Alert(PersonId Person, AlertReason Reason);

/// <summary>Decides who is told of an event.</summary>
public static class Alerting
{
    /// <summary>
    /// Each person concerned once, by their strongest reason: never who did it, never who may not see it.
    /// </summary>
    /// <param name="by">Who did it; null when nobody of ours did.</param>
    /// <param name="place">Where it happened.</param>
    /// <param name="thing">What kind of thing it is.</param>
    /// <param name="concerns">Whom it concerns and why, in any order and with repeats.</param>
    /// <param name="person">Finds a person; null for one who is gone.</param>
    /// <param name="level">How much each person wants to hear of the place; null where all want everything.</param>
    public static ImmutableArray<Alert> Whom(
        PersonId? by,
        Place place,
        Thing thing,
        IEnumerable<Alert> concerns,
        Func<PersonId, Person?> person,
        Func<PersonId, Level>? level = null
    ) =>
        [
            .. concerns
                .Where(c => c.Person != by)
                .GroupBy(c => c.Person)
                .Where(g => person(g.Key) is { IsStaff: true } who && who.MaySee(place, thing))
                .Select(g => new Alert(g.Key, g.Min(c => c.Reason)))
                .Where(a => level is null || AlertLevels.Passes(level(a.Person), a.Reason)),
        ];

    /// <summary>Why someone is told, in full: what makes it theirs, and what they can do to hear less of it.</summary>
    /// <param name="reason">Why they are told.</param>
    /// <param name="level">What they want to hear of the place.</param>
    public static string Explain(AlertReason reason, Level level)
    {
        var why = reason switch
        {
            AlertReason.Asked => Texts.YouAskedAnswerGive,
            AlertReason.OwnAsk => Texts.YouAskedIt,
            AlertReason.Tagged => Texts.YouWereTagged,
            AlertReason.CrewTagged => Texts.CrewYoursTagged,
            AlertReason.Called => Texts.SomeoneAskedYouTelephone,
            AlertReason.HandedOver => Texts.TheConversationGivenYou,
            AlertReason.Undelivered => Texts.YouSentDidNot,
            AlertReason.BackAgain => Texts.YouWantedBackTime,
            AlertReason.Stuck => Texts.ItYoursWrenletCould,
            AlertReason.QueueLate => Texts.TheReplyLateYou,
            AlertReason.QueueSoon => Texts.ThereLittleTimeLeft,
            AlertReason.HandedOn => Texts.YouOwnedConversationSomebody,
            AlertReason.QueueNew => Texts.ItCameIntoQueue,
            AlertReason.TaskGiven => Texts.YouOwnerTask,
            AlertReason.DiscussionGiven => Texts.DiscussionAssignedYou,
            AlertReason.OwnDiscussion => Texts.DiscussionAboutYours,
            AlertReason.TaskDue => Texts.YouOwnTaskDue,
            AlertReason.NotCome => Texts.YourTaskWaitsForIt,
            AlertReason.AskedLate => Texts.YouAskedTaskLate,
            AlertReason.DocketTaskLate => Texts.YouOwnDocketTaskLate,
            AlertReason.Invited => Texts.YouInvitedAskedWhether,
            AlertReason.Duty => Texts.ItIsAboutYourDuty,
            AlertReason.MeetingSoon => Texts.YouTakePartMeeting,
            AlertReason.OwnMeeting => Texts.YouTakePartMeetingInvited,
            AlertReason.WroteToYou => Texts.ItDirectMessageYou,
            AlertReason.ToConfirm => Texts.TheNoticeYouYou,
            AlertReason.Thanked => Texts.TheThanksYou,
            AlertReason.Noticed => Texts.TheNoticeYou,
            AlertReason.Answered => Texts.ItRepliesSomethingYou,
            AlertReason.OwnConversation => Texts.YouOwnConversationOther,
            AlertReason.OwnTask => Texts.YouOwnerTaskSomeone,
            AlertReason.WatchedTask => Texts.YouFollowTheTask,
            AlertReason.InGroup => Texts.YouMemberGroup,
            AlertReason.Following => Texts.YouOwnDocketFollow,
            _ => throw new ArgumentOutOfRangeException(nameof(reason), reason, "Unknown reason."),
        };
        var less = !AlertLevels.Passes(Level.Asks, reason)
            ? level is Level.Everything && !AlertLevels.IsForMe(reason)
                ? Texts.ToStopTheseSet
                : Texts.ToStopTheseSetAlerts
            : Texts.SomebodyCountingYouHere;
        return $"{why} {less}";
    }

    /// <summary>The reason in words, to the person told. Whose matter it is stands first.</summary>
    /// <param name="reason">Why they are told.</param>
    /// <param name="by">First name of who of ours did it; null when nobody of ours did.</param>
    /// <param name="from">Name of the customer or partner whose words or matter it is; null when it is of none.</param>
    public static string Words(AlertReason reason, string? by, string? from = null)
    {
        var who = by ?? from ?? "Someone";
        var theirs = from is null ? Texts.Conversation : Texts.ConversationOf(from);
        return reason switch
        {
            AlertReason.Asked => by is null ? Texts.TimeRanOutPasses : Texts.AsksYou(by),
            AlertReason.OwnAsk => by is null && from is null ? Texts.AboutWhatYouAsked : Texts.AboutWhatYouAskedBy(who),
            AlertReason.Tagged => Texts.TaggedYou(who),
            AlertReason.CrewTagged => Texts.TaggedYourCrew(who),
            AlertReason.Called => from is null ? Texts.TookCallForYou(who) : Texts.CalledForYou(from),
            AlertReason.Undelivered => Texts.ItDidNotReach(from ?? "them"),
            AlertReason.BackAgain => from is null ? Texts.BackNowYouWanted : Texts.BackNowAsYouWanted(from),
            AlertReason.Stuck => Texts.CouldNotDoneAutomatically,
            AlertReason.QueueLate => Texts.WaitsLate(from ?? "Someone"),
            AlertReason.QueueSoon => Texts.WaitsLittleTimeLeft(from ?? "Someone"),
            AlertReason.QueueNew => Texts.WroteNobodyOwnsYet(from ?? "Someone"),
            AlertReason.HandedOver => Texts.HandedOverToYou(who, theirs),
            AlertReason.HandedOn => Texts.HandedOn(who, theirs),
            AlertReason.TaskGiven => Texts.GaveYouTask(who),
            AlertReason.DiscussionGiven => Texts.AssignedDiscussion(who),
            AlertReason.OwnDiscussion => Texts.OnYourWork(who),
            AlertReason.TaskDue => Texts.Reminder,
            AlertReason.NotCome => Texts.HasItCome,
            AlertReason.AskedLate => Texts.WhatYouAskedLate,
            AlertReason.DocketTaskLate => Texts.StaysLateInYourDocket,
            AlertReason.Invited => Texts.InvitesYouToMeeting(who),
            AlertReason.Duty => Texts.AboutDuty(who),
            AlertReason.MeetingSoon => Texts.YourMeetingBeginsSoon,
            AlertReason.OwnMeeting => Texts.AboutMeetingOfYours(who),
            AlertReason.WroteToYou => Texts.WroteToYou(who),
            AlertReason.ToConfirm => Texts.AsksYouConfirmNotice(who),
            AlertReason.Thanked => Texts.ThanksYou(who),
            AlertReason.Noticed => Texts.PostedNotice(who),
            AlertReason.Answered => Texts.RepliedToYou(who),
            AlertReason.InGroup => Texts.WroteInYourGroup(who),
            AlertReason.OwnConversation => from is null ? Texts.NewConversationYouOwn : Texts.Wrote(from),
            AlertReason.OwnTask => Texts.ChangedYourTask(who),
            AlertReason.WatchedTask => Texts.ChangedTaskYouFollow(who),
            AlertReason.Following => by is null && from is not null ? Texts.Wrote(from) : Texts.InDocketYouFollow,
            _ => throw new ArgumentOutOfRangeException(nameof(reason), reason, "Unknown reason."),
        };
    }
}
