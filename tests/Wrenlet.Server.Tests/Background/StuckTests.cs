using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using Microsoft.Extensions.Time.Testing;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Background;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Tests.Background;

/// <summary>Work that goes on by itself, where some of it fails.</summary>
public sealed class StuckTests : IAsyncLifetime
{
    private readonly FakeTimeProvider _machine = new(DateTimeOffset.UnixEpoch.AddYears(56));
    private SmallYard _yard = null!;
    private ServiceProvider _parts = null!;

    public async ValueTask InitializeAsync()
    {
        _yard = await SmallYard.Build();
        _parts = Parts.Of(new Settings(_yard.Folder, 0, "2026-04-14T08:40", false, "", 0, 0, null));
        Who.Refresh();
    }

    public async ValueTask DisposeAsync()
    {
        await _parts.DisposeAsync();
        Directory.Delete(_yard.Folder, recursive: true);
    }

    private Database Database => _parts.GetRequiredService<Database>();

    private WhoIsWho Who => _parts.GetRequiredService<WhoIsWho>();

    private Stuck Begin() =>
        new(
            Database,
            _parts.GetRequiredService<WriteQueue>(),
            Who,
            _machine,
            _parts.GetRequiredService<FirmClock>(),
            NullLogger<Stuck>.Instance
        );

    private static DueWork Failing(PersonId? owner = null, Exception? wrong = null) =>
        new("Ringing a bell", "the bell", "", owner, () => Task.FromException(wrong ?? new FormatException("No bell.")))
        {
            Title = "The bell at noon",
        };

    private StuckWork? Kept() => Database.Read(s => StuckStore.All(s, 10)).SingleOrDefault();

    private List<StoredAlert> AlertsOf(string name) =>
        [
            .. Database
                .Read(s => AlertStore.Page(s, _yard.People[name].Id, long.MaxValue, 50))
                .Where(a => a.Reason is AlertReason.Stuck),
        ];

    private static CancellationToken Cancelled => TestContext.Current.CancellationToken;

    [Fact]
    public async Task What_fails_is_set_down_with_its_reason_and_rests()
    {
        var stuck = Begin();
        (await stuck.Try(Failing(), Cancelled)).ShouldBeFalse();
        var kept = Kept().ShouldNotBeNull();
        (kept.Kind, kept.Reason, kept.Tries).ShouldBe(("Ringing a bell", "No bell.", 1));
        stuck.Rests("Ringing a bell", "the bell").ShouldBeTrue();
        _machine.Advance(TimeSpan.FromSeconds(5));
        stuck.Rests("Ringing a bell", "the bell").ShouldBeFalse();
    }

    [Fact]
    public async Task While_it_rests_it_is_not_tried_and_when_it_is_done_it_is_forgotten()
    {
        var stuck = Begin();
        await stuck.Try(Failing(), Cancelled);
        var rung = 0;
        var mended = Failing() with
        {
            Do = () =>
            {
                rung++;
                return Task.CompletedTask;
            },
        };
        (await stuck.Try(mended, Cancelled)).ShouldBeFalse();
        rung.ShouldBe(0);
        _machine.Advance(TimeSpan.FromSeconds(5));
        (await stuck.Try(mended, Cancelled)).ShouldBeTrue();
        rung.ShouldBe(1);
        Kept().ShouldBeNull();
    }

    [Fact]
    public async Task After_its_last_try_its_owner_is_told_once_and_only_a_person_tries_it_again()
    {
        var stuck = Begin();
        var ines = _yard.People["Ines"].Id;
        for (var i = 0; i < Retrying.MostTries + 3; i++)
        {
            await stuck.Try(Failing(ines), Cancelled);
            _machine.Advance(TimeSpan.FromHours(2));
        }

        Kept()!.Tries.ShouldBe(Retrying.MostTries);
        Kept()!.Next.ShouldBeNull();
        var told = AlertsOf("Ines").ShouldHaveSingleItem();
        told.Words.ShouldContain("The bell at noon");
        told.Words.ShouldContain("No bell.");

        (await stuck.TryAgain(Kept()!.Id)).ShouldBeTrue();
        stuck.Rests("Ringing a bell", "the bell").ShouldBeFalse();
        (await stuck.TryAgain(Guid.CreateVersion7())).ShouldBeFalse();
    }

