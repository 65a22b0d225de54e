using Wrenlet.Server.People;

namespace Wrenlet.Server.Dockets;

/// <summary>Dockets, and what they are.</summary>
internal static class DocketsPart
{
    public static IServiceCollection AddDockets(this IServiceCollection services) =>
        services.AddSingleton<FirmKinds>().AddSingleton<DocketMaking>().AddSingleton<IHoldings, DocketHoldings>();

    public static void MapDocketsPart(this IEndpointRouteBuilder api)
    {
        api.MapDocketMaking();
        api.MapDocketsAtOnce();
        api.MapKinds();
        api.MapSites();
    }
}
