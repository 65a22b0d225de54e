using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages;

/// <summary>What of a docket's talk is to be written out.</summary>
/// <param name="Inside">Whether what was internal is in it.</param>
/// <param name="Since">First day; null for the beginning.</param>
/// <param name="Until">Last day; null for today.</param>
internal readonly record struct Extent(bool Inside, LocalDate? Since, LocalDate? Until);

/// <summary>Writes a docket's talk out in open formats.</summary>
internal sealed class Exporting(WhoIsWho who, FirmKinds kinds, FileKeeper keeper, Mails mails, Settings settings)
{
    private const int PageSize = 500;
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>The talk as a page that can be read and printed by itself.</summary>
    public string Html(SqlSession session, Docket docket, Person viewer, Extent extent, Instant now)
    {
        var roster = who.Current;
        var (zone, today) = (roster.Firm!.Calendar.Zone, roster.Firm.Calendar.DateOf(now));
        string Text(string text) => WebUtility.HtmlEncode(text);
        string Moment(Instant at) => DateWords.Moment(at.InZone(zone).LocalDateTime, today);
        var page = new StringBuilder()
            .Append("<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><title>")
            .Append(Text($"{docket.Ref} {docket.Subject}"))
            .Append("</title><style>")
            .Append(
                "body{font:15px/1.5 system-ui,sans-serif;max-width:46em;margin:2em auto;padding:0 "
                    + "1em;color:#20252b}h1{font-size:1.3em;margin:0}article{border-top:1px solid #bbb;padding:.5em 0;break-inside:avoid}"
            )
            .Append(
                "header{color:#555;font-size:.9em}.inside{border-left:3px dashed "
                    + "#7c9a76;padding-left:.8em}.outside{border-left:3px solid "
                    + "#6f9bb3;padding-left:.8em}.event{color:#555;font-size:.9em}blockquote{border-left:2px "
                    + "solid #bbb;margin:.3em 0;padding-left:.8em}@media print{body{margin:0;max-width:none}}"
            )
            .Append("</style></head><body><h1>")
            .Append(Text($"{docket.Ref} {docket.Subject}"))
            .Append("</h1><p>")
            .Append(
                Text(
                    $"{roster.Firm.Name}. Exported {DateWords.Day(today, today)} {today.Year} by {viewer.Name}; "
                        + $"{(extent.Inside ? "with what was internal" : "what was internal is left out")}."
                )
            )
            .Append("</p>");
        var fields = Fields(session, docket, extent.Inside, roster);
        if (fields.Count > 0)
            page.Append("<p>").AppendJoin("<br>", fields.Select(f => Text($"{f.Name}: {f.Shown}"))).Append("</p>");
        foreach (var (entry, conversation) in Entries(session, docket, viewer, extent))
        {
            var inside = conversation.Audience is Audience.Inside;
            page.Append("<article class=\"")
                .Append(
                    entry.Kind is EntryKind.Event ? "event"
                    : inside ? "inside"
                    : "outside"
                )
                .Append("\"><header>")
                .Append(Text(Moment(entry.At)))
                .Append(' ')
                .Append(Text(EntryWords.AuthorOf(entry, roster)))
                .Append(
                    Text(
                        inside
                            ? ", inside"
                            : $", {(entry.Kind is EntryKind.MessageOut ? "to" : "from")} "
                                + $"{ConversationViews.PartyOf(conversation, roster)?.Name}"
                                + $"{(entry.Via is { } via ? $" by {StoredWords.Vias.Of(via)}" : "")}"
                    )
                )
                .Append("</header>")
                .Append(entry.Removed is null ? entry.Html : "<p>removed</p>");
            foreach (var hung in Hung(session, entry, roster, now))
                page.Append("<p><b>").Append(Text(hung)).Append("</b></p>");
            foreach (var file in FileViews.Of(session, entry))
                page.Append("<p>").Append(Text($"File: {file.Name}, {file.Size} bytes")).Append("</p>");
            page.Append("</article>");
        }

        return page.Append("</body></html>").ToString();
    }

    /// <summary>
    /// The docket with its fields, then all that was said: one JSON object a line (JSON Lines).
    /// </summary>
    public string JsonLines(SqlSession session, Docket docket, Person viewer, Extent extent, Instant now)
    {
        var roster = who.Current;
        var lines = new StringBuilder()
            .Append(
                JsonSerializer.Serialize(
                    new
                    {
                        id = docket.Id.Value,
                        docket = docket.Ref.ToString(),
                        kind = "docket",
                        subject = docket.Subject,
                        fields = Fields(session, docket, extent.Inside, roster).ToDictionary(f => f.Name, f => f.Shown),
                    },
                    Json
                )
            )
            .Append('\n');
        foreach (var (entry, conversation) in Entries(session, docket, viewer, extent))
        {
            lines
                .Append(
                    JsonSerializer.Serialize(
                        new
                        {
                            id = entry.Id.Value,
                            docket = docket.Ref.ToString(),
                            audience = StoredWords.Audiences.Of(conversation.Audience),
                            party = ConversationViews.PartyOf(conversation, roster)?.Name,
                            kind = StoredWords.EntryKinds.Of(entry.Kind),
                            via = entry.Via is { } via ? StoredWords.Vias.Of(via) : null,
                            author = EntryWords.AuthorOf(entry, roster),
                            at = entry.At.ToDateTimeOffset(),
                            edited = entry.Edited?.ToDateTimeOffset(),
                            removed = entry.Removed?.ToDateTimeOffset(),
                            body = entry.Body,
                            markdown = entry.IsMarkdown,
                            html = entry.Html,
                            hung = Hung(session, entry, roster, now),
                            files = FileViews
                                .Of(session, entry)
                                .Select(f => new
                                {
                                    f.Id,
                                    f.Name,
                                    f.MediaType,
                                    f.Size,
                                }),
                        },
                        Json
                    )
                )
                .Append('\n');
        }

        return lines.ToString();
    }

