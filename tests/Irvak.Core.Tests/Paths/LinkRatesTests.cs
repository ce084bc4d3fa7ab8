using Irvak.Core.Lanes;
using Irvak.Core.Quick;

namespace Irvak.Core.Tests.Paths;

public class LinkRatesTests
{
    [Theory] // PCI Express Base Specification: GT/s and coding of each generation
    [InlineData(1, 250)]
    [InlineData(2, 500)]
    [InlineData(3, 984.615)]
    [InlineData(4, 1969.231)]
    [InlineData(5, 3938.462)]
    [InlineData(6, 7375)]
    public void One_lane_on_paper(int gen, double mbs) => Assert.Equal(mbs, LinkRates.Lane(gen).MegabytesPerSecond, 0.001);

    [Theory] // computed independently: P ÷ (P + 24), of generation 6 P ÷ (P + 16)
    [InlineData(1, 128, 210.5)]
    [InlineData(2, 256, 457.1)]
    [InlineData(3, 512, 940.5)]
    [InlineData(4, 128, 1658.3)]
    [InlineData(5, 256, 3600.9)]
    [InlineData(6, 512, 7151.5)]
    public void One_lane_with_its_payload(int gen, int payload, double mbs) =>
        Assert.Equal(mbs, LinkRates.Pcie(gen, 1, payload).MegabytesPerSecond, 0.06);

    [Theory] // 1460 ÷ 1538, 1448 ÷ 1538, 8960 ÷ 9038, 8948 ÷ 9038 of IEEE 802.3 frames
    [InlineData(1, 1500, false, 118.7)]
    [InlineData(10, 1500, false, 1186.6)]
    [InlineData(10, 1500, true, 1176.9)]
    [InlineData(25, 1500, true, 2942.1)]
    [InlineData(100, 1500, false, 11_866)]
    [InlineData(10, 9000, false, 1239.2)]
    [InlineData(10, 9000, true, 1237.6)]
    public void A_line_carries(double gigabits, int mtu, bool stamps, double mbs) =>
        Assert.Equal(mbs, LinkRates.Ethernet(gigabits, mtu, stamps).MegabytesPerSecond, mbs > 5000 ? 0.5 : 0.06);

    [Fact] // about 200 measured where 210 are computed; common practice, no source
    public void One_lane_of_the_first_generation_is_narrower_than_four_disks()
    {
        var answer = QuickLane.Of(new(1, 1, Drives: 4, DriveMBs: 180, NetworkGbs: 10));
        Assert.Equal(210.5, answer.EndMBs.MegabytesPerSecond, 0.1);
        Assert.Equal("slot, ×1 of generation 1", answer.Stages.First(s => s.Pinch).Name);
        Assert.Equal("4 drives", answer.Next?.Name);
        Assert.Equal("211 MB/s arrive; the narrowest place is the slot, ×1 of generation 1.", answer.Verdict);
    }

    [Fact] // two ×4 cards of the first generation together about 1.68 GB/s, 1.6 measured; common practice, no source
    public void Two_cards_of_four_lanes() => Assert.Equal(1684, (2 * QuickLane.Of(new(1, 4)).EndMBs).MegabytesPerSecond, 1.0);

    [Fact]
    public void A_faster_line_brings_what_the_rest_of_the_way_lets_through()
    {
        // Six disks read 1500 MB/s: from one gigabit the disks are the next limit, not the line.
        var gain = QuickLane.Of(new(3, 8, Drives: 6, DriveMBs: 250, NetworkGbs: 1, FasterGbs: 25));
        Assert.Equal((117.7, 1500.0), (Math.Round(gain.EndMBs.MegabytesPerSecond, 1), gain.FasterMBs!.Value.MegabytesPerSecond));
        Assert.Equal(1500 / 117.685, gain.Gain!.Value, 0.01);
        Assert.Contains(
            "bring nothing",
            QuickLane.Of(new(3, 8, Drives: 1, DriveMBs: 100, NetworkGbs: 10, FasterGbs: 25)).Verdict,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData(0, 1, 128, "/gen")]
    [InlineData(3, 3, 128, "/lanes")]
    [InlineData(3, 4, 100, "/payload")]
    public void Nonsense_is_refused_with_its_field(int gen, int lanes, int payload, string path) =>
        Assert.Equal(path, new LaneQuestion(gen, lanes, payload).Problem?.Path);
}
