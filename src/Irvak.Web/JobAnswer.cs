namespace Irvak.Web;

/// <summary>
/// A job as an answer. Who says with A-IM (RFC 3229) that it takes patches, and with Delta-Base which answer it holds, gets what changed
/// since as operations of RFC 6902; everybody else, and who holds one that is not known any more, gets the whole.
/// </summary>
internal sealed class JobAnswer(ShownJob job) : IResult
{
    private const string Manipulation = "json-patch";

    public async Task ExecuteAsync(HttpContext httpContext)
    {
        var (asked, answer) = (httpContext.Request.Headers, httpContext.Response);
        answer.Headers.ETag = $"\"{job.Tag}\"";
        var held = asked["A-IM"].Contains(Manipulation) ? asked["Delta-Base"].ToString().Trim('"') : null;
        if (held is { Length: > 0 } && job.Since(held) is { } patch)
        {
            answer.Headers["IM"] = Manipulation;
            answer.Headers["Delta-Base"] = $"\"{held}\"";
            answer.ContentType = "application/json-patch+json";
            await answer.Body.WriteAsync(patch, httpContext.RequestAborted);
            return;
        }
        answer.ContentType = "application/json; charset=utf-8";
        await answer.Body.WriteAsync(job.Parts.Whole(), httpContext.RequestAborted);
    }
}
