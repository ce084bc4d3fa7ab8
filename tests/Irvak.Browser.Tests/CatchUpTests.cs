using System.Net.Http.Json;
using Npgsql;
using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>A site of its own, whose database these tests take away.</summary>
public sealed class LonelySite : IAsyncLifetime
{
    public Site Site { get; } = new();

    public ValueTask InitializeAsync() => Site.InitializeAsync();

    public ValueTask DisposeAsync() => Site.DisposeAsync();
}

/// <summary>Every open screen shows what is stored, and nothing that was typed is lost on the way.</summary>
public class CatchUpTests(LonelySite lonely) : IClassFixture<LonelySite>
{
    private Site Site => lonely.Site;

    private string Database => new NpgsqlConnectionStringBuilder(Site.Connection).Database!;

    private void Sql(string sql)
    {
        using var connection = new NpgsqlConnection(
            new NpgsqlConnectionStringBuilder(Site.Connection) { Database = "postgres", Pooling = false }.ConnectionString
        );
        connection.Open();
        using var command = new NpgsqlCommand(sql, connection);
        command.ExecuteNonQuery();
    }

    private void Cut() => Sql($"select pg_terminate_backend(pid) from pg_stat_activity where datname = '{Database}'");

    private void Away(Action meanwhile)
    {
        Sql($"alter database {Database} allow_connections false");
        try
        {
            Cut();
            meanwhile();
        }
        finally
        {
            Sql($"alter database {Database} allow_connections true");
        }
    }

    private async Task Wish(string number, int giB)
    {
        using var http = new HttpClient { BaseAddress = Site.Address };
        for (var tries = 0; ; tries++)
        {
            var last = await http.GetAsync($"/api/jobs/{number}/number");
            // A connection that was cut is met once by each that used it.
            Assert.True(tries < 50, await last.Content.ReadAsStringAsync());
            if (!last.IsSuccessStatusCode)
                continue;
            var seen = int.Parse(await last.Content.ReadAsStringAsync());
            var answer = await http.PostAsJsonAsync(
                $"/api/jobs/{number}/edits",
                new
                {
                    key = Guid.NewGuid(),
                    lastSeen = seen,
                    who = "Bao",
                    edit = new
                    {
                        type = "setWish",
                        wish = "memoryGiB",
                        value = giB,
                    },
                }
            );
            if (answer.IsSuccessStatusCode)
                return;
            Assert.True((int)answer.StatusCode == 503, await answer.Content.ReadAsStringAsync());
        }
    }

    [Fact]
    public void The_name_is_asked_for_and_what_waited_for_it_goes_on()
    {
        var job = Site.Own("0102");
        using var window = new Window(Site, who: null).Open($"/jobs/{job}/aim");
        // The first visit asks at once; later it is asked when something needs it.
        window.Type("#who-name", "Tomasz" + Keys.Enter);
        window.Gone("#who-name");
        window.Driver.ExecuteScript("localStorage.removeItem('irvak.person')");
        window.Type("#wish-memory", "48" + Keys.Enter);
        window.Type("#who-name", "Ines" + Keys.Enter);
        window.See("wish 48", ".strips");
        window.Find("body").SendKeys("h");
        window.See("Ines wishes 48 GiB of memory", "[role=dialog]");
    }

    [Fact]
    public void Two_quick_changes_of_one_array_both_stay_and_history_says_from_what_to_what()
    {
        var job = Site.Own("0110");
        using var window = new Window(Site).Open($"/jobs/{job}/fit?sheet=arrays");
        window.Find("#array-strip");
        // In the same moment, before any answer: the second must not take the first back.
        window.Driver.ExecuteScript(
            """
            const set = (id, value) => { const s = document.querySelector(id); const d = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value'); d.set.call(s, value); s.dispatchEvent(new Event('change', { bubbles: true })); };
            set('#array-use', 'cameras');
            set('#array-strip', '1024');
            """
        );
        window.Until(
            d =>
                d.FindElement(By.CssSelector("#array-use")).GetAttribute("value") == "cameras"
                && d.FindElement(By.CssSelector("#array-strip")).GetAttribute("value") == "1024",
            "both changes"
        );
        window.Open($"/jobs/{job}/fit?sheet=arrays");
        window.Until(
            d =>
                d.FindElement(By.CssSelector("#array-use")).GetAttribute("value") == "cameras"
                && d.FindElement(By.CssSelector("#array-strip")).GetAttribute("value") == "1024",
            "both changes, stored"
        );
        window.Find("body").SendKeys("h");
        window.See("strip from", "[role=dialog]");
        window.See("to 1024 KiB", "[role=dialog]");
    }

