using System.Diagnostics;
using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Irvak.Store;
using OpenQA.Selenium.Chrome;

namespace Irvak.Bench;

/// <summary>The real page in a headless window: what it loads, when it is usable, and how long a key takes to new numbers.</summary>
internal sealed class InterfaceRows(Host host, Jobs jobs, bool quick, Report report)
{
    private static readonly string[] Flags =
    [
        "--headless=new",
        "--no-sandbox",
        "--disable-gpu",
        "--no-first-run",
        "--disable-background-networking",
        "--window-size=1280,800",
    ];

    // Marks the moment at which the jobs stand on the bench, and when a key's first change was painted, and the last of the numbers.
    private const string Watch = """
        localStorage.setItem('irvak.person', 'bench');
        const listed = new MutationObserver(() => {
            if (!document.querySelector('.job1')) return;
            listed.disconnect();
            requestAnimationFrame(() => setTimeout(() => { window.jobsAt = performance.now(); }));
        });
        listed.observe(document, { childList: true, subtree: true });
        const watching = [];
        window.watchKey = () => {
            for (const one of [listed, ...watching.splice(0)]) one.disconnect();
            const seen = { first: 0, last: 0, longest: 0 };
            let begun = 0;
            addEventListener('keydown', (e) => { begun = e.timeStamp; }, { capture: true, once: true });
            const [drawing, numbers] = ['.plate-box', '.ledge'].map((of) => document.querySelector(of));
            const changes = new MutationObserver((all) => {
                if (!begun) return;
                const [isGuess, isNumbers] = [drawing, numbers].map((of) => all.some((m) => of.contains(m.target)));
                requestAnimationFrame(() => setTimeout(() => {
                    if (isGuess) seen.first ||= performance.now() - begun;
                    if (isNumbers) seen.last = performance.now() - begun;
                }));
            });
            changes.observe(document.querySelector('#root'), { childList: true, subtree: true, attributes: true, characterData: true });
            const tasks = new PerformanceObserver((list) => {
                for (const e of list.getEntries()) if (begun && e.startTime >= begun) seen.longest = Math.max(seen.longest, e.duration);
            });
            tasks.observe({ type: 'longtask' });
            watching.push(changes, tasks);
            window.seenKey = seen;
        };
        """;

    /// <summary>Number of the job that has everything.</summary>
    public async Task<string> Run(Cases cases)
    {
        var number = await Everything(jobs, cases);
        var profile = Directory.CreateTempSubdirectory("irvak-bench-");
        using var service = ChromeDriverService.CreateDefaultService("/usr/bin/chromedriver");
        service.SuppressInitialDiagnosticInformation = true;
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(Flags);
        options.AddArgument("--user-data-dir=" + profile.FullName);
        using (var driver = new ChromeDriver(service, options, TimeSpan.FromSeconds(90)))
        {
            driver.ExecuteCdpCommand("Page.addScriptToEvaluateOnNewDocument", new Dictionary<string, object?> { ["source"] = Watch });
            FirstPage(driver);
            driver.Navigate().GoToUrl(new Uri(host.Address, $"/jobs/{number}/fit"));
            Wait(driver, "return !!document.querySelector('[data-place=\"slot:A1\"]')");
            KeyToNumbers(driver, 1, 60);
            KeyToNumbers(driver, 4, 200);
        }
        profile.Delete(true);
        return number;
    }

    /// <summary>The job that has everything, brought in by its history.</summary>
    public static async Task<string> Everything(Jobs jobs, Cases cases)
    {
        var stamp = new Stamp("bench", DateTimeOffset.UtcNow);
        var outcome = await jobs.Import(
            WriteKey.Fresh(),
            "Everything",
            "",
            stamp,
            [.. cases.EverythingEdits().Select((e, i) => new HistoryEntry(i + 1, stamp, EntryKind.Edit, e, []))],
            _ => new(Core.Stage.Fit, null, "", 0, 0, null),
            default
        );
        return outcome is EditOutcome.Applied applied ? applied.Job.Number : throw new InvalidOperationException(outcome.ToString());
    }

