using System.Text.Json;
using Microsoft.AspNetCore.Http.Features;

namespace Irvak.Web;

/// <summary>Turns what goes wrong before an endpoint runs into a problem document with one clear sentence, never an exception.</summary>
public static class Refusals
{
    public static void Configure(ProblemDetailsOptions options) => options.CustomizeProblemDetails = context =>
    {
        var thrown = context.HttpContext.Features.Get<Microsoft.AspNetCore.Diagnostics.IExceptionHandlerFeature>()?.Error;
        var problem = context.ProblemDetails;
        if (thrown is BadHttpRequestException bad)
        {
            problem.Status = context.HttpContext.Response.StatusCode = bad.StatusCode;
            problem.Title = "That can't be taken";
            problem.Type = bad.StatusCode == 413 ? "/problems/too-large" : "/problems/invalid";
            problem.Detail = bad.InnerException is JsonException json ? Sentence(json) : bad.StatusCode == 413 ? "It is too large; nothing was stored." : "A part of the request is missing or has another form than expected.";
        }
        else if (thrown is not null)
        {
            problem.Type = "/problems/unexpected";
            problem.Title = "Something went wrong here";
            problem.Detail = "Nothing was stored. The log of the host has the details.";
        }
        else if (problem.Status == 404 && problem.Detail is null)
        {
            problem.Type = "/problems/unknown";
            problem.Title = "Not here";
            problem.Detail = $"There is nothing at {context.HttpContext.Features.Get<IHttpRequestFeature>()?.RawTarget.Split('?')[0]}.";
        }
        problem.Extensions.Remove("exception");
    };

    private static string Sentence(JsonException json) =>
        $"The JSON can't be read at {json.Path ?? "its start"}{(json.LineNumber is { } line ? $", line {line + 1}, character {json.BytePositionInLine + 1}" : "")}; nothing was stored.";
}
