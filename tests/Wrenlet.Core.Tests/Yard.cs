using System.Collections.Immutable;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests;

/// <summary>The boatyard of the scenario, as far as the core's tests need it.</summary>
internal static class Yard
{
    public static readonly DateTimeZone Lisbon = DateTimeZoneProviders.Tzdb["Europe/Lisbon"];

    public static readonly WorkCalendar Hours = new(
        Lisbon,
        WorkWeek.Days(IsoDayOfWeek.Monday, IsoDayOfWeek.Friday, new Shift(new LocalTime(8, 0), new LocalTime(17, 0))),
        [new LocalDate(2026, 5, 1), new LocalDate(2026, 6, 10)]
    );

    public static readonly ImmutableArray<Crew> Crews =
    [
        .. new[] { "rigging", "engines", "hull", "office" }.Select(n => new Crew(
            new CrewId(Guid.CreateVersion7()),
            n,
            []
        )),
    ];

    public static readonly ImmutableArray<Person> Staff =
    [
        Member("Odalys Brandt", Role.Coordinator, "office"),
        Member("Tobiah Renn", Role.Manager, "office"),
        Member("Ines Kowal", Role.Member, "hull"),
        Member("Pryderi Voss", Role.Member, "rigging"),
        Member("Hanneke Osei", Role.Member, "engines"),
        Member("Mateus Lindqvist", Role.Member, "engines"),
        Member("Wilhelmina Achterberg", Role.Administrator, "office"),
        Member("Kit Ramaswamy", Role.Member, "hull", "rigging"),
    ];

    public static readonly ReaderSetting Setting = new(
        Hours,
        true,
        [new Milestone("launch", At("2026-04-28T10:30")), new Milestone("handover", At("2026-05-06T15:00"))],
        Staff,
        Crews,
        ["Benedikta Thorne", "Caspian Oduya"]
    );

    public static Person Named(string name) => Staff.First(p => p.Name.StartsWith(name, StringComparison.Ordinal));

    public static Instant At(string local) =>
        Lisbon
            .AtStrictly(LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm").Parse(local).Value)
            .ToInstant();

    public static string Local(Instant moment) =>
        moment.InZone(Lisbon).ToString("uuuu-MM-dd'T'HH:mm", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>The first names of a draft's owners, crews by theirs, a plus between them; "-" for nobody.</summary>
    public static string FirstOwners(Draft draft) =>
        draft.Owners is not { Value.IsEmpty: false } owners
            ? "-"
            : string.Join(
                '+',
                owners.Value.Select(o =>
                    o is TaskOwner.OfPerson(var id)
                        ? Staff.Single(p => p.Id == id).Name.Split(' ')[0]
                        : Crews.Single(c => c.Id == ((TaskOwner.OfCrew)o).Crew).Name
                )
            );

    /// <summary>Drafts as the tests write them, a bar between: owners, title, by when, and by which rule where that is wanted.</summary>
    public static string Shown(IEnumerable<Draft> drafts, bool repeats = false) =>
        string.Join(
            '|',
            drafts.Select(d =>
                $"{FirstOwners(d)}: {d.Title.Value}"
                + (d.Due is { } due ? $" {Local(due.Value)[5..]}" : "")
                + (repeats && d.Repeats is { } rule ? $" {rule.Value}" : "")
            )
        );

    private static Person Member(string name, Role role, params string[] crews) =>
        new(
            new PersonId(Guid.CreateVersion7()),
            name,
            role,
            null,
            [.. Crews.Where(c => crews.Contains(c.Name)).Select(c => c.Id)]
        );
}
