using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>Jobs without any capture: by looking, typing and answering.</summary>
public class ByHandTests(Site site)
{
    [Fact]
    public void The_Plover_is_surveyed_and_proved_by_hand_and_by_eye()
    {
        using var window = new Window(site, "Bao").Open("/begin");
        window.Type("#title", "Mewstone, sign desk");
        window.Machine("Tarrowby Plover");
        window.Press("Begin");

        // Survey by hand: the processor, the one module, the word size.
        window.See("Which processor is soldered at SoC?");
        window.Press("Keep");
        window.See("What sits in A1?");
        window.Find("#size").SendKeys("4");
        window.Find("#rate").SendKeys("2400");
        window.Press("Keep");
        window.See("Which kind of system is installed?");
        window.Press("Linux");
        window.Press("Keep");
        window.See("64-bit or 32-bit");
        window.Press("64 bit");
        window.Press("Keep");
        window.See("Everything that counts is known.");

        window.Press("2Aimnot set");
        window.Type("#wish-memory", "16" + Keys.Enter);
        window.See("wish 16", ".strips");
        window.Click(".way li:nth-child(3) a");
        window.Click("[data-place='slot:A1']");
        window.Type("#card-shelf", "16 3200");
        window.Press("16 GB unbuffered SO-DIMM DDR4-3200, 1Rx8");
        window.See("The new modules clock down from 3200 to 2666 MT/s.", ".verdicts");
        window.See("4 → 16 GiB", ".ledge");

        // Hands-on, and something is different: the module in it is an 8 GB one.
        window.Click(".way li:nth-child(5) a");
        window.Press("Something is different");
        window.Find("#different").SendKeys("A1");
        window.Type("#size", "8");
        window.Find(".different .btn.go").Click();
        window.Gone(".different");
        window.Press("All steps");
        window.See("Pull the 8 GB U 2400 out of A1", ".steps");
        foreach (var box in window.Driver.FindElements(By.CssSelector(".steps .box")).ToList())
        {
            box.Click();
            window.Until(_ => box.Selected, "a tick");
        }
        window.See("All steps are done");

        // Proof by eye: one line as expected, one with another value, which is explained; then all as expected.
        window.Click(".way li:nth-child(6) a");
        window.Press("Memory, total: as expected");
        window.See("eye", "[data-line='firmware.total']");
        window.Press("Memory rate: other value");
        window.Find("input.tiny").SendKeys("2133" + Keys.Enter);
        window.See("Memory runs at 2133 MT/s, not 2666 MT/s.", ".verdicts");
        window.Press("Memory rate: as expected");
        window.Press("I looked at all of them: as expected");
        window.See("Every line is as expected.", ".verdicts");

        window.Click(".way li:nth-child(7) a");
        window.See("Memory went from 8 GiB to 16 GiB, running at 2666 MT/s.", ".paper");
        window.See("eye, Bao", ".paper");
        window.See("8 GB unbuffered SO-DIMM DDR4-2400", ".paper");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void An_answer_that_can_not_be_says_why_where_it_was_given()
    {
        using var window = new Window(site).Open("/begin");
        window.Size(420, 800);
        window.Type("#title", "Orrin Light, boat house");
        window.Press("A few answers");
        window.Type("#five-name", "Boat box");
        window.Type("#five-channels", "1 x");
        // The unit is no part of the number, and does not make it another.
        window.Type("#five-rate", "99999 MT/s");
        window.Press("Begin");
        window.See("It lies between 100 and 20 000.", "#five-rate-wrong");
        window.Type("#five-rate", "2666");
        window.Press("Begin");
        window.See("“x” is no number of slots: a channel has 1 to 4.", "#five-channels-wrong");
        // In a narrow window the answers have its width, not a strip of it.
        Assert.True(window.Find("#five-channels").Size.Width > 300);
        window.Type("#five-channels", "1 1");
        window.Press("Begin");
        window.See("Boat box, draft sheet", ".head");
    }

    [Fact]
    public void A_board_of_unequal_channels_without_a_sheet_becomes_usable_from_five_answers()
    {
        using var window = new Window(site).Open("/begin");
        window.Type("#title", "Orrin Light, lamp room");
        window.Press("A few answers");
        window.Type("#five-name", "Lighthouse box");
        window.Press("DDR4");
        window.Press("DIMM");
        window.Type("#five-channels", "1 1 2");
        window.Press("registered");
        window.Type("#five-rate", "2666");
        window.Press("Begin");
        window.See("Lighthouse box, draft sheet", ".head");

        window.See("Is there a processor in CPU?");
        window.Find("#cpu").SendKeys("Ostrel 8c");
        window.Find("#cpu-rate").SendKeys("2666");
        window.Press("Keep");
        window.See("What sits in A1?");
        window.Find("#size").SendKeys("16");
        window.Find("#rate").SendKeys("2666");
        window.Press("Keep");
        foreach (var slot in new[] { "B1", "C1", "C2" })
        {
            window.Until(
                d => d.FindElement(By.CssSelector(".survey-cols section:last-child h3")).Text.StartsWith(slot, StringComparison.Ordinal),
                slot
            );
            window.Press("It is empty");
        }
        window.See("Which is the largest module the maker lists?");

        // The limits stay unknown and block only the maker's list: fill order and rate are known.
        window.Click(".way li:nth-child(3) a");
        window.Find(".ladder .cell");
        Assert.Equal(
            ["A1 1", "B1 2", "C1 3?", "C2 4?"],
            window
                .Driver.FindElements(By.CssSelector(".ladder .cell"))
                .Select(c => c.FindElement(By.CssSelector(".nm")).Text + " " + c.FindElement(By.TagName("small")).Text)
        );
        window.Click("[data-place='slot:C2']");
        window.Type("#card-shelf", "16 reg 2666");
        window.Press("16 GB registered DDR4-2666, 1Rx4");
        // The board's own print says which slot of a channel comes first; five answers did not.
        window.See("Which slot of channel C comes first is not known: only C2 would be filled, not C1.", ".verdicts");
        window.See("All channels run at 2666 MT/s", ".mem");
        window.Press("Ways out, 1");
        window.Until(
            d =>
            {
                d.FindElements(By.CssSelector(".way1")).First().Click();
                return true;
            },
            "the way out"
        );
        window.Gone("[data-code='MEM-FILL-ASK']");
        Assert.Empty(window.Complaints());
    }

    /// <summary>A question that the job can do without: one press, the next is asked, and one press asks it again.</summary>
    [Fact]
    public void A_question_is_left_aside_with_what_stays_not_known_and_asked_again()
    {
        using var window = new Window(site, "Bao").Open("/begin");
        window.Type("#title", "Mewstone, spare desk");
        window.Machine("Tarrowby Plover");
        window.Press("Begin");
        window.See("Which processor is soldered at SoC?");
        window.Press("Keep");
        window.See("What sits in A1?");
        window.See("What waits for it stays not known: total, rate, mixing.", ".leave-aside");
        window.Press("Leave aside");
        window.See("By hand: What sits in A1?");
        window.See("Which kind of system is installed?");
        window.Press("Ask again");
        window.See("What sits in A1?", ".unknowns");
        window.Gone(".aside-by-hand");
        Assert.Empty(window.Complaints());
    }
}
