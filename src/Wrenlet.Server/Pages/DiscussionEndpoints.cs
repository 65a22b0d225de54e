using System.ComponentModel.DataAnnotations;
using System.Globalization;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Connections;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Pages;

/// <summary>New words for an entry.</summary>
public sealed record NewWords([property: Required, StringLength(Posting.LongestBody, MinimumLength = 1)] string Body);

/// <summary>A version of an entry, safe to show.</summary>
/// <param name="Number">1 as it was first said.</param>
/// <param name="Current">Whether it is the one that stands.</param>
public sealed record VersionView(int Number, DateTimeOffset At, string Html, bool Current);

/// <summary>Someone who has read an entry, and when.</summary>
public sealed record ReaderView(PersonView Person, DateTimeOffset At);

/// <summary>
/// Who has read an entry, who sees it and has not, and who of the crews it was for has given it no sign.
/// </summary>
/// <param name="NotYet">Members of tagged crews without a sign; empty where no crew was tagged.</param>
public sealed record ReadersView(
    IReadOnlyList<ReaderView> Read,
    IReadOnlyList<PersonView> Unread,
    IReadOnlyList<PersonView> NotYet
);

/// <summary>What a conversation is to keep at hand, in order.</summary>
public sealed record NewPins([property: MaxLength(50)] IReadOnlyList<Guid> Entries);

/// <summary>How far a conversation has been read.</summary>
/// <param name="UpTo">Order of the last entry read.</param>
public sealed record ReadTo(long UpTo);

/// <summary>Something being written.</summary>
/// <param name="Doc">What the editor keeps; null takes the draft away.</param>
/// <param name="From">Which page wrote it, so that it does not hear of its own.</param>
public sealed record NewDraft(JsonElement? Doc, [property: StringLength(60)] string? From);

/// <summary>Something being written, on whichever device.</summary>
/// <param name="Doc">What the editor keeps; null when it was sent or thrown away.</param>
/// <param name="From">Which page wrote it.</param>
public sealed record KeptDraft(Guid Conversation, string? Docket, JsonElement? Doc, DateTimeOffset At, string? From);

internal static class DiscussionEndpoints
{
    /// <summary>Longest draft, in characters of JSON: the longest body with room for its form.</summary>
    private const int LongestDraft = 400_000;

