using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>A queue as an administrator sets it.</summary>
/// <param name="Crew">The crew on duty; null for none.</param>
/// <param name="Calendar">Name of its working time.</param>
/// <param name="Handover">Who may assign what somebody owns: anyone, crew or owner.</param>
/// <param name="LateTo">Who is told of what is late and still nobody's; null for nobody.</param>
public sealed record QueueSetting(
    Guid Id,
    [property: Required, StringLength(60, MinimumLength = 1)] string Name,
    [property: Required(AllowEmptyStrings = true), StringLength(60)] string Site,
    Guid? Crew,
    [property: Required] string Calendar,
    [property: Range(1, 100_000)] int FirstMinutes,
    [property: Range(1, 100_000)] int LaterMinutes,
    [property: Required, AllowedValues("anyone", "crew", "owner")] string Handover,
    bool Unsorted,
    Guid? LateTo = null,
    bool Retired = false,
    [property: StringLength(254)] string? Address = null,
    string? Version = null
) : IVersioned;

/// <summary>A working time.</summary>
public sealed record CalendarSetting(
    [property: Required, StringLength(60, MinimumLength = 1)] string Name,
    [property: Required, MinLength(1), MaxLength(60)] IReadOnlyList<DayHours> Hours,
    string? Version = null
) : IVersioned;

/// <summary>The days on which nobody works.</summary>
public sealed record HolidaysSetting(IReadOnlyList<NewHoliday> Days, string? Version = null) : IVersioned;

/// <summary>What holds for the whole firm.</summary>
/// <param name="Country">ISO 3166 code by which numbers without a country are read; empty for none.</param>
/// <param name="RouterThreshold">Certainty below which the router leaves a conversation unsorted.</param>
/// <param name="StandIns">Whether mail and texts can be put in through the stand-ins.</param>
/// <param name="Address">The mail address at which customers write.</param>
/// <param name="Zone">Its time zone (IANA).</param>
/// <param name="Calendar">Name of its usual hours.</param>
/// <param name="DayFirst">Whether 12/5 is 12 May.</param>
/// <param name="Signature">What ends each mail to customers and partners.</param>
/// <param name="LinkDays">For how many days their links work.</param>
/// <param name="LogDays">For how many days the log is kept.</param>
/// <param name="TellsWhen">Whether customers and partners see on their pages when their work is likely done.</param>
/// <remarks>In a change, null leaves a thing as it is.</remarks>
public sealed record FirmSetting(
    [property: Required(AllowEmptyStrings = true), StringLength(2)] string Country,
    [property: Range(0.0, 1.0)] double RouterThreshold,
    bool? StandIns = null,
    [property: StringLength(80)] string? Name = null,
    [property: StringLength(254)] string? Address = null,
    [property: StringLength(64)] string? Zone = null,
    [property: StringLength(80)] string? Calendar = null,
    bool? DayFirst = null,
    [property: StringLength(600)] string? Signature = null,
    [property: Range(1, 3650)] int? LinkDays = null,
    [property: Range(30, 36500)] int? LogDays = null,
    bool? TellsWhen = null,
    string? Version = null
) : IVersioned;

/// <summary>All that an administrator sets.</summary>
public sealed record SetUpView(
    FirmSetting Firm,
    IReadOnlyList<QueueSetting> Queues,
    IReadOnlyList<CalendarSetting> Calendars,
    HolidaysSetting Holidays,
    IReadOnlyList<StaffSetting> Staff,
    IReadOnlyList<CrewSetting> Crews,
    IReadOnlyList<FormerStaff> Former
);

/// <summary>Somebody who worked here.</summary>
public sealed record FormerStaff(Guid Id, string Name, DateTimeOffset Left, string Role);

internal static class SetUpEndpoints
{
    private static readonly LocalTimePattern Clock = LocalTimePattern.CreateWithInvariantCulture("HH:mm");

    public static void MapSetUp(this IEndpointRouteBuilder api)
    {
        api.MapGet("/set-up", Get).For(Right.SetUp, Right.TakeOn, Right.SeeLog);
        api.MapPut("/set-up/firm", PutFirm).For(Right.SetUp);
        api.MapPut("/set-up/queues/{id:guid}", PutQueue).For(Right.SetUp);
        api.MapPut("/set-up/calendars", PutCalendar).For(Right.SetUp);
        api.MapPut("/set-up/holidays", PutHolidays).For(Right.SetUp);
    }

    private static SetUpView Get(Viewer viewer, Database database, WhoIsWho who) =>
        View(viewer.Person, database, who.Current);

