using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets.Discussions;

/// <summary>A run of words that one person wrote.</summary>
/// <param name="Start">Letters and digits before it.</param>
/// <param name="End">Letters and digits before its end.</param>
/// <param name="Revision">In which revision they wrote it.</param>
public sealed record WrittenView(int Start, int End, PersonView By, int Revision);

/// <summary>Discussions of sheets and files, for those who see them.</summary>
internal static class DiscussionEndpoints
{
    private const int PageSize = 50;

    public static void MapDiscussions(this IEndpointRouteBuilder api)
    {
        api.MapGet("/sheets/{id:guid}/discussions", OfSheet).For(Access.SignedIn);
        api.MapPut("/sheets/{id:guid}/discussions/{discussion:guid}", Begin).For(Access.SignedIn);
        api.MapGet("/sheets/{id:guid}/authors", GetAuthors).For(Access.Staff);
        api.MapGet("/entries/{entry:guid}/files/{file:guid}/discussions", OfFile).For(Access.SignedIn);
        api.MapPut("/entries/{entry:guid}/files/{file:guid}/discussions/{discussion:guid}", BeginOnFile)
            .For(Access.SignedIn);
        api.MapGet("/discussions", All).For(Access.Staff);
        api.MapGet("/discussions/mine", Mine).For(Access.Staff);
        api.MapGet("/discussions/{id:guid}", One).For(Access.SignedIn);
        api.MapPut("/discussions/{id:guid}/standing", Set).For(Access.SignedIn);
        api.MapPut("/discussions/{id:guid}/place", Put).For(Access.SignedIn);
        api.MapDelete("/discussions/{id:guid}", Drop).For(Access.SignedIn);
    }

    /// <summary>What is said on a sheet, with where each place is in a revision: the newest that the viewer sees, or one
    /// that they ask for.</summary>
    private static Results<Ok<IReadOnlyList<DiscussionView>>, ProblemHttpResult> OfSheet(
        Guid id,
        Viewer viewer,
        Database database,
        DiscussionReading reading,
        int? revision = null
    ) =>
        database.Read<Results<Ok<IReadOnlyList<DiscussionView>>, ProblemHttpResult>>(s =>
        {
            if (SheetReading.Seen(s, id, viewer.Person) is not { } sheet)
                return Refusals.NotFound("sheet");
            var number = revision ?? sheet.Sheet.NewestFor(viewer.Person)!.Value;
            return sheet.Sheet.Shows(viewer.Person, number)
                ? TypedResults.Ok(reading.On(s, sheet, number, viewer.Person))
                : Refusals.NotFound("revision");
        });

    private static async Task<Results<Ok<DiscussionView>, ProblemHttpResult>> Begin(
        Guid id,
        Guid discussion,
        NewDiscussion given,
        Viewer viewer,
        DiscussionMaking making,
        DiscussionReading reading,
        FirmClock clock
    ) =>
        discussion == Guid.Empty
            ? Refusals.Invalid("discussion", "A discussion needs an id of its own (UUIDv7).")
            : reading.Answer(
                await making.Begin(new(discussion), new SheetId(id), given, viewer.Person, clock.Now),
                given.Revision,
                viewer.Person
            );

    private static Results<Ok<IReadOnlyList<DiscussionView>>, ProblemHttpResult> OfFile(
        Guid entry,
        Guid file,
        Viewer viewer,
        Database database,
        DiscussionReading reading
    ) =>
        database.Read<Results<Ok<IReadOnlyList<DiscussionView>>, ProblemHttpResult>>(s =>
            SeenTalk.Entry(s, new EntryId(entry), viewer.Person) is not null
                ? TypedResults.Ok(
                    reading.Plain(
                        s,
                        [
                            .. DiscussionStore
                                .OfFile(s, file, new EntryId(entry))
                                .Where(d => DiscussionMaking.Seen(s, d.Discussion.Id, viewer.Person) is not null),
                        ],
                        viewer.Person
                    )
                )
                : Refusals.NotFound("entry")
        );

    private static async Task<Results<Ok<DiscussionView>, ProblemHttpResult>> BeginOnFile(
        Guid entry,
        Guid file,
        Guid discussion,
        NewDiscussion given,
        Viewer viewer,
        DiscussionMaking making,
        DiscussionReading reading,
        FirmClock clock
    ) =>
        discussion == Guid.Empty
            ? Refusals.Invalid("discussion", "A discussion needs an id of its own (UUIDv7).")
            : reading.Answer(
                await making.BeginOnFile(new(discussion), file, new EntryId(entry), given, viewer.Person, clock.Now),
                1,
                viewer.Person
            );

