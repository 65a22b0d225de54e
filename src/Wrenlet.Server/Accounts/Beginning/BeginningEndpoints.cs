using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.People;
using Wrenlet.Formats.People;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Accounts;

/// <summary>A country's holidays, and which countries' are known.</summary>
public sealed record CountryHolidays(IReadOnlyList<string> Countries, IReadOnlyList<NewHoliday> Days);

/// <summary>Text in which people stand: one a line, a table, or vCards.</summary>
public sealed record PastedPeople([property: Required(AllowEmptyStrings = true), StringLength(200_000)] string Text);

/// <summary>Somebody who was found in pasted text.</summary>
/// <param name="Problem">Why they cannot be added as they stand; null when they can.</param>
public sealed record ReadPerson(string Name, string Address, string? Problem);

/// <summary>What a firm can begin with.</summary>
internal static class BeginningEndpoints
{
    /// <summary>How many people are read at once.</summary>
    private const int MostPeople = 200;

    public static void MapBeginning(this IEndpointRouteBuilder api)
    {
        api.MapGet("/starting-sets", () => StartingData.Sets).For(Access.Everyone);
        api.MapPost("/set-up/people-list", ReadPeople).For(Right.TakeOn);
        api.MapGet("/country-holidays", GetHolidays).For(Access.Everyone);
    }

    /// <summary>Reads colleagues from what was pasted, and says what stands in the way of each; adds nobody.</summary>
    private static Results<Ok<IReadOnlyList<ReadPerson>>, ProblemHttpResult> ReadPeople(
        PastedPeople given,
        WhoIsWho who
    )
    {
        try
        {
            return TypedResults.Ok<IReadOnlyList<ReadPerson>>([
                .. PeopleList
                    .Read(given.Text)
                    .Take(MostPeople)
                    .Select(p => new ReadPerson(
                        p.Name.Length > 80 ? p.Name[..80] : p.Name,
                        p.Address ?? "",
                        p.Address is null ? "No mail address. Add one."
                            : !StaffEndpoints.IsAddress(p.Address) ? $"“{p.Address}” is not a mail address."
                            : StaffEndpoints.Uses(who.Current, p.Address, default)
                    )),
            ]);
        }
        catch (FormatException wrong)
        {
            return Refusals.Invalid("text", wrong.Message);
        }
    }

    /// <summary>The holidays of this year that are still to come, and those of the next two.</summary>
    private static CountryHolidays GetHolidays(WhoIsWho who, FirmClock clock, string country = "")
    {
        var zone = who.Current.Firm?.Calendar.Zone ?? DateTimeZone.Utc;
        var today = clock.Now.InZone(zone).Date;
        return new(
            [.. StartingData.Countries],
            [
                .. StartingData
                    .Holidays(country, [today.Year, today.Year + 1, today.Year + 2])
                    .Where(h => h.Date >= today)
                    .Select(h => new NewHoliday(LocalDatePattern.Iso.Format(h.Date), h.Name)),
            ]
        );
    }
}
