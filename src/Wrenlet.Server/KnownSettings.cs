using System.Globalization;
using System.Text.Json;

namespace Wrenlet.Server;

/// <summary>A setting that an administrator can make.</summary>
/// <param name="Name">What it is called in a file; in the environment it has WRENLET_ before it, in capitals.</param>
/// <param name="Switch">What it is called on the command line; null for a secret, which never stands there.</param>
/// <param name="Default">What holds when nobody says anything; null for nothing.</param>
/// <param name="Says">What it is for.</param>
public sealed record KnownSetting(string Name, string? Switch, string? Default, string Says);

/// <summary>All settings, and what was said of them: by argument, else by environment, else by file, else by default.</summary>
public sealed class KnownSettings
{
    private const string Config = "--config";

    /// <summary>All of them, in the order in which they are told.</summary>
    public static IReadOnlyList<KnownSetting> All { get; } =
    [
        new(nameof(Settings.DataFolder), "--data", "data", "Where the database, files and backups are."),
        new(nameof(Settings.Listen), "--listen", "127.0.0.1", "The address of this machine that it listens on."),
        new(nameof(Settings.Port), "--port", "5080", "The port that it listens on; 0 for any that is free."),
        new(
            nameof(Settings.BasePath),
            "--base-path",
            null,
            "The path below which it lies on its host, such as /wrenlet; nothing for the host's top."
        ),
        new(
            nameof(Settings.PublicAddress),
            "--address",
            null,
            "The address that links in mails begin with, as people reach this server."
        ),
        new(
            nameof(Settings.TrustedProxies),
            "--trusted-proxies",
            null,
            "Proxies that may say who asks and whether by HTTPS (X-Forwarded-For, X-Forwarded-Proto, X-Forwarded-Host): "
                + "addresses and networks, with commas between."
        ),
        new(
            nameof(Settings.MailFile),
            "--mail",
            null,
            "JSON file that names the mail servers; or name them here. Without either, mail goes to a stand-in."
        ),
        new(nameof(Settings.SmtpServer), "--smtp-server", null, "Where mail goes out: mail.example:587."),
        new(nameof(Settings.SmtpSecurity), "--smtp-security", "starttls", "tls, starttls or none."),
        new(nameof(Settings.SmtpUser), "--smtp-user", null, "Who signs in there; nobody by default."),
        new(nameof(Settings.SmtpPassword), null, null, "The password for it."),
        new(nameof(Settings.ImapServer), "--imap-server", null, "Where mail is taken in: mail.example:993."),
        new(nameof(Settings.ImapSecurity), "--imap-security", "tls", "tls, starttls or none."),
        new(nameof(Settings.ImapUser), "--imap-user", null, "Who signs in there; nobody by default."),
        new(nameof(Settings.ImapPassword), null, null, "The password for it."),
        new(nameof(Settings.ImapFolder), "--imap-folder", "INBOX", "The mailbox that is read."),
        new(
            nameof(Settings.BackupFolder),
            "--backups",
            null,
            "Where nightly backups go; backups in the data folder by default."
        ),
        new(nameof(Settings.BackupsKept), "--backups-kept", "14", "How many backups are kept; 0 makes none by itself."),
        new(nameof(Settings.BackupAt), "--backup-at", "02:30", "When the nightly backup is made, in the firm's time."),
        new(
            nameof(Settings.MetricsToken),
            null,
            null,
            "The bearer token by which /metrics is read from another machine; without it only this machine reads them."
        ),
        new(nameof(Settings.LogLevel), "--log-level", "Warning", "What is logged: this and what is graver."),
        new(
            nameof(Settings.LogLevels),
            "--log-levels",
            null,
            "Other levels for parts of the program, with commas between: Wrenlet.Server.Background=Debug."
        ),
        new(nameof(Settings.Traces), "--traces", null, "Where traces go by OTLP, such as http://127.0.0.1:4317."),
        new(
            nameof(Settings.Reserve),
            "--reserve",
            "64",
            "Megabytes of the disk that are left to administrators: with fewer, nobody else can save."
        ),
        new(
            nameof(Settings.ThinkSeconds),
            "--think-seconds",
            "10",
            "How many seconds mail and text wait, with Undo, before they leave."
        ),
        new(
            nameof(Settings.ChangesPerSecond),
            "--changes-per-second",
            "25",
            "How many changes a second one person may make for long; 0 for no limit."
        ),
        new(nameof(Settings.FileMegabytes), "--file-megabytes", "2048", "How large one file may be."),
        new(
            nameof(Settings.MailMegabytes),
            "--mail-megabytes",
            "25",
            "How large the files of one mail may be together; many mail servers refuse more."
        ),
        new(
            nameof(Settings.SignInTries),
            "--sign-in-tries",
            "5",
            "How many wrong passwords for an address are free, before each further try waits."
        ),
        new(
            nameof(Settings.Demo),
            "--demo",
            "true",
            "Whether a new database is filled with the demo; --no-demo for short."
        ),
        new(
            nameof(Settings.DemoFolder),
            "--demo-folder",
            null,
            "Where the demo's files are; beside the program by default."
        ),
        new(
            nameof(Settings.Clock),
            "--clock",
            null,
            "A time such as 2026-04-14T08:40 at which the clock stands still; for trying out."
        ),
    ];

