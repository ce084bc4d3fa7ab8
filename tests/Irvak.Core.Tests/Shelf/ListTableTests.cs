using Irvak.Core.Sheets;
using Irvak.Core.Shelf;

namespace Irvak.Core.Tests.Shelf;

/// <summary>Tables as makers print them, by heading (common practice, no source).</summary>
public class ListTableTests
{
    private static ReadList Read(string heading, params string[] lines) =>
        ListTable.Read(
            heading.Split('|'),
            [.. lines.Select((l, i) => (i + 2, (IReadOnlyList<string>)l.Split('|')))],
            ListedKind.Drive,
            "list A",
            new DateOnly(2026, 3, 31)
        );

    [Fact]
    public void Rows_by_number_or_by_brand_kind_and_size()
    {
        var read = Read(
            "Part number|Brand|Type|Capacity|Use|Date",
            "EK-N8|Ekkelund|SATA HDD|8 TB|volume|",
            "|Ruvane|NVMe SSD|480 GB|cache|2025-01-02",
            "|Maristone|Registered ECC|32 GB||",
            "H8||RAID controller|||"
        );
        Assert.Empty(read.Problems);
        ListedPart all = new(ListedKind.Drive) { Source = "list A", Date = new DateOnly(2026, 3, 31) };
        Assert.Equal(
            [
                all with
                {
                    Number = "EK-N8",
                    Maker = "Ekkelund",
                    Protocol = DriveProtocol.Sata,
                    Media = DriveMedia.Disk,
                    TB = 8,
                    Only = ListedUse.Volume,
                },
                all with
                {
                    Maker = "Ruvane",
                    Protocol = DriveProtocol.Nvme,
                    Media = DriveMedia.Flash,
                    TB = 0.48,
                    Only = ListedUse.Cache,
                    Date = new DateOnly(2025, 1, 2),
                },
                all with
                {
                    What = ListedKind.Module,
                    Maker = "Maristone",
                    Type = ModuleType.Registered,
                    GiB = 32,
                },
                all with
                {
                    What = ListedKind.Card,
                    Number = "H8",
                },
            ],
            read.Rows
        );
    }

    [Theory]
    [InlineData("SATA disk", DriveProtocol.Sata, DriveMedia.Disk)]
    [InlineData("SAS SSD", DriveProtocol.Sas, DriveMedia.Flash)]
    [InlineData("hard disk", null, DriveMedia.Disk)]
    [InlineData("NVMe", DriveProtocol.Nvme, DriveMedia.Flash)]
    [InlineData("drive", null, null)]
    public void Kinds_of_drives(string kind, DriveProtocol? protocol, DriveMedia? media)
    {
        var row = Assert.Single(Read("model|kind", $"X1|{kind}").Rows);
        Assert.Equal((ListedKind.Drive, protocol, media), (row.What, row.Protocol, row.Media));
    }

    [Theory]
    [InlineData("LRDIMM", ModuleType.LoadReduced)]
    [InlineData("RDIMM ECC", ModuleType.Registered)]
    [InlineData("unbuffered ECC", ModuleType.UnbufferedEcc)]
    [InlineData("UDIMM", ModuleType.Unbuffered)]
    [InlineData("unbuffered, non-ECC", ModuleType.Unbuffered)]
    [InlineData("DIMM without ECC", ModuleType.Unbuffered)]
    [InlineData("memory", null)]
    public void Kinds_of_memory(string kind, ModuleType? type)
    {
        var row = Assert.Single(Read("model|kind", $"X1|{kind}").Rows);
        Assert.Equal((ListedKind.Module, type), (row.What, row.Type));
    }

    [Fact]
    public void A_newer_list_takes_the_place_of_what_an_older_one_said_of_a_part()
    {
        ListedPart old = new(ListedKind.Drive) { Number = "EK-N8", Source = "old" },
            kind = new(ListedKind.Drive) { Maker = "Ruvane" },
            card = new(ListedKind.Card) { Number = "EK-N8" };
        var newer = old with { Number = "ek n8", Source = "new" };
        Assert.Equal([kind, card, newer], ListTable.Onto([old, kind, card], [newer], out var replaced));
        Assert.Equal(1, replaced);
        Assert.Equal([kind], ListTable.Onto([kind], [kind], out _));
    }

    [Fact]
    public void The_same_row_twice_is_one_and_both_uses_are_any()
    {
        var rows = Read("model|use", "X1|both", "X1|any", "X1|cache, volume").Rows;
        Assert.Null(Assert.Single(rows).Only);
    }

    [Theory]
    [InlineData(
        "model|kind",
        "X1|teapot",
        "Line 2: “teapot” is no kind known here: SATA disk, SAS disk, SATA SSD, NVMe SSD, registered memory, card …"
    )]
    [InlineData("model|size", "X1|4 parsecs", "Line 2: “4 parsecs” is no size, such as 4 TB or 32 GB.")]
    [InlineData("model|size", "X1|0 TB", "Line 2: “0 TB” is no size, such as 4 TB or 32 GB.")]
    [InlineData("model|use", "X1|door stop", "Line 2: “door stop” is no use known here: volume, cache or both.")]
    [InlineData("model|date", "X1|31.3.2026", "Line 2: “31.3.2026” is no date such as 2026-03-31.")]
    [InlineData("model|brand", "|", "Line 2: names neither a part number nor a brand, kind or size: it would allow everything.")]
    [InlineData("model|brand", "--|", "Line 2: “--” has neither letters nor digits.")]
    [InlineData("kind|size", "card|4 TB", "Line 2: a card has no size.")]
    [InlineData("price|stock", "4|1", "The first line names the columns: part number, brand, kind, size, use, source, date.")]
    [InlineData("model|number", "4|1", "Two columns mean the part number.")]
    public void What_cannot_be_read_is_told_with_its_line(string heading, string line, string wanted)
    {
        var read = Read(heading, line);
        Assert.Empty(read.Rows);
        Assert.Equal(wanted, Assert.Single(read.Problems).Text);
    }

    [Fact]
    public void A_list_has_at_most_five_thousand_lines()
    {
        string[] Lines(int n) => [.. Enumerable.Range(1, n).Select(i => $"X{i}|x")];
        Assert.Equal(ListTable.MostRows, Read("model|brand", Lines(ListTable.MostRows)).Rows.Count);
        Assert.Single(Read("model|brand", Lines(ListTable.MostRows + 1)).Problems);
    }
}
