using Wrenlet.Core.Conversations;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Tests.Conversations;

public class DemoRoutingTests
{
    [Fact]
    public async Task Trained_on_the_first_four_months_of_the_demo_it_is_right_about_the_last_two()
    {
        var folder = RunningServer.NewFolder();
        await using (await RunningServer.Start(folder, "--clock", "2026-04-14T08:40")) { }

        using (var database = Database.Open(folder))
        {
            var lessons = database.Read(s => RoutingStore.Lessons(s, 4000));
            var split = NodaTime.Instant.FromUtc(2026, 2, 14, 0, 0);
            var (train, test) = (
                lessons.Where(l => l.At < split).Select(l => l.Lesson).ToList(),
                lessons.Where(l => l.At >= split).Select(l => l.Lesson).ToList()
            );
            train.Count.ShouldBeGreaterThan(15);
            test.Count.ShouldBeGreaterThan(8);
            var report = Router.Learn(train).On(test);
            TestContext.Current.TestOutputHelper!.WriteLine(
                $"trained on {train.Count}, tested on {report.Tried}: placed {report.Placed}, right {report.Right}; "
                    + $"first guess right {report.RightAtAll}"
            );
            report.Accuracy.ShouldBeGreaterThanOrEqualTo(0.8);
        }

        Directory.Delete(folder, recursive: true);
    }
}
