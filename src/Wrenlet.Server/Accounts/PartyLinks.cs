using System.Security.Cryptography;
using MimeKit;
using MimeKit.Utils;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>One of the staff gave a contact a link to their page.</summary>
/// <param name="Words">What happened, in words.</param>
public sealed record PartyLinkMade(PartyLink Link, PartyId Party, Person By, string Words) : IHappening;

/// <summary>Makes the links by which customers and partners reach their page, and sends them.</summary>
internal sealed class PartyLinks(
    Database database,
    WriteQueue writes,
    WhoIsWho who,
    IPostOffice office,
    StandinTextOffice texts,
    Settings settings,
    Sessions sessions,
    Dispatcher happenings,
    FirmClock clock
)
{
    /// <summary>Makes a link in the name of one of the staff.</summary>
    /// <param name="contact">Whose page it opens.</param>
    /// <param name="by">Who makes it.</param>
    /// <param name="way">How it comes to them.</param>
    /// <param name="endOthers">Whether their older links end with it.</param>
    /// <returns>The token, and the link.</returns>
    public async Task<(string Token, PartyLink Link)> Make(Person contact, Person by, LinkWay way, bool endOthers)
    {
        var token = Sessions.NewToken();
        var link = PartyLink.For(contact.Id, by.Id, way, clock.Now, who.Current.Firm!.LinkDays);
        void Write(Writing w)
        {
            if (endOthers)
                LinkStore.EndAll(w.Session, contact.Id, clock.Now);
            LinkStore.Add(w.Session, link, Sessions.Hash(token));
            var words = PartyLink.Said(by.FirstName, contact.Name, way);
            LogStore.Add(w.Session, clock.Now, by.Id, LogKind.Accounts, "made a link", words);
            happenings.Say(w, new PartyLinkMade(link, contact.Party!.Value, by, words));
        }

        // Links that end take the sessions with them that came of them.
        if (endOthers)
            await sessions.EndAll(contact.Id, "had older links ended", Write);
        else
            await writes.Run(Write);
        return (token, link);
    }

    /// <summary>The address of a contact's page by a token.</summary>
    public string AddressOf(string token) => $"{settings.PublicAddress}/with/{token}";

    /// <summary>Mails a link in somebody's words.</summary>
    /// <exception cref="PostOfficeException">The mail was not taken.</exception>
    public async Task Mail(Person contact, string address, string words, CancellationToken cancellation)
    {
        var firm = who.Current.Firm!;
        var mail = new MimeMessage
        {
            MessageId = MimeUtils.GenerateMessageId(firm.Address.Split('@')[^1]),
            Date = clock.GetUtcNow(),
            Subject = $"Your page with {firm.Name}",
        };
        mail.From.Add(new MailboxAddress(firm.Name, firm.Address));
        mail.To.Add(new MailboxAddress(contact.Name, address));
        mail.Body = new TextPart("plain") { Text = words };
        await office.Send(mail, cancellation);
    }

    /// <summary>Sends a link as a text message in somebody's words.</summary>
    /// <exception cref="PostOfficeException">It was not taken.</exception>
    public void Text(string number, string words) =>
        texts.Send(
            new TextMessage(
                Guid.CreateVersion7().ToString("N"),
                who.Current.Firm!.Name,
                number,
                words,
                clock.GetUtcNow()
            )
        );

    /// <summary>Sends a contact who asks for it a link; nothing happens where the address is nobody's.</summary>
    public async Task AskedFor(string address, CancellationToken cancellation)
    {
        var roster = who.Current;
        if (roster.ByAddress(address) is not { Person.Party: not null } profile)
            return;
        var now = clock.Now;
        var last = database.Read(s => LinkStore.LastAskedFor(s, profile.Person.Id));
        if (last is { } before && before <= now && before + PartyLink.Rests > now)
            return;
        var token = Sessions.NewToken();
        var link = PartyLink.For(profile.Person.Id, null, LinkWay.AskedFor, now, roster.Firm!.LinkDays);
        await writes.Run(w => LinkStore.Add(w.Session, link, Sessions.Hash(token)));
        var words = PartyLink
            .UsualWords(profile.Person.FirstName, roster.Firm.Name)
            .Replace(PartyLink.Field, AddressOf(token), StringComparison.Ordinal);
        await Mail(profile.Person, address, words, cancellation);
    }

    /// <summary>
    /// The address that stands in a message for its recipient: their own page where it goes to one contact, and the same
    /// each time the message is made; else the first page, which sends each of several their own.
    /// </summary>
    /// <param name="message">The message's identity.</param>
    /// <param name="recipients">The addresses or numbers it goes to.</param>
    public async Task<string> InMessage(Guid message, IReadOnlyList<string> recipients)
    {
        var roster = who.Current;
        if (
            recipients is not [var only]
            || (roster.ByAddress(only) ?? roster.ByPhone(only)) is not { Person.Party: not null } profile
        )
            return settings.PublicAddress;
        var key = database.Read(LinkStore.Key);
        var token = Convert.ToHexStringLower(
            HMACSHA256.HashData(key, (byte[])[.. message.ToByteArray(), .. profile.Person.Id.Value.ToByteArray()])
        );
        var link = PartyLink.For(profile.Person.Id, null, LinkWay.InMail, clock.Now, roster.Firm!.LinkDays);
        await writes.Run(w => LinkStore.Add(w.Session, link, Sessions.Hash(token)));
        return AddressOf(token);
    }
}
