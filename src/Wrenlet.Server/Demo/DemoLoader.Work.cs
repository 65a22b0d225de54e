using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using MimeKit;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Sheets;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Reports;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Demo;

/// <summary>What is asked, met about, drawn and promised in the scenario.</summary>
internal sealed partial class DemoLoader
{
    /// <summary>Makes a sheet, gives it a revision, or lets a party see it.</summary>
    private async Task Draw(Story story, ToldSheet told, Instant at)
    {
        var (id, by) = (
            new SheetId(DemoWords.Id($"sheet {story.Ref} {told.Name}")),
            who.Current.Find(new PersonId(DemoWords.Id(told.By)))!
        );
        var there = await writes.Run(w => SheetStore.Find(w.Session, id));
        if (told.Words.StartsWith("for ", StringComparison.Ordinal))
        {
            Done(
                await sheets.Share(
                    id,
                    new PartyId(DemoWords.Id("party " + told.Words[4..])),
                    there!.Sheet.Revision,
                    false,
                    by,
                    at
                )
            );
            return;
        }

        var path = Path.Combine(settings.DemoFolder, "sheets", told.File);
        var kind = Path.GetExtension(path) switch
        {
            ".md" => SheetKind.Page,
            ".csv" => SheetKind.Table,
            _ => SheetKind.Drawing,
        };
        var file =
            kind is SheetKind.Drawing
                ? keeper.Keep(
                    DemoWords.Id($"file {told.File}"),
                    File.ReadAllBytes(path),
                    told.File,
                    "image/svg+xml",
                    by.Id,
                    at
                )
                : null;
        if (file is not null)
            await writes.Run(w => FileStore.Add(w.Session, file));
        var (body, wrong) = sheets.Read(
            kind,
            new SheetBody(kind is SheetKind.Drawing ? null : _words.Worded(File.ReadAllText(path)), File: file?.Id),
            by
        );
        if (body is null)
            throw new FormatException($"{told.File}: {wrong}");
        Done(
            there is null
                ? await sheets.Make(id, story.Ref!.Value.ToString(), kind, told.Name, body, [], by, at)
                : await sheets.Revise(id, there.Sheet.Revision + 1, body, told.Words, by, at)
        );

        void Done(SheetOutcome outcome)
        {
            if (outcome.Sheet is null || outcome.Refusal is not null)
                throw new FormatException($"{story.Ref}, {told.Name}: {outcome.Refusal ?? "it is not seen"}");
        }
    }

    private NewAsk Asked(ToldAsk ask) =>
        new(
            Guid.CreateVersion7(),
            ask.Kind,
            [.. ask.Of.Select(n => new AskeeChoice("person", DemoWords.Id(n)))],
            ask.Rule,
            Due: ask.Due is { } due ? Moved(due).ToDateTimeOffset() : null,
            Options: ask.Options
        );

    private NewMeeting Met(ToldMeeting meeting) =>
        new(
            Guid.CreateVersion7(),
            meeting.Title,
            Moved(meeting.At).ToDateTimeOffset(),
            meeting.Minutes,
            [.. meeting.With.Select(n => DemoWords.Id(n))],
            meeting.Where,
            meeting.Where is null
        );

    /// <summary>Work takes a little longer than people think, and sometimes much.</summary>
    private Duration Took(Duration estimate)
    {
        var luck = _luck.NextDouble() + _luck.NextDouble() + _luck.NextDouble() - 1.5;
        return Duration.FromMinutes(
            Math.Max(5, Math.Round(estimate.TotalMinutes * Math.Exp(0.08 + (0.7 * luck)) / 5) * 5)
        );
    }

    private async Task Promise(Story story, PromisedTask promised, Entry source, Person by, Instant at)
    {
        var docket = await DocketOf(story);
        var owners = promised
            .Owners.Where(n => n.Length > 0)
            .Select(n => who.Current.Find(new PersonId(DemoWords.Id(n))))
            .OfType<Person>()
            .ToList();
        if (owners.Count == 0)
            owners.Add(who.Current.Find(new PersonId(DemoWords.Id("Wilhelmina Achterberg")))!);
        var gate = promised.Gate is { } g
            ? kinds.Current.KindOf(story.Ref!.Value).Stages.First(s => s.Name == g).Brief
            : (StageBrief?)null;
        var id = new TaskId(Guid.CreateVersion7());
        await making.Make(
            new WorkTask(
                0,
                id,
                promised.Title,
                docket,
                new TaskSource(source.Id, source.Key, source.Conversation),
                by.Id,
                at,
                TaskState.NeedsAction,
                null,
                CompletionRule.Any,
                promised.Priority,
                null,
                promised.Due is { } due ? Moved(due) : null,
                null,
                promised.Minutes is { } m ? Duration.FromMinutes(m) : null,
                gate,
                null,
                1,
                [.. owners.Select(o => new OwnerShare(new TaskOwner.OfPerson(o.Id), false))],
                DocketSight.Open
            ),
            by
        );
        if (promised.Done is { } done)
            await making.Change(
                id,
                null,
                owners[0],
                Moved(done),
                t =>
                    t.After(t.Progress.Finish(t.Rule, owners[0]), Moved(done)) with
                    {
                        Spent = t.Estimate is { } estimate ? Took(estimate) : Duration.Zero,
                    }
            );
    }

    /// <summary>
    /// Where each docket's first message was put is what the router learns from; what was closed has been answered by
    /// its customer.
    /// </summary>
    private Task Learn(List<Story> stories, string[] words) =>
        writes.Run(w =>
        {
            var number = 0;
            foreach (var story in stories.Where(s => s is { Ref: not null, Customer: not null }))
            {
                var conversation = ConversationStore.Find(w.Session, DemoWords.ConversationOf(story, story.Customer!))!;
                if (conversation.Exchange.LastIn is null)
                    continue;
                RoutingStore.Teach(
                    w.Session,
                    conversation.Key,
                    _words.Worded(story.Entries.First(e => e.Author == story.Customer).Body),
                    conversation.Queue!.Value,
                    Moved(story.Entries[0].At)
                );
                if (conversation is not { Open: false, ClosedAt: { } closed } || number++ % 3 == 2)
                    continue;
                var steps = StepsGiven[number % StepsGiven.Length];
                ReportStore.Rate(
                    w.Session,
                    conversation,
                    closed,
                    closed + Duration.FromHours(20),
                    steps,
                    words[number % words.Length]
                );
            }
        });

    private Task AddKinds(FirmFile firm) =>
        writes.Run(w =>
        {
            foreach (var site in firm.Sites)
                SiteStore.Put(
                    w.Session,
                    new Site(DemoWords.Id("site " + site.Name), site.Name, site.Address, "", site.Hours)
                );
            foreach (var kind in DemoKinds.Of(firm))
            {
                KindStore.Put(w.Session, kind);
                w.Log(
                    new Change(
                        ChangeKinds.KindsChanged,
                        kind.Id.Value,
                        new Place.Firm(),
                        Thing.Working,
                        clock.Now,
                        new PersonId(DemoWords.Id(firm.Staff[0].Name))
                    )
                );
            }
        });
}
