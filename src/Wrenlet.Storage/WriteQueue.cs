using System.Diagnostics;
using System.Diagnostics.Metrics;
using System.Threading.Channels;
using Microsoft.Data.Sqlite;

namespace Wrenlet.Storage;

/// <summary>What a command may do: change rows, and say what it changed.</summary>
public sealed class Writing
{
    private readonly List<Change> _changes = [];

    internal Writing(SqlSession session) => Session = session;

    /// <summary>The writer's connection, inside its transaction: reads here see all earlier commands.</summary>
    public SqlSession Session { get; }

    internal IReadOnlyList<Change> Changes => _changes;

    /// <summary>Adds a row to the change log; those who may see it are told after the commit.</summary>
    public void Log(Change change)
    {
        var seq = Session.Number(
            """
            INSERT INTO change (kind, subject, docket, conversation, person, made_by, at)
            VALUES ($kind, $subject, (SELECT id FROM docket WHERE uid = $docket),
              (SELECT id FROM conversation WHERE uid = $conversation),
              (SELECT id FROM person WHERE uid = $person), (SELECT id FROM person WHERE uid = $by), $at)
            RETURNING seq
            """,
            ("kind", change.Kind),
            ("subject", change.Subject),
            ("docket", change.Docket?.Value),
            ("conversation", change.Conversation?.Value),
            ("person", change.Person?.Value),
            ("by", change.By?.Value),
            ("at", change.At)
        );
        _changes.Add(change with { Seq = seq!.Value });
    }
}

/// <summary>
/// The one writer. Commands queue on a channel; the writer takes what is waiting, runs each in its savepoint
/// inside one transaction, commits once with synchronous=FULL, and only then completes their tasks.
/// A failing command rolls back alone; a failing commit fails all of its commands.
/// </summary>
public sealed class WriteQueue : IAsyncDisposable
{
    /// <summary>The meter that says how long commits take.</summary>
    public const string MeterName = "Wrenlet.Storage";

    private const int MostPerCommit = 256;
    private static readonly Meter Meter = new(MeterName);
    private static readonly Histogram<double> Commits = Meter.CreateHistogram<double>(
        "wrenlet.commit.duration",
        "s",
        "How long a commit takes until it is on the disk."
    );
    private readonly Channel<Command> _waiting = Channel.CreateBounded<Command>(
        new BoundedChannelOptions(8192) { SingleReader = true }
    );
    private readonly SqlSession _session;
    private readonly Thread _writer;
    private long _oldest;
    private readonly TaskCompletionSource _ended = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>Starts the writer.</summary>
    public WriteQueue(Database database)
    {
        _session = database.OpenWriter();
        _writer = new Thread(Work) { Name = "writer", IsBackground = true };
        _writer.Start();
    }

    /// <summary>
    /// Raised on the writer's thread after each commit with what it changed; handlers must be quick and must not throw.
    /// </summary>
    public event Action<IReadOnlyList<Change>>? Committed;

    /// <summary>How many commands wait for the writer.</summary>
    public int Waiting => _waiting.Reader.Count;

    /// <summary>How long the oldest command has waited that waits or is being written; zero for none.</summary>
    public TimeSpan WaitingFor =>
        Interlocked.Read(ref _oldest) is var oldest && oldest == 0 ? TimeSpan.Zero : Stopwatch.GetElapsedTime(oldest);

    /// <summary>The address from which what runs now was asked; null for what is done by itself. It goes along to the writer.</summary>
    public static AsyncLocal<string?> AskedFrom { get; } = new();

    /// <summary>Runs a command; the task completes after its commit is on disk.</summary>
    /// <exception cref="ObjectDisposedException">The queue is closed.</exception>
    public async Task<T> Run<T>(Func<Writing, T> command)
    {
        var queued = new Command<T>(command);
        try
        {
            await _waiting.Writer.WriteAsync(queued).ConfigureAwait(false);
        }
        catch (ChannelClosedException)
        {
            throw new ObjectDisposedException(nameof(WriteQueue));
        }

        return await queued.Done.Task.ConfigureAwait(false);
    }

    /// <summary>Runs a command without a result.</summary>
    public Task Run(Action<Writing> command) =>
        Run(w =>
        {
            command(w);
            return true;
        });

    /// <summary>Finishes what is queued and closes the connection.</summary>
    public async ValueTask DisposeAsync()
    {
        if (_waiting.Writer.TryComplete())
            await _ended.Task.ConfigureAwait(false);
    }

    private void Work()
    {
        var batch = new List<Command>(MostPerCommit);
        while (_waiting.Reader.WaitToReadAsync().AsTask().GetAwaiter().GetResult())
        {
            batch.Clear();
            while (batch.Count < MostPerCommit && _waiting.Reader.TryRead(out var command))
                batch.Add(command);
            Interlocked.Exchange(ref _oldest, batch.Count > 0 ? batch[0].Since : 0);
            Commit(batch);
            Interlocked.Exchange(ref _oldest, 0);
        }

        try
        {
            _session.Run("PRAGMA wal_checkpoint(TRUNCATE)");
        }
        catch (SqliteException)
        {
            // A full disk, say: what is committed stands in the write-ahead log, and is read from there at the next
            // start.
        }

        _session.Dispose();
        _ended.SetResult();
    }

    private void Commit(List<Command> batch)
    {
        var changes = new List<Change>();
        try
        {
            _session.Run("BEGIN IMMEDIATE");
            foreach (var command in batch)
            {
                _session.Run("SAVEPOINT command");
                _session.AskedFrom = command.From;
                var writing = new Writing(_session);
                if (command.Try(writing))
                    changes.AddRange(writing.Changes);
                else
                    _session.Run("ROLLBACK TO command");
                _session.Run("RELEASE command");
            }

            var begun = Stopwatch.GetTimestamp();
            _session.Run("COMMIT");
            Commits.Record(Stopwatch.GetElapsedTime(begun).TotalSeconds);
        }
        catch (SqliteException wrong)
        {
            try
            {
                _session.Run("ROLLBACK");
            }
            catch (SqliteException)
            {
                // SQLite has rolled the transaction back by itself already (disk full, I/O error): nothing is open.
            }

            foreach (var command in batch)
                command.Fail(wrong);
            return;
        }

        if (changes.Count > 0)
            Committed?.Invoke(changes);
        foreach (var command in batch)
            command.Complete();
    }

    private abstract class Command
    {
        /// <summary>When it was queued, by the stopwatch.</summary>
        public long Since { get; } = Stopwatch.GetTimestamp();

        /// <summary>From where it was asked.</summary>
        public string? From { get; } = AskedFrom.Value;

        public abstract bool Try(Writing writing);

        public abstract void Complete();

        public abstract void Fail(Exception reason);
    }

    private sealed class Command<T>(Func<Writing, T> run) : Command
    {
        private T? _result;
        private Exception? _failure;

        public TaskCompletionSource<T> Done { get; } = new(TaskCreationOptions.RunContinuationsAsynchronously);

        public override bool Try(Writing writing)
        {
            try
            {
                _result = run(writing);
                return true;
            }
#pragma warning disable CA1031 // Whatever a command throws is handed to whoever asked for it; the other commands go on.
            catch (Exception failure)
#pragma warning restore CA1031
            {
                _failure = failure;
                return false;
            }
        }

        public override void Complete()
        {
            if (_failure is { } failure)
                Done.SetException(failure);
            else
                Done.SetResult(_result!);
        }

        public override void Fail(Exception reason) => Done.TrySetException(_failure ?? reason);
    }
}
