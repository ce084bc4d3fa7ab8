using Irvak.Core.Sheets;
using Irvak.Core.Shelf;

namespace Irvak.Core.Tests.Shelf;

/// <summary>Cards for the conventional bus as they are spoken of. Common practice, no source.</summary>
public class OldBusTests
{
    [Theory]
    [InlineData("4-port SATA RAID controller PCI", CardBus.Pci, "")]
    [InlineData("PCI SATA card, 2-port", CardBus.Pci, "")]
    [InlineData("4-port SATA controller PCIe x4", CardBus.Pcie, "generation")]
    [InlineData("4-port SATA controller PCI-e", CardBus.Pcie, "lanes generation")]
    [InlineData("4-port SATA controller PCI Express", CardBus.Pcie, "lanes generation")]
    [InlineData("4-port SATA controller PCI-X", null, "lanes generation")]
    [InlineData("4-port SATA controller PCI x8", CardBus.Pcie, "generation")] // lanes are told: somebody left the Express off
    [InlineData("4-port SATA controller", null, "lanes generation")]
    public void The_old_bus_is_told_by_its_name_alone_and_has_neither_lanes_nor_generation(string text, CardBus? bus, string missing)
    {
        var read = PartText.Read(text);
        Assert.Equal((bus, missing), (read.Part!.Card!.Bus, string.Join(' ', read.Missing)));
    }
}
