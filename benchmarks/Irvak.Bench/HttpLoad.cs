using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;

namespace Irvak.Bench;

/// <summary>Edit round trips over HTTP against a running host with a durable database.</summary>
public sealed class HttpLoad(Uri address) : IDisposable
{
    private readonly HttpClient _http = new(new SocketsHttpHandler { MaxConnectionsPerServer = 64 }) { BaseAddress = address };

    private const int WarmUp = 20;

    /// <summary>Median, 99th percentile in milliseconds and edits per second of so many clients, each in its own job.</summary>
    public async Task<(double Median, double P99, double Rate)> Run(int clients, int editsEach)
    {
        var jobs = await Task.WhenAll(Enumerable.Range(0, clients).Select(_ => Begin()));
        await Task.WhenAll(jobs.Select(j => Edits(j, WarmUp)));
        jobs = [.. jobs.Select(j => (j.Number, j.Last + WarmUp))];
        var clock = Stopwatch.StartNew();
        var times = (await Task.WhenAll(jobs.Select(j => Edits(j, editsEach)))).SelectMany(t => t).Order().ToList();
        return (times[times.Count / 2], times[(int)(times.Count * 0.99)], times.Count / clock.Elapsed.TotalSeconds);
    }

    private async Task<(string Number, int Last)> Begin()
    {
        var answer = await _http.PostAsJsonAsync(
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
        return (job.GetProperty("number").GetString()!, job.GetProperty("lastNumber").GetInt32());
    }

    private async Task<List<double>> Edits((string Number, int Last) job, int count)
    {
        var times = new List<double>(count);
        for (var i = 0; i < count; i++)
        {
            var from = Stopwatch.GetTimestamp();
            var edit = new
            {
                type = "fit",
                place = $"slot:{(char)('A' + (i % 8))}1",
                unit = new { source = "shelf", shelfPartId = i % 16 < 8 ? "rdimm-32-4800" : "rdimm-64-4800" },
            };
            using var answer = await _http.PostAsJsonAsync(
                $"/api/jobs/{job.Number}/edits",
                new
                {
                    key = Guid.NewGuid(),
                    lastSeen = job.Last + i,
                    who = "bench",
                    edit,
                }
            );
            answer.EnsureSuccessStatusCode();
            await answer.Content.ReadAsByteArrayAsync();
            times.Add(Stopwatch.GetElapsedTime(from).TotalMilliseconds);
        }
        return times;
    }

    public void Dispose() => _http.Dispose();

    /// <summary>Bytes of the first page with everything it loads, as transferred with compression.</summary>
    public async Task<(long Bytes, int Files)> FirstPage()
    {
        using var raw = new HttpClient(new SocketsHttpHandler { AutomaticDecompression = System.Net.DecompressionMethods.None })
        {
            BaseAddress = address,
        };
        raw.DefaultRequestHeaders.AcceptEncoding.ParseAdd("br");
        var page = await _http.GetStringAsync("/");
        var css = System
            .Text.RegularExpressions.Regex.Matches(page, "(?:src|href)=\"(/[^\"]+)\"")
            .Select(m => m.Groups[1].Value)
            .ToHashSet();
        long bytes = (await raw.GetByteArrayAsync("/")).Length;
        foreach (var file in css)
            bytes += (await raw.GetByteArrayAsync(file)).Length;
        // The two faces that the first page draws with: words, and figures and slot names in the plain weight.
        var style = await _http.GetStringAsync(css.First(f => f.EndsWith(".css", StringComparison.Ordinal)));
        var fonts = System
            .Text.RegularExpressions.Regex.Matches(
                style,
                @"url\((/assets/(?:archivo-latin-wdth-normal|b612-mono-latin-400-normal)[^)]*woff2)\)"
            )
            .Select(m => m.Groups[1].Value)
            .ToHashSet();
        foreach (var font in fonts)
            bytes += (await raw.GetByteArrayAsync(font)).Length;
        bytes += (await raw.GetByteArrayAsync("/api/jobs")).Length;
        return (bytes, 2 + css.Count + fonts.Count);
    }
}
