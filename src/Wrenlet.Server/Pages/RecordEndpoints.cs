using System.ComponentModel.DataAnnotations;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Formats.Tables;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages;

/// <summary>How an entry is to be filed.</summary>
/// <param name="Kind">advice, instruction, decision, phone or visit.</param>
/// <param name="Minutes">Time it took; 0 for none.</param>
public sealed record NewFiling(
    [property: Required] string Kind,
    [property: Range(0, 100_000)] int Minutes,
    bool Billable
);

/// <summary>An entry in a docket's record.</summary>
public sealed record FiledRow(
    Guid Entry,
    DateTimeOffset At,
    string Author,
    string Audience,
    string Words,
    FilingView Filing
);

/// <summary>A sum of the record.</summary>
/// <param name="Name">A person's name, or a kind.</param>
public sealed record FiledSum(string Name, int Count, int Minutes, int Billable);

/// <summary>A docket's record: what is filed, oldest first, and its sums.</summary>
public sealed record RecordView(
    IReadOnlyList<FiledRow> Rows,
    FiledSum All,
    IReadOnlyList<FiledSum> ByPerson,
    IReadOnlyList<FiledSum> ByKind
);

internal static class RecordEndpoints
{
    public static void MapRecord(this IEndpointRouteBuilder api)
    {
        api.MapPut("/entries/{id:guid}/filing", File).For(Access.Staff);
        api.MapDelete("/entries/{id:guid}/filing", Unfile).For(Access.Staff);
        api.MapGet("/dockets/{reference}/record", GetRecord).For(Access.Staff).Costly();
        api.MapGet("/dockets/{reference}/record/file", GetCsv).For(Right.Export).Costly();
        api.MapGet("/dockets/{reference}/exports/{format}", Export).For(Right.Export).Costly();
    }

