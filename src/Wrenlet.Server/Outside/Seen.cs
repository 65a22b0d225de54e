using System.Net;
using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Diagnostics.HealthChecks;
using OpenTelemetry.Metrics;
using OpenTelemetry.Trace;
using Serilog;
using Serilog.Core;
using Serilog.Events;
using Serilog.Formatting.Compact;
using Wrenlet.Storage;

namespace Wrenlet.Server.Outside;

/// <summary>How the server is seen by who watches over it: health, metrics, traces and the log.</summary>
internal static class Seen
{
    private const string RequestDuration = "http.server.request.duration";

    /// <summary>Series of one measure: requests are told apart by route, method and answer, others by a few names.</summary>
    private const int MostOfRequests = 2000,
        MostOfOthers = 100;

    public static IServiceCollection AddSeen(this IServiceCollection services, Settings settings)
    {
        services.AddSingleton<Measures>().AddHealthChecks().AddCheck<Readiness>("ready");
        var telemetry = services
            .AddOpenTelemetry()
            .WithMetrics(metrics =>
                metrics
                    .AddMeter("Microsoft.AspNetCore.Hosting", "Microsoft.AspNetCore.Server.Kestrel", "System.Runtime")
                    .AddMeter(Measures.Name, Counted.Name, WriteQueue.MeterName)
                    // Room is taken for all series that a measure may have; only requests have many.
                    .AddView(measure => new MetricStreamConfiguration
                    {
                        CardinalityLimit = measure.Name == RequestDuration ? MostOfRequests : MostOfOthers,
                    })
                    .AddPrometheusExporter()
            );
        if (settings.Traces is { } traces)
            telemetry.WithTracing(tracing =>
                tracing.AddSource("Microsoft.AspNetCore").AddOtlpExporter(otlp => otlp.Endpoint = traces)
            );
        // Whatever is logged stands on one line of JSON on standard error; standard output is for what a person reads.
        services.AddSerilog(
            (provider, log) =>
            {
                log.MinimumLevel.Is(settings.LogLevel)
                    .MinimumLevel.Override("Microsoft", Highest(settings.LogLevel, LogEventLevel.Warning))
                    // Why it did not start is said in one line of its own.
                    .Filter.ByExcluding(e => e.MessageTemplate.Text == "Hosting failed to start")
                    .Enrich.FromLogContext()
                    .Enrich.With<WithoutAddresses>()
                    .WriteTo.Console(new RenderedCompactJsonFormatter(), standardErrorFromLevel: LogEventLevel.Verbose);
                foreach (var (part, level) in settings.LogLevels)
                    log.MinimumLevel.Override(part, level);
            }
        );
        return services;
    }

    /// <summary>Each request is a line of the log, with its id: the one that an error shows.</summary>
    public static void UseRequestLog(this IApplicationBuilder app) =>
        app.UseSerilogRequestLogging(options =>
        {
            options.MessageTemplate = "{Method} {Route} {StatusCode} in {Elapsed:0} ms";
            // Addresses hold private links and what was searched for: the route says enough.
            options.GetMessageTemplateProperties = (context, _, elapsed, status) =>
                [
                    new("Method", new ScalarValue(context.Request.Method)),
                    new(
                        "Route",
                        new ScalarValue((context.GetEndpoint() as RouteEndpoint)?.RoutePattern.RawText ?? "(none)")
                    ),
                    new("StatusCode", new ScalarValue(status)),
                    new("Elapsed", new ScalarValue(elapsed)),
                ];
        });

    public static void MapSeen(this WebApplication app, Settings settings)
    {
        app.MapHealthChecks("/health/live", new HealthCheckOptions { Predicate = _ => false });
        app.MapHealthChecks("/health/ready", new HealthCheckOptions { ResponseWriter = Write });
        app.UseOpenTelemetryPrometheusScrapingEndpoint(context =>
            context.Request.Path == "/metrics" && MayMeasure(context, settings)
        );
        app.MapGet("/metrics", () => Results.NotFound()).ExcludeFromDescription();
        app.Services.GetRequiredService<Measures>();
    }

    private static async Task Write(
        HttpContext context,
        Microsoft.Extensions.Diagnostics.HealthChecks.HealthReport report
    )
    {
        context.Response.ContentType = "text/plain; charset=utf-8";
        await context.Response.WriteAsync(report.Status.ToString());
        foreach (var (_, entry) in report.Entries)
            if (entry.Description is { } why)
                await context.Response.WriteAsync($": {why}");
    }

    /// <summary>Who asks from this machine itself, with nobody in between, or has the token.</summary>
    private static bool MayMeasure(HttpContext context, Settings settings)
    {
        if (settings.MetricsToken is { } token)
            return CryptographicOperations.FixedTimeEquals(
                Encoding.UTF8.GetBytes(context.Request.Headers.Authorization.ToString()),
                Encoding.UTF8.GetBytes($"Bearer {token}")
            );
        return context.Connection.RemoteIpAddress is { } from
            && IPAddress.IsLoopback(from)
            && !context.Request.Headers.ContainsKey("X-Forwarded-For")
            && !context.Request.Headers.ContainsKey("X-Original-For");
    }

    private static LogEventLevel Highest(LogEventLevel one, LogEventLevel other) => one > other ? one : other;

    /// <summary>Takes the address of a request out of what is logged in it.</summary>
    private sealed class WithoutAddresses : ILogEventEnricher
    {
        public void Enrich(LogEvent logEvent, ILogEventPropertyFactory propertyFactory)
        {
            foreach (var name in new[] { "RequestPath", "Path", "QueryString" })
                logEvent.RemovePropertyIfPresent(name);
        }
    }
}
