using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets;

/// <summary>The shared sheets of a party go with it when it is merged into another.</summary>
internal sealed class SharesOfMerged : IHandles<PartiesMerged>, IHandles<MergeUndone>
{
    private const string Rows = "Sheets";

    public void Handle(Writing w, PartiesMerged happening) =>
        happening.Moved[Rows] = SheetStore.MoveShares(w.Session, happening.Gone, happening.Kept);

    public void Handle(Writing w, MergeUndone happening) =>
        SheetStore.MoveSharesBack(
            w.Session,
            happening.Moved.GetValueOrDefault(Rows) ?? [],
            happening.Kept,
            happening.Gone
        );
}
