using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Templates;

/// <summary>For what docket a template is laid out.</summary>
/// <param name="Docket">Reference of a docket that is there; null for a new one.</param>
/// <param name="Owner">Who is to own a new one; null for nobody.</param>
/// <param name="Milestones">Dates that a new one is to begin with, by the kind's milestone; null for none.</param>
public sealed record LayOutFor(
    string? Docket = null,
    Guid? Owner = null,
    [property: MaxLength(KindRules.MostMilestones)] IReadOnlyDictionary<Guid, DateTimeOffset>? Milestones = null
);

/// <summary>A task as a template would make it.</summary>
/// <param name="From">The task of the template.</param>
/// <param name="Start">Null for at any time, or while what it is counted from is not known.</param>
/// <param name="StartReason">What the start is counted from; null where there is none.</param>
/// <param name="DueReason">What the due moment is counted from; null where there is none.</param>
/// <param name="Gate">Name of the stage that waits for it; null for none.</param>
/// <param name="After">Titles of the tasks that it waits for.</param>
/// <param name="There">Whether the docket has it already.</param>
public sealed record LaidTaskView(
    Guid From,
    Guid? Parent,
    string Title,
    IReadOnlyList<OwnerChoice> Owners,
    DateTimeOffset? Start,
    string? StartReason,
    DateTimeOffset? Due,
    string? DueReason,
    string Priority,
    int? EstimateMinutes,
    string? Gate,
    IReadOnlyList<string> After,
    bool There
);

/// <summary>A sheet as a template would make it.</summary>
public sealed record LaidSheetView(Guid From, string Kind, string Name, bool There);

/// <summary>A milestone that dates of a template are counted from.</summary>
/// <param name="At">Null while it has no date.</param>
public sealed record CountedFromView(Guid Id, string Name, DateTimeOffset? At);

/// <summary>All that a template would make.</summary>
/// <param name="Message">Name of the stock reply that it writes for the party; null for none.</param>
public sealed record LaidOutView(
    IReadOnlyList<LaidTaskView> Tasks,
    IReadOnlyList<LaidSheetView> Sheets,
    IReadOnlyList<CountedFromView> Milestones,
    string Subject,
    string? Message
);

/// <summary>A task of a template to be made, as it was looked at and perhaps changed.</summary>
/// <param name="From">The task of the template.</param>
/// <param name="Id">The client's id for the task (UUIDv7).</param>
public sealed record TaskFromTemplate(
    [property: Required] Guid From,
    [property: Required] Guid Id,
    [property: Required, StringLength(300, MinimumLength = 1)] string Title,
    [property: Required, MaxLength(20)] IReadOnlyList<OwnerChoice> Owners,
    DateTimeOffset? Start,
    DateTimeOffset? Due,
    [property: Required] string Priority,
    [property: Range(1, 100_000)] int? EstimateMinutes
);

/// <summary>What is to be made of a template.</summary>
/// <param name="Sheets">The sheets of the template that are to be made.</param>
public sealed record FromTemplate(
    [property: Required, MaxLength(TemplateRules.MostTasks)] IReadOnlyList<TaskFromTemplate> Tasks,
    [property: Required, MaxLength(TemplateRules.MostSheets)] IReadOnlyList<Guid> Sheets
);

/// <summary>A docket to be made from a template.</summary>
/// <param name="Milestones">Dates that it begins with, by the kind's milestone; null for none.</param>
public sealed record DocketFromTemplate(
    [property: Required] DocketToMake Docket,
    [property: Required] FromTemplate Made,
    [property: MaxLength(KindRules.MostMilestones)] IReadOnlyDictionary<Guid, DateTimeOffset>? Milestones = null
);

/// <summary>What came of using a template.</summary>
/// <param name="Conversation">Where the message is to be written; null where there is none.</param>
/// <param name="Message">The message, filled; null where there is none.</param>
/// <param name="Unfilled">Fields of it for which nothing is known, with their braces.</param>
public sealed record TemplateUsed(
    string Ref,
    int Tasks,
    int Sheets,
    Guid? Conversation,
    string? Message,
    IReadOnlyList<string> Unfilled
);

