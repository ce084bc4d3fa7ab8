using Irvak.Core.Places;
using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>The memory sheet, quick sums and a change of processors, through the real interface.</summary>
public class MemoryTests(Site site)
{
    /// <summary>A job of its own from a capture; ends in Fit.</summary>
    private static void Begin(Window window, string title, string capture)
    {
        window.Open("/");
        window.Paste("#paste", Site.Capture(capture));
        window.See("slots filled", ".foot");
        window.Press("Into a job");
        window.Type("#title", title);
        window.Press("Begin");
        window.Until(_ => window.Path.EndsWith("/survey", StringComparison.Ordinal), "the survey");
        Go(window, "3", "/fit");
        // The address is there before the screen: only Fit has the ledge.
        window.Find(".ledge");
    }

    private static void Go(Window window, string key, string ends) =>
        window.Until(
            d =>
            {
                d.FindElement(By.TagName("body")).SendKeys(key);
                return window.Path.EndsWith(ends, StringComparison.Ordinal);
            },
            $"key {key} leading to {ends}"
        );

    /// <summary>Opens the card of a place by keyboard and puts a shelf part there.</summary>
    private static void Put(Window window, Place place, string text, string part)
    {
        window.Script<object?>($"document.querySelector(\"[data-place='{place}']\").focus(); return null");
        window.Keys_(Keys.Enter);
        window.Type("#card-shelf", text);
        window.Press(part);
        window.Until(
            d =>
                d.FindElement(By.CssSelector($"[data-place='{place}']"))
                    .GetAttribute("aria-label")!
                    .Contains("comes in", StringComparison.Ordinal),
            $"{part} in {place}"
        );
    }

