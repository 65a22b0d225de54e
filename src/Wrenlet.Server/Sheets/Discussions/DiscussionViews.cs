using System.ComponentModel.DataAnnotations;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets.Discussions;

/// <summary>A discussion to be begun. What is said in it is said like anything else, in its conversation.</summary>
/// <param name="Revision">The revision that its place is on.</param>
/// <param name="Anchor">The place.</param>
/// <param name="Party">With whom; null for inside, and from a contact.</param>
public sealed record NewDiscussion(
    [property: Range(1, int.MaxValue)] int Revision,
    [property: Required] AnchorView Anchor,
    Guid? Party = null
);

/// <summary>Whether a discussion is settled, to whom it is assigned, and by when.</summary>
public sealed record DiscussionStanding(bool Settled, Guid? Assigned = null, DateTimeOffset? Due = null);

/// <summary>Where a discussion is put in a revision.</summary>
public sealed record DiscussionPut(
    [property: Range(1, int.MaxValue)] int Revision,
    [property: Required] AnchorView Anchor
);

/// <summary>What became of the place of a discussion.</summary>
/// <param name="Fate">stands, changed, moved, look or gone.</param>
/// <param name="Revision">The revision that has it: the last one that had it, when it is gone.</param>
/// <param name="At">Where it is; where it was last, when it is gone.</param>
/// <param name="Words">How it read then and reads now, word by word; empty where it reads the same.</param>
/// <param name="Line">What became of it, in a sentence; empty where it stands as it did.</param>
public sealed record PlaceView(string Fate, int Revision, AnchorView At, IReadOnlyList<WordsView> Words, string Line);

/// <summary>Something that was said, in short.</summary>
/// <param name="By">Who said it; null for nobody we know.</param>
public sealed record SaidView(PersonView? By, string Words);

/// <summary>A discussion as one viewer sees it.</summary>
/// <param name="Conversation">Where it is said.</param>
/// <param name="Party">With whom; null for inside.</param>
/// <param name="Begun">The revision that it was begun on.</param>
/// <param name="State">open, assigned or settled.</param>
/// <param name="Place">Where its place is; null in lists over several sheets.</param>
/// <param name="About">The words of the place, or what it is on, in short.</param>
/// <param name="First">What was said first; null while nothing was.</param>
/// <param name="Last">What was said last, where that is not the first; null otherwise.</param>
/// <param name="Count">How much was said.</param>
/// <param name="Unread">Whether somebody said something that the viewer has not read.</param>
/// <param name="Sheet">The sheet it is on; null for a file of the talk.</param>
/// <param name="SheetName">What that is called; empty for a file.</param>
/// <param name="Docket">Its docket; empty for a file.</param>
/// <param name="MaySettle">Whether the viewer may settle it; whoever sees it may reopen it.</param>
/// <param name="Version">To be sent back as If-Match.</param>
/// <param name="Order">Its place in lists: the newest has the highest.</param>
/// <param name="Path">Where it is in the application.</param>
public sealed record DiscussionView(
    Guid Id,
    Guid Conversation,
    PartyView? Party,
    PersonView? By,
    DateTimeOffset At,
    int Begun,
    string State,
    PersonView? Assigned,
    DateTimeOffset? Due,
    bool Late,
    PersonView? SettledBy,
    DateTimeOffset? SettledAt,
    PlaceView? Place,
    string About,
    SaidView? First,
    SaidView? Last,
    DateTimeOffset? LastAt,
    int Count,
    bool Unread,
    Guid? Sheet,
    string SheetName,
    string Docket,
    bool MaySettle,
    int Version,
    long Order,
    string Path
);

/// <summary>Discussions, the newest first, and where the next part of the list begins; null for its end.</summary>
public sealed record DiscussionList(IReadOnlyList<DiscussionView> Discussions, long? Next);

/// <summary>Makes views of discussions, all of a list at once.</summary>
internal sealed class DiscussionViews(WhoIsWho who, FirmClock clock)
{
    private const int MostWords = 160;

