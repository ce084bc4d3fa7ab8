using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>The search of a place's card: what goes in, what does not and why, and several at once.</summary>
public class FindingPartsTests(Site site)
{
    private static void Choose(Window window, string place)
    {
        window.Find($"[data-place='{place}']");
        window.Script<object?>(
            $"document.querySelector(\"[data-place='{place}']\").dispatchEvent(new MouseEvent('click', {{ bubbles: true }})); return null"
        );
        window.See("From the shelf", ".card");
    }

    [Fact]
    public void Several_like_ones_go_from_here_on_and_what_does_not_go_in_says_why()
    {
        var job = site.Own("0101");
        using var window = new Window(site).Open($"/jobs/{job}/fit");
        Choose(window, "bay:9");
        window.Type("#card-shelf", "3 x 8t sas nearline");
        window.See("Into 9, 10 and 11.", ".card");
        window.Find("#card-shelf").SendKeys(Keys.Enter);
        foreach (var bay in new[] { "9", "10", "11" })
            window.Until(
                d => d.FindElement(By.CssSelector($"[data-place='bay:{bay}']")).GetAttribute("aria-label")!.Contains("8 TB"),
                $"a drive in bay {bay}"
            );
        Assert.DoesNotContain("8 TB", window.Find("[data-place='bay:12']").GetAttribute("aria-label"));
        // More than there is room for is said before anything is done.
        Choose(window, "bay:12");
        window.Type("#card-shelf", "4 x 8t");
        window.See("Only 1 of 4 find a free place: 12.", ".card");
        // A memory slot takes nothing of another kind, and tells what it left out.
        Choose(window, "slot:A2");
        window.Type("#card-shelf", "16");
        window.See("not go in", ".card");
        window.Press("Show them");
        window.See("here", ".card .picks .pick");
        Assert.Empty(window.Complaints());
    }
}
