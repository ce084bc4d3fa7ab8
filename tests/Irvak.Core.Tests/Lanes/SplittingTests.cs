using Irvak.Core.Lanes;

namespace Irvak.Core.Tests.Lanes;

/// <summary>Which devices of a carrier a divided slot opens; common practice, no source, where no other stands.</summary>
public class SplittingTests
{
    private static readonly int[] Four = [4, 4, 4, 4];

    private static int[] Widths(int lanes, int[] split, int[] ends, int? pitch = null) =>
        [.. Splitting.Open(lanes, split, ends, pitch).Select(l => l.Width)];

    [Fact]
    public void An_undivided_slot_shows_the_first_drive_at_its_own_width() => Assert.Equal([4, 0, 0, 0], Widths(16, [], Four));

    [Fact]
    public void Divided_in_four_it_shows_all() => Assert.Equal([4, 4, 4, 4], Widths(16, [4, 4, 4, 4], Four));

    [Fact]
    public void Divided_in_two_it_shows_the_first_and_the_third() => Assert.Equal([4, 0, 4, 0], Widths(16, [8, 8], Four));

    [Fact]
    public void Eight_lanes_in_two_show_drives_one_and_two_of_four() => Assert.Equal([4, 4, 0, 0], Widths(8, [4, 4], Four));

    [Fact]
    public void A_carrier_that_spreads_its_two_drives_over_sixteen_lanes_wants_halves()
    {
        Assert.Equal([4, 4], Widths(16, [8, 8], [4, 4], 8));
        Assert.Equal(
            [8, 8],
            Splitting.Best(
                16,
                [
                    [4, 4, 4, 4],
                    [8, 8],
                ],
                [4, 4],
                8
            )
        );
    }

    [Fact]
    public void The_setting_is_the_one_that_opens_most_and_divides_least()
    {
        Assert.Equal(
            [4, 4, 4, 4],
            Splitting.Best(
                16,
                [
                    [8, 8],
                    [4, 4, 4, 4],
                ],
                Four
            )
        );
        Assert.Empty(
            Splitting.Best(
                4,
                [
                    [2, 2],
                ],
                [4]
            )
        );
    }

    [Theory] // A link trains at a width both ends have; ×1 always (PCI Express Base Specification)
    [InlineData(16, 8, 8)]
    [InlineData(4, 16, 4)]
    [InlineData(12, 16, 8)]
    [InlineData(2, 4, 2)]
    [InlineData(3, 4, 2)]
    [InlineData(1, 16, 1)]
    [InlineData(0, 4, 0)]
    public void A_link_trains_at_the_widest_both_have(int lanes, int wants, int width) =>
        Assert.Equal(width, Splitting.Trains(lanes, wants));
}
