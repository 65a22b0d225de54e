using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Flow.Rules;

/// <summary>What a rule can name, as the firm has it now. Each answers null for what is not there any more.</summary>
/// <param name="Kinds">Its kinds, with stages, milestones and fields.</param>
/// <param name="Person">Name of one of the staff.</param>
/// <param name="Crew">Name of a crew.</param>
/// <param name="Party">Name of a party.</param>
/// <param name="Queue">Name of a queue.</param>
/// <param name="Stock">Name of a stock reply of everybody's.</param>
/// <param name="Template">A template.</param>
public sealed record RuleNames(
    Kinds Kinds,
    Func<PersonId, string?> Person,
    Func<CrewId, string?> Crew,
    Func<PartyId, string?> Party,
    Func<Guid, string?> Queue,
    Func<Guid, string?> Stock,
    Func<TemplateId, Template?> Template
)
{
    /// <summary>A milestone by its identity, with its kind.</summary>
    public (Kind Kind, KindMilestone Milestone)? Milestone(MilestoneId id) =>
        Kinds
            .All.SelectMany(k => k.Milestones.Select(m => ((Kind, KindMilestone)?)(k, m)))
            .FirstOrDefault(m => m!.Value.Item2.Id == id);
}

/// <summary>What a rule may be.</summary>
public static class RuleRules
{
    /// <summary>Most rules of a firm.</summary>
    public const int MostRules = 1_000;

    /// <summary>Most conditions of a rule.</summary>
    public const int MostConditions = 10;

    /// <summary>Most steps of a rule.</summary>
    public const int MostSteps = 20;

    /// <summary>Longest time to wait for or to remind after, as working time.</summary>
    public static readonly Duration Longest = Duration.FromHours(1_000);

    /// <summary>What is wrong with a rule, with the part it concerns; null when it can be used.</summary>
    /// <param name="rule">The rule as it is to be.</param>
    /// <param name="names">What it may name.</param>
    /// <param name="others">The firm's other rules.</param>
    public static (string Part, string Words)? Wrong(Rule rule, RuleNames names, IEnumerable<Rule> others)
    {
        ArgumentNullException.ThrowIfNull(rule);
        ArgumentNullException.ThrowIfNull(names);
        ArgumentNullException.ThrowIfNull(others);
        if (string.IsNullOrWhiteSpace(rule.Name))
            return ("name", RuleTexts.GiveItName);
        if (others.Any(o => o.Id != rule.Id && o.Name.Equals(rule.Name.Trim(), StringComparison.OrdinalIgnoreCase)))
            return ("name", RuleTexts.NamedAlready(rule.Name));
        if (Wrong(rule.Trigger, names) is { } happens)
            return ("trigger", happens);
        if (rule.Conditions.Length > MostConditions)
            return ("conditions", RuleTexts.MostOf(MostConditions, "conditions"));
        if (rule.Conditions.Select(c => Wrong(c, names)).FirstOrDefault(w => w is not null) is { } condition)
            return ("conditions", condition);
        if (rule.Steps.IsEmpty)
            return ("steps", RuleTexts.SayWhatItDoes);
        if (rule.Steps.Length > MostSteps)
            return ("steps", RuleTexts.MostOf(MostSteps, "steps"));
        return rule.Steps.Select(s => Wrong(s, names)).FirstOrDefault(w => w is not null) is { } step
            ? ("steps", step)
            : null;
    }

    /// <summary>
    /// A rule whose stage was retired waits for, locks and moves to the one that its dockets went to.
    /// </summary>
    public static Rule Emptied(Rule rule, StageId from, StageId to)
    {
        ArgumentNullException.ThrowIfNull(rule);
        return rule with
        {
            Trigger = rule.Trigger switch
            {
                Trigger.Enters t when t.Stage == from => new Trigger.Enters(to),
                Trigger.Leaves t when t.Stage == from => new Trigger.Leaves(to),
                var other => other,
            },
            Steps =
            [
                .. rule.Steps.Select(s =>
                    s switch
                    {
                        RuleStep.Give g when g.Locks == from => g with { Locks = to },
                        RuleStep.Move m when m.Stage == from => new RuleStep.Move(to),
                        _ => s,
                    }
                ),
            ],
        };
    }

