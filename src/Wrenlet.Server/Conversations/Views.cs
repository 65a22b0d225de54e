using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>An entry as one side of a conversation sees it.</summary>
/// <param name="Order">Its place in the order of everything said.</param>
/// <param name="Kind">note, in, out or event.</param>
/// <param name="Via">mail, page, text or call; null for a note that was typed.</param>
/// <param name="Author">Who said it; null for an event that nobody caused.</param>
/// <param name="Html">What was said, safe to show.</param>
/// <param name="Delivery">waiting, sent, failed (it is tried again), unsure (nobody knows whether it left) or returned;
/// null for what is not sent.</param>
/// <param name="Problem">Why it could not be sent or came back; null when it could.</param>
/// <param name="Tasks">Tasks made of it; empty for a party.</param>
/// <param name="LeavesIn">Seconds until it leaves and can no longer be taken back; null when it has left or is nothing
/// to leave.</param>
/// <param name="Files">What it carries; pictures that its text shows are marked as such by their address in the
/// html.</param>
/// <param name="Automatic">Whether a machine on the other side wrote it.</param>
/// <param name="Knowing">The leak check's reasons that its sender went on in spite of; null when there were none, and
/// for a party.</param>
/// <param name="Source">Id of the mail as it arrived; null when it did not arrive by mail, and for a party.</param>
/// <param name="RepliesTo">The entry it answers; null when it answers none in particular.</param>
/// <param name="ForwardedFrom">The entry it passes on; null when it is its own words, and for a party.</param>
/// <param name="Version">1 as it was first said, one more for each edit.</param>
/// <param name="Edited">When it was edited last; null when never.</param>
/// <param name="Removed">When it was removed; then nothing of its words is here.</param>
/// <param name="MayChange">Whether the viewer may edit and remove it.</param>
/// <param name="Body">Its Markdown, for whoever may change it; null for others.</param>
/// <param name="Signs">Short answers without words, in the order given; empty for a party.</param>
/// <param name="Filing">How it is filed; null when it is not, and for a party.</param>
/// <param name="Ask">What it asks for, and how that stands; null when it asks for nothing.</param>
/// <param name="Meeting">The meeting that it invites to; null for none.</param>
public sealed record EntryView(
    Guid Id,
    long Order,
    Guid Conversation,
    string Kind,
    string? Via,
    PersonView? Author,
    bool FromStaff,
    DateTimeOffset At,
    string Html,
    string? Delivery,
    string? Problem,
    IReadOnlyList<TaskView> Tasks,
    double? LeavesIn,
    IReadOnlyList<FileView> Files,
    bool Automatic,
    string? Knowing,
    Guid? Source,
    QuoteView? RepliesTo,
    QuoteView? ForwardedFrom,
    int Version,
    DateTimeOffset? Edited,
    DateTimeOffset? Removed,
    bool MayChange,
    string? Body,
    IReadOnlyList<SignView> Signs,
    FilingView? Filing,
    AskView? Ask,
    MeetingView? Meeting
);

/// <summary>An entry that another one answers or passes on.</summary>
/// <param name="Id">Its id; null when the viewer does not see it.</param>
/// <param name="Words">Its first words; what became of it when it was removed or is not seen.</param>
/// <param name="Path">Where it is in the application; null when the viewer does not see it.</param>
public sealed record QuoteView(Guid? Id, PersonView? Author, string Words, string? Path);

/// <summary>A sign on an entry, and who gave it.</summary>
/// <param name="Sign">read, agree, on-it, done, unclear, or an emoji.</param>
public sealed record SignView(string Sign, IReadOnlyList<PersonView> People);

/// <summary>A queue's clock on a conversation.</summary>
/// <param name="State">well, soon or late.</param>
/// <param name="Label">In words: "1 h 20 left of 4 h".</param>
/// <param name="Reason">How it comes to that.</param>
public sealed record ClockView(
    string State,
    string Label,
    string Reason,
    DateTimeOffset Due,
    double LeftMinutes,
    double GoalMinutes
);

/// <summary>The other side of an outside conversation.</summary>
/// <param name="Kind">customer, partner or stranger.</param>
public sealed record PartyView(Guid? Id, string Name, string Kind, string ShortName);

/// <summary>A way out of a conversation.</summary>
/// <param name="Via">mail, text or page.</param>
/// <param name="To">Addresses or numbers it leads to; empty for the page.</param>
public sealed record WayView(string Via, IReadOnlyList<string> To);

