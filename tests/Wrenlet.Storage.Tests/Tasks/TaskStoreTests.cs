using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Storage.Tests.Tasks;

/// <summary>Tasks of a shelf.</summary>
public abstract class TaskShelf : Shelf
{
    private protected WorkTask New(
        string title = "Fit the pump",
        TaskState state = TaskState.NeedsAction,
        Instant? due = null,
        bool inDocket = true,
        int? gate = null,
        params TaskOwner[] owners
    ) =>
        new(
            0,
            new TaskId(Guid.CreateVersion7()),
            title,
            inDocket ? DocketStore.Find(S, Refit)!.Brief : null,
            null,
            Odalys,
            Now,
            state,
            null,
            CompletionRule.Any,
            Priority.Normal,
            null,
            due,
            null,
            null,
            gate is { } at ? YardKinds.Job.Stages[at].Brief : null,
            state is TaskState.Done ? Now : null,
            1,
            [.. owners.Select(o => new OwnerShare(o, false))],
            DocketSight.Open
        );

    private protected WorkTask Kept(WorkTask task)
    {
        TaskStore.Add(S, task).ShouldBeTrue();
        return TaskStore.Find(S, task.Id).ShouldNotBeNull();
    }

    private protected static TaskOwner Person(PersonId person) => new TaskOwner.OfPerson(person);

    private protected static TaskOwner Crew(CrewId crew) => new TaskOwner.OfCrew(crew);
}

public sealed class TaskStoreTests : TaskShelf
{
    [Fact]
    public void A_task_comes_back_with_all_that_it_says()
    {
        var full = New(due: Now + Duration.FromDays(2), owners: [Person(Ines), Crew(Hull)]) with
        {
            Start = Now,
            Priority = Priority.Critical,
            Rule = CompletionRule.Share,
            Repeats = "FREQ=WEEKLY",
            Estimate = Duration.FromMinutes(90),
            Spent = Duration.FromMinutes(20),
            GateStage = YardKinds.Job.Stages[2].Brief,
            Notes = "With the *new* seals.",
            RemindBefore = Duration.FromHours(2),
            RemindAgain = Duration.Zero,
            DueSince = Now,
        };
        var kept = Kept(full);
        (kept with { Key = 0, Owners = full.Owners, Watchers = [], BlockedBy = [] }).ShouldBe(
            full with
            {
                Watchers = [],
                BlockedBy = [],
            }
        );
        kept.Owners.ShouldBe(full.Owners);
    }

    [Fact]
    public void The_same_task_is_added_once()
    {
        var task = New();
        TaskStore.Add(S, task).ShouldBeTrue();
        TaskStore.Add(S, task with { Title = "Another" }).ShouldBeFalse();
        TaskStore.Find(S, task.Id)!.Title.ShouldBe("Fit the pump");
    }

    [Fact]
    public void A_change_counts_up_and_one_on_an_older_version_is_not_taken()
    {
        var kept = Kept(New());
        TaskStore.Update(S, kept with { Title = "Fit both pumps" }).ShouldBeTrue();
        var now = TaskStore.Find(S, kept.Id)!;
        (now.Title, now.Version).ShouldBe(("Fit both pumps", 2));
        TaskStore.Update(S, kept with { Title = "Late" }).ShouldBeFalse();
        TaskStore.Find(S, kept.Id)!.Title.ShouldBe("Fit both pumps");
    }

    [Fact]
    public void Owners_are_changed_with_what_they_have_said()
    {
        var kept = Kept(New(owners: [Person(Ines)]));
        ImmutableArray<OwnerShare> owners = [new(Person(Ines), true, 60), new(Crew(Hull), false)];
        TaskStore.Update(S, kept with { Owners = owners });
        TaskStore.Find(S, kept.Id)!.Owners.ShouldBe(owners);
    }

    [Fact]
    public void A_persons_tasks_are_those_they_own_or_whose_crew_does()
    {
        Kept(New("Hers", owners: [Person(Ines)]));
        Kept(New("Her crew's", owners: [Crew(Hull)]));
        Kept(New("Somebody else's", owners: [Person(Odalys)]));
        TaskStore.OfPerson(S, Ines, Now, 50).Select(t => t.Title).ShouldBe(["Hers", "Her crew's"], ignoreOrder: true);
    }

    [Fact]
    public void What_was_finished_long_ago_is_not_among_them()
    {
        Kept(New("Just done", TaskState.Done, owners: [Person(Ines)]));
        Kept(New("Long done", TaskState.Done, owners: [Person(Ines)]) with { Finished = Now - Duration.FromDays(30) });
        TaskStore.OfPerson(S, Ines, Now - Duration.FromDays(1), 50).Select(t => t.Title).ShouldBe(["Just done"]);
    }

    [Fact]
    public void Gates_are_those_of_the_docket_that_hold_or_held_it_up()
    {
        Kept(New("Plain"));
        var gate = Kept(New("Agree the price", gate: 1));
        TaskStore.GatesOf(S, Refit).Select(t => t.Id).ShouldBe([gate.Id]);
        TaskStore.OpenIn(S, Refit).ShouldBe(2);
    }

