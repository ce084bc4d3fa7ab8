using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>From nothing to a verdict, with as few actions as the task allows: each text typed in one go, each press and each key is
/// one. Definition.</summary>
public sealed class BeginTests(Site site)
{
    private sealed class Hand(Window window)
    {
        public int Actions { get; private set; }

        public void Type(string css, string text)
        {
            Actions++;
            window.Type(css, text);
        }

        public void Press(string name)
        {
            Actions++;
            window.Press(name);
        }

        public void Click(string css)
        {
            Actions++;
            window.Click(css);
        }

        public void Key(string key)
        {
            Actions++;
            window.Keys_(key);
        }

        public void Choose(string css, string words)
        {
            Actions++;
            window.Choose(css, words);
        }
    }

    [Fact]
    public void Two_modules_for_a_small_store_are_judged_in_twelve_actions_by_keyboard_alone()
    {
        using var window = new Window(site, null).Open("/");
        var hand = new Hand(window);
        // Somebody is new here, and says the name first.
        window.See("Bench", ".head");
        hand.Key("n");
        window.Until(_ => window.Focus == "line", "focus on the line");
        hand.Key("two 16 gb 2666 ecc so-dimms for sound 8");
        window.See("More memory · 2 × 16 GiB · sound 8", "#line-read");
        window.See("sheet", ".hits");
        // Where jobs told of others of its kind, Enter leads to them, and down to the one that nobody knows.
        if (window.Driver.FindElements(By.CssSelector(".hits button")).Count > 1)
        {
            hand.Key(Keys.Enter);
            while (!window.Driver.SwitchTo().ActiveElement().Text.Contains("\nsheet", StringComparison.Ordinal))
                hand.Key(Keys.ArrowDown);
            hand.Key(Keys.Enter);
        }
        window.See("32 GiB at 2666 MT/s", ".before-job");
        window.See("2 modules in A1 and B1", ".before-job");
        Assert.InRange(hand.Actions, 1, 12);
        // The job itself is as far away as a press and a name.
        hand.Key(Keys.Control + Keys.Enter + Keys.Null);
        window.See("Who is working here?");
        hand.Type("#who-name", "Bao");
        hand.Key(Keys.Enter);
        window.See("Sound 8: more memory", ".head");
        window.See("What sits in A1?");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void Twelve_drives_for_a_box_without_a_sheet_are_planned_in_twenty_actions()
    {
        using var window = new Window(site, "Bao").Open("/");
        var hand = new Hand(window);
        window.See("Bench", ".head");
        hand.Key("n");
        hand.Type("#line", "twelve 8 tb sata 3.5 disks into the new box");
        window.See("Drives and arrays · 12 × 8 TB", "#line-read");
        hand.Press("A few answers");
        hand.Type("#five-name", "New box");
        hand.Type("#five-bays", "12");
        hand.Press("3.5 inch");
        hand.Press("SATA");
        window.See("12 drives in 1 to 12, 12 places", ".before-job");
        // Nothing is asked of memory in a drive job.
        Assert.Empty(window.Driver.FindElements(By.CssSelector("#five-channels")));
        hand.Press("Begin");
        window.See("What sits in bays 1 to 12 (12 left)?");
        hand.Choose("#up-to", "1 to 12, 12 alike, all that are left");
        hand.Press("It is empty");
        window.See("Everything that counts is known.");
        window.Until(
            _ => window.Find("[data-place='bay:12']").GetAttribute("aria-label")!.Contains("empty", StringComparison.Ordinal),
            "bay 12 looked at"
        );
        hand.Click(".way a[href$='/fit']");
        window.Until(
            _ => window.Find("[data-place='bay:12']").GetAttribute("aria-label")!.Contains("comes in", StringComparison.Ordinal),
            "a drive in bay 12"
        );
        Assert.InRange(hand.Actions, 1, 20);
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void What_another_job_left_is_confirmed_by_a_press_and_a_draft_is_kept()
    {
        using var window = new Window(site, "Bao").Open("/begin");
        window.Type("#line", "quarrel light: more memory");
        window.Machine("Tarrowby Plover");
        window.See("kept from the first letter on");
        window.Driver.Navigate().Refresh();
        window.Until(_ => window.Find("#line").GetAttribute("value") == "quarrel light: more memory", "the line as it was left");
        window.Press("Begin");
        window.See("Which processor is soldered at SoC?");
        window.Press("Keep");
        window.See("What sits in A1?");
        window.Type("#by-label", "4GB 1Rx8 PC4-2400T-S" + Keys.Enter);
        // The host has it.
        window.Until(_ => !window.Find(".unknowns").Text.Contains("What sits in A1?", StringComparison.Ordinal), "A1 known");

        window.Open("/begin");
        window.Until(_ => window.Find("#line").GetAttribute("value")!.Length == 0, "an empty line");
        window.Type("#line", "a 16 gb module at quarrel light");
        window.See("known from job", ".hits");
        window.Click(".hits button");
        window.See("16 GiB", ".before-job");
        window.Press("Begin");
        // What that job found is not known here until somebody says so.
        window.See(": 4 GB unbuffered SO-DIMM DDR4-2400", ".survey-cols");
        window.Click("[data-place='slot:A1']");
        window.See("Nobody has looked yet.");
        window.Press("Still so");
        window.Until(
            _ => window.Find("[data-place='slot:A1']").GetAttribute("aria-label")!.Contains("4 GB", StringComparison.Ordinal),
            "the module as it was"
        );
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void A_job_like_another_is_about_this_very_machine_only_where_somebody_says_so()
    {
        using var window = new Window(site, "Bao").Open("/begin");
        window.Type("#line", "more memory at the sound archive");
        window.Press("Like a job");
        window.Type("#machine", "0109");
        window.See("as in job 0109", ".hits");
        window.Click(".hits button");
        window.Find(".choice [aria-pressed=true]");
        window.See("another of its kind");
        window.Press("this very one");
        window.Press("Begin");
        // Its serial number came along; what lay in it is confirmed by a press.
        window.Click("[data-place='slot:A1']");
        window.See("Still so");
        window.Press("All still so, 32 places");
        window.Until(
            _ => window.Find("[data-place='slot:H1']").GetAttribute("aria-label")!.Contains("4800", StringComparison.Ordinal),
            "all modules as they were"
        );
        window.Gone(".survey-cols .chg");
        window.Click("details:has(.known) summary");
        window.See("BT32-00902", ".known");
        Assert.Empty(window.Complaints());
    }
}
