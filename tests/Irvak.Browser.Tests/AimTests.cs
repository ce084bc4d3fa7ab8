using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>What is wished, drawn against what can be reached, and an idea that becomes the plan; all through the real interface.</summary>
public class AimTests(Site site)
{
    private static string Begin(Window window, string line)
    {
        window.Open("/begin");
        window.Type("#line", line);
        window.Machine("Brannick Torr 32");
        window.Press("Begin");
        window.Until(_ => window.Path.StartsWith("/jobs/", StringComparison.Ordinal), "the job");
        window.See("What sits in");
        var number = window.Path.Split('/')[2];
        window.Open($"/jobs/{number}/aim");
        window.See("What the policy changes");
        return number;
    }

    private static void Put(Window window, string label, string value)
    {
        var field = window.Find($"[aria-label='{label}']");
        field.Click();
        field.SendKeys(Keys.Control + "a" + Keys.Null + value + Keys.Enter);
    }

    /// <summary>11.4 TB and 3.6 TB a year are 29.4 TB in five years: by hand.</summary>
    [Fact]
    public void A_volume_is_named_drawn_and_an_idea_that_holds_it_is_taken()
    {
        using var window = new Window(site);
        var number = Begin(window, "drives and arrays for the sound archive at skarrow");
        window.Press("archive");
        window.Find("[aria-label='On it now of V, TB']");
        Put(window, "On it now of V, TB", "11,4");
        window.See("not known", ".volumes");
        Put(window, "Growth a year of V, TB", "3.6");
        window.See("29.4 TB", ".volumes");
        window.Click("[aria-label='Failures to survive of V'] button:nth-child(3)");
        window.See("double parity", ".picture-inks");
        Assert.Contains("11.4 TB now, 3.6 TB more a year, 29.4 TB in 5 years", window.Find("svg.years").GetAttribute("aria-label"));

        // A year less far ahead: 11.4 + 4 · 3.6 = 25.8.
        Put(window, "Look ahead, years", "4");
        window.See("25.8 TB", ".volumes");

        // While it is typed: out of reach, and what is reached instead is one press.
        window.Type("#wish-read", "90000");
        window.See("90 000 is out of reach.", ".far");
        window.See("if 90 000 MB/s", ".strips");
        window.Click(".far .btn");
        window.Until(d => d.FindElements(By.CssSelector(".far")).Count == 0, "a wish that is within reach");

        window.Driver.FindElements(By.CssSelector(".take .btn"))[0].Click();
        window.See("as planned", ".years");
        window.Open($"/jobs/{number}/fit");
        window.Driver.FindElement(By.TagName("body")).SendKeys("b");
        window.See("V", ".arrays");
        window.See("Double parity", ".arrays");
        Assert.Empty(window.Complaints());
    }

    /// <summary>2 + 5 · 6 = 32 GiB of what runs on it; with a tenth of room 36: by hand.</summary>
    [Fact]
    public void What_runs_on_it_leads_to_a_wish_for_memory()
    {
        using var window = new Window(site);
        Begin(window, "more memory for the guests of skarrow");
        window.See("Its load is not known", ".needs");
        window.Press("the system itself");
        window.Find("[aria-label='Name of the system itself']");
        window.Press("virtual machine");
        window.Find("[aria-label='Number at once of virtual machine, guest']");
        Put(window, "Number at once of virtual machine, guest", "5");
        window.See("20 GiB", ".needs");
        Put(window, "Memory of one of virtual machine, GiB, as usual", "6");
        window.See("with a tenth of room 36 GiB", ".need-sum");
        Put(window, "Name of virtual machine", "gauges");
        window.See("Take gauges away", ".needs");
        window.Press("Wish 36 GiB");
        window.Until(_ => window.Find("#wish-memory").GetAttribute("value") == "36", "the wish");
        window.See("is the wish", ".need-sum");
        // In use by 1.5 guests nobody can run: refused where it stands.
        Put(window, "Number at once of gauges, guests", "1.5");
        window.See("no number of guests here", ".needs");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void What_is_left_alone_holds_no_idea_and_is_let_go_again_with_one_press()
    {
        using var window = new Window(site);
        Begin(window, "drives and arrays for the hide");
        window.See("Take a into the plan", ".picture");
        foreach (var bays in window.Driver.FindElements(By.CssSelector(".touch .choice button")))
            bays.Click();
        window.See("left alone", ".picture");
        Assert.Empty(window.Driver.FindElements(By.CssSelector(".take")));
        foreach (var bays in window.Driver.FindElements(By.CssSelector(".touch .choice button")))
            bays.Click();
        window.See("Take a into the plan", ".picture");
        Assert.Empty(window.Complaints());
    }
}
