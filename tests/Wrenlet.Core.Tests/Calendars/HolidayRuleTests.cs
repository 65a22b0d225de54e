using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tests.Calendars;

/// <summary>Holidays of countries, by rules that ship as data.</summary>
public class HolidayRuleTests
{
    private static string Days(int year, params string[] lines) =>
        string.Join(
            ", ",
            HolidayRule
                .Of([.. lines.Select(HolidayRule.Parse)], year)
                .Select(h => $"{h.Date.Month:00}-{h.Date.Day:00} {h.Name}")
        );

    /// <summary>Known dates of Easter Sunday.</summary>
    [Theory]
    [InlineData(1961, 4, 2)]
    [InlineData(2000, 4, 23)]
    [InlineData(2008, 3, 23)]
    [InlineData(2024, 3, 31)]
    [InlineData(2026, 4, 5)]
    [InlineData(2038, 4, 25)]
    public void Easter_is_where_the_church_says(int year, int month, int day) =>
        HolidayRule.Easter(year).ShouldBe(new LocalDate(year, month, day));

    [Fact]
    public void Easter_is_always_a_sunday_between_22_march_and_25_april()
    {
        for (var year = 1583; year < 2600; year++)
        {
            var easter = HolidayRule.Easter(year);
            easter.DayOfWeek.ShouldBe(IsoDayOfWeek.Sunday, $"{year}");
            (easter >= new LocalDate(year, 3, 22) && easter <= new LocalDate(year, 4, 25)).ShouldBeTrue($"{year}");
        }
    }

    [Theory]
    [InlineData("12-25 Day", "12-25 Day")]
    [InlineData("easter-2 Day", "04-03 Day")]
    [InlineData("easter Day", "04-05 Day")]
    [InlineData("easter+39 Day", "05-14 Day")]
    [InlineData("05-mon1 Day", "05-04 Day")]
    [InlineData("05-mon-1 Day", "05-25 Day")]
    [InlineData("11-thu4 Day", "11-26 Day")]
    [InlineData("mon<=05-24 Day", "05-18 Day")]
    [InlineData("sat>=06-20 Day", "06-20 Day")]
    [InlineData("sat>=10-31 Day", "10-31 Day")]
    public void Each_form_of_rule_finds_its_day_of_2026(string line, string day) => Days(2026, line).ShouldBe(day);

    [Fact]
    public void A_weekend_is_moved_to_the_next_day_that_is_free()
    {
        // In 2027 Christmas is a Saturday and the day after a Sunday: Monday and Tuesday are off.
        Days(2027, "12-25> Christmas Day", "12-26> Boxing Day").ShouldBe("12-27 Christmas Day, 12-28 Boxing Day");
        // In 2022 Christmas was a Sunday: the day after stays, and Tuesday stands in for Christmas.
        Days(2022, "12-25> Christmas Day", "12-26> Boxing Day").ShouldBe("12-26 Boxing Day, 12-27 Christmas Day");
        Days(2026, "07-04~ Independence Day").ShouldBe("07-03 Independence Day");
        Days(2027, "07-04~ Independence Day").ShouldBe("07-05 Independence Day");
    }

    [Theory]
    [InlineData("")]
    [InlineData("12-25")]
    [InlineData("13-01 No such month")]
    [InlineData("02-30 No such day")]
    [InlineData("05-mon6 No such week")]
    [InlineData("whenever Some day")]
    public void What_is_no_rule_is_said(string line) =>
        Should.Throw<FormatException>(() => HolidayRule.Parse(line)).Message.ShouldContain("is no holiday");
}
