using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;

namespace Wrenlet.Server.Background;

/// <summary>
/// Takes in what has arrived by mail and text, and what was said in calls. It is removed there only after it is safe
/// here.
/// </summary>
internal sealed class Collector(
    IPostOffice office,
    StandinTextOffice texts,
    ICallOffice calls,
    Intake intake,
    Convening convening,
    WhoIsWho who,
    FirmClock clock,
    ILogger<Collector> log
) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(2);
    private readonly SemaphoreSlim _wake = new(0, 1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (office is StandinPostOffice standin)
            standin.Something += Wake;
        texts.Something += Wake;
        calls.Something += Wake;
        try
        {
            while (!stoppingToken.IsCancellationRequested)
            {
                if (who.Current.Firm is not null)
                {
                    await Collect(() => CollectMail(stoppingToken));
                    await Collect(CollectTexts);
                    await Collect(CollectCalls);
                }

                await _wake.WaitAsync(Pause, stoppingToken);
            }
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops; what has arrived stays at the post office.
        }
    }

    private void Wake()
    {
        if (_wake.CurrentCount == 0)
            _wake.Release();
    }

    private async Task CollectMail(CancellationToken cancellation)
    {
        foreach (var mail in await office.Arrived(cancellation))
        {
            var arrival = await intake.Take(mail.Raw, clock.Now);
            await office.Took(mail, cancellation);
            if (arrival is not Arrival.Posted)
                log.LogInformation("Mail {Name}: {Arrival}", mail.Name, arrival);
        }
    }

    private async Task CollectTexts()
    {
        foreach (var text in texts.Arrived())
        {
            await intake.TakeText(text.Id, text.From, text.Text, clock.Now);
            texts.Took(text);
        }
    }

    private async Task CollectCalls()
    {
        foreach (var call in calls.Finished())
        {
            var outcome = await convening.TakeTranscript(call.Meeting, null, call.Transcript, call.Began, clock.Now);
            if (outcome is { Meeting: not null, Refusal: null })
            {
                calls.Took(call);
                continue;
            }

            log.LogWarning(
                "The transcript of meeting {Meeting} was put aside: {Reason}",
                call.Meeting.Value,
                outcome.Refusal ?? "there is no such meeting"
            );
            calls.PutAside(call);
        }
    }

    private async Task Collect(Func<Task> from)
    {
        try
        {
            await from();
        }
        // Whatever is wrong now (a full disk, a locked file, a mail server that is away), what has arrived stays there
        // and is tried again.
#pragma warning disable CA1031
        catch (Exception wrong) when (wrong is not OperationCanceledException)
#pragma warning restore CA1031
        {
            log.LogError(wrong, "What has arrived could not be taken in; it is tried again");
        }
    }

    public override void Dispose()
    {
        _wake.Dispose();
        base.Dispose();
    }
}
