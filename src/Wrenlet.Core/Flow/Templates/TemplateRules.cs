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
            return ("kind", "There is no such kind of docket. Choose another.");
        if (string.IsNullOrWhiteSpace(template.Name))
            return ("name", "Give the template a name.");
        if (
            others.Any(o =>
                o.Kind == template.Kind && string.Equals(o.Name, template.Name, StringComparison.OrdinalIgnoreCase)
            )
        )
            return ("name", $"{kind.Many} have a template named {template.Name} already. Choose another name.");
        if (template.Tasks.Length > MostTasks)
            return ("tasks", $"A template can have {MostTasks} tasks.");
        if (template.Sheets.Length > MostSheets)
            return ("sheets", $"A template can have {MostSheets} sheets.");
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
            return "Each task needs a title. Write what is to be done, or remove it.";
        if (template.Tasks.Count(t => t.Id == task.Id) > 1)
            return $"“{task.Title}” has an id that is in use already. Add it again.";
        var before = template.Tasks.Take(index);
        if (task.Parent is { } parent && before.All(t => t.Id != parent))
            return $"“{task.Title}” is a part of a task that does not come before it. Move it below that task.";
        if (task.Gate is { } gate && kind.PositionOf(gate) < 0)
            return $"“{task.Title}” holds up a stage that {kind.Many} do not have. Choose another.";
        foreach (var date in new[] { task.Start, task.Due }.OfType<TemplateDate>())
        {
            if (Unknown(date, kind))
                return $"A date of “{task.Title}” is counted from something that {kind.Many} do not have. Choose another.";
            if (Math.Abs(date.Offset) > TemplateDate.MostOffset)
                return $"A date of “{task.Title}” is too far away. Choose at most {TemplateDate.MostOffset:N0}.";
        }

        if (
            task.After.FirstOrDefault(a => template.Tasks.All(t => t.Id != a)) is { Value: var gone }
            && gone != default
        )
            return $"“{task.Title}” waits for a task that is not in the template. Choose another.";
        return task.After.Any(a =>
            Dependence.WouldLoop(new TaskId(task.Id.Value), new TaskId(a.Value), Waits(template))
        )
            ? $"“{task.Title}” waits for a task that waits for it, so neither could start. Choose another."
            : null;
    }

    private static Func<TaskId, IEnumerable<TaskId>> Waits(Template template) =>
        id =>
            template.Tasks.Where(t => t.Id.Value == id.Value).SelectMany(t => t.After).Select(a => new TaskId(a.Value));

    private static string? Wrong(TemplateSheet sheet, Template template) =>
        string.IsNullOrWhiteSpace(sheet.Name) ? "Each sheet needs a name."
        : template.Sheets.Count(s => string.Equals(s.Name, sheet.Name, StringComparison.OrdinalIgnoreCase)) > 1
            ? $"There are two sheets named {sheet.Name}. Choose another name."
        : template.Sheets.Count(s => s.Id == sheet.Id) > 1
            ? $"{sheet.Name} has an id that is in use already. Add it again."
        : sheet.Kind is SheetKind.Drawing ? "A template can begin with pages and tables. Add drawings in the docket."
        : string.IsNullOrWhiteSpace(sheet.Body) ? $"{sheet.Name} is empty. Write something, or remove it."
        : null;
}
