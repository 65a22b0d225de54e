using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Alerts;

/// <summary>An alert as its person sees it.</summary>
/// <param name="Reason">Why they are told, in words.</param>
/// <param name="ForMe">Whether it is for them, or only for information.</param>
/// <param name="Words">The first words of what it is about.</param>
/// <param name="Kept">Whether it is kept for later.</param>
/// <param name="Why">Why it is theirs, in full, and what they can do to hear less of it.</param>
/// <param name="Quiet">Whether it is to pop up nowhere: it is for information, or their quiet hours.</param>
/// <param name="Path">Where it leads in the application: to the very entry where there is one.</param>
/// <param name="Answerable">Whether it can be answered in place, inside.</param>
/// <param name="NeedsYou">Whether it asks for something, while it is unread, that stands nowhere else.</param>
public sealed record AlertView(
    Guid Id,
    long Order,
    string Reason,
    bool ForMe,
    PersonView? By,
    DateTimeOffset At,
    string? Docket,
    string? DocketName,
    Guid? Conversation,
    Guid? Entry,
    Guid? Task,
    string Words,
    bool Read,
    bool Kept,
    string Why,
    bool Quiet,
    string Path,
    bool Answerable,
    bool NeedsYou
);

/// <summary>A person's alerts, newest first, and how many are unread in all.</summary>
/// <param name="Lines">The alerts by the lines that they stand in: those that came together from one place are
/// one.</param>
public sealed record AlertList(IReadOnlyList<AlertView> Alerts, IReadOnlyList<IReadOnlyList<Guid>> Lines, int Unread);

/// <summary>How a person wants to be told.</summary>
/// <param name="QuietFrom">Time of day at which quiet begins.</param>
/// <param name="QuietTo">Time of day at which it ends; the same as the beginning for none.</param>
/// <param name="QuietDaysOff">Whether days without working time are quiet.</param>
/// <param name="Digest">Whether what stays unread comes by mail, once an hour at most.</param>
/// <param name="Sound">Whether a pop-up makes a sound.</param>
/// <param name="HiddenPage">Whether the browser says it when the page is hidden.</param>
/// <param name="Version">To be sent back as If-Match; not read from what is sent.</param>
public sealed record AlertSettings(
    TimeOnly QuietFrom,
    TimeOnly QuietTo,
    bool QuietDaysOff,
    bool Digest,
    bool Sound,
    bool HiddenPage,
    string? Version = null
) : IVersioned;

/// <summary>What one wants to hear of a place.</summary>
/// <param name="Level">everything, for-me or asks.</param>
/// <param name="Follows">Whether one follows the docket.</param>
public sealed record ListeningView(string Level, bool Follows);

/// <summary>Whether something is kept for later.</summary>
public sealed record KeepMark(bool Kept);

/// <summary>Whether something is to be read or unread.</summary>
public sealed record ReadMark(bool Read);

internal static class AlertEndpoints
{
    public static void MapAlerts(this IEndpointRouteBuilder api)
    {
        api.MapGet("/alerts", GetAlerts).For(Access.Staff);
        api.MapPut("/alerts/{id:guid}/read", Mark).For(Access.Staff);
        api.MapPut("/alerts/read", MarkAll).For(Access.Staff);
        api.MapPut("/alerts/{id:guid}/kept", Keep).For(Access.Staff);
        api.MapGet("/alerts/kept", GetKept).For(Access.Staff);
        api.MapGet("/alerts/settings", GetSettings).For(Access.Staff);
        api.MapPut("/alerts/settings", PutSettings).For(Access.Staff);
        api.MapGet("/dockets/{reference}/listening", GetListening).For(Access.Staff);
        api.MapPut("/dockets/{reference}/listening", PutListening).For(Access.Staff);
        api.MapGet("/conversations/{id:guid}/listening", GetListeningIn).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/listening", PutListeningIn).For(Access.Staff);
    }

    public static AlertView View(SqlSession session, StoredAlert alert, PersonId told, Roster roster, Instant now)
    {
        var by = roster.Find(alert.By);
        var conversation = alert.Conversation is { } c ? ConversationStore.Find(session, c) : null;
        var level = conversation is null
            ? Level.Everything
            : LevelStore.At(session, conversation.Key).GetValueOrDefault(told);
        var forMe = AlertLevels.IsForMe(alert.Reason);
        return new(
            alert.Id,
            alert.Key,
            Alerting.Words(alert.Reason, by?.FirstName, From(session, alert, conversation, roster)),
            forMe,
            by is null ? null : PersonView.Of(by),
            alert.At.ToDateTimeOffset(),
            alert.Docket?.ToString(),
            alert.Subject?.Split(':')[0],
            alert.Conversation?.Value,
            alert.Entry?.Value,
            alert.Task?.Value,
            alert.Words,
            alert.Read is not null,
            alert.Kept is not null,
            Alerting.Explain(alert.Reason, level),
            !AlertLevels.PopsUp(alert.Reason, AlertStore.SettingOf(session, told).Quiet, now, roster.HoursOf(told)),
            PathOf(alert, conversation),
            alert.Entry is not null && conversation is { Audience: not Audience.Outside },
            AlertLevels.Needs(alert.Reason)
        );
    }

