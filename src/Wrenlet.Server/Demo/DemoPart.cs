namespace Wrenlet.Server.Demo;

/// <summary>The scenario that a new database is filled with.</summary>
internal static class DemoPart
{
    public static IServiceCollection AddDemo(this IServiceCollection services) =>
        services
            .AddSingleton<DemoWords>()
            .AddSingleton<DemoLife>()
            .AddSingleton<DemoTemplates>()
            .AddSingleton<DemoRules>()
            .AddSingleton<DemoLoader>();
}
