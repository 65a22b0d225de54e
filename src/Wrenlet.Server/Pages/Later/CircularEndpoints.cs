using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages.Later;

/// <summary>A message to the parties of dockets, before it leaves.</summary>
/// <param name="Dockets">Their references, in their order.</param>
/// <param name="Words">What is said, as Markdown, with fields in braces; empty to see only to whom it would go.</param>
public sealed record CircularWish(
    [property: Required, MaxLength(CircularRules.MostDockets), MinLength(1)] IReadOnlyList<string> Dockets,
    [property: Required(AllowEmptyStrings = true), StringLength(10_000)] string Words
);

/// <summary>What one party would get.</summary>
/// <param name="Chosen">Whether it goes there unless its writer says otherwise.</param>
/// <param name="Why">Why it does not by itself; null where it does.</param>
/// <param name="Way">mail, text or page.</param>
/// <param name="Body">The words with their fields filled.</param>
/// <param name="Refusal">Why it could not be sent as it stands; null where it could.</param>
/// <param name="Leaks">What the leak check found; empty where it found nothing.</param>
public sealed record CircularPieceView(
    Guid Conversation,
    string Docket,
    string Subject,
    string Party,
    bool Chosen,
    string? Why,
    string Way,
    string Body,
    string? Refusal,
    IReadOnlyList<LeakView> Leaks
);

/// <summary>A message to many as it would leave.</summary>
/// <param name="Without">Dockets that have nobody to write to, by reference.</param>
/// <param name="Fields">What can stand in braces.</param>
public sealed record CircularPreview(
    IReadOnlyList<CircularPieceView> Pieces,
    IReadOnlyList<string> Without,
    IReadOnlyList<string> Fields
);

/// <summary>What one party gets.</summary>
/// <param name="Entry">The client's id for the entry (UUIDv7): sent again, it is one.</param>
/// <param name="Body">As it was looked through.</param>
/// <param name="Knowing">Whether it goes in spite of the leak check.</param>
public sealed record CircularPiece(
    [property: Required] Guid Conversation,
    [property: Required] Guid Entry,
    [property: Required, StringLength(10_000, MinimumLength = 1)] string Body,
    bool Knowing = false
);

/// <summary>A message to many, looked through.</summary>
/// <param name="Id">The client's id for it (UUIDv7): sent again, it is one.</param>
public sealed record NewCircular(
    [property: Required] Guid Id,
    [property: Required, StringLength(10_000, MinimumLength = 1)] string Words,
    [property: Required, MaxLength(CircularRules.MostDockets), MinLength(1)] IReadOnlyList<CircularPiece> Pieces
);

/// <summary>What became of it with one party.</summary>
/// <param name="Path">Where it is said.</param>
/// <param name="State">waiting, sent, or stayed.</param>
/// <param name="Why">Why it stayed or could not be delivered; null otherwise.</param>
public sealed record CircularLine(string Docket, string Party, string Path, string State, string? Why);

/// <summary>A message to many, and what became of it.</summary>
public sealed record CircularView(
    Guid Id,
    PersonView Author,
    DateTimeOffset At,
    string Words,
    IReadOnlyList<CircularLine> Lines
);

internal static class CircularEndpoints
{
    public static void MapCirculars(this IEndpointRouteBuilder api)
    {
        api.MapPost("/circulars/preview", Preview).For(Right.SendOutside).Costly();
        api.MapPost("/circulars", Send).For(Right.SendOutside).Costly();
        api.MapGet("/circulars/{id:guid}", Get).For(Access.Staff);
    }

