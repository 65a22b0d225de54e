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

    /// <summary>
    /// Reads the command line: <c>--data DIR --port N --clock 2026-04-14T08:40 --no-demo --mail FILE --address URL</c>.
    /// </summary>
    /// <exception cref="StartException">An argument is unknown or has no usable value.</exception>
    public static Settings Parse(IReadOnlyList<string> args)
    {
        var settings = new Settings(
            "data",
            5080,
            null,
            true,
            Path.Combine(AppContext.BaseDirectory, "demo"),
            25,
            10,
            null
        );
        for (var i = 0; i < args.Count; i++)
        {
            var name = args[i];
            string Value() => ++i < args.Count ? args[i] : throw new StartException($"{name} needs a value after it.");
            settings = name switch
            {
                "--data" => settings with { DataFolder = Value() },
                "--port" => AtPort(settings, Number(name, Value(), 0, 65535)),
                "--clock" => settings with { Clock = Value() },
                "--no-demo" => settings with { Demo = false },
                "--demo-folder" => settings with { DemoFolder = Value() },
                "--address" => settings with { PublicAddress = Address(Value()) },
                "--mail" => settings with { MailFile = Value() },
                "--think-seconds" => settings with { ThinkSeconds = Number(name, Value(), 0, 600) },
                "--changes-per-second" => settings with { ChangesPerSecond = Number(name, Value(), 0, 1_000_000) },
                _ => throw new StartException(
                    $"{name} is not known here. There are --data DIR, --port N, --clock 2026-04-14T08:40, --mail "
                        + $"FILE, --address URL and --no-demo."
                ),
            };
        }

        return settings;
    }

    private static Settings AtPort(Settings settings, int port) =>
        settings with
        {
            Port = port,
            PublicAddress =
                settings.PublicAddress == $"http://127.0.0.1:{settings.Port}"
                    ? $"http://127.0.0.1:{port}"
                    : settings.PublicAddress,
        };

    private static string Address(string text) =>
        Uri.TryCreate(text, UriKind.Absolute, out var uri) && uri.Scheme is "http" or "https"
            ? text.TrimEnd('/')
            : throw new StartException($"--address {text}: an address such as https://yard.example is wanted.");

    private static int Number(string name, string text, int least, int most) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n >= least && n <= most
            ? n
            : throw new StartException($"{name} {text}: a number from {least} to {most} is wanted.");
}

/// <summary>The server cannot start; the message is the one line that says why and what to do.</summary>
public sealed class StartException(string message, Exception? inner = null) : Exception(message, inner);
