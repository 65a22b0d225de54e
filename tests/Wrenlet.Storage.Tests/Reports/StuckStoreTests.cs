using NodaTime;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Storage.Tests.Reports;

public sealed class StuckStoreTests : Shelf
{
    private static StuckWork Work(string item, int tries, Instant last, Instant? next) =>
        new(Guid.CreateVersion7(), "Sending a message", item, "", Ines, "No way out", tries, Now, last, next);

    [Fact]
    public void What_failed_is_kept_with_its_reason_and_when_it_is_tried_again()
    {
        var work = Work("a", 1, Now, Now + Duration.FromSeconds(4));
        StuckStore.Put(S, work);
        StuckStore.Find(S, work.Id).ShouldBe(work);
        StuckStore.Find(S, Guid.CreateVersion7()).ShouldBeNull();
    }

    [Fact]
    public void The_same_work_that_fails_again_is_one_line_with_what_it_failed_of_last()
    {
        var first = Work("a", 1, Now, Now + Duration.FromSeconds(4));
        StuckStore.Put(S, first);
        StuckStore.Put(S, first with { Id = Guid.CreateVersion7(), Tries = 2, Reason = "Still none", Next = null });
        var kept = StuckStore.All(S, 10).ShouldHaveSingleItem();
        kept.ShouldBe(first with { Tries = 2, Reason = "Still none", Next = null });
    }

    [Fact]
    public void What_failed_last_stands_first_and_what_is_done_is_gone()
    {
        StuckStore.Put(S, Work("early", 1, Now, null));
        StuckStore.Put(S, Work("late", 1, Now + Duration.FromHours(1), null));
        StuckStore.All(S, 10).Select(w => w.Item).ShouldBe(["late", "early"]);
        StuckStore.All(S, 1).Select(w => w.Item).ShouldBe(["late"]);
        StuckStore.Remove(S, "Sending a message", "late");
        StuckStore.Remove(S, "Another kind", "early");
        StuckStore.All(S, 10).Select(w => w.Item).ShouldBe(["early"]);
    }
}
