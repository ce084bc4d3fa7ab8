using Irvak.Core.Aims;
using Irvak.Core.Memory;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Memory;

public class ModesTests
{
    private static ModeFigures Of(JobState state, MemoryMode mode) => Modes.Of(state.Ask().Memory, state.Planned, mode);

    [Fact]
    // 2 × 16 GB in two ranks each: 24 of 32, design figure of the trade, no source
    public void Rank_sparing_holds_back_the_largest_rank_of_each_channel()
    {
        var board = Boards.Server with { Sockets = [new("CPU 1")], Channels = [new("A", "CPU 1", ["A1", "A2"])] };
        Assert.Equal(24 * 1024, Of(Boards.Job(board, "A1", "A2"), MemoryMode.RankSpare).UsableMiB);
        // A rank is held back in every channel, so two modules in two channels lose two.
        Assert.Equal(16 * 1024, Of(Boards.Job(Boards.Server, "A1", "C1"), MemoryMode.RankSpare).UsableMiB);
    }

    [Fact]
    public void One_rank_in_a_channel_can_spare_none()
    {
        var mode = Of(Boards.Job(Boards.Server, Boards.Module() with { Ranks = 1, DeviceWidth = 4 }, "A1", "C1"), MemoryMode.RankSpare);
        Assert.Equal(["channel A has one rank", "channel C has one rank"], mode.Unmet);
        Assert.False(mode.Works);
    }

    [Fact]
    public void Ranks_that_nobody_knows_leave_the_usable_size_unknown()
    {
        var mode = Of(Boards.Job(Boards.Server, Boards.Module() with { Ranks = null }, "A1"), MemoryMode.RankSpare);
        Assert.Null(mode.UsableMiB);
        Assert.NotEmpty(mode.Unmet);
    }

    [Fact]
    public void Mirroring_needs_channels_alike_two_by_two()
    {
        Assert.Equal(
            ["channels A and B differ", "channels C and D differ"],
            Of(Boards.Job(Boards.Server, "A1", "C1"), MemoryMode.Mirrored).Unmet
        );
        Assert.Empty(Of(Boards.Job(Boards.Server, "A1", "B1"), MemoryMode.Mirrored).Unmet);
        Assert.Equal(["channel C has no partner"], Of(Boards.Job(Boards.Unequal, "A1", "B1", "C1"), MemoryMode.Mirrored).Unmet);
        Assert.Equal(
            ["the channels are not known"],
            Of(
                Boards.Job(Boards.Server with { Memory = Boards.Server.Memory with { ChannelsKnown = false } }, "A1"),
                MemoryMode.Mirrored
            ).Unmet
        );
    }

    [Fact]
    public void The_chosen_mode_changes_what_the_system_shows_and_the_distance_to_the_wish()
    {
        var sheet = Boards.Server with { Memory = Boards.Server.Memory with { Modes = [MemoryMode.Mirrored] } };
        var job = Boards.Job(sheet, "A1", "B1", "C1", "D1").With(new SetWish(WishKind.MemoryGiB, 64));
        var plain = job.Evaluate();
        var mirrored = job.With(new SetMemoryMode(MemoryMode.Mirrored)).Evaluate();
        Assert.Equal((64 * 1024, 64 * 1024), (plain.Memory.Planned.InstalledMiB, plain.Memory.Planned.UsableMiB));
        Assert.Equal((64 * 1024, 32 * 1024), (mirrored.Memory.Planned.InstalledMiB, mirrored.Memory.Planned.UsableMiB));
        Assert.True(mirrored.Memory.Planned.OsTotal!.High.GiB < 32);
        Assert.DoesNotContain(plain.Findings, f => f.Rule.Code == "AIM-MEMORY");
        Assert.Contains(mirrored.Findings, f => f.Rule.Code == "AIM-MEMORY");
    }

    [Fact]
    public void Slots_that_nobody_looked_at_are_not_empty()
    {
        var unlooked = EditFold.Apply(JobState.Start, new AdoptSheet(Boards.Server), Boards.Stamp);
        foreach (var mode in Enum.GetValues<MemoryMode>())
            Assert.Null(Of(unlooked, mode).UsableMiB);
        Assert.Equal(["the modules are not known"], Of(unlooked, MemoryMode.Mirrored).Unmet);
        Assert.Equal(["no modules"], Of(Boards.Job(), MemoryMode.Mirrored).Unmet);
        Assert.Equal(0, Of(Boards.Job(), MemoryMode.Mirrored).UsableMiB);
    }
}
