using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Asks;

/// <summary>The asks that wait for somebody's answer.</summary>
internal sealed class AskHoldings(Answering answering, WhoIsWho who) : IHoldings
{
    public IEnumerable<Holding> Of(SqlSession session, PersonId person, Instant now) =>
        AskStore
            .OpenFor(session, person)
            .Where(a => a.Asking.At(now).WaitedFor.Contains(person))
            .Select(a =>
            {
                var entry = EntryStore.Find(session, a.Entry)!;
                return new Holding(
                    "ask",
                    a.Id.Value,
                    Conversations.EntryWords.Short(Conversations.EntryWords.PlainOf(entry)),
                    ConversationStore.Find(session, a.Conversation)!.Place
                );
            });

    /// <summary>It is passed on; where nobody takes it, its asker hears that it has to be put to somebody else.</summary>
    public void HandOn(Writing w, Holding holding, HandingOn step)
    {
        var why = $"{step.From.Name} has left {who.Current.Firm!.Name}.";
        answering.Step(
            w,
            new AskId(holding.Id),
            step.Receiver(holding) is { } to
                ? new AskStep.PassedOn(step.From.Id, step.At, to.Id, why)
                : new AskStep.NotMine(step.From.Id, step.At, why)
        );
    }
}
