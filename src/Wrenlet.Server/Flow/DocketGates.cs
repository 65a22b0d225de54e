using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Formats.Text;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow;

/// <summary>
/// All that keeps a docket out of its stages and that nobody has lifted: tasks that are gates, asks, fields that are empty,
/// and locks.
/// </summary>
internal static class DocketGates
{
    public static IReadOnlyList<OpenGate> Open(SqlSession session, Docket docket, Kind kind)
    {
        var gates = Gates
            .Open(TaskStore.GatesOf(session, docket.Id))
            .Concat(Gates.OfAsks(Asks(session, docket.Id)))
            .Concat(Gates.OfFields(kind, FieldStore.Of(session, docket.Id).Keys))
            .Concat(
                Gates.OfLocks(
                    HoldingStore.LocksOf(session, docket.Id),
                    t => [.. TaskStore.Find(session, t)!.Owners.Select(o => o.Owner)]
                )
            );
        return [.. Gates.Without(gates, HoldingStore.LiftedOf(session, docket.Id))];
    }

    private static IEnumerable<AskGate> Asks(SqlSession session, DocketId docket) =>
        HoldingStore
            .AsksOf(session, docket)
            .Select(a => (Gate: a, Entry: EntryStore.Find(session, a.Entry)!))
            .Select(a => (a.Gate, a.Entry, Ask: AskOf(session, a.Entry)))
            .Where(a => a.Ask is not null)
            .Select(a => new AskGate(
                a.Gate.Entry,
                a.Gate.Stage,
                Short(a.Entry.Body),
                [.. a.Ask!.Asking.At(a.Entry.At).WaitedFor],
                a.Entry.At
            ));

    private static KeptAsk? AskOf(SqlSession session, Entry entry) =>
        AskStore.OfEntries(session, [entry.Key]).GetValueOrDefault(entry.Id);

    private static string Short(string body)
    {
        const int Most = 80;
        var line = EntryText.FromMarkdown(body).Plain.ReplaceLineEndings(" ").Trim();
        return line.Length <= Most ? line : line[..Most].TrimEnd() + " …";
    }
}
