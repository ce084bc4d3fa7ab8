using System.Text.Json;
using Irvak.Core.Contracts;
using Irvak.Store;
using Microsoft.AspNetCore.Http.Features;

namespace Irvak.Web;

/// <summary>Turns what goes wrong before an endpoint runs into a problem document with one clear sentence, never an exception.</summary>
public static class Refusals
{
    /// <summary>Seconds after which asking again makes sense while the database is away.</summary>
    private const int RetryAfter = 2;

    public static void Configure(ProblemDetailsOptions options) =>
        options.CustomizeProblemDetails = context =>
        {
            var http = context.HttpContext;
            var thrown = http.Features.Get<Microsoft.AspNetCore.Diagnostics.IExceptionHandlerFeature>()?.Error;
            var problem = context.ProblemDetails;
            if (thrown is not null)
                Threw(http, problem, thrown);
            else if (problem.Status == 404 && problem.Detail is null)
            {
                problem.Type = "/problems/unknown";
                problem.Title = "Not here";
                problem.Detail = $"There is nothing at {http.Features.Get<IHttpRequestFeature>()?.RawTarget.Split('?')[0]}.";
            }
            else if (problem.Status == 415 && problem.Detail is null)
            {
                problem.Type = "/problems/invalid";
                problem.Title = "That can't be taken";
                problem.Detail = $"“{http.Request.ContentType}” is not what is read here.";
            }
            problem.Extensions.Remove("exception");
        };

    private static void Threw(HttpContext http, Microsoft.AspNetCore.Mvc.ProblemDetails problem, Exception thrown)
    {
        if (SentWrong(thrown) is { } bad)
        {
            problem.Status = http.Response.StatusCode = bad.Status;
            problem.Title = "That can't be taken";
            problem.Type = bad.Status == 413 ? "/problems/too-large" : "/problems/invalid";
            problem.Detail = bad.Problem.Text;
            problem.Extensions["errors"] = new[] { bad.Problem };
        }
        else if (Database.IsAway(thrown))
        {
            problem.Status = http.Response.StatusCode = 503;
            http.Response.Headers.RetryAfter = RetryAfter.ToString();
            problem.Type = "/problems/away";
            problem.Title = "Not at the moment";
            problem.Detail = "The database does not answer or can’t write; nothing was stored. The same can be sent again.";
        }
        else
        {
            problem.Type = "/problems/unexpected";
            problem.Title = "Something went wrong here";
            problem.Detail = "Nothing was stored. The log of the host has the details.";
        }
    }

    /// <summary>True for what is answered in words and not logged as a fault: what the sender did wrong, and a database that is away, which
    /// its own log tells.</summary>
    public static bool IsExpected(Exception e) => SentWrong(e) is not null || Database.IsAway(e);

    private static (int Status, SheetProblem Problem)? SentWrong(Exception e) =>
        e switch
        {
            BadHttpRequestException { StatusCode: 413 } => (413, new("/", "It is too large; nothing was stored.")),
            BadHttpRequestException { StatusCode: 415 } => (
                415,
                new("/", "The content is of another type than is read here; nothing was stored.")
            ),
            BadHttpRequestException { InnerException: { } inner } when SentWrong(inner) is { } wrong => wrong,
            BadHttpRequestException bad => (
                bad.StatusCode,
                new("/", "A part of the request is missing or has another form than expected.")
            ),
            JsonException json => (400, new(Documents.Pointer(json.Path), Sentence(json))),
            // An edit without a kind, or of one that is not known.
            NotSupportedException { Source: "System.Text.Json" } => (
                400,
                new("/", "An entry names a kind that is not known here, or none; nothing was stored.")
            ),
            _ => null,
        };

    private static string Sentence(JsonException json) =>
        "The JSON can't be read at "
        + $"{json.Path ?? "its start"}"
        + $"{(json.LineNumber is { } line ? $", line {line + 1}, character {json.BytePositionInLine + 1}" : "")}: "
        + $"{Documents.Sentence(json)} Nothing was stored.";
}
