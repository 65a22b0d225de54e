using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Pages;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>What was said with parties, for their page.</summary>
internal sealed class PartyHistory : IPartyHistory
{
    private const int MostWords = 24;

    public PartyTalk Talk(SqlSession session, PartyId party, Person viewer)
    {
        var seen = Seen(session, party, viewer).ToList();
        return new(
            [.. seen.Where(c => c.Docket is not null).Select(c => c.Docket!.Ref.ToString()).Distinct()],
            seen.Count(c => c.Open),
            seen.SelectMany(c => new[] { c.Exchange.LastIn, c.Exchange.LastOut }).Max()
        );
    }

    public IReadOnlyList<HistoryRow> Rows(SqlSession session, PartyId party, Person viewer) =>
        [.. Seen(session, party, viewer).OrderByDescending(c => c.LastEntry).Select(c => Row(session, c))];

    private static IEnumerable<Conversation> Seen(SqlSession session, PartyId party, Person viewer) =>
        ConversationStore.OfParty(session, party).Where(c => viewer.MaySee(c.Place));

    private static HistoryRow Row(SqlSession session, Conversation conversation)
    {
        var last = EntryStore.LastSaid(session, conversation.Key);
        var words = last is null
            ? []
            : EntryWords.PlainOf(last).Split((char[]?)null, MostWords + 1, StringSplitOptions.RemoveEmptyEntries);
        return new(
            conversation.Id.Value,
            conversation.Docket?.Ref.ToString(),
            conversation.Docket?.Subject ?? conversation.Subject,
            conversation.Open,
            last?.At.ToDateTimeOffset(),
            string.Join(' ', words.Take(MostWords))
        );
    }
}
