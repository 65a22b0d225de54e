using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports.Imports;
using Wrenlet.Formats.People;
using Wrenlet.Formats.Tables;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Reports.Imports;

/// <summary>Files of contacts, dockets and tasks: chosen, looked at, brought along, stopped, and taken back.</summary>
internal static class ImportEndpoints
{
    /// <summary>Largest file, in bytes.</summary>
    private const int Largest = 32 * 1024 * 1024;

    private const int Samples = 3;
    private const int Shown = 60;
    private const int MostListed = 50;
    private const int MostKept = 100;

    /// <summary>Most files of one person that wait to be imported.</summary>
    private const int MostChosen = 5;

    public static void MapImports(this IEndpointRouteBuilder api)
    {
        api.MapGet("/imports", GetAll).For(Access.Staff);
        api.MapPost("/imports", Choose).For(Access.Staff).WithMetadata(new RequestSizeLimitAttribute(Largest)).Costly();
        api.MapGet("/imports/{id:guid}", Get).For(Access.Staff);
        api.MapDelete("/imports/{id:guid}", Forget).For(Access.Staff);
        api.MapGet("/imports/{id:guid}/preview", GetPreview).For(Access.Staff).Costly();
        api.MapPut("/imports/{id:guid}/reading", Read).For(Access.Staff).Costly();
        api.MapPost("/imports/{id:guid}/run", Run).For(Access.Staff);
        api.MapPost("/imports/{id:guid}/stop", Stop).For(Access.Staff);
        api.MapPost("/imports/{id:guid}/taking-back", TakeBack).For(Access.Staff);
        api.MapGet("/imports/{id:guid}/left", GetLeft).For(Access.Staff);
    }

    private static IReadOnlyList<ImportJob> GetAll(Viewer viewer, Database database, WhoIsWho who) =>
        database.Read(s =>
            ImportStore
                .Newest(s, viewer.Person.May(Right.SetUp) ? null : viewer.Person.Id, MostListed)
                .ConvertAll(i => Job(s, i, who.Current))
        );

    private static ImportJob Job(SqlSession session, KeptImport import, Roster roster) =>
        new(
            import.Id,
            StoredWords.ImportKinds.Of(import.Kind),
            import.File,
            roster.Find(import.By) is { } by ? PersonView.Of(by) : null,
            import.At.ToDateTimeOffset(),
            StoredWords.ImportStates.Of(import.State),
            import.Rows,
            import.Taken,
            import.Added,
            import.Changed,
            import.Same,
            import.Left,
            import.State is ImportState.TakingBack ? ImportStore.CountMade(session, import.Key) : 0,
            import.Kept == 0
                ? []
                : [.. ImportStore.Kept(session, import.Key, MostKept).Select(k => new KeptView(k.Name, k.Why))],
            import.Kept,
            import.Finished?.ToDateTimeOffset(),
            import.Problem
        );

    private static KeptImport? Seen(SqlSession session, Guid id, Person viewer) =>
        ImportStore.Find(session, id) is { } import && ImportRules.Sees(viewer, import.By) ? import : null;