/// <summary>Using templates: what they would make, and making it.</summary>
internal static class TemplateUseEndpoints
{
    public static void MapTemplateUse(this IEndpointRouteBuilder api)
    {
        api.MapPost("/templates/{id:guid}/laid-out", LayOut).For(Access.Staff);
        api.MapPost("/templates/{id:guid}/dockets", Begin).For(Access.Staff);
        api.MapPut("/dockets/{reference}/templates/{id:guid}", Apply).For(Access.Staff);
    }

    private static Results<Ok<LaidOutView>, ProblemHttpResult> LayOut(
        Guid id,
        LayOutFor given,
        Viewer viewer,
        Database database,
        TemplateUse use,
        FirmKinds kinds,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<LaidOutView>, ProblemHttpResult>>(s =>
        {
            if (TemplateStore.Find(s, new TemplateId(id)) is not { } template)
                return Refusals.NotFound("template");
            if (given.Docket is null)
            {
                var dates = Dates(given.Milestones);
                var owner = given.Owner is { } o ? new PersonId(o) : (PersonId?)null;
                return TypedResults.Ok(
                    View(s, template, use.LayOut(template, owner, dates, viewer.Person, clock.Now), dates, kinds)
                );
            }

            if (SeenDocket.Find(s, given.Docket, viewer.Person) is not { } docket)
                return Refusals.NotFound("docket");
            if (WrongKind(template, docket, kinds.Current) is { } wrong)
                return wrong;
            return TypedResults.Ok(
                View(
                    s,
                    template,
                    use.LayOut(s, template, docket, viewer.Person, clock.Now),
                    use.PlaceOf(s, docket, viewer.Person, clock.Now).Milestones,
                    kinds
                )
            );
        });

    private static Dictionary<MilestoneId, Instant> Dates(IReadOnlyDictionary<Guid, DateTimeOffset>? given) =>
        (given ?? new Dictionary<Guid, DateTimeOffset>()).ToDictionary(
            m => new MilestoneId(m.Key),
            m => Instant.FromDateTimeOffset(m.Value)
        );

    private static ProblemHttpResult? WrongKind(Template template, Docket docket, Kinds kinds) =>
        template.Kind == docket.Kind
            ? null
            : Refusals.Refused(
                $"{template.Name} is a template of {kinds.Find(template.Kind)?.Many}, and {docket.Ref} is not one. "
                    + "Choose another."
            );

    private static LaidOutView View(
        SqlSession session,
        Template template,
        LaidOut laid,
        IReadOnlyDictionary<MilestoneId, Instant> dates,
        FirmKinds kinds
    )
    {
        var kind = kinds.Current.Find(template.Kind)!;
        var titles = template.Tasks.ToDictionary(t => t.Id, t => t.Title);
        var counted = laid
            .Tasks.SelectMany(t => new[] { t.From.Start, t.From.Due })
            .Select(d => (d?.From as DateOrigin.OfMilestone)?.Milestone)
            .OfType<MilestoneId>()
            .ToHashSet();
        return new(
            [
                .. laid.Tasks.Select(t => new LaidTaskView(
                    t.From.Id.Value,
                    t.From.Parent?.Value,
                    t.From.Title,
                    [.. t.Owners.Select(Owner)],
                    t.Start?.At?.ToDateTimeOffset(),
                    t.Start?.Reason,
                    t.Due?.At?.ToDateTimeOffset(),
                    t.Due?.Reason,
                    StoredWords.Priorities.Of(t.From.Priority),
                    t.From.Estimate is { } estimate ? (int)estimate.TotalMinutes : null,
                    t.From.Gate is { } gate ? kind.Find(gate)?.Name : null,
                    [.. t.From.After.Select(a => titles[a])],
                    t.There
                )),
            ],
            [
                .. laid.Sheets.Select(s => new LaidSheetView(
                    s.From.Id,
                    StoredWords.SheetKinds.Of(s.From.Kind),
                    s.From.Name,
                    s.There
                )),
            ],
            [
                .. kind
                    .Milestones.Where(m => counted.Contains(m.Id))
                    .Select(m => new CountedFromView(
                        m.Id.Value,
                        m.Name,
                        dates.TryGetValue(m.Id, out var at) ? at.ToDateTimeOffset() : null
                    )),
            ],
            template.Subject,
            template.Message is { } message ? StockStore.Find(session, message)?.Name : null
        );
    }

    private static OwnerChoice Owner(TaskOwner owner) =>
        owner switch
        {
            TaskOwner.OfCrew { Crew: var crew } => new("crew", crew.Value),
            TaskOwner.OfPerson { Person: var person } => new("person", person.Value),
            _ => throw new ArgumentOutOfRangeException(nameof(owner)),
        };

    private static async Task<Results<Ok<TemplateUsed>, ProblemHttpResult>> Begin(
        Guid id,
        DocketFromTemplate given,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        DocketMaking making,
        TemplateUse use,
        WhoIsWho who,
        FirmKinds kinds,
        FirmClock clock
    )
    {
        var roster = who.Current;
        if (database.Read(s => TemplateStore.Find(s, new TemplateId(id))) is not { } template)
            return Refusals.NotFound("template");
        if (given.Docket.Kind != template.Kind.Value)
            return Refusals.Invalid("kind", "The template is for another kind of docket. Choose another.");
        if (DocketMakingEndpoints.Wrong(given.Docket, roster, kinds.Current, database) is { } wrong)
            return wrong;
        var kind = kinds.Current.Find(template.Kind)!;
        var dates = Dates(given.Milestones);
        if (dates.Keys.Any(m => kind.Milestones.All(k => k.Id != m)))
            return Refusals.Invalid("milestones", $"{kind.Many} have no such milestone any more. Choose again.");
        var (wanted, not) = Read(given.Made, null, viewer.Person, roster, clock.Now);
        if (not is not null)
            return not;
        var now = clock.Now;
        return await writes.Run<Results<Ok<TemplateUsed>, ProblemHttpResult>>(w =>
        {
            PartyId? party = given.Docket.Party is { } p ? new PartyId(p) : null;
            var terms = new NewDocketTerms(
                new DocketId(given.Docket.Id),
                kind.Id,
                given.Docket.Subject.Trim(),
                given.Docket.Site.Trim(),
                given.Docket.Owner is { } owner ? new PersonId(owner) : null,
                [
                    .. dates.Select(d => new Milestone(
                        kind.Milestones.First(m => m.Id == d.Key).Name,
                        d.Value,
                        d.Key,
                        party
                    )),
                ]
            );
            var (outcome, _) = making.Make(w, terms, party, given.Docket.Queue, viewer.Person, now);
            if (outcome.Docket is not { } docket)
                return Refusals.NotFound("docket");
            var made = use.Apply(w, template, docket, wanted!, viewer.Person, now);
            return TypedResults.Ok(Used(w.Session, template, docket, made, viewer.Person, kinds.Current, roster));
        });
    }

    private static async Task<Results<Ok<TemplateUsed>, ProblemHttpResult>> Apply(
        string reference,
        Guid id,
        FromTemplate given,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        TemplateUse use,
        WhoIsWho who,
        FirmKinds kinds,
        FirmClock clock
    )
    {
        var roster = who.Current;
        var (template, docket) = database.Read(s =>
            (TemplateStore.Find(s, new TemplateId(id)), SeenDocket.Find(s, reference, viewer.Person))
        );
        if (template is null)
            return Refusals.NotFound("template");
        if (docket is null)
            return Refusals.NotFound("docket");
        if (WrongKind(template, docket, kinds.Current) is { } wrong)
            return wrong;
        if (!docket.Open)
            return Refusals.Refused("The docket is closed. Reopen it first.");
        var (wanted, not) = Read(given, docket, viewer.Person, roster, clock.Now);
        if (not is not null)
            return not;
        var now = clock.Now;
        return await writes.Run<Results<Ok<TemplateUsed>, ProblemHttpResult>>(w =>
        {
            if (SeenDocket.Find(w.Session, reference, viewer.Person) is not { } there)
                return Refusals.NotFound("docket");
            var made = use.Apply(w, template, there, wanted!, viewer.Person, now);
            return TypedResults.Ok(Used(w.Session, template, there, made, viewer.Person, kinds.Current, roster));
        });
    }

    private static (Wanted? Wanted, ProblemHttpResult? Problem) Read(
        FromTemplate given,
        Docket? docket,
        Person by,
        Roster roster,
        Instant now
    )
    {
        var wanted = new List<WantedTask>();
        foreach (var task in given.Tasks)
        {
            if (task.Id == Guid.Empty)
                return (null, Refusals.Invalid("tasks", "Each task needs an id of its own (UUIDv7)."));
            if (string.IsNullOrWhiteSpace(task.Title))
                return (null, Refusals.Invalid("tasks", "Each task needs a title. Write what is to be done."));
            if (StoredWords.Priorities.Parse(task.Priority) is not { } priority)
                return (
                    null,
                    Refusals.Invalid(
                        "tasks",
                        $"“{task.Priority}” is not a priority. Use {string.Join(", ", StoredWords.Priorities.All)}."
                    )
                );
            var (owners, problem) = TaskEndpoints.Owners(task.Owners, roster);
            if (problem is not null)
                return (null, problem);
            var place = Place.OfTask(
                docket?.Sight ?? DocketSight.Open,
                by.Id,
                owners.Select(o => o.Owner).OfType<TaskOwner.OfPerson>().Select(o => o.Person),
                owners.Any(o => o.Owner is TaskOwner.OfCrew),
                isPrivate: false
            );
            if (Owning.Refuses(owners, place, docket?.Ref, p => roster.Find(p)) is var (_, reason))
                return (null, Refusals.Refused(reason));
            wanted.Add(
                new WantedTask(
                    new TemplateTaskId(task.From),
                    new TaskId(task.Id),
                    task.Title.Trim(),
                    [.. owners.Select(o => o.Owner)],
                    Moment(task.Start),
                    Moment(task.Due),
                    priority,
                    task.EstimateMinutes is { } minutes ? Duration.FromMinutes(minutes) : null
                )
            );
        }

        if (
            wanted.DistinctBy(t => t.From).Count() < wanted.Count
            || wanted.DistinctBy(t => t.Id).Count() < wanted.Count
        )
            return (null, Refusals.Invalid("tasks", "A task stands there twice. Load the page again and repeat."));
        return (new Wanted(wanted, given.Sheets), null);
    }

    private static Instant? Moment(DateTimeOffset? moment) => moment is { } m ? Instant.FromDateTimeOffset(m) : null;

    private static TemplateUsed Used(
        SqlSession session,
        Template template,
        Docket docket,
        MadeOfTemplate made,
        Person by,
        Kinds kinds,
        Roster roster
    )
    {
        var outside = ConversationStore
            .OfDocket(session, docket.Id)
            .Find(c => c.Audience is Audience.Outside && c.Party is not null);
        var stock = template.Message is { } message ? StockStore.Find(session, message) : null;
        if (outside is null || stock is null)
            return new(docket.Ref.ToString(), made.Tasks.Count, made.Sheets.Count, null, null, []);
        var filled = StockFilling.Fill(session, stock, outside, by, kinds, roster);
        return new(
            docket.Ref.ToString(),
            made.Tasks.Count,
            made.Sheets.Count,
            outside.Id.Value,
            filled.Body,
            filled.Unfilled
        );
    }
}
