using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;

namespace Irvak.Bench;

/// <summary>A running host, asked as windows ask it.</summary>
internal sealed class Host(Uri address) : IDisposable
{
    public Uri Address => address;

    private readonly HttpClient _http = new(
        new SocketsHttpHandler { MaxConnectionsPerServer = 256, AutomaticDecompression = System.Net.DecompressionMethods.All }
    )
    {
        BaseAddress = address,
    };

    /// <summary>A job that a window has open: the number it last saw, and the answer that it holds.</summary>
    public sealed class Window(Host host, string number, int last)
    {
        public string Number => number;

        public int Last { get; set; } = last;

        private string? _held;

        public long Bytes { get; private set; }

        /// <summary>Sends a change and waits for the whole of its answer; milliseconds.</summary>
        public async Task<double> Send(string what, object body)
        {
            var from = Stopwatch.GetTimestamp();
            using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{number}/{what}")
            {
                Content = JsonContent.Create(body),
            };
            if (_held is { } tag)
            {
                request.Headers.Add("A-IM", "json-patch");
                request.Headers.Add("Delta-Base", tag);
            }
            using var answer = await host._http.SendAsync(request);
            var bytes = await answer.Content.ReadAsByteArrayAsync();
            var time = Stopwatch.GetElapsedTime(from).TotalMilliseconds;
            if (!answer.IsSuccessStatusCode)
                throw new InvalidOperationException($"{what}: {answer.StatusCode} {System.Text.Encoding.UTF8.GetString(bytes)}");
            _held = answer.Headers.ETag?.Tag;
            Bytes = bytes.Length;
            Last++;
            return time;
        }

        public Task<double> Edit(object edit, int? lastSeen = null) =>
            Send(
                "edits",
                new
                {
                    key = Guid.NewGuid(),
                    lastSeen = lastSeen ?? Last,
                    who = "bench",
                    edit,
                }
            );

        /// <summary>Opens the job as a new page does; milliseconds.</summary>
        public async Task<double> Open() => (await host.Get($"/api/jobs/{number}")).Ms;

        public Task<double> Turn(string way) =>
            Send(
                way,
                new
                {
                    key = Guid.NewGuid(),
                    who = "bench",
                    withDependents = true,
                }
            );
    }

    public async Task<Window> Begin()
    {
        using var answer = await _http.PostAsJsonAsync(
            "/api/jobs",
            new
            {
                key = Guid.NewGuid(),
                who = "bench",
                title = "bench",
                owner = "",
                sheetId = "brannick-torr-32",
                answers = (object?)null,
            }
        );
        var job = JsonDocument.Parse(await answer.EnsureSuccessStatusCode().Content.ReadAsStringAsync()).RootElement;
        return new(this, job.GetProperty("number").GetString()!, job.GetProperty("lastNumber").GetInt32());
    }

    /// <summary>What was asked for, and the milliseconds that it took.</summary>
    public static async Task<(T Answer, double Ms)> Timed<T>(Func<Task<T>> ask)
    {
        var from = Stopwatch.GetTimestamp();
        return (await ask(), Stopwatch.GetElapsedTime(from).TotalMilliseconds);
    }

    /// <summary>Fetches an answer; milliseconds and bytes.</summary>
    public async Task<(double Ms, int Bytes)> Get(string path)
    {
        var from = Stopwatch.GetTimestamp();
        using var answer = await _http.GetAsync(path);
        var bytes = (await answer.EnsureSuccessStatusCode().Content.ReadAsByteArrayAsync()).Length;
        return (Stopwatch.GetElapsedTime(from).TotalMilliseconds, bytes);
    }

    /// <summary>Milliseconds until the first line of an answer has come; its others are waited for.</summary>
    public async Task<double> FirstLine(string path)
    {
        var from = Stopwatch.GetTimestamp();
        using var answer = await _http.GetAsync(path, HttpCompletionOption.ResponseHeadersRead);
        using var lines = new StreamReader(await answer.EnsureSuccessStatusCode().Content.ReadAsStreamAsync());
        if (await lines.ReadLineAsync() is null)
            throw new InvalidOperationException($"{path}: nothing came.");
        var time = Stopwatch.GetElapsedTime(from).TotalMilliseconds;
        await lines.ReadToEndAsync();
        return time;
    }

    /// <summary>A module into one slot after the other, of two kinds in turns.</summary>
    public static object Module(int i) =>
        new
        {
            type = "fit",
            place = $"slot:{(char)('A' + (i % 8))}1",
            unit = new { source = "shelf", shelfPartId = i % 16 < 8 ? "rdimm-32-4800" : "rdimm-64-4800" },
        };

    public void Dispose() => _http.Dispose();
}
