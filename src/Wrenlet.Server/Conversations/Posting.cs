using System.Collections.Immutable;
using System.Text.Json;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Mail;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Conversations;

/// <summary>Something that cannot be said as it stands, and why.</summary>
/// <param name="Reason">What is wrong and what to do.</param>
/// <param name="Unseeing">People who were tagged and do not see the place; empty otherwise.</param>
/// <param name="Leaks">What the leak check found; empty otherwise.</param>
/// <param name="Missed">Replies by colleagues that the writer had not seen; empty otherwise.</param>
public sealed record PostRefusal(
    string Reason,
    ImmutableArray<Person> Unseeing,
    ImmutableArray<Leak> Leaks,
    ImmutableArray<Entry> Missed
);

/// <summary>What came of posting: the entry, a refusal, or neither where the author does not see the place.</summary>
public sealed record Posted(Entry? Entry, PostRefusal? Refusal)
{
    public static readonly Posted Unseen = new(null, null);

    public static Posted Refuse(string reason, params ImmutableArray<Person> unseeing) =>
        new(null, new(reason, unseeing, [], []));
}

/// <summary>Something to be said, with all that its writer decided.</summary>
/// <param name="Body">Markdown from staff, plain text from a contact.</param>
/// <param name="Close">Whether to close the conversation with it.</param>
/// <param name="Via">The way out; null for the one by which the party wrote last, as far as it can be used.</param>
/// <param name="To">Where it goes; null for the party's contacts.</param>
/// <param name="Files">Files that go with it, in their order.</param>
/// <param name="Seen">Order of the last entry that its writer had seen; null when not said.</param>
/// <param name="Knowing">Whether to go on in spite of the leak check.</param>
/// <param name="AtOnce">Whether it leaves without time to think, as what was said before this program was here.</param>
/// <param name="Call">Whether a note is of a telephone call.</param>
/// <param name="RepliesTo">The entry of the same conversation that it answers; null for none in particular.</param>
/// <param name="Passes">The entry, seen by the author, that it passes on; null when it is its own words.</param>
/// <param name="Asks">What it asks for; null when it asks for nothing.</param>
/// <param name="Meets">The meeting that it sets and invites to; null for none.</param>
/// <param name="Invites">The meeting, set before, whose calendar goes with it; null for none.</param>
public sealed record Saying(
    string Body,
    bool Close = false,
    Via? Via = null,
    IReadOnlyList<(string Name, string Address)>? To = null,
    IReadOnlyList<Attachment>? Files = null,
    long? Seen = null,
    bool Knowing = false,
    bool AtOnce = false,
    bool Call = false,
    EntryId? RepliesTo = null,
    EntryId? Passes = null,
    NewAsk? Asks = null,
    NewMeeting? Meets = null,
    MeetingId? Invites = null
);

/// <summary>
/// Says something in a conversation: the one way in for notes, replies, customers' words and incoming mail.
/// </summary>
public sealed class Posting(WriteQueue writes, WhoIsWho who, Settings settings)
{
    /// <summary>Longest body, in characters.</summary>
    public const int LongestBody = 100_000;

    /// <summary>Longest text message, in characters: ten parts of one in UCS-2 (3GPP TS 23.040).</summary>
    public const int LongestText = 670;

    /// <summary>Posts as a person who is signed in.</summary>
    /// <param name="id">The client's id for the entry: a repeat is one entry.</param>
    /// <param name="place">Conversation to post in; the author must see it.</param>
    /// <param name="author">Staff or a contact.</param>
    /// <param name="words">What is said.</param>
    /// <param name="at">When it is said.</param>
    public Task<Posted> Post(EntryId id, ConversationId place, Person author, Saying words, Instant at)
    {
        ArgumentNullException.ThrowIfNull(words);
        // An invitation without an agenda says what it is to.
        if (words is { Meets: { } meets } && string.IsNullOrWhiteSpace(words.Body))
            words = words with { Body = meets.Title };
        var rendered = author.IsStaff ? EntryText.FromMarkdown(words.Body) : EntryText.FromPlain(words.Body);
        return writes.Run(w => Post(w, id, place, author, words, rendered, at));
    }

