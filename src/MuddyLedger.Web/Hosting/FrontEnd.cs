using Microsoft.Extensions.FileProviders;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Hosting;

/// <summary>Serves the built front end. Its one page gets the nonce that lets its theme set styles.</summary>
public static class FrontEnd
{
    private const string NoncePlace = "__CSP_NONCE__";

    public static void UseFrontEnd(this WebApplication app) => app.Use((context, next) =>
    {
        // The page by its file's name is the page, with its nonce, and not the file.
        if (context.Request.Path == "/index.html") context.Request.Path = "/";
        return next(context);
    }).UseStaticFiles(new StaticFileOptions
    {
        // Built files carry a digest in their name: they never change under it.
        OnPrepareResponse = served => served.Context.Response.Headers.CacheControl =
            served.Context.Request.Path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache",
    });

    /// <summary>
    /// Answers what no endpoint answers: the application's one page for the addresses of its views, words for the rest.
    /// A fallback endpoint would also swallow "wrong method" and "wrong media type".
    /// </summary>
    public static void UseOnePage(this WebApplication app) => app.Use((context, next) => context.GetEndpoint() is null ? AnswerAsync(context, app.Environment.WebRootFileProvider) : next(context));

    private static async Task AnswerAsync(HttpContext context, IFileProvider files)
    {
        var page = files.GetFileInfo("index.html");
        if (!HttpMethods.IsGet(context.Request.Method) || context.Request.Path.StartsWithSegments("/api") || Path.HasExtension(context.Request.Path) || !page.Exists)
        {
            await Problems.NotFound("address").ExecuteAsync(context);
            return;
        }

        await using var stream = page.CreateReadStream();
        using var reader = new StreamReader(stream);
        var html = (await reader.ReadToEndAsync(context.RequestAborted)).Replace(NoncePlace, (string)context.Items[Security.NonceKey]!, StringComparison.Ordinal);
        context.Response.ContentType = "text/html; charset=utf-8";
        context.Response.Headers.CacheControl = "no-store";
        await context.Response.WriteAsync(html, context.RequestAborted);
    }
}
