using System.Diagnostics;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json;
using Irvak.Tests;

namespace Irvak.Web.Tests;

/// <summary>A host as a process of its own on a free port, as ./run starts it.</summary>
internal sealed class HostProcess(string connection) : IDisposable
{
    private Process? _process;

    public int Id => _process!.Id;

    public Uri Address { get; } = new($"http://127.0.0.1:{FreePort()}");

    public void Start()
    {
        var start = new ProcessStartInfo(Repository.At("src", "Irvak.Web", "bin", "Debug", "net10.0", "linux-x64", "Irvak.Web"))
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = Path.GetTempPath(),
        };
        start.Environment["ConnectionStrings__Irvak"] = connection;
        start.Environment["ASPNETCORE_URLS"] = Address.ToString();
        start.Environment["Logging__LogLevel__Default"] = "None";
        _process = Process.Start(start)!;
        _process.OutputDataReceived += (_, _) => { };
        _process.ErrorDataReceived += (_, _) => { };
        _process.BeginOutputReadLine();
        _process.BeginErrorReadLine();
    }

    public void Kill()
    {
        _process!.Kill();
        _process.WaitForExit();
        _process.Dispose();
    }

    public void Dispose() => Kill();

    private static int FreePort()
    {
        using var listener = new TcpListener(System.Net.IPAddress.Loopback, 0);
        listener.Start();
        return ((System.Net.IPEndPoint)listener.LocalEndpoint).Port;
    }

    /// <summary>Sends the same again, to one host or the other, until somebody decides about it.</summary>
    public static async Task<JsonElement> Sent(
        HttpClient http,
        IReadOnlyList<HostProcess> hosts,
        string path,
        object body,
        Random random,
        CancellationToken cancel
    )
    {
        while (true)
        {
            cancel.ThrowIfCancellationRequested();
            try
            {
                using var answer = await http.PostAsJsonAsync(new Uri(hosts[random.Next(hosts.Count)].Address, path), body, cancel);
                var text = await answer.Content.ReadAsStringAsync(cancel);
                if (answer.IsSuccessStatusCode)
                    return JsonDocument.Parse(text).RootElement;
                Assert.True((int)answer.StatusCode == 503, $"{answer.StatusCode}: {text}");
            }
            catch (Exception e) when (e is HttpRequestException or IOException or SocketException)
            {
                // That host was killed just now; the other one, or its next start, answers.
            }
            await Task.Yield();
        }
    }
}
