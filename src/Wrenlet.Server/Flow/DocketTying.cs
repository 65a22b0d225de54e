using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow;

/// <summary>
/// Makes dockets ones of another kind, parts of others and the same as others; deletes and restores them. Each is said
/// in a line inside the docket, and told to those who follow it.
/// </summary>
public sealed class DocketTying(WriteQueue writes, WhoIsWho who, FirmKinds kinds, Dispatcher happenings)
{
    /// <summary>Makes a docket one of another kind, under a new reference.</summary>
    public Task<DocketOutcome> Become(string reference, KindId kind, Person by, Instant at) =>
        writes.Run(w =>
        {
            var s = w.Session;
            if (SeenDocket.Find(s, reference, by) is not { } docket)
                return new DocketOutcome(null);
            if (kinds.Current.Find(kind) is not { Retired: false } to)
                return new(docket, "There is no such kind any more. Choose another.");
            var from = kinds.Current.Of(docket);
            if (from.Id == to.Id)
                return new(docket);
            var passage = Tying.Of(from, to, docket.Stage);
            var year = at.InZone(who.Current.Firm!.Calendar.Zone).Year;
            var now = DocketStore.NextRef(s, to, year);
            DocketStore.SetKind(s, docket, to.Id, now, passage.Stage, at);
            foreach (var (stage, other) in passage.Gates)
                GateStore.Move(s, docket.Id, stage, other);
            foreach (var stage in passage.GatesLost)
                GateStore.Move(s, docket.Id, stage, null);
            Carry(s, docket.Id, from, to, passage);
            DocketStore.Index(s, docket.Id);
            return new(
                Said(w, docket, $"{by.FirstName} made this a {to.Name}: {now}, before it was {docket.Ref}", by, at)
            );
        });

    /// <summary>Makes a docket a part of another, or of none.</summary>
    public Task<DocketOutcome> PutInto(string reference, string? whole, Person by, Instant at) =>
        writes.Run(w =>
        {
            var s = w.Session;
            if (SeenDocket.Find(s, reference, by) is not { } docket)
                return new DocketOutcome(null);
            if (whole is null)
            {
                if (DocketTies.Wholes(s, docket.Id) is not [var was, ..])
                    return new(docket);
                DocketTies.SetWhole(s, docket.Id, null);
                return new(
                    Said(
                        w,
                        docket,
                        $"{by.FirstName} took this out of {Tying.Called(docket, DocketStore.Find(s, was.Id)!)}",
                        by,
                        at
                    )
                );
            }

            if (SeenDocket.Find(s, whole, by) is not { } into)
                return new(docket, $"There is no docket {whole}, or you cannot see it. Check the reference.");
            if (Tying.RefusesPart(docket.Id, into.Id, DocketTies.Wholes(s, into.Id).Select(x => x.Id)) is { } not)
                return new(docket, not);
            DocketTies.SetWhole(s, docket.Id, into.Id);
            return new(Said(w, docket, $"{by.FirstName} made this a part of {Tying.Called(docket, into)}", by, at));
        });

    /// <summary>Joins a docket with another that it is the same as, and closes it.</summary>
    public Task<DocketOutcome> Join(string reference, string other, Person by, Instant at) =>
        writes.Run(w =>
        {
            var s = w.Session;
            if (SeenDocket.Find(s, reference, by) is not { } docket)
                return new DocketOutcome(null);
            if (SeenDocket.Find(s, other, by) is not { } kept)
                return new(docket, $"There is no docket {other}, or you cannot see it. Check the reference.");
            if (Tying.RefusesJoining(docket, kept) is { } not)
                return new(docket, not);
            ConversationStore.MoveOutside(s, docket.Id, kept.Id);
            GateStore.MoveTasks(s, docket.Id, kept.Id);
            HoldingStore.MoveDocket(s, docket.Id, kept.Id);
            SheetStore.Move(s, docket.Id, kept.Id);
            DocketTies.Join(s, docket.Id, kept.Id);
            DocketStore.Index(s, kept.Id);
            Said(w, kept, $"{by.FirstName} joined {docket.Ref} with this: it is the same", by, at);
            return new(
                Said(
                    w,
                    docket,
                    $"{by.FirstName} joined this with {kept.Ref}: it is the same, and goes on there",
                    by,
                    at
                )
            );
        });

    /// <summary>Takes a docket in which nothing was said with anybody outside out of sight.</summary>
    public Task<DocketOutcome> Delete(string reference, Person by, Instant at) =>
        writes.Run(w =>
        {
            var s = w.Session;
            if (SeenDocket.Find(s, reference, by) is not { } docket)
                return new DocketOutcome(null);
            var talked = DocketTies.TalkedOutside(s, docket.Id);
            if (Tying.RefusesDeleting(by.Id, DocketTies.Maker(s, docket.Id), talked) is { } not)
                return new(docket, not);
            DocketMaking.Log(w, docket, by, at);
            DocketTies.Remove(s, docket.Id, at);
            LogStore.Add(s, at, by.Id, LogKind.Dockets, "deleted a docket", docket.Ref.ToString());
            return new(docket);
        });

    /// <summary>Gives a deleted docket back; null where there is none of this person's to be restored.</summary>
    public Task<Docket?> Restore(DocketId id, Person by, Instant at) =>
        writes.Run(w =>
        {
            var since = at - Duration.FromDays(Tying.DaysToRestore);
            if (DocketTies.RemovedBy(w.Session, by.Id, since).TrueForAll(r => r.Id != id))
                return null;
            DocketTies.Restore(w.Session, id);
            var docket = DocketStore.Find(w.Session, id)!;
            LogStore.Add(w.Session, at, by.Id, LogKind.Dockets, "restored a docket", docket.Ref.ToString());
            DocketMaking.Log(w, docket, by, at);
            return docket;
        });

    private static void Carry(SqlSession session, DocketId docket, Kind from, Kind to, Passage passage)
    {
        var values = FieldStore.Of(session, docket);
        foreach (var (field, into) in passage.Fields)
            if (
                values.TryGetValue(field, out var value)
                && Tying.Carried(value, from.Fields.First(f => f.Id == field), to.Fields.First(f => f.Id == into))
                    is { } carried
            )
                FieldStore.Set(session, docket, into, carried);
    }

    private Docket Said(Writing w, Docket docket, string line, Person by, Instant at)
    {
        var inside = DocketTalks.Inside(w.Session, docket.Id);
        DocketMaking.Log(w, docket, by, at);
        var entry = EventLines.Add(w, inside, by.Id, at, line);
        happenings.Say(w, new DocketMoved(docket, inside, entry, by, at));
        return DocketStore.Find(w.Session, docket.Id)!;
    }
}