    [Fact]
    public void Parts_know_their_whole_and_the_whole_how_far_they_are()
    {
        var whole = Kept(New("Refit the galley"));
        foreach (var (title, state) in new[] { ("Sink", TaskState.Done), ("Stove", TaskState.NeedsAction) })
            Kept(New(title, state) with { Parent = whole.Id, Position = title.Length });
        TaskStore
            .PartsOfTask(S, whole.Id)
            .Select(p => (p.Title, p.ParentTitle))
            .ShouldBe([("Sink", "Refit the galley"), ("Stove", "Refit the galley")]);
        var now = TaskStore.Find(S, whole.Id)!;
        (now.Parts.Count, now.Parts.Done, now.Percent).ShouldBe((2, 1, 50));
        TaskStore.ParentOf(S, TaskStore.PartsOfTask(S, whole.Id)[0].Id).ShouldBe(whole.Id);
        TaskStore.LastPosition(S, whole.Key).ShouldBe(5);
    }

    [Fact]
    public void What_it_waits_for_is_known_from_both_sides()
    {
        var (first, second) = (Kept(New("First")), Kept(New("Second")));
        TaskStore.SetBlockers(S, second.Key, [first.Id]);
        TaskStore.BlockersOf(S, second.Id).ShouldBe([first.Id]);
        TaskStore.WaitingFor(S, first.Id).Select(t => t.Title).ShouldBe(["Second"]);
        TaskStore.Find(S, second.Id)!.BlockedBy.ShouldHaveSingleItem().ShouldBe(new Blocker(first.Id, "First", false));
        TaskStore.Update(S, first with { State = TaskState.Dropped });
        TaskStore.Find(S, second.Id)!.BlockedBy.ShouldHaveSingleItem().Over.ShouldBeTrue();
        TaskStore.SetBlockers(S, second.Key, []);
        TaskStore.Find(S, second.Id)!.BlockedBy.ShouldBeEmpty();
    }

    [Fact]
    public void Who_watches_it_is_kept_once_until_they_do_not()
    {
        var task = Kept(New());
        TaskStore.SetWatching(S, task.Key, Ines, true);
        TaskStore.SetWatching(S, task.Key, Ines, true);
        TaskStore.Find(S, task.Id)!.Watchers.ShouldBe([Ines]);
        TaskStore.SetWatching(S, task.Key, Ines, false);
        TaskStore.Find(S, task.Id)!.Watchers.ShouldBeEmpty();
    }

    [Fact]
    public void Words_of_a_title_find_it()
    {
        var task = Kept(New("Order the bronze seacock"));
        TaskStore.Matching(S, "\"seacock\"*", 10).Select(t => t.Id).ShouldBe([task.Id]);
        TaskStore.Matching(S, "\"rudder\"*", 10).ShouldBeEmpty();
        TaskStore.Update(S, task with { Title = "Order the rudder" });
        TaskStore.Matching(S, "\"rudder\"*", 10).Select(t => t.Id).ShouldBe([task.Id]);
        TaskStore.Matching(S, "\"seacock\"*", 10).ShouldBeEmpty();
    }

    [Fact]
    public void What_is_due_is_counted_for_each_owner()
    {
        var soon = Now + Duration.FromHours(3);
        Kept(New(due: soon, owners: [Person(Ines), Person(Odalys)]));
        Kept(New(due: soon, owners: [Person(Ines)]));
        Kept(New(due: soon, state: TaskState.Done, owners: [Person(Ines)]));
        Kept(New(due: Now + Duration.FromDays(3), owners: [Person(Ines)]));
        var due = TaskStore.DueBy(S, Now + Duration.FromHours(8));
        (due[Ines], due[Odalys]).ShouldBe((2, 1));
    }

    [Fact]
    public void Tasks_of_words_hang_on_their_entries_until_those_are_forgotten()
    {
        var key = Say("Please fit the pump");
        var entry = EntryStore.FindByKey(S, key)!;
        var task = Kept(New() with { Source = new TaskSource(entry.Id, key, Inside) });
        TaskStore.OfEntries(S, [key])[entry.Id].Select(t => t.Id).ShouldBe([task.Id]);
        TaskStore.ForgetSource(S, key);
        TaskStore.OfEntries(S, [key]).ShouldBeEmpty();
        TaskStore.Find(S, task.Id)!.Source.ShouldBeNull();
    }

    [Fact]
    public void What_is_taken_out_is_gone_with_its_owners_and_links()
    {
        var (task, other) = (Kept(New(owners: [Person(Ines)])), Kept(New()));
        TaskStore.SetBlockers(S, other.Key, [task.Id]);
        TaskStore.TakeOut(S, task);
        TaskStore.Find(S, task.Id).ShouldBeNull();
        TaskStore.Find(S, other.Id)!.BlockedBy.ShouldBeEmpty();
    }

    [Theory]
    [InlineData(TaskScope.All, 3)]
    [InlineData(TaskScope.Docket, 2)]
    public void A_table_is_of_all_of_a_docket_or_of_a_worklist(TaskScope scope, int count)
    {
        Kept(New("One"));
        Kept(New("Two"));
        Kept(New("Loose", inDocket: false));
        TaskStore.Table(S, scope, scope is TaskScope.Docket ? Refit.Value : null, Now, 100).Count.ShouldBe(count);
    }
}
