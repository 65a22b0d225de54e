using System.Globalization;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Flow.Templates;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Rules;

/// <summary>One run of a rule while it is done.</summary>
/// <param name="Maker">Who made the rule, with whose sight it acts.</param>
internal sealed record Doing(Writing W, Rule Rule, RuleRun Run, Person Maker, Instant At)
{
    /// <summary>The docket as it is now: an earlier step may have changed it.</summary>
    public Docket Docket => DocketStore.Find(W.Session, Run.Docket)!;
}

/// <summary>Does the steps of rules, each within the write of its run, and says what it did.</summary>
internal sealed class RuleSteps(
    WhoIsWho who,
    FirmKinds kinds,
    Posting posting,
    TaskMaking tasks,
    DocketMaking dockets,
    DocketMoving moving,
    TemplateUse templates
)
{
    /// <summary>Does one step.</summary>
    /// <param name="number">Its number, from 0.</param>
    /// <returns>What it did; more than one thing where it made several.</returns>
    public IEnumerable<RunStep> Do(Doing doing, RuleStep step, int number) =>
        step switch
        {
            RuleStep.Message s => [Message(doing, s, number)],
            RuleStep.Note s => [Note(doing, s, number)],
            RuleStep.Ask s => [Ask(doing, s, number)],
            RuleStep.Give s => Give(doing, s),
            RuleStep.Use s => Use(doing, s),
            RuleStep.Begin s => Begin(doing, s),
            RuleStep.HandOver s => [HandOver(doing, s)],
            RuleStep.Move s => [Move(doing, s)],
            RuleStep.SetPriority s => [SetPriority(doing, s)],
            RuleStep.SetField s => [SetField(doing, s)],
            _ => throw new ArgumentOutOfRangeException(nameof(step)),
        };

    private static RunStep Left(string why) => new(RunDeed.Left, why);

    private RunStep Message(Doing doing, RuleStep.Message step, int number)
    {
        var s = doing.W.Session;
        if (StockStore.Find(s, step.Stock) is not { } stock)
            return Left("the stock reply that it sends is gone.");
        if (RuleWatching.OutsideOf(s, doing.Docket.Id, doing.Run.With) is not { } talk)
            return Left($"“{stock.Name}” could not be sent, since nobody outside belongs to this docket.");
        var filled = StockFilling.Fill(s, stock, talk, doing.Maker, kinds.Current, who.Current);
        var body = doing.Run.Texts.GetValueOrDefault(number) ?? filled.Body;
        var entry = new EntryId(Guid.CreateVersion7());
        var posted = posting.Post(
            doing.W,
            entry,
            talk.Id,
            WriterOf(doing, number),
            new Saying(body, Via: step.Via, ByRule: true),
            EntryText.FromMarkdown(body),
            doing.At
        );
        if (posted.Entry is null)
        {
            KeepDraft(doing, talk, body);
            return Left($"“{stock.Name}” was not sent, and is kept as your draft. {posted.Refusal?.Reason}");
        }

        return new(RunDeed.Wrote, $"wrote “{stock.Name}” to {NameOf(talk)}", entry.Value);
    }

    /// <summary>What the rule says is its maker's; what somebody wrote in place of it is theirs.</summary>
    private Person WriterOf(Doing doing, int step) =>
        doing.Run.Texts.ContainsKey(step) && who.Current.Find(doing.Run.By) is { IsStaff: true } mover
            ? mover
            : doing.Maker;

    /// <summary>What cannot be sent is the maker's to look at, unless they are writing something there themselves.</summary>
    private static void KeepDraft(Doing doing, Conversation talk, string body)
    {
        if (DraftStore.Of(doing.W.Session, doing.Maker.Id).Any(d => d.Conversation == talk.Id))
            return;
        var doc = EditorDocument.OfText(body);
        DraftStore.Keep(doing.W.Session, doing.Maker.Id, talk.Key, doc, doing.At);
    }

    private RunStep Note(Doing doing, RuleStep.Note step, int number)
    {
        var s = doing.W.Session;
        var inside = DocketTalks.Inside(s, doing.Docket.Id);
        var words = doing.Run.Texts.GetValueOrDefault(number) ?? step.Words;
        var stock = new StockReply(Guid.Empty, null, "", words, 1);
        var talk = RuleWatching.OutsideOf(s, doing.Docket.Id, doing.Run.With) ?? inside;
        var body = StockFilling.Fill(s, stock, talk, doing.Maker, kinds.Current, who.Current).Body;
        var entry = new EntryId(Guid.CreateVersion7());
        var posted = posting.Post(
            doing.W,
            entry,
            inside.Id,
            WriterOf(doing, number),
            new Saying(body, ByRule: true),
            EntryText.FromMarkdown(body),
            doing.At
        );
        return posted.Entry is null
            ? Left($"the note could not be left. {posted.Refusal?.Reason}")
            : new(RunDeed.Noted, "left a note", entry.Value);
    }

    /// <summary>An ask inside; undoing its note withdraws it.</summary>
    private RunStep Ask(Doing doing, RuleStep.Ask step, int number)
    {
        if (OwnerOf(step.Whom, doing) is not { } whom)
            return Left("nobody owns the docket, so nobody was asked.");
        var inside = DocketTalks.Inside(doing.W.Session, doing.Docket.Id);
        var body = doing.Run.Texts.GetValueOrDefault(number) ?? StockFilled(doing, step.Words);
        var entry = new EntryId(Guid.CreateVersion7());
        var asked = new NewAsk(
            Guid.CreateVersion7(),
            StoredWords.AskKinds.Of(step.Kind),
            [
                whom is TaskOwner.OfPerson p
                    ? new("person", p.Person.Value)
                    : new("crew", ((TaskOwner.OfCrew)whom).Crew.Value),
            ],
            Due: DueIn(step.DueIn, doing.At)?.ToDateTimeOffset()
        );
        var posted = posting.Post(
            doing.W,
            entry,
            inside.Id,
            WriterOf(doing, number),
            new Saying(body, ByRule: true, Brings: [new BroughtAsk(asked)]),
            EntryText.FromMarkdown(body),
            doing.At
        );
        return posted.Entry is null
            ? Left($"nobody could be asked. {posted.Refusal?.Reason}")
            : new(RunDeed.Noted, $"asked {NameOf(whom)}", entry.Value);
    }

    /// <summary>Whom a step means here; null for nobody.</summary>
    private static TaskOwner? OwnerOf(TemplateOwner? owner, Doing doing) =>
        owner switch
        {
            TemplateOwner.OfPerson o => new TaskOwner.OfPerson(o.Person),
            TemplateOwner.OfCrew o => new TaskOwner.OfCrew(o.Crew),
            TemplateOwner.DocketOwner => doing.Docket.Owner is { } o ? new TaskOwner.OfPerson(o) : null,
            TemplateOwner.User => new TaskOwner.OfPerson(doing.Maker.Id),
            _ => null,
        };

    /// <summary>The end of the day so many working days on; null for no date.</summary>
    private Instant? DueIn(int? days, Instant at)
    {
        var calendar = who.Current.Firm!.Calendar;
        var today = calendar.DateOf(at);
        return days is { } n
            ? calendar.ClosingOf(n == 0 ? calendar.WorkingDayFrom(today) : calendar.AddWorkingDays(today, n))
            : null;
    }

    private IEnumerable<RunStep> Give(Doing doing, RuleStep.Give step)
    {
        var docket = doing.Docket;
        var owner = OwnerOf(step.Owner, doing);
        if (
            owner is TaskOwner.OfPerson { Person: var person }
            && who.Current.Find(person) is var found
            && found?.MaySee(docket.Place) != true
        )
            return
            [
                Left(
                    $"{found?.Name ?? "Somebody who is gone"} does not see this docket, so “{step.Title}” was not given."
                ),
            ];
        var title = StockFilled(doing, step.Title);
        var task = new WorkTask(
            0,
            new TaskId(Guid.CreateVersion7()),
            title,
            docket.Brief,
            null,
            doing.Maker.Id,
            doing.At,
            TaskState.NeedsAction,
            null,
            CompletionRule.Any,
            step.Priority,
            null,
            DueIn(step.DueIn, doing.At),
            null,
            null,
            null,
            null,
            1,
            owner is null ? [] : [new OwnerShare(owner, false)],
            docket.Sight
        )
        {
            RemindAgain = step.RemindEvery,
        };
        if (Owning.RefusesGiving(doing.Maker, [], task.Owners) is { } not)
            return [Left(not)];
        if (tasks.Make(doing.W, task, doing.Maker).Refusal is { } refusal)
            return [Left(refusal)];
        var given = new RunStep(
            RunDeed.Gave,
            owner is null ? $"added the task “{title}”" : $"gave {NameOf(owner)} the task “{title}”",
            task.Id.Value,
            After: "1"
        );
        if (step.Locks is not { } stage)
            return [given];
        if (kinds.Current.Of(docket).Find(stage) is not { Retired: false } locked)
            return [given, Left("this docket has no such stage, so nothing was locked.")];
        var held = new StageLock(Guid.CreateVersion7(), stage, task.Id, title, doing.Maker.Id, doing.At);
        HoldingStore.Add(doing.W.Session, docket.Id, held);
        DocketMaking.Log(doing.W, docket, doing.Maker, doing.At);
        return [given, new(RunDeed.Locked, $"locked {locked.Name} until it is done", held.Id)];
    }

    private string StockFilled(Doing doing, string words)
    {
        var s = doing.W.Session;
        var talk = RuleWatching.OutsideOf(s, doing.Docket.Id, doing.Run.With) ?? DocketTalks.Inside(s, doing.Docket.Id);
        return StockFilling
            .Fill(s, new StockReply(Guid.Empty, null, "", words, 1), talk, doing.Maker, kinds.Current, who.Current)
            .Body;
    }

    private IEnumerable<RunStep> Use(Doing doing, RuleStep.Use step)
    {
        var docket = doing.Docket;
        if (TemplateStore.Find(doing.W.Session, step.Template) is not { Retired: false } template)
            return [Left("the template that it uses is gone.")];
        if (template.Kind != docket.Kind)
            return [Left($"the template {template.Name} is for another kind of docket.")];
        var made = LayOut(doing, template, docket);
        return [new(RunDeed.Used, $"made what the template {template.Name} holds"), .. Parts(doing, made)];
    }

    private MadeOfTemplate LayOut(Doing doing, Template template, Docket docket)
    {
        var laid = templates.LayOut(doing.W.Session, template, docket, doing.Maker, doing.At);
        return templates.Apply(doing.W, template, docket, Wanted.Of(laid), doing.Maker, doing.At);
    }

    /// <summary>Each thing that was made of a template, so that each can be undone.</summary>
    private static IEnumerable<RunStep> Parts(Doing doing, MadeOfTemplate made) =>
        [
            .. made.Tasks.Select(t => new RunStep(
                RunDeed.Laid,
                $"added the task “{t.Title}”",
                t.Id.Value,
                After: Text(TaskStore.Find(doing.W.Session, t.Id)!.Version)
            )),
            .. made.Sheets.Select(t => new RunStep(
                RunDeed.Filed,
                $"added the sheet “{t.Name}”",
                t.Id.Value,
                After: Text(SheetStore.Find(doing.W.Session, t.Id)!.Version)
            )),
        ];

    /// <summary>Another docket; undoing it deletes the docket with all that was made in it.</summary>
    private IEnumerable<RunStep> Begin(Doing doing, RuleStep.Begin step)
    {
        var (s, from) = (doing.W.Session, doing.Docket);
        if (
            TemplateStore.Find(s, step.Template) is not { Retired: false } template
            || kinds.Current.Find(template.Kind) is not { } kind
        )
            return [Left("the template that it begins a docket from is gone.")];
        var subject = StockFilled(doing, step.Subject).ReplaceLineEndings(" ").Trim();
        if (DocketRules.WrongSubject(subject) is { } wrong)
            return [Left($"no docket was begun, since its subject would be empty. {wrong}")];
        var talk = step.WithParty ? RuleWatching.OutsideOf(s, from.Id, doing.Run.With) : null;
        var terms = new NewDocketTerms(
            new DocketId(Guid.CreateVersion7()),
            kind.Id,
            Short(subject),
            from.Site,
            from.Owner ?? doing.Maker.Id
        )
        {
            Sight = from.Sight,
        };
        var begun = dockets.Make(doing.W, terms, talk?.Party, talk?.Queue, doing.Maker, doing.At).Outcome.Docket!;
        RuleStore.AddBegun(s, begun.Id, doing.Run.Depth + 1);
        LayOut(doing, template, begun);
        EventLines.Add(
            doing.W,
            DocketTalks.Inside(s, begun.Id),
            null,
            doing.At,
            $"The rule “{doing.Rule.Name}” began this from #{from.Ref} ({doing.Run.Because})"
        );
        return
        [
            new(
                RunDeed.Began,
                $"began the {kind.Name} #{begun.Ref}",
                begun.Id.Value,
                After: RuleUndoing.MarkOf(s, begun)
            ),
        ];
    }

    private static string Short(string subject) =>
        subject.Length <= DocketRules.LongestSubject ? subject : subject[..DocketRules.LongestSubject];

    private static string Text(int version) => version.ToString(CultureInfo.InvariantCulture);

    private RunStep HandOver(Doing doing, RuleStep.HandOver step)
    {
        var docket = doing.Docket;
        if (who.Current.Find(step.To) is not { IsStaff: true } to)
            return Left("whoever is to have the docket is gone.");
        if (docket.Owner == to.Id)
            return new(
                RunDeed.HandedOver,
                $"left the docket with {to.FirstName}",
                Before: Text(to.Id),
                After: Text(to.Id)
            );
        return Changed(doing, t => t with { Owner = to })
            ?? new RunStep(
                RunDeed.HandedOver,
                $"gave the docket to {to.FirstName}",
                Before: docket.Owner is { } before ? Text(before) : "",
                After: Text(to.Id)
            );
    }

    private RunStep Move(Doing doing, RuleStep.Move step)
    {
        var docket = doing.Docket;
        var kind = kinds.Current.Of(docket);
        if (kind.PositionOf(step.Stage) < 0)
            return Left("this docket has no such stage, so it was not moved.");
        var outcome = moving.Move(
            doing.W,
            docket,
            step.Stage,
            "",
            doing.Maker,
            doing.At,
            doing.Run.Depth + 1,
            doing.Rule.Name
        );
        return outcome.Refusal is { } refusal
            ? Left(refusal)
            : new(
                RunDeed.Moved,
                $"moved it to {kind.Find(step.Stage)!.Name}",
                Before: docket.Stage.Value.ToString(),
                After: step.Stage.Value.ToString()
            );
    }

    private RunStep SetPriority(Doing doing, RuleStep.SetPriority step)
    {
        var before = doing.Docket.Priority;
        return Changed(doing, t => t with { Priority = step.Priority })
            ?? new RunStep(
                RunDeed.Weighed,
                $"set the priority to {StoredWords.Priorities.Of(step.Priority)}",
                Before: StoredWords.Priorities.Of(before),
                After: StoredWords.Priorities.Of(step.Priority)
            );
    }

    private RunStep SetField(Doing doing, RuleStep.SetField step)
    {
        var docket = doing.Docket;
        if (kinds.Current.Of(docket).Fields.FirstOrDefault(f => f.Id == step.Field) is not { Retired: false } field)
            return Left("this docket has no such field.");
        var (value, wrong) = FieldValues.Read(
            field,
            step.Stored,
            p => who.Current.Find(new PersonId(p)) is { IsStaff: true }
        );
        if (wrong is not null)
            return Left(wrong);
        var before = FieldStore.Of(doing.W.Session, docket.Id);
        return Changed(doing, t => t with { Values = new Dictionary<FieldId, FieldValue?> { [field.Id] = value } })
            ?? new RunStep(
                RunDeed.Filled,
                value is null ? $"emptied {field.Name}" : $"filled in {field.Name}",
                field.Id.Value,
                before.TryGetValue(field.Id, out var was) ? was.Stored : "",
                value?.Stored ?? ""
            );
    }

    /// <summary>Changes what the docket is; returns why not, null where it was.</summary>
    private RunStep? Changed(Doing doing, Func<DocketTerms, DocketTerms> change)
    {
        var docket = doing.Docket;
        var terms = change(RuleUndoing.TermsOf(doing.W.Session, docket, p => who.Current.Find(p)));
        return dockets.Change(doing.W, docket, terms, doing.Maker, doing.At).Refusal is { } refusal
            ? Left(refusal)
            : null;
    }

    private string NameOf(Conversation talk) =>
        who.Current.Parties.GetValueOrDefault(talk.Party!.Value)?.Name ?? "the customer";

    private string NameOf(TaskOwner owner) =>
        owner switch
        {
            TaskOwner.OfPerson o => who.Current.Find(o.Person)?.FirstName ?? "somebody",
            TaskOwner.OfCrew o => who.Current.Crews.GetValueOrDefault(o.Crew)?.Name ?? "a crew",
            _ => throw new ArgumentOutOfRangeException(nameof(owner)),
        };

    private static string Text(PersonId person) => person.Value.ToString();
}
