using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Alerts;

/// <summary>Puts notices up, tells of each once when it appears, and gives thanks.</summary>
internal sealed class Noticing(Database database, WriteQueue writes, WhoIsWho who, Pointing pointing) : IDueWork
{
    /// <summary>Puts a notice up, or writes it anew.</summary>
    /// <param name="version">The version that was seen; null for a new one.</param>
    /// <returns>Why not; null when it is done.</returns>
    public async Task<(string? Refusal, bool Stale)> Put(
        Guid id,
        int? version,
        string title,
        string body,
        Notice notice,
        Person by,
        Instant at
    )
    {
        var outcome = await writes.Run<(string?, bool)>(w =>
        {
            var before = NoticeStore.Find(w.Session, id);
            if (before is null ? !Notice.MayPutUp(by) : !before.Notice.MayChange(by))
                return (
                    before is null
                        ? "Only coordinators and managers can post notices. Ask one of them."
                        : "Only its author or a manager can change it.",
                    false
                );
            if (before is not null && version is { } seen && before.Version != seen)
                return (null, true);
            body = pointing.Discreet(w.Session, body, new Place.Board(notice.By, notice.Crews), who.Current);
            var rendered = EntryText.FromMarkdown(body);
            NoticeStore.Put(w.Session, id, title, body, rendered.Html, notice, at);
            var put = NoticeStore.Find(w.Session, id)!;
            Changed(w, put, by.Id, at);
            return (null, false);
        });
        foreach (var due in Due(at))
            await due.Do();
        return outcome;
    }

    /// <summary>Confirms a notice as read and understood.</summary>
    /// <returns>Whether there is such a notice for them.</returns>
    public Task<bool> Confirm(Guid id, Person person, Instant at) =>
        writes.Run(w =>
        {
            if (NoticeStore.Find(w.Session, id) is not { } notice || !notice.Notice.SeenBy(person, at))
                return false;
            if (NoticeStore.Confirm(w.Session, notice.Key, person.Id, at))
                Changed(w, notice, person.Id, at);
            return true;
        });

    /// <summary>Tells those it is for of each notice that has appeared; of each once.</summary>
    public IEnumerable<DueWork> Due(Instant now) =>
        database
            .Read(s => NoticeStore.Untold(s, now))
            .Select(n => new DueWork("Telling of a notice", n.Id.ToString(), "", n.Notice.By, () => Tell(n.Id, now))
            {
                Title = n.Title,
            });

    private Task Tell(Guid id, Instant now) =>
        writes.Run(w =>
        {
            if (NoticeStore.Find(w.Session, id) is not { } notice || !NoticeStore.Told(w.Session, notice.Key, now))
                return;
            foreach (var person in notice.Notice.For(who.Current.Staff))
                Telling.Write(
                    w,
                    new Alert(person.Id, notice.Notice.MustConfirm ? AlertReason.ToConfirm : AlertReason.Noticed),
                    new Told(
                        notice.Notice.By,
                        new Place.Own(person.Id),
                        Thing.Working,
                        now,
                        notice.Title,
                        notice.Conversation
                    )
                );
            Changed(w, notice, notice.Notice.By, now);
        });

    /// <summary>Thanks a colleague before all.</summary>
    /// <returns>Why not; null when it is done.</returns>
    public Task<string?> Thank(Thanks thanks, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (thanks.To == by.Id)
                return "Thanks go to somebody else.";
            if (
                thanks.Entry is { } id
                && (
                    EntryStore.Find(w.Session, id) is not { } entry
                    || ConversationStore.Find(w.Session, entry.Conversation) is not { } place
                    || !EntrySight.Sees(by, place, entry)
                )
            )
                return "What this is for is no longer there, or you cannot see it.";
            NoticeStore.AddThanks(w.Session, thanks);
            Telling.Write(
                w,
                new Alert(thanks.To, AlertReason.Thanked),
                new Told(by.Id, new Place.Own(thanks.To), Thing.Working, at, thanks.Words, Entry: thanks.Entry)
            );
            w.Log(new Change(ChangeKinds.BoardChanged, thanks.Id, new Place.Firm(), Thing.Working, at, by.Id));
            return (string?)null;
        });

    private static void Changed(Writing w, StoredNotice notice, PersonId by, Instant at) =>
        w.Log(new Change(ChangeKinds.BoardChanged, notice.Id, new Place.Firm(), Thing.Working, at, by));
}
