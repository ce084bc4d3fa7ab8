using CsCheck;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests;

namespace Irvak.Solvers.Tests;

public class BuyingSolverTests
{
    private static ShelfPart Part(
        string id,
        int gib,
        int stock,
        decimal? price,
        int rate = 2666,
        ModuleType type = ModuleType.Registered
    ) =>
        new()
        {
            Id = id,
            Module = Boards.Module(gib, type, rate),
            InStock = stock,
            PriceEur = price,
        };

    private static readonly ShelfPart[] Shelf =
    [
        Part("r8", 8, 8, 15),
        Part("r16", 16, 8, 30),
        Part("r16slow", 16, 8, 20, 2400),
        Part("r32", 32, 4, 65),
        Part("u16", 16, 8, 10, type: ModuleType.Unbuffered),
        Part("free", 32, 8, null),
        Part("none", 32, 0, 1),
    ];

    private static Purchases Solve(JobState state, int gib, int rate = 2400) =>
        BuyingSolver.Solve(state.Ask(null, Shelf).Memory, gib * 1024L, rate);

    private static BuyingAnswer Named(Purchases all, string name) => all.Answers.First(a => a.Name == name);

    [Fact]
    public void Keeping_all_adds_the_cheapest_that_reaches_the_wish()
    {
        var keep = Named(Solve(Boards.Job(Boards.Server, "A1", "C1"), 64), "Keep all");
        Assert.Equal([("r16slow", 2)], keep.Bought.Select(b => (b.Part.Id, b.Count)));
        Assert.Equal((40m, 0, 64L * 1024), (keep.Eur, keep.Thrown, keep.Placement.Score.MiB));
        Assert.True(keep.Placement.IsBest, keep.Placement.Proof);
    }

    [Fact]
    public void A_higher_rate_leaves_slow_parts_on_the_shelf()
    {
        var keep = Named(Solve(Boards.Job(Boards.Server, "A1", "C1"), 64, 2666), "Keep all");
        Assert.Equal([("r16", 2)], keep.Bought.Select(b => (b.Part.Id, b.Count)));
        Assert.Equal(2666, keep.Placement.Score.RateMTs);
    }

    [Fact]
    public void Replacing_all_throws_every_fitted_module_away()
    {
        var replace = Named(Solve(Boards.Job(Boards.Server, "A1", "C1"), 64), "Replace all");
        Assert.Equal(2, replace.Thrown);
        Assert.All(replace.Placement.Slots.Values, s => Assert.Null(s.From));
        Assert.Equal(80m, replace.Eur);
    }

    [Fact]
    public void Best_balance_fills_every_channel_alike()
    {
        var even = Named(Solve(Boards.Job(Boards.Server, "A1", "A2"), 96), "Best balance");
        Assert.Equal(even.Placement.Score.MiB / 4, even.Placement.Score.FullestMiB);
    }

    [Fact]
    public void What_has_no_price_or_is_not_there_is_not_bought() =>
        Assert.DoesNotContain(Solve(Boards.Job(Boards.Server, "A1", "C1"), 128).Answers.SelectMany(a => a.Bought), b =>
            b.Part.Id is "free" or "none" or "u16"
        );

    [Fact]
    public void What_the_shelf_can_not_do_has_no_answer() => Assert.Empty(Solve(Boards.Job(Boards.Server, "A1"), 10_000).Answers);

    [Fact]
    public void A_way_without_an_answer_of_its_own_says_why()
    {
        var all = Solve(Boards.Job(Boards.Server, "A1", "C1"), 64);
        Assert.Equal(4, all.Answers.Count + all.Without.Count);
        Assert.Contains(all.Without, w => w.Why.StartsWith("the same as", StringComparison.Ordinal));
        Assert.All(Solve(Boards.Job(Boards.Server, "A1"), 10_000).Without, w => Assert.Contains("impossible", w.Why));
    }

    /// <summary>Source: exhaustive enumeration over how many of each part are bought, each judged by the placement solver and the
    /// core.</summary>
    [Fact]
    public void The_cheapest_is_what_trying_every_purchase_finds() =>
        Gen.Select(Gen.Int[0, 2], Gen.Int[1, 6].Select(n => n * 16), Gen.Int[0, 1], Gen.Int[10, 60].Array[3])
            .Sample(
                (fitted, gib, fast, prices) =>
                {
                    var sheet = Boards.Server with
                    {
                        Sockets = [new("CPU 1")],
                        Channels = [new("A", "CPU 1", ["A1", "A2"]), new("B", "CPU 1", ["B1", "B2"])],
                    };
                    ShelfPart[] shelf = [Part("a", 8, 4, prices[0]), Part("b", 16, 2, prices[1], 2400), Part("c", 32, 2, prices[2])];
                    var state = Boards.Job(sheet, [.. new[] { "A1", "B1" }.Take(fitted)]);
                    var rate = fast == 1 ? 2666 : 2400;
                    var q = state.Ask(null, shelf);
                    decimal? best = null;
                    for (var a = 0; a <= 4; a++)
                    for (var b = 0; b <= 2; b++)
                    for (var c = 0; c <= 2; c++)
                    for (var keep = 0; keep <= fitted; keep++)
                    {
                        if (a + b + c + keep > 4)
                            continue;
                        List<HandModule> hand =
                        [
                            .. state
                                .Found.Where(u => u.Value.Module is not null)
                                .Take(keep)
                                .Select(u => new HandModule(u.Value, u.Key.Name)),
                            .. Enumerable
                                .Repeat(shelf[0], a)
                                .Concat(Enumerable.Repeat(shelf[1], b))
                                .Concat(Enumerable.Repeat(shelf[2], c))
                                .Select(p => new HandModule(Core.Builds.Unit.Of(p), null)),
                        ];
                        if (hand.Sum(h => h.Module.CapacityMiB!.Value) < gib * 1024)
                            continue;
                        if (PlacementSolver.Solve(q.Memory, hand) is not { Out.Count: 0 } placed || placed.Score.RateMTs < rate)
                            continue;
                        var money = (a * prices[0]) + (b * prices[1]) + (c * prices[2]);
                        if (best is null || money < best)
                            best = money;
                    }
                    var answers = BuyingSolver.Solve(q.Memory, gib * 1024L, rate).Answers;
                    Assert.Equal(best, answers.Count == 0 ? null : answers[0].Eur);
                },
                iter: 8,
                threads: 2
            );
}
