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

    public const string LinkUsed =
        "This link no longer works: it was used already, or a newer one was sent. Ask for another on the sign-in page.";

    public const string InvitationOver =
        "This invitation has run out. Ask an administrator to send another, or choose “Forgot your password?”.";

    public const string ResetOver = "This link has run out. Choose “Forgot your password?” to get another.";
}
