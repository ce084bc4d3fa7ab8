using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Irvak.Core.Sheets;
using Irvak.Store;
using Irvak.Tests;
using Irvak.Web.Demo;

namespace Irvak.Web.Tests;

/// <summary>Nothing that anybody sends is answered as a fault of the host, and nothing of it makes the job, the lists or the next start
/// fail.</summary>
public class MutationTests
{
    private static readonly int Tries = int.Parse(Environment.GetEnvironmentVariable("IRVAK_SOAK_REQUESTS") ?? "5000");
    private static readonly int Seed = int.Parse(Environment.GetEnvironmentVariable("IRVAK_SEED") ?? "20261128");

    /// <summary>What takes the place of a value, as raw JSON: some is no JSON at all.</summary>
    private static readonly string[] Nasty =
    [
        "null",
        "[]",
        "{}",
        "[null]",
        "{\"a\":null}",
        "\"\"",
        "\" \"",
        "\"\\u0000\"",
        "\"a\\u0007b\"",
        "\"\\ud800\"",
        "\"\\u202e\"",
        "0",
        "-0.0",
        "-1",
        "1e400",
        "-1e400",
        "65536",
        "2147483648",
        "9223372036854775808",
        "1e18",
        "0.1",
        "true",
        "\"NaN\"",
        "\"slot:A1\"",
        "\"bay:1\"",
        "\"array:md0\"",
        "\"0101\"",
        "NaN",
        "{\"type\":\"fit\"}",
        "{\"type\":null}",
        "[[[[[[[[]]]]]]]]",
        "\"2026-13-45\"",
        "\"'; drop table job; --\"",
        "\"=cmd|'/c calc'!A0\"",
    ];

    private readonly Random _random = new(Seed);

    [Fact]
    public async Task No_answer_is_a_fault_of_the_host()
    {
        await using var web = new WebFixture();
        await web.InitializeAsync();
        var corpus = await Corpus(web);
        var faults = new Dictionary<string, string>();
        for (var i = 0; i < Tries; i++)
        {
            var (method, url, body, type) = Mutated(corpus[i % corpus.Count]);
            using var request = new HttpRequestMessage(method, url);
            if (body is not null)
                request.Content = new ByteArrayContent(Encoding.UTF8.GetBytes(body)) { Headers = { ContentType = new(type) } };
            HttpResponseMessage answer;
            try
            {
                answer = await web.Http.SendAsync(request);
            }
            catch (Exception e) when (e is UriFormatException || e.Message.Contains("null characters", StringComparison.Ordinal))
            {
                // Such an address does not leave the sender, or is refused by the web server before the host sees it.
                continue;
            }
            if ((int)answer.StatusCode >= 500)
                faults.TryAdd(
                    $"{method} {url.Split('?')[0].Split("/jobs/")[0]} {answer.StatusCode}",
                    $"{method} {url}\n  {body?[..Math.Min(body.Length, 700)]}\n  {await answer.Content.ReadAsStringAsync()}"
                );
            answer.Dispose();
            if (i % 500 == 499)
                await AllOpen(web, faults);
        }
        await AllOpen(web, faults);
        Assert.True(faults.Count == 0, $"seed {Seed}:\n" + string.Join("\n", faults.Values.Take(10)));
    }

