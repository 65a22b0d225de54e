using System.Collections.Immutable;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Tasks;

public class FinishingTests
{
    private static ImmutableArray<OwnerShare> Owned(params string[] names) => [.. names.Select(n => new OwnerShare(new TaskOwner.OfPerson(Yard.Named(n).Id), false))];

    [Fact]
    public void Any_owners_word_finishes_a_task() =>
        Finishing.Finish(CompletionRule.Any, TaskState.NeedsAction, Owned("Ines", "Kit"), Yard.Named("Kit")).State.ShouldBe(TaskState.Done);

    [Fact]
    public void Where_every_owner_must_the_first_only_brings_it_in_progress()
    {
        var (state, shares) = Finishing.Finish(CompletionRule.Every, TaskState.NeedsAction, Owned("Ines", "Kit"), Yard.Named("Kit"));
        state.ShouldBe(TaskState.InProgress);
        Finishing.Finish(CompletionRule.Every, state, shares, Yard.Named("Ines")).State.ShouldBe(TaskState.Done);
    }

    [Fact]
    public void A_crews_task_is_finished_by_any_of_its_members()
    {
        var hull = Yard.Crews.Single(c => c.Name == "hull").Id;
        Finishing.Finish(CompletionRule.Every, TaskState.Waiting, [new(new TaskOwner.OfCrew(hull), false)], Yard.Named("Kit")).State.ShouldBe(TaskState.Done);
    }

    [Fact]
    public void Who_owns_no_part_speaks_for_all() =>
        Finishing.Finish(CompletionRule.Every, TaskState.NeedsAction, Owned("Ines", "Kit"), Yard.Named("Odalys")).State.ShouldBe(TaskState.Done);

    [Theory]
    [InlineData("2026-04-14T17:00", DueState.Soon, "today 17:00")]
    [InlineData("2026-04-15T17:00", DueState.Well, "Wed 15 Apr 17:00")]
    [InlineData("2026-04-13T17:00", DueState.Late, "late by 40 min")]
    [InlineData("2026-04-08T17:00", DueState.Late, "late by 4 working days")]
    public void A_due_moment_is_labelled_by_how_it_stands(string due, DueState state, string label)
    {
        var standing = DueStanding.At(Yard.At("2026-04-14T08:40"), Yard.At(due), Yard.Hours);
        standing.ShouldBe(new DueStanding(state, label));
    }

    [Fact]
    public void An_undated_task_is_never_late() => DueStanding.At(Yard.At("2026-04-14T08:40"), null, Yard.Hours).State.ShouldBe(DueState.Well);
}
