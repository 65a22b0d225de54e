using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Sheets.Checks;
using Wrenlet.Server.Sheets.Discussions;

namespace Wrenlet.Server.Sheets;

/// <summary>Documents of dockets.</summary>
internal static class SheetsPart
{
    public static IServiceCollection AddSheets(this IServiceCollection services) =>
        services
            .AddSingleton<SheetMaking>()
            .AddSingleton<DrawingReading>()
            .AddSingleton<TableSteps>()
            .AddSingleton<Checking>()
            .AddSingleton<DiscussionMaking>()
            .AddSingleton<DiscussionViews>()
            .AddSingleton<DiscussionReading>()
            .AddSingleton<Authors>()
            .AddSingleton<AnchorPlaces>()
            .AddSingleton<AnnotationReading>()
            .AddSingleton<IInsideWords, SheetInside>()
            .AddSingleton<IHoldsFiles, SheetInside>()
            .AddSingleton<IHoldsFiles, Viewpoints>()
            .AddSingleton<IPointable, PointableSheets>();

    public static void MapSheetsPart(this IEndpointRouteBuilder api)
    {
        api.MapSheets();
        api.MapDiscussions();
        api.MapAnnotations();
        api.MapPut("/viewpoints/{picture:guid}", Viewpoints.Put).For(Access.SignedIn);
        api.MapChecks();
    }
}