    private readonly IConfiguration _said;

    private KnownSettings(IConfiguration said) => _said = said;

    /// <summary>Reads what was said.</summary>
    /// <exception cref="StartException">Something is unknown, has no value, or the file cannot be read.</exception>
    public static KnownSettings Read(IReadOnlyList<string> args)
    {
        var (said, file) = Arguments(args);
        file ??= Environment.GetEnvironmentVariable("WRENLET_CONFIG");
        var builder = new ConfigurationBuilder().AddInMemoryCollection(
            All.Where(s => s.Default is not null).Select(s => KeyValuePair.Create(s.Name, s.Default))
        );
        if (file is not null)
            AddFile(builder, file);
        return new(builder.AddEnvironmentVariables("WRENLET_").AddInMemoryCollection(said).Build());
    }

    /// <summary>What was said, as text; null when nothing was.</summary>
    public string? Text(string name) => _said[name] is { Length: > 0 } text ? text : null;

    /// <summary>A whole number within bounds.</summary>
    public int Number(string name, int least, int most) =>
        int.TryParse(_said[name], NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n >= least && n <= most
            ? n
            : throw Wrong(name, $"a number from {least} to {most}");

    /// <summary>Yes or no.</summary>
    public bool YesNo(string name) =>
        bool.TryParse(_said[name], out var yes) ? yes : throw Wrong(name, "true or false");

    /// <summary>Something that is read from text.</summary>
    /// <param name="name">The setting.</param>
    /// <param name="wanted">What it has to be, in words.</param>
    /// <param name="read">Reads it; null for what is none.</param>
    public T Of<T>(string name, string wanted, Func<string, T?> read)
        where T : class => read(_said[name] ?? "") ?? throw Wrong(name, wanted);

    /// <inheritdoc cref="Of{T}(string, string, Func{string, T})"/>
    public T Of<T>(string name, string wanted, Func<string, T?> read)
        where T : struct => read(_said[name] ?? "") ?? throw Wrong(name, wanted);

    /// <summary>Several, with commas between; in a file also as a list.</summary>
    public IReadOnlyList<T> Each<T>(string name, string wanted, Func<string, T?> read)
        where T : struct =>
        [
            .. (_said[name]?.Split(',') ?? [.. _said.GetSection(name).GetChildren().Select(c => c.Value ?? "")])
                .Select(t => t.Trim())
                .Where(t => t.Length > 0)
                .Select(t => read(t) ?? throw Wrong(name, wanted)),
        ];

    /// <summary>A secret: from the environment or the file, or out of a file that either names with File at the end.</summary>
    public string? Secret(string name)
    {
        if (Text(name + "File") is not { } path)
            return Text(name);
        try
        {
            return File.ReadAllText(path).Trim();
        }
        catch (Exception wrong) when (wrong is IOException or UnauthorizedAccessException)
        {
            throw new StartException($"{name}File {path} cannot be read: {wrong.Message}", wrong);
        }
    }

    private static void AddFile(IConfigurationBuilder builder, string file)
    {
        try
        {
            var read = new ConfigurationBuilder().AddJsonFile(Path.GetFullPath(file), optional: false).Build();
            foreach (var given in read.GetChildren())
                if (!All.Any(s => Is(s, given.Key)))
                    throw new StartException(
                        $"{given.Key} in {file} is not known here. There are {string.Join(", ", All.Select(s => s.Name))}."
                    );
            builder.AddConfiguration(read);
        }
        catch (Exception wrong)
            when (wrong is IOException or UnauthorizedAccessException or FormatException or InvalidDataException)
        {
            throw new StartException(
                $"the settings in {file} cannot be read: {(wrong.GetBaseException() as JsonException ?? wrong).Message}",
                wrong
            );
        }
    }

    private static bool Is(KnownSetting setting, string key) =>
        key.Equals(setting.Name, StringComparison.OrdinalIgnoreCase)
        || (setting.Switch is null && key.Equals(setting.Name + "File", StringComparison.OrdinalIgnoreCase));

    /// <summary>The arguments, each with its value; what is not known is refused.</summary>
    private static (Dictionary<string, string?> Said, string? File) Arguments(IReadOnlyList<string> args)
    {
        var said = new Dictionary<string, string?>();
        string? file = null;
        for (var i = 0; i < args.Count; i++)
        {
            if (args[i] == "--no-demo")
            {
                said[nameof(Settings.Demo)] = "false";
                continue;
            }

            var known = All.FirstOrDefault(s => s.Switch == args[i]);
            if (known is null && args[i] != Config)
                throw new StartException(
                    $"{args[i]} is not known here. There are {Config} FILE, --no-demo, "
                        + $"{string.Join(", ", All.Select(s => s.Switch).OfType<string>())}; wrenlet help says what they are for."
                );
            if (i + 1 == args.Count)
                throw new StartException($"{args[i]} needs a value after it.");
            if (known is null)
                file = args[++i];
            else
                said[known.Name] = args[++i];
        }

        return (said, file);
    }

    private StartException Wrong(string name, string wanted)
    {
        var setting = All.First(s => s.Name == name);
        return new($"{setting.Switch ?? name} {_said[name]}: {wanted} is wanted.");
    }
}
