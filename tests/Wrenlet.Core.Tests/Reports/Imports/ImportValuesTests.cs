using CsCheck;
using NodaTime;
using Wrenlet.Core.Reports.Imports;
using Wrenlet.Core.Sheets;

namespace Wrenlet.Core.Tests.Reports.Imports;

/// <summary>Values as other programs write them.</summary>
public class ImportValuesTests
{
    [Theory]
    [InlineData("2026-05-04")]
    [InlineData("2026-05-04T10:30:00Z")]
    [InlineData("2026/5/4")]
    [InlineData("4/5/2026")]
    [InlineData("04.05.26")]
    [InlineData("4 May 2026")]
    [InlineData("4-May-26")]
    [InlineData("Mon, 4 May 2026 10:30")]
    [InlineData("May 4, 2026")]
    [InlineData("Monday May 4th, 2026")]
    [InlineData("4/5/2026 10:30")]
    public void A_day_is_read_however_it_is_written(string text) =>
        ImportValues.ReadDay(text, new(true, false)).ShouldBe(new LocalDate(2026, 5, 4));

    [Theory]
    [InlineData("")]
    [InlineData("soon")]
    [InlineData("31/2/2026")]
    [InlineData("4711")]
    [InlineData("2026-13-01")]
    [InlineData("May")]
    [InlineData("12 Foo 2026")]
    public void What_is_no_day_is_none(string text) => ImportValues.ReadDay(text, new(true, false)).ShouldBeNull();

    [Fact]
    public void A_column_says_itself_whether_the_day_stands_first()
    {
        ImportValues.OrderOf(["1/2/2026", "25/12/2025"], dayFirst: false).ShouldBe(new DayOrder(true, true));
        ImportValues.OrderOf(["1/2/2026", "12/25/2025"], dayFirst: true).ShouldBe(new DayOrder(false, true));
        ImportValues.OrderOf(["1/2/2026", "2026-12-25"], dayFirst: false).ShouldBe(new DayOrder(false, false));
        ImportValues.ReadDay("1/2/2026", new(false, true)).ShouldBe(new LocalDate(2026, 1, 2));
    }

    [Fact]
    public void Any_day_is_read_back_from_each_way_of_writing_it() =>
        Gen.Select(Gen.Int[1950, 2060], Gen.Int[1, 12], Gen.Int[1, 28])
            .Sample(
                (y, m, d) =>
                {
                    var day = new LocalDate(y, m, d);
                    ImportValues.ReadDay($"{y}-{m:00}-{d:00}", new(true, false)).ShouldBe(day);
                    ImportValues.ReadDay($"{d}.{m}.{y}", new(true, false)).ShouldBe(day);
                    ImportValues.ReadDay($"{m}/{d}/{y}", new(false, false)).ShouldBe(day);
                }
            );

    [Theory]
    [InlineData("1234.5", '.', "1234.5")]
    [InlineData("1,234.50", ',', "1234.50")]
    [InlineData("1.234,50", '.', "1234.50")]
    [InlineData("1 234,5", ',', "1234.5")]
    [InlineData("€ 12.40", '.', "12.40")]
    [InlineData("EUR 12", '.', "12")]
    [InlineData("-3", '.', "-3")]
    [InlineData("1'250", '.', "1250")]
    [InlineData("1.234", '.', "1.234")]
    [InlineData("1.234", ',', "1234")]
    [InlineData("1,234", '.', "1234")]
    public void A_number_is_read_by_the_marks_of_its_column(string text, char mark, string number) =>
        Figures.Read(text, mark).ShouldBe(decimal.Parse(number, System.Globalization.CultureInfo.InvariantCulture));

    [Fact]
    public void A_column_says_itself_what_stands_before_a_fraction()
    {
        Figures.MarkOf(["1,234", "12,5"]).ShouldBe(',');
        Figures.MarkOf(["1.234.567", "1.234"]).ShouldBe(',');
        Figures.MarkOf(["1,234", "1,234.5"]).ShouldBe('.');
        Figures.MarkOf(["1,234", "7"]).ShouldBe('.');
        Figures.MarkOf(["0,125"]).ShouldBe(',');
        Figures.Read("about 3", '.').ShouldBeNull();
    }

    [Fact]
    public void Addresses_and_numbers_are_known_from_other_words()
    {
        ImportValues.IsMail("ann@firm.example").ShouldBeTrue();
        ImportValues.IsMail("ann at firm").ShouldBeFalse();
        ImportValues.IsPhone("+351 (91) 000-0133").ShouldBeTrue();
        ImportValues.IsPhone("Tel. 020 7946 0018").ShouldBeTrue();
        ImportValues.IsPhone("2026-05-04").ShouldBeFalse();
        ImportValues.IsPhone("12").ShouldBeFalse();
        ImportValues.ReadYesNo(" YES ").ShouldBe(true);
        ImportValues.ReadYesNo("nein").ShouldBe(false);
        ImportValues.ReadYesNo("perhaps").ShouldBeNull();
    }
}
