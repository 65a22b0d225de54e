namespace Wrenlet.Server;

/// <summary>
/// Headers that keep a page to itself. Scripts come only from files of ours; style attributes are set by the
/// positioning of our components.
/// </summary>
internal static class SafeHeaders
{
    private const string Policy =
        "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
        + "media-src 'self'; worker-src 'self'; font-src 'self'; connect-src 'self'; "
        + "manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    public static IApplicationBuilder UseSafeHeaders(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
            {
                var headers = context.Response.Headers;
                headers.ContentSecurityPolicy = Policy;
                headers.XContentTypeOptions = "nosniff";
                // Whoever came by TLS once comes by nothing else for a year (RFC 6797).
                if (context.Request.IsHttps)
                    headers.StrictTransportSecurity = "max-age=31536000";
                if (context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
                    headers.CacheControl = "no-store";
                // What the page loads is many files, for which the rest means nothing.
                if (!context.Request.Path.StartsWithSegments("/assets", StringComparison.Ordinal))
                {
                    headers["Referrer-Policy"] = "no-referrer";
                    headers["Cross-Origin-Opener-Policy"] = "same-origin";
                    headers["Permissions-Policy"] = "camera=(), microphone=(), geolocation=()";
                }

                return next(context);
            }
        );
}
