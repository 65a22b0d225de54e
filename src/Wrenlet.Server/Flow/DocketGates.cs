using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow;

/// <summary>All that keeps a docket out of its stages: tasks that are gates, and fields that are empty.</summary>
internal static class DocketGates
{
    public static IReadOnlyList<OpenGate> Open(SqlSession session, Docket docket, Kind kind) =>
        [
            .. Gates.Open(TaskStore.GatesOf(session, docket.Id)),
            .. Gates.OfFields(kind, FieldStore.Of(session, docket.Id).Keys),
        ];
}
