using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Alerts;

/// <summary>What has come of something that waits for an answer of ours.</summary>
public enum QueueMoment
{
    /// <summary>It came in.</summary>
    New,

    /// <summary>Less than a quarter of its time is left.</summary>
    Soon,

    /// <summary>Its time has run out.</summary>
    Late,
}

/// <summary>A person who may have to answer, as far as telling them depends on it.</summary>
/// <param name="Person">Who.</param>
/// <param name="Works">Whether they work just now.</param>
/// <param name="Cover">Who covers for them while they are on leave; null when they are not, or nobody does.</param>
public readonly record struct OnDuty(PersonId Person, bool Works, PersonId? Cover);

/// <summary>Who is told of what waits in a queue, so that nothing waits unseen and nobody is told for nothing.</summary>
public static class QueueTelling
{
    /// <summary>
    /// Its owner, with who covers for them. Where nobody owns it: those of the crew on duty who work now; else those who
    /// cover for the crew's people on leave; else all of the crew. Where it is late and still nobody's, also the person
    /// whom the queue names for that.
    /// </summary>
    /// <param name="moment">What has come of it.</param>
    /// <param name="owner">Who owns it; null for nobody.</param>
    /// <param name="crew">The crew that is to look after it.</param>
    /// <param name="lateTo">Whom the queue names; null for nobody.</param>
    public static IEnumerable<Alert> Of(QueueMoment moment, OnDuty? owner, IReadOnlyList<OnDuty> crew, PersonId? lateTo)
    {
        ArgumentNullException.ThrowIfNull(crew);
        if (owner is { } own)
            // What comes in of theirs is told as theirs.
            return moment is QueueMoment.New ? [] : With(moment, own.Cover is { } by ? [own.Person, by] : [own.Person]);
        var looking = Looking(crew);
        return With(moment, moment is QueueMoment.Late && lateTo is { } named ? [.. looking, named] : looking);
    }

    /// <summary>
    /// Those of a crew whom a rota has on duty just now, as working whatever their hours; the whole crew where it has
    /// none on duty.
    /// </summary>
    /// <param name="crew">The crew's people.</param>
    /// <param name="byRota">Who is on duty by its rotas, whether of the crew or covering for one of it.</param>
    /// <param name="of">How somebody stands.</param>
    public static IReadOnlyList<OnDuty> ByRota(
        IReadOnlyList<OnDuty> crew,
        IReadOnlyCollection<PersonId> byRota,
        Func<PersonId, OnDuty> of
    )
    {
        ArgumentNullException.ThrowIfNull(byRota);
        ArgumentNullException.ThrowIfNull(of);
        return byRota.Count == 0 ? crew : [.. byRota.Distinct().Select(p => of(p) with { Works = true })];
    }

    /// <summary>
    /// The people who are to look after what waits: of the crew that it was given to, else of the queue's crew on duty;
    /// where there is neither, those who may reassign and do least beside.
    /// </summary>
    public static IReadOnlyList<PersonId> LookAfter(Crew? given, Crew? onDuty, IEnumerable<Person> staff) =>
        (given ?? onDuty) is { } crew ? crew.Members : Nearest([.. staff.Where(p => p.May(Right.Reassign))]);

    /// <summary>Of those who may reassign, those whose role lets them do least beside: they are nearest to the work.</summary>
    private static ImmutableArray<PersonId> Nearest(IReadOnlyList<Person> able) =>
        [.. able.Where(p => p.Role!.Rights.Count == able.Min(a => a.Role!.Rights.Count)).Select(p => p.Id)];

    private static List<PersonId> Looking(IReadOnlyList<OnDuty> crew)
    {
        List<PersonId> working = [.. crew.Where(c => c.Works).Select(c => c.Person)];
        if (working.Count > 0)
            return working;
        List<PersonId> covers = [.. crew.Select(c => c.Cover).OfType<PersonId>().Distinct()];
        return covers.Count > 0 ? covers : [.. crew.Select(c => c.Person)];
    }

    private static IEnumerable<Alert> With(QueueMoment moment, IEnumerable<PersonId> people)
    {
        var reason = moment switch
        {
            QueueMoment.New => AlertReason.QueueNew,
            QueueMoment.Soon => AlertReason.QueueSoon,
            QueueMoment.Late => AlertReason.QueueLate,
            _ => throw new ArgumentOutOfRangeException(nameof(moment), moment, "Unknown moment."),
        };
        return people.Distinct().Select(p => new Alert(p, reason));
    }
}