/// <summary>A conversation as staff see it.</summary>
/// <param name="Crew">The crew it was handed to, until one of them owns it; null otherwise.</param>
/// <param name="AsideUntil">Until when it is set aside; null when it is not.</param>
/// <param name="Ways">The ways out, the most usual first; empty inside.</param>
/// <param name="Turn">ours, theirs or nobodys; null inside.</param>
/// <param name="WhoSees">Who will see what is said here, in words.</param>
/// <param name="Viewers">Names of those who see it.</param>
/// <param name="SendsMail">Whether a reply leaves by mail.</param>
/// <param name="Members">Members of a direct or group conversation; empty for others.</param>
/// <param name="Description">What a group is for; empty for others.</param>
public sealed record ConversationView(
    Guid Id,
    string Audience,
    string? Docket,
    string? DocketName,
    PartyView? Party,
    Guid? QueueId,
    string? Queue,
    PersonView? Owner,
    bool Open,
    string Subject,
    string? Turn,
    ClockView? Clock,
    string WhoSees,
    IReadOnlyList<string> Viewers,
    bool SendsMail,
    long? LastEntry,
    OwnerView? Crew,
    DateTimeOffset? AsideUntil,
    IReadOnlyList<WayView> Ways,
    IReadOnlyList<PersonView> Members,
    string Description
);

/// <summary>A blank in an outside conversation, to be shown before the entry that ended it.</summary>
/// <param name="AfterOrder">Order of the entry it follows.</param>
/// <param name="Running">Whether it lasts until now.</param>
public sealed record SilenceView(
    Guid Conversation,
    long AfterOrder,
    string Label,
    bool Ours,
    bool Running,
    double Minutes
);

/// <summary>Makes views of what the stores hold.</summary>
internal static class ConversationViews
{
    /// <summary>An entry as the viewer sees it.</summary>
    public static EntryView Entry(
        Entry entry,
        Person viewer,
        Roster roster,
        IEnumerable<TaskView> tasks,
        IReadOnlyList<FileView>? files = null,
        QuoteView? repliesTo = null,
        QuoteView? forwardedFrom = null,
        IReadOnlyList<SignView>? signs = null,
        FilingView? filing = null,
        AskView? ask = null,
        MeetingView? meeting = null
    )
    {
        // A party never sees that staff were tagged; html was made as staff see it.
        var html =
            entry.IsMarkdown && !viewer.IsStaff ? EntryText.FromMarkdown(entry.Body, showTags: false).Html : entry.Html;
        var mayChange = Changing
            .MayChange(viewer, entry.Kind, entry.Via, entry.Author, entry.Removed is not null)
            .Allowed;
        var author =
            entry.Author is { } id && roster.Find(id) is { } known ? PersonView.Of(known)
            : entry.Sender is { } sender ? PersonView.Stranger(sender)
            : null;
        return new(
            entry.Id.Value,
            entry.Key,
            entry.Conversation.Value,
            StoredWords.EntryKinds.Of(entry.Kind),
            entry.Via is { } via ? StoredWords.Vias.Of(via) : null,
            author,
            entry.Author is { } a && roster.Find(a) is { IsStaff: true },
            entry.At.ToDateTimeOffset(),
            html,
            viewer.IsStaff ? DeliveryOf(entry) : null,
            viewer.IsStaff ? entry.Delivery?.Problem : null,
            viewer.IsStaff ? [.. tasks] : [],
            viewer.IsStaff
            && entry.Delivery is { Sent: false, Problem: null, NotBefore: { } leaves }
            && leaves > DateTimeOffset.UtcNow
                ? (leaves - DateTimeOffset.UtcNow).TotalSeconds
                : null,
            files ?? [],
            entry.Automatic,
            viewer.IsStaff ? entry.Knowing : null,
            viewer.IsStaff ? entry.Source : null,
            repliesTo,
            viewer.IsStaff ? forwardedFrom : null,
            entry.Version,
            entry.Edited?.ToDateTimeOffset(),
            entry.Removed?.ToDateTimeOffset(),
            mayChange,
            mayChange ? entry.Body : null,
            viewer.IsStaff ? signs ?? [] : [],
            viewer.IsStaff ? filing : null,
            ask,
            meeting
        );
    }

    private static string? DeliveryOf(Entry entry) =>
        entry.Delivery switch
        {
            null => null,
            { Sent: true, CameBack: true } => "returned",
            { Sent: true } => "sent",
            { Unsure: true } => "unsure",
            { Problem: null } => "waiting",
            _ => "failed",
        };

    /// <summary>The entry's words as plain text.</summary>
    public static string PlainOf(Entry entry) => entry.IsMarkdown ? EntryText.PlainOf(entry.Body) : entry.Body;

