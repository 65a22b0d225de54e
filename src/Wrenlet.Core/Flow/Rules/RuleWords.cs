using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Flow.Rules;

/// <summary>A rule in sentences, as its three lines say it.</summary>
public static class RuleWords
{
    /// <summary>What it waits for, without "when": "a job enters Work".</summary>
    public static string Of(Trigger trigger, RuleNames names)
    {
        ArgumentNullException.ThrowIfNull(trigger);
        ArgumentNullException.ThrowIfNull(names);
        return trigger switch
        {
            Trigger.Enters t => Staged(t.Stage, names, RuleTexts.Enters),
            Trigger.Leaves t => Staged(t.Stage, names, RuleTexts.Leaves),
            Trigger.Near t => RuleTexts.Near(
                names.Milestone(t.Milestone)?.Milestone.Name ?? RuleTexts.Gone("milestone"),
                t.Offset
            ),
            Trigger.PartyWrites => RuleTexts.PartyWrites,
            Trigger.Silent t => RuleTexts.Silent(t.For, t.Ours),
            Trigger.TaskDone t => RuleTexts.TaskDone(t.Titled),
            Trigger.TaskLate t => RuleTexts.TaskLate(t.For),
            Trigger.AskDecided => RuleTexts.AskDecided,
            Trigger.DayOfYear t => $"it is {t.Day} {Month(t.Month)}",
            _ => throw new ArgumentOutOfRangeException(nameof(trigger)),
        };
    }

    /// <summary>A condition, without "only if": "its site is North Hall".</summary>
    public static string Of(Condition condition, RuleNames names)
    {
        ArgumentNullException.ThrowIfNull(condition);
        ArgumentNullException.ThrowIfNull(names);
        return condition switch
        {
            Condition.OfKind c => names.Kinds.Find(c.Kind) is { } kind
                ? $"it is {RuleTexts.Article(kind.Name)} {kind.Name}"
                : "it is of a kind that is gone",
            Condition.AtSite c => $"its site is {c.Site}",
            Condition.OfPriority c => $"its priority is {PriorityWord(c.Priority)}",
            Condition.OfParty c => $"it is with {names.Party(c.Party) ?? "somebody who is gone"}",
            Condition.InQueue c => $"its conversation waits in {names.Queue(c.Queue) ?? RuleTexts.Gone("queue")}",
            Condition.FieldIs c => Held(c, names),
            Condition.InHours c => c.Working ? "it is within working hours" : "it is outside working hours",
            _ => throw new ArgumentOutOfRangeException(nameof(condition)),
        };
    }

    /// <summary>A step, as it would be told: "mail the customer “Work begins”".</summary>
    public static string Of(RuleStep step, RuleNames names)
    {
        ArgumentNullException.ThrowIfNull(step);
        ArgumentNullException.ThrowIfNull(names);
        return step switch
        {
            RuleStep.Message s =>
                $"{(s.Via switch { Via.Mail => "mail", Via.Text => "text", _ => "write" })} the customer "
                    + $"“{names.Stock(s.Stock) ?? "a stock reply that is gone"}”",
            RuleStep.Note s => $"note internally “{Short(s.Words)}”",
            RuleStep.Give s => Given(s, names),
            RuleStep.Ask s => $"ask {Whom(s.Whom, names)} “{Short(s.Words)}”{Due(s.DueIn)}",
            RuleStep.Use s => $"make what the template {names.Template(s.Template)?.Name ?? "that is gone"} holds",
            RuleStep.Begin s => Begun(s, names),
            RuleStep.HandOver s => $"give the docket to {names.Person(s.To) ?? "somebody who is gone"}",
            RuleStep.Move s => $"move it to {names.Kinds.Stage(s.Stage)?.Name ?? RuleTexts.Gone("stage")}",
            RuleStep.SetPriority s => $"set its priority to {PriorityWord(s.Priority)}",
            RuleStep.SetField s when names.Kinds.Field(s.Field) is { } field => s.Stored.Length == 0
                ? $"empty {field.Name}"
                : $"set {field.Name} to {Shown(field, s.Stored, names)}",
            RuleStep.SetField => $"set {RuleTexts.Gone("field")}",
            _ => throw new ArgumentOutOfRangeException(nameof(step)),
        };
    }

    private static string Begun(RuleStep.Begin begin, RuleNames names)
    {
        var template = names.Template(begin.Template);
        var kind = template is null ? null : names.Kinds.Find(template.Kind)?.Name;
        return $"begin the {kind ?? "docket"} “{Short(begin.Subject)}” from the template {template?.Name ?? "that is gone"}"
            + (begin.WithParty ? ", with the same customer" : "");
    }

    private static string Given(RuleStep.Give give, RuleNames names)
    {
        var words = $"give {Whom(give.Owner, names)} the task “{Short(give.Title)}”{Due(give.DueIn)}";
        if (give.Priority is not Priority.Normal)
            words += $", {PriorityWord(give.Priority)}";
        if (give.RemindEvery is { } every)
            words += $", reminded every {WorkingTimeWords.Of(every)} until it is done";
        if (give.Locks is { } stage)
            words += $", and lock {names.Kinds.Stage(stage)?.Name ?? RuleTexts.Gone("stage")} until it is";
        return words;
    }

    private static string Whom(TemplateOwner? owner, RuleNames names) =>
        owner switch
        {
            TemplateOwner.OfPerson o => names.Person(o.Person) ?? "somebody who is gone",
            TemplateOwner.OfCrew o => names.Crew(o.Crew) ?? "a crew that is gone",
            TemplateOwner.DocketOwner => "whoever owns the docket",
            TemplateOwner.User => "whoever made the rule",
            _ => "nobody yet",
        };

    private static string Due(int? days) =>
        days switch
        {
            null => "",
            0 => ", due that day",
            1 => ", due in 1 working day",
            _ => $", due in {days} working days",
        };

    private static string Held(Condition.FieldIs condition, RuleNames names) =>
        names.Kinds.Field(condition.Field) is { } field
            ? $"{field.Name} is {Shown(field, condition.Stored, names)}"
            : $"{RuleTexts.Gone("field")} holds a value";

    private static string Shown(Field field, string stored, RuleNames names) =>
        FieldValues.Shown(
            field,
            new FieldValue(stored),
            p => names.Person(new PersonId(p)) ?? "somebody who is gone",
            d => d.ToString("d MMMM uuuu", System.Globalization.CultureInfo.InvariantCulture)
        );

    private static string Staged(StageId stage, RuleNames names, Func<string, string, string> words) =>
        names.Kinds.All.FirstOrDefault(k => k.Find(stage) is not null) is { } kind
            ? words(kind.Name, kind.Find(stage)!.Name)
            : words("docket", RuleTexts.Gone("stage"));

    private static string PriorityWord(Priority priority) => priority.ToString().ToLowerInvariant();

    private static string Month(int month) =>
        System.Globalization.CultureInfo.InvariantCulture.DateTimeFormat.GetMonthName(Math.Clamp(month, 1, 12));

    private static string Short(string words)
    {
        const int Most = 60;
        var line = words.ReplaceLineEndings(" ").Trim();
        return line.Length <= Most ? line : line[..Most].TrimEnd() + " …";
    }
}
