using NodaTime;
using Wrenlet.Core.Tasks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Storage.Tests.Tasks;

/// <summary>What stands beside tasks: their series, history, files, worklists, views and calendar addresses.</summary>
public sealed class TaskSideStoreTests : TaskShelf
{
    [Fact]
    public void A_series_keeps_its_first_moment_and_what_is_left_out()
    {
        var series = SeriesStore.AddSeries(S, Now);
        SeriesStore.Skip(S, series, new LocalDate(2026, 4, 21));
        SeriesStore.Skip(S, series, new LocalDate(2026, 4, 21));
        var found = SeriesStore.FindSeries(S, series).ShouldNotBeNull();
        (found.First, found.ByTime).ShouldBe((Now, false));
        found.Skipped.ShouldBe([new LocalDate(2026, 4, 21)]);
        SeriesStore.SetByTime(S, series, true);
        SeriesStore.FindSeries(S, series)!.Value.ByTime.ShouldBeTrue();
        SeriesStore.FindSeries(S, series + 1).ShouldBeNull();
    }

    [Fact]
    public void A_task_of_a_series_is_found_by_the_moment_the_rule_made_it_for()
    {
        var series = SeriesStore.AddSeries(S, Now);
        var task = Kept(New(due: Now + Duration.FromHours(5)) with { Series = series, Occurrence = Now });
        SeriesStore.OfSeries(S, series, Now)!.Id.ShouldBe(task.Id);
        SeriesStore.OfSeries(S, series, Now + Duration.FromHours(5)).ShouldBeNull();
    }

    [Fact]
    public void Series_by_time_are_followed_from_their_last_once_its_moment_is_there()
    {
        var (byTime, byHand) = (SeriesStore.AddSeries(S, Now), SeriesStore.AddSeries(S, Now));
        SeriesStore.SetByTime(S, byTime, true);
        var week = Duration.FromDays(7);
        foreach (var (series, n) in new[] { (byTime, 0), (byTime, 1), (byHand, 0) })
            Kept(
                New($"{n}", due: Now + (week * n)) with
                {
                    Series = series,
                    Occurrence = Now + (week * n),
                    Repeats = "FREQ=WEEKLY",
                }
            );
        SeriesStore.LastByTime(S, Now + week + Duration.FromHours(1)).Select(t => t.Title).ShouldBe(["1"]);
        SeriesStore.LastByTime(S, Now + Duration.FromDays(1)).ShouldBeEmpty();
    }

    [Fact]
    public void What_was_changed_is_told_newest_first()
    {
        var task = Kept(New());
        TaskHistoryStore.LastChange(S, task.Key).ShouldBeNull();
        TaskHistoryStore.Remember(S, task.Key, 2, Ines, Now, "title", "Fit", "Fit the pump");
        TaskHistoryStore.Remember(S, task.Key, 3, null, Now + Duration.FromHours(1), "state", "waiting", "done");
        TaskHistoryStore
            .History(S, task.Key, 10)
            .ShouldBe([
                (null, Now + Duration.FromHours(1), "state", "waiting", "done"),
                (Ines, Now, "title", "Fit", "Fit the pump"),
            ]);
        TaskHistoryStore.History(S, task.Key, 1).Count.ShouldBe(1);
        TaskHistoryStore
            .Since(S, task.Key, 1)
            .ShouldBe([new FieldChange("title", "Fit the pump"), new FieldChange("state", "done")]);
        TaskHistoryStore.Since(S, task.Key, 2).ShouldBe([new FieldChange("state", "done")]);
        TaskHistoryStore.Since(S, task.Key, 3).ShouldBeEmpty();
        TaskHistoryStore.LastChange(S, task.Key).ShouldBe(Now + Duration.FromHours(1));
    }

    [Fact]
    public void Files_stand_with_a_task_in_their_order_with_their_captions()
    {
        var (task, plan, photo) = (Kept(New()), File("plan.svg"), File("photo.png"));
        TaskAttachmentStore.Set(S, task, [new Attachment(photo, "From the bow"), new Attachment(plan)]);
        TaskAttachmentStore
            .Of(S, task)
            .Select(f => (f.Id, f.Caption))
            .ShouldBe([(photo, "From the bow"), (plan, null)]);
        TaskAttachmentStore.With(S, plan).ShouldBe([task.Id]);
        TaskAttachmentStore.Set(S, task, [new Attachment(plan)]);
        TaskAttachmentStore.Of(S, task).Select(f => f.Id).ShouldBe([plan]);
        TaskAttachmentStore.With(S, photo).ShouldBeEmpty();
    }

