using System.Threading.RateLimiting;
using Wrenlet.Server.Accounts;

namespace Wrenlet.Server;

/// <summary>
/// How much one person, or one address that is not signed in, may ask for; beyond it the answer says how long to wait.
/// </summary>
internal static class Limits
{
    public static IServiceCollection AddLimits(this IServiceCollection services, Settings settings) =>
        services.AddRateLimiter(options =>
        {
            options.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            options.OnRejected = (context, _) =>
            {
                var wait = context.Lease.TryGetMetadata(MetadataName.RetryAfter, out var after)
                    ? after
                    : TimeSpan.FromSeconds(1);
                return new ValueTask(Refusals.Wait(wait).ExecuteAsync(context.HttpContext));
            };
            options.GlobalLimiter = PartitionedRateLimiter.CreateChained(Changes(settings), CostlyReads());
        });

    /// <summary>So many changes a second for long, four times as many at once.</summary>
    private static PartitionedRateLimiter<HttpContext> Changes(Settings settings) =>
        PartitionedRateLimiter.Create<HttpContext, string>(context =>
            settings.ChangesPerSecond == 0
            || HttpMethods.IsGet(context.Request.Method)
            || HttpMethods.IsHead(context.Request.Method)
                ? RateLimitPartition.GetNoLimiter("reads")
                : RateLimitPartition.GetTokenBucketLimiter(
                    WhoAsks(context),
                    _ => new TokenBucketRateLimiterOptions
                    {
                        TokenLimit = settings.ChangesPerSecond * 4,
                        TokensPerPeriod = settings.ChangesPerSecond,
                        ReplenishmentPeriod = TimeSpan.FromSeconds(1),
                        QueueLimit = 0,
                    }
                )
        );

    /// <summary>
    /// One costly read of a person at a time, so that nobody takes more than one core: the others wait their turn, and
    /// too many are sent away.
    /// </summary>
    private static PartitionedRateLimiter<HttpContext> CostlyReads() =>
        PartitionedRateLimiter.Create<HttpContext, string>(context =>
            context.GetEndpoint()?.Metadata.GetMetadata<CostlyAttribute>() is null
                ? RateLimitPartition.GetNoLimiter("cheap")
                : RateLimitPartition.GetConcurrencyLimiter(
                    WhoAsks(context),
                    _ => new ConcurrencyLimiterOptions
                    {
                        PermitLimit = AtOnce,
                        QueueLimit = Queued,
                        QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
                    }
                )
        );

    /// <summary>How many costly reads of one person run at once, and how many wait behind it.</summary>
    private const int AtOnce = 1;

    private const int Queued = 60;

    private static string WhoAsks(HttpContext context) =>
        Viewer.Of(context) is { } viewer
            ? viewer.Person.Id.Value.ToString()
            : "from " + context.Connection.RemoteIpAddress;
}

/// <summary>
/// Says on an endpoint that one answer of it may cost much: searching, exporting, reading words into tasks. Of one
/// person's few run at once.
/// </summary>
[AttributeUsage(AttributeTargets.Class | AttributeTargets.Method)]
public sealed class CostlyAttribute : Attribute;

internal static class CostlyExtensions
{
    /// <summary>Says that an answer of the endpoint may cost much.</summary>
    public static TBuilder Costly<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new CostlyAttribute());
}
