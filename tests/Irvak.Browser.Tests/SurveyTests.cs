using System.IO.Compression;
using System.Text;
using Irvak.Tests;
using OpenQA.Selenium;

namespace Irvak.Browser.Tests;

/// <summary>Survey through the real interface: archives, contradictions, tables, loose drives, drafting and editing a sheet, out and in
/// again.</summary>
public class SurveyTests(Site site)
{
    private static string Folder => Directory.CreateTempSubdirectory("irvak-captures-").FullName;

    private static string Archive(params string[] captures)
    {
        var path = Path.Combine(Folder, "collected.zip");
        using var zip = ZipFile.Open(path, ZipArchiveMode.Create);
        foreach (var name in captures)
            zip.CreateEntryFromFile(Repository.At("demo", "captures", name), name);
        return path;
    }

    private static Window Begun(Site site, string title, string? sheet = null)
    {
        var window = new Window(site, "Bao").Open("/begin");
        window.Type("#title", title);
        if (sheet is not null)
        {
            window.Machine(sheet);
        }
        window.Press("Begin");
        return window;
    }

    [Fact]
    public void A_dropped_archive_draws_the_machine_and_a_contradiction_is_decided_by_hand()
    {
        using var window = Begun(site, "Orrin Light, archive", "Brannick Torr 32");
        window
            .Find("[data-testid=files]")
            .SendKeys(Archive("torr-32-firmware.txt", "torr-32-drives.txt", "torr-32-pci.txt", "torr-32-management.json"));
        window.See("4 of 4 files understood", ".files");
        window.Press("Take it in");
        window.Until(_ => window.Find("[data-place='bay:9']").GetAttribute("aria-label")!.Contains("4 TB"), "the drive of bay 9");
        window.See("1 drive of grade C: 10", "[data-check=drives]");
        Assert.Contains("Corvath C8", window.Find("[data-place='card:S1']").GetAttribute("aria-label"));

        // Every value says which capture and which line it came from.
        window.Click("[data-place='bay:9']");
        window.See("management page, line", ".survey-cols");

        // A second source that says otherwise about one slot.
        var other = Path.Combine(Folder, "page.json");
        var text = Site.Capture("torr-32-management.json");
        var at = text.IndexOf("\"CapacityMiB\": 32768", StringComparison.Ordinal);
        File.WriteAllText(other, text[..at] + "\"CapacityMiB\": 16384" + text[(at + "\"CapacityMiB\": 32768".Length)..]);
        window.Find("[data-testid=files]").SendKeys(other);
        window.See("understood", ".files");
        window.Press("Take it in");
        window.See("1 changed", ".survey-cols");
        window.See("Sources differ", "[data-dispute='slot:A1']");
        Assert.Equal(2, window.Driver.FindElements(By.CssSelector("[data-dispute='slot:A1'] .side")).Count);
        window.Until(
            d =>
            {
                d.FindElements(By.CssSelector("[data-dispute='slot:A1'] .side button"))[1].Click();
                return true;
            },
            "belief in the second"
        );
        window.Gone("[data-dispute]");
        Assert.Contains("16 R 4800", window.Find("[data-place='slot:A1']").GetAttribute("aria-label"));
    }

    [Fact]
    public void A_table_behind_a_controller_and_a_drive_without_a_bay()
    {
        using var window = Begun(site, "Tern Bank, shelf", "Halmund Strand 36");
        window.Paste("textarea", Site.Capture("strand-36-controller.csv"));
        window.See("say what its columns mean", "[data-testid=understood]");
        window.Press("These columns are right");
        window.See("32 drives", "[data-testid=understood]");
        window.Press("Take it in");
        window.Until(_ => window.Find("[data-place='bay:31']").GetAttribute("aria-label")!.Contains("8 TB"), "the drive of bay 31");

        window.Paste(
            "textarea",
            """{"blockdevices":[{"name":"sdx","path":"/dev/sdx","type":"disk","size":4000787030016,"serial":"EKLOOSE1","rota":true,"tran":"sas"}]}"""
        );
        window.See("Block devices: 1 drive.", "[data-testid=understood]");
        window.Press("Take it in");
        window.Press("Drives and bays 1");
        window.See("EKLOOSE1");
        window.Find("[aria-label='Bay of EKLOOSE1']").SendKeys("33");
        window.Press("It sits there");
        window.See("Every drive that is known stands in its bay.");
        window.See("EKLOOSE1", ".bay-map");

        // By hand, with a wrong size first.
        window.Click("[data-place='bay:34']");
        window.Type("#d-size", "large" + Keys.Enter);
        window.See("Write the size as on the label");
        window.Type("#d-size", "12 TB" + Keys.Enter);
        window.Until(_ => window.Find("[data-place='bay:34']").GetAttribute("aria-label")!.Contains("12 TB"), "the drive of bay 34");
        // The next bay is asked for at once, with the last drive as the default.
        window.Until(_ => window.Find(".survey-cols section:last-child h3").Text.StartsWith("35", StringComparison.Ordinal), "bay 35");
    }

