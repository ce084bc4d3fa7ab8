using System.Security.Cryptography;
using Microsoft.Extensions.FileProviders;

namespace Irvak.Web;

/// <summary>Serves the built client. Hashed files are cached for good; the page itself carries a fresh nonce for its styles.</summary>
public static class ClientFiles
{
    private const string NoncePlace = "__NONCE__";

    public static void MapClient(this WebApplication app)
    {
        var root = app.Configuration["Client"] ?? Path.Combine(app.Environment.ContentRootPath, "wwwroot");
        if (!Directory.Exists(root)) return;
        var files = new PhysicalFileProvider(Path.GetFullPath(root));
        app.UseStaticFiles(new StaticFileOptions
        {
            FileProvider = files,
            OnPrepareResponse = context => context.Context.Response.Headers.CacheControl =
                context.Context.Request.Path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache",
        });
        var page = File.ReadAllText(Path.Combine(root, "index.html"));
        app.MapFallback("{*path:nonfile}", (HttpContext http, string? path) => path?.StartsWith("api/", StringComparison.Ordinal) == true ? Problems.Unknown($"/{path}") : Page(http, page)).ExcludeFromDescription();
    }

    private static IResult Page(HttpContext http, string page)
    {
        var nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(16));
        http.Response.Headers.ContentSecurityPolicy =
            $"default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{nonce}'; style-src-attr 'none'; font-src 'self'; img-src 'self' data: blob:; connect-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";
        http.Response.Headers.CacheControl = "no-store";
        return Results.Content(page.Replace(NoncePlace, nonce, StringComparison.Ordinal), "text/html; charset=utf-8");
    }
}
