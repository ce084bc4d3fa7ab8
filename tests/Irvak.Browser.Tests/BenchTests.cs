using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>What the bench tells beside its planks, and how its jobs are filtered; through the real interface.</summary>
public class BenchTests(Site site)
{
    [Fact]
    public void A_promised_day_stands_in_the_head_on_the_bench_and_is_filtered_by()
    {
        var number = site.Own("0108");
        using var window = new Window(site).Open($"/jobs/{number}/aim");
        window.Find("#promise-day");
        // A date field takes its parts in the order of the place where the browser stands.
        window.Script<string>(
            """
            const field = document.querySelector('#promise-day');
            Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, '2020-01-02');
            field.dispatchEvent(new Event('input', { bubbles: true }));
            field.focus();
            return '';
            """
        );
        window.Find("#promise-day").SendKeys(Keys.Enter);
        window.See("overdue since Thu 2 Jan 2020", ".head");

        window.Open("/");
        window.See("Thu 2 Jan 2020", ".beside");
        window.See("overdue", ".head .job");
        window.Driver.FindElement(By.TagName("body")).SendKeys("f");
        window.Choose("#filter-due", "overdue");
        window.See(number, ".found-jobs");
        window.Until(
            d => d.FindElements(By.CssSelector(".found-jobs .job1")).All(j => j.Text.Contains("overdue since")),
            "overdue jobs alone"
        );
        window.Choose("#filter-stage", "Handover");
        window.See("No job is so.", ".found-jobs");
        window.Press("All jobs");
        window.See("The shelf lacks", ".beside");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void What_the_shelf_lacks_leads_to_the_part_and_to_the_jobs_that_take_it()
    {
        using var window = new Window(site).Open("/");
        window.See("32 GB registered DDR5-4800", ".beside");
        window.Click(".beside td a");
        window.Until(_ => window.Path.StartsWith("/shelf/", StringComparison.Ordinal), "the part");
        Assert.Empty(window.Complaints());
    }
}
