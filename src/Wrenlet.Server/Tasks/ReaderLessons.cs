using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Core.Tasks.Words.Learning;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>
/// Remembers what people made of messages that were read otherwise, and teaches the firm's reader by it. Nothing of it leaves the
/// firm, and what is removed of the talk teaches nothing any more.
/// </summary>
public sealed partial class ReaderLessons : IHandles<EntryRemoved>, IHandles<EntryTakenBack>
{
    /// <summary>Most lessons that are learned from: the newest.</summary>
    public const int Most = 300;

    private readonly Database _database;
    private readonly WriteQueue _writes;
    private readonly WhoIsWho _who;
    private readonly FirmClock _clock;
    private readonly Remembered<Learned> _learned;
    private readonly ILogger<ReaderLessons> _log;

    /// <summary>Listens to what is committed.</summary>
    public ReaderLessons(
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock,
        ILogger<ReaderLessons> log
    )
    {
        (_database, _writes, _who, _clock, _log) = (database, writes, who, clock, log);
        _learned = new(database, writes, ChangeKinds.ReadingTaught, Learn);
    }

    /// <summary>What has been learned at this moment.</summary>
    public Learned Current => _learned.Current;

    /// <summary>A reader that has learned from its firm.</summary>
    /// <param name="milestones">Moments that may be named.</param>
    public TaskReader Reader(ImmutableArray<Milestone> milestones) =>
        TaskReader.Taught(DraftReading.Setting(milestones, _who.Current), Current);

    /// <summary>
    /// Remembers what was made of an entry, where it is another thing than what was read in it. The task is made by then: a lesson
    /// that cannot be kept is written to the log, and nobody is told that something failed.
    /// </summary>
    /// <param name="entry">The entry.</param>
    /// <param name="made">The task that was made of it.</param>
    /// <param name="milestones">Moments that may be named there.</param>
    public async Task Heed(Entry entry, WorkTask made, ImmutableArray<Milestone> milestones)
    {
        ArgumentNullException.ThrowIfNull(entry);
        ArgumentNullException.ThrowIfNull(made);
        var task = new LabelledTask(
            made.Title,
            [.. made.Owners.Select(o => o.Owner)],
            made.Due,
            made.Start,
            made.Priority,
            made.Repeats
        );
        var message = MessageOf(entry, _who.Current) with { Made = [task] };
        if (Teaching.Otherwise(Reader(milestones), message) is not { } otherwise)
            return;
        var read = otherwise.Read is { } draft ? DraftReading.Brief(draft, _clock.Now, _who.Current) : "";
        try
        {
            await Add(new(made.Id.Value, entry.Id, made.MadeBy, _clock.Now, false, task, read, otherwise.Differs));
        }
        catch (Exception mishap) when (mishap is SqliteException or IOException)
        {
            NotKept(_log, mishap.Message);
        }
    }

    [LoggerMessage(LogLevel.Warning, "What was made of a message could not be kept as a lesson: {Reason}")]
    private static partial void NotKept(ILogger logger, string reason);

    /// <summary>Remembers that a draft of an entry asks for nothing.</summary>
    /// <param name="entry">The entry.</param>
    /// <param name="title">The draft's title.</param>
    /// <param name="by">Who says so.</param>
    /// <param name="milestones">Moments that may be named there.</param>
    /// <returns>Whether there is such a draft.</returns>
    public async Task<bool> TurnDown(Entry entry, string title, PersonId by, ImmutableArray<Milestone> milestones)
    {
        ArgumentNullException.ThrowIfNull(entry);
        if (_database.Read(s => ReadingLessonStore.TurnedDown(s, entry.Id, title)) is not null)
            return true;
        var message = MessageOf(entry, _who.Current);
        var draft = Reader(milestones)
            .Read(message.Text, message.Author, message.Sent, message.AuthorName)
            .FirstOrDefault(d => d.Title.Value == title);
        if (draft is null)
            return false;
        var read = DraftReading.Brief(draft, _clock.Now, _who.Current);
        await Add(new(Guid.CreateVersion7(), entry.Id, by, _clock.Now, true, Teaching.Labelled(draft), read, []));
        return true;
    }