    internal static SetUpView View(Person viewer, Database database, Roster roster) =>
        database.Read(s => new SetUpView(
            Firm(roster),
            [.. roster.Queues.Values.OrderBy(q => q.Unsorted).ThenBy(q => q.Goal.FirstReply).Select(Setting)],
            [.. roster.Calendars.Keys.Order(StringComparer.Ordinal).Select(name => Calendar(roster, name)!)],
            Holidays(s),
            [.. roster.Staff.Select(p => StaffEndpoints.Setting(p, roster))],
            [.. roster.Crews.Values.OrderBy(c => c.Name, StringComparer.Ordinal).Select(StaffEndpoints.Setting)],
            [
                .. roster.Former.Select(p => new FormerStaff(
                    p.Person.Id.Value,
                    p.Person.Name,
                    p.Left!.Value.ToDateTimeOffset(),
                    p.RoleBefore?.Name ?? ""
                )),
            ]
        ));

    private static FirmSetting Firm(Roster roster)
    {
        var firm = new FirmSetting(
            roster.Firm!.Country,
            roster.Firm.RouterThreshold,
            roster.Firm.StandIns,
            roster.Firm.Name,
            roster.Firm.Address,
            roster.Firm.Calendar.Zone.Id,
            roster.Firm.CalendarName,
            roster.Firm.DayFirst,
            roster.Firm.Signature,
            roster.Firm.LinkDays,
            roster.Firm.LogDays,
            roster.Firm.TellsWhen
        );
        return firm with { Version = Versions.Of(firm) };
    }

    private static CalendarSetting? Calendar(Roster roster, string name)
    {
        if (!roster.Calendars.TryGetValue(name, out var calendar))
            return null;
        var setting = new CalendarSetting(name, [.. HoursOf(calendar.Week)]);
        return setting with { Version = Versions.Of(setting) };
    }

    private static HolidaysSetting Holidays(SqlSession session)
    {
        var days = new HolidaysSetting([
            .. PeopleStore.Holidays(session).Select(h => new NewHoliday(LocalDatePattern.Iso.Format(h.Date), h.Name)),
        ]);
        return days with { Version = Versions.Of(days) };
    }

    private static QueueSetting Setting(Queue q)
    {
        var setting = new QueueSetting(
            q.Id,
            q.Name,
            q.Site,
            q.Crew?.Value,
            q.CalendarName,
            (int)q.Goal.FirstReply.TotalMinutes,
            (int)q.Goal.LaterReply.TotalMinutes,
            StoredWords.Handovers.Of(q.Handover),
            q.Unsorted,
            q.LateTo?.Value,
            q.Retired,
            q.Address
        );
        return setting with { Version = Versions.Of(setting) };
    }

    private static IEnumerable<DayHours> HoursOf(WorkWeek week)
    {
        for (var day = IsoDayOfWeek.Monday; day <= IsoDayOfWeek.Sunday; day++)
            foreach (var shift in week[day])
                yield return new(
                    (int)day,
                    Clock.Format(shift.Start),
                    shift.EndsAtMidnight ? "24:00" : Clock.Format(shift.End)
                );
    }

    private static async Task<Results<Ok<SetUpView>, ProblemHttpResult>> PutFirm(
        FirmSetting given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var country = given.Country.Trim().ToUpperInvariant();
        if (country.Length is not (0 or 2) || !country.All(char.IsAsciiLetterUpper))
            return Refusals.Invalid("country", "Write a country's two letters, such as PT, or leave it empty.");
        var before = who.Current.Firm!;
        var standIns = given.StandIns ?? before.StandIns;
        var name = given.Name?.Trim() ?? before.Name;
        var address = given.Address?.Trim() ?? before.Address;
        var zone = given.Zone?.Trim() ?? before.Calendar.Zone.Id;
        var hours = given.Calendar ?? before.CalendarName;
        var signature = given.Signature?.Trim() ?? before.Signature;
        if (name.Length == 0)
            return Refusals.Invalid("name", "A firm needs a name.");
        if (!StaffEndpoints.IsAddress(address))
            return Refusals.Invalid("address", $"“{address}” is not a mail address. Write it as name@place.");
        if (DateTimeZoneProviders.Tzdb.GetZoneOrNull(zone) is null)
            return Refusals.Invalid("zone", $"“{zone}” is not a time zone. Choose one from the list.");
        if (!who.Current.Calendars.ContainsKey(hours))
            return Refusals.Invalid("calendar", $"There are no hours named {hours}.");
        var after = before with
        {
            Name = name,
            Address = address,
            CalendarName = hours,
            DayFirst = given.DayFirst ?? before.DayFirst,
            Country = country,
            RouterThreshold = given.RouterThreshold,
            StandIns = standIns,
            Signature = signature,
            LinkDays = given.LinkDays ?? before.LinkDays,
            LogDays = given.LogDays ?? before.LogDays,
            TellsWhen = given.TellsWhen ?? before.TellsWhen,
        };
        var held = await Set(
            viewer,
            writes,
            clock,
            s => Versions.Held("setting", ifMatch, Firm(PeopleStore.Load(s))),
            "set the firm",
            SettingWords.Changes(
                isNew: false,
                ("numbers of", before.Country, country),
                ("router trusted from", $"{before.RouterThreshold:P0}", $"{given.RouterThreshold:P0}"),
                ("stand-ins", before.StandIns ? "on" : "off", standIns ? "on" : "off"),
                ("name", before.Name, name),
                ("address", before.Address, address),
                ("time zone", before.Calendar.Zone.Id, zone),
                ("usual hours", before.CalendarName, hours),
                ("dates", before.DayFirst ? "day first" : "month first", after.DayFirst ? "day first" : "month first"),
                ("signature", before.Signature, signature),
                ("links work for days", $"{before.LinkDays}", $"{after.LinkDays}"),
                ("log kept for days", $"{before.LogDays}", $"{after.LogDays}"),
                ("customers see when", before.TellsWhen ? "on" : "off", after.TellsWhen ? "on" : "off")
            ),
            w => PeopleStore.SetFirm(w.Session, after, zone)
        );
        return Answer(held, viewer, database, who);
    }

