using CsCheck;
using Irvak.Core.Caches;

namespace Irvak.Core.Tests.Caches;

/// <summary>The exact sum of a least-recently-used cache against King's formula over all orders (King 1971), summed here term by
/// term.</summary>
public sealed class ExactLruTests
{
    [Theory] // King's formula, computed independently of the program
    [InlineData(5, 1, 0.280729)]
    [InlineData(5, 2, 0.518885)]
    [InlineData(8, 4, 0.662602)]
    [InlineData(10, 5, 0.681364)]
    public void It_is_what_King_found(long blocks, long cached, double exact) =>
        Assert.Equal(exact, ExactLru.Hits([new(blocks, 1, 1)], cached)!.Value, 0.000001);

    [Fact]
    public void It_is_the_sum_over_all_orders_for_any_popularity() =>
        Gen.Select(Gen.Int[1, 3], Gen.Int[1, 4], Gen.Double[0, 2.5], Gen.Double[0, 2.5], Gen.Double[0.05, 20])
            .Sample(
                (a, b, s, u, share) =>
                {
                    List<Population> volumes = [new(a, s, 1), new(b, u, share)];
                    double[] asked = [.. Asked(volumes[0], 1 + share), .. Asked(volumes[1], 1 + share)];
                    for (var cached = 1; cached < asked.Length; cached++)
                        Assert.Equal(King(asked, cached, []), ExactLru.Hits(volumes, cached)!.Value, 1e-9);
                },
                iter: 30,
                threads: 1
            );

    private static IEnumerable<double> Asked(Population of, double shares)
    {
        var weights = Enumerable.Range(1, (int)of.Blocks).Select(r => Math.Pow(r, -of.Exponent)).ToList();
        return weights.Select(w => w / weights.Sum() * of.Share / shares);
    }

    /// <summary>Of each order of the last C blocks its chance, times what it answers.</summary>
    private static double King(double[] asked, int cached, int[] before)
    {
        var gone = before.Sum(b => asked[b]);
        return before.Length == cached
            ? gone
            : Enumerable
                .Range(0, asked.Length)
                .Except(before)
                .Sum(next => asked[next] / (1 - gone) * King(asked, cached, [.. before, next]));
    }

    [Fact]
    public void Blocks_that_are_asked_for_alike_hit_by_their_share() => // definition
        Assert.Equal(0.25, ExactLru.Hits([new(120, 0, 1)], 30)!.Value, 1e-9);

    [Theory]
    [InlineData(128, 50, true)]
    [InlineData(129, 50, false)]
    public void It_is_had_for_few_blocks(long blocks, long cached, bool had)
    {
        var exact = ExactLru.Hits([new(blocks, 0.8, 1)], cached);
        Assert.Equal(had, exact is not null);
        if (exact is { } hits)
            Assert.Equal(hits, new CacheModel(blocks, 0.8).Hits(cached), 0.003);
    }

    [Theory]
    [InlineData(0, 0)]
    [InlineData(8, 1)]
    [InlineData(9, 1)]
    public void None_answers_nothing_and_all_everything(long cached, double hits) =>
        Assert.Equal(hits, ExactLru.Hits([new(8, 1, 1)], cached)!.Value);

    [Fact]
    public void The_sum_of_a_small_cache_shows_both()
    {
        // 8 blocks of 64 MiB in hot data of half a gigabyte, 4 of them cached.
        var lines = CacheWorth.Of(new CacheQuestion(8L << 26, 4L << 26, 65_536, 1)).Why.Lines;
        Assert.Equal("66 %", Assert.Single(lines, l => l.Formula.Contains("exact sum")).Value);
        Assert.DoesNotContain(CacheWorth.Of(new CacheQuestion(8L << 36, 4L << 26, 65_536, 1)).Why.Lines, l => l.Formula.Contains("exact"));
    }
}
