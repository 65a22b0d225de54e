using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Flow.Templates;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;
using DueWork = Wrenlet.Server.Happenings.DueWork;

namespace Wrenlet.Server.Flow;

/// <summary>A docket was moved to another stage, closed or opened again. Of a move it is said once it cannot be undone.</summary>
/// <param name="Docket">The docket as it was.</param>
/// <param name="Inside">Its inside conversation.</param>
/// <param name="Line">The line there that says so.</param>
/// <param name="By">Who did it.</param>
/// <param name="At">When.</param>
/// <param name="Move">The move; null where it was closed or opened again.</param>
public sealed record DocketMoved(
    Docket Docket,
    Conversation Inside,
    Entry Line,
    Person By,
    Instant At,
    KeptMove? Move = null
) : IHappening;

/// <summary>What came of moving a docket.</summary>
/// <param name="Docket">As it stands; null where it is not seen.</param>
/// <param name="Refusal">Why it was not moved; null where it was.</param>
/// <param name="UndoUntil">Until when it can be undone; null where it cannot.</param>
public sealed record MoveOutcome(Docket? Docket, string? Refusal = null, Instant? UndoUntil = null);

/// <summary>Who hears of what becomes of a docket. It is known to the part that tells people.</summary>
public interface IFollowers
{
    /// <summary>First names of those who would be told of a move, without who makes it.</summary>
    IReadOnlyList<string> Told(SqlSession session, Docket docket, Person by);
}

