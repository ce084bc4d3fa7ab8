using CsCheck;
using Irvak.Core.Memory;

namespace Irvak.Core.Tests.Memory;

public class InterleaveTests
{
    [Fact]
    public void Equal_channels_run_on_all_of_them() => Assert.Equal([new InterleaveBand(4, 4 * 16)], Interleave.Bands([16, 16, 16, 16]));

    [Fact]
    public void The_surplus_of_one_channel_runs_on_it_alone() => // 3 × 16 and 1 × 32: 64 on four, 16 on one (arithmetic)
        Assert.Equal([new InterleaveBand(4, 64), new InterleaveBand(1, 16)], Interleave.Bands([16, 16, 16, 32]));

    [Fact]
    public void A_controller_of_1_2_and_4_ways_splits_three_channels_into_two_and_one() // arithmetic
    {
        Assert.Equal([new InterleaveBand(2, 32), new InterleaveBand(1, 16)], Interleave.Bands([16, 16, 16], [1, 2, 4]));
        Assert.Equal([new InterleaveBand(4, 64), new InterleaveBand(2, 32)], Interleave.Bands([16, 16, 16, 16, 16, 16], [1, 2, 4]));
    }

    [Theory] // processors' sheets and JEDEC rates: channels × MT/s × 8 bytes
    [InlineData(4, 2400, 76_800)]
    [InlineData(8, 3200, 204_800)]
    [InlineData(12, 4800, 460_800)]
    [InlineData(2, 5600, 89_600)]
    [InlineData(2, 1333, 21_333)]
    public void Bandwidth_as_processors_sheets_print_it(int channels, int rate, double mbs) =>
        Assert.Equal(
            mbs,
            Interleave
                .Bandwidth(Interleave.Bands([.. Enumerable.Repeat(16L, channels)]), new RateResult(rate, null, rate, null, []))!
                .Value.MegabytesPerSecond,
            1.0
        );

    [Fact]
    public void Bandwidth_of_equal_channels_is_their_sum() // 8 channels DDR4-3200 = 204.8 GB/s (processor sheets)
    {
        var bands = Interleave.Bands([32, 32, 32, 32, 32, 32, 32, 32]);
        Assert.Equal(204_800, Interleave.Bandwidth(bands, new RateResult(3200, null, 3200, null, []))!.Value.MegabytesPerSecond, 1);
    }

    [Fact]
    public void Without_a_rate_there_is_no_bandwidth() => Assert.Null(Interleave.Bandwidth(Interleave.Bands([16]), RateResult.None));

    [Fact]
    public void Bands_hold_all_memory_and_never_beat_all_channels() =>
        Gen.Long[1, 4096]
            .List[1, 12]
            .Sample(
                list =>
                {
                    var sorted = list.Order().ToList();
                    var bands = Interleave.Bands(sorted);
                    Assert.Equal(list.Sum(), bands.Sum(b => b.MiB));
                    Assert.Equal(bands.Select(b => b.Channels).OrderDescending(), bands.Select(b => b.Channels));
                    var bandwidth = Interleave.Bandwidth(bands, new RateResult(2400, null, 2400, null, []))!.Value;
                    Assert.InRange(bandwidth.MegabytesPerSecond, 2400 * 8 - 1e-6, list.Count * 2400 * 8 + 1e-6);
                },
                iter: 500
            );
}
