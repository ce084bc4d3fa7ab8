using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>Rehearsal, simulation, controllers, caches, boot, moving and wiping, through the real interface.</summary>
public class StorageTests(Site site)
{
    private static void Keys1(Window window, string key) => window.Driver.FindElement(By.TagName("body")).SendKeys(key);

    [Fact]
    public void Failures_are_rehearsed_on_the_drawing_and_nothing_is_stored()
    {
        var job = site.Own("0110");
        using var window = new Window(site).Open($"/jobs/{job}/fit?sheet=arrays");
        window.See("From raw to shown");
        Keys1(window, "R");
        window.See("M is whole: it survives 2 failures.");
        // One by its button, one on the drawing.
        window.Until(
            d =>
            {
                d.FindElement(By.XPath("//button[contains(@class,'fate')][contains(.,'10')]")).Click();
                return true;
            },
            "drive 10"
        );
        window.See("1 further failure surely survived");
        window.Until(
            d =>
            {
                d.FindElement(By.XPath("//*[@data-place='bay:9']")).Click();
                return true;
            },
            "bay 9 on the plate"
        );
        window.See("any further failure loses it");
        window.Until(
            d =>
            {
                d.FindElement(By.XPath("//button[contains(@class,'fate')][contains(.,'11')]")).Click();
                return true;
            },
            "drive 11"
        );
        window.See("M is lost");
        window.See("Don't create it anew");
        window.Keys_(Keys.Escape);
        window.See("From raw to shown");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void A_simulation_runs_beside_the_work_and_is_stopped()
    {
        var job = site.Own("0110");
        using var window = new Window(site).Open($"/jobs/{job}/fit?sheet=arrays");
        window.See("From raw to shown");
        Keys1(window, "S");
        window.Type("#sim-runs", "200000");
        window.Press("Simulate");
        window.See("200 000 of 200 000");
        window.See("runs of 5 years");
        window.Type("#sim-runs", "100000000");
        window.Press("Simulate");
        window.Press("Stop");
        window.Until(d => d.FindElements(By.XPath("//button[.='Stop']")).Count == 0, "stopped");
        window.Type("#sim-years", "0");
        window.Press("Simulate");
        window.See("Between 0 and 50 years.");
    }

    [Fact]
    public void A_controller_is_chosen_for_these_drives_and_its_small_parts_come_along()
    {
        var job = site.Own("0110");
        using var window = new Window(site).Open($"/jobs/{job}/fit?sheet=arrays");
        window.See("From raw to shown");
        Keys1(window, "C");
        window.See("loses levels", ".controllers");
        window.Press("Plan it: Corvath H8");
        window.Until(
            d => d.FindElement(By.CssSelector("tr.now")).Text.Contains("Corvath H8", StringComparison.Ordinal),
            "the new controller in charge"
        );
        window.Keys_(Keys.Escape);
        Keys1(window, "4");
        window.See("Cable SFF-8643 to SFF-8643");
        window.See("Corvath H8");
        Keys1(window, "u");
        window.Until(d => !d.FindElement(By.CssSelector("main")).Text.Contains("Cable SFF-8643", StringComparison.Ordinal), "taken back");
    }

    [Fact]
    public void Data_moves_by_a_chosen_way_and_drives_that_leave_are_wiped_on_record()
    {
        var job = site.Own("0110");
        using var window = new Window(site).Open($"/jobs/{job}/fit?sheet=arrays&open=moving");
        window.See("md1, up to 8.0 TB");
        // New drives want the bays of the old ones: a clone is impossible, the backup is not.
        Assert.False(window.Until(d => d.FindElement(By.XPath("//label[contains(.,'Clone')]/input")), "clone").Enabled);
        window.Press("Restore from the backup");
        window.Until(d => !d.FindElement(By.CssSelector(".verdicts")).Text.Contains("MOVE-UNSAID", StringComparison.Ordinal), "said");
        window.Until(
            d =>
            {
                d.FindElement(By.XPath("//select[@aria-label='How the drive of 9 is wiped']/option[@value='sanitise']")).Click();
                return true;
            },
            "sanitise"
        );
        window.Press("not yet");
        window.See("by Ines");
        Keys1(window, "7");
        window.See("The drive’s own sanitise command");
        // Taken back, so that the demo stays as it was.
        foreach (var left in new[] { "not done yet", "not said yet" })
        {
            Keys1(window, "u");
            window.See(left, ".paper");
        }
        Keys1(window, "u");
        window.Until(
            d => !d.FindElement(By.CssSelector(".paper")).Text.Contains("restore from the backup", StringComparison.Ordinal),
            "all taken back"
        );
    }

    [Fact]
    public void A_cache_is_weighed_and_the_boot_drive_chosen()
    {
        var job = site.Own("0110");
        using var window = new Window(site).Open($"/jobs/{job}/fit?sheet=cache");
        window.See("It helps:");
        window.Type("#hot-M", "200000");
        window.Keys_(Keys.Enter);
        window.Until(
            d => !d.FindElement(By.CssSelector(".arrays")).Text.Contains("78 %", StringComparison.Ordinal),
            "another share of hits"
        );
        window.Type("#hot-M", "2000");
        window.Keys_(Keys.Enter);
        window.See("78 %", ".arrays");
        Keys1(window, "o");
        window.See("The system starts from X1");
        window.Type("#boot-writtenGBPerDay", "200");
        window.Keys_(Keys.Enter);
        window.See("is worn out after about 2.1 years", ".verdicts");
        window.Press("As found after all");
        window.Until(d => !d.FindElement(By.CssSelector(".verdicts")).Text.Contains("worn out", StringComparison.Ordinal), "as found");
        // A default is replaced, and brought back.
        window.Open($"/jobs/{job}/fit?sheet=arrays&open=figures");
        window.Type("#figure-repairStartsHours", "200");
        window.Keys_(Keys.Enter);
        window.Press("Default");
        window.Until(d => d.FindElements(By.XPath("//button[.='Default']")).Count == 0, "the default again");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void A_drive_is_dragged_from_one_array_to_another()
    {
        var job = site.Own("0109");
        using var window = new Window(site).Open($"/jobs/{job}/fit?sheet=arrays");
        window.See("md1, 4");
        window.Script<object?>(
            """
            const drive = [...document.querySelectorAll('.member')].find((b) => b.getAttribute('aria-label').startsWith('12,'));
            const onto = [...document.querySelectorAll('.seg button')].find((b) => b.textContent.startsWith('md0'));
            const data = new DataTransfer();
            drive.dispatchEvent(new DragEvent('dragstart', { bubbles: true, dataTransfer: data }));
            onto.dispatchEvent(new DragEvent('dragover', { bubbles: true, cancelable: true, dataTransfer: data }));
            onto.dispatchEvent(new DragEvent('drop', { bubbles: true, cancelable: true, dataTransfer: data }));
            return null
            """
        );
        window.See("md0, 3");
        window.See("md1, 3");
        Keys1(window, "u");
        window.See("md1, 4");
    }

    [Fact]
    public void The_working_sheets_are_walked_with_the_arrow_keys()
    {
        var job = site.Own("0110");
        using var window = new Window(site).Open($"/jobs/{job}/fit");
        // A job about drives: their sheets stand first.
        window.See("From raw to shown");
        window.Script<object?>("document.querySelector('[data-sheet=arrays]').focus(); return null");
        foreach (
            var says in new[]
            {
                "A benchmark should show",
                "It helps:",
                "The system starts from X1",
                "Buy for me",
                "To enter in firmware",
                "Over the start",
                "From raw to shown",
            }
        )
        {
            window.Keys_(Keys.ArrowRight);
            window.See(says);
        }
        Assert.Equal("arrays", window.Script<string>("return document.activeElement.dataset.sheet"));
    }

    [Fact]
    public void What_is_erased_is_typed_before_the_step_counts()
    {
        var job = site.Own("0109");
        using var window = new Window(site).Open($"/jobs/{job}/fit?sheet=arrays");
        window.See("md1, 4");
        window.Press("md1, 4");
        window.Find("#array-level").SendKeys("Mirrored pairs");
        window.See("Creating md1 erases", ".verdicts");
        window.Open($"/jobs/{job}/hands-on");
        window.Press("All steps");
        // Ticking it in the list leads to its own page.
        window.Until(
            d =>
            {
                d.FindElement(By.XPath("//label[contains(.,'Create array md1')]/input")).Click();
                return true;
            },
            "its tick"
        );
        window.See("Type the places that are erased");
        Assert.False(window.Find(".foot2 .go").Enabled);
        window.Type("#type-places", "9 10 11");
        Assert.False(window.Find(".foot2 .go").Enabled);
        window.Type("#type-places", "12, 9 10 11");
        window.Until(d => d.FindElement(By.CssSelector(".foot2 .go")).Enabled, "it may be done");
    }
}
