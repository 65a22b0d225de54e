using Wrenlet.Server.Connections;

namespace Wrenlet.Server.Tests.Access;

/// <summary>What waits to be sent to one browser.</summary>
public class LiveQueueTests
{
    [Fact]
    public async Task What_is_offered_is_sent_in_its_order()
    {
        List<string> sent = [];
        var queue = new LiveQueue<string>(
            what =>
            {
                sent.Add(what);
                return default;
            },
            () => { }
        );
        foreach (var i in Enumerable.Range(0, 100))
            queue.Offer($"{i}").ShouldBeTrue();
        queue.End();
        await queue.Run();
        sent.ShouldBe(Enumerable.Range(0, 100).Select(i => $"{i}"));
    }

    [Fact]
    public async Task A_browser_that_does_not_read_is_cut_off_when_too_much_waits_and_delays_nobody()
    {
        var stopped = new TaskCompletionSource();
        var cut = 0;
        var queue = new LiveQueue<string>(_ => new ValueTask(stopped.Task), () => cut++);
        var run = queue.Run();
        var taken = 0;
        while (queue.Offer("change") && taken < 10 * LiveQueue<string>.Most)
            taken++;
        // One is being sent, the others wait: no more than that is ever held for it.
        taken.ShouldBeInRange(LiveQueue<string>.Most, LiveQueue<string>.Most + 1);
        cut.ShouldBe(1);
        queue.Offer("change").ShouldBeFalse();
        stopped.SetResult();
        await run;
    }

    [Fact]
    public async Task A_connection_that_breaks_is_cut_and_its_queue_ends()
    {
        var cut = 0;
        var queue = new LiveQueue<string>(_ => ValueTask.FromException(new IOException("gone")), () => cut++);
        queue.Offer("change");
        await queue.Run();
        cut.ShouldBe(1);
        queue.Offer("change").ShouldBeFalse();
    }
}
