using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Dockets;

/// <summary>What a docket's milestones and fields say, for those who name them: the reader of words, stock texts.</summary>
internal static class NamedDates
{
    private static readonly LocalTime StartOfDay = new(9, 0);

    /// <summary>Moments that may be named in words: milestones, and fields that hold a date, at the start of that day.</summary>
    public static ImmutableArray<Milestone> Of(
        SqlSession session,
        DocketId docket,
        Kinds kinds,
        WorkCalendar calendar
    ) =>
        [
            .. MilestoneStore.Of(session, docket),
            .. FieldStore
                .Of(session, docket)
                .Select(v => (Field: kinds.Field(v.Key), v.Value))
                .Where(v => v.Field is { Type: FieldType.Date })
                .Select(v => new Milestone(
                    v.Field!.Name,
                    (LocalDatePattern.Iso.Parse(v.Value.Stored).Value + StartOfDay)
                        .InZoneLeniently(calendar.Zone)
                        .ToInstant()
                )),
        ];

    /// <summary>What the docket says under each name; names of what is empty are not there.</summary>
    public static Dictionary<string, string?> Said(SqlSession session, DocketId docket, Kinds kinds, Roster roster)
    {
        var calendar = roster.Firm!.Calendar;
        var said = new Dictionary<string, string?>(StringComparer.OrdinalIgnoreCase);
        foreach (var (id, value) in FieldStore.Of(session, docket))
            if (kinds.Field(id) is { } field)
                said[field.Name] = Shown(field, value, roster);
        foreach (var milestone in MilestoneStore.Of(session, docket))
            said[milestone.Name] = milestone
                .At.InZone(calendar.Zone)
                .ToString("dddd d MMMM 'at' HH:mm", CultureInfo.InvariantCulture);
        return said;
    }

    /// <summary>What a field holds, as people of the firm read it.</summary>
    public static string Shown(Field field, FieldValue? value, Roster roster) =>
        FieldValues.Shown(
            field,
            value,
            person => roster.NameOf(new Core.People.PersonId(person)),
            day => day.ToString("ddd d MMM yyyy", CultureInfo.InvariantCulture)
        );
}