    /// <summary>
    /// The customer or partner whose words or matter an alert is about: who wrote the entry, else the conversation's
    /// party; null where it is of none.
    /// </summary>
    public static string? From(SqlSession session, StoredAlert alert, Conversation? conversation, Roster roster)
    {
        if (conversation is not { Audience: Audience.Outside })
            return null;
        var (author, sender) =
            alert.By is null && alert.Entry is { } id ? EntryStore.WriterOf(session, id) : (null, null);
        return roster.Find(author) is { IsStaff: false } contact
            ? contact.Name
            : sender ?? ConversationViews.PartyOf(conversation, roster)?.Name ?? conversation.Stranger?.Name;
    }

    /// <summary>Where an alert leads in the application.</summary>
    /// <param name="conversation">The conversation that it names; null when it names none.</param>
    public static string PathOf(StoredAlert alert, Conversation? conversation) =>
        alert.Reason is AlertReason.Thanked ? "/noticeboard?part=thanks"
        : conversation is not null ? EntryWords.PathOf(conversation, alert.Entry)
        : alert.Task is { } task ? $"/tasks?task={task.Value}"
        : alert.Docket is { } docket ? $"/dockets/{docket}"
        : "/";

    private static AlertList GetAlerts(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        long? before = null,
        bool unread = false
    ) =>
        database.Read(s =>
        {
            List<AlertView> page =
            [
                .. AlertStore
                    .Page(s, viewer.Person.Id, before ?? long.MaxValue, 50, unread)
                    .Select(a => View(s, a, viewer.Person.Id, who.Current, clock.Now)),
            ];
            var lines = AlertLines.Of(
                page,
                a => a.Docket ?? a.Conversation?.ToString(),
                a => Instant.FromDateTimeOffset(a.At),
                a => a.Read,
                a => a.ForMe
            );
            return new AlertList(
                page,
                [.. lines.Select(l => (IReadOnlyList<Guid>)[.. l.Select(a => a.Id)])],
                AlertStore.Unread(s, viewer.Person.Id)
            );
        });

    private static IReadOnlyList<AlertView> GetKept(Viewer viewer, Database database, WhoIsWho who, FirmClock clock) =>
        database.Read(s =>
            AlertStore
                .KeptBy(s, viewer.Person.Id, 200)
                .ConvertAll(a => View(s, a, viewer.Person.Id, who.Current, clock.Now))
        );

    private static async Task<Results<NoContent, ProblemHttpResult>> Keep(
        Guid id,
        KeepMark mark,
        Viewer viewer,
        WriteQueue writes,
        FirmClock clock
    )
    {
        var done = await writes.Run(w =>
        {
            if (!AlertStore.Keep(w.Session, viewer.Person.Id, id, mark.Kept ? clock.Now : null))
                return false;
            w.Log(
                new Change(
                    ChangeKinds.AlertRead,
                    id,
                    new Place.Own(viewer.Person.Id),
                    Thing.Working,
                    clock.Now,
                    viewer.Person.Id,
                    Person: viewer.Person.Id
                )
            );
            return true;
        });
        return done ? TypedResults.NoContent() : Refusals.NotFound("alert");
    }

    private static AlertSettings GetSettings(Viewer viewer, Database database) =>
        database.Read(s => Settings(s, viewer.Person.Id));

    private static AlertSettings Settings(SqlSession s, PersonId person)
    {
        var setting = AlertStore.SettingOf(s, person);
        var shown = new AlertSettings(
            setting.Quiet.From.ToTimeOnly(),
            setting.Quiet.To.ToTimeOnly(),
            setting.Quiet.DaysOff,
            setting.Digest,
            setting.Sound,
            setting.HiddenPage
        );
        return shown with { Version = Versions.Of(shown) };
    }

