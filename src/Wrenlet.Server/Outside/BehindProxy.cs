using Microsoft.AspNetCore.HttpOverrides;

namespace Wrenlet.Server.Outside;

/// <summary>What a proxy that is trusted says about a request: who asks, by which scheme, and for which host.</summary>
internal static class BehindProxy
{
    public static void UseTrustedProxies(this IApplicationBuilder app, Settings settings)
    {
        if (settings.TrustedProxies.Count == 0)
            return;
        var options = new ForwardedHeadersOptions
        {
            ForwardedHeaders =
                ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto | ForwardedHeaders.XForwardedHost,
            // As many proxies as are trusted may stand one behind the other.
            ForwardLimit = null,
        };
        options.KnownProxies.Clear();
        options.KnownIPNetworks.Clear();
        foreach (var network in settings.TrustedProxies)
            options.KnownIPNetworks.Add(network);
        app.UseForwardedHeaders(options);
    }
}
