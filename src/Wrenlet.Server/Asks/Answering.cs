using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.Pages;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Asks;

/// <summary>What came of a step: the ask as it stands, or why not; neither where it is not seen.</summary>
public sealed record AskOutcome(KeptAsk? Ask, string? Refusal);

/// <summary>Takes answers and all else that is done with asks, and tells those whom it concerns.</summary>
public sealed class Answering(Database database, WriteQueue writes, WhoIsWho who, Dispatcher happenings)
    : IHandles<EntryEdited>,
        IHandles<EntryRemoved>,
        IHandles<EntryTakenBack>,
        IHandles<MessageHeard>,
        IDueWork
{
    /// <summary>How many asks run out at once.</summary>
    private const int MostAtOnce = 200;

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
                || SeenTalk.Entry(w.Session, ask.Entry, by) is not var (entry, conversation)
            )
                return new AskOutcome(null, null);
            if (version is { } read && read != entry.Version)
                return new(
                    ask,
                    "What is asked was changed while you answered. Read it again, then answer; your text is kept."
                );
            if (step is AskStep.Answered answer && answer.For != by.Id && Whose(answer.For, by) is { } wrong)
                return new(ask, wrong);
            if (step is AskStep.PassedOn pass && Passed(pass.To, ask, conversation) is { } cannot)
                return new(ask, cannot);
            if (step is AskStep.Renewed && entry.Removed is not null)
                return new(ask, "The note that asked it was removed. Ask again in a new one.");
            if (ask.Asking.Refuses(step, FirstName) is { } refusal)
                return new(ask, refusal);
            return new(Write(w, ask, entry, conversation, step), null);
        });

    /// <summary>Takes a step in the name of who takes it, within a write that does more.</summary>
    internal void Step(Writing w, AskId id, AskStep step)
    {
        var ask = AskStore.Find(w.Session, id)!;
        var entry = EntryStore.Find(w.Session, ask.Entry)!;
        Write(w, ask, entry, ConversationStore.Find(w.Session, ask.Conversation)!, step);
    }

    /// <summary>Starts an ask anew whose words were changed after someone had answered.</summary>
    public void Handle(Writing w, EntryEdited happening)
    {
        ArgumentNullException.ThrowIfNull(happening);
        if (OfEntry(w, happening.Before) is not { } ask)
            return;
        var standing = ask.Asking.At(happening.At);
        if (
            standing.State is AskState.Withdrawn
            || standing.Parts.All(p => p.State is PartState.Waiting or PartState.NotYet)
        )
            return;
        var step = new AskStep.AskedAnew(happening.By.Id, happening.At);
        Write(w, ask, happening.Before, happening.Conversation, step);
    }

    /// <summary>Withdraws an ask whose entry was removed.</summary>
    public void Handle(Writing w, EntryRemoved happening)
    {
        ArgumentNullException.ThrowIfNull(happening);
        if (OfEntry(w, happening.Entry) is not { } ask)
            return;
        var step = new AskStep.Withdrawn(ask.Asking.By, happening.At, "The note was removed.");
        if (ask.Asking.Refuses(step, FirstName) is null)
            Write(w, ask, happening.Entry, happening.Conversation, step);
    }

    /// <summary>Takes out what an entry asks that has not left.</summary>
    public void Handle(Writing w, EntryTakenBack happening)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(happening);
        AskStore.TakeOut(w.Session, happening.Key);
    }

    /// <summary>
    /// Looks whether a message from outside answers what was asked there, and takes it as the answer where its words
    /// are plain. Else a line says that they may be one.
    /// </summary>
    public void Handle(Writing w, MessageHeard happening)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(happening);
        var (conversation, contact, plain, answers, at) = happening;
        var waiting = AskStore
            .OpenIn(w.Session, conversation.Key)
            .Where(a => a.Asking.At(at).WaitedFor.Contains(contact.Id))
            .ToList();
        var ask = waiting.Find(a => a.Entry == answers) ?? (waiting.Count == 1 ? waiting[0] : null);
        if (ask is null)
        {
            if (waiting.Count > 1)
                EventLines.Add(
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
            EventLines.Add(
                w,
                conversation,
                null,
                at,
                $"This may be an answer. {read.Reason} Read it, and record the answer if it is one."
            );
            return;
        }

        Write(w, ask, EntryStore.Find(w.Session, ask.Entry)!, conversation, step);
    }

    /// <summary>Lets happen what is to happen when the time of asks runs out.</summary>
    public IEnumerable<DueWork> Due(Instant now) =>
        database
            .Read(s => AskStore.Due(s, now, MostAtOnce))
            .Select(a => new DueWork(
                "Letting an ask run out",
                a.Id.Value.ToString(),
                "",
                a.Asking.By,
                () => RunOut(a.Id, now)
            ));

    private Task RunOut(AskId id, Instant now) =>
        writes.Run(w =>
        {
            if (AskStore.Find(w.Session, id) is not { } ask || !AskStore.IsDue(w.Session, ask, now))
                return;
            var standing = ask.Asking.At(now);
            AskStore.RanOut(w.Session, ask, standing.State is not AskState.Open);
            if (
                EntryStore.Find(w.Session, ask.Entry) is not { } entry
                || ConversationStore.Find(w.Session, entry.Conversation) is not { } conversation
            )
                return;
            EventLines.EntryChanged(w, entry, conversation, null, now);
            var line = AskWords.Of(ask.Asking, standing, FirstName);
            var words = standing.State is AskState.Open ? $"Its time has run out. {line}" : line;
            happenings.Say(w, new AskRanOut(conversation, entry, ask.Asking.By, standing, words, now));
        });

    private KeptAsk Write(Writing w, KeptAsk ask, Entry entry, Conversation conversation, AskStep step)
    {
        var before = ask.Asking.At(step.At);
        var after = ask.Asking with { Steps = ask.Asking.Steps.Add(step) };
        var standing = after.At(step.At);
        AskStore.Step(w.Session, ask, step, standing.State is not (AskState.Open or AskState.Returned));
        EventLines.EntryChanged(w, entry, conversation, step.By, step.At);
        var said = step switch
        {
            AskStep.Answered { Reply.Words: { Length: > 0 } words } => words,
            AskStep.PassedOn p => $"Passed on to {FirstName(p.To)}: {p.Reason}",
            AskStep.NotMine n => n.Reason.Length > 0 ? $"Not for me: {n.Reason}" : "Not for me to answer.",
            AskStep.AskedAnew => "Asked again: the wording changed.",
            AskStep.Reminded => "Still waiting for your answer.",
            _ => "",
        };
        var line = AskWords.Of(after, standing, FirstName);
        var told = step is AskStep.Reminded or AskStep.AskedAnew or AskStep.PassedOn
            ? $"{said} {EntryWords.PlainOf(entry)}"
            : $"{line} {said}".Trim();
        happenings.Say(w, new AskStepped(conversation, entry, ask.Asking.By, step, before, standing, told));
        return ask with { Asking = after };
    }

    /// <summary>
    /// Why someone cannot answer in another's place; null when they can: staff take down what people outside have said.
    /// </summary>
    private string? Whose(PersonId whose, Person by) =>
        by.IsStaff && who.Current.Find(whose) is { IsStaff: false } ? null : "Colleagues answer for themselves.";

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

    private static KeptAsk? OfEntry(Writing w, Entry entry) =>
        entry.Asks ? AskStore.OfEntries(w.Session, [entry.Key]).GetValueOrDefault(entry.Id) : null;

    private string FirstName(PersonId person) => who.Current.Find(person)?.FirstName ?? "someone";
}
