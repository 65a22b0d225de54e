using System.Globalization;
using System.Net;
using Serilog.Events;

namespace Wrenlet.Server;

/// <summary>How this server was started.</summary>
/// <param name="DataFolder">Where the database and the mail stand-in live.</param>
/// <param name="Port">Port it listens on.</param>
/// <param name="Clock">Local time at which the firm's clock stands still; null for a running clock.</param>
/// <param name="Demo">Whether a new database is filled with the scenario.</param>
/// <param name="DemoFolder">Where the scenario's files are.</param>
/// <param name="ChangesPerSecond">How many changes a second one person may make for long; 0 for no limit.</param>
/// <param name="ThinkSeconds">How long mail and text wait with Undo before they leave.</param>
/// <param name="MailFile">JSON file that names real SMTP and IMAP servers; null for the shipped stand-in.</param>
public sealed record Settings(
    string DataFolder,
    int Port,
    string? Clock,
    bool Demo,
    string DemoFolder,
    int ChangesPerSecond,
    int ThinkSeconds,
    string? MailFile
)
{
    /// <summary>The path below which it lies on its host, with a slash before it and none after; empty at the top.</summary>
    public string BasePath { get; init; } = "";

    /// <summary>
    /// Address at which people reach this server, for links in mail; with the base path and without a slash at its end.
    /// </summary>
    public string PublicAddress { get; init; } = "http://127.0.0.1:" + Port.ToString(CultureInfo.InvariantCulture);

    /// <summary>The address of this machine that it listens on.</summary>
    public IPAddress Listen { get; init; } = IPAddress.Loopback;

    /// <summary>Proxies whose word counts about who asks, and how: addresses and networks (CIDR); empty for none.</summary>
    public IReadOnlyList<IPNetwork> TrustedProxies { get; init; } = [];

    /// <summary>Where the nightly backups go.</summary>
    public string BackupFolder { get; init; } = Path.Combine(DataFolder, "backups");

    /// <summary>How many backups are kept; 0 for none a night.</summary>
    public int BackupsKept { get; init; } = 14;

    /// <summary>When the nightly backup is made, in the firm's time.</summary>
    public TimeOnly BackupAt { get; init; } = new(2, 30);

    /// <summary>A word that whoever reads <c>/metrics</c> from elsewhere sends as a bearer token; null: only this machine
    /// reads it.</summary>
    public string? MetricsToken { get; init; }

    /// <summary>Where traces go (OTLP); null for nowhere.</summary>
    public Uri? Traces { get; init; }

    /// <summary>What is logged: this and what is graver.</summary>
    public LogEventLevel LogLevel { get; init; } = LogEventLevel.Warning;

    /// <summary>Other levels for parts of the program, by the beginning of their names.</summary>
    public IReadOnlyList<(string Part, LogEventLevel Level)> LogLevels { get; init; } = [];

    /// <summary>So many bytes of the disk are left to administrators: with fewer, others cannot save.</summary>
    public long Reserve { get; init; } = 64L * 1024 * 1024;

    /// <summary>Largest file that is taken, in bytes.</summary>
    public long LargestFile => FileMegabytes * 1_048_576L;

    /// <summary>Most bytes of files that go with one mail.</summary>
    public long LargestByMail => MailMegabytes * 1_048_576L;

    /// <summary>Largest file that is taken, in megabytes.</summary>
    public int FileMegabytes { get; init; } = 2048;

    /// <summary>Most megabytes of files that go with one mail: more is refused by many mail servers.</summary>
    public int MailMegabytes { get; init; } = 25;

    /// <summary>How many wrong passwords for an address are free; each further try waits.</summary>
    public int SignInTries { get; init; } = 5;

    /// <summary>Where mail goes out (host and port); null where <see cref="MailFile"/> says it, or nobody.</summary>
    public string? SmtpServer { get; init; }

    /// <summary>tls, starttls or none.</summary>
    public string SmtpSecurity { get; init; } = "starttls";

    /// <summary>Who signs in there; null for nobody.</summary>
    public string? SmtpUser { get; init; }

    /// <summary>The password for it.</summary>
    public string? SmtpPassword { get; init; }

    /// <summary>Where mail is taken in (host and port); null for nowhere.</summary>
    public string? ImapServer { get; init; }

    /// <inheritdoc cref="SmtpSecurity"/>
    public string ImapSecurity { get; init; } = "tls";

    /// <inheritdoc cref="SmtpUser"/>
    public string? ImapUser { get; init; }

    /// <inheritdoc cref="SmtpPassword"/>
    public string? ImapPassword { get; init; }

    /// <summary>The mailbox that is read.</summary>
    public string ImapFolder { get; init; } = "INBOX";

    /// <summary>
    /// Reads the settings: from the arguments, what is not said there from the environment (WRENLET_PORT and so on), and
    /// what is not said there either from the file that <c>--config</c> names.
    /// </summary>
    /// <exception cref="StartException">A setting is unknown or has no usable value.</exception>
    public static Settings Parse(IReadOnlyList<string> args)
    {
        var said = KnownSettings.Read(args);
        var settings = new Settings(
            said.Text(nameof(DataFolder))!,
            said.Number(nameof(Port), 0, 65535),
            said.Text(nameof(Clock)),
            said.YesNo(nameof(Demo)),
            said.Text(nameof(DemoFolder)) ?? Path.Combine(AppContext.BaseDirectory, "demo"),
            said.Number(nameof(ChangesPerSecond), 0, 1_000_000),
            said.Number(nameof(ThinkSeconds), 0, 600),
            said.Text(nameof(MailFile))
        )
        {
            Listen = said.Of(nameof(Listen), "an address of this machine, such as 127.0.0.1 or 0.0.0.0", AddressOf),
            TrustedProxies = said.Each(
                nameof(TrustedProxies),
                "addresses and networks with commas between, such as 127.0.0.1, 10.0.0.0/8",
                NetworkOf
            ),
            BackupsKept = said.Number(nameof(BackupsKept), 0, 10_000),
            BackupAt = said.Of(nameof(BackupAt), "a time such as 02:30", TimeOf),
            MetricsToken = said.Secret(nameof(MetricsToken)),
            LogLevel = said.Of(nameof(LogLevel), Levels, LevelOf),
            LogLevels = said.Each(
                nameof(LogLevels),
                $"parts with a level, such as Wrenlet.Server.Background=Debug; {Levels}",
                PartOf
            ),
            Reserve = said.Number(nameof(Reserve), 0, 1_000_000) * 1024L * 1024,
            FileMegabytes = said.Number(nameof(FileMegabytes), 1, 1_000_000),
            MailMegabytes = said.Number(nameof(MailMegabytes), 1, 1_000),
            SignInTries = said.Number(nameof(SignInTries), 1, 1_000),
            SmtpServer = said.Text(nameof(SmtpServer)),
            SmtpSecurity = said.Text(nameof(SmtpSecurity))!,
            SmtpUser = said.Text(nameof(SmtpUser)),
            SmtpPassword = said.Secret(nameof(SmtpPassword)),
            ImapServer = said.Text(nameof(ImapServer)),
            ImapSecurity = said.Text(nameof(ImapSecurity))!,
            ImapUser = said.Text(nameof(ImapUser)),
            ImapPassword = said.Secret(nameof(ImapPassword)),
            ImapFolder = said.Text(nameof(ImapFolder))!,
        };
        if (said.Text(nameof(Traces)) is not null)
            settings = settings with
            {
                Traces = said.Of(nameof(Traces), "an address such as http://127.0.0.1:4317", TraceAddressOf),
            };
        if (said.Text(nameof(BackupFolder)) is { } backups)
            settings = settings with { BackupFolder = backups };
        if (said.Text(nameof(BasePath)) is not null)
        {
            var path = said.Of(nameof(BasePath), "a path such as /wrenlet, of letters, digits and -", PathOf);
            settings = settings with { BasePath = path, PublicAddress = settings.PublicAddress + path };
        }
        return said.Text(nameof(PublicAddress)) is null
            ? settings
            : settings with
            {
                PublicAddress = said.Of(
                    nameof(PublicAddress),
                    $"an address such as https://wrenlet.example{settings.BasePath}"
                        + (settings.BasePath.Length > 0 ? ", with the base path at its end," : ""),
                    text => WebAddressOf(text, settings.BasePath)
                ),
            };
    }

    private static string? PathOf(string text) =>
        text.Trim('/') is { Length: > 0 } path
        && path.Split('/').All(p => p.Length > 0 && p.All(c => char.IsAsciiLetterOrDigit(c) || c == '-'))
            ? "/" + path
            : null;

    private const string Levels = "one of Debug, Information, Warning, Error and Fatal";

    private static LogEventLevel? LevelOf(string text) =>
        Enum.TryParse<LogEventLevel>(text, ignoreCase: true, out var level) && !int.TryParse(text, out _)
            ? level
            : null;

    private static (string, LogEventLevel)? PartOf(string text) =>
        text.Split('=') is [{ Length: > 0 } part, var level] && LevelOf(level) is { } known ? (part, known) : null;

    private static Uri? TraceAddressOf(string text) => Uri.TryCreate(text, UriKind.Absolute, out var uri) ? uri : null;

    private static IPAddress? AddressOf(string text) => IPAddress.TryParse(text, out var address) ? address : null;

    private static IPNetwork? NetworkOf(string text) =>
        IPNetwork.TryParse(text, out var network) ? network
        : IPAddress.TryParse(text, out var one) ? new IPNetwork(one, one.GetAddressBytes().Length * 8)
        : null;

    private static TimeOnly? TimeOf(string text) =>
        TimeOnly.TryParseExact(text, "HH:mm", CultureInfo.InvariantCulture, DateTimeStyles.None, out var time)
            ? time
            : null;

    /// <summary>A web address whose path is the one below which this server lies: links lead nowhere else.</summary>
    private static string? WebAddressOf(string text, string path) =>
        Uri.TryCreate(text, UriKind.Absolute, out var uri)
        && uri.Scheme is "http" or "https"
        && uri.AbsolutePath.TrimEnd('/') == path
            ? text.TrimEnd('/')
            : null;
}

/// <summary>The server cannot start; the message is the one line that says why and what to do.</summary>
public sealed class StartException(string message, Exception? inner = null) : Exception(message, inner);