    /// <summary>Posts within a write that does more.</summary>
    public Posted Post(
        Writing w,
        EntryId id,
        ConversationId place,
        Person author,
        Saying words,
        RenderedText rendered,
        Instant at
    )
    {
        var roster = who.Current;
        if (ConversationStore.Find(w.Session, place) is not { } conversation || !author.MaySee(conversation.Place))
            return Posted.Unseen;
        if (author.IsStaff && rendered.Tags.Any(t => t.Kind is TagKind.Task or TagKind.Entry or TagKind.Sheet))
        {
            words = words with
            {
                Body = Pointing.Discreet(w.Session, words.Body, Pointing.Readers(conversation.Place, roster)),
            };
            rendered = EntryText.FromMarkdown(words.Body);
        }

        if (EntryStore.Knows(w.Session, id) && EntryStore.Find(w.Session, id) is { } said)
        {
            return said.Conversation == place && said.Author == author.Id && said.Body == words.Body
                ? new Posted(said, null)
                : Posted.Refuse(
                    "Another entry has this id already. Load the page again and repeat; your words are kept."
                );
        }

        var answered = words.RepliesTo is { } answers ? EntryStore.Find(w.Session, answers) : null;
        if (words.RepliesTo is not null && (answered?.Conversation != place || answered.Kind is EntryKind.Event))
            return Posted.Refuse(
                "What this answers is not in this conversation any more. Send it without, or answer something else; your words are kept."
            );
        var outside = conversation.Audience is Audience.Outside;
        var leaves = outside && author.IsStaff;
        var (tagged, unseeing) = ReadTags(rendered.Tags, conversation, roster);
        if (!leaves && unseeing.Length > 0)
            return RefuseTags(unseeing);
        if (
            words.Files is { } carried
            && carried.Any(f =>
                FileStore.Find(w.Session, f.File) is not { } file || !FileEndpoints.MaySee(w.Session, file, author)
            )
        )
            return Posted.Refuse(
                "One of the files is not there any more, or you do not see it. Take it out and attach it again; your words are kept."
            );

        Asking? asking = null;
        if (words.Asks is { } asked)
        {
            var (read, refused) = AskReading.Read(asked, conversation, author, roster, at);
            if (refused is not null)
                return new Posted(null, refused);
            asking = read!;
            // Asked first of all, whatever else it is to them.
            tagged = tagged.AddRange(asking.At(at).WaitedFor.Select(p => new Alert(p, AlertReason.Asked)));
        }

        Meeting? meeting = null;
        if (words.Meets is { } set)
        {
            var (read, refused) = MeetingReading.Read(set, conversation, author, roster, at);
            if (refused is not null)
                return new Posted(null, refused);
            meeting = read!;
            tagged = tagged.AddRange(meeting.Invitees.Select(i => new Alert(i.Whom, AlertReason.Invited)));
            // Found by its title and place as by its words, and held up for what any of them gives away.
            if (!rendered.Plain.StartsWith(meeting.Title, StringComparison.OrdinalIgnoreCase))
                rendered = rendered with { Plain = $"{meeting.Title}\n{rendered.Plain}\n{meeting.Where}".TrimEnd() };
        }

        var kind =
            !author.IsStaff ? EntryKind.MessageIn
            : outside ? EntryKind.MessageOut
            : EntryKind.Note;
        Via? via =
            !outside ? (words.Call ? Via.Call : null)
            : kind is EntryKind.MessageIn ? Via.Page
            : words.Via ?? Ways.Usual(w.Session, conversation, roster);
        IReadOnlyList<(string Name, string Address)> to = [];
        string? knowing = null;
        if (leaves)
        {
            if (Ways.Reach(w.Session, conversation, roster, via!.Value) is { Wrong: { } wrong } && words.To is null)
                return Posted.Refuse(wrong);
            to = words.To ?? Ways.Reach(w.Session, conversation, roster, via.Value).To;
            if (StockFields.Unfilled(rendered.Plain) is { Count: > 0 } fields)
                return Posted.Refuse(
                    $"{string.Join(", ", fields)} {(fields.Count == 1 ? "has" : "have")} not been filled in. Write "
                        + $"what belongs there, or take it out; your words are kept."
                );
            if (via is Via.Text && rendered.Plain.Length > LongestText)
                return Posted.Refuse(
                    $"A text message holds {LongestText} characters and this has {rendered.Plain.Length}. Shorten it, "
                        + $"or answer by mail; your words are kept."
                );
            if (
                via is Via.Mail
                && words.Files is { Count: > 0 } files
                && files.Sum(f => FileStore.Find(w.Session, f.File)!.Size) is > FileKeeper.LargestByMail and var size
            )
                return Posted.Refuse(
                    $"A mail carries at most {FileKeeper.LargestByMail / 1_048_576} MB of files and these are "
                        + $"{size / 1_048_576} MB. Answer on their page instead, or take some out; your words are kept."
                );
            var missed = MissedReply.Of(
                words.Seen,
                author.Id,
                EntryStore.After(w.Session, conversation.Key, words.Seen ?? long.MaxValue),
                e => (e.Key, e.Kind, e.Author)
            );
            if (missed.Length > 0)
                return new(
                    null,
                    new(
                        $"{string.Join(" and ", missed.Select(m => roster.NameOf(m.Author!.Value).Split(' ')[0]).Distinct())} "
                            + $"answered while you were writing. Read that first; your words are kept.",
                        [],
                        [],
                        missed
                    )
                );
            ImmutableArray<Leak> leaks = words.AtOnce
                ? []
                : Leaving.Check(
                    w.Session,
                    conversation,
                    author,
                    rendered,
                    to,
                    [.. (words.Files ?? []).Select(f => f.File)],
                    unseeing,
                    roster
                );
            if (leaks.Length > 0 && !words.Knowing)
                return new(null, new("Held back: look at what would leave.", [], leaks, []));
            if (leaks.Length > 0)
                knowing = string.Join("\n", leaks.Select(l => l.Reason));
        }

        var entry = new Entry(
            0,
            id,
            place,
            kind,
            via,
            author.Id,
            null,
            at,
            words.Body,
            author.IsStaff,
            rendered.Html,
            Knowing: knowing,
            Files: words.Files?.Count ?? 0,
            RepliesTo: answered?.Key,
            ForwardedFrom: words.Passes is { } passed ? EntryStore.Find(w.Session, passed)?.Key : null,
            Asks: asking is not null,
            Meets: meeting is not null
        );
        if (answered?.Author is { } heard)
            tagged = tagged.Add(new(heard, AlertReason.Answered));
        var posted = Write(
            w,
            roster,
            conversation,
            entry,
            rendered,
            tagged,
            words.Close,
            to,
            words.Files ?? [],
            words.AtOnce ? TimeSpan.Zero : TimeSpan.FromSeconds(settings.ThinkSeconds)
        );
        if (asking is not null)
            AskStore.Add(w.Session, new AskId(words.Asks!.Id), posted.Entry!.Key, asking, at);
        if (meeting is not null)
            MeetingStore.Add(w.Session, new MeetingId(words.Meets!.Id), posted.Entry!.Key, meeting, at);
        if (
            (meeting is not null ? new MeetingId(words.Meets!.Id) : words.Invites) is { } invites
            && posted.Entry is { Kind: EntryKind.MessageOut } letter
        )
            MeetingStore.AddLetter(w.Session, letter.Key, invites);
        if (knowing is not null)
            SessionStore.Audit(
                w.Session,
                at,
                author.Id,
                "sent in spite of the leak check",
                $"conversation {conversation.Id.Value}; the entry keeps the reasons"
            );
        return posted;
    }

