namespace Wrenlet.Core.People;

/// <summary>All that is said to people by this part, in one place.</summary>
internal static class Texts
{
    public const string AllStaffSeeIt = "all staff see it";

    public const string ListedOnTheDocket = "listed on the docket";

    public const string TheDocketLimitedListed = "the docket is limited to listed people and crews";

    public const string ItTheirOwnConversation = "it is their own conversation";

    public const string ContactSeesOnlyTheir = "a contact sees only their own party's conversation";

    public const string ItSharedThem = "it is shared with them";

    public const string ItStaysInside = "it stays inside";

    public const string MemberOfTheConversation = "a member of the conversation";

    public const string TheNoticeThem = "the notice is for them";

    public const string TheNoticeOtherCrews = "the notice is for other crews";

    public const string OnlyItsMembersSee = "only its members see it";

    public static string IsNotStaff(string name) => $"{name} is not a colleague.";

    public static string ButTheQueuesRule(string reason, IReadOnlyCollection<string> queues) =>
        $"{reason}, but the rule of {(queues.Count == 1 ? "this queue" : "these queues")} does: {string.Join(", ", queues)}";

    public static string RightWords(Right right) =>
        right switch
        {
            Right.SetUp => "Change settings",
            Right.TakeOn => "Add colleagues and crews, and decide what each may do",
            Right.ManageContacts => "Change customers and partners",
            Right.SeeReports => "Read reports",
            Right.SeeSums => "See the sums of papers",
            Right.ReadAcross =>
                "Read every docket’s conversations, limited ones too, which the log keeps; read notices for every crew, let "
                    + "others see a limited docket, enter their leave and move their meetings",
            Right.Reassign => "Decide who answers in any queue",
            Right.PassGates => "Move a docket past a gate",
            Right.LockAndLift => "Lock stages, and lift gates and locks",
            Right.MakeRules => "Make rules",
            Right.KeepTemplates => "Change templates and recurring dockets",
            Right.GiveWork => "Give tasks to others",
            Right.AcceptForCustomer => "Accept a paper for the customer",
            Right.Export => "Export lists and records",
            Right.SendOutside => "Write to customers and partners",
            Right.Announce => "Post notices",
            Right.SeeLog => "Read the log",
            _ => throw new ArgumentOutOfRangeException(nameof(right), right, "Unknown right."),
        };

    public static string RoleMay(string role) => $"the role {role} allows it";

    public static string RoleMayNot(string role) => $"the role {role} does not allow it";

    public const string SomebodyMustAdminister =
        "Somebody must still be able to change settings and to add people. Give somebody else a role that can first.";

    public static string TheyMayMoreThanYou(string name) =>
        $"{name} can do things that you cannot, so somebody else has to change this. Ask somebody who can do as much.";

    public const string YouGiveOnlyWhatYouHave = "You can only give rights that you have yourself.";

    public const string PartyLinkEnded =
        "This link no longer works. Reply to our last mail, or ask for a new link on the first page.";

    public const string PartyLinkOver = "This link has run out. Ask for a new one on the first page.";

    public static string MailedLink(string by, string contact) => $"{by} mailed {contact} a link to their page";

    public static string TextedLink(string by, string contact) => $"{by} texted {contact} a link to their page";

    public static string CopiedLink(string by, string contact) => $"{by} made a link to their page for {contact}";

    public static string CameByAsked(string day) => $"by a link that they asked for on {day}";

    public static string CameByMail(string day) => $"by the link in our message of {day}";

    public static string CameByMade(string maker, string day) => $"by the link that {maker} made on {day}";

    public static string LinkWords(string firstName, string firm) =>
        $"""
            Hello {firstName},

            here is your page with {firm}. You can read and answer everything there:

            {PartyLink.Field}
            """;

    public const string AddressLinkOver =
        "This link no longer works: the change was made, has run out, or was asked for again. Begin again in your menu.";

    public const string LinkUsed =
        "This link no longer works: it was used already, or a newer one was sent. Ask for another on the sign-in page.";

    public const string InvitationOver =
        "This invitation has run out. Ask an administrator to send another, or choose “Forgot your password?”.";

    public const string ResetOver = "This link has run out. Choose “Forgot your password?” to get another.";

    public const string SpeakerIsOneOfThem = "Whoever speaks for them is one of their people. Choose another.";

    public const string GivePlaceName = "Give the place a name.";

    public static string PlaceNamedAlready(string name) => $"They have a place called “{name}” already.";

    public static string NoMorePlaces(int most) => $"There can be {most} places for one contact at most.";

    public const string GiveThingName = "Give it a name.";

    public const string PlaceIsNotTheirs = "That place is not one of theirs any more. Choose another.";

    public static string NumberIsOf(string number, string name) => $"“{number}” is the number of {name} already.";

    public const string GiveLineName = "Give each line a name, or remove the line.";

    public static string LineTwice(string name) => $"“{name}” is there twice. Remove one.";

    public static string NoMoreThings(int most) => $"There can be {most} things for one contact at most.";

    public const string GiveRotaName = "Give the rota a name.";

    public const string RotaNeedsSomebody = "Choose at least one person for the rota.";

    public const string TurnsAreOfCrew =
        "Everybody in the rota has to be in the crew. Choose others, or add them to the crew.";

    public const string DutyEndsAfterStart = "It ends when it begins. Choose another time.";

    public const string NoSuchTurn = "There is no such turn ahead. Load the page again.";

    public const string TurnIsNotYours = "This turn is not yours to swap.";

    public const string TurnIsNotTheirs = "The turn you would take in return is not theirs.";

    public const string AskSomebodyElse = "Choose somebody else to take it.";

    public const string AskedIsNotInRota = "They are not in this rota. Choose somebody who is.";

    public static string SwappedWith(string name) => $"swapped with {name}";

    public static string CoversFor(string name) => $"covers for {name}";

    public static string AwayUncovered(string name) => $"{name} is away and nobody covers";
}
