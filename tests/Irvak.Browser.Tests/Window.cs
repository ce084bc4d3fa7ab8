using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;

namespace Irvak.Browser.Tests;

/// <summary>A headless window of 1280 × 800 on the real interface, driven as a person would.</summary>
public sealed class Window : IDisposable
{
    private static readonly string[] Flags =
    [
        "--headless=new",
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        "--disable-dev-shm-usage",
        "--window-size=1280,800",
    ];

    // For states, not for speed: a busy machine takes its time.
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(90);

    private readonly DirectoryInfo _profile = Directory.CreateTempSubdirectory("irvak-browser-");
    private readonly ChromeDriverService _service = ChromeDriverService.CreateDefaultService("/usr/bin/chromedriver");
    private readonly Uri _address;

    public Window(Site site, string? who = "Ines", string mode = "day", int width = 1280, int height = 800, Uri? address = null)
    {
        _address = address ?? site.Address;
        _service.SuppressInitialDiagnosticInformation = true;
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(Flags);
        options.AddArgument("--user-data-dir=" + _profile.FullName);
        options.SetLoggingPreference(LogType.Browser, LogLevel.Warning);
        Driver = new ChromeDriver(_service, options, TimeSpan.FromSeconds(90));
        Size(width, height);
        Driver.ExecuteCdpCommand(
            "Page.addScriptToEvaluateOnNewDocument",
            new Dictionary<string, object?>
            {
                ["source"] =
                    $"if (!localStorage.getItem('irvak.mode')) {{ localStorage.setItem('irvak.mode', "
                    + $"'{mode}'); {(who is null ? "" : $"localStorage.setItem('irvak.person', '{who}')")} }}",
            }
        );
    }

    public ChromeDriver Driver { get; }

    public string Path => new Uri(Driver.Url).AbsolutePath;