/// <summary>
/// Moves dockets through their stages, closes them and opens them again. A move stands at once; what it sets off waits
/// until it cannot be undone any more, and nobody is told before.
/// </summary>
public sealed class DocketMoving(
    Database database,
    WriteQueue writes,
    FirmKinds kinds,
    WhoIsWho who,
    IFollowers followers,
    Dispatcher happenings,
    Settings settings,
    TimeProvider machine
) : IDueWork
{
    /// <inheritdoc/>
    public bool Soon => true;

    /// <summary>What moving a docket to a stage means; null where it is not seen.</summary>
    public StageMove? Means(SqlSession session, string reference, StageId stage, Person by)
    {
        ArgumentNullException.ThrowIfNull(by);
        return SeenDocket.Find(session, reference, by) is { } docket ? Means(session, docket, stage, by) : null;
    }

    /// <summary>Moves a docket to another stage.</summary>
    /// <param name="reason">Why it is moved though something stands in the way; that is written down. Empty where its
    /// mover has not seen that.</param>
    /// <param name="changed">What its mover changed of what rules will do.</param>
    public Task<MoveOutcome> Move(
        string reference,
        StageId stage,
        string reason,
        IReadOnlyCollection<ChangedStep> changed,
        Person by,
        Instant at
    ) =>
        writes.Run(w =>
            SeenDocket.Find(w.Session, reference, by) is { } docket
                ? Move(w, docket, stage, reason, by, at, changed: changed)
                : new MoveOutcome(null)
        );

    /// <summary>Moves a docket within a write that does more.</summary>
    /// <param name="depth">How many rules set one another off before it; 0 where somebody moves it.</param>
    /// <param name="rule">The rule that moves it; null where somebody does.</param>
    internal MoveOutcome Move(
        Writing w,
        Docket docket,
        StageId stage,
        string reason,
        Person by,
        Instant at,
        int depth = 0,
        string? rule = null,
        IReadOnlyCollection<ChangedStep>? changed = null
    )
    {
        if (docket.Open && docket.Stage == stage)
            return new(docket);
        reason = reason.Trim();
        var means = Means(w.Session, docket, stage, by);
        if (
            (
                means.Refuses(reason)
                ?? Moving.RefusesChanging(
                    by,
                    changed?.Any(c => c.Words is not null) == true,
                    changed?.Any(c => c.Words is null) == true
                )
            ) is
            { } not
        )
            return new(docket, not);
        SettleLast(w, docket.Id);
        DocketStore.SetStage(w.Session, docket.Id, stage, docket.Open);
        var kind = kinds.Current.Of(docket);
        var (from, to) = (kind.Find(docket.Stage)!.Name, kind.Find(stage)!.Name);
        var back = kind.PositionOf(stage) < kind.PositionOf(docket.Stage) ? "back " : "";
        var line = $"{(rule is null ? by.FirstName : $"The rule “{rule}”")} moved this from {from} {back}to {to}";
        if (!means.InTheWay.IsEmpty)
        {
            var waits = Names.List(means.InTheWay.Select(g => $"“{g.Title}”"));
            line += $", though {waits} {(means.InTheWay.Length == 1 ? "was" : "were")} not done: {reason}";
            LogStore.Add(
                w.Session,
                at,
                by.Id,
                LogKind.Dockets,
                "moved past open gates",
                $"{docket.Ref} to {to}: {waits}. {reason}"
            );
        }

        var inside = DocketTalks.Inside(w.Session, docket.Id);
        DocketMaking.Log(w, docket, by, at);
        var entry = EventLines.Add(w, inside, by.Id, at, line);
        var rests = depth > 0 ? Duration.Zero : Rests;
        var move = MoveStore.Add(
            w.Session,
            new KeptMove(
                0,
                docket.Id,
                docket.Stage,
                stage,
                by.Id,
                at,
                Machine + rests,
                entry.Id,
                means.InTheWay.IsEmpty ? "" : reason,
                depth,
                MoveState.Waiting
            ),
            changed
        );
        if (rests == Duration.Zero)
            Settle(w, move);
        return new(DocketStore.Find(w.Session, docket.Id), UndoUntil: rests > Duration.Zero ? move.Settles : null);
    }

    /// <summary>Undoes the last move of a docket as if it had not been made; nobody has been told of it yet.</summary>
    public Task<MoveOutcome> Undo(string reference, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (SeenDocket.Find(w.Session, reference, by) is not { } docket)
                return new MoveOutcome(null);
            if (MoveStore.LastOf(w.Session, docket.Id) is not { } move)
                return new(docket, KeptMove.NothingToUndo);
            if (move.RefusesUndoing(docket, by) is { } not)
                return new(docket, not);
            MoveStore.Set(w.Session, move.Number, MoveState.Undone);
            DocketStore.SetStage(w.Session, docket.Id, move.From, docket.Open);
            if (EntryStore.Find(w.Session, move.Line) is { } line)
            {
                var inside = DocketTalks.Inside(w.Session, docket.Id);
                happenings.Say(w, new EntryTakenBack(line.Key));
                EntryStore.TakeOut(w.Session, line.Key);
                ConversationStore.Update(
                    w.Session,
                    inside with
                    {
                        LastEntry = EntryStore.Newest(w.Session, inside.Key),
                    }
                );
                EventLines.Log(w, ChangeKinds.EntryTakenBack, line.Id.Value, inside, Thing.Working, by.Id, at);
                EventLines.Changed(w, inside, by.Id, at);
            }

            DocketMaking.Log(w, docket, by, at);
            return new(DocketStore.Find(w.Session, docket.Id));
        });

    /// <summary>Closes a docket, or opens it again.</summary>
    /// <param name="knowing">Whether who closes it has seen what is still open in it, and goes on.</param>
    public Task<DocketOutcome> Open(string reference, bool open, bool knowing, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (SeenDocket.Find(w.Session, reference, by) is not { } docket)
                return new DocketOutcome(null);
            if (docket.Open == open)
                return new(docket);
            if (!open)
            {
                var asks = ConversationStore
                    .OfDocket(w.Session, docket.Id)
                    .Sum(c => AskStore.OpenIn(w.Session, c.Key).Count);
                if (Moving.RefusesClosing(TaskStore.OpenIn(w.Session, docket.Id), asks, knowing) is { } not)
                    return new(docket, not);
            }

            SettleLast(w, docket.Id);
            DocketStore.SetStage(w.Session, docket.Id, docket.Stage, open);
            var line = open ? $"{by.FirstName} reopened this docket" : $"{by.FirstName} closed this docket";
            var inside = DocketTalks.Inside(w.Session, docket.Id);
            DocketMaking.Log(w, docket, by, at);
            var entry = EventLines.Add(w, inside, by.Id, at, line);
            happenings.Say(w, new DocketMoved(docket, inside, entry, by, at));
            return new(DocketStore.Find(w.Session, docket.Id)!);
        });

    /// <summary>Moves that cannot be undone any more: what they set off is done.</summary>
    public IEnumerable<DueWork> Due(Instant now) =>
        database
            .Read(s => MoveStore.Due(s, Machine))
            .Select(move => new DueWork(
                "What moving a docket sets off",
                $"{move.Number}",
                $"move {move.Number}",
                move.By,
                () => writes.Run(w => Settle(w, move))
            ));

    /// <summary>A hand that would undo something goes by the machine's clock, whatever the firm's says.</summary>
    private Instant Machine => Instant.FromDateTimeOffset(machine.GetUtcNow());

    private Duration Rests => Duration.Min(KeptMove.Rest, Duration.FromSeconds(settings.ThinkSeconds));

    private StageMove Means(SqlSession session, Docket docket, StageId stage, Person by)
    {
        var kind = kinds.Current.Of(docket);
        return Moving.To(
            kind,
            docket.Stage,
            stage,
            docket.Open,
            DocketGates.Open(session, docket, kind),
            by,
            docket.Owner,
            followers.Told(session, docket, by),
            FollowingDates.GivenBy(session, docket, kind, stage, by)
        );
    }

    /// <summary>A move before this one is told of now, so that each is told in its turn.</summary>
    private void SettleLast(Writing w, DocketId docket)
    {
        if (MoveStore.LastOf(w.Session, docket) is { State: MoveState.Waiting } last)
            Settle(w, last);
    }

    private void Settle(Writing w, KeptMove move)
    {
        if (!MoveStore.Set(w.Session, move.Number, MoveState.Settled))
            return;
        if (
            DocketStore.Find(w.Session, move.Docket) is not { } docket
            || EntryStore.Find(w.Session, move.Line) is not { } line
            || who.Current.Find(move.By) is not { } by
        )
            return;
        happenings.Say(
            w,
            new DocketMoved(
                docket with
                {
                    Stage = move.From,
                },
                DocketTalks.Inside(w.Session, docket.Id),
                line,
                by,
                move.At,
                move with
                {
                    State = MoveState.Settled,
                }
            )
        );
    }
}
