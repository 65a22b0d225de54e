using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets.Checks;

/// <summary>A check of a column.</summary>
/// <param name="Column">The column's name.</param>
/// <param name="Kind">below, above, unusual, changed, missing or sum.</param>
/// <param name="Limit">Of below, above and changed: the limit.</param>
/// <param name="Group">Of unusual: the column whose values make groups; null for the whole column.</param>
/// <param name="Of">Of sum: the columns that add up to it.</param>
public sealed record CheckView(
    [property: Required, StringLength(200)] string Column,
    [property: Required, AllowedValues("below", "above", "unusual", "changed", "missing", "sum")] string Kind,
    [property: Range(-1e12, 1e12)] decimal? Limit = null,
    [property: StringLength(200)] string? Group = null,
    [property: MaxLength(60)] IReadOnlyList<string>? Of = null
);

/// <summary>What is looked for in a table.</summary>
/// <param name="Who">The column that names whom to ask; null for none.</param>
public sealed record ChecksGiven(
    [property: Required, MaxLength(60)] IReadOnlyList<CheckView> Checks,
    [property: StringLength(200)] string? Who = null
);

/// <summary>What was asked about a value, and what came of it.</summary>
/// <param name="Value">The value as it was then.</param>
/// <param name="State">open, decided, lapsed, withdrawn or returned.</param>
/// <param name="Discussion">Where it was asked.</param>
public sealed record CellQuestionView(
    PersonView? Person,
    DateTimeOffset At,
    string Value,
    string State,
    Guid? Discussion
);

/// <summary>A value that needs explaining.</summary>
/// <param name="Row">From 0 below the names.</param>
/// <param name="Name">What the row is: its first values.</param>
/// <param name="Column">From 0.</param>
/// <param name="ColumnName">What the column is called.</param>
/// <param name="Reason">Why, in words.</param>
/// <param name="Person">Whom the row names; null for nobody of ours.</param>
/// <param name="Question">What was asked about it last; null for nothing.</param>
/// <param name="Explained">Whether it was answered, and the value is still the same.</param>
/// <param name="MayAsk">Whether somebody can be asked about it.</param>
public sealed record FindingView(
    int Row,
    string Name,
    int Column,
    string ColumnName,
    string Value,
    string Reason,
    PersonView? Person,
    CellQuestionView? Question,
    bool Explained,
    bool MayAsk
);

/// <summary>What is looked for in a table, and what was found in a revision.</summary>
/// <param name="Version">To be sent back as If-Match.</param>
public sealed record ChecksView(
    IReadOnlyList<CheckView> Checks,
    string? Who,
    int Version,
    IReadOnlyList<FindingView> Findings
);

/// <summary>Whom to ask about all of their values that need explaining and were not asked about.</summary>
/// <param name="Id">The client's id for the entry that asks: sent again, it is one.</param>
public sealed record NewCellQuestion(
    [property: Required] Guid Id,
    [property: Range(1, int.MaxValue)] int Revision,
    [property: Required] Guid Person,
    DateTimeOffset? Due = null
);

/// <summary>Checks of tables, what they find, and asking about it.</summary>
internal static class CheckEndpoints
{
    public static void MapChecks(this IEndpointRouteBuilder api)
    {
        api.MapGet("/sheets/{id:guid}/checks", Get).For(Access.Staff);
        api.MapPut("/sheets/{id:guid}/checks", Set).For(Access.Staff);
        api.MapPost("/sheets/{id:guid}/questions", Ask).For(Access.Staff);
    }

    private static Results<Ok<ChecksView>, ProblemHttpResult> Get(
        Guid id,
        Viewer viewer,
        Database database,
        Checking checking,
        int? revision = null
    ) =>
        database.Read(s =>
            SheetReading.Seen(s, id, viewer.Person) is { Sheet.Kind: SheetKind.Table } sheet
                ? checking.View(s, sheet, revision ?? sheet.Sheet.Revision)
                : null
        )
            is { } view
            ? TypedResults.Ok(view)
            : Refusals.NotFound("table");

    private static async Task<Results<Ok<ChecksView>, ProblemHttpResult>> Set(
        Guid id,
        ChecksGiven given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        Database database,
        Checking checking,
        FirmClock clock
    )
    {
        if (TaskEndpoints.Version(ifMatch) is not { } version)
            return Refusals.Invalid("If-Match", "A change names the version it was made on, such as \"3\".");
        if (database.Read(s => SheetReading.Seen(s, id, viewer.Person)) is not { Sheet.Kind: SheetKind.Table })
            return Refusals.NotFound("table");
        List<ColumnCheck> checks =
        [
            .. given.Checks.Select(c => new ColumnCheck(
                c.Column.Trim(),
                StoredWords.CheckKinds.Parse(c.Kind)!.Value,
                c.Limit ?? 0,
                string.IsNullOrWhiteSpace(c.Group) ? null : c.Group.Trim(),
                [.. (c.Of ?? []).Select(o => o.Trim())]
            )),
        ];
        var (wrong, changed) = await writes.Run(w =>
        {
            var sheet = SheetReading.Seen(w.Session, id, viewer.Person)!;
            var rows = SheetReading.Rows(SheetStore.Revision(w.Session, sheet, sheet.Sheet.Revision)!);
            if (checks.Select(c => TableChecks.Refuses(c, rows)).FirstOrDefault(r => r is not null) is { } not)
                return (not, false);
            if (CheckStore.Of(w.Session, sheet).Version != version)
                return ((string?)null, true);
            CheckStore.Set(w.Session, sheet, checks, string.IsNullOrWhiteSpace(given.Who) ? null : given.Who.Trim());
            w.Log(
                new Change(
                    ChangeKinds.SheetChanged,
                    id,
                    new Place.Inside(sheet.Sheet.Docket),
                    Thing.Working,
                    clock.Now,
                    viewer.Person.Id,
                    sheet.Docket.Id
                )
            );
            return (null, false);
        });
        if (wrong is not null)
            return Refusals.Invalid("checks", wrong);
        var view = database.Read(s =>
        {
            var sheet = SheetReading.Seen(s, id, viewer.Person)!;
            return checking.View(s, sheet, sheet.Sheet.Revision)!;
        });
        return changed ? Refusals.Changed("checks", view) : TypedResults.Ok(view);
    }

    private static async Task<Results<Ok<ChecksView>, ProblemHttpResult>> Ask(
        Guid id,
        NewCellQuestion given,
        Viewer viewer,
        Database database,
        Checking checking,
        FirmClock clock
    )
    {
        if (given.Id == Guid.Empty)
            return Refusals.Invalid("id", "A question needs an id of its own (UUIDv7).");
        var (seen, wrong) = await checking.Ask(new SheetId(id), given, viewer.Person, clock.Now);
        if (!seen)
            return Refusals.NotFound("table");
        if (wrong is not null)
            return Refusals.Refused(wrong);
        return TypedResults.Ok(
            database.Read(s => checking.View(s, SheetReading.Seen(s, id, viewer.Person)!, given.Revision)!)
        );
    }
}
