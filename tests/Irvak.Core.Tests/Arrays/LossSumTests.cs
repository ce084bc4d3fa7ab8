using Irvak.Core.Arrays;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Tests;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Arrays;

/// <summary>The sum behind a chance of loss says what went in. The chain itself is checked in ReliabilityTests.</summary>
public class LossSumTests
{
    private static ArrayFigures Figures(ArrayLevel level, int drives, bool spare = false, int groups = 1) =>
        ArrayFigures.Of(
            new("A", level, [.. Enumerable.Range(1, drives).Select(i => Place.Bay($"{i}"))], Groups: groups),
            [.. Enumerable.Repeat(Disk, drives)],
            spare
        );

    [Fact]
    public void It_tells_groups_life_repair_and_what_is_lost()
    {
        var array = Figures(ArrayLevel.Parity2, 8);
        var sum = array.LossWhy!;
        Assert.Equal(("1 × 8 drives, lost with 3 of them at once", "survives 2"), (sum.Lines[0].Formula, sum.Lines[0].Value));
        Assert.Contains("fail in a year", sum.Lines[1].Formula, StringComparison.Ordinal);
        Assert.StartsWith("until a failed one is made up for: 48 h to the start, ", sum.Lines[2].Formula, StringComparison.Ordinal);
        Assert.Equal($"{array.RepairHours:0.#} h", sum.Lines[2].Value);
        Assert.Equal(Chance.Words(array.Loss!.Array), sum.Lines[4].Value);
        Assert.Equal(("lost within 5 years", Chance.Words(array.Loss.Either)), (sum.Result.Formula, sum.Result.Value));
    }

    [Fact]
    public void With_a_spare_the_repair_starts_at_once() =>
        Assert.StartsWith(
            "until a failed one is made up for: 0 h to the start, ",
            Figures(ArrayLevel.Parity1, 4, spare: true).LossWhy!.Lines[2].Formula,
            StringComparison.Ordinal
        );

    [Fact]
    public void Groups_alike_are_told_once() =>
        Assert.Equal("2 × 4 drives, lost with 3 of them at once", Figures(ArrayLevel.Parity2, 8, groups: 2).LossWhy!.Lines[0].Formula);

    [Fact]
    public void Without_redundancy_there_is_no_repair_in_it()
    {
        var sum = Figures(ArrayLevel.Stripe, 2).LossWhy!;
        Assert.Equal(2, sum.Lines.Count);
        Assert.Equal("2 drives: with any of them it is lost", sum.Lines[0].Formula);
    }

    [Fact]
    public void A_rebuild_is_its_size_over_its_rate()
    {
        var rebuild = Figures(ArrayLevel.Parity1, 4).Rebuild!;
        Assert.Equal(rebuild.Hit!.Bytes.Max() / (rebuild.MBs * 1e6).MegabytesPerSecond / 3600, rebuild.Hours, 1e-9);
        Assert.Equal([DiskSpace.TB(rebuild.Hit.Bytes.Max()), $"{rebuild.MBs}"], rebuild.Why.Lines.Select(l => l.Value));
        Assert.Equal($"{rebuild.Hours:0.#} h", rebuild.Why.Result.Value);
    }

    [Fact]
    public void The_choices_of_the_screen_are_current() => // regenerate with: Irvak.Web write-choices client/src/api/choices.json
        Assert.Equal(ArrayChoices.All.ToJson(), File.ReadAllText(Repository.At("client", "src", "api", "choices.json")));
}
