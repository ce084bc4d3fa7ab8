using CsCheck;
using Irvak.Core.Arrays;
using Irvak.Core.Drives;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using MathNet.Numerics.LinearAlgebra;

namespace Irvak.Core.Tests.Arrays;

public class ReliabilityTests
{
    private const long TB = 1_000_000_000_000;
    private const double FiveYears = 43_800;

    private static ArrayShape Shape(ArrayLevel level, int n, int groups = 1) => CapacityTests.Shape(level, n, 8 * TB, groups);

    [Theory] // exact combinatorics
    [InlineData(ArrayLevel.Pairs, 8, 1, 2, 24, 28)]
    [InlineData(ArrayLevel.Pairs, 8, 1, 3, 32, 56)]
    [InlineData(ArrayLevel.Pairs, 8, 1, 4, 16, 70)]
    [InlineData(ArrayLevel.Parity1, 12, 3, 2, 48, 66)]
    [InlineData(ArrayLevel.Parity1, 12, 3, 3, 64, 220)]
    [InlineData(ArrayLevel.Parity2, 8, 2, 3, 48, 56)]
    [InlineData(ArrayLevel.Parity2, 8, 2, 4, 36, 70)]
    public void Sets_of_failures_that_are_survived(ArrayLevel level, int n, int groups, int failures, double survived, double cases) =>
        Assert.Equal(
            (survived, cases),
            Survival.Of(Shape(level, n, groups)) is var rows && rows.Count >= failures
                ? (rows[failures - 1].Survived, rows[failures - 1].Cases)
                : default
        );

    [Fact]
    public void Survival_is_what_trying_every_set_finds() =>
        Gen.Select(Gen.Int[1, 4], Gen.Int[1, 4], Gen.Int[0, 3])
            .Sample(
                (groups, each, tolerance) =>
                {
                    if (groups * each > 12)
                        return;
                    var shape = new ArrayShape(
                        ArrayLevel.Parity1,
                        ArrayHost.Controller,
                        [
                            .. Enumerable
                                .Range(0, groups)
                                .Select(_ => new ArrayGroup([.. Enumerable.Repeat(TB, each)], Math.Min(tolerance, each - 1))),
                        ]
                    );
                    foreach (var row in Survival.Of(shape, 12))
                    {
                        double cases = 0,
                            survived = 0;
                        for (var set = 0; set < 1 << shape.Count; set++)
                        {
                            if (int.PopCount(set) != row.Failures)
                                continue;
                            cases++;
                            if (
                                Enumerable
                                    .Range(0, groups)
                                    .All(g => int.PopCount(set >> (g * each) & ((1 << each) - 1)) <= shape.Groups[g].Tolerance)
                            )
                                survived++;
                        }
                        Assert.Equal((survived, cases), (row.Survived, row.Cases));
                    }
                },
                iter: 100
            );

    [Fact]
    public void Mirrored_pairs_survive_a_second_failure_as_combinatorics_say() => // (n − 2) ÷ (n − 1)
        Assert.All(Enumerable.Range(2, 20), half =>
            Assert.Equal(((2.0 * half) - 2) / ((2.0 * half) - 1), Survival.Of(Shape(ArrayLevel.Pairs, 2 * half))[1].Share, 12)
        );

    [Theory] // computed independently of the program with 60 digits
    [InlineData(2, 1, 1e6, 24, FiveYears, 2.101094599e-6)]
    [InlineData(2, 1, 1e6, 24, 8760, 4.192978061e-7)]
    [InlineData(2, 1, 1e5, 24, FiveYears, 2.099516830e-4)]
    [InlineData(4, 1, 1e6, 24, FiveYears, 1.260529210e-5)]
    [InlineData(8, 1, 1e6, 24, FiveYears, 5.881205504e-5)]
    public void Loss_with_one_failure_tolerated(int n, int tolerance, double mttf, double repair, double hours, double chance)
    {
        Assert.Equal(chance, LossChain.OfGroup(n, tolerance, new(mttf, repair), hours)!.Array, chance * 1e-8);
        Assert.Equal(chance, LossChain.OneFault(n, mttf, repair, hours), chance * 1e-8);
    }

