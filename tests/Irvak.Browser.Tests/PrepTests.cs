using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>What is done before the machine is opened: the backup; and strips of an array, chosen by their numbers.</summary>
public sealed class PrepTests(Site site)
{
    [Fact]
    public void A_backup_is_planned_written_and_read_back_by_somebody()
    {
        var job = site.Own("0110");
        using var window = new Window(site).Open("/");
        window.Open($"/jobs/{job}/prep");
        window.See("Nobody has said whether there is a backup that was read back.");
        window.See("What holds data is touched: read a trial set of it back first.");
        window.Press("Plan one");
        window.See("So much at most: less where its system says so.");
        window.See("how many media is not known: say the size of one.");
        window.Type("#backup-tb", "20000\n");
        window.See("A backup is of more than nothing and of at most 10 000 TB.");
        window.Type("#backup-tb", "6\n");
        window.Type("#backup-each", "4\n");
        window.See("About 30 h with reading it back, on 2 disks.");
        window.See("30 h pass by themselves");
        window.See("2 disks for 6.0 TB onto disks of 4.0 TB each, read back");
        window.Open($"/jobs/{job}/hands-on");
        window.See("Back up 6.0 TB onto 2 disks");
        window.Press("Done, nextRead the backup back and compare it");
        window.See("Read the backup back and compare it");
        window.Open($"/jobs/{job}/handover");
        window.See("Backup of 6.0 TB onto disks of 4.0 TB each: written, says");
        window.See("nobody says that it was read back");
        // The browser tells of the one that was refused.
        Assert.DoesNotContain(window.Complaints(), c => !c.Contains("400 (", StringComparison.Ordinal));
    }

    [Fact]
    public void A_strip_is_chosen_by_what_a_request_touches()
    {
        var job = site.Own("0110");
        using var window = new Window(site).Open("/");
        window.Open($"/jobs/{job}/fit?sheet=arrays&open=strips");
        window.See("One request of its use: 64 KiB, over 2 data drives.");
        window.See("each request on one drive");
        window.Until(
            d =>
            {
                d.FindElement(By.CssSelector("button[aria-label='Plan it: strips of 512 KiB']")).Click();
                return true;
            },
            "strips of 512 KiB"
        );
        window.Until(
            d =>
                d.FindElements(By.CssSelector("table.strips tr.now")) is [var row]
                && row.Text.StartsWith("512 KiB", StringComparison.Ordinal),
            "the planned strip"
        );
        Assert.Empty(window.Complaints());
    }
}
