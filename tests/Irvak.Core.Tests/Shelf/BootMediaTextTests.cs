using Irvak.Core.Sheets;
using Irvak.Core.Shelf;

namespace Irvak.Core.Tests.Shelf;

/// <summary>Sticks, cards and modules as they are spoken of. Common practice, no source.</summary>
public sealed class BootMediaTextTests
{
    [Theory]
    [InlineData("32 GB USB stick", "usb", DriveProtocol.Usb, 32_000_000_000)]
    [InlineData("64 GB microSD", "microsd", DriveProtocol.Usb, 64_000_000_000)]
    [InlineData("32 GB SD card", "sd", DriveProtocol.Usb, 32_000_000_000)]
    [InlineData("64 GB SATA DOM", "sata-module", DriveProtocol.Sata, 64_023_257_088)]
    [InlineData("64 GB SATA module", "sata-module", DriveProtocol.Sata, 64_023_257_088)]
    [InlineData("240 GB SATA SSD 2.5", "2.5", DriveProtocol.Sata, 240_057_409_536)]
    [InlineData("1 TB USB disk", null, DriveProtocol.Usb, 1_000_204_886_016)]
    public void Case_and_plug(string text, string? form, DriveProtocol speaks, long bytes)
    {
        var drive = PartText.Read(text).Part!.Drive!;
        Assert.Equal((form, speaks), (drive.Form, drive.Protocol));
        Assert.InRange(drive.Bytes!.Value, bytes * 0.99, bytes * 1.01);
    }
}
