using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Pages.Later;
using Wrenlet.Server.People;
using Wrenlet.Server.Sheets;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Pages;

/// <summary>Which part of a talk to read: at most one of these; none for the newest.</summary>
/// <param name="Before">What stands before this order.</param>
/// <param name="After">What stands after this order.</param>
/// <param name="Around">This entry, with what stands before and after it.</param>
/// <param name="Day">What was said from this day of the firm's calendar on, with a little before it.</param>
public readonly record struct TalkSpan(
    [property: FromQuery(Name = "before")] long? Before,
    [property: FromQuery(Name = "after")] long? After,
    [property: FromQuery(Name = "around")] Guid? Around,
    [property: FromQuery(Name = "day")] DateOnly? Day
);

/// <summary>How far a person has read a conversation, and what it keeps at hand.</summary>
/// <param name="ReadUpTo">Order of the last entry they have read; 0 when they have read none.</param>
/// <param name="Pins">Entries kept at hand, in order.</param>
public sealed record MarksView(Guid Conversation, long ReadUpTo, IReadOnlyList<PinView> Pins);

/// <summary>An entry kept at hand.</summary>
public sealed record PinView(Guid Entry, string Words, PersonView? Author, DateTimeOffset At, string By);

/// <summary>Reads talk as one viewer sees it: entries with what hangs on them, all of a page at once.</summary>
internal static class TalkReading
{
    private const int PageSize = 32;

    /// <summary>A part of the talk of these conversations, in one order, oldest first.</summary>
    /// <param name="span">Which part.</param>
    /// <param name="tasks">The tasks that hang on entries, where they have been read already; null to read them
    /// here.</param>
    public static Talk Talk(
        SqlSession session,
        IReadOnlyList<Conversation> conversations,
        Person viewer,
        Roster roster,
        Instant now,
        TalkSpan span,
        ILookup<EntryId, WorkTask>? tasks = null
    )
    {
        var (page, before, after) = Page(session, conversations, span, roster);
        var seen = page.Where(e => EntrySight.Sees(viewer, conversations.First(c => c.Id == e.Conversation), e))
            .ToList();
        // Of an older part, the blank at its end is not known to last.
        var silences = viewer.IsStaff
            ? conversations
                .Where(c => c.Audience is Audience.Outside)
                .SelectMany(c => ConversationViews.Silences(c, seen, roster, now))
                .Where(b => after is null || !b.Running)
                .ToList()
            : [];
        return new(
            Entries(session, seen, viewer, roster, now, tasks),
            silences,
            before,
            after,
            viewer.IsStaff && after is null ? LaterViews.In(session, conversations, viewer, roster) : []
        );
    }

    /// <summary>An entry as the viewer sees it; null when they do not.</summary>
    public static EntryView? Entry(SqlSession session, EntryId id, Person viewer, Roster roster, Instant now) =>
        EntryStore.Find(session, id) is { } entry
        && ConversationStore.Find(session, entry.Conversation) is { } conversation
        && EntrySight.Sees(viewer, conversation, entry)
            ? Entries(session, [entry], viewer, roster, now)[0]
            : null;

    /// <summary>
    /// Entries that the viewer sees, with their files, tasks, signs and what they answer; one question to the database
    /// for each kind, and none for a kind that none has.
    /// </summary>
    public static IReadOnlyList<EntryView> Entries(
        SqlSession session,
        IReadOnlyList<Entry> entries,
        Person viewer,
        Roster roster,
        Instant now,
        ILookup<EntryId, WorkTask>? tasks = null
    )
    {
        if (viewer.IsStaff)
            tasks ??= TaskStore.OfEntries(session, entries.Select(e => e.Key));
        var signed = viewer.IsStaff ? entries.Where(e => e.Signs > 0).Select(e => e.Key).ToList() : [];
        var signs = signed.Count > 0 ? EntryMarkStore.Signs(session, signed) : null;
        var filed = viewer.IsStaff ? entries.Where(e => e.Filed).Select(e => e.Key).ToList() : [];
        var filings = filed.Count > 0 ? FilingStore.Of(session, filed) : null;
        var asking = entries.Where(e => e.Asks && e.Removed is null).Select(e => e.Key).ToList();
        var asks = asking.Count > 0 ? AskStore.OfEntries(session, asking) : null;
        var meeting = entries.Where(e => e.Meets && e.Removed is null).Select(e => e.Key).ToList();
        var meetings = meeting.Count > 0 ? MeetingStore.OfEntries(session, meeting) : null;
        var came = viewer.IsStaff
            ? entries.Where(e => e is { Kind: EntryKind.MessageIn, Via: Via.Page }).Select(e => e.Key).ToList()
            : [];
        var links = came.Count > 0 ? LinkStore.OfEntries(session, came) : null;
        var quoted = entries.SelectMany(e => new[] { e.RepliesTo, e.ForwardedFrom }).OfType<long>().ToList();
        var quotes = quoted.Count > 0 ? EntryMarkStore.Quotes(session, quoted) : null;
        return
        [
            .. entries.Select(e =>
                EntryViews.Of(
                    e,
                    viewer,
                    roster,
                    tasks is null
                        ? []
                        : tasks[e.Id]
                            .Where(t => viewer.MaySee(t.Place, Thing.Working))
                            .Select(t => TaskViews.Of(t, roster, now)),
                    Viewpoints.Shown(session, FileViews.Of(session, e), viewer),
                    Quoted(session, quotes, e.RepliesTo, viewer, roster),
                    Quoted(session, quotes, e.ForwardedFrom, viewer, roster),
                    signs is null
                        ? null
                        :
                        [
                            .. signs[e.Key]
                                .GroupBy(s => s.Sign)
                                .Select(g => new SignView(
                                    g.Key,
                                    [.. g.Select(s => roster.Find(s.Person)).OfType<Person>().Select(PersonView.Of)]
                                )),
                        ],
                    filings is not null && filings.TryGetValue(e.Key, out var filing)
                        ? FilingViews.Of(filing, roster)
                        : null,
                    asks is not null && asks.TryGetValue(e.Id, out var ask)
                        ? AskViews.Of(ask, e.Version, viewer, roster, now)
                        : null,
                    meetings is not null && meetings.TryGetValue(e.Id, out var meets)
                        ? MeetingViews.Of(meets, viewer, roster, now)
                        : null,
                    links?.GetValueOrDefault(e.Key)
                )
            ),
        ];
    }

