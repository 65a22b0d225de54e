using System.ComponentModel.DataAnnotations;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages;

/// <summary>A note taken while on the telephone.</summary>
/// <param name="Id">The client's id of the entry (UUIDv7): sent again, it is one note.</param>
/// <param name="Docket">Reference of the docket it belongs to; null to open a new ticket for it.</param>
/// <param name="Who">Who called.</param>
/// <param name="Number">Their number; null when it is not known.</param>
/// <param name="About">What it was about.</param>
/// <param name="CallBack">When a call back was promised; null when none was.</param>
/// <param name="For">Whom it is for; null for nobody in particular.</param>
public sealed record NewCall(
    [property: Required] Guid Id,
    string? Docket,
    [property: Required, StringLength(120, MinimumLength = 1)] string Who,
    [property: StringLength(60)] string? Number,
    [property: Required, StringLength(10_000, MinimumLength = 1)] string About,
    DateTimeOffset? CallBack,
    Guid? For
);

/// <summary>Where a call note stands.</summary>
/// <param name="Task">The task to call back; null when none was promised.</param>
public sealed record CallNoted(string Docket, Guid Entry, TaskView? Task);

internal static class CallNoteEndpoints
{
    public static void MapCallNotes(this IEndpointRouteBuilder api)
    {
        api.MapPost("/calls", NoteCall).For(Access.Staff);
    }

    /// <summary>Notes a call: its ticket where it needs one, the note, and the task to call back, all or none.</summary>
    private static async Task<Results<Ok<CallNoted>, ProblemHttpResult>> NoteCall(
        NewCall given,
        Viewer viewer,
        Posting posting,
        TaskMaking tasks,
        DocketMaking making,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (roster, now) = (who.Current, clock.Now);
        if (given.Id == Guid.Empty)
            return Refusals.Invalid("id", "A call note needs an id of its own (UUIDv7).");
        string? number = null;
        if (!string.IsNullOrWhiteSpace(given.Number))
        {
            (number, var wrong) = PhoneNumber.Read(given.Number, roster.Firm!.Country);
            if (number is null)
                return Refusals.Invalid("number", wrong!);
        }

        var whom = given.For is { } f ? roster.Find(new PersonId(f)) : null;
        if (given.For is not null && whom is not { IsStaff: true })
            return Refusals.Invalid("for", "There is no such colleague. Choose another.");
        Instant? promised = given.CallBack is { } then ? Instant.FromDateTimeOffset(then) : null;
        if (promised < now - Duration.FromMinutes(1))
            return Refusals.Invalid("callBack", "The call back was promised for a moment that is past. Correct it.");
        var shown = number is null ? null : PhoneNumber.Shown(number, roster.Firm!.Country);
        var (body, caller) = (Note(given, shown, whom, promised, roster), given.Who.Trim());
        try
        {
            return await writes.Run<Results<Ok<CallNoted>, ProblemHttpResult>>(w =>
            {
                var docket = given.Docket is { Length: > 0 } reference
                    ? SeenDocket.Find(w.Session, reference, viewer.Person)
                    : NotedIn(w.Session, new EntryId(given.Id))
                        ?? making.FromTalk(w, $"Call from {caller}", viewer.Person, now);
                if (docket is null || !viewer.Person.MaySee(docket.Place))
                    return Refusals.NotFound("docket");
                if (whom is not null && !whom.MaySee(docket.Place))
                    throw new HeldBackException(
                        PostRefusal.For(
                            $"{whom.FirstName} does not see {docket.Ref}. Give sight of it first, or note it for "
                                + "somebody else; your text is kept."
                        )
                    );
                var inside = DocketTalks.Inside(w.Session, docket.Id);
                var posted = posting.Post(
                    w,
                    new EntryId(given.Id),
                    inside.Id,
                    viewer.Person,
                    new Saying(body, Call: true),
                    EntryText.FromMarkdown(body),
                    now
                );
                if (posted.Refusal is { } refusal)
                    throw new HeldBackException(refusal);
                var note = new TaskSource(posted.Entry!.Id, posted.Entry.Key, inside.Id);
                var made = promised is { } due
                    ? tasks.Make(
                        w,
                        CallBack.Task(caller, shown, docket, note, viewer.Person.Id, whom?.Id, due, now),
                        viewer.Person
                    )
                    : null;
                return TypedResults.Ok(
                    new CallNoted(
                        docket.Ref.ToString(),
                        note.Entry.Value,
                        made?.Task is { } task ? TaskViews.Of(task, roster, now) : null
                    )
                );
            });
        }
        catch (HeldBackException held)
        {
            return HeldBack.Of(held.Refusal, body, viewer.Person, roster);
        }
    }

    /// <summary>The docket in which a note stands that was sent before; null for none.</summary>
    private static Docket? NotedIn(SqlSession session, EntryId note) =>
        EntryStore.Find(session, note) is { } said
        && ConversationStore.Find(session, said.Conversation)?.Docket is { } docket
            ? DocketStore.Find(session, docket.Id)
            : null;

    private static string Note(NewCall given, string? number, Person? whom, Instant? promised, Roster roster)
    {
        var lines = new List<string>
        {
            $"**Call from {EntryText.Escaped(given.Who.Trim())}**{(number is null ? "" : ", " + number)}",
            EntryText.Escaped(given.About.Trim()),
        };
        if (promised is { } at)
        {
            var moment = at.InZone(roster.Firm!.Calendar.Zone);
            lines.Add($"Call back promised for {moment.ToString("ddd d MMM HH:mm", CultureInfo.InvariantCulture)}.");
        }

        if (whom is not null)
            lines.Add($"For {TagLink.Markdown(TagKind.Person, whom.Id.Value.ToString(), "@" + whom.Name)}");
        return string.Join("\n\n", lines);
    }
}
