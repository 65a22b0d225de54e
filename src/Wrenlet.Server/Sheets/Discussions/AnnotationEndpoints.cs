using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Formats.Sheets;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets.Discussions;

/// <summary>Annotations to be read in.</summary>
/// <param name="Text">A page of W3C Web Annotations in JSON-LD.</param>
public sealed record GivenAnnotations([property: Required, StringLength(5 * 1024 * 1024)] string Text);

/// <summary>What is said on sheets, out and in.</summary>
internal static class AnnotationEndpoints
{
    public static void MapAnnotations(this IEndpointRouteBuilder api)
    {
        api.MapGet("/sheets/{id:guid}/annotations", GetAnnotations).For(Access.SignedIn);
        api.MapPost("/sheets/{id:guid}/annotations", ReadIn).For(Access.Staff);
    }

    /// <summary>Reads in what was said about a sheet elsewhere, from W3C Web Annotations in JSON-LD.</summary>
    private static async Task<Results<Ok<AnnotationsRead>, ProblemHttpResult>> ReadIn(
        Guid id,
        GivenAnnotations given,
        Viewer viewer,
        AnnotationReading reading,
        FirmClock clock
    )
    {
        if (WebAnnotations.Read(given.Text) is not { } annotations)
            return Refusals.Invalid(
                "text",
                "This is no page of web annotations. Choose a file with the ending .jsonld that was downloaded from a sheet."
            );
        if (annotations.Count > AnnotationReading.Most)
            return Refusals.Invalid(
                "text",
                $"These are more than {AnnotationReading.Most:N0} annotations. Split the file."
            );
        return await reading.Read(new SheetId(id), annotations, viewer.Person, clock.Now) is { } read
            ? TypedResults.Ok(read)
            : Refusals.NotFound("sheet");
    }

    /// <summary>What the viewer sees said on a sheet, as W3C Web Annotations in JSON-LD.</summary>
    private static Results<FileContentHttpResult, ProblemHttpResult> GetAnnotations(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read<Results<FileContentHttpResult, ProblemHttpResult>>(s =>
        {
            if (SheetReading.Seen(s, id, viewer.Person) is not { } sheet)
                return Refusals.NotFound("sheet");
            var roster = who.Current;
            var written = WebAnnotations.Write(
                DiscussionStore
                    .OfSheet(s, sheet.Sheet.Id)
                    .Where(d => d.LastEntry is not null && DiscussionReading.Sees(viewer.Person, sheet, d))
                    // A place in a revision that a party does not see now is none for it.
                    .Where(d => viewer.Person.IsStaff || sheet.Sheet.Shows(viewer.Person, d.Discussion.Revision))
                    .Select(d => new Annotation(
                        d.Discussion.Id.Value,
                        id,
                        d.Discussion.Revision,
                        d.Discussion.Places[0].Anchor,
                        d.Discussion.Party is { } party ? roster.Parties.GetValueOrDefault(party)?.Name : null,
                        StoredWords.DiscussionStates.Of(d.Discussion.State),
                        [
                            .. All(s, ConversationStore.Find(s, d.Discussion.Conversation)!)
                                .Where(e => e.Kind is not EntryKind.Event && e.Removed is null)
                                .Select(e => new AnnotationBody(
                                    EntryWords.AuthorOf(e, roster),
                                    e.At.ToDateTimeOffset(),
                                    viewer.Person.IsStaff || !e.IsMarkdown ? e.Body : TagLink.WordsOnly(e.Body),
                                    e.IsMarkdown
                                )),
                        ]
                    ))
            );
            return TypedResults.File(
                System.Text.Encoding.UTF8.GetBytes(written),
                "application/ld+json",
                FileNames.Safe(sheet.Sheet.Name) + ".jsonld"
            );
        });

    /// <summary>All that was said, a page at a time.</summary>
    private static IEnumerable<Entry> All(SqlSession session, Conversation conversation)
    {
        const int Page = 1000;
        for (var from = 0L; ; )
        {
            var page = EntryStore.From(session, [conversation], from, Page);
            foreach (var entry in page)
                yield return entry;
            if (page.Count < Page)
                yield break;
            from = page[^1].Key + 1;
        }
    }
}
