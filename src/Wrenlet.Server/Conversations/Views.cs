using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>An entry as one side of a conversation sees it.</summary>
/// <param name="Order">Its place in the order of everything said.</param>
/// <param name="Kind">note, in, out or event.</param>
/// <param name="Via">mail or page; null inside.</param>
/// <param name="Author">Who said it; null for an event that nobody caused.</param>
/// <param name="Html">What was said, safe to show.</param>
/// <param name="Delivery">waiting, sent or failed; null for what is not sent by mail.</param>
/// <param name="Problem">Why it could not be sent; null when it could.</param>
/// <param name="Tasks">Tasks made of it; empty for a party.</param>
public sealed record EntryView(
    Guid Id, long Order, Guid Conversation, string Kind, string? Via, PersonView? Author, bool FromStaff, DateTimeOffset At, string Html,
    string? Delivery, string? Problem, IReadOnlyList<TaskView> Tasks);

/// <summary>A queue's clock on a conversation.</summary>
/// <param name="State">well, soon or late.</param>
/// <param name="Label">In words: "1 h 20 left of 4 h".</param>
/// <param name="Reason">How it comes to that.</param>
public sealed record ClockView(string State, string Label, string Reason, DateTimeOffset Due, double LeftMinutes, double GoalMinutes);

/// <summary>The other side of an outside conversation.</summary>
/// <param name="Kind">customer, partner or stranger.</param>
public sealed record PartyView(Guid? Id, string Name, string Kind, string ShortName);

/// <summary>A conversation as staff see it.</summary>
/// <param name="Turn">ours, theirs or nobodys; null inside.</param>
/// <param name="WhoSees">Who will see what is said here, in words.</param>
/// <param name="Viewers">Names of those who see it.</param>
/// <param name="SendsMail">Whether a reply leaves by mail.</param>
public sealed record ConversationView(
    Guid Id, string Audience, string? Docket, string? DocketName, PartyView? Party, Guid? QueueId, string? Queue, PersonView? Owner, bool Open, string Subject,
    string? Turn, ClockView? Clock, string WhoSees, IReadOnlyList<string> Viewers, bool SendsMail, long? LastEntry);

/// <summary>A blank in an outside conversation, to be shown before the entry that ended it.</summary>
/// <param name="AfterOrder">Order of the entry it follows.</param>
/// <param name="Running">Whether it lasts until now.</param>
public sealed record SilenceView(Guid Conversation, long AfterOrder, string Label, bool Ours, bool Running, double Minutes);

/// <summary>Makes views of what the stores hold.</summary>
internal static class ConversationViews
{
    /// <summary>An entry as the viewer sees it.</summary>
    public static EntryView Entry(Entry entry, Person viewer, Roster roster, IEnumerable<TaskView> tasks)
    {
        // A party never sees that staff were tagged; html was made as staff see it.
        var html = entry.IsMarkdown && !viewer.IsStaff ? EntryText.FromMarkdown(entry.Body, showTags: false).Html : entry.Html;
        var author = entry.Author is { } id && roster.Find(id) is { } known ? PersonView.Of(known) : entry.Sender is { } sender ? PersonView.Stranger(sender) : null;
        return new(
            entry.Id.Value, entry.Key, entry.Conversation.Value, Words.EntryKinds.Of(entry.Kind), entry.Via is { } via ? Words.Vias.Of(via) : null,
            author, entry.Author is { } a && roster.Find(a) is { IsStaff: true }, entry.At.ToDateTimeOffset(),
            html,
            viewer.IsStaff && entry.Delivery is { } d ? d.Sent ? "sent" : d.Problem is null ? "waiting" : "failed" : null,
            viewer.IsStaff ? entry.Delivery?.Problem : null, viewer.IsStaff ? [.. tasks] : []);
    }

    /// <summary>The entry's words as plain text.</summary>
    public static string PlainOf(Entry entry) => entry.IsMarkdown ? EntryText.FromMarkdown(entry.Body).Plain : entry.Body;