    private static Ok<CircularPreview> Preview(
        CircularWish wish,
        Viewer viewer,
        Speaking speaking,
        Database database,
        FirmKinds kinds,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read(s =>
        {
            var dockets = wish
                .Dockets.Distinct()
                .Select(r => SeenDocket.Find(s, r, viewer.Person))
                .OfType<Core.Dockets.Docket>()
                .Select(d =>
                    (
                        Docket: d,
                        Talks: ConversationStore.OfDocket(s, d.Id).Where(c => viewer.Person.MaySee(c.Place)).ToList()
                    )
                )
                .ToList();
            var places = CircularRules.Places(dockets.Select(d => d.Talks));
            var reached = places.Select(p => p.Conversation.Docket!.Id).ToHashSet();
            var pieces = places.Select(p => Piece(s, p, wish.Words, viewer.Person, speaking, kinds, who, clock.Now));
            return TypedResults.Ok(
                new CircularPreview(
                    [.. pieces],
                    [.. dockets.Where(d => !reached.Contains(d.Docket.Id)).Select(d => d.Docket.Ref.ToString())],
                    StockFields.Of(kinds.Current)
                )
            );
        });

    private static CircularPieceView Piece(
        SqlSession session,
        CircularPlace place,
        string words,
        Person author,
        Speaking speaking,
        FirmKinds kinds,
        WhoIsWho who,
        Instant now
    )
    {
        var (talk, roster) = (place.Conversation, who.Current);
        var stock = new StockReply(Guid.Empty, null, "", words, 1);
        var body = StockFilling.Fill(session, stock, talk, author, kinds.Current, roster).Body;
        var refusal = string.IsNullOrWhiteSpace(body)
            ? null
            : speaking.Refuses(session, talk, new Saying(body), author, now);
        return new(
            talk.Id.Value,
            talk.Docket!.Ref.ToString(),
            talk.Docket.Subject,
            NameOf(talk, who),
            place.Chosen,
            place.Why,
            StoredWords.Vias.Of(Reaching.Usual(talk, roster)),
            body,
            refusal is { Leaks.IsEmpty: true } ? refusal.Reason : null,
            refusal is null ? [] : LeakView.Of(refusal.Leaks, body)
        );
    }

    /// <summary>Keeps all of it, or nothing where one of them cannot leave; they leave one after the other.</summary>
    private static async Task<Results<Ok<CircularView>, ProblemHttpResult>> Send(
        NewCircular given,
        Viewer viewer,
        Speaking speaking,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (now, author) = (clock.Now, viewer.Person);
        // They are looked at beside the work of others, which waits for no more than the keeping; each is looked at again
        // before it leaves.
        var (messages, wrong) = database.Read(s => Read(s, given, author, speaking, who, now));
        return await writes.Run<Results<Ok<CircularView>, ProblemHttpResult>>(w =>
        {
            if (LaterStore.FindCircular(w.Session, given.Id) is { } known)
                return known.Author == author.Id
                    ? TypedResults.Ok(View(w.Session, known, author, who))
                    : Refusals.Refused("Another message has this id already. Load the page again and repeat.");
            if (wrong is not null)
                return wrong;
            var circular = new Circular(given.Id, author.Id, now, given.Words);
            LaterStore.Add(w.Session, circular);
            foreach (var (message, talk) in messages)
            {
                LaterStore.Keep(w.Session, message);
                EventLines.Changed(w, talk, author.Id, now);
            }

            LogStore.Add(
                w.Session,
                now,
                author.Id,
                LogKind.Dockets,
                "wrote to many",
                $"{messages.Count} conversations"
            );
            return TypedResults.Ok(View(w.Session, circular, author, who));
        });
    }

    /// <summary>The messages that it comes to, or why none of them can leave.</summary>
    private static (List<(LaterMessage Message, Conversation Talk)> Messages, ProblemHttpResult? Wrong) Read(
        SqlSession session,
        NewCircular given,
        Person author,
        Speaking speaking,
        WhoIsWho who,
        Instant now
    )
    {
        var messages = new List<(LaterMessage, Conversation)>();
        var not = new List<string>();
        foreach (var piece in given.Pieces.DistinctBy(p => p.Conversation))
        {
            if (SeenTalk.Conversation(session, piece.Conversation, author) is not { Docket: not null } talk)
                return ([], Refusals.NotFound("conversation"));
            if (talk.Audience is not Audience.Outside)
                return ([], Refusals.Refused("A message to many goes to customers and partners only."));
            var id = new EntryId(piece.Entry);
            if (EntryStore.Knows(session, id) || LaterStore.Find(session, id) is not null)
                return ([], Refusals.Refused("Another entry has this id already. Load the page again and repeat."));
            var refusal = speaking.Refuses(session, talk, new Saying(piece.Body, Circular: given.Id), author, now);
            if (refusal is not null && (refusal.Leaks.IsEmpty || !piece.Knowing))
                not.Add($"{NameOf(talk, who)} ({talk.Docket!.Ref}): {refusal.Reason}");
            messages.Add(
                (
                    new LaterMessage(
                        id,
                        talk.Id,
                        author.Id,
                        now,
                        now,
                        Leaving.Write(new NewEntry(piece.Entry, piece.Body)),
                        [.. (refusal?.Leaks ?? []).Select(l => l.Reason)],
                        Circular: given.Id
                    ),
                    talk
                )
            );
        }

        return not.Count > 0
            ? ([], Refusals.Refused("Nothing was sent. " + string.Join(" ", not.Take(5))))
            : (messages, null);
    }

    private static Results<Ok<CircularView>, ProblemHttpResult> Get(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read<Results<Ok<CircularView>, ProblemHttpResult>>(s =>
            LaterStore.FindCircular(s, id) is { } circular
            && View(s, circular, viewer.Person, who) is { } view
            // Whoever sees none of the places has no use for it, and may not know of it.
            && (view.Lines.Count > 0 || circular.Author == viewer.Person.Id)
                ? TypedResults.Ok(view)
                : Refusals.NotFound("message to many")
        );

    /// <summary>What became of it, as far as the viewer sees where.</summary>
    private static CircularView View(SqlSession session, Circular circular, Person viewer, WhoIsWho who)
    {
        var waiting = LaterStore
            .Of(session, circular.Id)
            .Select(m => (m.Conversation, State: m.Held is null ? "waiting" : "stayed", Why: m.Held, Entry: m.Id));
        var sent = EntryStore
            .OfCircular(session, circular.Id)
            .Select(e => (e.Conversation, State: "sent", Why: e.Delivery?.Problem, Entry: e.Id));
        return new(
            circular.Id,
            PersonView.Of(who.Current.Find(circular.Author)!),
            circular.At.ToDateTimeOffset(),
            circular.Words,
            [
                .. sent.Concat(waiting)
                    .Select(l =>
                        (Line: l, Talk: SeenTalk.Conversation(session, l.Conversation.Value, viewer, Thing.Working))
                    )
                    .Where(l => l.Talk is not null)
                    .Select(l => new CircularLine(
                        l.Talk!.Docket?.Ref.ToString() ?? "",
                        NameOf(l.Talk, who),
                        EntryWords.PathOf(l.Talk, l.Line.Entry),
                        l.Line.State,
                        l.Line.Why
                    )),
            ]
        );
    }

    private static string NameOf(Conversation conversation, WhoIsWho who) =>
        ConversationViews.PartyOf(conversation, who.Current)?.Name ?? conversation.Stranger?.Name ?? "";
}
