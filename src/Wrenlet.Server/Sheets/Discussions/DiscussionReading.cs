using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets.Discussions;

/// <summary>Reads discussions as one viewer sees them.</summary>
internal sealed class DiscussionReading(Database database, AnchorPlaces places, DiscussionViews views)
{
    /// <summary>The discussions of a sheet that somebody sees, at their places in a revision.</summary>
    public IReadOnlyList<DiscussionView> On(
        SqlSession session,
        KeptSheet sheet,
        int revision,
        Person viewer,
        DiscussionId? only = null
    )
    {
        var seen = DiscussionStore
            .OfSheet(session, sheet.Sheet.Id)
            .Where(d => only is null || d.Discussion.Id == only)
            .Where(d => Sees(viewer, sheet, d))
            .ToList();
        var found = places.In(session, sheet, seen, revision, direct: !viewer.IsStaff);
        var letters =
            sheet.Sheet.Kind is SheetKind.Page && found.Count > 0
                ? Letters.Index(SheetStore.Revision(session, sheet, revision)!.Words)
                : null;
        return views.Of(
            session,
            [.. seen.Where(d => found.ContainsKey(d.Discussion.Id))],
            viewer,
            found,
            _ => letters,
            _ => sheet
        );
    }

    /// <summary>Whether somebody sees a discussion of a sheet.</summary>
    public static bool Sees(Person viewer, KeptSheet sheet, KeptDiscussion kept) =>
        kept.Discussion.IsShownTo(
            viewer,
            Place.OfDiscussion(
                sheet.Sheet.Docket,
                kept.Discussion.Party,
                !sheet.Sheet.Removed && sheet.Sheet.Shares.Any(s => s.Party == kept.Discussion.Party)
            ),
            kept.LastEntry is not null
        );

    /// <summary>Discussions of several sheets and files, without where their places are on sheets.</summary>
    public IReadOnlyList<DiscussionView> Plain(
        SqlSession session,
        IReadOnlyList<KeptDiscussion> discussions,
        Person viewer
    )
    {
        var sheets = new Dictionary<SheetId, KeptSheet?>();
        return views.Of(
            session,
            discussions,
            viewer,
            // A file of the talk has no revisions: what is said about it stands where it was put.
            discussions
                .Where(d => d.File is not null)
                .ToDictionary(d => d.Discussion.Id, d => AnchorPlace.Chosen(d.Discussion.Places[^1].Anchor, 1)),
            _ => null,
            d =>
            {
                if (d.Sheet is not { } id)
                    return null;
                if (!sheets.TryGetValue(id, out var sheet))
                    sheets[id] = sheet = SheetStore.Find(session, id);
                return sheet;
            }
        );
    }

    /// <summary>What came of doing something with a discussion.</summary>
    /// <param name="revision">The revision in which its place is shown; null for the newest that the viewer sees.</param>
    public Results<Ok<DiscussionView>, ProblemHttpResult> Answer(
        DiscussionOutcome outcome,
        int? revision,
        Person viewer
    )
    {
        if (outcome is { Refusal: { } refusal })
            return Refusals.Refused(refusal);
        if (outcome.Discussion is not { } kept)
            return Refusals.NotFound("discussion");
        var view = database.Read(s =>
        {
            var now = DiscussionStore.Find(s, kept.Discussion.Id);
            if (now is null)
                return null;
            return
                now.Sheet is { } id
                && SheetStore.Find(s, id) is { } sheet
                && sheet.Sheet.NewestFor(viewer) is { } newest
                ? On(s, sheet, revision ?? newest, viewer, now.Discussion.Id) is [var on, ..]
                    ? on
                    : null
                : Plain(s, [now], viewer)[0];
        });
        return view is null ? Refusals.NotFound("discussion")
            : outcome.Changed ? Refusals.Changed("discussion", view)
            : TypedResults.Ok(view);
    }
}
