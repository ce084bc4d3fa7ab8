using System.Security.Cryptography;
using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;

namespace Irvak.Web;

/// <summary>Serves the built client. Hashed files are cached for good; the page itself carries a fresh nonce for its styles.</summary>
public static class ClientFiles
{
    private const string NoncePlace = "__NONCE__";

    public static void MapClient(this WebApplication app)
    {
        var root = app.Configuration["Client"] ?? Path.Combine(app.Environment.ContentRootPath, "wwwroot");
        if (!File.Exists(Path.Combine(root, "index.html")))
            return;
        var files = new PhysicalFileProvider(Path.GetFullPath(root));
        var types = new FileExtensionContentTypeProvider { Mappings = { [".br"] = "application/octet-stream" } };
        app.Use((http, next) => Compressed(http, next, files));
        app.UseStaticFiles(
            new StaticFileOptions
            {
                FileProvider = files,
                OnPrepareResponse = Prepare,
                ContentTypeProvider = types,
            }
        );
        var page = File.ReadAllText(Path.Combine(root, "index.html"));
        // Only what is asked for: a write of the wrong type is answered by its own endpoint, not by a page.
        app.MapGet("{*path:nonfile}", (HttpContext http, string? path) =>
                path?.StartsWith("api/", StringComparison.Ordinal) == true ? Problems.Unknown($"/{path}") : Page(http, page)
            )
            .WithOrder(int.MaxValue)
            .ExcludeFromDescription();
    }

    /// <summary>Scripts and styles were compressed at build; whoever takes brotli gets that file.</summary>
    private static Task Compressed(HttpContext http, RequestDelegate next, PhysicalFileProvider files)
    {
        var path = http.Request.Path.Value ?? "";
        if (
            path.StartsWith("/assets/", StringComparison.Ordinal)
            && http.Request.Headers.AcceptEncoding.ToString().Contains("br", StringComparison.Ordinal)
            && files.GetFileInfo(path + ".br").Exists
        )
        {
            http.Items["type"] = path.EndsWith(".js", StringComparison.Ordinal)
                ? "text/javascript; charset=utf-8"
                : "text/css; charset=utf-8";
            http.Request.Path = path + ".br";
        }
        return next(http);
    }

    private static void Prepare(StaticFileResponseContext context)
    {
        var (http, headers) = (context.Context, context.Context.Response.Headers);
        headers.CacheControl = http.Request.Path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache";
        // The worker keeps the page: it fetches from here and does nothing else.
        if (http.Request.Path == "/sw.js")
            headers.ContentSecurityPolicy = "default-src 'none'; connect-src 'self'";
        if (http.Items["type"] is not string type)
            return;
        headers.ContentType = type;
        headers.ContentEncoding = "br";
        headers.Vary = "Accept-Encoding";
    }

    private static IResult Page(HttpContext http, string page)
    {
        var nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(16));
        http.Response.Headers.ContentSecurityPolicy =
            $"default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{nonce}'; style-src-attr 'none'; font-src 'self'; "
            + "img-src 'self' data: blob:; connect-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";
        http.Response.Headers.CacheControl = "no-store";
        return Results.Content(page.Replace(NoncePlace, nonce, StringComparison.Ordinal), "text/html; charset=utf-8");
    }
}
