using Irvak.Core.Controllers;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Controllers;

/// <summary>What is compared when a controller is bought. Rates: SATA 3 and SPL-4.</summary>
public sealed class ControllerFactsTests
{
    private static IReadOnlyList<string> Of(ControllerSheet sheet, CardSheet? card = null) =>
        ControllerFacts.Of(new(Place.Card("S1"), "x", sheet, card));

    private static readonly CardSheet Card = new()
    {
        Name = "x",
        Elec = 8,
        Gen = 3,
        Height = "low",
    };

    [Fact]
    public void SATA_and_SAS_stand_apart_with_their_own_rates() =>
        Assert.Equal(
            ["SATA 6, SAS 12", "8 ports inside, SFF-8643", "×8 gen 3", "low height", "starts a system", "at most 32 members"],
            Of(ControllerRuleCases.Hba with { InnerPorts = 8, MostMembers = 32 }, Card)
        );

    [Fact]
    public void What_the_sheet_does_not_tell_is_said_so()
    {
        Assert.Equal(
            ["what it speaks is not known", "ports not known", "width not known gen not known", "whether it starts a system is not known"],
            Of(new(), new() { Name = "x" })
        );
        Assert.Contains("starts no system", Of(new() { Boots = false }));
        Assert.Equal("SATA, rate not known", Of(new() { Protocols = [DriveProtocol.Sata] })[0]);
        Assert.Equal("SATA 1.5, SAS, no rate, NVMe", Of(new() { Protocols = [DriveProtocol.Sas, DriveProtocol.Nvme], LinkGbs = [1.5] })[0]);
    }

    [Theory]
    [InlineData(CardBus.Pci, "conventional PCI")]
    [InlineData(CardBus.Ocp, "mezzanine")]
    [InlineData(CardBus.Mezzanine, "mezzanine")]
    public void Other_buses(CardBus bus, string words) => Assert.Contains(words, Of(ControllerRuleCases.Hba, Card with { Bus = bus }));

    [Fact]
    public void Ports_outside_are_told_too() =>
        Assert.Equal(
            "0 ports inside, 8 outside, SFF-8644",
            Of(ControllerRuleCases.Hba with { InnerPorts = 0, OuterPorts = 8, Connector = "SFF-8644" })[1]
        );
}