    [Fact]
    public void What_was_typed_while_the_database_was_away_is_kept_and_sent_again()
    {
        var job = Site.Own("0102");
        using var window = new Window(Site).Open($"/jobs/{job}/aim");
        window.Find("#wish-memory");
        Away(() =>
        {
            window.Type("#wish-memory", "72" + Keys.Enter);
            window.See("sent again by itself");
        });
        window.See("wish 72", ".strips");
        window.Open($"/jobs/{job}/aim");
        window.See("wish 72", ".strips");
    }

    [Fact]
    public async Task A_screen_catches_up_with_what_happened_while_nobody_listened()
    {
        var job = Site.Own("0102");
        using var window = new Window(Site).Open($"/jobs/{job}/aim");
        await Wish(job, 40);
        window.See("wish 40", ".strips");
        for (var round = 0; round < 4; round++)
        {
            // The line to the database is cut, and before the host listens again somebody makes a change.
            Cut();
            await Wish(job, 50 + round);
            window.See($"wish {50 + round}", ".strips");
        }
    }

    [Fact]
    public async Task Nine_windows_of_one_browser_all_follow()
    {
        var job = Site.Own("0102");
        using var window = new Window(Site).Open($"/jobs/{job}/aim");
        window.Find("#wish-memory");
        for (var i = 1; i < 9; i++)
        {
            window.Driver.SwitchTo().NewWindow(WindowType.Tab);
            window.Open($"/jobs/{job}/aim").Find("#wish-memory");
        }
        await Wish(job, 56);
        foreach (var handle in window.Driver.WindowHandles)
        {
            window.Driver.SwitchTo().Window(handle);
            window.See("wish 56", ".strips");
        }
        // The one that leads is closed; another takes over.
        window.Driver.SwitchTo().Window(window.Driver.WindowHandles[0]);
        window.Driver.Close();
        window.Driver.SwitchTo().Window(window.Driver.WindowHandles[^1]);
        await Wish(job, 60);
        window.See("wish 60", ".strips");
    }

    [Fact]
    public void A_list_that_can_not_be_loaded_says_so()
    {
        using var window = new Window(Site).Open("/rules");
        window.See("Rules");
        Away(() =>
        {
            window.Open("/");
            window.See("The list of jobs can’t be loaded");
            Assert.DoesNotContain("0 jobs", window.Find("body").Text);
        });
    }

    [Fact]
    public void A_job_that_can_not_be_worked_out_shows_its_history_and_the_way_back()
    {
        var job = Site.Own("0102");
        using (var window = new Window(Site).Open($"/jobs/{job}/aim"))
        {
            window.Type("#wish-memory", "24" + Keys.Enter);
            window.See("wish 24", ".strips");
        }
        using (
            var connection = new NpgsqlConnection(new NpgsqlConnectionStringBuilder(Site.Connection) { Pooling = false }.ConnectionString)
        )
        {
            connection.Open();
            using var command = new NpgsqlCommand(
                """update job set snapshot = snapshot || '{"caches":{"plans":{"K":{"name":"K","places":["bay:1"],"volumes":[],"blockKiB":64}}}}'::jsonb || '{"found":{"bay:1":{"source":"x","drive":{"bytes":1000}}}}'::jsonb where number = @n""",
                connection
            );
            command.Parameters.AddWithValue("n", job);
            command.ExecuteNonQuery();
        }
        using var damaged = new Window(Site).Open($"/jobs/{job}/aim");
        damaged.See("can’t be worked out");
        damaged.See("wishes 24 GiB of memory");
        damaged.Press("Take the last change back");
        damaged.Find("#wish-memory");
    }
}
