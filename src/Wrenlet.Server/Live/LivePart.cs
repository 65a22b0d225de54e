using Microsoft.AspNetCore.SignalR;
using Wrenlet.Server.Connections;

namespace Wrenlet.Server.Live;

/// <summary>The live connection: who is there, and what they hear.</summary>
internal static class LivePart
{
    public static IServiceCollection AddLive(this IServiceCollection services)
    {
        services.AddSingleton<Presence>().AddHostedService<Announcer>().AddSignalR();
        services
            .AddSingleton<LiveConnections>()
            .AddSingleton<HubLifetimeManager<LiveHub>>(s => s.GetRequiredService<LiveConnections>());
        return services;
    }

    public static void MapLive(this IEndpointRouteBuilder api) => Announcer.Map(api);
}
