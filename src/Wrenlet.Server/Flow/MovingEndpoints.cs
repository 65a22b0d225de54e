using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Flow.Rules;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Flow;

/// <summary>Something that stands in the way of a stage.</summary>
/// <param name="Of">Identity of the task, the ask's entry, the field or the lock.</param>
/// <param name="Kind">task, ask, field or lock.</param>
/// <param name="Stage">The stage that it holds up.</param>
/// <param name="Title">What has to be done.</param>
/// <param name="Who">Who can open it, by name; empty for whoever works on the docket.</param>
/// <param name="People">Those of them who are people, to be asked.</param>
/// <param name="Since">Since when; null where nobody knows.</param>
public sealed record GateView(
    Guid Of,
    string Kind,
    Guid Stage,
    string Title,
    string Who,
    IReadOnlyList<Guid> People,
    DateTimeOffset? Since
);

/// <summary>A step of a rule that a move sets off.</summary>
/// <param name="Step">Its number in the rule, from 0.</param>
/// <param name="Words">What it does, in a sentence.</param>
/// <param name="Text">What it would write, to be read and changed; null where it writes nothing.</param>
/// <param name="Unfilled">Fields of the text for which nothing is known here, with their braces.</param>
public sealed record SetOffStepView(int Step, string Words, string? Text, IReadOnlyList<string> Unfilled);

/// <summary>A rule that a move sets off.</summary>
public sealed record SetOffView(Guid Rule, string Name, IReadOnlyList<SetOffStepView> Steps);

/// <summary>What moving a docket to a stage means.</summary>
/// <param name="Refusal">Why it cannot be moved there; null when it can.</param>
/// <param name="InTheWay">What still stands in the way.</param>
/// <param name="MayAllTheSame">Whether the viewer may move it all the same, with a reason.</param>
/// <param name="MayLift">Whether the viewer may lift what stands in the way.</param>
/// <param name="SetsOff">What moving sets off, each in a sentence.</param>
/// <param name="Rules">The rules that it sets off.</param>
/// <param name="MayRewrite">Whether the viewer may change the texts that they write.</param>
/// <param name="MayLeaveOut">Whether the viewer may leave steps of them out.</param>
public sealed record StageMoveView(
    string Stage,
    string? Refusal,
    IReadOnlyList<GateView> InTheWay,
    bool MayAllTheSame,
    bool MayLift,
    IReadOnlyList<string> SetsOff,
    IReadOnlyList<SetOffView> Rules,
    bool MayRewrite,
    bool MayLeaveOut
);

/// <summary>What the mover changed of a step that a rule will do.</summary>
/// <param name="Words">The text in place of what the rule would write; null where the step is left out.</param>
public sealed record SetOffChange(
    [property: Required] Guid Rule,
    [property: Range(0, RuleRules.MostSteps)] int Step,
    [property: StringLength(10_000)] string? Words
);

/// <summary>The stage that a docket is to enter.</summary>
/// <param name="Reason">Why it is moved though something stands in the way; null where nothing does.</param>
/// <param name="Changed">What the mover changed of what rules will do; null for nothing.</param>
public sealed record NewStage(
    [property: Required] Guid Stage,
    [property: StringLength(StageMove.LongestReason)] string? Reason = null,
    [property: MaxLength(200)] IReadOnlyList<SetOffChange>? Changed = null
);

/// <summary>A docket was moved.</summary>
/// <param name="UndoUntil">Until when it can be undone; null where it cannot.</param>
public sealed record MovedView(DateTimeOffset? UndoUntil);

/// <summary>Whether a docket is open.</summary>
/// <param name="Knowing">Whether it is closed though something in it is open.</param>
public sealed record NewState([property: Required] bool Open, bool Knowing = false);

internal static class MovingEndpoints
{
    public static void MapMoving(this IEndpointRouteBuilder api)
    {
        api.MapGet("/dockets/{reference}/stages/{stage:guid}", Means).For(Access.Staff);
        api.MapPut("/dockets/{reference}/stage", Move).For(Access.Staff);
        api.MapPost("/dockets/{reference}/stage/undo", Undo).For(Access.Staff);
        api.MapPut("/dockets/{reference}/open", Open).For(Access.Staff);
    }

    /// <summary>What stands in the way, as it is shown.</summary>
    public static GateView View(OpenGate gate, Roster roster) =>
        new(
            gate.Of,
            StoredWords.GateKinds.Of(gate.Kind),
            gate.Stage.Value,
            gate.Title,
            Names.List(
                gate.Owners.Select(o =>
                    o switch
                    {
                        TaskOwner.OfPerson p => roster.Find(p.Person)?.Name ?? "somebody who is gone",
                        TaskOwner.OfCrew c => roster.Crews.GetValueOrDefault(c.Crew)?.Name ?? "a crew that is gone",
                        _ => "",
                    }
                )
            ),
            [
                .. gate
                    .Owners.OfType<TaskOwner.OfPerson>()
                    .Where(p => roster.Find(p.Person) is { IsStaff: true })
                    .Select(p => p.Person.Value),
            ],
            gate.Since?.ToDateTimeOffset()
        );

