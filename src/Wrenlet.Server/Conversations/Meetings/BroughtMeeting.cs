using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations.Meetings;

/// <summary>A meeting to be set, to which an entry invites.</summary>
/// <param name="Id">The client's id for it (UUIDv7).</param>
/// <param name="Minutes">How long it takes.</param>
/// <param name="With">Who takes part beside who invites.</param>
/// <param name="Where">The place, in words; null for none.</param>
/// <param name="Call">Whether one can take part by telephone and video.</param>
public sealed record NewMeeting(
    [property: Required] Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(200)] string Title,
    [property: Required] DateTimeOffset From,
    [property: Required, Range(5, 720)] int Minutes,
    [property: Required, MaxLength(60)] IReadOnlyList<Guid> With,
    [property: StringLength(200)] string? Where = null,
    bool Call = false
);

/// <summary>Reads what is to be set into a meeting that the core knows, or says why it cannot be.</summary>
internal sealed class BroughtMeeting(NewMeeting given) : IBrought
{
    private Meeting? _meeting;

    public PostRefusal? Read(Conversation conversation, Person author, Roster roster, Instant at)
    {
        (_meeting, var refusal) = Read(given, conversation, author, roster, at);
        return refusal;
    }

    /// <summary>Found by its title and place as by its words, and held up for what any of them gives away.</summary>
    public RenderedText With(RenderedText words) =>
        words.Plain.StartsWith(_meeting!.Title, StringComparison.OrdinalIgnoreCase)
            ? words
            : words with
            {
                Plain = $"{_meeting.Title}\n{words.Plain}\n{_meeting.Where}".TrimEnd(),
            };

    public Entry Mark(Entry entry) => entry with { Meets = true };

    public void Write(Writing w, Entry entry)
    {
        var id = new MeetingId(given.Id);
        MeetingStore.Add(w.Session, id, entry.Key, _meeting!, entry.At);
        if (entry.Kind is EntryKind.MessageOut)
            MeetingStore.AddLetter(w.Session, entry.Key, id);
    }

    /// <summary>The meeting, or a refusal with those who would not see it.</summary>
    private static (Meeting? Meeting, PostRefusal? Refusal) Read(
        NewMeeting given,
        Conversation conversation,
        Person author,
        Roster roster,
        Instant now
    )
    {
        static (Meeting?, PostRefusal?) No(string reason, params ImmutableArray<Person> unseeing) =>
            (null, PostRefusal.For(reason + " Your text is kept.", unseeing));
        if (!author.IsStaff)
            return No("Only staff can set up meetings.");
        var invited = new List<Invitee> { new(author.Id, Attendance.Coming, now) };
        foreach (var id in given.With.Distinct().Where(w => w != author.Id.Value))
        {
            if (roster.Find(new PersonId(id)) is not { } person)
                return No("One of those who are invited is not there any more. Choose again.");
            if (
                !person.IsStaff && (conversation.Audience is not Audience.Outside || person.Party != conversation.Party)
            )
                return No($"{person.FirstName} takes no part in this conversation. Invite them in one of theirs.");
            if (!person.MaySee(conversation.Place))
                return No(
                    $"{person.FirstName} does not see this, and could not read what it is about. Give sight of it "
                        + $"first, or leave them out.",
                    person.IsStaff ? [person] : []
                );
            invited.Add(new(person.Id));
        }

        var from = Instant.FromDateTimeOffset(given.From);
        var meeting = new Meeting(
            given.Title.Trim(),
            from,
            from + Duration.FromMinutes(given.Minutes),
            given.Where?.Trim() ?? "",
            given.Call,
            author.Id,
            0,
            false,
            [.. invited]
        );
        return meeting.Wrong(now) is { } wrong ? No(wrong) : (meeting, null);
    }
}
