using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.Outside;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Background;

/// <summary>
/// Sends what waits in the outbox once its time to think is over. Before it is handed over it is marked as leaving, so
/// that it can no
/// longer be taken back. When the server stops between handing over and noting that, a post office that tells repeats
/// by their id gets
/// it again; with any other nobody knows whether it left, and a person decides.
/// </summary>
internal sealed class Sender(
    Database database,
    WriteQueue writes,
    WhoIsWho who,
    IPostOffice office,
    StandinTextOffice texts,
    Mails mails,
    PartyLinks links,
    Settings settings,
    FirmClock clock,
    Stuck stuck,
    Dispatcher happenings,
    ILogger<Sender> log
) : BackgroundService
{
    private const string Work = "Sending a message";
    private const int AtOnce = 200;
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(5);
    private readonly SemaphoreSlim _wake = new(0, 1);

    /// <summary>
    /// What was marked as leaving when this server started: the one before stopped in the middle of it. Null until the
    /// outbox was read once.
    /// </summary>
    private HashSet<long>? _interrupted;

    /// <summary>
    /// What was handed over and could not be noted as such yet (a full disk): it is noted again, never sent again.
    /// </summary>
    private readonly HashSet<long> _gone = [];

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        void Wake(IReadOnlyList<Change> changes)
        {
            if (
                _wake.CurrentCount == 0
                && changes.Any(c =>
                    c.Kind is ChangeKinds.EntryPosted or ChangeKinds.EntryChanged && c.Place is Place.Outside
                )
            )
                _wake.Release();
        }

        writes.Committed += Wake;
        try
        {
            while (!stoppingToken.IsCancellationRequested)
            {
                var next = DateTimeOffset.UtcNow + Pause;
                if (who.Current.Firm is not null)
                    await stuck.Try(
                        DueWork.Loop(
                            "Looking into the outbox",
                            "all of it",
                            async () => next = await SendDue(stoppingToken)
                        ),
                        stoppingToken
                    );

                var wait = next - DateTimeOffset.UtcNow;
                await _wake.WaitAsync(
                    wait < TimeSpan.FromMilliseconds(20) ? TimeSpan.FromMilliseconds(20)
                        : wait < Pause ? wait
                        : Pause,
                    stoppingToken
                );
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

    /// <summary>Sends what is due and does not rest.</summary>
    /// <returns>When the next one is due.</returns>
    private async Task<DateTimeOffset> SendDue(CancellationToken cancellation)
    {
        var waiting = database.Read(s => OutgoingStore.Waiting(s, AtOnce));
        _interrupted ??= [.. waiting.Where(o => o.Leaving).Select(o => o.Key)];
        var now = DateTimeOffset.UtcNow;
        foreach (var outgoing in waiting)
        {
            if (
                outgoing.NotBefore > now
                || outgoing.Entry.Delivery is { Unsure: true }
                || (
                    outgoing.Entry.Delivery is { Problem: not null }
                    && stuck.Rests(Work, outgoing.Entry.Id.Value.ToString())
                )
            )
                continue;
            var conversation = database.Read(s => ConversationStore.Find(s, outgoing.Entry.Conversation))!;
            if (
                outgoing.Leaving
                && _interrupted.Contains(outgoing.Key)
                && outgoing.Entry.Via is Via.Mail
                && !office.SendsOnce
            )
            {
                await writes.Run(w =>
                {
                    OutgoingStore.MayHaveLeft(
                        w.Session,
                        outgoing.Key,
                        "The server stopped while this was leaving. It may have been sent. Ask whether it arrived, or send it again."
                    );
                    Changed(w, outgoing, conversation, Thing.Working);
                });
                continue;
            }

            await Send(outgoing, conversation, cancellation);
        }

        return waiting.Select(o => o.NotBefore).Where(t => t > now).DefaultIfEmpty(now + Pause).Min();
    }

    private async Task Send(Outgoing outgoing, Conversation conversation, CancellationToken cancellation)
    {
        try
        {
            if (!_gone.Contains(outgoing.Key))
            {
                if (!await writes.Run(w => OutgoingStore.Leaves(w.Session, outgoing.Key)))
                    return;
                var page = await PageOf(outgoing);
                if (outgoing.Entry.Via is Via.Text)
                    Text(outgoing, page);
                else
                    await office.Send(
                        database.Read(s => mails.Compose(s, outgoing.Entry, conversation, who.Current, page)).ToMime(),
                        cancellation
                    );
                _gone.Add(outgoing.Key);
                Counted.MessagesOut.Add(1);
            }

            await writes.Run(w =>
            {
                OutgoingStore.Sent(w.Session, outgoing.Key);
                Changed(w, outgoing, conversation, Thing.Said);
            });
            _gone.Remove(outgoing.Key);
            await stuck.Done(Work, outgoing.Entry.Id.Value.ToString());
        }
        // What was handed over is noted with the next look: a full disk is no reason to send it twice.
        catch (Exception wrong)
            when (wrong is not Microsoft.Data.Sqlite.SqliteException && !cancellation.IsCancellationRequested)
        {
            log.LogWarning(wrong, "Entry {Entry} was not sent", outgoing.Entry.Id.Value);
            await NotSent(outgoing, conversation, wrong);
        }
    }

    /// <summary>
    /// Shows on an entry why it was not sent, and lets it rest. One that rests for good has come back to its sender.
    /// </summary>
    private async Task NotSent(Outgoing outgoing, Conversation conversation, Exception wrong)
    {
        var reason = wrong switch
        {
            PostOfficeException => wrong.Message,
            FileNotFoundException or DirectoryNotFoundException =>
                "A file that goes with it is not on the disk any more. Say it again without that file.",
            IOException => $"A file that goes with it cannot be read: {wrong.Message}",
            _ => $"It could not be made ready to leave: {wrong.Message}",
        };
        var failed = await stuck.Failed(
            new(Work, outgoing.Entry.Id.Value.ToString(), "", outgoing.Entry.Author, () => Task.CompletedTask)
            {
                Title = conversation.Docket is { } docket ? $"{docket.Ref} {docket.Subject}" : conversation.Subject,
                Conversation = conversation.Id,
                ToldElsewhere = true,
            },
            reason
        );
        await writes.Run(w =>
        {
            OutgoingStore.NotSent(w.Session, outgoing.Key, reason);
            if (failed.Next is null)
                happenings.Say(w, new MessageReturned(conversation, outgoing.Entry, reason, clock.Now));
            Changed(w, outgoing, conversation, Thing.Working);
        });
    }

    /// <summary>Says how an entry stands now: to staff in any case, to the party once it has left.</summary>
    private void Changed(Writing w, Outgoing outgoing, Conversation conversation, Thing thing)
    {
        w.Log(
            new Change(
                thing is Thing.Said ? ChangeKinds.EntryPosted : ChangeKinds.EntryChanged,
                outgoing.Entry.Id.Value,
                conversation.Place,
                thing,
                clock.Now,
                outgoing.Entry.Author,
                conversation.Docket?.Id,
                conversation.Id
            )
        );
        w.Log(
            new Change(
                ChangeKinds.ConversationChanged,
                conversation.Id.Value,
                conversation.Place,
                Thing.Working,
                clock.Now,
                null,
                conversation.Docket?.Id,
                conversation.Id
            )
        );
    }

    /// <summary>Where its recipient finds their page, where the message says so.</summary>
    private async Task<string> PageOf(Outgoing outgoing)
    {
        var (names, to) = database.Read(s =>
            (
                mails.NamesPage(s, outgoing.Entry, who.Current),
                EntryStore.Recipients(s, outgoing.Key).Select(r => r.Address).ToList()
            )
        );
        return names ? await links.InMessage(outgoing.Entry.Id.Value, to) : settings.PublicAddress;
    }

    private void Text(Outgoing outgoing, string page)
    {
        var (to, how) = database.Read(s =>
            (EntryStore.Recipients(s, outgoing.Key), mails.HowToAnswer(s, outgoing.Entry, who.Current, page))
        );
        texts.Send(
            new TextMessage(
                outgoing.Entry.Id.Value.ToString("N"),
                who.Current.Firm!.Name,
                to[0].Address,
                EntryText.FromMarkdown(outgoing.Entry.Body, showTags: false).Plain + (how is null ? "" : "\n" + how),
                clock.GetUtcNow()
            )
        );
    }

    public override void Dispose()
    {
        _wake.Dispose();
        base.Dispose();
    }
}
