using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>Fit without a mouse.</summary>
public class KeyboardTests(Site site)
{
    [Fact]
    public void Fit_by_keyboard_alone()
    {
        using var window = new Window(site).Open("/begin");
        window.Until(_ => window.Focus == "line", "focus on the line");
        window.Keys_("Keyboard job");
        window.See("Read as you type", "#line-read");
        window.Keys_(Keys.Control + Keys.Enter + Keys.Null);
        window.Until(_ => window.Path.EndsWith("/survey", StringComparison.Ordinal), "the survey");
        var number = window.Path.Split('/')[2];
        Adopt(window, "Brannick Torr 32");

        // By the search: a shelf part is taken in hand, the arrow keys lead to the slot, Enter puts it.
        Answer(window, number);
        Key(window, "3");
        window.Find("svg.plate");
        Key(window, "/");
        Assert.Equal("find", window.Focus);
        window.Keys_("64 reg 4800");
        window.See("64 GB registered DDR5-4800", "[role=listbox]");
        // Faster than the list follows: what was typed is taken, not what the list still shows.
        window.Keys_(Keys.Control + "a" + Keys.Null, "32 reg 4800" + Keys.Enter);
        window.See("32 GB registered DDR5-4800", ".handbar");
        window.Until(_ => window.Focus == "slot:A1", "focus on A1");
        window.Keys_(Keys.ArrowRight);
        Assert.Equal("slot:A2", window.Focus);
        window.Keys_(Keys.ArrowLeft, Keys.Enter);
        Label(window, "A1", "comes in");

        // Put it into B2, which is the wrong order, and lay the rest back.
        window.Keys_(Keys.ArrowRight, Keys.ArrowRight, Keys.ArrowRight);
        Assert.Equal("slot:B2", window.Focus);
        window.Keys_(Keys.Enter);
        Label(window, "B2", "comes in");
        window.Keys_(Keys.Escape);
        window.Gone(".handbar");
        window.See("B2 is filled before B1, the first slot of channel B.", ".verdicts");

        // Move it: x picks it up, Enter on B1 puts it.
        window.Keys_("x");
        window.See("from B2", ".handbar");
        window.Until(_ => window.Focus == "slot:B2", "focus back on B2");
        window.Keys_(Keys.ArrowLeft, Keys.Enter);
        Label(window, "B1", "comes in");
        Label(window, "B2", "not known"); // nobody has looked there yet

        // Take A1 out, take that back, bring it again.
        window.Keys_(Keys.Home);
        window.Until(_ => window.Focus is not "slot:B1", "focus at the first place");
        window.Script<object?>("document.querySelector(\"[data-place='slot:A1']\").focus(); return null");
        window.Keys_(Keys.Delete);
        Label(window, "A1", "not known");
        Key(window, "u");
        Label(window, "A1", "comes in");
        Key(window, "r");
        Label(window, "A1", "not known");
        Key(window, "?");
        window.See("undo your last change", "[role=dialog]");
        window.Keys_(Keys.Escape);
        window.Gone("[role=dialog]");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void Single_keys_never_fire_in_a_field_and_can_be_switched_off()
    {
        var job = site.Own("0102");
        using var window = new Window(site).Open($"/jobs/{job}/aim");
        window.Find("#wish-money").SendKeys("3");
        Assert.EndsWith("/aim", window.Path);
        window.Script<object?>("document.activeElement.blur(); localStorage.setItem('irvak.keys', 'off'); return null");
        window.Find("body").SendKeys("4");
        window.Script<object?>("localStorage.setItem('irvak.keys', 'on'); return null");
        window.Find("body").SendKeys("5");
        window.Until(_ => window.Path.EndsWith("/hands-on", StringComparison.Ordinal), "key 5 after key 4 was ignored");
    }

    [Fact]
    public void A_job_is_found_on_the_bench()
    {
        using var window = new Window(site).Open("/");
        window.Find(".job1");
        Key(window, "/");
        Assert.Equal("find-job", window.Focus);
        // With its number: other tests make copies of this job.
        window.Keys_("skua 0111");
        window.See("Skua Rock", ".found-jobs");
        window.Until(d => d.FindElements(By.CssSelector(".found-jobs .job1")).Count == 1, "one job");
        window.Keys_(Keys.Escape);
        window.Gone(".found-jobs");
        Key(window, "/");
        window.Keys_("nobody has this");
        window.See("No job holds all of “nobody has this”.", ".found-jobs");
        // Faster than the list follows: what was typed is opened.
        window.Keys_(Keys.Control + "a" + Keys.Null, "0111 skua" + Keys.Enter);
        window.Until(_ => window.Path.StartsWith("/jobs/0111/", StringComparison.Ordinal), "the job");
    }

    private static void Key(Window window, string key)
    {
        window.Script<object?>(
            "if (/INPUT|TEXTAREA|SELECT/.test(document.activeElement.tagName)) document.activeElement.blur(); return null"
        );
        window.Keys_(key);
    }

    /// <summary>Chooses the sheet with the keyboard: the field is reached by its label, the choice by typing its name.</summary>
    private static void Adopt(Window window, string name)
    {
        window.Find("#sheet").SendKeys(name + Keys.Tab);
        window.Until(_ => window.Focus == "Take this sheet", "focus on the button");
        window.Keys_(Keys.Enter);
        window.See("Torr 32", ".head");
    }

    /// <summary>A processor in the first socket, none in the second.</summary>
    private static void Answer(Window window, string number)
    {
        window.See("Is there a processor in CPU 1?");
        window.Until(_ => window.Focus == "cpu", "focus in the form");
        window.Keys_("Ostrel N-416", Keys.Enter);
        window.Until(d => d.FindElements(By.CssSelector("[data-place='socket:CPU 1'][aria-label*='stays']")).Count == 1, "CPU 1 found");
        Assert.NotEmpty(number);
    }

    private static void Label(Window window, string slot, string says) =>
        window.Until(
            d =>
                d.FindElement(By.CssSelector($"[data-place='slot:{slot}']"))
                    .GetAttribute("aria-label")!
                    .Contains(says, StringComparison.Ordinal),
            $"{slot} “{says}”"
        );
}
