using Irvak.Browser.Tests;
using Irvak.Tests;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;

[assembly: AssemblyFixture(typeof(Site))]

namespace Irvak.Browser.Tests;

/// <summary>The real host on a real port with a real database and the demo.</summary>
public sealed class Site : WebApplicationFactory<Program>, IAsyncLifetime
{
    private readonly ScratchDatabase _scratch = new();

    public string Connection => _scratch.ConnectionString;

    public Uri Address { get; private set; } = null!;

    protected override void ConfigureWebHost(IWebHostBuilder builder) =>
        builder
            .UseSetting("ConnectionStrings:Irvak", _scratch.ConnectionString)
            .UseSetting("Client", Repository.At("client", "dist"))
            .UseSetting("Demo", Repository.At("demo"));

    public ValueTask InitializeAsync()
    {
        UseKestrel(0);
        StartServer();
        var address = Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First();
        Address = new Uri(address.Replace("[::]", "127.0.0.1").Replace("localhost", "127.0.0.1"));
        return ValueTask.CompletedTask;
    }

    public override async ValueTask DisposeAsync()
    {
        await base.DisposeAsync();
        await _scratch.DisposeAsync();
    }

    /// <summary>A job of the caller's own with the history of a demo job: what a test does to it, no other test sees.</summary>
    public string Own(string demo)
    {
        using var http = new HttpClient { BaseAddress = Address };
        using var document = new StringContent(
            http.GetStringAsync($"/api/jobs/{demo}/document").GetAwaiter().GetResult(),
            System.Text.Encoding.UTF8,
            "text/plain"
        );
        using var answer = http.PostAsync($"/api/import?who=Ines&key={Guid.NewGuid()}", document).GetAwaiter().GetResult();
        var text = answer.Content.ReadAsStringAsync().GetAwaiter().GetResult();
        return answer.IsSuccessStatusCode
            ? System.Text.Json.JsonDocument.Parse(text).RootElement.GetProperty("ids")[0].GetString()!
            : throw new InvalidOperationException($"Job {demo} could not be copied: {text}");
    }

    public static string Capture(string name) => File.ReadAllText(Repository.At("demo", "captures", name));
}
