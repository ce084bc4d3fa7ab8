using Irvak.Core.Sheets;
using Irvak.Core.Shelf;

namespace Irvak.Core.Tests.Shelf;

public class ShelfTests
{
    [Theory]
    [InlineData("4 TB SAS 3.5 7200", DriveProtocol.Sas, DriveMedia.Disk, "3.5", 7200, 4_000_787_030_016)]
    [InlineData("960GB SATA SSD 2.5", DriveProtocol.Sata, DriveMedia.Flash, "2.5", 0, 960_197_124_096)]
    [InlineData("1tb nvme m.2 2280", DriveProtocol.Nvme, DriveMedia.Flash, "m.2", 0, 1_000_204_886_016)]
    [InlineData("3.84 TB NVMe U.2", DriveProtocol.Nvme, DriveMedia.Flash, "u.2", 0, 3_840_755_982_336)]
    [InlineData("16 tb sas 3.5 disk", DriveProtocol.Sas, DriveMedia.Disk, "3.5", null, 16_000_900_661_248)]
    [InlineData("12T SATA 3,5\" HDD 7.2k", DriveProtocol.Sata, DriveMedia.Disk, "3.5", 7200, 12_000_138_625_024)]
    // bytes: IDEMA LBA1-03 and SFF-8447; these are the sizes drives report
    public void A_drive_is_read_as_it_is_spoken_of(string text, DriveProtocol protocol, DriveMedia media, string form, int? rpm, long bytes)
    {
        var drive = PartText.Read(text).Part!.Drive!;
        Assert.Equal(
            (protocol, media, form, rpm, bytes),
            (drive.Protocol!.Value, drive.Media!.Value, drive.Form, drive.Rpm, drive.Bytes!.Value)
        );
    }

    [Fact]
    public void A_label_becomes_a_module_and_a_kit_its_count() // JEDEC 21-C, module label
    {
        var read = PartText.Read("2 x 16GB 2Rx4 PC4-2400T-R", "Maristone", "MA-1");
        Assert.Equal(
            (2, 16_384, ModuleType.Registered, 2400, 2, 4, "MA-1"),
            (
                read.Count,
                read.Part!.Module!.CapacityMiB!.Value,
                read.Part.Module.Type!.Value,
                read.Part.Module.RateMTs!.Value,
                read.Part.Module.Ranks!.Value,
                read.Part.Module.DeviceWidth!.Value,
                read.Part.Module.PartNumber
            )
        );
        Assert.Null(PartText.Read("a bag of screws").Part);
        Assert.Contains("no memory label", PartText.Read("a bag of screws").Problem);
    }

    private static readonly Dictionary<string, ShelfPart> Known = new()
    {
        ["ek-n4"] = new()
        {
            Id = "ek-n4",
            Drive = new() { Model = "EK-N4", Bytes = 4_000_787_030_016 },
            InStock = 2,
            LiesIn = "D2",
            PriceEur = 100,
        },
    };

    private static IReadOnlyList<ShelfLine> Lines(ShelfColumn[] columns, params string[][] rows) =>
        ShelfTable.Read([.. rows.Select((r, i) => (i + 2, (IReadOnlyList<string>)r))], columns, Known, new DateOnly(2026, 11, 25));

    [Fact]
    public void A_known_part_takes_stock_and_price_and_keeps_its_sheet()
    {
        var line = Assert.Single(Lines([ShelfColumn.Number, ShelfColumn.Stock, ShelfColumn.Price], ["ek-N4", "7", "1 089,50 €"]));
        Assert.False(line.IsNew);
        Assert.Equal(
            (7, 1089.50m, "D2", new DateOnly(2026, 11, 25), 4_000_787_030_016),
            (line.Part!.InStock, line.Part.PriceEur!.Value, line.Part.LiesIn, line.Part.PriceDate!.Value, line.Part.Drive!.Bytes!.Value)
        );
    }

