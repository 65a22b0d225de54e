using System.Diagnostics;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports.Imports;
using Wrenlet.Formats.Tables;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Reports.Imports;

/// <summary>
/// Brings files along, and takes back what they brought, in the background: a few rows in each write, so that nobody
/// waits for long. How far it has come is kept with the rows themselves, so that a restart goes on where it was.
/// </summary>
internal sealed class ImportRunner(
    Database database,
    WriteQueue writes,
    WhoIsWho who,
    IEnumerable<IImporting> kinds,
    IEnumerable<ITakesBack> takers,
    FirmClock clock,
    ILogger<ImportRunner> log
) : BackgroundService
{
    /// <summary>How long one write may go on: others' writes wait for it.</summary>
    private static readonly TimeSpan Slice = TimeSpan.FromMilliseconds(12);
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(30);

    /// <summary>Rows planned ahead of a write.</summary>
    private const int Ahead = 64;

    private readonly Dictionary<ImportKind, IImporting> _kinds = kinds.ToDictionary(k => k.Kind);
    private readonly Dictionary<string, ITakesBack> _takers = takers.ToDictionary(t => t.Thing);
    private readonly SemaphoreSlim _wake = new(0, 1);

    /// <summary>Says that there may be something to do.</summary>
    public void Wake()
    {
        if (_wake.CurrentCount == 0)
            try
            {
                _wake.Release();
            }
            catch (SemaphoreFullException)
            {
                // Somebody else has said so in this moment.
            }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            while (true)
            {
                foreach (var id in who.Current.Firm is null ? [] : database.Read(ImportStore.GoingOn))
                    await Run(id, stoppingToken);
                await _wake.WaitAsync(Pause, stoppingToken);
            }
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops; the import goes on when it starts again.
        }
    }

    private async Task Run(Guid id, CancellationToken cancellation)
    {
        try
        {
            if (database.Read(s => ImportStore.Find(s, id)) is { State: ImportState.Running } import)
                await Bring(import, cancellation);
            else
                await TakeBack(id, cancellation);
        }
#pragma warning disable CA1031 // Whatever stops one import is kept with it and shown; the others go on.
        catch (Exception wrong) when (wrong is not OperationCanceledException)
#pragma warning restore CA1031
        {
            log.LogError(wrong, "The import {Import} could not go on", id);
            await writes.Run(w =>
                ImportStore.SetState(
                    w.Session,
                    id,
                    ImportState.Failed,
                    wrong is FormatException
                        ? wrong.Message
                        : "Something went wrong on the server. Everything imported so far is kept; try to go on.",
                    clock.Now
                )
            );
        }
    }

    private async Task Bring(KeptImport import, CancellationToken cancellation)
    {
        if (who.Current.Find(import.By) is not { IsStaff: true } by)
            throw new FormatException("Whoever began it does not work here any more. Choose the file again.");
        var firm = who.Current.Firm!;
        var table = new ImportTable(
            TableFile.Read(database.Read(s => ImportStore.BytesOf(s, import.Id))),
            import.Setting,
            firm.DayFirst
        );
        var plan = _kinds[import.Kind].Begin(table, by, clock.Now);
        var planned = new Queue<PlannedRow>();
        var next = import.Taken;
        do
        {
            cancellation.ThrowIfCancellationRequested();
            while (planned.Count < Ahead && next < table.Rows.Count)
                planned.Enqueue(plan.Plan(table.Rows[next++]));
        } while (await writes.Run(w => Take(w, import.Id, planned)));
        await End(import.Id, ImportState.Running, ImportState.Done);
    }

    /// <summary>Writes some of the planned rows; says whether there are more.</summary>
    private static bool Take(Writing w, Guid id, Queue<PlannedRow> planned)
    {
        var s = w.Session;
        if (ImportStore.Find(s, id) is not { State: ImportState.Running } import)
            return false;
        var begun = Stopwatch.GetTimestamp();
        var (taken, added, changed, same) = (0, 0, 0, 0);
        while (planned.Count > 0 && (taken == 0 || Stopwatch.GetElapsedTime(begun) < Slice))
        {
            var row = planned.Dequeue();
            taken++;
            if (row.Why is { } why)
                ImportStore.AddLeft(s, import.Key, new(row.Row.Line, why, row.Row.Cells));
            else if (row.Does is RowDoes.Same)
                same++;
            else if (Write(w, import, row))
                _ = row.Does is RowDoes.New ? added++ : changed++;
        }

        ImportStore.Advance(s, import.Key, taken, added, changed, same);
        return import.Taken + taken < import.Rows;
    }

    /// <summary>Writes one row; what stands in its way leaves that row, and the others go on.</summary>
    private static bool Write(Writing w, KeptImport import, PlannedRow row)
    {
        var s = w.Session;
        s.Run("SAVEPOINT row");
        try
        {
            foreach (var made in row.Write!(w))
                ImportStore.AddMade(s, import.Key, made);
            s.Run("RELEASE row");
            return true;
        }
        catch (SqliteException wrong) when (wrong.SqliteErrorCode == SQLitePCL.raw.SQLITE_CONSTRAINT)
        {
            s.Run("ROLLBACK TO row");
            s.Run("RELEASE row");
            ImportStore.AddLeft(
                s,
                import.Key,
                new(
                    row.Row.Line,
                    "Somebody added the same, or removed what it belongs to, while the import ran. Import it again.",
                    row.Row.Cells
                )
            );
            return false;
        }
    }

    private async Task TakeBack(Guid id, CancellationToken cancellation)
    {
        while (await writes.Run(w => TakeBack(w, id)))
            cancellation.ThrowIfCancellationRequested();
        await End(id, ImportState.TakingBack, ImportState.TakenBack);
    }

    /// <summary>
    /// Says once that much has changed, instead of for each row, and behind a roster that knows all of it; and that it is
    /// over, unless somebody has stopped it, or let it go on again since.
    /// </summary>
    private async Task End(Guid id, ImportState from, ImportState to)
    {
        who.DrawAside();
        await writes.Run(w =>
        {
            if (
                ImportStore.Find(w.Session, id) is { } import
                && import.State == from
                && (
                    from is ImportState.Running
                        ? import.Taken == import.Rows
                        : ImportStore.CountMade(w.Session, import.Key) == 0
                )
            )
                ImportStore.SetState(w.Session, id, to, finished: clock.Now);
            w.Log(new Change(ChangeKinds.Imported, id, new Place.Firm(), Thing.Working, clock.Now, null));
        });
    }

    /// <summary>Takes back some of what was brought; says whether there is more.</summary>
    private bool TakeBack(Writing w, Guid id)
    {
        var s = w.Session;
        if (ImportStore.Find(s, id) is not { State: ImportState.TakingBack } import)
            return false;
        var begun = Stopwatch.GetTimestamp();
        var some = ImportStore.LastMade(s, import.Key, Ahead);
        foreach (var made in some)
        {
            if (_takers[made.Thing].TakeBack(w, made, clock.Now) is var (name, why))
                ImportStore.AddKept(s, import.Key, name, why);
            ImportStore.ForgetMade(s, made.Key);
            if (Stopwatch.GetElapsedTime(begun) > Slice)
                break;
        }

        return some.Count > 0;
    }
}
