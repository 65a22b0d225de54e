using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Flow.Templates;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow;

/// <summary>A docket was moved to another stage, closed or opened again.</summary>
/// <param name="Docket">The docket as it was.</param>
/// <param name="Inside">Its inside conversation.</param>
/// <param name="Line">The line there that says so.</param>
/// <param name="By">Who did it.</param>
/// <param name="At">When.</param>
public sealed record DocketMoved(Docket Docket, Conversation Inside, Entry Line, Person By, Instant At) : IHappening;

/// <summary>Who hears of what becomes of a docket. It is known to the part that tells people.</summary>
public interface IFollowers
{
    /// <summary>First names of those who would be told of a move, without who makes it.</summary>
    IReadOnlyList<string> Told(SqlSession session, Docket docket, Person by);
}

/// <summary>Moves dockets through their stages, closes them and opens them again.</summary>
public sealed class DocketMoving(WriteQueue writes, FirmKinds kinds, IFollowers followers, Dispatcher happenings)
{
    /// <summary>What moving a docket to a stage means; null where it is not seen.</summary>
    public StageMove? Means(SqlSession session, string reference, StageId stage, Person by)
    {
        ArgumentNullException.ThrowIfNull(by);
        if (SeenDocket.Find(session, reference, by) is not { } docket)
            return null;
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

    /// <summary>Moves a docket to another stage.</summary>
    /// <param name="knowing">Whether who moves it has seen what stands in the way, and goes on; that is written
    /// down.</param>
    public Task<DocketOutcome> Move(string reference, StageId stage, bool knowing, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (Means(w.Session, reference, stage, by) is not { } means)
                return new DocketOutcome(null);
            var docket = SeenDocket.Find(w.Session, reference, by)!;
            if (docket.Open && docket.Stage == stage)
                return new(docket);
            if (means.Refuses(knowing) is { } not)
                return new(docket, not);
            DocketStore.SetStage(w.Session, docket.Id, stage, docket.Open);
            var kind = kinds.Current.Of(docket);
            var (from, to) = (kind.Find(docket.Stage)!.Name, kind.Find(stage)!.Name);
            var back = kind.PositionOf(stage) < kind.PositionOf(docket.Stage) ? "back " : "";
            var line = $"{by.FirstName} moved this from {from} {back}to {to}";
            if (!means.InTheWay.IsEmpty)
            {
                var waits = Names.List(means.InTheWay.Select(g => $"“{g.Title}”"));
                line += $", though {waits} {(means.InTheWay.Length == 1 ? "was" : "were")} not done";
                LogStore.Add(
                    w.Session,
                    at,
                    by.Id,
                    LogKind.Dockets,
                    "moved past open gates",
                    $"{docket.Ref} to {to}: {waits}"
                );
            }

            return new(Moved(w, docket, line, by, at));
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

            DocketStore.SetStage(w.Session, docket.Id, docket.Stage, open);
            var line = open ? $"{by.FirstName} reopened this docket" : $"{by.FirstName} closed this docket";
            return new(Moved(w, docket, line, by, at));
        });

    private Docket Moved(Writing w, Docket docket, string line, Person by, Instant at)
    {
        var inside = DocketTalks.Inside(w.Session, docket.Id);
        DocketMaking.Log(w, docket, by, at);
        var entry = EventLines.Add(w, inside, by.Id, at, line);
        happenings.Say(w, new DocketMoved(docket, inside, entry, by, at));
        return DocketStore.Find(w.Session, docket.Id)!;
    }
}
