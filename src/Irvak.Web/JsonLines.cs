using System.Text.Json;

namespace Irvak.Web;

/// <summary>Values of which each is sent as soon as it is there: a line of JSON for each (newline-delimited JSON).</summary>
internal sealed class JsonLines<T>(IEnumerable<T> values, JsonSerializerOptions json) : IResult
{
    public const string Type = "application/x-ndjson";

    public async Task ExecuteAsync(HttpContext httpContext)
    {
        var (answer, gone) = (httpContext.Response, httpContext.RequestAborted);
        answer.ContentType = Type;
        foreach (var value in values)
        {
            await answer.Body.WriteAsync(JsonSerializer.SerializeToUtf8Bytes(value, json), gone);
            await answer.Body.WriteAsync("\n"u8.ToArray(), gone);
            await answer.Body.FlushAsync(gone);
        }
    }
}
