using Wrenlet.Server.Conversations;

namespace Wrenlet.Server.Sheets;

/// <summary>Documents of dockets.</summary>
internal static class SheetsPart
{
    public static IServiceCollection AddSheets(this IServiceCollection services) =>
        services
            .AddSingleton<SheetMaking>()
            .AddSingleton<IInsideWords, SheetInside>()
            .AddSingleton<IHoldsFiles, SheetInside>()
            .AddSingleton<IPointable, PointableSheets>();

    public static void MapSheetsPart(this IEndpointRouteBuilder api) => api.MapSheets();
}
