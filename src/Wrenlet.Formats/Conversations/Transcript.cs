using System.Globalization;
using System.Net;
using System.Text;
using System.Text.RegularExpressions;
using NodaTime;

namespace Wrenlet.Formats.Conversations;

/// <summary>Something said in a call.</summary>
/// <param name="From">Since the call began.</param>
/// <param name="Until">Since the call began; not before it was begun.</param>
/// <param name="Speaker">Who said it; empty when that is not known.</param>
/// <param name="Words">What was said.</param>
public sealed record SpokenLine(Duration From, Duration Until, string Speaker, string Words);

/// <summary>Transcripts of calls as WebVTT (W3C, WebVTT: The Web Video Text Tracks Format).</summary>
public static partial class Transcript
{
    /// <summary>The media type, without its charset.</summary>
    public const string MediaType = "text/vtt";

    /// <summary>Writes what was said, each line with its speaker in a voice span.</summary>
    public static string Write(IEnumerable<SpokenLine> lines)
    {
        ArgumentNullException.ThrowIfNull(lines);
        var text = new StringBuilder("WEBVTT\n");
        foreach (var line in lines)
            text.Append(CultureInfo.InvariantCulture, $"\n{Time(line.From)} --> {Time(line.Until)}\n")
                .Append(line.Speaker.Length > 0 ? $"<v {Escaped(line.Speaker)}>" : "")
                .Append(Escaped(line.Words))
                .Append('\n');
        return text.ToString();
    }

    /// <summary>
    /// Reads what was said. Comments, styles and regions are passed over, and cues without words; of marks within words
    /// only who speaks is kept.
    /// </summary>
    /// <param name="text">The file.</param>
    /// <returns>The lines in their order, or what is wrong with the file.</returns>
    public static (IReadOnlyList<SpokenLine> Lines, string? Wrong) Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var blocks = text.TrimStart('\uFEFF')
            .ReplaceLineEndings("\n")
            .Split("\n\n", StringSplitOptions.RemoveEmptyEntries);
        if (blocks.Length == 0 || !Signature().IsMatch(blocks[0]))
            return ([], "It is not WebVTT: the first line must be WEBVTT.");
        var lines = new List<SpokenLine>();
        foreach (var block in blocks.Skip(1))
        {
            var rows = block.Trim('\n').Split('\n');
            var at = Array.FindIndex(
                rows,
                0,
                Math.Min(2, rows.Length),
                r => r.Contains("-->", StringComparison.Ordinal)
            );
            // Without times it is a comment, a style or a region.
            if (at < 0)
                continue;
            if (Timing().Match(rows[at]) is not { Success: true } timing)
                return ([], $"“{rows[at].Trim()}” is not a cue time. Write it as 00:01:02.000 --> 00:01:05.500.");
            var (from, until) = (Moment(timing.Groups[1].Value), Moment(timing.Groups[2].Value));
            if (until < from)
                return ([], $"The cue “{rows[at].Trim()}” ends before it begins.");
            lines.AddRange(
                Voices(string.Join('\n', rows[(at + 1)..])).Select(v => new SpokenLine(from, until, v.Speaker, v.Words))
            );
        }

        return lines.Count == 0 ? ([], "Nothing is said in it: there are no cues with words.") : (lines, null);
    }

    /// <summary>Lines of one speaker that follow on one another closely, as one.</summary>
    /// <param name="lines">The lines in their order.</param>
    /// <param name="pause">A longer pause begins a new one.</param>
    /// <param name="most">Characters after which a new one begins.</param>
    public static IEnumerable<SpokenLine> Joined(IEnumerable<SpokenLine> lines, Duration pause, int most)
    {
        ArgumentNullException.ThrowIfNull(lines);
        SpokenLine? open = null;
        foreach (var line in lines)
        {
            if (
                open is not null
                && open.Speaker == line.Speaker
                && line.From - open.Until <= pause
                && open.Words.Length + line.Words.Length < most
            )
            {
                open = open with { Until = line.Until, Words = $"{open.Words} {line.Words}" };
                continue;
            }

            if (open is not null)
                yield return open;
            open = line;
        }

        if (open is not null)
            yield return open;
    }

    /// <summary>The parts of a cue by who speaks; words before the first voice are nobody's.</summary>
    private static IEnumerable<(string Speaker, string Words)> Voices(string payload)
    {
        var (speaker, from) = ("", 0);
        foreach (Match voice in Voice().Matches(payload))
        {
            if (Words(payload[from..voice.Index]) is { Length: > 0 } before)
                yield return (speaker, before);
            (speaker, from) = (WebUtility.HtmlDecode(voice.Groups[1].Value).Trim(), voice.Index + voice.Length);
        }

        if (Words(payload[from..]) is { Length: > 0 } rest)
            yield return (speaker, rest);
    }

    private static string Words(string marked) =>
        string.Join(
            ' ',
            WebUtility
                .HtmlDecode(Mark().Replace(marked, ""))
                .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
        );

    private static Duration Moment(string time)
    {
        var parts = time.Split(':', '.').Select(p => int.Parse(p, CultureInfo.InvariantCulture)).ToArray();
        var hours = parts.Length == 4 ? parts[0] : 0;
        return Duration.FromHours(hours)
            + Duration.FromMinutes(parts[^3])
            + Duration.FromSeconds(parts[^2])
            + Duration.FromMilliseconds(parts[^1]);
    }

    private static string Time(Duration at) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{(int)at.TotalHours:00}:{at.Minutes:00}:{at.Seconds:00}.{at.Milliseconds:000}"
        );

    /// <summary>Words that hold no mark and no arrow (WebVTT, 4.2.2), on one line.</summary>
    private static string Escaped(string words) =>
        string.Join(' ', words.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))
            .Replace("&", "&amp;", StringComparison.Ordinal)
            .Replace("<", "&lt;", StringComparison.Ordinal)
            .Replace(">", "&gt;", StringComparison.Ordinal);

    [GeneratedRegex(@"^WEBVTT(?:[ \t\n].*)?$", RegexOptions.Singleline)]
    private static partial Regex Signature();

    [GeneratedRegex(
        @"^\s*((?:\d{2,5}:)?[0-5]\d:[0-5]\d\.\d{3})[ \t]+-->[ \t]+((?:\d{2,5}:)?[0-5]\d:[0-5]\d\.\d{3})(?:[ \t].*)?$"
    )]
    private static partial Regex Timing();

    [GeneratedRegex(@"<v(?:\.[^\s>]*)?[ \t]+([^>]*)>")]
    private static partial Regex Voice();

    [GeneratedRegex(@"<[^>]*>")]
    private static partial Regex Mark();
}
