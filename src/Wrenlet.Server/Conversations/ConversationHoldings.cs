using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>The open conversations that somebody owns.</summary>
internal sealed class ConversationHoldings(Dispatcher happenings) : IHoldings
{
    public IEnumerable<Holding> Of(SqlSession session, PersonId person, Instant now) =>
        ConversationStore
            .OwnedBy(session, person)
            .Select(c => new Holding(
                "conversation",
                c.Id.Value,
                c.Docket is { } d ? $"{d.Ref} {c.Subject}" : c.Subject,
                c.Place
            ));

    public void HandOn(Writing w, Holding holding, HandingOn step)
    {
        var conversation = ConversationStore.Find(w.Session, new ConversationId(holding.Id))!;
        var to = step.Receiver(holding);
        var line = EventLines.Add(
            w,
            conversation.HandedTo(to?.Id, null),
            step.By.Id,
            step.At,
            to is null
                ? $"{step.By.FirstName} took this from {step.From.Name}; nobody owns it now"
                : $"{step.By.FirstName} handed this over from {step.From.Name} to {to.FirstName}"
        );
        if (to is not null)
            happenings.Say(
                w,
                new HandedOver(conversation, step.From.Id, [to.Id], line, step.By.Id, holding.Title, step.At)
            );
    }
}
