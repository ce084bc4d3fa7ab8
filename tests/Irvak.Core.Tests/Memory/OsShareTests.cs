using Irvak.Core.Builds;
using Irvak.Core.Memory;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Memory;

public class OsShareTests
{
    private static OsBand? Band(JobState state) => OsShare.Of(state.Ask().Memory, state.Planned, state.Planned.InstalledMiB);

    private static JobState Small(int gib, int? reservedMiB, int bits) =>
        Boards
            .Job(Boards.Server with { Memory = Boards.Server.Memory with { ReservedMiB = reservedMiB } }, Boards.Module(gib), "A1")
            .With(new RecordFound(new Dictionary<Place, Builds.Unit?>(), new SystemFacts { OsBits = bits }, "test"));

    [Theory]
    [InlineData(4, null, 3.7)] // what a small machine with graphics leaves of 4 GiB (common practice, no source)
    [InlineData(32, null, 31.3)] // … and of 32 GiB
    [InlineData(4, 128, 3.7)]
    [InlineData(32, 128, 31.3)]
    public void Graphics_and_page_structures_take_their_share(int gib, int? reserved, double shown) =>
        Assert.True(
            Band(Small(gib, reserved, 64))!.Holds(new ByteCount((long)(shown * (1L << 30)))),
            Band(Small(gib, reserved, 64))!.Words
        );

    [Fact]
    public void A_real_64_bit_Linux_of_24_GiB_shows_24_684_096_KiB() => // read on a machine with 24 GiB: 1.91 % less
        Assert.True(Band(Small(24, null, 64))!.Holds(ByteCount.FromKiB(24_684_096)));

    [Fact]
    public void The_difference_of_two_captures_is_sharper_than_the_absolute_value()
    {
        var before = Small(16, null, 64)
            .With(
                new RecordFound(
                    new Dictionary<Place, Builds.Unit?>(),
                    new SystemFacts { MemTotalKiB = 16_300_000, OsKind = OsKind.Linux },
                    "test"
                )
            );
        var after = before.With(Boards.Fit("B1", Boards.Module(16)));
        var band = Band(after)!;
        Assert.Equal(16_300_000 / 1048576.0 + 16 * 63 / 64.0, (band.Low.GiB + band.High.GiB) / 2, 0.001); // Linux: 64 bytes per 4 KiB page
        Assert.Equal(0.125, band.High.GiB - band.Low.GiB, 0.001);
    }

    // What kinds of systems keep from view: Linux its page structures, others what the hardware holds (common practice, no source).
    [Theory]
    [InlineData(48, OsKind.Other, 47.9, true)]
    [InlineData(48, OsKind.Other, 48.0, false)]
    [InlineData(48, OsKind.Linux, 47.9, false)]
    [InlineData(48, OsKind.Linux, 47.1, true)]
    [InlineData(48, null, 47.9, true)]
    [InlineData(48, null, 47.1, true)]
    [InlineData(48, OsKind.Other, 32.0, false)] // a module is missing
    [InlineData(4, OsKind.Other, 3.7, true)]
    [InlineData(4, OsKind.Other, 2.5, false)] // graphics take an eighth, not all of it
    [InlineData(4, OsKind.Linux, 2.0, false)]
    public void Each_kind_of_system_shows_its_own(int gib, OsKind? kind, double shown, bool right) =>
        Assert.Equal(
            right,
            OsShare
                .Of(new OsQuestion(ByteCount.FromMiB(gib * 1024L), 64, false, null, null, gib < 32, kind))
                .Holds(new ByteCount((long)(shown * (1L << 30))))
        );

    [Fact]
    public void Two_captures_of_another_system_differ_by_what_was_added()
    {
        var before = Small(16, null, 64)
            .With(
                new RecordFound(
                    new Dictionary<Place, Builds.Unit?>(),
                    new SystemFacts { MemTotalKiB = 16_700_000, OsKind = OsKind.Other },
                    "test"
                )
            );
        var band = Band(before.With(Boards.Fit("B1", Boards.Module(16))))!;
        Assert.Equal(16_700_000 / 1048576.0 + 16, (band.Low.GiB + band.High.GiB) / 2, 0.001);
    }

    [Fact]
    public void Without_a_system_nothing_is_expected_of_it_and_its_word_size_is_not_asked()
    {
        var state = Boards.Job(Boards.Server, "A1").With(new AnswerUnknown("system.osKind", "none yet"));
        Assert.Equal(OsKind.None, state.System.OsKind);
        Assert.DoesNotContain(UnknownRegister.Of(state), u => u.Path is "system.osBits" or "system.osKind");
        Assert.Equal(
            OsKind.Other,
            Boards.Job(Boards.Server, "A1").With(new AnswerUnknown("system.osKind", "another desktop or server system")).System.OsKind
        );
    }

    [Fact]
    public void A_32_bit_system_of_16_GiB_shows_at_most_4() // 2³² addresses
    {
        var band = Band(Small(16, 0, 32))!;
        Assert.True(band.High < ByteCount.FromMiB(4096));
        Assert.True(
            band.Holds(ByteCount.FromMiB((long)(3.25 * 1024))),
            "3.0 to 3.6 of 4 GiB is what people see (common practice, no source)"
        );
    }

    [Fact]
    public void An_unknown_word_size_blocks_only_this_line()
    {
        var state = Small(16, 0, 64) with { System = new SystemFacts() };
        Assert.Null(Band(state));
        Assert.Contains(state.Evaluate().Expectations, e => e.Key == "firmware.total");
        Assert.DoesNotContain(state.Evaluate().Expectations, e => e.Key == "os.total");
    }

    [Fact]
    public void What_the_system_as_found_said_itself_beats_the_sum_and_what_is_planned_is_still_reckoned()
    {
        var state = Boards.Job(Boards.Server, "A1", "C1");
        state = state with { System = state.System with { MemTotalKiB = 32_000_000, OsBits = 64 } };
        var memory = state.With(Boards.Fit("B1")).Evaluate().Memory;
        Assert.Equal("30.5 GiB seen", memory.Found.OsTotal!.Words);
        Assert.Contains("±", memory.Planned.OsTotal!.Words);
        Assert.True(memory.Planned.OsTotal.Low > memory.Found.OsTotal.High);
        Assert.Contains("±", (state with { System = state.System with { MemTotalKiB = null } }).Evaluate().Memory.Found.OsTotal!.Words);
    }
}
