using Irvak.Core.Drives;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Drives;

public class BayWiringTests
{
    private static DriveSheet Drive(DriveProtocol protocol, string form = "2.5", double? link = null) =>
        new()
        {
            Protocol = protocol,
            Form = form,
            LinkGbs = link,
        };

    [Theory] // acceptance of SATA, SAS and SFF-8639 (U.2) against SFF-TA-1001 (U.3)
    [InlineData("SATA", DriveProtocol.Sata, "3.5", Mating.Works)]
    [InlineData("SATA", DriveProtocol.Sas, "3.5", Mating.WillNotMate)] // SAS bays take SATA drives, not the other way round
    [InlineData("SATA", DriveProtocol.Nvme, "u.2", Mating.WillNotMate)]
    [InlineData("SAS, SATA", DriveProtocol.Sata, "3.5", Mating.Works)]
    [InlineData("SAS, SATA", DriveProtocol.Sas, "3.5", Mating.Works)]
    [InlineData("SAS, SATA", DriveProtocol.Nvme, "u.3", Mating.NoLink)]
    [InlineData("NVMe ×2", DriveProtocol.Sata, "2.5", Mating.NoLink)]
    [InlineData("NVMe ×2", DriveProtocol.Sas, "2.5", Mating.NoLink)]
    [InlineData("NVMe ×2", DriveProtocol.Nvme, "u.2", Mating.Works)]
    [InlineData("NVMe ×2", DriveProtocol.Nvme, "u.3", Mating.Works)]
    [InlineData("tri-mode", DriveProtocol.Sata, "2.5", Mating.Works)]
    [InlineData("tri-mode", DriveProtocol.Sas, "2.5", Mating.Works)]
    [InlineData("tri-mode", DriveProtocol.Nvme, "u.3", Mating.Works)]
    [InlineData("tri-mode", DriveProtocol.Nvme, "u.2", Mating.NoLink)] // a U.2 drive does not run in a U.3 bay
    [InlineData("SAS, NVMe", DriveProtocol.Nvme, "u.2", Mating.Works)] // a bay wired both ways takes both
    [InlineData("SAS, NVMe", DriveProtocol.Sas, "2.5", Mating.Works)]
    public void What_runs_in_which_bay(string bus, DriveProtocol protocol, string form, Mating mating) =>
        Assert.Equal(mating, BayWiring.Of(bus, Drive(protocol, form)));

    [Fact]
    public void What_is_not_known_is_not_judged()
    {
        Assert.Null(BayWiring.Of("somehow", Drive(DriveProtocol.Sata)));
        Assert.Null(BayWiring.Of("SATA", new DriveSheet()));
    }

    [Theory] // each generation speaks two older ones (SATA 3; SAS-3, SAS-4)
    [InlineData(DriveProtocol.Sata, 6, new[] { 6, 3, 1.5 })]
    [InlineData(DriveProtocol.Sata, 3, new[] { 3, 1.5 })]
    [InlineData(DriveProtocol.Sas, 12, new double[] { 12, 6, 3 })]
    [InlineData(DriveProtocol.Sas, 22.5, new[] { 22.5, 12, 6 })]
    [InlineData(DriveProtocol.Nvme, 8, new double[0])]
    public void Rates_that_a_drive_speaks(DriveProtocol protocol, double most, double[] rates) =>
        Assert.Equal(rates, BayWiring.Rates(Drive(protocol, link: most)));

    [Theory]
    [InlineData(6, 552)] // about 550 of 600 MB/s (common practice, no source)
    [InlineData(12, 1104)]
    [InlineData(22.5, 2208)] // 2400 by 128b/150b (T10 SPL-4)
    public void Data_that_a_link_carries(double gigabits, double mbs) =>
        Assert.Equal(mbs, BayWiring.Carried(gigabits).MegabytesPerSecond, 6);

    [Theory]
    [InlineData("NVMe ×1", 1)]
    [InlineData("NVMe ×2", 2)]
    [InlineData("NVMe ×4", 4)]
    [InlineData("NVMe ×8", 8)]
    [InlineData("NVMe ×16", 16)]
    [InlineData("NVMe ×3", null)] // no link is so wide
    [InlineData("NVMe ×9", null)]
    [InlineData("NVMe ×", null)]
    [InlineData("NVMe", null)]
    public void Lanes_of_a_bay_stand_in_its_wiring(string bus, int? lanes) => Assert.Equal(lanes, BayWiring.LanesOf(bus));
}
