using System.Text.Json;
using Irvak.Core.Memory;
using Irvak.Core.Sheets;
using Irvak.Core.Shelf;

namespace Irvak.Core.Tests.Shelf;

/// <summary>What the shelf prints finds the part again, and labels as people write them. Common practice, no source.</summary>
public sealed class FoundAgainTests
{
    private static bool Finds(ShelfPart part, string typed) =>
        ShelfWords.Of(part).Split(' ') is var words
        && ShelfWords.Typed(typed).All(t => words.Any(w => w.StartsWith(t, StringComparison.Ordinal)));

    [Theory]
    [InlineData("card", true)]
    [InlineData("sata controller", true)]
    [InlineData("4-port", true)]
    [InlineData("sas", false)]
    public void A_card_is_found_by_that_word_and_by_what_it_drives(string typed, bool found)
    {
        var part = new ShelfPart
        {
            Id = "c1",
            Card = new()
            {
                Name = "3114",
                Role = CardRole.Controller,
                Bus = CardBus.Pci,
                Controller = new() { Protocols = [DriveProtocol.Sata], InnerPorts = 4 },
            },
        };
        Assert.Equal(found, Finds(part, typed));
    }

    private static readonly ShelfPart Module = new() { Id = "m16", Module = Boards.Module() };
    private static readonly ShelfPart Disk = new()
    {
        Id = "d4",
        Drive = new()
        {
            Media = DriveMedia.Disk,
            Protocol = DriveProtocol.Sata,
            Form = "3.5",
            Bytes = 4_000_787_030_016,
            Rpm = 7200,
        },
    };
    private static readonly ShelfPart Nvme = new()
    {
        Id = "n2",
        Drive = new()
        {
            Media = DriveMedia.Flash,
            Protocol = DriveProtocol.Nvme,
            Form = "m.2",
            Bytes = 2_000_398_934_016,
        },
    };

    [Theory]
    [InlineData("16 gb")]
    [InlineData("16gb")]
    [InlineData("16 GB registered")]
    public void A_module_by_its_size(string typed) => Assert.True(Finds(Module, typed));

    [Theory]
    [InlineData("4 TB")]
    [InlineData("4tb")]
    [InlineData("4 TB SATA hard disk, 3.5 inch, 7200/min")]
    public void A_disk_by_its_size(string typed) => Assert.True(Finds(Disk, typed));

    [Fact]
    public void A_drive_of_untold_case_is_found_by_every_case()
    {
        var untold = Disk with { Drive = Disk.Drive! with { Form = null } };
        Assert.All(DriveSheet.Forms, form => Assert.True(Finds(untold, form)));
        Assert.False(Finds(Disk, "2.5"));
    }

    [Fact]
    public void Flash_as_the_shelf_prints_it()
    {
        Assert.True(Finds(Nvme, "2 TB NVMe"));
        Assert.False(Finds(Nvme, "4 TB NVMe"));
    }