    private static Results<Ok<StageMoveView>, ProblemHttpResult> Means(
        string reference,
        Guid stage,
        Viewer viewer,
        DocketMoving moving,
        RuleWatching watching,
        FirmRules rules,
        FirmKinds kinds,
        WhoIsWho who,
        FirmClock clock,
        Database database
    ) =>
        database.Read(s =>
        {
            if (
                SeenDocket.Find(s, reference, viewer.Person) is not { } docket
                || moving.Means(s, reference, new StageId(stage), viewer.Person) is not { } means
            )
                return (Results<Ok<StageMoveView>, ProblemHttpResult>)Refusals.NotFound("docket");
            var preview = new SetOffPreview(s, watching, rules, kinds, who);
            return TypedResults.Ok(
                new StageMoveView(
                    kinds.Current.Stage(new StageId(stage))?.Name ?? "",
                    means.Refusal,
                    [.. means.InTheWay.Select(g => View(g, who.Current))],
                    means.MayAllTheSame && !means.Locks.Any(),
                    Gates.RefusesLifting(viewer.Person) is null,
                    means.SetsOff,
                    means.Refusal is null ? preview.Of(docket, new StageId(stage), clock.Now) : [],
                    Moving.RefusesChanging(viewer.Person, rewrites: true, leavesOut: false) is null,
                    Moving.RefusesChanging(viewer.Person, rewrites: false, leavesOut: true) is null
                )
            );
        });

    private static async Task<Results<Ok<MovedView>, ProblemHttpResult>> Move(
        string reference,
        NewStage given,
        Viewer viewer,
        DocketMoving moving,
        FirmClock clock
    )
    {
        var outcome = await moving.Move(
            reference,
            new StageId(given.Stage),
            given.Reason ?? "",
            [.. (given.Changed ?? []).Select(c => new ChangedStep(c.Rule, c.Step, c.Words))],
            viewer.Person,
            clock.Now
        );
        return outcome.Docket is null ? Refusals.NotFound("docket")
            : outcome.Refusal is { } refusal ? Refusals.Refused(refusal)
            : TypedResults.Ok(new MovedView(outcome.UndoUntil?.ToDateTimeOffset()));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Undo(
        string reference,
        Viewer viewer,
        DocketMoving moving,
        FirmClock clock
    )
    {
        var outcome = await moving.Undo(reference, viewer.Person, clock.Now);
        return outcome.Docket is null ? Refusals.NotFound("docket")
            : outcome.Refusal is { } refusal ? Refusals.Refused(refusal)
            : TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Open(
        string reference,
        NewState given,
        Viewer viewer,
        DocketMoving moving,
        FirmClock clock
    )
    {
        var outcome = await moving.Open(reference, given.Open, given.Knowing, viewer.Person, clock.Now);
        return outcome.Docket is null ? Refusals.NotFound("docket")
            : outcome.Refusal is { } refusal ? Refusals.Refused(refusal)
            : TypedResults.NoContent();
    }
}

/// <summary>What rules will do when a docket is moved, with the texts that they will write.</summary>
internal sealed class SetOffPreview(
    SqlSession session,
    RuleWatching watching,
    FirmRules rules,
    FirmKinds kinds,
    WhoIsWho who
)
{
    public IReadOnlyList<SetOffView> Of(Docket docket, StageId to, Instant at)
    {
        var acting = Firing.Of(
            rules.Current,
            new Happened.Moved(docket.Stage, to, 0),
            watching.CircumstancesOf(session, docket, at),
            p => who.Current.Find(p)
        );
        if (acting.IsEmpty)
            return [];
        var names = RuleNaming.Of(session, kinds, who);
        return
        [
            .. acting.Select(r => new SetOffView(
                r.Id.Value,
                r.Name,
                [.. r.Steps.Select((s, i) => Step(docket, r, s, i, names))]
            )),
        ];
    }

    private SetOffStepView Step(Docket docket, Rule rule, RuleStep step, int number, RuleNames names)
    {
        var body = step switch
        {
            RuleStep.Message m => StockStore.Find(session, m.Stock)?.Body,
            RuleStep.Note n => n.Words,
            RuleStep.Ask a => a.Words,
            _ => null,
        };
        if (body is null)
            return new(number, Filled(docket, rule, RuleWords.Of(step, names)).Body, null, []);
        var filled = Filled(docket, rule, body);
        return new(number, RuleWords.Of(step, names), filled.Body, filled.Unfilled);
    }

    private FilledStock Filled(Docket docket, Rule rule, string words)
    {
        var talk = RuleWatching.OutsideOf(session, docket.Id) ?? DocketTalks.Inside(session, docket.Id);
        var maker = who.Current.Find(rule.Maker)!;
        return StockFilling.Fill(
            session,
            new StockReply(Guid.Empty, null, "", words, 1),
            talk,
            maker,
            kinds.Current,
            who.Current
        );
    }
}