    private static Task<Results<Ok<EntryView>, ProblemHttpResult>> File(
        Guid id,
        NewFiling filing,
        Viewer viewer,
        WriteQueue writes,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        StoredWords.FilingKinds.Parse(filing.Kind) is { } kind
            ? Put(
                id,
                new Filing(kind, filing.Minutes, filing.Billable && filing.Minutes > 0, viewer.Person.Id),
                viewer,
                writes,
                database,
                who,
                clock
            )
            : Task.FromResult<Results<Ok<EntryView>, ProblemHttpResult>>(
                Refusals.Invalid(
                    "kind",
                    $"“{filing.Kind}” is not a kind. Use {string.Join(", ", StoredWords.FilingKinds.All)}."
                )
            );

    private static Task<Results<Ok<EntryView>, ProblemHttpResult>> Unfile(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) => Put(id, null, viewer, writes, database, who, clock);

    private static async Task<Results<Ok<EntryView>, ProblemHttpResult>> Put(
        Guid id,
        Filing? filing,
        Viewer viewer,
        WriteQueue writes,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var now = clock.Now;
        var (found, refusal) = await writes.Run(w =>
        {
            if (SeenTalk.Entry(w.Session, new EntryId(id), viewer.Person) is not var (entry, conversation))
                return (false, (string?)null);
            if (conversation.Docket is not { } docket)
                return (true, "Only entries in a docket can be added to a record. Share it in a docket first.");
            if (entry.Kind is EntryKind.Event || entry.Removed is not null)
                return (true, "There is nothing here to add to the record.");
            FilingStore.Put(w.Session, entry.Key, filing, now);
            w.Log(
                new Change(
                    ChangeKinds.EntryChanged,
                    id,
                    conversation.Place,
                    Thing.Working,
                    now,
                    viewer.Person.Id,
                    docket.Id,
                    conversation.Id
                )
            );
            return (true, null);
        });
        if (!found)
            return Refusals.NotFound("entry");
        return refusal is not null
            ? Refusals.Refused(refusal)
            : TypedResults.Ok(
                database.Read(s => TalkReading.Entry(s, new EntryId(id), viewer.Person, who.Current, now))!
            );
    }

    private static Results<Ok<RecordView>, ProblemHttpResult> GetRecord(
        string reference,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read(s =>
            SeenDocket.Find(s, reference, viewer.Person) is { } docket
                ? Record(s, docket, viewer.Person, who.Current)
                : null
        )
            is { } record
            ? TypedResults.Ok(record)
            : Refusals.NotFound("docket");

    private static Results<FileContentHttpResult, ProblemHttpResult> GetCsv(
        string reference,
        Viewer viewer,
        Database database,
        WhoIsWho who
    )
    {
        if (
            database.Read(s =>
                SeenDocket.Find(s, reference, viewer.Person) is { } docket
                    ? Record(s, docket, viewer.Person, who.Current)
                    : null
            )
            is not { } record
        )
            return Refusals.NotFound("docket");
        var zone = who.Current.Firm!.Calendar.Zone;
        var text = CsvText.Safe(
            ["at", "kind", "said by", "audience", "words", "filed by", "minutes", "billable"],
            record.Rows.Select(r =>
                (IReadOnlyList<object?>)
                    [
                        Instant.FromDateTimeOffset(r.At).InZone(zone).LocalDateTime.ToString("uuuu-MM-dd HH:mm", null),
                        r.Filing.Kind,
                        r.Author,
                        r.Audience,
                        r.Words,
                        r.Filing.By?.Name,
                        r.Filing.Minutes,
                        r.Filing.Billable ? "yes" : "no",
                    ]
            )
        );
        return TypedResults.File(
            Encoding.UTF8.GetBytes(text),
            "text/csv; charset=utf-8",
            $"{reference.ToUpperInvariant()}-record.csv"
        );
    }

    /// <summary>
    /// A docket's talk as a file: html to read and print, mbox for its mail, jsonl for all of it. What was internal
    /// only where it is asked for.
    /// </summary>
    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Export(
        string reference,
        string format,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        Exporting exporting,
        FirmClock clock,
        bool inside = false,
        DateOnly? since = null,
        DateOnly? until = null
    )
    {
        var extent = new Extent(
            inside,
            since is { } s1 ? LocalDate.FromDateOnly(s1) : null,
            until is { } u ? LocalDate.FromDateOnly(u) : null
        );
        if (database.Read(s => SeenDocket.Find(s, reference, viewer.Person)) is not { } docket)
            return Refusals.NotFound("docket");
        var made = database.Read<(byte[] Bytes, string Type)?>(s =>
            format switch
            {
                "html" => (
                    Encoding.UTF8.GetBytes(exporting.Html(s, docket, viewer.Person, extent, clock.Now)),
                    "text/html; charset=utf-8"
                ),
                "jsonl" => (
                    Encoding.UTF8.GetBytes(exporting.JsonLines(s, docket, viewer.Person, extent, clock.Now)),
                    "application/jsonl; charset=utf-8"
                ),
                "mbox" => (exporting.Mbox(s, docket, viewer.Person, extent), "application/mbox"),
                _ => null,
            }
        );
        if (made is not { } file)
            return Refusals.NotFound("format");
        await writes.Run(w =>
            LogStore.Add(
                w.Session,
                clock.Now,
                viewer.Person.Id,
                LogKind.TakenAlong,
                "exported",
                $"{docket.Ref} as {format}{(inside ? ", with inside" : "")}"
            )
        );
        return TypedResults.File(file.Bytes, file.Type, $"{docket.Ref}.{format}");
    }

    private static RecordView Record(SqlSession session, Docket docket, Person viewer, Roster roster)
    {
        var keys = FilingStore.KeysOf(session, docket.Id);
        var filings = FilingStore.Of(session, keys);
        var places = ConversationStore.OfDocket(session, docket.Id).ToDictionary(c => c.Id);
        var rows = keys.Select(k => EntryStore.FindByKey(session, k)!)
            .Where(e => EntrySight.Sees(viewer, places[e.Conversation], e))
            .ToList();
        var sums = FiledSums.Of(rows.Select(e => filings[e.Key]));
        FiledSum Sum(string name, FiledTime time) => new(name, time.Count, time.Minutes, time.Billable);
        return new(
            [
                .. rows.Select(e => new FiledRow(
                    e.Id.Value,
                    e.At.ToDateTimeOffset(),
                    e.Author is { } author ? roster.NameOf(author) : e.Sender ?? "",
                    StoredWords.Audiences.Of(places[e.Conversation].Audience),
                    EntryWords.Short(EntryWords.PlainOf(e), 400),
                    FilingViews.Of(filings[e.Key], roster)
                )),
            ],
            Sum("all", sums.All),
            [.. sums.ByPerson.Select(p => Sum(roster.NameOf(p.Person), p.Time))],
            [.. sums.ByKind.Select(k => Sum(StoredWords.FilingKinds.Of(k.Kind), k.Time))]
        );
    }
}
