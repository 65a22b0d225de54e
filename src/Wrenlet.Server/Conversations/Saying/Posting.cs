using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Conversations;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>
/// Says something in a conversation: the one way in for notes, replies, customers' words and incoming mail.
/// </summary>
internal sealed class Posting(
    WriteQueue writes,
    WhoIsWho who,
    Settings settings,
    Pointing pointing,
    FilePlaces places,
    BeforeLeaving leaving,
    Dispatcher happenings
)
{
    /// <summary>Longest body, in characters.</summary>
    public const int LongestBody = 100_000;

    /// <summary>Longest text message, in characters: ten parts of one in UCS-2 (3GPP TS 23.040).</summary>
    public const int LongestText = 670;

    /// <summary>Posts as a person who is signed in.</summary>
    /// <param name="id">The client's id for the entry: a repeat is one entry.</param>
    /// <param name="place">Conversation to post in; the author must see it.</param>
    /// <param name="author">Staff or a contact.</param>
    /// <param name="saying">What is said.</param>
    /// <param name="at">When it is said.</param>
    public Task<Posted> Post(EntryId id, ConversationId place, Person author, Saying saying, Instant at)
    {
        var words = author.IsStaff ? EntryText.FromMarkdown(saying.Body) : EntryText.FromPlain(saying.Body);
        return writes.Run(w => Post(w, id, place, author, saying, words, at));
    }

    /// <summary>Why something cannot be said as it stands; null when it can.</summary>
    /// <param name="session">Where to read.</param>
    public PostRefusal? Refuses(
        SqlSession session,
        Conversation conversation,
        Person author,
        Saying saying,
        RenderedText words,
        Instant at
    ) => Weigh(session, conversation, author, saying, words, at).Refusal;

    /// <summary>Posts within a write that does more.</summary>
    public Posted Post(
        Writing w,
        EntryId id,
        ConversationId place,
        Person author,
        Saying saying,
        RenderedText words,
        Instant at
    )
    {
        var roster = who.Current;
        if (SeenTalk.Conversation(w.Session, place.Value, author) is not { } conversation)
            return Posted.Unseen;
        if (author.IsStaff && words.Tags.Any(Pointing.MaySayTooMuch))
        {
            saying = saying with { Body = pointing.Discreet(w.Session, saying.Body, conversation.Place, roster) };
            words = EntryText.FromMarkdown(saying.Body);
        }

        if (EntryStore.Knows(w.Session, id) && EntryStore.Find(w.Session, id) is { } said)
            return Repeat(said, place, author, saying);
        var (refusal, weighed) = Weigh(w.Session, conversation, author, saying, words, at);
        if (weighed is not var (answered, kind, via, cleared, full))
            return new(null, refusal);
        words = full;
        var brought = saying.Brings ?? [];
        var entry = new Entry(
            0,
            id,
            place,
            kind,
            via,
            author.Id,
            null,
            at,
            saying.Body,
            author.IsStaff,
            words.Html,
            Automatic: saying.ByRule,
            Circular: saying.Circular,
            Knowing: cleared.Knowing,
            Files: saying.Files?.Count ?? 0,
            RepliesTo: answered?.Key,
            ForwardedFrom: saying.Passes is { } passed ? EntryStore.Find(w.Session, passed)?.Key : null
        );
        entry = brought.Aggregate(entry, (e, thing) => thing.Mark(e));
        entry = Write(w, roster, conversation, entry, words, saying, cleared.To);
        foreach (var thing in brought)
            thing.Write(w, entry);
        if (saying.Invites is { } invites && kind is EntryKind.MessageOut)
            MeetingStore.AddLetter(w.Session, entry.Key, invites);
        if (cleared.Knowing is not null)
        {
            var to = conversation.Party is { } party ? PeopleStore.NameOf(w.Session, party) : "";
            LogStore.Add(
                w.Session,
                at,
                author.Id,
                LogKind.Dockets,
                "sent in spite of the leak check",
                $"{conversation.Docket?.Ref} {to}; the entry keeps the reasons".TrimStart()
            );
        }

        happenings.Say(w, new EntryWritten(conversation, entry, words, answered?.Author));
        return new(entry, null);
    }

    /// <summary>What was found out of something before it is written.</summary>
    /// <param name="Words">Its words, with those of all that goes with it.</param>
    private sealed record Weighed(Entry? Answered, EntryKind Kind, Via? Via, Cleared Cleared, RenderedText Words);

    /// <summary>Why something cannot be said, or all that has to be known to write it.</summary>
    private (PostRefusal? Refusal, Weighed? Weighed) Weigh(
        SqlSession session,
        Conversation conversation,
        Person author,
        Saying saying,
        RenderedText words,
        Instant at
    )
    {
        static (PostRefusal?, Weighed?) Refuse(string reason) => (PostRefusal.For(reason), null);
        var roster = who.Current;
        var answered = saying.RepliesTo is { } answers ? EntryStore.Find(session, answers) : null;
        if (
            saying.RepliesTo is not null
            && (answered?.Conversation != conversation.Id || answered.Kind is EntryKind.Event)
        )
            return Refuse(
                "What this replies to is no longer in this conversation. Send it without the quote, or reply to something else; "
                    + "your text is kept."
            );
        var outside = conversation.Audience is Audience.Outside;
        var leaves = outside && author.IsStaff;
        if (leaves && !author.May(Right.SendOutside))
            return Refuse(
                $"You cannot write to customers and partners: {Rights.Of(author, Right.SendOutside).Reason}. Your text is kept."
            );
        var tagged = Tags.Of(words, conversation, roster);
        if (!leaves && !tagged.Unseeing.IsEmpty)
            return (Tags.Refusal(tagged.Unseeing), null);
        if (saying.Files is { } files && files.Any(f => places.Seen(session, f.File, author) is null))
            return Refuse(
                "One of the files is no longer there, or you cannot see it. Remove it and attach it again; "
                    + "your text is kept."
            );
        words = WithFiles(words, saying.Files);
        var brought = saying.Brings ?? [];
        foreach (var thing in brought)
        {
            if (thing.Read(conversation, author, roster, at) is { } refused)
                return (refused, null);
            words = thing.With(words);
        }

        var kind =
            !author.IsStaff ? EntryKind.MessageIn
            : outside ? EntryKind.MessageOut
            : EntryKind.Note;
        Via? via =
            !outside ? (saying.Call ? Via.Call : null)
            : kind is EntryKind.MessageIn ? Via.Page
            : saying.Via ?? Reaching.Usual(conversation, roster);
        var cleared = new Cleared([], null);
        if (leaves)
        {
            (var may, var held) = leaving.Look(
                session,
                conversation,
                author,
                saying,
                words,
                via!.Value,
                tagged.Unseeing,
                roster
            );
            if (may is null)
                return (held, null);
            cleared = may;
        }

        return (null, new(answered, kind, via, cleared, words));
    }

    /// <summary>Posts what came in by mail or text. A mail whose Message-ID is known already is one entry.</summary>
    /// <param name="w">The write it belongs to.</param>
    /// <param name="conversation">Where it belongs.</param>
    /// <param name="entry">The message; its author or sender is set.</param>
    /// <param name="plain">Its words.</param>
    /// <param name="files">What came with it.</param>
    /// <param name="messageId">The mail's Message-ID; null when it has none.</param>
    public Entry Receive(
        Writing w,
        Conversation conversation,
        Entry entry,
        string plain,
        IReadOnlyList<Attachment> files,
        string? messageId
    )
    {
        var words = new RenderedText(entry.Html, plain, []);
        var posted = Write(w, who.Current, conversation, entry, words, new Saying(plain, Files: files), []);
        if (messageId is not null)
            EntryStore.AddMail(w.Session, messageId, posted.Key, conversation.Key);
        happenings.Say(w, new EntryWritten(conversation, posted, words, null));
        return posted;
    }

    /// <summary>What is said of the files goes with the words: it is searched, and held back, as they are.</summary>
    private static RenderedText WithFiles(RenderedText words, IReadOnlyList<Attachment>? files)
    {
        var said = (files ?? [])
            .SelectMany(f => (f.Marks ?? []).Select(m => m.Words).Prepend(f.Caption ?? ""))
            .Where(s => s.Length > 0)
            .ToList();
        return said.Count == 0 ? words : words with { Plain = string.Join('\n', [words.Plain, .. said]).Trim() };
    }

    private static Posted Repeat(Entry said, ConversationId place, Person author, Saying saying) =>
        said.Conversation == place && said.Author == author.Id && said.Body == saying.Body
            ? new Posted(said, null)
            : Posted.Refuse("Another entry has this id already. Load the page again and repeat; your text is kept.");

    private Entry Write(
        Writing w,
        Roster roster,
        Conversation conversation,
        Entry entry,
        RenderedText words,
        Saying saying,
        IReadOnlyList<Recipient> to
    )
    {
        var tags = words.Tags.Select(t => (TagLink.Word(t.Kind), t.Target));
        entry = entry with { Key = EntryStore.Add(w.Session, conversation, entry, words.Plain, tags)!.Value };
        FileStore.Attach(w.Session, entry.Key, saying.Files ?? []);
        // A note changes nothing of its conversation but what was said last; a discussion has no turn and no owner.
        if (entry.Kind is EntryKind.Note || conversation.Discussed is not null)
            ConversationStore.SetLast(w.Session, conversation.Key, entry.Key);
        else
            ConversationStore.Update(w.Session, conversation.After(entry, saying.Close));
        var leaves = entry is { Kind: EntryKind.MessageOut, Via: Via.Mail or Via.Text };
        if (leaves)
            entry = PutOut(w, roster, conversation, entry, saying, to);
        // What has not left yet is for staff only; the party hears of it when it leaves.
        var thing = leaves ? Thing.Working : EntrySight.ThingOf(entry.Kind);
        EventLines.Log(w, ChangeKinds.EntryPosted, entry.Id.Value, conversation, thing, entry.Author, entry.At);
        if (conversation.Audience is Audience.Outside)
            EventLines.Changed(w, conversation, entry.Author, entry.At);
        return entry;
    }

    /// <summary>Puts a message into the outbox, where it waits for its writer to think.</summary>
    private Entry PutOut(
        Writing w,
        Roster roster,
        Conversation conversation,
        Entry entry,
        Saying saying,
        IReadOnlyList<Recipient> to
    )
    {
        var think = saying.AtOnce ? TimeSpan.Zero : TimeSpan.FromSeconds(settings.ThinkSeconds);
        var notBefore = DateTimeOffset.UtcNow + think;
        EntryStore.AddRecipients(w.Session, entry.Key, to);
        OutgoingStore.Add(w.Session, entry.Key, notBefore, KeptBefore.Write(BeforeReply.Of(conversation)));
        if (entry.Via is Via.Mail)
            EntryStore.AddMail(
                w.Session,
                OutgoingMail.MessageIdOf(entry.Id.Value, roster.Firm!.Address),
                entry.Key,
                conversation.Key
            );
        return entry with { Delivery = new Delivery(false, null, false, notBefore) };
    }
}