    private static Results<Ok<ImportJob>, ProblemHttpResult> Get(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read<Results<Ok<ImportJob>, ProblemHttpResult>>(s =>
            Seen(s, id, viewer.Person) is { } import
                ? TypedResults.Ok(Job(s, import, who.Current))
                : Refusals.NotFound("import")
        );

    /// <summary>Keeps a file, its bytes as they are in the body, and finds what its columns fill.</summary>
    private static async Task<Results<Ok<ImportPreview>, ProblemHttpResult>> Choose(
        string kind,
        string file,
        HttpRequest request,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        IEnumerable<IImporting> kinds,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (StoredWords.ImportKinds.Parse(kind) is not { } brings)
            return Refusals.Invalid("kind", $"“{kind}” cannot be imported. Use contacts, dockets or tasks.");
        if (ImportRules.Needs(brings) is { } right && !viewer.Person.May(right))
            return Refusals.NoRight(viewer.Person, right);
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body, request.HttpContext.RequestAborted);
        FileTable table;
        byte[] bytes;
        try
        {
            bytes = brings is ImportKind.Contacts ? OfCards(body.ToArray()) : body.ToArray();
            table = TableFile.Read(bytes);
        }
        catch (FormatException wrong)
        {
            return Refusals.Invalid("file", wrong.Message);
        }

        var importing = kinds.First(k => k.Kind == brings);
        var matched = Match(table, importing);
        var setting = new ImportSetting([.. matched.Select(m => m.Field)], Usual(importing));
        var id = Guid.CreateVersion7();
        await writes.Run(w =>
        {
            // Files that nobody goes on with take no room for long.
            ImportStore.ForgetChosen(w.Session, viewer.Person.Id, MostChosen - 1);
            ImportStore.Add(
                w.Session,
                id,
                brings,
                FileNames.Safe(file),
                bytes,
                table.Headings,
                table.Rows.Count,
                setting,
                viewer.Person.Id,
                clock.Now
            );
        });
        return TypedResults.Ok(Preview(database, id, table, importing, viewer.Person, who.Current, clock));
    }

    /// <summary>Cards become a table with the same in columns; what is none stays.</summary>
    private static byte[] OfCards(byte[] bytes)
    {
        var (text, _) = TableFile.TextOf(bytes);
        if (!text.TrimStart('\uFEFF', ' ', '\r', '\n').StartsWith("BEGIN:VCARD", StringComparison.OrdinalIgnoreCase))
            return bytes;
        return Encoding.UTF8.GetBytes(
            CsvText.Exact(
                ContactCards
                    .Read(text)
                    .Select(c =>
                        (IEnumerable<string>)
                            [
                                c.Name,
                                c.Organisation ?? "",
                                c.Mails.ElementAtOrDefault(0) ?? "",
                                string.Join("; ", c.Mails.Skip(1)),
                                c.Phones.ElementAtOrDefault(0) ?? "",
                                c.Phones.ElementAtOrDefault(1) ?? "",
                                c.Language ?? "",
                            ]
                    )
                    .Prepend(["Name", "Company", "Mail address", "Email 2", "Telephone number", "Phone 2", "Language"])
            )
        );
    }

    private static IReadOnlyList<MatchedColumn> Match(FileTable table, IImporting importing) =>
        ColumnMatching.Match(
            table.Headings,
            i => [.. table.Rows.Select(r => r.Cells[i].Trim()).Where(c => c.Length > 0).Take(ColumnMatching.Looked)],
            importing.Fields()
        );

    /// <summary>Where only one thing can be chosen for all rows, it is.</summary>
    private static Dictionary<string, string> Usual(IImporting importing) =>
        importing
            .Fields()
            .Where(f => f is { Needed: true, ForAll: true, Choices: { IsDefault: false, Length: 1 } })
            .ToDictionary(f => f.Key, f => f.Choices[0]);

    private static Results<Ok<ImportPreview>, ProblemHttpResult> GetPreview(
        Guid id,
        Viewer viewer,
        Database database,
        IEnumerable<IImporting> kinds,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (import, bytes) = database.Read(s =>
            Seen(s, id, viewer.Person) is { State: ImportState.Chosen } found
                ? (found, ImportStore.BytesOf(s, id))
                : (null, [])
        );
        return import is null
            ? Refusals.NotFound("import")
            : TypedResults.Ok(
                Preview(
                    database,
                    id,
                    TableFile.Read(bytes),
                    kinds.First(k => k.Kind == import.Kind),
                    viewer.Person,
                    who.Current,
                    clock
                )
            );
    }

