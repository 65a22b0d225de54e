namespace Wrenlet.Core.Asks;

/// <summary>All that is said to people by this part, in one place.</summary>
internal static class Texts
{
    public const string ItWasWithdrawn = "It was withdrawn.";

    public static string OnlyWhoAskedCan(string nameOf) => $"Only {nameOf}, who asked, can do that.";

    public const string ItIsNotWithdrawn = "It is not withdrawn.";

    public const string YouAreNotAsked = "You are not asked.";

    public static string IsNotAsked(string nameOf) => $"{nameOf} is not asked.";

    public static string ItNotYourTurn(string join) => $"It is not your turn: {join} answers first.";

    public const string YouHaveAnsweredAlready = "You have answered already. Change your answer instead.";

    public const string ChooseSomeoneElse = "Choose someone else.";

    public static string AsksCannotAnswerChoose(string nameOf) =>
        $"{nameOf} asks this, and cannot answer it. Choose someone else, or say “not for me”.";

    public const string SayWhyYouPassing = "Say why you are passing it on, for whoever gets it.";

    public const string ItDecidedAnswersCan = "It is decided; answers can no longer change.";

    public const string ItsTimeHasRun = "Its time has run out.";

    public const string TooFewPeopleLeft = "Too few people are left who can answer; it is back with whoever asked.";

    public const string TimeRanOut = "Time ran out.";

    public static string WithdrawnBy(string nameOf) => $"Withdrawn by {nameOf}.";

    public const string TimeRanOutSo = "Time ran out, and so it counts as declined.";

    public const string TimeRanOutBefore = "Time ran out before it was answered.";

    public const string NobodyWhoAskedCan = "Nobody who was asked can answer: ask someone else.";

    public const string TooFewPeopleLeftWho = "Too few people are left who can answer: ask someone else.";

    public static string WaitingFor(string waited) => $"Waiting for {waited}";

    public static string WaitingForAnyOf(string names) => $"Waiting for any of {names}";

    public static string WaitingForThen(string names, string then) => $"Waiting for {names}{then}";

    public static string WaitingForMoreOf(int needed, string names) => $"Waiting for {needed} more of {names}";

    public static string WaitingForNames(string names) => $"Waiting for {names}";

    public static string OfHasHaveAnswered(string line, int answered, int all) =>
        $"{line}; {answered} of {all} {(answered == 1 ? "has" : "have")} answered.";

    public static string Then(string names) => $", then {names}";

    public static string ApprovedBy(string byOf) => $"Approved by {byOf}.";

    public static string DeclinedBy(string byOf) => $"Declined by {byOf}.";

    public static string ConfirmedBy(string byOf) => $"Confirmed by {byOf}.";

    public static string AnsweredBy(string byOf) => $"Answered by {byOf}.";

    public static string OfAnsweredCorrectly(int count, int count2, string options) =>
        $"{count} of {count2} answered correctly: “{options}”.";

    public static string Chose(string nameOf, string names) => $"{nameOf} chose {names}.";

    public static string AreLevelWithEach(string chosen, int counts) => $"{chosen} are level, with {counts} each.";

    public static string ChosenByOf(string chosen, int counts, int count) =>
        $"{chosen}, chosen by {counts} of {count}.";

    public const string AnAskNeedsSomebody = "An ask needs somebody who is asked. Name a person or a crew.";

    public const string ChoiceNeedsLeastTwo = "A choice needs at least two options. Write them, one on each line.";

    public const string TwoOptionsSameChange = "Two of the options are the same. Change one of them.";

    public const string OnlyChoiceHasOptions = "Only a choice has options. Take them out, or make it a choice.";

    public const string TheRightAnswerMust = "The right answer must be one of the options.";

    public static string AnswersWantedWhoAsked(int needed, int askees) =>
        $"{needed} answers are wanted, of {askees} who are asked. Choose a number from 1 to {askees}.";

    public const string SetTimeAnswerWithout = "Set a time for the answer: without one it never runs out.";

    public const string ChooseWhoPassesWhen = "Choose who it passes on to when time runs out.";

    public const string WriteTheAnswer = "Write the answer.";

    public const string SayWhetherYouApprove = "Say whether you approve or decline.";

    public const string ChooseOneOptions = "Choose one of the options.";

    public const string ThatNotOneOptions = "That is not one of the options. Load the page again and choose anew.";

    public const string ChooseOneOptionsOnly = "Choose one of the options only.";

    public const string TheMessageAnswer = "The message is the answer.";

    public const string ItNamesNoObjection = "It names no objection.";

    public static string ApprovesDeclinesIt(string said, bool approves) =>
        $"“{said}” {(approves ? "approves" : "declines")} it.";

    public static string ReadsLikeYesNo(string said, bool approves) =>
        $"“{said}” reads like {(approves ? "a yes" : "a no")}, but there is more to it.";

    public static string ItNames(string what) => $"It names {what}.";

    public static string ItNamesButThere(string what) => $"It names {what}, but there is more to it.";

    public static string ConfirmsIt(string word) => $"“{word}” confirms it.";

    public static string ReadsLikeConfirmationBut(string word) =>
        $"“{word}” reads like a confirmation, but there is more to it.";
}