    /// <summary>Every job still opens and works out, and every list answers.</summary>
    private static async Task AllOpen(WebFixture web, Dictionary<string, string> faults)
    {
        foreach (var page in new[] { "/api/jobs", "/api/shelf", "/api/sheets", "/api/evidence", "/health/ready" })
            if (await web.Http.GetAsync(page) is { StatusCode: not HttpStatusCode.OK } bad)
                faults.TryAdd(page, $"{page} {bad.StatusCode}");
        foreach (var job in (await WebFixture.Ok(await web.Http.GetAsync("/api/jobs"))).GetProperty("jobs").EnumerateArray())
        {
            var number = job.GetProperty("number").GetString();
            var view = await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}"));
            if (!view.GetProperty("worksOut").GetBoolean() || view.GetProperty("damage").ValueKind != JsonValueKind.Null)
                faults.TryAdd($"job {number}", $"job {number}: {view.GetProperty("damage")}");
        }
    }

    private sealed record Sent(HttpMethod Method, string Url, string? Body, string Type = "application/json");

    /// <summary>One good request of each kind, so that what is bad in it is one thing at a time.</summary>
    private static async Task<List<Sent>> Corpus(WebFixture web)
    {
        string Json(object o) => JsonSerializer.Serialize(o, Database.Json);
        var all = new List<Sent>();
        string[] numbers = ["0103", "0109", "0110", "0111"];
        foreach (var number in numbers)
        {
            var last = await web.Last(number);
            var state = await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}/document"));
            // The demo's own edits, and random ones of every kind.
            var edits = state
                .GetProperty("entries")
                .EnumerateArray()
                .Where(e => e.TryGetProperty("edit", out _))
                .Select(e => e.GetProperty("edit").GetRawText())
                .Where(e => e.Length < 20_000)
                .ToList();
            var sheet = DemoFiles.Sheets(Repository.At("demo")).First();
            var any = new AnyEdit(
                new Random(Seed),
                Core.Plans.EditFold.Apply(Core.Plans.JobState.Start, new Core.Plans.AdoptSheet(sheet), new("", default)),
                DemoFiles.Shelf(Repository.At("demo"))
            );
            for (var kind = 0; kind < AnyEdit.KindCount * 2; kind++)
            {
                try
                {
                    edits.Add(Json(any.Next(kind)));
                }
                catch (JsonException)
                {
                    continue;
                }
            }
            foreach (var edit in edits)
                all.Add(
                    new(
                        HttpMethod.Post,
                        $"/api/jobs/{number}/edits",
                        $"{{\"key\":\"{Guid.NewGuid()}\",\"lastSeen\":{last},\"who\":\"Ines\",\"edit\":{edit}}}"
                    )
                );
            all.Add(
                new(
                    HttpMethod.Post,
                    $"/api/jobs/{number}/undo",
                    Json(
                        new
                        {
                            key = Guid.NewGuid(),
                            who = "Ines",
                            withDependents = true,
                        }
                    )
                )
            );
            all.Add(
                new(
                    HttpMethod.Post,
                    $"/api/jobs/{number}/redo",
                    Json(
                        new
                        {
                            key = Guid.NewGuid(),
                            who = "Ines",
                            withDependents = false,
                        }
                    )
                )
            );
            all.Add(
                new(
                    HttpMethod.Post,
                    $"/api/jobs/{number}/placement",
                    Json(new { add = new[] { new { partId = "rdimm-32-4800", count = 2 } } })
                )
            );
            all.Add(new(HttpMethod.Post, $"/api/jobs/{number}/buying", Json(new { memoryGiB = 64, rateMTs = 2400 })));
            all.Add(new(HttpMethod.Post, $"/api/jobs/{number}/rehearsal", Json(new { array = "md0", failed = new[] { "bay:1" } })));
            all.Add(
                new(
                    HttpMethod.Post,
                    $"/api/jobs/{number}/simulations",
                    Json(
                        new
                        {
                            array = "md0",
                            question = new
                            {
                                years = 5,
                                runs = 1000,
                                seed = 1,
                            },
                        }
                    )
                )
            );
            all.Add(
                new(
                    HttpMethod.Post,
                    $"/api/jobs/{number}/path",
                    Json(
                        new
                        {
                            path = "md0",
                            networkGbs = 10,
                            drives = 4,
                        }
                    )
                )
            );
            all.Add(new(HttpMethod.Post, $"/api/jobs/{number}/lanes", null));
            all.Add(
                new(
                    HttpMethod.Post,
                    $"/api/jobs/{number}/captures?phase=before&key={Guid.NewGuid()}&lastSeen={last}&who=Ines",
                    Encoding.Latin1.GetString(WebFixture.Demo("torr-before.txt"))[..3000],
                    "text/plain"
                )
            );
            all.Add(
                new(
                    HttpMethod.Post,
                    $"/api/jobs/{number}/photos?key={Guid.NewGuid()}&who=Ines&about=machine&note=n",
                    "no picture",
                    "image/jpeg"
                )
            );
            foreach (
                var page in new[]
                {
                    "",
                    "/ways",
                    "/aim",
                    "/captures",
                    "/history?before=9",
                    "/document",
                    "/number",
                    "/controllers",
                    "/photos",
                }
            )
                all.Add(new(HttpMethod.Get, $"/api/jobs/{number}{page}", null));
        }
        all.Add(
            new(
                HttpMethod.Post,
                "/api/jobs",
                Json(
                    new
                    {
                        key = Guid.NewGuid(),
                        who = "Ines",
                        title = "A job",
                        owner = "T",
                        sheetId = "brannick-torr-32",
                        carry = new
                        {
                            sockets = 0,
                            modules = "2 × 32GB 2Rx4 PC4-2666V-R",
                            wishGiB = 64,
                            spaceTB = 2,
                            failures = 1,
                            note = "n",
                        },
                    }
                )
            )
        );
        all.Add(
            new(
                HttpMethod.Post,
                "/api/jobs",
                Json(
                    new
                    {
                        key = Guid.NewGuid(),
                        who = "Ines",
                        title = "A job",
                        owner = "T",
                        answers = new
                        {
                            name = "Box",
                            kind = "DDR4",
                            form = "dimm",
                            channels = "2 2",
                            types = new[] { "registered" },
                            rateMTs = 2400,
                            totalLimitGiB = 64,
                        },
                    }
                )
            )
        );
        all.Add(
            new(
                HttpMethod.Post,
                "/api/jobs",
                Json(
                    new
                    {
                        key = Guid.NewGuid(),
                        who = "Ines",
                        title = "A job",
                        owner = "T",
                        capture = Encoding.Latin1.GetString(WebFixture.Demo("torr-before.txt"))[..2000],
                    }
                )
            )
        );
        foreach (var part in DemoFiles.Shelf(Repository.At("demo")).GroupBy(p => p.KindOf()).SelectMany(g => g.Take(3)))
        {
            all.Add(new(HttpMethod.Put, $"/api/parts/{part.Id}", Json(part)));
            all.Add(new(HttpMethod.Post, "/api/parts/check", Json(part)));
            all.Add(new(HttpMethod.Post, $"/api/import?key={Guid.NewGuid()}&who=Ines", Json(part), "text/plain"));
        }
        foreach (var sheet in DemoFiles.Sheets(Repository.At("demo")))
        {
            all.Add(new(HttpMethod.Put, $"/api/sheets/{sheet.Id}", Json(sheet)));
            all.Add(new(HttpMethod.Post, "/api/sheets/check", Json(sheet)));
            all.Add(new(HttpMethod.Post, $"/api/import?key={Guid.NewGuid()}&who=Ines", Json(sheet), "text/plain"));
        }
        var whole = await web.Http.GetStringAsync("/api/jobs/0103/document");
        all.Add(new(HttpMethod.Post, $"/api/import?key={Guid.NewGuid()}&who=Ines", whole, "text/plain"));
        all.Add(
            new(
                HttpMethod.Post,
                "/api/shelf/list/preview",
                Json(new { text = "id;description;in stock\nx1;32GB 2Rx4 PC4-2666V-R;2", columns = Array.Empty<string>() })
            )
        );
        all.Add(
            new(
                HttpMethod.Post,
                "/api/shelf/list",
                Json(new { text = "id;description;in stock\nx1;32GB 2Rx4 PC4-2666V-R;2", columns = new[] { "id", "description", "stock" } })
            )
        );
        foreach (
            var quick in new (string, object)[]
            {
                ("labels", new { text = "16GB 2Rx4 PC4-2400T-RB1-11" }),
                (
                    "board",
                    new
                    {
                        sheetId = "brannick-ledge-6",
                        sockets = 0,
                        modules = "2 × 32GB 2Rx4 PC4-2666V-R",
                        osBits = 64,
                        mode = "independent",
                    }
                ),
                (
                    "os",
                    new
                    {
                        installedGiB = 8,
                        bits = 32,
                        extended = true,
                        graphics = false,
                    }
                ),
                (
                    "clock",
                    new
                    {
                        modules = "32GB 2Rx4 PC4-2666V-R",
                        perChannel = 2,
                        processorMTs = 2400,
                        boardMTs = 2666,
                    }
                ),
                (
                    "fill",
                    new
                    {
                        sheetId = "brannick-ledge-6",
                        sockets = 1,
                        count = 4,
                    }
                ),
                (
                    "array",
                    new
                    {
                        level = "parity-1",
                        drives = 4,
                        sizeTB = 4,
                    }
                ),
                (
                    "cache",
                    new
                    {
                        cacheGB = 100,
                        hotGB = 500,
                        exponent = 0.9,
                    }
                ),
                ("boot", new { sizeGB = 120 }),
                ("grade", new { hours = 20_000 }),
                ("lane", new { gen = 3, width = 4 }),
            }
        )
            all.Add(new(HttpMethod.Post, "/api/quick/" + quick.Item1, Json(quick.Item2)));
        foreach (
            var get in new[]
            {
                "/api/shelf?q=32%20reg",
                "/api/shelf?q=x&job=0103",
                "/api/shelf/read?text=16GB",
                "/api/jobs?stage=fit&before=5",
                "/api/sheets/brannick-torr-32",
                "/api/parts/rdimm-32-4800",
                "/api/schemas/irvak-job-1.json",
            }
        )
            all.Add(new(HttpMethod.Get, get, null));
        return all;
    }

    private (HttpMethod Method, string Url, string? Body, string Type) Mutated(Sent sent)
    {
        var (url, body, type) = (sent.Url, sent.Body, sent.Type);
        // A key of its own, or most are only repeated.
        url = System.Text.RegularExpressions.Regex.Replace(url, "key=[0-9a-f-]+", _ => "key=" + Guid.NewGuid());
        var times = 1 + _random.Next(2);
        for (var i = 0; i < times; i++)
            switch (_random.Next(12))
            {
                case 0:
                    url = MutatedUrl(url);
                    break;
                case 1 when body is { Length: > 0 }:
                    body = body.Insert(_random.Next(body.Length), Nasty[_random.Next(Nasty.Length)]);
                    break;
                case 2 when body is { Length: > 2 }:
                    body = body[.._random.Next(body.Length)];
                    break;
                case 3 when _random.Next(6) == 0:
                    type = new[] { "text/plain", "application/xml", "application/json", "multipart/form-data" }[_random.Next(4)];
                    break;
                default:
                    body = body is null ? body : TryMutated(body);
                    break;
            }
        if (body?.StartsWith("{\"key\":\"", StringComparison.Ordinal) == true && body.Length > 44 && _random.Next(20) > 0)
            body = body[..8] + Guid.NewGuid() + body[44..];
        return (sent.Method, url, body, type);
    }

    private string MutatedUrl(string url)
    {
        string[] odd =
        [
            "%00",
            "%0a",
            "%ff",
            "..%2f",
            "%20",
            "'",
            "%F0%9F%96%B4",
            "%E2%80%AE",
            "9999999999999999999",
            new string('a', 5000),
        ];
        var at = url.IndexOf('=', StringComparison.Ordinal) is > 0 and var eq && _random.Next(3) > 0 ? eq + 1 : url.LastIndexOf('/') + 1;
        return url.Insert(at, odd[_random.Next(odd.Length)]);
    }

    /// <summary>A body that is broken already stays as it is.</summary>
    private string TryMutated(string body)
    {
        try
        {
            return MutatedBody(body);
        }
        catch (InvalidOperationException)
        {
            return body;
        }
    }

    /// <summary>One node of the document replaced, removed, doubled or put where another belongs.</summary>
    private string MutatedBody(string body)
    {
        JsonNode? root;
        try
        {
            root = JsonNode.Parse(body);
        }
        catch (JsonException)
        {
            return body;
        }
        catch (ArgumentException)
        {
            return body;
        }
        var nodes = new List<JsonNode>();
        void Walk(JsonNode? node)
        {
            if (node is null || nodes.Count > 4000)
                return;
            nodes.Add(node);
            try
            {
                if (node is JsonObject map)
                    foreach (var (_, value) in map)
                        Walk(value);
                if (node is JsonArray list)
                    foreach (var value in list)
                        Walk(value);
            }
            catch (ArgumentException)
            {
                return;
            }
        }
        Walk(root);
        if (nodes.Count < 2)
            return Nasty[_random.Next(Nasty.Length)];
        var chosen = nodes[1 + _random.Next(nodes.Count - 1)];
        const string mark = "\"§§§\"";
        var name = chosen.Parent is JsonObject owner ? chosen.GetPropertyName() : null;
        switch (_random.Next(6))
        {
            case 0 when chosen.Parent is JsonObject map:
                map.Remove(name!);
                return root!.ToJsonString();
            case 1 when chosen.Parent is JsonObject map:
                // The same field twice.
                map[name!] = "§§§";
                return root!
                    .ToJsonString(Plain)
                    .Replace(mark, $"1,{JsonSerializer.Serialize(name)}:{chosen.ToJsonString()}", StringComparison.Ordinal);
            case 2:
                chosen.ReplaceWith("§§§");
                return root!
                    .ToJsonString(Plain)
                    .Replace(mark, JsonSerializer.Serialize(new string('x', 1 << _random.Next(20))), StringComparison.Ordinal);
            case 3:
                chosen.ReplaceWith("§§§");
                return root!.ToJsonString(Plain).Replace(mark, nodes[_random.Next(nodes.Count)].ToJsonString(), StringComparison.Ordinal);
            default:
                chosen.ReplaceWith("§§§");
                return root!.ToJsonString(Plain).Replace(mark, Nasty[_random.Next(Nasty.Length)], StringComparison.Ordinal);
        }
    }

    private static readonly JsonSerializerOptions Plain = new()
    {
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };
}
