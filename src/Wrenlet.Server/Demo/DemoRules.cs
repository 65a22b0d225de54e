using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Flow.Rules;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Demo;

internal sealed record RuleTriggerFile(string Kind, string? Of, int? Minutes, bool? Ours);

internal sealed record RuleStepFile(
    string Kind,
    string? Of,
    string? Words,
    string? Via,
    string? Owner,
    int? DueIn,
    string? Priority,
    int? RemindEvery,
    string? Locks
);

internal sealed record RuleFile(
    string Name,
    string Maker,
    bool On,
    RuleTriggerFile When,
    ConditionForm[] OnlyIf,
    RuleStepFile[] Then,
    string? FiredIn
);

/// <summary>The rules of the demo's firm, one of which has fired, and the moves by which its dockets came where they are.</summary>
internal sealed class DemoRules(WriteQueue writes, WhoIsWho who, FirmKinds kinds, RuleWatching watching)
{
    public async Task Add(RuleFile[] files, Instant at)
    {
        await writes.Run(w =>
        {
            foreach (var file in files)
                RuleStore.Put(w.Session, Of(file, at));
            foreach (var docket in Dockets(w.Session))
                AddMoves(w, docket, at);
            w.Log(RuleMaking.Changed(Guid.Empty, null, at));
        });
        // What a rule does is done once it is known to be there.
        await writes.Run(w =>
        {
            foreach (var reference in files.Select(f => f.FiredIn).OfType<string>())
                if (
                    DocketStore.Find(w.Session, DocketRef.Parse(reference)!.Value) is { } docket
                    && MoveStore.LastOf(w.Session, docket.Id) is { } move
                )
                    watching.Watch(w, docket.Id, new Happened.Moved(move.From, move.To, move.Number), at);
        });
    }

    private static IEnumerable<Docket> Dockets(SqlSession session) =>
        DocketStore
            .Page(session, open: true, null, int.MaxValue)
            .Concat(DocketStore.Page(session, open: false, null, int.MaxValue));

    /// <summary>It went from stage to stage, at even distances since it was begun.</summary>
    private void AddMoves(Writing w, Docket docket, Instant until)
    {
        var kind = kinds.Current.Of(docket);
        var steps = kind.PositionOf(docket.Stage);
        var since = DocketStore.MadeAt(w.Session, docket.Id);
        var by = docket.Owner ?? Person("Odalys");
        for (var i = 1; i <= steps; i++)
        {
            var at = since + ((until - since) * i / (steps + 1));
            MoveStore.Add(
                w.Session,
                new KeptMove(
                    0,
                    docket.Id,
                    kind.Stages[i - 1].Id,
                    kind.Stages[i].Id,
                    by,
                    at,
                    at,
                    new EntryId(Guid.CreateVersion7()),
                    "",
                    0,
                    MoveState.Settled
                )
            );
        }
    }

    private Rule Of(RuleFile file, Instant at) =>
        new(
            new RuleId(DemoWords.Id("rule " + file.Name)),
            file.Name,
            Person(file.Maker),
            new TriggerForm(file.When.Kind, Named(file.When.Of), file.When.Minutes, file.When.Ours).Read()
                ?? throw new FormatException($"What the rule {file.Name} waits for cannot be read."),
            [
                .. file.OnlyIf.Select(c =>
                    c.Read() ?? throw new FormatException($"A condition of {file.Name} cannot be read.")
                ),
            ],
            [
                .. file.Then.Select(s =>
                    Step(s).Read() ?? throw new FormatException($"A step of {file.Name} cannot be read.")
                ),
            ],
            file.On,
            file.On ? at : null
        );

    private StepForm Step(RuleStepFile s) =>
        new(
            s.Kind,
            s.Kind == "message" ? DemoWords.Id("stock " + s.Of) : Named(s.Of),
            s.Words,
            s.Via,
            s.Owner switch
            {
                null => null,
                "docket owner" => "docket-owner",
                _ when s.Owner.StartsWith('@') => "crew",
                _ => "person",
            },
            s.Owner switch
            {
                null or "docket owner" => null,
                _ when s.Owner.StartsWith('@') => DemoWords.Id("crew " + s.Owner[1..]),
                _ => Person(s.Owner).Value,
            },
            s.DueIn,
            s.Priority,
            s.RemindEvery,
            Named(s.Locks)
        );

    /// <summary>A stage or milestone by its kind and name, such as "Job: Work".</summary>
    private Guid? Named(string? words)
    {
        if (words is null)
            return null;
        var (of, name) = (
            words[..words.IndexOf(": ", StringComparison.Ordinal)],
            words[(words.IndexOf(": ", StringComparison.Ordinal) + 2)..]
        );
        var kind = kinds.Current.All.First(k => k.Name == of);
        return kind.Stages.FirstOrDefault(s => s.Name == name)?.Id.Value
            ?? kind.Milestones.First(m => m.Name == name).Id.Value;
    }

    private PersonId Person(string first) => who.Current.Staff.First(p => p.FirstName == first).Id;
}
