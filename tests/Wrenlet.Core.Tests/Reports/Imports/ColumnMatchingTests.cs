using Wrenlet.Core.Reports.Imports;

namespace Wrenlet.Core.Tests.Reports.Imports;

/// <summary>Columns of files find what they fill.</summary>
public class ColumnMatchingTests
{
    private static readonly ImportField[] Fields =
    [
        new("name", "Name", ["full name", "contact name", "contact"], Needed: true),
        new("firm", "Company", ["organisation", "firm", "customer"]),
        new("mail", "Mail address", ["email", "e-mail address"], Looks.Mail),
        new("phone", "Telephone number", ["phone", "tel", "mobile"], Looks.Phone),
        new("opened", "Opened", ["date", "created on"], Looks.Day),
        new("stage", "Stage", ["status"], Looks.Choice, Choices: ["Enquiry", "Quote", "Work"]),
    ];

    private static List<string?> Match(string[] headings, params string[][] columns) =>
        [
            .. ColumnMatching
                .Match(headings, i => i < columns.Length ? columns[i] : [], Fields)
                .OrderBy(m => m.Column)
                .Select(m => m.Field),
        ];

    [Theory]
    [InlineData("Name", "name")]
    [InlineData("contact_name", "name")]
    [InlineData("ContactName", "name")]
    [InlineData("NAME:", "name")]
    [InlineData("Organisaton", "firm")]
    [InlineData("E-Mail", "mail")]
    [InlineData("Email address", "mail")]
    [InlineData("Tel.", "phone")]
    [InlineData("Created On", "opened")]
    [InlineData("Shoe size", null)]
    [InlineData("", null)]
    public void A_heading_is_known_by_its_words(string heading, string? field) => Match([heading]).ShouldBe([field]);

    [Fact]
    public void A_column_without_a_telling_heading_is_known_by_what_is_in_it()
    {
        string[][] columns =
        [
            ["Ann Bell", "Cy Dee"],
            ["ann@firm.example", "cy@firm.example"],
            ["020 7946 0018", "+351910000133"],
            ["quote", "Work", "Enquiry"],
        ];
        Match(["Who", "Reach 1", "Reach 2", "Where it stands"], columns).ShouldBe([null, "mail", "phone", "stage"]);
    }

    [Fact]
    public void Of_two_columns_the_better_one_fills_a_field_and_the_other_is_left()
    {
        Match(["Status", "Stage"], ["a", "b"], ["Work", "Quote"]).ShouldBe([null, "stage"]);
        Match(["Email", "Email 2"], ["a@b.example"], ["c@d.example"]).ShouldBe(["mail", null]);
    }

    [Fact]
    public void What_was_found_is_said_with_its_reason_and_how_sure_it_is()
    {
        var matched = ColumnMatching.Match(["Phone", "Nothing"], i => i == 0 ? ["none", "n/a"] : [], Fields);
        matched[0].Reason.ShouldContain("not all in it are telephone numbers");
        matched[0].Certainty.ShouldBeLessThan(0.7);
        matched[1].Reason.ShouldBe("nothing stands in it");
    }

    [Fact]
    public void Whatever_the_columns_no_field_is_filled_twice()
    {
        var random = new Random(7);
        string[] words = ["name", "mail", "email", "phone", "contact", "tel", "date", "status", "firm", "x"];
        for (var round = 0; round < 500; round++)
        {
            var headings = Enumerable
                .Range(0, random.Next(0, 12))
                .Select(_ =>
                    $"{words[random.Next(words.Length)]} {(random.Next(3) == 0 ? words[random.Next(words.Length)] : "")}"
                )
                .ToArray();
            var filled = Match(headings).OfType<string>().ToList();
            filled.Distinct().Count().ShouldBe(filled.Count);
        }
    }
}
