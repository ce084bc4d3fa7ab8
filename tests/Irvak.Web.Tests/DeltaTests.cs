using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Irvak.Web.Tests;

/// <summary>Answers that tell only what changed. RFC 3229 for asking and telling, RFC 6902 for the change.</summary>
public class DeltaTests(WebFixture web)
{
    private async Task<(JsonNode Body, string Tag, string? Base)> Send(HttpMethod way, string path, object? body, string? held)
    {
        using var request = new HttpRequestMessage(way, path) { Content = body is null ? null : JsonContent.Create(body) };
        if (held is not null)
        {
            request.Headers.Add("A-IM", "json-patch");
            request.Headers.Add("Delta-Base", held);
        }
        var answer = await web.Http.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.IsSuccessStatusCode, text);
        var tag = Assert.Single(answer.Headers.GetValues("ETag"));
        var patch = answer.Headers.TryGetValues("Delta-Base", out var from) ? from.Single() : null;
        Assert.Equal(patch is null ? "application/json" : "application/json-patch+json", answer.Content.Headers.ContentType?.MediaType);
        Assert.Equal(patch is not null, answer.Headers.Contains("IM"));
        return (JsonNode.Parse(text)!, tag, patch);
    }

    private static object Fit(int last, string slot) =>
        new
        {
            key = Guid.NewGuid(),
            lastSeen = last,
            who = "Ines",
            edit = WebFixture.FitEdit(slot, "rdimm-32-4800"),
        };

    [Fact]
    public async Task An_edit_is_answered_by_what_changed_a_tenth_of_the_job_and_two_windows_come_to_the_same()
    {
        var job = (await web.Begin()).GetProperty("number").GetString()!;
        // One that asks for no patch gets the whole.
        var (first, tag, none) = await Send(HttpMethod.Post, $"/api/jobs/{job}/edits", Fit(await web.Last(job), "A1"), null);
        Assert.Null(none);
        await WebFixture.Ok(
            await web.Edit(
                job,
                await web.Last(job),
                new
                {
                    type = "setNote",
                    about = "machine",
                    text = "heavy",
                }
            )
        );
        var (patch, next, from) = await Send(HttpMethod.Post, $"/api/jobs/{job}/edits", Fit(await web.Last(job), "B1"), tag);
        Assert.Equal(tag, from);
        var mine = Patched.Of(first, patch.AsArray());
        var (now, same, _) = await Send(HttpMethod.Get, $"/api/jobs/{job}", null, null);
        Assert.True(JsonNode.DeepEquals(now, mine));
        Assert.Equal(next, same);
        // Another window that held the first answer asks for what changed since; one that holds this one gets nothing.
        var (other, _, since) = await Send(HttpMethod.Get, $"/api/jobs/{job}", null, tag);
        Assert.Equal(tag, since);
        Assert.True(JsonNode.DeepEquals(now, Patched.Of(first, other.AsArray())));
        Assert.Empty((await Send(HttpMethod.Get, $"/api/jobs/{job}", null, same)).Body.AsArray());
        // One that holds what nobody knows gets the whole.
        Assert.True(JsonNode.DeepEquals(now, (await Send(HttpMethod.Get, $"/api/jobs/{job}", null, "\"unknown\"")).Body));
        // A note is a small change.
        var note = new
        {
            key = Guid.NewGuid(),
            lastSeen = now["lastNumber"]!.GetValue<int>(),
            who = "Ines",
            edit = new
            {
                type = "setNote",
                about = "machine",
                text = "mind the step",
            },
        };
        var (small, _, _) = await Send(HttpMethod.Post, $"/api/jobs/{job}/edits", note, same);
        Assert.True(small.ToJsonString().Length * 10 < now.ToJsonString().Length, small.ToJsonString());
    }

    [Fact]
    public async Task Undo_and_redo_are_answered_by_what_changed_too()
    {
        var job = (await web.Begin()).GetProperty("number").GetString()!;
        await WebFixture.Ok(await web.Edit(job, await web.Last(job), WebFixture.FitEdit("A1", "rdimm-32-4800")));
        var (whole, tag, _) = await Send(HttpMethod.Get, $"/api/jobs/{job}", null, null);
        var body = new
        {
            key = Guid.NewGuid(),
            who = "Ines",
            withDependents = false,
        };
        var (undo, undone, from) = await Send(HttpMethod.Post, $"/api/jobs/{job}/undo", body, tag);
        Assert.Equal(tag, from);
        var without = Patched.Of(whole, undo.AsArray());
        Assert.Null(without["planned"]!["slot:A1"]);
        var (redo, _, _) = await Send(HttpMethod.Post, $"/api/jobs/{job}/redo", body with { key = Guid.NewGuid() }, undone);
        Assert.NotNull(Patched.Of(without, redo.AsArray())["planned"]!["slot:A1"]);
    }
}
