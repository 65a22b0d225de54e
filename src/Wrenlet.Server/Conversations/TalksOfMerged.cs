using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>The conversations of a party go with it when it is merged into another.</summary>
internal sealed class TalksOfMerged : IHandles<PartiesMerged>, IHandles<MergeUndone>
{
    private const string Rows = "Conversations";

    public void Handle(Writing w, PartiesMerged happening) =>
        happening.Moved[Rows] = ConversationStore.MoveParty(w.Session, happening.Gone, happening.Kept);

    public void Handle(Writing w, MergeUndone happening) =>
        ConversationStore.MoveBack(
            w.Session,
            happening.Moved.GetValueOrDefault(Rows) ?? [],
            happening.Kept,
            happening.Gone
        );
}
