using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Tasks;

public class FinishingTests
{
    private static Progress Owned(TaskState state, params string[] names) =>
        new(state, null, [.. names.Select(n => new OwnerShare(new TaskOwner.OfPerson(Yard.Named(n).Id), false))]);

    [Fact]
    public void Any_owners_word_finishes_a_task() =>
        Owned(TaskState.NeedsAction, "Ines", "Kit")
            .Finish(CompletionRule.Any, Yard.Named("Kit"))
            .State.ShouldBe(TaskState.Done);

    [Fact]
    public void Where_every_owner_must_the_first_only_brings_it_in_progress()
    {
        var half = Owned(TaskState.NeedsAction, "Ines", "Kit").Finish(CompletionRule.Every, Yard.Named("Kit"));
        half.State.ShouldBe(TaskState.InProgress);
        half.Finish(CompletionRule.Every, Yard.Named("Ines")).State.ShouldBe(TaskState.Done);
    }

    [Fact]
    public void A_crews_task_is_finished_by_any_of_its_members()
    {
        var hull = Yard.Crews.Single(c => c.Name == "hull").Id;
        new Progress(TaskState.Waiting, null, [new(new TaskOwner.OfCrew(hull), false)])
            .Finish(CompletionRule.Every, Yard.Named("Kit"))
            .State.ShouldBe(TaskState.Done);
    }

    [Fact]
    public void Who_owns_no_part_speaks_for_all() =>
        Owned(TaskState.NeedsAction, "Ines", "Kit")
            .Finish(CompletionRule.Every, Yard.Named("Odalys"))
            .State.ShouldBe(TaskState.Done);

    [Theory]
    [InlineData(TaskState.NeedsAction)]
    [InlineData(TaskState.InProgress)]
    [InlineData(TaskState.Waiting)]
    public void Done_in_error_reopens_to_the_state_it_had(TaskState state)
    {
        foreach (var rule in Enum.GetValues<CompletionRule>())
        {
            var task = Owned(state, "Ines");
            var reopened = task.Finish(rule, Yard.Named("Ines")).Reopen(rule, Yard.Named("Ines"));
            (reopened.State, reopened.Before).ShouldBe((state, null));
            reopened.Shares.ShouldAllBe(s => !s.Done);
        }
    }

    [Fact]
    public void Taking_ones_word_back_leaves_what_the_other_owner_said()
    {
        var done = Owned(TaskState.NeedsAction, "Ines", "Kit")
            .Finish(CompletionRule.Every, Yard.Named("Kit"))
            .Finish(CompletionRule.Every, Yard.Named("Ines"));
        var back = done.Reopen(CompletionRule.Every, Yard.Named("Ines"));
        back.State.ShouldBe(TaskState.InProgress);
        back.Shares.Select(s => s.Done).ShouldBe([false, true]);
        back.Reopen(CompletionRule.Every, Yard.Named("Kit")).State.ShouldBe(TaskState.NeedsAction);
    }

    [Fact]
    public void Finishing_twice_is_finishing_once_and_what_was_never_done_cannot_be_taken_back()
    {
        var done = Owned(TaskState.Waiting, "Ines").Finish(CompletionRule.Any, Yard.Named("Ines"));
        done.Finish(CompletionRule.Any, Yard.Named("Odalys")).ShouldBe(done);
        Owned(TaskState.Waiting, "Ines")
            .Reopen(CompletionRule.Any, Yard.Named("Ines"))
            .State.ShouldBe(TaskState.Waiting);
    }

    [Fact]
    public void A_state_set_by_hand_to_done_can_be_taken_back_too_and_owners_who_stay_keep_their_word()
    {
        Owned(TaskState.InProgress, "Ines")
            .Become(TaskState.Done)
            .Reopen(CompletionRule.Any, Yard.Named("Kit"))
            .State.ShouldBe(TaskState.InProgress);
        var half = Owned(TaskState.NeedsAction, "Ines", "Kit").Finish(CompletionRule.Every, Yard.Named("Kit"));
        var chosen = half.OwnedBy([
            new TaskOwner.OfPerson(Yard.Named("Kit").Id),
            new TaskOwner.OfPerson(Yard.Named("Hanneke").Id),
        ]);
        chosen.Shares.Select(s => s.Done).ShouldBe([true, false]);
    }

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
    public void An_undated_task_is_never_late() =>
        DueStanding.At(Yard.At("2026-04-14T08:40"), null, Yard.Hours).State.ShouldBe(DueState.Well);
}