    /// <summary>The discussions as somebody sees them; those that they may not see have been left out.</summary>
    /// <param name="places">Where their places are; null in lists over several sheets.</param>
    public IReadOnlyList<DiscussionView> Of(
        SqlSession session,
        IReadOnlyList<KeptDiscussion> discussions,
        Person viewer,
        IReadOnlyDictionary<DiscussionId, AnchorPlace>? places,
        Func<DiscussionId, int[]?> letters,
        Func<KeptDiscussion, KeptSheet?> sheetOf
    )
    {
        var roster = who.Current;
        var now = clock.Now;
        var ends = DiscussionStore.Ends(session, discussions.Select(d => d.Talk));
        var marks = EntryMarkStore
            .MarksOf(session, [.. discussions.Select(d => d.Talk)], viewer.Id)
            .ToDictionary(m => m.Conversation, m => m.ReadUpTo);
        var authors = new Dictionary<SheetId, HashSet<PersonId>>();
        return [.. discussions.Select(View)];

        DiscussionView View(KeptDiscussion kept)
        {
            var discussion = kept.Discussion;
            var said = ends.GetValueOrDefault(kept.Talk);
            var sheet = sheetOf(kept);
            var place = places?.GetValueOrDefault(discussion.Id);
            return new(
                discussion.Id.Value,
                discussion.Conversation.Value,
                discussion.Party is { } with && roster.Parties.TryGetValue(with, out var party)
                    ? new PartyView(with.Value, party.Name, StoredWords.PartyKinds.Of(party.Kind), party.Name)
                    : null,
                PersonOf(discussion.BegunBy),
                discussion.At.ToDateTimeOffset(),
                discussion.Revision,
                StoredWords.DiscussionStates.Of(discussion.State),
                // Who of ours sees to it is ours to know.
                viewer.IsStaff
                    ? PersonOf(discussion.Assigned)
                    : null,
                viewer.IsStaff ? discussion.Due?.ToDateTimeOffset() : null,
                viewer.IsStaff && discussion.IsLate(now),
                PersonOf(discussion.SettledBy),
                discussion.SettledAt?.ToDateTimeOffset(),
                place is null ? null : PlaceOf(place, letters(discussion.Id)),
                About(place?.At ?? discussion.Places[^1].Anchor, sheet),
                said is null ? null : Said(said.First),
                said is null || said.Count < 2 ? null : Said(said.Last),
                said?.LastAt.ToDateTimeOffset(),
                said?.Count ?? 0,
                said is not null && kept.LastEntry > marks.GetValueOrDefault(kept.Talk) && said.Last.By != viewer.Id,
                kept.Sheet?.Value,
                sheet?.Sheet.Name ?? "",
                sheet?.Docket.Ref.ToString() ?? "",
                discussion.RefusesSettling(viewer, AuthorsOf(sheet)) is null,
                discussion.Version,
                kept.Key,
                EntryWords.PathOfDiscussion(discussion.Id.Value, kept.Sheet?.Value, kept.Entry, kept.File)
            );
        }

        PersonView? PersonOf(PersonId? id) => roster.Find(id) is { } person ? PersonView.Of(person) : null;

        HashSet<PersonId> AuthorsOf(KeptSheet? sheet)
        {
            if (sheet is null)
                return [];
            if (!authors.TryGetValue(sheet.Sheet.Id, out var of))
                authors[sheet.Sheet.Id] = of = [.. SheetStore.Revisions(session, sheet).Select(r => r.By)];
            return of;
        }

        SaidView Said(SaidShort said) =>
            new(
                PersonOf(said.By),
                said.Removed
                    ? "removed since"
                    : EntryWords.Short(
                        said.IsMarkdown ? EntryText.FromMarkdown(said.Body, showTags: viewer.IsStaff).Plain : said.Body,
                        MostWords
                    )
            );
    }

    /// <summary>What a place is, in short: as it is where it is shown, so that a party reads no word of another revision.</summary>
    private static string About(Anchor anchor, KeptSheet? sheet) =>
        anchor switch
        {
            Anchor.Words words => EntryWords.Short(words.Exact, MostWords),
            Anchor.Cells cells => EntryWords.Short($"{cells.Key}, {cells.Name}: {cells.Value}", MostWords),
            Anchor.Spot { Exact: { Length: > 0 } exact } => EntryWords.Short(exact, MostWords),
            Anchor.Spot spot => (spot.IsSpot ? "a spot" : "an area")
                + (spot.Page > 1 ? $" on page {spot.Page}" : "")
                + (
                    sheet is null ? ""
                    : spot.Page > 1 ? $" of {sheet.Sheet.Name}"
                    : $" on {sheet.Sheet.Name}"
                ),
            _ => sheet?.Sheet.Name ?? "the file",
        };

    private static PlaceView PlaceOf(AnchorPlace place, int[]? letters) =>
        new(
            StoredWords.AnchorFates.Of(place.Fate),
            place.Revision,
            // Of what is gone its last place is one of another revision, whose letters are not these.
            AnchorView.Of(place.At, place.Fate is AnchorFate.Gone ? null : letters),
            place.Fate is AnchorFate.Changed
                ?
                [
                    .. WordChanges
                        .Between(place.Was, place.Now)
                        .Select(r => new WordsView(
                            r.Text,
                            r.Fate switch
                            {
                                WordFate.Added => "added",
                                WordFate.Removed => "removed",
                                _ => "same",
                            }
                        )),
                ]
                : [],
            place.Fate switch
            {
                AnchorFate.Changed => "The words have changed since.",
                AnchorFate.Moved => "It has moved since.",
                AnchorFate.Look => "The drawing has changed since. Check whether this is still the spot.",
                AnchorFate.Gone => $"Gone. Revision {place.Revision} was the last to have it.",
                _ => "",
            }
        );
}
