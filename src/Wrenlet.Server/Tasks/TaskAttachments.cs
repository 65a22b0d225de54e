using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>Files that stand with the notes of tasks.</summary>
internal sealed class TaskAttachments : IHoldsFiles
{
    public IEnumerable<FilePlace> Of(SqlSession session, Guid file) =>
        TaskAttachmentStore
            .With(session, file)
            .Select(t => TaskStore.Find(session, t))
            .Where(t => t is not null)
            .Select(t => new FilePlace(t!.Place, Thing.Working, Inside: true));
}
