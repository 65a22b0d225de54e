using System.Globalization;

namespace Wrenlet.Server;

/// <summary>How this server was started.</summary>
/// <param name="DataFolder">Where the database and the mail stand-in live.</param>
/// <param name="Port">Port on loopback.</param>
/// <param name="Clock">Local time at which the firm's clock stands still; null for a running clock.</param>
/// <param name="Demo">Whether a new database is filled with the scenario.</param>
/// <param name="DemoFolder">Where the scenario's files are.</param>
/// <param name="ChangesPerSecond">How many changes a second one person may make for long; 0 for no limit.</param>
public sealed record Settings(string DataFolder, int Port, string? Clock, bool Demo, string DemoFolder, int ChangesPerSecond)
{
    /// <summary>Reads the command line: <c>--data DIR --port N --clock 2026-04-14T08:40 --no-demo</c>.</summary>
    /// <exception cref="StartException">An argument is unknown or has no usable value.</exception>
    public static Settings Parse(IReadOnlyList<string> args)
    {
        var settings = new Settings("data", 5080, null, true, Path.Combine(AppContext.BaseDirectory, "demo"), 25);
        for (var i = 0; i < args.Count; i++)
        {
            var name = args[i];
            string Value() => ++i < args.Count ? args[i] : throw new StartException($"{name} needs a value after it.");
            settings = name switch
            {
                "--data" => settings with { DataFolder = Value() },
                "--port" => settings with { Port = Number(name, Value(), 0, 65535) },
                "--clock" => settings with { Clock = Value() },
                "--no-demo" => settings with { Demo = false },
                "--demo-folder" => settings with { DemoFolder = Value() },
                "--changes-per-second" => settings with { ChangesPerSecond = Number(name, Value(), 0, 1_000_000) },
                _ => throw new StartException($"{name} is not known here. There are --data DIR, --port N, --clock 2026-04-14T08:40 and --no-demo."),
            };
        }

        return settings;
    }

    private static int Number(string name, string text, int least, int most) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n >= least && n <= most
            ? n
            : throw new StartException($"{name} {text}: a number from {least} to {most} is wanted.");
}

/// <summary>The server cannot start; the message is the one line that says why and what to do.</summary>
public sealed class StartException(string message, Exception? inner = null) : Exception(message, inner);
