using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Asks;

/// <summary>The asks that a party's people have not answered yet.</summary>
internal sealed class AsksOfParties(WhoIsWho who) : IOwedAnswers
{
    public IEnumerable<OwedAnswer> Between(SqlSession session, Party party, Person viewer, Instant now)
    {
        foreach (var ask in party.Contacts.SelectMany(c => AskStore.OpenFor(session, c)).DistinctBy(a => a.Key))
        {
            var waitedFor = ask.Asking.At(now).WaitedFor.Where(party.Contacts.Contains).ToList();
            if (
                waitedFor.Count == 0
                || EntryStore.Find(session, ask.Entry) is not { } entry
                || ConversationStore.Find(session, ask.Conversation) is not { } talk
                || !EntrySight.Sees(viewer, talk, entry)
            )
                continue;
            yield return new(
                Ours: false,
                talk.Docket is { } docket
                    ? $"/dockets/{docket.Ref}?entry={entry.Id.Value}"
                    : $"/conversations/{talk.Id.Value}?entry={entry.Id.Value}",
                talk.Docket?.Ref.ToString(),
                EntryWords.Short(EntryWords.PlainOf(entry)),
                ask.At.ToDateTimeOffset(),
                ask.Asking.Terms.Due?.ToDateTimeOffset(),
                ask.Asking.Terms.Due < now,
                Names.List(waitedFor.Select(p => who.Current.Find(p)?.FirstName ?? "someone"))
            );
        }
    }
}
