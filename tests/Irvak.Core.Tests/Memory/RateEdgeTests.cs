using Irvak.Core.Memory;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Memory;

/// <summary>Which row of a board's table counts, and what counts without one. Own definition; lower ends of classes: makers' population
/// guides, from memory.</summary>
public class RateEdgeTests
{
    private static readonly MemoryBoard Board = Boards.Server.Memory;

    /// <summary>The same of either: what a module of unknown type or ranks surely runs at.</summary>
    [Theory]
    [InlineData(2400, 2400, true)]
    [InlineData(2400, 2133, false)]
    public void Of_an_untold_module_rows_count_where_they_agree(int first, int second, bool counts)
    {
        var sheet = Boards.Server with
        {
            Memory = Board with
            {
                Rates = [new(ModuleType.Registered, null, 1, first), new(ModuleType.LoadReduced, null, 1, second)],
                RateLimitMTs = null,
            },
        };
        var rate = Boards.Job(sheet, Boards.Module() with { Type = null }, "A1", "C1").Evaluate().Memory.Planned.Rate;
        Assert.Equal(counts ? first : (int?)null, rate.Chain.First(c => c.Name == "Board table").RateMTs);
        var told = Boards.Job(sheet, Boards.Module(), "A1", "C1").Evaluate().Memory.Planned.Rate;
        Assert.Equal(first, told.Chain.First(c => c.Name == "Board table").RateMTs);
    }

    [Fact]
    public void A_row_of_other_ranks_does_not_count_for_an_untold_type()
    {
        var sheet = Boards.Server with { Memory = Board with { Rates = [new(null, 4, 1, 1866)], RateLimitMTs = null } };
        Assert.Null(
            Boards
                .Job(sheet, Boards.Module() with { Type = null }, "A1", "C1")
                .Evaluate()
                .Memory.Planned.Rate.Chain.First(c => c.Name == "Board table")
                .RateMTs
        );
    }

    [Fact]
    public void Two_in_a_channel_without_a_row_may_run_at_the_lower_end_of_their_class_and_one_alone_has_none()
    {
        var sheet = Boards.Server with { Memory = Board with { Rates = [], RateLimitMTs = null } };
        Assert.Equal(1866, Boards.Job(sheet, "A1", "A2").Evaluate().Memory.Planned.Rate.LowMTs);
        Assert.Null(Boards.Job(sheet, "A1", "C1").Evaluate().Memory.Planned.Rate.LowMTs);
    }

    [Theory]
    [InlineData(1, 2933, 2933)] // one alone: the top rate
    [InlineData(2, 2933, 1866)] // two: the lower end of their class, no more than the top
    [InlineData(2, 1600, 1600)]
    [InlineData(2, null, 1866)]
    [InlineData(1, null, null)]
    public void What_a_board_surely_gives(int perChannel, int? top, int? sure) =>
        Assert.Equal(sure, Rate.Sure(Board with { Rates = [], RateLimitMTs = top }, MemoryGeneration.Ddr4, Boards.Module(), perChannel));

    [Fact]
    public void Without_a_class_two_in_a_channel_are_sure_of_nothing()
    {
        var untold = Boards.Module() with { Type = null };
        Assert.Equal(0, Rate.Sure(Board with { Rates = [], RateLimitMTs = 2933 }, MemoryGeneration.Ddr4, untold, 2));
        Assert.Null(Rate.Sure(Board with { Rates = [], RateLimitMTs = null }, MemoryGeneration.Ddr4, untold, 2));
    }

    /// <summary>Each row of the lower ends, with its neighbour that has none.</summary>
    [Theory]
    [InlineData(MemoryGeneration.Ddr3, ModuleType.Unbuffered, 2, 1333)]
    [InlineData(MemoryGeneration.Ddr3, ModuleType.Registered, 2, 1066)]
    [InlineData(MemoryGeneration.Ddr3, ModuleType.Registered, 3, 800)]
    [InlineData(MemoryGeneration.Ddr3, ModuleType.LoadReduced, 2, 1333)]
    [InlineData(MemoryGeneration.Ddr3, ModuleType.LoadReduced, 3, 1066)]
    [InlineData(MemoryGeneration.Ddr4, ModuleType.UnbufferedEcc, 2, 1866)]
    [InlineData(MemoryGeneration.Ddr4, ModuleType.Registered, 3, 1600)]
    [InlineData(MemoryGeneration.Ddr4, ModuleType.LoadReduced, 2, 2133)]
    [InlineData(MemoryGeneration.Ddr4, ModuleType.LoadReduced, 3, 1600)]
    [InlineData(MemoryGeneration.Ddr5, ModuleType.Unbuffered, 2, 3600)]
    [InlineData(MemoryGeneration.Ddr5, ModuleType.Registered, 2, 4400)]
    [InlineData(MemoryGeneration.Ddr5, ModuleType.Registered, 3, null)]
    [InlineData(MemoryGeneration.Ddr4, ModuleType.Unbuffered, 3, null)]
    public void Lower_ends_of_the_classes(MemoryGeneration generation, ModuleType type, int perChannel, int? low) =>
        Assert.Equal(low, Rate.Sure(Board with { Rates = [], RateLimitMTs = null }, generation, Boards.Module(type: type), perChannel));

    [Fact]
    public void A_band_holds_both_its_ends()
    {
        var band = new OsBand(ByteCount.FromMiB(1000), ByteCount.FromMiB(1024), Worked.Sum("test", new("a", "b")));
        Assert.True(band.Holds(band.Low) && band.Holds(band.High));
        Assert.False(band.Holds(new(band.Low.Bytes - 1)) || band.Holds(new(band.High.Bytes + 1)));
    }

    [Fact]
    public void Modules_alike_differ_in_nothing_and_each_difference_is_one_fact()
    {
        Assert.Empty(Mixing.Facts(Boards.Job(null, "A1", "C1").Ask().Memory, Boards.Job(null, "A1", "C1").Planned));
        var mixed = Boards.Job(null, "A1").With(Boards.Fit("C1", Boards.Module(gib: 32, rate: 2400) with { Ranks = 1, Maker = "Lumick" }));
        Assert.Equal(
            ["Rate: 2400 and 2666", "Capacity: 16 GB and 32 GB", "Ranks: 1 and 2", "Chip width: ×4 and ×8", "Maker: Lumick and Maristone"],
            Mixing.Facts(mixed.Ask().Memory, mixed.Planned).Select(f => f.What)
        );
    }
}
