using System.Threading.Channels;
using MimeKit;
using MimeKit.Utils;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>
/// Makes and mails the links by which staff choose a password. What somebody asks for who is not signed in is done in the
/// background, so that neither the answer nor its time tells whether the address is known.
/// </summary>
internal sealed partial class AccountMail(
    Database database,
    WriteQueue writes,
    WhoIsWho who,
    IPostOffice office,
    PartyLinks links,
    Settings settings,
    FirmClock clock,
    ILogger<AccountMail> log
) : BackgroundService
{
    private const int MostWaiting = 200;
    private readonly Channel<(string Address, bool Contact)> _asked = Channel.CreateBounded<(string, bool)>(
        new BoundedChannelOptions(MostWaiting) { FullMode = BoundedChannelFullMode.DropWrite }
    );

    /// <summary>Mails a link to whoever has an address, if anybody of the staff does.</summary>
    public void Forgotten(string address) => _asked.Writer.TryWrite((address, false));

    /// <summary>Mails a link to their page to whichever contact has an address, if one does.</summary>
    public void LinkWanted(string address) => _asked.Writer.TryWrite((address, true));

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            await foreach (var (address, contact) in _asked.Reader.ReadAllAsync(stoppingToken))
                await Answer(address, contact, stoppingToken);
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }

    private async Task Answer(string address, bool contact, CancellationToken cancellation)
    {
        try
        {
            if (contact)
            {
                await links.AskedFor(address, cancellation);
                return;
            }

            if (database.Read(s => SessionStore.Credentials(s, address)) is not var (person, _))
                return;
            var now = clock.Now;
            if (
                database.Read(s => AccountLinkStore.Of(s, person, AccountPurpose.Reset)) is { } last
                && last.Made <= now
                && last.Made + AccountLink.Rests > now
            )
                return;
            await Send(person, AccountPurpose.Reset, by: null, cancellation);
        }
        catch (Exception wrong) when (!cancellation.IsCancellationRequested)
        {
            // Nothing that fails for one may end the answering of all who ask after them. Whoever waits for it asks again; an
            // administrator sees in the log that mail does not leave.
            NotSent(log, wrong.Message);
        }
    }

    /// <summary>Makes a link and mails it; an older one for the same purpose ends.</summary>
    /// <param name="person">To whom; they are of the staff and have an address.</param>
    /// <param name="purpose">What for.</param>
    /// <param name="by">Who sends it; null where they asked for it themselves.</param>
    /// <param name="cancellation">Ends the sending.</param>
    /// <exception cref="PostOfficeException">The mail was not taken; the link does not work then.</exception>
    public async Task Send(PersonId person, AccountPurpose purpose, Person? by, CancellationToken cancellation)
    {
        var token = Sessions.NewToken();
        var now = clock.Now;
        await writes.Run(w =>
        {
            AccountLinkStore.Put(w.Session, AccountLink.For(person, purpose, now), Sessions.Hash(token));
            LogStore.Add(
                w.Session,
                now,
                by?.Id ?? person,
                LogKind.Accounts,
                purpose is AccountPurpose.Invitation ? "sent an invitation" : "asked for a new password",
                by is null ? "" : who.Current.NameOf(person)
            );
        });
        try
        {
            await office.Send(Mail(person, purpose, by, token, now), cancellation);
        }
        catch (PostOfficeException)
        {
            await writes.Run(w => AccountLinkStore.End(w.Session, person));
            throw;
        }
    }

    private MimeMessage Mail(PersonId person, AccountPurpose purpose, Person? by, string token, Instant now)
    {
        var roster = who.Current;
        var profile = roster.Profiles[person];
        var link = $"{settings.PublicAddress}/account/{token}";
        var firm = roster.Firm!;
        var words =
            purpose is AccountPurpose.Invitation
                ? $"""
                    Hello {profile.Person.FirstName},

                    {by?.Name ?? "An administrator"} has added you to Wrenlet at {firm.Name}. Choose a password here;
                    the link works once, for three days:

                    {link}

                    You sign in with {profile.Address} from then on.
                    """
                : $"""
                    Hello {profile.Person.FirstName},

                    somebody asked for a new password for {profile.Address} at {firm.Name}. Choose one here;
                    the link works once, for an hour:

                    {link}

                    If it was not you, do nothing: your password stays as it is.
                    """;
        return Letter(
            profile.Person,
            profile.Address!,
            purpose is AccountPurpose.Invitation ? $"Your account at {firm.Name}" : $"A new password for {firm.Name}",
            words,
            now
        );
    }

    /// <summary>Asks one of the two addresses of a change to confirm it.</summary>
    /// <exception cref="PostOfficeException">The mail was not taken.</exception>
    public Task Confirm(Person person, string to, string address, string token, CancellationToken cancellation) =>
        office.Send(
            Letter(
                person,
                to,
                $"Your address at {who.Current.Firm!.Name}",
                $"""
                Hello {person.FirstName},

                you want to sign in at {who.Current.Firm!.Name} with {address}. Confirm it here,
                and in the mail to the other address; the links work for a day:

                {settings.PublicAddress}/address/{token}

                If it was not you, do nothing: your address stays as it is.
                """,
                clock.Now
            ),
            cancellation
        );

    private MimeMessage Letter(Person person, string to, string subject, string words, Instant now)
    {
        var firm = who.Current.Firm!;
        var mail = new MimeMessage
        {
            MessageId = MimeUtils.GenerateMessageId(firm.Address.Split('@')[^1]),
            Date = now.ToDateTimeOffset(),
            Subject = subject,
        };
        mail.From.Add(new MailboxAddress(firm.Name, firm.Address));
        mail.To.Add(new MailboxAddress(person.Name, to));
        // A machine wrote it (RFC 3834): nothing answers it by itself.
        mail.Headers.Add("Auto-Submitted", "auto-generated");
        mail.Body = new TextPart("plain") { Text = words };
        return mail;
    }

    [LoggerMessage(LogLevel.Warning, "A link for a new password could not be mailed: {Reason}")]
    private static partial void NotSent(ILogger logger, string reason);
}
