using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Sheets;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Rules;

/// <summary>What came of undoing a run.</summary>
/// <param name="Undone">What was put back, each in words.</param>
/// <param name="Stays">What stays, each with the reason.</param>
public sealed record RunUndone(IReadOnlyList<string> Undone, IReadOnlyList<string> Stays);

/// <summary>Undoes what a rule did, as far as nobody has touched it since and nothing of it has left.</summary>
internal sealed class RuleUndoing(
    WriteQueue writes,
    WhoIsWho who,
    TaskMaking tasks,
    DocketMaking dockets,
    DocketMoving moving,
    Undoing taking,
    Discussing discussing
)
{
    /// <summary>What a docket is, to be changed in one point.</summary>
    public static DocketTerms TermsOf(SqlSession session, Docket docket, Func<PersonId, Person?> find) =>
        new(
            docket.Subject,
            docket.Site,
            docket.Owner is { } owner ? find(owner) : null,
            docket.Priority,
            docket.Sight,
            MilestoneStore.Of(session, docket.Id),
            ImmutableDictionary<FieldId, FieldValue?>.Empty
        );

    /// <summary>Undoes a run.</summary>
    /// <returns>What came of it; or a refusal; neither where it is not seen.</returns>
    public Task<(RunUndone? Outcome, string? Refusal)> Undo(Guid id, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (
                RuleStore.Run(w.Session, id) is not { } run
                || DocketStore.Find(w.Session, run.Docket) is not { } docket
                || !by.MaySee(docket.Place)
            )
                return ((RunUndone?)null, (string?)null);
            if (run.State is RunState.Undone)
                return (null, "It has been undone already.");
            if (run.State is not RunState.Done)
                return (null, "It has not been done, so there is nothing to undo.");
            var rule = RuleStore.Find(w.Session, run.Rule)!;
            var (undone, stays) = (new List<string>(), new List<string>());
            foreach (var step in run.Done.Reverse())
                if (step.Deed is not RunDeed.Left && !IsMadeOfParts(run, step))
                {
                    var why = Undo(w, step, run.Docket, by, at);
                    if (why is null)
                        undone.Add(step.Words);
                    else
                        stays.Add($"{step.Words}: {why}");
                }

            RuleStore.Set(w.Session, run with { State = RunState.Undone, At = at });
            w.Log(RuleMaking.Ran(run.Rule.Value, by.Id, at));
            EventLines.Add(
                w,
                DocketTalks.Inside(w.Session, run.Docket),
                by.Id,
                at,
                $"{by.FirstName} undid what the rule “{rule.Name}” did"
                    + (stays.Count == 0 ? "" : $". What stays: {string.Join("; ", stays)}")
            );
            return (new RunUndone(undone, stays), null);
        });

    /// <summary>What a template made is undone part by part; runs of earlier releases did not write its parts down.</summary>
    private static bool IsMadeOfParts(RuleRun run, RunStep step) =>
        step.Deed is RunDeed.Used && run.Done.Any(d => d.Deed is RunDeed.Laid or RunDeed.Filed);

    /// <summary>A mark of a docket that a rule began: the same as long as nobody has changed or moved it.</summary>
    public static string MarkOf(SqlSession session, Docket docket)
    {
        ArgumentNullException.ThrowIfNull(docket);
        return $"{DocketMaking.VersionOf(session, docket)} {docket.Stage.Value:N}";
    }

    /// <summary>Undoes one step; says why it stays, or null where it is undone.</summary>
    private string? Undo(Writing w, RunStep step, DocketId id, Person by, Instant at)
    {
        var docket = DocketStore.Find(w.Session, id)!;
        switch (step.Deed)
        {
            case RunDeed.Wrote:
                return taking.TakeBack(w, new EntryId(step.Of!.Value), at) ? null : "it has left";
            case RunDeed.Noted:
                return discussing.RemoveByRule(w, new EntryId(step.Of!.Value), by, at)
                    ? null
                    : "it has been answered or changed";
            case RunDeed.Gave:
                return Drop(w, step, by, at);
            case RunDeed.Locked:
                if (!HoldingStore.RemoveLock(w.Session, step.Of!.Value))
                    return "it was lifted already";
                DocketMaking.Log(w, docket, by, at);
                return null;
            case RunDeed.HandedOver:
                return docket.Owner?.Value.ToString() != step.After
                    ? "it has been given to somebody else since"
                    : Change(
                        w,
                        docket,
                        t =>
                            t with
                            {
                                Owner = step.Before.Length == 0 ? null : who.Current.Find(new(Guid.Parse(step.Before))),
                            },
                        by,
                        at
                    );
            case RunDeed.Weighed:
                return StoredWords.Priorities.Of(docket.Priority) != step.After
                    ? "it has been changed since"
                    : Change(
                        w,
                        docket,
                        t => t with { Priority = StoredWords.Priorities.Parse(step.Before)!.Value },
                        by,
                        at
                    );
            case RunDeed.Filled:
                return Refill(w, docket, step, by, at);
            case RunDeed.Moved:
                return docket.Stage.Value.ToString() != step.After
                    ? "it has been moved since"
                    : moving.Move(w, docket, new StageId(Guid.Parse(step.Before)), "", by, at).Refusal;
            case RunDeed.Laid:
                return Drop(w, step, by, at);
            case RunDeed.Filed:
                return Remove(w, step, by, at);
            case RunDeed.Began:
                return Delete(w, step, by, at);
            case RunDeed.Used:
                return "remove what you do not want yourself";
            default:
                throw new ArgumentOutOfRangeException(nameof(step), step.Deed, "Unknown deed.");
        }
    }

    private string? Drop(Writing w, RunStep step, Person by, Instant at)
    {
        var id = new TaskId(step.Of!.Value);
        if (TaskStore.Find(w.Session, id) is not { } task || task.Progress.Over)
            return "it is over";
        if (task.Version.ToString(CultureInfo.InvariantCulture) != step.After)
            return "it has been changed since";
        return tasks
            .Change(w, id, null, by, at, before => before.After(before.Progress.Become(TaskState.Dropped), at))
            .Refusal;
    }

    private static string? Remove(Writing w, RunStep step, Person by, Instant at)
    {
        var id = new SheetId(step.Of!.Value);
        if (SheetStore.Find(w.Session, id) is not { Sheet.Removed: false } sheet)
            return "it is removed already";
        if (sheet.Version.ToString(CultureInfo.InvariantCulture) != step.After)
            return "it has been changed since";
        SheetMaking.Set(w, id, sheet.Version, sheet.Sheet.Name, removed: true, by, at);
        return null;
    }

    private static string? Delete(Writing w, RunStep step, Person by, Instant at)
    {
        var id = new DocketId(step.Of!.Value);
        if (DocketStore.Find(w.Session, id) is not { } docket || DocketTies.IsRemoved(w.Session, id))
            return "it is deleted already";
        if (!by.MaySee(docket.Place))
            return "you do not see it";
        if (MarkOf(w.Session, docket) != step.After || DocketTies.IsWorkedWith(w.Session, id))
            return "somebody has worked with it since";
        DocketMaking.Log(w, docket, by, at);
        DocketTies.Remove(w.Session, id, at);
        LogStore.Add(w.Session, at, by.Id, LogKind.Dockets, "undid a rule that began a docket", docket.Ref.ToString());
        return null;
    }

    private string? Refill(Writing w, Docket docket, RunStep step, Person by, Instant at)
    {
        var field = new FieldId(step.Of!.Value);
        var now = FieldStore.Of(w.Session, docket.Id).TryGetValue(field, out var held) ? held.Stored : "";
        if (now != step.After)
            return "it has been changed since";
        var kind = KindStore.Load(w.Session).Field(field)!;
        var (value, wrong) = FieldValues.Read(kind, step.Before, _ => true);
        return wrong
            ?? Change(
                w,
                docket,
                t => t with { Values = new Dictionary<FieldId, FieldValue?> { [field] = value } },
                by,
                at
            );
    }

    private string? Change(Writing w, Docket docket, Func<DocketTerms, DocketTerms> change, Person by, Instant at) =>
        dockets.Change(w, docket, change(TermsOf(w.Session, docket, p => who.Current.Find(p))), by, at).Refusal;
}
