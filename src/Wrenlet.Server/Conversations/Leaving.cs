using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Formats.Phones;
using Wrenlet.Formats.Text;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Conversations;

/// <summary>The ways out of a conversation.</summary>
internal static class Ways
{
    /// <summary>
    /// Text where the party wrote last by text; else mail, which their page shows as well; else text, else their page.
    /// </summary>
    public static Via Usual(SqlSession session, Conversation conversation, Roster roster)
    {
        var open = Open(conversation, roster);
        return open.Contains(Via.Text) && EntryStore.LastIn(session, conversation.Key)?.Via is Via.Text
            ? Via.Text
            : open[0];
    }

    /// <summary>All ways that can be used, the most usual first; never empty.</summary>
    public static IReadOnlyList<Via> Open(Conversation conversation, Roster roster)
    {
        var open = new[] { Via.Mail, Via.Text }.Where(v => Reach(conversation, roster, v).Wrong is null).ToList();
        if (conversation.Party is not null)
            open.Add(Via.Page);
        return open.Count == 0 ? [Via.Page] : open;
    }

    /// <summary>
    /// Where a message goes by a way out; or why it cannot go that way. A text goes to the number of whoever wrote last
    /// by text.
    /// </summary>
    public static (IReadOnlyList<(string Name, string Address)> To, string? Wrong) Reach(
        SqlSession session,
        Conversation conversation,
        Roster roster,
        Via via
    )
    {
        var (to, wrong) = Reach(conversation, roster, via);
        if (via is not Via.Text || to.Count <= 1)
            return (to, wrong);
        var last = EntryStore.LastIn(session, conversation.Key) is { Via: Via.Text, Author: { } author }
            ? roster.NameOf(author)
            : null;
        return ([to.FirstOrDefault(n => n.Name == last) is { Name: not null } same ? same : to[0]], wrong);
    }

    /// <summary>Everywhere that a way out leads to; or why it cannot be used.</summary>
    public static (IReadOnlyList<(string Name, string Address)> To, string? Wrong) Reach(
        Conversation conversation,
        Roster roster,
        Via via
    )
    {
        var name =
            conversation.Party is { } id && roster.Parties.TryGetValue(id, out var party)
                ? party.Name
                : conversation.Stranger?.Name ?? "the party";
        IReadOnlyList<(string, string)> to;
        switch (via)
        {
            case Via.Mail:
                to =
                    conversation.Party is { } p ? [.. roster.AddressesOf(p)]
                    : conversation.Stranger?.Address is { } address ? [(conversation.Stranger.Name, address)]
                    : [];
                return to.Count > 0
                    ? (to, null)
                    : ([], $"No mail address of {name} is known. Add one to the contact, or answer another way.");
            case Via.Text:
                to =
                    conversation.Party is { } q ? [.. roster.NumbersOf(q)]
                    : conversation.Stranger?.Phone is { } phone ? [(conversation.Stranger.Name, phone)]
                    : [];
                return to.Count > 0
                    ? (to, null)
                    : ([], $"No telephone number of {name} is known. Add one to the contact, or answer another way.");
            case Via.Page:
                return conversation.Party is not null
                    ? ([], null)
                    : ([], $"{name} is not among the contacts and has no page. Answer by mail or text.");
            default:
                return ([], "A call is made by telephone; note it inside.");
        }
    }
}

/// <summary>Looks at what is about to leave, with what the core needs to know of it.</summary>
internal static partial class Leaving
{
    private const int MostNotes = 60;
    private const int MostOutside = 300;

