using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;

namespace Wrenlet.Server.Background;

/// <summary>Takes in what has arrived at the post office. A mail is removed there only after it is safe here.</summary>
public sealed class MailCollector(IPostOffice office, Intake intake, WhoIsWho who, FirmClock clock, ILogger<MailCollector> log) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(2);
    private readonly SemaphoreSlim _wake = new(0, 1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (office is StandinPostOffice standin)
            standin.Something += () =>
            {
                if (_wake.CurrentCount == 0) _wake.Release();
            };
        try
        {
            while (!stoppingToken.IsCancellationRequested)
            {
                if (who.Current.Firm is not null) await Collect();
                await _wake.WaitAsync(Pause, stoppingToken);
            }
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops; what has arrived stays at the post office.
        }
    }

    private async Task Collect()
    {
        try
        {
            foreach (var mail in office.Arrived())
            {
                var arrival = await intake.Take(mail.Raw, clock.Now);
                office.Took(mail);
                if (arrival is not Arrival.Posted) log.LogInformation("Mail {Name}: {Arrival}", mail.Name, arrival);
            }
        }
#pragma warning disable CA1031 // Whatever is wrong now (a full disk, a locked file), the mail stays at the post office and is tried again.
        catch (Exception wrong)
#pragma warning restore CA1031
        {
            log.LogError(wrong, "Mail could not be taken in; it is tried again");
        }
    }

    public override void Dispose()
    {
        _wake.Dispose();
        base.Dispose();
    }
}
