using NodaTime;
using Wrenlet.Core.Flow;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Flow;

/// <summary>What is left of a day, and what of it is promised.</summary>
public class DayPlanTests
{
    private static readonly Instant Ends = Yard.At("2026-04-14T17:00");

    private static DayPlan Plan(string now, (string From, string Until)[] meetings, params WorkTask[] tasks) =>
        DayPlan.Of(
            Yard.Hours,
            [.. meetings.Select(m => (Yard.At("2026-04-14T" + m.From), Yard.At("2026-04-14T" + m.Until)))],
            tasks,
            Yard.At("2026-04-14T" + now),
            Ends
        );

    private static WorkTask Due(string at, int minutes, int spent = 0, TaskState state = TaskState.NeedsAction) =>
        Some.Task(state: state, due: Yard.At(at), estimate: Duration.FromMinutes(minutes)) with
        {
            Spent = Duration.FromMinutes(spent),
        };

    [Fact]
    public void What_is_left_is_working_time_without_meetings() =>
        Plan("12:00", [("13:00", "14:00"), ("13:30", "14:30")])
            .ShouldBe(new DayPlan(Duration.FromMinutes(210), Duration.FromMinutes(90), Duration.Zero));

    [Fact]
    public void What_was_spent_of_a_task_is_promised_no_more()
    {
        Plan("12:00", [], Due("2026-04-14T16:00", 60, spent: 45)).Promised.ShouldBe(Duration.FromMinutes(15));
        Plan("12:00", [], Due("2026-04-14T16:00", 60, spent: 90)).Promised.ShouldBe(Duration.Zero);
    }

    [Fact]
    public void What_is_late_is_promised_too_and_what_is_over_or_of_another_day_is_not() =>
        Plan(
            "12:00",
            [],
            Due("2026-04-13T16:00", 30),
            Due("2026-04-14T16:00", 60),
            Due("2026-04-15T16:00", 120),
            Due("2026-04-14T16:00", 240, state: TaskState.Done),
            Due("2026-04-14T16:00", 240, state: TaskState.Dropped),
            Some.Task(due: Yard.At("2026-04-14T15:00"))
        )
            .Promised.ShouldBe(Duration.FromMinutes(90));

    [Theory]
    [InlineData("12:00", "5 h left today.")]
    [InlineData("16:40", "20 min left today.")]
    [InlineData("18:00", "Your working day is over.")]
    public void It_is_said_in_a_sentence(string now, string words) => Plan(now, []).ToString().ShouldBe(words);

    [Fact]
    public void The_sentence_says_meetings_and_promises() =>
        Plan("12:00", [("13:00", "14:00")], Due("2026-04-14T16:00", 80))
            .ToString()
            .ShouldBe("4 h left today beside 1 h of meetings, 1 h 20 of it promised.");
}
