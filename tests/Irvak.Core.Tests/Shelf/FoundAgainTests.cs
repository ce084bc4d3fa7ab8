using System.Text.Json;
using Irvak.Core.Memory;
using Irvak.Core.Sheets;
using Irvak.Core.Shelf;

namespace Irvak.Core.Tests.Shelf;

/// <summary>What the shelf prints finds the part again, and labels as people write them. Common practice, no source.</summary>
public sealed class FoundAgainTests
{
    private static bool Finds(ShelfPart part, string typed) => ShelfWords.Of(part).Split(' ') is var words && ShelfWords.Typed(typed).All(t => words.Any(w => w.StartsWith(t, StringComparison.Ordinal)));

    private static readonly ShelfPart Module = new() { Id = "m16", Module = Boards.Module() };
    private static readonly ShelfPart Disk = new() { Id = "d4", Drive = new() { Media = DriveMedia.Disk, Protocol = DriveProtocol.Sata, Form = "3.5", Bytes = 4_000_787_030_016, Rpm = 7200 } };
    private static readonly ShelfPart Nvme = new() { Id = "n2", Drive = new() { Media = DriveMedia.Flash, Protocol = DriveProtocol.Nvme, Form = "m.2", Bytes = 2_000_398_934_016 } };

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
        while (!File.Exists(Path.Combine(folder, "demo", "shelf.json"))) folder = Path.GetDirectoryName(folder)!;
        var root = JsonDocument.Parse(File.ReadAllText(Path.Combine(folder, "demo", "shelf.json"))).RootElement;
        var parts = (root.ValueKind == JsonValueKind.Array ? root : root.EnumerateObject().First(p => p.Value.ValueKind == JsonValueKind.Array).Value).Deserialize<List<ShelfPart>>(JsonSerializerOptions.Web)!;
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
    [InlineData("1 TB NVMe M.2 2280 gen 3 x4", 3, 4)]
    [InlineData("1 TB NVMe M.2 2280 PCIe 4.0", 4, null)]
    [InlineData("1 TB NVMe M.2 2280", null, null)]
    public void Generation_and_lanes_of_a_module(string label, int? gen, int? lanes) => Assert.Equal((gen, lanes), (PartText.Read(label).Part!.Drive!.Gen, PartText.Read(label).Part!.Drive!.Lanes));

    [Theory]
    [InlineData("16 GB DDR4-2400", true)]
    [InlineData("24 GB DDR5-5600", true)]
    [InlineData("96 GB DDR5-4800", true)]
    [InlineData("88 GB DDR5-4800", false)]
    [InlineData("20 GB DDR4-2400", false)]
    public void Sizes_of_modules_that_are_made(string label, bool right) => Assert.Equal(right, ModuleLabel.Read(label).Problem is null);
}
