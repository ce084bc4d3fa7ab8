using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>Drives put into bays, an array made over them, changed, and judged; all through the real interface.</summary>
public class ArraysTests(Site site)
{
    private static void Click(Window window, string xpath) =>
        window.Until(
            d =>
            {
                d.FindElement(By.XPath(xpath)).Click();
                return true;
            },
            xpath
        );

    private static void Begin(Window window, string title)
    {
        window.Open("/begin?sheet=brannick-torr-32");
        window.Type("#title", title);
        window.Press("Begin");
        window.Until(_ => window.Path.StartsWith("/jobs/", StringComparison.Ordinal), "the job");
        window.Until(
            d =>
            {
                d.FindElement(By.TagName("body")).SendKeys("3");
                return window.Path.EndsWith("/fit", StringComparison.Ordinal);
            },
            "Fit"
        );
        window.Find(".ledge");
        window.Driver.FindElement(By.TagName("body")).SendKeys("b");
    }

    [Fact]
    public void An_array_is_made_over_drives_from_the_shelf_and_its_level_weighed_against_others()
    {
        using var window = new Window(site);
        Begin(window, "Arrays");
        window.See("No array yet.");
        // One drive in hand goes into four bays, by keyboard.
        Click(window, "//*[@data-place='bay:9']");
        window.Type("#card-shelf", "4t sas nearline");
        Click(window, "//div[contains(@class,'pick')][contains(.,'EK-S4')]//button[contains(.,'in hand')]");
        foreach (var bay in new[] { "9", "10", "11", "12" })
        {
            window.Script<object?>($"document.querySelector(\"[data-place='bay:{bay}']\").focus(); return null");
            window.Keys_(Keys.Enter);
            window.Until(
                d =>
                    d.FindElement(By.CssSelector($"[data-place='bay:{bay}']"))
                        .GetAttribute("aria-label")!
                        .Contains("4 TB", StringComparison.Ordinal),
                $"a drive in bay {bay}"
            );
        }
        window.Keys_(Keys.Escape);
        window.Press("New array");
        window.See("Single parity", ".levels .on");
        window.See("12.0 TB are 10.92 TiB", ".arrays");
        window.See("4 of 4", ".endures");
        // Another level by a press on its name: the same drives, less space, two failures survived.
        window.Press("Double parity");
        window.See("8.0 TB are 7.28 TiB", ".arrays");
        window.See("6 of 6", ".endures");
        window.See("Survives", ".ledge");
        // Striped is stopped until it is said to be scratch.
        window.Press("Striped");
        window.See("M survives no failure, and what it holds is neither scratch nor backed up.", ".verdicts");
        window.Press("scratch only");
        window.Until(
            d => !d.FindElement(By.CssSelector(".verdicts")).Text.Contains("survives no failure", StringComparison.Ordinal),
            "no stop"
        );
        // A press takes a member out; one that is out can stand by.
        window.Find("#array-level").SendKeys("Single parity");
        Click(window, "//button[contains(@aria-label,'12,')][contains(@aria-label,'member')]");
        Click(
            window,
            "//button[contains(@aria-label,'12,')][contains(@aria-label,': out')]/following-sibling::button[@aria-label='12 as a spare']"
        );
        window.See("starts at once, spare there", ".arrays");
        window.See("8.0 TB are 7.28 TiB", ".arrays");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void Taking_a_member_out_of_a_found_array_says_what_is_left_of_it()
    {
        var job = site.Own("0109");
        using var window = new Window(site).Open("/");
        window.Open($"/jobs/{job}/fit?sheet=arrays");
        window.See("md1, 4");
        Click(window, "//*[@data-place='bay:9']");
        window.Press("Take it out");
        window.See("Taking 9 out leaves md1 degraded", ".verdicts");
        window.Press("Leave as found");
        window.Until(d => !d.FindElement(By.CssSelector(".verdicts")).Text.Contains("degraded", StringComparison.Ordinal), "whole again");
    }
}
