using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets;

/// <summary>Tags of sheets.</summary>
internal sealed class PointableSheets : IPointable
{
    public TagKind Kind => TagKind.Sheet;

    public PointedAt? Find(SqlSession session, string target) =>
        Read(session, target) is { } kept
            ? new(kept.Sheet.Place, Thing.Said, $"#a sheet of {kept.Docket.Ref}", "A sheet")
            : null;

    public ThingStanding Standing(
        SqlSession session,
        string target,
        Roster roster,
        Instant now,
        Func<Instant, string> moment
    )
    {
        var kept = Read(session, target)!;
        var newest = SheetStore.Revision(session, kept, kept.Sheet.Revision)!;
        var kind = StoredWords.SheetKinds.Of(kept.Sheet.Kind);
        var shared = kept.Sheet.Shares.IsEmpty ? "" : " · shared outside";
        return new(
            kept.Sheet.Name,
            $"{kind} of {kept.Docket.Ref} · revision {newest.Number} by {roster.NameOf(newest.By)}, "
                + $"{moment(newest.At)}{shared}",
            kept.Sheet.Removed,
            $"/sheets/{kept.Sheet.Id.Value}",
            "#" + TagLink.Plain(kept.Sheet.Name)
        );
    }

    /// <summary>A party may be told of the sheets that are shared with it.</summary>
    public bool SeenBy(SqlSession session, PartyId party, string target) =>
        Read(session, target)?.Sheet is { Removed: false } sheet && sheet.Shares.Any(s => s.Party == party);

    private static KeptSheet? Read(SqlSession session, string target) =>
        Guid.TryParse(target, out var id) ? SheetStore.Find(session, new SheetId(id)) : null;
}
