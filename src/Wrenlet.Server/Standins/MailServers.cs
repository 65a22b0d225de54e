using System.Text.Json;
using MailKit;
using MailKit.Net.Imap;
using MailKit.Net.Smtp;
using MailKit.Search;
using MailKit.Security;
using MimeKit;

namespace Wrenlet.Server.Standins;

/// <summary>A mail server and how to sign in to it.</summary>
/// <param name="Security">tls (from the first byte), starttls, or none (only for a server on the same machine).</param>
/// <param name="User">Null where the server wants no sign-in.</param>
public sealed record MailServer(
    string Host,
    int Port,
    string Security = "starttls",
    string? User = null,
    string? Password = null
);

/// <summary>What the file of <c>--mail</c> says.</summary>
/// <param name="Smtp">Where mail goes out (RFC 5321).</param>
/// <param name="Imap">Where mail comes in (RFC 9051); null to take none in.</param>
/// <param name="Folder">The mailbox that is read.</param>
public sealed record MailServers(MailServer Smtp, MailServer? Imap, string Folder = "INBOX")
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    /// <summary>What the settings name, in a file or one by one; null where they name none.</summary>
    /// <exception cref="StartException">They name both, or not enough.</exception>
    public static MailServers? Of(Settings settings)
    {
        ArgumentNullException.ThrowIfNull(settings);
        if (settings.MailFile is { } file)
            return settings.SmtpServer is null && settings.ImapServer is null
                ? Read(file)
                : throw new StartException($"mail servers are named in {file} and by settings. Use one of them.");
        if (settings.SmtpServer is { } smtp)
            return new(
                Named(smtp, settings.SmtpSecurity, settings.SmtpUser, settings.SmtpPassword),
                settings.ImapServer is { } imap
                    ? Named(imap, settings.ImapSecurity, settings.ImapUser, settings.ImapPassword)
                    : null,
                settings.ImapFolder
            );
        return settings.ImapServer is null
            ? null
            : throw new StartException("mail is to be taken in, but none can go out. Set SmtpServer as well.");
    }

    private static MailServer Named(string server, string security, string? user, string? password)
    {
        Options(security);
        return
            server.LastIndexOf(':') is > 0 and var colon
            && int.TryParse(server[(colon + 1)..], out var port)
            && port is > 0 and < 65536
            ? new(server[..colon], port, security, user, password)
            : throw new StartException($"{server}: a mail server is wanted with its port, such as mail.example:587.");
    }

    /// <summary>Reads the file.</summary>
    /// <exception cref="StartException">It is not there or does not say what is needed.</exception>
    public static MailServers Read(string file)
    {
        try
        {
            var servers = JsonSerializer.Deserialize<MailServers>(File.ReadAllText(file), Json);
            if (servers is not { Smtp: { Host.Length: > 0, Port: > 0 } })
                throw new StartException($"{file} must name smtp with host and port. docs/mail-servers.md shows one.");
            foreach (var server in new[] { servers.Smtp, servers.Imap }.OfType<MailServer>())
                Options(server.Security);
            return servers;
        }
        catch (Exception wrong) when (wrong is IOException or UnauthorizedAccessException or JsonException)
        {
            throw new StartException(
                $"{file} cannot be read as the description of mail servers: {wrong.Message} docs/mail-servers.md shows one.",
                wrong
            );
        }
    }

    internal static SecureSocketOptions Options(string security) =>
        security switch
        {
            "tls" => SecureSocketOptions.SslOnConnect,
            "starttls" => SecureSocketOptions.StartTls,
            "none" => SecureSocketOptions.None,
            _ => throw new StartException(
                $"“{security}” is not a security setting of a mail server. Use tls, starttls or none."
            ),
        };
}

/// <summary>
/// Real mail servers: out by SMTP, in by IMAP. A mail taken in is marked as seen and stays in its mailbox.
/// </summary>
public sealed class MailServerPostOffice(MailServers servers) : IPostOffice
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(30);

    public bool SendsOnce => false;

    public async Task Send(MimeMessage mail, CancellationToken cancellation)
    {
        using var client = new SmtpClient { Timeout = (int)Patience.TotalMilliseconds };
        try
        {
            await Connect(client, servers.Smtp, cancellation);
            await client.SendAsync(mail, cancellation);
        }
        catch (Exception wrong) when (IsRefusal(wrong))
        {
            throw new PostOfficeException(
                $"The mail server {servers.Smtp.Host} did not take it: "
                    + $"{(wrong is SmtpCommandException answer ? $"{(int)answer.StatusCode} " : "")}{wrong.Message}",
                wrong
            );
        }

        // It has been taken: a goodbye that fails changes nothing.
        try
        {
            await client.DisconnectAsync(true, cancellation);
        }
        catch (Exception wrong) when (IsRefusal(wrong))
        {
            client.Dispose();
        }
    }

    public async Task<IReadOnlyList<ArrivedMail>> Arrived(Func<string, bool> rests, CancellationToken cancellation)
    {
        if (servers.Imap is null)
            return [];
        var arrived = new List<ArrivedMail>();
        await InMailbox(
            FolderAccess.ReadOnly,
            async folder =>
            {
                var unseen = await folder.SearchAsync(SearchQuery.NotSeen, cancellation);
                foreach (var id in unseen.Where(u => !rests(u.ToString())))
                {
                    if (ArrivedMail.Enough(arrived))
                        break;
                    await using var raw = await folder.GetStreamAsync(id, "", cancellation);
                    using var memory = new MemoryStream();
                    await raw.CopyToAsync(memory, cancellation);
                    arrived.Add(new(id.ToString(), memory.ToArray()));
                }
            },
            cancellation
        );
        return arrived;
    }

    public Task Took(ArrivedMail mail, CancellationToken cancellation)
    {
        ArgumentNullException.ThrowIfNull(mail);
        return InMailbox(
            FolderAccess.ReadWrite,
            folder => folder.AddFlagsAsync(UniqueId.Parse(mail.Name), MessageFlags.Seen, true, cancellation),
            cancellation
        );
    }

    private async Task InMailbox(FolderAccess access, Func<IMailFolder, Task> act, CancellationToken cancellation)
    {
        using var client = new ImapClient { Timeout = (int)Patience.TotalMilliseconds };
        try
        {
            await Connect(client, servers.Imap!, cancellation);
            var folder = await client.GetFolderAsync(servers.Folder, cancellation);
            await folder.OpenAsync(access, cancellation);
            await act(folder);
            await client.DisconnectAsync(true, cancellation);
        }
        catch (Exception wrong) when (IsRefusal(wrong))
        {
            throw new PostOfficeException(
                $"The mailbox at {servers.Imap!.Host} cannot be read: {wrong.Message}",
                wrong
            );
        }
    }

    private static async Task Connect(IMailService client, MailServer server, CancellationToken cancellation)
    {
        await client.ConnectAsync(server.Host, server.Port, MailServers.Options(server.Security), cancellation);
        if (server.User is { } user)
            await client.AuthenticateAsync(user, server.Password ?? "", cancellation);
    }

    private static bool IsRefusal(Exception wrong) =>
        wrong
            is IOException
                or System.Net.Sockets.SocketException
                or ProtocolException
                or CommandException
                or AuthenticationException
                or SslHandshakeException
                or ServiceNotConnectedException
                or ServiceNotAuthenticatedException
                or FolderNotFoundException
                or TimeoutException
                or InvalidOperationException
                or NotSupportedException;
}