    private static async Task<Results<Ok<SetUpView>, ProblemHttpResult>> PutQueue(
        Guid id,
        QueueSetting given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var roster = who.Current;
        if (!roster.Calendars.TryGetValue(given.Calendar, out var calendar))
            return Refusals.Invalid(
                "calendar",
                $"There are no hours named {given.Calendar}. Create them first, or choose others."
            );
        if (
            roster.Queues.Values.Any(q =>
                q.Id != id && q.Name.Equals(given.Name.Trim(), StringComparison.OrdinalIgnoreCase)
            )
        )
            return Refusals.Invalid("name", $"There is a queue named {given.Name} already. Choose another name.");
        if (given.Crew is { } c && !roster.Crews.ContainsKey(new CrewId(c)))
            return Refusals.Invalid("crew", "There is no such crew. Choose another.");
        var before = roster.Queues.GetValueOrDefault(id);
        var after = new Queue(
            id,
            given.Name.Trim(),
            given.Site.Trim(),
            given.Crew is { } crew ? new CrewId(crew) : null,
            calendar,
            new ResponseGoal(Duration.FromMinutes(given.FirstMinutes), Duration.FromMinutes(given.LaterMinutes)),
            StoredWords.Handovers.Parse(given.Handover)!.Value,
            before?.Unsorted ?? false,
            given.Calendar,
            given.LateTo is { } late ? new PersonId(late) : null,
            given.Retired,
            string.IsNullOrWhiteSpace(given.Address) ? null : given.Address.Trim()
        );
        if (after.Address is { } own && !StaffEndpoints.IsAddress(own))
            return Refusals.Invalid("address", $"“{own}” is not a mail address. Write it as name@place.");
        if (
            after.Address is { } at
            && roster.Queues.Values.FirstOrDefault(q =>
                q.Id != id && string.Equals(q.Address, at, StringComparison.OrdinalIgnoreCase)
            )
                is { } having
        )
            return Refusals.Invalid("address", $"{having.Name} has this address already. Choose another.");
        if (after is { Unsorted: true, Retired: true })
            return Refusals.Invalid(
                "retired",
                "What the router is not sure of waits here, so this queue is always needed."
            );
        if (after.LateTo is { } told && roster.Find(told) is not { IsStaff: true })
            return Refusals.Invalid("lateTo", "Only a colleague can be told about late replies. Choose another.");
        var held = await Set(
            viewer,
            writes,
            clock,
            s =>
                Versions.Held(
                    "queue",
                    ifMatch,
                    PeopleStore.Load(s).Queues.GetValueOrDefault(id) is { } q ? Setting(q) : null
                ),
            before is null ? "made a queue" : "set a queue",
            Difference(before, after, roster),
            w =>
            {
                if (before is null)
                    PeopleStore.AddQueue(
                        w.Session,
                        id,
                        after.Name,
                        after.Site,
                        after.Crew,
                        after.CalendarName,
                        after.Goal,
                        after.Handover,
                        false
                    );
                PeopleStore.SetQueue(w.Session, after);
            }
        );
        return Answer(held, viewer, database, who);
    }

