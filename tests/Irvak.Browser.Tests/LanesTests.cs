using System.Net.Http.Json;
using System.Text.Json;
using Irvak.Core.Places;
using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>Lanes, paths, power and heat through the real interface; the loom and the stream with few and with many devices.</summary>
public class LanesTests(Site site)
{
    private static void Key(Window window, string key) => window.Driver.FindElement(By.TagName("body")).SendKeys(key);

    private static void Choose(Window window, string label, string option) =>
        window.Until(
            d =>
            {
                d.FindElement(By.XPath($"//select[@aria-label='{label}']/option[normalize-space(.)='{option}']")).Click();
                return true;
            },
            $"{option} of {label}"
        );

    [Fact]
    public async Task A_split_is_planned_from_the_list_and_every_drive_is_seen()
    {
        var number = await Wide(1, 4);
        using var window = new Window(site).Open($"/jobs/{number}/fit?sheet=lanes");
        window.See("12 loose", "svg.loom");
        window.See("S1 is not divided: the carrier shows one of 4.", ".verdicts");
        Choose(window, "S1 to enter", "×4 ×4 ×4 ×4");
        window.Until(d => !d.FindElement(By.CssSelector("svg.loom")).Text.Contains("loose", StringComparison.Ordinal), "no loose lane");
        // Four drives and the network card.
        Assert.Equal(5, window.Driver.FindElements(By.CssSelector("svg.loom [data-box].lm-end.lm-full.lm-in")).Count);
        Key(window, "5");
        window.Press("All steps");
        window.See("Set S1 in the firmware: ×4 ×4 ×4 ×4");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void Everything_is_laid_out_on_request_and_taken_back()
    {
        var job = site.Own("0111");
        using var window = new Window(site).Open($"/jobs/{job}/fit?sheet=lanes");
        window.See("12 loose", "svg.loom");
        window.Press("Assign for me");
        window.See("0 stops left of 1.", ".assign-answer");
        window.See("set S3 to ×4 ×4 ×4 ×4", ".assign-answer");
        window.Press("Take it");
        window.Until(
            d =>
                d.FindElement(By.CssSelector("svg.loom [data-loom='slot:card:S4']"))
                    .GetDomAttribute("aria-label")!
                    .Contains("used", StringComparison.Ordinal),
            "the network card in S4"
        );
        Assert.DoesNotContain("loose", window.Find("svg.loom").Text);
        window.Press("Undo");
        window.See("12 loose", "svg.loom");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void The_loom_is_walked_by_keys_and_puts_what_is_in_hand()
    {
        var job = site.Own("0111");
        using var window = new Window(site).Open($"/jobs/{job}/fit?sheet=lanes");
        window.See("12 loose", "svg.loom");
        window.Script<object?>("document.querySelector(\"[data-loom='slot:card:S3']\").focus(); return null");
        window.Keys_(Keys.ArrowDown);
        Assert.Contains("2 TB NVMe, ×4 gen 4", window.Focus);
        window.Keys_(Keys.Enter);
        window.See("S3.1", ".placecard, .place-card, .card, .verdicts");
        Key(window, "p");
        window.See("A benchmark should show");
        Key(window, "w");
        window.See("Over the start");
        Key(window, "l");
        window.See("To enter in firmware");
    }

    [Fact]
    public void The_stream_tells_each_stage_and_answers_what_if()
    {
        var job = site.Own("0110");
        using var window = new Window(site).Open($"/jobs/{job}/fit?sheet=path");
        window.See("M: 490 MB/s arrive; narrowest is the drives.");
        window.Script<object?>("document.querySelector('[data-stage=\"0\"]').focus(); return null");
        window.Keys_(Keys.ArrowRight);
        window.See("Drive links", ".path-cols section");
        Assert.Contains("12 Gb/s each", window.Focus);
        window.Press("Writing");
        window.See("490 MB/s are taken");
        window.Press("Rebuild");
        window.See("A drive is filled again at 92 MB/s");
        window.Press("Reading");
        window.Script<object?>("document.getElementById('wi-drives').focus(); return null");
        window.Keys_(Keys.End);
        window.See("instead of 490", ".path-cols");
        window.Press("As planned");
        window.Until(
            d => !d.FindElement(By.CssSelector(".path-cols")).Text.Contains("instead of", StringComparison.Ordinal),
            "as planned again"
        );
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void Air_and_pads_are_answered_by_eye_and_judged()
    {
        var job = site.Own("0111");
        using var window = new Window(site).Open($"/jobs/{job}/fit?sheet=power");
        window.See("the supply gives 950 W");
        Choose(window, "fan 2", "unplugged");
        window.See("Fan 2 is unplugged.", ".verdicts");
        Choose(window, "Module that gets a pad", "M1");
        window.Press("Plan a pad");
        window.See("1.00 mm thick: Thermal pad 1.0 mm, pressed by 20 %.");
        window.Press("Undo");
        window.Press("Undo");
        window.Until(d => !d.FindElement(By.CssSelector(".verdicts")).Text.Contains("unplugged", StringComparison.Ordinal), "taken back");
        Assert.Empty(window.Complaints());
    }

    [Theory]
    [InlineData(1, 4)]
    [InlineData(6, 24)]
    public async Task With_few_and_with_many_devices_no_label_overlaps_or_is_clipped(int carriers, int devices)
    {
        var number = await Wide(carriers, devices);
        foreach (var mode in new[] { "day", "night" })
        foreach (var width in new[] { 1280, 1600 })
        {
            using var window = new Window(site, mode: mode, width: width).Open($"/jobs/{number}/fit?sheet=lanes");
            window.Find("svg.loom");
            window.Until(_ => window.Script<bool>("return document.fonts.status === 'loaded'"), "the fonts");
            Assert.InRange(window.Driver.FindElements(By.CssSelector("svg.loom [data-box].lm-end")).Count, devices, devices + 1);
            Assert.Empty(Troubles(window, "svg.loom", "rect"));
            Key(window, "p");
            window.Find("svg.stream");
            Assert.Empty(Troubles(window, "svg.stream", ".st-hit"));
        }
    }

    /// <summary>A machine with wide slots, carriers in the first of them and an array over the drives; its job's number.</summary>
    private async Task<string> Wide(int carriers, int devices)
    {
        using var http = new HttpClient { BaseAddress = site.Address };
        async Task<JsonElement> Ok(HttpResponseMessage answer)
        {
            var text = await answer.Content.ReadAsStringAsync();
            Assert.True(answer.IsSuccessStatusCode, text);
            return JsonDocument.Parse(text).RootElement;
        }
        var begun = await Ok(
            await http.PostAsJsonAsync(
                "/api/jobs",
                new
                {
                    key = Guid.NewGuid(),
                    who = "Ines",
                    title = $"{devices} devices",
                    owner = "Tidehouse",
                    sheetId = "brannick-ledge-6",
                    answers = (object?)null,
                }
            )
        );
        var number = begun.GetProperty("number").GetString()!;
        var last = begun.GetProperty("lastNumber").GetInt32();
        var sheet = new
        {
            format = "irvak-machine/1",
            id = "wide",
            name = "Wide",
            chassis = new { kind = "rack", units = 4 },
            roots = new object[]
            {
                new
                {
                    id = "root 1",
                    lanes = 128,
                    gen = 4,
                },
                new
                {
                    id = "chipset",
                    lanes = 16,
                    gen = 3,
                    uplink = "root 1",
                    uplinkLanes = 4,
                    uplinkGen = 3,
                },
            },
            slots = Enumerable
                .Range(1, carriers + 1)
                .Select(n => new
                {
                    id = $"S{n}",
                    mech = 16,
                    elec = n > carriers ? 8 : 16,
                    gen = n > carriers ? 3 : 4,
                    root = n > carriers ? "chipset" : "root 1",
                    height = "full",
                    lengthMm = 312,
                    watt = 75,
                    splits = n > carriers ? null : new[] { new[] { 8, 8 }, [4, 4, 4, 4] },
                }),
        };
        async Task Edit(object edit) => last = (
                await Ok(
                    await http.PostAsJsonAsync(
                        $"/api/jobs/{number}/edits",
                        new
                        {
                            key = Guid.NewGuid(),
                            lastSeen = last,
                            who = "Ines",
                            edit,
                        }
                    )
                )
            ).GetProperty("lastNumber").GetInt32();
        await Edit(new { type = "adoptSheet", sheet });
        object Put(Place place, string part) =>
            new
            {
                type = "fit",
                place,
                unit = new { source = "shelf", shelfPartId = part },
            };
        Place[] places = [.. Enumerable.Range(0, devices).Select(n => Place.M2($"S{(n / 4) + 1}.{(n % 4) + 1}"))];
        await Edit(
            new
            {
                type = "together",
                what = "fills it",
                edits = Enumerable
                    .Range(1, carriers)
                    .Select(n => Put(Place.Card($"S{n}"), "hm-m2x4"))
                    .Concat(places.Select(p => Put(p, "rv-m2000")))
                    .Append(Put(Place.Card($"S{carriers + 1}"), "lm-25s2")),
            }
        );
        await Edit(
            new
            {
                type = "makeArray",
                array = new
                {
                    name = "Scratch",
                    level = "stripe",
                    members = places,
                    host = "kernel",
                    groups = 1,
                    use = "editing",
                    scratch = true,
                    backedUp = false,
                },
            }
        );
        if (devices > 4)
            await Edit(
                new
                {
                    type = "together",
                    what = "divides",
                    edits = Enumerable
                        .Range(2, carriers - 1)
                        .Select(n => new
                        {
                            type = "setSplit",
                            slot = $"S{n}",
                            widths = new[] { 4, 4, 4, 4 },
                            asFound = false,
                        }),
                }
            );
        return number;
    }

    /// <summary>Words that meet each other, leave the drawing, or leave the box they begin in, by the browser's own boxes.</summary>
    private static List<string> Troubles(Window window, string svg, string box) =>
        JsonSerializer.Deserialize<List<string>>(
            window.Script<string>(
                $$"""
                const out = [];
                const svg = document.querySelector('{{svg}}');
                const frame = svg.getBoundingClientRect();
                const texts = [...svg.querySelectorAll('text')].map(t => [t.textContent, t.getBoundingClientRect(), t.closest('[data-words]') && svg.querySelector(`[data-box="${t.closest('[data-words]').dataset.words}"] {{box}}`)]).filter(([, b]) => b.width > 0);
                for (const [t, b, r] of texts) {
                  if (b.left < frame.left - 1 || b.right > frame.right + 1 || b.top < frame.top - 1 || b.bottom > frame.bottom + 1) out.push(`${t} is clipped`);
                  const p = r && r.getBoundingClientRect();
                  if (p && (b.left < p.left - 1 || b.right > p.right + 1 || b.top < p.top - 2 || b.bottom > p.bottom + 2)) out.push(`${t} leaves its box`);
                }
                for (let i = 0; i < texts.length; i++)
                  for (let j = i + 1; j < texts.length; j++) {
                    const [a, p] = texts[i], [b, q] = texts[j];
                    const w = Math.min(p.right, q.right) - Math.max(p.left, q.left), h = Math.min(p.bottom, q.bottom) - Math.max(p.top, q.top);
                    if (w > 1.5 && h > 3) out.push(`${a} × ${b}`);
                  }
                return JSON.stringify(out);
                """
            )
        )!;
}
