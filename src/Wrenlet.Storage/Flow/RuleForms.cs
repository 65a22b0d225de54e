using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Flow;

/// <summary>What a rule waits for, as it is stored and as it is said over the API.</summary>
/// <param name="Kind">enters, leaves, near, party-writes, silent, task-done, task-late, ask-decided or
/// day-of-year.</param>
/// <param name="Of">The stage or milestone; null for others.</param>
/// <param name="Minutes">Working time: from a milestone, negative before it; of silence; since a task was due.</param>
/// <param name="Ours">Of silence: whether they wait for us.</param>
/// <param name="Words">A part of the title of a task; empty for every task.</param>
/// <param name="Month">From 1.</param>
/// <param name="Day">From 1.</param>
public sealed record TriggerForm(
    string Kind,
    Guid? Of = null,
    int? Minutes = null,
    bool? Ours = null,
    string? Words = null,
    int? Month = null,
    int? Day = null
)
{
    /// <summary>A trigger in this form.</summary>
    public static TriggerForm From(Trigger trigger) =>
        trigger switch
        {
            Trigger.Enters t => new("enters", t.Stage.Value),
            Trigger.Leaves t => new("leaves", t.Stage.Value),
            Trigger.Near t => new("near", t.Milestone.Value, RuleForms.Minutes(t.Offset)),
            Trigger.PartyWrites => new("party-writes"),
            Trigger.Silent t => new("silent", Minutes: RuleForms.Minutes(t.For), Ours: t.Ours),
            Trigger.TaskDone t => new("task-done", Words: t.Titled),
            Trigger.TaskLate t => new("task-late", Minutes: RuleForms.Minutes(t.For)),
            Trigger.AskDecided => new("ask-decided"),
            Trigger.DayOfYear t => new("day-of-year", Month: t.Month, Day: t.Day),
            _ => throw new ArgumentOutOfRangeException(nameof(trigger)),
        };

    /// <summary>The trigger; null where a part is missing or the kind is unknown.</summary>
    public Trigger? Read() =>
        this switch
        {
            { Kind: "enters", Of: { } stage } => new Trigger.Enters(new StageId(stage)),
            { Kind: "leaves", Of: { } stage } => new Trigger.Leaves(new StageId(stage)),
            { Kind: "near", Of: { } milestone, Minutes: { } minutes } => new Trigger.Near(
                new MilestoneId(milestone),
                Duration.FromMinutes(minutes)
            ),
            { Kind: "party-writes" } => new Trigger.PartyWrites(),
            { Kind: "silent", Minutes: { } minutes } => new Trigger.Silent(
                Duration.FromMinutes(minutes),
                Ours ?? false
            ),
            { Kind: "task-done" } => new Trigger.TaskDone(Words ?? ""),
            { Kind: "task-late" } => new Trigger.TaskLate(Duration.FromMinutes(Math.Max(0, Minutes ?? 0))),
            { Kind: "ask-decided" } => new Trigger.AskDecided(),
            { Kind: "day-of-year", Month: { } month, Day: { } day } => new Trigger.DayOfYear(month, day),
            _ => null,
        };
}

/// <summary>A condition of a rule.</summary>
/// <param name="Kind">kind, site, priority, party, queue, field or hours.</param>
/// <param name="Of">The kind, party, queue or field; null for others.</param>
/// <param name="Value">The site, the priority, what the field holds; working or free for hours.</param>
public sealed record ConditionForm(string Kind, Guid? Of = null, string? Value = null)
{
    /// <summary>A condition in this form.</summary>
    public static ConditionForm From(Condition condition) =>
        condition switch
        {
            Condition.OfKind c => new("kind", c.Kind.Value),
            Condition.AtSite c => new("site", Value: c.Site),
            Condition.OfPriority c => new("priority", Value: StoredWords.Priorities.Of(c.Priority)),
            Condition.OfParty c => new("party", c.Party.Value),
            Condition.InQueue c => new("queue", c.Queue),
            Condition.FieldIs c => new("field", c.Field.Value, c.Stored),
            Condition.InHours c => new("hours", Value: c.Working ? "working" : "free"),
            _ => throw new ArgumentOutOfRangeException(nameof(condition)),
        };

