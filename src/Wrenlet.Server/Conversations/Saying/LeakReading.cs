using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Words of one part of the work that a draft must not carry out; each part says it of its own.</summary>
public interface IInsideWords
{
    /// <summary>What of this part may share words with a draft, as far as the author sees it.</summary>
    /// <param name="probes">Short runs of words of the draft.</param>
    /// <param name="conversation">Where the draft is about to be said.</param>
    /// <param name="author">Who wrote the draft.</param>
    /// <returns>What is not for its reader, and of that what the reader may read all the same.</returns>
    (IReadOnlyList<SaidBefore> Inside, IReadOnlyList<string> Theirs) With(
        SqlSession session,
        IReadOnlyList<string> probes,
        Conversation conversation,
        Person author,
        Roster roster
    );
}

/// <summary>What was internal of the same docket, and with the other parties of it.</summary>
internal sealed class InsideNotes : IInsideWords
{
    private const int MostEntries = 400;

    public (IReadOnlyList<SaidBefore> Inside, IReadOnlyList<string> Theirs) With(
        SqlSession session,
        IReadOnlyList<string> probes,
        Conversation conversation,
        Person author,
        Roster roster
    )
    {
        if (conversation.Docket is not { } docket)
            return ([], []);
        var places = new Dictionary<ConversationId, Conversation?>();
        List<SaidBefore> said = [];
        foreach (var entry in EntryStore.SaidInDocket(session, docket.Id, probes, MostEntries))
        {
            if (!places.TryGetValue(entry.Conversation, out var place))
                places[entry.Conversation] = place = ConversationStore.Find(session, entry.Conversation);
            if (place is null || !author.MaySee(place.Place) || place.Id == conversation.Id)
                continue;
            var outside = place.Audience is Audience.Outside;
            if (outside && place.Party == conversation.Party && conversation.Party is not null)
                continue;
            said.Add(
                new(
                    EntryWords.PlainOf(entry),
                    entry.Author is { } by ? Names.First(roster.NameOf(by)) : "a colleague",
                    With: outside ? ConversationViews.PartyOf(place, roster)?.Name ?? "somebody else" : null,
                    Circular: entry.Circular
                )
            );
        }

        return (said, []);
    }
}

/// <summary>Looks at what is about to leave, with what the core needs to know of it.</summary>
internal sealed partial class LeakReading(IEnumerable<IInsideWords> inside, FilePlaces places, Pointing pointing)
{
    private const int MostOutside = 300;
    private const int MostConversations = 20;

    /// <summary>
    /// The leak check's reasons; empty when the draft may go. Only what the author sees is compared, so that the check
    /// tells nothing new.
    /// </summary>
    /// <param name="circular">The message to many that it is one of: what the others of it say is no reason. Null for
    /// none.</param>
    public ImmutableArray<Leak> Check(
        SqlSession session,
        Conversation conversation,
        Person author,
        RenderedText words,
        IReadOnlyList<Recipient> to,
        IReadOnlyList<Guid> files,
        ImmutableArray<Person> unseeing,
        Roster roster,
        Guid? circular = null
    )
    {
        var probes = LeakCheck.Probes(words.Plain);
        var found = inside.Select(i => i.With(session, probes, conversation, author, roster)).ToList();
        List<SaidBefore> notes =
        [
            .. found.SelectMany(f => f.Inside).Where(n => circular is null || n.Circular != circular),
        ];
        var shared = LeakCheck.Shared(words.Plain, notes);
        List<string> known = shared.IsEmpty
            ? []
            :
            [
                .. SaidOutside(session, conversation),
                .. found.SelectMany(f => f.Theirs),
                .. StockStore.Bodies(session).Select(EntryText.PlainOf),
                .. shared.Where(r => EntryStore.PartiesTold(session, r) >= FileSight.Everybodys),
            ];
        var addresses = KnownAddresses(conversation, roster);
        return LeakCheck.Of(
            new LeavingDraft(
                words.Plain,
                notes,
                known,
                [
                    .. files
                        .Where(f => FileSight.IsUnknownTo(places.OfBytes(session, f, author), conversation.Party))
                        .Select(f => FileStore.Find(session, f)!.Name),
                ],
                [.. Unseen(session, conversation, words)],
                [
                    .. unseeing.Select(u =>
                        words.Tags.First(t => t.Kind is TagKind.Person && t.Target == u.Id.Value.ToString()).Text
                    ),
                ],
                [.. to.Select(t => t.Address).Where(a => !addresses.Contains(a))],
                ConversationViews.PartyOf(conversation, roster)?.Name ?? "the other side"
            )
        );
    }

    private static IEnumerable<string> SaidOutside(SqlSession session, Conversation conversation) =>
        (
            conversation.Party is { } party
                ? ConversationStore.OfParty(session, party, discussions: true)
                : [conversation]
        )
            .Take(MostConversations)
            .SelectMany(c => EntryStore.SaidOutside(session, c.Key, MostOutside))
            .Select(EntryWords.PlainOf);

    private static HashSet<string> KnownAddresses(Conversation conversation, Roster roster)
    {
        var known = conversation.Party is { } party
            ? roster
                .Parties[party]
                .Contacts.Select(c => roster.Profiles[c])
                .SelectMany(p => p.Addresses.Concat(p.Phones))
            : new[] { conversation.Stranger?.Address, conversation.Stranger?.Phone }.OfType<string>();
        return known.ToHashSet(StringComparer.OrdinalIgnoreCase);
    }

    /// <summary>Things named in it that the party does not see: by tag, and dockets as typed too.</summary>
    private IEnumerable<string> Unseen(SqlSession session, Conversation conversation, RenderedText words)
    {
        var things = words.Tags.Where(Pointing.MaySayTooMuch);
        foreach (var tag in things)
            if (conversation.Party is not { } party || !pointing.SeenBy(session, party, tag))
                yield return tag.Text;
        foreach (var match in ReferenceForm().Matches(words.Plain).DistinctBy(m => m.Value))
        {
            if (
                DocketRef.Parse(match.Value.TrimStart('#')) is not { } reference
                || DocketStore.Find(session, reference) is not { } docket
                || conversation.Docket?.Id == docket.Id
            )
                continue;
            if (conversation.Party is not { } party || !PointableDockets.SpokenWith(session, docket.Id, party))
                yield return match.Value;
        }
    }

    [GeneratedRegex(@"#?\b[A-Z]{1,3}-(?:[0-9]{4}-)?[0-9]{1,9}\b")]
    private static partial Regex ReferenceForm();
}
