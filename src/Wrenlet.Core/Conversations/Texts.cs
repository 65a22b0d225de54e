namespace Wrenlet.Core.Conversations;

/// <summary>All that is said to people by this part, in one place.</summary>
internal static class Texts
{
    public const string ThisRecordsWhatHappened = "This records what happened. It cannot be changed.";

    public const string ThisWhatOtherSide = "This is what the other side wrote. It stays as it came.";

    public const string ItTheirPageThey =
        "It is on their page, and they may have read it. Send another message instead.";

    public const string ItHasBeenSent = "It has been sent and cannot be changed. Send another message instead.";

    public const string OnlyItsAuthorCan = "Only its author can change it. Reply to it instead.";

    public const string ItHasBeenRemoved = "It has been removed already.";

    public const string YourOwnWordsInternal = "your own words, internal";

    public const string OnDutyByRota = "on duty now";

    public static string OnDuty(string name) => $"on duty ({name})";

    public const string WorkingNow = "working now";

    public static string HasAnsweredOnce(string party) => $"has answered {party} once";

    public static string HasAnsweredTimes(string party, int answered) => $"has answered {party} {answered} times";

    public const string HereNow = "here now";

    public const string NothingWaitingThem = "nothing is waiting for them";

    public static string Open(int open) => $"{open} open";

    public static string OpenLate(int open, int late) => $"{open} open, {late} late";

    public static string AwayUntil(string backAt) => $"away until {backAt}";

    public const string OnlyColleaguesCanWrite =
        "Only colleagues can be in it. Write to people outside in their outside conversation.";

    public const string TwoColleagues = "two colleagues";

    public const string DirectConversationOneColleague =
        "A direct conversation is with one colleague. Make a group for more.";

    public static string GroupHasMostMembers(int most) =>
        $"A group has at most {most} members. Post a notice on the noticeboard to reach more people.";

    public const string NobodyCanJoinDirect = "Nobody can join a direct conversation. Make a group instead.";

    public const string OnlyItsMembersCan = "Only its members can add people.";

    public const string OnlyColleaguesCanGroup = "Only colleagues can be in a group.";

    public static string GroupHasAtMostMembers(int most) => $"A group has at most {most} members.";

    public const string MemberTakesColleagueIn = "a member takes a colleague in";

    public const string DirectConversationStaysBetween = "A direct conversation stays between its two.";

    public const string TheyLeave = "they leave";

    public const string PeopleLeaveGroupThemselves =
        "People leave a group themselves. Ask them, or create another group.";

    public static string NoMailAddressKnown(string name) =>
        $"No mail address of {name} is known. Add one to the contact, or answer another way.";

    public static string NoTelephoneNumberKnown(string name) =>
        $"No telephone number of {name} is known. Add one to the contact, or answer another way.";

    public static string IsNotAmongContacts(string name) =>
        $"{name} is not among the contacts and has no page. Reply by mail or text.";

    public const string CallMadeByTelephone = "A call is made by telephone; note it internally.";

    public static string DoesDoNotSee(string names, int count) =>
        $"{names} {(count == 1 ? "does" : "do")} not see this docket. Give sight of it first, or take "
        + $"the tag out; your text is kept.";

    public static string On(string dayName) => $"on {dayName}";

    public static string OnDaysBefore(string workingTimeWords, int count) =>
        $"{workingTimeWords} on {count} days before";

    public static string OfUsed(string workingTimeWords, string workingTimeWords2) =>
        $"{workingTimeWords} of {workingTimeWords2} used";

    public const string NoWorkingTimeUsed = "no working time used yet";

    public static string Together(string total) => $", together {total}";

    public static string ArrivedGoalFirstReply(string whenOf, string sum, bool first) =>
        $"Arrived {whenOf}; {sum}. The goal for {(first ? "the first reply" : "a later reply")}.";

    public static string More(int count) => $"{count} more";

    public static string CannotSeeWhereSaid(string names) =>
        $"{names} cannot see where this was said, and would read it there. Share it anyway?";

    public static string CannotSeeDescribeWords(string party, string thing) =>
        $"{party} cannot see {thing}. Describe it in words, or remove it.";

    public static string IsNotPartRemove(string trimStart, string party) =>
        $"{trimStart} is not part of {party}. Remove the tag, or tag them internally.";

    public static string SoFarInternalOnly(string file, string party) =>
        $"So far {file} was internal only, or shared with somebody else. Remove it unless {party} should "
        + $"have it.";

    public static string IsNotAmongContactsCorrect(string address, string party) =>
        $"{address} is not among the contacts of {party}. Correct it, or add it in Contacts.";

