using System.Globalization;
using System.Text.RegularExpressions;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Dockets;

namespace Wrenlet.Server.Demo;

/// <summary>A docket's story as its file tells it; all times are the scenario's own, not yet moved.</summary>
internal sealed class Story
{
    public DocketRef? Ref { get; set; }

    public string Subject { get; set; } = "";

    public string Site { get; set; } = "Upper Yard";

    public string Owner { get; set; } = "";

    public string? Stage { get; set; }

    /// <summary>What stands in its fields: the name of each, and what it holds.</summary>
    public List<string> Fields { get; } = [];

    public string Queue { get; set; } = "Work in hand";

    public string? Customer { get; set; }

    public string? Partner { get; set; }

    public Priority Priority { get; set; } = Priority.Normal;

    public bool Closed { get; set; }

    public List<(string Name, LocalDateTime At)> Milestones { get; } = [];

    public List<Said> Entries { get; } = [];
}

/// <summary>Something said in a story, with the tasks made of it.</summary>
/// <param name="Author">Name, or name and address of a stranger.</param>
/// <param name="Lane">inside, outside or new mail.</param>
/// <param name="To">The party spoken to, where it is not the customer.</param>
/// <param name="MailSubject">Subject of a new mail.</param>
/// <param name="ByText">Whether a party sent it as a text message; else by mail.</param>
/// <param name="Ask">What it asks for; null for nothing.</param>
/// <param name="Meeting">The meeting that it invites to; null for none.</param>
/// <param name="Sheets">Sheets that are made, revised or shared just after; null for none.</param>
internal sealed record Said(
    LocalDateTime At,
    string Author,
    string Lane,
    string? To,
    string? MailSubject,
    string Body,
    List<PromisedTask> Tasks,
    bool Close = false,
    bool ByText = false,
    ToldAsk? Ask = null,
    ToldMeeting? Meeting = null,
    IReadOnlyList<ToldSheet>? Sheets = null,
    ToldFile? File = null
);

/// <summary>A picture or another file that goes with what is said.</summary>
internal sealed record ToldFile(string File, string Caption);

/// <summary>Something that is asked in a story.</summary>
/// <param name="Kind">question, decision, choice or confirmation.</param>
/// <param name="Rule">anyone, everyone or in-order.</param>
internal sealed record ToldAsk(string Kind, string[] Of, LocalDateTime? Due, string Rule, string[] Options);

/// <summary>
/// What is done with a sheet in a story: it is made or given a revision, or a party is given it to see.
/// </summary>
/// <param name="File">File of the scenario with what the revision holds; empty where it is shared only.</param>
/// <param name="Words">What is new in it, or “for” and the party.</param>
internal sealed record ToldSheet(string File, string Name, string By, string Words);

/// <summary>A meeting of a story, which is by call where it has no place.</summary>
internal sealed record ToldMeeting(string Title, LocalDateTime At, int Minutes, string[] With, string? Where);

/// <summary>A task of a story.</summary>
internal sealed record PromisedTask(
    string[] Owners,
    LocalDateTime? Due,
    Priority Priority,
    int? Minutes,
    LocalDateTime? Done,
    string? Gate,
    string Title
);

/// <summary>Reads a story file: a heading, facts, then entries under headings of their own.</summary>
internal static partial class StoryFile
{
    private static readonly LocalDateTimePattern Moment = LocalDateTimePattern.CreateWithInvariantCulture(
        "uuuu-MM-dd HH:mm"
    );

    /// <exception cref="FormatException">A line is not understood; the message names file and line.</exception>
    public static Story Read(string name, string text)
    {
        var story = new Story();
        Said? open = null;
        var body = new List<string>();
        void Finish()
        {
            if (open is not null)
                story.Entries.Add(open with { Body = string.Join('\n', body).Trim() });
            body.Clear();
        }

        var number = 0;
        foreach (var line in text.ReplaceLineEndings("\n").Split('\n'))
        {
            number++;
            if (line.StartsWith("## ", StringComparison.Ordinal))
            {
                Finish();
                open =
                    Heading(line[3..])
                    ?? throw new FormatException(
                        $"{name}, line {number}: “{line}” should read “## 2026-04-13 15:02 Name, inside”."
                    );
            }
            else if (line.StartsWith("# ", StringComparison.Ordinal))
            {
                var words = line[2..].Split(' ', 2);
                story.Ref = DocketRef.Parse(words[0]);
                story.Subject = story.Ref is null ? "" : words[1];
            }
            else if (open is null)
            {
                if (line.Length > 0)
                    Fact(story, line, $"{name}, line {number}");
            }
            else if (line.StartsWith(">> task ", StringComparison.Ordinal))
            {
                open.Tasks.Add(Task(line[8..]));
            }
            else if (line.StartsWith(">> ask ", StringComparison.Ordinal))
            {
                open = open with { Ask = Ask(line[7..]) };
            }
            else if (line.StartsWith(">> meeting ", StringComparison.Ordinal))
            {
                open = open with { Meeting = Meeting(line[11..]) };
            }
            else if (line.StartsWith(">> file ", StringComparison.Ordinal))
            {
                var parts = line[8..].Split('|', StringSplitOptions.TrimEntries);
                open = open with { File = new(parts[0], parts.Length > 1 ? parts[1] : "") };
            }
            else if (line.StartsWith(">> sheet ", StringComparison.Ordinal))
            {
                var parts = line[9..].Split('|', StringSplitOptions.TrimEntries);
                open = open with
                {
                    Sheets =
                    [
                        .. open.Sheets ?? [],
                        new ToldSheet(parts[0], parts[1], parts[2], parts.Length > 3 ? parts[3] : ""),
                    ],
                };
            }
            else
            {
                body.Add(line);
            }
        }

        Finish();
        return story;
    }

