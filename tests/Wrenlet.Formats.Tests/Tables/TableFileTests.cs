using System.Text;
using Wrenlet.Formats.Tables;

namespace Wrenlet.Formats.Tests.Tables;

/// <summary>Tables are read from bytes, whatever wrote them.</summary>
public class TableFileTests
{
    private const string West = "Name;Ort\r\nJörg Müller;Köln\r\nÅsa Brännström;Malmö\r\nRenée Lefèvre;Besançon\r\n";

    private const string RussianHead = "Имя;Город\r\nАнна Иванова;Москва\r\n";

    private static readonly string Russian = string.Concat(
        Enumerable.Repeat(RussianHead + "Пётр Соколов;Казань\r\nОльга Смирнова;Тверь\r\n", 3)
    );

    private const string GreekHead = "Όνομα;Πόλη\r\nΜαρία Παπαδοπούλου;Αθήνα\r\n";

    private static readonly string Greek = string.Concat(
        Enumerable.Repeat(GreekHead + "Γιώργος Νικολάου;Θεσσαλονίκη\r\n", 3)
    );

    private static byte[] In(string encoding, string text, bool mark = false)
    {
        var to = Encoding.GetEncoding(encoding);
        return [.. mark ? to.GetPreamble() : [], .. to.GetBytes(text)];
    }

    [Theory]
    [InlineData("utf-8", false)]
    [InlineData("utf-8", true)]
    [InlineData("utf-16", true)]
    [InlineData("utf-16", false)]
    [InlineData("utf-16BE", true)]
    [InlineData("utf-16BE", false)]
    [InlineData("utf-32", true)]
    [InlineData("windows-1252", false)]
    [InlineData("iso-8859-1", false)]
    public void Western_text_is_read_from_whatever_its_bytes_are(string encoding, bool mark)
    {
        var table = TableFile.Read(In(encoding, West, mark));
        table.Headings.ShouldBe(["Name", "Ort"]);
        table.Rows.Select(r => r.Cells[0]).ShouldBe(["Jörg Müller", "Åsa Brännström", "Renée Lefèvre"]);
        table.Separator.ShouldBe(';');
    }

    [Fact]
    public void Other_alphabets_are_known_by_their_bytes()
    {
        TableFile.Read(In("windows-1251", Russian)).Rows[0].Cells[0].ShouldBe("Анна Иванова");
        TableFile.Read(In("koi8-r", Russian)).Rows[0].Cells[0].ShouldBe("Анна Иванова");
        TableFile.Read(In("windows-1253", Greek)).Rows[0].Cells[0].ShouldBe("Μαρία Παπαδοπούλου");
        TableFile.Read(In("windows-1251", Russian)).Encoding.ShouldBe("windows-1251");
    }

    [Theory]
    [InlineData("a,b\n1,2\n", ',')]
    [InlineData("a;b\n1;2\n", ';')]
    [InlineData("a\tb\n1\t2\n", '\t')]
    public void What_stands_between_values_is_found(string text, char separator)
    {
        var table = TableFile.Read(Encoding.UTF8.GetBytes(text));
        table.Separator.ShouldBe(separator);
        table.Rows[0].Cells.ShouldBe(["1", "2"]);
    }

    [Fact]
    public void Rows_have_their_lines_gaps_are_filled_and_empty_rows_left_out()
    {
        var table = TableFile.Read(
            Encoding.UTF8.GetBytes("name,notes\r\nAnn,\"two\r\nlines, and a comma\"\r\n,\r\n\r\nCy\r\n'=1+1,x\r\n")
        );
        table.Rows.Select(r => r.Line).ShouldBe([2, 6, 7]);
        table.Rows[0].Cells[1].ShouldBe("two\r\nlines, and a comma");
        table.Rows[1].Cells.ShouldBe(["Cy", ""]);
        table.Rows[2].Cells[0].ShouldBe("=1+1");
    }

    [Theory]
    [InlineData("", "no headings")]
    [InlineData("name\r\n", "no row below")]
    [InlineData("PK\0\0\0\0zip", "not a table of text")]
    public void What_is_no_table_says_what_to_do(string text, string words) =>
        Should.Throw<FormatException>(() => TableFile.Read(Encoding.UTF8.GetBytes(text))).Message.ShouldContain(words);

    [Fact]
    public void Random_bytes_are_a_table_or_say_why_not()
    {
        var random = new Random(3);
        for (var i = 0; i < 300; i++)
        {
            var bytes = new byte[random.Next(0, 400)];
            random.NextBytes(bytes);
            try
            {
                TableFile.Read(bytes).Rows.ShouldNotBeEmpty();
            }
            catch (FormatException wrong)
            {
                wrong.Message.Length.ShouldBeGreaterThan(20);
            }
        }
    }
}
