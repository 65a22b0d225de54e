using CsCheck;
using NodaTime;
using Wrenlet.Core.Reports;

namespace Wrenlet.Core.Tests.Reports;

public class NeedingTests
{
    private static readonly Instant Now = Yard.At("2026-04-14T08:40");

    private static Need Of(
        NeedKind kind,
        double? minutes,
        Guid? conversation = null,
        Guid? entry = null,
        int ago = 0
    ) =>
        new(
            kind,
            Guid.CreateVersion7(),
            minutes is { } m ? Duration.FromMinutes(m) : null,
            Now - Duration.FromMinutes(ago),
            conversation,
            entry
        );

    [Fact]
    public void A_customer_with_two_minutes_left_stands_above_an_ask_of_Thursday_and_a_meeting_this_afternoon()
    {
        var customer = Of(NeedKind.Conversation, 2);
        var ask = Of(NeedKind.Ask, 60 * 17);
        var meeting = Of(NeedKind.Invitation, 320);
        Needing.Order([ask, meeting, customer]).ShouldBe([customer, meeting, ask]);
    }

    [Fact]
    public void What_is_over_longest_comes_first_and_what_has_no_date_counts_as_a_working_day()
    {
        var late = Of(NeedKind.Task, -600);
        var justLate = Of(NeedKind.Conversation, -5);
        var undated = Of(NeedKind.Ask, null);
        var tomorrow = Of(NeedKind.Task, 60 * 9);
        Needing.Order([tomorrow, undated, justLate, late]).ShouldBe([late, justLate, undated, tomorrow]);
    }

    [Fact]
    public void One_matter_is_one_row()
    {
        var talk = new Need(NeedKind.Conversation, Guid.CreateVersion7(), Duration.FromMinutes(2), Now);
        var task = new Need(NeedKind.Task, Guid.CreateVersion7(), Duration.FromMinutes(9), Now);
        var entry = Guid.CreateVersion7();
        var ask = Of(NeedKind.Ask, 60, entry: entry);
        var alerts = new[]
        {
            Of(NeedKind.Alert, null, conversation: talk.Id),
            Of(NeedKind.Alert, null, entry: entry),
            Of(NeedKind.Alert, null) with
            {
                Task = task.Id,
            },
        };
        Needing.Order([.. alerts, talk, task, ask]).ShouldBe([talk, task, ask]);
    }

    [Fact]
    public void Of_several_alerts_of_one_conversation_the_newest_stands()
    {
        var conversation = Guid.CreateVersion7();
        var newest = Of(NeedKind.Alert, null, conversation, ago: 1);
        var older = Of(NeedKind.Alert, null, conversation, ago: 9);
        var other = Of(NeedKind.Alert, null, Guid.CreateVersion7(), ago: 5);
        Needing.Order([older, newest, other]).ShouldBe([other, newest]);
    }

    [Fact]
    public void The_order_is_the_same_however_they_come_and_loses_nothing_but_alerts()
    {
        var need = Gen.Select(Gen.Enum<NeedKind>(), Gen.Int[-500, 500], Gen.Bool, Gen.Int[0, 4])
            .Select(n => Of(n.Item1, n.Item3 ? n.Item2 : null, ago: n.Item4));
        need.Array[0, 20]
            .Sample(needs =>
            {
                var order = Needing.Order(needs);
                Needing.Order([.. needs.Reverse()]).ShouldBe(order);
                order
                    .Where(n => n.Kind is not NeedKind.Alert)
                    .ShouldBe(needs.Where(n => n.Kind is not NeedKind.Alert), ignoreOrder: true);
                order
                    .Zip(order.Skip(1))
                    .ShouldAllBe(p => (p.First.Left ?? Needing.Usual) <= (p.Second.Left ?? Needing.Usual));
            });
    }
}
