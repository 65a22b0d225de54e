using System.ComponentModel.DataAnnotations;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Phones;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>A draft as it stands, to be looked at before it leaves.</summary>
public sealed record DraftCheck(
    [property: Required(AllowEmptyStrings = true), StringLength(Posting.LongestBody)] string Body,
    string? Via = null,
    IReadOnlyList<string>? To = null,
    IReadOnlyList<Guid>? Files = null
);

/// <summary>What would happen to a draft.</summary>
/// <param name="WhoSees">Who will see it, in words.</param>
/// <param name="Viewers">Names of all of them.</param>
/// <param name="Leaks">The leak check's reasons; empty when it may go.</param>
/// <param name="Told">Who will be told.</param>
/// <param name="Tasks">What the words ask for, inside, each on one line; agreed to, they are made when it is
/// sent.</param>
public sealed record Checked(
    string WhoSees,
    IReadOnlyList<string> Viewers,
    IReadOnlyList<LeakView> Leaks,
    IReadOnlyList<ToldView> Told,
    IReadOnlyList<string> Tasks
);

/// <summary>Someone who will be told, and why, in the words they will read.</summary>
public sealed record ToldView(PersonView Person, string Reason);

/// <summary>The queue a conversation is moved to.</summary>
public sealed record NewQueue(Guid Queue);

/// <summary>What becomes of a conversation.</summary>
/// <param name="Step">close, reopen, nothing-due, aside or back.</param>
/// <param name="Until">Until when it is set aside; null for the others.</param>
public sealed record NewStanding([property: Required] string Step, DateTimeOffset? Until = null);

/// <summary>The docket a conversation is put into: one that is there, or a new ticket.</summary>
/// <param name="Reference">Reference of one that is there; null for a new one.</param>
/// <param name="Subject">Subject of the new one; null for one that is there.</param>
public sealed record NewDocket(string? Reference, [property: StringLength(200)] string? Subject);

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

/// <summary>Words that were taken back before they left.</summary>
public sealed record TakenBack(string Body);

internal static class HandlingEndpoints
{
    private const int MostForwarded = 200;

