using Wrenlet.Server.Accounts;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Flow;
using Wrenlet.Server.Flow.Forecasts;
using Wrenlet.Server.Flow.Rules;
using Wrenlet.Server.Flow.Templates;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.Tasks;

namespace Wrenlet.Server.Background;

/// <summary>Work that goes on by itself.</summary>
internal static class TimedWork
{
    public static IServiceCollection AddTimedWork(this IServiceCollection services) =>
        services
            .Configure<HostOptions>(host =>
                // Each loop keeps going by itself; should one end all the same, pages are served on.
                host.BackgroundServiceExceptionBehavior = BackgroundServiceExceptionBehavior.Ignore
            )
            .AddSingleton(TimeProvider.System)
            .AddSingleton<Stuck>()
            .AddSingleton<IDueWork>(s => s.GetRequiredService<DocketMoving>())
            .AddSingleton<IDueWork>(s => s.GetRequiredService<RuleTiming>())
            .AddSingleton<IDueWork>(s => s.GetRequiredService<RuleActing>())
            .AddSingleton<IDueWork>(s => s.GetRequiredService<Handling>())
            .AddSingleton<IDueWork>(s => s.GetRequiredService<Noticing>())
            .AddSingleton<IDueWork>(s => s.GetRequiredService<Answering>())
            .AddSingleton<IDueWork>(s => s.GetRequiredService<TaskMaking>())
            .AddSingleton<IDueWork>(s => s.GetRequiredService<TaskWaiting>())
            .AddSingleton<IDueWork>(s => s.GetRequiredService<Convening>())
            .AddSingleton<IDueWork>(s => s.GetRequiredService<TellsOfQueues>())
            .AddSingleton<IDueWork>(s => s.GetRequiredService<ComingRound>())
            .AddSingleton<IDueWork>(s => s.GetRequiredService<ForecastMarking>())
            .AddSingleton<IDueWork>(s => s.GetRequiredService<LogThinning>())
            .AddHostedService<Sender>()
            .AddHostedService<Collector>()
            .AddHostedService<DueRunner>()
            .AddHostedService(_ => new MemoryReturn())
            .AddSingleton<Digesting>()
            .AddHostedService(s => s.GetRequiredService<Digesting>());

    public static void MapTimedWork(this IEndpointRouteBuilder api) => api.MapStuckWork();
}