    /// <summary>How far the viewer has read each of these conversations, and what it keeps at hand.</summary>
    public static IReadOnlyList<MarksView> Marks(
        SqlSession session,
        IReadOnlyList<Conversation> conversations,
        Person viewer,
        Roster roster
    ) =>
        [
            .. EntryMarkStore
                .MarksOf(session, [.. conversations.Select(c => c.Key)], viewer.Id)
                .Select(m => new MarksView(
                    conversations.First(c => c.Key == m.Conversation).Id.Value,
                    m.ReadUpTo,
                    m.Pins == 0 ? [] : Pins(session, m.Conversation, roster)
                )),
        ];

    private static IReadOnlyList<PinView> Pins(SqlSession session, long conversation, Roster roster) =>
        [
            .. EntryMarkStore
                .Pins(session, conversation)
                .Select(p => (Pin: p, Entry: EntryStore.Find(session, p.Entry)!))
                .Select(p => new PinView(
                    p.Pin.Entry.Value,
                    EntryWords.Short(EntryWords.PlainOf(p.Entry)),
                    roster.Find(p.Entry.Author) is { } author ? PersonView.Of(author) : null,
                    p.Entry.At.ToDateTimeOffset(),
                    roster.NameOf(p.Pin.By)
                )),
        ];

    private static QuoteView? Quoted(
        SqlSession session,
        Dictionary<long, Quote>? quotes,
        long? key,
        Person viewer,
        Roster roster
    )
    {
        if (key is null || quotes is null || !quotes.TryGetValue(key.Value, out var quote))
            return null;
        if (
            ConversationStore.Find(session, quote.Conversation) is not { } conversation
            || !viewer.MaySee(conversation.Place, EntrySight.ThingOf(quote.Kind))
        )
            return new(null, null, "something said where you do not see it", null);
        var author =
            roster.Find(quote.Author) is { } known ? PersonView.Of(known)
            : quote.Sender is { } sender ? PersonView.Stranger(sender)
            : null;
        var words = quote.Removed
            ? "removed since"
            : EntryWords.Short(
                quote.IsMarkdown
                    ? Wrenlet.Formats.Text.EntryText.FromMarkdown(quote.Body, showTags: viewer.IsStaff).Plain
                    : quote.Body
            );
        return new(quote.Id.Value, author, words, viewer.IsStaff ? EntryWords.PathOf(conversation, quote.Id) : null);
    }

    private static (List<Entry> Page, long? Before, long? After) Page(
        SqlSession session,
        IReadOnlyList<Conversation> conversations,
        TalkSpan span,
        Roster roster
    )
    {
        if (span.After is { } after)
        {
            var next = EntryStore.From(session, conversations, after + 1, PageSize);
            return (next, next.Count > 0 ? next[0].Key : null, next.Count == PageSize ? next[^1].Key : null);
        }

        var middle =
            span.Around is { } id ? EntryStore.Find(session, new EntryId(id))?.Key
            : span.Day is { } day
                ? FirstOf(
                    session,
                    conversations,
                    roster.Firm!.Calendar.FirstMoment(LocalDate.FromDateOnly(day).AtMidnight())
                )
            : null;
        if (middle is { } key)
        {
            var past = EntryStore.Before(session, conversations, key, PageSize / 2);
            var rest = EntryStore.From(session, conversations, key, PageSize);
            past.Reverse();
            return (
                [.. past, .. rest],
                past.Count == PageSize / 2 ? past[0].Key : null,
                rest.Count == PageSize ? rest[^1].Key : null
            );
        }

        var newest = EntryStore.Before(session, conversations, span.Before ?? long.MaxValue, PageSize);
        newest.Reverse();
        return (
            newest,
            newest.Count == PageSize ? newest[0].Key : null,
            span.Before is null ? null
            : newest.Count > 0 ? newest[^1].Key
            : null
        );
    }

    private static long? FirstOf(SqlSession session, IReadOnlyList<Conversation> conversations, Instant from) =>
        conversations.Select(c => EntryMarkStore.FirstFrom(session, c.Key, from)).Min();
}
