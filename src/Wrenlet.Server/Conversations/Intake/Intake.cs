using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Conversations;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>What became of a mail or text that arrived.</summary>
public enum Arrival
{
    /// <summary>It stands in a conversation.</summary>
    Posted,

    /// <summary>It was here before.</summary>
    Repeat,

    /// <summary>It could not be read and is kept aside.</summary>
    Aside,
}

/// <summary>
/// Takes mail and text in: into the conversation that its references name, else the open one of its sender, else the
/// queue of that party's docket, else where the router is sure of, else into the unsorted queue.
/// </summary>
internal sealed class Intake(
    WriteQueue writes,
    WhoIsWho who,
    Posting posting,
    FileKeeper keeper,
    Routers routers,
    Convening convening,
    Dispatcher happenings
)
{
    /// <summary>
    /// Takes one mail in. Whatever its bytes are, they end in a conversation or aside: nothing is lost.
    /// </summary>
    /// <param name="raw">The mail.</param>
    /// <param name="at">When it arrived.</param>
    /// <param name="original">Whether the mail is kept as it arrived beside what is read out of it; not for the demo's,
    /// which never was one.</param>
    public async Task<Arrival> Take(byte[] raw, Instant at, bool original = true)
    {
        IncomingMail mail;
        try
        {
            mail = IncomingMail.Read(raw);
        }
        catch (MalformedMailException wrong)
        {
            await writes.Run(w => EntryStore.PutAside(w.Session, Guid.CreateVersion7(), at, wrong.Message, raw));
            return Arrival.Aside;
        }

        // Bytes are on the disk before the rows that name them.
        var files = mail
            .Files.Select(f =>
                (Mail: f, Kept: keeper.Keep(Guid.CreateVersion7(), f.Bytes, f.Name, f.MediaType, null, at))
            )
            .ToList();
        var source = !original ? null : keeper.Keep(Guid.CreateVersion7(), raw, "mail.eml", "message/rfc822", null, at);
        return await writes.Run(w =>
        {
            if (mail.MessageId is { } known && EntryStore.KnowsMail(w.Session, known))
                return Arrival.Repeat;
            if (mail.Returned is { } returned && CameBack(w, returned, at))
                return Arrival.Posted;
            var roster = who.Current;
            var contact = roster.ByAddress(mail.From.Address)?.Person is { IsStaff: false } person ? person : null;
            var stranger = contact is null
                ? new Stranger(mail.From.Name.Length > 0 ? mail.From.Name : mail.From.Address, mail.From.Address)
                : null;
            var words = mail.Text.Length > Posting.LongestBody ? mail.Text[..Posting.LongestBody] : mail.Text;
            if (words.Length == 0)
                words =
                    files.Count > 0 ? $"({(files.Count == 1 ? "a file" : $"{files.Count} files")}, no words)"
                    : mail.Subject.Length > 0 ? mail.Subject
                    : "(no words)";
            var conversation =
                Placing.Referred(ConversationStore.ByMail(w.Session, mail.Threads), contact?.Party, mail.From.Address)
                ?? GoesOn(w, roster, contact, stranger)
                ?? Open(
                    w,
                    roster,
                    contact,
                    stranger,
                    mail.Subject.Length > 0 ? mail.Subject : "(no subject)",
                    words,
                    mail.Kind is MailKind.Written,
                    at,
                    mail.To.IsDefault ? [] : mail.To
                );
            var attends =
                contact is not null && mail.Calendar is { } calendar
                    ? MeetingCalendar.ReadReply(calendar, roster.Firm!.Calendar.Zone)
                    : null;
            var onlyComes = attends is not null && convening.OnlyComes(w.Session, contact!, attends, mail.Text);
            foreach (var (_, kept) in files)
                FileStore.Add(w.Session, kept);
            if (source is not null)
                FileStore.Add(w.Session, source);
            var html =
                words == mail.Text
                    ? mail.Body.Html(cid =>
                        files.Find(f => f.Mail.ContentId == cid).Kept is { } picture ? $"/api/files/{picture.Id}" : null
                    )
                    : EntryText.FromPlain(words).Html;
            posting.Receive(
                w,
                conversation,
                new Entry(
                    0,
                    new EntryId(Guid.CreateVersion7()),
                    conversation.Id,
                    EntryKind.MessageIn,
                    Via.Mail,
                    contact?.Id,
                    contact is null ? conversation.Stranger?.Name ?? mail.From.Address : null,
                    at,
                    words,
                    false,
                    html,
                    Automatic: mail.Kind is not MailKind.Written || onlyComes,
                    Source: source?.Id,
                    Files: files.Count
                ),
                words,
                [.. files.Select(f => new Attachment(f.Kept.Id))],
                mail.MessageId
            );
            SayStandIn(w, conversation, mail.StandInBy, at);
            if (attends is not null)
                convening.Hear(w, contact!, attends, at);
            else if (contact is not null && mail.Kind is MailKind.Written)
                happenings.Say(w, new MessageHeard(conversation, contact, words, Answered(w, mail), at));
            return Arrival.Posted;
        });
    }

    /// <summary>Takes one text message in. One whose id is known already is one entry.</summary>
    /// <param name="id">The gateway's id of it.</param>
    /// <param name="number">Sender's number in E.164.</param>
    /// <param name="text">What it says.</param>
    /// <param name="at">When it arrived.</param>
    /// <param name="standIn">Who of ours put it in through the stand-in; null when nobody did.</param>
    public Task<Arrival> TakeText(string id, string number, string text, Instant at, string? standIn = null) =>
        writes.Run(w =>
        {
            if (EntryStore.KnowsText(w.Session, id))
                return Arrival.Repeat;
            var roster = who.Current;
            var contact = roster.ByPhone(number)?.Person is { IsStaff: false } person ? person : null;
            var stranger = contact is null ? new Stranger(number, null, number) : null;
            var words = text.Trim() is { Length: > 0 } said ? said : "(no words)";
            var conversation =
                GoesOn(w, roster, contact, stranger)
                ?? Open(w, roster, contact, stranger, $"Text from {contact?.Name ?? number}", words, true, at);
            var entry = posting.Receive(
                w,
                conversation,
                new Entry(
                    0,
                    new EntryId(Guid.CreateVersion7()),
                    conversation.Id,
                    EntryKind.MessageIn,
                    Via.Text,
                    contact?.Id,
                    contact is null ? number : null,
                    at,
                    words,
                    false,
                    EntryText.FromPlain(words).Html
                ),
                words,
                [],
                null
            );
            EntryStore.AddText(w.Session, id, entry.Key);
            SayStandIn(w, conversation, standIn, at);
            if (contact is not null)
                happenings.Say(w, new MessageHeard(conversation, contact, words, null, at));
            return Arrival.Posted;
        });

    /// <summary>Says of what came through a stand-in who put it in; in the demo everything does.</summary>
    private void SayStandIn(Writing w, Conversation conversation, string? by, Instant at)
    {
        if (by is not null && who.Current.Firm is { Demo: false })
            EventLines.Add(
                w,
                ConversationStore.Find(w.Session, conversation.Id)!,
                null,
                at,
                $"{by} entered this as a test; it did not come from outside"
            );
    }

    /// <summary>Marks what we sent as returned, and tells its author.</summary>
    /// <returns>Whether it was a mail of ours.</returns>
    private bool CameBack(Writing w, ReturnedMail returned, Instant at)
    {
        if (
            returned.MessageId is not { } id
            || EntryStore.ByMail(w.Session, id) is not { } found
            || found.Entry.Kind is not EntryKind.MessageOut
        )
            return false;
        var conversation = ConversationStore.Find(w.Session, found.Conversation)!;
        var reason =
            $"{(returned.Address is { } to ? $"{to} was not reached" : "It was not delivered")}: {returned.Reason}";
        EntryStore.CameBack(w.Session, found.Entry.Key, reason);
        EventLines.EntryChanged(w, found.Entry, conversation, null, at, Thing.Working);
        var left = found.Entry.At.InZone(who.Current.Firm!.Calendar.Zone);
        EventLines.Add(
            w,
            conversation,
            null,
            at,
            $"The mail of {left.ToString("d MMM HH:mm", System.Globalization.CultureInfo.InvariantCulture)} came back. "
                + $"{reason}"
        );
        happenings.Say(w, new MessageReturned(conversation, found.Entry, reason, at));
        return true;
    }

    private static EntryId? Answered(Writing w, IncomingMail mail) =>
        mail.Threads.Select(t => EntryStore.ByMail(w.Session, t)?.Entry.Id).FirstOrDefault(e => e is not null);

    /// <summary>The conversation that something of a sender's goes on with; null when it begins one.</summary>
    private static Conversation? GoesOn(Writing w, Roster roster, Person? contact, Stranger? stranger)
    {
        if (contact?.Party is { } party && roster.Parties.ContainsKey(party))
            return Placing.GoesOn(
                ConversationStore.OfParty(w.Session, party),
                d => DocketStore.Find(w.Session, d.Id) is { Open: true }
            );
        return stranger is { Address: { } address } ? ConversationStore.OpenWithStranger(w.Session, address)
            : stranger is { Phone: { } phone } ? ConversationStore.OpenWithPhone(w.Session, phone)
            : null;
    }

    private Conversation Open(
        Writing w,
        Roster roster,
        Person? contact,
        Stranger? stranger,
        string subject,
        string words,
        bool routed,
        Instant at,
        IReadOnlyCollection<string>? to = null
    )
    {
        var id = new ConversationId(Guid.CreateVersion7());
        var text = subject + "\n" + words;
        var ofDocket = contact?.Party is { } party
            ? Placing.QueueOfDocket(ConversationStore.OfParty(w.Session, party))
            : null;
        var writtenTo = roster.QueueAt(to ?? []);
        var guess = ofDocket is null && writtenTo is null && routed ? routers.Place(w.Session, text) : null;
        var queue = Placing.Queue(ofDocket, writtenTo, guess, roster.IsLive, roster.Unsorted?.Id);
        ConversationStore.Add(
            w.Session,
            id,
            Audience.Outside,
            docket: null,
            contact?.Party,
            stranger,
            queue,
            owner: null,
            subject
        );
        var conversation = ConversationStore.Find(w.Session, id)!;
        if (guess is not null)
            routers.Remember(w.Session, conversation, text, guess, at);
        EventLines.Begun(w, conversation, null, at);
        return conversation;
    }
}
