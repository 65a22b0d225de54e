using System.ComponentModel.DataAnnotations;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Alerts;

/// <summary>A notice to be put up.</summary>
/// <param name="Body">Markdown.</param>
/// <param name="Crews">Whom it is for; empty for all.</param>
/// <param name="Appears">When it appears; null for at once.</param>
/// <param name="Ends">When it is taken down; null for never.</param>
/// <param name="MustConfirm">Whether each has to confirm it.</param>
public sealed record NewNotice(
    [property: Required, StringLength(120, MinimumLength = 1)] string Title,
    [property: Required, StringLength(20_000, MinimumLength = 1)] string Body,
    [property: MaxLength(50)] IReadOnlyList<Guid> Crews,
    DateTimeOffset? Appears,
    DateTimeOffset? Ends,
    bool MustConfirm
);

/// <summary>A notice as a viewer sees it.</summary>
/// <param name="State">upcoming, up or ended.</param>
/// <param name="Crews">Names of the crews it is for; empty for all.</param>
/// <param name="Confirmed">Who has confirmed it.</param>
/// <param name="WaitsFor">Who has not and should.</param>
/// <param name="ToConfirm">Whether the viewer should confirm it and has not.</param>
/// <param name="Comments">How many comments there are.</param>
/// <param name="Body">Its Markdown, for who may change it; null for others.</param>
public sealed record NoticeView(
    Guid Id,
    string Title,
    string Html,
    PersonView? By,
    DateTimeOffset Appears,
    DateTimeOffset? Ends,
    string State,
    IReadOnlyList<OwnerView> Crews,
    bool MustConfirm,
    IReadOnlyList<PersonView> Confirmed,
    IReadOnlyList<PersonView> WaitsFor,
    bool ToConfirm,
    Guid Conversation,
    int Comments,
    bool MayChange,
    string? Body,
    int Version
);

/// <summary>Thanks to be given.</summary>
/// <param name="Id">The client's id (UUIDv7): sent again, it is one.</param>
/// <param name="Kind">helping-hand, sharp-eye, calm-head, good-work or long-way.</param>
/// <param name="Entry">What for; null when nothing that was said.</param>
public sealed record NewThanks(
    [property: Required] Guid Id,
    [property: Required] Guid Person,
    [property: Required] string Kind,
    [property: Required, StringLength(500, MinimumLength = 1)] string Words,
    Guid? Entry
);

/// <summary>Thanks as shown.</summary>
/// <param name="Path">Where it was said; null when the viewer does not see it, or it was for nothing said.</param>
public sealed record ThanksView(
    Guid Id,
    PersonView? To,
    PersonView? By,
    string Kind,
    string Words,
    DateTimeOffset At,
    string? Path
);

internal static class BoardEndpoints
{
    private const int Most = 100;

    public static void MapBoard(this IEndpointRouteBuilder api)
    {
        api.MapGet("/notices", GetNotices).For(Access.Staff);
        api.MapPut("/notices/{id:guid}", Put).For(Access.Staff);
        api.MapDelete("/notices/{id:guid}", TakeDown).For(Access.Staff);
        api.MapPut("/notices/{id:guid}/confirmation", Confirm).For(Access.Staff);
        api.MapGet("/thanks", GetThanks).For(Access.Staff);
        api.MapPost("/thanks", Thank).For(Access.Staff);
    }

    private static IReadOnlyList<NoticeView> GetNotices(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        bool ended = false
    ) =>
        database.Read(s =>
            NoticeStore
                .Page(s, clock.Now, ended, Most)
                .Where(n => n.Notice.SeenBy(viewer.Person, clock.Now))
                .Select(n => View(s, n, viewer.Person, who.Current, clock.Now))
                .ToList()
        );