    [Fact]
    public void A_question_about_an_array_entered_by_hand_has_its_own_answer()
    {
        using var window = Begun(site, "Tern Bank, by hand", "Halmund Strand 36");
        foreach (var bay in (string[])["1", "2", "3"])
        {
            window.Click($"[data-place='bay:{bay}']");
            window.Until(
                d =>
                    d.FindElements(By.CssSelector(".survey-cols section:last-child h3"))
                        .Any(h => h.Text.StartsWith(bay, StringComparison.Ordinal)),
                $"the form of bay {bay}"
            );
            window.Type("#d-size", "8 TB");
            window.Type("#d-array", "md0" + Keys.Enter);
            window.Until(
                _ => window.Find($"[data-place='bay:{bay}']").GetAttribute("aria-label")!.Contains("8 TB"),
                $"the drive of bay {bay}"
            );
        }

        // Both questions are about bay 1, whose drive is known: each asks what it says, not what sits there.
        foreach (
            var (question, answer) in new[]
            {
                ("How do the drives in bays 1, 2 and 3 share their data in md0?", "level 5"),
                ("Is md0 whole?", "whole"),
            }
        )
        {
            window.See(question, ".survey-cols");
            window.Until(
                d =>
                {
                    d.FindElements(By.CssSelector(".survey-cols button"))
                        .First(b => b.Text.Contains(question, StringComparison.Ordinal))
                        .Click();
                    return true;
                },
                question
            );
            window.Until(
                d => d.FindElement(By.CssSelector(".survey-cols section:last-child h3")).Text == question,
                $"the answer to {question}"
            );
            window.Press(answer);
            window.Press("Keep");
            window.Until(
                d => !d.FindElement(By.CssSelector(".survey-cols")).Text.Contains(question, StringComparison.Ordinal),
                $"no more {question}"
            );
        }
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void Before_touching_by_eye_with_notes_plugs_and_a_photo()
    {
        using var window = Begun(site, "Mewstone, by eye", "Tarrowby Plover");
        window.Click("[data-check=start] > button");
        window.Type("[data-check=start] input", "log-in after 50 s");
        window.Press("Well");
        window.See("log-in after 50 s", "[data-check=start]");
        window.Press("Plugs, notes, photos");
        window.Type("#plug", "fan");
        window.Type("#plug-where", "header 1");
        window.Press("Note it");
        window.See("header 1");
        var photo = Path.Combine(Folder, "board.png");
        window.Driver.GetScreenshot().SaveAsFile(photo);
        window.Find("[data-photos=machine] input[type=file]").SendKeys(photo);
        window.Find("[data-photos=machine] img");
        window.Until(
            _ =>
                window.Script<bool>(
                    "const i = document.querySelector('[data-photos=machine] img'); return i.complete && i.naturalWidth > 100"
                ),
            "the picture itself"
        );
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void A_machine_without_a_sheet_is_drafted_completed_in_the_editor_sent_out_and_taken_in_again()
    {
        using var window = Begun(site, "Unknown box");
        window.Paste(
            "textarea",
            Site.Capture("ledge-6-firmware.txt").Replace("Product Name: Ledge 6\n", "Product Name: Ledge 9\n", StringComparison.Ordinal)
        );
        window.See("Ledge 9", "[data-testid=understood]");
        window.Press("Take it in");
        window.See("draft", ".field");
        Assert.Contains("16 R 2666", window.Find("[data-place='slot:A1']").GetAttribute("aria-label"));
        window.Press("Complete this sheet in the editor");
        window.Until(_ => window.Path == "/sheets/new", "the editor");
        window.Until(_ => window.Driver.FindElements(By.CssSelector("svg.plate")).Count == 1, "the plate as it grows");
        Assert.Empty(window.Driver.FindElements(By.CssSelector("[data-place^='bay:']")));
        window.Click(".spec-index [aria-controls=spec-drives]");
        window.Press("+ group");
        window.Until(_ => window.Driver.FindElements(By.CssSelector("[data-place^='bay:']")).Count == 4, "four bays on the plate");
        window.Type("#f-bays-0-names", "1 1 2");
        window.See("The name 1 stands twice", ".spec-row .spec-field.wide .err");
        window.Type("#f-bays-0-names", "1 2 3 4 5 6");
        window.Until(_ => window.Driver.FindElements(By.CssSelector("[data-place^='bay:']")).Count == 6, "six bays on the plate");
        window.Press("Keep the sheet");
        window.Until(_ => window.Path.EndsWith("/survey"), "the job again");
        window.Until(_ => window.Driver.FindElements(By.CssSelector("[data-place^='bay:']")).Count == 6, "six bays in the job");
        window.Open("/sheets/brannick-ledge-9");
        window.Find("a[download]");
        var document = window.Script<string>(
            "const r = new XMLHttpRequest(); r.open('GET', "
                + "document.querySelector('a[download]').href, false); r.send(); return r.responseText"
        );
        window.Open("/sheets");
        window.Press("Import");
        window.Paste(
            "[aria-label='Document to import']",
            document
                .Replace("\"brannick-ledge-9\"", "\"ledge-again\"", StringComparison.Ordinal)
                .Replace("\"Ledge 9\"", "\"Ledge again\"", StringComparison.Ordinal)
        );
        window.Press("Take it in");
        window.Until(_ => window.Path == "/sheets/ledge-again", "the sheet taken in");
        window.Until(_ => window.Driver.FindElements(By.CssSelector("[data-place^='bay:']")).Count == 6, "its six bays");
    }

    [Fact]
    public void A_part_comes_onto_the_shelf_from_its_label_and_a_list_all_or_nothing()
    {
        using var window = new Window(site, "Tomasz").Open("/shelf");
        window.Press("New part");
        window.Type("#label", "2 x 16GB 2Rx8 PC4-3200AA-E");
        window.See("a kit of 2");
        window.Press("Take it from the label");
        window.Type("#f-x-liesIn", "B9");
        window.Press("Put it on the shelf");
        window.Until(_ => window.Path == "/shelf", "the shelf");
        window.Type("[aria-label='Search the shelf']", "16g 2rx8 3200 b9");
        window.Until(d => d.FindElements(By.CssSelector("tbody tr")).Count == 1, "the new part alone");
        window.Open("/shelf/list");
        window.Paste("textarea", "description;qty;price\n6 TB SAS 3.5 7200;4;133,50\nsome thing;1;2\n");
        window.See("1 new, 0 known, 1 that can't be taken");
        Assert.False(window.Named("Take all 2 lines").Enabled);
        window.Type("textarea", "description;qty;price\n6 TB SAS 3.5 7200;4;133,50\n");
        window.Press("Take all 1 lines");
        window.Until(_ => window.Path == "/shelf", "the shelf");
        window.Type("[aria-label='Search the shelf']", "6tb sas 7.2k");
        window.See("6 TB SAS hard disk");
    }

    [Fact]
    public void A_job_goes_out_as_a_document_and_comes_in_again()
    {
        var own = site.Own("0101");
        using var window = new Window(site, "Tomasz").Open($"/jobs/{own}/survey");
        window.Find("svg.plate");
        var document = window.Script<string>(
            $"const r = new XMLHttpRequest(); r.open('GET', '/api/jobs/{own}/document', false); r.send(); return r.responseText"
        );
        window.Open("/sheets");
        window.Press("Import");
        var file = Path.Combine(Folder, "job.json");
        File.WriteAllText(file, document, Encoding.UTF8);
        window.Find("[aria-label='Document file']").SendKeys(file);
        window.Until(
            d => d.FindElement(By.CssSelector("[aria-label='Document to import']")).GetAttribute("value")!.Length > 100,
            "the document in the field"
        );
        window.Press("Take it in");
        window.See("Vell Haven, tide gauges", ".head");
        Assert.NotEqual($"/jobs/{own}/survey", window.Path);
    }

    [Fact]
    public void What_is_known_is_put_right_where_it_stands_and_taken_back()
    {
        using var window = new Window(site, "Bao").Open($"/jobs/{site.Own("0109")}/survey");
        window.See("BT32-00902", ".known");
        window.Press("BT32-00902");
        window.See("Told by the management page. It decides the record and the warranty.");
        window.Type("#answer", "BT32-00903");
        window.Press("Keep");
        window.See("BT32-00903", ".known");
        window.See("by hand", ".known");
        window.Press("BT32-00903");
        window.Press("Take it back: BT32-00902 again");
        window.See("BT32-00902", ".known");
        // A place too: what a person told of it is taken back, and it is asked again.
        window.Open($"/jobs/{site.Own("0101")}/survey");
        window.Click("[data-place='slot:A1']");
        window.Press("Take it back: not looked at after all");
        window.See("Nobody has looked yet.");
        window.See("What sits in A1?", ".survey-cols");
        Assert.Empty(window.Complaints());
    }
}
