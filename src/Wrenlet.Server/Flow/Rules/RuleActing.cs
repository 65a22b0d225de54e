using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using DueWork = Wrenlet.Server.Happenings.DueWork;

namespace Wrenlet.Server.Flow.Rules;

/// <summary>A rule could not do all that it was to do: its maker is told.</summary>
/// <param name="Line">The line inside that says so.</param>
/// <param name="Maker">Who made the rule.</param>
/// <param name="Words">What was left, and why.</param>
public sealed record RuleHeldBack(Conversation Inside, Entry Line, PersonId Maker, string Words, Instant At)
    : IHappening;

/// <summary>
/// Does what rules are to do, each run in a write of its own together with the note that it was done: started anew in the
/// middle, it is done once.
/// </summary>
internal sealed class RuleActing(
    Database database,
    WriteQueue writes,
    WhoIsWho who,
    FirmClock clock,
    RuleWatching watching,
    RuleSteps steps,
    Dispatcher happenings
) : IDueWork
{
    private const int MostAtOnce = 200;

    /// <inheritdoc/>
    public bool Soon => true;

    /// <inheritdoc/>
    public IEnumerable<DueWork> Due(Instant now) =>
        database
            .Read(s => RuleStore.Due(s, now, MostAtOnce))
            .Select(run => new DueWork(
                "What a rule does",
                run.Id.ToString(),
                $"run {run.Id:N}",
                database.Read(s => RuleStore.Find(s, run.Rule))?.Maker,
                () => writes.Run(w => Act(w, run.Id, clock.Now))
            ));

    private void Act(Writing w, Guid id, Instant at)
    {
        // Read anew within the write: it may have been done, or the rule switched off, meanwhile.
        if (RuleStore.Run(w.Session, id) is not { State: RunState.Waiting } run)
            return;
        var rule = RuleStore.Find(w.Session, run.Rule)!;
        var docket = DocketStore.Find(w.Session, run.Docket);
        if (docket is null || Stops(w.Session, rule, docket, run, at) is { } stops)
        {
            Write(w, run with { State = RunState.Stopped, At = at, Done = [] }, at);
            return;
        }

        if (run.Depth >= Firing.Deepest)
        {
            var words = $"The rule “{rule.Name}” did nothing: rules have set one another off {run.Depth} times.";
            var step = new RunStep(RunDeed.Left, "rules have set one another off too often");
            Write(w, run with { State = RunState.Stopped, At = at, Done = [step] }, at);
            HoldBack(w, docket, rule, words, at);
            return;
        }

        var maker = who.Current.Find(rule.Maker)!;
        var doing = new Doing(w, rule, run, maker, at);
        var done = ImmutableArray.CreateBuilder<RunStep>();
        for (var i = 0; i < rule.Steps.Length; i++)
            if (!run.Left.Contains(i))
                done.AddRange(steps.Do(doing, rule.Steps[i], i));
        Write(w, run with { State = RunState.Done, At = at, Done = done.ToImmutable() }, at);
        Tell(w, docket.Id, rule, run, done, at);
    }

    private string? Stops(SqlSession session, Rule rule, Docket docket, RuleRun run, Instant at) =>
        !rule.On ? "off"
        : !docket.Open ? "closed"
        : !Firing.MayAct(rule, watching.CircumstancesOf(session, docket, at), who.Current.Find(rule.Maker)) ? "maker"
        : null;

    private static void Write(Writing w, RuleRun run, Instant at)
    {
        RuleStore.Set(w.Session, run);
        w.Log(RuleMaking.Ran(run.Rule.Value, null, at));
    }

    /// <summary>One line inside says what was done and by which rule; what was left is told to the rule's maker.</summary>
    private void Tell(Writing w, DocketId docket, Rule rule, RuleRun run, IReadOnlyCollection<RunStep> done, Instant at)
    {
        var did = done.Where(d => d.Deed.IsTold()).Select(d => d.Words).ToList();
        var inside = DocketTalks.Inside(w.Session, docket);
        if (did.Count > 0)
            EventLines.Add(w, inside, null, at, $"The rule “{rule.Name}” ({run.Because}): {Names.List(did)}");
        foreach (var left in done.Where(d => d.Deed is RunDeed.Left))
            HoldBack(
                w,
                DocketStore.Find(w.Session, docket)!,
                rule,
                $"The rule “{rule.Name}” could not do this: {left.Words}",
                at
            );
    }

    private void HoldBack(Writing w, Docket docket, Rule rule, string words, Instant at)
    {
        var inside = DocketTalks.Inside(w.Session, docket.Id);
        var line = EventLines.Add(w, inside, null, at, words);
        happenings.Say(w, new RuleHeldBack(inside, line, rule.Maker, words, at));
    }
}
