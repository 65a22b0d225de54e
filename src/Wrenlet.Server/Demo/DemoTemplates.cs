using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Flow.Templates;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Demo;

internal sealed record TemplateDateFile(string From, string? Of, int Offset, string Unit);

internal sealed record TemplateTaskFile(
    string Title,
    string? PartOf,
    string? Owner,
    TemplateDateFile? Due,
    int? Minutes,
    string? Gate,
    string[]? After
);

internal sealed record TemplateSheetFile(string Kind, string Name, string Body);

internal sealed record TemplateFile(
    string Name,
    string Kind,
    string About,
    string Subject,
    string? Message,
    TemplateTaskFile[] Tasks,
    TemplateSheetFile[]? Sheets,
    string? UsedIn,
    string? UsedBy
);

internal sealed record RecurringFile(
    string Template,
    string Subject,
    string Site,
    string Party,
    string Queue,
    string Rule,
    string Next,
    string Hears,
    string Message,
    string By
);

/// <summary>The templates of the demo's firm, a docket that began with one, and one that comes round.</summary>
internal sealed class DemoTemplates(WriteQueue writes, WhoIsWho who, FirmKinds kinds, TemplateUse use, DemoWords words)
{
    /// <summary>Writes them, and uses those that were used.</summary>
    public Task Add(FirmFile firm, Instant at) =>
        writes.Run(w =>
        {
            foreach (var file in firm.Templates)
            {
                var template = Of(file);
                TemplateStore.Put(w.Session, template);
                if (
                    file is { UsedIn: { } reference, UsedBy: { } by }
                    && DocketStore.Find(w.Session, DocketRef.Parse(reference)!.Value) is { } docket
                )
                {
                    var person = who.Current.Find(Person(by))!;
                    use.Apply(
                        w,
                        template,
                        docket,
                        Wanted.Of(use.LayOut(w.Session, template, docket, person, at)),
                        person,
                        at
                    );
                }
            }

            foreach (var file in firm.Recurring)
                RecurringStore.Put(w.Session, Of(file));
        });

    private Template Of(TemplateFile file)
    {
        var kind = kinds.Current.All.First(k => k.Name == file.Kind);
        TemplateTaskId Id(string title) => new(DemoWords.Id($"template {file.Name} {title}"));
        return new(
            new TemplateId(DemoWords.Id("template " + file.Name)),
            kind.Id,
            file.Name,
            file.About,
            file.Subject,
            file.Message is { } message ? DemoWords.Id("stock " + message) : null,
            [
                .. file.Tasks.Select(t => new TemplateTask(
                    Id(t.Title),
                    t.Title,
                    "",
                    t.PartOf is { } whole ? Id(whole) : null,
                    t.Owner is { } owner ? [Owner(owner)] : [],
                    CompletionRule.Any,
                    Priority.Normal,
                    null,
                    t.Due is { } due ? Date(due, kind) : null,
                    t.Minutes is { } minutes ? Duration.FromMinutes(minutes) : null,
                    t.Gate is { } gate ? kind.Stages.First(s => s.Name == gate).Id : null,
                    [.. (t.After ?? []).Select(Id)]
                )),
            ],
            [
                .. (file.Sheets ?? []).Select(s => new TemplateSheet(
                    DemoWords.Id($"template {file.Name} sheet {s.Name}"),
                    StoredWords.SheetKinds.Parse(s.Kind) ?? SheetKind.Page,
                    s.Name,
                    s.Body
                )),
            ]
        );
    }

    private static TemplateOwner Owner(string words) =>
        words switch
        {
            "docket owner" => new TemplateOwner.DocketOwner(),
            "user" => new TemplateOwner.User(),
            _ when words.StartsWith('@') => new TemplateOwner.OfCrew(new CrewId(DemoWords.Id("crew " + words[1..]))),
            _ => new TemplateOwner.OfPerson(Person(words)),
        };

    private static TemplateDate Date(TemplateDateFile file, Kind kind) =>
        new(
            file.From switch
            {
                "milestone" => new DateOrigin.OfMilestone(kind.Milestones.First(m => m.Name == file.Of).Id),
                "stage" => new DateOrigin.OfStage(kind.Stages.First(s => s.Name == file.Of).Id),
                _ => new DateOrigin.Start(),
            },
            file.Offset,
            StoredWords.DateUnits.Parse(file.Unit) ?? DateUnit.WorkingDays
        );

    private RecurringDocket Of(RecurringFile file)
    {
        var day = LocalDatePattern.Iso.Parse(file.Next).Value.PlusDays(words.Days);
        return new(
            new RecurringId(DemoWords.Id("recurring " + file.Subject)),
            new TemplateId(DemoWords.Id("template " + file.Template)),
            file.Subject,
            file.Site,
            null,
            new PartyId(DemoWords.Id("party " + file.Party)),
            DemoWords.Id("queue " + file.Queue),
            file.Rule,
            day,
            day,
            StoredWords.PartyHears.Parse(file.Hears) ?? PartyHears.Nothing,
            DemoWords.Id("stock " + file.Message),
            Person(file.By),
            false
        );
    }

    private static PersonId Person(string name) => new(DemoWords.Id(name));
}
