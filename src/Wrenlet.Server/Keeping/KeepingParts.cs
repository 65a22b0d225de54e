using Wrenlet.Storage.Keeping;

namespace Wrenlet.Server.Keeping;

/// <summary>What keeps the firm's data.</summary>
internal static class KeepingParts
{
    public static IServiceCollection AddKeeping(this IServiceCollection services) =>
        services
            .AddSingleton<Administrators>()
            .AddSingleton(services => new LastOfDisk(
                services.GetRequiredService<DataFolder>(),
                () => DatabaseWatch.Free(services.GetRequiredService<Settings>()),
                services.GetRequiredService<ILogger<LastOfDisk>>()
            ))
            .AddSingleton<Backups>()
            .AddHostedService(s => s.GetRequiredService<Backups>())
            .AddSingleton<DatabaseWatch>()
            .AddHostedService(s => s.GetRequiredService<DatabaseWatch>())
            .AddSingleton<KeepingReading>();
}
