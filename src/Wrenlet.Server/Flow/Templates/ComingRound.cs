using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Formats.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Flow.Templates;

/// <summary>A docket that recurs was made on its day.</summary>
/// <param name="Inside">Its inside conversation.</param>
/// <param name="Line">The line there that says so.</param>
/// <param name="To">Who answers for it.</param>
public sealed record DocketCameRound(Docket Docket, Conversation Inside, Entry Line, PersonId To, Instant At)
    : IHappening;

/// <summary>Makes dockets that recur on their day, and tells or asks their party where that is wanted.</summary>
internal sealed class ComingRound(
    Database database,
    WriteQueue writes,
    DocketMaking making,
    TemplateUse use,
    Posting posting,
    WhoIsWho who,
    FirmKinds kinds,
    Dispatcher happenings
) : IDueWork, IHandles<PartiesMerged>, IHandles<MergeUndone>
{
    private const string Rows = "Flow";

    /// <summary>Those whose day has come.</summary>
    public IEnumerable<DueWork> Due(Instant now)
    {
        var today = who.Current.Firm!.Calendar.DateOf(now);
        return database
            .Read(s => RecurringStore.DueBy(s, today))
            .Select(r => new DueWork(
                "Making a docket that recurs",
                r.Id.Value.ToString(),
                "",
                r.By,
                () => writes.Run(w => Make(w, r.Id, today, now))
            )
            {
                Title = r.Subject,
            });
    }

    private void Make(Writing w, RecurringId id, LocalDate today, Instant now)
    {
        if (
            RecurringStore.Find(w.Session, id) is not { } recurring
            || Repeating.Read(recurring.Rule) is not { } rule
            || recurring.DueOn(today, day => rule.Next(recurring.First, day, new HashSet<LocalDate>()))
                is not var (day, next)
        )
            return;
        RecurringStore.Put(w.Session, recurring with { Next = next });
        if (RecurringStore.IsMade(w.Session, id, day))
            return;
        if (who.Current.Find(recurring.By) is not { IsStaff: true } by)
            throw new InvalidOperationException(
                "Whoever set it up is not a colleague any more. Save it again under another name."
            );
        if (
            TemplateStore.Find(w.Session, recurring.Template) is not { } template
            || kinds.Current.Find(template.Kind) is not { } kind
        )
            throw new InvalidOperationException("Its template is gone. Choose another.");
        var owner = recurring.Owner is { } o && who.Current.Find(o) is { IsStaff: true } ? o : by.Id;
        var terms = new NewDocketTerms(
            new DocketId(Guid.CreateVersion7()),
            kind.Id,
            recurring.Subject,
            recurring.Site,
            owner
        );
        var docket = making.Make(w, terms, recurring.Party, recurring.Queue, by, now).Outcome.Docket!;
        RecurringStore.AddMade(w.Session, id, day, docket.Id);
        use.Apply(w, template, docket, Wanted.Of(use.LayOut(w.Session, template, docket, by, now)), by, now);
        var inside = DocketTalks.Inside(w.Session, docket.Id);
        var line = EventLines.Add(w, inside, null, now, FlowLines.CameRound(recurring.Subject));
        // Another owner has been told with the docket; whoever set it up made nothing with their own hands, and is told too.
        if (owner == by.Id)
            happenings.Say(w, new DocketCameRound(docket, inside, line, owner, now));
        Tell(w, recurring, docket, by, now);
    }

    /// <summary>
    /// Tells or asks the party. What cannot be sent as it is, is not: it stays to be sent by hand, and the docket says
    /// why.
    /// </summary>
    private void Tell(Writing w, RecurringDocket recurring, Docket docket, Person by, Instant now)
    {
        if (
            recurring.Hears is PartyHears.Nothing
            || recurring.Message is not { } message
            || StockStore.Find(w.Session, message) is not { } stock
            || ConversationStore.OfDocket(w.Session, docket.Id).Find(c => c.Party == recurring.Party) is not { } talk
        )
            return;
        var filled = StockFilling.Fill(w.Session, stock, talk, by, kinds.Current, who.Current);
        var refusal =
            filled.Unfilled.Count > 0
                ? FlowLines.Unfilled(filled.Unfilled)
                : posting
                    .Post(
                        w,
                        new EntryId(Guid.CreateVersion7()),
                        talk.Id,
                        by,
                        new Saying(filled.Body, Brings: Asked(recurring)),
                        EntryText.FromMarkdown(filled.Body),
                        now
                    )
                    .Refusal?.Reason;
        if (refusal is not null)
            EventLines.Add(
                w,
                DocketTalks.Inside(w.Session, docket.Id),
                null,
                now,
                FlowLines.NotSent(stock.Name, refusal)
            );
    }

    private IBrought[]? Asked(RecurringDocket recurring) =>
        recurring.Hears is PartyHears.Asked
        && who.Current.Parties.GetValueOrDefault(recurring.Party!.Value) is { } party
            ?
            [
                new BroughtAsk(
                    new NewAsk(
                        Guid.CreateVersion7(),
                        "decision",
                        [.. party.Contacts.Select(c => new AskeeChoice("person", c.Value))]
                    )
                ),
            ]
            : null;

    /// <summary>Those of a party go with it when it is merged into another.</summary>
    public void Handle(Writing w, PartiesMerged happening)
    {
        ArgumentNullException.ThrowIfNull(happening);
        happening.Moved[Rows] = RecurringStore.MoveParty(w.Session, happening.Gone, happening.Kept);
    }

    /// <summary>They go back when that is undone.</summary>
    public void Handle(Writing w, MergeUndone happening)
    {
        ArgumentNullException.ThrowIfNull(happening);
        RecurringStore.MovePartyBack(
            w.Session,
            happening.Moved.GetValueOrDefault(Rows) ?? [],
            happening.Kept,
            happening.Gone
        );
    }
}
