namespace Wrenlet.Server.Standins;

/// <summary>Outside services: the shipped stand-ins, and real ones where they are configured.</summary>
internal static class StandinsPart
{
    public static IServiceCollection AddOutsideServices(this IServiceCollection services, Settings settings)
    {
        services
            .AddSingleton<StandinPostOffice>()
            .AddSingleton<StandinTextOffice>()
            .AddSingleton<StandinCallOffice>()
            .AddSingleton<ICallOffice>(s => s.GetRequiredService<StandinCallOffice>());
        return MailServers.Of(settings) is { } servers
            ? services.AddSingleton<IPostOffice>(new MailServerPostOffice(servers))
            : services.AddSingleton<IPostOffice>(s => s.GetRequiredService<StandinPostOffice>());
    }

    public static void MapStandins(this IEndpointRouteBuilder api)
    {
        api.MapPostOffice();
        api.MapCalls();
    }
}
