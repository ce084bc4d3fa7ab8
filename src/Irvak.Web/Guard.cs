namespace Irvak.Web;

/// <summary>Headers that hold for every answer, and the same-origin check on writes.</summary>
public sealed class Guard(RequestDelegate next)
{
    public Task InvokeAsync(HttpContext http)
    {
        var headers = http.Response.Headers;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        if (http.Request.Path.StartsWithSegments("/api")) headers.CacheControl = "no-store";
        if (!HttpMethods.IsGet(http.Request.Method) && !HttpMethods.IsHead(http.Request.Method) && IsForeign(http.Request))
        {
            http.Response.StatusCode = StatusCodes.Status403Forbidden;
            return Task.CompletedTask;
        }
        return next(http);
    }

    /// <summary>A browser names the page that sends a write; a page of another origin is refused.</summary>
    private static bool IsForeign(HttpRequest request)
    {
        if (request.Headers["Sec-Fetch-Site"].ToString() is "cross-site" or "same-site") return true;
        var origin = request.Headers.Origin.ToString();
        return origin.Length > 0 && (!Uri.TryCreate(origin, UriKind.Absolute, out var from) || from.Authority != request.Host.Value);
    }
}
