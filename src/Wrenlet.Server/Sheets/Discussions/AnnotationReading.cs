using System.Globalization;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Formats.Sheets;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets.Discussions;

/// <summary>What came of reading annotations in.</summary>
/// <param name="Added">How many discussions were added.</param>
/// <param name="Known">How many were there already.</param>
/// <param name="Unplaced">Those whose place is not on this sheet: how each begins. They were left out.</param>
public sealed record AnnotationsRead(int Added, int Known, IReadOnlyList<string> Unplaced);

/// <summary>
/// Reads in what was said about a sheet elsewhere: each annotation becomes a discussion of ours, internal, whose first note
/// says who said what and when. Whoever reads it in is its author: nobody is made to have said something here.
/// </summary>
internal sealed class AnnotationReading(WriteQueue writes, Posting posting)
{
    /// <summary>Most annotations of one file.</summary>
    public const int Most = 2000;

    /// <summary>Reads them in; null when there is no such sheet, or the viewer does not see it.</summary>
    public Task<AnnotationsRead?> Read(SheetId id, IReadOnlyList<Annotation> annotations, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (SheetReading.Seen(w.Session, id.Value, by) is not { } sheet)
                return null;
            var (added, known, unplaced) = (0, 0, new List<string>());
            foreach (var annotation in annotations)
            {
                var discussion = new DiscussionId(annotation.Id);
                if (DiscussionStore.Find(w.Session, discussion) is not null)
                    known++;
                else if (Place(w.Session, sheet, annotation) is { } place)
                {
                    Add(w, sheet, discussion, annotation, place, by, at);
                    added++;
                }
                else
                    unplaced.Add(
                        EntryWords.Short(
                            annotation.Bodies is [var first, ..] ? first.Text : AnchorPlace.WordsOf(annotation.Anchor)
                        )
                    );
            }

            return new AnnotationsRead(added, known, unplaced);
        });

    private void Add(
        Writing w,
        KeptSheet sheet,
        DiscussionId id,
        Annotation annotation,
        PutPlace place,
        Person by,
        Instant at
    )
    {
        DiscussionStore.AddOfSheet(w.Session, id, sheet.Sheet.Id, by.Id, at);
        var talk = new ConversationId(Guid.CreateVersion7());
        ConversationStore.AddOfDiscussion(w.Session, talk, id.Value, sheet.Docket.Id, null, sheet.Sheet.Name);
        DiscussionStore.Put(w.Session, id, place, by.Id, at);
        foreach (
            var note in annotation.Bodies.Count > 0
                ? annotation.Bodies.SelectMany(NotesOf)
                : ["Nothing was said about it."]
        )
        {
            var posted = posting.Post(
                w,
                new EntryId(Guid.CreateVersion7()),
                talk,
                by,
                new Saying(note, AtOnce: true),
                EntryText.FromMarkdown(note),
                at
            );
            // A note without tags and files that its writer puts where they see it is never refused; if it were, nothing
            // would be read in, rather than some of it.
            if (posted.Entry is null)
                throw new InvalidOperationException(posted.Refusal?.Reason ?? "The place of the note is not there.");
        }

        if (annotation.State == StoredWords.DiscussionStates.Of(DiscussionState.Settled))
            DiscussionStore.Set(
                w.Session,
                DiscussionStore.Find(w.Session, id)!.Discussion with
                {
                    SettledBy = by.Id,
                    SettledAt = at,
                }
            );
    }

    /// <summary>What was said there, by whom and when, without the tags that it had: nobody is called by it again. What is
    /// longer than a note may be goes on in the next.</summary>
    private static IEnumerable<string> NotesOf(AnnotationBody body)
    {
        var head =
            $"**{EntryText.Escaped(body.By)}**, {body.At.ToString("d MMM yyyy HH:mm", CultureInfo.InvariantCulture)}: ";
        var words = body.Markdown ? TagLink.WordsOnly(body.Text) : EntryText.Escaped(body.Text);
        while (head.Length + words.Length > Posting.LongestBody)
        {
            var most = Posting.LongestBody - head.Length;
            var blank = words.LastIndexOfAny(['\n', ' '], most - 1);
            // Words of that length without a blank are cut where they must be, but not within a character.
            var cut =
                blank > 0 ? blank
                : char.IsLowSurrogate(words[most]) ? most - 1
                : most;
            yield return head + words[..cut];
            words = words[cut..].TrimStart();
        }

        yield return head + words;
    }

    /// <summary>The place on the revision that it was made on where that has it, else on the newest; null for neither.</summary>
    private static PutPlace? Place(SqlSession session, KeptSheet sheet, Annotation annotation)
    {
        foreach (var number in new[] { annotation.Revision, sheet.Sheet.Revision }.Distinct())
            if (
                number >= 1
                && number <= sheet.Sheet.Revision
                && On(sheet.Sheet.Kind, SheetStore.Revision(session, sheet, number)!, annotation.Anchor) is { } anchor
            )
                return new(number, anchor);
        return null;
    }

    private static Anchor? On(SheetKind kind, SheetRevision revision, Anchor anchor) =>
        (kind, anchor) switch
        {
            (_, Anchor.Whole) => anchor,
            (SheetKind.Page, Anchor.Words words) => OnPage(revision.Words, words),
            (SheetKind.Table, Anchor.Cells cells) => Anchor.Cells.At(
                SheetReading.Rows(revision),
                cells.Row,
                cells.Column,
                cells.Rows,
                cells.Columns
            )
                is { } there
            && there.Value == cells.Value
                ? there
                : null,
            (SheetKind.Drawing, Anchor.Spot spot) => spot with { Element = null },
            _ => null,
        };

    /// <summary>The words where they were, or with what stood around them, or else wherever they are.</summary>
    private static Anchor.Words? OnPage(string text, Anchor.Words words)
    {
        if (words.Exact.Length == 0)
            return null;
        bool Is(int start) =>
            start >= 0
            && start <= text.Length - words.Exact.Length
            && text.AsSpan(start, words.Exact.Length).SequenceEqual(words.Exact);
        if (!Is(words.Start))
        {
            var around = text.IndexOf(words.Before + words.Exact + words.After, StringComparison.Ordinal);
            var start =
                around >= 0 ? around + words.Before.Length : text.IndexOf(words.Exact, StringComparison.Ordinal);
            return start < 0 ? null : Anchor.Words.At(text, start, start + words.Exact.Length);
        }

        return Anchor.Words.At(text, words.Start, words.Start + words.Exact.Length);
    }
}