    public void Size(int width, int height) =>
        Driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new Dictionary<string, object?>
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = false,
            }
        );

    public Window Open(string path)
    {
        Driver.Navigate().GoToUrl(new Uri(_address, path));
        return this;
    }

    /// <summary>Waits until something is true of the page; says what it saw when it never is.</summary>
    public T Until<T>(Func<ChromeDriver, T> what, string describe)
    {
        var wait = new WebDriverWait(Driver, Patience) { PollingInterval = TimeSpan.FromMilliseconds(40) };
        wait.IgnoreExceptionTypes(
            typeof(StaleElementReferenceException),
            typeof(NoSuchElementException),
            typeof(ElementClickInterceptedException),
            typeof(ElementNotInteractableException)
        );
        try
        {
            return wait.Until(d => what((ChromeDriver)d));
        }
        catch (WebDriverTimeoutException e)
        {
            var shot = System.IO.Path.Combine(System.IO.Path.GetTempPath(), $"irvak-failed-{Guid.NewGuid():N}.png");
            Driver.GetScreenshot().SaveAsFile(shot);
            throw new InvalidOperationException(
                $"Never came: {describe}. At {Driver.Url}, picture {shot}. Page: {Driver.FindElement(By.TagName("body")).Text}",
                e
            );
        }
    }

    public IWebElement Find(string css) => Until(d => d.FindElement(By.CssSelector(css)), css);

    /// <summary>The button, link or label with this text.</summary>
    public IWebElement Named(string text) =>
        Until(
            d =>
                d.FindElement(
                    By.XPath($"//*[self::button or self::a or self::label][normalize-space(.)={Quote(text)} or @aria-label={Quote(text)}]")
                ),
            $"“{text}”"
        );

    public void Click(string css) =>
        Until(
            d =>
            {
                d.FindElement(By.CssSelector(css)).Click();
                return true;
            },
            $"a click on {css}"
        );

    public void Press(string name) =>
        Until(
            d =>
            {
                Named(name).Click();
                return true;
            },
            $"a click on “{name}”"
        );

    public void Type(string css, string text)
    {
        var field = Find(css);
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(text);
    }

    /// <summary>Chooses from a list by the words of an entry, once the entry is there.</summary>
    public void Choose(string css, string words) =>
        Until(
            d =>
            {
                var list = d.FindElement(By.CssSelector(css));
                if (
                    list.FindElements(By.TagName("option")).FirstOrDefault(o => o.Text.StartsWith(words, StringComparison.Ordinal))
                    is not { } entry
                )
                    return false;
                entry.Click();
                return true;
            },
            $"“{words}” in {css}"
        );

    /// <summary>Finds a machine sheet by its name where a job begins, and chooses it.</summary>
    public void Machine(string name)
    {
        Type("#machine", name);
        Until(
            d =>
            {
                if (
                    d.FindElements(By.CssSelector(".hits button"))
                        .FirstOrDefault(b =>
                            b.Text.StartsWith(name, StringComparison.Ordinal) && b.Text.Contains("\nsheet", StringComparison.Ordinal)
                        )
                    is not { } hit
                )
                    return false;
                hit.Click();
                return true;
            },
            $"the sheet {name}"
        );
    }

    /// <summary>Puts text into a field as pasting does, all at once.</summary>
    public void Paste(string css, string text)
    {
        Click(css);
        Driver.ExecuteCdpCommand("Input.insertText", new Dictionary<string, object?> { ["text"] = text });
    }

    public void Keys_(params string[] keys)
    {
        foreach (var key in keys)
            Driver.SwitchTo().ActiveElement().SendKeys(key);
    }

    public void See(string text, string css = "body") =>
        Until(d => d.FindElement(By.CssSelector(css)).Text.Contains(text, StringComparison.Ordinal), $"“{text}” in {css}");

    public void Gone(string css) => Until(d => d.FindElements(By.CssSelector(css)).Count == 0, $"no {css}");

    public string Focus =>
        (string)
            Driver.ExecuteScript(
                "const a = document.activeElement; return a.dataset.place || a.id || a.getAttribute('aria-label') || a.textContent"
            )!;

    public T Script<T>(string script) => (T)Driver.ExecuteScript(script)!;

    /// <summary>Errors that the page wrote to its console.</summary>
    public IReadOnlyList<string> Complaints() =>
        [
            .. Driver
                .Manage()
                .Logs.GetLog(LogType.Browser)
                .Where(l => l.Level >= LogLevel.Severe && !l.Message.Contains("409 (Conflict)") && !l.Message.Contains("422 ("))
                .Select(l => l.Message),
        ];

    private static string Quote(string text) => text.Contains('\'') ? $"\"{text}\"" : $"'{text}'";

    public void Dispose()
    {
        Driver.Quit();
        Driver.Dispose();
        _service.Dispose();
        _profile.Delete(true);
    }

    /// <summary>What could be pressed and lies under something else, in the part of the page that is seen.</summary>
    public List<string> Covered() =>
        System.Text.Json.JsonSerializer.Deserialize<List<string>>(
            Script<string>(
                """
                const out = [];
                const cut = (e, x, y) => {
                  for (let p = e.parentElement; p; p = p.parentElement) {
                    const o = getComputedStyle(p), b = p.getBoundingClientRect();
                    if (/auto|scroll|hidden|clip/.test(o.overflowX + o.overflowY) && (x < b.left || x > b.right || y < b.top || y > b.bottom)) return true;
                  }
                  return false;
                };
                for (const e of document.querySelectorAll('button,a[href],input,select,textarea,summary')) {
                  const r = e.getBoundingClientRect(), s = getComputedStyle(e), x = r.x + r.width / 2, y = r.y + r.height / 2;
                  if (!r.width || !r.height || s.visibility === 'hidden' || s.pointerEvents === 'none' || e.disabled) continue;
                  if (x < 0 || y < 0 || x > innerWidth || y > innerHeight || cut(e, x, y)) continue;
                  const top = document.elementFromPoint(x, y);
                  if (top && !e.contains(top) && !top.contains(e) && ![...(e.labels ?? [])].some(l => l.contains(top)))
                    out.push(`${(e.getAttribute('aria-label') || e.innerText || e.value || e.tagName).slice(0, 60)} under ${top.tagName}`);
                }
                return JSON.stringify(out);
                """
            )
        )!;
}
