using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Mail;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Something that cannot be said as it stands, and why.</summary>
/// <param name="Reason">What is wrong and what to do.</param>
/// <param name="Unseeing">People who were tagged and do not see the place; empty otherwise.</param>
public sealed record PostRefusal(string Reason, ImmutableArray<Person> Unseeing);

/// <summary>What came of posting: the entry, a refusal, or neither where the author does not see the place.</summary>
public sealed record Posted(Entry? Entry, PostRefusal? Refusal)
{
    public static readonly Posted Unseen = new(null, null);

    public static Posted Refuse(string reason, params ImmutableArray<Person> unseeing) => new(null, new(reason, unseeing));
}

/// <summary>Says something in a conversation: the one way in for notes, replies, customers' words and incoming mail.</summary>
public sealed class Posting(WriteQueue writes, WhoIsWho who)
{
    /// <summary>Longest body, in characters.</summary>
    public const int LongestBody = 100_000;

    /// <summary>Posts as a person who is signed in.</summary>
    /// <param name="id">The client's id for the entry: a repeat is one entry.</param>
    /// <param name="place">Conversation to post in; the author must see it.</param>
    /// <param name="author">Staff or a contact.</param>
    /// <param name="body">Markdown from staff, plain text from a contact.</param>
    /// <param name="close">Whether to close the conversation with it.</param>
    /// <param name="at">When it is said.</param>
    public Task<Posted> Post(EntryId id, ConversationId place, Person author, string body, bool close, Instant at)
    {
        var rendered = author.IsStaff ? EntryText.FromMarkdown(body) : EntryText.FromPlain(body);
        return writes.Run(w =>
        {
            var roster = who.Current;
            if (ConversationStore.Find(w.Session, place) is not { } conversation || !author.MaySee(conversation.Place)) return Posted.Unseen;
            var outside = conversation.Audience is Audience.Outside;
            var (tagged, refusal) = CheckTags(rendered.Tags, conversation, roster);
            if (refusal is not null) return new Posted(null, refusal);
            var kind = !author.IsStaff ? EntryKind.MessageIn : outside ? EntryKind.MessageOut : EntryKind.Note;
            Via? via = !outside ? null : kind is EntryKind.MessageOut && ConversationViews.SendsMail(conversation, roster) ? Via.Mail : Via.Page;
            var entry = new Entry(0, id, place, kind, via, author.Id, null, at, body, author.IsStaff, rendered.Html);
            return Write(w, roster, conversation, entry, rendered, tagged, close, null);
        });
    }

    /// <summary>Posts what came in by mail. A mail whose Message-ID is known already is one entry.</summary>
    /// <param name="w">The write it belongs to.</param>
    /// <param name="conversation">Where it belongs.</param>
    /// <param name="contact">The party's contact who wrote; null for a stranger.</param>
    /// <param name="mail">The mail.</param>
    /// <param name="at">When it arrived.</param>
    public Posted Receive(Writing w, Conversation conversation, Person? contact, IncomingMail mail, Instant at)
    {
        ArgumentNullException.ThrowIfNull(mail);
        var body = mail.Text.Length > LongestBody ? mail.Text[..LongestBody] : mail.Text;
        var text = body.Length > 0 ? body : mail.Subject.Length > 0 ? mail.Subject : "(no words)";
        var rendered = EntryText.FromPlain(text);
        var entry = new Entry(0, new EntryId(Guid.CreateVersion7()), conversation.Id, EntryKind.MessageIn, Via.Mail, contact?.Id, contact is null ? conversation.Stranger?.Name ?? mail.From.Address : null, at, text, false, rendered.Html);
        return Write(w, who.Current, conversation, entry, rendered, [], false, mail.MessageId);
    }