    private static ImportPreview Preview(
        Database database,
        Guid id,
        FileTable file,
        IImporting importing,
        Person viewer,
        Roster roster,
        FirmClock clock
    )
    {
        var (import, job) = database.Read(s =>
        {
            var found = ImportStore.Find(s, id)!;
            return (found, Job(s, found, roster));
        });
        var table = new ImportTable(file, import.Setting, roster.Firm!.DayFirst);
        var fields = importing.Fields();
        var missing = fields.Where(f => f.Needed && !table.Has(f.Key)).Select(f => f.Name).ToList();
        var plan = importing.Begin(table, viewer, clock.Now);
        var planned = missing.Count > 0 ? [] : file.Rows.Select(plan.Plan).ToList();
        var matched = Match(file, importing);
        int Count(RowDoes does) => planned.Count(p => p.Does == does);
        return new(
            job,
            file.Encoding,
            file.Separator switch
            {
                '\t' => "tab",
                { } separator => $"{separator}",
                null => "",
            },
            [
                .. file.Headings.Select(
                    (heading, i) =>
                        new FileColumnView(
                            heading,
                            [.. file.Rows.Select(r => r.Cells[i]).Where(c => c.Length > 0).Distinct().Take(Samples)],
                            import.Setting.Columns.ElementAtOrDefault(i),
                            import.Setting.Columns.ElementAtOrDefault(i) == matched[i].Field ? matched[i].Reason : ""
                        )
                ),
            ],
            [
                .. fields.Select(f => new FillableView(
                    f.Key,
                    f.Name,
                    f.Needed,
                    f.ForAll,
                    f.Choices.IsDefault ? [] : [.. f.Choices]
                )),
            ],
            import.Setting.ForAll,
            missing,
            [
                .. table
                    .Unsure(fields.Where(f => f.Looks is Looks.Day).Select(f => f.Key))
                    .Select(k => fields.First(f => f.Key == k).Name),
            ],
            roster.Firm.DayFirst,
            [
                .. planned
                    .OrderBy(p => p.Why is null)
                    .Take(Shown)
                    .Select(p => new PreviewRow(p.Row.Line, p.Title, p.Does.ToString().ToLowerInvariant(), p.Why)),
            ],
            Count(RowDoes.New),
            Count(RowDoes.Changed),
            Count(RowDoes.Same),
            Count(RowDoes.Left)
        );
    }

    private static async Task<Results<Ok<ImportPreview>, ProblemHttpResult>> Read(
        Guid id,
        ImportReading given,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        IEnumerable<IImporting> kinds,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (
            database.Read(s => Seen(s, id, viewer.Person)) is not { State: ImportState.Chosen } import
            || kinds.First(k => k.Kind == import.Kind) is not { } importing
        )
            return Refusals.NotFound("import");
        var fields = importing.Fields().ToDictionary(f => f.Key);
        if (given.Columns.Count != import.Headings.Count)
            return Refusals.Invalid("columns", "Say of each column what it fills; nothing for what is left out.");
        var filling = given.Columns.Where(c => c.Length > 0).ToList();
        if (filling.Find(c => !fields.ContainsKey(c)) is { } strange)
            return Refusals.Invalid("columns", $"“{strange}” is nothing that a column can fill.");
        if (filling.GroupBy(c => c).FirstOrDefault(g => g.Count() > 1) is { } twice)
            return Refusals.Invalid("columns", $"Two columns fill {fields[twice.Key].Name}. Leave one out.");
        if (
            given.ForAll.FirstOrDefault(f => !fields.TryGetValue(f.Key, out var field) || !field.ForAll) is
            { Key: { } no }
        )
            return Refusals.Invalid("forAll", $"“{no}” cannot be the same for all rows.");
        await writes.Run(w =>
            ImportStore.Set(
                w.Session,
                id,
                new(
                    [.. given.Columns.Select(c => c.Length > 0 ? c : null)],
                    given.ForAll.Where(f => f.Value.Length is > 0 and <= 200).ToDictionary()
                )
            )
        );
        return GetPreview(id, viewer, database, kinds, who, clock);
    }

