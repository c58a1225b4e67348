using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Hosting;

/// <summary>Serves the built front end. Its one page gets the nonce that lets its theme set styles.</summary>
public static class FrontEnd
{
    private const string NoncePlace = "__CSP_NONCE__";

    public static void UseFrontEnd(this WebApplication app) => app.UseStaticFiles(new StaticFileOptions
    {
        // Built files carry a digest in their name: they never change under it.
        OnPrepareResponse = served => served.Context.Response.Headers.CacheControl =
            served.Context.Request.Path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache",
    });

    public static void MapFrontEnd(this WebApplication app) => app.MapFallback(async context =>
    {
        var page = app.Environment.WebRootFileProvider.GetFileInfo("index.html");
        if (!HttpMethods.IsGet(context.Request.Method) || Path.HasExtension(context.Request.Path) || !page.Exists)
        {
            await Problems.NotFound("page").ExecuteAsync(context);
            return;
        }

        await using var stream = page.CreateReadStream();
        using var reader = new StreamReader(stream);
        var html = (await reader.ReadToEndAsync(context.RequestAborted)).Replace(NoncePlace, (string)context.Items[Security.NonceKey]!, StringComparison.Ordinal);
        context.Response.ContentType = "text/html; charset=utf-8";
        context.Response.Headers.CacheControl = "no-store";
        await context.Response.WriteAsync(html, context.RequestAborted);
    });
}
