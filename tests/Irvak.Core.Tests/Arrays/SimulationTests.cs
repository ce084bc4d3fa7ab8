using Irvak.Core.Arrays;

namespace Irvak.Core.Tests.Arrays;

public class SimulationTests
{
    private const long TB = 1_000_000_000_000;

    private static ArrayShape Shape(ArrayLevel level, int n, int groups = 1) =>
        CapacityTests.Shape(level, n, 8 * TB, groups, level == ArrayLevel.Parity3 ? ArrayHost.Pool : ArrayHost.Controller);

    private static SimulationCount Run(ArrayShape shape, LossQuestion loss, SimulationQuestion question, int cores = 2) =>
        LossSimulation.Run(shape, loss, question, cores, null, TestContext.Current.CancellationToken);

    /// <summary>Within four standard errors of what it must be, which a right simulation leaves once in 16 000 times.</summary>
    private static void Near(double chance, SimulationCount seen) =>
        Assert.InRange(
            seen.Share,
            chance - (4 * Math.Sqrt(chance * (1 - chance) / seen.Runs)),
            chance + (4 * Math.Sqrt(chance * (1 - chance) / seen.Runs))
        );

    [Theory]
    [InlineData(1, false, null, 0, true)]
    [InlineData(2, false, null, 0, false)]
    [InlineData(1, true, null, 0, false)]
    [InlineData(2, true, null, 0, false)]
    [InlineData(1, false, 0, 0, false)]
    [InlineData(1, false, null, 0.1, false)]
    public void The_chain_answers_only_what_it_is_for(double shape, bool isFixed, int? spares, double bad, bool same) =>
        Assert.Equal(same, new SimulationQuestion(Shape: shape, Spares: spares, BadBatch: bad) { Fixed = isFixed }.IsAsTheChain);

    [Fact]
    public void Of_no_runs_nothing_is_known_and_of_one_its_own()
    {
        var none = new SimulationCount(0, 0, 0);
        Assert.Equal((0.0, (0.0, 1.0)), (none.Share, none.Interval));
        Assert.Equal(1, new SimulationCount(1, 1, 0).Share);
        Assert.Equal((0.0, 1.0), new SimulationCount(1, 0, 0).Interval);
        Assert.Equal((0.0, 0.3), (new SimulationCount(10, 0, 0).Interval.From, Math.Round(new SimulationCount(10, 0, 0).Interval.To, 12)));
    }

    [Theory] // the Markov chain, itself checked against 60-digit values, matrix exponentials and closed forms
    [InlineData(ArrayLevel.Mirror, 2, 1, 1e5, 400, 0.0, 1)]
    [InlineData(ArrayLevel.Parity1, 8, 1, 5e5, 60, 0.0, 2)]
    [InlineData(ArrayLevel.Parity1, 4, 1, 1e6, 24, 0.175, 3)]
    [InlineData(ArrayLevel.Parity2, 10, 1, 1e5, 300, 0.1, 4)]
    [InlineData(ArrayLevel.Parity2, 24, 3, 1e5, 300, 0.05, 5)]
    [InlineData(ArrayLevel.Pairs, 60, 1, 3e5, 72, 0.02, 6)]
    [InlineData(ArrayLevel.Parity3, 12, 1, 3e4, 600, 0.2, 7)]
    public void Agrees_with_the_chain_where_both_apply(
        ArrayLevel level,
        int n,
        int groups,
        double mttf,
        double repair,
        double unreadable,
        int seed
    )
    {
        var (shape, loss) = (Shape(level, n, groups), new LossQuestion(mttf, repair, unreadable));
        var chain = LossChain.Of(shape, loss, 43_800)!;
        Assert.True(chain.Either > 1e-4, "below that a simulation sees too little");
        var seen = Run(shape, loss, new SimulationQuestion(Runs: 400_000, Seed: seed));
        Near(chain.Either, seen);
        Near(chain.Array, seen with { Sectors = 0 });
    }

    [Theory] // Weibull distribution function: 1 − e^(−n·(t ÷ scale)^shape), scale = mean ÷ Γ(1 + 1 ÷ shape); Γ(1 + 1 ÷ 2) = √π ÷ 2
    [InlineData(2.0)]
    [InlineData(1.0)]
    public void Lives_are_spread_as_the_shape_says(double shape)
    {
        var scale = shape == 2 ? 300_000 / (Math.Sqrt(Math.PI) / 2) : 300_000;
        Near(
            1 - Math.Exp(-6 * Math.Pow(43_800 / scale, shape)),
            Run(Shape(ArrayLevel.Stripe, 6), new(300_000, 24), new SimulationQuestion(Runs: 300_000, Seed: 11, Shape: shape))
        );
    }

