namespace Wrenlet.Core.Dockets;

/// <summary>All that is said to people by this part, in one place.</summary>
internal static class Texts
{
    public const string DocketCannotPartItself = "A docket cannot be a part of itself.";

    public const string ThatOnePartDocket = "That one is a part of this docket already. Remove it from there first.";

    public const string AnotherDocket = "another docket";

    public const string ItSameDocketAlready = "It is the same docket already. Choose another.";

    public static string IsClosedReopenFirst(Wrenlet.Core.Dockets.DocketRef refOf) =>
        $"{refOf} is closed. Reopen it first.";

    public static string AndSeenByDifferent(
        Wrenlet.Core.Dockets.DocketRef refOf,
        Wrenlet.Core.Dockets.DocketRef refOf2
    ) => $"{refOf} and {refOf2} are seen by different people. Let the same people see both first.";

    public const string OnlyWhoMadeDocket = "Only who made a docket can delete it. Close it instead.";

    public const string SomethingHasBeenSent =
        "Something has been sent or received in it, so it is kept. Close it instead.";

    public const string GiveNameOneSeveral = "Give it a name, for one of them and for several.";

    public static string ThereKindNamedAlready(string name) =>
        $"There is a kind named {name} already. Choose another name.";

    public const string ChooseOneThreeLetters = "Choose one to three letters, A to Z, that references begin with.";

    public static string BeginAlreadyChooseOther(string many, string letters) =>
        $"{many} begin with {letters} already. Choose other letters.";

    public const string ItNeedsStageIts = "It needs at least one stage, in which its dockets begin.";

    public static string BelongsStageRetiredChoose(string name) =>
        $"{name} belongs to a stage that is retired. Choose another.";

    public static string InChooseStageMove(string part, string name) =>
        $"{part} in {name}. Choose the stage to move them to.";

    public static string OneStands(string name) => $"One {name} stands";

    public static string Stand(int count, string many) => $"{count} {many} stand";

    public const string HasCustomer = "has a customer";

    public const string UsualQueue = "usual queue";

    public const string UsualSite = "usual site";

    public const string UsualOwner = "usual owner";

    public const string OpenedFromConversations = "opened from conversations";

    public static string IsNeededFromStage(string name) =>
        $"{name} is needed from a stage that is retired. Choose another.";

    public static string HasNothingChooseFrom(string name) => $"{name} has nothing to choose from. Add a choice.";

    public static string ChoiceOf(string name) => $"choice of {name}";

    public static string EachNeedsName(string thing) => $"Each {thing} needs a name.";

    public static string ThereTwoNamedEach(string trim, string thing) =>
        $"There are two named {trim}. Each {thing} needs a different name.";

    public static string KindCanHaveStages(int mostStages) => $"A kind can have {mostStages} stages.";

    public static string KindCanHaveFields(int mostFields) => $"A kind can have {mostFields} fields.";

    public static string KindCanHaveMilestones(int mostMilestones) => $"A kind can have {mostMilestones} milestones.";

    public static string HasMoreThanChoices(string name, int mostChoices) =>
        $"{name} has more than {mostChoices} choices. Remove some.";

    public static string ByYearFrom(string letters, bool byYear, int next) =>
        $"{letters}{(byYear ? " by year" : "")} from {next}";

    public static string EndEntryOf(bool atEnd, string? name) => $" ({(atEnd ? "end" : "entry")} of {name})";

    public static string NeededFrom(string? name) => $"needed from {name}";

    public const string InTheHead = "in the head";

    public const string CustomersSeeIt = "customers see it";

    public static string CanHaveCharactersShorten(string name, int longestLine) =>
        $"{name} can have {longestLine} characters. Shorten it.";

    public static string CanHaveCharactersShortenIt(string name, int longestText) =>
        $"{name} can have {longestText:N0} characters. Shorten it.";

    public static string IsNumberSuchAs(string name) => $"{name} is a number, such as 12.5.";

    public static string IsSumSuchAs(string name) => $"{name} is a sum, such as 1,250.00.";

    public static string IsDateSuchAs(string name) => $"{name} is a date, such as 2026-05-04.";

    public static string ThatNotOneChoices(string name) => $"That is not one of the choices for {name}. Choose again.";

    public static string IsOneYourColleagues(string name) => $"{name} is one of your colleagues. Choose again.";

    public static string IsYesOrNo(string name) => $"{name} is yes or no.";

    public const string GiveTheDocketSubject = "Give the docket a subject.";

    public static string DoesNotSeeDocket(string firstName) =>
        $"{firstName} does not see this docket. Give {firstName} sight of it first.";

    public const string OnlyDocketOwnerManagers =
        "Only the docket’s owner and those who may read across people can change who sees it. Ask one of them.";

    public const string YouWouldNoLonger =
        "You would no longer see it yourself. Add yourself, or one of your crews, to the list.";

    public static string WhoOwnsWouldNo(string firstName) =>
        $"{firstName}, who owns it, would no longer see it. Add {firstName} to the list, or hand the "
        + $"docket over first.";

    public const string GiveTheSiteName = "Give the site a name.";

    public static string ThereSiteNamedAlready(string trim) =>
        $"There is a site named {trim} already. Choose another name.";

    public static string IsNotTimeZone(string zone) =>
        $"“{zone}” is not a time zone. Write one like Europe/London, or leave it empty.";

    public static string ThereNoHoursNamed(string hours) =>
        $"There are no hours named {hours}. Create them first, or choose others.";

    public static string ThereNoSiteNamed(string wanted) =>
        $"There is no site named {wanted}. Choose one from the list.";

    public const string AskedFor = "Asked for";

    public const string UnderWay = "Under way";

    public const string InHand = "In hand";
}
