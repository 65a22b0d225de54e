using System.Diagnostics.CodeAnalysis;
using System.Text;
using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Net.Http.Headers;

namespace Wrenlet.Server;

/// <summary>
/// The web application: each of its addresses is the one page, and the page's files carry a hash in their name and are
/// kept for good. They were compressed when the application was built; here only the form that a browser takes is
/// chosen. An endpoint for each form of each file would take more memory than all that the server does.
/// </summary>
internal static class WebFiles
{
    /// <summary>The forms that lie beside a file, the smallest first: coding (RFC 9110 8.4.1) and ending.</summary>
    private static readonly (string Coding, string Ending)[] Forms = [("br", ".br"), ("gzip", ".gz")];

    public static void UseWebFiles(this WebApplication app)
    {
        if (!Directory.Exists(app.Environment.WebRootPath))
            return;
        var files = app.Environment.WebRootFileProvider;
        app.Use(
            (context, next) =>
            {
                var request = context.Request;
                if (
                    Path.HasExtension(request.Path.Value)
                    && (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method))
                )
                    foreach (var (coding, ending) in Forms)
                        if (Takes(request, coding) && files.GetFileInfo(request.Path + ending).Exists)
                        {
                            request.Path += ending;
                            break;
                        }
                return next(context);
            }
        );
        app.UseStaticFiles(
            new StaticFileOptions { ContentTypeProvider = new TypeOfForm(), OnPrepareResponse = SayForm }
        );
    }

    public static void MapWebApplication(this WebApplication app, Settings settings)
    {
        if (!Directory.Exists(app.Environment.WebRootPath))
            return;
        var page = PageAt(settings.BasePath, File.ReadAllText(Path.Combine(app.Environment.WebRootPath, "index.html")));
        app.MapFallback(
            "{*path:nonfile}",
            (HttpContext context) =>
            {
                context.Response.Headers.CacheControl = "no-cache";
                return Results.Text(page, "text/html", Encoding.UTF8);
            }
        );
    }

    /// <summary>Whether a browser said that it takes a coding: named, and not with a weight of none.</summary>
    private static bool Takes(HttpRequest request, string coding) =>
        StringWithQualityHeaderValue.TryParseList(request.Headers.AcceptEncoding, out var taken)
        && taken.Any(t => t.Value.Equals(coding, StringComparison.OrdinalIgnoreCase) && t.Quality is not 0);

    private static void SayForm(StaticFileResponseContext file)
    {
        var headers = file.Context.Response.Headers;
        foreach (var (coding, ending) in Forms)
            if (file.File.Name.EndsWith(ending, StringComparison.Ordinal))
                headers.ContentEncoding = coding;
        headers.Vary = HeaderNames.AcceptEncoding;
        headers.CacheControl = file.Context.Request.Path.StartsWithSegments("/assets", StringComparison.Ordinal)
            ? "public, max-age=31536000, immutable"
            : "no-cache";
    }

    /// <summary>The page with what it loads where it lies: it is built to lie beside what it loads.</summary>
    private static string PageAt(string path, string page) =>
        page.Replace("\"./", $"\"{path}/", StringComparison.Ordinal)
            .Replace(
                "name=\"wrenlet-base\" content=\"\"",
                $"name=\"wrenlet-base\" content=\"{path}\"",
                StringComparison.Ordinal
            );

    /// <summary>A compressed form has the type of its file.</summary>
    private sealed class TypeOfForm : IContentTypeProvider
    {
        private readonly FileExtensionContentTypeProvider _types = new();

        public bool TryGetContentType(string subpath, [MaybeNullWhen(false)] out string contentType) =>
            _types.TryGetContentType(
                Forms
                    .Where(f => subpath.EndsWith(f.Ending, StringComparison.Ordinal))
                    .Select(f => subpath[..^f.Ending.Length])
                    .FirstOrDefault(subpath),
                out contentType
            );
    }
}
