using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>What follows from what is known of a task.</summary>
public class WorkTaskTests
{
    private static readonly CrewId Hull = Yard.Crews[2].Id;
    private static readonly Person Ines = Yard.Named("Ines");

    [Theory]
    [InlineData(60, 0, 60)]
    [InlineData(60, 45, 15)]
    [InlineData(60, 90, 0)]
    public void What_was_spent_is_no_longer_to_be_done(int estimate, int spent, int remaining)
    {
        var task = Some.Task(estimate: Duration.FromMinutes(estimate)) with { Spent = Duration.FromMinutes(spent) };
        task.Remaining.ShouldBe(Duration.FromMinutes(remaining));
    }

    [Fact]
    public void Where_nothing_was_estimated_nobody_knows_what_is_left() =>
        (Some.Task() with { Spent = Duration.FromMinutes(30) }).Remaining.ShouldBeNull();

    [Fact]
    public void It_is_as_far_as_its_parts_else_as_its_owners_and_done_is_all_of_it()
    {
        var shared = Some.Task(owners: [Some.Of(Some.Ines), Some.Of(Some.Kit)]) with
        {
            Owners = [new(Some.Of(Some.Ines), true, 70), new(Some.Of(Some.Kit), false)],
        };
        shared.Percent.ShouldBe(70);
        (shared with { Parts = new PartsDone(4, 1, 25) }).Percent.ShouldBe(25);
        (shared with { Parts = new PartsDone(4, 1, 25), State = TaskState.Done }).Percent.ShouldBe(100);
    }

    [Fact]
    public void When_it_is_over_for_the_first_time_the_moment_counts()
    {
        var later = Some.Now + Duration.FromHours(1);
        var task = Some.Task(owners: [Some.Of(Some.Ines)]);
        var done = task.After(task.Progress.Finish(CompletionRule.Any, Ines), Some.Now);
        (done.State, done.Finished, done.StateBefore).ShouldBe((TaskState.Done, Some.Now, TaskState.NeedsAction));
        done.After(done.Progress.Become(TaskState.Dropped), later).Finished.ShouldBe(Some.Now);
        done.After(done.Progress.Reopen(CompletionRule.Any, Ines), later).Finished.ShouldBeNull();
    }

    [Fact]
    public void It_stands_in_its_docket_or_with_its_people_or_with_its_maker_alone()
    {
        Some.Task().Place.ShouldBe(new Place.Inside(DocketSight.Open));
        var loose = Some.Task(owners: [Some.Of(Some.Ines)]) with { Docket = null, Watchers = [Some.Kit] };
        loose.Place.ShouldBeOfType<Place.Members>().People.ShouldBe([Some.Odalys, Some.Ines, Some.Kit]);
        (Some.Task(owners: [Some.Of(Hull)]) with { Docket = null }).Place.ShouldBe(new Place.Firm());
        (Some.Task() with { Private = true }).Place.ShouldBe(new Place.Own(Some.Odalys));
    }

    [Fact]
    public void A_column_that_finishes_makes_it_done_and_one_that_does_not_takes_that_back()
    {
        var open = Some.Task(state: TaskState.Waiting).Progress;
        var done = open.Into(finishes: true, moved: true);
        done.State.ShouldBe(TaskState.Done);
        done.Into(finishes: false, moved: true).State.ShouldBe(TaskState.Waiting);
        done.Into(finishes: false, moved: false).State.ShouldBe(TaskState.Done);
        var dropped = Some.Task(state: TaskState.Dropped).Progress;
        dropped.Into(finishes: true, moved: true).State.ShouldBe(TaskState.Dropped);
    }

    [Fact]
    public void Owners_who_stay_keep_what_they_have_said()
    {
        var progress = new Progress(TaskState.InProgress, null, [new(Some.Of(Some.Ines), true, 40)]);
        progress
            .OwnedBy([Some.Of(Some.Kit), Some.Of(Some.Ines)])
            .Shares.ShouldBe([new(Some.Of(Some.Kit), false), new(Some.Of(Some.Ines), true, 40)]);
    }

    [Theory]
    [InlineData("2026-04-14T08:00", true, DueState.Late)]
    [InlineData("2026-04-14T16:00", true, DueState.Soon)]
    [InlineData("2026-04-17T16:00", false, DueState.Well)]
    public void What_is_late_or_soon_due_presses(string due, bool presses, DueState state)
    {
        var standing = DueStanding.At(Some.Now, Yard.At(due), Yard.Hours);
        (standing.Pressing, standing.State).ShouldBe((presses, state));
        DueStanding.At(Some.Now, null, Yard.Hours).Pressing.ShouldBeFalse();
    }
}
