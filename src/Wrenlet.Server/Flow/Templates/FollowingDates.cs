using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Templates;

/// <summary>
/// Moves dates that follow a milestone or a stage when that gets another date or is entered, and keeps templates right
/// when a stage is retired.
/// </summary>
internal sealed class FollowingDates(TaskMaking tasks, WhoIsWho who, FirmKinds kinds)
    : IHandles<DocketSet>,
        IHandles<DocketMoved>,
        IHandles<StageEmptied>
{
    /// <summary>Milestones may have other dates.</summary>
    public void Handle(Writing w, DocketSet happening) =>
        Follow(w, happening.After, d => d.From is DateOrigin.OfMilestone, happening.By, happening.At);

    /// <summary>A stage may be entered for the first time.</summary>
    public void Handle(Writing w, DocketMoved happening)
    {
        if (DocketStore.Find(w.Session, happening.Docket.Id) is { } docket && docket.Stage != happening.Docket.Stage)
            Follow(w, docket, d => d.From is DateOrigin.OfStage, happening.By, happening.At);
    }

    /// <summary>What was counted from the stage is counted from the one that its dockets went to.</summary>
    public void Handle(Writing w, StageEmptied happening) =>
        TemplateStore.MoveStage(w.Session, happening.From, happening.To);

    /// <summary>Titles of tasks that get a date when a docket enters a stage, as far as a viewer sees them.</summary>
    public static IReadOnlyList<string> GivenBy(
        SqlSession session,
        Docket docket,
        Kind kind,
        StageId stage,
        Person viewer
    ) =>
        [
            .. FollowingStore
                .Of(session, docket.Id)
                .Where(f =>
                    f is { Given: null, Date.From: DateOrigin.OfStage of }
                    && kind.PositionOf(of.Stage) <= kind.PositionOf(stage)
                )
                .Select(f => TaskStore.Find(session, f.Task))
                .OfType<WorkTask>()
                .Where(t => !t.Progress.Over && viewer.MaySee(t.Place, Thing.Working))
                .Select(t => t.Title)
                .Distinct(),
        ];

    private void Follow(Writing w, Docket docket, Func<TemplateDate, bool> which, Person by, Instant at)
    {
        var following = FollowingStore.Of(w.Session, docket.Id).Where(f => which(f.Date)).ToList();
        if (following.Count == 0)
            return;
        var calendar = who.Current.Firm!.Calendar;
        var place = new LayingPlace(
            at,
            by.Id,
            docket.Owner,
            docket.Stage,
            MilestoneStore
                .Of(w.Session, docket.Id)
                .Where(m => m.Named is not null)
                .ToDictionary(m => m.Named!.Value, m => m.At),
            _ => true
        );
        foreach (var date in following)
        {
            // A stage that was entered once has given its date.
            if (date is { Date.From: DateOrigin.OfStage, Given: not null })
                continue;
            var origin = Laying.MomentOf(date.Date.From, kinds.Current.Of(docket), place);
            if (
                TaskStore.Find(w.Session, date.Task) is not { } task
                || date.Follow(task, origin, calendar) is not { } moved
            )
                continue;
            var outcome = tasks.Change(
                w,
                task.Id,
                null,
                by,
                at,
                before => date.Starts ? before with { Start = moved.Start } : before with { Due = moved.Due }
            );
            if (outcome.Refusal is null)
                FollowingStore.Add(w.Session, date with { Given = date.Starts ? moved.Start : moved.Due });
        }
    }
}
