using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Memory;

/// <summary>A measured rate beats what sheets allow, for what runs unchanged; definition, no source outside.</summary>
public class MeasuredRateTests
{
    /// <summary>Two modules of 16 GB rated 2666, seen at these rates; the board's own table is not known.</summary>
    private static JobState Seen(params int?[] rates)
    {
        var sheet = Boards.Server with { Memory = Boards.Server.Memory with { Rates = null, RateLimitMTs = null } };
        string[] slots = ["A1", "C1"];
        var state = Boards.Job(sheet, slots);
        return state with
        {
            Readings = state.Readings.SetItem("firmware listing", new() { Devices = [.. slots.Zip(rates, (s, r) => new SeenDevice
                            {
                                Locator = s,
                                SizeMiB = 16_384,
                                Module = Boards.Module(),
                                ConfiguredMTs = r,
                                Line = 1,
                            })] }),
        };
    }

    private static (string Found, string Planned) Words(JobState state) =>
        state.Evaluate().Memory is var m ? (m.Found.Rate.Words, m.Planned.Rate.Words) : default;

    [Fact]
    public void What_the_firmware_tells_of_every_module_counts_until_the_memory_changes()
    {
        Assert.Equal(("2400 MT/s", "2400 MT/s"), Words(Seen(2400, 2400)));
        Assert.Equal(("2400 MT/s", "up to 2666 MT/s"), Words(Seen(2400, 2400).With(Boards.Fit("B1"))));
        Assert.Equal("as seen", Seen(2400, 2400).Evaluate().Memory.Found.Rate.Pace);
        Assert.Equal("by Modules, found", Seen(null, null).Evaluate().Memory.Found.Rate.Pace);
    }

    [Theory]
    [InlineData(2400, null)] // one of two is not told of
    [InlineData(2400, 2133)] // they differ
    [InlineData(null, null)]
    public void Half_told_is_not_told(int? one, int? other) =>
        Assert.Equal(("up to 2666 MT/s", "up to 2666 MT/s"), Words(Seen(one, other)));

    [Fact]
    public void What_was_corrected_by_hand_since_was_not_seen()
    {
        var corrected = Seen(2400, 2400)
            .With(
                new RecordFound(
                    new Dictionary<Place, Builds.Unit?> { [Place.Slot("C1")] = Boards.Unit(Boards.Module(32)) },
                    null,
                    "by hand"
                )
            );
        Assert.Equal("up to 2666 MT/s", Words(corrected).Found);
    }

    [Fact]
    public void A_rate_of_which_only_the_most_is_known_is_no_rate_in_the_ledge()
    {
        var cell = Seen(null, null).Evaluate().Ledge.Single(d => d.Name == "Rate");
        Assert.Equal((null, null, 2666), (cell.Found, cell.Planned, cell.AtMost));
        Assert.Equal(
            (2400, 2400, null),
            Seen(2400, 2400).Evaluate().Ledge.Single(d => d.Name == "Rate") is var known
                ? (known.Found, known.Planned, known.AtMost)
                : default
        );
    }
}