    private static async Task<Results<Ok<AlertSettings>, ProblemHttpResult>> PutSettings(
        AlertSettings settings,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Database database,
        WriteQueue writes
    )
    {
        var quiet = new QuietHours(
            LocalTime.FromTimeOnly(settings.QuietFrom),
            LocalTime.FromTimeOnly(settings.QuietTo),
            settings.QuietDaysOff
        );
        var held = await writes.Run(w =>
        {
            if (Versions.Held("alert setting", ifMatch, Settings(w.Session, viewer.Person.Id)) is { } refusal)
                return refusal;
            AlertStore.Set(
                w.Session,
                viewer.Person.Id,
                new AlertSetting(quiet, settings.Digest, settings.Sound, settings.HiddenPage)
            );
            return null;
        });
        return held is null ? TypedResults.Ok(GetSettings(viewer, database)) : held;
    }

    private static Results<Ok<ListeningView>, ProblemHttpResult> GetListening(
        string reference,
        Viewer viewer,
        Database database
    ) =>
        database.Read(s =>
            SeenDocket.Find(s, reference, viewer.Person) is { } docket
                ? Listens(s, viewer.Person, null, docket.Id)
                : null
        )
            is { } view
            ? TypedResults.Ok(view)
            : Refusals.NotFound("docket");

    private static Results<Ok<ListeningView>, ProblemHttpResult> GetListeningIn(
        Guid id,
        Viewer viewer,
        Database database
    ) =>
        database.Read(s =>
            SeenTalk.Conversation(s, id, viewer.Person) is { } place ? Listens(s, viewer.Person, place.Id, null) : null
        )
            is { } view
            ? TypedResults.Ok(view)
            : Refusals.NotFound("conversation");

    private static async Task<Results<Ok<ListeningView>, ProblemHttpResult>> PutListening(
        string reference,
        ListeningView wanted,
        Viewer viewer,
        WriteQueue writes
    )
    {
        if (StoredWords.Levels.Parse(wanted.Level) is not { } level)
            return NoLevel(wanted.Level);
        return
            await writes.Run(w =>
            {
                if (SeenDocket.Find(w.Session, reference, viewer.Person) is not { } docket)
                    return null;
                LevelStore.Set(w.Session, viewer.Person.Id, null, docket.Id, level is Level.Everything ? null : level);
                LevelStore.Follow(w.Session, viewer.Person.Id, docket.Id, wanted.Follows);
                return Listens(w.Session, viewer.Person, null, docket.Id);
            })
                is { } view
            ? TypedResults.Ok(view)
            : Refusals.NotFound("docket");
    }

    private static async Task<Results<Ok<ListeningView>, ProblemHttpResult>> PutListeningIn(
        Guid id,
        ListeningView wanted,
        Viewer viewer,
        WriteQueue writes
    )
    {
        if (StoredWords.Levels.Parse(wanted.Level) is not { } level)
            return NoLevel(wanted.Level);
        return
            await writes.Run(w =>
            {
                if (SeenTalk.Conversation(w.Session, id, viewer.Person) is not { } place)
                    return null;
                LevelStore.Set(w.Session, viewer.Person.Id, place.Id, null, level is Level.Everything ? null : level);
                return Listens(w.Session, viewer.Person, place.Id, null);
            })
                is { } view
            ? TypedResults.Ok(view)
            : Refusals.NotFound("conversation");
    }

    private static ProblemHttpResult NoLevel(string word) =>
        Refusals.Invalid("level", $"“{word}” is not a level. Use {string.Join(", ", StoredWords.Levels.All)}.");

    private static ListeningView Listens(
        SqlSession session,
        Person person,
        ConversationId? conversation,
        DocketId? docket
    ) =>
        new(
            StoredWords.Levels.Of(LevelStore.Of(session, person.Id, conversation, docket) ?? Level.Everything),
            docket is { } d && LevelStore.FollowersOf(session, d).Contains(person.Id)
        );

    private static async Task<Results<NoContent, ProblemHttpResult>> Mark(
        Guid id,
        ReadMark mark,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        FirmClock clock
    )
    {
        if (database.Read(s => AlertStore.Find(s, viewer.Person.Id, id)) is null)
            return Refusals.NotFound("alert");
        await Write(viewer, id, mark, writes, clock);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> MarkAll(ReadMark mark, Viewer viewer, WriteQueue writes, FirmClock clock)
    {
        await Write(viewer, null, mark, writes, clock);
        return TypedResults.NoContent();
    }

    private static Task Write(Viewer viewer, Guid? id, ReadMark mark, WriteQueue writes, FirmClock clock) =>
        writes.Run(w =>
        {
            if (AlertStore.Mark(w.Session, viewer.Person.Id, id, mark.Read ? clock.Now : null) > 0)
                w.Log(
                    new Change(
                        ChangeKinds.AlertRead,
                        id ?? viewer.Person.Id.Value,
                        new Place.Own(viewer.Person.Id),
                        Thing.Working,
                        clock.Now,
                        viewer.Person.Id,
                        Person: viewer.Person.Id
                    )
                );
        });
}