    /// <summary>
    /// The leak check's reasons; empty when the draft may go. Only what the author sees is compared, so that the check
    /// tells nothing new.
    /// </summary>
    public static ImmutableArray<Leak> Check(
        SqlSession session,
        Conversation conversation,
        Person author,
        RenderedText rendered,
        IReadOnlyList<(string Name, string Address)> to,
        IReadOnlyList<Guid> files,
        ImmutableArray<Person> unseeing,
        Roster roster
    )
    {
        var name = ConversationViews.PartyOf(conversation, roster)?.Name ?? "the other side";
        var places = new Dictionary<ConversationId, Conversation?>();
        var runs = LeakCheck.Runs(rendered.Plain);
        var notes = EntryStore
            .NotesWith(session, runs, MostNotes)
            .Where(e =>
                (
                    places.TryGetValue(e.Conversation, out var c)
                        ? c
                        : places[e.Conversation] = ConversationStore.Find(session, e.Conversation)
                )
                    is { } place
                && author.MaySee(place.Place)
            )
            .Select(e => new SaidBefore(
                ConversationViews.PlainOf(e),
                e.Author is { } by ? roster.NameOf(by).Split(' ')[0] : "a colleague"
            ))
            .ToList();
        var sheets = SheetStore.With(session, runs, MostNotes).Where(k => author.MaySee(k.Sheet.Place)).ToList();
        notes.AddRange(
            sheets.Select(k => new SaidBefore(
                SheetStore.Revision(session, k, k.Sheet.Revision)!.Words,
                $"the sheet “{k.Sheet.Name}”",
                Stands: true
            ))
        );
        var theirs =
            notes.Count == 0
                ? []
                : (conversation.Party is { } party ? ConversationStore.OfParty(session, party) : [conversation])
                    .Take(20)
                    .SelectMany(c => EntryStore.SaidOutside(session, c.Key, MostOutside))
                    .Select(ConversationViews.PlainOf)
                    .ToList();
        // What a party may read in a sheet is theirs to be told.
        if (conversation.Party is { } reader)
            theirs.AddRange(
                sheets.SelectMany(k =>
                    k.Sheet.Shares.Where(s => s.Party == reader)
                        .Select(s => SheetStore.Revision(session, k, s.Revision)!.Words)
                )
            );
        var known = (
            conversation.Party is { } p
                ? roster
                    .Parties[p]
                    .Contacts.SelectMany(c => roster.Profiles[c].Addresses.Concat(roster.Profiles[c].Phones))
                : new[] { conversation.Stranger?.Address, conversation.Stranger?.Phone }.OfType<string>()
        ).ToHashSet(StringComparer.OrdinalIgnoreCase);
        return LeakCheck.Of(
            new LeavingDraft(
                rendered.Plain,
                notes,
                theirs,
                [.. files.Where(f => OnlyInside(session, f)).Select(f => FileStore.Find(session, f)!.Name)],
                [.. Unseen(session, conversation, rendered)],
                [
                    .. unseeing.Select(u =>
                        rendered.Tags.First(t => t.Kind is TagKind.Person && t.Target == u.Id.Value.ToString()).Text
                    ),
                ],
                [.. to.Select(t => t.Address).Where(a => !known.Contains(a))],
                name
            )
        );
    }

    /// <summary>
    /// Whether a file was shown inside, in a note, in an event, with a task or as a drawing, and never outside.
    /// </summary>
    private static bool OnlyInside(SqlSession session, Guid file)
    {
        var (places, sheets) = (FileStore.Places(session, file), SheetStore.Of(session, file));
        if (
            sheets.Any(d =>
                SheetStore.Find(session, d.Sheet)!.Sheet is { Removed: false } sheet
                && sheet.Shares.Any(s => s.Revision == d.Revision)
            )
        )
            return false;
        return (places.Count + sheets.Count > 0 || TaskFileStore.With(session, file).Count > 0)
            && places.All(p => p.Kind is EntryKind.Note or EntryKind.Event && !p.Original);
    }

    /// <summary>Things named in it that the party does not see: by tag, and dockets as typed too.</summary>
    private static IEnumerable<string> Unseen(SqlSession session, Conversation conversation, RenderedText rendered)
    {
        foreach (
            var tag in rendered.Tags.Where(t =>
                t.Kind is not (TagKind.Person or TagKind.Crew or TagKind.Docket)
                && !(conversation.Party is { } of && Sees(session, of, t))
            )
        )
            yield return tag.Text;
        foreach (var match in ReferenceForm().Matches(rendered.Plain).DistinctBy(m => m.Value))
        {
            if (
                DocketRef.Parse(match.Value.TrimStart('#')) is not { } reference
                || DocketStore.Find(session, reference) is not { } docket
            )
                continue;
            if (
                conversation.Docket?.Id != docket.Id
                && !(conversation.Party is { } party && SpokenWith(session, docket.Id, party))
            )
                yield return match.Value;
        }
    }

