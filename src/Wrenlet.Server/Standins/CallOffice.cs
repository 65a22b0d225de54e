using System.Text.Json;
using NodaTime;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Formats.Conversations;

namespace Wrenlet.Server.Standins;

/// <summary>A call that is over.</summary>
/// <param name="Began">When its first words were said.</param>
/// <param name="Transcript">What was said, as WebVTT.</param>
public sealed record FinishedCall(MeetingId Meeting, Instant Began, string Transcript);

/// <summary>A telephone and video service: it writes down what is said, and gives that when a call is over.</summary>
public interface ICallOffice
{
    /// <summary>Raised when a call may be over.</summary>
    event Action? Something;

    /// <summary>Calls that are over and whose transcripts were not yet taken.</summary>
    IReadOnlyList<FinishedCall> Finished();

    /// <summary>Says that a transcript has been taken in and is safe.</summary>
    void Took(FinishedCall call);

    /// <summary>Says that a transcript could not be taken in; it is kept, and not offered again.</summary>
    void PutAside(FinishedCall call);
}

/// <summary>Something said in the stand-in's call.</summary>
public sealed record SaidInCall(string Speaker, string Words, DateTimeOffset At);

/// <summary>
/// The shipped stand-in for telephone and video: a room in which one types what one would say. What is said lies in
/// <c>calls/open</c>,
/// a line each; when the call is ended, its transcript lies in <c>calls/over</c> until it is taken.
/// </summary>
public sealed class StandinCallOffice : ICallOffice
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    /// <summary>How long a word takes to say.</summary>
    private static readonly Duration OfWord = Duration.FromMilliseconds(350);

    private readonly string _open;
    private readonly string _over;
    private readonly string _aside;
    private readonly Lock _writing = new();

    public StandinCallOffice(Settings settings)
    {
        ArgumentNullException.ThrowIfNull(settings);
        _open = Directory.CreateDirectory(Path.Combine(settings.DataFolder, "calls", "open")).FullName;
        _aside = Directory.CreateDirectory(Path.Combine(settings.DataFolder, "calls", "aside")).FullName;
        _over = Directory.CreateDirectory(Path.Combine(settings.DataFolder, "calls", "over")).FullName;
    }

    /// <inheritdoc/>
    public event Action? Something;

    /// <summary>
    /// What has been said so far, in its order; empty while nothing was, and once the call has been ended.
    /// </summary>
    public IReadOnlyList<SaidInCall> Said(MeetingId meeting)
    {
        lock (_writing)
        {
            var file = OpenFile(meeting);
            return File.Exists(file)
                ?
                [
                    .. File.ReadAllLines(file)
                        .Where(l => l.Length > 0)
                        .Select(l => JsonSerializer.Deserialize<SaidInCall>(l, Json)!),
                ]
                : [];
        }
    }

    /// <summary>Says something. When this returns it is written down for good.</summary>
    /// <exception cref="IOException">It could not be written.</exception>
    public void Say(MeetingId meeting, SaidInCall said)
    {
        lock (_writing)
            File.AppendAllText(OpenFile(meeting), JsonSerializer.Serialize(said, Json) + "\n");
    }

    /// <summary>Ends a call: its transcript can be taken.</summary>
    /// <returns>Whether anything had been said.</returns>
    public bool End(MeetingId meeting)
    {
        lock (_writing)
        {
            var file = OpenFile(meeting);
            if (!File.Exists(file))
                return false;
            File.Move(file, Path.Combine(_over, meeting.Value.ToString("N") + ".jsonl"), overwrite: false);
        }

        Something?.Invoke();
        return true;
    }

    /// <inheritdoc/>
    public IReadOnlyList<FinishedCall> Finished() =>
        [
            .. Directory
                .EnumerateFiles(_over, "*.jsonl")
                .Order(StringComparer.Ordinal)
                .Take(20)
                .Select(file =>
                {
                    var said = File.ReadAllLines(file)
                        .Where(l => l.Length > 0)
                        .Select(l => JsonSerializer.Deserialize<SaidInCall>(l, Json)!)
                        .ToList();
                    var began = Instant.FromDateTimeOffset(said[0].At);
                    var lines = said.Select(s => (From: Instant.FromDateTimeOffset(s.At) - began, Said: s))
                        .Select(s => new SpokenLine(
                            s.From,
                            s.From + (OfWord * s.Said.Words.Split(' ').Length),
                            s.Said.Speaker,
                            s.Said.Words
                        ));
                    return new FinishedCall(
                        new MeetingId(Guid.Parse(Path.GetFileNameWithoutExtension(file))),
                        began,
                        Transcript.Write(lines)
                    );
                }),
        ];

    /// <inheritdoc/>
    public void Took(FinishedCall call)
    {
        ArgumentNullException.ThrowIfNull(call);
        File.Delete(Path.Combine(_over, call.Meeting.Value.ToString("N") + ".jsonl"));
    }

    /// <inheritdoc/>
    public void PutAside(FinishedCall call)
    {
        ArgumentNullException.ThrowIfNull(call);
        var name = call.Meeting.Value.ToString("N") + ".jsonl";
        File.Move(Path.Combine(_over, name), Path.Combine(_aside, name), overwrite: true);
    }

    private string OpenFile(MeetingId meeting) => Path.Combine(_open, meeting.Value.ToString("N") + ".jsonl");
}