    /// <summary>Who would be told of a draft if it were said now, and why.</summary>
    public ImmutableArray<Alert> WhoIsTold(
        SqlSession session,
        Conversation conversation,
        Person author,
        RenderedText rendered
    )
    {
        ArgumentNullException.ThrowIfNull(conversation);
        ArgumentNullException.ThrowIfNull(author);
        var roster = who.Current;
        var kind = conversation.Audience is Audience.Outside ? EntryKind.MessageOut : EntryKind.Note;
        var draft = new Entry(0, default, conversation.Id, kind, null, author.Id, null, default, "", true, "");
        return Told(session, roster, conversation, draft, ReadTags(rendered.Tags, conversation, roster).Tagged);
    }

    private static ImmutableArray<Alert> Told(
        SqlSession session,
        Roster roster,
        Conversation conversation,
        Entry entry,
        ImmutableArray<Alert> tagged
    )
    {
        var concerns = tagged.AddRange(Concerned(session, conversation, entry));
        if (concerns.Length == 0)
            return [];
        var levels = LevelStore.At(session, conversation.Key);
        return Alerting.Whom(
            entry.Author,
            conversation.Place,
            EntrySight.ThingOf(entry.Kind),
            concerns,
            id => roster.Find(id),
            id => levels.GetValueOrDefault(id)
        );
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
        ArgumentNullException.ThrowIfNull(w);
        var posted = Write(
            w,
            who.Current,
            conversation,
            entry,
            new RenderedText(entry.Html, plain, []),
            [],
            false,
            [],
            files,
            TimeSpan.Zero
        ).Entry!;
        if (messageId is not null)
            EntryStore.AddMail(w.Session, messageId, posted.Key, conversation.Key);
        return posted;
    }

