using System.Net.Http.Json;
using System.Text.Json;

namespace Irvak.Web.Tests;

/// <summary>Computed placements, purchases and quick sums over HTTP.</summary>
public class PlacementTests(WebFixture web)
{
    private async Task<(string Number, int Last)> Surveyed()
    {
        var job = await web.Begin(
            new
            {
                key = Guid.NewGuid(),
                who = "Ines",
                title = "Placement",
                owner = "Tidehouse",
                sheetId = (string?)null,
                answers = (object?)null,
            }
        );
        var number = job.GetProperty("number").GetString()!;
        var taken = await WebFixture.Ok(
            await web.Capture(number, job.GetProperty("lastNumber").GetInt32(), WebFixture.Demo("torr-before.txt"))
        );
        return (number, taken.GetProperty("job").GetProperty("lastNumber").GetInt32());
    }

    private async Task<JsonElement> Place(string number, object? add = null) =>
        await WebFixture.Ok(await web.Http.PostAsJsonAsync($"/api/jobs/{number}/placement", new { add }));

    [Fact]
    public async Task A_second_processor_draws_half_of_the_modules_to_its_side_and_one_undo_brings_them_back()
    {
        var (number, last) = await Surveyed();
        var job = await WebFixture.Ok(
            await web.Edit(
                number,
                last,
                new
                {
                    type = "fit",
                    place = "socket:CPU 2",
                    unit = new { source = "shelf", shelfPartId = "os-n416" },
                }
            )
        );
        var view = await Place(number);
        Assert.Equal(128 * 1024, view.GetProperty("proposed").GetProperty("score").GetProperty("fullestMiB").GetInt32() * 4L);
        Assert.Equal(0, view.GetProperty("proposed").GetProperty("score").GetProperty("imbalanceMiB").GetInt32());
        Assert.Equal(4, view.GetProperty("proposed").GetProperty("score").GetProperty("moves").GetInt32());
        Assert.True(view.GetProperty("isBest").GetBoolean());
        var taken = await WebFixture.Ok(
            await web.Edit(
                number,
                job.GetProperty("lastNumber").GetInt32(),
                JsonSerializer.Deserialize<object>(view.GetProperty("edit").GetRawText())!
            )
        );
        Assert.Equal(
            4,
            taken.GetProperty("changes").EnumerateArray().Count(c => c.GetProperty("movedFrom").ValueKind == JsonValueKind.String)
        );
        Assert.Equal(8, taken.GetProperty("planned").EnumerateObject().Count(p => p.Name.StartsWith("slot:", StringComparison.Ordinal)));
        var undone = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync(
                $"/api/jobs/{number}/undo",
                new
                {
                    key = Guid.NewGuid(),
                    who = "Ines",
                    withDependents = false,
                }
            )
        );
        Assert.Equal(["socket:CPU 2"], undone.GetProperty("changes").EnumerateArray().Select(c => c.GetProperty("place").GetString()));
    }

    [Fact]
    public async Task Parts_of_the_shelf_are_placed_with_the_fitted_ones()
    {
        var (number, _) = await Surveyed();
        var view = await Place(number, new[] { new { partId = "rdimm-32-4800", count = 8 } });
        Assert.Equal(512 * 1024, view.GetProperty("proposed").GetProperty("score").GetProperty("miB").GetInt32());
        Assert.Equal(0, view.GetProperty("out").GetArrayLength());
        Assert.Equal(0, view.GetProperty("proposed").GetProperty("stops").GetInt32());
    }

    [Fact]
    public async Task Wrong_wishes_are_told_with_a_path()
    {
        var (number, last) = await Surveyed();
        await WebFixture.Problem(
            await web.Http.PostAsJsonAsync($"/api/jobs/{number}/placement", new { add = new[] { new { partId = "nothing", count = 1 } } }),
            400,
            "invalid"
        );
        await WebFixture.Problem(
            await web.Http.PostAsJsonAsync(
                $"/api/jobs/{number}/placement",
                new { add = new[] { new { partId = "rdimm-32-4800", count = 100_000 } } }
            ),
            400,
            "invalid"
        );
        await WebFixture.Problem(
            await web.Http.PostAsJsonAsync("/api/jobs/none/placement", new { add = (object?)null }),
            404,
            "unknown-job"
        );
        await WebFixture.Problem(
            await web.Http.PostAsJsonAsync($"/api/jobs/{number}/buying", new { memoryGiB = 0, rateMTs = 0 }),
            400,
            "invalid"
        );
        var half = await WebFixture.Problem(
            await web.Edit(
                number,
                last,
                new
                {
                    type = "arrange",
                    what = "x",
                    places = new Dictionary<string, object?> { ["slot:A1"] = null },
                }
            ),
            400,
            "invalid"
        );
        Assert.Contains("names every memory slot", half.GetProperty("detail").GetString());
    }

    [Fact]
    public async Task Purchases_are_evaluated_like_plans_and_the_cheapest_comes_first()
    {
        var (number, _) = await Surveyed();
        var answers = (
            await WebFixture.Ok(await web.Http.PostAsJsonAsync($"/api/jobs/{number}/buying", new { memoryGiB = 384, rateMTs = 4400 }))
        ).GetProperty("answers");
        var money = answers.EnumerateArray().Select(a => a.GetProperty("eur").GetDecimal()).ToList();
        Assert.NotEmpty(money);
        Assert.Equal(money.Order(), money);
        Assert.All(answers.EnumerateArray(), a =>
        {
            Assert.Equal(0, a.GetProperty("side").GetProperty("stops").GetInt32());
            Assert.True(a.GetProperty("side").GetProperty("score").GetProperty("miB").GetInt64() >= 384 * 1024);
            Assert.True(a.GetProperty("side").GetProperty("score").GetProperty("rateMTs").GetInt32() >= 4400);
        });
    }

    [Fact]
    public async Task A_quick_sum_goes_on_as_a_job_with_its_modules_placed()
    {
        const string modules = "4 × 16GB 2Rx8 PC4-2666V-R\n2 × 32GB 2Rx4 PC4-2666V-R";
        var sum = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync(
                "/api/quick/board",
                new
                {
                    sheetId = "brannick-ledge-6",
                    sockets = 0,
                    modules,
                    osBits = 64,
                    mode = "independent",
                }
            )
        );
        Assert.Equal(
            ["C1", "D1", "A1", "B1", "A2", "B2"],
            sum.GetProperty("slots").EnumerateArray().Select(s => s.GetProperty("slot").GetString())
        );
        Assert.Equal(2400, sum.GetProperty("figures").GetProperty("rate").GetProperty("rateMTs").GetInt32());
        var job = await web.Begin(
            new
            {
                key = Guid.NewGuid(),
                who = "Ines",
                title = "Carried",
                owner = "",
                sheetId = "brannick-ledge-6",
                answers = (object?)null,
                carry = new
                {
                    sockets = 0,
                    modules,
                    wishGiB = 128,
                    osBits = 64,
                },
            }
        );
        Assert.Equal(6, job.GetProperty("changes").GetArrayLength());
        Assert.Equal(128, job.GetProperty("aim").GetProperty("memoryGiB").GetInt32());
        // A module that the board does not take stays in the notes with its reason.
        var other = await web.Begin(
            new
            {
                key = Guid.NewGuid(),
                who = "Ines",
                title = "Carried",
                owner = "",
                sheetId = "brannick-ledge-6",
                answers = (object?)null,
                carry = new { sockets = 0, modules = modules + "\n16GB 1Rx8 PC4-3200AA-U" },
            }
        );
        Assert.Contains(
            "Not placed: 1 × 16 GB unbuffered DDR4-3200, 1Rx8. It is unbuffered; the board takes registered.",
            other.GetRawText()
        );
    }

    [Fact]
    public async Task Labels_in_a_row_are_read_one_by_one_and_nonsense_is_told()
    {
        var labels = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync("/api/quick/labels", new { text = "16GB 2Rx4 PC4-2400T-RB1-11\n\nhello\n16GB 2Rx4 PC4-1600R" })
        );
        Assert.Equal([1, 3, 4], labels.EnumerateArray().Select(l => l.GetProperty("line").GetProperty("line").GetInt32()));
        Assert.Equal("16GB 2Rx4 PC4-2400T-RB1-11", labels[0].GetProperty("written").GetString());
        Assert.Contains("not R", labels[2].GetProperty("line").GetProperty("reading").GetProperty("problem").GetString());
        await WebFixture.Problem(
            await web.Http.PostAsJsonAsync("/api/quick/labels", new { text = new string('x', 30_000) }),
            400,
            "invalid"
        );
        var clock = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync(
                "/api/quick/clock",
                new
                {
                    modules = "4GB 2Rx8 PC3-12800U",
                    perChannel = 1,
                    processorMTs = 1333,
                }
            )
        );
        Assert.Equal("up to 1333 MT/s", clock.GetProperty("rate").GetProperty("words").GetString());
        await WebFixture.Problem(await web.Http.PostAsJsonAsync("/api/quick/clock", new { modules = "x", perChannel = 9 }), 400, "invalid");
        var array = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync(
                "/api/quick/array",
                new
                {
                    count = 10,
                    gigabytes = 4000,
                    media = "disk",
                    level = "parity-1",
                    host = "controller",
                    groups = 1,
                    use = "files",
                    spare = false,
                }
            )
        );
        // Nine of 7 814 037 168 sectors of 512 bytes, less 512 MiB each.
        Assert.Equal(36_002_251_431_936, array.GetProperty("capacity").GetProperty("usable").GetInt64());
        Assert.Equal("Double parity needs 4 drives at least", (
                await WebFixture.Ok(
                    await web.Http.PostAsJsonAsync(
                        "/api/quick/array",
                        new
                        {
                            count = 3,
                            gigabytes = 4000,
                            media = "disk",
                            level = "parity-2",
                            host = "controller",
                            groups = 1,
                            use = "files",
                            spare = false,
                        }
                    )
                )
            ).GetProperty("why").GetString());
        foreach (var count in new[] { 0, -1, 10_000 })
            await WebFixture.Problem(
                await web.Http.PostAsJsonAsync(
                    "/api/quick/array",
                    new
                    {
                        count,
                        gigabytes = 4000,
                        media = "disk",
                        level = "parity-2",
                        host = "kernel",
                        groups = 1,
                        use = "files",
                        spare = false,
                    }
                ),
                400,
                "invalid"
            );
        var cache = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync(
                "/api/quick/cache",
                new
                {
                    hotBytes = 500_000_000_000,
                    cacheBytes = 240_000_000_000,
                    blockKiB = 64,
                    exponent = 0.9,
                    slowMs = 10,
                    fastMs = 0.2,
                    writtenGBPerDay = 0,
                }
            )
        );
        Assert.True(cache.GetProperty("helps").GetBoolean());
        await WebFixture.Problem(await web.Http.PostAsJsonAsync("/api/quick/cache", new { hotBytes = 0, cacheBytes = 1 }), 400, "invalid");
        Assert.Equal(
            10.95,
            (await WebFixture.Ok(await web.Http.PostAsJsonAsync("/api/quick/boot", new { bytes = 64_000_000_000, writtenGBPerDay = 30 })))
                .GetProperty("tbPerYear")
                .GetDouble(),
            9
        );
        await WebFixture.Problem(await web.Http.PostAsJsonAsync("/api/quick/boot", new { bytes = 0 }), 400, "invalid");
        var grades = await WebFixture.Ok(
            await web.Http.PostAsync(
                "/api/quick/grades",
                new ByteArrayContent(WebFixture.Demo("cairn-8-drives.txt")) { Headers = { ContentType = new("text/plain") } }
            )
        );
        Assert.Contains(grades.GetProperty("drives").EnumerateArray(), d =>
            d.GetProperty("grade").ValueKind == System.Text.Json.JsonValueKind.Object
        );
        var fill = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync(
                "/api/quick/fill",
                new
                {
                    sheetId = "brannick-torr-32",
                    sockets = 1,
                    count = 3,
                }
            )
        );
        Assert.Equal(["A1", "B1", "C1"], fill.GetProperty("slots").EnumerateArray().Select(s => s.GetString()));
        await WebFixture.Problem(
            await web.Http.PostAsJsonAsync(
                "/api/quick/fill",
                new
                {
                    sheetId = "brannick-torr-32",
                    sockets = 1,
                    count = -1,
                }
            ),
            400,
            "invalid"
        );
        await WebFixture.Problem(
            await web.Http.PostAsJsonAsync(
                "/api/quick/fill",
                new
                {
                    sheetId = "halmund-strand-36",
                    sockets = 1,
                    count = 1,
                }
            ),
            400,
            "invalid"
        );
        await WebFixture.Problem(
            await web.Http.PostAsJsonAsync(
                "/api/quick/fill",
                new
                {
                    sheetId = "none",
                    sockets = 1,
                    count = 1,
                }
            ),
            404,
            "unknown"
        );
        await WebFixture.Problem(
            await web.Http.PostAsJsonAsync(
                "/api/quick/os",
                new
                {
                    installedGiB = 0,
                    bits = 64,
                    extended = false,
                    graphics = false,
                }
            ),
            400,
            "invalid"
        );
        var os = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync(
                "/api/quick/os",
                new
                {
                    installedGiB = 8,
                    bits = 32,
                    extended = false,
                    graphics = false,
                }
            )
        );
        Assert.InRange(os.GetProperty("high").GetProperty("bytes").GetInt64(), 3L << 30, 4L << 30);
    }
}