    private static string? Wrong(Trigger trigger, RuleNames names) =>
        trigger switch
        {
            Trigger.Enters { Stage: var s } => NoStage(s, names),
            Trigger.Leaves { Stage: var s } => NoStage(s, names),
            Trigger.Near { Milestone: var m } when names.Milestone(m) is not { Milestone.Retired: false } =>
                RuleTexts.NoMilestone,
            Trigger.Near { Offset: var o } => Duration.Max(o, -o) > Longest ? RuleTexts.TooLong : null,
            Trigger.Silent { For: var f } => f <= Duration.Zero ? RuleTexts.SayHowLong
            : f > Longest ? RuleTexts.TooLong
            : null,
            Trigger.TaskLate { For: var f } => f > Longest ? RuleTexts.TooLong : null,
            Trigger.DayOfYear { Month: < 1 or > 12 } => RuleTexts.NoDay,
            Trigger.DayOfYear { Month: var m, Day: var d } => d < 1 || d > DateTime.DaysInMonth(2024, m)
                ? RuleTexts.NoDay
                : null,
            _ => null,
        };

    private static string? Wrong(Condition condition, RuleNames names) =>
        condition switch
        {
            Condition.OfKind { Kind: var k } => names.Kinds.Find(k) is null ? RuleTexts.NoKind : null,
            Condition.AtSite { Site: var s } => string.IsNullOrWhiteSpace(s) ? RuleTexts.ChooseSite : null,
            Condition.OfParty { Party: var p } => names.Party(p) is null ? RuleTexts.NoParty : null,
            Condition.InQueue { Queue: var q } => names.Queue(q) is null ? RuleTexts.NoQueue : null,
            Condition.FieldIs { Field: var f, Stored: var value } => names.Kinds.Field(f) is not { } field
                ? RuleTexts.NoField
                : FieldValues.Read(field, value, _ => true) switch
                {
                    (null, { } wrong) => wrong,
                    (null, null) => RuleTexts.SayWhatFieldHolds(field.Name),
                    _ => null,
                },
            _ => null,
        };

    private static string? Wrong(RuleStep step, RuleNames names) =>
        step switch
        {
            RuleStep.Message { Via: not (null or Via.Mail or Via.Text) } => RuleTexts.MailOrText,
            RuleStep.Message { Stock: var stock } => names.Stock(stock) is null ? RuleTexts.NoStock : null,
            RuleStep.Note { Words: var words } => string.IsNullOrWhiteSpace(words) ? RuleTexts.WriteNote : null,
            RuleStep.Give give => Wrong(give, names),
            RuleStep.Ask ask => Wrong(ask, names),
            RuleStep.Use { Template: var t } => names.Template(t) is not { Retired: false }
                ? RuleTexts.NoTemplate
                : null,
            RuleStep.Begin { Template: var t } when names.Template(t) is not { Retired: false } => RuleTexts.NoTemplate,
            RuleStep.Begin { Subject: var subject } => string.IsNullOrWhiteSpace(subject)
                ? RuleTexts.WriteSubject
                : null,
            RuleStep.HandOver { To: var p } => names.Person(p) is null ? RuleTexts.NoPerson : null,
            RuleStep.Move { Stage: var s } => NoStage(s, names),
            RuleStep.SetField { Field: var f, Stored: var value } => names.Kinds.Field(f) is not { } field
                ? RuleTexts.NoField
                : FieldValues.Read(field, value, _ => true).Wrong,
            _ => null,
        };

    private static string? Wrong(RuleStep.Give give, RuleNames names)
    {
        if (string.IsNullOrWhiteSpace(give.Title))
            return RuleTexts.WriteTitle;
        if (give.DueIn is < 0 or > TemplateDate.MostOffset)
            return RuleTexts.TooLong;
        if (give.RemindEvery is { } every && (every < Duration.FromMinutes(15) || every > Longest))
            return RuleTexts.RemindWithin;
        if (give.Locks is { } stage && NoStage(stage, names) is { } none)
            return none;
        return Gone(give.Owner, names);
    }

    private static string? Wrong(RuleStep.Ask ask, RuleNames names) =>
        string.IsNullOrWhiteSpace(ask.Words) ? RuleTexts.WriteQuestion
        : ask.Kind is AskKind.Choice ? RuleTexts.NoChoice
        : ask.DueIn is < 0 or > TemplateDate.MostOffset ? RuleTexts.TooLong
        : Gone(ask.Whom, names);

    private static string? Gone(TemplateOwner? whom, RuleNames names) =>
        whom switch
        {
            TemplateOwner.OfPerson { Person: var p } when names.Person(p) is null => RuleTexts.NoPerson,
            TemplateOwner.OfCrew { Crew: var c } when names.Crew(c) is null => RuleTexts.NoCrew,
            _ => null,
        };

    private static string? NoStage(StageId stage, RuleNames names) =>
        names.Kinds.Stage(stage) is { Retired: false } ? null : RuleTexts.NoStage;
}
