using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Asks;

/// <summary>What came of a step: the ask as it stands, or why not; neither where it is not seen.</summary>
public sealed record AskOutcome(KeptAsk? Ask, string? Refusal);

/// <summary>Takes answers and all else that is done with asks, and tells those whom it concerns.</summary>
public sealed class Answering(WriteQueue writes, WhoIsWho who)
{
    /// <summary>Takes a step.</summary>
    /// <param name="id">Which ask.</param>
    /// <param name="by">Who takes it; they must see the entry that asks.</param>
    /// <param name="version">The version of the words that they answer; null where it does not matter.</param>
    /// <param name="step">The step.</param>
    public Task<AskOutcome> Take(AskId id, Person by, int? version, AskStep step) =>
        writes.Run(w =>
        {
            if (
                AskStore.Find(w.Session, id) is not { } ask
                || Seen.Entry(w.Session, ask.Entry, by) is not var (entry, conversation)
            )
                return new AskOutcome(null, null);
            if (version is { } read && read != entry.Version)
                return new(
                    ask,
                    "What is asked was changed while you answered. Read it again, then answer; your words are kept."
                );
            if (step is AskStep.Answered answer && answer.For != by.Id && Whose(answer.For, by) is { } wrong)
                return new(ask, wrong);
            if (step is AskStep.PassedOn pass && Passed(pass.To, ask, conversation) is { } cannot)
                return new(ask, cannot);
            if (ask.Asking.Refuses(step, FirstName) is { } refusal)
                return new(ask, refusal);
            return new(Write(w, ask, entry, conversation, step), null);
        });

