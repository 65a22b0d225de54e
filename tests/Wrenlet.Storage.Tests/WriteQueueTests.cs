using System.Collections.Concurrent;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Storage.People;

namespace Wrenlet.Storage.Tests;

public sealed class WriteQueueTests : IAsyncDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("wrenlet-storage-").FullName;
    private readonly Database _database;
    private readonly WriteQueue _writes;

    public WriteQueueTests()
    {
        _database = Database.Open(_folder);
        _writes = new WriteQueue(_database);
        _writes.Run(w => w.Session.Run("CREATE TABLE noted (n INTEGER PRIMARY KEY) STRICT")).Wait();
    }

    private long Count() => _database.Read(s => s.Number("SELECT count(*) FROM noted")!.Value);

    [Fact]
    public async Task What_is_acknowledged_can_be_read()
    {
        await _writes.Run(w => w.Session.Run("INSERT INTO noted VALUES ($n)", ("n", 1L)));
        Count().ShouldBe(1);
    }

    [Fact]
    public async Task A_line_of_the_log_says_from_where_it_was_asked_and_that_of_the_next_does_not()
    {
        var at = Instant.FromUtc(2026, 4, 14, 7, 40);
        WriteQueue.AskedFrom.Value = "192.0.2.7";
        var asked = _writes.Run(w => LogStore.Add(w.Session, at, null, LogKind.Refused, "asked", ""));
        WriteQueue.AskedFrom.Value = null;
        await _writes.Run(w => LogStore.Add(w.Session, at, null, LogKind.ByItself, "done", ""));
        await asked;
        _database
            .Read(s => LogStore.Read(s, new(), null, 2))
            .Select(l => (l.What, l.From))
            .ShouldBe([("done", null), ("asked", "192.0.2.7")]);
    }

    [Fact]
    public async Task A_failing_command_rolls_back_alone()
    {
        var all = Enumerable
            .Range(0, 100)
            .Select(i =>
                _writes.Run(w =>
                {
                    w.Session.Run("INSERT INTO noted VALUES ($n)", ("n", (long)i));
                    if (i % 10 == 3)
                        throw new InvalidOperationException("no");
                })
            )
            .ToList();
        foreach (var (task, i) in all.Select((t, i) => (t, i)))
        {
            if (i % 10 == 3)
                await Should.ThrowAsync<InvalidOperationException>(task);
            else
                await task;
        }

        Count().ShouldBe(90);
        _database.Read(s => s.Number("SELECT 1 FROM noted WHERE n = 3")).ShouldBeNull();
    }

    [Fact]
    public async Task Changes_are_told_after_their_commit_in_the_order_of_the_log()
    {
        var told = new ConcurrentQueue<Change>();
        var readable = new ConcurrentQueue<bool>();
        _writes.Committed += changes =>
        {
            foreach (var change in changes)
            {
                told.Enqueue(change);
                readable.Enqueue(ChangeLogHas(change.Seq));
            }
        };
        await Task.WhenAll(
            Enumerable
                .Range(0, 200)
                .Select(_ =>
                    _writes.Run(w =>
                        w.Log(
                            new Change(
                                ChangeKinds.PeopleChanged,
                                Guid.CreateVersion7(),
                                new Place.Firm(),
                                Thing.Working,
                                Instant.FromUnixTimeSeconds(1),
                                null
                            )
                        )
                    )
                )
        );
        told.Count.ShouldBe(200);
        told.Select(c => c.Seq).ShouldBe(told.Select(c => c.Seq).Order());
        readable.ShouldAllBe(r => r);
    }

    private bool ChangeLogHas(long seq) =>
        _database.Read(s => s.Number("SELECT 1 FROM change WHERE seq = $seq", ("seq", seq))) is not null;

    [Fact]
    public async Task A_command_that_failed_leaves_nothing_in_the_log()
    {
        await Should.ThrowAsync<InvalidOperationException>(
            _writes.Run(w =>
            {
                w.Log(
                    new Change(
                        ChangeKinds.PeopleChanged,
                        Guid.CreateVersion7(),
                        new Place.Firm(),
                        Thing.Working,
                        Instant.FromUnixTimeSeconds(1),
                        null
                    )
                );
                throw new InvalidOperationException("no");
            })
        );
        _database.Read(ChangeLog.Last).ShouldBe(0);
    }

    [Fact]
    public async Task A_closed_queue_finishes_what_it_has_and_refuses_more()
    {
        var running = Enumerable
            .Range(0, 50)
            .Select(i => _writes.Run(w => w.Session.Run("INSERT INTO noted VALUES ($n)", ("n", (long)i))))
            .ToList();
        await _writes.DisposeAsync();
        await Task.WhenAll(running);
        Count().ShouldBe(50);
        await Should.ThrowAsync<ObjectDisposedException>(_writes.Run(w => w.Session.Run("DELETE FROM noted")));
    }

    [Fact]
    public async Task A_reader_sees_one_state_throughout()
    {
        var (before, after) = _database.Read(s =>
        {
            var first = s.Number("SELECT count(*) FROM noted");
            _writes.Run(w => w.Session.Run("INSERT INTO noted VALUES (7)")).Wait();
            return (first, s.Number("SELECT count(*) FROM noted"));
        });
        after.ShouldBe(before);
        await Task.Yield();
        Count().ShouldBe(1);
    }

    public async ValueTask DisposeAsync()
    {
        await _writes.DisposeAsync();
        _database.Dispose();
        Directory.Delete(_folder, recursive: true);
    }
}
