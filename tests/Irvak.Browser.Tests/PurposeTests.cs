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
}
