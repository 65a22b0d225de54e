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
            options.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(context =>
            {
                if (
                    settings.ChangesPerSecond == 0
                    || HttpMethods.IsGet(context.Request.Method)
                    || HttpMethods.IsHead(context.Request.Method)
                )
                    return RateLimitPartition.GetNoLimiter("reads");
                var who = Viewer.Of(context) is { } viewer
                    ? viewer.Person.Id.Value.ToString()
                    : "from " + context.Connection.RemoteIpAddress;
                return RateLimitPartition.GetTokenBucketLimiter(
                    who,
                    _ => new TokenBucketRateLimiterOptions
                    {
                        TokenLimit = settings.ChangesPerSecond * 4,
                        TokensPerPeriod = settings.ChangesPerSecond,
                        ReplenishmentPeriod = TimeSpan.FromSeconds(1),
                        QueueLimit = 0,
                    }
                );
            });
        });
}
