using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Asks;

/// <summary>What needs an answer.</summary>
internal static class AsksPart
{
    public static IServiceCollection AddAsks(this IServiceCollection services) =>
        services
            .AddSingleton<IAnsweredInWords, AnsweredAsks>()
            .AddSingleton<IHoldings, AskHoldings>()
            .AddSingleton<IOwedAnswers, AsksOfParties>();

    public static void MapAsksPart(this IEndpointRouteBuilder api) => api.MapAsks();
}