    private static Posted Write(Writing w, Roster roster, Conversation conversation, Entry entry, RenderedText rendered, ImmutableArray<Alert> tagged, bool close, string? messageId)
    {
        if (EntryStore.Add(w.Session, conversation, entry, rendered.Plain, rendered.Tags.Select(t => (TagLink.Word(t.Kind), t.Target))) is not { } key)
        {
            var said = EntryStore.Find(w.Session, entry.Id)!;
            return said.Conversation == entry.Conversation && said.Author == entry.Author && said.Body == entry.Body
                ? new Posted(said, null)
                : Posted.Refuse("Another entry has this id already. Load the page again and repeat; your words are kept.");
        }

        var owner = conversation.Owner;
        var exchange = entry.Kind switch
        {
            EntryKind.MessageIn => conversation.Exchange.Received(entry.At),
            EntryKind.MessageOut => conversation.Exchange.Replied(entry.At),
            _ => conversation.Exchange,
        };
        if (entry.Kind is EntryKind.MessageOut) owner = Ownership.AfterReply(owner, entry.Author!.Value);
        var open = entry.Kind is EntryKind.MessageIn || (conversation.Open && !close);
        ConversationStore.Update(w.Session, conversation with { Owner = owner, Exchange = exchange, Open = open, LastEntry = key });

        if (entry.Via is Via.Mail && entry.Kind is EntryKind.MessageOut)
        {
            EntryStore.AddOutgoing(w.Session, key);
            EntryStore.AddMail(w.Session, OutgoingMail.MessageIdOf(entry.Id.Value, roster.Firm!.Address), key, conversation.Key);
        }
        else if (messageId is not null)
        {
            EntryStore.AddMail(w.Session, messageId, key, conversation.Key);
        }

        w.Log(new Change(ChangeKinds.EntryPosted, entry.Id.Value, conversation.Place, EntrySight.ThingOf(entry.Kind), entry.At, entry.Author, conversation.Docket?.Id, conversation.Id));
        if (conversation.Audience is Audience.Outside)
            w.Log(new Change(ChangeKinds.ConversationChanged, conversation.Id.Value, conversation.Place, Thing.Working, entry.At, entry.Author, conversation.Docket?.Id, conversation.Id));
        var concerns = tagged.AddRange(Concerned(conversation, entry));
        foreach (var alert in Alerting.Whom(entry.Author, conversation.Place, EntrySight.ThingOf(entry.Kind), concerns, id => roster.Find(id)))
            Telling.Tell(w, alert, entry.Author, entry.At, conversation.Id, entry.Id, null, rendered.Plain);
        return new Posted(entry with { Key = key, Delivery = entry is { Via: Via.Mail, Kind: EntryKind.MessageOut } ? new Delivery(false, null) : null }, null);
    }

    /// <summary>Those whom an entry concerns without a tag: the conversation's owner when the party writes, the docket's owner in any case.</summary>
    private static IEnumerable<Alert> Concerned(Conversation conversation, Entry entry)
    {
        if (entry.Kind is EntryKind.MessageIn && conversation.Owner is { } owner) yield return new(owner, AlertReason.OwnConversation);
        if (conversation.Docket?.Owner is { } follows) yield return new(follows, AlertReason.Following);
    }

    /// <summary>Tagging needs sight: inside of the docket; outside only that party's contacts and staff.</summary>
    private static (ImmutableArray<Alert> Tagged, PostRefusal? Refusal) CheckTags(ImmutableArray<TagLink> tags, Conversation conversation, Roster roster)
    {
        var tagged = ImmutableArray.CreateBuilder<Alert>();
        var unseeing = ImmutableArray.CreateBuilder<Person>();
        foreach (var tag in tags)
        {
            if (tag.Kind is TagKind.Person && Guid.TryParse(tag.Target, out var id) && roster.Find(new PersonId(id)) is { } person)
            {
                if (person.MaySee(conversation.Place)) tagged.Add(new(person.Id, AlertReason.Tagged));
                else unseeing.Add(person);
            }
            else if (tag.Kind is TagKind.Crew && Guid.TryParse(tag.Target, out id) && roster.Crews.TryGetValue(new CrewId(id), out var crew))
            {
                tagged.AddRange(crew.Members.Select(m => new Alert(m, AlertReason.CrewTagged)));
            }
        }

        if (unseeing.Count == 0) return (tagged.ToImmutable(), null);
        var names = string.Join(" and ", unseeing.Select(p => p.FirstName));
        var reason = conversation.Audience is Audience.Outside
            ? $"{names} {(unseeing.Count == 1 ? "is" : "are")} not part of this conversation and cannot be tagged in it. Take the tag out; your words are kept."
            : $"{names} {(unseeing.Count == 1 ? "does" : "do")} not see this docket. Give sight of it first, or take the tag out; your words are kept.";
        return ([], new(reason, conversation.Audience is Audience.Outside ? [] : [.. unseeing.Where(p => p.IsStaff)]));
    }
}
