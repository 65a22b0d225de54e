using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Net.Http.Headers;

namespace Wrenlet.Server;

/// <summary>Serves the built web application: the compressed copy beside a file where the browser takes it.</summary>
internal static class WebFiles
{
    public static void UseWebFiles(this WebApplication app)
    {
        var root = app.Environment.WebRootPath;
        app.Use(
            (context, next) =>
            {
                var path = context.Request.Path.Value ?? "";
                if (
                    path.StartsWith("/assets/", StringComparison.Ordinal)
                    && !path.Contains("..", StringComparison.Ordinal)
                    && context.Request.Headers.AcceptEncoding.ToString().Contains("br", StringComparison.Ordinal)
                    && File.Exists(root + path + ".br")
                )
                    context.Request.Path = path + ".br";
                return next(context);
            }
        );
        var types = new FileExtensionContentTypeProvider();
        app.UseStaticFiles(
            new StaticFileOptions
            {
                ContentTypeProvider = new Compressed(types),
                OnPrepareResponse = response =>
                {
                    var headers = response.Context.Response.Headers;
                    if (response.File.Name.EndsWith(".br", StringComparison.Ordinal))
                    {
                        headers.ContentEncoding = "br";
                        headers.Vary = HeaderNames.AcceptEncoding;
                    }

                    headers.CacheControl = response.Context.Request.Path.StartsWithSegments(
                        "/assets",
                        StringComparison.Ordinal
                    )
                        ? "public, max-age=31536000, immutable"
                        : "no-cache";
                },
            }
        );
    }

    /// <summary>The type of a compressed copy is that of the file it was made of.</summary>
    private sealed class Compressed(FileExtensionContentTypeProvider inner) : IContentTypeProvider
    {
        public bool TryGetContentType(string subpath, out string contentType) =>
            inner.TryGetContentType(
                subpath.EndsWith(".br", StringComparison.Ordinal) ? subpath[..^3] : subpath,
                out contentType!
            );
    }
}
