using Wrenlet.Server.Conversations;
using Wrenlet.Server.Flow.Forecasts;
using Wrenlet.Server.Flow.Rules;
using Wrenlet.Server.Flow.Templates;
using Wrenlet.Server.Flow.Visits;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Flow;

/// <summary>How dockets move, and people's load.</summary>
internal static class FlowPart
{
    public static IServiceCollection AddFlow(this IServiceCollection services) =>
        services
            .AddSingleton<DocketMoving>()
            .AddSingleton<FirmRules>()
            .AddSingleton<RuleWatching>()
            .AddSingleton<RuleTiming>()
            .AddSingleton<RuleActing>()
            .AddSingleton<RuleSteps>()
            .AddSingleton<RuleUndoing>()
            .AddSingleton<ForecastKeeping>()
            .AddSingleton<ForecastMarking>()
            .AddSingleton<PlanChanging>()
            .AddSingleton<VisitPlanning>()
            .AddSingleton<DocketTying>()
            .AddSingleton<TemplateUse>()
            .AddSingleton<IHoldsFiles, TemplateFiles>()
            .AddSingleton<IHoldings, RecurringHoldings>();

    public static void MapFlowPart(this IEndpointRouteBuilder api)
    {
        api.MapMoving();
        api.MapGates();
        api.MapRules();
        api.MapTying();
        api.MapLoad();
        api.MapForecasts();
        api.MapLevelling();
        api.MapUsual();
        api.MapVisits();
        api.MapTemplates();
        api.MapTemplateUse();
        api.MapRecurring();
    }
}