    [Theory] // closed form of the chain with one failure tolerated; hours from where no weight is left out to where most are
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(159)]
    [InlineData(160)]
    [InlineData(161)]
    [InlineData(400)]
    [InlineData(5000)]
    [InlineData(80_000)]
    public void The_series_is_the_closed_form_however_many_of_its_first_terms_are_left_out(double turns)
    {
        // The fastest rate, by which the series counts its steps, is that of a repair beside further failures.
        const double mttf = 1e5,
            repair = 24;
        var hours = turns / ((3 / mttf) + (1 / repair));
        var exact = LossChain.OneFault(4, mttf, repair, hours);
        Assert.Equal(exact, LossChain.OfGroup(4, 1, new(mttf, repair), hours)!.Array, exact * 1e-10);
    }

    [Theory] // the same
    [InlineData(1e6, 24, false, 8.464742952e-9)]
    [InlineData(1e6, 24, true, 4.233837167e-9)]
    [InlineData(1e5, 72, false, 7.52744065e-5)]
    [InlineData(1e5, 72, true, 3.77510279e-5)]
    public void Loss_of_eight_with_double_parity(double mttf, double repair, bool parallel, double chance) =>
        Assert.Equal(chance, LossChain.OfGroup(8, 2, new(mttf, repair, 0, parallel ? null : 1), FiveYears)!.Array, chance * 1e-7);

    [Fact]
    public void An_unreadable_sector_at_the_rebuild_outweighs_a_second_failure_by_far() // computed independently of the program
    {
        var loss = LossChain.OfGroup(4, 1, new(1e6, 24, 0.1746931315), FiveYears)!;
        Assert.Equal(3.013408489e-2, loss.Either, 1e-10);
        Assert.Equal(0.1746931315, Rebuild.ReadingError(3 * 8 * TB, 1e-15), 1e-9);
    }

    [Fact]
    public void The_series_agrees_with_the_matrix_exponential_of_a_reference_library() => // MathNet.Numerics, eigenvectors of the generator
        Gen.Select(Gen.Int[2, 12], Gen.Int[1, 3], Gen.Double[3, 5], Gen.Double[0.5, 2.5], Gen.Double[0, 0.5], Gen.Bool)
            .Sample(
                (n, tolerance, logMttf, logRepair, unreadable, parallel) =>
                {
                    if (tolerance >= n)
                        return;
                    var q = new LossQuestion(Math.Pow(10, logMttf), Math.Pow(10, logRepair), unreadable, parallel ? null : 1);
                    var size = tolerance + 2;
                    var generator = Matrix<double>.Build.Dense(size, size);
                    for (var k = 0; k <= tolerance; k++)
                    {
                        var (up, down) = ((n - k) / q.MttfHours, k == 0 ? 0 : (parallel ? k : 1) / q.RepairHours);
                        generator[k, k] = -(up + down);
                        generator[k, k + 1] += up;
                        if (k > 0)
                            generator[k, k - 1] += down * (k == tolerance ? 1 - unreadable : 1);
                        if (k == tolerance)
                            generator[k, size - 1] += down * unreadable; // lost array and lost sectors together
                    }
                    var evd = (generator * 8760).Evd();
                    var moved =
                        evd.EigenVectors
                        * Matrix<double>.Build.DenseOfDiagonalVector(evd.EigenValues.Real().PointwiseExp())
                        * evd.EigenVectors.Inverse();
                    Assert.Equal(moved[0, size - 1], LossChain.OfGroup(n, tolerance, q, 8760)!.Either, 1e-8);
                },
                iter: 200
            );

    [Theory] // Patterson, Gibson, Katz, SIGMOD 1988: 100 disks of 30 000 h, repair 1 h; the paper's own figure, and the exact chain's
    [InlineData(2, 50, 4_500_000, 4_500_450)]
    [InlineData(11, 10, 820_000, 818_754.5)]
    public void Mean_time_to_loss_of_a_hundred_disks(int each, int groups, double paper, double exact)
    {
        // The paper counts 100 data disks: 100 pairs, or ten groups of ten and one.
        var count = each == 2 ? 100 : groups;
        var mean = LossChain.MeanHours(each, 1, new(30_000, 1)) / count;
        Assert.Equal(exact, mean, 0.6);
        Assert.InRange(mean / paper, 0.99, 1.01);
    }

    [Fact]
    // computed independently
    public void Mean_time_of_eight_with_single_parity() => Assert.Equal(744_315_476, LossChain.MeanHours(8, 1, new(1e6, 24)), 1.0);

    [Theory] // definition for exponential life; sheets' pairs
    [InlineData(0.015, 579_609)]
    [InlineData(0.01, 871_613)]
    [InlineData(0.02, 433_605)]
    [InlineData(0.05, 170_783)]
    public void Mean_time_to_failure_of_a_share_failing_in_a_year(double share, double hours) =>
        Assert.Equal(hours, DriveDefaults.MttfHours(share), 0.5 + 1e-9);

    [Theory] // drive sheets print both: 2.5, 2.0 and 1.2 million hours
    [InlineData(2_500_000, 0.0035)]
    [InlineData(2_000_000, 0.0044)]
    [InlineData(1_200_000, 0.0073)]
    public void Sheets_pair_hours_with_a_share(double hours, double share) =>
        Assert.Equal(share, DriveDefaults.FailuresPerYear(hours), 0.00005);

    [Theory]
    [InlineData(12 * TB, 1e-14, 0.617)] // full read of 12 TB (arithmetic)
    [InlineData(12 * TB + (TB / 2), 1e-14, 0.632)]
    [InlineData(12 * TB, 1e-15, 0.0915)]
    [InlineData(4 * 6 * TB, 1e-14, 0.853)] // five of 6 TB with single parity read four of them
    [InlineData(4 * 6 * TB, 1e-15, 0.175)]
    public void Chance_of_an_unreadable_sector(long bytes, double perBit, double chance) =>
        Assert.Equal(chance, Rebuild.ReadingError(bytes, perBit), 0.0006);

    [Theory] // computed independently with 60 digits; the plain form 1 − (1 − p)^n fails here
    [InlineData(7 * 10 * TB, 1e-16, 0.05446086)]
    [InlineData(3 * 8 * TB, 1e-17, 0.001918158)]
    public void Tiny_rates_keep_their_digits(long bytes, double perBit, double chance) =>
        Assert.Equal(chance, Rebuild.ReadingError(bytes, perBit), 1e-8);

    [Theory]
    [InlineData(1e-12)]
    [InlineData(-1e-9)]
    [InlineData(3e-5)]
    [InlineData(-0.3)]
    public void Near_one_nothing_is_lost(double x)
    {
        // Against the series summed in decimals of 28 digits.
        decimal term = 1,
            sum = 0,
            y = (decimal)x;
        for (var k = 1; k < 40; k++)
        {
            term *= y / k;
            sum += term;
        }
        Assert.Equal((double)sum, NearOne.ExpM1(x), Math.Abs(x) * 1e-14);
        Assert.Equal(x, NearOne.Log1p(NearOne.ExpM1(x)), Math.Abs(x) * 1e-13);
    }

    [Fact]
    public void More_tolerance_never_loses_more_and_more_time_never_less() =>
        Gen.Select(Gen.Int[4, 20], Gen.Int[1, 2], Gen.Double[4.5, 6.3], Gen.Double[1, 200])
            .Sample(
                (n, tolerance, logMttf, repair) =>
                {
                    var q = new LossQuestion(Math.Pow(10, logMttf), repair);
                    var (less, more) = (
                        LossChain.OfGroup(n, tolerance, q, 8760)!.Array,
                        LossChain.OfGroup(n, tolerance + 1, q, 8760)!.Array
                    );
                    Assert.True(more <= less);
                    Assert.True(LossChain.OfGroup(n, tolerance, q, 17_520)!.Array >= less);
                },
                iter: 200
            );

    [Theory] // 1 + (q − 512) ÷ strip, computed by hand
    [InlineData(64, 64, 1.9921875)]
    [InlineData(1024, 256, 4.998046875)]
    public void Drives_that_a_request_touches(int requestKiB, int stripKiB, double drives) =>
        Assert.Equal(drives, Requests.Touches(requestKiB * 1024L, stripKiB * 1024L, Of(ArrayLevel.Stripe, 8)), 9);

    private static ArrayShape Of(ArrayLevel level, int n, ArrayHost host = ArrayHost.Kernel) =>
        ArrayShape.Of(level, host, [.. Enumerable.Repeat(1_000_000_000_000L, n)]).Shape!;

    [Fact]
    public void A_request_touches_as_often_as_a_trial_of_every_offset_says()
    {
        foreach (var (request, strip) in new[] { (16, 64), (64, 16), (128, 128), (8, 512) })
        {
            long touched = 0,
                offsets = strip * 2L;
            for (var at = 0L; at < offsets; at++)
                touched += ((at * 512) + (request * 1024L) - 1) / (strip * 1024L) - (at * 512 / (strip * 1024L)) + 1;
            Assert.Equal((double)touched / offsets, Requests.Touches(request * 1024L, strip * 1024L, Of(ArrayLevel.Stripe, 100)), 9);
        }
    }

    // Rotating parity: by hand for five drives, each row begun anew, 20 places to begin (4.4 drives for five strips, 4 for four); a
    // kernel array goes on behind its parity, so neighbouring strips lie on neighbouring drives (md(4), left-symmetric).
    [Theory]
    [InlineData(ArrayLevel.Parity1, 5, ArrayHost.Controller, 64, 16, 4.3875)]
    [InlineData(ArrayLevel.Parity1, 5, ArrayHost.Kernel, 64, 16, 4.96875)]
    [InlineData(ArrayLevel.Parity1, 5, ArrayHost.Kernel, 1024, 64, 5)] // all of them, not only as many as carry data in a row
    [InlineData(ArrayLevel.Parity2, 6, ArrayHost.Kernel, 1024, 16, 6)]
    [InlineData(ArrayLevel.Parity1, 5, ArrayHost.Controller, 16, 64, 1.2421875)] // two strips in a row never share a drive
    [InlineData(ArrayLevel.Pairs, 8, ArrayHost.Controller, 1024, 64, 4)]
    [InlineData(ArrayLevel.Mirror, 2, ArrayHost.Kernel, 1024, 64, 1)]
    public void Where_parity_rotates_a_request_touches_what_the_layout_says(
        ArrayLevel level,
        int n,
        ArrayHost host,
        int requestKiB,
        int stripKiB,
        double drives
    ) => Assert.Equal(drives, Requests.Touches(requestKiB * 1024L, stripKiB * 1024L, Of(level, n, host)), 9);

    [Theory]
    [InlineData(4, 1)]
    [InlineData(5, 1)]
    [InlineData(6, 2)]
    [InlineData(7, 2)]
    [InlineData(8, 3)]
    public void Every_row_holds_each_of_its_strips_on_another_drive(int n, int parity)
    {
        foreach (var goesOn in new[] { true, false })
            for (var row = 0; row < 2 * n; row++)
            {
                var drives = Enumerable
                    .Range(row * (n - parity), n - parity)
                    .Select(s => StripLayout.DriveOf(n, parity, goesOn, s))
                    .ToList();
                Assert.Equal(n - parity, drives.Distinct().Count());
                Assert.All(drives, d => Assert.InRange(d, 0, n - 1));
            }
    }

    // Level 10 of the kernel takes two drives and odd counts (md(4), tried with mdadm): half of all bytes, a ring of neighbours.
    [Theory]
    [InlineData(2, 1, 1, 1)]
    [InlineData(3, 1.5, 1, 1)]
    [InlineData(5, 2.5, 1, 2)]
    [InlineData(6, 3, 1, 3)]
    public void Mirrored_pairs_of_the_kernel(int n, double usable, int surely, int best)
    {
        var shape = Of(ArrayLevel.Pairs, n);
        Assert.Equal((surely, best), (shape.Surely, shape.AtBest));
        Assert.Equal(usable, ArrayCapacity.Of(shape).Usable / 1e12, 0.001);
        Assert.Null(ArrayShape.Of(ArrayLevel.Pairs, ArrayHost.Controller, [1, 1, 1]).Shape);
    }

    [Theory]
    [InlineData(3)]
    [InlineData(5)]
    [InlineData(7)]
    public void A_ring_survives_what_trying_every_set_says(int n)
    {
        foreach (var row in Survival.Of(Of(ArrayLevel.Pairs, n)))
        {
            var sets = Enumerable.Range(0, 1 << n).Where(s => System.Numerics.BitOperations.PopCount((uint)s) == row.Failures).ToList();
            var lives = sets.Count(s => Enumerable.Range(0, n).All(i => (s >> i & 1) == 0 || (s >> ((i + 1) % n) & 1) == 0));
            Assert.Equal((lives, sets.Count), ((int)row.Survived, (int)row.Cases));
        }
    }

    [Theory] // n · each ÷ (reads + writes · penalty), common practice, no source
    [InlineData(ArrayLevel.Parity2, 8, 1, 75, 0.7, 240)]
    [InlineData(ArrayLevel.Pairs, 8, 1, 75, 0.7, 461.5)]
    [InlineData(ArrayLevel.Stripe, 4, 1, 100, 0.5, 400)]
    public void Small_requests_per_second(ArrayLevel level, int n, int groups, double each, double reads, double expected) =>
        Assert.Equal(expected, Requests.PerSecond(Shape(level, n, groups), each, reads), 0.1);

    [Fact]
    public void A_rebuild_takes_the_size_over_the_mean_rate()
    {
        var drive = new DriveSheet
        {
            Media = DriveMedia.Disk,
            ReadMBs = 240,
            WriteMBs = 240,
            UnreadableExponent = 15,
            MttfHours = 1_000_000,
        };
        var rebuild = Rebuild.Of(Shape(ArrayLevel.Parity2, 8), [.. Enumerable.Repeat(drive, 8)])!;
        Assert.Equal(90, rebuild.MBs.MegabytesPerSecond, 9); // half of 240 × 0.75
        Assert.Equal(8 * TB / 90e6 / 3600, rebuild.Hours, 9);
        Assert.Equal(6 * 8 * TB, rebuild.ReadBytes);
        Assert.Null(Rebuild.Of(Shape(ArrayLevel.Stripe, 8), [drive]));
    }
}