    [Fact] // binomial: at least two of six fail, none is ever replaced
    public void Without_a_spare_in_time_nothing_is_repaired()
    {
        var p = 1 - Math.Exp(-43_800 / 3e5);
        var none = Math.Pow(1 - p, 6) + (6 * p * Math.Pow(1 - p, 5));
        Near(
            1 - none,
            Run(Shape(ArrayLevel.Parity1, 6), new(3e5, 24), new SimulationQuestion(Runs: 300_000, Seed: 12, Spares: 0, LeadHours: 87_600))
        );
    }

    [Fact]
    public void Spares_that_come_late_cost_safety_and_a_second_one_gives_some_back()
    {
        var (shape, loss) = (Shape(ArrayLevel.Parity1, 24), new LossQuestion(1e5, 24));
        double With(int? spares) =>
            Run(shape, loss, new SimulationQuestion(Runs: 100_000, Seed: 13, Spares: spares, LeadHours: 2_000)).Share;
        Assert.True(With(0) > With(1));
        Assert.True(With(1) > With(4));
        Assert.InRange(With(64), With(null) - 0.01, With(null) + 0.01);
    }

    [Fact] // mixture of two exponentials: a tenth of the arrays with a quarter of the life
    public void A_bad_batch_hits_whole_arrays()
    {
        double Lost(double mttf) => 1 - Math.Exp(-4 * 43_800 / mttf);
        Near(
            (0.9 * Lost(1e6)) + (0.1 * Lost(2.5e5)),
            Run(
                Shape(ArrayLevel.Stripe, 4),
                new(1e6, 24),
                new SimulationQuestion(Runs: 300_000, Seed: 14, BadBatch: 0.1) { BadLife = 0.25 }
            )
        );
    }

    [Fact] // first order in the repair time both kinds have the same mean overlap
    public void Repairs_of_one_length_lose_about_as_much_as_spread_ones()
    {
        var (shape, loss) = (Shape(ArrayLevel.Parity1, 8), new LossQuestion(5e5, 60));
        var (spread, same) = (
            Run(shape, loss, new(Runs: 1_000_000, Seed: 15)),
            Run(shape, loss, new(Runs: 1_000_000, Seed: 16, Fixed: true))
        );
        // Four standard errors of both, √(p (1 − p) ÷ n) each.
        static double Error(SimulationCount c) => Math.Sqrt(c.Share * (1 - c.Share) / c.Runs);
        var apart = 4 * (Error(spread) + Error(same));
        Assert.InRange(same.Share, spread.Share - apart, spread.Share + apart);
    }

    [Fact]
    public void The_seed_alone_decides()
    {
        var (shape, loss) = (Shape(ArrayLevel.Parity2, 12), new LossQuestion(1e5, 300, 0.1));
        var one = Run(shape, loss, new(Runs: 110_001, Seed: 7), 1);
        Assert.Equal(110_001, one.Runs);
        Assert.Equal(one, Run(shape, loss, new(Runs: 110_001, Seed: 7), 2));
        Assert.NotEqual(one, Run(shape, loss, new(Runs: 110_001, Seed: 8), 2));
    }

    [Fact]
    public void What_was_seen_before_it_is_cancelled_counts()
    {
        using var stop = new CancellationTokenSource();
        var seen = LossSimulation.Run(
            Shape(ArrayLevel.Parity1, 8),
            new(5e5, 60),
            new(Runs: SimulationQuestion.MostRuns),
            2,
            c =>
            {
                if (c.Runs >= 3 * LossSimulation.Piece)
                    stop.Cancel();
            },
            stop.Token
        );
        Assert.InRange(seen.Runs, 3 * LossSimulation.Piece, 20 * LossSimulation.Piece);
    }

    [Fact] // Wilson 1927, 10 of 100: 0.0552 to 0.1744 (Newcombe 1998 gives the same example's method); rule of three: 3 ÷ n
    public void Intervals()
    {
        var (from, to) = new SimulationCount(100, 10, 0).Interval;
        Assert.Equal(0.0552, from, 4);
        Assert.Equal(0.1744, to, 4);
        Assert.Equal((0, 0.003), new SimulationCount(1000, 0, 0).Interval);
    }

    [Theory]
    [InlineData(0, 1, 1, "/runs")]
    [InlineData(100, 0.2, 1, "/shape")]
    [InlineData(100, double.NaN, 1, "/shape")]
    [InlineData(100, 1, 0, "/years")]
    public void Nonsense_is_refused_with_its_field(long runs, double shape, double years, string path) =>
        Assert.Equal(path, new SimulationQuestion(years, runs, Shape: shape).Problem?.Path);
}
