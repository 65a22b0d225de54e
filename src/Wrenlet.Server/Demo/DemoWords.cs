using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using MimeKit;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Formats.Text;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Demo;

/// <summary>Words of the scenario, filled in: its dates as they were moved, its tags, its ids.</summary>
internal sealed partial class DemoWords(WhoIsWho who)
{
    /// <summary>By how many days the scenario was moved.</summary>
    public int Days { get; set; }

    /// <summary>
    /// Fills in dates: {2026-04-16|dddd} is that day's weekday after moving, {2026-04-28|th} its ordinal.
    /// </summary>
    public string Worded(string body) =>
        DateForm()
            .Replace(
                body,
                m =>
                {
                    var date = LocalDatePattern.Iso.Parse(m.Groups[1].Value).Value.PlusDays(Days);
                    return m.Groups[2].Value == "th"
                        ? Ordinal(date.Day)
                        : date.ToString(m.Groups[2].Value, CultureInfo.InvariantCulture);
                }
            );

    public static string Ordinal(int day) =>
        day
        + (
            (day % 100 is >= 11 and <= 13)
                ? "th"
                : (day % 10) switch
                {
                    1 => "st",
                    2 => "nd",
                    3 => "rd",
                    _ => "th",
                }
        );

    public string Tagged(string body) =>
        TagForm()
            .Replace(
                body,
                m =>
                {
                    if (m.Groups[1].Value == "#")
                        return TagLink.Markdown(TagKind.Docket, m.Groups[2].Value, m.Value);
                    var word = m.Groups[2].Value;
                    if (who.Current.Staff.FirstOrDefault(p => p.FirstName == word) is { } person)
                        return TagLink.Markdown(TagKind.Person, person.Id.Value.ToString(), "@" + person.Name);
                    return who.Current.Crews.Values.FirstOrDefault(c => c.Name == word) is { } crew
                        ? TagLink.Markdown(TagKind.Crew, crew.Id.Value.ToString(), m.Value)
                        : m.Value;
                }
            );

    public static ConversationId ConversationOf(Story story, string lane) =>
        new(Id($"conversation {story.Ref} {lane}"));

    public static string MailKey(Story story, string party) => story.Ref + " " + party;

    public static string AddressOf(string name) =>
        $"{name.ToLowerInvariant().Replace(' ', '.').Replace("'", "", StringComparison.Ordinal)}@post.example";

    /// <summary>The same id for the same name at every load, so that colours and addresses stay.</summary>
    public static Guid Id(string name)
    {
        var bytes = SHA256.HashData(Encoding.UTF8.GetBytes("saltmarsh 2304 " + name))[..16];
        bytes[6] = (byte)((bytes[6] & 0x0f) | 0x80);
        bytes[8] = (byte)((bytes[8] & 0x3f) | 0x80);
        return new Guid(bytes, bigEndian: true);
    }

    public static Shift Hours(string text)
    {
        var times = text.Split('-')
            .Select(t => LocalTimePattern.CreateWithInvariantCulture("HH:mm").Parse(t).Value)
            .ToArray();
        return new(times[0], times[1]);
    }

    [GeneratedRegex(@"\{(\d{4}-\d\d-\d\d)\|([^}]+)\}")]
    public static partial Regex DateForm();

    [GeneratedRegex(@"(?<!\w)([@#])([A-Za-z][\w-]*)")]
    public static partial Regex TagForm();
}
