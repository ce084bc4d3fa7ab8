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

    [Theory] // sector numbers of 32 bits: 2³² sectors of 512 or of 4096 bytes
    [InlineData(2_199_023_255_552, 512, true)]
    [InlineData(2_199_023_256_064, 512, false)]
    [InlineData(17_592_186_044_416, 4096, true)]
    [InlineData(17_592_186_048_512, 4096, false)]
    public void A_controller_of_32_bits_reaches_so_many_sectors(long bytes, int sector, bool reaches)
    {
        var drive = new DriveSheet { Bytes = bytes, SectorBytes = sector };
        var old = new BayController(Place.Card("S1"), "old", new ControllerSheet { Addresses32 = true }, null);
        Assert.Equal(reaches, old.Reaches(drive));
        Assert.True((old with { Sheet = new ControllerSheet() }).Reaches(drive));
    }

    [Theory] // 6 Gb/s carry 600 MB/s by 8b/10b, of which 92 % are data (common practice, no source)
    [InlineData(500, "0 % lost, it is slower than that by itself")]
    [InlineData(552, "0 % lost, it is slower than that by itself")]
    [InlineData(554, "0 % lost, it is slower than that by itself")]
    [InlineData(555, "1 % of its reading lost")] // half of one percent
    [InlineData(1104, "50 % of its reading lost")]
    public void A_slower_link_takes_what_the_drive_reads_beyond_it(int reads, string lost)
    {
        var slow = ControllerRuleCases.Hba with { LinkGbs = [3, 6] };
        var job = ControllerRuleCases.Behind(slow, ControllerRuleCases.Fast with { ReadMBs = reads });
        var said = job.Evaluate().Findings.Single(f => f.Rule.Code == "CTL-LINK").Sentence;
        Assert.Equal($"Corvath H runs 8 TB SAS flash in [[bay:1]] at 6 of 12 Gb/s: {lost}.", said);
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