    public static ConversationView Conversation(Conversation conversation, Roster roster, Instant now)
    {
        var outside = conversation.Audience is Audience.Outside;
        var queue = conversation.Queue is { } id ? roster.Queues.GetValueOrDefault(id) : null;
        var party = PartyOf(conversation, roster);
        var mail = outside && SendsMail(conversation, roster);
        var staff = Sight.WhoSees(roster.Staff, conversation.Place);
        var contacts =
            conversation.Party is { } with && roster.Parties.TryGetValue(with, out var side) ? side.Contacts : [];
        var others = Sight.WhoSees(contacts.Select(c => roster.Find(c)).OfType<Person>(), conversation.Place);
        var whoSees =
            conversation.Audience is Audience.Direct ? "only the two of you"
            : conversation.Audience is Audience.Group ? $"the {Count(staff.Length)} of this group"
            : conversation.Audience is Audience.Notice ? $"the {Count(staff.Length)} whom the notice is for"
            : conversation.Audience is Audience.Meeting
                ? $"stays in the yard · the {Count(staff.Length)} who see the meeting"
            : conversation.Audience is Audience.Task ? $"the {Count(staff.Length)} who see the task"
            : !outside ? $"stays in the yard · {Count(staff.Length)}"
            : party is null ? $"{Count(staff.Length)} of us"
            : $"{(mail ? "By mail to" : "On the page of")} {party.Name}";
        return new(
            conversation.Id.Value,
            StoredWords.Audiences.Of(conversation.Audience),
            conversation.Docket?.Ref.ToString(),
            conversation.Docket?.Subject.Split(':')[0],
            party,
            queue?.Id,
            queue?.Name,
            conversation.Owner is { } owner && roster.Find(owner) is { } person ? PersonView.Of(person) : null,
            conversation.Open,
            conversation.Subject,
            outside ? TurnOf(conversation.Exchange.Turn) : null,
            outside
            && queue is not null
            && conversation.Open
            && ResponseClock.At(now, conversation.Exchange, queue.Goal, queue.Calendar) is { } clock
                ? Clock(clock, now, queue.Calendar)
                : null,
            whoSees,
            [.. others.Concat(staff).Select(p => p.Name)],
            mail,
            conversation.LastEntry,
            conversation.Crew is { } crew && roster.Crews.TryGetValue(crew, out var handed)
                ? OwnerView.Of(handed)
                : null,
            conversation.AsideUntil?.ToDateTimeOffset(),
            outside
                ?
                [
                    .. Ways.Open(conversation, roster)
                        .Select(v => new WayView(
                            StoredWords.Vias.Of(v),
                            [.. Ways.Reach(conversation, roster, v).To.Select(t => t.Address)]
                        )),
                ]
                : [],
            conversation.Audience is Audience.Direct or Audience.Group
                ? [.. conversation.Members.Select(m => roster.Find(m)).OfType<Person>().Select(PersonView.Of)]
                : [],
            conversation.Description
        );
    }

    public static PartyView? PartyOf(Conversation conversation, Roster roster)
    {
        if (conversation.Party is { } id && roster.Parties.TryGetValue(id, out var party))
            return new(
                id.Value,
                party.Name,
                StoredWords.PartyKinds.Of(party.Kind),
                party.Contacts.Length == 1 ? roster.NameOf(party.Contacts[0]).Split(' ')[0] : party.Name
            );
        return conversation.Stranger is { } stranger
            ? new(null, stranger.Name, "stranger", stranger.Name.Split(' ')[0])
            : null;
    }

    /// <summary>Whether a reply here leaves by mail: the party has an address to send it to.</summary>
    public static bool SendsMail(Conversation conversation, Roster roster) =>
        Ways.Reach(conversation, roster, Via.Mail).Wrong is null;

    /// <summary>The notable blanks of an outside conversation among these entries, oldest first.</summary>
    public static IEnumerable<SilenceView> Silences(
        Conversation conversation,
        IReadOnlyList<Entry> entries,
        Roster roster,
        Instant now
    )
    {
        var said = entries
            .Where(e => e.Conversation == conversation.Id && e.Kind is EntryKind.MessageIn or EntryKind.MessageOut)
            .ToList();
        var calendar =
            conversation.Queue is { } queue && roster.Queues.TryGetValue(queue, out var found)
                ? found.Calendar
                : roster.Firm!.Calendar;
        var settled = !conversation.Open || conversation.Exchange.Turn is Turn.Nobodys;
        var name = PartyOf(conversation, roster)?.ShortName ?? "them";
        foreach (
            var silence in Silence.Between(
                [.. said.Select(e => (e.At, e.Kind is EntryKind.MessageIn))],
                now,
                settled,
                calendar
            )
        )
        {
            var length = WorkingTimeWords.Of(silence.Length);
            var running = silence.To == now;
            var words = silence.Ours
                ? $"no word to {name} for {length} of working time"
                : $"nothing from {name} for {length} of working time";
            yield return new(
                conversation.Id.Value,
                said.Last(e => e.At == silence.From).Key,
                words,
                silence.Ours,
                running,
                silence.Length.TotalMinutes
            );
        }
    }

    public static ClockView Clock(ResponseClock clock, Instant now, WorkCalendar calendar)
    {
        var label =
            clock.State is ClockState.Late
                ? $"late by {WorkingTimeWords.Of(clock.Left)}"
                : $"{WorkingTimeWords.Of(clock.Left)} left of {WorkingTimeWords.Of(clock.Goal)}";
        return new(
            clock.State switch
            {
                ClockState.Late => "late",
                ClockState.Soon => "soon",
                _ => "well",
            },
            label,
            clock.Explain(now, calendar),
            clock.Due.ToDateTimeOffset(),
            clock.Left.TotalMinutes,
            clock.Goal.TotalMinutes
        );
    }

    public static string TurnOf(Turn turn) =>
        turn switch
        {
            Turn.Ours => "ours",
            Turn.Theirs => "theirs",
            _ => "nobodys",
        };

    private static string Count(int people) => people == 1 ? "1 person" : $"{people} people";
}