    [Fact]
    public async Task What_is_nobodys_is_told_to_the_administrators_without_anybodys_words()
    {
        var stuck = Begin();
        for (var i = 0; i < Retrying.MostTries; i++)
        {
            await stuck.Try(Failing(), Cancelled);
            _machine.Advance(TimeSpan.FromHours(2));
        }

        var administrator = _yard.People.Values.First(p => p.May(Right.SetUp));
        var told = Database
            .Read(s => AlertStore.Page(s, administrator.Id, long.MaxValue, 50))
            .Single(a => a.Reason is AlertReason.Stuck);
        told.Words.ShouldContain("Ringing a bell");
        told.Words.ShouldNotContain("noon");
    }

    [Fact]
    public async Task What_is_told_in_another_way_is_told_once()
    {
        var stuck = Begin();
        var work = Failing(_yard.People["Ines"].Id) with { ToldElsewhere = true };
        for (var i = 0; i < Retrying.MostTries; i++)
        {
            await stuck.Try(work, Cancelled);
            _machine.Advance(TimeSpan.FromHours(2));
        }

        Kept()!.Next.ShouldBeNull();
        AlertsOf("Ines").ShouldBeEmpty();
    }

    [Fact]
    public async Task It_rests_on_over_a_restart()
    {
        await Begin().Try(Failing(), Cancelled);
        Begin().Rests("Ringing a bell", "the bell").ShouldBeTrue();
    }

    [Fact]
    public async Task A_full_disk_is_no_fault_of_the_work()
    {
        var stuck = Begin();
        (await stuck.Try(Failing(wrong: new SqliteException("full", 13)), Cancelled)).ShouldBeFalse();
        stuck.Rests("Ringing a bell", "the bell").ShouldBeFalse();
        Kept().ShouldBeNull();
    }

    [Fact]
    public async Task A_loop_goes_on_however_often_it_fails()
    {
        var stuck = Begin();
        var looked = 0;
        var loop = DueWork.Loop(
            "Looking",
            "everywhere",
            () =>
            {
                looked++;
                throw new InvalidOperationException("Nothing to see.");
            }
        );
        for (var i = 0; i < Retrying.MostTries + 5; i++)
            await stuck.Try(loop, Cancelled);
        looked.ShouldBe(Retrying.MostTries + 5);
    }

    /// <summary>A part of which one thing fails, or looking for what is due.</summary>
    private sealed class Part(List<string> done, params string[] items) : IDueWork
    {
        public IEnumerable<DueWork> Due(Instant now)
        {
            if (items is ["blind"])
                throw new InvalidOperationException("It cannot look.");
            return items.Select(i => new DueWork(
                "Test",
                i,
                "",
                null,
                () =>
                {
                    if (i == "bad")
                        throw new OverflowException("It cannot be done.");
                    done.Add(i);
                    return Task.CompletedTask;
                }
            ));
        }
    }

    [Fact]
    public async Task One_thing_that_fails_stops_nothing_behind_it_nor_another_part()
    {
        List<string> done = [];
        using var runner = new DueRunner(
            [new Part(done, "first", "bad", "third"), new Part(done, "blind"), new Part(done, "last")],
            Begin(),
            Who,
            _parts.GetRequiredService<FirmClock>(),
            _parts.GetRequiredService<LogBook>()
        );
        (await runner.RunDue(Cancelled)).ShouldBe(3);
        done.ShouldBe(["first", "third", "last"]);
        Database.Read(s => StuckStore.All(s, 10)).Select(w => w.Item).ShouldContain("bad");
        Database.Read(s => LogStore.Read(s, new(Kind: LogKind.ByItself), null, 10)).Count.ShouldBe(3);
    }
}
