using System.Net;
using System.Text;
using MimeKit;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;
using Wrenlet.Formats.Conversations;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Background;

/// <summary>
/// Mails what has stayed unread for an hour: one mail an hour for each person at most, none in their quiet hours, and
/// each
/// alert once. Its Message-ID is that of its newest alert, so that one sent again after a crash is the same mail.
/// </summary>
internal sealed class Digesting(
    Database database,
    WriteQueue writes,
    WhoIsWho who,
    IPostOffice office,
    Settings settings,
    FirmClock clock,
    Stuck stuck
) : BackgroundService
{
    private const int MostLines = 40;
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(20);
    private static readonly Duration Waits = Duration.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Pause);
        try
        {
            do
            {
                if (who.Current.Firm is not null)
                    await stuck.Try(
                        DueWork.Loop("Looking for digests", "all people", () => SendDue(clock.Now, stoppingToken)),
                        stoppingToken
                    );
            } while (await timer.WaitForNextTickAsync(stoppingToken));
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }

    /// <summary>Sends each digest that is due.</summary>
    /// <returns>How many were sent.</returns>
    public async Task<int> SendDue(Instant now, CancellationToken cancellation)
    {
        var roster = who.Current;
        var sent = 0;
        foreach (var id in database.Read(s => AlertStore.AwaitingDigest(s, now - Waits)))
        {
            if (
                !roster.Profiles.TryGetValue(id, out var profile)
                || profile is not { Address: { } address, Person.IsStaff: true }
            )
                continue;
            await stuck.Try(
                new(
                    "Sending a digest",
                    id.Value.ToString(),
                    profile.Person.Name,
                    null,
                    async () => sent += await Send(roster, profile.Person, address, now, cancellation) ? 1 : 0
                ),
                cancellation
            );
        }

        return sent;
    }

    /// <returns>Whether there was something to send.</returns>
    private async Task<bool> Send(
        Roster roster,
        Person person,
        string address,
        Instant now,
        CancellationToken cancellation
    )
    {
        var (alerts, due) = database.Read(s =>
        {
            var setting = AlertStore.SettingOf(s, person.Id);
            var rests =
                setting.Quiet.At(now, roster.HoursOf(person.Id))
                || (AlertStore.LastDigest(s, person.Id) is { } last && last > now - Waits);
            return (AlertStore.Undigested(s, person.Id, 500), setting.Digest && !rests);
        });
        if (!due || alerts.Count == 0)
            return false;
        await office.Send(Mail(roster, person, address, alerts, now), cancellation);
        await writes.Run(w => AlertStore.Digested(w.Session, alerts.Select(a => a.Key), now));
        return true;
    }

    private MimeMessage Mail(Roster roster, Person person, string address, List<StoredAlert> alerts, Instant now)
    {
        var (plain, html) = (new StringBuilder(), new StringBuilder("<!doctype html><html><body>"));
        var count = alerts.Count == 1 ? "1 thing you have not read" : $"{alerts.Count} things you have not read";
        plain.Append(count).Append(" at ").Append(roster.Firm!.Name).Append("\n\n");
        html.Append("<p>").Append(WebUtility.HtmlEncode($"{count} at {roster.Firm.Name}")).Append("</p>");
        foreach (
            var (name, list) in new[]
            {
                ("For you", alerts.Where(a => AlertLevels.IsForMe(a.Reason)).ToList()),
                ("For information", alerts.Where(a => !AlertLevels.IsForMe(a.Reason)).ToList()),
            }
        )
        {
            if (list.Count == 0)
                continue;
            plain.Append(name).Append('\n');
            html.Append("<h3>").Append(name).Append("</h3><ul>");
            foreach (var alert in list.TakeLast(MostLines))
            {
                var (conversation, from) = database.Read(s =>
                {
                    var place = alert.Conversation is { } c ? ConversationStore.Find(s, c) : null;
                    return (place, AlertEndpoints.From(s, alert, place, roster));
                });
                var line =
                    $"{Alerting.Words(alert.Reason, roster.Find(alert.By)?.FirstName, from)}"
                    + $"{(alert.Docket is { } d ? $" in {d} {alert.Subject?.Split(':')[0]}" : "")}: "
                    + $"{alert.Words}";
                var link = settings.PublicAddress + AlertEndpoints.PathOf(alert, conversation);
                plain.Append("- ").Append(line).Append("\n  ").Append(link).Append('\n');
                html.Append("<li><a href=\"")
                    .Append(WebUtility.HtmlEncode(link))
                    .Append("\">")
                    .Append(WebUtility.HtmlEncode(line))
                    .Append("</a></li>");
            }

            if (list.Count > MostLines)
                plain.Append($"and {list.Count - MostLines} before these\n");
            plain.Append('\n');
            html.Append("</ul>")
                .Append(list.Count > MostLines ? $"<p>and {list.Count - MostLines} before these</p>" : "");
        }

        var why =
            $"This comes once an hour while something is unread. Turn it off under Alerts: {settings.PublicAddress}/";
        plain.Append(why).Append('\n');
        html.Append("<p>").Append(WebUtility.HtmlEncode(why)).Append("</p></body></html>");
        var mail = new MimeMessage
        {
            MessageId = OutgoingMail.MessageIdOf(alerts[^1].Id, roster.Firm.Address),
            Date = now.ToDateTimeOffset(),
            Subject = count,
        };
        mail.From.Add(new MailboxAddress(roster.Firm.Name, roster.Firm.Address));
        mail.To.Add(new MailboxAddress(person.Name, address));
        // A machine wrote it (RFC 3834): nothing answers it by itself.
        mail.Headers.Add("Auto-Submitted", "auto-generated");
        mail.Body = new BodyBuilder { TextBody = plain.ToString(), HtmlBody = html.ToString() }.ToMessageBody();
        return mail;
    }
}
