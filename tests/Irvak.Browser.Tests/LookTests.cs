using System.Text.Json;
using Irvak.Tests;
using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>Every view in both modes: accessible, nothing clipped or overlapping, nothing scrolling that should not, no complaint in the
/// console.</summary>
public class LookTests(Site site, LookWindow look) : IClassFixture<LookWindow>
{
    /// <summary>Views with the jobs of the demo that show them best; each is also a picture in docs/screenshots.</summary>
    public static TheoryData<string, string, int, int> Views =>
        new()
        {
            { "bench", "/", 1280, 800 },
            { "begin", "/begin", 1280, 800 },
            { "survey", "/jobs/0101/survey", 1280, 800 },
            { "survey-captures", "/jobs/0109/survey", 1280, 800 },
            { "aim", "/jobs/0117/aim", 1280, 800 },
            { "fit", "/jobs/0103/fit", 1280, 800 },
            { "arrays", "/jobs/0110/fit?sheet=arrays", 1280, 800 },
            { "arrays-simulate", "/jobs/0110/fit?sheet=arrays&open=simulate", 1280, 800 },
            { "controllers", "/jobs/0110/fit?sheet=arrays&open=controllers", 1280, 800 },
            { "arrays-moving", "/jobs/0110/fit?sheet=arrays&open=moving", 1280, 800 },
            { "arrays-figures", "/jobs/0110/fit?sheet=arrays&open=figures", 1280, 800 },
            { "cache", "/jobs/0110/fit?sheet=cache", 1280, 800 },
            { "boot", "/jobs/0110/fit?sheet=boot", 1280, 800 },
            { "lanes", "/jobs/0111/fit?sheet=lanes", 1280, 800 },
            { "path", "/jobs/0110/fit?sheet=path", 1280, 800 },
            { "power", "/jobs/0111/fit?sheet=power", 1280, 800 },
            { "prep", "/jobs/0104/prep", 1280, 800 },
            { "hands-on", "/jobs/0105/hands-on", 1024, 768 },
            { "proof", "/jobs/0106/proof", 1280, 800 },
            { "handover", "/jobs/0107/handover", 1280, 800 },
            { "fit-small-machine", "/jobs/0108/fit", 1280, 800 },
            { "shelf", "/shelf", 1280, 800 },
            { "sheets", "/sheets", 1280, 800 },
            { "sheet", "/sheets/tarrowby-fulmar-15", 1280, 800 },
            { "sheet-editor", "/sheets/sollewyn-sound-8/edit", 1280, 800 },
            { "part-editor", "/shelf/cv-c8", 1280, 800 },
            { "evidence", "/evidence", 1280, 800 },
            { "rules", "/rules", 1280, 800 },
            {
                "quick-sums",
                "/sums?sum=board&sheet=brannick-torr-32&sockets=1&modules="
                    + "8%20%C3%97%2032GB%202Rx8%20PC5-4800B-R%0A2%20%C3%97%2064GB%202Rx4%20PC5-4800B-R",
                1280,
                800
            },
            { "quick-label", "/sums?labels=16GB%202Rx4%20PC4-2400T-RB1-11%0A16GB%202Rx4%20PC4-1600R", 1280, 800 },
            { "quick-os", "/sums?sum=os&gib=16", 1280, 800 },
            { "quick-clock", "/sums?sum=clock&modules=16GB%202Rx4%20PC4-2400T-R&per=2&cpuMTs=2133", 1280, 800 },
            { "quick-fill", "/sums?sum=fill&sheet=brannick-torr-32&sockets=1&n=6", 1280, 800 },
            { "quick-array", "/sums?sum=array&n=8&tb=8&level=parity-2", 1280, 800 },
            { "quick-rebuild", "/sums?sum=rebuild&tb=8", 1280, 800 },
            { "quick-lane", "/sums?sum=lane&gen=1&lanes=1&drives=4&each=180&line=10&faster=25", 1280, 800 },
            { "quick-cache", "/sums?sum=cache&hot=500&cache=240&written=60&rated=876", 1280, 800 },
            { "quick-boot", "/sums?sum=boot&gb=64&by=dwpd&rated=1", 1280, 800 },
            { "quick-backup", "/sums?sum=backup&tb=21&reads=90&to=tape&gen=9", 1280, 800 },
            { "quick-grade", "/sums?sum=grade", 1280, 800 },
        };

