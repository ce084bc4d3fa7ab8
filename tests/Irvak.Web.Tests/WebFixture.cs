using System.Net.Http.Json;
using System.Text.Json;
using Irvak.Tests;
using Irvak.Web.Tests;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;

[assembly: AssemblyFixture(typeof(WebFixture))]

namespace Irvak.Web.Tests;

/// <summary>The real host on a real database with the demo loaded.</summary>
public sealed class WebFixture : WebApplicationFactory<Program>, IAsyncLifetime
{
    private readonly ScratchDatabase _scratch = new();

    public HttpClient Http { get; private set; } = null!;

    protected override void ConfigureWebHost(IWebHostBuilder builder) =>
        builder
            .UseSetting("ConnectionStrings:Irvak", _scratch.ConnectionString)
            .UseSetting("Client", Repository.At("client", "dist"))
            .UseSetting("Demo", Repository.At("demo"));

    public ValueTask InitializeAsync()
    {
        Http = CreateClient();
        return ValueTask.CompletedTask;
    }

    public override async ValueTask DisposeAsync()
    {
        Http.Dispose();
        await base.DisposeAsync();
        await _scratch.DisposeAsync();
    }

    public async Task<JsonElement> Begin(object? more = null)
    {
        var answer = await Http.PostAsJsonAsync(
            "/api/jobs",
            more
                ?? new
                {
                    key = Guid.NewGuid(),
                    who = "Ines",
                    title = "A job",
                    owner = "Tidehouse",
                    sheetId = (string?)"brannick-torr-32",
                    answers = (object?)null,
                }
        );
        return await Ok(answer);
    }

    public Task<HttpResponseMessage> Edit(string number, int lastSeen, object edit, string who = "Ines", Guid? key = null) =>
        Http.PostAsJsonAsync(
            $"/api/jobs/{number}/edits",
            new
            {
                key = key ?? Guid.NewGuid(),
                lastSeen,
                who,
                edit,
            }
        );

    /// <summary>Number of the newest entry of a job.</summary>
    public async Task<int> Last(string number) => (await Ok(await Http.GetAsync($"/api/jobs/{number}/number"))).GetInt32();

    public Task<HttpResponseMessage> Capture(string number, int lastSeen, byte[] bytes, string phase = "before", string? machine = null) =>
        Http.PostAsync(
            $"/api/jobs/{number}/captures?phase={phase}&key={Guid.NewGuid()}&lastSeen={lastSeen}&who=Ines"
                + (machine is null ? "" : $"&machine={Uri.EscapeDataString(machine)}"),
            new ByteArrayContent(bytes) { Headers = { ContentType = new("text/plain") } }
        );

    public static async Task<JsonElement> Ok(HttpResponseMessage answer)
    {
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.IsSuccessStatusCode, $"{answer.StatusCode}: {text}");
        return JsonDocument.Parse(text).RootElement;
    }

    /// <summary>The values of an answer that comes line by line; each line is one, and nothing is beside them.</summary>
    public static async Task<IReadOnlyList<JsonElement>> Lines(HttpResponseMessage answer)
    {
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.IsSuccessStatusCode, $"{answer.StatusCode}: {text}");
        Assert.Equal("application/x-ndjson", answer.Content.Headers.ContentType?.MediaType);
        Assert.True(text.Length == 0 || text.EndsWith('\n'));
        return [.. text.Split('\n')[..^1].Select(l => JsonDocument.Parse(l).RootElement)];
    }

    /// <summary>The problem document of a refusal; fails when it is none.</summary>
    public static async Task<JsonElement> Problem(HttpResponseMessage answer, int status, string type)
    {
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True((int)answer.StatusCode == status, $"{answer.StatusCode}: {text}");
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        var problem = JsonDocument.Parse(text).RootElement;
        Assert.Equal("/problems/" + type, problem.GetProperty("type").GetString());
        Assert.NotEmpty(problem.GetProperty("detail").GetString()!);
        return problem;
    }

    public static object FitEdit(string slot, string part) =>
        new
        {
            type = "fit",
            place = "slot:" + slot,
            unit = new { source = "shelf", shelfPartId = part },
        };

    public static byte[] Demo(string capture) => File.ReadAllBytes(Repository.At("demo", "captures", capture));
}
