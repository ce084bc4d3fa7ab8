using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>Values typed at the lines of Proof: with a unit, without one, and as nonsense.</summary>
public class ProofAnswersTests(Site site)
{
    private const string Row = "tr[data-line='array.M']";

    private static void Type(Window window, string text)
    {
        window.Find($"{Row} button[aria-label$='other value']").Click();
        var field = window.Find($"{Row} input");
        // What was typed before is replaced, not added to.
        field.SendKeys(text + Keys.Enter);
    }

    [Fact]
    public void A_value_is_read_in_the_unit_that_stands_behind_it_and_nonsense_counts_as_not_looked_at()
    {
        var job = site.Own("0110");
        using var window = new Window(site).Open($"/jobs/{job}/proof");
        Assert.Contains("double parity, 14.55 TiB", window.Find(Row).Text, StringComparison.Ordinal);
        Assert.Empty(window.Covered());
        Type(window, "14.55banana");
        window.See("“14.55banana” is no value in TiB: type the number with its unit, or words", Row);
        Assert.Equal("false", window.Find($"{Row} button[aria-label$='as expected']").GetAttribute("aria-pressed"));
        Assert.Empty(window.Covered());
        // 16 TB are 14.55 TiB (IEC 80000-13).
        Type(window, "16 TB");
        window.See("16 TB", Row);
        window.Until(
            d => d.FindElement(By.CssSelector($"{Row} button[aria-label$='as expected']")).GetAttribute("aria-pressed") == "true",
            "as expected"
        );
        Type(window, "16 TB, degraded");
        window.See("16 TB, degraded", Row);
        window.Until(
            d => d.FindElement(By.CssSelector($"{Row} button[aria-label$='other value']")).GetAttribute("aria-pressed") == "true",
            "it deviates"
        );
    }
}
