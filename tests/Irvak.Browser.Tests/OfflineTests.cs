using System.Net.Http.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>A basement without a network: the steps go on, also through a reload, and what was ticked arrives once and in order.</summary>
public class OfflineTests(Site site)
{
    private const string Done = "//main//button[starts-with(normalize-space(.), 'Done, next')]";

    private static void Tick(Window window, int from)
    {
        window.See($"Step {from} of");
        window.Until(
            d =>
            {
                d.FindElement(By.XPath(Done)).Click();
                return true;
            },
            "the tick"
        );
        window.See($"Step {from + 1} of");
    }

    private async Task<JsonNode> Get(string path)
    {
        using var http = new HttpClient { BaseAddress = site.Address };
        return (await http.GetFromJsonAsync<JsonNode>(path))!;
    }

    [Fact]
    public async Task Steps_go_on_through_a_reload_and_arrive_once_and_in_order()
    {
        var job = site.Own("0108");
        using var line = new Line(site.Address).Mend();
        using var window = new Window(site, address: line.Address).Open($"/jobs/{job}/hands-on");
        window.See("Step 1 of");
        window.Until(_ => window.Script<bool>("return !!navigator.serviceWorker.controller"), "the worker that keeps the page");
        var before = (int)await Get($"/api/jobs/{job}/number");

        line.Cut();
        Tick(window, 1);
        Tick(window, 2);
        window.See("The host or its database is away. Your 2 changes are kept and are sent again by itself.");
        window.Driver.Navigate().Refresh();
        window.See("This is what was seen at");
        Tick(window, 3);
        // Somewhere else in the same browser: it says where something waits.
        window.Open("/");
        window.See("This browser holds changes that were not sent: open job " + job);
        window.Open($"/jobs/{job}/hands-on");
        window.See("Step 4 of");
        Assert.Equal(before, (int)await Get($"/api/jobs/{job}/number"));

        line.Mend();
        window.Gone(".away");
        window.See("Step 4 of");
        Assert.Equal(before + 3, (int)await Get($"/api/jobs/{job}/number"));
        var steps = (await Get($"/api/jobs/{job}"))["runbook"]!["steps"]!.AsArray().Take(3).Select(s => (string)s!["title"]!);
        var told = (await Get($"/api/jobs/{job}/history")).AsArray().Take(3).Select(e => (string)e!["sentence"]!).Reverse();
        foreach (var (step, sentence) in steps.Zip(told))
            Assert.Contains(step, sentence);
        window.Driver.Navigate().Refresh();
        window.See("Step 4 of");
        window.Gone(".away");
    }
}
