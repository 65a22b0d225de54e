using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Flow.Rules;

/// <summary>
/// Notes what rules are to do, in the write in which it happened: what is noted is done once, whatever is started anew,
/// and what fails in the doing takes nothing with it.
/// </summary>
internal sealed class RuleWatching(FirmRules rules, FirmKinds kinds, WhoIsWho who, FirmClock clock)
    : IHandles<DocketMoved>,
        IHandles<EntryWritten>,
        IHandles<TaskChanged>,
        IHandles<AskStepped>,
        IHandles<DocketSet>,
        IHandles<StageEmptied>
{
    public void Handle(Writing w, DocketMoved happening)
    {
        if (happening.Move is { } move)
            Watch(
                w,
                move.Docket,
                new Happened.Moved(move.From, move.To, move.Number),
                happening.At,
                move.Depth,
                MoveStore.ChangedOf(w.Session, move.Number),
                by: move.Depth == 0 ? move.By : null
            );
    }

    public void Handle(Writing w, EntryWritten happening)
    {
        var (conversation, entry, _, _) = happening;
        if (
            entry.Kind is EntryKind.MessageIn
            && conversation is { Audience: Audience.Outside, Docket: { } docket, Party: { } party, Discussed: null }
        )
            Watch(
                w,
                docket.Id,
                new Happened.Wrote(party, entry.Automatic, who.Current.Firm!.Calendar.DateOf(entry.At)),
                entry.At
            );
    }

    public void Handle(Writing w, TaskChanged happening)
    {
        if (
            happening is { Before.State: not TaskState.Done, After: { State: TaskState.Done, Docket: { } docket } task }
            && !task.Private
        )
            Watch(w, docket.Id, new Happened.Done(task.Id, task.Title, happening.At), happening.At);
        else
            LateAlready(w, happening);
    }

    /// <summary>What is late for long by a due moment that was set just now is not found by looking ahead.</summary>
    private void LateAlready(Writing w, TaskChanged happening)
    {
        var (before, after, _, at) = happening;
        if (
            after is not { Due: { } due, Docket: { } docket, Private: false, Progress.Over: false }
            || due == before.Due
        )
            return;
        var calendar = who.Current.Firm!.Calendar;
        foreach (var rule in rules.Current.Of<Trigger.TaskLate>())
            if (rule.Trigger is Trigger.TaskLate { For: var time } && calendar.Add(due, time) <= at)
                Watch(w, docket.Id, new Happened.Late(after.Id, due, time), at, only: rule.Id);
    }

    public void Handle(Writing w, AskStepped happening)
    {
        if (
            happening is { Before.State: not AskState.Decided, After.State: AskState.Decided }
            && happening.Conversation.Docket is { } docket
        )
            Watch(w, docket.Id, new Happened.Decided(happening.Entry.Id), happening.Step.At);
    }

    /// <summary>A date that was set just now may be near already, or past.</summary>
    public void Handle(Writing w, DocketSet happening)
    {
        var near = rules.Current.Of<Trigger.Near>().ToList();
        if (near.Count == 0)
            return;
        var calendar = who.Current.Firm!.Calendar;
        var docket = happening.After;
        var set = MilestoneStore
            .Dates(w.Session, docket.Id)
            .Where(d => d.Set == happening.At)
            .Select(d => d.Name)
            .ToHashSet();
        foreach (var milestone in MilestoneStore.Of(w.Session, docket.Id).Where(m => set.Contains(m.Name)))
        foreach (var rule in near)
            if (
                rule.Trigger is Trigger.Near trigger
                && trigger.Milestone == milestone.Named
                && Firing.MomentOf(trigger, milestone.At, calendar) <= happening.At
                && milestone.At > happening.At
            )
                Watch(
                    w,
                    docket.Id,
                    new Happened.Near(trigger.Milestone, milestone.At, trigger.Offset),
                    happening.At,
                    only: rule.Id
                );
    }

    /// <summary>What named a stage that is gone names the one that its dockets went to.</summary>
    public void Handle(Writing w, StageEmptied happening)
    {
        HoldingStore.MoveStage(w.Session, happening.From, happening.To);
        foreach (var rule in RuleStore.All(w.Session))
            if (RuleRules.Emptied(rule, happening.From, happening.To) is var moved && !Same(moved, rule))
                RuleStore.Put(w.Session, moved);
        w.Log(RuleMaking.Changed(Guid.Empty, null, clock.Now));
    }

    private static bool Same(Rule one, Rule other) =>
        one.Trigger == other.Trigger && one.Steps.SequenceEqual(other.Steps);

    /// <summary>Notes what rules are to do because of something.</summary>
    /// <param name="depth">How many rules set one another off before the move that it is; 0 for everything else.</param>
    /// <param name="changed">What whoever set it off changed of what they will do.</param>
    /// <param name="only">The only rule that is asked; null for all.</param>
    /// <param name="by">Who set it off by hand; null where nobody did.</param>
    public void Watch(
        Writing w,
        DocketId id,
        Happened happened,
        Instant at,
        int depth = 0,
        IReadOnlyList<ChangedStep>? changed = null,
        RuleId? only = null,
        PersonId? by = null
    )
    {
        var book = rules.Current;
        if (
            !book.MayActOn(happened)
            || DocketStore.Find(w.Session, id) is not { } docket
            || !Firing.MayAny(book, happened, docket)
        )
            return;
        var acting = Firing.Of(
            book,
            happened,
            CircumstancesOf(w.Session, docket, at, happened.With),
            p => who.Current.Find(p)
        );
        if (acting.IsEmpty)
            return;
        var names = RuleNaming.Of(w.Session, kinds, who);
        bool Answered(Rule rule) => happened.OnceForAll && RuleStore.HasAnywhere(w.Session, rule.Id, happened.Key);
        var before = Firing.DepthOf(happened, depth, RuleStore.BegunAfter(w.Session, id));
        foreach (var rule in acting.Where(r => (only is null || r.Id == only) && !Answered(r)))
            RuleStore.Add(
                w.Session,
                new RuleRun(
                    Guid.CreateVersion7(),
                    rule.Id,
                    docket.Id,
                    happened.Key,
                    happened.With,
                    RuleWords.Of(rule.Trigger, names),
                    at,
                    before,
                    System.Collections.Immutable.ImmutableDictionary<int, string>.Empty,
                    [],
                    RunState.Waiting,
                    []
                )
                {
                    By = by,
                },
                (changed ?? []).Where(c => c.Rule == rule.Id.Value)
            );
    }

    /// <summary>How a docket stands, as far as rules ask.</summary>
    /// <param name="with">The party that it is about; null where it is about the docket.</param>
    public Circumstances CircumstancesOf(SqlSession session, Docket docket, Instant at, PartyId? with = null)
    {
        var outside = OutsideOf(session, docket.Id, with);
        return new(
            docket,
            outside?.Party,
            outside?.Queue,
            FieldStore.Of(session, docket.Id),
            who.Current.Firm!.Calendar.IsWorking(at)
        );
    }

    /// <summary>The conversation with a party of the docket; null for none.</summary>
    /// <param name="with">Which; null for the first of them.</param>
    public static Conversation? OutsideOf(SqlSession session, DocketId docket, PartyId? with = null) =>
        Firing.TalkOf(ConversationStore.OfDocket(session, docket), with);
}
