using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Mail;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>What became of a mail that arrived.</summary>
public enum Arrival
{
    /// <summary>It stands in a conversation.</summary>
    Posted,

    /// <summary>It was here before.</summary>
    Repeat,

    /// <summary>It could not be read and is kept aside.</summary>
    Aside,
}

/// <summary>Takes mail in: into the conversation that its references name, else that of its sender, else a new one in the unsorted queue.</summary>
public sealed class Intake(WriteQueue writes, WhoIsWho who, Posting posting)
{
    /// <summary>Takes one mail in. Whatever its bytes are, they end in a conversation or aside: nothing is lost.</summary>
    public async Task<Arrival> Take(byte[] raw, Instant at)
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

        return await writes.Run(w =>
        {
            if (mail.MessageId is { } known && EntryStore.KnowsMail(w.Session, known)) return Arrival.Repeat;
            var roster = who.Current;
            var contact = roster.ByAddress(mail.From.Address)?.Person is { IsStaff: false } person ? person : null;
            var conversation = Belongs(w, mail, contact) ?? Open(w, roster, mail, contact, at);
            posting.Receive(w, conversation, contact, mail, at);
            return Arrival.Posted;
        });
    }

    /// <summary>
    /// The conversation a mail belongs to: by its references where its sender is of that conversation, so that a forwarded
    /// thread does not let a stranger in; else the newest open one with its sender; null for a new one.
    /// </summary>
    private static Conversation? Belongs(Writing w, IncomingMail mail, Person? contact)
    {
        if (ConversationStore.ByMail(w.Session, mail.Threads) is { } referred)
        {
            var same = contact is not null ? referred.Party == contact.Party : string.Equals(referred.Stranger?.Address, mail.From.Address, StringComparison.OrdinalIgnoreCase);
            if (same) return referred;
        }

        if (contact?.Party is { } party) return ConversationStore.OfParty(w.Session, party).Find(c => c.Open);
        return contact is null ? ConversationStore.OpenWithStranger(w.Session, mail.From.Address) : null;
    }

    private static Conversation Open(Writing w, Roster roster, IncomingMail mail, Person? contact, Instant at)
    {
        var id = new ConversationId(Guid.CreateVersion7());
        var stranger = contact is null ? new Stranger(mail.From.Name.Length > 0 ? mail.From.Name : mail.From.Address, mail.From.Address) : null;
        ConversationStore.Add(w.Session, id, Audience.Outside, null, contact?.Party, stranger, roster.Unsorted?.Id, null, mail.Subject.Length > 0 ? mail.Subject : "(no subject)");
        var conversation = ConversationStore.Find(w.Session, id)!;
        w.Log(new Change(ChangeKinds.ConversationMade, id.Value, conversation.Place, Thing.Working, at, null, null, id));
        return conversation;
    }
}