    private void FirstPage(ChromeDriver driver)
    {
        driver.ExecuteCdpCommand("Network.enable", []);
        driver.ExecuteCdpCommand("Network.setCacheDisabled", new Dictionary<string, object?> { ["cacheDisabled"] = true });
        driver.ExecuteCdpCommand("Network.setBypassServiceWorker", new Dictionary<string, object?> { ["bypass"] = true });
        var (usable, bytes, pace) = (new List<double>(), 0.0, new Pace());
        for (var i = 0; i < (quick ? 3 : 7); i++)
        {
            pace.Take();
            driver.Navigate().GoToUrl(host.Address);
            Wait(driver, "return !!window.jobsAt");
            usable.Add(Number(driver, "return window.jobsAt"));
            Thread.Sleep(300);
            bytes = Number(
                driver,
                "return performance.getEntriesByType('resource').filter((e) => !e.name.includes('/api/'))"
                    + ".reduce((a, e) => a + e.transferSize, 0)"
            );
        }
        driver.ExecuteCdpCommand("Network.setCacheDisabled", new Dictionary<string, object?> { ["cacheDisabled"] = false });
        report.Add(new("first page, compressed", $"{bytes / 1000:0} kB", "250 kB", bytes / 250_000, 1));
        report.Add(pace.Held("jobs on the first page", Alternating.Median(usable), 1000));
    }

    /// <summary>A module goes out by key: the first paint is the guess, the last one has the numbers of the answer.</summary>
    private void KeyToNumbers(ChromeDriver driver, int slower, double reach)
    {
        driver.ExecuteCdpCommand("Emulation.setCPUThrottlingRate", new Dictionary<string, object?> { ["rate"] = slower });
        var (guess, after, longest, pace) = (new List<double>(), new List<double>(), new List<double>(), new Pace());
        // The first two do not count: a page at which somebody works has run its scripts before.
        foreach (var (slot, i) in (quick ? "GHABC" : "GHABCDEF").Select((c, i) => ($"slot:{c}1", i)))
        {
            pace.Take();
            driver.ExecuteScript($"document.querySelector('[data-place=\"{slot}\"]').focus(); window.watchKey()");
            Thread.Sleep(300);
            Key(driver, "Delete", 46, null);
            // Until nothing changes any more.
            Thread.Sleep(1500);
            var seen = (Dictionary<string, object>)driver.ExecuteScript("return window.seenKey")!;
            var (first, last) = (Convert.ToDouble(seen["first"]), Convert.ToDouble(seen["last"]));
            if (first == 0 || last == 0)
                throw new InvalidOperationException($"Delete on {slot} changed nothing.");
            if (i > 1)
            {
                guess.Add(first);
                after.Add(last - first);
                longest.Add(Convert.ToDouble(seen["longest"]));
            }
            // Taken back, so that the next measurement begins with a full board.
            Key(driver, "u", 85, "u");
            Thread.Sleep(1200);
        }
        driver.ExecuteCdpCommand("Emulation.setCPUThrottlingRate", new Dictionary<string, object?> { ["rate"] = 1 });
        var name = slower == 1 ? "" : $", {slower} times slower";
        report.Add(
            pace.Held(
                $"from the guess to the numbers{name}",
                Alternating.Median(after),
                reach,
                $"key to guess {Report.Text(Alternating.Median(guess))} ms"
            )
        );
        report.Add(pace.Held($"longest task after a key{name}", Alternating.Median(longest), 50));
    }

    /// <summary>A key as the browser has it from the keyboard; the driver's own way runs scripts in the page, which would be measured
    /// along.</summary>
    private static void Key(ChromeDriver driver, string key, int code, string? text)
    {
        foreach (var type in (string[])["keyDown", "keyUp"])
        {
            var press = new Dictionary<string, object?>
            {
                ["type"] = type,
                ["key"] = key,
                ["windowsVirtualKeyCode"] = code,
            };
            if (text is not null && type == "keyDown")
                press["text"] = text;
            driver.ExecuteCdpCommand("Input.dispatchKeyEvent", press);
        }
    }

    private static double Number(ChromeDriver driver, string script) => Convert.ToDouble(driver.ExecuteScript(script));

    private static void Wait(ChromeDriver driver, string script)
    {
        var from = Stopwatch.GetTimestamp();
        while (driver.ExecuteScript(script) is not true)
        {
            if (Stopwatch.GetElapsedTime(from).TotalSeconds > 60)
                throw new InvalidOperationException("Never came: " + script);
            Thread.Sleep(20);
        }
    }
}
