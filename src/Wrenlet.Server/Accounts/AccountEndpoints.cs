using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>What the first page needs to know before anyone is signed in.</summary>
/// <param name="Firm">The firm's name; null until it has been set up.</param>
/// <param name="People">In the demo, whom one can be; empty otherwise.</param>
public sealed record Welcome(string? Firm, IReadOnlyList<DemoPerson> People);

/// <summary>Someone to be in the demo.</summary>
public sealed record DemoPerson(PersonView Person, string Purpose, string? Address);

public sealed record SignIn(
    [property: Required, StringLength(254)] string Address,
    [property: Required, StringLength(256)] string Password
);

public sealed record DemoSignIn(Guid Person);

public sealed record LinkSignIn([property: Required, StringLength(128)] string Token);

/// <summary>Working hours of one weekday, Monday is 1; times as 08:00.</summary>
public sealed record DayHours(
    [property: Range(1, 7)] int Weekday,
    [property: Required] string Start,
    [property: Required] string End
);

public sealed record NewHoliday([property: Required] string Date, [property: StringLength(80)] string Name);

/// <summary>The firm and its first administrator.</summary>
/// <param name="Code">The code that the start printed.</param>
/// <param name="Set">The starting set; null for usual kinds and no more.</param>
/// <param name="Country">Two letters (ISO 3166) by which numbers without a prefix are read; null for none.</param>
/// <param name="DayFirst">Whether 12/5 is 12 May.</param>
public sealed record NewFirm(
    [property: Required, StringLength(80, MinimumLength = 1)] string Name,
    [property: Required, StringLength(64)] string Zone,
    [property: Required, StringLength(254), EmailAddress] string Address,
    [property: Required, MinLength(1)] IReadOnlyList<DayHours> Hours,
    IReadOnlyList<NewHoliday> Holidays,
    [property: Required, StringLength(80, MinimumLength = 1)] string AdministratorName,
    [property: Required, StringLength(254), EmailAddress] string AdministratorAddress,
    [property: Required, StringLength(256, MinimumLength = 10)] string Password,
    [property: Required, StringLength(20)] string Code,
    [property: StringLength(20)] string? Set = null,
    [property: StringLength(2)] string? Country = null,
    bool DayFirst = true
);

internal static class AccountEndpoints
{
    private static readonly LocalTimePattern Clock = LocalTimePattern.CreateWithInvariantCulture("HH:mm");

    /// <summary>Under what wrong codes are counted.</summary>
    private const string CodeOfSetUp = "the code for setting up";

    public static void MapAccounts(this IEndpointRouteBuilder api)
    {
        api.MapGet("/welcome", GetWelcome).For(Access.Everyone);
        api.MapPost("/firm", SetUp).For(Access.Everyone);
        api.MapPost("/session", SignInWithPassword).For(Access.Everyone);
        api.MapPost("/session/demo", SignInToDemo).For(Access.Everyone);
        api.MapPost("/session/link", SignInByLink).For(Access.Everyone);
        api.MapDelete("/session", SignOut).For(Access.SignedIn);
        api.MapDelete("/sessions", SignOutEverywhere).For(Access.SignedIn);
    }

    /// <summary>Hours as typed; or what is wrong with them.</summary>
    public static (WorkWeek? Week, string? Wrong) ReadHours(IEnumerable<DayHours> hours)
    {
        var shifts = new List<KeyValuePair<IsoDayOfWeek, Shift>>();
        foreach (var day in hours)
        {
            var (start, end) = (Clock.Parse(day.Start), Clock.Parse(day.End == "24:00" ? "00:00" : day.End));
            if (!start.Success || !end.Success)
                return (null, $"“{day.Start} to {day.End}” is not a time range. Write times like 08:00.");
            shifts.Add(KeyValuePair.Create((IsoDayOfWeek)day.Weekday, new Shift(start.Value, end.Value)));
        }

        try
        {
            var week = new WorkWeek(shifts);
            return week.HasWork ? (week, null) : (null, "There are no hours in it. Give at least one day hours.");
        }
        catch (ArgumentException wrong)
        {
            return (null, wrong.Message.Split(" (Parameter", 2)[0]);
        }
    }

