using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Formats.Conversations;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations.Meetings;

/// <summary>
/// What came of doing something with a meeting: the meeting as it stands, or why not; neither where it is not seen.
/// </summary>
public sealed record MeetingOutcome(KeptMeeting? Meeting, string? Refusal);

/// <summary>
/// Takes answers to invitations, moves meetings and calls them off, takes transcripts in, and tells those whom it
/// concerns.
/// </summary>
internal sealed class Convening(
    Database database,
    WriteQueue writes,
    WhoIsWho who,
    Posting posting,
    FileKeeper keeper,
    Dispatcher happenings
) : IHandles<EntryRemoved>, IDueWork
{
    /// <summary>How long before it begins those who take part are reminded.</summary>
    private static readonly Duration Ahead = Duration.FromMinutes(10);

    /// <summary>A longer pause of one speaker begins a new entry.</summary>
    private static readonly Duration Pause = Duration.FromSeconds(8);

    private const int LongestSpoken = 600;
    private const int MostSpoken = 5_000;

    /// <summary>Takes an answer from within the application.</summary>
    public Task<MeetingOutcome> Answer(
        MeetingId id,
        Person by,
        Attendance answer,
        string words,
        Instant? proposes,
        Instant at
    ) =>
        writes.Run(w =>
        {
            if (
                MeetingStore.Find(w.Session, id) is not { } kept
                || SeenTalk.Entry(w.Session, kept.Entry, by) is not var (entry, conversation)
            )
                return new MeetingOutcome(null, null);
            if (kept.Meeting.Refuses(by.Id, at) is { } refusal)
                return new(kept, refusal);
            return new(Write(w, kept, entry, conversation, new Invitee(by.Id, answer, at, words, proposes), at), null);
        });

    /// <summary>Takes what an invited person's calendar answers by mail (RFC 5546).</summary>
    /// <param name="w">The write that takes the mail in.</param>
    /// <param name="sender">Who sent the mail.</param>
    /// <param name="reply">The answer.</param>
    /// <param name="at">When it came.</param>
    public void Hear(Writing w, Person sender, CalendarReply reply, Instant at)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(sender);
        ArgumentNullException.ThrowIfNull(reply);
        if (Answered(w.Session, sender, reply) is not var (kept, whom))
            return;
        var (entry, conversation) = (
            EntryStore.Find(w.Session, kept.Entry)!,
            ConversationStore.Find(w.Session, kept.Conversation)!
        );
        var name = who.Current.Find(whom)!.FirstName;
        if (reply.Sequence < kept.Meeting.Sequence || kept.Meeting.Refuses(whom, at) is not null)
        {
            EventLines.Add(
                w,
                conversation,
                null,
                at,
                $"{name}’s calendar answers “{kept.Meeting.Title}” as it was before: "
                    + $"{Said(reply.Answer, name)} Ask again if that matters."
            );
            return;
        }

        Write(w, kept, entry, conversation, new Invitee(whom, reply.Answer, at, reply.Words, reply.Proposes), at);
    }

    /// <summary>
    /// Whether a mail says nothing more than that its sender comes, so that nobody waits for a reply to it.
    /// </summary>
    public bool OnlyComes(SqlSession session, Person sender, CalendarReply reply, string words)
    {
        ArgumentNullException.ThrowIfNull(reply);
        ArgumentNullException.ThrowIfNull(words);
        return reply is { Answer: Attendance.Coming, Words: "", Proposes: null }
            && Answered(session, sender, reply) is var (kept, _)
            && (words.Length == 0 || words.Contains(kept.Meeting.Title, StringComparison.OrdinalIgnoreCase));
    }

    /// <summary>Sets a meeting to another time: everybody is asked again.</summary>
    public Task<MeetingOutcome> Move(MeetingId id, Person by, Instant from, Instant until, Instant at) =>
        Set(
            id,
            by,
            at,
            m => m.From == from && m.Until == until ? null : m.Moved(from, until),
            (m, before) =>
                $"The meeting “{m.Title}” is moved: {MeetingViews.When(m.From, m.Until, who.Current, at)} instead of "
                + $"{MeetingViews.When(before.From, before.Until, who.Current, at)}.",
            asksAnew: true
        );

    /// <summary>Says that a meeting does not take place.</summary>
    public Task<MeetingOutcome> CallOff(MeetingId id, Person by, Instant at) =>
        Set(
            id,
            by,
            at,
            m => m.Off(),
            (m, _) => $"The meeting “{m.Title}” of {MeetingViews.When(m.From, m.Until, who.Current, at)} is cancelled.",
            asksAnew: false
        );

    /// <summary>Calls off the meeting whose invitation was removed.</summary>
    public void Handle(Writing w, EntryRemoved happening)
    {
        var (conversation, entry, by, at) = happening;
        if (
            !entry.Meets
            || MeetingStore.OfEntries(w.Session, [entry.Key]).GetValueOrDefault(entry.Id)
                is not { Meeting.CalledOff: false } kept
            || kept.Meeting.At(at) is MeetingState.Over
        )
            return;
        MeetingStore.Set(w.Session, kept, kept.Meeting.Off());
        var words = $"The invitation to “{kept.Meeting.Title}” was removed: the meeting is cancelled.";
        happenings.Say(w, new MeetingChanged(kept, conversation, by.Id, words, AskedAnew: false, at));
    }

    /// <summary>Reminds those who take part of what begins soon, once.</summary>
    public IEnumerable<DueWork> Due(Instant now) =>
        database
            .Read(s => MeetingStore.Soon(s, now, now + Ahead))
            .Select(k => new DueWork(
                "Reminding of a meeting",
                k.Id.Value.ToString(),
                "",
                k.Meeting.By,
                () => Remind(k.Id, now)
            )
            {
                Title = k.Meeting.Title,
                Conversation = k.Conversation,
            });

    private Task Remind(MeetingId id, Instant now) =>
        writes.Run(w =>
        {
            if (MeetingStore.Find(w.Session, id) is not { } kept || !MeetingStore.Reminded(w.Session, kept))
                return;
            if (ConversationStore.Find(w.Session, kept.Conversation) is not { } conversation)
                return;
            var where = kept.Meeting.Where.Length > 0 ? $", {kept.Meeting.Where}" : "";
            var when = MeetingViews.When(kept.Meeting.From, kept.Meeting.Until, who.Current, now);
            happenings.Say(w, new MeetingSoon(kept, conversation, $"{kept.Meeting.Title}: {when}{where}", now));
        });

    /// <summary>
    /// Takes a call's transcript in: each thing said is an entry of the meeting's own conversation, and the file stands
    /// beside them.
    /// </summary>
    /// <param name="id">The meeting.</param>
    /// <param name="by">Who brings it; null when the call itself gave it.</param>
    /// <param name="text">The transcript as WebVTT.</param>
    /// <param name="began">When the call began; null for when the meeting did.</param>
    /// <param name="at">When it came.</param>
    public Task<MeetingOutcome> TakeTranscript(MeetingId id, Person? by, string text, Instant? began, Instant at)
    {
        var (lines, wrong) = Transcript.Read(text);
        var spoken = Transcript.Joined(lines, Pause, LongestSpoken).ToList();
        var file = wrong is null
            ? keeper.Keep(
                Guid.CreateVersion7(),
                System.Text.Encoding.UTF8.GetBytes(text),
                "transcript.vtt",
                Transcript.MediaType,
                by?.Id,
                at
            )
            : null;
        return writes.Run(w =>
        {
            if (
                MeetingStore.Find(w.Session, id) is not { } kept
                || (by is not null && SeenTalk.Entry(w.Session, kept.Entry, by) is null)
            )
                return new MeetingOutcome(null, null);
            if (wrong is not null)
                return new(kept, wrong);
            if (spoken.Count > MostSpoken)
                return new(
                    kept,
                    $"More than {MostSpoken} things are said in it. Bring it in parts, as transcripts of several meetings."
                );
            if (kept.Transcribed is not null)
                return new(kept, "There is a transcript of this meeting already.");
            var conversation = ConversationStore.Find(w.Session, kept.Conversation)!;
            var talk = TalkOf(w, kept, at, by?.Id);
            FileStore.Add(w.Session, file!);
            foreach (var line in spoken)
            {
                var speaker = Speaker(kept.Meeting, line.Speaker);
                var entry = new Entry(
                    0,
                    new EntryId(Guid.CreateVersion7()),
                    talk.Id,
                    EntryKind.Note,
                    Via.Call,
                    speaker,
                    speaker is null
                        ? line.Speaker.Length > 0
                            ? line.Speaker
                            : "Someone"
                        : null,
                    (began ?? kept.Meeting.From) + line.From,
                    line.Words,
                    false,
                    EntryText.FromPlain(line.Words).Html
                );
                EntryStore.Add(w.Session, talk, entry, line.Words, []);
            }

            var speakers = Names.List(spoken.Select(l => l.Speaker.Length > 0 ? l.Speaker : "someone"));
            EventLines.Add(
                w,
                talk,
                by?.Id,
                at,
                $"The call’s transcript: {(spoken.Count == 1 ? "one thing" : $"{spoken.Count} things")} said by {speakers}.",
                [new(file!.Id)]
            );
            MeetingStore.Transcribed(w.Session, kept, at);
            EventLines.Add(w, conversation, by?.Id, at, $"The transcript of “{kept.Meeting.Title}” is ready.");
            happenings.Say(
                w,
                new MeetingChanged(
                    kept,
                    conversation,
                    by?.Id,
                    $"The transcript of “{kept.Meeting.Title}” is ready.",
                    AskedAnew: false,
                    at
                )
            );
            return new(MeetingStore.Find(w.Session, id), null);
        });
    }

    /// <summary>What was said in a meeting and about it, begun where nothing was.</summary>
    public static Conversation TalkOf(Writing w, KeptMeeting kept, Instant at, PersonId? by)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(kept);
        if (ConversationStore.OfMeeting(w.Session, kept.Key) is { } there)
            return there;
        var begun = new ConversationId(Guid.CreateVersion7());
        ConversationStore.AddOfMeeting(w.Session, begun, kept.Key, kept.Meeting.Title);
        var talk = ConversationStore.Find(w.Session, begun)!;
        EventLines.Begun(w, talk, by, at);
        return talk;
    }

    private KeptMeeting Write(
        Writing w,
        KeptMeeting kept,
        Entry entry,
        Conversation conversation,
        Invitee answer,
        Instant at
    )
    {
        var meeting = kept.Meeting.Answered(answer);
        MeetingStore.Set(w.Session, kept, meeting);
        var person = who.Current.Find(answer.Whom)!;
        var line =
            Said(answer.Answer, person.FirstName)
            + (
                answer.Proposes is { } p
                    ? $" Suggests: {MeetingViews.When(p, p + (meeting.Until - meeting.From), who.Current, at)}."
                    : ""
            )
            + (answer.Words.Length > 0 ? $" “{answer.Words}”" : "");
        if (!person.IsStaff)
            EventLines.Add(w, conversation, null, at, $"“{meeting.Title}”: {line}");
        EventLines.EntryChanged(w, entry, conversation, answer.Whom, at);
        happenings.Say(w, new MeetingAnswered(kept, conversation, person, $"{meeting.Title}: {line}", at));
        return kept with { Meeting = meeting };
    }

    private Task<MeetingOutcome> Set(
        MeetingId id,
        Person by,
        Instant at,
        Func<Meeting, Meeting?> change,
        Func<Meeting, Meeting, string> words,
        bool asksAnew
    ) =>
        writes.Run(w =>
        {
            if (
                MeetingStore.Find(w.Session, id) is not { } kept
                || SeenTalk.Entry(w.Session, kept.Entry, by) is not var (entry, conversation)
            )
                return new MeetingOutcome(null, null);
            var before = kept.Meeting;
            if (before.RefusesSetting(by, at, p => who.Current.Find(p)?.FirstName ?? "Someone else") is { } not)
                return new(kept, not);
            if (entry.Delivery is { Sent: false })
                return new(kept, "The invitation has not been sent yet. Undo it instead.");
            if (change(before) is not { } after)
                return new(kept, null);
            if (!after.CalledOff && after.Wrong(at) is { } wrong)
                return new(kept, wrong);
            MeetingStore.Set(w.Session, kept, after);
            var line = words(after, before);
            if (conversation.Audience is Audience.Outside)
            {
                // Said by itself, in words that are all ours: it leaves without time to think, so that it cannot be
                // half taken back.
                var posted = posting.Post(
                    w,
                    new EntryId(Guid.CreateVersion7()),
                    conversation.Id,
                    by,
                    new Saying(line, AtOnce: true, Invites: id),
                    EntryText.FromMarkdown(line),
                    at
                );
                if (posted.Refusal is { } refusal)
                {
                    MeetingStore.Set(w.Session, kept, before);
                    return new(kept, refusal.Reason);
                }
            }
            else
            {
                EventLines.Add(w, conversation, by.Id, at, line);
            }

            EventLines.EntryChanged(w, entry, conversation, by.Id, at);
            happenings.Say(w, new MeetingChanged(kept, conversation, by.Id, line, asksAnew, at));
            return new(MeetingStore.Find(w.Session, id), null);
        });

    /// <summary>
    /// The meeting that a reply answers and for whom: the one it names, where the sender is of the same party; null
    /// where that is not one who is invited.
    /// </summary>
    private (KeptMeeting Kept, PersonId Whom)? Answered(SqlSession session, Person sender, CalendarReply reply)
    {
        if (!Guid.TryParse(reply.Uid, out var uid) || MeetingStore.Find(session, new MeetingId(uid)) is not { } kept)
            return null;
        var whom =
            who.Current.ByAddress(reply.Address)?.Person is { } named && named.Party == sender.Party
                ? named.Id
                : sender.Id;
        return kept.Meeting.Invitees.Any(i => i.Whom == whom) ? (kept, whom) : null;
    }

    /// <summary>
    /// Whose words these are, of those who take part: by their full name, or by the first where only one has it.
    /// </summary>
    private PersonId? Speaker(Meeting meeting, string name) =>
        Names.Meant(name, meeting.Invitees.Select(i => who.Current.Find(i.Whom)).OfType<Person>())?.Id;

    private static string Said(Attendance answer, string name) =>
        answer switch
        {
            Attendance.Coming => $"{name} is coming.",
            Attendance.Perhaps => $"{name} may come.",
            Attendance.NotComing => $"{name} cannot come.",
            _ => $"{name} has not answered yet.",
        };
}
