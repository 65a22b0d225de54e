using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Finding;

namespace Wrenlet.Core.Tests.Finding;

public class FindingTests
{
    /// <summary>A Tuesday.</summary>
    private static readonly LocalDate Today = new(2026, 4, 14);

    private static Query Read(string typed) => Query.Read(typed, Today, Yard.Staff);

    [Fact]
    public void Words_stay_words_and_what_begins_with_a_slash_narrows()
    {
        var query = Read("keel /by ines bolts /in j-1042 /files /inside /open");
        query.Words.ShouldBe("keel bolts");
        query.By.ShouldBe(Yard.Named("Ines").Id);
        query.Docket.ShouldBe(new DocketRef("J", 1042));
        query.Files.ShouldBeTrue();
        query.Audience.ShouldBe(Audience.Inside);
        query.Open.ShouldBe(true);
        query
            .Narrowings.Select(n => n.Means)
            .ShouldBe([$"said by {Yard.Named("Ines").Name}", "in J-1042", "with files", "internal", "open"]);
        query.Narrowings.ShouldAllBe(n => n.Understood);
    }

    [Theory]
    [InlineData("/since today", "2026-04-14")]
    [InlineData("/since yesterday", "2026-04-13")]
    [InlineData("/since tue", "2026-04-14")]
    [InlineData("/since monday", "2026-04-13")]
    [InlineData("/since wed", "2026-04-08")]
    [InlineData("/since 6 apr", "2026-04-06")]
    [InlineData("/since 20 april", "2025-04-20")]
    [InlineData("/since 2026-01-31", "2026-01-31")]
    public void Days_lie_in_the_past(string typed, string day) =>
        Read(typed).Since.ShouldBe(NodaTime.Text.LocalDatePattern.Iso.Parse(day).Value);

    [Theory]
    [InlineData("/by", "name who said it")]
    [InlineData("/by nobodyatall", "nobody is called")]
    [InlineData("/in somewhere", "is not a docket")]
    [InlineData("/since /open", "name a day")]
    [InlineData("/until 31 feb", "is not a day")]
    [InlineData("/sideways", "is not a filter")]
    public void What_is_not_understood_says_what_to_write(string typed, string means)
    {
        var narrowing = Read(typed).Narrowings[0];
        narrowing.Understood.ShouldBeFalse();
        narrowing.Means.ShouldContain(means);
    }

    [Fact]
    public void Nearer_newer_and_better_fitting_stand_higher()
    {
        var day = Duration.FromDays(1);
        Ranking.Score(2, day, Closeness.Own).ShouldBeGreaterThan(Ranking.Score(2, day, Closeness.ReadThere));
        Ranking.Score(2, day, Closeness.ReadThere).ShouldBeGreaterThan(Ranking.Score(2, day, Closeness.Seen));
        Ranking.Score(2, day, Closeness.Seen).ShouldBeGreaterThan(Ranking.Score(2, 30 * day, Closeness.Seen));
        Ranking
            .Fit("The halyard, and a spare halyard", "halyard")
            .ShouldBeGreaterThan(Ranking.Fit("The halyard, and a spare sheet", "halyard"));
        Ranking
            .Fit("A halyard", "halyard")
            .ShouldBeGreaterThan(
                Ranking.Fit("A halyard" + string.Concat(Enumerable.Repeat(" and rope", 60)), "halyard")
            );
        Ranking
            .Fit("Re-bed it, then re-bed the other", "re-bed")
            .ShouldBeGreaterThan(Ranking.Fit("Re-bed it, then paint the other", "re-bed"));
        Ranking.Fit("Hálm", "halm").ShouldBeGreaterThan(0);
        Ranking.Fit("Old halyards", "old halyard").ShouldBe(Ranking.Fit("Old halyard", "old halyard"));
        Ranking.Score(3, day, Closeness.Seen).ShouldBeGreaterThan(Ranking.Score(2, day, Closeness.Seen));
        Ranking.Score(2, -day, Closeness.Seen).ShouldBe(Ranking.Score(2, Duration.Zero, Closeness.Seen));
    }

    [Theory]
    [InlineData("The keel bolts are here", "bolt", "The keel [bolts] are here")]
    [InlineData("The keel bolts are here", "keel b", "The [keel] [bolts] are here")]
    [InlineData("Keelson and keel", "keel bolt", "Keelson and [keel]")]
    [InlineData("São João says café", "sao cafe", "[São] João says [café]")]
    [InlineData("Nothing of it", "keel", "Nothing of it")]
    [InlineData("two\nlines  here", "lines", "two [lines] here")]
    [InlineData("", "keel", "")]
    public void What_was_looked_for_is_marked_without_regard_to_case_and_accents(
        string text,
        string words,
        string marked
    ) => Show(Excerpt.Of(text, words)).ShouldBe(marked);

    [Fact]
    public void A_long_text_is_cut_around_the_first_of_the_words()
    {
        var excerpt = Excerpt.Of(
            string.Concat(Enumerable.Repeat("before it ", 60))
                + "the walrus "
                + string.Concat(Enumerable.Repeat("after it ", 60)),
            "walrus"
        );
        excerpt.Text.Length.ShouldBeLessThan(120);
        Show(excerpt).ShouldContain("the [walrus] after");
        excerpt.Text.ShouldStartWith("… ");
        excerpt.Text.ShouldEndWith(" …");
    }

    private static string Show(Excerpt excerpt)
    {
        var text = excerpt.Text;
        foreach (var mark in excerpt.Marks.Reverse())
            text = text.Insert(mark.Start + mark.Length, "]").Insert(mark.Start, "[");
        return text;
    }
}
