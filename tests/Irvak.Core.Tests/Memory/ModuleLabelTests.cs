using Irvak.Core.Memory;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Memory;

public sealed class ModuleLabelTests
{
    /// <summary>Label grammar: JEDEC standard 21-C, module label (from memory); bins JESD79-2F, -3F, -4, -5.</summary>
    [Theory]
    [InlineData("16GB 2Rx4 PC4-2400T-RB1-11", 16384, MemoryGeneration.Ddr4, ModuleType.Registered, 2, 4, 2400, 17)]
    [InlineData("8GB 2Rx8 PC3L-12800E-11-13-D1", 8192, MemoryGeneration.Ddr3, ModuleType.UnbufferedEcc, 2, 8, 1600, 11)]
    [InlineData("8GB 2Rx8 PC3-10600R-9-10-B0", 8192, MemoryGeneration.Ddr3, ModuleType.Registered, 2, 8, 1333, 9)]
    [InlineData("32GB 2Rx8 PC5-4800B-SB0-1010-XT", 32768, MemoryGeneration.Ddr5, ModuleType.Unbuffered, 2, 8, 4800, 40)]
    [InlineData("128GB 4DRx4 PC4-2666V-LD2-12", 131072, MemoryGeneration.Ddr4, ModuleType.LoadReduced, 4, 4, 2666, 19)]
    [InlineData("64GB 2S2Rx4 PC4-2933Y-RA2-12", 65536, MemoryGeneration.Ddr4, ModuleType.Registered, 4, 4, 2933, 21)]
    [InlineData("2GB 2Rx8 PC2-6400E-666-12", 2048, MemoryGeneration.Ddr2, ModuleType.UnbufferedEcc, 2, 8, 800, 6)]
    public void A_label_of_the_standard_is_read_whole(string label, int mib, MemoryGeneration generation, ModuleType type, int ranks, int width, int rate, int latency)
    {
        var read = ModuleLabel.Read(label);
        Assert.Null(read.Problem);
        Assert.Equal((mib, generation, type, ranks, width, rate), (read.Module.CapacityMiB, read.Module.Generation, read.Module.Type, read.Module.Ranks, read.Module.DeviceWidth, read.Module.RateMTs));
        Assert.Equal(latency, read.CasLatency);
    }

    /// <summary>What people type; common practice, no source. What is missing is said.</summary>
    [Theory]
    [InlineData("pc3 12800 e", MemoryGeneration.Ddr3, 1600, ModuleType.UnbufferedEcc, "size")]
    [InlineData("12800E", MemoryGeneration.Ddr3, 1600, ModuleType.UnbufferedEcc, "size")]
    [InlineData("16gb pc4-19200 reg", MemoryGeneration.Ddr4, 2400, ModuleType.Registered, "ranks and chip width")]
    [InlineData("8g ddr4 3200 sodimm", MemoryGeneration.Ddr4, 3200, null, "ranks and chip width")]
    [InlineData("PC3-1333 ecc udimm 4GB", MemoryGeneration.Ddr3, 1333, ModuleType.UnbufferedEcc, "ranks and chip width")]
    [InlineData("32GB DDR5-4800 RDIMM", MemoryGeneration.Ddr5, 4800, ModuleType.Registered, "ranks and chip width")]
    public void What_people_type_is_read_as_far_as_it_goes(string typed, MemoryGeneration generation, int rate, ModuleType? type, string missing)
    {
        var read = ModuleLabel.Read(typed);
        Assert.Equal((generation, rate, type), (read.Module.Generation, read.Module.RateMTs, read.Module.Type));
        Assert.Contains(missing, read.Missing);
    }

    [Fact]
    public void A_kit_is_so_many_modules()
    {
        var read = ModuleLabel.Read("Kit 2 × 16 GB DDR4-2666 ECC UDIMM");
        Assert.Equal((2, 16384), (read.Count, read.Module.CapacityMiB));
    }

    [Theory]
    [InlineData("PC4-1600R 16GB", null)]
    [InlineData("16GB PC4-1234R", "no rate 1234")]
    [InlineData("64GB 1Rx16 PC4-3200AA-SA1-11", "a figure is wrong")]
    [InlineData("32GB 1Rx4 PC3-12800R", "a figure is wrong")]
    public void A_label_that_can_not_be_right_is_said(string label, string? problem)
    {
        var read = ModuleLabel.Read(label);
        if (problem is null) Assert.Null(read.Problem);
        else Assert.Contains(problem, read.Problem, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("")]
    [InlineData("hello, this is no label")]
    [InlineData("\u0000\uffff((((")]
    public void Nonsense_is_no_label(string text) => Assert.False(ModuleLabel.Read(text).IsLabel);

    [Fact]
    public void A_label_of_ten_thousand_characters_is_cut_and_said()
    {
        var read = ModuleLabel.Read(new string('x', 10_000) + "16GB");
        Assert.Contains(read.Remarks, r => r.Contains("400", StringComparison.Ordinal));
    }
}
