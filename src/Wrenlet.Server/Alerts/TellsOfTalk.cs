using System.Collections.Immutable;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Alerts;

/// <summary>Tells people of what is said, and of what becomes of conversations.</summary>
internal sealed class TellsOfTalk(Telling telling, WhoIsWho who)
    : IHandles<EntryWritten>,
        IHandles<EntryEdited>,
        IHandles<EntryTakenBack>,
        IHandles<MessageReturned>,
        IHandles<HandedOver>,
        IHandles<BackAgain>,
        IHandles<MessageStayed>
{
    /// <summary>Who would be told of a draft if it were said now, and why.</summary>
    public IReadOnlyList<Alert> WouldTell(
        SqlSession session,
        Conversation conversation,
        Person author,
        RenderedText words
    )
    {
        var roster = who.Current;
        var kind = conversation.Audience is Audience.Outside ? EntryKind.MessageOut : EntryKind.Note;
        var concerns = Concerned(session, conversation, kind, false, Circle(conversation, words, roster));
        var levels = LevelStore.At(session, conversation.Key);
        return Alerting.Whom(
            author.Id,
            conversation.Place,
            EntrySight.ThingOf(kind),
            concerns,
            id => roster.Find(id),
            id => levels.GetValueOrDefault(id)
        );
    }

    /// <summary>Whoever wrote it: it is theirs to look at again.</summary>
    public void Handle(Writing w, MessageStayed happening)
    {
        var (conversation, author, words, by, at) = happening;
        // Whoever lost the sight of the place is told all the same, and not led there.
        var sees = who.Current.Find(author)?.MaySee(conversation.Place, Thing.Working) == true;
        telling.Tell(
            w,
            [new Alert(author, AlertReason.Stuck)],
            new(
                by,
                sees ? conversation.Place : new Place.Own(author),
                Thing.Working,
                at,
                words,
                sees ? conversation.Id : null
            )
        );
    }

    /// <summary>All whom it concerns, as far as they want to hear of the place.</summary>
    public void Handle(Writing w, EntryWritten happening)
    {
        var (conversation, entry, words, answered) = happening;
        var circle = Circle(conversation, words, who.Current) with
        {
            Asked = Asked(w.Session, entry),
            Invited = Invited(w.Session, entry),
            Answered = answered,
        };
        List<Alert> concerns = [.. Concerned(w.Session, conversation, entry.Kind, entry.Automatic, circle)];
        if (concerns.Count > 0)
            telling.Tell(w, concerns, Of(conversation, entry, entry.Author, words.Plain, entry.At));
    }

    /// <summary>Those who are named for the first time.</summary>
    public void Handle(Writing w, EntryEdited happening)
    {
        var (conversation, entry, words, newly, by, at) = happening;
        var circle = EntryCircle.None with { Tagged = newly.People, CrewTagged = newly.OfCrews };
        telling.Tell(w, Concerns.OfNaming(circle), Of(conversation, entry, by.Id, words.Plain, at));
    }

    /// <summary>Nobody is told any more of what did not leave, and nobody is thanked for it.</summary>
    public void Handle(Writing w, EntryTakenBack happening)
    {
        AlertStore.ForgetEntry(w.Session, happening.Key);
        NoticeStore.ForgetEntry(w.Session, happening.Key);
    }

    /// <summary>Its writer, and who owns the conversation.</summary>
    public void Handle(Writing w, MessageReturned happening)
    {
        var (conversation, entry, reason, at) = happening;
        telling.Tell(
            w,
            Concerns.OfReturn(entry.Author, conversation.Owner),
            Of(conversation, entry, null, reason, at) with
            {
                Thing = Thing.Working,
            }
        );
    }

    /// <summary>To whom it was given.</summary>
    public void Handle(Writing w, HandedOver happening)
    {
        var (conversation, before, to, line, by, words, at) = happening;
        telling.Tell(w, Concerns.OfHandover(to, before), Of(conversation, line, by, words, at));
    }

    /// <summary>Whose it is.</summary>
    public void Handle(Writing w, BackAgain happening)
    {
        var (conversation, line, words, at) = happening;
        telling.Tell(w, Concerns.OfBack(conversation.Owner), Of(conversation, line, null, words, at));
    }

    private static Told Of(Conversation conversation, Entry entry, PersonId? by, string words, NodaTime.Instant at) =>
        new(by, conversation.Place, EntrySight.ThingOf(entry.Kind), at, words, conversation.Id, entry.Id);

    private static EntryCircle Circle(Conversation conversation, RenderedText words, Roster roster)
    {
        var tagged = Tags.Of(words, conversation, roster);
        return EntryCircle.None with { Tagged = tagged.People, CrewTagged = tagged.OfCrews };
    }

    private static IEnumerable<Alert> Concerned(
        SqlSession session,
        Conversation conversation,
        EntryKind kind,
        bool automatic,
        EntryCircle circle
    )
    {
        var task = conversation.OfTask is var (about, _) ? TaskStore.Find(session, new TaskId(about)) : null;
        var meeting = conversation.OfMeeting is var (of, _)
            ? MeetingStore.Find(session, new MeetingId(of))?.Meeting
            : null;
        var followers = conversation.Docket is { } docket
            ? LevelStore.FollowersOf(session, docket.Id)
            : FollowerStore.FollowersOf(session, conversation.Key);
        var all = Concerns.OfEntry(conversation, kind, automatic, circle, task, meeting, followers);
        return conversation.Discussed is { } discussed
            ? all.Concat(Concerns.OfDiscussion(DiscussionStore.Concerned(session, discussed.Discussion)))
            : all;
    }

    private static ImmutableArray<PersonId> Asked(SqlSession session, Entry entry) =>
        entry.Asks && AskStore.OfEntries(session, [entry.Key]).GetValueOrDefault(entry.Id) is { } ask
            ? [.. ask.Asking.At(entry.At).WaitedFor]
            : [];

    private static ImmutableArray<PersonId> Invited(SqlSession session, Entry entry) =>
        entry.Meets && MeetingStore.OfEntries(session, [entry.Key]).GetValueOrDefault(entry.Id) is { } kept
            ? [.. kept.Meeting.Invitees.Select(i => i.Whom)]
            : [];
}