    /// <summary>
    /// The mails of the talk as an mbox (RFC 4155, with lines that begin with From quoted): those that came as they
    /// came, ours as they left.
    /// </summary>
    public byte[] Mbox(SqlSession session, Docket docket, Person viewer, Extent extent)
    {
        var roster = who.Current;
        using var box = new MemoryStream();
        foreach (var (entry, conversation) in Entries(session, docket, viewer, extent with { Inside = false }))
        {
            if (entry.Via is not Via.Mail || entry.Delivery is { Sent: false })
                continue;
            byte[] raw;
            string from;
            if (entry.Source is { } source && FileStore.Find(session, source) is { } original)
            {
                (raw, from) = (
                    keeper.Read(original),
                    roster.Profiles.TryGetValue(entry.Author ?? default, out var profile)
                    && profile.Address is { } address
                        ? address
                        : "unknown@invalid"
                );
            }
            else if (entry.Kind is EntryKind.MessageOut)
            {
                using var written = new MemoryStream();
                mails.Compose(session, entry, conversation, roster, settings.PublicAddress).ToMime().WriteTo(written);
                (raw, from) = (written.ToArray(), roster.Firm!.Address);
            }
            else
            {
                continue;
            }

            var at = entry.At.ToDateTimeUtc().ToString("ddd MMM dd HH:mm:ss yyyy", CultureInfo.InvariantCulture);
            box.Write(Encoding.ASCII.GetBytes($"From {from} {at}\n"));
            foreach (var line in Encoding.Latin1.GetString(raw).ReplaceLineEndings("\n").TrimEnd('\n').Split('\n'))
                box.Write(
                    Encoding.Latin1.GetBytes(
                        (line.TrimStart('>').StartsWith("From ", StringComparison.Ordinal) ? ">" : "") + line + "\n"
                    )
                );
            box.WriteByte((byte)'\n');
        }

        return box.ToArray();
    }

    /// <summary>
    /// What hangs on an entry, in a line each: what it asked and what came of that, the meeting to which it invited.
    /// </summary>
    private static List<string> Hung(SqlSession session, Entry entry, Roster roster, Instant now)
    {
        var lines = new List<string>();
        string Name(PersonId person) => roster.Find(person)?.FirstName ?? "someone";
        if (
            entry is { Asks: true, Removed: null }
            && AskStore.OfEntries(session, [entry.Key]).GetValueOrDefault(entry.Id) is { } ask
        )
        {
            var terms = ask.Asking.Terms;
            var options = terms.Options.IsEmpty ? "" : $" between {Names.List(terms.Options.Select(o => $"“{o}”"))}";
            lines.Add(
                $"Asked, a {StoredWords.AskKinds.Of(terms.Kind)}{options}: {AskWords.Of(ask.Asking, ask.Asking.At(now), Name)}"
            );
        }

        if (
            entry is { Meets: true, Removed: null }
            && MeetingStore.OfEntries(session, [entry.Key]).GetValueOrDefault(entry.Id) is { Meeting: var meeting }
        )
            lines.Add(
                $"Meeting: {meeting.Title}, "
                    + $"{MeetingViews.When(meeting.From, meeting.Until, roster, now)}"
                    + $"{(meeting.Where.Length > 0 ? $", {meeting.Where}" : "")}. "
                    + $"{(meeting.CalledOff ? "Called off." : meeting.Line(Name))}"
            );
        return lines;
    }

    private IEnumerable<(Entry Entry, Conversation Conversation)> Entries(
        SqlSession session,
        Docket docket,
        Person viewer,
        Extent extent
    )
    {
        var calendar = who.Current.Firm!.Calendar;
        var since = extent.Since is { } first ? calendar.FirstMoment(first.AtMidnight()) : Instant.MinValue;
        var until = extent.Until is { } last ? calendar.FirstMoment(last.PlusDays(1).AtMidnight()) : Instant.MaxValue;
        var conversations = ConversationStore
            .OfDocket(session, docket.Id)
            .Where(c => (extent.Inside || c.Audience is Audience.Outside) && viewer.MaySee(c.Place))
            .ToList();
        for (long from = 0; ; )
        {
            var page = EntryStore.From(session, conversations, from, PageSize);
            foreach (var entry in page)
            {
                var conversation = conversations.First(c => c.Id == entry.Conversation);
                // How we worked on it stays inside, with what was said there.
                if (
                    (entry.Kind is EntryKind.Event && !extent.Inside)
                    || entry.At < since
                    || entry.At >= until
                    || !EntrySight.Sees(viewer, conversation, entry)
                )
                    continue;
                yield return (entry, conversation);
            }

            if (page.Count < PageSize)
                yield break;
            from = page[^1].Key + 1;
        }
    }

    /// <summary>What stands in the docket's fields; without what is internal, only those that its party sees.</summary>
    private List<PartyField> Fields(SqlSession session, Docket docket, bool inside, Roster roster)
    {
        var values = FieldStore.Of(session, docket.Id);
        return
        [
            .. kinds
                .Current.Of(docket)
                .Fields.Where(f => values.ContainsKey(f.Id) && (inside || f.PartySees))
                .Select(f => new PartyField(f.Name, NamedDates.Shown(f, values[f.Id], roster))),
        ];
    }
}
