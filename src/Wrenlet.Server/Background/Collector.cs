using System.Diagnostics;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.Outside;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;

namespace Wrenlet.Server.Background;

/// <summary>
/// Takes in what has arrived by mail and text, and what was said in calls. It is removed there only after it is safe
/// here; what cannot be taken in rests, and what came after it is taken in all the same.
/// </summary>
internal sealed class Collector(
    IPostOffice office,
    StandinTextOffice texts,
    ICallOffice calls,
    Intake intake,
    Convening convening,
    Stuck stuck,
    WhoIsWho who,
    FirmClock clock,
    ILogger<Collector> log
) : BackgroundService
{
    private const string OfMail = "Taking a mail in";
    private const string OfText = "Taking a text in";
    private const string OfCall = "Taking a transcript in";
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(2);
    private static readonly TimeSpan Quick = TimeSpan.FromMilliseconds(20);
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(1);
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
                    await Collect(stoppingToken);
                await _wake.WaitAsync(Pause, stoppingToken);
            }
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops; what has arrived stays at the post office.
        }
    }

    /// <summary>Takes in all that has arrived by now and does not rest.</summary>
    public async Task Collect(CancellationToken cancellation)
    {
        await Ask("the post office", () => CollectMail(cancellation), cancellation);
        await Ask("text messages", () => CollectTexts(cancellation), cancellation);
        await Ask("calls", () => CollectCalls(cancellation), cancellation);
    }

    private void Wake()
    {
        if (_wake.CurrentCount == 0)
            _wake.Release();
    }

    private Task<bool> Ask(string whom, Func<Task> collect, CancellationToken cancellation) =>
        stuck.Try(DueWork.Loop("Asking for what has arrived", whom, collect), cancellation);

    private async Task CollectMail(CancellationToken cancellation)
    {
        foreach (var mail in await office.Arrived(name => stuck.Rests(OfMail, name), cancellation))
        {
            var begun = Stopwatch.GetTimestamp();
            await stuck.Try(new(OfMail, mail.Name, mail.Name, null, () => Take(mail, cancellation)), cancellation);
            // A flood of large mails leaves most of the time to those who work here.
            if (Stopwatch.GetElapsedTime(begun) is var took && took > Quick)
                await Task.Delay(took * 2 < Longest ? took * 2 : Longest, cancellation);
        }
    }

    private async Task Take(ArrivedMail mail, CancellationToken cancellation)
    {
        var arrival = await intake.Take(mail.Raw, clock.Now);
        await office.Took(mail, cancellation);
        Counted.MailsIn.Add(1);
        if (arrival is not Arrival.Posted)
            log.LogInformation("Mail {Name}: {Arrival}", mail.Name, arrival);
    }

    private async Task CollectTexts(CancellationToken cancellation)
    {
        foreach (var text in texts.Arrived(id => stuck.Rests(OfText, id)))
            await stuck.Try(new(OfText, text.Id, $"from {text.From}", null, () => Take(text)), cancellation);
    }

    private async Task Take(TextMessage text)
    {
        await intake.TakeText(text.Id, text.From, text.Text, clock.Now, text.By);
        texts.Took(text);
    }

    private async Task CollectCalls(CancellationToken cancellation)
    {
        foreach (var call in calls.Finished())
        {
            var meeting = call.Meeting.Value.ToString();
            await stuck.Try(new(OfCall, meeting, $"of meeting {meeting}", null, () => Take(call)), cancellation);
        }
    }

    private async Task Take(FinishedCall call)
    {
        var outcome = await convening.TakeTranscript(call.Meeting, null, call.Transcript, call.Began, clock.Now);
        if (outcome is { Meeting: not null, Refusal: null })
        {
            calls.Took(call);
            return;
        }

        log.LogWarning(
            "The transcript of meeting {Meeting} was put aside: {Reason}",
            call.Meeting.Value,
            outcome.Refusal ?? "there is no such meeting"
        );
        calls.PutAside(call);
    }

    public override void Dispose()
    {
        _wake.Dispose();
        base.Dispose();
    }
}
