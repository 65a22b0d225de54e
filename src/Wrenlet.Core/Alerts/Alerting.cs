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

    /// <summary>A task of theirs is due, or late.</summary>
    TaskDue,

    /// <summary>A task that they asked for is late.</summary>
    AskedLate,

    /// <summary>They are invited to a meeting, or one was moved: they have to say whether they come.</summary>
    Invited,

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
            AlertReason.Asked => "You are asked for an answer: give it, pass it on, or say it is not for you.",
            AlertReason.OwnAsk => "You asked it.",
            AlertReason.Tagged => "You were tagged in it.",
            AlertReason.CrewTagged => "A crew of yours was tagged in it.",
            AlertReason.Called => "Someone asked for you on the telephone.",
            AlertReason.HandedOver => "The conversation was given to you or to your crew, and waits for you.",
            AlertReason.Undelivered => "You sent it, and it did not arrive.",
            AlertReason.BackAgain => "You wanted it back at this time.",
            AlertReason.Stuck => "It is yours, and Wrenlet could not do it automatically.",
            AlertReason.QueueLate => "The reply is late, and you own it or look after its queue.",
            AlertReason.QueueSoon => "There is little time left to reply, and you own it or look after its queue.",
            AlertReason.HandedOn => "You owned the conversation, and somebody else does now.",
            AlertReason.QueueNew => "It came into a queue that you look after, and nobody owns it yet.",
            AlertReason.TaskGiven => "You are an owner of the task.",
            AlertReason.TaskDue => "You own the task, and it is due or late.",
            AlertReason.AskedLate => "You asked for the task, and it is late.",
            AlertReason.Invited => "You are invited, and asked whether you will come.",
            AlertReason.MeetingSoon => "You take part in the meeting.",
            AlertReason.OwnMeeting => "You take part in the meeting, or invited to it.",
            AlertReason.WroteToYou => "It is a direct message to you.",
            AlertReason.ToConfirm => "The notice is for you, and you have to confirm that you have read it.",
            AlertReason.Thanked => "The thanks are for you.",
            AlertReason.Noticed => "The notice is for you.",
            AlertReason.Answered => "It replies to something you wrote.",
            AlertReason.OwnConversation => "You own the conversation, and the other side wrote in it.",
            AlertReason.OwnTask => "You are an owner of the task, and someone changed it.",
            AlertReason.WatchedTask => "You follow the task.",
            AlertReason.InGroup => "You are a member of the group.",
            AlertReason.Following => "You own the docket or follow it.",
            _ => throw new ArgumentOutOfRangeException(nameof(reason), reason, "Unknown reason."),
        };
        var less = !AlertLevels.Passes(Level.Asks, reason)
            ? level is Level.Everything && !AlertLevels.IsForMe(reason)
                ? "To stop these, set alerts here to “Only what is for me”."
                : "To stop these, set alerts here to “Nothing but asks”."
            : "Somebody is counting on you here, so you always get it.";
        return $"{why} {less}";
    }

    /// <summary>The reason in words, to the person told. Whose matter it is stands first.</summary>
    /// <param name="reason">Why they are told.</param>
    /// <param name="by">First name of who of ours did it; null when nobody of ours did.</param>
    /// <param name="from">Name of the customer or partner whose words or matter it is; null when it is of none.</param>
    public static string Words(AlertReason reason, string? by, string? from = null)
    {
        var who = by ?? from ?? "Someone";
        var theirs = from is null ? "a conversation" : $"{from}’s conversation";
        return reason switch
        {
            AlertReason.Asked => by is null ? "Time ran out, and it passes to you" : $"{by} asks you",
            AlertReason.OwnAsk => by is null && from is null ? "About what you asked" : $"{who}, about what you asked",
            AlertReason.Tagged => $"{who} tagged you",
            AlertReason.CrewTagged => $"{who} tagged your crew",
            AlertReason.Called => from is null ? $"{who} took a call for you" : $"{from} called for you",
            AlertReason.Undelivered => $"It did not reach {from ?? "them"}",
            AlertReason.BackAgain => from is null ? "Back now, as you wanted" : $"{from}: back now, as you wanted",
            AlertReason.Stuck => "Could not be done automatically",
            AlertReason.QueueLate => $"{from ?? "Someone"} waits: late",
            AlertReason.QueueSoon => $"{from ?? "Someone"} waits: little time left",
            AlertReason.QueueNew => $"{from ?? "Someone"} wrote; nobody owns it yet",
            AlertReason.HandedOver => $"{who} handed {theirs} over to you",
            AlertReason.HandedOn => $"{who} handed {theirs} on",
            AlertReason.TaskGiven => $"{who} gave you a task",
            AlertReason.TaskDue => "A reminder",
            AlertReason.AskedLate => "What you asked for is late",
            AlertReason.Invited => $"{who} invites you to a meeting",
            AlertReason.MeetingSoon => "Your meeting begins soon",
            AlertReason.OwnMeeting => $"{who}, about a meeting of yours",
            AlertReason.WroteToYou => $"{who} wrote to you",
            AlertReason.ToConfirm => $"{who} asks you to confirm a notice",
            AlertReason.Thanked => $"{who} thanks you",
            AlertReason.Noticed => $"{who} posted a notice",
            AlertReason.Answered => $"{who} replied to you",
            AlertReason.InGroup => $"{who} wrote in your group",
            AlertReason.OwnConversation => from is null ? "New in a conversation you own" : $"{from} wrote",
            AlertReason.OwnTask => $"{who} changed your task",
            AlertReason.WatchedTask => $"{who} changed a task you follow",
            AlertReason.Following => by is null && from is not null ? $"{from} wrote" : "In a docket you follow",
            _ => throw new ArgumentOutOfRangeException(nameof(reason), reason, "Unknown reason."),
        };
    }
}
