using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>The storage mode of a board's own controller, from the eye in the set-up to the page that is handed over.</summary>
public sealed class BoardRaidTests(Site site)
{
    private static void Controllers(Window window) =>
        window.Until(
            d =>
            {
                d.FindElement(By.XPath("//button[contains(., 'ontrollers') or contains(@aria-label, 'ontrollers')]")).Click();
                return true;
            },
            "the controllers"
        );

    [Fact]
    public void The_storage_mode_is_told_planned_prepared_set_and_proven()
    {
        var job = site.Own("0111");
        using var window = new Window(site).Open("/");
        window.Open($"/jobs/{job}/fit?sheet=arrays");
        window.See("Usable");
        Controllers(window);
        window.See("levels 0, 1, 5, 10; at most 6 members", ".arrays");
        window.Choose("#mode-found-SATA", "plain");
        window.Until(
            d => d.FindElement(By.Id("mode-SATA")).Text.Contains("as the arrays need it: plain", StringComparison.Ordinal),
            "the mode"
        );
        window.Choose("#mode-SATA", "RAID");
        window.See("The storage mode of on-board SATA changes from plain to RAID", ".verdicts");
        window.Open($"/jobs/{job}/prep");
        window.See("Driver of SATA in RAID mode for the installer");
        window.Open($"/jobs/{job}/hands-on");
        window.See("Prepare the installed system for RAID mode of SATA");
        window.Open($"/jobs/{job}/proof");
        window.See("SATA, storage mode in the firmware");
        window.Open($"/jobs/{job}/handover");
        window.See("Set SATA to RAID mode in the firmware");
        // Taken back, nothing of it is left.
        window.Open($"/jobs/{job}/fit?sheet=arrays");
        window.See("Usable");
        Controllers(window);
        window.Choose("#mode-SATA", "as the arrays need it");
        window.Until(
            d => !d.FindElement(By.CssSelector(".verdicts")).Text.Contains("The storage mode of", StringComparison.Ordinal),
            "no verdict of the mode"
        );
        Assert.Empty(window.Complaints());
    }
}
