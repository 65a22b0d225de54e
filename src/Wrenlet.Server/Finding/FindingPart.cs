namespace Wrenlet.Server.Finding;

/// <summary>Search, and things that words point at.</summary>
internal static class FindingPart
{
    public static void MapFindingPart(this IEndpointRouteBuilder api)
    {
        api.MapFinding();
        api.MapThings();
        api.MapTaggable();
    }
}
