namespace Irvak.Browser.Tests;

/// <summary>What is entered on a machine's sheet by pasting, and where it is shown again.</summary>
public sealed class SheetEditorTests(Site site)
{
    [Fact]
    public void A_makers_list_is_pasted_mended_and_kept()
    {
        using var window = new Window(site).Open("/");
        window.Open("/sheets/sollewyn-drift-u6/edit");
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
}
