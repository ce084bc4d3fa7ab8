using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>The path from a pasted capture to the printed handover, through the real interface.</summary>
public class WholePathTests(Site site)
{
    private static readonly string[] SecondSlots = ["A2", "B2", "C2", "D2", "E2", "F2", "G2", "H2"];

    [Fact]
    public void From_a_pasted_capture_to_the_handover()
    {
        using var window = new Window(site, "Tomasz").Open("/");
        // The bench takes a capture at any time and says what it understood.
        window.Paste("#paste", Site.Capture("torr-before.txt"));
        window.See("8 of 32 slots filled, 256 GiB", ".foot");
        window.Press("Into a job");
        window.Type("#title", "Hallam Point, whole path");
        window.Press("Begin");

        // Survey: the machine is drawn as found, the captures are kept.
        window.See("Torr 32", ".head");
        window.See("Everything that counts is known.");
        Assert.Contains("32 R 4800, stays", window.Find("[data-place='slot:A1']").GetAttribute("aria-label"));
        Assert.Contains("needs CPU 2", window.Find("[data-place='slot:I1']").GetAttribute("aria-label"));

        // Aim.
        Go(window, "2", "/aim");
        window.Type("#wish-memory", "512" + Keys.Enter);
        window.See("wish 512", ".strips");
        window.See("96 GiB", ".policies");

        // Fit: a way out for the missed wish is computed; the technician takes it, looks at the reason, and goes on.
        Go(window, "3", "/fit");
        window.See("256 GiB of memory, 256 GiB short of the wish for 512 GiB.", ".verdicts");
        window.Press("Ways out, 3");
        window.Until(
            d =>
                d.FindElements(By.CssSelector(".way1")).FirstOrDefault(w => w.Text.Contains("Add 8 × 32 GB R 4800")) is { } way
                && Clicked(way),
            "the way out that adds eight modules"
        );
        window.See("Memory slows from 4800 to 4400 MT/s", ".verdicts");
        window.Click("[data-code='MEM-RATE'] button[aria-expanded='false']");
        window.See("Board table: 2 in a channel", "[data-code='MEM-RATE']");
        foreach (var slot in SecondSlots)
            Assert.Contains("comes in", window.Find($"[data-place='slot:{slot}']").GetAttribute("aria-label"));

        // One module by mouse out and, from the shelf, in again.
        window.Click("[data-place='slot:H2']");
        window.Press("Take it out");
        window.See("480 GiB", ".ledge");
        window.Type("#card-shelf", "32 reg 4800");
        window.Press("32 GB registered DDR5-4800, 2Rx8");
        window.See("512 GiB", ".ledge");

        // Prep.
        Go(window, "4", "/prep");
        window.See("order 2");
        foreach (var box in window.Driver.FindElements(By.CssSelector(".prep .box")))
            Tick(window, box);

        // Hands-on: steps with cautions; ticks survive a reload.
        Go(window, "5", "/hands-on");
        window.See("Read the firmware’s version", "h2");
        window.Press("Done, nextShut the system down");
        window.Press("Done, nextPull every power cord");
        window.See("Never open a power supply", ".caution");
        window.Driver.Navigate().Refresh();
        window.See("Pull every power cord", "h2");
        window.Press("All steps");
        foreach (var box in window.Driver.FindElements(By.CssSelector(".steps .box")).Where(b => !b.Selected).ToList())
            Tick(window, box);
        window.See("All steps are done");

        // Proof: a module that is not seated is named; after reseating everything is as expected.
        Go(window, "6", "/proof");
        Take(window, "torr-after-module-missing.txt");
        window.See("G2 doesn't show: 32 GiB missing, one module.", ".verdicts");
        window.See("Reseat G2 until both latches click.", ".next");
        Assert.Contains("deviates", window.Find("[data-place='slot:G2']").GetAttribute("aria-label"));
        window.Press("One full pass: as expected");
        // A capture of the counters names the module; what the eye said of the test gives way to the test's own report.
        Take(window, "torr-after-errors.txt");
        window.See("The error counters show 14 corrected, 0 uncorrected, most at D2.", ".verdicts");
        window.See("0 errors, 460.8 of 512 GiB", "[data-line='test.pass']");
        Assert.Contains("deviates", window.Find("[data-place='slot:D2']").GetAttribute("aria-label"));
        Take(window, "torr-after.txt");
        // What no capture tells is answered by eye.
        window.Press("Fans: as expected");
        window.Press("Blanks: as expected");
        window.Press("Air duct: as expected");
        window.See("Every line is as expected.", ".verdicts");

        // Handover.
        Go(window, "7", "/handover");
        window.See("Memory went from 256 GiB to 512 GiB, running at 4400 MT/s. All 24 points are as expected.", ".paper");
        window.Type("#to", "Bao");
        window.Press("Hand over");
        window.See("hands the machine over to Bao", ".paper-bar");
        Assert.Empty(window.Complaints());
    }

    private static void Go(Window window, string key, string ends)
    {
        window.Until(
            d =>
            {
                d.FindElement(By.TagName("body")).SendKeys(key);
                return window.Path.EndsWith(ends, StringComparison.Ordinal);
            },
            $"key {key} leading to {ends}"
        );
    }

    private static bool Clicked(IWebElement element)
    {
        element.Click();
        return true;
    }

    /// <summary>Ticks a box and waits until the server has it.</summary>
    private static void Tick(Window window, IWebElement box)
    {
        if (box.Selected)
            return;
        box.Click();
        window.Until(_ => box.Selected, "a tick");
    }

    private static void Take(Window window, string capture)
    {
        window.Paste("textarea[aria-label='Paste a capture, or drop files or an archive']", Site.Capture(capture));
        window.See("slots filled", "[data-testid=understood]");
        window.Press("Take it in");
    }
}
