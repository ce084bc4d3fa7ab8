using Irvak.Core.Arrays;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Arrays;

public class RehearsalTests
{
    private const long TB = 1_000_000_000_000;

    private static readonly DriveSheet Disk = new()
    {
        Media = DriveMedia.Disk,
        Bytes = 8 * TB,
        Rpm = 7200,
        Class = "nearline",
    };

    private static (ArrayPlan Plan, ArrayShape Shape, DriveSheet[] Drives) Array(
        ArrayLevel level,
        int n,
        int groups = 1,
        bool backedUp = false
    )
    {
        Place[] places = [.. Enumerable.Range(1, n).Select(i => Place.Bay($"{i}"))];
        return (
            new ArrayPlan("M", level, places, ArrayHost.Controller, groups) { BackedUp = backedUp },
            CapacityTests.Shape(level, n, 8 * TB, groups),
            [.. Enumerable.Repeat(Disk, n)]
        );
    }

    private static Rehearsal Out(ArrayLevel level, int n, int groups, params int[] bays)
    {
        var (plan, shape, drives) = Array(level, n, groups);
        return Rehearsal.Of(plan, shape, drives, [.. bays.Select(b => Place.Bay($"{b}"))]);
    }

    [Theory]
    [InlineData(ArrayLevel.Pairs, 4, "M is whole: it survives 1 failure surely, 2 at best.")]
    [InlineData(ArrayLevel.Mirror, 2, "M is whole: it survives 1 failure.")]
    [InlineData(ArrayLevel.Parity2, 6, "M is whole: it survives 2 failures.")]
    [InlineData(ArrayLevel.Stripe, 3, "M is whole: it survives no failure.")]
    public void A_whole_array_says_what_it_survives(ArrayLevel level, int n, string said) => Assert.Equal(said, Out(level, n, 1).Sentence);

    [Theory] // every set of failures, counted by the exact combinatorics of the level
    [InlineData(ArrayLevel.Pairs, 8, 1)]
    [InlineData(ArrayLevel.Parity1, 9, 3)]
    [InlineData(ArrayLevel.Parity2, 8, 2)]
    [InlineData(ArrayLevel.Mirror, 3, 1)]
    public void As_many_sets_live_as_combinatorics_say(ArrayLevel level, int n, int groups)
    {
        var (plan, shape, drives) = Array(level, n, groups);
        foreach (var row in Survival.Of(shape, n))
        {
            var lives = 0;
            for (var set = 0; set < 1 << n; set++)
                if (
                    int.PopCount(set) == row.Failures
                    && Rehearsal.Of(plan, shape, drives, [.. plan.Members.Where((_, i) => (set >> i & 1) == 1)]).State
                        != RehearsedState.Lost
                )
                    lives++;
            Assert.Equal(row.Survived, lives);
        }
    }

    [Fact]
    public void What_is_said_of_a_drive_is_what_happens_when_it_fails()
    {
        var (plan, shape, drives) = Array(ArrayLevel.Parity1, 9, 3);
        for (var set = 0; set < 1 << 9; set++)
        {
            List<Place> gone = [.. plan.Members.Where((_, i) => (set >> i & 1) == 1)];
            var now = Rehearsal.Of(plan, shape, drives, gone);
            foreach (var member in now.Members)
                Assert.Equal(
                    member.Fate,
                    gone.Contains(member.Place) ? MemberFate.Out
                        : now.State == RehearsedState.Lost ? MemberFate.Keep
                        : Rehearsal.Of(plan, shape, drives, [.. gone, member.Place]).State == RehearsedState.Lost ? MemberFate.Loses
                        : MemberFate.MayFail
                );
        }
    }

    [Fact]
    public void A_pair_without_its_twin_names_the_twin()
    {
        var r = Out(ArrayLevel.Pairs, 8, 1, 3);
        Assert.Equal("M runs degraded without [[bay:3]]: a further failure loses it if it hits [[bay:4]].", r.Sentence);
        Assert.Equal((0, 3), (r.More, r.AtBest));
        Assert.True(r.Unreadable > 0);
        Assert.Contains(r.Todo, t => t.Contains("least of all [[bay:4]]", StringComparison.Ordinal));
    }

    [Fact] // with two redundancies one failure leaves one: no sector is lost by reading
    public void Double_parity_still_makes_up_for_a_sector()
    {
        var r = Out(ArrayLevel.Parity2, 8, 1, 1);
        Assert.Equal(("M runs degraded without [[bay:1]]: 1 further failure surely survived.", 0.0), (r.Sentence, r.Unreadable));
        var two = Out(ArrayLevel.Parity2, 8, 1, 1, 2);
        // Two out: any of the six others, 1 − e^(−6·T ÷ MTTF).
        var one = 1 - Math.Exp(-two.RebuildHours!.Value / Core.Drives.DriveDefaults.Mttf(Disk).Value);
        Assert.Equal(1 - Math.Pow(1 - one, 6), two.LossMeanwhile!.Value, 1e-9);
        Assert.True(two.Unreadable > 0);
    }

    [Fact]
    public void A_lost_array_is_never_created_anew()
    {
        var r = Out(ArrayLevel.Parity1, 4, 1, 1, 4);
        Assert.Equal(RehearsedState.Lost, r.State);
        Assert.Contains("Don't create it anew", r.Todo[0], StringComparison.Ordinal);
        Assert.All(r.Members.Where(m => m.Place.Name is "2" or "3"), m => Assert.Equal(MemberFate.Keep, m.Fate));
        Assert.Contains(r.Todo, t => t.StartsWith("There is no backup on record", StringComparison.Ordinal));
    }

    [Fact]
    public void Whole_needs_nothing_done() => Assert.Empty(Out(ArrayLevel.Parity1, 4, 1).Todo);
}