    /// <summary>Who wrote which words of a page's revision.</summary>
    private static Results<Ok<IReadOnlyList<WrittenView>>, ProblemHttpResult> GetAuthors(
        Guid id,
        Viewer viewer,
        Database database,
        Authors authors,
        WhoIsWho who,
        int? revision = null
    ) =>
        database.Read<Results<Ok<IReadOnlyList<WrittenView>>, ProblemHttpResult>>(s =>
        {
            if (SheetReading.Seen(s, id, viewer.Person) is not { } sheet)
                return Refusals.NotFound("sheet");
            var number = revision ?? sheet.Sheet.Revision;
            if (sheet.Sheet.Kind is not SheetKind.Page || SheetStore.Revision(s, sheet, number) is not { } shown)
                return Refusals.NotFound("page");
            var letters = Letters.Index(shown.Words);
            return TypedResults.Ok<IReadOnlyList<WrittenView>>([
                .. authors
                    .OfPage(s, sheet, number)
                    .Select(r => new WrittenView(
                        letters[Math.Min(r.Start, shown.Words.Length)],
                        letters[Math.Min(r.End, shown.Words.Length)],
                        PersonView.Of(who.Current.Find(r.By)!),
                        r.Revision
                    )),
            ]);
        });

    /// <summary>All discussions that the viewer sees, the newest first.</summary>
    /// <param name="docket">Of one docket only: its reference.</param>
    /// <param name="sheet">Of one sheet only.</param>
    /// <param name="person">Only those that somebody began, is to see to, or spoke in.</param>
    /// <param name="state">open (assigned ones too) or settled; null for both.</param>
    /// <param name="before">Where the part begins.</param>
    private static Results<Ok<DiscussionList>, ProblemHttpResult> All(
        Viewer viewer,
        Database database,
        DiscussionReading reading,
        string? docket = null,
        Guid? sheet = null,
        Guid? person = null,
        string? state = null,
        long? before = null
    )
    {
        if (state is not (null or "open" or "settled"))
            return Refusals.Invalid("state", "Ask for open or settled ones, or leave it out for both.");
        return database.Read<Results<Ok<DiscussionList>, ProblemHttpResult>>(s =>
        {
            var of = docket is null ? null : SeenDocket.Find(s, docket, viewer.Person);
            if (docket is not null && of is null)
                return Refusals.NotFound("docket");
            var wish = new DiscussionWish(
                of?.Id,
                sheet is { } id ? new SheetId(id) : null,
                person is { } whom ? new PersonId(whom) : null,
                state is null ? null : state == "settled",
                before
            );
            var page = DiscussionStore.All(s, wish, PageSize);
            return TypedResults.Ok(
                new DiscussionList(
                    reading.Plain(
                        s,
                        [.. page.Where(d => DiscussionMaking.Seen(s, d.Discussion.Id, viewer.Person) is not null)],
                        viewer.Person
                    ),
                    page.Count == PageSize ? page[^1].Key : null
                )
            );
        });
    }

    /// <summary>What the viewer is to see to, what is due first first.</summary>
    private static IReadOnlyList<DiscussionView> Mine(Viewer viewer, Database database, DiscussionReading reading) =>
        database.Read(s =>
            reading.Plain(
                s,
                [
                    .. DiscussionStore
                        .AssignedTo(s, viewer.Person.Id)
                        .Where(d => DiscussionMaking.Seen(s, d.Discussion.Id, viewer.Person) is not null),
                ],
                viewer.Person
            )
        );

    /// <summary>One discussion, with where its place is in the newest revision that the viewer sees.</summary>
    private static Results<Ok<DiscussionView>, ProblemHttpResult> One(
        Guid id,
        Viewer viewer,
        Database database,
        DiscussionReading reading
    ) =>
        reading.Answer(
            new(database.Read(s => DiscussionMaking.Seen(s, new(id), viewer.Person)?.Kept)),
            null,
            viewer.Person
        );

    private static async Task<Results<Ok<DiscussionView>, ProblemHttpResult>> Set(
        Guid id,
        DiscussionStanding given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        DiscussionMaking making,
        DiscussionReading reading,
        FirmClock clock
    ) =>
        TaskEndpoints.Version(ifMatch) is not { } version
            ? Refusals.Invalid("If-Match", "A change names the version it was made on, such as \"3\".")
            : reading.Answer(await making.Set(new(id), version, given, viewer.Person, clock.Now), null, viewer.Person);

    private static async Task<Results<Ok<DiscussionView>, ProblemHttpResult>> Put(
        Guid id,
        DiscussionPut given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        DiscussionMaking making,
        DiscussionReading reading,
        FirmClock clock
    ) =>
        TaskEndpoints.Version(ifMatch) is not { } version
            ? Refusals.Invalid("If-Match", "A change names the version it was made on, such as \"3\".")
            : reading.Answer(
                await making.Put(new(id), version, given, viewer.Person, clock.Now),
                given.Revision,
                viewer.Person
            );

    /// <summary>Takes a discussion away in which nothing was said.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> Drop(
        Guid id,
        Viewer viewer,
        DiscussionMaking making
    ) =>
        await making.Drop(new(id), viewer.Person)
            ? TypedResults.NoContent()
            : Refusals.NotFound("discussion in which nothing was said");
}
