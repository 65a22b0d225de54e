using Wrenlet.Server.Flow;

namespace Wrenlet.Server.Alerts;

/// <summary>Who is told of what, and the noticeboard.</summary>
internal static class AlertsPart
{
    public static IServiceCollection AddAlerts(this IServiceCollection services) =>
        services
            .AddSingleton<Telling>()
            .AddSingleton<Noticing>()
            .AddSingleton<IFollowers>(s => s.GetRequiredService<TellsOfDockets>());

    public static void MapAlertsPart(this IEndpointRouteBuilder api)
    {
        api.MapAlerts();
        api.MapFolding();
        api.MapBoard();
    }
}
