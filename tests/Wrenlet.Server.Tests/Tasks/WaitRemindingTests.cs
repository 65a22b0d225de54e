using Microsoft.Extensions.DependencyInjection;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tests.Tasks;

/// <summary>Asking whether something has come that a task waits for, as its moment comes.</summary>
public sealed class WaitRemindingTests : IAsyncLifetime
{
    private static readonly Instant Said = SmallYard.Now + Duration.FromHours(2);

    private SmallYard _yard = null!;
    private ServiceProvider _parts = null!;

    public async ValueTask InitializeAsync()
    {
        _yard = await SmallYard.Build();
        _parts = Parts.Of(
            new Settings(_yard.Folder, 0, "2026-04-14T08:40", false, "", 0, 0, null),
            s => s.AddHandler<TellsOfTasks>()
        );
        Get<WhoIsWho>().Refresh();
    }

    public async ValueTask DisposeAsync()
    {
        await _parts.DisposeAsync();
        Directory.Delete(_yard.Folder, recursive: true);
    }

    private T Get<T>()
        where T : notnull => _parts.GetRequiredService<T>();

    private async Task<int> Tick(Instant now)
    {
        var due = Get<TaskWaiting>().Due(now).ToList();
        foreach (var work in due)
            await work.Do();
        return due.Count;
    }

    private List<string> AlertsOf(string person) =>
        [
            .. Get<Database>()
                .Read(s => AlertStore.Page(s, _yard.People[person].Id, long.MaxValue, 50))
                .Select(a => a.Words)
                .Where(w => w.Contains("The fittings", StringComparison.Ordinal)),
        ];

    [Fact]
    public async Task Who_has_the_task_and_who_wrote_it_down_are_asked_when_it_was_to_come_and_each_working_day_after()
    {
        var id = Guid.CreateVersion7();
        var task = new TaskId(Guid.CreateVersion7());
        var (odalys, kit) = (_yard.People["Odalys"], _yard.People["Kit"]);
        await Get<TaskMaking>()
            .Make(
                new(
                    0,
                    task,
                    "Bleed the lines",
                    null,
                    null,
                    odalys.Id,
                    SmallYard.Now,
                    TaskState.NeedsAction,
                    null,
                    CompletionRule.Any,
                    Priority.Normal,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    1,
                    [new(new TaskOwner.OfPerson(kit.Id), false)],
                    DocketSight.Open
                ),
                odalys
            );
        var said = new WaitBody("The fittings", "Ostrander", Said.ToDateTimeOffset());
        (await Get<TaskWaiting>().Put(task, id, said, odalys, SmallYard.Now)).Refusal.ShouldBeNull();

        (await Tick(Said - Duration.FromMinutes(1))).ShouldBe(0);
        (await Tick(Said)).ShouldBe(1);
        (await Tick(Said + Duration.FromHours(1))).ShouldBe(0);
        AlertsOf("Kit").ShouldHaveSingleItem().ShouldEndWith("Ostrander said. Bleed the lines waits for it.");
        AlertsOf("Odalys").Count.ShouldBe(1);

        (await Tick(Said + Duration.FromHours(26))).ShouldBe(1);
        // Put off, it is not asked about before the new day; come, not at all.
        var later = Said + Duration.FromDays(7);
        var put = said with { Expected = later.ToDateTimeOffset() };
        await Get<TaskWaiting>().Put(task, id, put, kit, Said + Duration.FromHours(27));
        (await Tick(later - Duration.FromMinutes(1))).ShouldBe(0);
        await Get<TaskWaiting>().Put(task, id, put with { Came = true }, kit, later - Duration.FromMinutes(1));
        (await Tick(later + Duration.FromDays(2))).ShouldBe(0);
        Get<Database>().Read(s => WaitStore.Find(s, id))!.FirstSaid.ShouldBe(Said);
    }
}
