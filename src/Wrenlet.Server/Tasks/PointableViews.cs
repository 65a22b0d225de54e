using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>Tags of saved views: what stands in one is for each reader by their own sight.</summary>
internal sealed class PointableViews : IPointable
{
    public TagKind Kind => TagKind.View;

    public PointedAt? Find(SqlSession session, string target) =>
        Read(session, target) is var (view, _)
            ? new(view.Place, Thing.Working, "#a view of somebody’s", "A view that is not shared")
            : null;

    public ThingStanding Standing(
        SqlSession session,
        string target,
        Roster roster,
        Instant now,
        Func<Instant, string> moment
    )
    {
        var (view, about) = Read(session, target)!.Value;
        return new(
            view.Name,
            $"view of {about}, by {roster.NameOf(view.Owner)}",
            false,
            $"/{about}?view={view.Id}",
            "#" + TagLink.Plain(view.Name)
        );
    }

    public bool SeenBy(SqlSession session, PartyId party, string target) => false;

    private static (NamedView View, string About)? Read(SqlSession session, string target) =>
        Guid.TryParse(target, out var id) ? NamedViewStore.Find(session, id) : null;
}