    /// <summary>Starts an ask anew whose words were changed after someone had answered.</summary>
    public void WordsChanged(Writing w, Entry entry, Conversation conversation, Person by, Instant at)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(entry);
        if (!entry.Asks || AskStore.OfEntries(w.Session, [entry.Key]).GetValueOrDefault(entry.Id) is not { } ask)
            return;
        var standing = ask.Asking.At(at);
        if (
            standing.State is AskState.Withdrawn
            || standing.Parts.All(p => p.State is PartState.Waiting or PartState.NotYet)
        )
            return;
        Write(w, ask, entry, conversation, new AskStep.AskedAnew(by.Id, at));
    }

    /// <summary>Withdraws an ask whose entry was removed.</summary>
    public void EntryRemoved(Writing w, Entry entry, Conversation conversation, Person by, Instant at)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(entry);
        if (!entry.Asks || AskStore.OfEntries(w.Session, [entry.Key]).GetValueOrDefault(entry.Id) is not { } ask)
            return;
        var step = new AskStep.Withdrawn(ask.Asking.By, at, "The note was removed.");
        if (ask.Asking.Refuses(step, FirstName) is null)
            Write(w, ask, entry, conversation, step);
    }

    /// <summary>
    /// Looks whether a message from outside answers what was asked there, and takes it as the answer where its words
    /// are plain. Else a line says that they may be one.
    /// </summary>
    /// <param name="w">The write that takes the message in.</param>
    /// <param name="conversation">Where it came in.</param>
    /// <param name="contact">Who wrote it.</param>
    /// <param name="plain">Their words, without what they quote.</param>
    /// <param name="answers">The entry that the message answers; null where that is not known.</param>
    /// <param name="at">When it came.</param>
    public void Hear(Writing w, Conversation conversation, Person contact, string plain, EntryId? answers, Instant at)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(conversation);
        ArgumentNullException.ThrowIfNull(contact);
        var waiting = AskStore
            .OpenIn(w.Session, conversation.Key)
            .Where(a => a.Asking.At(at).WaitedFor.Contains(contact.Id))
            .ToList();
        var ask = waiting.Find(a => a.Entry == answers) ?? (waiting.Count == 1 ? waiting[0] : null);
        if (ask is null)
        {
            if (waiting.Count > 1)
                Posting.Happened(
                    w,
                    conversation,
                    null,
                    at,
                    $"{contact.FirstName} is asked {waiting.Count} things here; which of them this answers is for you to say."
                );
            return;
        }

        if (PlainAnswers.Read(ask.Asking.Terms, plain) is not { } read)
            return;
        var step = new AskStep.Answered(contact.Id, at, contact.Id, read.Reply);
        if (ask.Asking.Refuses(step, FirstName) is not null)
            return;
        if (!read.Sure)
        {
            Posting.Happened(
                w,
                conversation,
                null,
                at,
                $"This may answer what was asked. {read.Reason} Read it, and take the answer down if it is one."
            );
            return;
        }

        Write(w, ask, EntryStore.Find(w.Session, ask.Entry)!, conversation, step);
    }

    /// <summary>Lets happen what is to happen when the time of asks runs out.</summary>
    public Task RunOut(Instant now, int most) =>
        writes.Run(w =>
        {
            foreach (var ask in AskStore.Due(w.Session, now, most))
            {
                var standing = ask.Asking.At(now);
                AskStore.RanOut(w.Session, ask, standing.State is not AskState.Open);
                if (
                    EntryStore.Find(w.Session, ask.Entry) is not { } entry
                    || ConversationStore.Find(w.Session, entry.Conversation) is not { } conversation
                )
                    continue;
                Changed(w, entry, conversation, null, now);
                var concerned = standing
                    .WaitedFor.Select(p => new Alert(p, AlertReason.Asked))
                    .Append(new Alert(ask.Asking.By, AlertReason.OwnAsk));
                var line =
                    standing.State is AskState.Open
                        ? $"Its time has run out. {AskWords.Of(ask.Asking, standing, FirstName)}"
                        : AskWords.Of(ask.Asking, standing, FirstName);
                Tell(w, entry, conversation, null, now, concerned, line);
            }

            return true;
        });

    private KeptAsk Write(Writing w, KeptAsk ask, Entry entry, Conversation conversation, AskStep step)
    {
        var before = ask.Asking.At(step.At);
        var after = ask.Asking with { Steps = ask.Asking.Steps.Add(step) };
        var standing = after.At(step.At);
        AskStore.Step(w.Session, ask, step, standing.State is not (AskState.Open or AskState.Returned));
        Changed(w, entry, conversation, step.By, step.At);
        var had = before.WaitedFor.ToHashSet();
        var wanted = step is AskStep.AskedAnew or AskStep.Reminded
            ? standing.WaitedFor
            : standing.WaitedFor.Where(p => !had.Contains(p));
        var concerned = wanted.Select(p => new Alert(p, AlertReason.Asked));
        if (step is AskStep.Withdrawn)
            concerned = concerned.Concat(had.Select(p => new Alert(p, AlertReason.OwnAsk)));
        else if (step is not AskStep.Reminded)
            concerned = concerned.Append(new Alert(ask.Asking.By, AlertReason.OwnAsk));
        var said = step switch
        {
            AskStep.Answered { Reply.Words: { Length: > 0 } words } => words,
            AskStep.PassedOn p => $"Passed on to {FirstName(p.To)}: {p.Reason}",
            AskStep.NotMine n => n.Reason.Length > 0 ? $"Not mine: {n.Reason}" : "Not mine to answer.",
            AskStep.AskedAnew => "Asked anew: the words were changed.",
            AskStep.Reminded => "Still waited for.",
            _ => "",
        };
        var line = AskWords.Of(after, standing, FirstName);
        Tell(
            w,
            entry,
            conversation,
            step.By,
            step.At,
            concerned,
            step is AskStep.Reminded or AskStep.AskedAnew or AskStep.PassedOn
                ? $"{said} {ConversationViews.PlainOf(entry)}"
                : $"{line} {said}".Trim()
        );
        return ask with { Asking = after };
    }

    private void Tell(
        Writing w,
        Entry entry,
        Conversation conversation,
        PersonId? by,
        Instant at,
        IEnumerable<Alert> concerned,
        string words
    )
    {
        foreach (
            var alert in Alerting.Whom(
                by,
                conversation.Place,
                EntrySight.ThingOf(entry.Kind),
                concerned,
                p => who.Current.Find(p)
            )
        )
            Telling.Tell(w, alert, by, at, conversation.Id, entry.Id, null, words);
    }

    private static void Changed(Writing w, Entry entry, Conversation conversation, PersonId? by, Instant at) =>
        w.Log(
            new Change(
                ChangeKinds.EntryChanged,
                entry.Id.Value,
                conversation.Place,
                entry.Delivery is { Sent: false } ? Thing.Working : EntrySight.ThingOf(entry.Kind),
                at,
                by,
                conversation.Docket?.Id,
                conversation.Id
            )
        );

    /// <summary>
    /// Why someone cannot answer in another's place; null when they can: staff take down what people outside have said.
    /// </summary>
    private string? Whose(PersonId whose, Person by) =>
        by.IsStaff && who.Current.Find(whose) is { IsStaff: false }
            ? null
            : "Everybody of ours answers for themselves.";

    /// <summary>Why an ask cannot be passed to someone; null when it can.</summary>
    private string? Passed(PersonId to, KeptAsk ask, Conversation conversation)
    {
        if (who.Current.Find(to) is not { } person)
            return "There is no such person. Choose someone else.";
        if (!person.MaySee(conversation.Place))
            return $"{person.FirstName} does not see this, and cannot answer it. Choose someone else.";
        var outside = ask.Asking.Askees.Any(a => who.Current.Find(a.Whom) is { IsStaff: false });
        return outside == person.IsStaff ? "It passes on to someone of the same side only. Choose someone else." : null;
    }

    private string FirstName(PersonId person) => who.Current.Find(person)?.FirstName ?? "someone";
}
