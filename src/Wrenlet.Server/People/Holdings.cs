using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Storage;

namespace Wrenlet.Server.People;

/// <summary>Something that somebody owns, or that waits for them.</summary>
/// <param name="Kind">What it is, in a word: docket, conversation, task, ask, meeting, recurring docket or queue.</param>
/// <param name="Id">Its identity.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Place">Where it stands: who may see what it is called, and to whom it can be handed on.</param>
public sealed record Holding(string Kind, Guid Id, string Title, Place Place);

/// <summary>What people own of one sort. Each part that has owners knows its own.</summary>
public interface IHoldings
{
    /// <summary>Everything of this sort that somebody owns.</summary>
    IEnumerable<Holding> Of(SqlSession session, PersonId person, Instant now);

    /// <summary>Hands a thing on; it is one of <see cref="Of"/>.</summary>
    /// <param name="w">The write it belongs to.</param>
    /// <param name="holding">Which.</param>
    /// <param name="step">From whom, to whom, by whom and when.</param>
    void HandOn(Writing w, Holding holding, HandingOn step);
}

/// <summary>A thing goes from one colleague to another.</summary>
/// <param name="From">Who had it.</param>
/// <param name="To">Who is to have it; null for nobody.</param>
/// <param name="By">Who decides.</param>
/// <param name="At">When.</param>
public sealed record HandingOn(Person From, Person? To, Person By, Instant At)
{
    /// <summary>Whether it goes to somebody who sees where it stands; what cannot go stands as nobody's.</summary>
    public bool CanGo(Holding holding)
    {
        ArgumentNullException.ThrowIfNull(holding);
        return To is { IsStaff: true } to && to.MaySee(holding.Place, Thing.Working);
    }

    /// <summary>Who is to have it; null where nobody can.</summary>
    public Person? Receiver(Holding holding) => CanGo(holding) ? To : null;
}
