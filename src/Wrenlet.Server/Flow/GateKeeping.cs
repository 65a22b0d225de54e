using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Flow;

/// <summary>Locks stages of dockets, lifts gates and locks, and has asks hold stages up.</summary>
internal sealed class GateKeeping(WriteQueue writes, FirmKinds kinds) : IHandles<EntryTakenBack>
{
    /// <summary>What an entry that is taken out held up is held up no more.</summary>
    public void Handle(Writing w, EntryTakenBack happening) => HoldingStore.Forget(w.Session, happening.Key);

    /// <summary>Locks a stage: nobody enters it until somebody lifts the lock.</summary>
    public Task<DocketOutcome> Lock(string reference, StageLock held, Person by) =>
        writes.Run(w =>
        {
            if (SeenDocket.Find(w.Session, reference, by) is not { } docket)
                return new DocketOutcome(null);
            if (Gates.RefusesLifting(by) is { } not)
                return new(docket, not);
            if (kinds.Current.Of(docket).Find(held.Stage) is not { Retired: false } stage)
                return new(docket, "There is no such stage any more. Choose another.");
            HoldingStore.Add(w.Session, docket.Id, held);
            Say(w, docket, by, held.At, $"locked {stage.Name}: {held.Title}", $"locked {stage.Name}");
            return new(docket);
        });

    /// <summary>Lifts what stands in the way of a stage, for a reason that is kept.</summary>
    public Task<DocketOutcome> Lift(string reference, LiftedGate gate, string reason, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (SeenDocket.Find(w.Session, reference, by) is not { } docket)
                return new DocketOutcome(null);
            if (Gates.RefusesLifting(by) is { } not)
                return new(docket, not);
            var kind = kinds.Current.Of(docket);
            if (
                DocketGates.Open(w.Session, docket, kind).FirstOrDefault(g => g.Of == gate.Of && g.Stage == gate.Stage)
                is not { } open
            )
                return new(docket);
            HoldingStore.Lift(w.Session, docket.Id, gate, reason, by.Id, at);
            var stage = kind.Find(gate.Stage)!.Name;
            Say(w, docket, by, at, $"lifted “{open.Title}”, which held up {stage}: {reason}", "lifted a gate");
            return new(docket);
        });

    /// <summary>Has an ask hold a stage up until it is decided; null where it is to hold nothing up.</summary>
    public Task<DocketOutcome> HoldUp(string reference, EntryId entry, StageId? stage, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (
                SeenDocket.Find(w.Session, reference, by) is not { } docket
                || EntryStore.Find(w.Session, entry) is not { } asking
                || ConversationStore.Find(w.Session, asking.Conversation)?.Docket?.Id != docket.Id
                || AskStore.OfEntries(w.Session, [asking.Key]).Count == 0
            )
                return new DocketOutcome(null);
            var held = stage is { } s ? kinds.Current.Of(docket).Find(s) : null;
            if (stage is not null && held is not { Retired: false })
                return new(docket, "There is no such stage any more. Choose another.");
            HoldingStore.SetAsk(w.Session, entry, docket.Id, stage);
            Say(
                w,
                docket,
                by,
                at,
                held is null ? "lets an ask hold nothing up any more" : $"lets {held.Name} wait for an ask",
                null
            );
            return new(docket);
        });

    private static void Say(Writing w, Docket docket, Person by, Instant at, string words, string? logged)
    {
        EventLines.Add(w, DocketTalks.Inside(w.Session, docket.Id), by.Id, at, $"{by.FirstName} {words}");
        DocketMaking.Log(w, docket, by, at);
        if (logged is not null)
            LogStore.Add(w.Session, at, by.Id, LogKind.Dockets, logged, $"{docket.Ref}: {words}");
    }
}

/// <summary>A stage that is to be locked.</summary>
public sealed record NewLock(
    [property: Required] Guid Stage,
    [property: Required, StringLength(StageMove.LongestReason, MinimumLength = 1)] string Reason
);

/// <summary>Something that is to hold a stage up no more.</summary>
/// <param name="Of">Identity of the task, the ask's entry, the field or the lock.</param>
public sealed record NewLift(
    [property: Required] Guid Of,
    [property: Required] Guid Stage,
    [property: Required, StringLength(StageMove.LongestReason, MinimumLength = 1)] string Reason
);

/// <summary>The stage that an ask holds up.</summary>
/// <param name="Stage">Null where it holds nothing up.</param>
public sealed record NewAskGate(Guid? Stage);

internal static class GateEndpoints
{
    public static void MapGates(this IEndpointRouteBuilder api)
    {
        api.MapPut("/dockets/{reference}/locks/{id:guid}", Lock).For(Access.Staff);
        api.MapPost("/dockets/{reference}/gates/lifted", Lift).For(Access.Staff);
        api.MapPut("/dockets/{reference}/gates/asks/{entry:guid}", HoldUp).For(Access.Staff);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Lock(
        string reference,
        Guid id,
        NewLock given,
        Viewer viewer,
        GateKeeping keeping,
        FirmClock clock
    ) =>
        string.IsNullOrWhiteSpace(given.Reason)
            ? Refusals.Invalid("reason", "Say why it is locked: others have to know what to wait for.")
            : Done(
                await keeping.Lock(
                    reference,
                    new StageLock(id, new StageId(given.Stage), null, given.Reason.Trim(), viewer.Person.Id, clock.Now),
                    viewer.Person
                )
            );

    private static async Task<Results<NoContent, ProblemHttpResult>> Lift(
        string reference,
        NewLift given,
        Viewer viewer,
        GateKeeping keeping,
        FirmClock clock
    ) =>
        string.IsNullOrWhiteSpace(given.Reason)
            ? Refusals.Invalid("reason", "Say why it is lifted: the docket keeps the reason.")
            : Done(
                await keeping.Lift(
                    reference,
                    new LiftedGate(given.Of, new StageId(given.Stage)),
                    given.Reason.Trim(),
                    viewer.Person,
                    clock.Now
                )
            );

    private static async Task<Results<NoContent, ProblemHttpResult>> HoldUp(
        string reference,
        Guid entry,
        NewAskGate given,
        Viewer viewer,
        GateKeeping keeping,
        FirmClock clock
    ) =>
        Done(
            await keeping.HoldUp(
                reference,
                new EntryId(entry),
                given.Stage is { } stage ? new StageId(stage) : null,
                viewer.Person,
                clock.Now
            )
        );

    private static Results<NoContent, ProblemHttpResult> Done(DocketOutcome outcome) =>
        outcome.Docket is null ? Refusals.NotFound("docket")
        : outcome.Refusal is { } refusal ? Refusals.Refused(refusal)
        : TypedResults.NoContent();
}