    private static Task<Results<Ok<ImportJob>, ProblemHttpResult>> Run(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        ImportRunner runner,
        IEnumerable<IImporting> kinds,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Become(
            id,
            viewer,
            writes,
            runner,
            who,
            clock,
            import =>
                import.State.RefusesRun()
                ?? (
                    ImportRules.Needs(import.Kind) is { } right && !viewer.Person.May(right)
                        ? Rights.Of(viewer.Person, right).Reason
                    : Missing(import, kinds) is { Count: > 0 } missing
                        ? $"Say first which column has {Names.List(missing)}."
                    : null
                ),
            ImportState.Running,
            "imported"
        );

    private static List<string> Missing(KeptImport import, IEnumerable<IImporting> kinds) =>
        [
            .. kinds
                .First(k => k.Kind == import.Kind)
                .Fields()
                .Where(f =>
                    f.Needed && !import.Setting.Columns.Contains(f.Key) && !import.Setting.ForAll.ContainsKey(f.Key)
                )
                .Select(f => f.Name),
        ];

    private static Task<Results<Ok<ImportJob>, ProblemHttpResult>> Stop(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        ImportRunner runner,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Become(
            id,
            viewer,
            writes,
            runner,
            who,
            clock,
            import => import.State.RefusesStop(),
            ImportState.Stopped,
            "stopped an import of"
        );

    private static Task<Results<Ok<ImportJob>, ProblemHttpResult>> TakeBack(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        ImportRunner runner,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Become(
            id,
            viewer,
            writes,
            runner,
            who,
            clock,
            import => import.State.RefusesTakingBack(),
            ImportState.TakingBack,
            "took back an import of"
        );

    private static async Task<Results<Ok<ImportJob>, ProblemHttpResult>> Become(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        ImportRunner runner,
        WhoIsWho who,
        FirmClock clock,
        Func<KeptImport, string?> refuses,
        ImportState state,
        string did
    )
    {
        var outcome = await writes.Run<Results<Ok<ImportJob>, ProblemHttpResult>>(w =>
        {
            if (Seen(w.Session, id, viewer.Person) is not { } import)
                return Refusals.NotFound("import");
            if (refuses(import) is { } why)
                return Refusals.Refused(why);
            ImportStore.SetState(w.Session, id, state);
            LogStore.Add(
                w.Session,
                clock.Now,
                viewer.Person.Id,
                LogKind.Dockets,
                $"{did} {StoredWords.ImportKinds.Of(import.Kind)}",
                import.File
            );
            return TypedResults.Ok(Job(w.Session, ImportStore.Find(w.Session, id)!, who.Current));
        });
        runner.Wake();
        return outcome;
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Forget(
        Guid id,
        Viewer viewer,
        WriteQueue writes
    ) =>
        await writes.Run<Results<NoContent, ProblemHttpResult>>(w =>
        {
            if (Seen(w.Session, id, viewer.Person) is not { State: ImportState.Chosen })
                return Refusals.NotFound("import");
            ImportStore.Remove(w.Session, id);
            return TypedResults.NoContent();
        });

    /// <summary>What could not be taken, as a table with the same columns and one more that says why.</summary>
    private static Results<FileContentHttpResult, ProblemHttpResult> GetLeft(
        Guid id,
        Viewer viewer,
        Database database
    ) =>
        database.Read<Results<FileContentHttpResult, ProblemHttpResult>>(s =>
            Seen(s, id, viewer.Person) is not { } import
                ? Refusals.NotFound("import")
                : TypedResults.File(
                    [
                        .. Encoding.UTF8.Preamble,
                        .. Encoding.UTF8.GetBytes(
                            CsvText.Safe(
                                import.Headings.Append("Why it was left out"),
                                ImportStore
                                    .Left(s, import.Key, TableFile.MostRows)
                                    .Select(l => (IReadOnlyList<object?>)[.. l.Cells, $"Line {l.Line}: {l.Why}"])
                            )
                        ),
                    ],
                    "text/csv; charset=utf-8",
                    $"{Path.GetFileNameWithoutExtension(import.File)} left out.csv"
                )
        );
}
