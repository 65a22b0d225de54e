using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

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
    string Description,
    bool MayAsk,
    bool MayMeet
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
    public static ConversationView Conversation(Conversation conversation, Roster roster, Instant now)
    {
        var outside = conversation.Audience is Audience.Outside;
        var queue = conversation.Queue is { } id ? roster.Queues.GetValueOrDefault(id) : null;
        var party = PartyOf(conversation, roster);
        var side = Reaching.Of(conversation, roster);
        var mail = outside && !side.Mail.IsEmpty;
        var staff = Sight.WhoSees(roster.Staff, conversation.Place);
        var contacts =
            conversation.Party is { } with && roster.Parties.TryGetValue(with, out var known) ? known.Contacts : [];
        var others = Sight.WhoSees(contacts.Select(c => roster.Find(c)).OfType<Person>(), conversation.Place);
        var whoSees =
            conversation.Audience is Audience.Direct ? "only the two of you"
            : conversation is { Audience: Audience.Group, Crew: null } ? $"the {Count(staff.Length)} of this group"
            : conversation.Audience is Audience.Notice ? $"the {Count(staff.Length)} whom the notice is for"
            : conversation.Audience is Audience.Meeting
                ? $"internal only · the {Count(staff.Length)} who see the meeting"
            : conversation.Audience is Audience.Worklist ? $"the {Count(staff.Length)} who see the worklist"
            : conversation is { Audience: Audience.Group, Crew: not null } ? $"the {Count(staff.Length)} of this crew"
            : conversation.Audience is Audience.Task ? $"the {Count(staff.Length)} who see the task"
            : !outside ? $"internal only · {Count(staff.Length)}"
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
                    .. Ways.Open(side, conversation.LastInBy)
                        .Select(v => new WayView(
                            StoredWords.Vias.Of(v),
                            [.. Ways.To(side, v).To.Select(t => t.Address)]
                        )),
                ]
                : [],
            conversation.Audience is Audience.Direct or Audience.Group
                ? [.. conversation.Members.Select(m => roster.Find(m)).OfType<Person>().Select(PersonView.Of)]
                : [],
            conversation.Description,
            conversation.MayAsk,
            conversation.MayMeet
        );
    }

    /// <summary>What a party is called in a line: its only contact's first name, else its own.</summary>
    public static string ShortNameOf(Party party, Roster roster) =>
        party.Contacts.Length == 1 ? Names.First(roster.NameOf(party.Contacts[0])) : party.Name;

    public static PartyView? PartyOf(Conversation conversation, Roster roster)
    {
        if (conversation.Party is { } id && roster.Parties.TryGetValue(id, out var party))
            return new(id.Value, party.Name, StoredWords.PartyKinds.Of(party.Kind), ShortNameOf(party, roster));
        return conversation.Stranger is { } stranger
            ? new(null, stranger.Name, "stranger", Names.First(stranger.Name))
            : null;
    }

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
