using System.ComponentModel.DataAnnotations;
using System.Globalization;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Storage;

namespace Wrenlet.Server.Flow.Templates;

/// <summary>Who owns what a template makes.</summary>
/// <param name="Kind">person, crew, docket-owner (whoever owns the docket) or user (whoever uses the template).</param>
/// <param name="Id">The person or crew; null for the others.</param>
public sealed record TemplateOwnerSetting(
    [property: Required, AllowedValues("person", "crew", "docket-owner", "user")] string Kind,
    Guid? Id = null
);

/// <summary>A date by its distance from something.</summary>
/// <param name="From">start (when the template is used), milestone or stage (when the docket enters it).</param>
/// <param name="Of">The milestone or stage; null for the start.</param>
/// <param name="Offset">How many, below 0 for before.</param>
/// <param name="Unit">working-days, days, weeks or months.</param>
/// <param name="Time">Time of day as 14:00; null for when work begins or ends that day.</param>
public sealed record TemplateDateSetting(
    [property: Required, AllowedValues("start", "milestone", "stage")] string From,
    Guid? Of,
    [property: Range(-TemplateDate.MostOffset, TemplateDate.MostOffset)] int Offset,
    [property: Required] string Unit,
    [property: RegularExpression(@"^([01]\d|2[0-3]):[0-5]\d$")] string? Time = null
);

/// <summary>A task of a template.</summary>
/// <param name="Parent">The task before it that it is a part of; null for none.</param>
/// <param name="Rule">any or every owner finishes it.</param>
/// <param name="Gate">The stage that waits for it; null for none.</param>
/// <param name="After">The tasks that it waits for.</param>
public sealed record TemplateTaskSetting(
    [property: Required] Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(300)] string Title,
    [property: Required(AllowEmptyStrings = true), StringLength(50_000)] string Notes,
    Guid? Parent,
    [property: Required, MaxLength(20)] IReadOnlyList<TemplateOwnerSetting> Owners,
    [property: Required, AllowedValues("any", "every")] string Rule,
    [property: Required] string Priority,
    TemplateDateSetting? Start,
    TemplateDateSetting? Due,
    [property: Range(1, 100_000)] int? EstimateMinutes,
    Guid? Gate,
    [property: Required, MaxLength(50)] IReadOnlyList<Guid> After
);

/// <summary>A sheet of a template.</summary>
/// <param name="Kind">page, table or drawing.</param>
/// <param name="Body">Markdown of a page, CSV of a table; empty for a drawing.</param>
/// <param name="File">The file of a drawing; null for others.</param>
public sealed record TemplateSheetSetting(
    [property: Required] Guid Id,
    [property: Required, AllowedValues("page", "table", "drawing")] string Kind,
    [property: Required(AllowEmptyStrings = true), StringLength(120)] string Name,
    [property: Required(AllowEmptyStrings = true), StringLength(200_000)] string Body,
    Guid? File = null
);

