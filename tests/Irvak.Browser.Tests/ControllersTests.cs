using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>Several controllers side by side: bays cabled one by one, many drives over them in one action, who keeps an array.</summary>
public sealed class ControllersTests(Site site)
{
    [Fact]
    public void Bays_are_cabled_one_by_one_and_firmware_is_told()
    {
        var job = site.Own("0112");
        using var window = new Window(site).Open("/");
        window.Open($"/jobs/{job}/fit?sheet=arrays&open=controllers");
        window.See("Press bays to cable them apart.");
        window.Click(".baymark[data-bay='1']");
        window.See("The 1 chosen bay to");
        window.Choose("#wire-some-inner", "A: Corvath X4, S4");
        window.Until(
            d => d.FindElement(By.CssSelector(".baymark[data-bay='1']")).FindElement(By.TagName("b")).Text == "A",
            "bay 1 behind the first card"
        );
        window.Open($"/jobs/{job}/fit?sheet=arrays&open=controllers");
        window.Until(
            d =>
            {
                var summary = d.FindElement(By.CssSelector("details.versions"));
                if (summary.GetAttribute("open") is null)
                    summary.FindElement(By.TagName("summary")).Click();
                return d.FindElement(By.Id("fw-now-board:SATA")).Displayed;
            },
            "the firmware"
        );
        window.Type("#fw-now-board\\:SATA", "11.2\n");
        window.Type("#fw-board\\:SATA", "12.0\n");
        window.Open($"/jobs/{job}/prep");
        window.See("Firmware 12.0 for on-board SATA, and 11.2 as the way back");
        window.Open($"/jobs/{job}/proof");
        window.See("on-board SATA, version of its firmware");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void One_drive_fills_many_bays_over_the_controllers()
    {
        var job = site.Own("0110");
        using var window = new Window(site).Open("/");
        window.Open($"/jobs/{job}/fit?sheet=arrays&open=fill");
        window.See("Fill free bays with one drive");
        window.Type("#fill-drive", "2 tb sata flash");
        window.Until(
            d =>
            {
                // The list is anew while one types: the click waits for what was asked.
                if (d.FindElements(By.CssSelector(".picks .link")) is not [var only])
                    return false;
                only.Click();
                return true;
            },
            "the drive"
        );
        window.See("4 drives: 4 behind on-board SATA.");
        window.See("Nobody has looked whether these bays are empty: see first.");
        window.See("no port is left");
        window.Until(
            d =>
            {
                d.FindElements(By.TagName("button")).First(b => b.Text.StartsWith("Plan it: 4 drives", StringComparison.Ordinal)).Click();
                return true;
            },
            "the plan"
        );
        window.Until(
            d => d.FindElements(By.CssSelector(".member")).Count(m => m.Text.Contains(" 2 TB SATA", StringComparison.Ordinal)) == 4,
            "four drives"
        );
        window.Open($"/jobs/{job}/fit?sheet=arrays&open=keepers");
        window.See("plain ports and the kernel’s RAID");
        window.See("any machine whose kernel knows it");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void What_a_system_starts_from_is_judged_by_what_is_installed()
    {
        var job = site.Own("0114");
        using var window = new Window(site).Open("/");
        window.Open($"/jobs/{job}/fit?sheet=boot");
        window.See("A pair of sticks or cards");
        window.Choose("#boot-system", "a virtualisation host");
        window.See("writes its log there every day", ".schools");
        window.Choose("#boot-system", "a hypervisor");
        window.See("makes no mirror of", ".verdicts");
        window.Open($"/jobs/{job}/proof");
        window.See("The system, from U1 alone");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void A_card_comes_with_its_parts_and_shows_them_in_the_proof()
    {
        var job = site.Own("0110");
        using var window = new Window(site).Open("/");
        window.Open($"/jobs/{job}/fit?sheet=arrays&open=controllers");
        // Each card was planned on trial: its figures stand beside it.
        window.See("What it does to this plan");
        window.Until(
            d =>
                d.FindElements(By.CssSelector("table.controllers tbody tr")).Any(r => r.Text.Contains("Money €", StringComparison.Ordinal)),
            "what a card does to the money"
        );
        window.Click("button[aria-label='Plan it: Corvath C16']");
        window.Until(d => d.FindElements(By.CssSelector("select[id$='cache']")).Count == 1, "the cache module");
        window.See("On the list, and a step.");
        window.Open($"/jobs/{job}/prep");
        window.See("Cache module 8 GiB for C16");
        window.See("Capacitor pack for C16");
        window.Open($"/jobs/{job}/hands-on");
        window.Press("All steps");
        window.See("ready at the bench");
        window.Open($"/jobs/{job}/proof");
        window.See("Corvath C16, levels it offers");
        window.See("Corvath C16, its capacitor");
        window.Open($"/jobs/{job}/fit?sheet=arrays&open=controllers");
        window.Choose("select[id='part-card:S3-unit']", "does not come");
        window.Open($"/jobs/{job}/prep");
        window.See("Cache module 8 GiB for C16");
        window.Until(
            d => !d.FindElement(By.TagName("main")).Text.Contains("Capacitor pack for C16", StringComparison.Ordinal),
            "no capacitor"
        );
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void Firmware_of_drives_is_planned_by_model()
    {
        var job = site.Own("0109");
        using var window = new Window(site).Open("/");
        window.Open($"/jobs/{job}/fit?sheet=arrays&open=controllers");
        window.Until(
            d =>
            {
                var more = d.FindElement(By.CssSelector("details.versions"));
                if (more.GetAttribute("open") is null)
                    more.FindElement(By.TagName("summary")).Click();
                return d.FindElement(By.Id("fw-drive-EK-N4")).Displayed;
            },
            "firmware of drives"
        );
        window.Type("#fw-drive-EK-N4", "0A05\n");
        window.Open($"/jobs/{job}/prep");
        window.See("Firmware 0A05 for EK-N4 drives");
        window.Open($"/jobs/{job}/proof");
        window.See("EK-N4, version of their firmware");
        Assert.Empty(window.Complaints());
    }
}
