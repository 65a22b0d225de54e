using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>Where files stand in one part of the work; each part that can hold files says it of its own.</summary>
public interface IHoldsFiles
{
    /// <summary>The places of a file in this part; none where it is not there.</summary>
    IEnumerable<FilePlace> Of(SqlSession session, Guid file);
}

/// <summary>Files that entries carry, and mails as they arrived.</summary>
internal sealed class EntryFiles : IHoldsFiles
{
    public IEnumerable<FilePlace> Of(SqlSession session, Guid file) =>
        FileStore
            .Places(session, file)
            .Select(p => (Held: p, Conversation: ConversationStore.Find(session, p.Conversation)))
            .Where(p => p.Conversation is not null)
            .Select(p => FilePlace.OfEntry(p.Conversation!.Place, p.Held.Kind, p.Held.Original));
}

/// <summary>Where files stand in all parts, and so who may have them.</summary>
internal sealed class FilePlaces(IEnumerable<IHoldsFiles> holders)
{
    /// <summary>All places of a file.</summary>
    public List<FilePlace> Of(SqlSession session, Guid file) => [.. holders.SelectMany(h => h.Of(session, file))];

    /// <summary>
    /// All places at which a file's bytes stand, under whatever name and however often they were brought, that somebody
    /// sees.
    /// </summary>
    public List<FilePlace> OfBytes(SqlSession session, Guid file, Person viewer) =>
        [
            .. FileStore
                .SameBytes(session, file)
                .SelectMany(f => Of(session, f))
                .Where(p => viewer.MaySee(p.Place, p.Thing)),
        ];

    /// <summary>A file; null when there is none or the viewer may not have it.</summary>
    public StoredFile? Seen(SqlSession session, Guid id, Person viewer) =>
        FileStore.Find(session, id) is { } file && FileSight.MaySee(viewer, Of(session, id), file.By) ? file : null;
}
