using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Memory;

/// <summary>Source: common practice, no source; the board's own record decides (machine sheet).</summary>
public class EccTests
{
    private static EccState State(MemoryBoard board, ModuleType[] types, bool? processor = null)
    {
        var slots = new[] { "A1", "B1", "C1", "D1" };
        var job = Boards.Job(Boards.Server with { Memory = board }, []);
        for (var i = 0; i < types.Length; i++)
            job = job.With(Boards.Fit(slots[i], Boards.Module(type: types[i])));
        if (processor is { } ecc)
            job = job with
            {
                Found = job.Found.SetItem(
                    Place.Socket("CPU 1"),
                    new()
                    {
                        Processor = new() { Name = "x", Ecc = ecc },
                        Source = "test",
                    }
                ),
            };
        return EccResult.Of(job.Ask().Memory, job.Planned, [.. job.Planned.Modules(job.Sheet!)]).State;
    }

    private static readonly MemoryBoard Silent = Boards.Server.Memory with { Types = null };

    [Fact]
    public void All_with_ECC_follow_board_and_processor()
    {
        Assert.Equal(EccState.On, State(Silent with { EccWorks = true }, [ModuleType.UnbufferedEcc, ModuleType.UnbufferedEcc]));
        Assert.Equal(EccState.Off, State(Silent with { EccWorks = false }, [ModuleType.UnbufferedEcc]));
        Assert.Equal(EccState.Off, State(Silent with { EccWorks = true }, [ModuleType.UnbufferedEcc], processor: false));
        Assert.Equal(EccState.Unknown, State(Silent, [ModuleType.UnbufferedEcc]));
        Assert.Equal(EccState.On, State(Silent, [ModuleType.Registered]));
    }

    [Fact]
    public void Mixed_follows_the_boards_record()
    {
        ModuleType[] mixed = [ModuleType.UnbufferedEcc, ModuleType.Unbuffered];
        Assert.Equal(EccState.Off, State(Silent with { EccMixing = EccMixing.EccOff }, mixed));
        Assert.Equal(EccState.NoStart, State(Silent with { EccMixing = EccMixing.NoStart }, mixed));
        Assert.Equal(EccState.Unknown, State(Silent, mixed));
    }

    [Fact]
    public void Without_the_extra_chips_there_is_none()
    {
        Assert.Equal(EccState.None, State(Silent with { EccWorks = true }, [ModuleType.Unbuffered]));
        Assert.Equal(EccState.None, State(Silent, []));
    }
}
