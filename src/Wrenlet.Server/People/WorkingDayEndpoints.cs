using System.ComponentModel.DataAnnotations;
using NodaTime;
using Wrenlet.Server.Accounts;

namespace Wrenlet.Server.People;

/// <summary>A day of the firm's calendar.</summary>
/// <param name="Working">Whether there is work on it.</param>
/// <param name="Begins">When work begins on it; on a day off, when it would.</param>
/// <param name="Ends">When work ends on it; on a day off, when it would.</param>
public sealed record WorkingDayView(DateOnly Date, bool Working, DateTimeOffset Begins, DateTimeOffset Ends);

internal static class WorkingDayEndpoints
{
    public static void MapWorkingDays(this IEndpointRouteBuilder api) =>
        api.MapGet("/working-days", GetDays).For(Access.Staff);

    private static IReadOnlyList<WorkingDayView> GetDays(DateOnly from, [Range(1, 400)] int days, WhoIsWho who)
    {
        var calendar = who.Current.Firm!.Calendar;
        return
        [
            .. Enumerable
                .Range(0, days)
                .Select(n => LocalDate.FromDateOnly(from).PlusDays(n))
                .Select(d => new WorkingDayView(
                    d.ToDateOnly(),
                    calendar.IsWorkingDay(d),
                    calendar.OpeningOf(d).ToDateTimeOffset(),
                    calendar.ClosingOf(d).ToDateTimeOffset()
                )),
        ];
    }
}
