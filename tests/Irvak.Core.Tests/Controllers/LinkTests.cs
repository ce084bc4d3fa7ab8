using Irvak.Core.Controllers;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Controllers;

/// <summary>Rates that a drive, a backplane and a controller share. SATA and SAS rates: their revisions; ports of boards: common practice,
/// no source.</summary>
public class LinkTests
{
    [Theory]
    [InlineData(new[] { 3.0, 6 }, new[] { 3.0, 6 }, new[] { 1.5, 3, 6 }, 6.0)]
    [InlineData(new[] { 3.0, 6 }, new[] { 3.0 }, new[] { 1.5, 3, 6 }, 3.0)]
    [InlineData(new[] { 12.0 }, null, new[] { 3.0, 6 }, 0.0)] // no rate in common
    [InlineData(new[] { 12.0 }, null, null, 12.0)] // nobody else told
    [InlineData(new[] { 6.0, 12 }, new double[0], new[] { 6.0, 12 }, 12.0)]
    [InlineData(new double[0], new[] { 6.0 }, new[] { 6.0 }, null)] // the drive's are not known
    public void The_highest_rate_in_common(double[] drive, double[]? backplane, double[]? controller, double? link) =>
        Assert.Equal(link, BayController.Link(drive, backplane, controller));

    [Fact]
    public void Ports_of_a_board_speak_the_three_rates_of_SATA_and_start_a_system()
    {
        var sheet = Boards.Server with { Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 6)] };
        var ports = BayController.At(sheet, Core.Builds.Build.Empty, Place.Board("SATA"))!.Sheet;
        Assert.Equal([1.5, 3, 6], ports.LinkGbs);
        Assert.Equal((6, true, "SATA"), (ports.InnerPorts, ports.Boots, ports.Connector));
        Assert.Equal([DriveProtocol.Sata], ports.Protocols);
    }

    [Fact]
    public void Cabling_is_told_by_where_it_leads()
    {
        Assert.Equal("cables the front bays to S1", new WireBays("front", Place.Card("S1")).Tell());
        Assert.Equal("leaves the front bays with their own controller", new WireBays("front", Place.None).Tell());
        Assert.Equal(
            ("S1", "as the sheet says"),
            (new WireBays("front", Place.Card("S1")).ValueAt("wiring:front"), new WireBays("front", Place.None).ValueAt("wiring:front"))
        );
    }
}
