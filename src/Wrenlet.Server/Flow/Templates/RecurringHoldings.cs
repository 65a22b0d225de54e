using NodaTime;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Flow.Templates;

/// <summary>The dockets that recur in somebody's name, or are to be theirs.</summary>
internal sealed class RecurringHoldings : IHoldings
{
    public IEnumerable<Holding> Of(SqlSession session, PersonId person, Instant now) =>
        RecurringStore
            .All(session)
            .Where(r => r.Owner == person || r.By == person)
            .Select(r => new Holding("recurring docket", r.Id.Value, r.Subject, new Place.Firm()));

    /// <summary>What nobody takes goes on in the name of whoever decides: it must be made in somebody's.</summary>
    public void HandOn(Writing w, Holding holding, HandingOn step)
    {
        var recurring = RecurringStore.Find(w.Session, new RecurringId(holding.Id))!;
        var to = (step.Receiver(holding) ?? step.By).Id;
        RecurringStore.Put(
            w.Session,
            recurring with
            {
                Owner = recurring.Owner == step.From.Id ? to : recurring.Owner,
                By = recurring.By == step.From.Id ? to : recurring.By,
            }
        );
    }
}
