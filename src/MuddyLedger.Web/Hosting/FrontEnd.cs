using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Hosting;

/// <summary>Serves the built front end. Its one page gets the nonce that lets its theme set styles.</summary>
public static class FrontEnd
{
    private const string NoncePlace = "__CSP_NONCE__";

    public static void UseFrontEnd(this WebApplication app) =>
        app.Use(
                (context, next) =>
                {
                    // The page by its file's name is the page, with its nonce, and not the file.
                    if (context.Request.Path == "/index.html")
                        context.Request.Path = "/";
                    // Where a built file lies there packed too, and the browser can unpack it, that one goes out.
                    var packed = context.Request.Path + Packed.Extension;
                    if (
                        context.Request.Path.StartsWithSegments("/assets")
                        && Packed.Understood(context.Request)
                        && app.Environment.WebRootFileProvider.GetFileInfo(packed).Exists
                    )
                        context.Request.Path = packed;
                    return next(context);
                }
            )
            .UseStaticFiles(
                new StaticFileOptions
                {
                    ContentTypeProvider = new Packed(),
                    // Built files carry a digest in their name: they never change under it.
                    OnPrepareResponse = served =>
                    {
                        var headers = served.Context.Response.Headers;
                        var built = served.Context.Request.Path.StartsWithSegments("/assets");
                        headers.CacheControl = built ? "public, max-age=31536000, immutable" : "no-cache";
                        if (built)
                            headers.Vary = "Accept-Encoding";
                        if (served.File.Name.EndsWith(Packed.Extension, StringComparison.Ordinal))
                            headers.ContentEncoding = "br";
                    },
                }
            );

    /// <summary>
    /// Answers what no endpoint answers: the application's one page for the addresses of its views, words for the rest.
    /// A fallback endpoint would also swallow "wrong method" and "wrong media type".
    /// </summary>
    public static void UseOnePage(this WebApplication app) =>
        app.Use(
            (context, next) => context.GetEndpoint() is null ? AnswerAsync(context, app.Environment.WebRootFileProvider) : next(context)
        );

    private static async Task AnswerAsync(HttpContext context, IFileProvider files)
    {
        var page = files.GetFileInfo("index.html");
        if (
            !HttpMethods.IsGet(context.Request.Method)
            || context.Request.Path.StartsWithSegments("/api")
            || Path.HasExtension(context.Request.Path)
            || !page.Exists
        )
        {
            await Problems.Of(MuddyLedger.App.Requests.Problem.NotFound("address")).ExecuteAsync(context);
            return;
        }

        await using var stream = page.CreateReadStream();
        using var reader = new StreamReader(stream);
        var html = (await reader.ReadToEndAsync(context.RequestAborted)).Replace(
            NoncePlace,
            (string)context.Items[Security.NonceKey]!,
            StringComparison.Ordinal
        );
        context.Response.ContentType = "text/html; charset=utf-8";
        context.Response.Headers.CacheControl = "no-store";
        await context.Response.WriteAsync(html, context.RequestAborted);
    }

    /// <summary>Files that publishing packed with Brotli beside themselves: their type is that of what is in them.</summary>
    private sealed class Packed : IContentTypeProvider
    {
        public const string Extension = ".br";

        private readonly FileExtensionContentTypeProvider _types = new();

        public static bool Understood(HttpRequest request) =>
            request
                .GetTypedHeaders()
                .AcceptEncoding.Any(one => one.Value.Equals("br", StringComparison.OrdinalIgnoreCase) && one.Quality is not 0);

        public bool TryGetContentType(string subpath, [System.Diagnostics.CodeAnalysis.MaybeNullWhen(false)] out string contentType) =>
            _types.TryGetContentType(
                subpath.EndsWith(Extension, StringComparison.Ordinal) ? subpath[..^Extension.Length] : subpath,
                out contentType
            );
    }
}
