using System.Text.Json;
using Irvak.Tests;

namespace Irvak.Browser.Tests;

/// <summary>The plates of all nine machines: no two labels overlap, none is clipped, every place can be reached and has a spoken
/// name.</summary>
public class PlateTests(Site site)
{
    public static TheoryData<string> Machines =>
        [.. Directory.GetFiles(Repository.At("demo", "sheets"), "*.json").Select(f => Path.GetFileNameWithoutExtension(f)).Order()];

    [Theory]
    [MemberData(nameof(Machines))]
    public void Labels_neither_overlap_nor_are_clipped(string id)
    {
        using var window = new Window(site).Open($"/sheets/{id}");
        window.Find("svg.plate");
        window.Until(_ => window.Script<bool>("return document.fonts.status === 'loaded'"), "the fonts");
        var views = window.Driver.FindElements(OpenQA.Selenium.By.CssSelector(".views button")).Select(b => b.Text).ToList();
        Assert.Contains("Whole", views);
        foreach (var view in views)
        {
            window.Press(view);
            Assert.Empty(Troubles(window, view == "Whole"));
        }
        var places = window.Script<long>("return document.querySelectorAll('svg.plate [data-place]').length");
        Assert.InRange(places, 3, 128);
        Assert.Equal(
            places,
            window.Script<long>(
                "return [...document.querySelectorAll('svg.plate [data-place]')].filter(p "
                    + "=> (p.getAttribute('aria-label') || '').length > 3).length"
            )
        );
    }

    [Theory]
    [InlineData("torr-32")]
    [InlineData("cairn-8")]
    [InlineData("sound-8")]
    [InlineData("drift-u6")]
    [InlineData("gannet")]
    [InlineData("fulmar-15")]
    [InlineData("ledge-6")]
    public void The_plates_of_surveyed_machines_stay_readable(string machine)
    {
        var files = Directory
            .GetFiles(Repository.At("demo", "captures"), machine + "-*")
            .Where(f => !f.EndsWith("controller.csv", StringComparison.Ordinal))
            .Order()
            .ToList();
        using var window = new Window(site).Open("/begin");
        window.Type("#title", "Plate of " + machine);
        window.Machine(
            JsonDocument
                .Parse(File.ReadAllText(Directory.GetFiles(Repository.At("demo", "sheets"), $"*{machine}.json").Single()))
                .RootElement
                is var s
                ? $"{s.GetProperty("maker").GetString()} {s.GetProperty("name").GetString()}"
                : ""
        );
        window.Press("Begin");
        window.Find("[data-testid=files]").SendKeys(string.Join('\n', files));
        window.Until(
            d =>
                d.FindElements(OpenQA.Selenium.By.CssSelector(".files li")).Count == files.Count
                && !d.FindElement(OpenQA.Selenium.By.CssSelector(".files")).Text.Contains("reading\n"),
            "every file read"
        );
        window.Press("Take it in");
        window.Until(
            _ => window.Script<long>("return document.querySelectorAll('.survey-cols tbody tr').length") >= files.Count,
            "captures kept"
        );
        Assert.Empty(Troubles(window, true));
    }

    private static List<string> Troubles(Window window, bool whole) =>
        JsonSerializer.Deserialize<List<string>>(
            window.Script<string>(
                $$"""
                const out = [];
                const svg = document.querySelector('svg.plate:not(.small)');
                const frame = svg.getBoundingClientRect();
                const all = [...svg.querySelectorAll('text')].map(t => [t.textContent, t.getBoundingClientRect()]).filter(([, b]) => b.width > 0);
                const texts = all.filter(([, b]) => b.right > frame.left + 1 && b.left < frame.right - 1 && b.bottom > frame.top + 1 && b.top < frame.bottom - 1);
                for (const [t, b] of texts)
                  if ({{(
                    whole ? "true" : "false"
                )}} && (b.left < frame.left - 1 || b.right > frame.right + 1 || b.top < frame.top - 1 || b.bottom > frame.bottom + 1)) out.push(`${t} is clipped`);
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
