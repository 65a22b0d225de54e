using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Alerts;

/// <summary>An alert as its person sees it.</summary>
/// <param name="Reason">Why they are told, in words.</param>
/// <param name="ForMe">Whether it is for them, or only for information.</param>
/// <param name="Words">The first words of what it is about.</param>
public sealed record AlertView(
    Guid Id, long Order, string Reason, bool ForMe, PersonView? By, DateTimeOffset At, string? Docket, string? DocketName, Guid? Conversation, Guid? Entry, Guid? Task, string Words, bool Read);

/// <summary>A person's alerts, newest first, and how many are unread in all.</summary>
public sealed record AlertList(IReadOnlyList<AlertView> Alerts, int Unread);

/// <summary>Whether something is to be read or unread.</summary>
public sealed record ReadMark(bool Read);

internal static class AlertEndpoints
{
    public static void MapAlerts(this IEndpointRouteBuilder api)
    {
        api.MapGet("/alerts", GetAlerts).For(Access.Staff);
        api.MapPut("/alerts/{id:guid}/read", Mark).For(Access.Staff);
        api.MapPut("/alerts/read", MarkAll).For(Access.Staff);
    }

    public static AlertView View(StoredAlert alert, Roster roster)
    {
        var by = roster.Find(alert.By);
        return new(
            alert.Id, alert.Key, Alerting.Words(alert.Reason, by?.FirstName), alert.Reason is not AlertReason.Following, by is null ? null : PersonView.Of(by), alert.At.ToDateTimeOffset(),
            alert.Docket?.ToString(), alert.Subject?.Split(':')[0], alert.Conversation?.Value, alert.Entry?.Value, alert.Task?.Value, alert.Words, alert.Read is not null);
    }

    private static AlertList GetAlerts(Viewer viewer, Database database, WhoIsWho who, long? before = null) => database.Read(s => new AlertList(
        [.. AlertStore.Page(s, viewer.Person.Id, before ?? long.MaxValue, 50).Select(a => View(a, who.Current))], AlertStore.Unread(s, viewer.Person.Id)));

    private static async Task<Results<NoContent, ProblemHttpResult>> Mark(Guid id, ReadMark mark, Viewer viewer, Database database, WriteQueue writes, FirmClock clock)
    {
        if (database.Read(s => AlertStore.Find(s, viewer.Person.Id, id)) is null) return Refusals.NotFound("alert");
        await Write(viewer, id, mark, writes, clock);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> MarkAll(ReadMark mark, Viewer viewer, WriteQueue writes, FirmClock clock)
    {
        await Write(viewer, null, mark, writes, clock);
        return TypedResults.NoContent();
    }

    private static Task Write(Viewer viewer, Guid? id, ReadMark mark, WriteQueue writes, FirmClock clock) => writes.Run(w =>
    {
        if (AlertStore.Mark(w.Session, viewer.Person.Id, id, mark.Read ? clock.Now : null) > 0)
            w.Log(new Change(ChangeKinds.AlertRead, id ?? viewer.Person.Id.Value, new Place.Own(viewer.Person.Id), Thing.Working, clock.Now, viewer.Person.Id, Person: viewer.Person.Id));
    });
}
