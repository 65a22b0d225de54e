using System.Collections.Immutable;
using CsCheck;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Tasks;

public sealed class NextOrderTests
{
    /// <summary>Tuesday 14 April 2026, 08:40 at the yard.</summary>
    private static readonly Instant Now = Instant.FromUtc(2026, 4, 14, 7, 40);

    private static TaskId Id(int n) => new(new Guid(n, 0, 0, new byte[8]));

    private static OpenTask Task(
        int n,
        Priority priority = Priority.Normal,
        double? dueIn = null,
        double? hours = null,
        string? gate = null,
        params int[] blockedBy
    ) =>
        new(
            Id(n),
            $"task {n}",
            priority,
            dueIn is { } d ? Now + Duration.FromHours(d) : null,
            hours is { } h ? Duration.FromHours(h) : null,
            gate,
            [.. blockedBy.Select(Id)],
            Now - Duration.FromDays(1) + Duration.FromMinutes(n)
        );

    private static int[] Order(params OpenTask[] tasks) =>
        [.. NextOrder.Of(tasks, Now, Yard.Hours).Select(s => BitConverter.ToInt32(s.Id.Value.ToByteArray(), 0))];

    private static string Why(int n, params OpenTask[] tasks) =>
        NextOrder.Of(tasks, Now, Yard.Hours).Single(s => s.Id == Id(n)).Reason;

    [Fact]
    public void What_has_the_least_time_to_spare_comes_first_even_when_it_is_due_later() =>
        Order(Task(1, dueIn: 3), Task(2, dueIn: 6, hours: 5), Task(3, dueIn: -1)).ShouldBe([3, 2, 1]);

    [Fact]
    public void Where_the_time_is_the_same_priority_decides_and_then_age() =>
        Order(
                Task(1, Priority.Low, 4),
                Task(2, Priority.High, 4),
                Task(4, Priority.Low, 4),
                Task(3, Priority.Critical, 4)
            )
            .ShouldBe([3, 2, 1, 4]);

    [Fact]
    public void What_waits_for_something_from_elsewhere_stands_below_all_that_can_be_done_with_what_it_blocks()
    {
        OpenTask[] tasks = [Task(1, dueIn: 1) with { Awaits = "the pump, Thu 16 Apr" }, Task(2, blockedBy: 1), Task(3)];
        Order(tasks).ShouldBe([3, 1, 2]);
        Why(1, tasks).ShouldStartWith("Waits for the pump, Thu 16 Apr; due");
        NextOrder.Of(tasks, Now, Yard.Hours).Select(s => s.Blocked).ShouldBe([false, true, true]);
    }

    [Fact]
    public void Without_a_date_priority_counts_for_one() =>
        Order(Task(1, Priority.Low), Task(2), Task(3, Priority.Critical), Task(4, dueIn: 3), Task(5, Priority.High))
            .ShouldBe([3, 4, 5, 2, 1]);

    [Fact]
    public void What_a_gate_waits_for_rises() =>
        Order(Task(1, dueIn: 6), Task(2, dueIn: 7, gate: "Launch")).ShouldBe([2, 1]);

    [Fact]
    public void A_blocked_task_stands_under_what_blocks_it_and_lends_it_its_urgency() =>
        Order(Task(1, dueIn: 2, blockedBy: 3), Task(2, dueIn: 4), Task(3)).ShouldBe([3, 1, 2]);

    [Fact]
    public void Tasks_that_wait_for_one_another_in_a_ring_still_have_an_order() =>
        Order(Task(1, dueIn: 2, blockedBy: 2), Task(2, blockedBy: 1), Task(3, dueIn: 1)).Order().ShouldBe([1, 2, 3]);

    [Fact]
    public void The_reason_says_what_decided()
    {
        Why(1, Task(1, dueIn: 6, hours: 2, gate: "Launch"))
            .ShouldBe("Due today 14:40, 4 h to spare beside its 2 h of work; Launch waits for it.");
        Why(1, Task(1, dueIn: 3, hours: 5)).ShouldBe("Due today 11:40, and its 5 h of work no longer fits.");
        Why(1, Task(1, dueIn: 3, blockedBy: 2), Task(2)).ShouldBe("Waits for “task 2”; due today 11:40, 3 h left.");
        Why(2, Task(1, dueIn: 3, blockedBy: 2), Task(2)).ShouldBe("No date; “task 1” waits for it.");
        Why(1, Task(1, dueIn: 24 * 7)).ShouldBe("Due Tue 21 Apr 08:40, 5 working days left.");
        Why(1, Task(1, Priority.Critical)).ShouldBe("Critical, so it counts as due now.");
    }

    private static readonly Gen<OpenTask[]> Many = Gen.Select(
            Gen.Enum<Priority>(),
            Gen.Int[-40, 200],
            Gen.Int[0, 20],
            Gen.Bool,
            Gen.Int[0, 3].Array[0, 2]
        )
        .Array[1, 12]
        .Select(rows =>
            rows.Select(
                    (r, i) =>
                        Task(
                            i,
                            r.Item1,
                            r.Item2 > 150 ? null : r.Item2,
                            r.Item3 == 0 ? null : r.Item3,
                            r.Item4 ? "Launch" : null,
                            // Only what was made before blocks: no rings.
                            [.. r.Item5.Select(b => i - 1 - b).Where(b => b >= 0).Distinct()]
                        )
                )
                .ToArray()
        );

    [Fact]
    public void The_order_is_total_stable_and_explained_whatever_order_the_tasks_come_in() =>
        Many.Sample(
            tasks =>
            {
                var order = Order(tasks);
                order.Order().ShouldBe(Enumerable.Range(0, tasks.Length));
                Order([.. tasks.Reverse()]).ShouldBe(order);
                NextOrder.Of(tasks, Now, Yard.Hours).ShouldAllBe(s => s.Reason.Length > 5);
                foreach (var task in tasks)
                foreach (var blocker in task.BlockedBy)
                    Array
                        .IndexOf(order, Array.FindIndex(tasks, t => t.Id == blocker))
                        .ShouldBeLessThan(Array.IndexOf(order, Array.IndexOf(tasks, task)));
            },
            iter: 3000
        );

    [Fact]
    public void Finishing_a_task_that_can_be_done_never_pushes_another_down() =>
        Many.Sample(
            tasks =>
            {
                var order = Order(tasks);
                foreach (var step in NextOrder.Of(tasks, Now, Yard.Hours).Where(s => !s.Blocked))
                {
                    var left = tasks.Where(t => t.Id != step.Id).ToArray();
                    var after = Order(left);
                    foreach (var n in after)
                        Array.IndexOf(after, n).ShouldBeLessThanOrEqualTo(Array.IndexOf(order, n));
                }
            },
            iter: 3000
        );

    [Theory]
    [InlineData(-9, null, true)]
    [InlineData(-9, -1, false)]
    [InlineData(-9, -9, true)]
    [InlineData(-6, null, false)]
    [InlineData(3, null, false)]
    public void A_task_is_questioned_when_it_is_long_late_and_nobody_speaks_of_it(
        int dueInDays,
        int? wordInDays,
        bool stale
    ) =>
        NextOrder
            .IsStale(
                Now + Duration.FromDays(dueInDays),
                wordInDays is { } w ? Now + Duration.FromDays(w) : null,
                Now,
                Yard.Hours
            )
            .ShouldBe(stale);
}