    /// <summary>The condition; null where a part is missing or the kind is unknown.</summary>
    public Condition? Read() =>
        this switch
        {
            { Kind: "kind", Of: { } kind } => new Condition.OfKind(new KindId(kind)),
            { Kind: "site", Value: { } site } => new Condition.AtSite(site),
            { Kind: "priority" } when StoredWords.Priorities.Parse(Value) is { } priority => new Condition.OfPriority(
                priority
            ),
            { Kind: "party", Of: { } party } => new Condition.OfParty(new PartyId(party)),
            { Kind: "queue", Of: { } queue } => new Condition.InQueue(queue),
            { Kind: "field", Of: { } field, Value: { } value } => new Condition.FieldIs(new FieldId(field), value),
            { Kind: "hours", Value: "working" or "free" } => new Condition.InHours(Value == "working"),
            _ => null,
        };
}

/// <summary>A step of a rule.</summary>
/// <param name="Kind">message, note, ask, task, template, begin, hand-over, move, priority or field.</param>
/// <param name="Of">The stock reply, template, person, stage or field; null for others.</param>
/// <param name="Words">The words of a note or ask, the title of a task, the subject of a docket, what a field is to
/// hold.</param>
/// <param name="Via">mail or text; null for the way by which the party wrote last.</param>
/// <param name="Owner">Of a task, or who is asked: person, crew, docket-owner, or maker (of the rule); null for nobody yet.</param>
/// <param name="OwnerId">The person or crew.</param>
/// <param name="DueIn">Of a task or ask: working days until it is due; null for no date.</param>
/// <param name="Priority">critical, high, normal or low; of a task or of the docket.</param>
/// <param name="RemindEvery">Minutes of working time; null for what is usual.</param>
/// <param name="Locks">The stage that is locked until the task is done; null for none.</param>
/// <param name="Asks">Of an ask: question, decision or confirmation.</param>
/// <param name="WithParty">Of a docket that is begun: whether it is with the same party; null for not.</param>
public sealed record StepForm(
    string Kind,
    Guid? Of = null,
    string? Words = null,
    string? Via = null,
    string? Owner = null,
    Guid? OwnerId = null,
    int? DueIn = null,
    string? Priority = null,
    int? RemindEvery = null,
    Guid? Locks = null,
    string? Asks = null,
    bool? WithParty = null
)
{
    /// <summary>A step in this form.</summary>
    public static StepForm From(RuleStep step) =>
        step switch
        {
            RuleStep.Message s => new("message", s.Stock, Via: s.Via is { } via ? StoredWords.Vias.Of(via) : null),
            RuleStep.Note s => new("note", Words: s.Words),
            RuleStep.Give s => Given(s),
            RuleStep.Ask s => new(
                "ask",
                Words: s.Words,
                Owner: Stored(s.Whom).Owner,
                OwnerId: Stored(s.Whom).Id,
                DueIn: s.DueIn,
                Asks: StoredWords.AskKinds.Of(s.Kind)
            ),
            RuleStep.Use s => new("template", s.Template.Value),
            RuleStep.Begin s => new("begin", s.Template.Value, s.Subject, WithParty: s.WithParty),
            RuleStep.HandOver s => new("hand-over", s.To.Value),
            RuleStep.Move s => new("move", s.Stage.Value),
            RuleStep.SetPriority s => new("priority", Priority: StoredWords.Priorities.Of(s.Priority)),
            RuleStep.SetField s => new("field", s.Field.Value, s.Stored),
            _ => throw new ArgumentOutOfRangeException(nameof(step)),
        };

    /// <summary>The step; null where a part is missing or the kind is unknown.</summary>
    public RuleStep? Read() =>
        this switch
        {
            { Kind: "message", Of: { } stock } => new RuleStep.Message(stock, StoredWords.Vias.Parse(Via)),
            { Kind: "note", Words: { } words } => new RuleStep.Note(words),
            { Kind: "task", Words: { } title } => new RuleStep.Give(
                title,
                OwnerOf(),
                DueIn,
                StoredWords.Priorities.Parse(Priority) ?? Core.Dockets.Priority.Normal,
                RemindEvery is { } minutes ? Duration.FromMinutes(minutes) : null,
                Locks is { } stage ? new StageId(stage) : null
            ),
            { Kind: "ask", Words: { } words } when OwnerOf() is { } whom => new RuleStep.Ask(
                StoredWords.AskKinds.Parse(Asks) ?? AskKind.Question,
                words,
                whom,
                DueIn
            ),
            { Kind: "template", Of: { } template } => new RuleStep.Use(new TemplateId(template)),
            { Kind: "begin", Of: { } template } => new RuleStep.Begin(
                new TemplateId(template),
                Words ?? "",
                WithParty ?? false
            ),
            { Kind: "hand-over", Of: { } person } => new RuleStep.HandOver(new PersonId(person)),
            { Kind: "move", Of: { } stage } => new RuleStep.Move(new StageId(stage)),
            { Kind: "priority" } when StoredWords.Priorities.Parse(Priority) is { } priority =>
                new RuleStep.SetPriority(priority),
            { Kind: "field", Of: { } field } => new RuleStep.SetField(new FieldId(field), Words ?? ""),
            _ => null,
        };

    private TemplateOwner? OwnerOf() =>
        (Owner, OwnerId) switch
        {
            ("person", { } person) => new TemplateOwner.OfPerson(new PersonId(person)),
            ("crew", { } crew) => new TemplateOwner.OfCrew(new CrewId(crew)),
            ("docket-owner", _) => new TemplateOwner.DocketOwner(),
            ("maker", _) => new TemplateOwner.User(),
            _ => null,
        };

    private static (string? Owner, Guid? Id) Stored(TemplateOwner? owner) =>
        owner switch
        {
            TemplateOwner.OfPerson o => ("person", o.Person.Value),
            TemplateOwner.OfCrew o => ("crew", o.Crew.Value),
            TemplateOwner.DocketOwner => ("docket-owner", null),
            TemplateOwner.User => ("maker", null),
            _ => (null, null),
        };

    private static StepForm Given(RuleStep.Give give)
    {
        var owner = Stored(give.Owner);
        return new(
            "task",
            Words: give.Title,
            Owner: owner.Owner,
            OwnerId: owner.Id,
            DueIn: give.DueIn,
            Priority: StoredWords.Priorities.Of(give.Priority),
            RemindEvery: give.RemindEvery is { } every ? RuleForms.Minutes(every) : null,
            Locks: give.Locks?.Value
        );
    }
}

/// <summary>What whoever set a rule off changed of one of its steps, having read it before.</summary>
/// <param name="Rule">The rule.</param>
/// <param name="Step">Number of the step, from 0.</param>
/// <param name="Words">The text in place of what the rule would write; null where the step is left out.</param>
public sealed record ChangedStep(Guid Rule, int Step, string? Words);

internal static class RuleForms
{
    private static readonly JsonSerializerOptions Json = new()
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
        Converters = { new JsonStringEnumConverter() },
    };

    public static int Minutes(Duration length) => (int)Math.Round(length.TotalMinutes);

    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Json);

    public static T Read<T>(string json) =>
        JsonSerializer.Deserialize<T>(json, Json) ?? throw new FormatException("A rule is stored as null.");

    public static ImmutableArray<TTo> Each<TFrom, TTo>(string json, Func<TFrom, TTo?> read)
        where TTo : class =>
        [
            .. Read<List<TFrom>>(json)
                .Select(f => read(f) ?? throw new FormatException($"A part of a rule cannot be read: {f}")),
        ];
}
