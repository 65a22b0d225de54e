using Wrenlet.Core.Dockets;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Templates;

/// <summary>What a template may be.</summary>
public static class TemplateRules
{
    /// <summary>Most templates of a firm.</summary>
    public const int MostTemplates = 200;

    /// <summary>Most tasks of a template, parts among them.</summary>
    public const int MostTasks = 200;

    /// <summary>Most sheets of a template.</summary>
    public const int MostSheets = 20;

    /// <summary>What is wrong with a template, with the part it concerns; null when it can be used.</summary>
    /// <param name="template">The template as it is to be.</param>
    /// <param name="kind">Its kind; null where there is none.</param>
    /// <param name="others">The firm's other templates.</param>
    public static (string Part, string Words)? Wrong(Template template, Kind? kind, IEnumerable<Template> others)
    {
        ArgumentNullException.ThrowIfNull(template);
        ArgumentNullException.ThrowIfNull(others);
        if (kind is null)
            return ("kind", Texts.ThereNoSuchKind);
        if (string.IsNullOrWhiteSpace(template.Name))
            return ("name", Texts.GiveTheTemplateName);
        if (
            others.Any(o =>
                o.Kind == template.Kind && string.Equals(o.Name, template.Name, StringComparison.OrdinalIgnoreCase)
            )
        )
            return ("name", Texts.HaveTemplateNamedAlready(kind.Many, template.Name));
        if (template.Tasks.Length > MostTasks)
            return ("tasks", Texts.TemplateCanHaveTasks(MostTasks));
        if (template.Sheets.Length > MostSheets)
            return ("sheets", Texts.TemplateCanHaveSheets(MostSheets));
        var tasks = template.Tasks.Select((t, i) => Wrong(t, i, template, kind)).FirstOrDefault(w => w is not null);
        if (tasks is not null)
            return ("tasks", tasks);
        return template.Sheets.Select(s => Wrong(s, template)).FirstOrDefault(w => w is not null) is { } sheet
            ? ("sheets", sheet)
            : null;
    }

    /// <summary>
    /// A template without what its kind no longer has: a gate, or a date that is counted from something retired, is left
    /// out. It is what is shown and used, so that a change of the kind never makes a template unusable.
    /// </summary>
    public static Template Fitting(Template template, Kind kind)
    {
        ArgumentNullException.ThrowIfNull(template);
        ArgumentNullException.ThrowIfNull(kind);
        TemplateDate? Kept(TemplateDate? date) => date is not null && Unknown(date, kind) ? null : date;
        return template with
        {
            Tasks =
            [
                .. template.Tasks.Select(t =>
                    t with
                    {
                        Gate = t.Gate is { } gate && kind.PositionOf(gate) < 0 ? null : t.Gate,
                        Start = Kept(t.Start),
                        Due = Kept(t.Due),
                    }
                ),
            ],
        };
    }

    private static bool Unknown(TemplateDate date, Kind kind) =>
        date.From switch
        {
            DateOrigin.OfMilestone { Milestone: var id } => !kind.Milestones.Any(m => m.Id == id && !m.Retired),
            DateOrigin.OfStage { Stage: var id } => kind.PositionOf(id) < 0,
            _ => false,
        };

    private static string? Wrong(TemplateTask task, int index, Template template, Kind kind)
    {
        if (string.IsNullOrWhiteSpace(task.Title))
            return Texts.EachTaskNeedsTitle;
        if (template.Tasks.Count(t => t.Id == task.Id) > 1)
            return Texts.HasIdUseAlready(task.Title);
        var before = template.Tasks.Take(index);
        if (task.Parent is { } parent && before.All(t => t.Id != parent))
            return Texts.IsPartTaskDoes(task.Title);
        if (task.Gate is { } gate && kind.PositionOf(gate) < 0)
            return Texts.HoldsUpStageDo(task.Title, kind.Many);
        foreach (var date in new[] { task.Start, task.Due }.OfType<TemplateDate>())
        {
            if (Unknown(date, kind))
                return Texts.DateCountedFromSomething(task.Title, kind.Many);
            if (Math.Abs(date.Offset) > TemplateDate.MostOffset)
                return Texts.DateTooFarAway(task.Title, TemplateDate.MostOffset);
        }

        if (
            task.After.FirstOrDefault(a => template.Tasks.All(t => t.Id != a)) is { Value: var gone }
            && gone != default
        )
            return Texts.WaitsTaskNotTemplate(task.Title);
        return task.After.Any(a =>
            Dependence.WouldLoop(new TaskId(task.Id.Value), new TaskId(a.Value), Waits(template))
        )
            ? Texts.WaitsTaskWaitsSo(task.Title)
            : null;
    }

    private static Func<TaskId, IEnumerable<TaskId>> Waits(Template template) =>
        id =>
            template.Tasks.Where(t => t.Id.Value == id.Value).SelectMany(t => t.After).Select(a => new TaskId(a.Value));

    private static string? Wrong(TemplateSheet sheet, Template template) =>
        string.IsNullOrWhiteSpace(sheet.Name) ? Texts.EachSheetNeedsName
        : template.Sheets.Count(s => string.Equals(s.Name, sheet.Name, StringComparison.OrdinalIgnoreCase)) > 1
            ? Texts.ThereTwoSheetsNamed(sheet.Name)
        : template.Sheets.Count(s => s.Id == sheet.Id) > 1 ? Texts.HasIdUseAlreadyAdd(sheet.Name)
        : sheet.Kind is SheetKind.Drawing
            ? sheet.File is null ? Texts.HasNoFile(sheet.Name)
                : null
        : string.IsNullOrWhiteSpace(sheet.Body) ? Texts.IsEmptyWriteSomething(sheet.Name)
        : null;
}