    public static ConversationView Conversation(Conversation conversation, Roster roster, Instant now)
    {
        var outside = conversation.Audience is Audience.Outside;
        var queue = conversation.Queue is { } id ? roster.Queues.GetValueOrDefault(id) : null;
        var party = PartyOf(conversation, roster);
        var mail = outside && SendsMail(conversation, roster);
        var staff = Sight.WhoSees(roster.Staff, conversation.Place);
        var contacts = conversation.Party is { } with && roster.Parties.TryGetValue(with, out var side) ? side.Contacts : [];
        var others = Sight.WhoSees(contacts.Select(c => roster.Find(c)).OfType<Person>(), conversation.Place);
        var whoSees = !outside ? $"stays in the yard · {Count(staff.Length)}"
            : party is null ? $"{Count(staff.Length)} of us"
            : $"{(mail ? "By mail to" : "On the page of")} {party.Name}";
        return new(
            conversation.Id.Value, Words.Audiences.Of(conversation.Audience), conversation.Docket?.Ref.ToString(), conversation.Docket?.Subject.Split(':')[0], party,
            queue?.Id, queue?.Name, conversation.Owner is { } owner && roster.Find(owner) is { } person ? PersonView.Of(person) : null, conversation.Open, conversation.Subject,
            outside ? TurnOf(conversation.Exchange.Turn) : null,
            outside && queue is not null && conversation.Open && ResponseClock.At(now, conversation.Exchange, queue.Goal, queue.Calendar) is { } clock ? Clock(clock) : null,
            whoSees, [.. others.Concat(staff).Select(p => p.Name)], mail, conversation.LastEntry);
    }

    public static PartyView? PartyOf(Conversation conversation, Roster roster)
    {
        if (conversation.Party is { } id && roster.Parties.TryGetValue(id, out var party))
            return new(id.Value, party.Name, Words.PartyKinds.Of(party.Kind), party.Contacts.Length == 1 ? roster.NameOf(party.Contacts[0]).Split(' ')[0] : party.Name);
        return conversation.Stranger is { } stranger ? new(null, stranger.Name, "stranger", stranger.Name.Split(' ')[0]) : null;
    }

    /// <summary>Whether a reply here leaves by mail: the party has an address to send it to.</summary>
    public static bool SendsMail(Conversation conversation, Roster roster) =>
        conversation.Stranger is not null || (conversation.Party is { } party && roster.AddressesOf(party).Any());

    /// <summary>The notable blanks of an outside conversation among these entries, oldest first.</summary>
    public static IEnumerable<SilenceView> Silences(Conversation conversation, IReadOnlyList<Entry> entries, Roster roster, Instant now)
    {
        var said = entries.Where(e => e.Conversation == conversation.Id && e.Kind is EntryKind.MessageIn or EntryKind.MessageOut).ToList();
        var calendar = conversation.Queue is { } queue && roster.Queues.TryGetValue(queue, out var found) ? found.Calendar : roster.Firm!.Calendar;
        var settled = !conversation.Open || conversation.Exchange.Turn is Turn.Nobodys;
        var name = PartyOf(conversation, roster)?.ShortName ?? "them";
        foreach (var silence in Silence.Between([.. said.Select(e => (e.At, e.Kind is EntryKind.MessageIn))], now, settled, calendar))
        {
            var length = WorkingTimeWords.Of(silence.Length);
            var running = silence.To == now;
            var words = silence.Ours ? $"no word to {name} for {length} of working time" : $"nothing from {name} for {length} of working time";
            yield return new(conversation.Id.Value, said.Last(e => e.At == silence.From).Key, words, silence.Ours, running, silence.Length.TotalMinutes);
        }
    }

    private static ClockView Clock(ResponseClock clock)
    {
        var label = clock.State is ClockState.Late
            ? $"late by {WorkingTimeWords.Of(clock.Left)}"
            : $"{WorkingTimeWords.Of(clock.Left)} left of {WorkingTimeWords.Of(clock.Goal)}";
        return new(clock.State switch { ClockState.Late => "late", ClockState.Soon => "soon", _ => "well" }, label, clock.Reason, clock.Due.ToDateTimeOffset(), clock.Left.TotalMinutes, clock.Goal.TotalMinutes);
    }

    private static string TurnOf(Turn turn) => turn switch { Turn.Ours => "ours", Turn.Theirs => "theirs", _ => "nobodys" };

    private static string Count(int people) => people == 1 ? "1 person" : $"{people} people";
}
