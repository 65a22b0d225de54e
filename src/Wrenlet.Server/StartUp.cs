using System.IO.Compression;
using System.Net;
using System.Net.Sockets;
using System.Reflection;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.AspNetCore.Server.Kestrel.Core;
using Wrenlet.Formats.Conversations;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Demo;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.Keeping;
using Wrenlet.Server.Outside;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Server;

/// <summary>Starting: what may be in the way is said in one clear line.</summary>
internal static class StartUp
{
    /// <summary>Whether the process was started by the build, only to write the OpenAPI document.</summary>
    private static bool OnlyDescribing => Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";

    /// <summary>
    /// Reads the command line and makes sure that the data folder can be written and the port is free.
    /// </summary>
    private static Settings Settings(string[] args)
    {
        if (OnlyDescribing)
            return Server.Settings.Parse([
                "--port",
                "0",
                "--data",
                Path.Combine(Path.GetTempPath(), $"wrenlet-describe-{Environment.ProcessId}"),
            ]);
        var settings = Server.Settings.Parse(args);
        try
        {
            Directory.CreateDirectory(settings.DataFolder);
            var probe = Path.Combine(settings.DataFolder, ".writable");
            File.WriteAllText(probe, "");
            File.Delete(probe);
        }
        catch (Exception wrong) when (wrong is IOException or UnauthorizedAccessException)
        {
            throw new StartException(
                $"the folder {Path.GetFullPath(settings.DataFolder)} cannot be written. Choose another with --data "
                    + $"DIR, or change its rights.",
                wrong
            );
        }

        return settings;
    }

    /// <summary>Composes the application, starts it, and waits for its end; what stops it is said in one line.</summary>
    /// <param name="args">The command line.</param>
    /// <param name="compose">Adds what the application is made of.</param>
    /// <param name="map">Maps what it answers.</param>
    public static async Task<int> Run(
        string[] args,
        Action<IServiceCollection, Settings> compose,
        Action<WebApplication> map
    )
    {
        try
        {
            Charsets.Register();
            var settings = Settings(args);
            var builder = WebApplication.CreateSlimBuilder(
                new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory }
            );
            builder.WebHost.ConfigureKestrel(Listen(settings));
            builder.Logging.ClearProviders();
            builder.Services.AddSeen(settings);
            compose(builder.Services, settings);
            var app = builder.Build();
            app.UseTrustedProxies(settings);
            if (settings.BasePath.Length > 0)
                app.UsePathBase(settings.BasePath);
            app.Use(
                (context, next) =>
                {
                    WriteQueue.AskedFrom.Value = AddressOf(context.Connection.RemoteIpAddress);
                    return next(context);
                }
            );
            app.UseRequestLog();
            app.UseExceptionHandler().UseStatusCodePages().UseSafeHeaders().UseResponseCompression();
            app.UseWebFiles();
            app.UseRouting().UseMiddleware<AccessMiddleware>().UseMiddleware<LeftOfDisk>().UseRateLimiter();
            map(app);
            app.MapGroup("/api").MapFallback(() => Refusals.NotFound("address")).For(Access.Everyone);
            app.MapSeen(settings);
            app.MapWebApplication(settings);
            await app.Begin(settings);
            return 0;
        }
        catch (StartException wrong)
        {
            await Console.Error.WriteLineAsync("Wrenlet cannot start: " + wrong.Message);
            return 1;
        }
    }

    /// <summary>What all parts stand on: settings, clock, storage, happenings, and how requests are read and answered.</summary>
    public static IServiceCollection AddFoundation(this IServiceCollection services, Settings settings) =>
        services
            .AddSingleton(settings)
            .AddSingleton<FirmClock>()
            .AddSingleton<Dispatcher>()
            .AddStorage()
            .ConfigureHttpJsonOptions(json =>
            {
                var options = json.SerializerOptions;
                options.NumberHandling = JsonNumberHandling.Strict;
                options.RespectNullableAnnotations = true;
                options.TypeInfoResolver = (
                    options.TypeInfoResolver ?? new DefaultJsonTypeInfoResolver()
                ).WithAddedModifier(RequestBounds.LookAtAll);
                // The OpenAPI document tells of all types.
                if (!OnlyDescribing)
                    options.Converters.Insert(0, new JsonAtFirstUse(options));
            })
            .Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true)
            .AddExceptionHandler<Mishaps>()
            .AddOpenApi()
            .AddValidation()
            .AddProblemDetails(problems => problems.CustomizeProblemDetails = Mishaps.InWords)
            .AddLimits(settings)
            .AddResponseCompression(Compress);

    private static Action<KestrelServerOptions> Listen(Settings settings) =>
        kestrel =>
        {
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = 4 * 1024 * 1024;
            kestrel.Listen(settings.Listen, settings.Port);
        };

    private static IServiceCollection AddStorage(this IServiceCollection services) =>
        services
            .AddSingleton(s => new DataFolder(s.GetRequiredService<Settings>().DataFolder))
            .AddSingleton(s =>
                Usable(() =>
                {
                    var folder = s.GetRequiredService<DataFolder>();
                    folder.RefuseToBeginAnew();
                    return FolderLock.Take(folder, "serves it");
                })
            )
            .AddSingleton(s =>
            {
                // Held as long as the database is open.
                _ = s.GetRequiredService<FolderLock>();
                return Usable(() => Database.Open(s.GetRequiredService<DataFolder>().Path));
            })
            .AddSingleton<WriteQueue>();

    private static string? AddressOf(IPAddress? address) =>
        (address is { IsIPv4MappedToIPv6: true } ? address.MapToIPv4() : address)?.ToString();

    private static T Usable<T>(Func<T> open)
    {
        try
        {
            return open();
        }
        catch (DatabaseException wrong)
        {
            throw new StartException(wrong.Message, wrong);
        }
    }

    private static void Compress(ResponseCompressionOptions options)
    {
        options.EnableForHttps = true;
        options.Providers.Add<GzipCompressionProvider>();
        options.MimeTypes = ["application/json", "application/problem+json", "text/html"];
    }

    /// <summary>
    /// Fills a new database with the scenario if asked to, listens, says where, and waits for the end.
    /// </summary>
    private static async Task Begin(this WebApplication app, Settings settings)
    {
        if (OnlyDescribing)
        {
            await app.RunAsync();
            return;
        }

        var who = app.Services.GetRequiredService<WhoIsWho>();
        if (who.Refresh().Firm is null && settings.Demo)
            await app.Services.GetRequiredService<DemoLoader>().Load();
        try
        {
            await app.StartAsync();
        }
        catch (IOException wrong)
            when (wrong.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException
                || wrong.InnerException is SocketException
            )
        {
            throw new StartException(
                $"port {settings.Port} is in use by another program. Choose another with --port N.",
                wrong
            );
        }

        var address = app
            .Services.GetRequiredService<IServer>()
            .Features.Get<IServerAddressesFeature>()!
            .Addresses.First();
        Console.WriteLine($"Wrenlet is ready: {address}{Code(app.Services.GetRequiredService<SetUpCode>())}");
        await app.WaitForShutdownAsync();
        await app.DisposeAsync();
    }

    /// <summary>What whoever sets the firm up is asked for, on the same line; nothing once there is a firm.</summary>
    private static string Code(SetUpCode code) => code.Shown is { } shown ? $" (set it up with the code {shown})" : "";
}