    /// <summary>
    /// Whether a party sees the thing that a tag points at: dockets where it has a conversation, sheets that are shared
    /// with it; tasks and what was said never. A tag of a person is a name.
    /// </summary>
    public static bool Sees(SqlSession session, PartyId party, TagLink tag) =>
        tag.Kind switch
        {
            TagKind.Person or TagKind.Crew => true,
            TagKind.Docket => DocketRef.Parse(tag.Target) is not { } reference
                || DocketStore.Find(session, reference) is not { } docket
                || SpokenWith(session, docket.Id, party),
            TagKind.Sheet => Guid.TryParse(tag.Target, out var id)
                && SheetStore.Find(session, new SheetId(id))?.Sheet is { Removed: false } sheet
                && sheet.Shares.Any(s => s.Party == party),
            _ => false,
        };

    private static bool SpokenWith(SqlSession session, DocketId docket, PartyId party) =>
        ConversationStore.OfDocket(session, docket).Any(c => c.Audience is Audience.Outside && c.Party == party);

    [GeneratedRegex(@"#?\b[JTP]-\d{1,7}\b")]
    private static partial Regex ReferenceForm();
}

/// <summary>One reason to hold a draft up, as shown.</summary>
/// <param name="Kind">inside-words, inside-file, unseen-thing, outside-tag or foreign-address.</param>
/// <param name="Words">The words it is about, as they stand in the draft; null when it is not about words.</param>
public sealed record LeakView(string Kind, string Reason, string? Words)
{
    internal static IReadOnlyList<LeakView> Of(IEnumerable<Leak> leaks, string body)
    {
        var plain = EntryText.FromMarkdown(body).Plain;
        return
        [
            .. leaks.Select(l => new LeakView(
                l.Kind switch
                {
                    LeakKind.InsideWords => "inside-words",
                    LeakKind.InsideFile => "inside-file",
                    LeakKind.UnseenThing => "unseen-thing",
                    LeakKind.OutsideTag => "outside-tag",
                    _ => "foreign-address",
                },
                l.Reason,
                l.Start >= 0 ? plain[l.Start..l.End] : null
            )),
        ];
    }
}

/// <summary>Reads addresses that somebody typed.</summary>
internal static class Recipients
{
    /// <summary>
    /// The addresses for a way out; or what is wrong with them. Null stays null: the party's contacts.
    /// </summary>
    public static (IReadOnlyList<(string Name, string Address)>? To, string? Wrong) Read(
        IReadOnlyList<string>? typed,
        Via? via,
        Roster roster
    )
    {
        if (typed is null || via is Via.Page)
            return (null, null);
        if (typed.Count == 0)
            return (null, "It goes to nobody. Add an address.");
        var to = new List<(string, string)>();
        foreach (var text in typed.Select(t => t.Trim()))
        {
            if (via is Via.Text)
            {
                var (number, wrong) = PhoneNumber.Read(text, roster.Firm!.Country);
                if (number is null)
                    return (null, wrong);
                to.Add((roster.ByPhone(number)?.Person.Name ?? number, number));
            }
            else if (
                MimeKit.MailboxAddress.TryParse(text, out var mailbox)
                && mailbox.Address.IndexOf('@', StringComparison.Ordinal) is > 0 and var at
                && at < mailbox.Address.Length - 1
            )
            {
                to.Add(
                    (
                        roster.ByAddress(mailbox.Address)?.Person.Name
                            ?? (mailbox.Name is { Length: > 0 } name ? name : mailbox.Address),
                        mailbox.Address
                    )
                );
            }
            else
            {
                return (null, $"“{text}” is not a mail address. Write it as name@place.");
            }
        }

        return (to, null);
    }
}
