using System.Security.Cryptography;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Hosting;

/// <summary>
/// The server speaks to this machine only. A page from elsewhere in the same browser is kept out by the Host and Origin of every
/// request: a foreign name that resolves to the loopback address shows in Host, a foreign page in Origin.
/// </summary>
public static class Security
{
    public const string NonceKey = "csp-nonce";

    public static void UseLoopbackOnly(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                var host = context.Request.Host;
                var known = host.HasValue && host.Host is "127.0.0.1" or "localhost" && host.Port == context.Connection.LocalPort;
                var origin = context.Request.Headers.Origin.ToString();
                var sameOrigin = origin.Length == 0 || origin == $"http://{host.Value}";
                // Another server of this machine is another site all the same: it may link to a page, and neither write nor have anything
                // read or built.
                var site = context.Request.Headers["Sec-Fetch-Site"].ToString();
                var foreign =
                    site is "cross-site"
                    || (
                        site is "same-site"
                        && (!HttpMethods.IsGet(context.Request.Method) || context.Request.Path.StartsWithSegments("/api"))
                    );
                if (known && sameOrigin && !foreign)
                {
                    await next(context);
                    return;
                }

                await Problems
                    .Forbidden(
                        known ? "This request came from another site's page." : "This server answers only under its own loopback address."
                    )
                    .ExecuteAsync(context);
            }
        );

    /// <summary>
    /// On every answer, refusals and errors too: they are set when an answer begins, whoever gives it. What an answer says of caching
    /// holds; of one that says nothing nothing is kept.
    /// </summary>
    public static void UseSecurityHeaders(this WebApplication app) =>
        app.Use(
            (context, next) =>
            {
                var nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(16));
                context.Items[NonceKey] = nonce;
                context.Response.OnStarting(() =>
                {
                    var headers = context.Response.Headers;
                    headers.ContentSecurityPolicy =
                        "default-src 'none'; script-src 'self'; connect-src 'self'; img-src 'self' data:; font-src 'self'; "
                        + $"style-src 'self' 'nonce-{nonce}'; manifest-src 'self'; base-uri 'none'; form-action 'self'; "
                        + $"frame-ancestors 'none'";
                    headers.XContentTypeOptions = "nosniff";
                    headers["Referrer-Policy"] = "no-referrer";
                    headers["Cross-Origin-Opener-Policy"] = "same-origin";
                    headers["Cross-Origin-Resource-Policy"] = "same-origin";
                    if (headers.CacheControl.Count == 0)
                        headers.CacheControl = "no-store";
                    return Task.CompletedTask;
                });
                return next(context);
            }
        );
}
