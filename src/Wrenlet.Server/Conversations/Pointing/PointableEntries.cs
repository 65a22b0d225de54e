using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Tags of what was said.</summary>
internal sealed class PointableEntries : IPointable
{
    public TagKind Kind => TagKind.Entry;

    public PointedAt? Find(SqlSession session, string target) =>
        Read(session, target) is var (entry, place)
            ? new(
                place.Place,
                // To staff, what has not left is there as well.
                EntrySight.ThingOf(entry.Kind),
                place.Docket is { } docket ? $"#something said in {docket.Ref}" : "#something said elsewhere",
                "Something said"
            )
            : null;

    public ThingStanding Standing(
        SqlSession session,
        string target,
        Roster roster,
        Instant now,
        Func<Instant, string> moment
    )
    {
        var (entry, place) = Read(session, target)!.Value;
        var plain = EntryWords.PlainOf(entry);
        var author = EntryWords.AuthorOf(entry, roster) is { Length: > 0 } name ? name : "somebody";
        return new(
            entry.Removed is not null ? "removed since" : EntryWords.Short(plain),
            $"{author}, {moment(entry.At)}, {place.Docket?.Ref.ToString() ?? place.Subject}",
            false,
            EntryWords.PathOf(place, entry.Id),
            "#" + EntryWords.Short(plain, 40)
        );
    }

    public bool SeenBy(SqlSession session, PartyId party, string target) => false;

    private static (Entry Entry, Conversation Conversation)? Read(SqlSession session, string target) =>
        Guid.TryParse(target, out var id)
        && EntryStore.Find(session, new EntryId(id)) is { } entry
        && ConversationStore.Find(session, entry.Conversation) is { } conversation
            ? (entry, conversation)
            : null;
}
