using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>Two people in one job.</summary>
public class TwoWindowsTests(Site site)
{
    [Fact]
    public void Edits_of_both_arrive_and_a_true_clash_offers_both_values()
    {
        using var ines = new Window(site, "Ines").Open("/begin");
        ines.Type("#title", "Two windows");
        ines.Machine("Tarrowby Plover");
        ines.Press("Begin");
        ines.See("Which processor is soldered at SoC?");
        var number = ines.Path.Split('/')[2];
        using var bao = new Window(site, "Bao").Open($"/jobs/{number}/aim");
        bao.Find("#wish-memory");

        // What one does, the other sees.
        ines.Press("Keep");
        ines.See("What sits in A1?");
        bao.Type("#wish-memory", "8" + Keys.Enter);
        bao.See("wish 8", ".strips");
        ines.Click(".way li:nth-child(2) a");
        ines.See("wish 8", ".strips");

        // Both change the same wish, and Ines is on a line so bad that she has not heard of it: she is offered both values.
        ines.Driver.ExecuteCdpCommand(
            "Page.addScriptToEvaluateOnNewDocument",
            new Dictionary<string, object?> { ["source"] = "window.EventSource = class { addEventListener() {} close() {} }" }
        );
        ines.Driver.Navigate().Refresh();
        ines.See("wish 8", ".strips");
        bao.Type("#wish-memory", "12" + Keys.Enter);
        bao.See("wish 12", ".strips");
        ines.Type("#wish-memory", "16" + Keys.Enter);
        ines.See("Somebody else was faster", "[role=dialog]");
        ines.See("12 by Bao", "[role=dialog]");
        ines.Press("Put mine");
        ines.See("wish 16", ".strips");
        bao.See("wish 16", ".strips");

        bao.Find("body").SendKeys("h");
        bao.See("Ines wishes 16 GiB of memory", "[role=dialog]");
    }
}
