using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages;

/// <summary>A conversation of colleagues to be begun.</summary>
/// <param name="Id">The client's id (UUIDv7): sent again, it is one conversation.</param>
/// <param name="Audience">direct or group.</param>
/// <param name="People">Who is to be in it beside oneself.</param>
/// <param name="Name">What a group is called; not used for a direct one.</param>
/// <param name="Description">What a group is for.</param>
public sealed record NewConversation(
    [property: Required] Guid Id,
    [property: Required] string Audience,
    [property: MaxLength(60)] IReadOnlyList<Guid> People,
    [property: StringLength(80)] string? Name = null,
    [property: StringLength(400)] string? Description = null
);

/// <summary>What a group is called, and what it is for.</summary>
/// <param name="NameWas">The name as it was when one began; null to take whatever is there.</param>
/// <param name="DescriptionWas">What it was for when one began; null for nothing.</param>
public sealed record GroupFields(
    [property: Required, StringLength(80, MinimumLength = 1)] string Name,
    [property: StringLength(400)] string? Description,
    [property: StringLength(120)] string? NameWas = null,
    [property: StringLength(500)] string? DescriptionWas = null
);

/// <summary>A conversation in a list across dockets.</summary>
/// <param name="Key">Cursor of the row.</param>
/// <param name="Path">Where it is in the application.</param>
/// <param name="Title">Its docket and other side, its group's name, or the colleague it is with.</param>
/// <param name="Detail">The docket's subject or what the group is for.</param>
/// <param name="LastWords">The last words said.</param>
/// <param name="Unread">How many entries by others the viewer has not read, counted up to 30.</param>
/// <param name="Silence">How long it has been silent outside, in words; null where nothing is waited for.</param>
/// <param name="Ours">Whether it is our turn.</param>
public sealed record TalkRow(
    long Key,
    Guid Id,
    string Audience,
    string Path,
    string? Docket,
    string Title,
    string Detail,
    string? LastWords,
    PersonView? LastBy,
    DateTimeOffset? LastAt,
    int Unread,
    string? Silence,
    bool Ours,
    IReadOnlyList<PersonView> Members
);

/// <summary>Where an entry is passed on to.</summary>
/// <param name="Id">The client's id for the new entry.</param>
/// <param name="Docket">A docket, into whose inside conversation it goes; null for a person.</param>
/// <param name="Person">A colleague, into the direct conversation with whom it goes; null for a docket.</param>
/// <param name="Note">A word beside it; null for none.</param>
public sealed record NewPassing(
    [property: Required] Guid Id,
    string? Docket,
    Guid? Person,
    [property: StringLength(2000)] string? Note,
    bool Knowing = false
);

/// <summary>The entry that came of passing one on, and where it stands.</summary>
public sealed record Passed(EntryView Entry, string Path);

internal static class TalkEndpoints
{
    private const int PageSize = 50;