    [Fact]
    public void Every_part_of_the_demo_is_found_by_what_is_printed_of_it()
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, "demo", "shelf.json")))
            folder = Path.GetDirectoryName(folder)!;
        var root = JsonDocument.Parse(File.ReadAllText(Path.Combine(folder, "demo", "shelf.json"))).RootElement;
        var parts = (
            root.ValueKind == JsonValueKind.Array ? root : root.EnumerateObject().First(p => p.Value.ValueKind == JsonValueKind.Array).Value
        ).Deserialize<List<ShelfPart>>(JsonSerializerOptions.Web)!;
        Assert.True(parts.Count > 100);
        Assert.All(parts, p => Assert.True(Finds(p, p.LongName()), p.LongName()));
    }

    [Fact]
    public void A_stick_is_no_memory()
    {
        var part = PartText.Read("16 GB USB stick").Part!;
        Assert.Null(part.Module);
        Assert.Equal((DriveProtocol.Usb, DriveMedia.Flash), (part.Drive!.Protocol, part.Drive.Media));
    }

    [Theory]
    [InlineData("2-port SATA card PCIe x1", CardRole.Controller, 1, null, 2)]
    [InlineData("8-port SAS HBA PCIe 3.0 x8", CardRole.Controller, 8, 3, 8)]
    [InlineData("dual 10GbE network card x4", CardRole.Network, 4, null, null)]
    [InlineData("carrier for M.2 modules x16", CardRole.Carrier, 16, null, null)]
    [InlineData("RAID controller 2 GB cache x8", CardRole.Controller, 8, null, null)]
    [InlineData("USB 3 controller card x1", CardRole.Other, 1, null, null)]
    [InlineData("graphics card", CardRole.Graphics, null, null, null)]
    public void A_card_is_no_drive(string label, CardRole role, int? lanes, int? gen, int? ports)
    {
        var part = PartText.Read(label).Part!;
        Assert.Null(part.Drive);
        Assert.Equal(
            (label, role, lanes, gen, ports),
            (part.Card!.Name, part.Card.Role, part.Card.Elec, part.Card.Gen, part.Card.Controller?.InnerPorts)
        );
    }

    [Fact]
    public void What_a_card_speaks_is_read_and_the_rest_is_missing()
    {
        var adapter = PartText.Read("8-port SAS HBA 12 Gb/s x8");
        Assert.Equal([DriveProtocol.Sas, DriveProtocol.Sata], adapter.Part!.Card!.Controller!.Protocols);
        Assert.Equal(("host-adapter", 12.0), (adapter.Part.Card.Controller.Class, Assert.Single(adapter.Part.Card.Controller.LinkGbs)));
        Assert.Equal(["generation"], adapter.Missing);
        var network = PartText.Read("dual 25GbE SFP28 network card gen 3 x8");
        Assert.Equal((2, 25.0), (network.Part!.Card!.Network!.Ports, Assert.Single(network.Part.Card.Network.RatesGbs)));
        Assert.Equal(["lanes", "generation", "ports"], PartText.Read("RAID controller").Missing);
        Assert.Equal(
            (null, 4),
            PartText.Read("4-port eSATA card") is { Part.Card.Controller: { } outside } ? (outside.InnerPorts, outside.OuterPorts) : default
        );
    }

    [Theory]
    [InlineData("480 GB SATA SSD 2.5 7mm", 7.0)]
    [InlineData("1 TB SATA 2.5 9,5 mm 5400", 9.5)]
    [InlineData("480 GB SATA SSD 2.5", null)]
    [InlineData("480 GB SATA SSD 2.5 17mm", null)]
    public void The_height_of_a_drive_is_read(string label, double? height) =>
        Assert.Equal(height, PartText.Read(label).Part!.Drive!.HeightMm);

    [Theory]
    [InlineData("32 GB micro SD card")]
    [InlineData("64 GB memory card USB")]
    [InlineData("1.6 TB NVMe add-in card")]
    [InlineData("4 TB SAS disk 2-port")]
    [InlineData("4 TB SATA 3.5 RAID")]
    [InlineData("480 GB SATA SSD with adapter")]
    public void A_size_beside_words_of_a_drive_is_a_drive(string label) => Assert.NotNull(PartText.Read(label).Part!.Drive);

    [Fact]
    public void A_small_card_of_msata_tells_its_form_and_its_protocol()
    {
        var reading = PartText.Read("256 GB mSATA SSD");
        Assert.Empty(reading.Missing);
        Assert.Equal("256 GB SATA flash drive, mSATA", reading.Part!.LongName());
        Assert.True(Finds(reading.Part!, "msata"));
        Assert.False(Finds(reading.Part!, "m.2"));
        Assert.Equal(
            ("msata", DriveProtocol.Sata, DriveMedia.Flash),
            (reading.Part!.Drive!.Form, reading.Part.Drive.Protocol, reading.Part.Drive.Media)
        );
    }

    [Theory]
    [InlineData("1 TB NVMe M.2 2280 gen 3 x4", 3, 4)]
    [InlineData("1 TB NVMe M.2 2280 PCIe 4.0", 4, null)]
    [InlineData("1 TB NVMe M.2 2280", null, null)]
    public void Generation_and_lanes_of_a_module(string label, int? gen, int? lanes) =>
        Assert.Equal((gen, lanes), (PartText.Read(label).Part!.Drive!.Gen, PartText.Read(label).Part!.Drive!.Lanes));

    [Theory]
    [InlineData("16 GB DDR4-2400", true)]
    [InlineData("24 GB DDR5-5600", true)]
    [InlineData("96 GB DDR5-4800", true)]
    [InlineData("88 GB DDR5-4800", false)]
    [InlineData("20 GB DDR4-2400", false)]
    public void Sizes_of_modules_that_are_made(string label, bool right) => Assert.Equal(right, ModuleLabel.Read(label).Problem is null);
}