    public static void MapDiscussion(this IEndpointRouteBuilder api)
    {
        api.MapPut("/entries/{id:guid}", Edit).For(Access.Staff);
        api.MapDelete("/entries/{id:guid}", Remove).For(Access.Staff);
        api.MapGet("/entries/{id:guid}/versions", GetVersions).For(Access.Staff);
        api.MapGet("/entries/{id:guid}/readers", GetReaders).For(Access.Staff);
        api.MapPut("/entries/{id:guid}/signs/{sign}", GiveSign).For(Access.Staff);
        api.MapDelete("/entries/{id:guid}/signs/{sign}", TakeSign).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/pins", Pin).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/reading", Read).For(Access.Staff);
        api.MapGet("/conversations/{id:guid}/marks", GetMarks).For(Access.Staff);
        api.MapGet("/drafts", GetDrafts).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/draft", KeepDraft).For(Access.Staff);
    }

    private static async Task<Results<Ok<EntryView>, ProblemHttpResult>> Edit(
        Guid id,
        NewWords words,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Discussing discussing,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (string.IsNullOrWhiteSpace(words.Body))
            return Refusals.Invalid("body", "It is empty. To delete it, use Remove.");
        if (!int.TryParse(ifMatch?.Trim('"'), NumberStyles.None, CultureInfo.InvariantCulture, out var version))
            return Refusals.Invalid("If-Match", "A change names the version it was made on, such as \"3\".");
        return Answer(
            await discussing.Edit(new EntryId(id), version, viewer.Person, words.Body, clock.Now),
            words.Body,
            viewer,
            database,
            who,
            clock
        );
    }

    private static async Task<Results<Ok<EntryView>, ProblemHttpResult>> Remove(
        Guid id,
        Viewer viewer,
        Discussing discussing,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) => Answer(await discussing.Remove(new EntryId(id), viewer.Person, clock.Now), "", viewer, database, who, clock);

    private static Task<Results<Ok<EntryView>, ProblemHttpResult>> GiveSign(
        Guid id,
        string sign,
        Viewer viewer,
        Discussing discussing,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) => SetSign(id, sign, true, viewer, discussing, database, who, clock);

    private static Task<Results<Ok<EntryView>, ProblemHttpResult>> TakeSign(
        Guid id,
        string sign,
        Viewer viewer,
        Discussing discussing,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) => SetSign(id, sign, false, viewer, discussing, database, who, clock);

    private static async Task<Results<Ok<EntryView>, ProblemHttpResult>> SetSign(
        Guid id,
        string sign,
        bool given,
        Viewer viewer,
        Discussing discussing,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (!Signs.IsSign(sign))
            return Refusals.Invalid(
                "sign",
                $"That is not a sign. Use {string.Join(", ", Signs.Purposes)}, and any single emoji."
            );
        return Answer(
            await discussing.Sign(new EntryId(id), viewer.Person, sign, given, clock.Now),
            "",
            viewer,
            database,
            who,
            clock
        );
    }

    private static Results<Ok<EntryView>, ProblemHttpResult> Answer(
        EntryOutcome outcome,
        string body,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (outcome.Entry is not { } entry)
            return Refusals.NotFound("entry");
        if (outcome.Refusal is { } refusal)
            return HeldBack.Of(refusal, body, viewer.Person, who.Current);
        var view = database.Read(s => TalkReading.Entries(s, [entry], viewer.Person, who.Current, clock.Now)[0]);
        return outcome.Stale ? Refusals.Changed("entry", view) : TypedResults.Ok(view);
    }

    /// <summary>An entry's versions, the one that stands last; of a removed one, what it said.</summary>
    private static Results<Ok<List<VersionView>>, ProblemHttpResult> GetVersions(
        Guid id,
        Viewer viewer,
        Database database
    ) =>
        database.Read<Results<Ok<List<VersionView>>, ProblemHttpResult>>(s =>
        {
            if (SeenTalk.Entry(s, new EntryId(id), viewer.Person) is not var (entry, _))
                return Refusals.NotFound("entry");
            var list = EntryMarkStore
                .Versions(s, entry.Key)
                .ConvertAll(v => new VersionView(v.Number, v.At.ToDateTimeOffset(), v.Html, false));
            if (entry.Removed is null)
                list.Add(new(entry.Version, (entry.Edited ?? entry.At).ToDateTimeOffset(), entry.Html, true));
            return TypedResults.Ok(list);
        });

    private static Results<Ok<ReadersView>, ProblemHttpResult> GetReaders(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read<Results<Ok<ReadersView>, ProblemHttpResult>>(s =>
        {
            if (SeenTalk.Entry(s, new EntryId(id), viewer.Person) is not var (entry, conversation))
                return Refusals.NotFound("entry");
            var roster = who.Current;
            var read = EntryMarkStore
                .ReadersOf(s, conversation.Key, entry.Key)
                .Where(r => r.Person != entry.Author && roster.Find(r.Person) is { } p && p.MaySee(conversation.Place))
                .ToList();
            var unread = roster.Staff.Where(p =>
                p.Id != entry.Author
                && p.MaySee(conversation.Place, EntrySight.ThingOf(entry.Kind))
                && read.TrueForAll(r => r.Person != p.Id)
            );
            var crews = EntryMarkStore
                .TaggedCrews(s, entry.Key)
                .Select(c => roster.Crews.GetValueOrDefault(c))
                .OfType<Crew>()
                .SelectMany(c => c.Members);
            var signed = EntryMarkStore.Signs(s, [entry.Key])[entry.Key].Select(g => g.Person).ToHashSet();
            return TypedResults.Ok(
                new ReadersView(
                    [
                        .. read.Select(r => new ReaderView(
                            PersonView.Of(roster.Find(r.Person)!),
                            r.At.ToDateTimeOffset()
                        )),
                    ],
                    [.. unread.Select(PersonView.Of)],
                    [
                        .. Signs
                            .NotYet(entry.Author, crews, signed)
                            .Select(p => roster.Find(p))
                            .OfType<Person>()
                            .Where(p => p.MaySee(conversation.Place))
                            .Select(PersonView.Of),
                    ]
                )
            );
        });

    private static async Task<Results<Ok<MarksView>, ProblemHttpResult>> Pin(
        Guid id,
        NewPins pins,
        Viewer viewer,
        Discussing discussing,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (database.Read(s => SeenTalk.Conversation(s, id, viewer.Person)) is null)
            return Refusals.NotFound("conversation");
        return
            await discussing.Pin(
                new ConversationId(id),
                viewer.Person,
                [.. pins.Entries.Select(e => new EntryId(e))],
                clock.Now
            )
                is { } reason
            ? Refusals.Refused(reason)
            : TypedResults.Ok(MarksOf(id, viewer, database, who));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Read(
        Guid id,
        ReadTo to,
        Viewer viewer,
        Discussing discussing,
        FirmClock clock
    ) =>
        await discussing.Read(new ConversationId(id), viewer.Person, to.UpTo, clock.Now)
            ? TypedResults.NoContent()
            : Refusals.NotFound("conversation");

    private static Results<Ok<MarksView>, ProblemHttpResult> GetMarks(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read(s => SeenTalk.Conversation(s, id, viewer.Person)) is not null
            ? TypedResults.Ok(MarksOf(id, viewer, database, who))
            : Refusals.NotFound("conversation");

    private static List<KeptDraft> GetDrafts(Viewer viewer, Database database) =>
        database
            .Read(s => DraftStore.Of(s, viewer.Person.Id))
            .ConvertAll(d => new KeptDraft(
                d.Conversation.Value,
                d.Docket,
                JsonDocument.Parse(d.Doc).RootElement,
                d.At.ToDateTimeOffset(),
                null
            ));

    /// <summary>Keeps what is being written, and shows it to the writer's other pages.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> KeepDraft(
        Guid id,
        NewDraft draft,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        Presence presence,
        FirmClock clock
    )
    {
        var doc = draft.Doc is { ValueKind: not JsonValueKind.Null } given ? given.GetRawText() : null;
        if (doc?.Length > LongestDraft)
            return Refusals.Invalid(
                "doc",
                "This is too long to keep as a draft. Send it in parts; the last saved draft stays."
            );
        if (database.Read(s => SeenTalk.Conversation(s, id, viewer.Person)) is not { } conversation)
            return Refusals.NotFound("conversation");
        var now = clock.Now;
        await writes.Run(w => DraftStore.Keep(w.Session, viewer.Person.Id, conversation.Key, doc, now));
        presence.TellOwn(
            viewer.Person.Id,
            "draft",
            new KeptDraft(id, conversation.Docket?.Ref.ToString(), draft.Doc, now.ToDateTimeOffset(), draft.From)
        );
        return TypedResults.NoContent();
    }

    private static MarksView MarksOf(Guid id, Viewer viewer, Database database, WhoIsWho who) =>
        database.Read(s =>
            TalkReading.Marks(s, [ConversationStore.Find(s, new ConversationId(id))!], viewer.Person, who.Current)[0]
        );
}
