namespace Irvak.Browser.Tests;

/// <summary>What is entered on a machine's sheet by pasting, and where it is shown again.</summary>
public sealed class SheetEditorTests(Site site)
{
    [Fact]
    public void A_makers_list_is_pasted_mended_and_kept()
    {
        using var window = new Window(site).Open("/");
        window.Open("/sheets/sollewyn-drift-u6/edit");
        window.Click(".spec-index [aria-controls=spec-the-maker-s-list]");
        window.Press("Paste a table");
        window.Paste(
            "textarea[aria-label='The list as a table']",
            "model;kind;size\nRV-U7680;NVMe SSD;7.68 TB\nRV-V15360;teapot;15.36 TB\n"
        );
        window.Press("Take it in");
        window.See("Nothing was taken in.");
        window.See("Line 3: “teapot” is no kind known here");
        window.Find("textarea[aria-label='The list as a table']").Clear();
        window.Paste(
            "textarea[aria-label='The list as a table']",
            "model;kind;size\nRV-U7680;NVMe SSD;7.68 TB\nRV-V15360;NVMe SSD;15.36 TB\n"
        );
        window.Press("Take it in");
        window.See("2 rows taken in");
        window.See("Nothing to mend.");
        window.Press("Keep the sheet");
        window.Until(d => window.Path == "/sheets/sollewyn-drift-u6", "the sheet");
        window.See("RV-V15360, NVMe, flash, 15.36 TB");
        Assert.Empty(window.Complaints());
    }

    [Fact]
    public void A_new_sheet_shows_what_the_machine_has_and_takes_a_part_of_another()
    {
        using var window = new Window(site).Open("/sheets/new");
        window.Type("#f-x-name", "Quay 8");
        // What nobody told anything of is folded, and one press away by the index.
        window.See("nothing told", "#spec-drives");
        Assert.DoesNotContain("Groups of bays", window.Find("#spec-drives").Text);
        window.Click(".spec-index [aria-controls=spec-drives]");
        window.See("Groups of bays", "#spec-drives");
        window.Click("#spec-drives .copy-part");
        Assert.Equal("copy-drives", window.Script<string>("return document.activeElement.id"));
        window.Choose("#copy-drives", "Sollewyn Sound 8");
        window.Press("Groups of bays, 1");
        window.See("Drives: Groups of bays as on the sheet of Sound 8");
        window.Find(".live [data-place='bay:8']");
        window.Press("As it was");
        window.See("nothing told", "#spec-drives");
        window.Click("#spec-drives .copy-part");
        window.Choose("#copy-drives", "Sollewyn Sound 8");
        window.Press("Groups of bays, 1");
        window.See("1 row", "#spec-drives");
        window.See("Nothing to mend.");
        window.Press("Keep the sheet");
        window.Until(_ => window.Path == "/sheets/quay-8", "the sheet");
        window.Find("[data-place='bay:8']");
        Assert.Empty(window.Complaints());
    }
}
