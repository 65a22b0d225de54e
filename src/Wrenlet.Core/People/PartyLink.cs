using NodaTime;

namespace Wrenlet.Core.People;

/// <summary>How a link to their page came to a contact.</summary>
public enum LinkWay
{
    /// <summary>One of the staff copied it, to hand it over themselves.</summary>
    Copied,

    /// <summary>One of the staff had it mailed.</summary>
    Mail,

    /// <summary>One of the staff had it sent as a text message.</summary>
    Text,

    /// <summary>The contact asked for it on the first page.</summary>
    AskedFor,

    /// <summary>It stood in a mail that asked them for something.</summary>
    InMail,
}

/// <summary>A link by which a contact reaches their page without a password.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Contact">Whose page it opens.</param>
/// <param name="MadeBy">Who of the staff made it; null where nobody did.</param>
/// <param name="Way">How it came to them.</param>
/// <param name="Made">When it was made.</param>
/// <param name="Ends">When it ends by itself.</param>
/// <param name="LastUsed">When it was used last; null where it never was.</param>
/// <param name="Ended">When somebody ended it; null where nobody did.</param>
public sealed record PartyLink(
    Guid Id,
    PersonId Contact,
    PersonId? MadeBy,
    LinkWay Way,
    Instant Made,
    Instant Ends,
    Instant? LastUsed = null,
    Instant? Ended = null
)
{
    /// <summary>A contact who asks for a link again within this time is sent no second one.</summary>
    public static readonly Duration Rests = Duration.FromMinutes(5);

    /// <summary>What stands in the words of a message where the link is to be.</summary>
    public const string Field = "{link}";

    /// <summary>A link made now.</summary>
    /// <param name="contact">Whose page it opens.</param>
    /// <param name="by">Who of the staff makes it; null for nobody.</param>
    /// <param name="way">How it comes to them.</param>
    /// <param name="now">When.</param>
    /// <param name="days">For how many days it works; at least 1.</param>
    public static PartyLink For(PersonId contact, PersonId? by, LinkWay way, Instant now, int days) =>
        new(Guid.CreateVersion7(), contact, by, way, now, now + Duration.FromDays(days));

    /// <summary>Whether it opens the page.</summary>
    public bool WorksAt(Instant now) => Ended is null && Ends > now;

    /// <summary>Why a link lets nobody in; null when it does.</summary>
    /// <param name="link">The link; null where there is none of that token.</param>
    /// <param name="contact">Whose it is; null where they are gone.</param>
    /// <param name="now">When it is used.</param>
    public static string? Refuses(PartyLink? link, Person? contact, Instant now) =>
        link is null || contact is not { Party: not null } || link.Ended is not null ? Texts.PartyLinkEnded
        : link.Ends <= now ? Texts.PartyLinkOver
        : null;

    /// <summary>What happened when one of the staff made a link, for the record of what is said with that party.</summary>
    public static string Said(string by, string contact, LinkWay way) =>
        way switch
        {
            LinkWay.Mail => Texts.MailedLink(by, contact),
            LinkWay.Text => Texts.TextedLink(by, contact),
            _ => Texts.CopiedLink(by, contact),
        };

    /// <summary>By which link somebody came, in words.</summary>
    /// <param name="link">The link.</param>
    /// <param name="maker">Name of who made it; null for nobody of the staff.</param>
    /// <param name="day">The day it was made, as it is read.</param>
    public static string CameBy(PartyLink link, string? maker, string day)
    {
        ArgumentNullException.ThrowIfNull(link);
        return link.Way is LinkWay.AskedFor ? Texts.CameByAsked(day)
            : maker is null ? Texts.CameByMail(day)
            : Texts.CameByMade(maker, day);
    }

    /// <summary>Words to send a link with, where the firm has none of its own.</summary>
    public static string UsualWords(string firstName, string firm) => Texts.LinkWords(firstName, firm);
}
