using Wrenlet.Server.Alerts;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;

namespace Wrenlet.Server.Background;

/// <summary>
/// Does what was set for a moment when it has come: brings conversations back that were set aside, tells of notices
/// that appear, lets the time of asks run out, makes the next of tasks that repeat, and reminds of what is due and of
/// meetings.
/// </summary>
internal sealed class BringingBack(
    Handling handling,
    Noticing noticing,
    Answering answering,
    TaskMaking tasks,
    Convening convening,
    WhoIsWho who,
    FirmClock clock,
    ILogger<BringingBack> log
) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(10);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Pause);
        try
        {
            do
            {
                if (who.Current.Firm is null)
                    continue;
                try
                {
                    await handling.BringBack(clock.Now);
                    await noticing.TellDue(clock.Now);
                    await answering.RunOut(clock.Now, 200);
                    await tasks.FollowByTime(clock.Now);
                    await tasks.Remind(clock.Now);
                    await convening.Remind(clock.Now);
                }
                catch (Microsoft.Data.Sqlite.SqliteException wrong)
                {
                    log.LogError(wrong, "What was set aside could not be brought back; it is tried again");
                }
            } while (await timer.WaitForNextTickAsync(stoppingToken));
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }
}
