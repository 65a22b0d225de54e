namespace Wrenlet.Server.Reports;

/// <summary>How well customers were answered, and what happened since one left.</summary>
internal static class ReportsPart
{
    public static void MapReportsPart(this IEndpointRouteBuilder api)
    {
        api.MapReports();
        api.MapFirstSteps();
        api.MapToday();
    }
}
