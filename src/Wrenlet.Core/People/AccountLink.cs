using NodaTime;

namespace Wrenlet.Core.People;

/// <summary>What a mailed link lets its person do.</summary>
public enum AccountPurpose
{
    /// <summary>Choose a first password, having been taken on.</summary>
    Invitation,

    /// <summary>Choose a new password, having forgotten the old one.</summary>
    Reset,
}

/// <summary>A link that was mailed to one of the staff; it works once.</summary>
/// <param name="Person">Whose it is.</param>
/// <param name="Purpose">What it lets them do.</param>
/// <param name="Made">When it was made.</param>
/// <param name="Ends">When it ends by itself.</param>
public sealed record AccountLink(PersonId Person, AccountPurpose Purpose, Instant Made, Instant Ends)
{
    /// <summary>No second link for a forgotten password is mailed within this time, whoever asks.</summary>
    public static readonly Duration Rests = Duration.FromMinutes(5);

    /// <summary>A link made now: an invitation works for three days, a reset for an hour.</summary>
    public static AccountLink For(PersonId person, AccountPurpose purpose, Instant now) =>
        new(
            person,
            purpose,
            now,
            now + (purpose is AccountPurpose.Invitation ? Duration.FromDays(3) : Duration.FromHours(1))
        );

    /// <summary>Why a link lets nobody in; null when it does.</summary>
    /// <param name="link">The link; null where there is none, or it was used.</param>
    /// <param name="person">Whose it is; null where they are gone.</param>
    /// <param name="now">The moment it is used.</param>
    public static string? Refuses(AccountLink? link, Person? person, Instant now) =>
        link is null || person is not { IsStaff: true } ? Texts.LinkUsed
        : link.Ends <= now
            ? link.Purpose is AccountPurpose.Invitation ? Texts.InvitationOver
                : Texts.ResetOver
        : null;
}
