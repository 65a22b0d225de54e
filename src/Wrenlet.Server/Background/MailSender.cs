using System.Diagnostics;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Mail;
using Wrenlet.Formats.Text;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Background;

/// <summary>Sends what waits in the outbox. A mail keeps its Message-ID through every try, so that a try repeated after a crash is the same mail.</summary>
public sealed class MailSender(Database database, WriteQueue writes, WhoIsWho who, IPostOffice office, FirmClock clock, ILogger<MailSender> log) : BackgroundService
{
    private const int AtOnce = 200;
    private const int MostReferences = 20;
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(5);
    private readonly SemaphoreSlim _wake = new(0, 1);

    /// <summary>Since when a refused mail rests, and for how long: on the machine's monotonic time, whatever the firm's clock does.</summary>
    private readonly Dictionary<long, (long Since, TimeSpan Pause)> _resting = [];

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        void Wake(IReadOnlyList<Change> changes)
        {
            if (_wake.CurrentCount == 0 && changes.Any(c => c.Kind is ChangeKinds.EntryPosted && c.Place is Place.Outside)) _wake.Release();
        }

        writes.Committed += Wake;
        try
        {
            while (!stoppingToken.IsCancellationRequested)
            {
                while (await SendDue(stoppingToken))
                {
                }

                await _wake.WaitAsync(Pause, stoppingToken);
            }
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops; the outbox keeps what has not left.
        }
        finally
        {
            writes.Committed -= Wake;
        }
    }

    /// <summary>Sends what waits and does not rest.</summary>
    /// <returns>Whether some left and more may wait.</returns>
    private async Task<bool> SendDue(CancellationToken cancellation)
    {
        if (who.Current.Firm is null) return false;
        var left = false;
        var waiting = database.Read(s => EntryStore.Waiting(s, AtOnce));
        foreach (var outgoing in waiting.Where(o => !(_resting.TryGetValue(o.Key, out var rest) && Stopwatch.GetElapsedTime(rest.Since) < rest.Pause)))
        {
            var conversation = database.Read(s => ConversationStore.Find(s, outgoing.Entry.Conversation))!;
            try
            {
                await office.Send(Compose(outgoing, conversation).ToMime(), cancellation);
                await writes.Run(w =>
                {
                    EntryStore.Sent(w.Session, outgoing.Key);
                    Changed(w, outgoing, conversation);
                });
                _resting.Remove(outgoing.Key);
                left = true;
            }
            catch (PostOfficeException wrong)
            {
                log.LogWarning("Mail of entry {Entry} was not taken: {Reason}", outgoing.Entry.Id.Value, wrong.Message);
                _resting[outgoing.Key] = (Stopwatch.GetTimestamp(), TimeSpan.FromSeconds(Math.Min(3600, 4 * Math.Pow(2, outgoing.Tries))));
                await writes.Run(w =>
                {
                    EntryStore.NotSent(w.Session, outgoing.Key, wrong.Message);
                    Changed(w, outgoing, conversation);
                });
            }
        }

        return left && waiting.Count == AtOnce;
    }

    private void Changed(Writing w, Outgoing outgoing, Conversation conversation) =>
        w.Log(new Change(ChangeKinds.ConversationChanged, conversation.Id.Value, conversation.Place, Thing.Working, clock.Now, null, conversation.Docket?.Id, conversation.Id));

    private OutgoingMail Compose(Outgoing outgoing, Conversation conversation)
    {
        var roster = who.Current;
        var entry = outgoing.Entry;
        var text = EntryText.FromMarkdown(entry.Body, showTags: false);
        var before = database.Read(s => EntryStore.MailsBefore(s, conversation.Key, outgoing.Key, MostReferences));
        IReadOnlyList<(string, string)> to = conversation.Party is { } party
            ? [.. roster.AddressesOf(party)]
            : [(conversation.Stranger!.Name, conversation.Stranger.Address)];
        var subject = conversation.Docket is { } docket ? $"{conversation.Subject} [{docket.Ref}]" : conversation.Subject;
        return new(entry.Id.Value, ($"{roster.NameOf(entry.Author!.Value)}, {roster.Firm!.Name}", roster.Firm.Address), to, subject,
            entry.At.ToDateTimeOffset(), text.Plain, text.Html, before.FirstOrDefault(), [.. before.AsEnumerable().Reverse()]);
    }

    public override void Dispose()
    {
        _wake.Dispose();
        base.Dispose();
    }
}
