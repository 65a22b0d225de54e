using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets;

/// <summary>What sheets say counts as inside, but for what the reader may read in them; so does a drawing's file.</summary>
internal sealed class SheetInside : IInsideWords, IHoldsFiles
{
    private const int MostSheets = 60;

    public (IReadOnlyList<SaidBefore> Inside, IReadOnlyList<string> Theirs) With(
        SqlSession session,
        IReadOnlyList<string> probes,
        Conversation conversation,
        Person author,
        Roster roster
    )
    {
        if (conversation.Docket is not { } docket)
            return ([], []);
        var reader = conversation.Party;
        var sheets = SheetStore
            .With(session, probes, MostSheets)
            .Where(k => k.Docket.Id == docket.Id && author.MaySee(k.Sheet.Place))
            .ToList();
        string Words(KeptSheet kept, int revision) => SheetStore.Revision(session, kept, revision)!.Words;
        return (
            [
                .. sheets.Select(k => new SaidBefore(
                    Words(k, k.Sheet.Revision),
                    $"the sheet “{k.Sheet.Name}”",
                    Stands: true
                )),
            ],
            [.. sheets.SelectMany(k => k.Sheet.Shares.Where(s => s.Party == reader).Select(s => Words(k, s.Revision)))]
        );
    }

    public IEnumerable<FilePlace> Of(SqlSession session, Guid file) =>
        SheetStore
            .Of(session, file)
            .Select(d => (d.Revision, SheetStore.Find(session, d.Sheet)!.Sheet))
            .Select(d => new FilePlace(d.Sheet.PlaceOf(d.Revision), Thing.Said, !d.Sheet.IsShared(d.Revision)));
}
