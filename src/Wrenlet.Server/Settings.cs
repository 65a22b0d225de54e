using System.Globalization;
using Wrenlet.Formats.Conversations;

namespace Wrenlet.Server;

/// <summary>How this server was started.</summary>
/// <param name="DataFolder">Where the database and the mail stand-in live.</param>
/// <param name="Port">Port on loopback.</param>
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
    /// <summary>Address at which people reach this server, for links in mail; without a slash at its end.</summary>
    public string PublicAddress { get; init; } = "http://127.0.0.1:" + Port.ToString(CultureInfo.InvariantCulture);

    private static readonly Dictionary<string, string> Switches = new()
    {
        ["--data"] = nameof(DataFolder),
        ["--port"] = nameof(Port),
        ["--clock"] = nameof(Clock),
        ["--demo"] = nameof(Demo),
        ["--demo-folder"] = nameof(DemoFolder),
        ["--address"] = nameof(PublicAddress),
        ["--mail"] = nameof(MailFile),
        ["--think-seconds"] = nameof(ThinkSeconds),
        ["--changes-per-second"] = nameof(ChangesPerSecond),
    };

    /// <summary>
    /// Reads the command line: <c>--data DIR --port N --clock 2026-04-14T08:40 --no-demo --mail FILE --address URL</c>.
    /// What is not said there is taken from the environment: WRENLET_DATAFOLDER, WRENLET_PORT and so on.
    /// </summary>
    /// <exception cref="StartException">An argument is unknown or has no usable value.</exception>
    public static Settings Parse(IReadOnlyList<string> args)
    {
        var given = new ConfigurationBuilder()
            .AddEnvironmentVariables("WRENLET_")
            .AddCommandLine([.. Whole(args)], Switches)
            .Build();
        var port = Number("--port", given[nameof(Port)] ?? "5080", 0, 65535);
        var settings = new Settings(
            given[nameof(DataFolder)] ?? "data",
            port,
            given[nameof(Clock)],
            given[nameof(Demo)] is not "false",
            given[nameof(DemoFolder)] ?? Path.Combine(AppContext.BaseDirectory, "demo"),
            Number("--changes-per-second", given[nameof(ChangesPerSecond)] ?? "25", 0, 1_000_000),
            Number("--think-seconds", given[nameof(ThinkSeconds)] ?? "10", 0, 600),
            given[nameof(MailFile)]
        );
        return given[nameof(PublicAddress)] is { } address
            ? settings with
            {
                PublicAddress = Address(address),
            }
            : settings;
    }

    /// <summary>The arguments, each with its value; what is not known is refused.</summary>
    private static IEnumerable<string> Whole(IReadOnlyList<string> args)
    {
        for (var i = 0; i < args.Count; i++)
        {
            if (args[i] == "--no-demo")
            {
                yield return "--demo=false";
                continue;
            }

            if (!Switches.ContainsKey(args[i]))
                throw new StartException(
                    $"{args[i]} is not known here. There are --data DIR, --port N, --clock 2026-04-14T08:40, --mail "
                        + $"FILE, --address URL and --no-demo."
                );
            if (i + 1 == args.Count)
                throw new StartException($"{args[i]} needs a value after it.");
            yield return args[i];
            yield return args[++i];
        }
    }

    private static string Address(string text) =>
        Uri.TryCreate(text, UriKind.Absolute, out var uri) && uri.Scheme is "http" or "https"
            ? text.TrimEnd('/')
            : throw new StartException($"--address {text}: an address such as https://wrenlet.example is wanted.");

    private static int Number(string name, string text, int least, int most) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n >= least && n <= most
            ? n
            : throw new StartException($"{name} {text}: a number from {least} to {most} is wanted.");
}

/// <summary>The server cannot start; the message is the one line that says why and what to do.</summary>
public sealed class StartException(string message, Exception? inner = null) : Exception(message, inner);
