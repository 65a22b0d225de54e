using System.Collections.Concurrent;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Background;

/// <summary>
/// Does work that goes on by itself, so that what fails stops nothing: it is set down with its reason, rests for longer
/// each time, and after many tries its owner is told. What is behind it goes on.
/// </summary>
internal sealed class Stuck(
    Database database,
    WriteQueue writes,
    WhoIsWho who,
    TimeProvider machine,
    FirmClock clock,
    ILogger<Stuck> log
)
{
    private const int MostKept = 10_000;
    private const int MostReason = 400;
    private readonly ConcurrentDictionary<(string Kind, string Item), StuckWork> _known = new();
    private volatile bool _read;

    /// <summary>Whether a piece of work failed and rests now.</summary>
    public bool Rests(string kind, string item) =>
        Known().TryGetValue((kind, item), out var work) && (work.Next is not { } next || next > Now);

    /// <summary>Does one piece of work, unless it rests.</summary>
    /// <returns>Whether it was done.</returns>
    public async Task<bool> Try(DueWork work, CancellationToken cancellation)
    {
        ArgumentNullException.ThrowIfNull(work);
        try
        {
            if (!work.Always && Rests(work.Kind, work.Item))
                return false;
            await work.Do();
            await Done(work.Kind, work.Item);
            return true;
        }
        // A full disk is no fault of this piece of work: it does not count, and is tried again with the next look.
        catch (SqliteException wrong) when (IsDisk(wrong))
        {
            log.LogError(wrong, "{Kind} failed: {Item}", work.Kind, work.Item);
            return false;
        }
        // Whatever is wrong with it, what is behind it goes on.
#pragma warning disable CA1031
        catch (Exception wrong) when (!cancellation.IsCancellationRequested)
#pragma warning restore CA1031
        {
            log.LogError(wrong, "{Kind} failed: {Item}", work.Kind, work.Item);
            await Failed(work, wrong.Message);
            return false;
        }
    }

    /// <summary>Forgets what was done after all.</summary>
    public async Task Done(string kind, string item)
    {
        if (!Known().ContainsKey((kind, item)))
            return;
        // Remembered until it is off the disk too: where that fails, it is tried with the next one done.
        await writes.Run(w => StuckStore.Remove(w.Session, kind, item));
        Known().TryRemove((kind, item), out _);
    }

    /// <summary>Sets down that a piece of work failed, and tells its owner when it has failed for the last time.</summary>
    /// <returns>How it stands now.</returns>
    public async Task<StuckWork> Failed(DueWork work, string reason)
    {
        ArgumentNullException.ThrowIfNull(work);
        ArgumentNullException.ThrowIfNull(reason);
        var before = Known().GetValueOrDefault((work.Kind, work.Item));
        var tries = (before?.Tries ?? 0) + 1;
        var after = new StuckWork(
            before?.Id ?? Guid.CreateVersion7(),
            work.Kind,
            work.Item,
            work.About,
            work.Owner,
            reason.Length > MostReason ? reason[..MostReason] + " …" : reason,
            tries,
            before?.First ?? Now,
            Now,
            work.Always ? Now
                : Retrying.PauseAfter(tries) is { } pause ? Now + pause
                : null
        );
        if (_known.Count < MostKept)
            _known[(work.Kind, work.Item)] = after;
        try
        {
            await writes.Run(w =>
            {
                StuckStore.Put(w.Session, after);
                if (after.Tries == Retrying.MostTries && !work.ToldElsewhere)
                    TellOwner(w, after, work);
            });
        }
        catch (SqliteException wrong)
        {
            // The disk may be what fails: it rests all the same, and is set down with the next try.
            log.LogError(wrong, "It could not be written down that {Kind} failed", work.Kind);
        }

        return after;
    }

    /// <summary>Has a piece of work tried again at once.</summary>
    /// <returns>Whether it was stuck.</returns>
    public async Task<bool> TryAgain(Guid id)
    {
        if (database.Read(s => StuckStore.Find(s, id)) is not { } work)
            return false;
        var now = work with { Tries = 0, Next = Now };
        await writes.Run(w => StuckStore.Put(w.Session, now));
        Known()[(work.Kind, work.Item)] = now;
        return true;
    }

    /// <summary>Whether the disk is what fails: locked, broken, full, read-only or gone (SQLite's result codes).</summary>
    private static bool IsDisk(SqliteException wrong) => wrong.SqliteErrorCode is 5 or 8 or 10 or 13 or 14;

    private Instant Now => Instant.FromDateTimeOffset(machine.GetUtcNow());

    private ConcurrentDictionary<(string Kind, string Item), StuckWork> Known()
    {
        if (_read)
            return _known;
        foreach (var work in database.Read(s => StuckStore.All(s, MostKept)))
            _known.TryAdd((work.Kind, work.Item), work);
        _read = true;
        return _known;
    }

    private void TellOwner(Writing w, StuckWork work, DueWork due)
    {
        IEnumerable<PersonId> told =
            work.Owner is { } owner && who.Current.Find(owner) is { IsStaff: true }
                ? [owner]
                : who.Current.Staff.Where(p => p.May(Right.SetUp)).Select(p => p.Id);
        foreach (var person in told)
            Telling.Write(
                w,
                new Alert(person, AlertReason.Stuck),
                new Told(
                    null,
                    new Place.Own(person),
                    Thing.Working,
                    clock.Now,
                    $"{work.Kind}{(Named(work, due, person) is { Length: > 0 } name ? $": {name}" : "")}. It failed "
                        + $"{work.Tries} times. {work.Reason}",
                    person == work.Owner ? due.Conversation : null,
                    Task: person == work.Owner ? due.Task : null
                )
            );
    }

    private static string Named(StuckWork work, DueWork due, PersonId person) =>
        person == work.Owner && due.Title is { } title ? title : work.About;
}