    /// <summary>What a view says once it is all there, where it asks for more than the job; a view without it would be sound, and
    /// empty.</summary>
    private static readonly Dictionary<string, string> Says = new()
    {
        ["survey"] = "Which serial number has the machine?",
        ["aim"] = "could be used",
        ["arrays"] = "Lost within 5 years",
        ["prep"] = "Take along",
        ["proof"] = "Memory, total",
        ["handover"] = "Memory went from 256 GiB to 512 GiB",
        ["rules"] = "MEM-SLOT",
    };

    [Theory]
    [MemberData(nameof(Views))]
    public void The_view_is_sound_in_both_modes(string name, string path, int width, int height)
    {
        var window = look.Of(site, width, height);
        foreach (var mode in new[] { "day", "night" })
        {
            window.Script<object?>($"localStorage.setItem('irvak.mode', '{mode}'); return null");
            window.Open(path).Find("#field");
            window.Until(
                _ =>
                    window.Script<bool>(
                        "return document.fonts.status === 'loaded' && !document.querySelector('main:empty') "
                            + "&& (document.querySelector('main') || {}).innerText.length > 40"
                    ),
                "the view with its fonts"
            );
            if (Says.TryGetValue(name, out var words))
                window.See(words, "main");
            Assert.Empty(window.Driver.FindElements(By.CssSelector("main.message")));
            // One picture of each main view; these are seen in others too.
            Shoot(
                window,
                name
                        is "begin"
                            or "survey-captures"
                            or "fit-small-machine"
                            or "rules"
                            or "evidence"
                            or "part-editor"
                            or "sheet"
                            or "controllers"
                            or "boot"
                            or "sheets"
                    || name.StartsWith("arrays-", StringComparison.Ordinal)
                    || (name.StartsWith("quick-", StringComparison.Ordinal) && name != "quick-sums")
                        ? null
                    : mode == "day" ? name
                    : name == "fit" ? "fit-night"
                    : null
            );
            Assert.Empty(Axe(window));
            Assert.Empty(Overlaps(window));
            Assert.Empty(window.Covered());
            Assert.True(
                window.Script<bool>(
                    "const e = document.documentElement; return e.scrollWidth <= innerWidth && e.scrollHeight <= innerHeight"
                ),
                $"{name} scrolls as a whole"
            );
            Assert.Empty(window.Complaints());
        }
    }

    [Theory]
    [InlineData("Place for me", "placement", "No better placement exists")]
    [InlineData("Buy for me", "buying", "Take it")]
    public void What_is_computed_on_request_is_sound_in_both_modes(string button, string name, string says)
    {
        foreach (var mode in new[] { "day", "night" })
        {
            using var window = new Window(site, mode: mode).Open(name == "buying" ? "/jobs/0102/fit" : "/jobs/0103/fit");
            window.Press(button);
            window.See(says, ".placement");
            Shoot(window, mode == "day" && name == "placement" ? name : null);
            Assert.Empty(Axe(window));
            Assert.True(
                window.Script<bool>(
                    "const e = document.documentElement; return e.scrollWidth <= innerWidth && e.scrollHeight <= innerHeight"
                ),
                $"{name} scrolls as a whole"
            );
            Assert.Empty(window.Complaints());
        }
    }

