using System.Collections.Concurrent;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>Writes into the log what is no part of another change: what was refused, taken along, done by itself.</summary>
internal sealed class LogBook(WriteQueue writes, FirmClock clock, ILogger<LogBook> log)
{
    private const int Most = 10_000;
    private static readonly Duration Hour = Duration.FromHours(1);
    private readonly ConcurrentDictionary<(PersonId? By, string What, string About, string? From), Counted> _counted =
    [];

    private sealed record Counted(Instant Since, int Times);

    /// <summary>Adds lines.</summary>
    public async Task Add(PersonId? by, LogKind kind, params (string What, string About)[] lines)
    {
        if (lines.Length == 0)
            return;
        try
        {
            await writes.Run(w =>
            {
                foreach (var (what, about) in lines)
                    LogStore.Add(w.Session, clock.Now, by, kind, what, about);
            });
        }
        catch (SqliteException wrong)
        {
            // What is told here has happened, or was refused, already: a full disk must not change that.
            log.LogError(wrong, "A line of the log could not be written: {What}", lines[0].What);
        }
    }

    /// <summary>
    /// As <see cref="Often"/>, when the answer has gone out and without holding up what comes next: how long an answer
    /// takes must not tell a stranger whether there was anything to write.
    /// </summary>
    public void OnceAnswered(HttpResponse response, LogKind kind, string what, string about)
    {
        var from = WriteQueue.AskedFrom.Value;
        response.OnCompleted(() =>
        {
            _ = Tell();
            return Task.CompletedTask;
        });

        async Task Tell()
        {
            WriteQueue.AskedFrom.Value = from;
            try
            {
                await Often(null, kind, what, about);
            }
            catch (Exception wrong) when (wrong is InvalidOperationException or OperationCanceledException)
            {
                log.LogError(wrong, "A line of the log could not be written: {What}", what);
            }
        }
    }

    /// <summary>
    /// Adds a line for what may come in floods: within an hour, by the same person from the same address, the first time,
    /// ten times as many, a hundred times as many.
    /// </summary>
    /// <param name="first">From which time on it is told.</param>
    public Task Often(PersonId? by, LogKind kind, string what, string about, int first = 1)
    {
        var now = clock.Now;
        // Forgetting all of them now and then costs a line more of each, and neither time nor room.
        if (_counted.Count >= Most)
            _counted.Clear();
        var counted = _counted.AddOrUpdate(
            (by, what, about, WriteQueue.AskedFrom.Value),
            _ => new(now, 1),
            (_, c) => now - c.Since > Hour ? new(now, 1) : c with { Times = c.Times + 1 }
        );
        return Repetition.IsTold(counted.Times, first)
            ? Add(by, kind, (counted.Times == 1 ? what : $"{what}, {counted.Times} times within an hour", about))
            : Task.CompletedTask;
    }
}