    /// <summary>Leaves a line about what happened, for staff only.</summary>
    /// <param name="files">Files that stand with it; null for none.</param>
    public static Entry Happened(
        Writing w,
        Conversation conversation,
        PersonId? by,
        Instant at,
        string words,
        IReadOnlyList<Attachment>? files = null,
        bool markdown = false
    )
    {
        ArgumentNullException.ThrowIfNull(w);
        var rendered = markdown ? EntryText.FromMarkdown(words) : EntryText.FromPlain(words);
        var entry = new Entry(
            0,
            new EntryId(Guid.CreateVersion7()),
            conversation.Id,
            EntryKind.Event,
            null,
            by,
            null,
            at,
            words,
            markdown,
            rendered.Html,
            Files: files?.Count ?? 0
        );
        var key = EntryStore.Add(w.Session, conversation, entry, rendered.Plain, [])!.Value;
        FileStore.Attach(w.Session, key, files ?? []);
        ConversationStore.Update(w.Session, conversation with { LastEntry = key });
        w.Log(
            new Change(
                ChangeKinds.EntryPosted,
                entry.Id.Value,
                conversation.Place,
                Thing.Working,
                at,
                by,
                conversation.Docket?.Id,
                conversation.Id
            )
        );
        Changed(w, conversation, by, at);
        return entry with { Key = key };
    }

    /// <summary>Says that a conversation has changed.</summary>
    public static void Changed(Writing w, Conversation conversation, PersonId? by, Instant at)
    {
        ArgumentNullException.ThrowIfNull(w);
        w.Log(
            new Change(
                ChangeKinds.ConversationChanged,
                conversation.Id.Value,
                conversation.Place,
                Thing.Working,
                at,
                by,
                conversation.Docket?.Id,
                conversation.Id
            )
        );
    }