    [Theory]
    [InlineData("day", 1280, 800)]
    [InlineData("night", 1024, 768)]
    public void The_verdict_before_the_job_and_what_can_be_done_are_sound(string mode, int width, int height)
    {
        using var window = new Window(site, mode: mode, width: width, height: height).Open("/begin");
        window.Type("#line", "two 16 gb 2666 so-dimms for the file share at orrin, it swaps at night");
        window.Machine("Sollewyn Sound 8");
        window.See("32 GiB at 2666 MT/s", ".before-job");
        Shoot(window, mode == "day" ? "begin" : null);
        Assert.Empty(Axe(window));
        Assert.Empty(Overlaps(window));
        Assert.Empty(window.Covered());
        Assert.True(window.Find(".begin .choice").Size.Height >= 24);
        window.Keys_(OpenQA.Selenium.Keys.Control + "k" + OpenQA.Selenium.Keys.Null);
        window.See("go to the shelf", "[role=dialog]");
        Assert.Empty(Axe(window));
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void On_a_narrow_window_nothing_is_lost_sideways()
    {
        using var window = new Window(site, width: 640, height: 800).Open("/jobs/0103/fit");
        window.Find("svg.plate");
        Assert.True(window.Script<bool>("return document.documentElement.scrollWidth <= innerWidth"));
        Assert.Empty(Axe(window));
    }

    [Fact]
    public void On_paper_the_step_sheet_is_whole_named_and_dark_on_white_even_at_night()
    {
        using var window = new Window(site, mode: "night").Open("/jobs/0105/hands-on");
        window.See("Step 10 of 23");
        window.Driver.ExecuteCdpCommand("Emulation.setEmulatedMedia", new Dictionary<string, object?> { ["media"] = "print" });
        Assert.Equal(23, window.Driver.FindElements(By.CssSelector(".steps label")).Count(l => l.Displayed));
        Assert.Contains("Step sheet · Job 0105 · Brannick Torr 32", window.Find(".print-head").Text);
        // ink by day
        Assert.Equal("rgb(34, 38, 43)", window.Script<string>("return getComputedStyle(document.querySelector('.steps label')).color"));
        Assert.False(window.Find(".way").Displayed);
    }

    private static List<string> Axe(Window window)
    {
        window.Driver.ExecuteScript(File.ReadAllText(Repository.At("client", "node_modules", "axe-core", "axe.min.js")));
        var json = (string)
            window.Driver.ExecuteAsyncScript(
                "const done = arguments[0]; axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', "
                    + "'wcag21aa', 'wcag22aa'] }).then(r => done(JSON.stringify(r.violations.map(v "
                    + "=> v.id + ': ' + v.nodes.slice(0, 4).map(n => n.html.slice(0, 160) "
                    + "+ ' ' + (n.failureSummary || '').slice(0, 200)).join(' | ')))))"
            )!;
        return JsonSerializer.Deserialize<List<string>>(json)!;
    }

    /// <summary>Words on a plate that meet each other or leave the drawing, by the browser's own boxes.</summary>
    private static List<string> Overlaps(Window window)
    {
        var json = window.Script<string>(
            """
            const out = [];
            for (const svg of document.querySelectorAll('svg.plate:not(.small), svg.loom, svg.stream, svg.power')) {
              const frame = svg.getBoundingClientRect();
              const texts = [...svg.querySelectorAll('text')].map(t => [t.textContent, t.getBoundingClientRect()])
                .filter(([, b]) => b.right > frame.left + 1 && b.left < frame.right - 1 && b.bottom > frame.top + 1 && b.top < frame.bottom - 1);
              for (let i = 0; i < texts.length; i++)
                for (let j = i + 1; j < texts.length; j++) {
                  const [a, p] = texts[i], [b, q] = texts[j];
                  const w = Math.min(p.right, q.right) - Math.max(p.left, q.left), h = Math.min(p.bottom, q.bottom) - Math.max(p.top, q.top);
                  if (w > 1.5 && h > 3) out.push(`${a} × ${b}`);
                }
            }
            return JSON.stringify(out);
            """
        );
        return JsonSerializer.Deserialize<List<string>>(json)!;
    }

    /// <summary>Keeps the picture where the documentation wants it, when asked to.</summary>
    private static void Shoot(Window window, string? name)
    {
        if (name is null || Environment.GetEnvironmentVariable("IRVAK_SCREENSHOTS") is not { Length: > 0 } folder)
            return;
        window.Driver.GetScreenshot().SaveAsFile(Path.Combine(folder, name + ".png"));
    }
}

/// <summary>One window for all views: starting Chromium anew for each costs more than looking.</summary>
public sealed class LookWindow : IDisposable
{
    private Window? _window;

    public Window Of(Site site, int width, int height)
    {
        _window ??= new Window(site).Open("/begin");
        _window.Size(width, height);
        return _window;
    }

    public void Dispose() => _window?.Dispose();
}
