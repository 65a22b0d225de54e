using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Dockets;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Tags of dockets.</summary>
internal sealed class PointableDockets(FirmKinds kinds) : IPointable
{
    public TagKind Kind => TagKind.Docket;

    public PointedAt? Find(SqlSession session, string target) =>
        Read(session, target) is { } docket
            ? new(docket.Place, Thing.Said, "#" + docket.Ref, $"Docket {docket.Ref}")
            : null;

    public ThingStanding Standing(
        SqlSession session,
        string target,
        Roster roster,
        Instant now,
        Func<Instant, string> moment
    )
    {
        var docket = Read(session, target)!;
        var stage = docket.Open ? kinds.Current.Stage(docket.Stage)?.Name : "closed";
        var owner = docket.Owner is { } known ? $"owner {roster.NameOf(known)}" : "nobody’s";
        return new(
            $"{docket.Ref} {docket.Subject}",
            string.Join(" · ", new[] { stage, owner, docket.Site }.Where(x => !string.IsNullOrEmpty(x))),
            !docket.Open,
            $"/dockets/{docket.Ref}",
            $"#{docket.Ref}"
        );
    }

    /// <summary>A party sees the dockets in which it is spoken with; one that is not there gives nothing away.</summary>
    public bool SeenBy(SqlSession session, PartyId party, string target) =>
        Read(session, target) is not { } docket || SpokenWith(session, docket.Id, party);

    /// <summary>Whether a party is spoken with in a docket.</summary>
    public static bool SpokenWith(SqlSession session, DocketId docket, PartyId party) =>
        ConversationStore.OfDocket(session, docket).Exists(c => c.Audience is Audience.Outside && c.Party == party);

    private static Docket? Read(SqlSession session, string target) =>
        DocketRef.Parse(target) is { } reference ? DocketStore.Find(session, reference) : null;
}
