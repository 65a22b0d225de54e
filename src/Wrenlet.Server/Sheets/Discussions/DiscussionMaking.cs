using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets.Discussions;

/// <summary>
/// What came of doing something with a discussion: it as it stands; why not; or that it was changed meanwhile. None of
/// these when there is none, or whoever asks does not see it.
/// </summary>
public sealed record DiscussionOutcome(KeptDiscussion? Discussion, string? Refusal = null, bool Changed = false)
{
    /// <summary>There is none, or they do not see it.</summary>
    public static readonly DiscussionOutcome Unseen = new((KeptDiscussion?)null);
}

/// <summary>Begins discussions, assigns and settles them, and puts them elsewhere.</summary>
internal sealed class DiscussionMaking(
    WriteQueue writes,
    Database database,
    WhoIsWho who,
    DrawingReading drawings,
    Authors authors,
    Dispatcher happenings
)
{
    /// <summary>Begins a discussion on a sheet; one that is there already with this id is given back as it is.</summary>
    public async Task<DiscussionOutcome> Begin(
        DiscussionId id,
        SheetId sheet,
        NewDiscussion given,
        Person by,
        Instant at
    )
    {
        PartyId? with = by.IsStaff ? (given.Party is { } party ? new PartyId(party) : null) : by.Party;
        var read = database.Read(s =>
            SheetReading.Seen(s, sheet.Value, by) is { } kept
            && kept.Sheet.Shows(by, given.Revision)
            && SheetStore.Revision(s, kept, given.Revision) is { } revision
                ? (
                    Kept: kept,
                    Anchor: Named(
                        s,
                        revision.File,
                        given.Anchor.On(kept.Sheet.Kind, Text(kept, revision), Table(kept, revision))
                    )
                )
                : default
        );
        if (read.Kept is null)
            return DiscussionOutcome.Unseen;
        if (read.Anchor.Anchor is not { } anchor)
            return new(null, read.Anchor.Wrong);
        if (by.IsStaff && with is not null && !by.May(Right.SendOutside))
            return new(null, Texts.MayNotWriteOutside(by));
        // Who wrote what is looked up before the write: it reads every revision.
        var wrote = database.Read(s => authors.Of(s, read.Kept, given.Revision, anchor));
        return await writes.Run(w =>
        {
            if (SheetReading.Seen(w.Session, sheet.Value, by) is not { } kept)
                return DiscussionOutcome.Unseen;
            if (DiscussionStore.Find(w.Session, id) is { } there)
                return there.Sheet == sheet && there.Discussion.BegunBy == by.Id
                    ? new(there)
                    : DiscussionOutcome.Unseen;
            if (Discussion.RefusesBeginning(kept.Sheet, given.Revision, with, by) is { } not)
                return new(null, not);
            DiscussionStore.AddOfSheet(w.Session, id, sheet, by.Id, at);
            return Begun(w, id, kept.Docket.Id, with, kept.Sheet.Name, new(given.Revision, anchor), wrote, by, at);
        });
    }

    /// <summary>Begins a discussion on a picture or PDF that an entry carries.</summary>
    public Task<DiscussionOutcome> BeginOnFile(
        DiscussionId id,
        Guid file,
        EntryId entry,
        NewDiscussion given,
        Person by,
        Instant at
    )
    {
        PartyId? with = by.IsStaff ? (given.Party is { } party ? new PartyId(party) : null) : by.Party;
        var (anchor, wrong) = database.Read(s => Named(s, file, given.Anchor.On(null, "", [])));
        if (anchor is null)
            return Task.FromResult(new DiscussionOutcome(null, wrong));
        if (by.IsStaff && with is not null && !by.May(Right.SendOutside))
            return Task.FromResult(new DiscussionOutcome(null, Texts.MayNotWriteOutside(by)));
        return writes.Run(w =>
        {
            if (
                SeenTalk.Entry(w.Session, entry, by) is not var (said, talk)
                || FileStore.Of(w.Session, said.Key).All(f => f.Id != file)
            )
                return DiscussionOutcome.Unseen;
            if (DiscussionStore.Find(w.Session, id) is { } there)
                return there.File == file && there.Discussion.BegunBy == by.Id ? new(there) : DiscussionOutcome.Unseen;
            // What has not left can be taken back, and what was removed is not there.
            if (said.Removed is not null || said.Delivery is { Sent: false })
                return new(null, Texts.NotThereYet);
            if (with is not null && (talk.Audience is not Audience.Outside || talk.Party != with))
                return new(null, Texts.TheyDoNotSeeFile);
            DiscussionStore.AddOfFile(w.Session, id, file, entry, by.Id, at);
            var name = FileStore.Find(w.Session, file)!.Name;
            List<PersonId> wrote = said.Author is { } author ? [author] : [];
            return Begun(w, id, talk.Docket?.Id, with, name, new(1, anchor), wrote, by, at);
        });
    }

    private static DiscussionOutcome Begun(
        Writing w,
        DiscussionId id,
        Core.Dockets.DocketId? docket,
        PartyId? with,
        string name,
        PutPlace place,
        IEnumerable<PersonId> authors,
        Person by,
        Instant at
    )
    {
        ConversationStore.AddOfDiscussion(
            w.Session,
            new ConversationId(Guid.CreateVersion7()),
            id.Value,
            docket,
            with,
            name
        );
        DiscussionStore.Put(w.Session, id, place, by.Id, at);
        DiscussionStore.SetAuthors(w.Session, id, authors);
        // Nothing is said in it yet, and nobody else sees it before something is.
        return new(DiscussionStore.Find(w.Session, id));
    }

    /// <summary>Takes a discussion away again in which nothing was said.</summary>
    public Task<bool> Drop(DiscussionId id, Person by) =>
        writes.Run(w =>
            DiscussionStore.Find(w.Session, id)?.Discussion.BegunBy == by.Id && DiscussionStore.Drop(w.Session, id)
        );

    /// <summary>Settles or reopens a discussion, and says who is to see to it.</summary>
    public Task<DiscussionOutcome> Set(DiscussionId id, int version, DiscussionStanding given, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (Seen(w.Session, id, by) is not var (kept, talk))
                return DiscussionOutcome.Unseen;
            if (kept.LastEntry is null)
                return new(kept, Texts.SayFirst);
            var before = kept.Discussion;
            var assigned = by.IsStaff
                ? given.Assigned is { } person
                    ? new PersonId(person)
                    : (PersonId?)null
                : before.Assigned;
            Instant? due =
                !by.IsStaff ? before.Due
                : assigned is null ? null
                : given.Due is { } moment ? Instant.FromDateTimeOffset(moment)
                : null;
            var settled = before.SettledBy is not null;
            if (assigned == before.Assigned && due == before.Due && given.Settled == settled)
                return new(kept);
            if (before.Version != version)
                return new(kept, Changed: true);
            if (given.Settled && !settled && before.RefusesSettling(by, AuthorsOf(w.Session, kept)) is { } not)
                return new(kept, not);
            if (assigned is { } to && to != before.Assigned)
            {
                if (who.Current.Find(to) is not { } whom)
                    return DiscussionOutcome.Unseen;
                if (Discussion.RefusesAssigning(whom, talk.Place) is { } cannot)
                    return new(kept, cannot);
            }

            var after = before with
            {
                Assigned = assigned,
                Due = due,
                SettledBy = !given.Settled ? null : before.SettledBy ?? by.Id,
                SettledAt = !given.Settled ? null : before.SettledAt ?? at,
            };
            DiscussionStore.Set(w.Session, after);
            var words = Did(before, after, by, at);
            var line = EventLines.Add(w, talk, by.Id, at, words);
            Log(w, id, talk, by, at);
            happenings.Say(w, new DiscussionChanged(before, after, talk, line, by.Id, words, at));
            return new(DiscussionStore.Find(w.Session, id));
        });

    /// <summary>Puts a discussion elsewhere in a revision.</summary>
    public async Task<DiscussionOutcome> Put(
        DiscussionId id,
        int version,
        DiscussionPut given,
        Person by,
        Instant at
    ) =>
        await writes.Run(w =>
        {
            if (Seen(w.Session, id, by) is not var (kept, talk))
                return DiscussionOutcome.Unseen;
            Anchor? anchor;
            string? wrong;
            if (kept.Sheet is { } of)
            {
                if (
                    SheetStore.Find(w.Session, of) is not { } sheet
                    || !sheet.Sheet.Shows(by, given.Revision)
                    || SheetStore.Revision(w.Session, sheet, given.Revision) is not { } revision
                )
                    return DiscussionOutcome.Unseen;
                (anchor, wrong) = Named(
                    w.Session,
                    revision.File,
                    given.Anchor.On(sheet.Sheet.Kind, Text(sheet, revision), Table(sheet, revision))
                );
            }
            else
            {
                (anchor, wrong) = Named(w.Session, kept.File, given.Anchor.On(null, "", []));
            }

            if (anchor is null)
                return new(kept, wrong);
            if (kept.Discussion.Version != version)
                return new(kept, Changed: true);
            if (given.Revision < kept.Discussion.Revision)
                return new(kept, Texts.BegunLater(kept.Discussion.Revision));
            DiscussionStore.Put(w.Session, id, new(given.Revision, anchor), by.Id, at);
            DiscussionStore.Moved(w.Session, id);
            if (kept.LastEntry is not null)
                EventLines.Add(
                    w,
                    talk,
                    by.Id,
                    at,
                    $"{by.FirstName} moved this to another place in revision {given.Revision}"
                );
            Log(w, id, talk, by, at);
            return new(DiscussionStore.Find(w.Session, id));
        });

    /// <summary>A spot of a drawing with the element that it is about; words of a PDF as it has them.</summary>
    private (Anchor? Anchor, string? Wrong) Named(
        SqlSession session,
        Guid? file,
        (Anchor? Anchor, string? Wrong) chosen
    )
    {
        if (chosen.Anchor is not Anchor.Spot spot)
            return chosen;
        var plain = spot with { Element = null, Exact = null };
        if (spot.Exact is not null && drawings.TextOf(session, file) is { } text)
            return (text.Quoted(plain), null);
        return spot.IsSpot && drawings.PartsOf(session, file)?.At(spot.X, spot.Y) is { } element
            ? (plain with { Element = element.Key, Exact = element.Name.Length > 0 ? element.Name : null }, null)
            : (plain, null);
    }

    /// <summary>A discussion with its conversation; null when there is none or somebody does not see it.</summary>
    public static (KeptDiscussion Kept, Conversation Talk)? Seen(SqlSession session, DiscussionId id, Person viewer) =>
        DiscussionStore.Find(session, id) is { } kept
        && ConversationStore.Find(session, kept.Discussion.Conversation) is { } talk
        && kept.Discussion.IsShownTo(viewer, talk.Place, kept.LastEntry is not null)
            ? (kept, talk)
            : null;

    /// <summary>The text that words of a page are counted in; empty for others.</summary>
    public static string Text(KeptSheet sheet, SheetRevision revision) =>
        sheet.Sheet.Kind is SheetKind.Page ? revision.Words : "";

    private static IReadOnlyList<IReadOnlyList<string>> Table(KeptSheet sheet, SheetRevision revision) =>
        sheet.Sheet.Kind is SheetKind.Table ? SheetReading.Rows(revision) : [];

    private static IEnumerable<PersonId> AuthorsOf(SqlSession session, KeptDiscussion kept) =>
        kept.Sheet is { } id && SheetStore.Find(session, id) is { } sheet
            ? SheetStore.Revisions(session, sheet).Select(r => r.By)
            : [];

    private string Did(Discussion before, Discussion after, Person by, Instant at)
    {
        string Name(PersonId id) => Names.First(who.Current.NameOf(id));
        if (after.SettledBy is not null && before.SettledBy is null)
            return $"{by.FirstName} settled this";
        if (after.SettledBy is null && before.SettledBy is not null)
            return $"{by.FirstName} reopened this";
        if (after.Assigned is not { } to)
            return $"{by.FirstName} took it off {Name(before.Assigned!.Value)}";
        var calendar = who.Current.Firm!.Calendar;
        var due = after.Due is { } moment
            ? $", by {DateWords.Moment(moment.InZone(calendar.Zone).LocalDateTime, calendar.DateOf(at))}"
            : "";
        return to == by.Id ? $"{by.FirstName} will see to it{due}" : $"{by.FirstName} assigned it to {Name(to)}{due}";
    }

    private static void Log(Writing w, DiscussionId id, Conversation talk, Person by, Instant at) =>
        w.Log(
            new Change(
                ChangeKinds.DiscussionChanged,
                id.Value,
                talk.Place,
                Thing.Said,
                at,
                by.Id,
                talk.Docket?.Id,
                talk.Id
            )
        );

    private static class Texts
    {
        public const string SayFirst = "Write something here first.";

        public const string TheyDoNotSeeFile =
            "They do not see this file. Write about it internally, or send it first.";

        public const string NotThereYet =
            "The message with this file has not left yet, or was removed. Wait until it has left.";

        public static string MayNotWriteOutside(Person by) =>
            $"You cannot write to customers and partners: {Rights.Of(by, Right.SendOutside).Reason}. Your text is kept.";

        public static string BegunLater(int revision) =>
            $"This was started on revision {revision}. Put it in that one or a later one.";
    }
}
