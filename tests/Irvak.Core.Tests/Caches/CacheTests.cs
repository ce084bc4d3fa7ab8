using CsCheck;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Drives;

namespace Irvak.Core.Tests.Caches;

public class CacheTests
{
    [Theory] // computed independently of the program
    [InlineData(5, 1, 1.0, 0.269293)]
    [InlineData(5, 2, 1.0, 0.510826)]
    [InlineData(8, 4, 1.0, 0.663336)]
    [InlineData(10, 5, 1.0, 0.683073)]
    [InlineData(1000, 100, 0.8, 0.37779)]
    [InlineData(1000, 100, 1.0, 0.57652)]
    public void Hits_by_the_approximation(long blocks, double cached, double exponent, double hits) =>
        Assert.Equal(hits, new CacheModel(blocks, exponent).Hits(cached), 0.00001);

    [Theory] // King's exact product formula for least-recently-used caches, computed independently; the approximation is within 0.02
    [InlineData(5, 1, 0.280729)]
    [InlineData(5, 2, 0.518885)]
    [InlineData(8, 4, 0.662602)]
    [InlineData(10, 5, 0.681364)]
    public void The_approximation_is_near_the_exact_formula(long blocks, double cached, double exact) =>
        Assert.Equal(exact, new CacheModel(blocks, 1).Hits(cached), 0.02);

    [Fact]
    // computed independently
    public void Blocks_needed_for_half_of_the_requests() => Assert.Equal(687, new CacheModel(10_000, 0.9).BlocksFor(0.5));

    [Fact]
    public void A_simulated_cache_hits_as_often() // a least-recently-used cache run on random requests, fixed seed
    {
        const int blocks = 1000,
            cached = 100,
            requests = 400_000;
        var weights = Enumerable.Range(1, blocks).Select(r => Math.Pow(r, -0.8)).ToArray();
        var total = weights.Sum();
        var sums = new double[blocks];
        var run = 0.0;
        for (var i = 0; i < blocks; i++)
            sums[i] = run += weights[i] / total;
        var random = new Random(20_261_127);
        var order = new LinkedList<int>();
        var where = new Dictionary<int, LinkedListNode<int>>();
        var hits = 0;
        for (var n = 0; n < requests; n++)
        {
            var at = Array.BinarySearch(sums, random.NextDouble());
            var block = Math.Min(at < 0 ? ~at : at, blocks - 1);
            if (where.TryGetValue(block, out var node))
            {
                if (n >= requests / 4)
                    hits++;
                order.Remove(node);
                order.AddFirst(node);
                continue;
            }
            where[block] = order.AddFirst(block);
            if (order.Count > cached)
            {
                where.Remove(order.Last!.Value);
                order.RemoveLast();
            }
        }
        Assert.Equal(new CacheModel(blocks, 0.8).Hits(cached), hits / (requests * 0.75), 0.005);
    }

    [Theory] // the same sums with every rank by itself
    [InlineData(0, 1500)]
    [InlineData(0.6, 60)]
    [InlineData(0.6, 1500)]
    [InlineData(0.9, 1500)]
    [InlineData(1, 60)]
    [InlineData(1, 18_000)]
    [InlineData(1.4, 1500)]
    public void Grouping_ranks_of_large_data_changes_next_to_nothing(double exponent, double cached)
    {
        const int blocks = 20_000;
        var p = Enumerable.Range(1, blocks).Select(r => Math.Pow(r, -exponent)).ToArray();
        var total = p.Sum();
        for (var i = 0; i < blocks; i++)
            p[i] /= total;
        double low = 0,
            high = 1e12;
        for (var i = 0; i < 100; i++)
        {
            var t = (low + high) / 2;
            if (p.Sum(x => 1 - Math.Exp(-x * t)) < cached)
                low = t;
            else
                high = t;
        }
        Assert.Equal(p.Sum(x => x * (1 - Math.Exp(-x * high))), new CacheModel(blocks, exponent).Hits(cached), 4e-7);
    }

    [Fact]
    public void More_cache_never_hits_less_and_never_beats_the_best_possible() =>
        Gen.Select(Gen.Long[2, 2000], Gen.Double[0, 1.2], Gen.Double[0.01, 0.9])
            .Sample(
                (blocks, exponent, share) =>
                {
                    var model = new CacheModel(blocks, exponent);
                    var (less, more) = (model.Hits(blocks * share), model.Hits(blocks * share * 1.1));
                    Assert.True(more >= less - 1e-12);
                    Assert.True(less <= model.Bound(blocks * share) + 1e-9);
                },
                iter: 100
            );

