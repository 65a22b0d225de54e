using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Flow.Templates;

/// <summary>Drawings of templates: all colleagues see them, and nobody outside.</summary>
internal sealed class TemplateFiles : IHoldsFiles
{
    public IEnumerable<FilePlace> Of(SqlSession session, Guid file) =>
        TemplateStore.Holds(session, file) ? [new FilePlace(new Place.Firm(), Thing.Working, Inside: true)] : [];
}
