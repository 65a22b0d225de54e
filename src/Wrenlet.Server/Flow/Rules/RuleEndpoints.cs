using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Rules;

/// <summary>A rule as it is to be.</summary>
/// <param name="On">Whether it acts.</param>
public sealed record RuleSetting(
    [property: Required(AllowEmptyStrings = true), StringLength(80)] string Name,
    [property: Required] TriggerForm Trigger,
    [property: Required, MaxLength(RuleRules.MostConditions)] IReadOnlyList<ConditionForm> Conditions,
    [property: Required, MaxLength(RuleRules.MostSteps)] IReadOnlyList<StepForm> Steps,
    bool On
);

/// <summary>A rule as it stands.</summary>
/// <param name="Maker">Who made or changed it last: it acts with their sight.</param>
/// <param name="Ended">Why it acts no more though it is on; null where it acts.</param>
/// <param name="Happens">What it waits for, in words.</param>
/// <param name="OnlyIf">What must be so, each in words.</param>
/// <param name="Does">What it does, each in words.</param>
/// <param name="Runs">How many times it has acted.</param>
/// <param name="Last">When it last did; null for never.</param>
public sealed record RuleView(
    Guid Id,
    string Name,
    string Maker,
    bool On,
    string? Ended,
    string Happens,
    IReadOnlyList<string> OnlyIf,
    IReadOnlyList<string> Does,
    TriggerForm Trigger,
    IReadOnlyList<ConditionForm> Conditions,
    IReadOnlyList<StepForm> Steps,
    int Runs,
    DateTimeOffset? Last,
    string? Version = null
) : IVersioned;

/// <summary>One time that a rule would have acted.</summary>
public sealed record TrialTimeView(string Docket, string Subject, DateTimeOffset At);

/// <summary>What a rule would have done.</summary>
/// <param name="Since">From when on was looked.</param>
/// <param name="Count">How many times it would have acted, as far as the viewer sees the dockets.</param>
/// <param name="Times">The newest of them.</param>
/// <param name="Does">What it would have done each time, in words.</param>
public sealed record TrialView(
    DateTimeOffset Since,
    int Count,
    IReadOnlyList<TrialTimeView> Times,
    IReadOnlyList<string> Does
);

/// <summary>One time that a rule acted.</summary>
/// <param name="State">waiting, done, undone or stopped.</param>
/// <param name="Did">What it did, each in words.</param>
public sealed record RuleRunView(
    Guid Id,
    string Docket,
    string Subject,
    string Because,
    DateTimeOffset At,
    string State,
    IReadOnlyList<string> Did
);

/// <summary>What came of undoing.</summary>
/// <param name="Undone">What was put back, each in words.</param>
/// <param name="Stays">What stays, each with the reason.</param>
public sealed record RunUndoneView(IReadOnlyList<string> Undone, IReadOnlyList<string> Stays);

internal static class RuleEndpoints
{
    private const int MostShown = 50;
    private const int TrialDays = 182;

    public static void MapRules(this IEndpointRouteBuilder api)
    {
        api.MapGet("/rules", GetAll).For(Right.MakeRules);
        api.MapPut("/rules/{id:guid}", Put).For(Right.MakeRules);
        api.MapDelete("/rules/{id:guid}", Remove).For(Right.MakeRules);
        api.MapPost("/rules/{id:guid}/trial", Try).For(Right.MakeRules).Costly();
        api.MapGet("/rules/{id:guid}/runs", GetRuns).For(Right.MakeRules);
        api.MapPost("/rule-runs/{id:guid}/undo", Undo).For(Right.MakeRules);
    }

    private static IReadOnlyList<RuleView> GetAll(Database database, FirmKinds kinds, WhoIsWho who) =>
        database.Read(s =>
        {
            var names = RuleNaming.Of(s, kinds, who);
            var counts = RuleStore.Counts(s);
            return (IReadOnlyList<RuleView>)
                [.. RuleStore.All(s).Select(r => View(r, names, who.Current, counts.GetValueOrDefault(r.Id)))];
        });

