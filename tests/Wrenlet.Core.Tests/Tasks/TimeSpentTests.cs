using CsCheck;
using NodaTime;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Tasks;

public sealed class TimeSpentTests
{
    [Theory]
    [InlineData("Done, took 3 h.", 180, "took 3 h")]
    [InlineData("It took me about 1:30 in the end", 90, "took me about 1:30")]
    [InlineData("spent 45 min on the seal", 45, "spent 45 min")]
    [InlineData("I worked for 2 hours and 15 minutes", 135, "worked for 2 hours and 15 minutes")]
    [InlineData("Took half an hour", 30, "Took half an hour")]
    [InlineData("2.5 h on it today", 150, "2.5 h on it")]
    [InlineData("That was 1,5 h of work.", 90, "1,5 h of work")]
    [InlineData("1 h 30 spent, the rest tomorrow", 90, "1 h 30 spent")]
    public void A_length_that_is_said_to_be_spent_is_read(string text, int minutes, string words) =>
        SpentWords.Read(text).ShouldBe(new SpentWords(Duration.FromMinutes(minutes), words));

    [Theory]
    [InlineData("It will take 3 h.")]
    [InlineData("I come in 2 h")]
    [InlineData("The glue needs 4 hours to cure")]
    [InlineData("took 3 days")]
    [InlineData("took the 3 h bus")]
    [InlineData("Took 1 h yesterday and spent 2 h today")]
    [InlineData("spent 0 min")]
    [InlineData("spent 999 h")]
    [InlineData("")]
    public void What_is_to_come_what_is_no_length_and_what_is_not_clear_is_not_read(string text) =>
        SpentWords.Read(text).ShouldBeNull();

    [Fact]
    public void Whatever_is_written_it_reads_nothing_or_a_length_that_stands_there() =>
        Gen.String.Sample(text =>
            SpentWords.Read(text) is not { } read || text.Contains(read.Words, StringComparison.Ordinal)
        );

    private static Duration Counted(string from, string until) =>
        new TaskClock(Some.Task().Id, Some.Ines, Yard.At(from)).Counted(Yard.At(until), Yard.Hours);

    [Theory]
    [InlineData("2026-04-14T09:00", "2026-04-14T10:30", 90)]
    [InlineData("2026-04-14T16:00", "2026-04-14T19:00", 180)]
    [InlineData("2026-04-14T09:00", "2026-04-14T09:00", 1)]
    [InlineData("2026-04-14T16:00", "2026-04-15T09:00", 120)]
    public void A_clock_counts_all_of_a_day_and_over_a_night_the_working_time_alone(
        string from,
        string until,
        int minutes
    ) => Counted(from, until).ShouldBe(Duration.FromMinutes(minutes));
}