    public static void MapHandling(this IEndpointRouteBuilder api)
    {
        api.MapPost("/conversations/{id:guid}/check", Check).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/queue", Move).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/standing", Stand).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/docket", PutInto).For(Access.Staff);
        api.MapPost("/conversations/{id:guid}/forwards", Forward).For(Access.Staff);
        api.MapPut("/entries/{id:guid}/leaving", SendNow).For(Access.Staff);
        api.MapDelete("/entries/{id:guid}/leaving", TakeBack).For(Access.Staff);
        api.MapPost("/calls", NoteCall).For(Access.Staff);
    }

    private static Results<Ok<Checked>, ProblemHttpResult> Check(
        Guid id,
        DraftCheck draft,
        Viewer viewer,
        Posting posting,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<Checked>, ProblemHttpResult>>(s =>
        {
            if (Seen.Conversation(s, id, viewer.Person) is not { } conversation)
                return Refusals.NotFound("conversation");
            var roster = who.Current;
            var via = StoredWords.Vias.Parse(draft.Via) ?? Ways.Usual(s, conversation, roster);
            var (typed, wrong) = Recipients.Read(draft.To, via, roster);
            if (wrong is not null)
                return Refusals.Invalid("to", wrong);
            var to = typed ?? Ways.Reach(s, conversation, roster, via).To;
            var rendered = EntryText.FromMarkdown(draft.Body);
            var unseeing = rendered
                .Tags.Where(t => t.Kind is TagKind.Person && Guid.TryParse(t.Target, out _))
                .Select(t => roster.Find(new PersonId(Guid.Parse(t.Target))))
                .OfType<Person>()
                .Where(p => !p.MaySee(conversation.Place));
            var leaks =
                conversation.Audience is Audience.Outside
                    ? Leaving.Check(
                        s,
                        conversation,
                        viewer.Person,
                        rendered,
                        to,
                        draft.Files ?? [],
                        [.. unseeing],
                        roster
                    )
                    : [];
            var staff = Sight.WhoSees(roster.Staff, conversation.Place);
            var contacts = conversation.Party is { } party
                ? roster
                    .Parties[party]
                    .Contacts.Select(c => roster.Find(c))
                    .OfType<Person>()
                    .Where(c => c.MaySee(conversation.Place))
                    .ToList()
                : [];
            var now = clock.Now;
            var tasks = Reading.Written(
                rendered.Plain,
                conversation,
                viewer.Person.Id,
                now,
                conversation.Docket is { } of ? DocketStore.Milestones(s, of.Id) : [],
                roster
            );
            var words =
                conversation.Audience is not Audience.Outside ? $"Stays in the yard: {staff.Length} people"
                : via is Via.Page
                    ? $"On the page of {ConversationViews.PartyOf(conversation, roster)?.Name}. Leaves the yard."
                : $"By {StoredWords.Vias.Of(via)} to {string.Join(", ", to.Select(t => t.Address))}. Leaves the yard.";
            return TypedResults.Ok(
                new Checked(
                    words,
                    [
                        .. to.Select(t => t.Name == t.Address ? t.Address : $"{t.Name} ({t.Address})")
                            .Concat(contacts.Select(c => c.Name))
                            .Concat(staff.Select(p => p.Name))
                            .Distinct(),
                    ],
                    LeakView.Of(leaks, draft.Body),
                    [
                        .. posting
                            .WhoIsTold(s, conversation, viewer.Person, rendered)
                            .Select(t => new ToldView(
                                PersonView.Of(roster.Find(t.Person)!),
                                Alerting.Words(t.Reason, viewer.Person.FirstName)
                            )),
                    ],
                    [.. tasks.Select(t => Reading.Brief(t, now, roster))]
                )
            );
        });

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> Move(
        Guid id,
        NewQueue given,
        Viewer viewer,
        Handling handling,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        await Done(
            id,
            viewer,
            database,
            who,
            clock,
            () => handling.Move(new(id), viewer.Person, given.Queue, clock.Now)
        );

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> Stand(
        Guid id,
        NewStanding given,
        Viewer viewer,
        Handling handling,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        await Done(
            id,
            viewer,
            database,
            who,
            clock,
            () =>
                handling.Stand(
                    new(id),
                    viewer.Person,
                    given.Step,
                    given.Until is { } until ? Instant.FromDateTimeOffset(until) : null,
                    clock.Now
                )
        );

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> PutInto(
        Guid id,
        NewDocket given,
        Viewer viewer,
        Handling handling,
        DocketMaking making,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (
            database.Read(s => ConversationStore.Find(s, new(id))) is not { } conversation
            || !viewer.Person.MaySee(conversation.Place, Thing.Working)
        )
            return Refusals.NotFound("conversation");
        if (conversation.Docket is { } has)
            return Refusals.Refused($"It belongs to {has.Ref} already.");
        if (given.Reference is null && string.IsNullOrWhiteSpace(given.Subject))
            return Refusals.Invalid("subject", "Name a docket, or give the new ticket a subject.");
        var reference = given.Reference is { } text
            ? DocketRef.Parse(text)
            : (await making.Ticket(given.Subject!.Trim(), viewer.Person, clock.Now)).Ref;
        if (reference is null)
            return Refusals.Invalid("reference", $"“{given.Reference}” is no docket. Write it as J-1042.");
        return await Done(
            id,
            viewer,
            database,
            who,
            clock,
            () => handling.PutInto(new(id), viewer.Person, reference.Value, clock.Now)
        );
    }

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> Done(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        Func<Task<Decision>> act
    )
    {
        if (
            database.Read(s => ConversationStore.Find(s, new ConversationId(id))) is not { } conversation
            || !viewer.Person.MaySee(conversation.Place, Thing.Working)
        )
            return Refusals.NotFound("conversation");
        var decision = await act();
        return decision.Allowed
            ? TypedResults.Ok(ConversationEndpoints.Now(new(id), database, who, clock))
            : Refusals.Refused(decision.Reason);
    }

    private static async Task<Results<Ok<TakenBack>, ProblemHttpResult>> TakeBack(
        Guid id,
        Viewer viewer,
        Undoing undoing,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (await undoing.TakeBack(new EntryId(id), viewer.Person, clock.Now) is { } body)
            return TypedResults.Ok(new TakenBack(body));
        return database.Read(s => TalkReading.Entry(s, new EntryId(id), viewer.Person, who.Current, clock.Now)) is null
            ? Refusals.NotFound("entry")
            : Refusals.Refused("It has left already, or is not yours to take back. Follow it up with another message.");
    }

    private static async Task<Results<Ok<EntryView>, ProblemHttpResult>> SendNow(
        Guid id,
        Viewer viewer,
        Undoing undoing,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var sent = await undoing.SendNow(new EntryId(id), viewer.Person, clock.Now);
        var entry = database.Read(s => TalkReading.Entry(s, new EntryId(id), viewer.Person, who.Current, clock.Now));
        return entry is null ? Refusals.NotFound("entry")
            : sent || entry.Delivery is "sent" ? TypedResults.Ok(entry)
            : Refusals.Refused("There is nothing to send here.");
    }

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
                    throw new HeldBack(posted.Refusal);
                Posting.Happened(
                    w,
                    ConversationStore.Find(w.Session, from.Id)!,
                    viewer.Person.Id,
                    now,
                    $"{viewer.Person.FirstName} sent " + $"{PassedOn(given.Entries.Count)} " + $"on to {to[0].Address}"
                );
                return (there, posted);
            });
        }
        catch (HeldBack held)
        {
            return ConversationEndpoints.Held(held.Refusal, body, viewer.Person, roster);
        }

        return TypedResults.Ok(
            new Forwarded(
                result.There.Id.Value,
                result.There.Docket?.Ref.ToString(),
                ConversationViews.Entry(result.Posted.Entry!, viewer.Person, roster, [])
            )
        );
    }

    /// <summary>Carries a refusal out of a write, so that nothing of the write stays.</summary>
    private sealed class HeldBack(PostRefusal refusal) : Exception(refusal.Reason)
    {
        public PostRefusal Refusal { get; } = refusal;
    }

    private static string Quoted(Entry entry, Roster roster)
    {
        var by = entry.Author is { } author ? roster.NameOf(author) : entry.Sender ?? "";
        var when = entry
            .At.InZone(roster.Firm!.Calendar.Zone)
            .ToString("ddd d MMM HH:mm", CultureInfo.InvariantCulture);
        var plain = EntryText.Escaped(ConversationViews.PlainOf(entry));
        return $"\n\n**{EntryText.Escaped(by)}, {when}:**\n\n> "
            + $"{plain.ReplaceLineEndings("\n").Replace("\n", "  \n> ", StringComparison.Ordinal)}";
    }

    private static async Task<Results<Ok<CallNoted>, ProblemHttpResult>> NoteCall(
        NewCall given,
        Viewer viewer,
        Posting posting,
        TaskMaking tasks,
        DocketMaking making,
        Database database,
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
            var (read, wrong) = PhoneNumber.Read(given.Number, roster.Firm!.Country);
            if (read is null)
                return Refusals.Invalid("number", wrong!);
            number = read;
        }

        if (given.For is { } f && roster.Find(new PersonId(f)) is not { IsStaff: true })
            return Refusals.Invalid("for", "There is no such colleague. Choose another.");
        var forWhom = given.For is { } id ? roster.Find(new PersonId(id)) : null;
        if (given.CallBack is { } then && Instant.FromDateTimeOffset(then) < now - Duration.FromMinutes(1))
            return Refusals.Invalid("callBack", "The call back was promised for a moment that is past. Correct it.");
        var docket = given.Docket is { Length: > 0 } reference
            ? database.Read(s => DocketRef.Parse(reference) is { } parsed ? DocketStore.Find(s, parsed) : null)
            : database.Read(s =>
                EntryStore.Find(s, new EntryId(given.Id)) is { } said
                    ? ConversationStore.Find(s, said.Conversation)?.Docket is { } d
                        ? DocketStore.Find(s, d.Id)
                        : null
                    : null
            ) ?? await making.Ticket($"Call from {given.Who.Trim()}", viewer.Person, now);
        if (docket is null || !viewer.Person.MaySee(docket.Place))
            return Refusals.NotFound("docket");
        if (forWhom is not null && !forWhom.MaySee(docket.Place))
            return Refusals.Refused(
                $"{forWhom.FirstName} does not see {docket.Ref}. Give sight of it first, or note it for somebody else; your words are kept."
            );
        var shown = number is null ? null : PhoneNumber.Shown(number, roster.Firm!.Country);
        var inside = database
            .Read(s => ConversationStore.OfDocket(s, docket.Id))
            .First(c => c.Audience is Audience.Inside);
        var lines = new List<string>
        {
            $"**Call from {EntryText.Escaped(given.Who.Trim())}**{(shown is null ? "" : ", " + shown)}",
            EntryText.Escaped(given.About.Trim()),
        };
        var at = given.CallBack is { } c ? Instant.FromDateTimeOffset(c) : (Instant?)null;
        if (at is { } promised)
            lines.Add(
                $"Call back promised for "
                    + $"{promised.InZone(roster.Firm!.Calendar.Zone).ToString("ddd d MMM HH:mm", CultureInfo.InvariantCulture)}."
            );
        if (forWhom is not null)
            lines.Add($"For {TagLink.Markdown(TagKind.Person, forWhom.Id.Value.ToString(), "@" + forWhom.Name)}");
        var posted = await posting.Post(
            new EntryId(given.Id),
            inside.Id,
            viewer.Person,
            new Saying(string.Join("\n\n", lines), Call: true),
            now
        );
        if (posted.Refusal is { } refusal)
            return ConversationEndpoints.Held(refusal, "", viewer.Person, roster);
        if (posted.Entry is not { } entry)
            return Refusals.NotFound("docket");
        TaskView? made = null;
        if (at is { } due)
        {
            // The task's id follows from the note's, so that a repeat is one task.
            var task = new TaskId(TaskIdOf(given.Id));
            var outcome = await tasks.Make(
                new WorkTask(
                    0,
                    task,
                    $"Call {given.Who.Trim()} back{(shown is null ? "" : " on " + shown)}",
                    docket.Brief,
                    new TaskSource(entry.Id, entry.Key, inside.Id),
                    viewer.Person.Id,
                    now,
                    TaskState.NeedsAction,
                    null,
                    CompletionRule.Any,
                    Priority.High,
                    null,
                    due,
                    null,
                    Duration.FromMinutes(10),
                    null,
                    null,
                    1,
                    [new OwnerShare(new TaskOwner.OfPerson((forWhom ?? viewer.Person).Id), false)],
                    docket.Sight
                ),
                viewer.Person
            );
            if (outcome.Task is { } done)
                made = TaskViews.Of(done, roster, now);
        }

        return TypedResults.Ok(new CallNoted(docket.Ref.ToString(), entry.Id.Value, made));
    }

    private static Guid TaskIdOf(Guid entry)
    {
        var bytes = entry.ToByteArray(bigEndian: true);
        bytes[^1] ^= 0xff;
        return new Guid(bytes, bigEndian: true);
    }

    private static string PassedOn(int entries) =>
        entries switch
        {
            0 => "this conversation",
            1 => "an entry of this",
            _ => $"{entries} entries of this",
        };
}