    private static async Task<Results<Ok<NoticeView>, ProblemHttpResult>> Put(
        Guid id,
        NewNotice notice,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Noticing noticing,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (string.IsNullOrWhiteSpace(notice.Title))
            return Refusals.Invalid("title", "A notice needs a title.");
        if (string.IsNullOrWhiteSpace(notice.Body))
            return Refusals.Invalid("body", "A notice needs words.");
        var before = database.Read(s => NoticeStore.Find(s, id));
        if (before is not null && !before.Notice.SeenBy(viewer.Person, clock.Now))
            return Refusals.NotFound("notice");
        var appears = notice.Appears is { } from
            ? Instant.FromDateTimeOffset(from)
            : before?.Notice.Appears ?? clock.Now;
        Instant? ends = notice.Ends is { } to ? Instant.FromDateTimeOffset(to) : null;
        if (ends <= appears)
            return Refusals.Invalid("ends", "It would come down before it appears. Choose a later end.");
        var crews = notice.Crews.Select(c => new CrewId(c)).ToList();
        if (crews.Exists(c => !who.Current.Crews.ContainsKey(c)))
            return Refusals.Invalid("crews", "One of these crews does not exist. Choose again.");
        int? version = int.TryParse(ifMatch?.Trim('"'), NumberStyles.None, CultureInfo.InvariantCulture, out var seen)
            ? seen
            : null;
        if (before is not null && version is null)
            return Refusals.Invalid("If-Match", "A change names the version it was made on, such as \"3\".");
        var (refusal, stale) = await noticing.Put(
            id,
            version,
            notice.Title.Trim(),
            notice.Body,
            new Notice(before?.Notice.By ?? viewer.Person.Id, appears, ends, notice.MustConfirm, [.. crews]),
            viewer.Person,
            clock.Now
        );
        if (refusal is not null)
            return Refusals.Refused(refusal);
        var view = database.Read(s => View(s, NoticeStore.Find(s, id)!, viewer.Person, who.Current, clock.Now));
        return stale ? Refusals.Changed("notice", view) : TypedResults.Ok(view);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> TakeDown(
        Guid id,
        Viewer viewer,
        Noticing noticing,
        Database database,
        FirmClock clock
    )
    {
        if (
            database.Read(s => NoticeStore.Find(s, id)) is not { } notice
            || !notice.Notice.SeenBy(viewer.Person, clock.Now)
        )
            return Refusals.NotFound("notice");
        var (from, end) = (Instant.Min(notice.Notice.Appears, clock.Now - Duration.FromMilliseconds(1)), clock.Now);
        var (refusal, _) = await noticing.Put(
            id,
            null,
            notice.Title,
            notice.Body,
            notice.Notice with
            {
                Appears = from,
                Ends = end,
            },
            viewer.Person,
            clock.Now
        );
        return refusal is not null ? Refusals.Refused(refusal) : TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Confirm(
        Guid id,
        Viewer viewer,
        Noticing noticing,
        FirmClock clock
    ) => await noticing.Confirm(id, viewer.Person, clock.Now) ? TypedResults.NoContent() : Refusals.NotFound("notice");

    private static IReadOnlyList<ThanksView> GetThanks(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        Guid? person = null
    ) =>
        database.Read(s =>
            NoticeStore
                .ThanksTo(s, person is { } p ? new PersonId(p) : null, Most)
                .ConvertAll(t => View(s, t, viewer.Person, who.Current))
        );

    private static async Task<Results<NoContent, ProblemHttpResult>> Thank(
        NewThanks given,
        Viewer viewer,
        Noticing noticing,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (given.Id == Guid.Empty)
            return Refusals.Invalid("id", "Thanks need an id of their own (UUIDv7).");
        if (!NoticeStore.ThanksKinds.Contains(given.Kind))
            return Refusals.Invalid(
                "kind",
                $"“{given.Kind}” is not a kind of thanks. Use {string.Join(", ", NoticeStore.ThanksKinds)}."
            );
        if (who.Current.Find(new PersonId(given.Person)) is not { IsStaff: true } to)
            return Refusals.Invalid("person", "Thanks go to a colleague. Choose one.");
        var thanks = new Thanks(
            given.Id,
            to.Id,
            viewer.Person.Id,
            given.Entry is { } e ? new EntryId(e) : null,
            given.Kind,
            given.Words.Trim(),
            clock.Now
        );
        return await noticing.Thank(thanks, viewer.Person, clock.Now) is { } refusal
            ? Refusals.Refused(refusal)
            : TypedResults.NoContent();
    }

    private static NoticeView View(SqlSession session, StoredNotice stored, Person viewer, Roster roster, Instant now)
    {
        var notice = stored.Notice;
        var confirmed = NoticeStore.ConfirmedBy(session, stored.Key);
        var asked = notice.MustConfirm ? notice.For(roster.Staff) : [];
        var may = notice.MayChange(viewer);
        var conversation = ConversationStore.Find(session, stored.Conversation)!;
        return new(
            stored.Id,
            stored.Title,
            stored.Html,
            roster.Find(notice.By) is { } by ? PersonView.Of(by) : null,
            notice.Appears.ToDateTimeOffset(),
            notice.Ends?.ToDateTimeOffset(),
            notice.StateAt(now) switch
            {
                NoticeState.Upcoming => "upcoming",
                NoticeState.Up => "up",
                _ => "ended",
            },
            [.. notice.Crews.Where(roster.Crews.ContainsKey).Select(c => OwnerView.Of(roster.Crews[c]))],
            notice.MustConfirm,
            [.. confirmed.Select(p => roster.Find(p)).OfType<Person>().Select(PersonView.Of)],
            [.. asked.Where(p => !confirmed.Contains(p.Id)).Select(PersonView.Of)],
            asked.Any(p => p.Id == viewer.Id) && !confirmed.Contains(viewer.Id),
            stored.Conversation.Value,
            EntryStore.Count(session, conversation.Key),
            may,
            may ? stored.Body : null,
            stored.Version
        );
    }

    private static ThanksView View(SqlSession session, Thanks thanks, Person viewer, Roster roster)
    {
        var path =
            thanks.Entry is { } id
            && EntryStore.Find(session, id) is { } entry
            && ConversationStore.Find(session, entry.Conversation) is { } place
            && EntrySight.Sees(viewer, place, entry)
                ? EntryWords.PathOf(place, id)
                : null;
        return new(
            thanks.Id,
            Named(thanks.To, roster),
            Named(thanks.By, roster),
            thanks.Kind,
            thanks.Words,
            thanks.At.ToDateTimeOffset(),
            path
        );
    }

    private static PersonView? Named(PersonId id, Roster roster) =>
        roster.Find(id) is { } person ? PersonView.Of(person) : null;
}
