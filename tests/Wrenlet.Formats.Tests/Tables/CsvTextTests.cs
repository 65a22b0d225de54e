using CsCheck;
using Wrenlet.Formats.Sheets;
using Wrenlet.Formats.Tables;

namespace Wrenlet.Formats.Tests.Tables;

public class CsvTextTests
{
    private static string Row(params object?[] values) => CsvText.Safe(["a"], [values]).Split("\r\n", 2)[1].TrimEnd();

    [Fact]
    public void A_table_has_its_heading_and_ends_each_line_as_the_standard_has_it() =>
        CsvText
            .Safe(
                ["name", "minutes"],
                [
                    ["Ines", 12],
                    ["Kit", null],
                ]
            )
            .ShouldBe("name,minutes\r\nInes,12\r\nKit,\r\n");

    [Theory]
    [InlineData("plain", "plain")]
    [InlineData("a, b", "\"a, b\"")]
    [InlineData("she said \"no\"", "\"she said \"\"no\"\"\"")]
    [InlineData("two\nlines", "\"two\nlines\"")]
    [InlineData("", "")]
    public void A_value_has_quotes_where_it_needs_them(string value, string expected) =>
        Row(value, "z").ShouldBe(expected + ",z");

    [Theory]
    [InlineData("=1+1", "'=1+1")]
    [InlineData("+SUM(A1)", "'+SUM(A1)")]
    [InlineData("@here", "'@here")]
    [InlineData("-x", "'-x")]
    [InlineData("-12.5", "-12.5")]
    [InlineData("+44", "+44")]
    [InlineData("a=b", "a=b")]
    public void Nothing_runs_in_a_spreadsheet_and_numbers_stay_numbers(string value, string expected) =>
        Row(value).ShouldBe(expected);

    [Fact]
    public void A_value_that_would_run_and_has_a_comma_is_harmless_and_quoted() =>
        Row("=HYPERLINK(1,2)").ShouldBe("\"'=HYPERLINK(1,2)\"");

    [Fact]
    public void Numbers_have_a_point_whatever_the_machine_is_set_to()
    {
        Row(0.5, 1234.5678, 2.0, 3L, (double?)null).ShouldBe("0.5,1234.568,2,3,");
    }

    [Fact]
    public void Exact_rows_stand_as_they_are() =>
        CsvText
            .Exact([
                ["=1", "-x"],
                ["a,b", ""],
            ])
            .ShouldBe("=1,-x\r\n\"a,b\",\r\n");

    [Fact]
    public void What_is_written_exactly_is_read_back_the_same() =>
        Gen.String[Gen.Char["ab,;\"\r\n =+-@'\tä…"], 0, 12]
            .Array[3]
            .Array[1, 6]
            .Sample(rows =>
            {
                string[][] table =
                [
                    ["one", "two", "three"],
                    .. rows.Select(r => r.Select(Tidy).ToArray()),
                ];
                var (read, problem) = SheetTable.Read(CsvText.Exact(table), written: true);
                problem.ShouldBeNull();
                var expected = table.Where(r => r.Any(v => v.Length > 0)).ToList();
                var got = read.Where(r => r.Any(v => v.Length > 0)).ToList();
                got.Select(r => string.Join('|', r)).ShouldBe(expected.Select(r => string.Join('|', r)));
            });

    // Ends of lines are one kind within a value, and blanks about it are nobody's.
    private static string Tidy(string value) => value.ReplaceLineEndings("\n").Trim();
}
