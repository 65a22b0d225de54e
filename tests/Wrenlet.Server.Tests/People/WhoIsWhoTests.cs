using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Tests.People;

public sealed class WhoIsWhoTests
{
    [Fact]
    public async Task The_picture_is_the_new_one_before_anybody_is_told_of_the_change()
    {
        var yard = await SmallYard.Build();
        using (var database = Database.Open(yard.Folder))
        {
            await using var writes = new WriteQueue(database);
            var who = new WhoIsWho(
                database,
                writes,
                new FirmClock(new Settings(yard.Folder, 0, "2026-04-14T08:40", false, "", 0, 0, null))
            );
            var queue = who.Current.Queues[yard.Queue];
            Duration? told = null;
            // Who tells browsers of changes listens after it.
            writes.Committed += _ => told = who.Current.Queues[yard.Queue].Goal.LaterReply;
            await writes.Run(w =>
            {
                PeopleStore.SetQueue(
                    w.Session,
                    queue with
                    {
                        Goal = new ResponseGoal(Duration.FromHours(2), Duration.FromHours(1)),
                    }
                );
                w.Log(
                    new Change(
                        ChangeKinds.QueuesChanged,
                        yard.Queue,
                        new Place.Firm(),
                        Thing.Working,
                        SmallYard.Now,
                        null
                    )
                );
            });
            told.ShouldBe(Duration.FromHours(1));
            who.Current.ShouldBeSameAs(who.Current, "it is kept until something changes");
        }

        Directory.Delete(yard.Folder, recursive: true);
    }
}
