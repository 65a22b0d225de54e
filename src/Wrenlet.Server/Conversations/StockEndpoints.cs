using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Conversations;

/// <summary>A stock reply.</summary>
/// <param name="Own">Whether it is the viewer's own; else everybody's.</param>
public sealed record StockView(Guid Id, string Name, string Body, bool Own, bool MayChange, string? Version = null)
    : IVersioned;

/// <summary>A stock reply as it is to be.</summary>
/// <param name="Own">Whether for oneself; else for everybody, which administrators keep.</param>
public sealed record NewStock(
    [property: Required, StringLength(60, MinimumLength = 1)] string Name,
    [property: Required, StringLength(10_000, MinimumLength = 1)] string Body,
    bool Own
);

/// <summary>A stock reply filled for one conversation.</summary>
/// <param name="Unfilled">Fields for which nothing is known here, with their braces; empty when it is ready.</param>
public sealed record FilledStock(string Body, IReadOnlyList<string> Unfilled);

internal static class StockEndpoints
{
    public static void MapStock(this IEndpointRouteBuilder api)
    {
        api.MapGet("/stock-replies", GetAll).For(Access.Staff);
        api.MapGet("/stock-fields", GetFields).For(Access.Staff);
        api.MapPut("/stock-replies/{id:guid}", Put).For(Access.Staff);
        api.MapDelete("/stock-replies/{id:guid}", Remove).For(Access.Staff);
        api.MapGet("/conversations/{id:guid}/stock-replies/{reply:guid}", Fill).For(Access.Staff);
    }

    private static IReadOnlyList<string> GetFields(FirmKinds kinds) => StockFields.Of(kinds.Current);

    private static IReadOnlyList<StockView> GetAll(Viewer viewer, Database database) =>
        database.Read(s =>
            (IReadOnlyList<StockView>)[.. StockStore.For(s, viewer.Person.Id).Select(r => View(r, viewer.Person))]
        );

    private static StockView View(StockReply r, Person viewer)
    {
        var view = new StockView(r.Id, r.Name, r.Body, r.Person is not null, MayChange(r, viewer));
        return view with { Version = Versions.Of(view) };
    }

    private static async Task<Results<Ok<StockView>, ProblemHttpResult>> Put(
        Guid id,
        NewStock given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Database database,
        FirmKinds kinds,
        WriteQueue writes
    )
    {
        var before = database.Read(s => StockStore.Find(s, id));
        var wanted = new StockReply(id, given.Own ? viewer.Person.Id : null, given.Name.Trim(), given.Body, 1);
        if (!MayChange(wanted, viewer.Person) || (before is not null && !MayChange(before, viewer.Person)))
            return Refusals.Refused(
                "Only administrators can change stock replies for everybody. Save it for yourself, or ask one of them."
            );
        if (StockFields.Unknown(given.Body, StockFields.Of(kinds.Current)) is { Count: > 0 } unknown)
            return Refusals.Invalid(
                "body",
                $"{string.Join(", ", unknown)} {(unknown.Count == 1 ? "is no field" : "are no fields")}. There are "
                    + $"{string.Join(", ", StockFields.Of(kinds.Current).Select(f => $"{{{f}}}"))}."
            );
        return await writes.Run<Results<Ok<StockView>, ProblemHttpResult>>(w =>
        {
            var there = StockStore.Find(w.Session, id);
            if (Versions.Held("stock reply", ifMatch, there is null ? null : View(there, viewer.Person)) is { } held)
                return held;
            return StockStore.Put(w.Session, wanted)
                ? TypedResults.Ok(View(wanted, viewer.Person))
                : Refusals.Invalid("name", $"There is a stock reply named {wanted.Name} already. Choose another name.");
        });
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Remove(
        Guid id,
        Viewer viewer,
        Database database,
        WriteQueue writes
    )
    {
        if (
            database.Read(s => StockStore.Find(s, id)) is not { } reply
            || (reply.Person is { } whose && whose != viewer.Person.Id)
        )
            return Refusals.NotFound("stock reply");
        if (!MayChange(reply, viewer.Person))
            return Refusals.Refused("Only administrators can change stock replies for everybody.");
        await writes.Run(w => StockStore.Remove(w.Session, id));
        return TypedResults.NoContent();
    }

    private static Results<Ok<FilledStock>, ProblemHttpResult> Fill(
        Guid id,
        Guid reply,
        Viewer viewer,
        Database database,
        FirmKinds kinds,
        WhoIsWho who
    ) =>
        database.Read<Results<Ok<FilledStock>, ProblemHttpResult>>(s =>
        {
            if (
                ConversationStore.Find(s, new ConversationId(id)) is not { } conversation
                || !viewer.Person.MaySee(conversation.Place)
            )
                return Refusals.NotFound("conversation");
            if (StockStore.Find(s, reply) is not { } stock || (stock.Person is { } whose && whose != viewer.Person.Id))
                return Refusals.NotFound("stock reply");
            return TypedResults.Ok(
                StockFilling.Fill(s, stock, conversation, viewer.Person, kinds.Current, who.Current)
            );
        });

    private static bool MayChange(StockReply reply, Person viewer) =>
        reply.Person is { } whose ? whose == viewer.Id : viewer.May(Right.SetUp);
}