    private static Welcome GetWelcome(WhoIsWho who)
    {
        var roster = who.Current;
        return new(
            roster.Firm?.Name,
            roster.Firm is { Demo: true }
                ?
                [
                    .. roster
                        .Staff.OrderBy(p =>
                            p.May(Right.SetUp) ? 3
                            : p.May(Right.ReadAcross) ? 1
                            : p.May(Right.Reassign) ? 0
                            : 2
                        )
                        .Select(p => new DemoPerson(
                            PersonView.Of(p),
                            roster.Profiles[p.Id].Purpose,
                            roster.Profiles[p.Id].Address
                        )),
                ]
                : []
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SetUp(
        NewFirm firm,
        HttpContext context,
        WhoIsWho who,
        WriteQueue writes,
        Dispatcher happenings,
        Sessions sessions,
        SetUpCode code,
        SignInThrottle throttle,
        FirmClock clock
    )
    {
        if (who.Current.Firm is not null)
            return Refusals.Refused("The firm has been set up already. Sign in instead.");
        if (throttle.Wait(CodeOfSetUp) is { Ticks: > 0 } wait)
            return Refusals.Wait(wait);
        if (!code.Is(firm.Code))
        {
            throttle.Failed(CodeOfSetUp);
            return Refusals.Invalid(
                "code",
                "This is not the code. The server printed it when it started, where it was started from."
            );
        }

        throttle.Succeeded(CodeOfSetUp);
        var set = StartingData.Sets.FirstOrDefault(s => s.Key == firm.Set);
        if (firm.Set is not null && set is null)
            return Refusals.Invalid("set", $"There is no starting set {firm.Set}. Choose one of those offered.");
        if (DateTimeZoneProviders.Tzdb.GetZoneOrNull(firm.Zone) is null)
            return Refusals.Invalid("zone", $"“{firm.Zone}” is not a time zone. Write one like Europe/Lisbon.");
        var (week, wrongHours) = ReadHours(firm.Hours);
        if (week is null)
            return Refusals.Invalid("hours", wrongHours!);

        var holidays = new List<(LocalDate, string)>();
        foreach (var holiday in firm.Holidays)
        {
            if (
                LocalDatePattern.Iso.Parse(holiday.Date) is not { Success: true } date
                || date.Value.Year is < RequestBounds.FirstYear or > RequestBounds.LastYear
            )
                return Refusals.Invalid("holidays", $"“{holiday.Date}” is not a date. Write it as 2026-05-01.");
            holidays.Add((date.Value, holiday.Name));
        }

        var administrator = new Person(
            new PersonId(Guid.CreateVersion7()),
            firm.AdministratorName.Trim(),
            Role.Administrator,
            null,
            []
        );
        await writes.Run(w =>
        {
            if (w.Session.Number("SELECT 1 FROM firm") is not null)
                return;
            PeopleStore.AddCalendar(w.Session, "Working hours", week);
            foreach (var (date, name) in holidays)
                PeopleStore.AddHoliday(w.Session, date, name);
            PeopleStore.AddFirm(
                w.Session,
                firm.Name.Trim(),
                firm.Zone,
                firm.Address,
                firm.DayFirst,
                "Working hours",
                demo: false,
                TimeSpan.Zero
            );
            PeopleStore.AddPerson(
                w.Session,
                administrator,
                firm.AdministratorAddress,
                "Sets Wrenlet up",
                Passwords.Hash(firm.Password)
            );
            PeopleStore.AddQueue(
                w.Session,
                Guid.CreateVersion7(),
                "Unsorted",
                "",
                null,
                "Working hours",
                new ResponseGoal(Duration.FromHours(4), Duration.FromHours(4)),
                HandoverRule.Anyone,
                unsorted: true
            );
            foreach (var queue in set?.Queues ?? [])
                PeopleStore.AddQueue(
                    w.Session,
                    Guid.CreateVersion7(),
                    queue.Name,
                    "",
                    null,
                    "Working hours",
                    new ResponseGoal(Duration.FromMinutes(queue.First), Duration.FromMinutes(queue.Later)),
                    HandoverRule.Anyone,
                    unsorted: false
                );
            PeopleStore.SetFirm(
                w.Session,
                PeopleStore.Load(w.Session).Firm! with
                {
                    Country = firm.Country?.ToUpperInvariant() ?? "",
                },
                firm.Zone
            );
            happenings.Say(w, new FirmBegun(administrator, clock.Now, set));
        });
        if (who.Refresh().Find(administrator.Id) is null)
            return Refusals.Refused("Someone else has just set the firm up. Sign in instead.");
        await sessions.Start(context, administrator.Id, "set up the firm");
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SignInWithPassword(
        SignIn given,
        HttpContext context,
        Passwords passwords,
        Sessions sessions,
        SignInThrottle throttle,
        WhoIsWho who,
        LogBook book
    )
    {
        // What was typed may be a password in the wrong field: only addresses that are known here are named.
        var whose = who.Current.Profiles.Values.FirstOrDefault(p =>
            string.Equals(p.Address, given.Address.Trim(), StringComparison.OrdinalIgnoreCase)
        )
            is { } known
            ? known.Person.Name
            : "an address that is not known";
        if (throttle.Wait(given.Address) is { Ticks: > 0 } wait)
        {
            book.OnceAnswered(context.Response, LogKind.SigningIn, "was held back from trying passwords", whose);
            return Refusals.Wait(wait);
        }

        var check = await passwords.Check(given.Address, given.Password, context.RequestAborted);
        if (check.Busy)
            return Refusals.Wait(TimeSpan.FromSeconds(2));
        if (check.Person is not { } person)
        {
            throttle.Failed(given.Address);
            book.OnceAnswered(context.Response, LogKind.SigningIn, "tried to sign in in vain", whose);
            return Refusals.Invalid("password", "Email address or password is wrong. Check both and try again.");
        }

        throttle.Succeeded(given.Address);
        await sessions.Start(context, person, "with a password");
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SignInToDemo(
        DemoSignIn given,
        HttpContext context,
        WhoIsWho who,
        Sessions sessions
    )
    {
        var roster = who.Current;
        if (
            roster.Firm is not { Demo: true }
            || roster.Find(new PersonId(given.Person)) is not { IsStaff: true } person
        )
            return Refusals.NotFound("person");
        await sessions.Start(context, person.Id, "in the demo");
        return TypedResults.NoContent();
    }

    /// <summary>
    /// A link's token has 256 random bits: guessing is hopeless, so it is not throttled beyond the common limits.
    /// </summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> SignInByLink(
        LinkSignIn given,
        HttpContext context,
        Database database,
        WhoIsWho who,
        Sessions sessions,
        FirmClock clock
    )
    {
        var hash = Sessions.Hash(given.Token);
        var link = database.Read(s => LinkStore.ByToken(s, hash));
        if (PartyLink.Refuses(link, who.Current.Find(link?.Contact), clock.Now) is { } refusal)
            return Refusals.Refused(refusal);
        await sessions.Start(context, link!.Contact, "by a link", link.Id);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignOut(Viewer viewer, HttpContext context, Sessions sessions, LogBook book)
    {
        await sessions.End(viewer);
        await book.Add(viewer.Person.Id, LogKind.SigningIn, ("signed out", ""));
        Sessions.Forget(context);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignOutEverywhere(Viewer viewer, HttpContext context, Sessions sessions)
    {
        await sessions.EndAll(viewer.Person.Id, "signed out everywhere");
        Sessions.Forget(context);
        return TypedResults.NoContent();
    }
}
