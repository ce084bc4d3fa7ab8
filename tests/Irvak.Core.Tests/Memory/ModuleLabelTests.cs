using CsCheck;
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
    public void A_label_of_the_standard_is_read_whole(
        string label,
        int mib,
        MemoryGeneration generation,
        ModuleType type,
        int ranks,
        int width,
        int rate,
        int latency
    )
    {
        var read = ModuleLabel.Read(label);
        Assert.Null(read.Problem);
        Assert.Equal(
            (mib, generation, type, ranks, width, rate),
            (
                read.Module.CapacityMiB,
                read.Module.Generation,
                read.Module.Type,
                read.Module.Ranks,
                read.Module.DeviceWidth,
                read.Module.RateMTs
            )
        );
        Assert.Equal(latency, read.CasLatency);
    }

    /// <summary>Rates that one generation alone is sold with: JESD79-3 and -4, common practice, no source.</summary>
    [Theory]
    [InlineData("8GB 1333", MemoryGeneration.Ddr3)]
    [InlineData("8GB 2400", MemoryGeneration.Ddr4)]
    [InlineData("8GB 2666", MemoryGeneration.Ddr4)]
    [InlineData("8GB 2933", MemoryGeneration.Ddr4)]
    [InlineData("8GB 3200", MemoryGeneration.Ddr4)]
    [InlineData("16GB 4800", MemoryGeneration.Ddr5)]
    [InlineData("8GB 1600", null)] // the third and the fourth
    public void A_bare_rate_tells_the_generation_where_only_one_has_it(string typed, MemoryGeneration? generation) =>
        Assert.Equal(generation, ModuleLabel.Read(typed).Module.Generation);

    /// <summary>Names of modules by their throughput: JESD79-2F, -3F, -4 and -5 for the rates, eight bytes a transfer; the numbers
    /// printed for it are common practice, no source.</summary>
    [Theory]
    [InlineData("PC2", "3200 400, 4200 533, 4300 533, 5300 667, 5400 667, 6400 800, 8500 1066")]
    [InlineData(
        "PC3",
        "6400 800, 8500 1066, 8533 1066, 10600 1333, 10660 1333, 10666 1333, 10667 1333, 10700 1333, 12800 1600, 14900 1866, 15000 1866, "
            + "17000 2133, 17066 2133"
    )]
    [InlineData(
        "PC4",
        "12800 1600, 14900 1866, 15000 1866, 17000 2133, 19200 2400, 21300 2666, 21333 2666, 23400 2933, 23466 2933, 25600 3200"
    )]
    [InlineData("PC5", "38400 4800, 41600 5200, 44800 5600, 48000 6000, 51200 6400")]
    public void Every_throughput_that_is_printed_names_its_rate(string prefix, string rows)
    {
        foreach (var row in rows.Split(", ").Select(r => r.Split(' ')))
        {
            var read = ModuleLabel.Read($"8GB {prefix}-{row[0]}");
            Assert.Null(read.Problem);
            Assert.Equal((row[0], row[1]), (row[0], $"{read.Module.RateMTs}"));
            // What is printed is the rate times eight bytes, cut or rounded to hundreds or to the whole.
            Assert.InRange(Math.Abs((double.Parse(row[0]) / 8 / int.Parse(row[1])) - 1), 0, 0.025);
        }
    }

    /// <summary>What people type; common practice, no source. What is missing is said.</summary>
    [Theory]
    [InlineData("pc3 12800 e", MemoryGeneration.Ddr3, 1600, ModuleType.UnbufferedEcc, "size")]
    [InlineData("12800E", MemoryGeneration.Ddr3, 1600, ModuleType.UnbufferedEcc, "size")]
    [InlineData("16gb pc4-19200 reg", MemoryGeneration.Ddr4, 2400, ModuleType.Registered, "ranks and chip width")]
    [InlineData("8g ddr4 3200 sodimm", MemoryGeneration.Ddr4, 3200, null, "ranks and chip width")]
    [InlineData("PC3-1333 ecc udimm 4GB", MemoryGeneration.Ddr3, 1333, ModuleType.UnbufferedEcc, "ranks and chip width")]
    [InlineData("32GB DDR5-4800 RDIMM", MemoryGeneration.Ddr5, 4800, ModuleType.Registered, "ranks and chip width")]
    [InlineData("16 GB ECC SO-DIMM DDR4-2400", MemoryGeneration.Ddr4, 2400, ModuleType.UnbufferedEcc, "ranks and chip width")]
    [InlineData("16 GB non-ECC SO-DIMM DDR4-2400", MemoryGeneration.Ddr4, 2400, null, "ranks and chip width")]
    [InlineData("16 GB ECC DDR4-2400", MemoryGeneration.Ddr4, 2400, null, "type (unbuffered, with ECC, registered, load-reduced)")]
    public void What_people_type_is_read_as_far_as_it_goes(
        string typed,
        MemoryGeneration generation,
        int rate,
        ModuleType? type,
        string missing
    )
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
    [InlineData("16GB 2Rx4 PC4-1600R-RB1-11", "not R")]
    [InlineData("PC4-1600R 16GB", "not R")]
    [InlineData("16GB 2Rx8 PC5-4800T-UA0-1010-XT", "not T")]
    [InlineData("8GB 2Rx8 PC3-10600R-17-10-B0", "latencies of 7 to 10")]
    [InlineData("16GB 2Rx4 PC4-2400T-RB1-11", null)]
    [InlineData("16GB PC4-1234R", "no rate 1234")]
    [InlineData("64GB 1Rx16 PC4-3200AA-SA1-11", "a figure is wrong")]
    [InlineData("32GB 1Rx4 PC3-12800R", "a figure is wrong")]
    public void A_label_that_can_not_be_right_is_said(string label, string? problem)
    {
        var read = ModuleLabel.Read(label);
        if (problem is null)
            Assert.Null(read.Problem);
        else
            Assert.Contains(problem, read.Problem, StringComparison.Ordinal);
    }

    /// <summary>Source: JEDEC standard 21-C, module label; the same labels as printed.</summary>
    [Theory]
    [InlineData("16GB 2Rx4 PC4-2400T-RB1-11")]
    [InlineData("8GB 2Rx8 PC3L-12800E-11-13-D1")]
    [InlineData("8GB 2Rx8 PC3-10600R-9-10-B0")]
    [InlineData("16GB 2Rx4 PC3L-10600R-09-11-E2-D3")]
    [InlineData("32GB 2Rx8 PC5-4800B-SB0-1010-XT")]
    [InlineData("128GB 4DRx4 PC4-2666V-LD2-12")]
    [InlineData("64GB 2S2Rx4 PC4-2933Y-RA2-12")]
    [InlineData("2GB 2Rx8 PC2-6400E-666-12")]
    [InlineData("4GB 2Rx4 PC2-5300F-555-11-E0")]
    [InlineData("8GB 1Rx8 PC4-2133P-TD0-10")]
    [InlineData("512MB 1Rx8 PC2-4200U-444-12")]
    public void A_label_written_again_is_the_label(string label)
    {
        var read = ModuleLabel.Read(label);
        Assert.Equal(label, LabelWriter.Write(read.Module, read.Details));
    }

    [Fact]
    // JEDEC 21-C: card E revision 2, SPD 1.1, low voltage; the tail is the maker's own
    public void What_a_full_label_tells_beyond_the_figures()
    {
        var read = ModuleLabel.Read("16GB 2Rx4 PC3L-10600R-09-11-E2-D3");
        Assert.Equal(
            ("E", "2", "1.1", "D3", 9, 1350),
            (read.Details.RawCard, read.Details.CardRevision, read.Details.SpdWords, read.Details.Tail, read.CasLatency, read.MilliVolt)
        );
        Assert.Equal(4, Bins.DieGbit(read.Module));
        Assert.Equal(
            (2, 4),
            (ModuleLabel.Read("64GB 2S2Rx4 PC4-2933Y-RA2-12").Module.Stack, ModuleLabel.Read("64GB 2S2Rx4 PC4-2933Y-RA2-12").Module.Ranks)
        );
        Assert.Equal(
            (true, (int?)null),
            (
                ModuleLabel.Read("128GB 4DRx4 PC4-2666V-LD2-12").Details.DualDie,
                ModuleLabel.Read("128GB 4DRx4 PC4-2666V-LD2-12").Module.Stack
            )
        );
    }

    private static readonly Gen<ModuleSheet> AnyModule =
        from generation in Gen.Enum<MemoryGeneration>()
        from rate in Gen.Int[0, 3].Select(i => Bins.Of(generation)[i])
        from type in Gen.Int[0, 3].Select(i => (ModuleType)i)
        from so in Gen.Bool
        from mib in Gen.Int[0, 7].Select(i => 512 << i)
        from ranks in Gen.Int[0, 2].Select(i => 1 << i)
        from width in Gen.Int[0, 1].Select(i => 4 << i)
        from low in Gen.Bool
        let soDimm = so && type is ModuleType.Unbuffered or ModuleType.UnbufferedEcc && so
        select new ModuleSheet
        {
            Generation = generation,
            RateMTs = rate,
            Type = type == ModuleType.LoadReduced && generation == MemoryGeneration.Ddr2 ? ModuleType.FullyBuffered : type,
            Form = soDimm ? ModuleForm.SoDimm : ModuleForm.Dimm,
            CapacityMiB = mib,
            Ranks = ranks,
            DeviceWidth = width,
            MilliVolt = generation switch
            {
                MemoryGeneration.Ddr2 => 1800,
                MemoryGeneration.Ddr3 => low ? 1350 : 1500,
                MemoryGeneration.Ddr4 => 1200,
                _ => 1100,
            },
        };

    [Fact]
    public void Any_module_written_and_read_is_the_same_module() =>
        AnyModule.Sample(m => Assert.Equal(m, ModuleLabel.Read(LabelWriter.Write(m)).Module), iter: 2000);

    [Theory]
    [InlineData("512MB PC2100 DDR")]
    [InlineData("8GB LPDDR4X")]
    [InlineData("PC133 256MB")]
    public void Memory_of_another_standard_is_said(string label) =>
        Assert.Contains(ModuleLabel.Read(label).Remarks, r => r.Contains("another standard", StringComparison.Ordinal));

    // Soldered memory (JESD209, JESD250): no generation and no rate of a module is read out of its digits.
    [Theory]
    [InlineData("2GB LPDDR4 3200")]
    [InlineData("2GB LPDDR5-6400")]
    [InlineData("4GB GDDR6")]
    public void Soldered_memory_is_no_module_of_a_generation(string label) =>
        Assert.Equal((null, null), (ModuleLabel.Read(label).Module.Generation, ModuleLabel.Read(label).Module.RateMTs));

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
