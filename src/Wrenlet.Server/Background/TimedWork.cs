namespace Wrenlet.Server.Background;

/// <summary>Work that goes on by itself.</summary>
internal static class TimedWork
{
    public static IServiceCollection AddTimedWork(this IServiceCollection services) =>
        services
            .AddHostedService<Sender>()
            .AddHostedService<Collector>()
            .AddHostedService<BringingBack>()
            .AddSingleton<Digesting>()
            .AddHostedService(s => s.GetRequiredService<Digesting>());
}