    private static Worklist List(params WorklistColumn[] columns) =>
        new(Guid.CreateVersion7(), "Spring", Odalys, null, null, 1, [.. columns]);

    private static WorklistColumn Column(string name, int? most = null, bool finishes = false) =>
        new(Guid.CreateVersion7(), name, most, finishes);

    [Fact]
    public void A_worklist_keeps_its_columns_in_their_order()
    {
        var list = List(Column("Next"), Column("In hand", most: 3), Column("Finished", finishes: true));
        WorklistStore.Put(S, list, 0).ShouldBeTrue();
        var found = WorklistStore.Find(S, list.Id).ShouldNotBeNull();
        found.Columns.ShouldBe(list.Columns);
        (found.Name, found.Person, found.Crew).ShouldBe(("Spring", Odalys, null));
        WorklistStore.All(S).Select(l => l.Id).ShouldContain(list.Id);
    }

    [Fact]
    public void Of_two_who_change_a_worklist_the_second_is_refused()
    {
        var list = List(Column("Next"));
        WorklistStore.Put(S, list, 0);
        var version = WorklistStore.Find(S, list.Id)!.Version;
        WorklistStore.Put(S, list with { Name = "Summer" }, version).ShouldBeTrue();
        WorklistStore.Put(S, list with { Name = "Autumn" }, version).ShouldBeFalse();
        WorklistStore.Find(S, list.Id)!.Name.ShouldBe("Summer");
    }

    [Fact]
    public void Tasks_stand_in_a_column_in_order_and_outlive_their_worklist()
    {
        var list = List(Column("Next"), Column("Finished", finishes: true));
        WorklistStore.Put(S, list, 0);
        var place = (list.Id, (Guid?)list.Columns[0].Id);
        WorkTask Placed(string title, double position)
        {
            TaskStore.Update(S, Kept(New(title)) with { Worklist = place, Position = position });
            return TaskStore.InColumn(S, list.Id, place.Item2).Single(t => t.Title == title);
        }

        var (late, early) = (Placed("Late", 2), Placed("Early", 1));
        TaskStore.InColumn(S, list.Id, place.Item2).Select(t => t.Title).ShouldBe(["Early", "Late"]);
        TaskStore.SetPosition(S, early.Key, 3);
        TaskStore.InColumn(S, list.Id, place.Item2).Select(t => t.Title).ShouldBe(["Late", "Early"]);
        WorklistStore.Remove(S, list.Id);
        WorklistStore.Find(S, list.Id).ShouldBeNull();
        TaskStore.Find(S, late.Id)!.Worklist.ShouldBeNull();
    }

    [Fact]
    public void A_named_view_is_its_owners_and_shared_with_all_if_they_say_so()
    {
        var own = new NamedView(Guid.CreateVersion7(), Odalys, "Late ones", false, "{}");
        NamedViewStore.Put(S, "tasks", own);
        NamedViewStore.For(S, "tasks", Ines).ShouldBeEmpty();
        NamedViewStore.Put(S, "tasks", own with { Shared = true, Name = "All late ones" });
        NamedViewStore.For(S, "tasks", Ines).ShouldHaveSingleItem().Name.ShouldBe("All late ones");
        NamedViewStore.Find(S, "tasks", own.Id)!.Owner.ShouldBe(Odalys);
        NamedViewStore.Remove(S, own.Id);
        NamedViewStore.Find(S, "tasks", own.Id).ShouldBeNull();
    }

    [Fact]
    public void A_calendar_address_is_one_for_each_and_the_older_is_worth_nothing()
    {
        byte[] first = [1, 2, 3];
        byte[] second = [4, 5, 6];
        FeedStore.Put(S, Ines, first, Now);
        FeedStore.Whose(S, first).ShouldBe(Ines);
        FeedStore.Put(S, Ines, second, Now + Duration.FromDays(1));
        FeedStore.Whose(S, first).ShouldBeNull();
        (FeedStore.Whose(S, second), FeedStore.Since(S, Ines)).ShouldBe((Ines, Now + Duration.FromDays(1)));
        FeedStore.Remove(S, Ines);
        (FeedStore.Whose(S, second), FeedStore.Since(S, Ines)).ShouldBe((null, null));
    }
}