    private static Posted Write(
        Writing w,
        Roster roster,
        Conversation conversation,
        Entry entry,
        RenderedText rendered,
        ImmutableArray<Alert> tagged,
        bool close,
        IReadOnlyList<(string Name, string Address)> to,
        IReadOnlyList<Attachment> files,
        TimeSpan think
    )
    {
        var key = EntryStore
            .Add(
                w.Session,
                conversation,
                entry,
                rendered.Plain,
                rendered.Tags.Select(t => (TagLink.Word(t.Kind), t.Target))
            )!
            .Value;
        FileStore.Attach(w.Session, key, files);
        var owner = conversation.Owner;
        var exchange = (entry.Kind, entry.Automatic) switch
        {
            (EntryKind.MessageIn, false) => conversation.Exchange.Received(entry.At),
            (EntryKind.MessageOut, _) => conversation.Exchange.Replied(entry.At),
            _ => conversation.Exchange,
        };
        if (entry.Kind is EntryKind.MessageOut)
            owner = Ownership.AfterReply(owner, entry.Author!.Value);
        var wrote = entry is { Kind: EntryKind.MessageIn, Automatic: false };
        var open = wrote || (conversation.Open && !close);
        // A note changes nothing of its conversation but what was said last.
        if (entry.Kind is EntryKind.Note)
        {
            ConversationStore.SetLast(w.Session, conversation.Key, key);
        }
        else
        {
            ConversationStore.Update(
                w.Session,
                conversation with
                {
                    Owner = owner,
                    Exchange = exchange,
                    Open = open,
                    LastEntry = key,
                    Crew = owner is null ? conversation.Crew : null,
                    AsideUntil = wrote || !open ? null : conversation.AsideUntil,
                    ClosedAt = conversation.Open && !open ? entry.At : conversation.ClosedAt,
                }
            );
        }

        var leaves = entry is { Kind: EntryKind.MessageOut, Via: Via.Mail or Via.Text };
        var notBefore = DateTimeOffset.UtcNow + think;
        if (leaves)
        {
            EntryStore.AddRecipients(w.Session, key, to);
            EntryStore.AddOutgoing(w.Session, key, notBefore, JsonSerializer.Serialize(Before.Of(conversation)));
            if (entry.Via is Via.Mail)
                EntryStore.AddMail(
                    w.Session,
                    OutgoingMail.MessageIdOf(entry.Id.Value, roster.Firm!.Address),
                    key,
                    conversation.Key
                );
        }

        // What has not left yet is for staff only; the party hears of it when it leaves.
        w.Log(
            new Change(
                ChangeKinds.EntryPosted,
                entry.Id.Value,
                conversation.Place,
                leaves ? Thing.Working : EntrySight.ThingOf(entry.Kind),
                entry.At,
                entry.Author,
                conversation.Docket?.Id,
                conversation.Id
            )
        );
        if (conversation.Audience is Audience.Outside)
            Changed(w, conversation, entry.Author, entry.At);
        foreach (var alert in Told(w.Session, roster, conversation, entry, tagged))
            Telling.Tell(w, alert, entry.Author, entry.At, conversation.Id, entry.Id, null, rendered.Plain);
        return new Posted(
            entry with
            {
                Key = key,
                Delivery = leaves ? new Delivery(false, null, false, notBefore) : null,
            },
            null
        );
    }

