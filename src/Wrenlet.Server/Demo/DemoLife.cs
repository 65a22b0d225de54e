using System.Collections.Immutable;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Demo;

/// <summary>
/// Does what the scenario's people do beside writing, through the same services as they would: signs and pins, answers,
/// notices, worklists and views, leave.
/// </summary>
internal sealed class DemoLife(
    WriteQueue writes,
    WhoIsWho who,
    Posting posting,
    Discussing discussing,
    Answering answering,
    Grouping grouping,
    Convening convening,
    Noticing noticing,
    TaskMaking making,
    TaskWaiting waiting,
    FirmKinds kinds,
    DemoWords words
)
{
    private static readonly LocalDateTimePattern Moment = LocalDateTimePattern.CreateWithInvariantCulture(
        "uuuu-MM-dd HH:mm"
    );

    /// <summary>Does all of it.</summary>
    /// <param name="life">What is done.</param>
    /// <param name="read">Reads a file of the scenario.</param>
    /// <exception cref="FormatException">Something names an entry, a task or a person that is not in the stories.</exception>
    public async Task Live(LifeFile life, Func<string, string> read)
    {
        foreach (var told in life.Answers)
            await Answer(told);
        foreach (var told in life.Signs)
            await discussing.Sign(await Entry(told.On), Of(told.By), told.Sign, given: true, At(told.At));
        foreach (var told in life.Edits)
            await discussing.Edit(await Entry(told.Of), 1, Of(told.By), told.Body, At(told.At));
        foreach (var told in life.Pins)
            await Pin(told);
        foreach (var told in life.Filings)
            await File(told);
        foreach (var told in life.Transcripts)
            Did(
                told.Of,
                (
                    await convening.TakeTranscript(
                        await Meeting(told.Of),
                        null,
                        read(told.File),
                        At(told.At),
                        At(told.At)
                    )
                ).Refusal
            );
        foreach (var told in life.Groups)
            await Gather(told);
        foreach (var told in life.Notices)
            await Post(told);
        foreach (var told in life.Thanks)
            Did(told.Words, await noticing.Thank(await ThanksOf(told), Of(told.By), At(told.At)));
        foreach (var told in life.Tasks)
            await Make(told);
        foreach (var told in life.Worklists)
            await List(told);
        await writes.Run(w =>
        {
            foreach (var told in life.Views)
                NamedViewStore.Put(
                    w.Session,
                    "tasks",
                    new(
                        DemoWords.Id("view " + told.Name),
                        Of(told.By).Id,
                        told.Name,
                        told.Shared,
                        told.Settings.GetRawText()
                    )
                );
            foreach (var told in life.Follows)
                LevelStore.Follow(w.Session, Of(told.By).Id, Docket(w.Session, told.Docket).Id, true);
            foreach (var told in life.Leaves)
                LeaveStore.Put(
                    w.Session,
                    new Leave(Of(told.By).Id, Day(told.First), Day(told.Last), Of(told.Cover).Id, "")
                );
        });
    }

    private async Task Answer(ToldAnswer told)
    {
        var entry = await Entry(told.To);
        var ask = await writes.Run(w => AskStore.OfEntries(w.Session, [EntryStore.Find(w.Session, entry)!.Key])[entry]);
        var by = Of(told.By);
        var reply = new Reply(told.Approves, [], told.Words ?? "");
        Did(
            told.To,
            (await answering.Take(ask.Id, by, null, new AskStep.Answered(by.Id, At(told.At), by.Id, reply))).Refusal
        );
    }

    private async Task Pin(ToldPins told)
    {
        List<EntryId> entries = [];
        foreach (var entry in told.Entries)
            entries.Add(await Entry(entry));
        var place = await writes.Run(w => EntryStore.Find(w.Session, entries[0])!.Conversation);
        Did(told.Docket, await discussing.Pin(place, Of(told.By), entries, At(told.At)));
    }

    private async Task File(ToldFiling told)
    {
        var entry = await Entry(told.Of);
        await writes.Run(w =>
            FilingStore.Put(
                w.Session,
                EntryStore.Find(w.Session, entry)!.Key,
                new Filing(
                    StoredWords.FilingKinds.Parse(told.Kind)!.Value,
                    told.Minutes,
                    told.Billable,
                    Of(told.By).Id
                ),
                At(told.At)
            )
        );
    }

    private async Task Gather(ToldGroup told)
    {
        var id = new ConversationId(DemoWords.Id("group " + told.Name));
        var made = await grouping.Begin(
            id,
            Audience.Group,
            Of(told.By),
            [.. told.With.Select(Of)],
            told.Name,
            told.Description,
            At(told.At)
        );
        Did(told.Name, made.Refusal);
        await Say(id, told.Says);
    }

    private async Task Post(ToldNotice told)
    {
        var (id, by, at) = (DemoWords.Id("notice " + told.Title), Of(told.By), At(told.At));
        var crews = told.Crews.Select(c => new CrewId(DemoWords.Id("crew " + c))).ToImmutableArray();
        var (refusal, _) = await noticing.Put(
            id,
            null,
            told.Title,
            words.Worded(told.Body),
            new Notice(by.Id, at, null, told.MustConfirm, crews),
            by,
            at
        );
        Did(told.Title, refusal);
        foreach (var person in told.Confirmed)
            await noticing.Confirm(id, Of(person), at + Duration.FromHours(1));
        await Say(await writes.Run(w => NoticeStore.Find(w.Session, id)!.Conversation), told.Comments);
    }

    private async Task Say(ConversationId place, ToldSaying[] says)
    {
        foreach (var said in says)
        {
            var posted = await posting.Post(
                new EntryId(Guid.CreateVersion7()),
                place,
                Of(said.By),
                new Saying(words.Worded(said.Body), false),
                At(said.At)
            );
            Did(said.Body, posted.Refusal?.Reason);
        }
    }

    private async Task<Thanks> ThanksOf(ToldThanks told) =>
        new(
            DemoWords.Id("thanks " + told.Words),
            Of(told.To).Id,
            Of(told.By).Id,
            await Entry(told.For),
            told.Kind,
            told.Words,
            At(told.At)
        );

    private async Task Make(ToldTask told)
    {
        var (by, at, id) = (Of(told.By), At(told.At), new TaskId(DemoWords.Id("task " + told.Title)));
        var docket = told.Docket is { } reference ? await writes.Run(w => Docket(w.Session, reference)) : null;
        var gate = told.Gate is { } stage
            ? kinds.Current.Of(docket!).Stages.First(s => s.Name == stage).Brief
            : (StageBrief?)null;
        var made = await making.Make(
            new WorkTask(
                0,
                id,
                told.Title,
                docket?.Brief,
                null,
                by.Id,
                at,
                TaskState.NeedsAction,
                null,
                CompletionRule.Any,
                Priority.Normal,
                told.Start is { } start ? At(start) : null,
                At(told.Due),
                told.Repeats,
                Duration.FromMinutes(told.Minutes),
                gate,
                null,
                1,
                [new OwnerShare(new TaskOwner.OfPerson(Of(told.Owner).Id), false)],
                docket?.Sight ?? DocketSight.Open
            )
            {
                Notes = told.Notes ?? "",
            },
            by
        );
        Did(told.Title, made.Refusal);
        if (told.Parts is { } parts)
            await making.AddParts(id, [.. parts.Select(p => (0, false, TaskLine.AsItStands(p)))], by, at);
        List<TaskId> blockers = [];
        foreach (var title in told.WaitsFor ?? [])
            blockers.Add(await TaskOf(title));
        if (blockers.Count > 0)
            Did(told.Title, (await making.Block(id, blockers, by, at)).Refusal);
        if (told.Comes is { } comes)
        {
            var wait = new WaitBody(comes.What, comes.ToldBy, At(comes.By).ToDateTimeOffset());
            Did(told.Title, (await waiting.Put(id, DemoWords.Id("wait " + told.Title), wait, by, at)).Refusal);
        }

        foreach (var person in told.FollowedBy ?? [])
            await making.Watch(id, Of(person), true, at);
    }

    private async Task List(ToldWorklist told)
    {
        var columns = told
            .Columns.Select(c => new WorklistColumn(
                DemoWords.Id($"column {told.Name} {c.Name}"),
                c.Name,
                c.Most,
                c.Finishes
            ))
            .ToImmutableArray();
        var id = DemoWords.Id("worklist " + told.Name);
        await writes.Run(w =>
        {
            var docket = told.Docket is { } reference ? Docket(w.Session, reference) : null;
            WorklistStore.Put(
                w.Session,
                new Worklist(
                    id,
                    told.Name,
                    null,
                    told.Crew is { } crew ? new CrewId(DemoWords.Id("crew " + crew)) : null,
                    docket is null ? null : (docket.Id, docket.Ref, docket.Sight),
                    0,
                    columns
                ),
                0
            );
        });
        foreach (var (name, titles) in told.Tasks)
        foreach (var (position, title) in titles.Index())
        {
            var (task, column) = (await TaskOf(title), columns.First(c => c.Name == name).Id);
            Did(
                title,
                (
                    await making.Change(
                        task,
                        null,
                        Of(told.By),
                        At("2026-04-13 17:10"),
                        t => t with { Worklist = (id, column), Position = position + 1 }
                    )
                ).Refusal
            );
        }
    }

    private Person Of(string name) =>
        who.Current.Find(new PersonId(DemoWords.Id(name))) ?? throw new FormatException($"There is no {name}.");

    private Instant At(string local) =>
        who.Current.Firm!.Calendar.FirstMoment(Moment.Parse(local).Value.PlusDays(words.Days));

    private LocalDate Day(string date) => LocalDatePattern.Iso.Parse(date).Value.PlusDays(words.Days);

    private static Docket Docket(SqlSession session, string reference) =>
        DocketStore.Find(session, DocketRef.Parse(reference)!.Value)!;

    private Task<EntryId> Entry(string begins) =>
        writes.Run(w =>
            First(w.Session, "SELECT uid FROM entry WHERE substr(body, 1, length($words)) = $words", begins) is { } id
                ? new EntryId(id)
                : throw new FormatException($"Nothing begins with “{begins}”.")
        );

    private Task<TaskId> TaskOf(string title) =>
        writes.Run(w =>
            First(w.Session, "SELECT uid FROM task WHERE title = $words", title) is { } id
                ? new TaskId(id)
                : throw new FormatException($"There is no task “{title}”.")
        );

    private Task<MeetingId> Meeting(string title) =>
        writes.Run(w =>
            First(w.Session, "SELECT uid FROM meeting WHERE title = $words", title) is { } id
                ? new MeetingId(id)
                : throw new FormatException($"There is no meeting “{title}”.")
        );

    private static Guid? First(SqlSession session, string sql, string of) =>
        session.All(sql + " LIMIT 1", r => new Guid(r.GetFieldValue<byte[]>(0), bigEndian: true), ("words", of))
            is [var id]
            ? id
            : null;

    /// <summary>What the scenario does has to be possible: else the scenario is wrong.</summary>
    private static void Did(string what, string? refusal)
    {
        if (refusal is not null)
            throw new FormatException($"{what}: {refusal}");
    }
}
