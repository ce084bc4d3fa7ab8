using System.Net;
using Irvak.Tests;
using SkiaSharp;

namespace Irvak.Web.Tests;

/// <summary>Many large photos at once take the room of one.</summary>
public class PhotoMemoryTests
{
    // Eight of 60 megapixels unpacked at once are 1.9 GB of pixels alone.
    private const int Photos = 8,
        Width = 8_900,
        Height = 6_700;
    private const long MostKiB = 1_300_000;

    [Fact]
    public async Task Eight_of_sixty_megapixels_at_once_stay_below_what_eight_take()
    {
        await using var scratch = new ScratchDatabase();
        using var host = new HostProcess(scratch.ConnectionString);
        host.Start();
        using var http = new HttpClient { BaseAddress = host.Address, Timeout = TimeSpan.FromMinutes(3) };
        using var limit = new CancellationTokenSource(TimeSpan.FromMinutes(3));
        var number = (
            await HostProcess.Sent(
                http,
                [host],
                "/api/jobs",
                new
                {
                    key = Guid.NewGuid(),
                    who = "Ines",
                    title = "Photos",
                    owner = "",
                },
                new Random(1),
                limit.Token
            )
        ).GetProperty("number").GetString();
        using var picture = new SKBitmap(new SKImageInfo(Width, Height, SKColorType.Gray8));
        using var png = picture.Encode(SKEncodedImageFormat.Png, 100);
        var bytes = png.ToArray();
        var answers = await Task.WhenAll(
            Enumerable
                .Range(0, Photos)
                .Select(async _ =>
                {
                    using var body = new ByteArrayContent(bytes) { Headers = { ContentType = new("image/jpeg") } };
                    using var answer = await http.PostAsync(
                        $"/api/jobs/{number}/photos?key={Guid.NewGuid()}&who=Ines&about=machine",
                        body,
                        limit.Token
                    );
                    return answer.StatusCode;
                })
        );
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.OK, a));
        var peak = File.ReadLines($"/proc/{host.Id}/status")
            .Single(l => l.StartsWith("VmHWM:", StringComparison.Ordinal))
            .Split(' ', StringSplitOptions.RemoveEmptyEntries);
        Assert.InRange(long.Parse(peak[^2]), 1, MostKiB);
    }
}
