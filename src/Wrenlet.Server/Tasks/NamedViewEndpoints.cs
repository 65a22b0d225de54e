using System.ComponentModel.DataAnnotations;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>A named way of looking at tasks or dockets.</summary>
/// <param name="Mine">Whether it is the viewer's own, to change and take away.</param>
/// <param name="Settings">What is shown and how, as the client keeps it.</param>
public sealed record NamedTaskView(
    Guid Id,
    string Name,
    bool Shared,
    bool Mine,
    PersonView By,
    JsonElement Settings,
    string? Version = null
) : IVersioned;

/// <summary>A way of looking at tasks or dockets that is to be kept under a name.</summary>
public sealed record NewTaskView(
    [property: Required, StringLength(80, MinimumLength = 1)] string Name,
    bool Shared,
    [property: Required] JsonElement Settings
);

/// <summary>Named ways of looking at the table of tasks and at that of dockets.</summary>
/// <summary>A named view that words point at.</summary>
/// <param name="About">tasks or dockets.</param>
/// <param name="By">Whose it is.</param>
/// <param name="Settings">What is shown and how, as the client keeps it; what stands in it is by the reader's sight.</param>
public sealed record PointedView(Guid Id, string Name, string About, string By, JsonElement Settings);

internal static class NamedViewEndpoints
{
    private const int MostSettings = 20_000;

    public static void MapNamedViews(this IEndpointRouteBuilder api)
    {
        api.MapGet("/views/{id:guid}", Get).For(Access.Staff);
        foreach (var (path, about) in new[] { ("/task-views", "tasks"), ("/docket-views", "dockets") })
        {
            api.MapGet(path, (Viewer viewer, Database database, WhoIsWho who) => GetViews(about, viewer, database, who))
                .For(Access.Staff);
            api.MapPut(
                    path + "/{id:guid}",
                    (
                        Guid id,
                        NewTaskView given,
                        [FromHeader(Name = "If-Match")] string? ifMatch,
                        Viewer viewer,
                        Database database,
                        WriteQueue writes,
                        WhoIsWho who
                    ) => PutView(about, id, given, ifMatch, viewer, database, writes, who)
                )
                .For(Access.Staff);
            api.MapDelete(
                    path + "/{id:guid}",
                    (Guid id, Viewer viewer, Database database, WriteQueue writes) =>
                        RemoveView(about, id, viewer, database, writes)
                )
                .For(Access.Staff);
        }
    }

    /// <summary>A view that words point at: one's own, or one that is shared.</summary>
    private static Results<Ok<PointedView>, ProblemHttpResult> Get(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read(s => NamedViewStore.Find(s, id)) is var (view, about)
        && viewer.Person.MaySee(view.Place, Thing.Working)
            ? TypedResults.Ok(
                new PointedView(
                    view.Id,
                    view.Name,
                    about,
                    who.Current.NameOf(view.Owner),
                    JsonDocument.Parse(view.Settings).RootElement
                )
            )
            : Refusals.NotFound("view");

    private static IReadOnlyList<NamedTaskView> GetViews(
        string about,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database
            .Read(s => NamedViewStore.For(s, about, viewer.Person.Id))
            .ConvertAll(v => View(v, viewer.Person, who.Current));

    private static async Task<Results<Ok<NamedTaskView>, ProblemHttpResult>> PutView(
        string about,
        Guid id,
        NewTaskView given,
        string? ifMatch,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        WhoIsWho who
    )
    {
        var settings = given.Settings.GetRawText();
        if (settings.Length > MostSettings)
            return Refusals.Invalid("settings", "This view has too many filters to save. Choose fewer.");
        if (database.Read(s => NamedViewStore.Find(s, about, id)) is { } there && there.Owner != viewer.Person.Id)
            return Refusals.Refused(
                $"That view is {who.Current.NameOf(there.Owner)}'s. Keep yours under another name."
            );
        var view = new NamedView(id, viewer.Person.Id, given.Name.Trim(), given.Shared, settings);
        return await writes.Run<Results<Ok<NamedTaskView>, ProblemHttpResult>>(w =>
        {
            var before = NamedViewStore.Find(w.Session, about, id) is { } kept
                ? View(kept, viewer.Person, who.Current)
                : null;
            if (Versions.Held("view", ifMatch, before) is { } held)
                return held;
            NamedViewStore.Put(w.Session, about, view);
            return TypedResults.Ok(View(view, viewer.Person, who.Current));
        });
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> RemoveView(
        string about,
        Guid id,
        Viewer viewer,
        Database database,
        WriteQueue writes
    )
    {
        if (database.Read(s => NamedViewStore.Find(s, about, id)) is not { } there || there.Owner != viewer.Person.Id)
            return Refusals.NotFound("view of yours");
        await writes.Run(w =>
        {
            NamedViewStore.Remove(w.Session, id);
            return true;
        });
        return TypedResults.NoContent();
    }

    private static NamedTaskView View(NamedView view, Person viewer, Roster roster)
    {
        var named = new NamedTaskView(
            view.Id,
            view.Name,
            view.Shared,
            view.Owner == viewer.Id,
            roster.Find(view.Owner) is { } by ? PersonView.Of(by) : PersonView.Stranger("someone"),
            JsonDocument.Parse(view.Settings).RootElement
        );
        return named with { Version = Versions.Of(named) };
    }
}
