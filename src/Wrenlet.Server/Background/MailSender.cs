using NodaTime;
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
    private const int AtOnce = 20;
    private const int MostReferences = 20;
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(5);
    private readonly SemaphoreSlim _wake = new(0, 1);

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
                while (await SendDue(stoppingToken) == AtOnce)
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

    /// <summary>Sends what is due now.</summary>
    /// <returns>How many were tried.</returns>
    public async Task<int> SendDue(CancellationToken cancellation)
    {
        if (who.Current.Firm is null) return 0;
        var due = database.Read(s => EntryStore.DueOutgoing(s, clock.Now, AtOnce));
        foreach (var outgoing in due)
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
            }
            catch (PostOfficeException wrong)
            {
                log.LogWarning("Mail of entry {Entry} was not taken: {Reason}", outgoing.Entry.Id.Value, wrong.Message);
                var next = clock.Now + Duration.FromSeconds(Math.Min(3600, 5 * Math.Pow(2, outgoing.Tries)));
                await writes.Run(w =>
                {
                    EntryStore.NotSent(w.Session, outgoing.Key, wrong.Message, next);
                    Changed(w, outgoing, conversation);
                });
            }
        }

        return due.Count;
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
