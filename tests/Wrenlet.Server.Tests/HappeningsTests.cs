using Microsoft.Extensions.DependencyInjection;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;

namespace Wrenlet.Server.Tests;

/// <summary>What follows from a happening follows in the same write, or nothing of it does.</summary>
public sealed class HappeningsTests : IAsyncDisposable
{
    private readonly string _folder = RunningServer.NewFolder();
    private readonly Database _database;
    private readonly WriteQueue _writes;

    public HappeningsTests()
    {
        _database = Database.Open(_folder);
        _writes = new WriteQueue(_database);
    }

    public async ValueTask DisposeAsync()
    {
        await _writes.DisposeAsync();
        _database.Dispose();
        Directory.Delete(_folder, recursive: true);
    }

    private sealed record Rang(string What) : IHappening;

    private sealed record Stopped : IHappening;

    private sealed class Heard
    {
        public List<string> Words { get; } = [];
    }

    private sealed class First(Heard heard) : IHandles<Rang>, IHandles<Stopped>
    {
        public void Handle(Writing w, Rang happening)
        {
            w.Session.Run("INSERT INTO audit (at, what, about) VALUES (1, 'rang', $about)", ("about", happening.What));
            heard.Words.Add("first " + happening.What);
        }

        public void Handle(Writing w, Stopped happening) => heard.Words.Add("first stopped");
    }

    private sealed class Second(Heard heard) : IHandles<Rang>
    {
        public void Handle(Writing w, Rang happening)
        {
            if (happening.What == "wrong")
                throw new InvalidOperationException("It cannot be.");
            heard.Words.Add("second " + happening.What);
        }
    }

    private static (Dispatcher Happenings, Heard Heard) Listed(Action<IServiceCollection> handlers)
    {
        var services = new ServiceCollection().AddSingleton<Heard>().AddSingleton<Dispatcher>();
        handlers(services);
        var provider = services.BuildServiceProvider();
        return (provider.GetRequiredService<Dispatcher>(), provider.GetRequiredService<Heard>());
    }

    private long? Rung() => _database.Read(s => s.Number("SELECT count(*) FROM audit WHERE what = 'rang'"));

    private Task Say<T>(Dispatcher happenings, T what)
        where T : IHappening =>
        _writes.Run(w =>
        {
            happenings.Say(w, what);
            return true;
        });

    [Fact]
    public async Task Handlers_do_what_follows_in_the_order_in_which_they_are_listed()
    {
        var (happenings, heard) = Listed(s => s.AddHandler<Second>().AddHandler<First>());
        await Say(happenings, new Rang("bell"));
        heard.Words.ShouldBe(["second bell", "first bell"]);
        Rung().ShouldBe(1);
    }

    [Fact]
    public async Task A_handler_is_one_for_all_the_happenings_that_it_handles()
    {
        var (happenings, heard) = Listed(s => s.AddHandler<First>());
        await Say(happenings, new Rang("bell"));
        await Say(happenings, new Stopped());
        heard.Words.ShouldBe(["first bell", "first stopped"]);
    }

    [Fact]
    public async Task What_a_handler_throws_undoes_the_whole_write()
    {
        var (happenings, _) = Listed(s => s.AddHandler<First>().AddHandler<Second>());
        await Should.ThrowAsync<InvalidOperationException>(() => Say(happenings, new Rang("wrong")));
        Rung().ShouldBe(0);
        await Say(happenings, new Rang("right"));
        Rung().ShouldBe(1);
    }

    [Fact]
    public async Task What_nobody_handles_is_said_all_the_same()
    {
        var (happenings, heard) = Listed(_ => { });
        await Say(happenings, new Stopped());
        heard.Words.ShouldBeEmpty();
    }
}
