using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.People;

/// <summary>Who is on duty, from rotas, swaps and leave.</summary>
internal static class Duties
{
    /// <summary>The turns of a crew that are under way; nothing where it has no rota, or none of them is.</summary>
    public static ImmutableArray<Duty> Now(SqlSession session, Roster roster, CrewId? crew, Instant now)
    {
        if (crew is not { } known || RotaStore.Lines(session, known) is not { Count: > 0 } lines)
            return [];
        var calendar = roster.Firm!.Calendar;
        var today = calendar.DateOf(now);
        return Rota.At(
            lines,
            RotaStore.SwapsFrom(session, today.PlusDays(-8)),
            Absences(session, today.PlusDays(-8)),
            now,
            calendar.Zone,
            id => FirstName(roster, id)
        );
    }

    /// <summary>The turns of some rotas that touch a time.</summary>
    public static List<Duty> Between(
        SqlSession session,
        Roster roster,
        IEnumerable<RotaLine> lines,
        Instant from,
        Instant until
    )
    {
        var calendar = roster.Firm!.Calendar;
        var first = calendar.DateOf(from).PlusDays(-8);
        var (swaps, absences) = (RotaStore.SwapsFrom(session, first), Absences(session, first));
        return
        [
            .. lines
                .SelectMany(l =>
                    Rota.Between(l, swaps, absences, from, until, calendar.Zone, id => FirstName(roster, id))
                )
                .OrderBy(d => d.From)
                .ThenBy(d => d.Until),
        ];
    }

    private static List<Absence> Absences(SqlSession session, LocalDate from) =>
        LeaveStore.From(session, from).ConvertAll(l => new Absence(l.Person, l.First, l.Last, l.Cover));

    public static string FirstName(Roster roster, PersonId id) => roster.Find(id)?.FirstName ?? "somebody who has left";
}
