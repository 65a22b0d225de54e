using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>What was said with parties, for their page.</summary>
internal sealed class PartyHistory(WhoIsWho who, FirmKinds kinds) : IPartyHistory, IOwedAnswers
{
    private const int MostWords = 24;
    private const int MostDockets = 300;

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

    public IReadOnlyList<DocketOfParty> Dockets(SqlSession session, PartyId party, Person viewer)
    {
        var things = PartyCardStore
            .OfParty(session, party)
            .SelectMany(t => DocketThings.About(session, t.Id).Select(d => (Docket: d, Thing: t.Id)))
            .ToLookup(a => a.Docket, a => a.Thing.Value);
        return
        [
            .. ConversationStore
                .OfParty(session, party)
                .Select(c => c.Docket?.Id)
                .OfType<DocketId>()
                .Concat(things.Select(t => t.Key))
                .Distinct()
                .Select(id => DocketStore.Find(session, id))
                .OfType<Docket>()
                .Where(d => viewer.MaySee(d.Place))
                .OrderByDescending(d => d.Open)
                .ThenByDescending(d => d.Key)
                .Take(MostDockets)
                .Select(d => new DocketOfParty(
                    d.Ref.ToString(),
                    d.Subject,
                    kinds.Current.Stage(d.Stage)?.Name ?? "",
                    d.Open,
                    DocketStore.MadeAt(session, d.Id).ToDateTimeOffset(),
                    [.. things[d.Id]]
                )),
        ];
    }

    /// <summary>Open conversations in which somebody waits for words: for ours by the queue's clock.</summary>
    public IEnumerable<OwedAnswer> Between(SqlSession session, Party party, Person viewer, Instant now)
    {
        var roster = who.Current;
        foreach (var talk in Seen(session, party.Id, viewer).Where(c => c.Open))
        {
            var ours = talk.Exchange.Turn is Turn.Ours;
            if (
                (ours ? talk.Exchange.WaitingSince : talk.Exchange.LastOut) is not { } since
                || talk.Exchange.Turn is Turn.Nobodys
            )
                continue;
            var clock =
                ours && talk.Queue is { } id && roster.Queues.TryGetValue(id, out var queue)
                    ? ResponseClock.At(now, talk.Exchange, queue.Goal, queue.Calendar)
                    : null;
            yield return new(
                ours,
                talk.Docket is { } docket ? $"/dockets/{docket.Ref}" : $"/conversations/{talk.Id.Value}",
                talk.Docket?.Ref.ToString(),
                talk.Subject,
                since.ToDateTimeOffset(),
                clock?.Due.ToDateTimeOffset(),
                clock?.State is ClockState.Late,
                ours ? roster.Find(talk.Owner)?.FirstName : null
            );
        }
    }

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