    private static string Difference(Queue? before, Queue after, Roster roster)
    {
        (string, string?, string?) Part(string what, Func<Queue, string?> value) =>
            (what, before is null ? null : value(before), value(after));
        string? Name(PersonId? person) => person is { } p ? roster.NameOf(p) : null;
        return $"{after.Name}: "
            + SettingWords.Changes(
                before is null,
                Part("name", q => q.Name),
                Part("first reply", q => WorkingTimeWords.Of(q.Goal.FirstReply)),
                Part("later replies", q => WorkingTimeWords.Of(q.Goal.LaterReply)),
                Part("hours", q => q.CalendarName),
                Part("on duty", q => q.Crew is { } crew ? roster.Crews[crew].Name : null),
                Part("reassigned by", q => StoredWords.Handovers.Of(q.Handover)),
                Part("told when late", q => Name(q.LateTo)),
                Part("site", q => q.Site),
                Part("address", q => q.Address),
                Part("retired", q => q.Retired ? "yes" : "no")
            );
    }

    private static async Task<Results<Ok<SetUpView>, ProblemHttpResult>> PutCalendar(
        CalendarSetting given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (week, wrong) = AccountEndpoints.ReadHours(given.Hours);
        if (week is null)
            return Refusals.Invalid("hours", wrong!);
        var name = given.Name.Trim();
        var before = Calendar(who.Current, name);
        static string Hours(IEnumerable<DayHours>? hours) =>
            string.Join(", ", (hours ?? []).Select(h => $"{(IsoDayOfWeek)h.Weekday} {h.Start}-{h.End}"));
        var held = await Set(
            viewer,
            writes,
            clock,
            s => Versions.Held("working time", ifMatch, Calendar(PeopleStore.Load(s), name)),
            "set working hours",
            $"{name}: {SettingWords.Changes(before is null, ("hours", Hours(before?.Hours), Hours(given.Hours)))}",
            w => PeopleStore.SetCalendar(w.Session, name, week)
        );
        return Answer(held, viewer, database, who);
    }

    private static async Task<Results<Ok<SetUpView>, ProblemHttpResult>> PutHolidays(
        IReadOnlyList<NewHoliday> given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var dates = new Dictionary<LocalDate, string>();
        foreach (var holiday in given)
        {
            if (
                LocalDatePattern.Iso.Parse(holiday.Date) is not { Success: true } date
                || date.Value.Year is < RequestBounds.FirstYear or > RequestBounds.LastYear
            )
                return Refusals.Invalid("holidays", $"“{holiday.Date}” is not a date. Write it as 2026-05-01.");
            dates[date.Value] = holiday.Name.Trim();
        }

        var before = database.Read(PeopleStore.Holidays).ToDictionary(h => h.Date, h => h.Name);
        var words = dates
            .Where(d => before.GetValueOrDefault(d.Key) != d.Value)
            .Select(d => $"{LocalDatePattern.Iso.Format(d.Key)} {d.Value} added")
            .Concat(before.Keys.Except(dates.Keys).Select(d => $"{LocalDatePattern.Iso.Format(d)} removed"));
        var held = await Set(
            viewer,
            writes,
            clock,
            s => Versions.Held("list of holidays", ifMatch, Holidays(s)),
            "set holidays",
            string.Join(", ", words.DefaultIfEmpty("nothing changed")),
            w =>
            {
                foreach (var gone in before.Where(b => dates.GetValueOrDefault(b.Key) != b.Value))
                    PeopleStore.RemoveHoliday(w.Session, gone.Key);
                foreach (var (date, name) in dates)
                    PeopleStore.AddHoliday(w.Session, date, name);
            }
        );
        return Answer(held, viewer, database, who);
    }

    /// <summary>All that is set, as it is now; or why it was not set.</summary>
    internal static Results<Ok<SetUpView>, ProblemHttpResult> Answer(
        ProblemHttpResult? held,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) => held is null ? TypedResults.Ok(View(viewer.Person, database, who.Refresh())) : held;

    /// <summary>Writes a setting, says it in the log, and tells every page.</summary>
    /// <param name="held">Why it may not be written, read inside the write; null when it may.</param>
    /// <returns>Why it was not written; null when it was.</returns>
    internal static Task<ProblemHttpResult?> Set(
        Viewer viewer,
        WriteQueue writes,
        FirmClock clock,
        Func<SqlSession, ProblemHttpResult?> held,
        string what,
        string about,
        Action<Writing> write
    ) =>
        writes.Run<ProblemHttpResult?>(w =>
        {
            if (held(w.Session) is { } why)
                return why;
            write(w);
            LogStore.Add(w.Session, clock.Now, viewer.Person.Id, LogKind.Settings, what, about);
            w.Log(
                new Change(
                    ChangeKinds.QueuesChanged,
                    viewer.Person.Id.Value,
                    new Place.Firm(),
                    Thing.Working,
                    clock.Now,
                    viewer.Person.Id
                )
            );
            return null;
        });
}