    [Fact]
    public void A_cache_too_small_to_be_noticed_is_said_to_be()
    {
        var small = CacheWorth.Of(new CacheQuestion(1L << 40, 1L << 28, Exponent: 0.6));
        Assert.False(small.Helps);
        Assert.True(CacheWorth.Of(new CacheQuestion(1L << 40, small.LeastBytes!.Value, Exponent: 0.6)).Helps);
        Assert.Equal(0.75 * 10, CacheWorth.Of(new CacheQuestion(1L << 40, small.LeastBytes!.Value, Exponent: 0.6)).Now.LatencyMs, 0.01);
        // A cache as slow as the drives helps at no size.
        Assert.Null(CacheWorth.Of(new CacheQuestion(1L << 40, 1L << 39, FastMs: 9)).LeastBytes);
    }

    [Theory]
    [InlineData(0, 1, 64, 0.9)]
    [InlineData(1L << 40, -1, 64, 0.9)]
    [InlineData(1L << 40, 1, 0, 0.9)]
    [InlineData(1L << 40, 1, 64, 9)]
    public void Nonsense_is_refused_with_a_path(long hot, long cache, int block, double exponent) =>
        Assert.NotNull(new CacheQuestion(hot, cache, block, exponent).Problem);

    [Theory] // size × drive-writes a day × 365 × years (arithmetic)
    [InlineData(1_920_000_000_000, 1, 5, 3504)]
    [InlineData(3_840_000_000_000, 1, 5, 7008)]
    [InlineData(7_680_000_000_000, 1, 5, 14_016)]
    [InlineData(960_000_000_000, 3, 5, 5256)]
    [InlineData(1_600_000_000_000, 10, 5, 29_200)]
    [InlineData(64_000_000_000, 1, 5, 116.8)]
    public void Rated_volume_by_writes_a_day(long bytes, double writes, double years, double terabytes) =>
        Assert.Equal(terabytes, DriveDefaults.RatedBy(bytes, writes, years)!.Value, 1e-9);

    [Fact]
    public void A_virtualisation_host_writes_over_10_TB_a_year_and_64_GB_of_space_last_ten_years() // common practice, no source
    {
        var life = BootLife.Of(new BootQuestion(64_000_000_000, WritesPerDay: 1));
        Assert.Equal(10.95, life.TBPerYear, 1e-9);
        Assert.Equal(116.8 / 10.95, life.WearYears!.Value, 1e-9);
        // In the worst case seen it is space, not wear: 7.5 GB after two years, from 2.2.
        Assert.InRange(BootLife.Of(new BootQuestion(64_000_000_000, WritesPerDay: 1, GrowthGBPerYear: 5.1)).SpaceYears!.Value, 10, 10.5);
        Assert.Equal("Lasts longer than the machine is kept.", life.Verdict);
    }

    [Fact]
    public void What_is_too_small_or_not_known_is_said()
    {
        Assert.StartsWith("Too small", BootLife.Of(new BootQuestion(8_000_000_000, RatedTB: 10)).Verdict);
        Assert.StartsWith("How much it may be written is not known", BootLife.Of(new BootQuestion(64_000_000_000)).Verdict);
        Assert.Equal("Worn out after about 3.7 years.", BootLife.Of(new BootQuestion(120_000_000_000, RatedTB: 40)).Verdict);
        Assert.Equal("Full after about 2 years.", BootLife.Of(new BootQuestion(32_000_000_000, RatedTB: 400, GrowthGBPerYear: 10)).Verdict);
        Assert.NotNull(new BootQuestion(0).Problem);
        Assert.NotNull(new BootQuestion(64_000_000_000, -1).Problem);
    }

    [Theory]
    [InlineData(1_000, 0.9)]
    [InlineData(200_000, 0.6)]
    [InlineData(50_000_000, 1.0)]
    [InlineData(100_000, 0)]
    public void Solved_directly_it_is_the_same_as_by_halving(long blocks, double exponent)
    {
        var model = new CacheModel(blocks, exponent);
        double[] sizes = [.. Enumerable.Range(0, 31).Select(i => blocks * Math.Pow(i / 30.0, 2))];
        var along = model.HitsAlong(sizes);
        for (var i = 0; i < sizes.Length; i++)
            Assert.Equal(model.Hits(sizes[i]), along[i], 1e-12);
        // The least size for a share of hits is the first that reaches it, found here by halving the sizes.
        foreach (var wanted in new[] { 0.01, 0.25, 0.5, 0.9, 0.999 })
        {
            var (low, high) = (0L, blocks);
            while (high - low > 1)
                if (model.Hits(low + ((high - low) / 2)) >= wanted)
                    high = low + ((high - low) / 2);
                else
                    low += (high - low) / 2;
            Assert.InRange(model.BlocksFor(wanted), high - Math.Max(1, high * 1e-9), high + Math.Max(1, high * 1e-9));
        }
    }
}
