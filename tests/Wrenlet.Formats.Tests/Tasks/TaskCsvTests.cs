using Wrenlet.Formats.Tasks;

namespace Wrenlet.Formats.Tests.Tasks;

public class TaskCsvTests
{
    private static IReadOnlyList<TaskCsvRow> Rows(string text)
    {
        var (rows, problem) = TaskCsv.Read(text);
        problem.ShouldBeNull();
        return rows;
    }

    [Theory]
    [InlineData("title,due\nFit the pump,2026-04-20 16:00\n")]
    [InlineData("title;due\nFit the pump;2026-04-20 16:00\n")]
    [InlineData("title\tdue\nFit the pump\t2026-04-20 16:00\n")]
    [InlineData("\uFEFFTitle, Due \r\n Fit the pump , 2026-04-20 16:00 \r\n")]
    public void Commas_semicolons_and_tabs_part_columns_and_names_are_taken_in_any_case(string text)
    {
        var row = Rows(text).ShouldHaveSingleItem();
        row.Of("title").ShouldBe("Fit the pump");
        row.Of("due").ShouldBe("2026-04-20 16:00");
        row.Of("owners").ShouldBeNull();
    }

    [Fact]
    public void Each_row_knows_its_line_also_after_values_of_several_lines()
    {
        var rows = Rows("title,notes\nOne,\"first\nsecond\"\n,\nTwo,\n");
        rows.Select(r => r.Of("title")).ShouldBe(["One", "Two"]);
        rows[0].Of("notes").ShouldBe("first\nsecond");
        rows[1].Line.ShouldBeGreaterThan(rows[0].Line);
        rows[1].Of("notes").ShouldBeNull();
    }

    [Fact]
    public void What_was_made_harmless_for_spreadsheets_is_read_as_it_was()
    {
        var row = Rows("title,notes\n'=5 screws,'quoted\n").ShouldHaveSingleItem();
        row.Of("title").ShouldBe("=5 screws");
        row.Of("notes").ShouldBe("'quoted");
    }

    [Fact]
    public void Columns_of_no_name_and_rows_that_are_too_short_do_no_harm()
    {
        var row = Rows("title,,priority\nOnly this\n").ShouldHaveSingleItem();
        row.Of("title").ShouldBe("Only this");
        row.Of("priority").ShouldBeNull();
    }

    [Theory]
    [InlineData("", "nothing in the file")]
    [InlineData("name,due\nx,y\n", "no column “title”")]
    [InlineData("title,due,Due\nx,y,z\n", "The column “due” is there twice")]
    public void A_file_that_is_no_such_table_is_refused_with_what_to_do(string text, string part)
    {
        var (rows, problem) = TaskCsv.Read(text);
        rows.ShouldBeEmpty();
        problem.ShouldNotBeNull().ShouldContain(part);
    }

    [Fact]
    public void More_rows_than_are_taken_at_once_are_refused_as_a_whole()
    {
        var many = "title\n" + string.Concat(Enumerable.Range(0, TaskCsv.Most + 1).Select(n => $"Task {n}\n"));
        TaskCsv.Read(many).Problem.ShouldNotBeNull().ShouldContain("Split it");
    }
}
