using System.Net;

namespace Irvak.Web;

/// <summary>Headers that hold for every answer, the names under which this host may be called, and the same-origin check on
/// writes.</summary>
public sealed class Guard(RequestDelegate next, IConfiguration configuration)
{
    // A page of another site can point its own name at this machine; it then calls by that name.
    private readonly HashSet<string> _names = new(
        (configuration["Hosts"] ?? "")
            .Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Append("localhost"),
        StringComparer.OrdinalIgnoreCase
    );

    public async Task InvokeAsync(HttpContext http)
    {
        // When the answer starts, so that answers of the error handler, which clears what was set before, carry them too.
        http.Response.OnStarting(() =>
        {
            var headers = http.Response.Headers;
            headers.XContentTypeOptions = "nosniff";
            headers["Referrer-Policy"] = "no-referrer";
            headers["Cross-Origin-Opener-Policy"] = "same-origin";
            headers["Cross-Origin-Resource-Policy"] = "same-origin";
            headers["Permissions-Policy"] =
                "accelerometer=(), bluetooth=(), camera=(self), display-capture=(), geolocation=(), "
                + "gyroscope=(), hid=(), magnetometer=(), microphone=(), midi=(), payment=(), serial=(), usb=()";
            if (headers.ContentSecurityPolicy.Count == 0)
                headers.ContentSecurityPolicy = "default-src 'none'; frame-ancestors 'none'";
            if (http.Request.Path.StartsWithSegments("/api"))
                headers.CacheControl = "no-store";
            return Task.CompletedTask;
        });
        if (!IsKnown(http.Request.Host.Host))
            await Refuse(http, 421, "This host is not called by that name.");
        else if (!HttpMethods.IsGet(http.Request.Method) && !HttpMethods.IsHead(http.Request.Method) && IsForeign(http.Request))
            await Refuse(http, 403, "A page of another origin can’t write here.");
        else
            await next(http);
    }

    private static Task Refuse(HttpContext http, int status, string sentence) =>
        Results.Problem(detail: sentence, statusCode: status, type: "/problems/not-from-here", title: "Not from there").ExecuteAsync(http);

    private bool IsKnown(string host) =>
        _names.Contains(host)
        || (
            IPAddress.TryParse(host.Trim('[', ']'), out var address)
            && (IPAddress.IsLoopback(address) || _names.Contains(address.ToString()))
        );

    /// <summary>A browser names the page that sends a write; a page of another origin is refused, another scheme or port
    /// included.</summary>
    private static bool IsForeign(HttpRequest request)
    {
        if (request.Headers["Sec-Fetch-Site"].ToString() is "cross-site" or "same-site")
            return true;
        var origin = request.Headers.Origin.ToString();
        return origin.Length > 0 && !string.Equals(origin, $"{request.Scheme}://{request.Host.Value}", StringComparison.OrdinalIgnoreCase);
    }
}
