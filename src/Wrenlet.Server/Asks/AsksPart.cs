using Wrenlet.Server.Conversations;

namespace Wrenlet.Server.Asks;

/// <summary>What needs an answer.</summary>
internal static class AsksPart
{
    public static IServiceCollection AddAsks(this IServiceCollection services) =>
        services.AddSingleton<IAnsweredInWords, AnsweredAsks>();

    public static void MapAsksPart(this IEndpointRouteBuilder api) => api.MapAsks();
}
