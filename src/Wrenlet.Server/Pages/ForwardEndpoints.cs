using System.ComponentModel.DataAnnotations;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages;

/// <summary>Something that is sent on to someone who is no party.</summary>
/// <param name="Id">The client's id of the message that goes out (UUIDv7).</param>
/// <param name="Entries">The entries that are sent on, in their order; empty for the whole conversation.</param>
/// <param name="To">Mail address it goes to.</param>
/// <param name="Message">A short message above it.</param>
public sealed record Forwarding(
    [property: Required] Guid Id,
    [property: MaxLength(200)] IReadOnlyList<Guid> Entries,
    [property: Required, StringLength(254)] string To,
    [property: StringLength(80)] string? Name,
    [property: Required, StringLength(10_000, MinimumLength = 1)] string Message,
    bool Knowing = false
);

/// <summary>Where something was sent on: the conversation in which the answer will stand.</summary>
public sealed record Forwarded(Guid Conversation, string? Docket, EntryView Entry);

internal static class ForwardEndpoints
{
    public static void MapForwards(this IEndpointRouteBuilder api)
    {
        api.MapPost("/conversations/{id:guid}/forwards", Forward).For(Right.SendOutside);
    }

    private const int MostForwarded = 200;

    /// <summary>
    /// Sends entries on to someone who is no party, in an outside conversation of its own within the same docket: the
    /// answer comes
    /// back there by its references, and its sender sees nothing else.
    /// </summary>
    private static async Task<Results<Ok<Forwarded>, ProblemHttpResult>> Forward(
        Guid id,
        Forwarding given,
        Viewer viewer,
        Posting posting,
        WriteQueue writes,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (roster, now) = (who.Current, clock.Now);
        if (
            database.Read(s => ConversationStore.Find(s, new ConversationId(id))) is not { } from
            || !viewer.Person.MaySee(from.Place)
        )
            return Refusals.NotFound("conversation");
        var (to, wrong) = Recipients.Read([given.To], Via.Mail, roster);
        if (to is null)
            return Refusals.Invalid("to", wrong!);
        if (roster.ByAddress(to[0].Address)?.Person is { IsStaff: true } colleague)
            return Refusals.Invalid(
                "to",
                $"{colleague.FirstName} is a colleague. Tag {colleague.FirstName} inside instead."
            );
        var body = database.Read(s =>
        {
            var chosen =
                given.Entries.Count == 0
                    ? EntryStore
                        .Before(s, [from], long.MaxValue, MostForwarded)
                        .Where(e => e.Kind is not EntryKind.Event)
                        .Reverse()
                    : given
                        .Entries.Select(e => EntryStore.Find(s, new EntryId(e)))
                        .OfType<Entry>()
                        .Where(e => e.Conversation == from.Id && e.Kind is not EntryKind.Event);
            return given.Message.Trim() + string.Concat(chosen.Select(e => Quoted(e, roster)));
        });
        var rendered = EntryText.FromMarkdown(body);
        var party = roster.ByAddress(to[0].Address)?.Person.Party;
        (Conversation There, Posted Posted) result;
        try
        {
            result = await writes.Run(w =>
            {
                if (EntryStore.Find(w.Session, new EntryId(given.Id)) is { } repeat)
                    return (ConversationStore.Find(w.Session, repeat.Conversation)!, new Posted(repeat, null));
                var there = (from.Docket is { } d ? ConversationStore.OfDocket(w.Session, d.Id) : []).Find(c =>
                    c.Audience is Audience.Outside
                    && (
                        party is not null
                            ? c.Party == party
                            : string.Equals(c.Stranger?.Address, to[0].Address, StringComparison.OrdinalIgnoreCase)
                    )
                );
                if (there is null)
                {
                    var made = new ConversationId(Guid.CreateVersion7());
                    var name = given.Name is { Length: > 0 } known ? known : to[0].Name;
                    ConversationStore.Add(
                        w.Session,
                        made,
                        Audience.Outside,
                        from.Docket?.Id,
                        party,
                        party is null ? new Stranger(name, to[0].Address) : null,
                        from.Queue ?? roster.Unsorted?.Id,
                        viewer.Person.Id,
                        "Fwd: " + from.Subject
                    );
                    there = ConversationStore.Find(w.Session, made)!;
                    w.Log(
                        new Change(
                            ChangeKinds.ConversationMade,
                            made.Value,
                            there.Place,
                            Thing.Working,
                            now,
                            viewer.Person.Id,
                            there.Docket?.Id,
                            made
                        )
                    );
                }

                var posted = posting.Post(
                    w,
                    new EntryId(given.Id),
                    there.Id,
                    viewer.Person,
                    new Saying(body, false, Via.Mail, to, Knowing: given.Knowing),
                    rendered,
                    now
                );
                if (posted.Refusal is not null)
                    throw new HeldBackException(posted.Refusal);
                EventLines.Add(
                    w,
                    ConversationStore.Find(w.Session, from.Id)!,
                    viewer.Person.Id,
                    now,
                    $"{viewer.Person.FirstName} sent " + $"{PassedOn(given.Entries.Count)} " + $"on to {to[0].Address}"
                );
                return (there, posted);
            });
        }
        catch (HeldBackException held)
        {
            return HeldBack.Of(held.Refusal, body, viewer.Person, roster);
        }

        return TypedResults.Ok(
            new Forwarded(
                result.There.Id.Value,
                result.There.Docket?.Ref.ToString(),
                EntryViews.Of(result.Posted.Entry!, viewer.Person, roster, [])
            )
        );
    }

    private static string Quoted(Entry entry, Roster roster)
    {
        var by = EntryWords.AuthorOf(entry, roster);
        var when = entry
            .At.InZone(roster.Firm!.Calendar.Zone)
            .ToString("ddd d MMM HH:mm", CultureInfo.InvariantCulture);
        var plain = EntryText.Escaped(EntryWords.PlainOf(entry));
        return $"\n\n**{EntryText.Escaped(by)}, {when}:**\n\n> "
            + $"{plain.ReplaceLineEndings("\n").Replace("\n", "  \n> ", StringComparison.Ordinal)}";
    }

    private static string PassedOn(int entries) =>
        entries switch
        {
            0 => "this conversation",
            1 => "an entry of this",
            _ => $"{entries} entries of this",
        };
}