    /// <summary>The lessons there are, in the order of time, with the messages that taught them.</summary>
    public List<(ReadingLesson Lesson, Entry Entry, Conversation Conversation)> All(SqlSession session) =>
        [
            .. ReadingLessonStore
                .Newest(session, Most)
                .Select(l => (Lesson: l, Entry: EntryStore.Find(session, l.Entry)!))
                .Select(l => (l.Lesson, l.Entry, ConversationStore.Find(session, l.Entry.Conversation)!)),
        ];

    /// <summary>The message that taught a lesson, with what it taught.</summary>
    public static TaughtMessage MessageOf(Entry entry, IEnumerable<ReadingLesson> lessons, Roster roster)
    {
        ArgumentNullException.ThrowIfNull(lessons);
        return MessageOf(entry, roster) with
        {
            Made = [.. lessons.Where(l => !l.TurnedDown).Select(l => l.Task)],
            TurnedDown = [.. lessons.Where(l => l.TurnedDown).Select(l => l.Task.Title)],
        };
    }

    /// <summary>Forgets a lesson, or several.</summary>
    /// <param name="lessons">Which; null for all.</param>
    /// <param name="by">Who wants it forgotten.</param>
    /// <param name="what">What was forgotten, for the log.</param>
    /// <returns>Whether there was one.</returns>
    public Task<bool> Forget(IReadOnlyCollection<Guid>? lessons, Person by, string what) =>
        _writes.Run(w =>
        {
            var count = lessons is null
                ? ReadingLessonStore.RemoveAll(w.Session)
                : lessons.Count(l => ReadingLessonStore.Remove(w.Session, l));
            if (count == 0)
                return false;
            LogStore.Add(w.Session, _clock.Now, by.Id, LogKind.Settings, "made the reader of messages forget", what);
            w.Log(Taught(lessons?.FirstOrDefault() ?? Guid.Empty, by.Id));
            return true;
        });

    /// <summary>What was removed teaches nothing any more.</summary>
    public void Handle(Writing w, EntryRemoved happening)
    {
        ArgumentNullException.ThrowIfNull(happening);
        Forget(w, happening.Entry.Key);
    }

    /// <summary>What was taken back teaches nothing any more.</summary>
    public void Handle(Writing w, EntryTakenBack happening)
    {
        ArgumentNullException.ThrowIfNull(happening);
        Forget(w, happening.Key);
    }

    private void Forget(Writing w, long entry)
    {
        if (ReadingLessonStore.Forget(w.Session, entry) > 0)
            w.Log(Taught(Guid.Empty, null));
    }

    private Task Add(ReadingLesson lesson) =>
        _writes.Run(w =>
        {
            if (ReadingLessonStore.Add(w.Session, lesson))
                w.Log(Taught(lesson.Id, lesson.By));
        });

    private Change Taught(Guid lesson, PersonId? by) =>
        new(ChangeKinds.ReadingTaught, lesson, new Place.Firm(), Thing.Working, _clock.Now, by);

    private static TaughtMessage MessageOf(Entry entry, Roster roster)
    {
        var by = roster.Find(entry.Author);
        return new(
            EntryWords.PlainOf(entry),
            by is { IsStaff: true } ? by.Id : null,
            by?.Name ?? entry.Sender ?? "",
            entry.At,
            [],
            []
        );
    }

    private Learned Learn(SqlSession session)
    {
        var roster = _who.Current;
        return Teaching.From(
            DraftReading.Setting([], roster),
            [
                .. All(session)
                    .GroupBy(l => l.Lesson.Entry)
                    .Select(g => MessageOf(g.First().Entry, g.Select(l => l.Lesson), roster)),
            ]
        );
    }
}
