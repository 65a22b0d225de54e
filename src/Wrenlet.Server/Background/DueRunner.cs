using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Background;

/// <summary>
/// Does what was set for a moment when it has come: brings conversations back, tells of notices that appear, lets the
/// time of asks run out, makes the next of tasks that repeat, and reminds of what is due. Each piece by itself, so that
/// one that fails stops no other.
/// </summary>
internal sealed class DueRunner(IEnumerable<IDueWork> parts, Stuck stuck, WhoIsWho who, FirmClock clock, LogBook book)
    : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(1);
    private const int AllEach = 10;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Pause);
        try
        {
            var tick = 0;
            do
            {
                if (who.Current.Firm is not null)
                    await RunDue(stoppingToken, soon: tick++ % AllEach > 0);
            } while (await timer.WaitForNextTickAsync(stoppingToken));
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }

    /// <summary>Does all that is due now.</summary>
    /// <param name="soon">Whether only what somebody waits for is looked at.</param>
    /// <returns>How many pieces of work were done, without what somebody waits for.</returns>
    public async Task<int> RunDue(CancellationToken cancellation, bool soon = false)
    {
        var done = new List<(string What, string About)>();
        foreach (var part in parts.Where(p => p.Soon || !soon))
        {
            List<DueWork> due = [];
            var name = part.GetType().Name;
            var look = DueWork.Loop("Looking for what is due", name, Look(part, due));
            if (!await stuck.Try(look, cancellation))
                continue;
            foreach (var work in due)
                // What somebody set off stands where they see it; the log tells what was done with nobody about.
                if (await stuck.Try(work, cancellation) && !part.Soon)
                    done.Add((work.Kind, work.About));
        }

        await book.Add(null, LogKind.ByItself, [.. done]);
        return done.Count;
    }

    private Func<Task> Look(IDueWork part, List<DueWork> due) =>
        () =>
        {
            due.AddRange(part.Due(clock.Now));
            return Task.CompletedTask;
        };
}