    /// <summary>
    /// Those whom an entry concerns without a tag: the members of a conversation of their own; the conversation's owner
    /// when the party writes; the docket's owner and followers in any case.
    /// </summary>
    private static IEnumerable<Alert> Concerned(SqlSession session, Conversation conversation, Entry entry)
    {
        if (conversation.Audience is Audience.Direct or Audience.Group)
        {
            foreach (var member in conversation.Members)
                yield return new(
                    member,
                    conversation.Audience is Audience.Direct ? AlertReason.WroteToYou : AlertReason.InGroup
                );
            yield break;
        }

        if (conversation.OfTask is var (task, _) && TaskStore.Find(session, new TaskId(task)) is { } about)
        {
            foreach (var doer in about.Owners.Select(o => o.Owner).OfType<TaskOwner.OfPerson>())
                yield return new(doer.Person, AlertReason.OwnTask);
            yield return new(about.MadeBy, AlertReason.OwnTask);
            foreach (var watcher in about.Watchers)
                yield return new(watcher, AlertReason.WatchedTask);
            yield break;
        }

        if (conversation.OfMeeting is var (meets, _) && MeetingStore.Find(session, new MeetingId(meets)) is { } of)
        {
            foreach (var invitee in of.Meeting.Invitees)
                yield return new(invitee.Whom, AlertReason.OwnMeeting);
            yield break;
        }

        if (entry.Automatic)
            yield break;
        if (entry.Kind is EntryKind.MessageIn && conversation.Owner is { } owner)
            yield return new(owner, AlertReason.OwnConversation);
        if (conversation.Docket?.Owner is { } follows)
            yield return new(follows, AlertReason.Following);
        if (conversation.Docket is { } docket)
            foreach (var follower in LevelStore.FollowersOf(session, docket.Id))
                yield return new(follower, AlertReason.Following);
    }

    /// <summary>Tagging needs sight: inside of the docket; outside only that party's contacts and staff.</summary>
    public static (ImmutableArray<Alert> Tagged, ImmutableArray<Person> Unseeing) ReadTags(
        ImmutableArray<TagLink> tags,
        Conversation conversation,
        Roster roster
    )
    {
        var tagged = ImmutableArray.CreateBuilder<Alert>();
        var unseeing = ImmutableArray.CreateBuilder<Person>();
        foreach (var tag in tags)
        {
            if (
                tag.Kind is TagKind.Person
                && Guid.TryParse(tag.Target, out var id)
                && roster.Find(new PersonId(id)) is { } person
            )
            {
                if (person.MaySee(conversation.Place))
                    tagged.Add(new(person.Id, AlertReason.Tagged));
                else
                    unseeing.Add(person);
            }
            else if (
                tag.Kind is TagKind.Crew
                && Guid.TryParse(tag.Target, out id)
                && roster.Crews.TryGetValue(new CrewId(id), out var crew)
            )
            {
                tagged.AddRange(crew.Members.Select(m => new Alert(m, AlertReason.CrewTagged)));
            }
        }

        return (tagged.ToImmutable(), unseeing.ToImmutable());
    }

    public static Posted RefuseTags(ImmutableArray<Person> unseeing)
    {
        var names = string.Join(" and ", unseeing.Select(p => p.FirstName));
        return Posted.Refuse(
            $"{names} {(unseeing.Length == 1 ? "does" : "do")} not see this docket. Give sight of it first, or take "
                + $"the tag out; your words are kept.",
            [.. unseeing.Where(p => p.IsStaff)]
        );
    }
}

/// <summary>A conversation as it was before a reply, kept until the reply has left.</summary>
internal sealed record Before(
    Guid? Owner,
    Guid? Crew,
    bool Open,
    long? WaitingSince,
    long? LastIn,
    long? LastOut,
    long? NothingDue,
    long? Aside,
    long? Closed
)
{
    public static Before Of(Conversation c) =>
        new(
            c.Owner?.Value,
            c.Crew?.Value,
            c.Open,
            c.Exchange.WaitingSince?.ToUnixTimeMilliseconds(),
            c.Exchange.LastIn?.ToUnixTimeMilliseconds(),
            c.Exchange.LastOut?.ToUnixTimeMilliseconds(),
            c.Exchange.NothingDue?.ToUnixTimeMilliseconds(),
            c.AsideUntil?.ToUnixTimeMilliseconds(),
            c.ClosedAt?.ToUnixTimeMilliseconds()
        );

    /// <summary>The exchange as it was.</summary>
    public Exchange Exchange => new(At(WaitingSince), At(LastIn), At(LastOut), At(NothingDue));

    public Instant? AsideUntil => At(Aside);

    public Instant? ClosedAt => At(Closed);

    private static Instant? At(long? milliseconds) =>
        milliseconds is { } m ? Instant.FromUnixTimeMilliseconds(m) : null;
}
