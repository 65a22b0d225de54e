using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Templates;

/// <summary>The firm's templates of dockets.</summary>
internal static class TemplateEndpoints
{
    public static void MapTemplates(this IEndpointRouteBuilder api)
    {
        api.MapGet("/templates", Get).For(Access.Staff);
        api.MapPut("/templates/{id:guid}", Put).For(Right.KeepTemplates);
        api.MapGet("/dockets/{reference}/as-template", OfDocket).For(Right.KeepTemplates);
    }

    private static IReadOnlyList<TemplateSetting> Get(Database database) =>
        database.Read(s => TemplateStore.All(s).Select(TemplateSetting.Of).ToList());

    private static async Task<Results<Ok<TemplateSetting>, ProblemHttpResult>> Put(
        Guid id,
        TemplateSetting given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        FilePlaces places,
        FirmKinds kinds,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (Unknown(given, who.Current) is { } unknown)
            return unknown;
        ProblemHttpResult? problem = null;
        var wanted = (given with { Id = id }).Read();
        await writes.Run(w =>
        {
            var all = TemplateStore.All(w.Session);
            var before = all.Find(t => t.Id == wanted.Id);
            problem = Versions.Held("template", ifMatch, before is null ? null : TemplateSetting.Of(before));
            if (problem is not null)
                return;
            problem =
                Unseen(w.Session, wanted, before, places, viewer.Person)
                ?? Refused(w.Session, wanted, before, all, kinds.Current);
            if (problem is not null)
                return;
            TemplateStore.Put(w.Session, wanted);
            LogStore.Add(
                w.Session,
                clock.Now,
                viewer.Person.Id,
                LogKind.Settings,
                before is null ? "made a template"
                    : wanted.Retired && !before.Retired ? "retired a template"
                    : "changed a template",
                $"{wanted.Name}: {wanted.Tasks.Length} tasks, {wanted.Sheets.Length} sheets"
            );
            w.Log(
                new Change(
                    ChangeKinds.TemplatesChanged,
                    id,
                    new Place.Firm(),
                    Thing.Working,
                    clock.Now,
                    viewer.Person.Id
                )
            );
        });
        return problem is null ? TypedResults.Ok(TemplateSetting.Of(wanted)) : problem;
    }

    /// <summary>A drawing's file is one that whoever brings it may have: all colleagues see it from then on.</summary>
    private static ProblemHttpResult? Unseen(
        SqlSession session,
        Template wanted,
        Template? before,
        FilePlaces places,
        Person by
    ) =>
        wanted.Sheets.FirstOrDefault(s =>
            s.File is { } file
            && (before is null || before.Sheets.All(b => b.File != file))
            && places.Seen(session, file, by) is null
        )
            is { } odd
            ? Refusals.Invalid("sheets", $"The file of {odd.Name} is not there. Choose it again.")
            : null;

    private static ProblemHttpResult? Refused(
        SqlSession session,
        Template wanted,
        Template? before,
        List<Template> all,
        Kinds kinds
    )
    {
        if (before is null && all.Count >= TemplateRules.MostTemplates)
            return Refusals.Refused(
                $"A firm can have {TemplateRules.MostTemplates} templates. Change one that you no longer use."
            );
        if (
            wanted.Message is { } message
            && message != before?.Message
            && StockStore.Find(session, message) is not { Person: null }
        )
            return Refusals.Invalid(
                "message",
                "A template can only write a stock reply that everybody has. Choose another."
            );
        return
            TemplateRules.Wrong(wanted, kinds.Find(wanted.Kind), all.Where(t => t.Id != wanted.Id)) is var (part, words)
            ? Refusals.Invalid(part, words)
            : null;
    }

    private static ProblemHttpResult? Unknown(TemplateSetting given, Roster roster)
    {
        foreach (var task in given.Tasks)
        {
            if (StoredWords.Priorities.Parse(task.Priority) is null)
                return Refusals.Invalid(
                    "tasks",
                    $"“{task.Priority}” is not a priority. Use {string.Join(", ", StoredWords.Priorities.All)}."
                );
            if (
                new[] { task.Start, task.Due }
                    .OfType<TemplateDateSetting>()
                    .FirstOrDefault(d => StoredWords.DateUnits.Parse(d.Unit) is null) is
                { } odd
            )
                return Refusals.Invalid(
                    "tasks",
                    $"“{odd.Unit}” is no unit. Use {string.Join(", ", StoredWords.DateUnits.All)}."
                );
            if (task.Owners.Any(o => !Known(o, roster)))
                return Refusals.Invalid(
                    "tasks",
                    $"An owner of “{task.Title}” is not one of our people or crews any more. Choose again."
                );
        }

        return null;
    }

    private static bool Known(TemplateOwnerSetting owner, Roster roster) =>
        owner.Kind switch
        {
            "person" => owner.Id is { } p && roster.Find(new PersonId(p)) is { IsStaff: true },
            "crew" => owner.Id is { } c && roster.Crews.ContainsKey(new CrewId(c)),
            _ => true,
        };

    /// <summary>
    /// What a template would be that is made of a docket: nothing is kept until it is sent as one. Only what the viewer
    /// sees of the docket is in it.
    /// </summary>
    private static Results<Ok<TemplateSetting>, ProblemHttpResult> OfDocket(
        string reference,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read<Results<Ok<TemplateSetting>, ProblemHttpResult>>(s =>
        {
            if (SeenDocket.Find(s, reference, viewer.Person) is not { } docket)
                return Refusals.NotFound("docket");
            var tasks = Patterning.Of(
                TaskStore
                    .OfDocket(s, docket.Id, TemplateRules.MostTasks)
                    .Where(t => viewer.Person.MaySee(t.Place, Thing.Working))
                    .OrderBy(t => t.Position)
                    .ThenBy(t => t.Key),
                docket.Owner,
                DocketStore.MadeAt(s, docket.Id),
                MilestoneStore.Of(s, docket.Id),
                who.Current.Firm!.Calendar,
                Guid.CreateVersion7
            );
            var sheets = SheetStore
                .OfDocket(s, docket.Id)
                .Where(k => !k.Sheet.Removed)
                .Take(TemplateRules.MostSheets)
                .Select(k => (Kept: k, Newest: SheetStore.Revision(s, k, k.Sheet.Revision)!))
                .Select(k => new TemplateSheet(
                    Guid.CreateVersion7(),
                    k.Kept.Sheet.Kind,
                    k.Kept.Sheet.Name,
                    k.Newest.Body ?? "",
                    k.Newest.File
                ));
            return TypedResults.Ok(
                TemplateSetting.Of(
                    new Template(
                        new TemplateId(Guid.CreateVersion7()),
                        docket.Kind,
                        "",
                        "",
                        docket.Subject,
                        null,
                        tasks,
                        [.. sheets]
                    )
                ) with
                {
                    Version = null,
                }
            );
        });
}