    [Fact]
    public void A_new_part_is_read_from_its_description_and_a_kits_price_is_shared()
    {
        var line = Assert.Single(
            Lines([ShelfColumn.Description, ShelfColumn.Stock, ShelfColumn.Price], ["2 x 16GB 2Rx4 PC4-2400T-R", "3", "80"])
        );
        Assert.True(line.IsNew);
        Assert.Equal((6, 40m), (line.Part!.InStock, line.Part.PriceEur!.Value));
    }

    [Fact]
    public void Every_line_that_is_wrong_says_why()
    {
        var lines = Lines(
            [ShelfColumn.Id, ShelfColumn.Description, ShelfColumn.Stock, ShelfColumn.PriceDate],
            ["ek-n4", "", "two", ""],
            ["x1", "a bag of screws", "1", ""],
            ["x2", "", "1", ""],
            ["ek-n4", "", "1", "yesterday"],
            ["x3", "4 TB SAS 3.5", "-1", ""]
        );
        Assert.All(lines, l => Assert.Null(l.Part));
        Assert.Equal([2, 3, 4, 5, 6], lines.Select(l => l.Line));
        Assert.Contains("no count", lines[0].Problem);
        Assert.Contains("does not describe", lines[2].Problem);
        Assert.Contains("no date", lines[3].Problem);
        Assert.Contains("0 to 100 000", lines[4].Problem);
    }

    [Theory]
    [InlineData("64", 64)]
    [InlineData("1 234,56", 1234.56)]
    [InlineData("1,234.56 €", 1234.56)]
    [InlineData("1.234", 1234)]
    [InlineData("€ 0,5", 0.5)]
    public void Prices_are_read_as_they_are_written_here_and_there(string text, double eur) =>
        Assert.Equal((decimal)eur, ShelfTable.Money(text));

    [Fact]
    public void A_part_is_one_thing_and_makes_sense()
    {
        Assert.Empty(PartCheck.Check(Known["ek-n4"]));
        Assert.Equal("/", Assert.Single(PartCheck.Check(new ShelfPart { Id = "x" })).Path);
        Assert.Contains(PartCheck.Check(Known["ek-n4"] with { Module = new ModuleSheet { CapacityMiB = 1024 } }), p => p.Path == "/");
        Assert.Contains(PartCheck.Check(new ShelfPart { Id = "a b", Drive = new() }), p => p.Path == "/id");
        Assert.Contains(
            PartCheck.Check(
                new ShelfPart
                {
                    Id = "c",
                    Card = new()
                    {
                        Name = "C",
                        Mech = 4,
                        Elec = 8,
                    },
                }
            ),
            p => p.Path == "/card/elec"
        );
        Assert.Contains(
            PartCheck.Check(
                new ShelfPart
                {
                    Id = "d",
                    Drive = new() { Media = DriveMedia.Flash, Rpm = 7200 },
                }
            ),
            p => p.Path == "/drive/rpm"
        );
    }

    [Fact]
    public void Headings_are_guessed_each_meaning_once() =>
        Assert.Equal(
            [ShelfColumn.Description, ShelfColumn.Stock, ShelfColumn.Price, ShelfColumn.None, ShelfColumn.LiesIn],
            ShelfTable.Guess(["Item", "Qty", "Price EUR", "Each", "Box"])
        );

    [Fact]
    public void Names_for_new_parts_are_plain_and_free()
    {
        var part = new ShelfPart
        {
            Id = "",
            Drive = new() { Model = "EK N4 / 2026" },
        };
        Assert.Equal("ek-n4-2026", PartCheck.IdFor(part, _ => false));
        Assert.Equal("ek-n4-2026-2", PartCheck.IdFor(part, id => id == "ek-n4-2026"));
    }

    // The rate of a link (SAS-3: 12 Gb/s) is no size of a drive.
    [Theory]
    [InlineData("SAS 12G 2.5 4 TB", 4_000_787_030_016)]
    [InlineData("SATA SSD 6G 2.5 960 GB", 960_197_124_096)]
    [InlineData("SAS disk 12 Gb/s 3.5", null)]
    [InlineData("16G USB stick", 16_000_000_000)]
    public void A_rate_of_a_link_is_no_size(string line, long? bytes) => Assert.Equal(bytes, PartText.Read(line).Part!.Drive!.Bytes);
}
