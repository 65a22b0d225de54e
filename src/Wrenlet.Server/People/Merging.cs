using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.People;

/// <summary>One party was found to be another, and its people have moved. Who keeps more of it moves that too.</summary>
/// <param name="Moved">What was moved; each part notes its own in it.</param>
public sealed record PartiesMerged(PartyId Kept, PartyId Gone, MovedRows Moved) : IHappening;

/// <summary>A merge is taken back.</summary>
/// <param name="Moved">What had been moved.</param>
public sealed record MergeUndone(PartyId Kept, PartyId Gone, MovedRows Moved) : IHappening;

/// <summary>Puts two parties together, and apart again.</summary>
public sealed class Merging(WriteQueue writes, Dispatcher happenings)
{
    /// <summary>Moves all of one party to another.</summary>
    public Task Merge(Party kept, Party gone, Person by, Instant at) =>
        writes.Run(w =>
        {
            var moved = new MovedRows();
            MergeStore.Merge(w.Session, kept.Id, gone.Id, moved);
            happenings.Say(w, new PartiesMerged(kept.Id, gone.Id, moved));
            MergeStore.Add(w.Session, Guid.CreateVersion7(), kept.Id, gone.Id, moved, by.Id, at);
            LogStore.Add(w.Session, at, by.Id, LogKind.Dockets, "merged contacts", $"{gone.Name} into {kept.Name}");
            Changed(w, kept.Id.Value, by, at);
        });

    /// <summary>Brings back what a merge moved, where it has not gone elsewhere since.</summary>
    /// <returns>Whether there was such a merge that still stood.</returns>
    public Task<bool> Undo(Guid id, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (MergeStore.Find(w.Session, id) is not var (kept, gone, moved))
                return false;
            happenings.Say(w, new MergeUndone(kept, gone, moved));
            MergeStore.Undo(w.Session, id, kept, gone, moved, at);
            LogStore.Add(
                w.Session,
                at,
                by.Id,
                LogKind.Dockets,
                "undid a merge of contacts",
                $"{PeopleStore.NameOf(w.Session, gone)} from {PeopleStore.NameOf(w.Session, kept)}"
            );
            Changed(w, id, by, at);
            return true;
        });

    private static void Changed(Writing w, Guid subject, Person by, Instant at) =>
        w.Log(new Change(ChangeKinds.PeopleChanged, subject, new Place.Firm(), Thing.Working, at, by.Id));
}
