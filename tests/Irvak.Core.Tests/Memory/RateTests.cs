using CsCheck;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Memory;

public class RateTests
{
    private static RateResult RateOf(JobState state) => Rate.Of(state.Ask().Memory, state.Planned);

    [Fact]
    public void A_2400_module_on_a_2133_processor_runs_at_2133() // common practice, no source
    {
        var state = Boards
            .Job(Boards.Server, Boards.Module(rate: 2400), "A1")
            .With(
                new RecordFound(
                    new Dictionary<Place, Builds.Unit?>
                    {
                        [Place.Socket("CPU 1")] = new()
                        {
                            Processor = new() { Name = "slow", MemoryRateMTs = 2133 },
                            Source = "test",
                        },
                    },
                    null,
                    "test"
                )
            );
        var rate = RateOf(state);
        Assert.Equal(2133, rate.RateMTs);
        Assert.Equal("CPU 1", rate.Limiter);
    }

    /// <summary>Where nobody named the processor, the rate is as known as what all listed ones drive. Definition.</summary>
    [Theory]
    [InlineData(new[] { 2133 }, 2133, 2133)]
    [InlineData(new[] { 2133, 2133 }, 2133, 2133)]
    [InlineData(new[] { 2133, 2400 }, null, 2400)]
    [InlineData(new int[0], null, 2400)]
    [InlineData(new[] { 0 }, null, 2400)] // one whose rate the sheet does not tell
    public void A_processor_that_nobody_named_leaves_the_rate_open(int[] listed, int? rate, int most)
    {
        var sheet = Boards.Server with
        {
            Processors = [.. listed.Select((r, i) => new ProcessorSheet { Name = $"P{i}", MemoryRateMTs = r == 0 ? null : r })],
        };
        var state = JobState.Start.With(new AdoptSheet(sheet)).With(Boards.Fit("A1", Boards.Module(rate: 2400)));
        var told = RateOf(state);
        Assert.Equal((rate, most), (told.RateMTs, told.HighMTs));
    }

    [Fact]
    public void Two_in_a_channel_take_the_boards_second_row()
    {
        var rate = RateOf(Boards.Job(Boards.Server, "A1", "A2"));
        Assert.Equal((2400, "Board table"), (rate.RateMTs, rate.Limiter));
    }

    [Fact]
    public void One_slow_module_slows_all_channels() // JEDEC bins; all channels share one rate (common practice, no source)
    {
        var state = Boards.Job(Boards.Server, "A1", "B1", "C1").With(Boards.Fit("D1", Boards.Module(rate: 2133)));
        var rate = RateOf(state);
        Assert.Equal((2133, "Modules, new"), (rate.RateMTs, rate.Limiter));
    }

    [Fact]
    // typical for 2023 boards (from memory); the sheet's table decides
    public void Registered_DDR5_4800_falls_to_4400_with_two_per_channel()
    {
        var sheet = Boards.Server with
        {
            Memory = Boards.Server.Memory with
            {
                Generation = MemoryGeneration.Ddr5,
                Rates = [new(ModuleType.Registered, null, 1, 4800), new(ModuleType.Registered, null, 2, 4400)],
            },
        };
        var module = Boards.Module(rate: 4800, generation: MemoryGeneration.Ddr5);
        var state = Boards.Job(sheet, module, "A1");
        state = state with
        {
            Found = state
                .Found.SetItem(
                    Place.Socket("CPU 1"),
                    new()
                    {
                        Processor = new() { Name = "x", MemoryRateMTs = 4800 },
                        Source = "t",
                    }
                )
                .SetItem(
                    Place.Socket("CPU 2"),
                    new()
                    {
                        Processor = new() { Name = "x", MemoryRateMTs = 4800 },
                        Source = "t",
                    }
                ),
        };
        Assert.Equal(4800, RateOf(state).RateMTs);
        Assert.Equal(4400, RateOf(state.With(Boards.Fit("A2", module))).RateMTs);
    }

    [Fact]
    public void Without_a_table_two_in_a_channel_give_a_band_and_never_one_number()
    {
        var sheet = Boards.Server with { Memory = Boards.Server.Memory with { Rates = null, RateLimitMTs = 2666 } };
        var rate = RateOf(Boards.Job(sheet, "A1", "A2"));
        Assert.Null(rate.RateMTs);
        Assert.Equal((1866, 2666), (rate.LowMTs, rate.HighMTs)); // class of DDR4 registered (from memory)
        Assert.Equal("1866 to 2666 MT/s", rate.Words);
    }

    [Fact]
    public void A_processor_without_a_known_rate_leaves_only_an_upper_end()
    {
        var state = Boards.Job(Boards.Server, "A1");
        state = state with
        {
            Found = state.Found.SetItem(
                Place.Socket("CPU 2"),
                new()
                {
                    Processor = new() { Name = "?" },
                    Source = "t",
                }
            ),
        };
        var rate = RateOf(state);
        Assert.Equal((null, "up to 2666 MT/s"), (rate.RateMTs, rate.Words));
    }

    [Fact]
    public void Rate_never_rises_when_a_module_is_added() =>
        Gen.Select(Gen.Int[0, 255], Gen.Int[0, 7], Gen.Int[0, 5].Select(i => new[] { 1600, 1866, 2133, 2400, 2666, 2933 }[i]))
            .Sample(
                (mask, at, mts) =>
                {
                    string[] slots = ["A1", "A2", "B1", "B2", "C1", "C2", "D1", "D2"];
                    var filled = slots.Where((_, i) => (mask >> i & 1) == 1).ToArray();
                    if (filled.Contains(slots[at]))
                        return;
                    var before = RateOf(Boards.Job(Boards.Server, filled));
                    var after = RateOf(Boards.Job(Boards.Server, filled).With(Boards.Fit(slots[at], Boards.Module(rate: mts))));
                    Assert.True(before.RateMTs is null || after.RateMTs <= before.RateMTs, $"{before.RateMTs} → {after.RateMTs}");
                },
                iter: 300
            );
}
