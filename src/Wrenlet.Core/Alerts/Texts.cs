namespace Wrenlet.Core.Alerts;

/// <summary>All that is said to people by this part, in one place.</summary>
internal static class Texts
{
    public const string YouAskedAnswerGive =
        "You are asked for an answer: give it, pass it on, or say it is not for you.";

    public const string YouAskedIt = "You asked it.";

    public const string YouWereTagged = "You were tagged in it.";

    public const string CrewYoursTagged = "A crew of yours was tagged in it.";

    public const string SomeoneAskedYouTelephone = "Someone asked for you on the telephone.";

    public const string TheConversationGivenYou =
        "The conversation was given to you or to your crew, and waits for you.";

    public const string YouSentDidNot = "You sent it, and it did not arrive.";

    public const string YouWantedBackTime = "You wanted it back at this time.";

    public const string ItYoursWrenletCould = "It is yours, and Wrenlet could not do it automatically.";

    public const string TheReplyLateYou = "The reply is late, and you own it or look after its queue.";

    public const string ThereLittleTimeLeft =
        "There is little time left to reply, and you own it or look after its queue.";

    public const string YouOwnedConversationSomebody = "You owned the conversation, and somebody else does now.";

    public const string ItCameIntoQueue = "It came into a queue that you look after, and nobody owns it yet.";

    public const string YouOwnerTask = "You are an owner of the task.";

    public const string YourTaskWaitsForIt =
        "A task waits for it, and it was to come by now. You have the task, or wrote down that it waits.";

    public const string HasItCome = "Has it come?";

    public const string YouOwnTaskDue = "You own the task, and it is due or late.";

    public const string YouAskedTaskLate = "You asked for the task, and it is late.";

    public const string YouOwnDocketTaskLate = "You own the docket, and a task of it stays late.";

    public const string YouInvitedAskedWhether = "You are invited, and asked whether you will come.";

    public const string YouTakePartMeeting = "You take part in the meeting.";

    public const string YouTakePartMeetingInvited = "You take part in the meeting, or set it up.";

    public const string ItDirectMessageYou = "It is a direct message to you.";

    public const string TheNoticeYouYou = "The notice is for you, and you have to confirm that you have read it.";

    public const string TheThanksYou = "The thanks are for you.";

    public const string TheNoticeYou = "The notice is for you.";

    public const string ItRepliesSomethingYou = "It replies to something you wrote.";

    public const string YouOwnConversationOther = "You own the conversation, and the other side wrote in it.";

    public const string YouOwnerTaskSomeone = "You are an owner of the task, and someone changed it.";

    public const string YouFollowTheTask = "You follow the task.";

    public const string YouMemberGroup = "You are a member of the group.";

    public const string YouOwnDocketFollow = "You own the docket or follow it.";

    public const string ToStopTheseSet = "To stop these, set alerts here to “Only what is for me”.";

    public const string ToStopTheseSetAlerts = "To stop these, set alerts here to “Nothing but asks”.";

    public const string SomebodyCountingYouHere = "Somebody is counting on you here, so you always get it.";

    public const string Conversation = "a conversation";

    public static string ConversationOf(string fromOf) => $"{fromOf}’s conversation";

    public const string TimeRanOutPasses = "Time ran out, and it passes to you";

    public static string AsksYou(string byOf) => $"{byOf} asks you";

    public const string AboutWhatYouAsked = "About what you asked";

    public static string AboutWhatYouAskedBy(string who) => $"{who}, about what you asked";

    public static string TaggedYou(string who) => $"{who} tagged you";

    public static string TaggedYourCrew(string who) => $"{who} tagged your crew";

    public static string TookCallForYou(string who) => $"{who} took a call for you";

    public static string CalledForYou(string fromOf) => $"{fromOf} called for you";

    public static string ItDidNotReach(string fromOf) => $"It did not reach {fromOf}";

    public const string BackNowYouWanted = "Back now, as you wanted";

    public static string BackNowAsYouWanted(string fromOf) => $"{fromOf}: back now, as you wanted";

    public const string CouldNotDoneAutomatically = "Could not be done automatically";

    public static string WaitsLate(string fromOf) => $"{fromOf} waits: late";

    public static string WaitsLittleTimeLeft(string fromOf) => $"{fromOf} waits: little time left";

    public static string WroteNobodyOwnsYet(string fromOf) => $"{fromOf} wrote; nobody owns it yet";

    public static string HandedOverToYou(string who, string theirs) => $"{who} handed {theirs} over to you";

    public static string HandedOn(string who, string theirs) => $"{who} handed {theirs} on";

    public static string GaveYouTask(string who) => $"{who} gave you a task";

    public const string Reminder = "A reminder";

    public const string WhatYouAskedLate = "What you asked for is late";

    public const string StaysLateInYourDocket = "Still late in your docket";

    public static string InvitesYouToMeeting(string who) => $"{who} invites you to a meeting";

    public const string YourMeetingBeginsSoon = "Your meeting begins soon";

    public static string AboutMeetingOfYours(string who) => $"{who}, about a meeting of yours";

    public static string WroteToYou(string who) => $"{who} wrote to you";

    public static string AsksYouConfirmNotice(string who) => $"{who} asks you to confirm a notice";

    public static string ThanksYou(string who) => $"{who} thanks you";

    public static string PostedNotice(string who) => $"{who} posted a notice";

    public static string RepliedToYou(string who) => $"{who} replied to you";

    public static string WroteInYourGroup(string who) => $"{who} wrote in your group";

    public const string NewConversationYouOwn = "New in a conversation you own";

    public static string Wrote(string fromOf) => $"{fromOf} wrote";

    public static string ChangedYourTask(string who) => $"{who} changed your task";

    public static string ChangedTaskYouFollow(string who) => $"{who} changed a task you follow";

    public const string InDocketYouFollow = "In a docket you follow";

    public const string ItIsAboutYourDuty = "It is about a turn of duty that is yours, or that you are asked to take.";

    public static string AboutDuty(string who) => $"{who} about a turn of duty";

    public const string FoldByOneOfBoth = "Choose either an age or a number.";

    public const string FoldDaysBetween = "Choose between 0 and 3,650 days.";

    public const string FoldMostBetween = "Choose a number between 0 and 1,000.";

    public const string DiscussionAssignedYou = "A discussion on a sheet is assigned to you.";

    public const string DiscussionAboutYours =
        "It is about something you wrote or changed, or a discussion that you started, spoke in or were assigned.";

    public static string AssignedDiscussion(string who) => $"{who} assigned you a discussion";

    public static string OnYourWork(string who) => $"{who} in a discussion of yours";
}
