namespace Irvak.Browser.Tests;

/// <summary>What a job is about decides what is asked. Definition.</summary>
public sealed class PurposeTests(Site site)
{
    [Fact]
    public void A_drive_job_is_asked_for_drives_and_nothing_is_lost()
    {
        using var window = new Window(site, "Bao").Open("/begin");
        window.Press("Drives and arraysbays, what lies in them");
        window.Type("#title", "Mewstone, more disks");
        window.Machine("Sollewyn Sound 8");
        window.Press("Begin");
        window.See("About drives and arrays");
        window.See("What sits in bays 1 to 8 (8 left)?");
        window.See("1 unknown", ".way");
        // Memory is no matter here: it is told to be unknown, and asked by who wants to.
        Assert.DoesNotContain("What sits in A1?", window.Find(".survey-cols").Text);
        window.Press("Show all");
        window.See("What sits in A1?", ".survey-cols");
        // It can be changed at any time.
        window.Click("details.about summary");
        window.Press("More memoryslots, sizes, kind, rate");
        window.See("About more memory, drives and arrays");
        window.See("What sits in A1?", ".survey-cols");
        window.Gone(".survey-cols [aria-expanded]");
        Assert.Empty(window.Complaints());
    }

    /// <summary>A small store with memory of its own: the drive job never speaks of it, from Aim to Handover, unless asked.</summary>
    [Fact]
    public void A_drive_job_speaks_of_no_memory_from_aim_to_handover()
    {
        using var window = new Window(site, "Bao").Open("/begin");
        window.Type("#line", "four 8 tb sata 3.5 disks at orrin quay");
        window.Machine("Sollewyn Sound 8");
        window.See("4 drives in 1, 2, 3 and 4", ".before-job");
        window.Press("Begin");
        window.See("What sits in bays 1 to 8 (8 left)?");
        // What sits in its memory slots becomes known all the same, and is no matter.
        window.Press("Show all");
        window.Click("[data-place='slot:A1']");
        window.See("By its label, typed or pasted");
        window.Type("#by-label", "8GB 1Rx8 PC4-2666V-T" + OpenQA.Selenium.Keys.Enter);
        window.Until(
            _ => window.Find("[data-place='slot:A1']").GetAttribute("aria-label")!.Contains("8 GB", StringComparison.Ordinal),
            "a module in A1"
        );
        var number = window.Path.Split('/')[2];
        foreach (
            var (stage, there) in new[]
            {
                ("aim", "Usable space"),
                ("fit", "Bays and arrays"),
                ("prep", "8 TB"),
                ("hands-on", "bay"),
                ("proof", "Left aside"),
                ("handover", "about what this job had nothing to do with"),
            }
        )
        {
            window.Open($"/jobs/{number}/{stage}");
            window.See(there);
            var text = window.Script<string>(
                "return [...document.querySelectorAll('main, .verdicts, .ledge')].map(e => {"
                    + "const c = e.cloneNode(true); c.querySelectorAll('svg, .fit-tabs, .plate-head, .views').forEach(x => x.remove());"
                    + "return c.textContent }).join(' ')"
            );
            Assert.DoesNotMatch("(?i)memory test|memory rate|memory, total|slot A1|MT/s|\\bmodules?\\b", text);
        }
        // Asked for, it is there.
        window.Open($"/jobs/{number}/proof");
        window.Press("Show all");
        window.See("Memory, total");
        window.Open($"/jobs/{number}/aim");
        window.Press("1 wish left aside: show all");
        window.Find("#wish-memory");
        Assert.Empty(window.Complaints());
    }
}