    public static LocalDateTime At(string text) => Moment.Parse(text).Value;

    private static Said? Heading(string line)
    {
        var match = HeadingForm().Match(line);
        if (!match.Success)
            return null;
        var lane = match.Groups["lane"].Value;
        return new(
            At(match.Groups["at"].Value),
            match.Groups["who"].Value,
            lane,
            Text(match, "to"),
            Text(match, "subject"),
            "",
            [],
            ByText: Text(match, "by") == "text"
        );
    }

    /// <summary>"choice | Odalys Brandt, Kit Ramaswamy | due 2026-04-16 12:00 | everyone | one / another".</summary>
    private static ToldAsk Ask(string line)
    {
        var parts = line.Split('|', StringSplitOptions.TrimEntries);
        return new(
            parts[0],
            parts[1].Split(',', StringSplitOptions.TrimEntries),
            parts.Length > 2 && parts[2].StartsWith("due ", StringComparison.Ordinal) ? At(parts[2][4..]) : null,
            parts.Length > 3 ? parts[3] : "anyone",
            parts.Length > 4 ? parts[4].Split('/', StringSplitOptions.TrimEntries) : []
        );
    }

    /// <summary>"Which quote | 2026-04-14 14:00 | 45 | Odalys Brandt, Kit Ramaswamy | Shed office".</summary>
    private static ToldMeeting Meeting(string line)
    {
        var parts = line.Split('|', StringSplitOptions.TrimEntries);
        return new(
            parts[0],
            At(parts[1]),
            int.Parse(parts[2], CultureInfo.InvariantCulture),
            parts[3].Split(',', StringSplitOptions.TrimEntries),
            parts.Length > 4 ? parts[4] : null
        );
    }

    private static string? Text(Match match, string group) =>
        match.Groups[group].Success ? match.Groups[group].Value : null;

    private static void Fact(Story story, string line, string where)
    {
        var (key, value) = line.Split(": ", 2) is [var k, var v]
            ? (k, v)
            : throw new FormatException($"{where}: “{line}” should read “name: value”.");
        switch (key)
        {
            case "site":
                story.Site = value;
                break;
            case "owner":
                story.Owner = value;
                break;
            case "field":
                story.Fields.Add(value);
                break;
            case "stage":
                story.Stage = value;
                break;
            case "queue":
                story.Queue = value;
                break;
            case "customer":
                story.Customer = value;
                break;
            case "partner":
                story.Partner = value;
                break;
            case "priority":
                story.Priority = Enum.Parse<Priority>(value, ignoreCase: true);
                break;
            case "milestone":
                story.Milestones.Add((value.Split(' ')[0], At(value.Split(' ', 2)[1])));
                break;
            default:
                throw new FormatException($"{where}: “{key}” is not known here.");
        }
    }

    private static PromisedTask Task(string line)
    {
        var parts = line.Split(" | ");
        var task = new PromisedTask(parts[0].Split(", "), null, Priority.Normal, null, null, null, parts[^1]);
        foreach (var part in parts[1..^1])
            task = part.Split(' ', 2) switch
            {
                ["due", var due] => task with { Due = At(due) },
                ["done", var done] => task with { Done = At(done) },
                ["gate", var gate] => task with { Gate = gate },
                [var minutes] when int.TryParse(minutes, NumberStyles.None, CultureInfo.InvariantCulture, out var m) =>
                    task with
                    {
                        Minutes = m,
                    },
                [var priority] => task with { Priority = Enum.Parse<Priority>(priority, ignoreCase: true) },
                _ => throw new FormatException($"“{part}” is not known in a task."),
            };
        return task;
    }

    [GeneratedRegex(
        @"^(?<at>\d{4}-\d\d-\d\d \d\d:\d\d) (?<who>[^,]+), (?<lane>inside|outside|new mail)(?: by "
            + @"(?<by>mail|text))?(?: to (?<to>.+))?(?:: (?<subject>.+))?$"
    )]
    private static partial Regex HeadingForm();
}