    private static RuleView View(Rule rule, RuleNames names, Roster roster, (int Count, Instant Last) runs)
    {
        var maker = roster.Find(rule.Maker);
        var view = new RuleView(
            rule.Id.Value,
            rule.Name,
            roster.NameOf(rule.Maker),
            rule.On,
            !rule.On ? null
                : maker is not { IsStaff: true } ? $"{roster.NameOf(rule.Maker)} has left. Save it to make it yours."
                : !maker.May(Right.MakeRules) ? $"{maker.Name} may not make rules any more. Save it to make it yours."
                : null,
            RuleWords.Of(rule.Trigger, names),
            [.. rule.Conditions.Select(c => RuleWords.Of(c, names))],
            [.. rule.Steps.Select(s => RuleWords.Of(s, names))],
            TriggerForm.From(rule.Trigger),
            [.. rule.Conditions.Select(ConditionForm.From)],
            [.. rule.Steps.Select(StepForm.From)],
            runs.Count,
            runs.Count > 0 ? runs.Last.ToDateTimeOffset() : null
        );
        // What it did is no part of it: who changes it has not overlooked that.
        return view with { Version = Versions.Of(view with { Runs = 0, Last = null }) };
    }

    private static async Task<Results<Ok<RuleView>, ProblemHttpResult>> Put(
        Guid id,
        RuleSetting given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        FirmKinds kinds,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var by = viewer.Person;
        if (Read(given, id, by, clock.Now, out var wrong) is not { } wanted)
            return wrong!;
        ProblemHttpResult? problem = null;
        RuleView? written = null;
        await writes.Run(w =>
        {
            var names = RuleNaming.Of(w.Session, kinds, who);
            var all = RuleStore.All(w.Session);
            var before = all.Find(r => r.Id.Value == id);
            problem = Versions.Held("rule", ifMatch, before is null ? null : View(before, names, who.Current, default));
            if (problem is not null)
                return;
            if (before is null && all.Count >= RuleRules.MostRules)
            {
                problem = Refusals.Refused(
                    $"A firm can have {RuleRules.MostRules:N0} rules. Remove one that you no longer use."
                );
                return;
            }

            if (RuleRules.Wrong(wanted, names, all) is var (part, words))
            {
                problem = Refusals.Invalid(part, words);
                return;
            }

            // Switched on before, it goes on from there: nothing that came meanwhile is overlooked.
            if (before is { On: true } && wanted.On && before.Trigger == wanted.Trigger)
                wanted = wanted with { Since = before.Since };
            RuleStore.Put(w.Session, wanted);
            if (before is { On: true } && !wanted.On)
                StopReminders(w, wanted.Id);
            LogStore.Add(
                w.Session,
                clock.Now,
                by.Id,
                LogKind.Settings,
                before is null ? "made a rule"
                    : before.On == wanted.On ? "changed a rule"
                    : wanted.On ? "switched a rule on"
                    : "switched a rule off",
                wanted.Name
            );
            w.Log(RuleMaking.Changed(id, by.Id, clock.Now));
            written = View(wanted, names, who.Current, RuleStore.Counts(w.Session).GetValueOrDefault(wanted.Id));
        });
        return problem is null ? TypedResults.Ok(written!) : problem;
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Remove(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        FirmClock clock
    )
    {
        var found = await writes.Run(w =>
        {
            if (RuleStore.All(w.Session).Find(r => r.Id.Value == id) is not { } rule)
                return false;
            StopReminders(w, rule.Id);
            RuleStore.Remove(w.Session, rule.Id, clock.Now);
            LogStore.Add(w.Session, clock.Now, viewer.Person.Id, LogKind.Settings, "removed a rule", rule.Name);
            w.Log(RuleMaking.Changed(id, viewer.Person.Id, clock.Now));
            return true;
        });
        return found ? TypedResults.NoContent() : Refusals.NotFound("rule");
    }

    /// <summary>Tasks that a rule gave remind no more as it says: it is off.</summary>
    private static void StopReminders(Writing w, RuleId id)
    {
        foreach (var run in RuleStore.RunsOf(w.Session, id, int.MaxValue))
        foreach (var given in run.Done.Where(d => d.Deed is RunDeed.Gave))
            if (
                TaskStore.Find(w.Session, new TaskId(given.Of!.Value))
                    is { Progress.Over: false, RemindAgain: { } again } task
                && again > Duration.Zero
            )
                TaskStore.Update(w.Session, task with { RemindAgain = null });
    }

    private static Results<Ok<TrialView>, ProblemHttpResult> Try(
        Guid id,
        RuleSetting given,
        Viewer viewer,
        Database database,
        FirmKinds kinds,
        WhoIsWho who,
        RuleWatching watching,
        FirmClock clock
    )
    {
        var now = clock.Now;
        if (Read(given, id, viewer.Person, now, out var wrong) is not { } rule)
            return wrong!;
        var since = now - Duration.FromDays(TrialDays);
        return database.Read(s =>
        {
            var names = RuleNaming.Of(s, kinds, who);
            if (RuleRules.Wrong(rule with { Name = "trial" }, names, []) is var (part, words))
                return (Results<Ok<TrialView>, ProblemHttpResult>)Refusals.Invalid(part, words);
            var times = new RuleTrial(watching, who).Of(s, rule, viewer.Person, since, now);
            return TypedResults.Ok(
                new TrialView(
                    since.ToDateTimeOffset(),
                    times.Count,
                    [
                        .. times
                            .Take(MostShown)
                            .Select(t => new TrialTimeView(
                                t.Docket.Ref.ToString(),
                                t.Docket.Subject,
                                t.At.ToDateTimeOffset()
                            )),
                    ],
                    [.. rule.Steps.Select(x => RuleWords.Of(x, names))]
                )
            );
        });
    }

    private static IReadOnlyList<RuleRunView> GetRuns(Guid id, Viewer viewer, Database database) =>
        database.Read(s =>
            (IReadOnlyList<RuleRunView>)
                [
                    .. RuleStore
                        .RunsOf(s, new RuleId(id), MostShown)
                        .Select(r => (Run: r, Docket: DocketStore.Find(s, r.Docket)))
                        .Where(r => r.Docket is { } docket && viewer.Person.MaySee(docket.Place))
                        .Select(r => new RuleRunView(
                            r.Run.Id,
                            r.Docket!.Ref.ToString(),
                            r.Docket.Subject,
                            r.Run.Because,
                            (r.Run.At ?? r.Run.Due).ToDateTimeOffset(),
                            StoredWords.RunStates.Of(r.Run.State),
                            [.. r.Run.Done.Select(d => d.Words)]
                        )),
                ]
        );

    private static async Task<Results<Ok<RunUndoneView>, ProblemHttpResult>> Undo(
        Guid id,
        Viewer viewer,
        RuleUndoing undoing,
        FirmClock clock
    )
    {
        var (outcome, refusal) = await undoing.Undo(id, viewer.Person, clock.Now);
        return refusal is not null ? Refusals.Refused(refusal)
            : outcome is null ? Refusals.NotFound("run")
            : TypedResults.Ok(new RunUndoneView(outcome.Undone, outcome.Stays));
    }

    private static Rule? Read(RuleSetting given, Guid id, Person by, Instant now, out ProblemHttpResult? wrong)
    {
        wrong = null;
        var trigger = given.Trigger.Read();
        var conditions = given.Conditions.Select(c => c.Read()).ToList();
        var steps = given.Steps.Select(s => s.Read()).ToList();
        if (trigger is null)
            wrong = Refusals.Invalid("trigger", "Say what has to happen.");
        else if (conditions.Contains(null))
            wrong = Refusals.Invalid("conditions", "A condition is not complete. Fill it in, or remove it.");
        else if (steps.Contains(null))
            wrong = Refusals.Invalid("steps", "A step is not complete. Fill it in, or remove it.");
        return wrong is not null
            ? null
            : new Rule(
                new RuleId(id),
                given.Name.Trim(),
                by.Id,
                trigger!,
                [.. conditions.Select(c => c!)],
                [.. steps.Select(s => s!)],
                given.On,
                given.On ? now : null
            );
    }
}