    [Fact]
    public void A_second_processor_from_the_capture_to_the_handover()
    {
        using var window = new Window(site, "Tomasz");
        Begin(window, "Second processor", "torr-before.txt");
        Put(window, Place.Socket("CPU 2"), "N-416", "Ostrel N-416");
        window.See("CPU 2 has no memory of its own", ".verdicts");
        window.See("CPU 2 wakes 16 memory slots and S4", ".verdicts");

        // The placement is computed, compared, taken by keyboard, undone in one step and brought again.
        window.Press("Place for me");
        window.See("No better placement exists", ".placement");
        window.See("Leaving the fitted ones and filling up in order gives", ".placement");
        window.Until(_ => window.Focus == "Place for me", "focus on the heading");
        window.Find(".placement .btn.go").SendKeys(Keys.Enter);
        window.Until(d => d.FindElements(By.CssSelector("[data-place^='slot:'][aria-label*='from ']")).Count >= 4, "four modules moved");
        window.Keys_("u");
        window.Until(d => d.FindElements(By.CssSelector("[data-place^='slot:'][aria-label*='from ']")).Count == 0, "all back");
        window.Keys_("r");
        window.Until(d => d.FindElements(By.CssSelector("[data-place^='slot:'][aria-label*='from ']")).Count >= 4, "moved again");

        // Prep knows the paste and the second cooler; the steps know the blank.
        Go(window, "4", "/prep");
        window.See("Thermal paste, enough for 1 processor");
        window.See("Cooler with its screws for CPU 2");
        Go(window, "5", "/hands-on");
        window.Press("All steps");
        window.See("Take the blank off CPU 2", ".steps");
        window.See("Paste and cooler on CPU 2", ".steps");
        foreach (var box in window.Driver.FindElements(By.CssSelector(".steps .box")).Where(b => !b.Selected).ToList())
        {
            box.Click();
            window.Until(_ => box.Selected, "a tick");
        }

        // Proof by eye, with the new processor, the memory test and the error counters among the lines.
        Go(window, "6", "/proof");
        window.See("Processor CPU 2");
        window.See("One full pass");
        window.See("Error counters");
        window.Press("I looked at all of them: as expected");
        window.See("Every line is as expected.", ".verdicts");
        Go(window, "7", "/handover");
        window.Type("#to", "Bao");
        window.Press("Hand over");
        window.See("hands the machine over to Bao", ".paper-bar");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void A_processor_too_hot_for_its_cooling_is_stopped_and_the_way_out_is_taken()
    {
        using var window = new Window(site);
        Begin(window, "Too hot", "torr-before.txt");
        // What board and cooler carry is the maker's word: a stop where only what is listed counts.
        window.Press("Listed");
        Put(window, Place.Socket("CPU 1"), "N-432", "Ostrel N-432");
        window.See("Ostrel N-432 gives off 225 W; board and cooler at CPU 1 carry 205 W.", ".verdicts");
        window.Until(
            d =>
                d.FindElements(By.CssSelector(".way1")).FirstOrDefault(w => w.Text.Contains("Keep the processor of CPU 1")) is { } way
                && Clicked(way),
            "the way out that keeps the old one"
        );
        window.Until(d => !d.FindElement(By.CssSelector(".verdicts")).Text.Contains("gives off"), "the stop gone");
    }

    [Fact]
    public void A_processor_that_the_firmware_does_not_know_is_stopped()
    {
        using var window = new Window(site);
        Begin(window, "Old firmware", "cairn-8-firmware.txt");
        Put(window, Place.Socket("CPU"), "Ostrel 4c", "Ostrel 4c");
        window.See("Ostrel 4c needs firmware 1.30; 0.97 is installed. Update it with the old processor still in.", ".verdicts");
        Put(window, Place.Socket("CPU"), "4c-X", "Ostrel 4c-X");
        window.See("Ostrel 4c-X gives off 130 W; board and cooler at CPU carry 95 W.", ".verdicts");
    }

    private static bool Clicked(IWebElement element)
    {
        element.Click();
        return true;
    }

    [Fact]
    public void Buy_for_me_shows_answers_and_takes_one()
    {
        using var window = new Window(site);
        Begin(window, "Buying", "torr-before.txt");
        window.Press("Buy for me");
        window.Type("#buy-gib", "512");
        window.Type("#buy-rate", "4400");
        // An answer of its own, or by name the same as another one.
        window.See("Cheapest", ".placement");
        window.See("every fitted module stays", ".answers");
        window.Find("[aria-label='Keep all'] .btn.go").Click();
        window.See("512 GiB", ".ledge");
        window.Gone("[aria-label='Buy for me'].placement");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void A_mode_halves_the_memory_and_says_what_it_asks()
    {
        using var window = new Window(site);
        Begin(window, "Mirrored", "torr-before.txt");
        window.Until(
            d =>
            {
                d.FindElement(By.XPath("//label[contains(.,'mirrored')]/input")).Click();
                return true;
            },
            "mirrored"
        );
        window.See("128 GiB", ".mem");
        window.Script<object?>("document.querySelector(\"[data-place='slot:H1']\").focus(); return null");
        window.Keys_(Keys.Delete);
        window.See("Mirrored does not come about: channels G and H differ. Firmware falls back to independent.", ".verdicts");
    }

    [Fact]
    public void The_card_is_printed_alone()
    {
        using var window = new Window(site);
        Begin(window, "Card", "torr-before.txt");
        window.Script<object?>("window.print = () => { window.printed = document.body.className; }; return null");
        window.Keys_("C");
        window.Until(_ => window.Script<string?>("return window.printed || null") is not null, "the print");
        Assert.Contains("printing-card", window.Script<string>("return window.printed"));
        window.Driver.ExecuteCdpCommand("Emulation.setEmulatedMedia", new Dictionary<string, object?> { ["media"] = "print" });
        window.See("A1", ".slotcard");
        window.See("32 GB R 4800", ".slotcard");
        // It draws the board, too: every slot of it, and nothing beyond the card.
        Assert.True(
            window.Script<bool>(
                "const c = document.querySelector('.slotcard .cut').getBoundingClientRect(), p = document.querySelector('.slotcard "
                    + ".plate').getBoundingClientRect(); return p.width > 300 && "
                    + "p.height > 80 && p.right <= c.right && p.bottom <= c.bottom"
            )
        );
        Assert.Equal("hidden", window.Script<string>("return getComputedStyle(document.querySelector('.verdicts')).visibility"));
    }

    [Fact]
    public void A_quick_sum_lives_in_its_address_and_goes_on_as_a_job()
    {
        using var window = new Window(site).Open("/sums");
        window.Paste("#labels", "4 × 16GB 2Rx8 PC4-2666V-R\n16GB 2Rx4 PC4-1600R");
        window.See("16 GB registered DDR4-2666, 2Rx8");
        window.See("DDR4-1600 has the bins J K L, not R");
        window.Press("On a board");
        window.Choose("#sheet", "Brannick Ledge 6");
        window.See("64 GiB at 2666 MT/s");
        window.Driver.Navigate().Refresh();
        window.See("64 GiB at 2666 MT/s");
        window.See("Line 2: DDR4-1600 has the bins");
        window.Press("Carry into a job");
        window.Type("#title", "Carried over");
        window.Press("Begin");
        window.Until(_ => window.Path.EndsWith("/fit", StringComparison.Ordinal), "the job in Fit");
        // Nobody has looked into the machine yet: what the sum brings is the least that there will be.
        window.See("at least 64 GiB", ".ledge");
        Assert.DoesNotContain(window.Complaints(), c => !c.Contains("400 (", StringComparison.Ordinal));
    }

    [Fact]
    public void A_backup_is_counted_in_hours_and_media_and_what_nobody_said_is_not_known()
    {
        using var window = new Window(site).Open("/sums?sum=backup");
        window.Type("#tb", "12");
        window.See("About 2 d 13 h with reading it back; how many media is not known", ".qs-answer");
        window.See("old volume: not known");
        window.Type("#each", "4");
        window.Type("#reads", "90");
        // 12 TB at 90 MB/s, twice: 74 h; 12 000 GB onto 3 800 each: 4.
        window.See("About 3 d 2 h with reading it back, on 4 disks.", ".qs-answer");
        window.See("old volume: 90 MB/s, narrowest");
        window.Choose("#to", "tape");
        window.Choose("#drive", "6");
        window.See("A drive of generation 6 writes cartridges of generation 5 and 6, none of generation 8.", ".qs-answer");
        window.Press("Carry into a job");
        window.Find("#title");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void Two_sums_need_no_job_and_one_of_them_no_sheet()
    {
        using var window = new Window(site).Open("/sums?sum=clock");
        window.Paste("#modules", "4GB 2Rx8 PC3-12800U");
        window.Type("#cpuMTs", "1333");
        window.See("It clocks at 1333 MT/s", ".qs-answer");
        window.Until(
            d =>
            {
                d.FindElement(By.XPath("//button[contains(.,'Which slots first')]")).Click();
                return true;
            },
            "the other sum"
        );
        window.Choose("#sheet", "Brannick Torr 32");
        window.Find("#sockets").SendKeys("1");
        window.Type("#n", "6");
        window.See("A1 B1 C1 D1 E1 F1", ".qs-answer");
        window.See("CPU 1 uses 6 of 8 channels: 75 % of its bandwidth.");
        window.See("Every channel holds the same with 8 or 16.");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void Capital_letters_open_the_computed_answers_and_Escape_leaves_them()
    {
        using var window = new Window(site);
        Begin(window, "Keys", "torr-before.txt");
        window.Keys_("P");
        window.See("Place for me", ".placement h3");
        window.Keys_(Keys.Escape);
        window.See("Ladder", ".mem h3");
        window.Keys_("?");
        window.See("buy for me", "[role=dialog]");
    }
}
