using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>A column of a worklist.</summary>
/// <param name="Most">How many tasks it should hold at most; null for any number.</param>
/// <param name="Finishes">Whether what is put into it is done.</param>
public sealed record ColumnView(
    [property: Required] Guid Id,
    [property: Required, StringLength(60, MinimumLength = 1)] string Name,
    [property: Range(1, 999)] int? Most,
    bool Finishes
);

/// <summary>A worklist with its columns.</summary>
/// <param name="Whose">own, crew or docket.</param>
/// <param name="Crew">Name of its crew; null for others.</param>
/// <param name="Docket">Reference of its docket; null for others.</param>
/// <param name="Version">To be sent back as If-Match.</param>
public sealed record WorklistView(
    Guid Id,
    string Name,
    string Whose,
    string? Crew,
    string? Docket,
    int Version,
    IReadOnlyList<ColumnView> Columns
);

/// <summary>A worklist as it is to be.</summary>
/// <param name="Crew">Whose crew's it is, when it is made; null for others.</param>
/// <param name="Docket">Reference of the docket it belongs to, when it is made; null for others. Without either it is
/// one's own.</param>
public sealed record NewWorklist(
    [property: Required, StringLength(80, MinimumLength = 1)] string Name,
    Guid? Crew,
    string? Docket,
    [property: Required, MinLength(1), MaxLength(12)] IReadOnlyList<ColumnView> Columns
);

internal static class WorklistEndpoints
{
    public static void MapWorklists(this IEndpointRouteBuilder api)
    {
        api.MapGet("/worklists", GetAll).For(Access.Staff);
        api.MapPut("/worklists/{id:guid}", Put).For(Access.Staff);
        api.MapDelete("/worklists/{id:guid}", Remove).For(Access.Staff);
    }

    /// <summary>
    /// The worklists that the viewer sees: their own, those of crews, and those of dockets that they see.
    /// </summary>
    private static IReadOnlyList<WorklistView> GetAll(Viewer viewer, Database database, WhoIsWho who) =>
        [
            .. database
                .Read(WorklistStore.All)
                .Where(l => viewer.Person.MaySee(l.Place))
                .Select(l => View(l, who.Current)),
        ];

    /// <summary>Makes a worklist, or changes its name and columns.</summary>
    private static async Task<Results<Ok<WorklistView>, ProblemHttpResult>> Put(
        Guid id,
        NewWorklist given,
        HttpContext context,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who
    )
    {
        var (me, roster) = (viewer.Person, who.Current);
        if (
            given.Columns.Select(c => c.Id).Distinct().Count() < given.Columns.Count
            || given.Columns.Any(c => c.Id == Guid.Empty)
        )
            return Refusals.Invalid("columns", "Each column needs an id of its own (UUIDv7).");
        if (given.Crew is { } crew && !roster.Crews.ContainsKey(new CrewId(crew)))
            return Refusals.Invalid("crew", "There is no such crew. Choose another.");
        var version = TaskEndpoints.Version(context.Request.Headers.IfMatch.FirstOrDefault()) ?? 0;
        return await writes.Run<Results<Ok<WorklistView>, ProblemHttpResult>>(w =>
        {
            var there = WorklistStore.Find(w.Session, id);
            if (there is not null && !me.MaySee(there.Place))
                return Refusals.NotFound("worklist");
            if (there is not null && version == 0)
                return there.Name == given.Name.Trim()
                    ? TypedResults.Ok(View(there, roster))
                    : Refusals.Invalid("If-Match", "A change names the version it was made on, such as \"3\".");
            var docket = given.Docket is null ? null : SeenDocket.Find(w.Session, given.Docket, me);
            if (there is null && given.Docket is not null && docket is null)
                return Refusals.NotFound("docket");
            var list = new Worklist(
                id,
                given.Name.Trim(),
                there is null
                    ? given.Crew is null && docket is null
                        ? me.Id
                        : null
                    : there.Person,
                there is null
                    ? given.Crew is { } c
                        ? new CrewId(c)
                        : null
                    : there.Crew,
                there is null
                    ? docket is null
                        ? null
                        : (docket.Id, docket.Ref, docket.Sight)
                    : there.Docket,
                version,
                [.. given.Columns.Select(x => new WorklistColumn(x.Id, x.Name.Trim(), x.Most, x.Finishes))]
            );
            if (!WorklistStore.Put(w.Session, list, version))
                return Refusals.Changed("worklist", View(WorklistStore.Find(w.Session, id)!, roster));
            return TypedResults.Ok(View(WorklistStore.Find(w.Session, id)!, roster));
        });
    }

    private static Task<Results<NoContent, ProblemHttpResult>> Remove(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        FirmClock clock
    ) =>
        writes.Run<Results<NoContent, ProblemHttpResult>>(w =>
        {
            if (WorklistStore.Find(w.Session, id) is not { } list || !viewer.Person.MaySee(list.Place))
                return Refusals.NotFound("worklist");
            ConversationStore.LeaveWorklist(w.Session, id, clock.Now);
            WorklistStore.Remove(w.Session, id);
            return TypedResults.NoContent();
        });

    private static WorklistView View(Worklist list, Roster roster) =>
        new(
            list.Id,
            list.Name,
            list.Docket is not null ? "docket"
                : list.Crew is not null ? "crew"
                : "own",
            list.Crew is { } crew && roster.Crews.TryGetValue(crew, out var known) ? known.Name : null,
            list.Docket?.Ref.ToString(),
            list.Version,
            [.. list.Columns.Select(c => new ColumnView(c.Id, c.Name, c.Most, c.Finishes))]
        );
}
