namespace Wrenlet.Server.Reports;

/// <summary>How we do, and what happened since one left.</summary>
internal static class ReportsPart
{
    public static void MapReportsPart(this IEndpointRouteBuilder api)
    {
        api.MapReports();
        api.MapToday();
    }
}
