using System.Text.Json;
using Wrenlet.Server.Connections;

namespace Wrenlet.Server.Tests.Access;

/// <summary>What waits to be sent to one browser.</summary>
public class LiveQueueTests
{
    private static readonly JsonElement Nothing = JsonSerializer.SerializeToElement("x");

    [Fact]
    public async Task What_is_offered_is_sent_in_its_order()
    {
        List<string> sent = [];
        var queue = new LiveQueue(
            (what, _) =>
            {
                sent.Add(what);
                return Task.CompletedTask;
            },
            () => { }
        );
        foreach (var i in Enumerable.Range(0, 100))
            queue.Offer($"{i}", Nothing).ShouldBeTrue();
        queue.End();
        await queue.Run();
        sent.ShouldBe(Enumerable.Range(0, 100).Select(i => $"{i}"));
    }

    [Fact]
    public async Task A_browser_that_does_not_read_is_cut_off_when_too_much_waits_and_delays_nobody()
    {
        var stopped = new TaskCompletionSource();
        var cut = 0;
        var queue = new LiveQueue((_, _) => stopped.Task, () => cut++);
        var run = queue.Run();
        var taken = 0;
        while (queue.Offer("change", Nothing) && taken < 10 * LiveQueue.Most)
            taken++;
        // One is being sent, the others wait: no more than that is ever held for it.
        taken.ShouldBeInRange(LiveQueue.Most, LiveQueue.Most + 1);
        cut.ShouldBe(1);
        queue.Offer("change", Nothing).ShouldBeFalse();
        stopped.SetResult();
        await run;
    }

    [Fact]
    public async Task A_connection_that_breaks_is_cut_and_its_queue_ends()
    {
        var cut = 0;
        var queue = new LiveQueue((_, _) => Task.FromException(new IOException("gone")), () => cut++);
        queue.Offer("change", Nothing);
        await queue.Run();
        cut.ShouldBe(1);
        queue.Offer("change", Nothing).ShouldBeFalse();
    }
}