    public static void MapTalk(this IEndpointRouteBuilder api)
    {
        api.MapGet("/talk", GetTalk).For(Access.Staff);
        api.MapPost("/conversations", Begin).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/group", Describe).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/members/{person:guid}", Add).For(Access.Staff);
        api.MapDelete("/conversations/{id:guid}/members/{person:guid}", Leave).For(Access.Staff);
        api.MapPost("/entries/{id:guid}/passings", Pass).For(Access.Staff);
    }

    /// <summary>
    /// Every conversation of one audience, the one with the newest words first; those of one's own company for direct.
    /// </summary>
    /// <param name="audience">inside, outside, or own for direct and group conversations.</param>
    private static Results<Ok<List<TalkRow>>, ProblemHttpResult> GetTalk(
        string audience,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        bool open = true,
        long? before = null
    )
    {
        var (roster, now) = (who.Current, clock.Now);
        if (audience == "own")
            return TypedResults.Ok(
                database.Read(s =>
                    ConversationStore
                        .OfMember(s, viewer.Person.Id)
                        .Select(c => Row(s, c, viewer.Person, roster, now))
                        .ToList()
                )
            );
        if (StoredWords.Audiences.Parse(audience) is not { } wanted || wanted is Audience.Direct or Audience.Group)
            return Refusals.Invalid("audience", $"“{audience}” is not an audience. Use inside, outside or own.");
        return TypedResults.Ok(
            database.Read(s =>
            {
                var rows = new List<TalkRow>();
                for (var from = before ?? long.MaxValue; rows.Count < PageSize; )
                {
                    var page = ConversationStore.Across(s, wanted, open, from, PageSize);
                    rows.AddRange(
                        page.Where(c => viewer.Person.MaySee(c.Place))
                            .Take(PageSize - rows.Count)
                            .Select(c => Row(s, c, viewer.Person, roster, now))
                    );
                    if (page.Count < PageSize)
                        break;
                    from = page[^1].LastEntry!.Value;
                }

                return rows;
            })
        );
    }

    private static TalkRow Row(SqlSession session, Conversation conversation, Person viewer, Roster roster, Instant now)
    {
        var last = EntryStore.LastSaid(session, conversation.Key);
        var members = conversation.Members.Select(m => roster.Find(m)).OfType<Person>().ToList();
        var outside = conversation.Audience is Audience.Outside;
        var party = outside ? ConversationViews.PartyOf(conversation, roster)?.Name : null;
        var name = conversation.Docket?.Subject.Split(':')[0];
        var title = conversation.Audience switch
        {
            Audience.Direct => members.Find(m => m.Id != viewer.Id)?.Name ?? viewer.Name,
            Audience.Group => conversation.Subject,
            Audience.Outside => party ?? conversation.Subject,
            _ => $"{conversation.Docket?.Ref} {name}",
        };
        var detail = conversation.Audience switch
        {
            Audience.Direct => "",
            Audience.Group => conversation.Description,
            Audience.Outside => conversation.Docket is { } d ? $"{d.Ref} {name}" : conversation.Subject,
            _ => conversation.Docket?.Subject ?? "",
        };
        var silence =
            outside && conversation.Open
                ? ConversationViews
                    .Silences(conversation, last is null ? [] : [last], roster, now)
                    .LastOrDefault(s => s.Running)
                : null;
        var by =
            last?.Author is { } author && roster.Find(author) is { } known ? PersonView.Of(known)
            : last?.Sender is { } sender ? PersonView.Stranger(sender)
            : null;
        return new(
            conversation.LastEntry ?? 0,
            conversation.Id.Value,
            StoredWords.Audiences.Of(conversation.Audience),
            EntryWords.PathOf(conversation, null),
            conversation.Docket?.Ref.ToString(),
            title,
            detail,
            last is null ? null
                : last.Removed is not null ? "removed"
                : EntryWords.Short(EntryWords.PlainOf(last)),
            by,
            last?.At.ToDateTimeOffset(),
            EntryMarkStore.Unread(session, conversation.Key, viewer.Id),
            silence?.Label,
            outside && conversation is { Open: true, Exchange.Turn: Turn.Ours },
            [.. members.Select(PersonView.Of)]
        );
    }

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> Begin(
        NewConversation made,
        Viewer viewer,
        Grouping grouping,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (made.Id == Guid.Empty)
            return Refusals.Invalid("id", "A conversation needs an id of its own (UUIDv7).");
        var audience = StoredWords.Audiences.Parse(made.Audience);
        if (audience is not (Audience.Direct or Audience.Group))
            return Refusals.Invalid("audience", $"“{made.Audience}” cannot be started here. Use direct or group.");
        var name = made.Name?.Trim() ?? "";
        if (audience is Audience.Group && name.Length == 0)
            return Refusals.Invalid("name", "A group needs a name, so that its members know what it is for.");
        var people = made.People.Select(p => who.Current.Find(new PersonId(p))).ToList();
        if (people.Contains(null))
            return Refusals.Invalid("people", "One of these people is not a colleague. Choose again.");
        return Answer(
            await grouping.Begin(
                new ConversationId(made.Id),
                audience!.Value,
                viewer.Person,
                people.OfType<Person>().ToList(),
                name,
                made.Description?.Trim() ?? "",
                clock.Now
            ),
            who,
            clock
        );
    }

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> Describe(
        Guid id,
        GroupFields fields,
        Viewer viewer,
        Grouping grouping,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (string.IsNullOrWhiteSpace(fields.Name))
            return Refusals.Invalid("name", "A group needs a name.");
        var outcome = await grouping.Describe(
            new ConversationId(id),
            viewer.Person,
            new GroupWords(fields.Name.Trim(), fields.Description?.Trim() ?? ""),
            fields.NameWas is { } was ? new GroupWords(was, fields.DescriptionWas ?? "") : null,
            clock.Now
        );
        return outcome is { Collided: true, Conversation: { } theirs }
            ? Refusals.Changed("group", ConversationViews.Conversation(theirs, who.Current, clock.Now))
            : Answer(outcome, who, clock);
    }

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> Add(
        Guid id,
        Guid person,
        Viewer viewer,
        Grouping grouping,
        WhoIsWho who,
        FirmClock clock
    ) =>
        who.Current.Find(new PersonId(person)) is { } added
            ? Answer(await grouping.Add(new ConversationId(id), viewer.Person, added, clock.Now), who, clock)
            : Refusals.NotFound("colleague");

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> Leave(
        Guid id,
        Guid person,
        Viewer viewer,
        Grouping grouping,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Answer(
            await grouping.Leave(new ConversationId(id), viewer.Person, new PersonId(person), clock.Now),
            who,
            clock
        );

    private static Results<Ok<ConversationView>, ProblemHttpResult> Answer(
        GroupOutcome outcome,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (outcome.Refusal is { } reason)
            return Refusals.Refused(reason);
        return outcome.Conversation is { } conversation
            ? TypedResults.Ok(ConversationViews.Conversation(conversation, who.Current, clock.Now))
            : Refusals.NotFound("conversation");
    }

    /// <summary>
    /// Passes an entry on to another docket's inside or to a colleague: its words as a quote, and the way back to it.
    /// </summary>
    /// <summary>Why words are not copied before their sharer has read who would read them; null where nobody new does.</summary>
    private static ProblemHttpResult? Warned(Place from, Func<Person, bool> reads, Roster roster) =>
        Passing.Warns(Passing.NewReaders(from, reads, roster.Staff)) is { } warning
            ? Refusals.Refused(warning, new Dictionary<string, object?> { ["widens"] = true })
            : null;

    private static async Task<Results<Ok<Passed>, ProblemHttpResult>> Pass(
        Guid id,
        NewPassing passing,
        Viewer viewer,
        Posting posting,
        Grouping grouping,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (passing.Id == Guid.Empty)
            return Refusals.Invalid("id", "An entry needs an id of its own (UUIDv7).");
        var found = database.Read(s =>
            EntryStore.Find(s, new EntryId(id)) is { Kind: not EntryKind.Event, Removed: null } entry
            && ConversationStore.Find(s, entry.Conversation) is { } c
            && EntrySight.Sees(viewer.Person, c, entry)
                ? (
                    Entry: entry,
                    c.Place,
                    Files: FileStore.Of(s, entry.Key).Select(f => new Attachment(f.Id, f.Caption, f.Marks)).ToList()
                )
                : (Entry: null, Place: null!, Files: [])
        );
        if (found.Entry is not { } passed)
            return Refusals.NotFound("entry");
        ConversationId to;
        if (passing.Docket is { } word)
        {
            var inside = database.Read(s =>
                DocketRef.Parse(word) is { } reference
                && DocketStore.Find(s, reference) is { } docket
                && viewer.Person.MaySee(docket.Place)
                    ? ConversationStore.OfDocket(s, docket.Id).Find(c => c.Audience is Audience.Inside)
                    : null
            );
            if (inside is null)
                return Refusals.NotFound("docket");
            if (!passing.Knowing && Warned(found.Place, p => p.MaySee(inside.Place), who.Current) is { } warned)
                return warned;
            to = inside.Id;
        }
        else
        {
            if (who.Current.Find(passing.Person is { } p ? new PersonId(p) : null) is not { IsStaff: true } colleague)
                return Refusals.Invalid("person", "Choose a docket or a colleague.");
            if (!passing.Knowing && Warned(found.Place, p => p.Id == colleague.Id, who.Current) is { } warned)
                return warned;
            var begun = await grouping.Begin(
                new ConversationId(Guid.CreateVersion7()),
                Audience.Direct,
                viewer.Person,
                [colleague],
                "",
                "",
                clock.Now
            );
            if (begun.Refusal is { } no)
                return Refusals.Refused(no);
            to = begun.Conversation!.Id;
        }

        var body = passed.IsMarkdown ? passed.Body : EntryText.Escaped(passed.Body);
        var quoted = string.Join('\n', body.ReplaceLineEndings("\n").Split('\n').Select(l => "> " + l));
        var note = passing.Note?.Trim() ?? "";
        var saying = new Saying(
            note.Length > 0 ? $"{note}\n\n{quoted}" : quoted,
            Files: found.Files.Count > 0 ? found.Files : null,
            Passes: passed.Id
        );
        var posted = await posting.Post(new EntryId(passing.Id), to, viewer.Person, saying, clock.Now);
        if (posted.Refusal is { } refusal)
            return HeldBack.Of(refusal, saying.Body, viewer.Person, who.Current);
        if (posted.Entry is not { } entry)
            return Refusals.NotFound("conversation");
        return TypedResults.Ok(
            database.Read(s => new Passed(
                TalkReading.Entries(s, [entry], viewer.Person, who.Current, clock.Now)[0],
                EntryWords.PathOf(ConversationStore.Find(s, to)!, entry.Id)
            ))
        );
    }
}