/// <summary>What a docket of a kind can begin with.</summary>
/// <param name="About">When to use it.</param>
/// <param name="Subject">Subject that a docket begins with; empty for none.</param>
/// <param name="Message">The stock reply that is written for the party; null for none.</param>
/// <param name="Retired">Whether it is used no more.</param>
public sealed record TemplateSetting(
    Guid Id,
    [property: Required] Guid Kind,
    [property: Required(AllowEmptyStrings = true), StringLength(60)] string Name,
    [property: Required(AllowEmptyStrings = true), StringLength(300)] string About,
    [property: Required(AllowEmptyStrings = true), StringLength(200)] string Subject,
    Guid? Message,
    bool Retired,
    [property: Required, MaxLength(TemplateRules.MostTasks)] IReadOnlyList<TemplateTaskSetting> Tasks,
    [property: Required, MaxLength(TemplateRules.MostSheets)] IReadOnlyList<TemplateSheetSetting> Sheets,
    string? Version = null
) : IVersioned
{
    /// <summary>A template as it is shown.</summary>
    public static TemplateSetting Of(Template template)
    {
        ArgumentNullException.ThrowIfNull(template);
        var shown = new TemplateSetting(
            template.Id.Value,
            template.Kind.Value,
            template.Name,
            template.About,
            template.Subject,
            template.Message,
            template.Retired,
            [.. template.Tasks.Select(Task)],
            [
                .. template.Sheets.Select(s => new TemplateSheetSetting(
                    s.Id,
                    StoredWords.SheetKinds.Of(s.Kind),
                    s.Name,
                    s.Body,
                    s.File
                )),
            ]
        );
        return shown with { Version = Versions.Of(shown) };
    }

    private static TemplateTaskSetting Task(TemplateTask task) =>
        new(
            task.Id.Value,
            task.Title,
            task.Notes,
            task.Parent?.Value,
            [.. task.Owners.Select(Owner)],
            StoredWords.Rules.Of(task.Rule),
            StoredWords.Priorities.Of(task.Priority),
            Date(task.Start),
            Date(task.Due),
            task.Estimate is { } estimate ? (int)estimate.TotalMinutes : null,
            task.Gate?.Value,
            [.. task.After.Select(a => a.Value)]
        );

    private static TemplateOwnerSetting Owner(TemplateOwner owner) =>
        owner switch
        {
            TemplateOwner.OfPerson { Person: var person } => new("person", person.Value),
            TemplateOwner.OfCrew { Crew: var crew } => new("crew", crew.Value),
            TemplateOwner.User => new("user"),
            _ => new("docket-owner"),
        };

    private static TemplateDateSetting? Date(TemplateDate? date) =>
        date is null
            ? null
            : new(
                date.From switch
                {
                    DateOrigin.OfMilestone => "milestone",
                    DateOrigin.OfStage => "stage",
                    _ => "start",
                },
                date.From switch
                {
                    DateOrigin.OfMilestone { Milestone: var id } => id.Value,
                    DateOrigin.OfStage { Stage: var id } => id.Value,
                    _ => null,
                },
                date.Offset,
                StoredWords.DateUnits.Of(date.Unit),
                date.Time is { } time ? Clock.Format(time) : null
            );

    private static readonly LocalTimePattern Clock = LocalTimePattern.CreateWithInvariantCulture("HH':'mm");

    /// <summary>The template that is meant; what is unknown of priorities, units and kinds of sheet is refused before.</summary>
    internal Template Read() =>
        new(
            new TemplateId(Id),
            new KindId(Kind),
            Name.Trim(),
            About.Trim(),
            Subject.Trim(),
            Message,
            [.. Tasks.Select(Read)],
            [
                .. Sheets.Select(s => new TemplateSheet(
                    s.Id,
                    StoredWords.SheetKinds.Parse(s.Kind) ?? default,
                    s.Name.Trim(),
                    s.Kind == "drawing" ? "" : s.Body.ReplaceLineEndings("\n").TrimEnd(),
                    s.Kind == "drawing" ? s.File : null
                )),
            ],
            Retired
        );

    private static TemplateTask Read(TemplateTaskSetting given) =>
        new(
            new TemplateTaskId(given.Id),
            given.Title.Trim(),
            given.Notes.Trim(),
            given.Parent is { } parent ? new TemplateTaskId(parent) : null,
            [.. given.Owners.Select(Read).Distinct()],
            StoredWords.Rules.Parse(given.Rule) ?? CompletionRule.Any,
            StoredWords.Priorities.Parse(given.Priority) ?? Core.Dockets.Priority.Normal,
            Read(given.Start),
            Read(given.Due),
            given.EstimateMinutes is { } minutes ? Duration.FromMinutes(minutes) : null,
            given.Gate is { } gate ? new StageId(gate) : null,
            [.. given.After.Distinct().Select(a => new TemplateTaskId(a))]
        );

    private static TemplateOwner Read(TemplateOwnerSetting given) =>
        given.Kind switch
        {
            "person" => new TemplateOwner.OfPerson(new PersonId(given.Id ?? default)),
            "crew" => new TemplateOwner.OfCrew(new CrewId(given.Id ?? default)),
            "user" => new TemplateOwner.User(),
            _ => new TemplateOwner.DocketOwner(),
        };

    private static TemplateDate? Read(TemplateDateSetting? given) =>
        given is null
            ? null
            : new(
                given.From switch
                {
                    "milestone" => new DateOrigin.OfMilestone(new MilestoneId(given.Of ?? default)),
                    "stage" => new DateOrigin.OfStage(new StageId(given.Of ?? default)),
                    _ => new DateOrigin.Start(),
                },
                given.Offset,
                StoredWords.DateUnits.Parse(given.Unit) ?? DateUnit.WorkingDays,
                given.Time is { } time ? Clock.Parse(time).GetValueOrThrow() : null
            );
}
