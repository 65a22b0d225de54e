using System.Collections.Concurrent;
using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.RegularExpressions;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Pages;

namespace Wrenlet.Server.Tests.World;

/// <summary>A server of lines on loopback, over real sockets; each client is talked to on its own.</summary>
public abstract class LoopbackServer : IDisposable
{
    private readonly TcpListener _listener = new(IPAddress.Loopback, 0);
    private readonly CancellationTokenSource _end = new();

    protected LoopbackServer()
    {
        _listener.Start();
        Port = ((IPEndPoint)_listener.LocalEndpoint).Port;
        _ = Serve();
    }

    public int Port { get; }

    /// <summary>Lines that clients sent, in order.</summary>
    public ConcurrentQueue<string> Lines { get; } = new();

    protected CancellationToken End => _end.Token;

    public void Dispose()
    {
        _end.Cancel();
        _listener.Stop();
        _end.Dispose();
        GC.SuppressFinalize(this);
    }

    /// <summary>Talks to one client until it goes.</summary>
    protected abstract Task Talk(Func<Task<string?>> read, Func<string, Task> say);

    private async Task Serve()
    {
        try
        {
            while (true)
                _ = Talk(await _listener.AcceptTcpClientAsync(_end.Token));
        }
        catch (Exception) when (_end.IsCancellationRequested)
        {
            // The test is over.
        }
    }

    private async Task Talk(TcpClient client)
    {
        using (client)
        {
            var stream = client.GetStream();
            using var reader = new StreamReader(stream, Encoding.Latin1);
            var end = _end.Token;
            try
            {
                await Talk(
                    async () => await reader.ReadLineAsync(end) is { } line ? Noted(line) : null,
                    async line => await stream.WriteAsync(Encoding.Latin1.GetBytes(line + "\r\n"), end)
                );
            }
            catch (Exception wrong) when (wrong is IOException or OperationCanceledException or SocketException)
            {
                // The client has gone, or the test is over.
            }
        }
    }

    private string Noted(string line)
    {
        Lines.Enqueue(line);
        return line;
    }
}

/// <summary>A mail server that speaks as much SMTP (RFC 5321) as a client needs to send.</summary>
public sealed class LoopbackSmtp : LoopbackServer
{
    /// <summary>What was taken, whole.</summary>
    public ConcurrentQueue<string> Taken { get; } = new();

    /// <summary>The answer to a whole mail; null to take it and never answer.</summary>
    public string? Answer { get; set; } = "250 taken";

    protected override async Task Talk(Func<Task<string?>> read, Func<string, Task> say)
    {
        await say("220 loopback ready");
        while (await read() is { } line)
        {
            switch (line.Split(' ')[0].ToUpperInvariant())
            {
                case "DATA":
                    await say("354 go on");
                    var mail = new StringBuilder();
                    while (await read() is { } part && part != ".")
                        mail.AppendLine(part.StartsWith("..", StringComparison.Ordinal) ? part[1..] : part);
                    if (Answer is null || Answer.StartsWith('2'))
                        Taken.Enqueue(mail.ToString());
                    if (Answer is null)
                        await Task.Delay(Timeout.Infinite, End);
                    await say(Answer!);
                    break;
                case "QUIT":
                    await say("221 goodbye");
                    return;
                case "EHLO":
                    await say("250-loopback\r\n250 8BITMIME");
                    break;
                default:
                    await say("250 well");
                    break;
            }
        }
    }
}

/// <summary>A mailbox that speaks as much IMAP (RFC 9051, RFC 3501) as a client needs to read what is new.</summary>
public sealed partial class LoopbackImap : LoopbackServer
{
    /// <summary>Mails by UID.</summary>
    public ConcurrentDictionary<int, string> Mails { get; } = new();

    public ConcurrentDictionary<int, bool> Seen { get; } = new();

    protected override async Task Talk(Func<Task<string?>> read, Func<string, Task> say)
    {
        await say("* OK [CAPABILITY IMAP4rev1] ready");
        while (await read() is { } line)
        {
            var (tag, command) = line.Split(' ', 2) is [var t, var c] ? (t, c) : (line, "");
            bool Is(string verb) => command.StartsWith(verb, StringComparison.Ordinal);
            var uid = UidForm().Match(command) is { Success: true } m
                ? int.Parse(m.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture)
                : 0;
            if (Is("LIST"))
                await say("* LIST () \"/\" \"INBOX\"");
            else if (Is("SELECT") || Is("EXAMINE"))
                await say(
                    $"* FLAGS (\\Seen)\r\n* {Mails.Count} EXISTS\r\n* 0 RECENT\r\n* OK [UIDVALIDITY 1]\r\n* OK "
                        + $"[UIDNEXT 99]\r\n* OK [PERMANENTFLAGS (\\Seen)]"
                );
            else if (Is("UID SEARCH"))
                await say("* SEARCH " + string.Join(' ', Mails.Keys.Where(k => !Seen.ContainsKey(k)).Order()));
            else if (Is("UID FETCH"))
                await say($"* {uid} FETCH (UID {uid} BODY[] {{{Mails[uid].Length}}}\r\n{Mails[uid]})");
            else if (Is("UID STORE"))
                Seen[uid] = true;
            else if (Is("CAPABILITY"))
                await say("* CAPABILITY IMAP4rev1");
            else if (Is("LOGOUT"))
                await say("* BYE");
            await say($"{tag} OK {(Is("EXAMINE") ? "[READ-ONLY] " : Is("SELECT") ? "[READ-WRITE] " : "")}done");
            if (Is("LOGOUT"))
                return;
        }
    }

    [GeneratedRegex(@"^UID (?:FETCH|STORE) (\d+)")]
    private static partial Regex UidForm();
}