    public static string WordsRepeatWhatRephrase(int words, string whose, string party) =>
        $"{words} words repeat what {whose}. Rephrase it unless {party} may read it.";

    public static string WasSaidWith(string party) => $"was said with {party}";

    public static string SaysInternally(string byOf) => $"{byOf} says internally";

    public static string WroteInternally(string byOf) => $"{byOf} wrote internally";

    public const string YouDoNotSee = "You do not see this conversation.";

    public static string IsNotStaffCannot(string name) => $"{name} is not staff and cannot own a conversation.";

    public static string DoesNotSeeDocket(string firstName) =>
        $"{firstName} does not see this docket. Give {firstName} sight of it first.";

    public static string OwnsItAlready(string firstName) => $"{firstName} owns it already.";

    public const string NobodyOwnsItYet = "nobody owns it yet";

    public const string YouOwnIt = "you own it";

    public const string YourRoleCanAssign = "your role can assign any conversation";

    public const string AnyoneCanAssignQueue = "anyone can assign in this queue";

    public const string TheCrewDutyCan = "the crew on duty can assign in this queue";

    public const string InQueueOnlyIts =
        "In this queue only its owner, the crew on duty and those whose role allows it can reassign it.";

    public const string InQueueOnlyItsOwner =
        "In this queue only its owner and those whose role allows it can reassign it.";

    public const string OnlyOutsideConversationsCan = "Only outside conversations can be closed or put off.";

    public const string ItIsClosedAlready = "It is closed already.";

    public static string ClosedThisConversation(string actor) => $"{actor} closed this conversation";

    public const string ItIsOpenAlready = "It is open already.";

    public static string ReopenedThisConversation(string actor) => $"{actor} reopened this conversation";

    public const string ItClosedNoReply = "It is closed; no reply is due.";

    public static string NoReplyNeeded(string actor) => $"{actor}: no reply needed";

    public const string ItClosedReopenFirst = "It is closed. Reopen it first.";

    public const string ChooseTimeFuture = "Choose a time in the future.";

    public static string PutThisOffUntil(string actor, string moment) => $"{actor} put this off until {moment}";

    public const string ItNotPutOff = "It is not put off.";

    public static string BroughtThisBack(string actor) => $"{actor} brought this back";

    public const string BothAreFree = "Both are free";

    public static string AllAreFree(int people) => $"All {people} are free";

    public static string OfAreFree(int people, int people2, string join) => $"{people} of {people2} are free; {join}";

    public const string OnLeave = "on leave";

    public const string InMeeting = "in a meeting";

    public const string OffDuty = "off duty";

    public const string GiveTheMeetingTitle = "Give the meeting a title.";

    public const string ItEndsBeforeStarts = "It ends before it starts. Choose a later end.";

    public static string MeetingTakesMostHours(double totalHours) =>
        $"A meeting takes at most {totalHours:0} hours. Make it shorter, or make several.";

    public const string ThatTimePastChoose = "That time is past. Choose a later one.";

    public const string ChooseWhoElseTakes = "Choose who else takes part.";

    public const string SayWhereMakeCall = "Say where it is, or make it a call.";

    public const string YouNotInvitedMeeting = "You are not invited to this meeting.";

    public const string ItYourMeetingMove = "It is your meeting. Move or cancel it instead.";

    public const string TheMeetingCancelledNo = "The meeting was cancelled; no answer is needed.";

    public const string TheMeetingOverNo = "The meeting is over; no answer is needed.";

    public static string ItMeetingAskThem(string name) =>
        $"It is {name}’s meeting. Ask them, or somebody whose role allows it.";

    public const string TheMeetingHasBeen = "The meeting has been cancelled already.";

    public const string TheMeetingIsOver = "The meeting is over.";

    public const string IsComing = "is coming";

    public const string AreComing = "are coming";

    public const string MayCome = "may come";

    public const string CannotCome = "cannot come";

    public const string HasNotAnswered = "has not answered";

    public const string HaveNotAnswered = "have not answered";

    public const string ThatMomentHasPassed = "That moment has passed. Choose one that is still to come.";

    public const string MoreThanYearAhead = "That is more than a year ahead. Choose an earlier moment.";

    public static string HasWrittenSince(string party) =>
        $"{party} wrote after you did. Read that first, then send it or change it.";

    public const string OnlyItsAuthorCanChangeLater =
        "Only its author can change it. You can stop it, and tell them why.";

    public const string ItWasStoppedAlready = "It has been stopped already.";

    public static string YouCannotStopIt(string reason) => $"You cannot stop it: {reason}.";

    public static string StoppedIt(string firstName) => $"{firstName} stopped it.";

    public const string TakesPartToo = "takes part in this too";

    public static string GetsItIn(string docket) => $"gets it in {docket}";
}
