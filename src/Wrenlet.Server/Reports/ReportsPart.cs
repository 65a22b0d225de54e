using Wrenlet.Server.Reports.Imports;

namespace Wrenlet.Server.Reports;

/// <summary>How well customers were answered, what happened since one left, and what is brought along.</summary>
internal static class ReportsPart
{
    public static IServiceCollection AddReports(this IServiceCollection services) =>
        services
            .AddSingleton<IImporting, ContactImporting>()
            .AddSingleton<DocketImporting>()
            .AddSingleton<IImporting>(s => s.GetRequiredService<DocketImporting>())
            .AddSingleton<ITakesBack>(s => s.GetRequiredService<DocketImporting>())
            .AddSingleton<TaskImporting>()
            .AddSingleton<IImporting>(s => s.GetRequiredService<TaskImporting>())
            .AddSingleton<ITakesBack>(s => s.GetRequiredService<TaskImporting>())
            .AddSingleton<ITakesBack, TakingBackContacts>()
            .AddSingleton<ITakesBack, TakingBackParties>()
            .AddSingleton<ImportRunner>()
            .AddHostedService(s => s.GetRequiredService<ImportRunner>());

    public static void MapReportsPart(this IEndpointRouteBuilder api)
    {
        api.MapReports();
        api.MapFirstSteps();
        api.MapToday();
        api.MapImports();
        api.MapReading();
    }
}
